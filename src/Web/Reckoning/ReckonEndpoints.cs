using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Reckoning;
using EarthyTuft.Web.Hosting;
using Microsoft.Extensions.Options;

namespace EarthyTuft.Web.Reckoning;

/// <summary>One input or output of a reckoning.</summary>
/// <param name="Kind"><c>number</c>, <c>choice</c>, <c>text</c>, <c>yesNo</c> or <c>list</c>: objects with the fields in
/// <paramref name="Of"/>.</param>
public sealed record ReckoningField(
    string Name,
    string Kind,
    string Unit,
    string Meaning,
    bool Required,
    IReadOnlyList<string>? Choices,
    IReadOnlyList<ReckoningField>? Of = null
);

public sealed record ReckoningCard(
    string Name,
    string Title,
    string Formula,
    string Source,
    IReadOnlyList<ReckoningField> Inputs,
    IReadOnlyList<ReckoningField> Outputs
);

/// <summary>The reckon door: every reckoning by name, open without signing in.</summary>
public static class ReckonEndpoints
{
    private const int LongestText = 100;

    private static readonly IReadOnlyList<ReckoningCard> Cards =
    [
        .. Reckonings.All.Select(r => new ReckoningCard(r.Name, r.Title, r.Formula, r.Source, Fields(r.Input), Fields(r.Output))),
    ];

    public static void MapReckon(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/reckon").WithTags("reckon");
        group
            .MapGet("", () => TypedResults.Ok(Cards))
            .Named("listReckonings", "Every reckoning with its inputs, outputs and units.")
            .ProducesProblem(400);
        group
            .MapPost("/{name}", Reckon)
            .Named("reckon", "Does one reckoning.")
            .Produces<object>()
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(422)
            .RequireRateLimiting("reckon");
    }

    private static IResult Reckon(string name, JsonElement body, IOptions<Microsoft.AspNetCore.Http.Json.JsonOptions> json)
    {
        if (Reckonings.All.SingleOrDefault(r => r.Name == name) is not { } reckoning)
        {
            return Problems.Of(404, "not-here", $"There is no reckoning called {name}. GET /api/reckon lists them.");
        }

        var card = Cards.Single(c => c.Name == name);
        if (Check(card, body) is { Count: > 0 } refusals)
        {
            return Problems.Refused(refusals);
        }

        var result = reckoning.Run(body.Deserialize(reckoning.Input, json.Value.SerializerOptions)!);
        return result.IsRefused
            ? Problems.Refused(result.Refusals)
            : TypedResults.Ok(JsonSerializer.SerializeToNode(result.Value, reckoning.Output, json.Value.SerializerOptions) as JsonObject);
    }

    private static List<Refusal> Check(ReckoningCard card, JsonElement body)
    {
        if (body.ValueKind != JsonValueKind.Object)
        {
            return [new Refusal("", "not-an-object", "Send one JSON object with the reckoning's inputs.")];
        }

        var given = body.EnumerateObject().GroupBy(p => p.Name).ToDictionary(g => g.Key, g => g.Last().Value);
        var refusals = new List<Refusal>();
        Check(card.Inputs, given, "", refusals);
        return refusals;
    }

    private static void Check(
        IReadOnlyList<ReckoningField> fields,
        Dictionary<string, JsonElement> given,
        string path,
        List<Refusal> refusals
    )
    {
        refusals.AddRange(
            given
                .Keys.Except(fields.Select(f => f.Name))
                .Select(n => new Refusal(path + n, "unknown-field", $"{path}{n} is not an input of this reckoning."))
        );
        foreach (var field in fields)
        {
            if (!given.TryGetValue(field.Name, out var value) || value.ValueKind == JsonValueKind.Null)
            {
                if (field.Required)
                {
                    refusals.Add(new Refusal(path + field.Name, "missing", $"{path}{field.Name} is missing."));
                }

                continue;
            }

            if (
                field.Kind == "number"
                && !(value.ValueKind == JsonValueKind.Number && value.TryGetDouble(out var number) && double.IsFinite(number))
            )
            {
                refusals.Add(new Refusal(path + field.Name, "not-a-number", $"{path}{field.Name} must be a number."));
            }

            if (field.Kind == "text" && !(value.ValueKind == JsonValueKind.String && value.GetString() is { Length: <= LongestText }))
            {
                refusals.Add(
                    new Refusal(path + field.Name, "not-a-text", $"{path}{field.Name} must be a text of at most {LongestText} letters.")
                );
            }

            if (field.Kind == "choice" && !(value.ValueKind == JsonValueKind.String && field.Choices!.Contains(value.GetString())))
            {
                refusals.Add(
                    new Refusal(
                        path + field.Name,
                        "not-a-choice",
                        $"{path}{field.Name} must be one of: {string.Join(", ", field.Choices!)}."
                    )
                );
            }

            if (field.Kind == "list")
            {
                CheckList(field, value, path + field.Name, refusals);
            }
        }
    }

    private static void CheckList(ReckoningField field, JsonElement value, string path, List<Refusal> refusals)
    {
        if (value.ValueKind != JsonValueKind.Array)
        {
            refusals.Add(new Refusal(path, "not-a-list", $"{path} must be a list."));
            return;
        }

        foreach (var (i, item) in value.EnumerateArray().Index())
        {
            if (item.ValueKind != JsonValueKind.Object)
            {
                refusals.Add(new Refusal($"{path}[{i}]", "not-an-object", $"{path}[{i}] must be an object."));
            }
            else
            {
                Check(
                    field.Of!,
                    item.EnumerateObject().GroupBy(p => p.Name).ToDictionary(g => g.Key, g => g.Last().Value),
                    $"{path}[{i}].",
                    refusals
                );
            }
        }
    }

    private static IReadOnlyList<ReckoningField> Fields(Type record)
    {
        var nullability = new NullabilityInfoContext();
        // What a record is made of; it may have more to itself that is not asked for here.
        var named = record.GetConstructors()[0].GetParameters().Select(p => p.Name).ToHashSet();
        return
        [
            .. record
                .GetProperties()
                .Where(p => named.Contains(p.Name))
                .Select(p =>
                {
                    var type = Nullable.GetUnderlyingType(p.PropertyType) ?? p.PropertyType;
                    var of =
                        type.IsGenericType && type.GetGenericTypeDefinition() == typeof(IReadOnlyList<>)
                            ? type.GetGenericArguments()[0]
                            : null;
                    var unit = p.GetCustomAttribute<UnitAttribute>()
                        ?? throw new InvalidOperationException($"{record.Name}.{p.Name} says no unit.");
                    return new ReckoningField(
                        JsonNamingPolicy.CamelCase.ConvertName(p.Name),
                        of is not null ? "list"
                            : type.IsEnum ? "choice"
                            : type == typeof(bool) ? "yesNo"
                            : type == typeof(string) ? "text"
                            : "number",
                        unit.Unit,
                        unit.Meaning,
                        nullability.Create(p).ReadState != NullabilityState.Nullable,
                        type.IsEnum ? [.. Enum.GetNames(type).Select(JsonNamingPolicy.CamelCase.ConvertName)] : null,
                        of is null ? null : Fields(of)
                    );
                }),
        ];
    }
}

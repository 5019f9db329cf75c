using System.Buffers;
using System.Globalization;
using System.Text;
using System.Text.Json;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Web.Hosting;

/// <summary>
/// Looks over every request before anything is made of it: no text with control or direction characters, no null inside a list, no number
/// beyond what a double holds. What is refused is named by its field; a body that is no JSON is left to the binder, which says so.
/// </summary>
public static class RequestTextGuard
{
    private const int MostNamed = 20;

    /// <summary>Longer than any field here takes: whatever it is, nobody typed it.</summary>
    private const int LongestText = 4000;

    public static IApplicationBuilder UseRequestTextGuard(this IApplicationBuilder app) =>
        app.Use(
            async (context, next) =>
            {
                IReadOnlyList<Refusal> refusals = InAddress(context.Request);
                if (refusals.Count == 0 && context.GetEndpoint() is not null && context.Request.HasJsonContentType())
                {
                    var body = await Body(context.Request, context.RequestAborted);
                    refusals = InJson(body);
                    context.Request.Body = new MemoryStream(body);
                }

                if (refusals.Count == 0)
                {
                    await next();
                    return;
                }

                await Problems.Refused(refusals).ExecuteAsync(context);
            }
        );

    /// <summary>What cannot be taken of a JSON document; empty when all of it can, or when it is no JSON at all.</summary>
    /// <param name="json">UTF-8.</param>
    public static IReadOnlyList<Refusal> InJson(ReadOnlySpan<byte> json)
    {
        var refusals = new List<Refusal>();
        var path = new Stack<Place>();
        var reader = new Utf8JsonReader(json, new JsonReaderOptions { MaxDepth = 64 });
        try
        {
            while (reader.Read() && refusals.Count < MostNamed)
            {
                switch (reader.TokenType)
                {
                    case JsonTokenType.EndObject or JsonTokenType.EndArray:
                        path.Pop();
                        continue;
                    case JsonTokenType.PropertyName:
                        var name = IsText(ref reader) ? reader.GetString()! : null;
                        path.Push(path.Pop() with { Name = name ?? "?" });
                        if (name is null)
                        {
                            refusals.Add(NotText(Field(path)));
                        }

                        continue;
                }

                if (path.TryPeek(out var inside) && inside.IsList)
                {
                    path.Push(path.Pop() with { Index = inside.Index + 1 });
                    if (reader.TokenType == JsonTokenType.Null)
                    {
                        refusals.Add(new Refusal(Field(path), "empty", "A list holds an empty place: leave it out."));
                    }
                }

                switch (reader.TokenType)
                {
                    case JsonTokenType.StartObject or JsonTokenType.StartArray:
                        path.Push(new Place(reader.TokenType == JsonTokenType.StartArray, "", -1));
                        break;
                    case JsonTokenType.String
                        when reader.ValueSpan.Length > 6 * LongestText
                            || (reader.ValueSpan.Length > LongestText && reader.GetString()!.Length > LongestText):
                        refusals.Add(new Refusal(Field(path), "too-long", $"That is longer than {LongestText} letters."));
                        break;
                    case JsonTokenType.String when !IsText(ref reader):
                        refusals.Add(NotText(Field(path)));
                        break;
                    case JsonTokenType.Number when !reader.TryGetDouble(out var number) || !double.IsFinite(number):
                        refusals.Add(new Refusal(Field(path), "out-of-range", "That number is larger than anything here."));
                        break;
                }
            }
        }
        catch (JsonException)
        {
            return [];
        }

        return refusals;
    }

    private static List<Refusal> InAddress(HttpRequest request)
    {
        var refusals = new List<Refusal>();
        if (request.Path.Value is { } path && !PlainText.IsPlain(path))
        {
            refusals.Add(NotText("path"));
        }

        foreach (var (name, values) in request.Query)
        {
            if (!PlainText.IsPlain(name) || values.Any(v => v is not null && !PlainText.IsPlain(v)))
            {
                refusals.Add(NotText(PlainText.IsPlain(name) ? name : "query"));
            }
        }

        return refusals;
    }

    private static Refusal NotText(string field) =>
        new(field, "not-text", "There is a sign in it that is no text (a control or direction character). Type it anew.");

    // Plain ASCII without escapes, which nearly every text is, is seen at its bytes.
    private static bool IsText(ref Utf8JsonReader reader)
    {
        if (!reader.ValueIsEscaped && !reader.HasValueSequence && Ascii.IsValid(reader.ValueSpan))
        {
            return !reader.ValueSpan.Contains((byte)0x7F);
        }

        var letters = ArrayPool<char>.Shared.Rent(reader.ValueSpan.Length);
        try
        {
            return PlainText.IsPlain(letters.AsSpan(0, reader.CopyString(letters)));
        }
        catch (InvalidOperationException)
        {
            // Half a surrogate pair, or bytes that are no UTF-8.
            return false;
        }
        finally
        {
            ArrayPool<char>.Shared.Return(letters);
        }
    }

    private static string Field(Stack<Place> path) =>
        path.Reverse()
            .Aggregate("", (field, place) => place.IsList ? field + "[" + place.Index.ToString(CultureInfo.InvariantCulture) + "]"
                : field.Length == 0 ? place.Name
                : field + "." + place.Name);

    private static async Task<byte[]> Body(HttpRequest request, CancellationToken cancellationToken)
    {
        using var body = new MemoryStream((int)Math.Min(request.ContentLength ?? 0, 1_000_000));
        await request.Body.CopyToAsync(body, cancellationToken);
        return body.ToArray();
    }

    /// <summary>Where the reader is: in a list at an index, or in an object at a name.</summary>
    private readonly record struct Place(bool IsList, string Name, int Index);
}

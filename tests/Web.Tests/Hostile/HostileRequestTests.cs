using System.Diagnostics;
using System.Globalization;
using System.Text;
using System.Text.Json;
using System.Text.RegularExpressions;
using Xunit;

namespace EarthyTuft.Web.Tests.Hostile;

/// <summary>
/// Requests made from the API's own description: bodies of the described shape with nonsense put in their places, ids that are there and
/// ids that are not. Nothing may answer in the 500s or hang, and afterwards every page of the workshop must still answer.
/// </summary>
public partial class HostileRequestTests(House house) : IClassFixture<House>
{
    /// <summary>A fifth of them, but for <c>./test --full</c>.</summary>
    private static readonly int Requests = Environment.GetEnvironmentVariable("EARTHY_TUFT_FULL") == "1" ? 3000 : 600;
    private static readonly TimeSpan Longest = TimeSpan.FromSeconds(150);

    // Whoever asks for these is somebody else afterwards, or waits for a minute.
    private static readonly string[] LeftOut =
    [
        "DELETE /api/session",
        "POST /api/session",
        "POST /api/session/reset",
        "POST /api/session/password",
        "POST /api/session/join",
        "DELETE /api/workshop/people/{id}",
    ];

    [Fact]
    public async Task Nothing_breaks_the_server_or_a_page()
    {
        var ada = await house.Register();
        await StockedWorkshop.Fill(ada);
        var description = await ada.Get("/api/openapi.json");
        var things = await Things.Of(ada);
        var doors = Doors(description).Where(d => !LeftOut.Contains(d.ToString())).ToArray();
        var random = new Random(20261126);
        var maker = new RequestMaker(description, things, random);
        // What ends things is asked for less often than what makes them, or there is soon nothing left to try.
        var asked = doors
            .SelectMany(d =>
                Enumerable.Repeat(
                    d,
                    d.Method == HttpMethod.Get ? 2
                        : Ends(d) ? 1
                        : 5
                )
            )
            .ToArray();
        var broken = new List<string>();
        var statuses = new SortedDictionary<int, int>();
        var watch = Stopwatch.StartNew();
        for (var i = 0; i < Requests && watch.Elapsed < Longest && broken.Count < 12; i++)
        {
            var (door, path, body) = maker.Next(asked[random.Next(asked.Length)]);
            using var content = body is null ? null : new StringContent(body, Encoding.UTF8, "application/json");
            var began = watch.Elapsed;
            var reply = await ada.Send(door.Method, path, content, Guid.NewGuid());
            statuses[reply.Status] = statuses.GetValueOrDefault(reply.Status) + 1;
            if (reply.Status >= 500 || watch.Elapsed - began > TimeSpan.FromSeconds(10))
            {
                broken.Add($"{reply.Status} {door.Method} {path} {body} -> {reply.Text[..Math.Min(200, reply.Text.Length)]}");
            }

            if (i % 200 == 199)
            {
                broken.AddRange(await BrokenPages(ada, things));
                await StockedWorkshop.Fill(ada);
                things = await Things.Of(ada);
                maker.Know(things);
            }
        }

        broken.AddRange(await BrokenPages(ada, await Things.Of(ada)));
        Assert.True(broken.Count == 0, string.Join("\n", broken));
        // What is refused at the first look never tries what lies behind it.
        Assert.True(
            statuses.GetValueOrDefault(200) > Least(0.2) && statuses.GetValueOrDefault(422) > Least(0.1),
            string.Join(", ", statuses.Select(s => $"{s.Value} times {s.Key}"))
        );

        // So many of all are answered so; of fewer requests two standard errors fewer will do.
        static double Least(double share) => (Requests * share) - (2 * Math.Sqrt(Requests * share * (1 - share)));
    }

    private static bool Ends(Door door) =>
        door.Method == HttpMethod.Delete
        || door.Path.EndsWith("/end", StringComparison.Ordinal)
        || door.Path.EndsWith("/void", StringComparison.Ordinal)
        || door.Path.EndsWith("/lift", StringComparison.Ordinal);

    /// <summary>Over all reckonings: whatever finite numbers they are given, they answer or refuse.</summary>
    [Fact]
    public async Task No_finite_number_breaks_a_reckoning()
    {
        // Every reckoning many times within a minute: the door's own limit is another test's.
        await using var server = House.Start(house.Connection, ("Limits:ReckonPerMinute", "100000"));
        var door = new Person(server.CreateClient());
        var random = new Random(20261127);
        double[] numbers =
        [
            0,
            -0.0,
            1,
            -1,
            0.5,
            12,
            60,
            97,
            1e-300,
            1e-12,
            1e9,
            1e150,
            1e300,
            double.MaxValue,
            double.Epsilon,
            -double.MaxValue,
            int.MaxValue,
            2147483648,
            1e18,
            100,
            90,
            45,
            3,
            2,
        ];
        var broken = new List<string>();
        var answered = 0;
        foreach (var reckoning in (await door.Get("/api/reckon")).EnumerateArray())
        {
            var name = reckoning.GetProperty("name").GetString()!;
            var fields = reckoning.GetProperty("inputs").EnumerateArray().ToArray();
            for (var i = 0; i < 120 && broken.Count < 12; i++)
            {
                var body =
                    "{"
                    + string.Join(
                        ',',
                        fields.Where(_ => random.NextDouble() < 0.97).Select(f => $"\"{f.GetProperty("name").GetString()}\":{Value(f)}")
                    )
                    + "}";
                var reply = await door.Send(
                    HttpMethod.Post,
                    "/api/reckon/" + name,
                    new StringContent(body, Encoding.UTF8, "application/json")
                );
                answered += reply.Status == 200 ? 1 : 0;
                if (
                    reply.Status is not (200 or 400 or 422)
                    || reply.Text.Contains("NaN", StringComparison.Ordinal)
                    || reply.Text.Contains("Infinity", StringComparison.Ordinal)
                )
                {
                    broken.Add($"{reply.Status} {name} {body} -> {reply.Text}");
                }
            }
        }

        Assert.True(broken.Count == 0, string.Join("\n", broken));
        Assert.True(answered > 200, $"Only {answered} were answered.");

        string Number() => numbers[random.Next(numbers.Length)].ToString("R", CultureInfo.InvariantCulture);

        string Value(JsonElement field) =>
            field.GetProperty("kind").GetString() switch
            {
                "choice" => field.GetProperty("choices") is var choices ? choices[random.Next(choices.GetArrayLength())].GetRawText() : "",
                "yesNo" => random.Next(2) == 0 ? "true" : "false",
                "text" => "\"wool\"",
                "list" =>
                    $"[{string.Join(',', Enumerable.Range(0, random.Next(0, 6)).Select(_ => "{" + string.Join(',', field.GetProperty("of").EnumerateArray().Select(f => $"\"{f.GetProperty("name").GetString()}\":{Value(f)}")) + "}"))}]",
                _ => random.Next(3) == 0 ? Number() : random.Next(1, 120).ToString(CultureInfo.InvariantCulture),
            };
    }

    /// <summary>Every page of a workshop that does not answer.</summary>
    internal static async Task<List<string>> BrokenPages(Person person, Things things)
    {
        string[] pages =
        [
            "/api/session",
            "/api/workshop",
            "/api/breeds",
            "/api/drafts",
            "/api/lots",
            "/api/samples",
            "/api/course",
            "/api/course/stations",
            "/api/scouring",
            "/api/runs",
            "/api/instruments",
            "/api/weigh-log",
            "/api/find?q=g",
            "/api/course/air",
            .. things.Codes.SelectMany(c =>
                new[] { "", "/entries", "/where", "/look-over", "/routes?aim=worstedHard", "/needed?wanted=300" }.Select(p =>
                    $"/api/lots/{c}{p}"
                )
            ),
            .. things.Codes.Select(c => $"/api/dehairing/{c}?use=outer"),
            .. things.Samples.Select(c => $"/api/samples/{c}"),
        ];
        var broken = new List<string>();
        foreach (var page in pages)
        {
            var reply = await person.Send(HttpMethod.Get, page);
            if (reply.Status >= 500)
            {
                broken.Add($"{reply.Status} GET {page} (a page that answered before)");
            }
        }

        return broken;
    }

    internal static IEnumerable<Door> Doors(JsonElement description) =>
        from path in description.GetProperty("paths").EnumerateObject()
        from operation in path.Value.EnumerateObject()
        where operation.Value.ValueKind == JsonValueKind.Object
        select new Door(new HttpMethod(operation.Name.ToUpperInvariant()), path.Name, operation.Value);

    /// <summary>An operation of the API.</summary>
    internal sealed record Door(HttpMethod Method, string Path, JsonElement Operation)
    {
        public override string ToString() => $"{Method} {Path}";
    }

    /// <summary>What there is in a workshop to name in a request: ids by kind, and codes.</summary>
    internal sealed class Things
    {
        private const int Most = 40;
        private readonly Dictionary<string, List<string>> ids = [];
        private readonly HashSet<string> codes = [];

        public IReadOnlyList<string> Codes => [.. codes.Where(c => !c.StartsWith("SM-", StringComparison.Ordinal)).Take(Most)];

        public IReadOnlyList<string> Samples => [.. codes.Where(c => c.StartsWith("SM-", StringComparison.Ordinal)).Take(Most)];

        /// <summary>Ids of a kind: the name of the list they stand in, or of the page.</summary>
        public IReadOnlyList<string> Ids(string kind) =>
            ids.TryGetValue(kind, out var found) ? found
            : ids.TryGetValue("lots", out var lots) ? lots
            : [];

        public static async Task<Things> Of(Person person)
        {
            var things = new Things();
            foreach (
                var page in new[]
                {
                    "lots",
                    "samples",
                    "drafts",
                    "scouring",
                    "runs",
                    "instruments",
                    "tools/cards",
                    "tools/combs",
                    "photographs",
                    "workshop",
                }
            )
            {
                things.Take(await person.Get("/api/" + page), page.Split('/')[^1]);
            }

            foreach (var code in things.Codes.Take(8))
            {
                if (await person.Send(HttpMethod.Get, "/api/lots/" + code) is { Status: 200 } lot)
                {
                    things.Take(lot.Json, "lots");
                }
            }

            return things;
        }

        private void Take(JsonElement json, string kind)
        {
            switch (json.ValueKind)
            {
                case JsonValueKind.Array:
                    foreach (var item in json.EnumerateArray())
                    {
                        Take(item, kind);
                    }

                    break;
                case JsonValueKind.Object:
                    foreach (var field in json.EnumerateObject())
                    {
                        if (field.Name is "id" or "flowId" && field.Value.ValueKind == JsonValueKind.String)
                        {
                            (
                                ids.TryGetValue(field.Name == "id" ? kind : "flows", out var known)
                                    ? known
                                    : ids[field.Name == "id" ? kind : "flows"] = []
                            ).Add(field.Value.GetString()!);
                        }
                        else if (field.Name == "code" && field.Value.ValueKind == JsonValueKind.String)
                        {
                            codes.Add(field.Value.GetString()!);
                        }

                        Take(field.Value, field.Value.ValueKind == JsonValueKind.Array ? field.Name : kind);
                    }

                    break;
            }
        }
    }

    /// <summary>Makes a request of a door: mostly of the shape that is described, with some of it spoiled.</summary>
    internal sealed class RequestMaker(JsonElement description, Things things, Random random)
    {
        private static readonly string[] Texts =
        [
            "",
            " ",
            "0",
            "-1",
            "500",
            "1,250",
            "1.2 kg",
            "1e999",
            "NaN",
            "nothing",
            "a\\u0000b",
            "\\u202Ehsaw",
            "\\ud800",
            "<script>",
            "'; drop table lots; --",
            "%",
            "_",
            "..",
            "a/b",
            "=1+1",
            "G-2147483647",
            "G-01.2147483647",
            "\\ud83d\\udc11",
            "0.0000000001",
            "1e308",
            "13-14",
            "12/13/2026",
            "null",
            "true",
            "999999999999 kg",
            "Gotland 50 / Wensleydale 50",
        ];

        private static readonly string[] Numbers =
        [
            "0",
            "-0",
            "-1",
            "1",
            "2",
            "0.5",
            "1e-300",
            "1e15",
            "1e308",
            "-1e308",
            "2147483647",
            "2147483648",
            "-2147483649",
            "9007199254740993",
            "1e999",
            "45",
            "120",
        ];

        private static readonly string[] Times =
        [
            "0001-01-01T00:00:00Z",
            "9999-12-31T23:59:59Z",
            "2030-01-01T00:00:00Z",
            "1969-12-31T23:59:59Z",
            "2026-02-30T00:00:00Z",
            "2026-05-14T10:30:00+14:00",
        ];

        /// <summary>How much of this request is spoiled: none of it, a little, or a lot. What is all nonsense never gets past the first
        /// check.</summary>
        private double spoil;

        /// <summary>Nothing is spoiled.</summary>
        public bool Sane { get; init; }

        public void Know(Things now) => things = now;

        public (Door Door, string Path, string? Body) Next(Door door)
        {
            spoil = Sane ? 0 : Pick([0, 0, 0.03, 0.08, 0.3]);
            var path = Regex.Replace(door.Path, "{([a-zA-Z]+)}", m =>
                Uri.EscapeDataString(InPath(door, m.Groups[1].Value).Replace("\0", "x", StringComparison.Ordinal))
            );
            var query = Parameters(door, "query")
                .Where(_ => random.NextDouble() < 0.7)
                .Select(p =>
                    $"{p.GetProperty("name").GetString()}={Uri.EscapeDataString(random.NextDouble() < 2 * spoil ? Unescaped(Pick(Texts)) : Unescaped(Make(p.GetProperty("schema"), 0, p.GetProperty("name").GetString()!)).Trim('"'))}"
                )
                .ToArray();
            var body =
                door.Operation.TryGetProperty("requestBody", out var described)
                && described.GetProperty("content").EnumerateObject().Select(c => (JsonElement?)c.Value).FirstOrDefault() is { } content
                && content.TryGetProperty("schema", out var schema)
                    ? Make(schema, 0)
                    : null;
            return (door, path + (query.Length > 0 ? "?" + string.Join('&', query) : ""), body);
        }

        private string InPath(Door door, string name) =>
            random.NextDouble() < spoil
                ? Unescaped(Pick(Texts)) is { Length: > 0 } odd
                    ? odd
                    : "x"
                : name == "code"
                    ? door.Path.Contains("samples", StringComparison.Ordinal) && things.Samples.Count > 0
                        ? Pick(things.Samples)
                        : things.Codes.Count > 0
                            ? Pick(things.Codes)
                            : "G-01"
                    : name == "step"
                        ? Pick(["wash", "comb", "skirt", "takeIn"])
                        : name == "name"
                            ? door.Path.Contains("reckon", StringComparison.Ordinal)
                                ? Pick([
                                    "regain",
                                    "bath-cooling",
                                    "drying",
                                    "blend",
                                    "loads",
                                    "twist-angle",
                                    "bath-mix",
                                    "skein",
                                    "singles-for",
                                    "draft",
                                    "comb-transfers",
                                ])
                                : "Gotland"
                            : Known(door.Path.Split('/') is var parts ? parts[Array.IndexOf(parts, "{" + name + "}") - 1] : "");

        private static string KindOf(string name) =>
            name switch
            {
                "tubId" => "tubs",
                "rackId" => "racks",
                "toolId" => "cards",
                "dizId" => "combs",
                "recipeId" => "recipes",
                "probeId" => "instruments",
                "draftId" => "drafts",
                "flowId" => "flows",
                "runId" => "runs",
                "bath" or "eventId" => "baths",
                "weight" => "weights",
                "reading" => "readings",
                _ => "lots",
            };

        private string Known(string kind) => things.Ids(kind) is { Count: > 0 } ids ? Pick(ids) : Guid.NewGuid().ToString();

        private IEnumerable<JsonElement> Parameters(Door door, string place) =>
            door.Operation.TryGetProperty("parameters", out var all)
                ? all.EnumerateArray().Where(p => p.GetProperty("in").GetString() == place)
                : [];

        // JSON text of a value of a schema, or of something else.
        private string Make(JsonElement schema, int depth, string name = "")
        {
            if (depth > 7 || random.NextDouble() < spoil / 3)
            {
                return Pick(["null", "[]", "{}", "[null]", "\"\"", "true", "1e999", "[[[[]]]]", "-1", $"\"{Pick(Texts)}\""]);
            }

            if (schema.TryGetProperty("$ref", out var named))
            {
                return Make(Resolve(named.GetString()!), depth, name);
            }

            foreach (var either in new[] { "oneOf", "anyOf", "allOf" })
            {
                if (schema.TryGetProperty(either, out var choices))
                {
                    return Make(Pick([.. choices.EnumerateArray()]), depth, name);
                }
            }

            if (schema.TryGetProperty("enum", out var words))
            {
                return random.NextDouble() >= spoil ? Pick([.. words.EnumerateArray()]).GetRawText() : $"\"{Pick(Texts)}\"";
            }

            var type =
                !schema.TryGetProperty("type", out var said) ? "any"
                : said.ValueKind == JsonValueKind.String ? said.GetString()!
                : Pick([.. said.EnumerateArray()]).GetString()!;
            return type switch
            {
                "null" => "null",
                "boolean" => Pick(["true", "false"]),
                "integer" or "number" => random.NextDouble() >= spoil
                    ? random
                        .Next(
                            0,
                            name.Contains("elsius", StringComparison.Ordinal) ? 70
                                : name.Contains("ind", StringComparison.Ordinal) || name is "place" or "batch" ? 3
                                : 200
                        )
                        .ToString(CultureInfo.InvariantCulture)
                    : Pick(Numbers),
                "array" =>
                    $"[{string.Join(',', Enumerable.Range(0, random.NextDouble() < spoil / 8 ? 300 : random.Next(0, 3)).Select(_ => Make(schema.GetProperty("items"), depth + 1, name)))}]",
                "object" => Object(schema, depth),
                "string" => Text(schema, name),
                _ => Pick([
                    "null",
                    "1",
                    "\"x\"",
                    "{}",
                    "[]",
                    """{"grams":430,"mostPerLoadGrams":50}""",
                    """{"fibre":"wool","relativeHumidityPercent":45}""",
                ]),
            };
        }

        private string Object(JsonElement schema, int depth)
        {
            var required = schema.TryGetProperty("required", out var names)
                ? names.EnumerateArray().Select(n => n.GetString()).ToHashSet()
                : [];
            var fields = schema.TryGetProperty("properties", out var all)
                ? all.EnumerateObject()
                    .Where(p => required.Contains(p.Name) ? random.NextDouble() >= spoil / 3 : random.NextDouble() < 0.5)
                    .Select(p => $"\"{p.Name}\":{Make(p.Value, depth + 1, p.Name)}")
                    .ToList()
                : [];
            if (schema.TryGetProperty("additionalProperties", out var more) && more.ValueKind == JsonValueKind.Object)
            {
                fields.AddRange(
                    Enumerable
                        .Range(0, random.Next(0, 3))
                        .Select(i => $"\"{Pick(["0", "1", "-1", "99", "x"])}{(i == 0 ? "" : i)}\":{Make(more, depth + 1)}")
                );
            }

            return "{" + string.Join(',', fields) + "}";
        }

        private string Text(JsonElement schema, string name) =>
            (schema.TryGetProperty("format", out var format) ? format.GetString() : "") switch
            {
                "uuid" =>
                    $"\"{(random.NextDouble() >= spoil ? Known(KindOf(name)) : random.NextDouble() < 0.5 ? Guid.NewGuid().ToString() : "x")}\"",
                "date-time" =>
                    $"\"{(random.NextDouble() >= spoil ? DateTimeOffset.UtcNow.AddHours(-random.Next(0, 500)).ToString("O", CultureInfo.InvariantCulture) : Pick(Times))}\"",
                "date" => $"\"{(random.NextDouble() >= spoil ? "2026-05-14" : Pick(["0001-01-01", "9999-12-31", "2026-13-01"]))}\"",
                "time" => $"\"{(random.NextDouble() >= spoil ? "22:00:00" : Pick(["24:00:00", "x"]))}\"",
                _ when random.NextDouble() < spoil / 4 => $"\"{new string('w', 30_000)}\"",
                _ when random.NextDouble() < spoil => $"\"{Pick(Texts)}\"",
                _ => name switch
                {
                    "currency" => "\"EUR\"",
                    "timeZone" => "\"Europe/Berlin\"",
                    "breed" => Pick(["\"Gotland\"", "\"Romney 50 / Gotland 50\"", "\"\""]),
                    "mass" or "usualBowl" or "length" or "span" or "wanted" or "text" => $"\"{random.Next(1, 900)}\"",
                    _ => $"\"{Pick(["wool", "for the shawl", "Ash", "grey", "500"])}\"",
                },
            };

        private JsonElement Resolve(string reference) =>
            reference.Split('/').Skip(1).Aggregate(description, (at, name) => at.GetProperty(name));

        private static string Unescaped(string json) =>
            json.Replace("\\u0000", "\0", StringComparison.Ordinal)
                .Replace("\\u202E", "\u202E", StringComparison.Ordinal)
                .Replace("\\ud83d\\udc11", "\U0001F411", StringComparison.Ordinal)
                .Replace("\\ud800", "x", StringComparison.Ordinal);

        private T Pick<T>(IReadOnlyList<T> from) => from[random.Next(from.Count)];
    }
}

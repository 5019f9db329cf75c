using System.Text.Json;
using System.Text.Json.Nodes;
using EarthyTuft.Web.Tests.Runs;

namespace EarthyTuft.Web.Tests.Scouring;

/// <summary>What the tests of the wash house do over and over: a lot to wash, a wash, a bath.</summary>
internal static class Washing
{
    public static async Task<(Guid Id, string Code)> Skirted(Person ada, string mass = "1800", string breed = "Corriedale")
    {
        var (raw, _) = await ada.TakeIn(new { mass = "2000", breed });
        var made = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "skirt",
                    from = new[] { new { lotId = raw, rest = "gone" } },
                    to = new[] { new { form = "skirted", mass } },
                    losses = new[] { new { kind = "skirtings", mass = "200" } },
                }
            )
        ).Expect(200).GetProperty("made")[0];
        return (made.GetProperty("id").GetGuid(), made.GetProperty("code").GetString()!);
    }

    public static object Wish(Guid lot, object? wish = null, Guid? tub = null, Guid? recipe = null) =>
        new
        {
            lotIds = new[] { lot },
            wish = wish ?? new { school = "hot" },
            tubId = tub,
            tubLitres = tub is null ? 30 : (double?)null,
            hotWater = "70",
            air = "16",
            recipeId = recipe,
        };

    public static async Task<JsonElement> StartWash(Person ada, Guid lot, Guid? tub = null) =>
        (await Running.BeginWash(ada, Wish(lot, tub: tub))).Expect(200);

    public static Task<Reply> Begin(
        Person ada,
        Guid wash,
        int batch = 1,
        int place = 0,
        double minutesAgo = 0,
        Guid? probe = null,
        Guid? key = null
    ) =>
        Running.Tap(
            ada,
            wash,
            new
            {
                kind = "beginBath",
                batch,
                place,
                at = DateTimeOffset.UtcNow.AddMinutes(-minutesAgo),
                probeId = probe,
            },
            key
        );

    public static async Task<JsonElement> StartBath(
        Person ada,
        Guid wash,
        int batch = 1,
        int place = 0,
        double minutesAgo = 0,
        Guid? probe = null
    ) => (await Begin(ada, wash, batch, place, minutesAgo, probe)).Expect(200);

    public static Task<Reply> Read(Person ada, JsonElement bath, double celsius, DateTimeOffset? at = null, Guid? key = null) =>
        Running.Tap(
            ada,
            RunOf(bath),
            new
            {
                kind = "readBath",
                bath = Id(bath),
                temperature = FormattableString.Invariant($"{celsius:0.####}"),
                at,
            },
            key
        );

    public static Task<Reply> Lift(Person ada, JsonElement bath, DateTimeOffset? at = null) =>
        Running.Tap(
            ada,
            RunOf(bath),
            new
            {
                kind = "liftBath",
                bath = Id(bath),
                at,
            }
        );

    public static Task<Reply> Hang(Person ada, JsonElement bath, Guid? probeId) =>
        Running.Tap(
            ada,
            RunOf(bath),
            new
            {
                kind = "hangProbe",
                bath = Id(bath),
                probeId,
            }
        );

    public static Guid Id(JsonElement e) => e.GetProperty("id").GetGuid();

    public static Guid RunOf(JsonElement bath) => bath.GetProperty("run").GetGuid();

    /// <summary>Every bath of a wash that is shown, each with its run and with what it calls for.</summary>
    public static JsonElement[] Baths(JsonElement run) =>
        [
            .. Running
                .Details(run)
                .GetProperty("baths")
                .EnumerateArray()
                .Select(b =>
                {
                    var bath = JsonObject.Create(b)!;
                    bath["run"] = Id(run);
                    foreach (var call in run.GetProperty("calls").EnumerateArray().Where(c => c.GetProperty("part").GetGuid() == Id(b)))
                    {
                        foreach (var of in call.EnumerateObject().Where(p => p.Name is not "part"))
                        {
                            bath[of.Name] = JsonNode.Parse(of.Value.GetRawText());
                        }
                    }

                    return JsonSerializer.SerializeToElement(bath);
                }),
        ];

    /// <summary>The one bath in which the wool lies.</summary>
    public static JsonElement Bath(JsonElement run) => Baths(run).Single(b => b.GetProperty("liftedAt").ValueKind == JsonValueKind.Null);

    public static async Task<JsonElement> Washed(Person ada, string mass = "1800")
    {
        var (lot, _) = await Skirted(ada, mass);
        return (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "wash",
                    from = new[] { new { lotId = lot } },
                    to = new[] { new { form = "washed", state = "damp" } },
                    losses = new[] { new { kind = "waxAndSuint" } },
                }
            )
        ).Expect(200).GetProperty("made")[0];
    }

    /// <summary>The bath as every screen sees it now.</summary>
    public static async Task<JsonElement> BathNow(Person ada, Guid wash) =>
        Bath((await Running.Of(ada, "wash")).Single(w => Id(w) == wash));
}

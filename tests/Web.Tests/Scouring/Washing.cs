using System.Text.Json;

namespace EarthyTuft.Web.Tests.Scouring;

/// <summary>What the tests of the wash house do over and over: a lot to wash, a wash, a bath.</summary>
internal static class Washing
{
    public static async Task<(Guid Id, string Code)> Skirted(Person ada, string mass = "1800", string breed = "Corriedale")
    {
        var (raw, _) = await ada.TakeIn(new { mass = "2000", breed });
        var made = (await ada.Post("/api/entries", new { step = "skirt", from = new[] { new { lotId = raw } }, to = new[] { new { form = "skirted", mass } }, losses = new[] { new { kind = "skirtings", mass = "200" } } }))
            .Expect(200).GetProperty("made")[0];
        return (made.GetProperty("id").GetGuid(), made.GetProperty("code").GetString()!);
    }

    public static object Wish(Guid lot, object? wish = null, Guid? tub = null, Guid? recipe = null) =>
        new { lotIds = new[] { lot }, wish = wish ?? new { school = "hot" }, tubId = tub, tubLitres = tub is null ? 30 : (double?)null, hotCelsius = 70, airCelsius = 16, recipeId = recipe };

    public static async Task<JsonElement> StartWash(Person ada, Guid lot, Guid? tub = null) => (await ada.Post("/api/scouring/washes", Wish(lot, tub: tub))).Expect(200);

    public static async Task<JsonElement> StartBath(Person ada, Guid wash, int batch = 1, int place = 0, double minutesAgo = 0, Guid? probe = null) =>
        (await ada.Post($"/api/scouring/washes/{wash}/baths", new { batch, place, startedAt = DateTimeOffset.UtcNow.AddMinutes(-minutesAgo), probeId = probe })).Expect(200);

    public static Guid Id(JsonElement e) => e.GetProperty("id").GetGuid();

    public static JsonElement Bath(JsonElement wash) => wash.GetProperty("baths").EnumerateArray().Single(b => b.GetProperty("liftedAt").ValueKind == JsonValueKind.Null);

    public static async Task<JsonElement> Washed(Person ada, string mass = "1800")
    {
        var (lot, _) = await Skirted(ada, mass);
        return (await ada.Post("/api/entries", new { step = "wash", from = new[] { new { lotId = lot } }, to = new[] { new { form = "washed", state = "damp" } }, losses = new[] { new { kind = "waxAndSuint" } } }))
            .Expect(200).GetProperty("made")[0];
    }

    /// <summary>The bath as every screen sees it now.</summary>
    public static async Task<JsonElement> BathNow(Person ada, Guid wash) =>
        Bath((await ada.Get("/api/scouring/washes")).EnumerateArray().Single(w => Id(w) == wash));
}

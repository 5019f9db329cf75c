using System.Text.Json;

namespace EarthyTuft.Web.Tests.Runs;

/// <summary>What the tests of runs do over and over: begin, tap, take back, end.</summary>
internal static class Running
{
    public static Task<Reply> BeginWash(Person who, object plan, Guid? key = null) =>
        who.Post("/api/runs", new { craft = "wash", plan }, key);

    public static Task<Reply> BeginRack(
        Person who,
        Guid[] lotIds,
        string? mass = null,
        Guid? rackId = null,
        DateTimeOffset? startedAt = null,
        string place = "indoors",
        Guid? key = null
    ) =>
        who.Post(
            "/api/runs",
            new
            {
                craft = "dry",
                lotIds,
                mass,
                rackId,
                startedAt,
                place,
            },
            key
        );

    /// <summary>Begins work in loads at the cards or the combs.</summary>
    public static Task<Reply> BeginLoads(Person who, string craft, Guid lot, object? more = null, Guid? key = null)
    {
        var body = new Dictionary<string, object?> { ["craft"] = craft, ["lotIds"] = new[] { lot } };
        foreach (var property in more?.GetType().GetProperties() ?? [])
        {
            body[property.Name] = property.GetValue(more);
        }

        return who.Post("/api/runs", body, key);
    }

    public static Task<Reply> Tap(Person who, Guid run, object command, Guid? key = null) =>
        who.Post($"/api/runs/{run}/events", command, key);

    public static Task<Reply> Weigh(Person who, Guid rack, string mass, DateTimeOffset? at = null, Guid? key = null) =>
        Tap(
            who,
            rack,
            new
            {
                kind = "weighRack",
                mass,
                at,
            },
            key
        );

    public static Task<Reply> Withdraw(Person who, Guid run, Guid eventId) => who.Post($"/api/runs/{run}/withdraw", new { eventId });

    public static Task<Reply> End(Person who, Guid run) => who.Post($"/api/runs/{run}/end", new { });

    /// <summary>Every run of a craft, as screens see it now.</summary>
    public static async Task<JsonElement[]> Of(Person who, string craft) =>
        [.. (await who.Get("/api/runs")).EnumerateArray().Where(r => r.GetProperty("craft").GetString() == craft)];

    /// <summary>What is particular to a run's craft.</summary>
    public static JsonElement Details(JsonElement run) => run.GetProperty("details");

    /// <summary>What a run of one part calls for.</summary>
    public static JsonElement Call(JsonElement run) => run.GetProperty("calls")[0];
}

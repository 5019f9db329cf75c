using System.Text.Json;
using Xunit;

namespace EarthyTuft.Web.Tests.Ledger;

/// <summary>When it was: said while it is logged, or set right afterwards, with what hangs on it.</summary>
public class TimeTests(House house) : IClassFixture<House>
{
    private static readonly DateTimeOffset Now = DateTimeOffset.UtcNow;

    private static object Skirt(Guid raw, DateTimeOffset doneAt, bool sourcesEarlier = false) =>
        new
        {
            step = "skirt",
            from = new[] { new { lotId = raw } },
            to = new[] { new { form = "skirted", mass = "1800" } },
            losses = new[] { new { kind = "skirtings", mass = "200" } },
            doneAt,
            sourcesEarlier,
        };

    private static DateTimeOffset DoneAt(JsonElement page, string step) =>
        page.GetProperty("entries")
            .EnumerateArray()
            .Single(e => e.GetProperty("step").GetString() == step)
            .GetProperty("doneAt")
            .GetDateTimeOffset();

    private static Guid Entry(JsonElement page, string step) =>
        page.GetProperty("entries").EnumerateArray().Single(e => e.GetProperty("step").GetString() == step).GetProperty("id").GetGuid();

    [Fact]
    public async Task A_step_of_yesterday_of_a_fleece_of_today_is_asked_about_and_the_fleece_moves()
    {
        var ada = await house.Register();
        var (raw, code) = await ada.TakeIn(new { mass = "2000" });
        var yesterday = Now.AddDays(-1);
        Assert.Equal(["doneAt before-made"], (await ada.Post("/api/entries/weigh-up", Skirt(raw, yesterday))).Refused());
        Assert.Equal(["doneAt before-made"], (await ada.Post("/api/entries", Skirt(raw, yesterday))).Refused());
        var told = (await ada.Post("/api/entries", Skirt(raw, yesterday, sourcesEarlier: true))).Expect(200);
        Assert.Equal("fits", told.GetProperty("balance").GetProperty("status").GetString());

        var page = await ada.Lot(told.GetProperty("made")[0].GetProperty("code").GetString()!);
        Assert.True(DoneAt(page, "takeIn") < DoneAt(page, "skirt"));
        Assert.Equal("90 %", page.GetProperty("entries")[1].GetProperty("balance").GetProperty("yield").GetProperty("text").GetString());
        var fleece = await ada.Lot(code);
        Assert.Equal("0 g", fleece.GetProperty("lot").GetProperty("left").GetProperty("text").GetString());
        var change = Assert.Single(fleece.GetProperty("changes").EnumerateArray());
        Assert.Contains("when", change.GetProperty("what").GetString());
    }

    [Fact]
    public async Task A_time_is_set_right_and_what_follows_moves_only_where_that_was_said()
    {
        var ada = await house.Register();
        var (raw, _) = await ada.TakeIn(new { mass = "2000", doneAt = Now.AddDays(-3) });
        var made = (await ada.Post("/api/entries", Skirt(raw, Now.AddDays(-2)))).Expect(200).GetProperty("made")[0];
        var (skirted, code) = (made.GetProperty("id").GetGuid(), made.GetProperty("code").GetString()!);
        await ada.Log(Requests.Wash(skirted));
        var page = await ada.Lot(code);
        var skirt = Entry(page, "skirt");
        async Task<Reply> Set(object body) => await ada.Post($"/api/entries/{skirt}/time", body);

        Assert.Equal(["doneAt in-the-future"], (await Set(new { doneAt = Now.AddDays(40) })).Refused());
        Assert.Equal(400, (await Set(new { doneAt = "on Tuesday" })).Status);
        Assert.Equal(404, (await ada.Post($"/api/entries/{Guid.NewGuid()}/time", new { doneAt = Now })).Status);
        Assert.Equal(404, (await (await house.Register()).Post($"/api/entries/{skirt}/time", new { doneAt = Now.AddDays(-1) })).Status);

        var between = Now.AddDays(-1);
        Assert.Equal(204, (await Set(new { doneAt = between, because = "it was a day later" })).Status);
        Assert.Equal(204, (await Set(new { doneAt = between })).Status);
        page = await ada.Lot(code);
        Assert.Equal(between.ToUnixTimeSeconds(), DoneAt(page, "skirt").ToUnixTimeSeconds());
        Assert.Single(page.GetProperty("changes").EnumerateArray());

        // Before the fleece came: asked, and then it came before that.
        var before = Now.AddDays(-5);
        Assert.Equal(["doneAt out-of-order"], (await Set(new { doneAt = before })).Refused());
        Assert.Equal(204, (await Set(new { doneAt = before, along = true })).Status);
        page = await ada.Lot(code);
        Assert.True(DoneAt(page, "takeIn") < DoneAt(page, "skirt"));

        // Two at once wait for each other; each is stored or told to look again.
        var both = await Task.WhenAll(Set(new { doneAt = Now.AddDays(-4) }), Set(new { doneAt = Now.AddDays(-4).AddHours(2) }));
        Assert.All(both, r => Assert.Contains(r.Status, new[] { 204, 409 }));
    }

    [Fact]
    public async Task A_recount_counts_with_its_new_time()
    {
        var ada = await house.Register();
        var (lot, code) = await ada.TakeIn(
            new
            {
                mass = "500",
                form = "clean",
                humidityPercent = 65,
                doneAt = Now.AddDays(-4),
            }
        );
        await ada.Post($"/api/lots/{lot}/recount", new { mass = "300" });
        await ada.Log(
            new
            {
                step = "card",
                from = new[]
                {
                    new
                    {
                        lotId = lot,
                        mass = "100",
                        all = false,
                    },
                },
                to = new[] { new { form = "batt", mass = "97" } },
            }
        );
        var page = await ada.Lot(code);
        Assert.Equal("200 g", page.GetProperty("lot").GetProperty("left").GetProperty("text").GetString());
        // The part was taken before it was counted: then 300 g are left.
        var card = Entry(page, "card");
        Assert.Equal(204, (await ada.Post($"/api/entries/{card}/time", new { doneAt = Now.AddDays(-2) })).Status);
        page = await ada.Lot(code);
        Assert.Equal("300 g", page.GetProperty("lot").GetProperty("left").GetProperty("text").GetString());
    }
}

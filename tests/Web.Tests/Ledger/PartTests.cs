using System.Text.Json;
using Xunit;
using static EarthyTuft.Web.Tests.Runs.Running;

namespace EarthyTuft.Web.Tests.Ledger;

/// <summary>A part is a part: asked before it is logged, said afterwards, and work that goes on with the rest.</summary>
public class PartTests(House house) : IClassFixture<House>
{
    private static object Spin(Guid lot, string made, string? rest = null, bool all = true) =>
        new
        {
            step = "spin",
            from = new[]
            {
                new
                {
                    lotId = lot,
                    rest,
                    all,
                },
            },
            to = new[] { new { form = "singles", mass = made } },
        };

    private static async Task<(Guid Id, string Code)> Top(Person who, string mass) =>
        await who.TakeIn(
            new
            {
                mass,
                form = "top",
                humidityPercent = 65,
            }
        );

    // The page reckons it from the log, the list reads what is stored: both say the same.
    private static async Task<string?> Left(Person who, string code)
    {
        static string? Text(JsonElement lot) =>
            lot.GetProperty("left").ValueKind == JsonValueKind.Null ? null : lot.GetProperty("left").GetProperty("text").GetString();
        var page = Text((await who.Lot(code)).GetProperty("lot"));
        var listed = (await who.Get("/api/lots"))
            .GetProperty("lots")
            .EnumerateArray()
            .Single(l => l.GetProperty("code").GetString() == code);
        Assert.Equal(page, Text(listed));
        return page;
    }

    private static async Task<bool> Waits(Person who, Guid lot) =>
        (await who.Get("/api/lots?step=spin")).GetProperty("lots").EnumerateArray().Any(l => l.GetProperty("id").GetGuid() == lot);

    [Fact]
    public async Task Much_less_than_the_lot_is_asked_about_and_the_rest_is_still_there()
    {
        var ada = await house.Register();
        var (lot, code) = await Top(ada, "28");
        Assert.Equal(["from[0].rest rest-unsaid"], (await ada.Post("/api/entries", Spin(lot, "5"))).Refused());
        Assert.Equal("28 g", await Left(ada, code));

        var told = (await ada.Post("/api/entries", Spin(lot, "5", "there"))).Expect(200);
        Assert.Equal("fits", told.GetProperty("balance").GetProperty("status").GetString());
        Assert.Contains("a part that nobody weighed", told.GetProperty("sentence").GetString());
        Assert.Equal("22.9 g", await Left(ada, code));
        Assert.True(await Waits(ada, lot));

        // What came of it told what went in: that teaches nothing of yields.
        for (var i = 0; i < 3; i++)
        {
            (await ada.Post("/api/entries", Spin(lot, "5", "there"))).Expect(200);
        }

        var asked = (await ada.Post("/api/entries", Spin(lot, "1", "gone"))).Expect(200);
        Assert.Equal("suspicious", asked.GetProperty("balance").GetProperty("status").GetString());
        Assert.False(await Waits(ada, lot));
    }

    [Fact]
    public async Task Said_afterwards_the_rest_is_there_again_once_and_by_its_own_workshop()
    {
        var ada = await house.Register();
        var (lot, code) = await Top(ada, "28");
        var entry = (await ada.Post("/api/entries", Spin(lot, "5", "gone"))).Expect(200).GetProperty("entryId").GetGuid();
        Assert.False(await Waits(ada, lot));
        var tap = (await ada.Get($"/api/entries/{entry}/question"))
            .GetProperty("answers")
            .EnumerateArray()
            .Single(t => t.GetProperty("kind").GetString() == "restIsThere");
        Assert.Equal(code, tap.GetProperty("words").GetString());
        var body = new { flowId = tap.GetProperty("flowId").GetGuid() };

        Assert.Equal(404, (await (await house.Register()).Post($"/api/entries/{entry}/rest", body)).Status);
        Assert.Equal(404, (await ada.Post($"/api/entries/{entry}/rest", new { flowId = Guid.NewGuid() })).Status);
        Assert.Equal(400, (await ada.Post($"/api/entries/{entry}/rest", new { flowId = "that one" })).Status);
        var both = await Task.WhenAll(ada.Post($"/api/entries/{entry}/rest", body), ada.Post($"/api/entries/{entry}/rest", body));
        Assert.All(both, r => Assert.Equal(204, r.Status));

        Assert.Equal("22.9 g", await Left(ada, code));
        Assert.True(await Waits(ada, lot));
        Assert.Equal(404, (await ada.Send(HttpMethod.Get, $"/api/entries/{entry}/question")).Status);
        var change = Assert.Single((await ada.Lot(code)).GetProperty("changes").EnumerateArray());
        Assert.Equal(("all of it", "a part"), (change.GetProperty("from").GetString(), change.GetProperty("to").GetString()));
    }

    [Fact]
    public async Task Where_nothing_tells_the_part_it_has_to_be_weighed()
    {
        var ada = await house.Register();
        var (raw, _) = await ada.TakeIn(new { mass = "2000" });
        var (skirted, _) = await ada.Log(Requests.Skirt(raw, "1800"));
        var washed = (await ada.Post("/api/entries", Requests.Wash(skirted))).Expect(200);
        var entry = washed.GetProperty("entryId").GetGuid();
        var flow = (await ada.Lot(washed.GetProperty("made")[0].GetProperty("code").GetString()!))
            .GetProperty("entries")
            .EnumerateArray()
            .Single(e => e.GetProperty("id").GetGuid() == entry)
            .GetProperty("flows")[0];
        Assert.True(flow.GetProperty("emptiesLot").GetBoolean());
        var body = new { flowId = flow.GetProperty("id").GetGuid() };
        Assert.Equal(["flowId rest-unknown"], (await ada.Post($"/api/entries/{entry}/rest", body)).Refused());

        var (top, _) = await Top(ada, "28");
        Assert.Equal(
            ["from[0].mass not-weighed"],
            (
                await ada.Post(
                    "/api/entries",
                    new
                    {
                        step = "spin",
                        from = new[] { new { lotId = top, rest = "there" } },
                        to = new[] { new { form = "singles" } },
                    }
                )
            ).Refused()
        );
        Assert.Equal(400, (await ada.Post("/api/entries", Spin(top, "5", "perhaps"))).Status);
    }

    [Fact]
    public async Task Two_loads_of_eight_are_logged_and_the_cards_go_on_with_six()
    {
        var ada = await house.Register();
        var (lot, code) = await ada.TakeIn(
            new
            {
                mass = "400",
                form = "clean",
                humidityPercent = 65,
            }
        );
        var plan = new
        {
            mass = "240",
            most = "30 g",
            gives = "rolag",
        };
        var run = (await BeginLoads(ada, "card", lot, plan)).Expect(200);
        var id = run.GetProperty("id").GetGuid();
        Assert.False(run.GetProperty("mayGoOn").GetBoolean());
        object Logged(bool goesOn, string mass = "57") =>
            new
            {
                step = "card",
                from = new[] { new { lotId = lot, rest = goesOn ? "there" : null } },
                to = new[] { new { form = "rolag", mass } },
                runId = id,
                goesOn,
            };
        Assert.Equal(["goesOn nothing-left"], (await ada.Post("/api/entries", Logged(true))).Refused());
        await Tap(ada, id, new { kind = "cardOneLoad", mass = "29" });
        run = (await Tap(ada, id, new { kind = "cardOneLoad", mass = "28" })).Expect(200);
        Assert.True(run.GetProperty("mayGoOn").GetBoolean());

        // As all of it, it would be asked what became of the rest.
        Assert.Equal(["from[0].rest rest-unsaid"], (await ada.Post("/api/entries", Logged(false))).Refused());
        var key = Guid.NewGuid();
        var first = (await ada.Post("/api/entries", Logged(true), key)).Expect(200);
        var again = (await ada.Post("/api/entries", Logged(true), key)).Expect(200);
        Assert.Equal(first.GetProperty("entryId").GetGuid(), again.GetProperty("entryId").GetGuid());

        var on = Assert.Single(await Of(ada, "card"));
        Assert.NotEqual(id, on.GetProperty("id").GetGuid());
        Assert.Equal(180, on.GetProperty("lots")[0].GetProperty("grams").GetDouble(), 0.01);
        Assert.Equal("6 of 6 loads are left in this pass.", Call(on).GetProperty("sentence").GetString());
        // 57 g of rolags and what usually stays in the cards were taken of it.
        var left = (await ada.Lot(code)).GetProperty("lot").GetProperty("left").GetProperty("grams").GetDouble();
        Assert.InRange(left, 335, 343);

        id = on.GetProperty("id").GetGuid();
        for (var i = 0; i < 6; i++)
        {
            on = (await Tap(ada, id, new { kind = "cardOneLoad", mass = "29" })).Expect(200);
        }

        Assert.False(on.GetProperty("mayGoOn").GetBoolean());
        Assert.Equal(["goesOn nothing-left"], (await ada.Post("/api/entries", Logged(true, "174"))).Refused());
        Assert.Equal(
            ["goesOn not-here"],
            (
                await ada.Post(
                    "/api/entries",
                    new
                    {
                        step = "card",
                        from = new[] { new { lotId = lot } },
                        to = new[] { new { form = "rolag", mass = "330" } },
                        goesOn = true,
                    }
                )
            ).Refused()
        );
    }

    [Fact]
    public async Task Another_lot_that_fits_is_offered_and_is_taken_in_place_of_the_one_that_was_named()
    {
        var ada = await house.Register();
        var (lot, code) = await Top(ada, "40");
        var (meant, other) = await Top(ada, "120");
        object Weighed(string mass, string made) =>
            new
            {
                step = "spin",
                from = new[]
                {
                    new
                    {
                        lotId = lot,
                        mass,
                        all = false,
                    },
                },
                to = new[] { new { form = "singles", mass = made } },
            };
        var draft = (await ada.Post("/api/entries", Weighed("120", "118"))).Expect(200).GetProperty("draftId").GetGuid();
        var tap = (await ada.Get($"/api/drafts/{draft}/question"))
            .GetProperty("answers")
            .EnumerateArray()
            .First(t => t.GetProperty("kind").GetString() == "otherLot");
        Assert.Equal(
            ("from[0]", $"it was {other}, not {code}"),
            (tap.GetProperty("field").GetString(), tap.GetProperty("words").GetString())
        );
        Assert.Equal(
            ["field unknown"],
            (await ada.Post($"/api/drafts/{draft}/settle", new { lotId = meant, field = "from[9]" })).Refused()
        );
        Assert.Equal(
            ["from[0].lotId not-here"],
            (await ada.Post($"/api/drafts/{draft}/settle", new { lotId = Guid.NewGuid(), field = "from[0]" })).Refused()
        );
        Assert.Equal(["mass missing"], (await ada.Post($"/api/drafts/{draft}/settle", new { field = "from[0]" })).Refused());
        var settled = (await ada.Post($"/api/drafts/{draft}/settle", new { lotId = meant, field = "from[0]" })).Expect(200);
        Assert.True(settled.GetProperty("kept").GetBoolean());
        Assert.Equal("40 g", await Left(ada, code));
        Assert.False(await Waits(ada, meant));
        Assert.Empty((await ada.Get("/api/drafts")).EnumerateArray());
    }
}

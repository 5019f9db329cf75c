using EarthyTuft.Web.Tests.Runs;
using Xunit;

namespace EarthyTuft.Web.Tests.Scouring;

/// <summary>What is opened before the wash stays in the grease until it is washed, on its own and on a route.</summary>
public class GreaseTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task Opened_in_the_grease_it_waits_for_the_wash()
    {
        var ada = await house.Register();
        var (fleece, _) = await ada.TakeIn(new { mass = "1500", breed = "Gotland" });
        object Open(string form) =>
            new
            {
                step = "open",
                from = new[] { new { lotId = fleece } },
                to = new[] { new { form, mass = "1450" } },
                losses = new[] { new { kind = "dust", mass = "45" } },
            };
        // It is not clean for being opened.
        Assert.Equal(["to[0].form wrong-form"], (await ada.Post("/api/entries", Open("opened"))).Refused());
        var (opened, code) = await ada.Log(Open("openedGreasy"));
        Assert.Equal(code, Assert.Single(await At(ada, "wash")));
        Assert.DoesNotContain(code, await At(ada, "card"));
        var planned = await ada.Post(
            "/api/scouring/plan",
            new
            {
                lotIds = new[] { opened },
                wish = new { school = "hot" },
                tubLitres = 40,
            }
        );
        Assert.Equal(
            code,
            Assert.Single(planned.Expect(200).GetProperty("on").GetProperty("lots").EnumerateArray()).GetProperty("code").GetString()
        );
        Assert.Equal(
            ["from[0] wrong-form"],
            (
                await ada.Post(
                    "/api/entries",
                    new
                    {
                        step = "card",
                        from = new[] { new { lotId = opened } },
                        to = new[] { new { form = "batt", mass = "1400" } },
                    }
                )
            ).Refused()
        );
        var (_, washed) = await ada.Log(Requests.Wash(opened));
        Assert.Equal("washed", (await ada.Lot(washed)).GetProperty("lot").GetProperty("form").GetString());
    }

    [Fact]
    public async Task The_forms_a_station_offers_follow_from_what_lies_there()
    {
        var ada = await house.Register();
        await ada.TakeIn(new { mass = "1500", breed = "Gotland" });
        var gives = (await ada.Get("/api/lots?step=open"))
            .GetProperty("lots")[0]
            .GetProperty("gives")
            .EnumerateArray()
            .Select(f => f.GetString());
        Assert.Equal(["openedGreasy", "skirted"], gives);
    }

    [Fact]
    public async Task A_finished_wash_shows_its_baths_on_the_lot()
    {
        var ada = await house.Register();
        var (fleece, _) = await ada.TakeIn(new { mass = "900", breed = "Gotland" });
        var began = DateTimeOffset.UtcNow.AddMinutes(-40);
        var wash = (
            await Running.BeginWash(
                ada,
                new
                {
                    lotIds = new[] { fleece },
                    wish = new { school = "handHot", agent = new { name = "wool soap", doseGramsPerKilogram = 20 } },
                    tubLitres = 40,
                }
            )
        ).Expect(200).GetProperty("id").GetGuid();
        var bath = Running
            .Details(
                (
                    await Running.Tap(
                        ada,
                        wash,
                        new
                        {
                            kind = "beginBath",
                            batch = 1,
                            place = 0,
                            temperature = "58.5",
                            at = began,
                        }
                    )
                ).Expect(200)
            )
            .GetProperty("baths")[0]
            .GetProperty("id")
            .GetGuid();
        (
            await Running.Tap(
                ada,
                wash,
                new
                {
                    kind = "readBath",
                    bath,
                    temperature = "54",
                    at = began.AddMinutes(20),
                }
            )
        ).Expect(200);
        (
            await Running.Tap(
                ada,
                wash,
                new
                {
                    kind = "liftBath",
                    bath,
                    at = began.AddMinutes(22),
                }
            )
        ).Expect(200);
        var (_, code) = await ada.Log(
            new
            {
                step = "wash",
                from = new[] { new { lotId = fleece } },
                to = new[] { new { form = "washed" } },
                losses = new[] { new { kind = "waxAndSuint" } },
                runId = wash,
            }
        );
        var shown = await ada.Get("/api/scouring/washed/" + code);
        Assert.StartsWith("wool soap, ", shown.GetProperty("agent").GetString());
        var one = Assert.Single(shown.GetProperty("baths").EnumerateArray());
        Assert.Equal(
            (58.5, 54.0, 22.0),
            (
                one.GetProperty("first").GetProperty("degrees").GetDouble(),
                one.GetProperty("last").GetProperty("degrees").GetDouble(),
                one.GetProperty("minutes").GetDouble()
            )
        );
    }

    [Fact]
    public async Task Top_and_noil_are_told_apart()
    {
        var ada = await house.Register();
        var (fleece, _) = await ada.TakeIn(new { mass = "1500", breed = "Gotland" });
        var (skirted, _) = await ada.Log(Requests.Skirt(fleece, "1450", ("skirtings", "48")));
        var (wet, _) = await ada.Log(Requests.Wash(skirted));
        var (clean, _) = await ada.Log(Requests.Dry(wet, "1000"));
        var comb = new
        {
            step = "comb",
            from = new[] { new { lotId = clean } },
            to = new object[] { new { form = "top", mass = "800" }, new { form = "noil", mass = "190" } },
        };
        var balance = (await ada.Post("/api/entries/weigh-up", comb)).Expect(200).GetProperty("balance");
        Assert.Equal(80, balance.GetProperty("yield").GetProperty("value").GetDouble(), 0.5);
        Assert.Equal(19.2, balance.GetProperty("noil").GetProperty("value").GetDouble(), 0.1);
        var logged = (await ada.Post("/api/entries", comb)).Expect(200).GetProperty("balance");
        Assert.Equal(80, logged.GetProperty("yield").GetProperty("value").GetDouble(), 0.5);
    }

    [Fact]
    public async Task A_breed_told_otherwise_later_counts_for_what_was_made_of_it_and_keeps_its_history()
    {
        var ada = await house.Register();
        var (fleece, code) = await ada.TakeIn(new { mass = "1500", breed = "Gotland" });
        var (_, made) = await ada.Log(Requests.Skirt(fleece, "1450", ("skirtings", "48")));
        Assert.Equal(
            ["breed unknown-breed"],
            (await ada.Send(HttpMethod.Patch, $"/api/lots/{fleece}/facts", new { breed = "Gotlnad" })).Refused()
        );
        (await ada.Send(HttpMethod.Patch, $"/api/lots/{fleece}/facts", new { breed = "Romney", because = "The seller wrote." })).Expect(
            204
        );
        foreach (var lot in new[] { code, made })
        {
            var page = await ada.Lot(lot);
            Assert.Equal("Romney", page.GetProperty("lot").GetProperty("parentage").GetString());
            Assert.Contains("Gotland", page.GetProperty("changes").GetRawText());
        }
    }

    [Fact]
    public async Task How_much_goes_in_follows_the_end_that_is_wanted()
    {
        var ada = await house.Register();
        var (_, code) = await ada.TakeIn(new { mass = "1500", breed = "Gotland" });
        async Task<double> Needed(string end) =>
            (await ada.Get($"/api/lots/{code}/needed?wanted=300&{end}")).GetProperty("atMedian").GetProperty("grams").GetDouble();
        Assert.NotEqual(await Needed("aim=worstedHard&preparation=top"), await Needed("aim=woollenSoft&preparation=rolags"));
    }

    private static async Task<string[]> At(Person person, string step) =>
        [
            .. (await person.Get("/api/lots?step=" + step))
                .GetProperty("lots")
                .EnumerateArray()
                .Where(l => l.GetProperty("next").GetString() == step)
                .Select(l => l.GetProperty("code").GetString()!),
        ];
}

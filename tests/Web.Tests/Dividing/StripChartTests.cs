using System.Text.Json;
using Xunit;
using static EarthyTuft.Web.Tests.Runs.Running;

namespace EarthyTuft.Web.Tests.Dividing;

/// <summary>A strip chart as a run: begun as it was rehearsed, ticked off, planned anew half-way, put away.</summary>
public class StripChartTests(House house) : IClassFixture<House>
{
    private static Guid Id(JsonElement of) => of.GetProperty("id").GetGuid();

    private static object Chart(Guid? lot, string repeat = "a b", string strip = "10", int times = 2) =>
        new
        {
            colours = new object[] { new { name = "a", lotId = lot }, new { name = "b", colour = "woad" } },
            repeat,
            strip,
            times,
            plies = new object[] { new { order = "same" }, new { order = "plain", plain = "white" } },
        };

    private static Task<Reply> Begin(Person who, object chart) => who.Post("/api/runs", new { craft = "divide", chart });

    [Fact]
    public async Task A_chart_is_ticked_off_and_its_rest_planned_anew()
    {
        var ada = await house.Register();
        var (lot, code) = await ada.TakeIn(
            new
            {
                mass = "60",
                form = "top",
                colour = "madder",
            }
        );
        var run = (await Begin(ada, Chart(lot))).Expect(200);
        Assert.Equal(20, run.GetProperty("lots")[0].GetProperty("grams").GetDouble());
        Assert.False(run.GetProperty("mayBeLogged").GetBoolean());
        run = (await Tap(ada, Id(run), new { kind = "tickStrip", ply = 0 })).Expect(200);
        run = (await Tap(ada, Id(run), new { kind = "tickStrip", ply = 0 })).Expect(200);
        Assert.Equal(
            (2, "a b"),
            (
                Details(run).GetProperty("plies")[0].GetProperty("done").GetInt32(),
                Details(run).GetProperty("plies")[0].GetProperty("rest").GetString()
            )
        );
        run = (
            await Tap(
                ada,
                Id(run),
                new
                {
                    kind = "replanStrips",
                    rest = new[] { "b b a", "plain" },
                    mass = "5",
                }
            )
        ).Expect(200);
        var plies = Details(run).GetProperty("plies");
        Assert.Equal(
            ["a", "b", "b", "b", "a"],
            plies[0].GetProperty("strips").EnumerateArray().Select(s => s.GetProperty("name").GetString())
        );
        Assert.Equal(
            ["10 g", "10 g", "5 g", "5 g", "5 g"],
            plies[0].GetProperty("strips").EnumerateArray().Select(s => s.GetProperty("mass").GetProperty("text").GetString())
        );
        run = (
            await Tap(
                ada,
                Id(run),
                new
                {
                    kind = "noteBetterEnd",
                    colour = "a",
                    from = "otherEnd",
                }
            )
        ).Expect(200);
        Assert.Equal(
            ("otherEnd", code),
            (
                Details(run).GetProperty("colours")[0].GetProperty("from").GetString(),
                Details(run).GetProperty("colours")[0].GetProperty("code").GetString()
            )
        );
        Assert.Equal("4 strips are left of 6.", Details(run).GetProperty("sentence").GetString());
        for (var i = 0; i < 3; i++)
        {
            run = (await Tap(ada, Id(run), new { kind = "tickStrip", ply = 0 })).Expect(200);
        }

        run = (await Tap(ada, Id(run), new { kind = "tickStrip", ply = 1 })).Expect(200);
        Assert.True(Details(run).GetProperty("isDone").GetBoolean());
        (await Tap(ada, Id(run), new { kind = "tickStrip", ply = 1 })).Refused(409, "all-done");
        // Nothing of it is an entry: the fibre stays in its lot until it is spun.
        (await ada.Send(HttpMethod.Post, $"/api/runs/{Id(run)}/end")).Expect(204);
        Assert.Equal(60, (await ada.Lot(code)).GetProperty("lot").GetProperty("left").GetProperty("grams").GetDouble(), 0.5);
    }

    [Fact]
    public async Task A_chart_takes_no_more_than_is_free_and_comes_from_a_lot()
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(new { mass = "60", form = "top" });
        Assert.Equal(["colours no-lot"], (await Begin(ada, Chart(null))).Refused());
        Assert.Equal(["repeat unknown-name"], (await Begin(ada, Chart(lot, "a x"))).Refused());
        (await Begin(ada, Chart(lot, times: 4))).Expect(200);
        Assert.Equal(["mass more-than-free"], (await Begin(ada, Chart(lot, times: 4))).Refused());
        Assert.Equal(["lotIds not-here"], (await Begin(await house.Register("Bea"), Chart(lot))).Refused());
        Assert.Equal(
            ["startedAt out-of-range"],
            (
                await ada.Post(
                    "/api/runs",
                    new
                    {
                        craft = "divide",
                        chart = Chart(lot, times: 1),
                        startedAt = DateTimeOffset.UtcNow.AddDays(2),
                    }
                )
            ).Refused()
        );
    }

    [Fact]
    public async Task A_batt_is_parted_in_equal_strips_and_the_remainder_has_its_place()
    {
        var ada = await house.Register();
        async Task<JsonElement> Sizes(object of) => (await ada.Send(HttpMethod.Post, "/api/dividing/sizes", of)).Expect(200);
        var five = await Sizes(
            new
            {
                mass = "50",
                width = 200,
                length = 600,
                strip = 38,
            }
        );
        Assert.Equal((5, "10 g"), (five.GetProperty("count").GetInt32(), five.GetProperty("each").GetProperty("text").GetString()));
        Assert.Equal(
            "5 equal strips of 10 g, 40 mm wide and 0.6 m long: 16.7 g in a metre. Or torn just 38 mm wide: 5 of 9.5 g and a remainder of 2.5 g; lay such a light one last in its ply, where nothing has to match it.",
            five.GetProperty("sentence").GetString()
        );
        Assert.StartsWith("One strip of 50 g, 3 m long", (
                await Sizes(
                    new
                    {
                        mass = "50",
                        width = 200,
                        length = 600,
                        strip = 40,
                        @as = "zStrip",
                    }
                )
            ).GetProperty("sentence").GetString());
        Assert.Equal(
            ["strip too-wide"],
            (
                await ada.Send(
                    HttpMethod.Post,
                    "/api/dividing/sizes",
                    new
                    {
                        mass = "50",
                        width = 200,
                        length = 600,
                        strip = 300,
                    }
                )
            ).Refused()
        );
        Assert.Equal(
            ["mass not-a-weight"],
            (
                await ada.Send(
                    HttpMethod.Post,
                    "/api/dividing/sizes",
                    new
                    {
                        mass = "much",
                        width = 200,
                        length = 600,
                        strip = 30,
                    }
                )
            ).Refused()
        );
    }

    [Fact]
    public async Task What_came_off_the_cards_goes_into_the_entry_with_its_waste()
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(new { mass = "20", form = "clean" });
        var run = (await BeginLoads(ada, "card", lot, new { most = "10", gives = "puni" })).Expect(200);
        run = (await Tap(ada, Id(run), new { kind = "countCardLoads", count = 2 })).Expect(200);
        run = (
            await Tap(
                ada,
                Id(run),
                new
                {
                    kind = "countProducts",
                    count = 10,
                    one = "1.9 g",
                    airy = false,
                    rod = 6,
                    kept = "numbered",
                }
            )
        ).Expect(200);
        Assert.Equal(
            "10 punis of 1.9 g, 5 from a load, firm, on a rod of 6 mm, numbered 1 to 10.",
            Details(run).GetProperty("products").GetString()
        );
        run = (
            await Tap(
                ada,
                Id(run),
                new
                {
                    kind = "weighCardWaste",
                    ofKind = "dust",
                    mass = "0.6 g",
                }
            )
        ).Expect(200);
        Assert.Equal(
            ("dust", "0.6 g"),
            (
                run.GetProperty("entry").GetProperty("losses")[0].GetProperty("kind").GetString(),
                run.GetProperty("entry").GetProperty("losses")[0].GetProperty("mass").GetString()
            )
        );
        Assert.Contains("10 punis of 1.9 g", run.GetProperty("entry").GetProperty("notes").GetString());
        Assert.Equal(
            ["ofKind not-here"],
            (
                await Tap(
                    ada,
                    Id(run),
                    new
                    {
                        kind = "weighCardWaste",
                        ofKind = "noil",
                        mass = "1",
                    }
                )
            ).Refused()
        );
        Assert.Equal(["count out-of-range"], (await Tap(ada, Id(run), new { kind = "countProducts", count = -1 })).Refused());

        // The next punis are offered on the same rod, as firm; rolags are not.
        var (more, _) = await ada.TakeIn(new { mass = "20", form = "clean" });
        var next = (
            await BeginLoads(
                ada,
                "card",
                more,
                new
                {
                    mass = "10",
                    most = "10",
                    gives = "puni",
                }
            )
        ).Expect(200);
        Assert.Equal(
            (false, 6d),
            (
                Details(next).GetProperty("rolled").GetProperty("airy").GetBoolean(),
                Details(next).GetProperty("rolled").GetProperty("rod").GetDouble()
            )
        );
        var rolags = (
            await BeginLoads(
                ada,
                "card",
                more,
                new
                {
                    mass = "10",
                    most = "10",
                    gives = "rolag",
                }
            )
        ).Expect(200);
        Assert.Equal(System.Text.Json.JsonValueKind.Null, Details(rolags).GetProperty("rolled").ValueKind);
    }
}

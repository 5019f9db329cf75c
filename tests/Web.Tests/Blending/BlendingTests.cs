using System.Text.Json;
using Xunit;
using static EarthyTuft.Web.Tests.Runs.Running;

namespace EarthyTuft.Web.Tests.Blending;

/// <summary>A blend: weighed out, laid on, split and laid together, and logged as one lot that is right to the gram.</summary>
public class BlendingTests(House house) : IClassFixture<House>
{
    private static Guid Id(JsonElement of) => of.GetProperty("id").GetGuid();

    private static Task<Reply> Begin(Person who, Dictionary<string, object?> wish) =>
        who.Post(
            "/api/runs",
            new Dictionary<string, object?> { ["craft"] = "blend" }
                .Concat(wish)
                .ToDictionary()
        );

    private static Dictionary<string, object?> Blend(string by, string? total, params (Guid Lot, string Amount)[] of) =>
        new()
        {
            ["by"] = by,
            ["total"] = total,
            ["most"] = "50",
            ["components"] = of.Select(c => new { lotId = c.Lot, amount = c.Amount }),
            ["passes"] = 2,
            ["splitIn"] = 4,
        };

    private async Task<(Person Ada, Guid[] Lots)> Four()
    {
        var ada = await house.Register();
        var lots = new List<Guid>
        {
            (
                await ada.TakeIn(
                    new
                    {
                        mass = "600",
                        form = "clean",
                        breed = "Romney",
                        price = 12,
                        humidityPercent = 65,
                    }
                )
            ).Item1,
            (
                await ada.TakeIn(
                    new
                    {
                        mass = "600",
                        form = "clean",
                        fibre = "alpaca",
                        price = 18,
                        colour = "fawn",
                        humidityPercent = 65,
                    }
                )
            ).Item1,
            (
                await ada.TakeIn(
                    new
                    {
                        mass = "300",
                        form = "top",
                        fibre = "silk",
                        price = 30,
                        colour = "white",
                        humidityPercent = 65,
                    }
                )
            ).Item1,
            (
                await ada.TakeIn(
                    new
                    {
                        mass = "50",
                        form = "top",
                        fibre = "polyester",
                        price = 5,
                        colour = "gold #C79A2B",
                        humidityPercent = 65,
                    }
                )
            ).Item1,
        };
        return (ada, [.. lots]);
    }

    [Fact]
    public async Task A_sparkle_of_two_percent_is_weighed_once_and_the_blend_is_right_to_the_gram()
    {
        var (ada, lots) = await Four();
        var wish = Blend("percent", "1.2 kg", (lots[0], "40"), (lots[1], "38"), (lots[2], "20"), (lots[3], "2"));
        var plan = (await ada.Post("/api/blending/plan", wish)).Expect(200);
        Assert.Equal(
            (24, "50 g", 1200),
            (
                plan.GetProperty("loads").GetInt32(),
                plan.GetProperty("perLoad").GetProperty("text").GetString(),
                plan.GetProperty("total").GetProperty("grams").GetDouble()
            )
        );
        var sparkle = plan.GetProperty("portions")[3];
        Assert.Equal(
            ("onceForAll", 50, "#C79A2B"),
            (
                sparkle.GetProperty("weigh").GetString(),
                sparkle.GetProperty("worstErrorPercent").GetDouble(),
                sparkle.GetProperty("shade").GetString()
            )
        );
        Assert.Contains("weigh 24 g once, and divide it by eye into 24", sparkle.GetProperty("advice").GetString());
        Assert.Equal("", plan.GetProperty("portions")[0].GetProperty("advice").GetString());
        Assert.Contains(plan.GetProperty("notes").EnumerateArray(), n => n.GetString()!.Contains("slippery", StringComparison.Ordinal));
        // 40 % at 2.00, 38 % at 3.00, 20 % at 10.00 and 2 % at 10.00 for 100 g.
        Assert.Contains("4.14", plan.GetProperty("price").GetString());
        var picture = plan.GetProperty("picture");
        Assert.Equal(
            (7, 200, 20),
            (picture.GetArrayLength(), picture[0].GetProperty("layers").GetArrayLength(), picture[6].GetProperty("yarn").GetArrayLength())
        );
        Assert.Equal(picture.ToString(), (await ada.Post("/api/blending/plan", wish)).Expect(200).GetProperty("picture").ToString());

        var run = (await Begin(ada, wish)).Expect(200);
        Assert.Equal(
            [480.0, 456.0, 240.0, 24.0],
            lots.Select(l => run.GetProperty("lots").EnumerateArray().Single(r => Id(r) == l).GetProperty("grams").GetDouble())
        );
        // What is held for it is not free for another blend.
        Assert.Equal(
            ["components[0].amount more-than-free"],
            (await Begin(ada, Blend("weight", null, (lots[0], "200"), (lots[1], "50")))).Refused()
        );

        (await Tap(ada, Id(run), new { kind = "countBlendLoads", count = 24 })).Expect(200);
        run = (await Tap(ada, Id(run), new { kind = "passBlend" })).Expect(200);
        Assert.Contains("24 of 24 loads are left in pass 1", Details(run).GetProperty("sentence").GetString());
        (await Tap(ada, Id(run), new { kind = "countBlendLoads", count = 24 })).Expect(200);
        (await Tap(ada, Id(run), new { kind = "passBlend" })).Expect(200);
        run = (await Tap(ada, Id(run), new { kind = "countBlendLoads", count = 24 })).Expect(200);
        Assert.Equal("log", Call(run).GetProperty("act").GetString());

        var logged = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "blend",
                    from = lots.Zip(["480", "456", "240", "24"])
                        .Select(l => new
                        {
                            lotId = l.First,
                            mass = l.Second,
                            all = false,
                        }),
                    to = new[] { new { form = "batt", mass = "1185" } },
                    humidityPercent = 65,
                    runId = Id(run),
                }
            )
        ).Expect(200);
        Assert.True(logged.GetProperty("kept").GetBoolean());
        Assert.Empty(await Of(ada, "blend"));
        var code = logged.GetProperty("made")[0].GetProperty("code").GetString()!;
        var lot = (await ada.Get($"/api/lots/{code}")).GetProperty("lot");
        var parts = lot.GetProperty("parts")
            .EnumerateArray()
            .ToDictionary(p => p.GetProperty("fibre").GetString()!, p => p.GetProperty("share").GetProperty("value").GetDouble());
        Assert.Equal(["alpaca", "polyester", "silk", "wool"], parts.Keys.Order());
        Assert.Equal(100, parts.Values.Sum(), 6);
        Assert.InRange(parts["wool"], 39, 41);
        Assert.Equal(
            120,
            (await ada.Get($"/api/lots/{(await Code(ada, lots[0]))}"))
                .GetProperty("lot")
                .GetProperty("left")
                .GetProperty("grams")
                .GetDouble(),
            1
        );
        // Halved and put together again it is what it was.
        var made = logged.GetProperty("made")[0].GetProperty("id").GetGuid();
        var halves = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "divide",
                    from = new[] { new { lotId = made } },
                    to = new[] { new { form = "batt", mass = "600" }, new { form = "batt", mass = "585" } },
                }
            )
        ).Expect(200).GetProperty("made");
        var joined = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "join",
                    from = halves.EnumerateArray().Select(h => new { lotId = h.GetProperty("id").GetGuid() }),
                    to = new[] { new { form = "batt", mass = "1185" } },
                }
            )
        ).Expect(200);
        var again = (await ada.Get($"/api/lots/{joined.GetProperty("made")[0].GetProperty("code").GetString()}"))
            .GetProperty("lot")
            .GetProperty("parts");
        Assert.All(again.EnumerateArray(), p =>
            Assert.Equal(parts[p.GetProperty("fibre").GetString()!], p.GetProperty("share").GetProperty("value").GetDouble(), 6)
        );
    }

    private static async Task<string> Code(Person who, Guid lot) =>
        (await who.Get("/api/lots")).GetProperty("lots").EnumerateArray().First(l => Id(l) == lot).GetProperty("code").GetString()!;

    [Fact]
    public async Task A_component_heavier_than_its_stock_is_a_draft_with_its_explanations()
    {
        var (ada, lots) = await Four();
        var kept = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "blend",
                    from = new[] { new { lotId = lots[0], mass = "100" }, new { lotId = lots[3], mass = "80" } },
                    to = new[] { new { form = "batt", mass = "178" } },
                }
            )
        ).Expect(200);
        Assert.False(kept.GetProperty("kept").GetBoolean());
        Assert.Contains("weighed", kept.ToString());
    }

    [Fact]
    public async Task What_is_no_blend_is_refused_at_its_field()
    {
        var (ada, lots) = await Four();
        Task<Reply> Plan(object wish) => ada.Post("/api/blending/plan", wish);
        Assert.Equal(
            ["components[0].amount out-of-range"],
            (await Plan(Blend("percent", "500", (lots[0], "0"), (lots[1], "100")))).Refused()
        );
        Assert.Equal(
            ["components[1].amount out-of-range"],
            (await Plan(Blend("percent", "500", (lots[0], "20"), (lots[1], "101")))).Refused()
        );
        Assert.Equal(["components not-a-hundred"], (await Plan(Blend("percent", "500", (lots[0], "20"), (lots[1], "60")))).Refused());
        Assert.Equal(["components too-many"], (await Plan(Blend("parts", "500", [.. Enumerable.Repeat((lots[0], "1"), 13)]))).Refused());
        Assert.Equal(["components twice"], (await Plan(Blend("parts", "100", (lots[0], "1"), (lots[0], "1")))).Refused());
        Assert.Equal(["total empty"], (await Plan(Blend("parts", null, (lots[0], "1")))).Refused());
        Assert.Equal(["components not-here"], (await Plan(Blend("parts", "10", (Guid.NewGuid(), "1")))).Refused());
        Assert.Equal(
            ["most missing"],
            (
                await Plan(
                    new
                    {
                        by = "parts",
                        total = "10",
                        components = new[] { new { lotId = lots[0], amount = "1" } },
                    }
                )
            ).Refused()
        );
        Assert.Equal(
            ["toolId not-here"],
            (
                await Plan(
                    new
                    {
                        by = "parts",
                        total = "10",
                        toolId = Guid.NewGuid(),
                        components = new[] { new { lotId = lots[0], amount = "1" } },
                    }
                )
            ).Refused()
        );
        Assert.Equal(
            ["taken out-of-range"],
            (
                await Plan(
                    new
                    {
                        by = "parts",
                        total = "10",
                        most = "5",
                        taken = 0,
                        components = new[] { new { lotId = lots[0], amount = "1" } },
                    }
                )
            ).Refused()
        );
        var more = (await Plan(Blend("percent", "1500", (lots[0], "60"), (lots[1], "40")))).Expect(422);
        Assert.Matches(@"make at most 1\s000 g of the blend", more.GetProperty("detail").GetString());
        var eve = await house.Register();
        Assert.Equal(["components not-here"], (await eve.Post("/api/blending/plan", Blend("parts", "10", (lots[0], "1")))).Refused());
        Assert.Equal(422, (await Begin(eve, Blend("parts", "10", (lots[0], "1")))).Status);
    }
}

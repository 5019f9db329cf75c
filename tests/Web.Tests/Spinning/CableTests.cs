using System.Text.Json;
using EarthyTuft.Web.Tests.Runs;
using Xunit;
using static EarthyTuft.Web.Tests.Spinning.Skeins;

namespace EarthyTuft.Web.Tests.Spinning;

/// <summary>A cable is plied in two steps, and strands of unlike twist are named.</summary>
public class CableTests(House house) : IClassFixture<House>
{
    private static async Task<(Guid Id, string Code)[]> Bobbins(Person who, params (string Length, string Direction)[] of)
    {
        var (top, _) = await who.TakeIn(
            new
            {
                mass = "100",
                form = "top",
                breed = "Romney",
                humidityPercent = 65,
            }
        );
        var spun = (
            await who.Post(
                "/api/entries",
                new
                {
                    step = "spin",
                    from = new[] { new { lotId = top, all = true } },
                    to = of.Select(b => new
                    {
                        form = "singles",
                        mass = $"{100 / of.Length}",
                        yarn = new
                        {
                            length = b.Length,
                            direction = b.Direction,
                            wraps = "30",
                        },
                    }),
                }
            )
        ).Expect(200);
        return [.. spun.GetProperty("made").EnumerateArray().Select(m => (Id(m), Text(m, "code")))];
    }

    private static async Task<JsonElement> Plan(Person who, string structure, int plies, IEnumerable<Guid> lots, double? takeUp = null) =>
        (
            await who.Post(
                "/api/spinning/ply",
                new
                {
                    lotIds = lots,
                    structure,
                    plies,
                    degrees = 28,
                    takeUpPercent = takeUp,
                }
            )
        ).Expect(200);

    [Fact]
    public async Task Four_bobbins_are_plied_two_and_two_and_cabled_the_way_they_were_spun()
    {
        var ada = await house.Register();
        var bobbins = await Bobbins(ada, ("150", "z"), ("140", "z"), ("160", "z"), ("155", "z"));
        var plan = await Plan(ada, "cable", 4, bobbins.Select(b => b.Id), takeUp: 5);
        Assert.Equal(("z", 5d), (Text(plan, "direction"), plan.GetProperty("takeUpPercent").GetDouble()));
        var sentences = Texts(plan.GetProperty("sentences"));
        Assert.StartsWith("First ply two and two S with ", sentences[0]);
        Assert.Contains("1.75 times what balance asks for", sentences[0]);
        Assert.EndsWith(
            $"One holds {bobbins[0].Code} and {bobbins[1].Code}, the other {bobbins[2].Code} and {bobbins[3].Code}.",
            sentences[0]
        );
        Assert.StartsWith("Then ply the two of them Z, as the singles were spun, with ", sentences[1]);
        // 140 m over what five in a hundred take up.
        Assert.Equal($"It makes about 133 m of cable of two two-plies; {bobbins[1].Code} is the first to end.", sentences[2]);
        Assert.Empty(plan.GetProperty("cautions").EnumerateArray());
    }

    [Fact]
    public async Task Strands_of_S_and_Z_are_named_and_fewer_bobbins_than_strands_are_wound_off()
    {
        var ada = await house.Register();
        var bobbins = await Bobbins(ada, ("150", "z"), ("140", "s"));
        var cautions = Texts((await Plan(ada, "plain", 2, bobbins.Select(b => b.Id))).GetProperty("cautions"));
        Assert.StartsWith($"{bobbins[1].Code} is twisted S and {bobbins[0].Code} Z: they do not belong together.", Assert.Single(cautions));
        var like = await Bobbins(ada, ("150", "z"), ("140", "z"));
        cautions = Texts((await Plan(ada, "plain", 3, like.Select(b => b.Id))).GetProperty("cautions"));
        Assert.Equal(["There are fewer bobbins than strands: wind it off in equal lengths first, 3 of 33.3 g."], cautions);
    }

    [Fact]
    public async Task What_stays_on_a_bobbin_is_offered_as_a_chain_and_a_skein_that_differs_is_told()
    {
        var ada = await house.Register();
        Assert.Empty((await ada.Get("/api/spinning/remains")).EnumerateArray());
        var bobbins = await Bobbins(ada, ("897", "z"), ("732", "z"));
        var run = (
            await ada.Post(
                "/api/runs",
                new
                {
                    craft = "ply",
                    lotIds = bobbins.Select(b => b.Id),
                    plies = 2,
                    degrees = 28,
                    wraps = "14",
                }
            )
        ).Expect(200);
        foreach (var (mass, length) in new[] { ("40 g", "300 m"), ("40 g", "256 m") })
        {
            run = (
                await Running.Tap(
                    ada,
                    Id(run),
                    new
                    {
                        kind = "fillBobbin",
                        mass,
                        length,
                    }
                )
            ).Expect(200);
        }

        Assert.Contains(
            "Skein 2 is 17 % heavier for its length than skein 1. In one thing: two rows of each in turn, or the heavier where it wears.",
            Texts(Running.Details(run).GetProperty("sentences"))
        );
        (await Running.End(ada, Id(run))).Expect(204);
        (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "ply",
                    from = new object[]
                    {
                        new
                        {
                            lotId = bobbins[0].Id,
                            mass = "40 g",
                            all = false,
                        },
                        new { lotId = bobbins[1].Id, all = true },
                    },
                    to = new[] { new { form = "plied", mass = "90 g" } },
                }
            )
        ).Expect(200);
        var stays = Assert.Single((await ada.Get("/api/spinning/remains")).EnumerateArray());
        Assert.Equal(bobbins[0].Code, Text(stays, "code"));
        // A fifth of 897 m, three times over, with what a ply takes up.
        Assert.Equal("10 g, 179 m: 58.1 m of chain", Text(stays, "words"));
        Assert.Empty((await (await house.Register("Bea")).Get("/api/spinning/remains")).EnumerateArray());
    }

    [Fact]
    public async Task Yarn_is_wound_off_onto_what_holds_so_much()
    {
        var ada = await house.Register();
        var bobbins = await Bobbins(ada, ("700", "z"), ("300", "z"));
        async Task<string[]> Wound(string holds) =>
            Texts(
                (await ada.Get($"/api/spinning/wind?lotId={bobbins[0].Id}&holds={Uri.EscapeDataString(holds)}")).GetProperty("sentences")
            );
        Assert.Equal(["7 full of 90 m each, and 70 m over.", "8 even ones: 87.5 m, 6.25 g each."], await Wound("90 m"));
        Assert.Equal(["2 full of 350 m each, and nothing over."], await Wound("25 g"));
        Assert.Equal(["All of it goes on one, 700 m."], await Wound("2 kg"));
        async Task<string[]> Refused(string holds) =>
            (await ada.Send(HttpMethod.Get, $"/api/spinning/wind?lotId={bobbins[0].Id}&holds={holds}")).Refused();
        Assert.Equal(["holds not-readable"], await Refused("many"));
        Assert.Equal(["holds not-readable"], await Refused("-4"));
        Assert.Equal(["holds out-of-range"], await Refused("0.5%20m"));
        (await (await house.Register("Bea")).Send(HttpMethod.Get, $"/api/spinning/wind?lotId={bobbins[0].Id}&holds=90")).Refused(
            404,
            "not-here"
        );
    }

    [Fact]
    public async Task A_mark_on_a_dial_is_kept_and_takes_no_advice_away()
    {
        var ada = await house.Register();
        var tool = (
            await ada.Post(
                "/api/tools/spinners",
                new
                {
                    name = "e-wheel",
                    kind = "electricFlyer",
                    whorls = new object[] { new { name = "mark 5" }, new { ratio = 12, name = "middle" } },
                }
            )
        ).Expect(200);
        Assert.Equal(
            [("middle", 12.0), ("mark 5", null)],
            tool.GetProperty("whorls")
                .EnumerateArray()
                .Select(w =>
                    (
                        w.GetProperty("name").GetString(),
                        w.GetProperty("ratio") is { ValueKind: JsonValueKind.Number } r ? r.GetDouble() : (double?)null
                    )
                )
        );
        Assert.Equal(
            ["whorls[0].ratio missing"],
            (
                await ada.Post(
                    "/api/tools/spinners",
                    new
                    {
                        name = "another",
                        kind = "electricFlyer",
                        whorls = new object[] { new { name = " " } },
                    }
                )
            ).Refused()
        );
        var (top, _) = await ada.TakeIn(
            new
            {
                mass = "60",
                form = "top",
                breed = "Romney",
            }
        );
        var run = (
            await ada.Post(
                "/api/runs",
                new
                {
                    craft = "spin",
                    aim = new
                    {
                        wraps = "14",
                        lotId = top,
                        by = "seconds",
                    },
                    toolId = Id(tool),
                    whorl = "mark 5",
                }
            )
        ).Expect(200);
        Assert.Contains("turns in a metre", string.Join(' ', Texts(Running.Details(run).GetProperty("aim").GetProperty("sentences"))));
        Assert.Contains("On: e-wheel, mark 5.", Texts(Running.Details(run).GetProperty("resume")));
    }
}

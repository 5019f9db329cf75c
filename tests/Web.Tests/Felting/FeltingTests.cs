using System.Text.Json;
using Xunit;
using static EarthyTuft.Web.Tests.Runs.Running;

namespace EarthyTuft.Web.Tests.Felting;

/// <summary>A felting test as a run: begun, looked at, kept; and what it moves afterwards.</summary>
public class FeltingTests(House house) : IClassFixture<House>
{
    private static Guid Id(JsonElement of) => of.GetProperty("id").GetGuid();

    private static Task<Reply> Begin(Person who, Guid lot, string pinch = "2", string by = "minutes") =>
        who.Post(
            "/api/runs",
            new
            {
                craft = "testFelting",
                lotIds = new[] { lot },
                pinch,
                by,
            }
        );

    private static Task<Reply> Look(Person who, Guid run, double? count, string? width, bool holds = false, Guid? key = null) =>
        Tap(
            who,
            run,
            new
            {
                kind = "measureBall",
                count,
                width,
                holds,
            },
            key
        );

    private static async Task<JsonElement> Felting(Person who, string code) =>
        (await who.Lot(code)).GetProperty("lot").GetProperty("felting");

    [Fact]
    public async Task What_a_pinch_came_to_stands_with_the_lot_and_its_fleece_and_moves_the_wash_of_the_next()
    {
        var ada = await house.Register();
        var (raw, rawCode) = await ada.TakeIn(new { mass = "2000", breed = "Gotland" });
        var (skirted, code) = await ada.Log(
            new
            {
                step = "skirt",
                from = new[]
                {
                    new
                    {
                        lotId = raw,
                        mass = "300",
                        all = false,
                    },
                },
                to = new[] { new { form = "skirted", mass = "300" } },
            }
        );
        var (clean, cleanCode) = await ada.Log(
            new
            {
                step = "wash",
                from = new[] { new { lotId = skirted } },
                to = new[]
                {
                    new
                    {
                        form = "clean",
                        mass = "180",
                        state = "rested",
                    },
                },
                losses = new[] { new { kind = "waxAndSuint" } },
            }
        );
        var before = await Felting(ada, cleanCode);
        Assert.Equal("typical", before.GetProperty("from").GetString());
        Assert.Contains(
            "testFelting",
            (await ada.Lot(cleanCode)).GetProperty("lot").GetProperty("trials").EnumerateArray().Select(t => t.GetString())
        );
        Assert.Empty((await ada.Lot(rawCode)).GetProperty("lot").GetProperty("trials").EnumerateArray());

        var run = Id((await Begin(ada, clean)).Expect(200));
        await Look(ada, run, 2, "28", holds: true);
        var after = (await Look(ada, run, 5, "26")).Expect(200);
        Assert.Equal("readily", Details(after).GetProperty("felts").GetString());
        Assert.Equal(0.217, Details(after).GetProperty("readings")[1].GetProperty("density").GetDouble(), 3);
        (await End(ada, run)).Expect(204);

        // Of the lot, of the fleece that it came from, and of another of its breed.
        var (_, other) = await ada.TakeIn(new { mass = "900", breed = "Gotland" });
        foreach (var of in new[] { cleanCode, code, rawCode, other })
        {
            var felting = await Felting(ada, of);
            Assert.Equal(("readily", "yours"), (felting.GetProperty("felts").GetString(), felting.GetProperty("from").GetString()));
        }

        var gotland = (await ada.Get("/api/breeds/search?q=gotland"))[0];
        Assert.Equal(["readily"], gotland.GetProperty("felted").EnumerateArray().Select(f => f.GetString()));
        var (_, unlike) = await ada.TakeIn(new { mass = "900", breed = "Wensleydale" });
        Assert.Equal("typical", (await Felting(ada, unlike)).GetProperty("from").GetString());
        // The lot is as it was: the ball stays with it.
        Assert.Equal(180, (await ada.Lot(cleanCode)).GetProperty("lot").GetProperty("left").GetProperty("grams").GetDouble(), 2);

        var plan = (
            await ada.Send(
                HttpMethod.Post,
                "/api/scouring/plan",
                new
                {
                    lotIds = new[] { raw },
                    wish = new { school = "hot" },
                    tubLitres = 60,
                }
            )
        ).Expect(200);
        Assert.Contains(plan.GetProperty("plan").GetProperty("risk").GetProperty("because").EnumerateArray(), b =>
            b.GetString()!.Contains("your own test")
        );
    }

    [Fact]
    public async Task Slips_are_said_at_their_field_and_what_grows_again_is_kept_and_asked_about()
    {
        var ada = await house.Register();
        var (clean, _) = await ada.TakeIn(new { mass = "500", form = "clean" });
        Assert.Equal(["pinch not-a-weight"], (await Begin(ada, clean, "two")).Refused());
        Assert.Equal(["pinch out-of-range"], (await Begin(ada, clean, "200")).Refused());
        var run = Id((await Begin(ada, clean)).Expect(200));
        Assert.Equal(["width too-wide"], (await Look(ada, run, 2, "90")).Refused());
        Assert.Equal(["width out-of-range"], (await Look(ada, run, 2, "0")).Refused());
        Assert.Equal(["count missing"], (await Look(ada, run, null, "28")).Refused());
        await Look(ada, run, 2, "28", holds: true);
        await Look(ada, run, 5, "26");
        var grown = Details((await Look(ada, run, 10, "36")).Expect(200));
        var odd = grown.GetProperty("readings")[2];
        Assert.NotEmpty(odd.GetProperty("doubt").GetString()!);
        Assert.Equal("readily", grown.GetProperty("felts").GetString());
        var believed = Details(
            (await Tap(ada, run, new { kind = "believeWidth", measured = odd.GetProperty("event").GetGuid() })).Expect(200)
        );
        Assert.Equal(
            ("little", ""),
            (believed.GetProperty("felts").GetString(), believed.GetProperty("readings")[2].GetProperty("doubt").GetString())
        );
        var back = Details((await Withdraw(ada, run, odd.GetProperty("event").GetGuid())).Expect(200));
        Assert.Equal(2, back.GetProperty("readings").GetArrayLength());
    }

    [Fact]
    public async Task A_test_that_was_left_before_it_could_be_told_says_nothing_and_the_same_tap_twice_is_one()
    {
        var ada = await house.Register();
        var (clean, code) = await ada.TakeIn(
            new
            {
                mass = "500",
                form = "clean",
                breed = "Cheviot",
            }
        );
        var run = Id((await Begin(ada, clean)).Expect(200));
        var key = Guid.NewGuid();
        await Look(ada, run, 2, "30", key: key);
        Assert.Equal(1, Details((await Look(ada, run, 2, "30", key: key)).Expect(200)).GetProperty("readings").GetArrayLength());
        (await End(ada, run)).Expect(204);
        Assert.Equal("typical", (await Felting(ada, code)).GetProperty("from").GetString());
    }

    [Fact]
    public async Task Two_pinches_of_one_fleece_are_held_against_each_other()
    {
        var ada = await house.Register();
        var (clean, _) = await ada.TakeIn(new { mass = "500", form = "clean" });
        async Task<string> Roll(string width)
        {
            var run = Id((await Begin(ada, clean)).Expect(200));
            await Look(ada, run, 2, width, holds: true);
            var beside = Details((await Look(ada, run, 5, width)).Expect(200)).GetProperty("beside").GetString()!;
            (await End(ada, run)).Expect(204);
            return beside;
        }

        Assert.Equal("", await Roll("28"));
        Assert.Contains("the two agree", await Roll("28.5"));
        Assert.Contains("more than a fifth", await Roll("24"));
    }

    [Fact]
    public async Task Nobody_elses_lot_is_tested_and_who_only_looks_tests_nothing()
    {
        var ada = await house.Register();
        var (clean, _) = await ada.TakeIn(new { mass = "500", form = "clean" });
        Assert.Equal(["lotIds not-here"], (await Begin(await house.Register("Bea"), clean)).Refused());
        Assert.Equal(["lotIds wrong-form"], (await Begin(ada, (await ada.TakeIn(new { mass = "900" })).Id)).Refused());
        (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "testFelting",
                    from = new[] { new { lotId = clean } },
                    to = new[] { new { form = "clean" } },
                }
            )
        ).Refused();
        Assert.Empty((await (await house.Register("Cai")).Get("/api/felting/balls")).EnumerateArray());
    }
}

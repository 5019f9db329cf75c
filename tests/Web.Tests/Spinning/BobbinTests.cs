using Xunit;
using static EarthyTuft.Web.Tests.Runs.Running;
using static EarthyTuft.Web.Tests.Spinning.Skeins;

namespace EarthyTuft.Web.Tests.Spinning;

/// <summary>Bobbins as they fill: in portions, by several hands, of several kinds, and the time they take.</summary>
public class BobbinTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task A_little_is_combed_and_a_little_spun_and_the_noil_weighed_once()
    {
        var ada = await house.Register();
        var (lot, code) = await ada.TakeIn(
            new
            {
                mass = "200",
                form = "clean",
                breed = "Wensleydale",
            }
        );
        // Side by side on one lot: a part on the combs, a part at the wheel; and combing in cycles at the wheel itself.
        var combing = (
            await ada.Post(
                "/api/runs",
                new
                {
                    craft = "comb",
                    lotIds = new[] { lot },
                    mass = "80",
                    most = "10",
                    way = "littleByLittle",
                }
            )
        ).Expect(200);
        var spinning = (
            await ada.Post(
                "/api/runs",
                new
                {
                    craft = "spin",
                    aim = new
                    {
                        wraps = "14",
                        degrees = 25,
                        lotId = lot,
                    },
                    mass = "120",
                }
            )
        ).Expect(200);
        for (var i = 0; i < 5; i++)
        {
            (await Tap(ada, Id(combing), new { kind = "combOneLoad" })).Expect(200);
            spinning = (await Tap(ada, Id(spinning), new { kind = "countSpun", of = "combings" })).Expect(200);
        }

        Assert.Equal(
            ("combings", 5),
            (
                Text(Details(spinning).GetProperty("counts")[0], "of"),
                Details(spinning).GetProperty("counts")[0].GetProperty("count").GetInt32()
            )
        );
        Assert.Equal(5, Details((await Of(ada, "comb"))[0]).GetProperty("loads").GetArrayLength());
        spinning = (
            await Tap(
                ada,
                Id(spinning),
                new
                {
                    kind = "fillBobbin",
                    mass = "97",
                    length = "400",
                }
            )
        ).Expect(200);
        Assert.Contains("5 times combed a little more", Text(spinning.GetProperty("entry"), "notes"));
        var logged = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "spin",
                    from = new[]
                    {
                        new
                        {
                            lotId = lot,
                            mass = "120",
                            all = false,
                        },
                    },
                    to = new[] { Heap(spinning.GetProperty("entry"), "singles"), new { form = "noil", mass = "20" } },
                    runId = Id(spinning),
                    notes = Text(spinning.GetProperty("entry"), "notes"),
                }
            )
        ).Expect(200);
        Assert.True(logged.GetProperty("kept").GetBoolean(), Text(logged, "sentence"));
        Assert.Equal(["singles", "noil"], logged.GetProperty("made").EnumerateArray().Select(m => Text(m, "form")));
        // The combs go on with theirs.
        Assert.Single(await Of(ada, "comb"));
        Assert.Contains("combed a little more", (await ada.Lot(code)).ToString());
    }

    [Fact]
    public async Task A_days_motion_is_counted_by_the_clock_and_not_by_the_wall()
    {
        await using var server = House.Start(house.Connection, ("Now", "2026-05-14T16:00:00Z"));
        var ada = await Person.Register(server);
        var now = (await ada.Get("/api/course")).GetProperty("now").GetDateTimeOffset();
        var (lot, _) = await ada.TakeIn(new { mass = "100", form = "top" });
        // Begun yesterday, and worked at for twenty minutes today.
        var run = (
            await ada.Post(
                "/api/runs",
                new
                {
                    craft = "spin",
                    aim = new { wraps = "14", lotId = lot },
                    startedAt = now.AddHours(-30),
                }
            )
        ).Expect(200);
        (await Tap(ada, Id(run), new { kind = "sitDown", at = now.AddMinutes(-70) })).Expect(200);
        (await Tap(ada, Id(run), new { kind = "standUp", at = now.AddMinutes(-50) })).Expect(200);
        var done = (await ada.Get("/api/course")).GetProperty("motion").GetProperty("done").EnumerateArray().Single();
        Assert.Equal(("spin", 20), (Text(done, "step"), done.GetProperty("minutes").GetInt32()));
        Assert.Equal(20, (await Of(ada, "spin"))[0].GetProperty("entry").GetProperty("minutes").GetDouble());
    }

    [Fact]
    public async Task Two_hands_fill_one_bobbin_once_and_portions_lie_side_by_side()
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(new { mass = "100", form = "top" });
        object Start(string mass) =>
            new
            {
                craft = "spin",
                aim = new { wraps = "14", lotId = lot },
                mass,
            };
        var run = (await ada.Post("/api/runs", Start("60"))).Expect(200);
        Assert.Equal(["mass more-than-free"], (await ada.Post("/api/runs", Start("60"))).Refused());
        (await ada.Post("/api/runs", Start("40"))).Expect(200);
        var key = Guid.NewGuid();
        var both = await Task.WhenAll(Enumerable.Range(0, 2).Select(_ => Tap(ada, Id(run), new { kind = "fillBobbin", mass = "58" }, key)));
        Assert.All(both, b => b.Expect(200));
        Assert.Equal(1, Details((await Of(ada, "spin")).Single(r => Id(r) == Id(run))).GetProperty("bobbins").GetArrayLength());
        var clash = await Task.WhenAll(Enumerable.Range(0, 2).Select(_ => Tap(ada, Id(run), new { kind = "sitDown" })));
        Assert.Equal([200, 409], clash.Select(c => c.Status).Order());
    }

    [Fact]
    public async Task Bobbins_of_several_kinds_and_a_spindle_with_its_weight()
    {
        var ada = await house.Register();
        async Task<string[]> Refused(object tool) => (await ada.Post("/api/tools/spinners", tool)).Refused();
        var whorls = new[] { new { ratio = 8 } };
        Assert.Equal(
            ["bobbins[0].holds empty", "bobbins[1].name missing"],
            await Refused(
                new
                {
                    name = "wheel",
                    kind = "wheel",
                    whorls,
                    bobbins = new object[] { new { name = "standard" }, new { holds = "90 g" } },
                }
            )
        );
        Assert.Equal(
            ["bobbins twice"],
            await Refused(
                new
                {
                    name = "wheel",
                    kind = "wheel",
                    whorls,
                    bobbins = new object[] { new { name = "a", holds = "90" }, new { name = "a", holds = "90" } },
                }
            )
        );
        Assert.Equal(
            ["bobbins wrong-kind"],
            await Refused(
                new
                {
                    name = "spindle",
                    kind = "spindle",
                    bobbins = new object[] { new { name = "a", holds = "90" } },
                }
            )
        );
        Assert.Equal(
            ["weight wrong-kind"],
            await Refused(
                new
                {
                    name = "wheel",
                    kind = "wheel",
                    whorls,
                    weight = "28",
                }
            )
        );
        Assert.Equal(
            ["weight out-of-range"],
            await Refused(
                new
                {
                    name = "spindle",
                    kind = "spindle",
                    weight = "3 kg",
                }
            )
        );
        var spindle = (
            await ada.Post(
                "/api/tools/spinners",
                new
                {
                    name = "rowan",
                    kind = "spindle",
                    weight = "28",
                    bobbin = "40",
                }
            )
        ).Expect(200);
        Assert.Equal(("28 g", "turns"), (Text(spindle.GetProperty("weight"), "text"), Text(spindle, "by")));
        var wheel = (
            await ada.Post(
                "/api/tools/spinners",
                new
                {
                    name = "wheel",
                    kind = "wheel",
                    whorls,
                    bobbins = new object[]
                    {
                        new { name = "standard", holds = "90 g" },
                        new
                        {
                            name = "large",
                            holds = "200 g",
                            kate = "tall kate",
                        },
                    },
                }
            )
        ).Expect(200);
        Assert.Equal(
            [("standard", "90 g", ""), ("large", "200 g", "tall kate")],
            wheel
                .GetProperty("bobbins")
                .EnumerateArray()
                .Select(b => (Text(b, "name"), Text(b.GetProperty("holds"), "text"), Text(b, "kate")))
        );

        var (lot, _) = await ada.TakeIn(
            new
            {
                mass = "300 g",
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
                        wraps = "12",
                        degrees = 28,
                        lotId = lot,
                        supplyGramsPerMetre = 20,
                    },
                    toolId = Id(wheel),
                    mass = "100",
                }
            )
        ).Expect(200);
        Assert.Equal(["standard", "large"], Texts(Details(run).GetProperty("bobbinKinds")));
        Assert.Equal("100 g fill 2 bobbins of 90 g.", Texts(Details(run).GetProperty("sentences"))[0]);
        Assert.StartsWith("Draw it out ", Texts(Details(run).GetProperty("aim").GetProperty("drafting"))[0]);
        await Tap(
            ada,
            Id(run),
            new
            {
                kind = "beginBobbin",
                direction = "z",
                bobbin = "large",
            }
        );
        run = (await Tap(ada, Id(run), new { kind = "fillBobbin", mass = "50" })).Expect(200);
        Assert.Equal(
            (0.25, "large"),
            (Details(run).GetProperty("bobbins")[0].GetProperty("fill").GetDouble(), Text(Details(run).GetProperty("bobbins")[0], "words"))
        );
    }
}

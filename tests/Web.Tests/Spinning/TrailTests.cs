using Xunit;
using static EarthyTuft.Web.Tests.Runs.Running;
using static EarthyTuft.Web.Tests.Spinning.Skeins;

namespace EarthyTuft.Web.Tests.Spinning;

/// <summary>A trail: ply-backs on the way to the yarn that is wanted, its bobbins and its clock.</summary>
public class TrailTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task A_trail_bobbins_and_a_card_to_go_on_with()
    {
        var ada = await house.Register();
        var wheel = await Wheel(ada);
        var seen = (await ada.Get("/api/tools/spinners"))[0];
        Assert.Equal(
            [("7:1", 7d), ("small", 11d)],
            seen.GetProperty("whorls").EnumerateArray().Select(w => (Text(w, "name"), w.GetProperty("ratio").GetDouble()))
        );
        var (lot, code) = await ada.TakeIn(
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
                        wraps = "14",
                        degrees = 28,
                        lotId = lot,
                        ratio = 11,
                        drawMillimetres = 150,
                    },
                    toolId = wheel,
                    whorl = "small",
                    mass = "100",
                }
            )
        ).Expect(200);
        Assert.Equal("Aim at 27.3 WPI on the bobbin.", Text(Call(run), "sentence"));
        // What was tried before goes along, in its order.
        var tried = (
            await ada.Post(
                "/api/runs",
                new
                {
                    craft = "spin",
                    aim = new
                    {
                        wraps = "14",
                        degrees = 28,
                        lotId = lot,
                        trials = new object[] { new { wraps = "11" }, new { wraps = "12" }, new { wraps = "13" }, new { wraps = "14" } },
                    },
                    mass = "50",
                }
            )
        ).Expect(200);
        Assert.Equal(
            [11d, 12, 13, 14],
            Details(tried)
                .GetProperty("aim")
                .GetProperty("trials")
                .EnumerateArray()
                .Select(t => t.GetProperty("yarn").GetProperty("wrapsPerInch").GetDouble())
        );
        // Each is told against every other one, and nothing against itself.
        Assert.Equal(
            ["3 WPI finer than read 1.", "2 WPI finer than read 2.", "no difference you could measure from read 3.", ""],
            Details(tried).GetProperty("aim").GetProperty("trials")[3].GetProperty("against").EnumerateArray().Select(a => a.GetString())
        );
        Assert.Equal(
            ["aim.trials[1].wraps empty"],
            (
                await ada.Post(
                    "/api/runs",
                    new
                    {
                        craft = "spin",
                        aim = new
                        {
                            wraps = "14",
                            lotId = lot,
                            trials = new object[] { new { wraps = "11" }, new { wraps = "" } },
                        },
                        mass = "50",
                    }
                )
            ).Refused()
        );
        (await End(ada, Id(tried))).Expect(204);
        Assert.Equal(100, run.GetProperty("lots")[0].GetProperty("grams").GetDouble());
        run = (
            await Tap(
                ada,
                Id(run),
                new
                {
                    kind = "readPlyBack",
                    wraps = "12",
                    degrees = 18,
                    treadles = 3,
                    drawMillimetres = 150,
                    changed = "first try",
                }
            )
        ).Expect(200);
        var aim = Details(run).GetProperty("aim");
        Assert.Equal(
            "Draw farther: let 61 % of that fibre into a length. 6 treadles for a draw of 143 mm instead of 3 for 150 mm.",
            Text(aim.GetProperty("trials")[0], "next")
        );
        Assert.Equal("first try", Text(Details(run).GetProperty("trail")[0], "changed"));
        // A slip is taken back, and the trail is what it was.
        run = (
            await Tap(
                ada,
                Id(run),
                new
                {
                    kind = "readPlyBack",
                    wraps = "51",
                    asTyped = true,
                }
            )
        ).Expect(200);
        run = (await Withdraw(ada, Id(run), Details(run).GetProperty("trail")[1].GetProperty("event").GetGuid())).Expect(200);
        run = (
            await Tap(
                ada,
                Id(run),
                new
                {
                    kind = "readPlyBack",
                    wraps = "15-16",
                    degrees = 27,
                    treadles = 6,
                    drawMillimetres = 143,
                }
            )
        ).Expect(200);
        Assert.Equal(
            [false, true],
            Details(run).GetProperty("aim").GetProperty("trials").EnumerateArray().Select(t => t.GetProperty("isThere").GetBoolean())
        );

        run = (
            await Tap(
                ada,
                Id(run),
                new
                {
                    kind = "readPlyBack",
                    wraps = "16",
                    degrees = 28,
                    changed = "from the other end",
                }
            )
        ).Expect(200);
        Assert.Equal(
            ["100 g fill 2 bobbins of 80 g.", "Read 3, from the other end: no difference you could measure from the one before."],
            Texts(Details(run).GetProperty("sentences"))
        );
        run = (await Withdraw(ada, Id(run), Details(run).GetProperty("lastEvent").GetGuid())).Expect(200);
        await Tap(
            ada,
            Id(run),
            new
            {
                kind = "beginBobbin",
                direction = "z",
                settings = "light pull",
            }
        );
        await Tap(
            ada,
            Id(run),
            new
            {
                kind = "fillBobbin",
                mass = "41",
                length = "180",
                wraps = "28",
            }
        );
        await Tap(ada, Id(run), new { kind = "beginBobbin", direction = "s" });
        await Tap(
            ada,
            Id(run),
            new
            {
                kind = "fillBobbin",
                mass = "37",
                length = "140 yd",
            }
        );
        await Tap(ada, Id(run), new { kind = "beginBobbin", direction = "z" });
        await Tap(
            ada,
            Id(run),
            new
            {
                kind = "countSpun",
                of = "neps",
                count = 9,
                metres = 20,
            }
        );
        run = (
            await Tap(
                ada,
                Id(run),
                new
                {
                    kind = "fillBobbin",
                    mass = "20",
                    length = "88",
                }
            )
        ).Expect(200);
        var details = Details(run);
        Assert.Equal(["z", "s", "z"], details.GetProperty("bobbins").EnumerateArray().Select(b => Text(b, "direction")));
        Assert.StartsWith("Spun S, the others Z: ply it by itself", Text(details.GetProperty("bobbins")[1], "caution"));
        Assert.Equal(0.512, details.GetProperty("bobbins")[0].GetProperty("fill").GetDouble());
        Assert.Contains(
            "4.5 neps in 10 m: the preparation would gain from combs, or from a lighter load on the cards.",
            Texts(details.GetProperty("sentences"))
        );
        Assert.Equal(
            ["On: old wheel, small.", "Twist: Z.", "6 treadles for a draw of 143 mm: read 15.5 WPI."],
            Texts(details.GetProperty("resume")).Take(3)
        );
        var entry = run.GetProperty("entry");
        Assert.Equal(
            ("singles", "41 g", "28", "180 m", 2),
            (
                Text(entry, "gives"),
                Text(entry, "mass"),
                Text(entry.GetProperty("yarn"), "wraps"),
                Text(entry.GetProperty("yarn"), "length"),
                entry.GetProperty("more").GetArrayLength()
            )
        );

        // Since Monday: what hangs on the wheel counts as well as what was logged.
        Assert.Equal("396 m", Text(await ada.Get("/api/spinning/week"), "all"));
        await Tap(ada, Id(run), new { kind = "restSingles", hours = 12 });
        Assert.Equal("restUntil", Text(Call((await Of(ada, "spin"))[0]), "act"));
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
                            mass = "100",
                            all = false,
                        },
                    },
                    to = new[]
                    {
                        Heap(entry, "singles"),
                        Heap(entry.GetProperty("more")[0], "singles"),
                        Heap(entry.GetProperty("more")[1], "singles"),
                    },
                    runId = Id(run),
                    notes = Text(entry, "notes"),
                }
            )
        ).Expect(200);
        Assert.True(logged.GetProperty("kept").GetBoolean(), Text(logged, "sentence"));
        Assert.Empty(await Of(ada, "spin"));
        var bobbin = logged.GetProperty("made")[0];
        var page = await ada.Get($"/api/lots/{Id(bobbin)}/yarn");
        Assert.Equal(
            [
                ("wraps", "28 WPI ± 0.5"),
                ("length", "180 m (197 yd)"),
                ("grist", "228 tex · 439 m/100 g · 2178 yd/lb · 4.39 Nm"),
                ("wrap density", "0.35 g/cm³"),
            ],
            page.GetProperty("figures").EnumerateArray().Select(f => (Text(f, "name"), Text(f, "text")))
        );
        Assert.Equal(2, page.GetProperty("beside").GetArrayLength());
        var week = await ada.Get("/api/spinning/week");
        Assert.Equal(("396 m", "Ada"), (Text(week, "all"), Text(week.GetProperty("by")[0], "who")));
        Assert.Equal("ply", (await ada.Lot(Text(bobbin, "code"))).GetProperty("lot").GetProperty("next").GetString());
        Assert.Contains("2 ply-backs", (await ada.Lot(code)).ToString());
    }

    [Fact]
    public async Task A_series_tells_loft_neps_and_handle_of_each_ply_back()
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(
            new
            {
                mass = "300 g",
                form = "top",
                breed = "Romney",
            }
        );
        var aim = (
            await ada.Post(
                "/api/spinning/aim",
                new
                {
                    wraps = "14",
                    lotId = lot,
                    trials = new object[]
                    {
                        new
                        {
                            wraps = "12 13 11 12",
                            neps = 3,
                            handle = "soft",
                            mass = "1.2",
                            length = "4",
                        },
                    },
                }
            )
        ).Expect(200);
        Assert.Equal("7 % uneven over 4 places, 0.09 g/cm³ of wraps, 3 neps, soft", Text(aim.GetProperty("trials")[0], "noted"));
        Assert.Equal(
            ["trials[0].length missing"],
            (
                await ada.Post("/api/spinning/aim", new { wraps = "14", trials = new object[] { new { wraps = "12", mass = "1.2" } } })
            ).Refused()
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
                        lotId = lot,
                        trials = new object[]
                        {
                            new
                            {
                                wraps = "12",
                                neps = 14,
                                mass = "1.2",
                                length = "4",
                            },
                        },
                    },
                    mass = "50",
                }
            )
        ).Expect(200);
        run = (
            await Tap(
                ada,
                Id(run),
                new
                {
                    kind = "readPlyBack",
                    wraps = "16",
                    neps = 1,
                    mass = "1.2",
                    length = "4",
                    changed = "short draw",
                }
            )
        ).Expect(200);
        Assert.Contains(
            "Read 2, short draw: 4 WPI finer and 78 % denser and 13 fewer neps than the one before.",
            Texts(Details(run).GetProperty("sentences"))
        );
        Assert.Equal(["kind too-long"], (
                await Tap(
                    ada,
                    Id(run),
                    new
                    {
                        kind = "readPlyBack",
                        wraps = "16",
                        handle = new string('s', 81),
                    }
                )
            ).Refused().Select(r => r.Replace("handle", "kind")));
    }

    [Fact]
    public async Task What_cannot_be_is_refused_at_its_field_and_nothing_is_stored()
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(new { mass = "100", form = "top" });
        async Task Start(string expected, object start) => Assert.Equal([expected], (await ada.Post("/api/runs", start)).Refused());
        await Start("aim.wraps empty", new { craft = "spin", aim = new { wraps = "", lotId = lot } });
        await Start("aim.wraps out-of-range", new { craft = "spin", aim = new { wraps = "400", lotId = lot } });
        await Start("aim.lotId nothing-taken", new { craft = "spin", aim = new { wraps = "14" } });
        await Start(
            "toolId not-here",
            new
            {
                craft = "spin",
                aim = new { wraps = "14", lotId = lot },
                toolId = Guid.NewGuid(),
            }
        );
        await Start(
            "lotIds wrong-form",
            new
            {
                craft = "ply",
                lotIds = new[] { lot },
                wraps = "14",
            }
        );
        await Start(
            "lotIds nothing-taken",
            new
            {
                craft = "ply",
                lotIds = Array.Empty<Guid>(),
                wraps = "14",
            }
        );
        async Task Tool(string expected, object tool) => Assert.Contains(expected, (await ada.Post("/api/tools/spinners", tool)).Refused());
        await Tool("whorls missing", new { name = "wheel", kind = "wheel" });
        await Tool(
            "whorls[0].ratio out-of-range",
            new
            {
                name = "wheel",
                kind = "wheel",
                whorls = new[] { new { ratio = 0 } },
            }
        );
        await Tool("kind wrong-kind", new { name = "tub", kind = "tub" });
        await Tool("round empty", new { name = "niddy-noddy", kind = "winder" });
        await Tool(
            "bobbin out-of-range",
            new
            {
                name = "spindle",
                kind = "spindle",
                bobbin = "0.1 g",
            }
        );
        async Task Log(string expected, object yarn, string form = "singles") =>
            Assert.Equal(
                [expected],
                (
                    await ada.Post(
                        "/api/entries",
                        new
                        {
                            step = "spin",
                            from = new[] { new { lotId = lot } },
                            to = new[]
                            {
                                new
                                {
                                    form,
                                    mass = "98",
                                    yarn,
                                },
                            },
                        }
                    )
                ).Refused()
            );
        await Log("to[0].yarn.wraps not-a-count", new { wraps = "thin" });
        await Log("to[0].yarn.plies wrong-plies", new { plies = 2 });
        await Log("to[0].yarn.length no-winder", new { length = "84 rounds" });
        await Log("to[0].yarn.hangs not-measured-here", new { hangs = "open" });
        await Log("to[0].yarn not-measured-here", new { wraps = "14" }, "noil");
        var (singles, _) = await ada.Log(
            new
            {
                step = "spin",
                from = new[] { new { lotId = lot } },
                to = new[] { new { form = "singles", mass = "98" } },
            }
        );
        Assert.Equal(["wraps missing"], (await ada.Post("/api/spinning/ply", new { lotIds = new[] { singles } })).Refused());
        Assert.Equal(["wraps missing"], (await ada.Post($"/api/lots/{singles}/yarn", new { })).Refused());
        Assert.Equal(
            ["roundMillimetres out-of-range", "degrees out-of-range"],
            (await ada.Post($"/api/lots/{singles}/yarn", new { length = "9 rounds", roundMillimetres = 1 }))
                .Refused()
                .Concat((await ada.Post($"/api/lots/{singles}/yarn", new { degrees = 90 })).Refused())
        );
        (await ada.Post($"/api/lots/{lot}/yarn", new { wraps = "14" })).Expect(404);
        (
            await ada.Post(
                "/api/spinning/hand",
                new
                {
                    seed = 1,
                    wraps = 28,
                    turnsPerMetre = 200,
                }
            )
        ).Expect(404);
        Assert.Empty(await Of(ada, "spin"));
    }
}

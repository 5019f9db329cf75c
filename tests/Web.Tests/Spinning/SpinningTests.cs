using System.Text.Json;
using Xunit;
using static EarthyTuft.Web.Tests.Runs.Running;

namespace EarthyTuft.Web.Tests.Spinning;

/// <summary>From a prepared lot to a finished skein: the trail, the bobbins, plying, the wash, and what the next aim knows of it.</summary>
public class SpinningTests(House house) : IClassFixture<House>
{
    private static Guid Id(JsonElement of) => of.GetProperty("id").GetGuid();

    private static string Text(JsonElement of, string field) => of.GetProperty(field).GetString()!;

    private static string[] Texts(JsonElement list) => [.. list.EnumerateArray().Select(t => t.GetString()!)];

    private static async Task<Guid> Wheel(Person who) =>
        Id(
            (
                await who.Post(
                    "/api/tools/spinners",
                    new
                    {
                        name = "old wheel",
                        kind = "wheel",
                        drive = "bobbinBraked",
                        bobbin = "80",
                        whorls = new object[] { new { name = "small", ratio = 11 }, new { ratio = 7 } },
                    }
                )
            ).Expect(200)
        );

    private static object Heap(JsonElement heap, string form) =>
        new
        {
            form,
            mass = Text(heap, "mass"),
            yarn = heap.GetProperty("yarn"),
        };

    /// <summary>Spins 80 g of a lot for a two-ply, plies and washes it, and tells the finished lot.</summary>
    private static async Task<(Guid Id, string Code)> Skein(
        Person who,
        Guid lot,
        string wraps,
        string singles,
        string fresh,
        string washed,
        string plied = "166",
        string after = "160"
    )
    {
        var run = (
            await who.Post(
                "/api/runs",
                new
                {
                    craft = "spin",
                    aim = new
                    {
                        wraps,
                        degrees = 28,
                        lotId = lot,
                    },
                    mass = "80",
                }
            )
        ).Expect(200);
        await Tap(
            who,
            Id(run),
            new
            {
                kind = "fillBobbin",
                mass = "39",
                length = "172",
                wraps = singles,
            }
        );
        run = (
            await Tap(
                who,
                Id(run),
                new
                {
                    kind = "fillBobbin",
                    mass = "39",
                    length = "172",
                    wraps = singles,
                }
            )
        ).Expect(200);
        var entry = run.GetProperty("entry");
        var bobbins = (
            await who.Post(
                "/api/entries",
                new
                {
                    step = "spin",
                    from = new[]
                    {
                        new
                        {
                            lotId = lot,
                            mass = "80",
                            all = false,
                        },
                    },
                    to = new[] { Heap(entry, "singles"), Heap(entry.GetProperty("more")[0], "singles") },
                    runId = Id(run),
                }
            )
        ).Expect(200);
        Assert.True(bobbins.GetProperty("kept").GetBoolean(), Text(bobbins, "sentence"));
        var made = bobbins.GetProperty("made").EnumerateArray().Select(m => m.GetProperty("id").GetGuid()).ToArray();
        var (skein, _) = await who.Log(
            new
            {
                step = "ply",
                from = made.Select(m => new { lotId = m }),
                to = new[]
                {
                    new
                    {
                        form = "plied",
                        mass = "77",
                        yarn = new
                        {
                            wraps = fresh,
                            length = plied,
                            plies = 2,
                            degrees = 27,
                        },
                    },
                },
            }
        );
        return await who.Log(
            new
            {
                step = "finish",
                from = new[] { new { lotId = skein } },
                to = new[]
                {
                    new
                    {
                        form = "yarn",
                        mass = "76",
                        yarn = new
                        {
                            wraps = washed,
                            length = after,
                            finishedBy = "snapped",
                            hangs = "open",
                        },
                    },
                },
            }
        );
    }

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
        run = (await Tap(ada, Id(run), new { kind = "readPlyBack", wraps = "51" })).Expect(200);
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
    public async Task Bobbins_are_plied_washed_and_held_against_the_aim()
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
                    },
                }
            )
        ).Expect(200);
        await Tap(ada, Id(run), new { kind = "beginBobbin", direction = "z" });
        await Tap(
            ada,
            Id(run),
            new
            {
                kind = "fillBobbin",
                mass = "41",
                length = "180",
                wraps = "30",
            }
        );
        run = (
            await Tap(
                ada,
                Id(run),
                new
                {
                    kind = "fillBobbin",
                    mass = "37",
                    length = "171",
                    wraps = "30",
                }
            )
        ).Expect(200);
        var entry = run.GetProperty("entry");
        var bobbins = (
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
                            mass = "80",
                            all = false,
                        },
                    },
                    to = new[] { Heap(entry, "singles"), Heap(entry.GetProperty("more")[0], "singles") },
                    runId = Id(run),
                }
            )
        ).Expect(200);
        Guid[] singles = [.. bobbins.GetProperty("made").EnumerateArray().Select(Id)];

        var plan = (
            await ada.Post(
                "/api/spinning/ply",
                new
                {
                    lotIds = singles,
                    degrees = 28,
                    ratio = 7,
                    drawMillimetres = 200,
                }
            )
        ).Expect(200);
        Assert.Equal("s", Text(plan, "direction"));
        Assert.Equal(["9 m stay on it", ""], plan.GetProperty("strands").EnumerateArray().Select(s => Text(s, "left")));
        Assert.Contains("It makes about 166 m of two-ply.", Texts(plan.GetProperty("sentences")));
        Assert.Equal(4, plan.GetProperty("becomes").GetArrayLength());
        Assert.Empty(plan.GetProperty("cautions").EnumerateArray());
        Assert.StartsWith(
            "That is the way its strands were twisted last",
            Texts((await ada.Post("/api/spinning/ply", new { lotIds = singles, direction = "z" })).Expect(200).GetProperty("cautions"))[0]
        );

        var plying = (
            await ada.Post(
                "/api/runs",
                new
                {
                    craft = "ply",
                    lotIds = singles,
                    degrees = 28,
                    ratio = 7,
                    drawMillimetres = 200,
                }
            )
        ).Expect(200);
        plying = (
            await Tap(
                ada,
                Id(plying),
                new
                {
                    kind = "readPlyAngle",
                    degrees = 18,
                    treadles = 2,
                    millimetres = 200,
                }
            )
        ).Expect(200);
        Assert.StartsWith(
            "18°: too little twist, 1.64 times as much: 3 treadles for 183 mm instead of 2 for 200 mm.",
            Text(Details(plying).GetProperty("angles")[0], "sentence")
        );
        for (var i = 0; i < 3; i++)
        {
            plying = (await Tap(ada, Id(plying), new { kind = "countSpun", of = "breaks" })).Expect(200);
        }

        Assert.StartsWith("It broke 3 times: the singles have too little twist.", Texts(Details(plying).GetProperty("sentences"))[0]);
        plying = (
            await Tap(
                ada,
                Id(plying),
                new
                {
                    kind = "fillBobbin",
                    mass = "76",
                    length = "83 rounds",
                    roundMillimetres = 2000,
                    wraps = "12",
                    degrees = 27,
                }
            )
        ).Expect(200);
        var heap = plying.GetProperty("entry");
        Assert.Equal(
            ("plied", "76 g", "166 m", 2),
            (
                Text(heap, "gives"),
                Text(heap, "mass"),
                Text(heap.GetProperty("yarn"), "length"),
                heap.GetProperty("yarn").GetProperty("plies").GetInt32()
            )
        );

        // A skein heavier than its singles is kept as a draft, with what was typed of it.
        var draft = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "ply",
                    from = singles.Select(s => new { lotId = s }),
                    to = new[]
                    {
                        new
                        {
                            form = "plied",
                            mass = "176",
                            yarn = heap.GetProperty("yarn"),
                        },
                    },
                    runId = Id(plying),
                }
            )
        ).Expect(200);
        Assert.False(draft.GetProperty("kept").GetBoolean());
        var kept = (await ada.Get("/api/drafts")).EnumerateArray().Single();
        Assert.Equal("12", Text(kept.GetProperty("request").GetProperty("to")[0].GetProperty("yarn"), "wraps"));
        var (skein, _) = await ada.Log(
            new
            {
                step = "ply",
                draftId = draft.GetProperty("draftId").GetGuid(),
                from = singles.Select(s => new { lotId = s }),
                to = new[] { Heap(heap, "plied") },
                runId = Id(plying),
            }
        );
        var (yarn, code) = await ada.Log(
            new
            {
                step = "finish",
                from = new[] { new { lotId = skein } },
                to = new[]
                {
                    new
                    {
                        form = "yarn",
                        mass = "76",
                        yarn = new
                        {
                            wraps = "11",
                            length = "160",
                            finishedBy = "warmSoak",
                            hangs = "turns",
                        },
                    },
                },
            }
        );
        var page = await ada.Get($"/api/lots/{yarn}/yarn");
        Assert.Equal(
            [
                "In the wash 12 WPI became 11: it bloomed by 9 %, and 166 m became 160 m (−4 %).",
                "Aimed at 12 WPI and 28°: matched.",
                "It turns a little upon itself: some energy is left, as socks want it.",
            ],
            Texts(page.GetProperty("sentences"))
        );
        Assert.Equal(
            (2, 27d, 12d),
            (
                page.GetProperty("yarn").GetProperty("plies").GetInt32(),
                page.GetProperty("yarn").GetProperty("degrees").GetDouble(),
                page.GetProperty("aimed").GetProperty("wrapsPerInch").GetDouble()
            )
        );
        Assert.Equal(
            "475 tex · 211 m/100 g · 1044 yd/lb · 2.11 Nm",
            page.GetProperty("figures").EnumerateArray().Where(f => Text(f, "name") == "grist").Select(f => Text(f, "text")).Single()
        );
        // Measured again; and the reading that was a slip is taken back and stays readable.
        page = (await ada.Post($"/api/lots/{yarn}/yarn", new { wraps = "21" })).Expect(200);
        Assert.Contains("9 WPI finer", page.ToString());
        var slip = page.GetProperty("readings")[0].GetProperty("id").GetGuid();
        (await ada.Send(HttpMethod.Delete, $"/api/lots/{yarn}/yarn/{slip}")).Expect(204);
        (await ada.Send(HttpMethod.Delete, $"/api/lots/{yarn}/yarn/{slip}")).Expect(404);
        page = await ada.Get($"/api/lots/{yarn}/yarn");
        Assert.Equal(
            ("Ada", 11d),
            (Text(page.GetProperty("readings")[0], "withdrawnBy"), page.GetProperty("yarn").GetProperty("wrapsPerInch").GetDouble())
        );
        Assert.Null((await ada.Lot(code)).GetProperty("lot").GetProperty("next").GetString());
    }

    [Fact]
    public async Task Own_skeins_teach_the_next_aim()
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(
            new
            {
                mass = "800 g",
                form = "top",
                breed = "Romney",
            }
        );
        async Task<JsonElement> Aim() =>
            (
                await ada.Post(
                    "/api/spinning/aim",
                    new
                    {
                        wraps = "14",
                        degrees = 28,
                        lotId = lot,
                    }
                )
            ).Expect(200);
        var before = await Aim();
        Assert.Equal(("", 27.3), (Text(before, "learned"), before.GetProperty("toldWraps").GetDouble()));
        // Told 27.3, this hand spins 30, and what was to be 14 is 15.5.
        var skeins = new List<(Guid Id, string Code)>();
        for (var i = 0; i < 3; i++)
        {
            skeins.Add(await Skein(ada, lot, "14", "30", "17", "15.5"));
        }

        var aim = await Aim();
        Assert.Contains("of yours it will then be about 14 WPI washed.", Text(aim, "learned"));
        Assert.StartsWith("You usually land ", Text(aim, "learned"));
        Assert.True(aim.GetProperty("toldWraps").GetDouble() < 26, aim.GetProperty("toldWraps").ToString());
        Assert.Equal(9.7, Math.Round(aim.GetProperty("bloomPercent").GetDouble(), 1));
        Assert.StartsWith("Yours (density of 3 yarns, bloom of 3 yarns, take-up of 3 yarns)", Texts(aim.GetProperty("standing"))[^1]);
        // Whoever says densities is asked to believe them alone.
        Assert.Equal(10, (
                await ada.Post(
                    "/api/spinning/aim",
                    new
                    {
                        wraps = "14",
                        degrees = 28,
                        lotId = lot,
                        bloomPercent = 10,
                    }
                )
            ).Expect(200).GetProperty("bloomPercent").GetDouble());
        // The second skein is heavier for its length, and that is said with what to do.
        var heavier = await Skein(ada, lot, "14", "27", "15", "14", "144", "139");
        var beside = (await ada.Get($"/api/lots/{skeins[0].Id}/yarn"))
            .GetProperty("beside")
            .EnumerateArray()
            .Single(b => Text(b, "code") == heavier.Code);
        Assert.Equal(
            (true, "15 % heavier for its length. In one thing: two rows of each in turn, or the heavier where it wears."),
            (beside.GetProperty("differs").GetBoolean(), Text(beside, "sentence"))
        );
        // Voided with its reason, a skein teaches no more.
        var eve = await house.Register();
        (await eve.Send(HttpMethod.Get, $"/api/lots/{heavier.Id}/yarn")).Expect(404);
        Assert.Equal("", Text((await eve.Post("/api/spinning/aim", new { wraps = "14" })).Expect(200), "learned"));
    }

    [Fact]
    public async Task Enough_and_faults_use_the_lots_own_facts()
    {
        var ada = await house.Register();
        var (raw, _) = await ada.TakeIn(
            new
            {
                mass = "900 g",
                form = "raw",
                breed = "Romney",
            }
        );
        (await ada.Post($"/api/lots/{raw}/locks", new { place = "shoulder", length = "120" })).Expect(200);
        var (lot, code) = await ada.TakeIn(
            new
            {
                mass = "300",
                form = "top",
                breed = "Romney",
            }
        );
        var enough = (
            await ada.Post(
                "/api/spinning/enough",
                new
                {
                    wraps = "14",
                    length = "400",
                    lotId = lot,
                }
            )
        ).Expect(200);
        Assert.True(enough.GetProperty("isEnough").GetBoolean());
        Assert.StartsWith("400 m of 14 WPI and 10 % to spare weigh ", Texts(enough.GetProperty("sentences"))[0]);
        Assert.True(
            enough.GetProperty("preparedNineInTen").GetProperty("grams").GetDouble()
                > enough.GetProperty("prepared").GetProperty("grams").GetDouble()
        );
        Assert.Contains(Texts(enough.GetProperty("sufficesFor")), s => s.StartsWith("socks, about 331 m", StringComparison.Ordinal));
        Assert.False((
                await ada.Post(
                    "/api/spinning/enough",
                    new
                    {
                        wraps = "14",
                        length = "4000",
                        lotId = lot,
                    }
                )
            ).Expect(200).GetProperty("isEnough").GetBoolean());
        Assert.Equal(["wraps empty"], (await ada.Post("/api/spinning/enough", new { wraps = "" })).Refused());
        Assert.Equal(["plies out-of-range"], (await ada.Post("/api/spinning/enough", new { wraps = "14", plies = 0 })).Refused());

        var (greasy, greasyCode) = await ada.TakeIn(
            new
            {
                mass = "900 g",
                form = "raw",
                breed = "Icelandic",
                dyed = true,
            }
        );
        (await ada.Post($"/api/lots/{greasy}/locks", new { place = "shoulder", length = "40" })).Expect(200);
        var faults = (await ada.Get($"/api/spinning/faults?lot={greasyCode}")).EnumerateArray().ToDictionary(f => Text(f, "fault"));
        Assert.Equal(17, faults.Count);
        Assert.Contains("still in the grease", Text(faults["sticky"].GetProperty("checks")[0], "words"));
        Assert.True(faults["sticky"].GetProperty("checks")[0].GetProperty("own").GetBoolean());
        Assert.Equal(
            "More twist: a staple of 40 mm needs about 75 turns in a metre to be held.",
            Text(faults["openLoop"].GetProperty("checks")[0], "words")
        );
        Assert.StartsWith(
            "Hands farther apart than the staple; closer",
            Text(
                (await ada.Get("/api/spinning/faults"))
                    .EnumerateArray()
                    .Single(f => Text(f, "fault") == "willNotDraft")
                    .GetProperty("checks")[0],
                "words"
            )
        );
        (await ada.Send(HttpMethod.Get, "/api/spinning/faults?lot=X-99")).Expect(404);
        Assert.NotEqual(code, greasyCode);
    }

    [Fact]
    public async Task A_swatch_stands_on_the_card_and_is_told_at_the_next_like_aim()
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(
            new
            {
                mass = "300",
                form = "top",
                breed = "Romney",
            }
        );
        object Sample(object? swatch) =>
            new
            {
                lotId = lot,
                wrapsPerInch = 14,
                plies = 2,
                verdict = "At 300 turns it felt like string.",
                swatch,
            };
        Assert.Equal(["swatch.stitches missing"], (await ada.Post("/api/samples", Sample(new { toolMillimetres = 4 }))).Refused());
        Assert.Equal(["swatch.stitches out-of-range"], (await ada.Post("/api/samples", Sample(new { stitches = 0 }))).Refused());
        var sample = (
            await ada.Post(
                "/api/samples",
                Sample(
                    new
                    {
                        toolMillimetres = 4,
                        stitches = 21,
                        rows = 28,
                        stitchesAfter = 22,
                        rowsAfter = 30,
                        relaxedMillimetres = 100,
                        stretchedMillimetres = 150,
                        afterMinuteMillimetres = 110,
                        notFor = "baby wear",
                        again = true,
                        change = "less twist",
                    }
                )
            )
        ).Expect(200);
        string[] told =
        [
            "Knitted on 4 mm, US 6, old UK 8: 21 stitches and 28 rows before, 22 stitches and 30 rows after the wash, in 10 cm.",
            "The wash made it 4.5 % narrower and 6.7 % shorter.",
            "It stretches by 50 % and takes 80 % of that back in a minute.",
            "Not for: baby wear.",
            "To be made again: less twist.",
        ];
        Assert.Equal(told, Texts(sample.GetProperty("swatch").GetProperty("sentences")));
        // Noted otherwise: what it was before stays in its history.
        var changed = (
            await ada.Send(
                HttpMethod.Put,
                $"/api/samples/{Id(sample)}/card",
                new
                {
                    version = sample.GetProperty("version").GetUInt32(),
                    verdict = "Softer now.",
                    swatch = new { stitches = 20, again = false },
                }
            )
        ).Expect(200);
        Assert.Equal(20, changed.GetProperty("swatch").GetProperty("noted").GetProperty("stitches").GetDouble());
        Assert.Contains((await ada.Get($"/api/samples/{Text(sample, "code")}")).GetProperty("changes").EnumerateArray(), c =>
            Text(c, "what") == "swatch" && Text(c, "from").StartsWith(told[0], StringComparison.Ordinal)
        );
        var aim = (await ada.Post("/api/spinning/aim", new { wraps = "14", lotId = lot })).Expect(200);
        Assert.Equal([$"{Text(sample, "code")}: Softer now. Not to be made again."], Texts(aim.GetProperty("like")));
        // The lot's page tells the same of it; taken off the wall it stands nowhere but on its own card.
        var onLot = (await ada.Lot(Text(sample, "lotCode"))).GetProperty("samples").EnumerateArray().Single();
        Assert.Equal(
            (changed.GetProperty("version").GetUInt32(), 20d),
            (onLot.GetProperty("version").GetUInt32(), onLot.GetProperty("swatch").GetProperty("noted").GetProperty("stitches").GetDouble())
        );
        (await ada.Send(HttpMethod.Delete, $"/api/samples/{Id(sample)}/card")).Expect(204);
        Assert.Empty((await ada.Lot(Text(sample, "lotCode"))).GetProperty("samples").EnumerateArray());
        Assert.Empty(Texts((await ada.Post("/api/spinning/aim", new { wraps = "14", lotId = lot })).Expect(200).GetProperty("like")));
        // A grist is an aim too; and a class says whether this fibre can be spun to it.
        Assert.Equal(
            "wrapsPerInch",
            (await ada.Post("/api/spinning/aim", new { wraps = "400 tex", lotId = lot }))
                .Expect(200)
                .GetProperty("target")
                .EnumerateObject()
                .First()
                .Name
        );
        Assert.Equal(
            12.8,
            (await ada.Post("/api/spinning/aim", new { wraps = "400 tex", lotId = lot }))
                .Expect(200)
                .GetProperty("target")
                .GetProperty("wrapsPerInch")
                .GetDouble()
        );
        var (cotton, code) = await ada.TakeIn(
            new
            {
                mass = "100",
                form = "puni",
                fibre = "cotton",
                breed = "",
            }
        );
        Assert.NotEqual(Guid.Empty, cotton);
        Assert.All((await ada.Get($"/api/spinning/classes?lot={code}")).EnumerateArray(), c =>
            Assert.Contains(Text(c, "verdict"), new[] { "possible", "hard", "not" })
        );
        Assert.Equal("3.75 mm, US 5, old UK 9 to 4.5 mm, US 7, old UK 7", Text((await ada.Get("/api/spinning/classes"))[3], "needle"));
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
    public async Task What_a_fibre_asks_for_follows_from_its_locks()
    {
        var ada = await house.Register();
        var (raw, code) = await ada.TakeIn(
            new
            {
                mass = "900 g",
                form = "raw",
                breed = "Romney",
            }
        );
        (
            await ada.Post(
                $"/api/lots/{raw}/locks",
                new
                {
                    place = "shoulder",
                    length = "120",
                    crimps = 10,
                    span = "50",
                }
            )
        ).Expect(200);
        var wants = (await ada.Get($"/api/spinning/wants?lot={code}")).EnumerateArray().ToArray();
        Assert.Equal(
            ["To its crimp, as thickness", "To its crimp, as turns", "As fine as goes well", "As thick as holds"],
            wants.Select(w => Text(w, "words"))
        );
        Assert.Equal("5.1 crimps in an inch: the finer the crimp, the finer the yarn.", Text(wants[0], "because"));
        Assert.True(
            wants[3].GetProperty("wrapsPerInch").GetDouble() < wants[0].GetProperty("wrapsPerInch").GetDouble()
                && wants[0].GetProperty("wrapsPerInch").GetDouble() < wants[2].GetProperty("wrapsPerInch").GetDouble()
        );
        (await ada.Send(HttpMethod.Get, "/api/spinning/wants?lot=X-99")).Expect(404);
    }

    [Fact]
    public async Task Enough_goes_back_to_raw_fleece_keeps_what_is_promised_and_knows_the_workshops_own_table()
    {
        var ada = await house.Register();
        var (raw, code) = await ada.TakeIn(
            new
            {
                mass = "900 g",
                form = "raw",
                breed = "Romney",
            }
        );
        async Task<JsonElement> Enough(object asked) => (await ada.Post("/api/spinning/enough", asked)).Expect(200);
        var fromRaw = await Enough(
            new
            {
                wraps = "14",
                length = "400",
                lotId = raw,
            }
        );
        var sentence = Texts(fromRaw.GetProperty("sentences")).Single(s => s.StartsWith("That is about ", StringComparison.Ordinal));
        Assert.Contains($" of {code} as it lies, prepared to ", sentence);
        // A sample is reckoned with its swatch, its skein and its twists.
        var sample = await Enough(
            new
            {
                wraps = "14",
                sample = true,
                lotId = raw,
            }
        );
        Assert.StartsWith(
            "A sample takes 27.9 m: a swatch of 12 cm, a skein of 10 m and twists for its card.",
            Texts(sample.GetProperty("sentences"))[0]
        );
        Assert.True(sample.GetProperty("isEnough").GetBoolean());
        // A chain has three strands, whatever is said of plies; the plying of it is one step more than of singles.
        Assert.Equal(
            (
                await Enough(
                    new
                    {
                        wraps = "14",
                        length = "400",
                        lotId = raw,
                        plies = 3,
                    }
                )
            ).ToString(),
            (
                await Enough(
                    new
                    {
                        wraps = "14",
                        length = "400",
                        lotId = raw,
                        plies = 1,
                        structure = "chain",
                    }
                )
            ).ToString()
        );

        var (clean, _) = await ada.Log(
            new
            {
                step = "wash",
                from = new[]
                {
                    new
                    {
                        lotId = (
                            await ada.TakeIn(
                                new
                                {
                                    mass = "500",
                                    form = "raw",
                                    breed = "Romney",
                                }
                            )
                        ).Id,
                    },
                },
                to = new[] { new { form = "clean", mass = "350" } },
                losses = new[] { new { kind = "waxAndSuint" } },
            }
        );
        var (top, topCode) = await ada.Log(
            new
            {
                step = "comb",
                from = new[] { new { lotId = clean } },
                to = new[] { new { form = "top", mass = "300" } },
                losses = new[] { new { kind = "dirtAndSand" } },
            }
        );
        Assert.Contains(
            Texts(
                (
                    await Enough(
                        new
                        {
                            wraps = "14",
                            length = "100",
                            lotId = top,
                        }
                    )
                ).GetProperty("sentences")
            ),
            s => s.StartsWith($"As {topCode} came, that is about ", StringComparison.Ordinal)
        );
        Assert.True((
                await Enough(
                    new
                    {
                        wraps = "14",
                        length = "500",
                        lotId = top,
                    }
                )
            ).GetProperty("isEnough").GetBoolean());
        (await ada.Send(HttpMethod.Put, $"/api/lots/{top}/reserve", new { mass = "280", @for = "a shawl" })).Expect(200);
        Assert.False((
                await Enough(
                    new
                    {
                        wraps = "14",
                        length = "500",
                        lotId = top,
                    }
                )
            ).GetProperty("isEnough").GetBoolean());

        Assert.False((await ada.Get("/api/spinning/usual")).GetProperty("isOwn").GetBoolean());
        Assert.Equal(
            ["things[0].thing missing", "things[1].metres out-of-range"],
            (
                await ada.Send(
                    HttpMethod.Put,
                    "/api/spinning/usual",
                    new { things = new object[] { new { metres = 10 }, new { thing = "a cap", metres = -1 } } }
                )
            ).Refused()
        );
        var own = (
            await ada.Send(
                HttpMethod.Put,
                "/api/spinning/usual",
                new { things = new object[] { new { thing = "a rug", metres = 3000 }, new { thing = "a cap", metres = 90 } } }
            )
        ).Expect(200);
        Assert.Equal(["a cap", "a rug"], own.GetProperty("things").EnumerateArray().Select(t => Text(t, "thing")));
        Assert.StartsWith("a cap, about ", Texts((await Enough(new { wraps = "14", lotId = raw })).GetProperty("sufficesFor"))[0]);
        Assert.False((await (await house.Register("Bea")).Get("/api/spinning/usual")).GetProperty("isOwn").GetBoolean());
        Assert.False(
            (await ada.Send(HttpMethod.Put, "/api/spinning/usual", new { things = (object?)null }))
                .Expect(200)
                .GetProperty("isOwn")
                .GetBoolean()
        );
    }

    [Fact]
    public async Task A_sample_is_judged_by_hand_and_its_kind_is_called_as_the_workshop_calls_it()
    {
        var ada = await house.Register();
        var (batt, _) = await ada.TakeIn(
            new
            {
                mass = "300",
                form = "batt",
                breed = "Romney",
            }
        );
        Assert.Equal(
            ["judged[0].mark out-of-range"],
            (await ada.Post("/api/samples", new { lotId = batt, judged = new[] { new { scale = "drape", mark = 9 } } })).Refused()
        );
        var sample = (
            await ada.Post(
                "/api/samples",
                new
                {
                    lotId = batt,
                    draw = "short",
                    judged = new[] { new { scale = "ease", mark = 5 }, new { scale = "softness", mark = 2 } },
                }
            )
        ).Expect(200);
        Assert.Equal(
            [("softness", 2), ("ease", 5)],
            sample.GetProperty("judged").EnumerateArray().Select(m => (Text(m, "scale"), m.GetProperty("mark").GetInt32()))
        );
        Assert.Equal("semi-worsted: mostly parallel fibre, twist held back; named here after the draw", Text(sample, "kindWords"));
        var changed = (
            await ada.Send(
                HttpMethod.Put,
                $"/api/samples/{Id(sample)}/card",
                new
                {
                    version = sample.GetProperty("version").GetUInt32(),
                    draw = "short",
                    judged = new[] { new { scale = "softness", mark = 4 } },
                }
            )
        ).Expect(200);
        Assert.Equal(1, changed.GetProperty("judged").GetArrayLength());
        Assert.Contains((await ada.Get($"/api/samples/{Text(sample, "code")}")).GetProperty("changes").EnumerateArray(), c =>
            Text(c, "from") == "softness 2 of 5, ease 5 of 5" && Text(c, "to") == "softness 4 of 5"
        );
        // Of a batt that was laid on crosswise it is known that its fibre lies every way.
        var (clean, _) = await ada.TakeIn(
            new
            {
                mass = "50",
                form = "clean",
                breed = "Romney",
            }
        );
        var run = (
            await BeginLoads(
                ada,
                "card",
                clean,
                new
                {
                    gives = "batt",
                    laidOn = "crosswise",
                    most = "50",
                }
            )
        ).Expect(200);
        await Tap(ada, Id(run), new { kind = "cardOneLoad", mass = "48" });
        var logged = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "card",
                    from = new[] { new { lotId = clean } },
                    to = new[] { new { form = "batt", mass = "48" } },
                    losses = new[] { new { kind = "cardWaste" } },
                    runId = Id(run),
                }
            )
        ).Expect(200);
        var jumbled = (await ada.Post("/api/samples", new { lotId = Id(logged.GetProperty("made")[0]), draw = "short" })).Expect(200);
        Assert.StartsWith("semi-worsted: jumbled fibre, twist held back", Text(jumbled, "kindWords"));

        var shop = await ada.Get("/api/workshop");
        (
            await ada.Send(
                HttpMethod.Put,
                "/api/workshop",
                new
                {
                    name = Text(shop, "name"),
                    unit = "gram",
                    timeZone = "UTC",
                    currency = "EUR",
                    scaleStepGrams = 1,
                    usualBowl = (string?)null,
                    version = shop.GetProperty("version").GetUInt32(),
                    schools = new
                    {
                        wash = "handHot",
                        openBeforeWash = false,
                        leaveWax = false,
                        down = "cloud",
                        fineSocks = "notAtAll",
                        semi = "fibre",
                    },
                }
            )
        ).Expect(204);
        Assert.Equal(
            "semi-woollen: mostly parallel fibre, twist held back; named here after the fibre",
            Text((await ada.Get($"/api/samples/{Text(sample, "code")}")).GetProperty("sample"), "kindWords")
        );
    }
}

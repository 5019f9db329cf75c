using System.Text.Json;
using Xunit;
using static EarthyTuft.Web.Tests.Runs.Running;
using static EarthyTuft.Web.Tests.Spinning.Skeins;

namespace EarthyTuft.Web.Tests.Spinning;

/// <summary>From bobbins to a washed skein, and what it teaches the next aim.</summary>
public class SkeinTests(House house) : IClassFixture<House>
{
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
        Assert.Equal(
            ["9 m (2.05 g) stay on it, 2.9 m of chain ply", ""],
            plan.GetProperty("strands").EnumerateArray().Select(s => Text(s, "left"))
        );
        Assert.Contains(Texts(plan.GetProperty("sentences")), s =>
            s.StartsWith("It makes about 166 m of two-ply; ", StringComparison.Ordinal)
        );
        Assert.Equal(4, plan.GetProperty("becomes").GetArrayLength());
        Assert.Empty(plan.GetProperty("cautions").EnumerateArray());
        Assert.Single(
            Texts((await ada.Post("/api/spinning/ply", new { lotIds = singles, direction = "z" })).Expect(200).GetProperty("cautions"))
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
        var sentences = Texts(page.GetProperty("sentences"));
        Assert.Equal(4, sentences.Length);
        Assert.Contains("it bloomed by 9 %, and 166 m became 160 m (−4 %)", sentences[0]);
        Assert.EndsWith("12 WPI and 28°: matched.", sentences[1]);
        Assert.Contains("socks", sentences[2]);
        Assert.Equal("160 m suffice for mittens or a hat.", sentences[3]);
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
        Assert.True(aim.GetProperty("toldWraps").GetDouble() < 26.8, aim.GetProperty("toldWraps").ToString());
        Assert.Equal(9.7, Math.Round(aim.GetProperty("bloomPercent").GetDouble(), 1));
        Assert.StartsWith("Yours (density of 3 yarns, bloom of 3 yarns, take-up of 3 yarns)", Texts(aim.GetProperty("standing"))[^1]);
        // Whoever says a figure is believed.
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
            "For 50 cm of it as it is after the wash cast on 110 stitches, and make 150 rows for 50 cm of length.",
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
        Assert.Equal("20 in 10 cm", changed.GetProperty("swatch").GetProperty("noted").GetProperty("stitches").GetString());
        Assert.Contains((await ada.Get($"/api/samples/{Text(sample, "code")}")).GetProperty("changes").EnumerateArray(), c =>
            Text(c, "what") == "swatch" && Text(c, "from").StartsWith(told[0], StringComparison.Ordinal)
        );
        var aim = (await ada.Post("/api/spinning/aim", new { wraps = "14", lotId = lot })).Expect(200);
        Assert.Equal([$"{Text(sample, "code")}: Softer now. Not to be made again."], Texts(aim.GetProperty("like")));
        // The lot's page tells the same of it; taken off the wall it stands nowhere but on its own card.
        var onLot = (await ada.Lot(Text(sample, "lotCode"))).GetProperty("samples").EnumerateArray().Single();
        Assert.Equal(
            (changed.GetProperty("version").GetUInt32(), "20 in 10 cm"),
            (onLot.GetProperty("version").GetUInt32(), onLot.GetProperty("swatch").GetProperty("noted").GetProperty("stitches").GetString())
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
        Assert.Matches("^semi-worsted: .* after the draw$", Text(sample, "kindWords"));
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
        Assert.Matches(
            "^semi-woollen: .* after the fibre$",
            Text((await ada.Get($"/api/samples/{Text(sample, "code")}")).GetProperty("sample"), "kindWords")
        );
    }
}

using System.Text.Json;
using Xunit;
using static EarthyTuft.Web.Tests.Runs.Running;

namespace EarthyTuft.Web.Tests.Comparing;

/// <summary>How fibre that is ready is held: chosen as a way, noted at the wheel, and compared.</summary>
public class HoldingTests(House house) : IClassFixture<House>
{
    private static Guid Id(JsonElement of) => of.GetProperty("id").GetGuid();

    private static string?[] Texts(JsonElement of, string field) => [.. of.EnumerateArray().Select(e => e.GetProperty(field).GetString())];

    private static JsonElement Line(JsonElement page, string by) =>
        page.GetProperty("lines").EnumerateArray().Single(l => l.GetProperty("by").GetString() == by).GetProperty("cells");

    [Fact]
    public async Task Four_ways_of_holding_one_batt_stand_side_by_side_with_all_that_was_spun_of_them()
    {
        var ada = await house.Register();
        var (clean, code) = await ada.TakeIn(
            new
            {
                mass = "220",
                form = "clean",
                breed = "Romney",
                price = 30,
            }
        );
        var (batt, _) = await ada.Log(
            new
            {
                step = "card",
                from = new[] { new { lotId = clean, all = true } },
                to = new[] { new { form = "batt", mass = "205" } },
                losses = new[] { new { kind = "cardWaste" } },
                minutes = 110,
            }
        );
        var now = (await ada.Get("/api/course")).GetProperty("now").GetDateTimeOffset();
        foreach (
            var (held, minutes, metres, joins, neps) in new[]
            {
                ("strips", 60, 120, 24, 6),
                ("zStrip", 55, 118, 3, 7),
                ("tornAndRolled", 40, 110, 20, 8),
                ("fromTheFold", 90, 100, 10, 7),
            }
        )
        {
            var run = (
                await ada.Post(
                    "/api/runs",
                    new
                    {
                        craft = "spin",
                        aim = new { wraps = "12", lotId = batt },
                        mass = "25 g",
                        holding = held,
                        startedAt = now.AddHours(-8),
                    }
                )
            ).Expect(200);
            Assert.Equal(held, Details(run).GetProperty("holding").GetString());
            Assert.Equal(6, Details(run).GetProperty("holdings").GetArrayLength());
            (await Tap(ada, Id(run), new { kind = "sitDown", at = now.AddMinutes(-minutes - 5) })).Expect(200);
            (await Tap(ada, Id(run), new { kind = "standUp", at = now.AddMinutes(-5) })).Expect(200);
            foreach (var (of, count) in new[] { ("joins", joins), ("neps", neps) })
            {
                (
                    await Tap(
                        ada,
                        Id(run),
                        new
                        {
                            kind = "countSpun",
                            of,
                            count,
                        }
                    )
                ).Expect(200);
            }

            run = (
                await Tap(
                    ada,
                    Id(run),
                    new
                    {
                        kind = "fillBobbin",
                        mass = "24.5 g",
                        length = $"{metres} m",
                    }
                )
            ).Expect(200);
            var entry = run.GetProperty("entry");
            Assert.Contains(held == "zStrip" ? "zig-zag" : held[..4], entry.GetProperty("notes").GetString());
            await ada.Log(
                new
                {
                    step = "spin",
                    from = new[]
                    {
                        new
                        {
                            lotId = batt,
                            mass = "25 g",
                            all = false,
                        },
                    },
                    to = new[]
                    {
                        new
                        {
                            form = "singles",
                            mass = entry.GetProperty("mass").GetString(),
                            yarn = entry.GetProperty("yarn"),
                        },
                    },
                    runId = Id(run),
                    minutes = entry.GetProperty("minutes").GetInt32(),
                    losses = new[] { new { kind = "cardWaste" } },
                }
            );
        }

        foreach (var (held, softness) in new[] { ("strips", 2), ("fromTheFold", 5) })
        {
            var sample = (
                await ada.Post(
                    "/api/samples",
                    new
                    {
                        lotId = batt,
                        holding = held,
                        draw = "short",
                        verdict = held,
                        judged = new[] { new { scale = "softness", mark = softness } },
                    }
                )
            ).Expect(200);
            Assert.Equal(held, sample.GetProperty("holding").GetString());
        }

        var page = await ada.Get($"/api/comparing/{code}?wanted=500%20m");
        Assert.Equal(
            ["batts, in strips", "batts, one zig-zag strip", "batts, torn and rolled", "batts, from the fold"],
            Texts(page.GetProperty("ways"), "name")
        );
        Assert.All(page.GetProperty("ways").EnumerateArray(), w => Assert.Single(w.GetProperty("spun").EnumerateArray()));
        Assert.Equal(["worse", "better", "worse", "worse"], Texts(Line(page, "joins"), "standing"));
        Assert.Equal("2 in 10 m", Line(page, "joins")[0].GetProperty("text").GetString());
        Assert.Equal("120 m an hour", Line(page, "metresPerHour")[0].GetProperty("text").GetString());
        Assert.DoesNotContain("worse", Texts(Line(page, "lumps"), "standing"));
        Assert.Equal(4, Texts(Line(page, "gramsForWanted"), "text").Count(t => t is not null));
        Assert.Equal(
            [2.0, null, null, 5.0],
            Assert
                .Single(page.GetProperty("judged").EnumerateArray())
                .GetProperty("marks")
                .EnumerateArray()
                .Select(m => m.ValueKind == JsonValueKind.Null ? (double?)null : m.GetDouble())
        );
        Assert.Contains(
            "batts, from the fold",
            string.Join(' ', page.GetProperty("sentences").EnumerateArray().Select(s => s.GetString()))
        );
        // A weight stands for a length.
        Assert.NotEmpty((await ada.Get($"/api/comparing/{code}?wanted=300")).GetProperty("lines").EnumerateArray());
        Assert.Equal(["wanted not-readable"], (await ada.Send(HttpMethod.Get, $"/api/comparing/{code}?wanted=a%20jumper")).Refused());
        Assert.Equal(["wanted not-readable"], (await ada.Send(HttpMethod.Get, $"/api/comparing/{code}?wanted=-4")).Refused());
    }

    [Fact]
    public async Task At_a_station_one_sentence_says_what_speaks_against_it()
    {
        var ada = await house.Register();
        var (_, down) = await ada.TakeIn(
            new
            {
                mass = "300",
                form = "clean",
                fibre = "yak",
            }
        );
        async Task<string?> Said(string code, string step) =>
            (await ada.Get($"/api/lots/{code}/at/{step}")).GetProperty("sentence").GetString();
        Assert.Contains("was not dehaired", await Said(down, "card"));
        Assert.Null(await Said(down, "dehair"));
        var (_, clean) = await ada.TakeIn(
            new
            {
                mass = "300",
                form = "clean",
                breed = "Gotland",
            }
        );
        Assert.Null(await Said(clean, "card"));
        (await ada.Send(HttpMethod.Put, $"/api/lots/{clean}/route", new { aim = "worstedHard", preparation = "top" })).Expect(200);
        Assert.Equal(
            $"{clean} is wanted worsted and hard: the route that was chosen for it goes on with combing.",
            await Said(clean, "card")
        );
        Assert.Null(await Said(clean, "comb"));
        (await ada.Send(HttpMethod.Get, "/api/lots/Z-99/at/card")).Refused(404, "not-here");
        (await ada.Send(HttpMethod.Get, $"/api/lots/{clean}/at/knitting")).Expect(400);
        (await (await house.Register("Bea")).Send(HttpMethod.Get, $"/api/lots/{clean}/at/card")).Refused(404, "not-here");
    }

    [Fact]
    public async Task A_weighed_length_tells_how_long_a_top_is_and_aims_and_strips_take_it_from_there()
    {
        var ada = await house.Register();
        var (top, code) = await ada.TakeIn(
            new
            {
                mass = "200",
                form = "top",
                breed = "Romney",
                humidityPercent = 65,
            }
        );
        async Task<Reply> Weigh(string? length, string? mass) =>
            await ada.Send(HttpMethod.Patch, $"/api/lots/{top}/facts", new { weighedLength = length, weighedMass = mass });
        Assert.Equal(["weighedMass empty"], (await Weigh("1 m", null)).Refused());
        Assert.Equal(["weighedLength not-a-length-of-yarn", "weighedMass not-a-weight"], (await Weigh("a lot", "a bit")).Refused());
        Assert.Equal(["weighedMass out-of-range"], (await Weigh("1 cm", "8 g")).Refused());
        (await Weigh("20 in", "4 g")).Expect(204);
        Assert.Equal("7.87 g in a metre: 25.4 m", (await ada.Lot(code)).GetProperty("lot").GetProperty("supply").GetString());
        Assert.Contains("7.87 g in a metre", (await ada.Lot(code)).GetProperty("changes").ToString());
        var aim = (await ada.Post("/api/spinning/aim", new { wraps = "14", lotId = top })).Expect(200);
        Assert.Contains("times its length", aim.GetProperty("drafting").ToString());
        var strips = (
            await ada.Post(
                "/api/dividing/rehearse",
                new
                {
                    colours = new object[] { new { name = "a", lotId = top } },
                    repeat = "a",
                    strip = "10 g",
                    plies = new object[] { new { } },
                }
            )
        ).Expect(200);
        Assert.Equal(20, strips.GetProperty("times").GetInt32());
        Assert.Equal(1.27, strips.GetProperty("plies")[0].GetProperty("strips")[0].GetProperty("long").GetDouble(), 0.01);
        var (clean, _) = await ada.TakeIn(new { mass = "200", form = "clean" });
        Assert.Equal(
            ["weighedLength not-here"],
            (await ada.Send(HttpMethod.Patch, $"/api/lots/{clean}/facts", new { weighedLength = "1 m", weighedMass = "8 g" })).Refused()
        );
    }

    [Fact]
    public async Task A_yarn_of_unknown_fibre_is_held_against_every_lot_in_store()
    {
        var ada = await house.Register();
        object wish = new { wraps = "28", plies = 2 };
        Assert.Empty((await ada.Post("/api/spinning/suits", wish)).Expect(200).EnumerateArray());
        foreach (var breed in new[] { "Merino", "Herdwick" })
        {
            await ada.TakeIn(
                new
                {
                    mass = "100",
                    form = "top",
                    breed,
                }
            );
        }

        await ada.TakeIn(new { mass = "100", form = "clean" });
        var suits = (await ada.Post("/api/spinning/suits", wish)).Expect(200);
        Assert.Equal(["Merino", "Herdwick"], Texts(suits, "parentage"));
        Assert.Equal("possible", suits[0].GetProperty("verdict").GetString());
        Assert.Equal("not", suits[1].GetProperty("verdict").GetString());
        Assert.StartsWith("singles of ", suits[0].GetProperty("words").GetString());
        Assert.Equal(["wraps not-a-count"], (await ada.Post("/api/spinning/suits", new { wraps = "thin" })).Refused());
        Assert.Empty((await (await house.Register("Bea")).Post("/api/spinning/suits", wish)).Expect(200).EnumerateArray());
    }

    [Fact]
    public async Task Yarns_of_one_use_stand_beside_one_another_whatever_they_were_made_of()
    {
        var ada = await house.Register();
        foreach (
            var (breed, use, lumps, spring) in new[] { ("Romney", "Socks", 2, 4), ("Dorset Horn", "socks", 30, 5), ("Merino", "hat", 1, 3) }
        )
        {
            var (top, _) = await ada.TakeIn(
                new
                {
                    mass = "60",
                    form = "top",
                    breed,
                }
            );
            (
                await ada.Post(
                    "/api/samples",
                    new
                    {
                        lotId = top,
                        draw = "short",
                        uses = new[] { use },
                        lumpsPer10Metres = lumps,
                        wrapsPerInch = 14,
                        judged = new[] { new { scale = "spring", mark = spring } },
                    }
                )
            ).Expect(200);
        }

        var page = await ada.Get("/api/uses/socks");
        Assert.Equal(2, page.GetProperty("samples").GetArrayLength());
        Assert.Equal(["socks", "hat"], page.GetProperty("uses").EnumerateArray().Select(u => u.GetString()));
        // The newest first.
        Assert.Equal(["worse", "better"], Texts(Line(page, "lumps"), "standing"));
        Assert.Equal([5.0, 4.0], page.GetProperty("judged")[0].GetProperty("marks").EnumerateArray().Select(m => m.GetDouble()));
        Assert.Empty((await ada.Get("/api/uses/a%20tent")).GetProperty("samples").EnumerateArray());
        var other = await (await house.Register("Bea")).Get("/api/uses/socks");
        Assert.Empty(other.GetProperty("samples").EnumerateArray());
        Assert.Empty(other.GetProperty("uses").EnumerateArray());
    }

    [Fact]
    public async Task A_way_of_holding_is_chosen_and_goes_along_to_the_wheel()
    {
        var ada = await house.Register();
        var (top, code) = await ada.TakeIn(
            new
            {
                mass = "100",
                form = "top",
                breed = "Romney",
            }
        );
        var page = await ada.Get($"/api/lots/{code}/routes?aim=socks");
        Assert.Equal(["wholeWidth", "strips", "fromTheFold"], Texts(page.GetProperty("holdings"), "holding"));
        Assert.Empty(page.GetProperty("routes").EnumerateArray());
        var route = $"/api/lots/{code}/route";
        Assert.Equal(["preparation missing"], (await ada.Send(HttpMethod.Put, route, new { aim = "socks" })).Refused());
        Assert.Equal(
            ["preparation missing"],
            (
                await ada.Send(
                    HttpMethod.Put,
                    route,
                    new
                    {
                        aim = "socks",
                        preparation = "top",
                        holding = "strips",
                    }
                )
            ).Refused()
        );
        Assert.Equal(["holding not-here"], (await ada.Send(HttpMethod.Put, route, new { aim = "socks", holding = "zStrip" })).Refused());
        var chosen = (await ada.Send(HttpMethod.Put, route, new { aim = "socks", holding = "strips" })).Expect(200);
        Assert.Equal(
            [false, true, false],
            chosen.GetProperty("holdings").EnumerateArray().Select(h => h.GetProperty("chosen").GetBoolean())
        );
        var lot = (await ada.Lot(code)).GetProperty("lot");
        Assert.Equal("strips", lot.GetProperty("route").GetProperty("holding").GetString());
        Assert.Equal(JsonValueKind.Null, lot.GetProperty("next").ValueKind);
        Assert.Contains("socks: in strips", (await ada.Lot(code)).GetProperty("changes").ToString());

        object aim = new { wraps = "12", lotId = top };
        Assert.Equal(
            ["holding not-here"],
            (
                await ada.Post(
                    "/api/runs",
                    new
                    {
                        craft = "spin",
                        aim,
                        holding = "tornAndRolled",
                    }
                )
            ).Refused()
        );
        var run = (await ada.Post("/api/runs", new { craft = "spin", aim })).Expect(200);
        Assert.Equal("strips", Details(run).GetProperty("holding").GetString());
        (await Tap(ada, Id(run), new { kind = "noteHolding", holding = "strips" })).Expect(409);
        Assert.Equal(["holding not-here"], (await Tap(ada, Id(run), new { kind = "noteHolding", holding = "zStrip" })).Refused());
        run = (await Tap(ada, Id(run), new { kind = "noteHolding", holding = "fromTheFold" })).Expect(200);
        Assert.Equal("fromTheFold", Details(run).GetProperty("holding").GetString());
        Assert.Equal(
            ["holding not-here"],
            (
                await ada.Post(
                    "/api/samples",
                    new
                    {
                        lotId = top,
                        holding = "zStrip",
                        verdict = "x",
                    }
                )
            ).Refused()
        );
        (await ada.Send(HttpMethod.Delete, route, null)).Expect(204);
        Assert.Equal(JsonValueKind.Null, (await ada.Lot(code)).GetProperty("lot").GetProperty("route").ValueKind);
    }
}

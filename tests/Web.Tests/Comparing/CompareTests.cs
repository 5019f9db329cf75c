using System.Text.Json;
using Xunit;

namespace EarthyTuft.Web.Tests.Comparing;

/// <summary>Preparations of one lot beside one another, from the trial to what it says.</summary>
public class CompareTests(House house) : IClassFixture<House>
{
    private static string[] Strings(JsonElement of) => [.. of.EnumerateArray().Select(s => s.GetString()!)];

    private static JsonElement Line(JsonElement page, string by) =>
        page.GetProperty("lines").EnumerateArray().Single(l => l.GetProperty("by").GetString() == by);

    private static async Task<(Guid Id, string Code)> Card(
        Person person,
        Guid lot,
        string form,
        string mass,
        int minutes,
        string? taken = null
    ) =>
        await person.Log(
            new
            {
                step = "card",
                from = new[]
                {
                    new
                    {
                        lotId = lot,
                        mass = taken,
                        all = taken is null,
                    },
                },
                to = new[] { new { form, mass } },
                losses = new[] { new { kind = "cardWaste" } },
                minutes,
            }
        );

    [Fact]
    public async Task Fine_down_as_a_cloud_and_as_punis_by_a_trial_of_five_grams_each()
    {
        var ada = await house.Register();
        var (down, code) = await ada.TakeIn(
            new
            {
                mass = "48",
                form = "down",
                fibre = "yak",
            }
        );
        var trial = (
            await ada.Post($"/api/comparing/{code}/trial", new { aim = "woollenSoft", preparations = new[] { "rolags", "punis" } })
        ).Expect(200);
        var parts = trial.GetProperty("lots").EnumerateArray().Select(l => l.GetProperty("id").GetGuid()).ToArray();
        Assert.Equal(2, parts.Length);
        Assert.Contains("one sitting", trial.GetProperty("sentence").GetString());
        Assert.Equal(38, (await ada.Lot(code)).GetProperty("lot").GetProperty("left").GetProperty("grams").GetDouble(), 0.5);
        var waiting = (await ada.Get($"/api/comparing/{code}")).GetProperty("waiting").EnumerateArray().ToArray();
        Assert.Equal(["rolags", "punis"], waiting.Select(w => w.GetProperty("preparation").GetString()));
        Assert.All(waiting, w => Assert.Equal("card", w.GetProperty("at").GetString()));

        var (cloud, _) = await Card(ada, parts[0], "cloud", "4.9", 6);
        var (punis, _) = await Card(ada, parts[1], "puni", "4.8", 30);
        (
            await ada.Post(
                "/api/samples",
                new
                {
                    lotId = cloud,
                    draw = "long",
                    spunMass = "4",
                    spinningMinutes = 30,
                    joinsPer10Metres = 15,
                    lumpsPer10Metres = 30,
                    verdict = "Lumpy.",
                }
            )
        ).Expect(200);
        (
            await ada.Post(
                "/api/samples",
                new
                {
                    lotId = punis,
                    draw = "long",
                    spunMass = "4",
                    spinningMinutes = 24,
                    joinsPer10Metres = 5,
                    lumpsPer10Metres = 4,
                    verdict = "Smooth.",
                }
            )
        ).Expect(200);
        var page = await ada.Get($"/api/comparing/{code}");
        Assert.Equal(["cloud", "punis"], page.GetProperty("ways").EnumerateArray().Select(w => w.GetProperty("name").GetString()));
        Assert.Empty(page.GetProperty("waiting").EnumerateArray());
        Assert.Empty(page.GetProperty("otherwise").EnumerateArray());
        Assert.True(Line(page, "lumps").GetProperty("differs").GetBoolean());
        Assert.Equal(
            ["worse", "better"],
            Line(page, "lumps").GetProperty("cells").EnumerateArray().Select(c => c.GetProperty("standing").GetString())
        );
        Assert.Equal(
            ["better", "worse"],
            Line(page, "preparingHours").GetProperty("cells").EnumerateArray().Select(c => c.GetProperty("standing").GetString())
        );
        Assert.Contains("fewer lumps", Assert.Single(Strings(page.GetProperty("sentences"))));
        Assert.StartsWith("2 h", Line(page, "preparingHours").GetProperty("cells")[0].GetProperty("text").GetString());
        Assert.False(Line(page, "yield").GetProperty("differs").GetBoolean());
    }

    [Fact]
    public async Task Combing_beside_carding_counts_the_noil_and_what_was_done_on_the_way()
    {
        var ada = await house.Register();
        var (clean, code) = await ada.TakeIn(
            new
            {
                mass = "400",
                form = "clean",
                breed = "Romney",
            }
        );
        var (opened, _) = await ada.Log(
            new
            {
                step = "open",
                from = new[]
                {
                    new
                    {
                        lotId = clean,
                        mass = "200",
                        all = false,
                    },
                },
                to = new[] { new { form = "opened", mass = "196" } },
                losses = new[] { new { kind = "vegetableMatter" } },
                minutes = 60,
            }
        );
        await Card(ada, opened, "batt", "180", 90);
        await ada.Log(
            new
            {
                step = "comb",
                from = new[]
                {
                    new
                    {
                        lotId = clean,
                        mass = "150",
                        all = false,
                    },
                },
                to = new[] { new { form = "top", mass = "115" }, new { form = "noil", mass = "28" } },
                losses = new[] { new { kind = "dirtAndSand" } },
                minutes = 240,
            }
        );
        // Of another fleece together with it: that says nothing of this one.
        var (other, _) = await ada.TakeIn(
            new
            {
                mass = "50",
                form = "clean",
                breed = "Romney",
            }
        );
        (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "card",
                    from = new object[] { new { lotId = clean, all = true }, new { lotId = other, all = true } },
                    to = new[] { new { form = "rolag", mass = "95" } },
                    losses = new[] { new { kind = "cardWaste" } },
                    minutes = 60,
                }
            )
        ).Expect(200);
        var page = await ada.Get($"/api/comparing/{code}");
        var ways = page.GetProperty("ways").EnumerateArray().ToArray();
        Assert.Equal(2, ways.Length);
        Assert.Equal(["open", "card"], Strings(ways[0].GetProperty("road")));
        Assert.Equal(["comb"], Strings(ways[1].GetProperty("road")));
        Assert.Equal(28, ways[1].GetProperty("rest").GetProperty("grams").GetDouble(), 0.5);
        Assert.Equal(150 / 60.0 / 180 * 100, ways[0].GetProperty("preparingHours").GetDouble(), 0.01);
        Assert.Equal(
            ["better", "worse"],
            Line(page, "yield").GetProperty("cells").EnumerateArray().Select(c => c.GetProperty("standing").GetString())
        );
        Assert.Equal(0, ways[0].GetProperty("untimed").GetInt32());
        Assert.Contains("buys nothing in what was measured: what is kept.", string.Join(' ', Strings(page.GetProperty("sentences"))));
    }

    [Fact]
    public async Task A_trial_that_cannot_be_is_refused_at_its_field_and_the_same_tap_twice_is_one()
    {
        var ada = await house.Register();
        var (lot, code) = await ada.TakeIn(new { mass = "60", form = "clean" });
        async Task<string[]> Refused(object trial) => (await ada.Post($"/api/comparing/{code}/trial", trial)).Refused();
        Assert.Equal(["preparations out-of-range"], await Refused(new { aim = "woollenSoft", preparations = new[] { "punis" } }));
        Assert.Equal(["preparations out-of-range"], await Refused(new { aim = "woollenSoft", preparations = new[] { "punis", "punis" } }));
        Assert.Equal(
            ["each too-little"],
            await Refused(
                new
                {
                    aim = "woollenSoft",
                    preparations = new[] { "punis", "top" },
                    each = "31 g",
                }
            )
        );
        Assert.Equal(
            ["each out-of-range"],
            await Refused(
                new
                {
                    aim = "woollenSoft",
                    preparations = new[] { "punis", "top" },
                    each = "0",
                }
            )
        );
        Assert.Single(
            await Refused(
                new
                {
                    aim = "woollenSoft",
                    preparations = new[] { "punis", "top" },
                    each = "a handful",
                }
            )
        );
        (await ada.Post("/api/comparing/Z-99/trial", new { aim = "woollenSoft", preparations = new[] { "punis", "top" } })).Refused(
            404,
            "not-here"
        );
        (await ada.Send(HttpMethod.Get, "/api/comparing/Z-99")).Refused(404, "not-here");
        var key = Guid.NewGuid();
        object both = new { aim = "woollenSoft", preparations = new[] { "batts", "top" } };
        var first = (await ada.Post($"/api/comparing/{code}/trial", both, key)).Expect(200);
        var again = (await ada.Post($"/api/comparing/{code}/trial", both, key)).Expect(200);
        Assert.Equal(first.GetProperty("lots").ToString(), again.GetProperty("lots").ToString());
        Assert.Equal(50, (await ada.Lot(code)).GetProperty("lot").GetProperty("left").GetProperty("grams").GetDouble(), 0.5);
        var (top, topCode) = await ada.TakeIn(new { mass = "60", form = "top" });
        Assert.Equal(["code prepared"], (await ada.Post($"/api/comparing/{topCode}/trial", both)).Refused());
        (await (await house.Register("Bea")).Post($"/api/comparing/{code}/trial", both)).Refused(404, "not-here");
        Assert.Equal(
            ["spunMass out-of-range", "spinningMinutes out-of-range", "joinsPer10Metres out-of-range"],
            (
                await ada.Post(
                    "/api/samples",
                    new
                    {
                        lotId = top,
                        spunMass = "0",
                        spinningMinutes = 0,
                        joinsPer10Metres = -1,
                    }
                )
            ).Refused()
        );
    }

    [Fact]
    public async Task What_spinning_took_stays_with_the_sample_and_can_be_mended()
    {
        var ada = await house.Register();
        var (top, code) = await ada.TakeIn(new { mass = "60", form = "top" });
        var sample = (
            await ada.Post(
                "/api/samples",
                new
                {
                    lotId = top,
                    spunMass = "5 g",
                    spinningMinutes = 40,
                }
            )
        ).Expect(200);
        Assert.Equal(
            ("5 g", 40),
            (sample.GetProperty("spunMass").GetProperty("text").GetString(), sample.GetProperty("spinningMinutes").GetInt32())
        );
        Assert.Equal("5 g", (await ada.Lot(code)).GetProperty("samples")[0].GetProperty("spunMass").GetProperty("text").GetString());
        var changed = (
            await ada.Send(
                HttpMethod.Put,
                $"/api/samples/{sample.GetProperty("id").GetGuid()}/card",
                new
                {
                    version = sample.GetProperty("version").GetUInt32(),
                    spunMass = "6 g",
                    spinningMinutes = 45,
                    lumpsPer10Metres = 2.5,
                }
            )
        ).Expect(200);
        Assert.Equal((45, "2.5 in 10 m"), (changed.GetProperty("spinningMinutes").GetInt32(), changed.GetProperty("lumps").GetString()));
        var history = (await ada.Get("/api/samples/" + sample.GetProperty("code").GetString()))
            .GetProperty("changes")
            .EnumerateArray()
            .Select(c => $"{c.GetProperty("what").GetString()}: {c.GetProperty("from").GetString()} -> {c.GetProperty("to").GetString()}")
            .Order();
        Assert.Equal(["lumps: not noted -> 2.5 in 10 m", "minutes of spinning: 40 -> 45", "yarn spun: 5 g -> 6 g"], history);
    }

    [Fact]
    public async Task The_day_of_one_motion_is_known_to_today()
    {
        var ada = await house.Register();
        var (clean, _) = await ada.TakeIn(new { mass = "200", form = "clean" });
        var (second, _) = await ada.TakeIn(new { mass = "200", form = "clean" });
        Assert.Equal(JsonValueKind.Null, (await ada.Get("/api/course")).GetProperty("motion").GetProperty("mostMinutes").ValueKind);
        Assert.Equal(
            ["mostMinutes out-of-range"],
            (await ada.Send(HttpMethod.Put, "/api/course/motion", new { mostMinutes = 5 })).Refused()
        );
        (await ada.Send(HttpMethod.Put, "/api/course/motion", new { mostMinutes = 60 })).Expect(204);
        await Card(ada, clean, "batt", "190", 50);
        var motion = (await ada.Get("/api/course")).GetProperty("motion");
        Assert.Equal(
            (60, "card", 50, false),
            (
                motion.GetProperty("mostMinutes").GetInt32(),
                motion.GetProperty("done")[0].GetProperty("step").GetString(),
                motion.GetProperty("done")[0].GetProperty("minutes").GetInt32(),
                motion.GetProperty("done")[0].GetProperty("isOver").GetBoolean()
            )
        );
        await Card(ada, second, "batt", "190", 15);
        Assert.True((await ada.Get("/api/course")).GetProperty("motion").GetProperty("done")[0].GetProperty("isOver").GetBoolean());
        (await ada.Send(HttpMethod.Put, "/api/course/motion", new { mostMinutes = (int?)null })).Expect(204);
        Assert.False((await ada.Get("/api/course")).GetProperty("motion").GetProperty("done")[0].GetProperty("isOver").GetBoolean());
    }
}

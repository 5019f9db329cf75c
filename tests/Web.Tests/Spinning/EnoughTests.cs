using System.Text.Json;
using Xunit;
using static EarthyTuft.Web.Tests.Spinning.Skeins;

namespace EarthyTuft.Web.Tests.Spinning;

/// <summary>What a lot is enough for, what its fibre asks for, and what may be wrong with what is spun of it.</summary>
public class EnoughTests(House house) : IClassFixture<House>
{
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
            "A sample takes 27.9 m: a swatch of 120 mm, a skein of 10 m and twists for its card.",
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
}

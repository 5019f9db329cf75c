using System.Text.Json;
using Xunit;
using static EarthyTuft.Web.Tests.Runs.Running;

namespace EarthyTuft.Web.Tests.Spinning;

/// <summary>What is gathered over many times at the wheel, and small skeins beside what was reckoned of them.</summary>
public class PaceTests(House house) : IClassFixture<House>
{
    private static Guid Id(JsonElement of) => of.GetProperty("id").GetGuid();

    private static string Text(JsonElement of, string field) => of.GetProperty(field).GetString()!;

    private static object Heap(JsonElement heap, string form) =>
        new
        {
            form,
            mass = Text(heap, "mass"),
            yarn = heap.GetProperty("yarn"),
        };

    [Fact]
    public async Task Pace_is_told_by_preparation_and_draw_and_joins_by_how_they_are_made()
    {
        var ada = await house.Register();
        var now = (await ada.Get("/api/course")).GetProperty("now").GetDateTimeOffset();
        Assert.Empty((await ada.Get("/api/spinning/pace")).EnumerateArray());
        async Task Spin(string form, string draw, int minutes, string mass, string? length)
        {
            var (lot, _) = await ada.TakeIn(new { mass = "100 g", form });
            var run = (
                await ada.Post(
                    "/api/runs",
                    new
                    {
                        craft = "spin",
                        aim = new { wraps = "14", lotId = lot },
                        startedAt = now.AddHours(-9),
                    }
                )
            ).Expect(200);
            (await Tap(ada, Id(run), new { kind = "noteDraw", draw = draw == "long" ? "short" : "long" })).Expect(200);
            (await Tap(ada, Id(run), new { kind = "noteDraw", draw })).Expect(200);
            (await Tap(ada, Id(run), new { kind = "noteDraw", draw })).Expect(409);
            (await Tap(ada, Id(run), new { kind = "sitDown", at = now.AddMinutes(-minutes - 5) })).Expect(200);
            (await Tap(ada, Id(run), new { kind = "standUp", at = now.AddMinutes(-5) })).Expect(200);
            (
                await Tap(
                    ada,
                    Id(run),
                    new
                    {
                        kind = "countSpun",
                        of = "joins",
                        joinedBy = "rolled",
                    }
                )
            ).Expect(200);
            (
                await Tap(
                    ada,
                    Id(run),
                    new
                    {
                        kind = "countSpun",
                        of = "joins",
                        count = 4,
                        metres = 10,
                        joinedBy = "laidOver",
                    }
                )
            ).Expect(200);
            Assert.Equal(
                ["joinedBy not-here"],
                (
                    await Tap(
                        ada,
                        Id(run),
                        new
                        {
                            kind = "countSpun",
                            of = "neps",
                            joinedBy = "rolled",
                        }
                    )
                ).Refused()
            );
            (
                await Tap(
                    ada,
                    Id(run),
                    new
                    {
                        kind = "countSpun",
                        of = "joins",
                        joinedBy = "glued",
                    }
                )
            ).Expect(400);
            run = (
                await Tap(
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
            Assert.Equal(
                (draw, "laidOver", "4 in 10 m; 4 laid over, 1 wetted and rolled"),
                (Text(Details(run), "draw"), Text(Details(run), "joinedBy"), Text(Details(run).GetProperty("counts")[0], "words"))
            );
            var entry = run.GetProperty("entry");
            Assert.Contains($"{draw} draw; 0 ply-backs. 5 joins (4 in 10 m): 4 laid over, 1 wetted and rolled.", Text(entry, "notes"));
            await ada.Log(
                new
                {
                    step = "spin",
                    from = new[] { new { lotId = lot, all = true } },
                    to = new[] { Heap(entry, "singles") },
                    runId = Id(run),
                    minutes = entry.GetProperty("minutes").GetInt32(),
                    losses = new[] { new { kind = "cardWaste" } },
                }
            );
        }

        await Spin("top", "short", 60, "12 g", "120");
        await Spin("top", "short", 120, "36 g", "300");
        await Spin("rolag", "long", 30, "15 g", null);
        var pace = await ada.Get("/api/spinning/pace");
        Assert.Equal(
            [
                ("top", "short", "140 m (120 m to 150 m)", "16 g (12 g to 18 g)", "3 h, 2 times"),
                ("rolag", "long", "", "30 g", "30 min, once"),
            ],
            pace.EnumerateArray().Select(p => (Text(p, "from"), Text(p, "draw"), Text(p, "metres"), Text(p, "mass"), Text(p, "of")))
        );
        Assert.Empty((await (await house.Register()).Get("/api/spinning/pace")).EnumerateArray());
        Assert.Equal(53, (await ada.Get("/api/spinning/hook?every=8&drawMillimetres=150")).GetProperty("draws").GetInt32());
        Assert.Equal(["every out-of-range"], (await ada.Send(HttpMethod.Get, "/api/spinning/hook?every=0&drawMillimetres=150")).Refused());
        (await ada.Send(HttpMethod.Get, "/api/spinning/hook?every=many&drawMillimetres=150")).Expect(422);
    }

    [Fact]
    public async Task Mini_skeins_lie_beside_what_is_reckoned_of_the_same_singles()
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(
            new
            {
                mass = "100 g",
                form = "top",
                breed = "Romney",
            }
        );
        var made = (
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
                            form = "singles",
                            mass = "60",
                            yarn = new { wraps = "28", length = "264" },
                        },
                        new
                        {
                            form = "singles",
                            mass = "38",
                            yarn = new { wraps = "28", length = "167" },
                        },
                    },
                }
            )
        ).Expect(200).GetProperty("made");
        var (one, other) = (Id(made[0]), Id(made[1]));
        var becomes = (await ada.Get($"/api/lots/{one}/yarn")).GetProperty("becomes");
        Assert.Equal(
            ["singles", "two-ply", "three-ply", "chain ply", "cable of two two-plies"],
            becomes.EnumerateArray().Select(b => Text(b, "words"))
        );
        var reckoned = becomes[1].GetProperty("yarn").GetProperty("wrapsPerInch").GetDouble();
        async Task<(Guid Id, string Code)> Mini(object yarn) =>
            await ada.Log(
                new
                {
                    step = "ply",
                    from = new[]
                    {
                        new
                        {
                            lotId = one,
                            mass = "5",
                            all = false,
                        },
                    },
                    to = new[]
                    {
                        new
                        {
                            form = "plied",
                            mass = "5",
                            yarn,
                        },
                    },
                }
            );
        // One as reckoned and washed, a chain that came out finer and was not washed, and one that nobody measured.
        var two = await Mini(new { wraps = $"{reckoned + 1}", plies = 2 });
        var washed = await ada.Log(
            new
            {
                step = "finish",
                from = new[] { new { lotId = two.Id } },
                to = new[]
                {
                    new
                    {
                        form = "yarn",
                        mass = "5",
                        yarn = new { wraps = $"{reckoned}" },
                    },
                },
            }
        );
        var chain = await Mini(
            new
            {
                wraps = $"{becomes[3].GetProperty("yarn").GetProperty("wrapsPerInch").GetDouble() + 4}",
                plies = 3,
                structure = "chain",
            }
        );
        await Mini(new { plies = 2 });
        // They stand at the plan of the other bobbin too, before it is committed; and on the singles' own page.
        foreach (
            var seen in new[]
            {
                (await ada.Get($"/api/lots/{one}/yarn")).GetProperty("becomes"),
                (await ada.Post("/api/spinning/ply", new { lotIds = new[] { other } })).Expect(200).GetProperty("becomes"),
            }
        )
        {
            var structures = seen.EnumerateArray()
                .ToDictionary(b => Text(b, "words"), b => b.GetProperty("made").EnumerateArray().ToArray());
            var skein = Assert.Single(structures["two-ply"]);
            Assert.Equal((washed.Code, "as it was reckoned"), (Text(skein, "code"), Text(skein, "sentence")));
            var finer = Assert.Single(structures["chain ply"]);
            Assert.Equal(chain.Code, Text(finer, "code"));
            Assert.Matches(@"^not washed yet; [\d.]+ WPI finer than reckoned$", Text(finer, "sentence"));
            Assert.Empty(structures["three-ply"]);
        }

        // Singles of another spinning know nothing of them.
        var (apart, _) = await ada.Log(
            new
            {
                step = "spin",
                from = new[]
                {
                    new
                    {
                        lotId = (
                            await ada.TakeIn(
                                new
                                {
                                    mass = "30 g",
                                    form = "top",
                                    breed = "Romney",
                                }
                            )
                        ).Id,
                    },
                },
                to = new[]
                {
                    new
                    {
                        form = "singles",
                        mass = "29",
                        yarn = new { wraps = "28" },
                    },
                },
            }
        );
        Assert.All((await ada.Get($"/api/lots/{apart}/yarn")).GetProperty("becomes").EnumerateArray(), b =>
            Assert.Empty(b.GetProperty("made").EnumerateArray())
        );
        Assert.Empty((await ada.Get($"/api/lots/{two.Id}/yarn")).GetProperty("becomes").EnumerateArray());
    }
}

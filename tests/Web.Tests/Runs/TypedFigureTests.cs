using System.Text.Json;
using EarthyTuft.Web.Tests.Session;
using Xunit;
using static EarthyTuft.Web.Tests.Runs.Running;

namespace EarthyTuft.Web.Tests.Runs;

/// <summary>A figure that hardly can be is a question at the bench: nothing is noted until it is answered, and the answer is one tap.</summary>
public class TypedFigureTests(House house) : IClassFixture<House>
{
    private static Guid Id(JsonElement of) => of.GetProperty("id").GetGuid();

    private static int Events(JsonElement run) => run.GetProperty("taps").GetArrayLength();

    private static string[] Choices(Reply reply) =>
        [.. reply.Json.GetProperty("refusals")[0].GetProperty("choices").EnumerateArray().Select(c => c.GetString()!)];

    [Fact]
    public async Task At_the_combs_it_is_asked_about_meant_or_believed_and_kept()
    {
        var ada = await house.Register();
        var (lot, code) = await ada.TakeIn(
            new
            {
                mass = "30",
                form = "clean",
                humidityPercent = 65,
            }
        );
        var run = Id((await BeginLoads(ada, "comb", lot, new { most = "5 g" })).Expect(200));
        var asked = await Tap(
            ada,
            run,
            new
            {
                kind = "combOneLoad",
                top = "4.2",
                noil = "43",
            }
        );
        Assert.Equal(["noil unlikely"], asked.Refused());
        Assert.Contains("4.3 g", Choices(asked));
        Assert.Empty(Details((await Of(ada, "comb")).Single()).GetProperty("loads").EnumerateArray());

        // A choice can be sent as it stands.
        var meant = await Tap(
            ada,
            run,
            new
            {
                kind = "combOneLoad",
                top = "4.2",
                noil = Choices(asked)[0],
            }
        );
        Assert.Equal(1, Events(meant.Expect(200)));
        var key = Guid.NewGuid();
        var so = new
        {
            kind = "combOneLoad",
            top = "13",
            noil = "0.5",
            asTyped = true,
        };
        Assert.Equal(2, Events((await Tap(ada, run, so, key)).Expect(200)));
        Assert.Equal(2, Events((await Tap(ada, run, so, key)).Expect(200)));

        // Whoever only looks on answers no question.
        var looker = await house.Register("Ben", await SessionTests.Invite(ada, "looker"));
        Assert.Equal(403, (await Tap(looker, run, so)).Status);
        Assert.Equal(400, (await Tap(ada, run, new { kind = "combOneLoad", asTyped = "perhaps" })).Status);
        Assert.Equal(code, (await Of(ada, "comb")).Single().GetProperty("lots")[0].GetProperty("code").GetString());
    }

    [Fact]
    public async Task A_bobbin_and_a_skein_are_held_against_what_there_is()
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(
            new
            {
                mass = "33",
                form = "top",
                humidityPercent = 65,
            }
        );
        var run = Id(
            (
                await ada.Post(
                    "/api/runs",
                    new
                    {
                        craft = "spin",
                        aim = new
                        {
                            lotId = lot,
                            wraps = "16",
                            degrees = 25,
                        },
                    }
                )
            ).Expect(200)
        );
        var asked = await Tap(ada, run, new { kind = "fillBobbin", mass = "85" });
        Assert.Equal(["mass unlikely"], asked.Refused());
        Assert.Equal("85 g? 33 g are left to make it of.", asked.Json.GetProperty("refusals")[0].GetProperty("reason").GetString());
        Assert.Equal(["wraps unlikely"], (await Tap(ada, run, new { kind = "readPlyBack", wraps = "61" })).Refused());
        Assert.Equal(
            ["length unlikely"],
            (
                await Tap(
                    ada,
                    run,
                    new
                    {
                        kind = "fillBobbin",
                        mass = "14",
                        length = "4000 yd",
                    }
                )
            ).Refused()
        );
        (await Tap(ada, run, new { kind = "fillBobbin", mass = "16.5" })).Expect(200);
        (
            await Tap(
                ada,
                run,
                new
                {
                    kind = "fillBobbin",
                    mass = "85",
                    asTyped = true,
                }
            )
        ).Expect(200);
    }

    [Fact]
    public async Task A_yarn_that_is_logged_is_held_against_the_lots_it_is_made_of()
    {
        var ada = await house.Register();
        var (top, _) = await ada.TakeIn(
            new
            {
                mass = "120",
                form = "top",
                humidityPercent = 65,
            }
        );
        object Of(string step, Guid lot, string form, string mass, object yarn) =>
            new
            {
                step,
                from = new[] { new { lotId = lot, all = true } },
                to = new[]
                {
                    new
                    {
                        form,
                        mass,
                        yarn,
                    },
                },
            };

        // 119 g of so few metres would be a rope, and of so many a thread of a few fibres.
        foreach (var length in new[] { "4", "90000" })
        {
            Assert.Equal(
                ["to[0].yarn.length unlikely"],
                (await ada.Post("/api/entries", Of("spin", top, "singles", "119", new { length, wraps = "24" }))).Refused()
            );
        }

        var (singles, _) = await ada.Log(Of("spin", top, "singles", "119", new { length = "400" }));
        var asked = await ada.Post("/api/entries/weigh-up", Of("ply", singles, "plied", "118", new { length = "1900", plies = 2 }));
        Assert.Equal(["to[0].yarn.length unlikely"], asked.Refused());
        Assert.Equal("190 m", Choices(asked)[0]);
        var (plied, code) = await ada.Log(
            Of(
                "ply",
                singles,
                "plied",
                "118",
                new
                {
                    length = "1900",
                    plies = 2,
                    wraps = "14",
                    asTyped = true,
                }
            )
        );
        Assert.Equal(
            ["to[0].yarn.wraps unlikely"],
            (await ada.Post("/api/entries", Of("finish", plied, "yarn", "116", new { wraps = "41" }))).Refused()
        );
        Assert.Equal("plied", (await ada.Lot(code)).GetProperty("lot").GetProperty("form").GetString());
    }
}

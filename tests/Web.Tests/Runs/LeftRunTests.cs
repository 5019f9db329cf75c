using System.Text.Json;
using Xunit;
using static EarthyTuft.Web.Tests.Runs.Running;
using static EarthyTuft.Web.Tests.Scouring.Washing;

namespace EarthyTuft.Web.Tests.Runs;

/// <summary>Work that ends early, and work that is left and taken up again.</summary>
public class LeftRunTests(House house) : IClassFixture<House>
{
    private static async Task<JsonElement[]> Left(Person who, Guid lot) =>
        [.. (await who.Get($"/api/runs/left?lot={lot}")).EnumerateArray()];

    [Fact]
    public async Task A_wash_that_was_enough_after_one_bath_is_logged_with_what_was_done()
    {
        var ada = await house.Register();
        var (lot, _) = await Skirted(ada, "900");
        var wash = await StartWash(ada, lot);
        var id = wash.GetProperty("id").GetGuid();
        Assert.False(Details(wash).GetProperty("mayEndEarly").GetBoolean());
        wash = await StartBath(ada, id, minutesAgo: 25);
        await Read(ada, Bath(wash), 58, DateTimeOffset.UtcNow.AddMinutes(-24));
        await Read(ada, Bath(wash), 51, DateTimeOffset.UtcNow.AddMinutes(-4));
        wash = (await Lift(ada, Bath(wash))).Expect(200);
        Assert.True(Details(wash).GetProperty("mayEndEarly").GetBoolean());
        Assert.False(wash.GetProperty("mayBeLogged").GetBoolean());
        var told = wash.GetProperty("entry");
        Assert.Contains("1 of 4 baths", told.GetProperty("notes").GetString());
        Assert.Equal(JsonValueKind.Null, told.GetProperty("spent").ValueKind);
        var logged = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "wash",
                    from = new[] { new { lotId = lot } },
                    to = new[] { new { form = "washed", state = "damp" } },
                    losses = new[] { new { kind = "waxAndSuint" } },
                    minutes = told.GetProperty("minutes").GetDouble(),
                    notes = told.GetProperty("notes").GetString(),
                    runId = id,
                }
            )
        ).Expect(200);
        var code = logged.GetProperty("made")[0].GetProperty("code").GetString();
        var done = await ada.Get($"/api/scouring/washed/{code}");
        var bath = Assert.Single(done.GetProperty("baths").EnumerateArray());
        Assert.Equal(25, bath.GetProperty("minutes").GetDouble(), 1.0);
        Assert.StartsWith("58", bath.GetProperty("first").GetProperty("text").GetString());
        Assert.StartsWith("51", bath.GetProperty("last").GetProperty("text").GetString());
        Assert.Contains(" g in all", done.GetProperty("agent").GetString());
        Assert.Empty(await Left(ada, lot));
    }

    [Fact]
    public async Task What_was_left_stays_with_its_lot_and_is_taken_up_again_once()
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(new { mass = "300", form = "clean" });
        var begun = (
            await BeginLoads(
                ada,
                "card",
                lot,
                new
                {
                    mass = "200",
                    most = "50 g",
                    gives = "rolag",
                }
            )
        ).Expect(200);
        var run = begun.GetProperty("id").GetGuid();
        // Nothing was done yet: nothing is left of it.
        await ada.Post($"/api/runs/{run}/end", new { });
        Assert.Empty(await Left(ada, lot));

        run = (
            await BeginLoads(
                ada,
                "card",
                lot,
                new
                {
                    mass = "200",
                    most = "50 g",
                    gives = "rolag",
                }
            )
        ).Expect(200).GetProperty("id").GetGuid();
        await Tap(ada, run, new { kind = "cardOneLoad", mass = "48" });
        Assert.Equal(404, (await (await house.Register()).Post($"/api/runs/{run}/resume", new { })).Status);
        Assert.Equal(204, (await ada.Post($"/api/runs/{run}/end", new { })).Status);
        var left = Assert.Single(await Left(ada, lot));
        Assert.Equal(("card", "48 g"), (left.GetProperty("craft").GetString(), left.GetProperty("sentence").GetString()!.Split(';')[0]));
        Assert.Empty(await Left(await house.Register(), lot));

        // What is free meanwhile may be at work elsewhere.
        var other = (await BeginLoads(ada, "comb", lot, new { mass = "150", most = "30 g" })).Expect(200).GetProperty("id").GetGuid();
        Assert.Equal(["mass more-than-free"], (await ada.Post($"/api/runs/{run}/resume", new { })).Refused());
        await ada.Post($"/api/runs/{other}/end", new { });
        var both = await Task.WhenAll(ada.Post($"/api/runs/{run}/resume", new { }), ada.Post($"/api/runs/{run}/resume", new { }));
        Assert.All(both, r => Assert.Equal(200, r.Status));
        Assert.Equal(run, Assert.Single(await Of(ada, "card")).GetProperty("id").GetGuid());
        Assert.Empty(await Left(ada, lot));
        (await Tap(ada, run, new { kind = "cardOneLoad", mass = "47" })).Expect(200);

        // Once the lot is used up it stays as it was left.
        await ada.Post($"/api/runs/{run}/end", new { });
        await ada.Log(
            new
            {
                step = "open",
                from = new[] { new { lotId = lot } },
                to = new[] { new { form = "opened", mass = "295" } },
            }
        );
        Assert.Equal(409, (await ada.Post($"/api/runs/{run}/resume", new { })).Status);
        Assert.Equal(404, (await ada.Post($"/api/runs/{Guid.NewGuid()}/resume", new { })).Status);
        Assert.Equal(400, (await ada.Send(HttpMethod.Get, "/api/runs/left?lot=that")).Status);
    }

    [Fact]
    public async Task Of_a_demo_what_is_never_logged_is_not_said_to_have_been_left()
    {
        await using var demo = House.Start(house.Connection, ("Demo", "true"), ("Now", "2026-05-14T10:30:00Z"));
        var visitor = new Person(demo.CreateClient());
        (await visitor.Send(HttpMethod.Post, "/api/session/demo")).Expect(204);
        await visitor.Refresh();
        foreach (var lot in (await visitor.Get("/api/lots")).GetProperty("lots").EnumerateArray())
        {
            Assert.DoesNotContain(await Left(visitor, lot.GetProperty("id").GetGuid()), l =>
                l.GetProperty("craft").GetString() is "testFelting" or "divide"
            );
        }
    }
}

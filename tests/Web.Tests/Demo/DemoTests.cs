using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Session;
using EarthyTuft.Web.Tests.Session;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Xunit;

namespace EarthyTuft.Web.Tests.Demo;

public class DemoTests(House empty) : IClassFixture<House>
{
    [Fact]
    public async Task A_demo_gives_each_view_something_to_show()
    {
        await using var house = House.Start(empty.Connection, ("Demo", "true"), ("Now", "2026-05-14T10:30:00Z"));
        var visitor = await WalkIn(house);
        var today = await visitor.Get("/api/course");
        Assert.Equal(12, today.GetProperty("samples").GetInt32());
        Assert.Equal(
            ["card", "comb", "dry", "ply", "samples", "skirt", "wash"],
            today.GetProperty("heaps").EnumerateArray().Select(h => h.GetProperty("step").GetString() ?? "samples").Order()
        );
        // The two honest mistakes, and no other entry, do not fit.
        var asked = new List<string?>();
        foreach (var id in today.GetProperty("questions").EnumerateArray())
        {
            asked.Add((await visitor.Get($"/api/entries/{id.GetGuid()}/question")).GetProperty("lotCode").GetString());
        }

        Assert.Equal(["G-01.5", "P-01.4"], asked.Order());
        var log = (await visitor.Send(HttpMethod.Get, "/api/weigh-log"))
            .Text.Trim()
            .Split("\r\n")
            .Skip(1)
            .Select(r => r.Split(','))
            .ToArray();
        Assert.InRange(log.Select(r => r[0]).Distinct().Count(), 40, 70);
        Assert.InRange(log.Count(r => r[2] == "take-in"), 10, 16);
        Assert.Single((await visitor.Get("/api/session")).GetProperty("workshops").EnumerateArray());
        var striped = await visitor.Get("/api/comparing/J-05.2/rehearsed");
        Assert.Contains(striped.GetProperty("sentences").EnumerateArray(), t =>
            t.GetString()!.StartsWith("Rehearsed in singles of 190 tex; they came out at ", StringComparison.Ordinal)
        );
        Assert.Equal(
            ["roving", "top"],
            (await visitor.Get("/api/spinning/pace")).EnumerateArray().Select(p => p.GetProperty("from").GetString()!).Order()
        );
        Assert.Equal(
            ["dry", "spin", "wash"],
            (await visitor.Get("/api/runs")).EnumerateArray().Select(r => r.GetProperty("craft").GetString()).Order()
        );
    }

    [Fact]
    public async Task Every_browser_has_a_demo_of_its_own_and_finds_it_again()
    {
        await using var house = House.Start(empty.Connection, ("Demo", "true"));
        var (one, two) = (await WalkIn(house), await WalkIn(house));
        Assert.NotEqual(await Workshop(one), await Workshop(two));
        var (_, code) = await one.TakeIn(
            new
            {
                mass = "777",
                breed = "Gotland",
                notes = "only mine",
            }
        );
        Assert.Equal(200, (await one.Send(HttpMethod.Get, "/api/lots/" + code)).Status);
        Assert.Equal(404, (await two.Send(HttpMethod.Get, "/api/lots/" + code)).Status);

        var mine = await Workshop(one);
        (await one.Send(HttpMethod.Delete, "/api/session")).Expect(204);
        (await one.Send(HttpMethod.Get, "/api/course")).Expect(401);
        (await one.Send(HttpMethod.Post, "/api/session/demo")).Expect(204);
        await one.Refresh();
        Assert.Equal(mine, await Workshop(one));
        Assert.Equal(200, (await one.Send(HttpMethod.Get, "/api/lots/" + code)).Status);

        (await one.Send(HttpMethod.Post, "/api/session/demo/afresh")).Expect(204);
        await one.Refresh();
        Assert.NotEqual(mine, await Workshop(one));
        Assert.Equal(404, (await one.Send(HttpMethod.Get, "/api/lots/" + code)).Status);
        await using var scope = house.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<EarthyTuftDb>();
        Assert.False(await db.Workshops.AnyAsync(w => w.Id == mine, TestContext.Current.CancellationToken));
    }

    [Fact]
    public async Task In_a_demo_nobody_invites_joins_or_reaches_out()
    {
        await using var house = House.Start(empty.Connection, ("Demo", "true"));
        var owner = await Person.Register(house);
        var invitation = await SessionTests.Invite(owner, "preparer");
        var visitor = await WalkIn(house);
        var self = (await visitor.Get("/api/workshop")).GetProperty("people")[0].GetProperty("id").GetGuid();
        (await visitor.Send(HttpMethod.Post, "/api/workshop/invitations", new { role = "owner" })).Refused(403, "not-in-a-demo");
        (await visitor.Send(HttpMethod.Put, $"/api/workshop/people/{self}", new { role = "looker" })).Refused(403, "not-in-a-demo");
        (await visitor.Send(HttpMethod.Delete, $"/api/workshop/people/{self}")).Refused(403, "not-in-a-demo");
        (await visitor.Send(HttpMethod.Post, $"/api/workshop/people/{self}/reset-code")).Refused(403, "not-in-a-demo");
        (await visitor.Send(HttpMethod.Post, "/api/session/join", new { invitationCode = invitation })).Refused(403, "not-in-a-demo");
        (
            await visitor.Send(HttpMethod.Post, "/api/session/password", new { current = "wool and water", password = "wool and water" })
        ).Refused(403, "not-in-a-demo");
        (
            await visitor.Send(
                HttpMethod.Post,
                "/api/instruments",
                new
                {
                    kind = "scale",
                    name = "probing",
                    host = "192.168.1.1",
                    port = 22,
                    on = true,
                }
            )
        ).Refused(403, "not-in-a-demo");
        // The invitation was not used up by that.
        (await (await Person.Register(house)).Send(HttpMethod.Post, "/api/session/join", new { invitationCode = invitation })).Expect(204);
    }

    [Fact]
    public async Task In_a_demo_an_instrument_stays_where_it_is()
    {
        await using var house = House.Start(
            empty.Connection,
            ("Demo", "true"),
            ("Instruments:Scale", "4711"),
            ("Instruments:Probe", "4712"),
            ("Instruments:Air", "4713")
        );
        var visitor = await WalkIn(house);
        var scale = (await visitor.Get("/api/instruments"))
            .GetProperty("instruments")
            .EnumerateArray()
            .Single(i => i.GetProperty("kind").GetString() == "scale");
        var id = scale.GetProperty("id").GetGuid();
        Task<Reply> Set(string host, int port, bool on) =>
            visitor.Send(
                HttpMethod.Put,
                $"/api/instruments/{id}",
                new
                {
                    kind = "scale",
                    name = "bench scale",
                    host,
                    port,
                    on,
                }
            );
        (await Set("127.0.0.1", 22, true)).Refused(403, "not-in-a-demo");
        (await Set("192.168.1.1", 4711, true)).Refused(403, "not-in-a-demo");
        Assert.True((await visitor.Get("/api/session")).GetProperty("hasScale").GetBoolean());
        (await Set("127.0.0.1", 4711, false)).Expect(200);
        Assert.False((await visitor.Get("/api/session")).GetProperty("hasScale").GetBoolean());
        (await visitor.Send(HttpMethod.Delete, $"/api/instruments/{id}")).Refused(403, "not-in-a-demo");
    }

    [Fact]
    public async Task Unused_demos_go_with_all_that_is_in_them()
    {
        await using var own = new House();
        await own.InitializeAsync();
        var clock = new SettableClock(DateTimeOffset.UtcNow);
        await using var house = own.StartWith(clock, ("Demo", "true"));
        var old = await WalkIn(house);
        var oldShop = await Workshop(old);
        clock.Forward(TimeSpan.FromDays(4));
        var young = await WalkIn(house);
        clock.Forward(TimeSpan.FromDays(3.5));
        await Sweeping.Sweep(house.Services, clock.GetUtcNow(), TestContext.Current.CancellationToken);
        await SessionTests.Eventually(2, async () => (await old.Send(HttpMethod.Get, "/api/course")).Status is 401 or 403);
        (await young.Send(HttpMethod.Get, "/api/course")).Expect(200);
        await using var scope = house.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<EarthyTuftDb>();
        Assert.Equal(1, await db.Workshops.CountAsync(TestContext.Current.CancellationToken));
        Assert.Equal(2, await db.Users.CountAsync(TestContext.Current.CancellationToken));
        await scope
            .ServiceProvider.GetRequiredService<WorkshopScope>()
            .Across(async () =>
            {
                Assert.True(await db.Lots.IgnoreQueryFilters().AnyAsync(TestContext.Current.CancellationToken));
                Assert.Equal(
                    0,
                    await db.Lots.IgnoreQueryFilters().CountAsync(l => l.WorkshopId == oldShop, TestContext.Current.CancellationToken)
                );
                Assert.Equal(
                    0,
                    await db.RunEvents.IgnoreQueryFilters().CountAsync(l => l.WorkshopId == oldShop, TestContext.Current.CancellationToken)
                );
            });
    }

    [Fact]
    public async Task There_are_only_so_many_at_once_and_one_in_use_is_never_taken_away()
    {
        await using var own = new House();
        await own.InitializeAsync();
        var clock = new SettableClock(DateTimeOffset.UtcNow);
        await using var house = own.StartWith(clock, ("Demo", "true"), ("Limits:Demos", "2"));
        var first = await WalkIn(house);
        clock.Forward(TimeSpan.FromMinutes(1));
        var second = await WalkIn(house);
        (await new Person(house.CreateClient()).Send(HttpMethod.Post, "/api/session/demo")).Refused(503, "demo-full");
        clock.Forward(TimeSpan.FromMinutes(29.5));
        var third = await WalkIn(house);
        await SessionTests.Eventually(2, async () => (await first.Send(HttpMethod.Get, "/api/course")).Status is 401 or 403);
        (await second.Send(HttpMethod.Get, "/api/course")).Expect(200);
        (await third.Send(HttpMethod.Get, "/api/course")).Expect(200);
    }

    private static async Task<Person> WalkIn(WebApplicationFactory<Program> house)
    {
        var visitor = new Person(house.CreateClient());
        (await visitor.Send(HttpMethod.Post, "/api/session/demo")).Expect(204);
        await visitor.Refresh();
        return visitor;
    }

    private static async Task<Guid> Workshop(Person person) =>
        (await person.Get("/api/session")).GetProperty("workshop").GetProperty("id").GetGuid();
}

using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Xunit;

namespace EarthyTuft.Web.Tests.Session;

public class MembershipTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task However_two_owners_send_each_other_away_one_stays()
    {
        for (var race = 0; race < 12; race++)
        {
            var ada = await house.Register("Ada");
            var ben = await house.Register("Ben", await SessionTests.Invite(ada, "owner"));
            var workshop = (await ada.Get("/api/session")).GetProperty("workshop").GetProperty("id").GetGuid();
            var (adaId, benId) = (await Id(ada), await Id(ben));
            // Demoted, removed, and each leaving by themselves.
            var replies = await Task.WhenAll(
                (race % 3) switch
                {
                    0 => [Role(ada, benId, "preparer"), Role(ben, adaId, "looker")],
                    1 => [Remove(ada, benId), Remove(ben, adaId)],
                    _ => new[] { Remove(ada, adaId), Remove(ben, benId) },
                }
            );
            Assert.All(replies, r => Assert.InRange(r.Status, 200, 499));
            await using var scope = house.Factory.Services.CreateAsyncScope();
            var owners = await scope
                .ServiceProvider.GetRequiredService<EarthyTuftDb>()
                .Memberships.CountAsync(m => m.WorkshopId == workshop && m.Role == MemberRole.Owner, TestContext.Current.CancellationToken);
            Assert.True(owners >= 1, $"Race {race} left no owner: {string.Join(", ", replies.Select(r => r.Status))}");
        }
    }

    [Fact]
    public async Task A_member_may_leave_and_sends_nobody_else_away()
    {
        var ada = await house.Register("Ada");
        var ben = await house.Register("Ben", await SessionTests.Invite(ada, "looker"));
        (await Remove(ben, await Id(ada))).Refused(403, "not-yours-to-change");
        (await Role(ben, await Id(ben), "owner")).Refused(403, "not-yours-to-change");
        (await Remove(ben, await Id(ben))).Expect(204);
        (await ben.Send(HttpMethod.Get, "/api/course")).Refused(403, "not-a-member");
        Assert.Equal(["role last-owner"], (await Remove(ada, await Id(ada))).Refused());
    }

    [Fact]
    public async Task Who_is_removed_hears_nothing_from_that_moment_on()
    {
        var ada = await house.Register("Ada");
        var ben = await house.Register("Ben", await SessionTests.Invite(ada, "preparer"));
        var id = await Id(ben);
        using var stream = await ben.Http.GetAsync(
            "/api/live",
            HttpCompletionOption.ResponseHeadersRead,
            TestContext.Current.CancellationToken
        );
        Assert.True(stream.IsSuccessStatusCode);
        await using var news = await stream.Content.ReadAsStreamAsync(TestContext.Current.CancellationToken);
        var buffer = new byte[4096];
        Assert.NotEqual(0, await news.ReadAsync(buffer, TestContext.Current.CancellationToken));
        (await Remove(ada, id)).Expect(204);
        using var patience = new CancellationTokenSource(TimeSpan.FromSeconds(4));
        while (await news.ReadAsync(buffer, patience.Token) > 0)
        {
            // What was said before.
        }

        (await ben.Send(HttpMethod.Get, "/api/live")).Refused(403, "not-a-member");
    }

    private static async Task<Guid> Id(Person person) =>
        (await person.Get("/api/workshop"))
            .GetProperty("people")
            .EnumerateArray()
            .Single(p => p.GetProperty("you").GetBoolean())
            .GetProperty("id")
            .GetGuid();

    private static Task<Reply> Role(Person who, Guid whom, string role) =>
        who.Send(HttpMethod.Put, $"/api/workshop/people/{whom}", new { role });

    private static Task<Reply> Remove(Person who, Guid whom) => who.Send(HttpMethod.Delete, $"/api/workshop/people/{whom}");
}

using EarthyTuft.Web.Session;
using Xunit;

namespace EarthyTuft.Web.Tests.Session;

public class SignInPaceTests(House house) : IClassFixture<House>
{
    [Theory]
    [InlineData(0, 0)]
    [InlineData(4, 0)]
    [InlineData(5, 2)]
    [InlineData(6, 4)]
    [InlineData(9, 32)]
    [InlineData(10, 60)]
    [InlineData(2_000_000_000, 60)]
    public void Five_are_free_and_nobody_waits_longer_than_a_minute(int wrong, double seconds) =>
        Assert.Equal(seconds, SignInPace.WaitAfter(wrong).TotalSeconds);

    [Fact]
    public async Task Known_and_unknown_sound_the_same_and_after_five_wrong_ones_both_wait()
    {
        await using var web = await WebProcess.Start(
            house.Connection,
            null,
            ("Proxies", "127.0.0.1"),
            ("Limits__SignInPerMinute", "100000")
        );
        var ada = await Register(web, "203.0.113.1");
        foreach (var email in new[] { ada.Email, "no@example.org" })
        {
            var from = email == ada.Email ? "203.0.113.2" : "203.0.113.3";
            for (var i = 0; i < 5; i++)
            {
                Assert.Equal(
                    "That email and password do not go together.",
                    (await Try(web, from, email, "wrong wrong wrong")).Expect(401).GetProperty("detail").GetString()
                );
            }

            var waits = await Try(web, from, email, "wrong wrong wrong");
            waits.Refused(429, "too-soon");
            Assert.Equal("2", waits.Headers["Retry-After"]);
            // From elsewhere the account is slowed down as well, known or not.
            (await Try(web, "203.0.113.4", email, "wool and water")).Refused(429, "too-soon");
        }

        // The person's own address is not: who has signed in from there is let in at once.
        (await Try(web, "203.0.113.1", ada.Email, "wool and water")).Expect(204);
        // And whoever waits as told may try again.
        await Task.Delay(2100, TestContext.Current.CancellationToken);
        (await Try(web, "203.0.113.2", ada.Email, "wool and water")).Expect(204);
    }

    [Fact]
    public async Task Many_tries_at_one_moment_are_counted_one_by_one()
    {
        await using var web = await WebProcess.Start(
            house.Connection,
            null,
            ("Proxies", "127.0.0.1"),
            ("Limits__SignInPerMinute", "100000")
        );
        var ada = await Register(web, "203.0.113.11");
        var replies = await Task.WhenAll(Enumerable.Range(0, 24).Select(_ => Try(web, "203.0.113.12", ada.Email, "wrong wrong wrong")));
        Assert.All(replies, r => Assert.True(r.Status is 401 or 429, $"{r.Status}"));

        // Five are free; on a slow machine the first pauses of two and four seconds can pass while the rest still wait their turn.
        Assert.InRange(replies.Count(r => r.Status == 401), 5, 7);
    }

    [Fact]
    public async Task Without_a_configured_proxy_nobody_says_where_they_come_from()
    {
        await using var web = await WebProcess.Start(house.Connection, null, ("Limits__SignInPerMinute", "100000"));
        for (var i = 0; i < 5; i++)
        {
            (await Try(web, $"198.51.100.{i}", $"no{i}@example.org", "wrong wrong wrong")).Expect(401);
        }

        (await Try(web, "198.51.100.77", "no7@example.org", "wrong wrong wrong")).Refused(429, "too-soon");
    }

    private static async Task<Person> Register(WebProcess web, string from)
    {
        var person = new Person(web.Client(), from);
        await person.RegisterHere();
        return person;
    }

    private static Task<Reply> Try(WebProcess web, string from, string email, string password) =>
        new Person(web.Client(), from).Send(HttpMethod.Post, "/api/session", new { email, password });
}

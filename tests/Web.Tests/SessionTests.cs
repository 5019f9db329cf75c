using System.Net.Http.Json;
using Microsoft.AspNetCore.Mvc.Testing;
using Xunit;

namespace EarthyTuft.Web.Tests.Session;

public class SessionTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task Registering_opens_a_workshop_of_ones_own()
    {
        var ada = await house.Register("Ada");
        var session = await ada.Refresh();
        Assert.Equal(("Ada", "Ada\u2019s workshop", "owner"), (
            session.GetProperty("name").GetString(),
            session.GetProperty("workshop").GetProperty("name").GetString(),
            session.GetProperty("workshop").GetProperty("role").GetString()));
    }

    [Fact]
    public async Task Signing_out_closes_the_door_and_in_opens_it()
    {
        var ada = await house.Register();
        (await ada.Send(HttpMethod.Delete, "/api/session")).Expect(204);
        (await ada.Send(HttpMethod.Get, "/api/course")).Expect(401);
        (await ada.Send(HttpMethod.Post, "/api/session", new { email = ada.Email, password = "wool and water" })).Expect(204);
        (await ada.Send(HttpMethod.Get, "/api/course")).Expect(200);
    }

    [Fact]
    public async Task Unknown_person_and_wrong_password_sound_the_same_and_five_wrong_ones_lock()
    {
        var ada = await house.Register();
        var nobody = new Person(house.Factory.CreateClient());
        var unknown = await nobody.Send(HttpMethod.Post, "/api/session", new { email = "no@example.org", password = "wrong wrong wrong" });
        var wrong = await nobody.Send(HttpMethod.Post, "/api/session", new { email = ada.Email, password = "wrong wrong wrong" });
        Assert.Equal(unknown.Expect(401).GetProperty("detail").GetString(), wrong.Expect(401).GetProperty("detail").GetString());
        for (var i = 0; i < 3; i++)
        {
            (await nobody.Send(HttpMethod.Post, "/api/session", new { email = ada.Email, password = "wrong wrong wrong" })).Expect(401);
        }

        (await nobody.Send(HttpMethod.Post, "/api/session", new { email = ada.Email, password = "wrong wrong wrong" })).Refused(429, "locked-out");
        (await nobody.Send(HttpMethod.Post, "/api/session", new { email = ada.Email, password = "wool and water" })).Refused(429, "locked-out");
    }

    [Fact]
    public async Task Sign_in_is_rate_limited()
    {
        await using var strict = House.Start(house.Connection, ("Limits:SignInPerMinute", "3"));
        var nobody = new Person(strict.CreateClient());
        var body = new { email = "no@example.org", password = "wrong wrong wrong" };
        for (var i = 0; i < 3; i++)
        {
            (await nobody.Send(HttpMethod.Post, "/api/session", body)).Expect(401);
        }

        (await nobody.Send(HttpMethod.Post, "/api/session", body)).Refused(429, "too-often");
    }

    [Fact]
    public async Task Every_change_needs_the_token()
    {
        var ada = await house.Register();
        ada.LoseToken();
        (await ada.Post("/api/fleeces", new { mass = "500" })).Refused(400, "no-token");
        (await ada.Send(HttpMethod.Delete, "/api/session")).Refused(400, "no-token");
        Assert.Equal(0, (await ada.Get("/api/lots")).GetProperty("lots").GetArrayLength());
    }

    [Theory]
    [InlineData("not-an-email", "wool and water", "Ada", "email")]
    [InlineData("a@example.org", "short", "Ada", "password")]
    [InlineData("a@example.org", "wool and water", "", "name")]
    public async Task Registering_names_what_is_wrong(string email, string password, string name, string field)
    {
        var reply = await new Person(house.Factory.CreateClient()).Send(HttpMethod.Post, "/api/session/register", new { email, password, name });
        Assert.StartsWith(field + " ", Assert.Single(reply.Refused()));
    }

    [Fact]
    public async Task The_cookie_and_the_answers_are_guarded()
    {
        var client = house.Factory.CreateClient(new WebApplicationFactoryClientOptions { BaseAddress = new Uri("https://localhost"), HandleCookies = false });
        using var response = await client.PostAsJsonAsync("/api/session/register", new { email = $"{Guid.NewGuid():N}@example.org", password = "wool and water", name = "Ada" }, TestContext.Current.CancellationToken);
        var cookie = Assert.Single(response.Headers.GetValues("Set-Cookie")).ToLowerInvariant();
        Assert.All(["httponly", "samesite=strict", "secure"], flag => Assert.Contains(flag, cookie));
        var policy = Assert.Single(response.Headers.GetValues("Content-Security-Policy"));
        Assert.Contains("script-src 'self';", policy);
        Assert.DoesNotContain("unsafe", policy);
        Assert.Equal("nosniff", Assert.Single(response.Headers.GetValues("X-Content-Type-Options")));
    }

    [Fact]
    public async Task Without_a_demo_its_door_is_not_there() =>
        (await new Person(house.Factory.CreateClient()).Send(HttpMethod.Post, "/api/session/demo")).Refused(404, "no-demo");
}

using System.Net.Http.Json;
using EarthyTuft.Web.Session;
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
        Assert.Equal(
            ("Ada", "Ada\u2019s workshop", "owner"),
            (
                session.GetProperty("name").GetString(),
                session.GetProperty("workshop").GetProperty("name").GetString(),
                session.GetProperty("workshop").GetProperty("role").GetString()
            )
        );
    }

    [Fact]
    public async Task The_clocks_of_the_workshops_zone_are_told_to_whoever_is_in_it()
    {
        var nobody = new Person(house.Factory.CreateClient());
        Assert.Empty((await nobody.Get("/api/session")).GetProperty("zoneOffsets").EnumerateArray());
        var ada = await house.Register();
        var utc = Assert.Single((await ada.Refresh()).GetProperty("zoneOffsets").EnumerateArray());
        Assert.Equal(0, utc.GetProperty("minutes").GetInt32());

        var version = (await ada.Get("/api/workshop")).GetProperty("version").GetUInt32();
        (
            await ada.Send(
                HttpMethod.Put,
                "/api/workshop",
                new
                {
                    name = "Shed",
                    unit = "gram",
                    timeZone = "Europe/Berlin",
                    currency = "EUR",
                    scaleStepGrams = 1,
                    usualBowl = (string?)null,
                    version,
                }
            )
        ).Expect(204);
        var berlin = (await ada.Refresh())
            .GetProperty("zoneOffsets")
            .EnumerateArray()
            .ToDictionary(o => o.GetProperty("from").GetDateTimeOffset(), o => o.GetProperty("minutes").GetInt32());
        Assert.Equal((60, 120), (berlin[new(2025, 10, 26, 1, 0, 0, TimeSpan.Zero)], berlin[new(2026, 3, 29, 1, 0, 0, TimeSpan.Zero)]));
    }

    [Theory]
    [InlineData("Europe/Berlin")]
    [InlineData("America/St_Johns")]
    [InlineData("Australia/Lord_Howe")]
    [InlineData("Asia/Kathmandu")]
    [InlineData("Africa/Casablanca")]
    [InlineData("Pacific/Apia")]
    [InlineData("UTC")]
    public void Every_hour_of_twenty_years_has_its_offset(string id)
    {
        var zone = TimeZoneInfo.FindSystemTimeZoneById(id);
        var now = new DateTimeOffset(2026, 5, 14, 10, 30, 0, TimeSpan.Zero);
        var told = ZoneOffsets.Of(zone, now);
        Assert.True(told.Zip(told.Skip(1)).All(p => p.First.From < p.Second.From && p.First.Minutes != p.Second.Minutes));
        var at = 0;
        for (var hour = now.AddYears(-20); hour < now.AddYears(2); hour = hour.AddMinutes(59))
        {
            while (at + 1 < told.Count && told[at + 1].From <= hour)
            {
                at++;
            }

            Assert.Equal(zone.GetUtcOffset(hour).TotalMinutes, told[at].Minutes);
        }
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
    public async Task Sign_in_is_rate_limited()
    {
        await using var own = new House();
        await own.InitializeAsync();
        await using var strict = House.Start(own.Connection, ("Limits:SignInPerMinute", "3"));
        var nobody = new Person(strict.CreateClient());
        var body = new { email = "no@example.org", password = "wrong wrong wrong" };
        for (var i = 0; i < 3; i++)
        {
            (await nobody.Send(HttpMethod.Post, "/api/session", body)).Expect(401);
        }

        (await nobody.Send(HttpMethod.Post, "/api/session", body)).Refused(429, "too-often");
    }

    [Fact]
    public async Task A_copy_of_the_cookie_is_worth_nothing_once_one_has_signed_out()
    {
        var ada = await house.Register();
        var copy = ada.Copy(house.Factory);
        (await copy.Send(HttpMethod.Get, "/api/course")).Expect(200);
        (await ada.Send(HttpMethod.Delete, "/api/session")).Expect(204);
        (await copy.Send(HttpMethod.Get, "/api/course")).Expect(401);
        (await copy.Post("/api/fleeces", new { mass = "500" })).Expect(401);
    }

    [Fact]
    public async Task Signing_out_counts_on_the_other_web_process_too()
    {
        await using var other = House.Start(house.Connection);
        var ada = await house.Register();
        var there = ada.Copy(other);
        (await there.Send(HttpMethod.Get, "/api/course")).Expect(200);
        (await ada.Send(HttpMethod.Delete, "/api/session")).Expect(204);
        await Eventually(2, async () => (await there.Send(HttpMethod.Get, "/api/course")).Status == 401);
    }

    [Fact]
    public async Task A_changed_password_ends_every_other_sign_in()
    {
        var ada = await house.Register();
        var phone = new Person(house.Factory.CreateClient());
        (await phone.Send(HttpMethod.Post, "/api/session", new { email = ada.Email, password = "wool and water" })).Expect(204);
        (await phone.Send(HttpMethod.Get, "/api/course")).Expect(200);

        Assert.Equal(
            ["current no-entry"],
            (
                await ada.Send(
                    HttpMethod.Post,
                    "/api/session/password",
                    new { current = "not the one it is", password = "carded and combed" }
                )
            ).Refused()
        );
        Assert.Equal(
            ["password out-of-range"],
            (await ada.Send(HttpMethod.Post, "/api/session/password", new { current = "wool and water", password = "short" })).Refused()
        );
        (
            await ada.Send(HttpMethod.Post, "/api/session/password", new { current = "wool and water", password = "carded and combed" })
        ).Expect(204);
        (await ada.Send(HttpMethod.Get, "/api/course")).Expect(200);
        (await phone.Send(HttpMethod.Get, "/api/course")).Expect(401);
        (await phone.Send(HttpMethod.Post, "/api/session", new { email = ada.Email, password = "wool and water" })).Expect(401);
        (await phone.Send(HttpMethod.Post, "/api/session", new { email = ada.Email, password = "carded and combed" })).Expect(204);
    }

    [Fact]
    public async Task An_owner_gives_a_member_a_code_that_sets_one_password()
    {
        var owner = await house.Register();
        var member = await house.Register("Ben", await Invite(owner, "preparer"));
        var id = (await owner.Get("/api/workshop"))
            .GetProperty("people")
            .EnumerateArray()
            .Single(p => !p.GetProperty("you").GetBoolean())
            .GetProperty("id")
            .GetGuid();
        (await member.Send(HttpMethod.Post, $"/api/workshop/people/{id}/reset-code")).Refused(403, "not-yours-to-change");
        var code = (await owner.Send(HttpMethod.Post, $"/api/workshop/people/{id}/reset-code"))
            .Expect(200)
            .GetProperty("code")
            .GetString()!;

        var door = new Person(house.Factory.CreateClient());
        Assert.Equal(
            ["code no-such-code"],
            (
                await door.Send(
                    HttpMethod.Post,
                    "/api/session/reset",
                    new
                    {
                        email = owner.Email,
                        code,
                        password = "carded and combed",
                    }
                )
            ).Refused()
        );
        Assert.Equal(
            ["code no-such-code"],
            (
                await door.Send(
                    HttpMethod.Post,
                    "/api/session/reset",
                    new
                    {
                        email = member.Email,
                        code = "AAAA-BBBB-CCCC",
                        password = "carded and combed",
                    }
                )
            ).Refused()
        );
        (
            await door.Send(
                HttpMethod.Post,
                "/api/session/reset",
                new
                {
                    email = member.Email,
                    code = code.ToLowerInvariant(),
                    password = "carded and combed",
                }
            )
        ).Expect(204);
        (await member.Send(HttpMethod.Get, "/api/course")).Expect(401);
        Assert.Equal(
            ["code no-such-code"],
            (
                await door.Send(
                    HttpMethod.Post,
                    "/api/session/reset",
                    new
                    {
                        email = member.Email,
                        code,
                        password = "spun and plied!",
                    }
                )
            ).Refused()
        );
        (await door.Send(HttpMethod.Post, "/api/session", new { email = member.Email, password = "carded and combed" })).Expect(204);
    }

    [Fact]
    public async Task A_code_is_given_for_nobody_whose_other_workshop_it_would_open()
    {
        var owner = await house.Register();
        var other = await house.Register("Olga");
        (await other.Send(HttpMethod.Post, "/api/session/join", new { invitationCode = await Invite(owner, "preparer") })).Expect(204);
        var id = (await owner.Get("/api/workshop"))
            .GetProperty("people")
            .EnumerateArray()
            .Single(p => !p.GetProperty("you").GetBoolean())
            .GetProperty("id")
            .GetGuid();
        Assert.Equal(["id not-yours-to-reset"], (await owner.Send(HttpMethod.Post, $"/api/workshop/people/{id}/reset-code")).Refused());
    }

    [Fact]
    public async Task The_server_gives_an_owner_a_code_on_its_command_line()
    {
        var owner = await house.Register();
        Assert.Equal((1, ""), await WebProcess.Command(house.Connection, "--reset-password", "nobody@example.org"));
        var (exit, said) = await WebProcess.Command(house.Connection, "--reset-password", owner.Email);
        Assert.Equal(0, exit);
        var code = System.Text.RegularExpressions.Regex.Match(said, "[A-Z0-9]{4}-[A-Z0-9]{4}-[A-Z0-9]{4}").Value;
        var door = new Person(house.Factory.CreateClient());
        (
            await door.Send(
                HttpMethod.Post,
                "/api/session/reset",
                new
                {
                    email = owner.Email,
                    code,
                    password = "carded and combed",
                }
            )
        ).Expect(204);
        (await door.Send(HttpMethod.Post, "/api/session", new { email = owner.Email, password = "carded and combed" })).Expect(204);
    }

    [Fact]
    public async Task The_same_email_registered_twice_at_once_is_registered_once()
    {
        var mail = $"{Guid.NewGuid():N}@example.org";
        var replies = await Task.WhenAll(
            Enumerable
                .Range(0, 6)
                .Select(_ =>
                    new Person(house.Factory.CreateClient()).Send(
                        HttpMethod.Post,
                        "/api/session/register",
                        new
                        {
                            email = mail,
                            password = "wool and water",
                            name = "Ada",
                        }
                    )
                )
        );
        Assert.Equal([204, 422, 422, 422, 422, 422], replies.Select(r => r.Status).Order());
    }

    internal static async Task<string> Invite(Person owner, string role) =>
        (await owner.Send(HttpMethod.Post, "/api/workshop/invitations", new { role })).Expect(200).GetProperty("code").GetString()!;

    internal static async Task Eventually(int seconds, Func<Task<bool>> holds)
    {
        for (var i = 0; i < seconds * 20; i++)
        {
            if (await holds())
            {
                return;
            }

            await Task.Delay(50, TestContext.Current.CancellationToken);
        }

        Assert.Fail($"It did not come true within {seconds} s.");
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
    [InlineData("a@example.org", "wool and water", "   ", "name")]
    public async Task Registering_names_what_is_wrong(string email, string password, string name, string field)
    {
        var reply = await new Person(house.Factory.CreateClient()).Send(
            HttpMethod.Post,
            "/api/session/register",
            new
            {
                email,
                password,
                name,
            }
        );
        Assert.StartsWith(field + " ", Assert.Single(reply.Refused()));
    }

    [Fact]
    public async Task The_cookie_and_the_answers_are_guarded()
    {
        var client = house.Factory.CreateClient(
            new WebApplicationFactoryClientOptions { BaseAddress = new Uri("https://localhost"), HandleCookies = false }
        );
        using var response = await client.PostAsJsonAsync(
            "/api/session/register",
            new
            {
                email = $"{Guid.NewGuid():N}@example.org",
                password = "wool and water",
                name = "Ada",
            },
            TestContext.Current.CancellationToken
        );
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

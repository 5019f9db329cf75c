using System.Text;
using Xunit;

namespace EarthyTuft.Web.Tests.Session;

/// <summary>What the server refuses before any door is looked at.</summary>
public class DoorTests(House house) : IClassFixture<House>
{
    [Theory]
    [InlineData("localhost", 200)]
    [InlineData("127.0.0.1:5870", 200)]
    [InlineData("[::1]:5870", 200)]
    [InlineData("fleece.example.org", 400)]
    [InlineData("localhost.example.org", 400)]
    public async Task Only_names_of_this_machine_are_answered(string host, int status) =>
        Assert.Equal(status, await AskedAs(house.Factory, host));

    [Fact]
    public async Task The_operator_lists_further_names()
    {
        await using var known = House.Start(house.Connection, ("Hosts", "fleece.example.org; *.wool.example"));
        Assert.Equal(200, await AskedAs(known, "fleece.example.org"));
        Assert.Equal(200, await AskedAs(known, "shed.wool.example"));
        Assert.Equal(400, await AskedAs(known, "other.example.org"));
    }

    [Theory]
    [InlineData("/api/session")]
    [InlineData("/api/session/register")]
    [InlineData("/api/session/demo")]
    [InlineData("/api/session/reset")]
    [InlineData("/api/reckon/regain")]
    public async Task What_another_site_sends_is_refused_where_no_token_is_asked_for(string path)
    {
        foreach (
            var (name, value) in new[]
            {
                ("Origin", "https://evil.example"),
                ("Origin", "null"),
                ("Sec-Fetch-Site", "cross-site"),
                ("Sec-Fetch-Site", "same-site"),
            }
        )
        {
            Assert.Equal("/problems/cross-site", (await Sent(path, (name, value))).Expect(403).GetProperty("type").GetString());
        }

        foreach (
            var (name, value) in new[]
            {
                ("Origin", "http://localhost"),
                ("Sec-Fetch-Site", "same-origin"),
                ("Sec-Fetch-Site", "none"),
                ("X-None", ""),
            }
        )
        {
            Assert.NotEqual(403, (await Sent(path, (name, value))).Status);
        }
    }

    [Theory]
    [InlineData("PATCH", "/api/session", "DELETE, GET, POST")]
    [InlineData("DELETE", "/api/fleeces", "POST")]
    [InlineData("GET", "/api/entries", "POST")]
    [InlineData("PUT", "/api/lots/G-01", "GET")]
    [InlineData("PUT", "/api/lots/01a218c1-2c68-7d8f-9569-4428c520f252/facts", "PATCH")]
    public async Task A_wrong_method_is_told_the_right_ones(string method, string path, string allowed)
    {
        var reply = await new Person(house.Factory.CreateClient()).Send(new HttpMethod(method), path);
        reply.Refused(405, "wrong-method");
        Assert.Equal(allowed, reply.Allow);
    }

    [Fact]
    public async Task A_wrong_kind_of_content_is_told_so()
    {
        var ada = await house.Register();
        (await ada.Post("/api/fleeces", new StringContent("mass=500", Encoding.UTF8, "application/x-www-form-urlencoded"))).Refused(
            415,
            "wrong-kind"
        );
        (await ada.Post("/api/reckon/regain", new StringContent("{}", Encoding.UTF8, "text/plain"))).Refused(415, "wrong-kind");
        Assert.Equal(0, (await ada.Get("/api/lots")).GetProperty("lots").GetArrayLength());
    }

    [Theory]
    [InlineData("""{"mass":"500","colour":"gr\u0000ey"}""", "colour not-text")]
    [InlineData("""{"mass":"500","notes":"turned \u202Eround"}""", "notes not-text")]
    [InlineData("""{"mass":"500","notes":"bell\u0007"}""", "notes not-text")]
    [InlineData("""{"mass":"500","notes":"half \ud83d"}""", "notes not-text")]
    [InlineData("""{"mass":"500","price":1e999}""", "price out-of-range")]
    public async Task What_is_no_text_and_no_number_is_named_by_its_field(string body, string refusal)
    {
        var ada = await house.Register();
        Assert.Equal([refusal], (await ada.Post("/api/fleeces", new StringContent(body, Encoding.UTF8, "application/json"))).Refused());
        Assert.Equal(0, (await ada.Get("/api/lots")).GetProperty("lots").GetArrayLength());
    }

    [Fact]
    public async Task Line_breaks_and_letters_of_every_script_are_text()
    {
        var ada = await house.Register();
        const string Colour = "first line\nsecond\twith a tab, \u041E\u0432\u0446\u0430, \u7F8A, \U0001F411";
        await ada.TakeIn(new { mass = "500", colour = Colour });
        Assert.Equal(Colour, (await ada.Get("/api/lots")).GetProperty("lots")[0].GetProperty("colour").GetString());
    }

    [Theory]
    [InlineData("/api/find?q=a%00b")]
    [InlineData("/api/breeds/search?q=%E2%80%AEx")]
    [InlineData("/api/lots/G%01")]
    [InlineData("/api/read-mass?text=5%0700")]
    public async Task An_address_holds_text_only(string path)
    {
        var ada = await house.Register();
        Assert.InRange((await ada.Send(HttpMethod.Get, path)).Status, 400, 422);
    }

    [Theory]
    [InlineData("""{"alsoKnownAs":[null]}""", "alsoKnownAs[0] empty")]
    [InlineData("""{"from":[{"lotId":null},null],"to":[null]}""", "from[1] empty|to[0] empty")]
    [InlineData("""{"a":{"b":[1,[2,null]]}}""", "a.b[1][1] empty")]
    [InlineData("""{"a":null}""", "")]
    [InlineData("""[null]""", "[0] empty")]
    [InlineData("""{"a":[""", "")]
    public void Empty_places_in_lists_are_found_at_any_depth(string json, string refusals) =>
        Assert.Equal(
            refusals,
            string.Join(
                '|',
                EarthyTuft.Web.Hosting.RequestTextGuard.InJson(Encoding.UTF8.GetBytes(json)).Select(r => $"{r.Field} {r.Code}")
            )
        );

    private static async Task<int> AskedAs(Microsoft.AspNetCore.Mvc.Testing.WebApplicationFactory<Program> factory, string host)
    {
        using var client = factory.CreateClient();
        using var request = new HttpRequestMessage(HttpMethod.Get, "/api/session");
        request.Headers.Host = host;
        using var response = await client.SendAsync(request, TestContext.Current.CancellationToken);
        return (int)response.StatusCode;
    }

    private async Task<Reply> Sent(string path, (string Name, string Value) header)
    {
        using var client = house.Factory.CreateClient();
        using var request = new HttpRequestMessage(HttpMethod.Post, path)
        {
            Content = new StringContent("{}", Encoding.UTF8, "application/json"),
        };
        request.Headers.TryAddWithoutValidation(header.Name, header.Value);
        using var response = await client.SendAsync(request, TestContext.Current.CancellationToken);
        return new Reply(
            (int)response.StatusCode,
            await response.Content.ReadAsStringAsync(TestContext.Current.CancellationToken),
            new Dictionary<string, string>()
        );
    }
}

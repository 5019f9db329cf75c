using System.Text;
using Xunit;

namespace EarthyTuft.Web.Tests.Hostile;

public class BadInputTests(House house) : IClassFixture<House>
{
    [Theory]
    [InlineData("/api/lots?step=99", 400)]
    [InlineData("/api/lots?step=-1", 400)]
    [InlineData("/api/lots?step=wash,skirt", 400)]
    [InlineData("/api/dehairing/K-01?use=99", 400)]
    [InlineData("/api/dehairing/K-01?use=rug,nextToSkin", 400)]
    public async Task Words_that_are_no_words_are_refused_in_an_address(string path, int status)
    {
        var ada = await house.Register();
        Assert.Equal(status, (await ada.Send(HttpMethod.Get, path)).Status);
    }

    [Fact]
    public async Task Who_is_not_in_hears_so_before_what_was_sent_is_looked_at()
    {
        var nobody = new Person(house.Factory.CreateClient());
        Assert.Equal(401, (await nobody.Send(HttpMethod.Get, "/api/dehairing/K-01?use=99")).Status);
        Assert.Equal(401, (await nobody.Send(HttpMethod.Post, "/api/entries", new { nonsense = true }, Guid.NewGuid())).Status);
    }

    [Fact]
    public async Task Refusals_of_shape_speak_as_the_others_do()
    {
        var ada = await house.Register();
        var (raw, _) = await ada.TakeIn(new { mass = "1000" });
        var made = (await ada.Post("/api/entries", Requests.Skirt(raw, "900"))).Expect(200);
        var refused = (await ada.Post($"/api/entries/{made.GetProperty("entryId").GetGuid()}/void", new { because = "x" })).Expect(422);
        Assert.Equal("It must have 3 to 500 letters.", refused.GetProperty("refusals")[0].GetProperty("reason").GetString());
        var heavy = (await ada.Post("/api/fleeces", new { mass = "40 kg" })).Expect(422);
        Assert.EndsWith("several fleeces?", heavy.GetProperty("refusals")[0].GetProperty("reason").GetString());
        Assert.Equal(["breed not-a-breed"], (await ada.Post("/api/fleeces", new { mass = "4 kg", breed = "!!!" })).Refused());
    }

    [Fact]
    public async Task A_body_over_a_megabyte_is_refused_by_the_real_server()
    {
        await using var web = await WebProcess.Start(house.Connection);
        var ada = new Person(web.Client());
        (
            await ada.Send(
                HttpMethod.Post,
                "/api/session/register",
                new
                {
                    email = $"{Guid.NewGuid():N}@example.org",
                    password = "wool and water",
                    name = "Ada",
                }
            )
        ).Expect(204);
        await ada.Refresh();
        (
            await ada.Post(
                "/api/fleeces",
                new StringContent($$"""{"mass":"500","notes":"{{new string('x', 1_100_000)}}"}""", Encoding.UTF8, "application/json")
            )
        ).Refused(413, "too-large");
        var csv = new ByteArrayContent(new byte[11 * 1024 * 1024]);
        (await ada.Send(HttpMethod.Post, "/api/weigh-log/check", csv)).Refused(413, "too-large");
        Assert.Empty((await ada.Get("/api/lots")).GetProperty("lots").EnumerateArray());
    }

    [Theory]
    [InlineData("""{"mass":"500","colour":"white","wings":2}""", "wings")]
    [InlineData("""{"mass":500}""", "$.mass")]
    [InlineData("""{"mass":"500","state":"boiled"}""", "$.state")]
    [InlineData("""{"mass":"500","price":"ten"}""", "$.price")]
    [InlineData("""{"colour":"white"}""", "mass")]
    [InlineData("""{"mass":"500" """, "")]
    [InlineData("", "")]
    [InlineData("null", "")]
    public async Task What_does_not_read_answers_400_and_says_where(string body, string names)
    {
        var ada = await house.Register();
        var reply = await ada.Post("/api/fleeces", new StringContent(body, Encoding.UTF8, "application/json"));
        reply.Refused(400, "not-readable");
        Assert.Contains(names, reply.Text);
        Assert.Empty((await ada.Get("/api/lots")).GetProperty("lots").EnumerateArray());
    }

    [Fact]
    public async Task Deep_json_is_refused()
    {
        var ada = await house.Register();
        var deep = "{\"mass\":" + new string('[', 5000) + new string(']', 5000) + "}";
        (await ada.Post("/api/fleeces", new StringContent(deep, Encoding.UTF8, "application/json"))).Refused(400, "not-readable");
        (await ada.Post("/api/reckon/regain", new StringContent(new string('[', 5000), Encoding.UTF8, "application/json"))).Expect(400);
    }

    [Fact]
    public async Task Fields_out_of_range_are_named()
    {
        var ada = await house.Register();
        Assert.Equal(
            ["humidityPercent out-of-range"],
            (await ada.Post("/api/fleeces", new { mass = "500", humidityPercent = 130 })).Refused()
        );
        Assert.Equal(
            ["breed shares-do-not-add"],
            (await ada.Post("/api/fleeces", new { mass = "500", breed = "Gotland 50 / Romney 20" })).Refused()
        );
        Assert.Equal(["shornOn in-the-future"], (await ada.Post("/api/fleeces", new { mass = "500", shornOn = "2999-01-01" })).Refused());
        Assert.Equal(
            ["doneAt in-the-future"],
            (await ada.Post("/api/fleeces", new { mass = "500", doneAt = "2999-01-01T00:00:00Z" })).Refused()
        );
        (await ada.Send(HttpMethod.Post, "/api/fleeces", new { mass = "500" })).Expect(400);
    }

    [Fact]
    public async Task An_address_that_is_not_there_says_so() =>
        Assert.Equal(404, (await new Person(house.Factory.CreateClient()).Send(HttpMethod.Get, "/api/nothing-here")).Status);
}

using System.Text.Json;
using EarthyTuft.Web.Tests.Scouring;
using Xunit;
using static EarthyTuft.Web.Tests.Requests;

namespace EarthyTuft.Web.Tests.Workshops;

/// <summary>The example fleece goes in by one tap and out by another, and leaves nothing that counts.</summary>
public class ExampleTests(House house) : IClassFixture<House>
{
    private static async Task<string?> Example(Person person) => (await person.Get("/api/course")).GetProperty("example").GetString();

    [Fact]
    public async Task It_comes_with_locks_and_judgements_and_leaves_with_all_that_was_done_to_it()
    {
        var ada = await house.Register();
        Assert.Null(await Example(ada));
        (await ada.Post("/api/workshop/example", new { })).Expect(204);
        var code = Assert.IsType<string>(await Example(ada));
        var page = await ada.Lot(code);
        Assert.Equal(6, page.GetProperty("staple").GetProperty("count").GetInt32());
        Assert.NotEmpty((await ada.Get($"/api/lots/{code}/look-over")).GetProperty("verdict").EnumerateArray());
        var lot = page.GetProperty("lot").GetProperty("id").GetGuid();
        var (_, skirted) = await ada.Log(Skirt(lot, "2400", ("skirtings", "235")));
        (await ada.Post("/api/workshop/example", new { })).Refused(409, "there-already");

        (await ada.Send(HttpMethod.Delete, "/api/workshop/example")).Expect(204);
        Assert.Null(await Example(ada));
        Assert.Empty((await ada.Get("/api/course")).GetProperty("waiting").EnumerateArray());
        (await ada.Send(HttpMethod.Get, $"/api/lots/{skirted}")).Expect(410);
        (await ada.Send(HttpMethod.Delete, "/api/workshop/example")).Expect(404);
        Assert.Equal(JsonValueKind.Array, (await ada.Get("/api/find?q=gotland")).ValueKind);
        Assert.DoesNotContain((await ada.Get("/api/find?q=example")).EnumerateArray(), f => f.GetProperty("kind").GetString() == "lot");

        // It can be put in again, under a code of its own.
        (await ada.Post("/api/workshop/example", new { })).Expect(204);
        Assert.NotEqual(code, await Example(ada));
    }

    [Fact]
    public async Task Two_taps_at_once_put_one_in_and_take_one_out()
    {
        var ada = await house.Register();
        var inTwice = await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => ada.Post("/api/workshop/example", new { })));
        Assert.Equal([204, 409, 409, 409], inTwice.Select(r => r.Status).Order());
        Assert.Single((await ada.Get("/api/course")).GetProperty("waiting").EnumerateArray());
        var outTwice = await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => ada.Send(HttpMethod.Delete, "/api/workshop/example")));
        Assert.Equal([204, 404, 404, 404], outTwice.Select(r => r.Status).Order());
    }

    [Fact]
    public async Task One_that_was_voided_by_hand_is_gone_and_the_next_can_be_put_in()
    {
        var ada = await house.Register();
        (await ada.Post("/api/workshop/example", new { })).Expect(204);
        var entry = (await ada.Lot((await Example(ada))!)).GetProperty("entries")[0].GetProperty("id").GetGuid();
        (await ada.Post($"/api/entries/{entry}/void", new { because = "not wanted" })).Expect(200);
        Assert.Null(await Example(ada));
        (await ada.Post("/api/workshop/example", new { })).Expect(204);
        Assert.NotNull(await Example(ada));
    }

    [Fact]
    public async Task It_does_not_leave_while_it_lies_in_a_bath()
    {
        var ada = await house.Register();
        (await ada.Post("/api/workshop/example", new { })).Expect(204);
        var lot = (await ada.Lot((await Example(ada))!)).GetProperty("lot").GetProperty("id").GetGuid();
        await Washing.StartWash(ada, lot);
        (await ada.Send(HttpMethod.Delete, "/api/workshop/example")).Refused(409, "runs");
    }
}

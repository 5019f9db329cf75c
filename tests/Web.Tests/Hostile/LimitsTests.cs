using System.Text;
using Xunit;

namespace EarthyTuft.Web.Tests.Hostile;

/// <summary>What cannot be is refused at the door, by the range of the thing, whichever way it comes in.</summary>
public class LimitsTests(House house) : IClassFixture<House>
{
    [Theory]
    [InlineData("""{"mass":"500","doneAt":"0001-01-01T00:00:00Z"}""", "doneAt out-of-range")]
    [InlineData("""{"mass":"500","doneAt":"2999-01-01T00:00:00Z"}""", "doneAt in-the-future")]
    [InlineData("""{"mass":"500","shornOn":"0001-01-01"}""", "shornOn out-of-range")]
    [InlineData("""{"mass":"0.0000000001"}""", "mass too-light")]
    [InlineData("""{"mass":"500","breed":"Gotlnad"}""", "breed unknown-breed")]
    public async Task A_fleece_cannot_be_so(string body, string refusal) =>
        Assert.Equal(
            [refusal],
            (await (await house.Register()).Post("/api/fleeces", new StringContent(body, Encoding.UTF8, "application/json"))).Refused()
        );

    [Fact]
    public async Task Every_way_of_logging_asks_when_it_was()
    {
        var ada = await house.Register();
        var (fleece, _) = await ada.TakeIn(new { mass = "1500", breed = "Gotland" });
        foreach (var (at, code) in new[] { ("0001-01-01T00:00:00Z", "out-of-range"), ("2999-01-01T00:00:00Z", "in-the-future") })
        {
            var step = new
            {
                step = "skirt",
                from = new[] { new { lotId = fleece } },
                to = new[] { new { form = "skirted", mass = "1400" } },
                doneAt = at,
            };
            Assert.Equal([$"doneAt {code}"], (await ada.Post("/api/entries", step)).Refused());
            Assert.Equal([$"doneAt {code}"], (await ada.Post("/api/entries/weigh-up", step)).Refused());
            Assert.Equal(
                [$"doneAt {code}"],
                (
                    await ada.Post(
                        $"/api/lots/{fleece}/leave",
                        new
                        {
                            step = "giveAway",
                            mass = "10",
                            doneAt = at,
                        }
                    )
                ).Refused()
            );
            Assert.Equal([$"doneAt {code}"], (await ada.Post($"/api/lots/{fleece}/recount", new { mass = "1490", doneAt = at })).Refused());
        }
    }

    [Fact]
    public async Task A_recipe_holds_what_a_bath_can()
    {
        var ada = await house.Register();
        async Task<string[]> Keep(object wish) => (await ada.Post("/api/scouring/recipes", new { name = "odd", wish })).Refused();
        Assert.Equal(["temperature not-a-temperature"], await Keep(new { school = "hot", temperature = "1e308" }));
        Assert.Equal(["agent.name too-long"], await Keep(new { school = "hot", agent = new { name = new string('w', 300) } }));
        Assert.Equal(["wish.agent.name too-long"], await Keep(new { school = "hot", agent = new { name = new string('w', 900_000) } }));
        Assert.Equal(
            ["agent.doseGramsPerKilogram out-of-range"],
            await Keep(new { school = "hot", agent = new { name = "soap", doseGramsPerKilogram = -1 } })
        );
        Assert.Empty((await ada.Get("/api/scouring")).GetProperty("recipes").EnumerateArray());

        var (fleece, _) = await ada.TakeIn(new { mass = "1500" });
        Assert.Equal(
            ["recipeId not-here"],
            (
                await Runs.Running.BeginWash(
                    ada,
                    new
                    {
                        lotIds = new[] { fleece },
                        wish = new { school = "hot" },
                        recipeId = Guid.NewGuid(),
                    }
                )
            ).Refused()
        );
    }

    [Fact]
    public async Task Reference_locks_are_weighed_and_an_empty_field_takes_nothing()
    {
        var ada = await house.Register();
        var (fleece, code) = await ada.TakeIn(new { mass = "1500" });
        Assert.Equal(["mass empty"], (await ada.Post($"/api/lots/{fleece}/leave", new { step = "keepAsReference" })).Refused());
        (await ada.Post($"/api/lots/{fleece}/leave", new { step = "keepAsReference", mass = "9" })).Expect(200);
        Assert.False((await ada.Lot(code)).GetProperty("lot").GetProperty("usedUp").GetBoolean());
    }
}

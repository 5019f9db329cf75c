using Xunit;
using static EarthyTuft.Web.Tests.Requests;

namespace EarthyTuft.Web.Tests.Workshops;

/// <summary>The unit is changed while somebody types: a bare number never counts in a unit that their screen did not show.</summary>
public class UnitsTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task A_number_typed_under_another_unit_is_not_stored()
    {
        var ada = await house.Register();
        ada.Shows = "gram;C;mm";
        var (lot, code) = await ada.TakeIn(new { mass = "540" });
        var shop = await ada.Get("/api/workshop");
        (
            await ada.Send(
                HttpMethod.Put,
                "/api/workshop",
                new
                {
                    name = "Shed",
                    unit = "ounce",
                    temperatureUnit = "fahrenheit",
                    lengthUnit = "inch",
                    timeZone = "UTC",
                    currency = "EUR",
                    scaleStepGrams = 1,
                    usualBowl = (string?)null,
                    version = shop.GetProperty("version").GetUInt32(),
                }
            )
        ).Expect(204);
        await Task.Delay(TimeSpan.FromSeconds(5.2), TestContext.Current.CancellationToken);

        (await ada.Post("/api/entries", Skirt(lot, "500", ("skirtings", "39")))).Refused(409, "units-changed");
        (await ada.Post("/api/entries/weigh-up", Skirt(lot, "500", ("skirtings", "39")))).Refused(409, "units-changed");
        (await ada.Post("/api/fleeces", new { mass = "20" })).Refused(409, "units-changed");
        Assert.Single((await ada.Lot(code)).GetProperty("entries").EnumerateArray());
        foreach (var nonsense in new[] { "gram", "ounce;C;in", ";", "ounce;F", "ounce;F;mm", "ounce;F;x" })
        {
            ada.Shows = nonsense;
            (await ada.Post("/api/fleeces", new { mass = "20" })).Refused(409, "units-changed");
        }

        ada.Shows = "ounce;F;in";
        Assert.InRange(
            (await ada.Lot((await ada.TakeIn(new { mass = "20" })).Code))
                .GetProperty("lot")
                .GetProperty("left")
                .GetProperty("grams")
                .GetDouble(),
            550,
            580
        );
        // A program that says nothing means the workshop's own unit.
        ada.Shows = null;
        (await ada.Post("/api/fleeces", new { mass = "20" })).Expect(200);
    }

    [Theory]
    [InlineData("millimetre", "mm", "112", 112, "112 mm")]
    [InlineData("centimetre", "cm", "11.2", 112, "11.2 cm")]
    [InlineData("inch", "in", "4 1/2", 114.3, "4.5 in")]
    [InlineData("inch", "in", "112 mm", 112, "4.4 in")]
    public async Task A_lock_is_read_and_told_in_the_length_the_workshop_counts_in(
        string unit,
        string sign,
        string typed,
        double millimetres,
        string told
    )
    {
        var ada = await house.Register();
        await Count(ada, unit);
        Assert.Equal(sign, (await ada.Get("/api/session")).GetProperty("lengthSign").GetString());
        var (lot, code) = await ada.TakeIn(new { mass = "2000", breed = "Gotland" });
        (await ada.Post($"/api/lots/{lot}/locks", new { length = typed, place = "side" })).Expect(200);
        var staple = (await ada.Lot(code)).GetProperty("staple");
        Assert.Equal(millimetres, staple.GetProperty("locks")[0].GetProperty("lengthMillimetres").GetDouble(), 0.5e-9);
        Assert.Equal(
            (told, told, sign),
            (
                staple.GetProperty("locks")[0].GetProperty("length").GetString(),
                staple.GetProperty("mean").GetProperty("text").GetString(),
                staple.GetProperty("ruler").GetProperty("sign").GetString()
            )
        );
        Assert.EndsWith(" " + sign, staple.GetProperty("usualText").GetString(), StringComparison.Ordinal);
        var against = (await ada.Get($"/api/lots/{code}/look-over")).GetProperty("against")[0];
        Assert.Equal(told, against.GetProperty("own").GetProperty("text").GetString());
    }

    [Fact]
    public async Task A_length_that_no_lock_has_in_its_unit_is_asked_about_at_its_field()
    {
        var ada = await house.Register();
        await Count(ada, "centimetre");
        var (lot, _) = await ada.TakeIn(new { mass = "2000" });
        var asked = await ada.Post($"/api/lots/{lot}/locks", new { length = "112", place = "side" });
        Assert.Equal(["length unlikely"], asked.Refused());
        Assert.Contains(
            "11.2 cm",
            asked.Json.GetProperty("refusals")[0].GetProperty("choices").EnumerateArray().Select(c => c.GetString())
        );
        Assert.Equal(
            ["length not-a-length"],
            (await ada.Post($"/api/lots/{lot}/locks", new { length = "long", place = "side" })).Refused()
        );
    }

    private static async Task Count(Person person, string lengthUnit)
    {
        var shop = await person.Get("/api/workshop");
        (
            await person.Send(
                HttpMethod.Put,
                "/api/workshop",
                new
                {
                    name = "Shed",
                    unit = "gram",
                    lengthUnit,
                    timeZone = "UTC",
                    currency = "EUR",
                    scaleStepGrams = 1,
                    usualBowl = (string?)null,
                    version = shop.GetProperty("version").GetUInt32(),
                }
            )
        ).Expect(204);
    }
}

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
        ada.Shows = "gram;C";
        var (lot, code) = await ada.TakeIn(new { mass = "540" });
        var shop = await ada.Get("/api/workshop");
        (await ada.Send(HttpMethod.Put, "/api/workshop", new
        {
            name = "Shed",
            unit = "ounce",
            temperatureUnit = "fahrenheit",
            timeZone = "UTC",
            currency = "EUR",
            scaleStepGrams = 1,
            usualBowl = (string?)null,
            version = shop.GetProperty("version").GetUInt32(),
        })).Expect(204);
        await Task.Delay(TimeSpan.FromSeconds(5.2), TestContext.Current.CancellationToken);

        (await ada.Post("/api/entries", Skirt(lot, "500", ("skirtings", "39")))).Refused(409, "units-changed");
        (await ada.Post("/api/entries/weigh-up", Skirt(lot, "500", ("skirtings", "39")))).Refused(409, "units-changed");
        (await ada.Post("/api/fleeces", new { mass = "20" })).Refused(409, "units-changed");
        Assert.Single((await ada.Lot(code)).GetProperty("entries").EnumerateArray());
        foreach (var nonsense in new[] { "gram", "ounce;C", ";", "ounce;F;x" })
        {
            ada.Shows = nonsense;
            (await ada.Post("/api/fleeces", new { mass = "20" })).Refused(409, "units-changed");
        }

        ada.Shows = "ounce;F";
        Assert.InRange((await ada.Lot((await ada.TakeIn(new { mass = "20" })).Code)).GetProperty("lot").GetProperty("left").GetProperty("grams").GetDouble(), 550, 580);
        // A program that says nothing means the workshop's own unit.
        ada.Shows = null;
        (await ada.Post("/api/fleeces", new { mass = "20" })).Expect(200);
    }
}

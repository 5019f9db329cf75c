using System.Text.Json;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Tests.Runs;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Xunit;
using static EarthyTuft.Web.Tests.Scouring.Washing;

namespace EarthyTuft.Web.Tests.Scouring;

/// <summary>A workshop that counts in degrees Fahrenheit: it types and sees them, and what is stored is the same temperature.</summary>
public class DegreesTests(House house) : IClassFixture<House>
{
    private static async Task InFahrenheit(Person owner)
    {
        var shop = await owner.Get("/api/workshop");
        (
            await owner.Send(
                HttpMethod.Put,
                "/api/workshop",
                new
                {
                    name = "Shed",
                    unit = "gram",
                    temperatureUnit = "fahrenheit",
                    timeZone = "UTC",
                    currency = "USD",
                    scaleStepGrams = 1,
                    usualBowl = (string?)null,
                    version = shop.GetProperty("version").GetUInt32(),
                }
            )
        ).Expect(204);
        await Task.Delay(TimeSpan.FromSeconds(5.2), TestContext.Current.CancellationToken);
    }

    private static string Text(JsonElement of, string field) => of.GetProperty(field).GetProperty("text").GetString()!;

    [Fact]
    public async Task A_wash_is_planned_watched_and_read_back_in_fahrenheit()
    {
        var ada = await house.Register();
        var (lot, _) = await Skirted(ada);
        var inCelsius = (await ada.Post("/api/scouring/plan", Wish(lot))).Expect(200);
        await InFahrenheit(ada);
        Assert.Equal("\u00B0F", (await ada.Get("/api/session")).GetProperty("temperatureSign").GetString());

        // Bare numbers are Fahrenheit now; the same wash typed with its unit is the same plan.
        var typed = new
        {
            lotIds = new[] { lot },
            wish = new { school = "hot" },
            tubLitres = 30,
            hotWater = "158",
            air = "60.8",
        };
        var plan = (await ada.Post("/api/scouring/plan", typed)).Expect(200);
        var (first, before) = (plan.GetProperty("plan").GetProperty("baths")[0], inCelsius.GetProperty("plan").GetProperty("baths")[0]);
        Assert.Equal(
            before.GetProperty("pour").GetProperty("degrees").GetDouble() * 1.8 + 32,
            first.GetProperty("pour").GetProperty("degrees").GetDouble(),
            1e-6
        );
        Assert.Equal("113 °F", Text(plan.GetProperty("plan"), "floor"));
        Assert.Equal(("158 °F", "61 °F"), (Text(plan.GetProperty("on"), "hotWater"), Text(plan.GetProperty("on"), "air")));
        Assert.DoesNotContain("°C", plan.GetRawText());

        // What lies outside is told in the unit that was typed.
        var refused = await ada.Post(
            "/api/scouring/plan",
            new
            {
                lotIds = new[] { lot },
                wish = new { school = "hot", temperature = "300" },
                tubLitres = 30,
            }
        );
        Assert.Equal("temperature out-of-range", Assert.Single(refused.Refused()));
        Assert.Contains("203 °F", refused.Text);

        var wash = (await Running.BeginWash(ada, typed)).Expect(200);
        var run = wash.GetProperty("id").GetGuid();
        var began = DateTimeOffset.UtcNow.AddMinutes(-10);
        var bath = Running
            .Details(
                (
                    await Running.Tap(
                        ada,
                        run,
                        new
                        {
                            kind = "beginBath",
                            batch = 1,
                            place = 0,
                            temperature = "137 F",
                            air = "16 °C",
                            at = began,
                        }
                    )
                ).Expect(200)
            )
            .GetProperty("baths")[0];
        Assert.Equal("137.0 °F", Text(bath, "last"));
        var id = bath.GetProperty("id").GetGuid();
        bath = Running
            .Details(
                (
                    await Running.Tap(
                        ada,
                        run,
                        new
                        {
                            kind = "readBath",
                            bath = id,
                            temperature = "55 C",
                            at = began.AddMinutes(8),
                        }
                    )
                ).Expect(200)
            )
            .GetProperty("baths")[0];
        Assert.Equal(("131.0 °F", "°F"), (Text(bath, "last"), bath.GetProperty("unit").GetString()));
        Assert.Equal(
            [137.0, 131.0],
            bath.GetProperty("dots").EnumerateArray().Select(d => Math.Round(d.GetProperty("value").GetDouble(), 6))
        );
        Assert.DoesNotContain("°C", bath.GetRawText());
        Assert.Equal(
            "temperature not-a-temperature",
            Assert.Single(
                (
                    await Running.Tap(
                        ada,
                        run,
                        new
                        {
                            kind = "readBath",
                            bath = id,
                            temperature = "hot",
                        }
                    )
                ).Refused()
            )
        );

        // The unit as it was typed is kept beside the reading.
        await using var scope = house.Factory.Services.CreateAsyncScope();
        scope.ServiceProvider.GetRequiredService<WorkshopScope>().WorkshopId = (await ada.Get("/api/session"))
            .GetProperty("workshop")
            .GetProperty("id")
            .GetGuid();
        var stored = await scope
            .ServiceProvider.GetRequiredService<EarthyTuftDb>()
            .RunEvents.Where(e => e.RunId == run && e.Kind == "bathRead")
            .OrderBy(e => e.At)
            .Select(e => e.Payload)
            .ToListAsync(TestContext.Current.CancellationToken);
        Assert.Equal(["137 F", "55 C"], stored.Select(p => JsonDocument.Parse(p).RootElement.GetProperty("typed").GetString()));
        Assert.Equal(58.333, JsonDocument.Parse(stored[0]).RootElement.GetProperty("celsius").GetDouble(), 0.001);
    }

    [Fact]
    public async Task A_recipe_says_its_temperatures_in_the_unit_of_whoever_looks()
    {
        var ada = await house.Register();
        (
            await ada.Post(
                "/api/scouring/recipes",
                new
                {
                    name = "warm",
                    wish = new
                    {
                        school = "handHot",
                        temperature = "50",
                        floor = "40",
                        agent = new { name = "soap", floor = "38" },
                        baths = new Dictionary<string, object> { ["1"] = new { temperature = "45,5" } },
                    },
                }
            )
        ).Expect(200);
        await InFahrenheit(ada);
        var wish = (await ada.Get("/api/scouring")).GetProperty("recipes")[0].GetProperty("wish");
        Assert.Equal(
            ("122 °F", "104 °F", "100.4 °F", "113.9 °F"),
            (
                wish.GetProperty("temperature").GetString(),
                wish.GetProperty("floor").GetString(),
                wish.GetProperty("agent").GetProperty("floor").GetString(),
                wish.GetProperty("baths").GetProperty("1").GetProperty("temperature").GetString()
            )
        );
        // Laid into a plan as it is said, it is the same wish: nothing differs.
        var (lot, _) = await Skirted(ada);
        var recipe = (await ada.Get("/api/scouring")).GetProperty("recipes")[0].GetProperty("id").GetGuid();
        var plan = (
            await ada.Post(
                "/api/scouring/plan",
                new
                {
                    lotIds = new[] { lot },
                    wish,
                    tubLitres = 30,
                    recipeId = recipe,
                }
            )
        ).Expect(200);
        Assert.Empty(plan.GetProperty("departures").EnumerateArray());
    }

    [Fact]
    public async Task A_tub_is_sized_in_gallons()
    {
        var ada = await house.Register();
        Assert.Equal(
            30.28,
            (await ada.Post("/api/scouring/tubs", new { name = "tub", litres = "8 gal" })).Expect(200).GetProperty("litres").GetDouble()
        );
        Assert.Equal(
            "litres not-a-volume",
            Assert.Single((await ada.Post("/api/scouring/tubs", new { name = "tub", litres = "big" })).Refused())
        );
    }
}

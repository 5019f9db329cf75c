using Xunit;

namespace EarthyTuft.Web.Tests.Ledger;

/// <summary>Lots of a few grams on a scale of a tenth: what is told is never surer than half a step, and entry, page and list say the same.</summary>
public class SmallLotTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task Two_singles_of_two_grams_fit_where_they_are_plied_and_on_every_page()
    {
        var ada = await house.Register();
        (
            await ada.Send(
                HttpMethod.Put,
                "/api/workshop",
                new
                {
                    name = "Shed",
                    unit = "gram",
                    timeZone = "UTC",
                    currency = "EUR",
                    scaleStepGrams = 0.1,
                    usualBowl = (string?)null,
                    version = (await ada.Get("/api/workshop")).GetProperty("version").GetUInt32(),
                }
            )
        ).Expect(204);
        var singles = new List<Guid>();
        foreach (var mass in new[] { "2.2", "2.1" })
        {
            var (top, _) = await ada.TakeIn(
                new
                {
                    mass,
                    form = "top",
                    humidityPercent = 65,
                }
            );
            singles.Add(await Step(ada, "spin", [top], "singles", mass));
        }

        var plied = await Step(ada, "ply", [.. singles], "plied", "4.2");
        var yarn = await Step(ada, "finish", [plied], "yarn", "4.1");
        var listed = (await ada.Get("/api/lots")).GetProperty("lots").EnumerateArray().Single(l => l.GetProperty("id").GetGuid() == yarn);
        var page = (await ada.Lot(listed.GetProperty("code").GetString()!)).GetProperty("lot");
        Assert.Equal("4.1 g", page.GetProperty("left").GetProperty("text").GetString());
        Assert.Equal(
            page.GetProperty("left").GetProperty("giveOrTake").GetString(),
            listed.GetProperty("left").GetProperty("giveOrTake").GetString()
        );

        Assert.Empty((await ada.Get("/api/course")).GetProperty("questions").EnumerateArray());
    }

    private static async Task<Guid> Step(Person who, string step, Guid[] from, string form, string mass)
    {
        var entry = (
            await who.Post(
                "/api/entries",
                new
                {
                    step,
                    from = from.Select(lotId => new { lotId, all = true }),
                    to = new[] { new { form, mass } },
                }
            )
        ).Expect(200);
        Assert.StartsWith("It fits", entry.GetProperty("balance").GetProperty("sentence").GetString());
        return (await who.Lot(entry.GetProperty("made")[0].GetProperty("code").GetString()!))
            .GetProperty("lot")
            .GetProperty("id")
            .GetGuid();
    }
}

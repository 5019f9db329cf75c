using Microsoft.EntityFrameworkCore;
using Xunit;

namespace EarthyTuft.Web.Tests.Lots;

/// <summary>Unlike fibres in one lot: from the cards to the table and back.</summary>
public class BlendTests(House house) : IClassFixture<House>
{
    private static async Task<(Guid Wool, Guid Silk)> Ready(Person ada)
    {
        var (fleece, _) = await ada.TakeIn(new { mass = "200", breed = "Gotland" });
        var (skirted, _) = await ada.Log(Requests.Skirt(fleece, "190", ("skirtings", "9")));
        var (wet, _) = await ada.Log(Requests.Wash(skirted));
        var (wool, _) = await ada.Log(Requests.Dry(wet, "120"));
        var (caps, _) = await ada.TakeIn(new { mass = "50", breed = "Mulberry silk caps" });
        var (silk, _) = await ada.Log(
            new
            {
                step = "partCaps",
                from = new[] { new { lotId = caps } },
                to = new[] { new { form = "opened", mass = "49.5" } },
            }
        );
        return (wool, silk);
    }

    private static object Blend(Guid wool, Guid silk, string silkGrams = "40") =>
        new
        {
            step = "card",
            from = new[]
            {
                new
                {
                    lotId = wool,
                    mass = "60",
                    all = false,
                },
                new
                {
                    lotId = silk,
                    mass = silkGrams,
                    all = false,
                },
            },
            to = new[] { new { form = "batt", mass = "99" } },
            humidityPercent = 50,
        };

    private static (string Fibre, double Share)[] Parts(System.Text.Json.JsonElement page) =>
        [
            .. page.GetProperty("lot")
                .GetProperty("parts")
                .EnumerateArray()
                .Select(p => (p.GetProperty("fibre").GetString()!, Math.Round(p.GetProperty("share").GetProperty("value").GetDouble(), 2))),
        ];

    [Fact]
    public async Task Wool_and_silk_go_over_the_cards_together_and_what_is_made_of_it_is_the_blend()
    {
        var ada = await house.Register();
        var (wool, silk) = await Ready(ada);
        var (batt, code) = await ada.Log(Blend(wool, silk));
        var page = await ada.Lot(code);
        Assert.Equal([("wool", 60.15), ("silk", 39.85)], Parts(page));
        Assert.Equal("Gotland 60.2 / Mulberry silk caps 39.8", page.GetProperty("lot").GetProperty("parentage").GetString());
        // 99 g at 50 %: the regain of the mix is 10.09 % there and 12.66 % at 65 %.
        Assert.Equal(99 * 1.1266 / 1.1009, page.GetProperty("lot").GetProperty("made").GetProperty("grams").GetDouble(), 0.02);

        var (_, half) = await ada.Log(
            new
            {
                step = "divide",
                from = new[] { new { lotId = batt } },
                to = new[] { new { form = "batt", mass = "51" }, new { form = "batt", mass = "50" } },
            }
        );
        Assert.Equal([("wool", 60.15), ("silk", 39.85)], Parts(await ada.Lot(half)));
        Assert.Empty(Parts(await ada.Lot((await ada.Get("/api/lots?step=card")).GetProperty("lots")[0].GetProperty("code").GetString()!)));
        Assert.Equal(["breed blend"], (await ada.Send(HttpMethod.Patch, $"/api/lots/{batt}/facts", new { breed = "Merino" })).Refused());
    }

    [Fact]
    public async Task A_weight_that_is_set_right_changes_the_shares_all_the_way_down()
    {
        var ada = await house.Register();
        var (wool, silk) = await Ready(ada);
        // A two typed for a nought.
        var (batt, code) = await ada.Log(Blend(wool, silk, "42"));
        var (_, carded) = await ada.Log(
            new
            {
                step = "card",
                from = new[] { new { lotId = batt } },
                to = new[] { new { form = "rolag" } },
            }
        );
        Assert.Equal([("wool", 58.98), ("silk", 41.02)], Parts(await ada.Lot(code)));
        var entry = (await ada.Lot(code))
            .GetProperty("entries")
            .EnumerateArray()
            .First(e => e.GetProperty("flows").EnumerateArray().Any(f => f.GetProperty("typed").GetString() == "42"));
        var flow = entry
            .GetProperty("flows")
            .EnumerateArray()
            .Single(f => f.GetProperty("typed").GetString() == "42")
            .GetProperty("id")
            .GetGuid();
        (
            await ada.Post(
                $"/api/entries/{entry.GetProperty("id").GetGuid()}/corrections",
                new
                {
                    flowId = flow,
                    mass = "40",
                    because = "A slip of the finger.",
                }
            )
        ).Expect(200);
        Assert.Equal([("wool", 60.15), ("silk", 39.85)], Parts(await ada.Lot(code)));
        Assert.Equal([("wool", 60.15), ("silk", 39.85)], Parts(await ada.Lot(carded)));
    }

    [Fact]
    public async Task What_is_lost_of_a_blend_is_the_blend_now_and_later()
    {
        var ada = await house.Register();
        var (wool, silk) = await Ready(ada);
        var step = new
        {
            step = "card",
            from = new[]
            {
                new
                {
                    lotId = wool,
                    mass = "60",
                    all = false,
                },
                new
                {
                    lotId = silk,
                    mass = "40",
                    all = false,
                },
            },
            to = new[] { new { form = "batt", mass = "80" } },
            losses = new[] { new { kind = "cardWaste", mass = "19.5" } },
            humidityPercent = 50,
        };
        var waste = (await ada.Post("/api/entries/weigh-up", step))
            .Expect(200)
            .GetProperty("understood")
            .EnumerateArray()
            .Single(u => u.GetProperty("field").GetString() == "losses[0].mass")
            .GetProperty("reference")
            .GetProperty("grams")
            .GetDouble();
        Assert.Equal(19.5 * 1.1266 / 1.1009, waste, 0.01);
        var (_, code) = await ada.Log(step);
        var stored = (await ada.Lot(code))
            .GetProperty("entries")
            .EnumerateArray()
            .SelectMany(e => e.GetProperty("flows").EnumerateArray())
            .Single(f => f.GetProperty("typed").GetString() == "19.5")
            .GetProperty("reference")
            .GetProperty("grams")
            .GetDouble();
        Assert.Equal(waste, stored, 1e-9);
    }

    [Fact]
    public async Task Where_shares_cannot_be_told_it_is_said()
    {
        var ada = await house.Register();
        var (wool, silk) = await Ready(ada);
        var (fleece, _) = await ada.TakeIn(new { mass = "900", breed = "Romney" });
        Assert.Contains(
            "from unlike-fibres",
            (
                await ada.Post(
                    "/api/entries",
                    new
                    {
                        step = "dehair",
                        from = new[] { new { lotId = wool }, new { lotId = silk } },
                        to = new[] { new { form = "down", mass = "99" } },
                    }
                )
            ).Refused()
        );
        var (caps, _) = await ada.TakeIn(new { mass = "30", breed = "Mulberry silk caps" });
        Assert.Contains(
            "from in-the-grease",
            (
                await ada.Post(
                    "/api/entries",
                    new
                    {
                        step = "join",
                        from = new[] { new { lotId = fleece }, new { lotId = caps } },
                        to = new[] { new { form = "raw", mass = "929" } },
                    }
                )
            ).Refused()
        );
    }

    [Fact]
    public async Task A_blend_goes_out_and_comes_in_with_the_weigh_log()
    {
        var ada = await house.Register();
        var (wool, silk) = await Ready(ada);
        var (_, code) = await ada.Log(Blend(wool, silk));
        var log = (await ada.Send(HttpMethod.Get, "/api/weigh-log")).Text;
        var bob = await house.Register();
        Assert.Equal(
            0,
            (
                await bob.Send(
                    HttpMethod.Post,
                    "/api/weigh-log/import?all=true",
                    new StringContent(log, new System.Net.Http.Headers.MediaTypeHeaderValue("text/csv", "utf-8"))
                )
            )
                .Expect(200)
                .GetProperty("refused")
                .GetArrayLength()
        );
        Assert.Equal(Parts(await ada.Lot(code)), Parts(await bob.Lot(code)));
    }
}

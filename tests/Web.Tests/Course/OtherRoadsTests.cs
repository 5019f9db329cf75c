using System.Text.Json;
using Xunit;

namespace EarthyTuft.Web.Tests.Course;

/// <summary>Fibres that do not go the way of a fleece, from the door to what they end as.</summary>
public class OtherRoadsTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task Seed_cotton_goes_from_its_route_to_the_gin_and_the_cards()
    {
        var ada = await house.Register();
        var (raw, code) = await ada.TakeIn(
            new
            {
                mass = "500",
                breed = "Upland cotton",
                price = 12,
            }
        );
        Assert.Equal("gin", Next(await ada.Lot(code)));
        var route = (await ada.Get($"/api/lots/{code}/routes?aim=woollenSoft")).GetProperty("routes")[0];
        Assert.Equal(["gin", "card"], Steps(route, "steps"));
        var hours = route.GetProperty("hours");
        Assert.Equal("typical", hours.GetProperty("from").GetString());
        Assert.Equal(
            ["gin", "card"],
            hours.GetProperty("working").GetProperty("inputs").EnumerateArray().Select(i => i.GetProperty("name").GetString())
        );
        (
            await ada.Send(
                HttpMethod.Put,
                $"/api/lots/{code}/route",
                new { aim = "woollenSoft", preparation = route.GetProperty("preparation").GetString() }
            )
        ).Expect(200);
        var ahead = (await ada.Lot(code)).GetProperty("ribbon");
        Assert.Equal(["gin", "card"], Steps(ahead, "ahead"));
        // A third of it or a little more is lint: what lies ahead on the ribbon says so.
        Assert.InRange(ahead.GetProperty("ahead")[0].GetProperty("mass").GetProperty("grams").GetDouble(), 150, 220);

        var (lint, lintCode) = await ada.Log(Step("gin", raw, "clean", "185", ("seedAndTrash", "314", "sown")));
        Assert.Equal("card", Next(await ada.Lot(lintCode)));
        var (_, punis) = await ada.Log(Step("card", lint, "puni", "180", ("cardWaste", "5", null)));
        var page = await ada.Lot(punis);
        Assert.Equal(JsonValueKind.Null, page.GetProperty("lot").GetProperty("next").ValueKind);
        Assert.Equal(
            ["takeIn", "gin", "card"],
            page.GetProperty("entries").EnumerateArray().Select(e => e.GetProperty("step").GetString()!)
        );
    }

    [Fact]
    public async Task Wool_is_not_taken_by_the_gin_nor_cotton_by_the_silk_bench()
    {
        var ada = await house.Register();
        var (wool, _) = await ada.TakeIn(new { mass = "500" });
        var (cotton, _) = await ada.TakeIn(new { mass = "500", breed = "Upland cotton" });
        Assert.Equal(["from[0] wrong-form"], (await ada.Post("/api/entries", Step("gin", wool, "clean", "180"))).Refused());
        Assert.Equal(["from[0] wrong-form"], (await ada.Post("/api/entries", Step("partCaps", cotton, "roving", "180"))).Refused());
        Assert.Equal(["from[0] wrong-form"], (await ada.Post("/api/entries", Step("degum", wool, "clean", "180"))).Refused());
    }

    [Fact]
    public async Task Silk_caps_are_drawn_out_and_wait_for_nothing_more()
    {
        var ada = await house.Register();
        var (caps, code) = await ada.TakeIn(new { mass = "60", breed = "Mulberry silk caps" });
        Assert.Equal("partCaps", Next(await ada.Lot(code)));
        Assert.Equal(["partCaps"], Steps((await ada.Get($"/api/lots/{code}/routes?aim=lace")).GetProperty("routes")[0], "steps"));
        var (_, band) = await ada.Log(Step("partCaps", caps, "roving", "59.5"));
        Assert.Equal(JsonValueKind.Null, (await ada.Lot(band)).GetProperty("lot").GetProperty("next").ValueKind);
    }

    [Fact]
    public async Task Gum_boiled_off_is_found_once_the_silk_is_dry()
    {
        var ada = await house.Register();
        var (cocoons, _) = await ada.TakeIn(new { mass = "400", breed = "Mulberry silk caps" });
        var (wet, wetCode) = await ada.Log(
            new
            {
                step = "degum",
                from = new[] { new { lotId = cocoons } },
                to = new[]
                {
                    new
                    {
                        form = "washed",
                        mass = "700",
                        state = "damp",
                    },
                },
                losses = new[] { new { kind = "gum" } },
            }
        );
        Assert.Equal("dry", Next(await ada.Lot(wetCode)));
        var (_, dryCode) = await ada.Log(Requests.Dry(wet, "300"));
        var gum = Flow(Entry(await ada.Lot(dryCode), "degum"), "loss");
        Assert.Equal("gum", gum.GetProperty("lossKind").GetString());
        Assert.Equal(100, gum.GetProperty("reference").GetProperty("grams").GetDouble(), 0.5e-1);
    }

    [Theory]
    [InlineData("dye", "dye", "clean", "12")]
    [InlineData("dress", "dressing", "clean", "20")]
    [InlineData("dress", "dressing", "clean", "20", "25 : 1")]
    [InlineData("dress", "dressing", "clean", "20", "4 %")]
    public async Task What_is_taken_up_stands_in_the_balance_and_the_fibre_stays_what_it_was(
        string step,
        string gain,
        string form,
        string grams,
        string? told = null
    )
    {
        var ada = await house.Register();
        var (raw, _) = await ada.TakeIn(new { mass = "800" });
        var (washed, _) = await ada.Log(Requests.Wash(raw));
        var (clean, _) = await ada.Log(Requests.Dry(washed, "500"));
        var made = (500 + int.Parse(grams, System.Globalization.CultureInfo.InvariantCulture)).ToString(
            System.Globalization.CultureInfo.InvariantCulture
        );
        object With(string to, object[] gains) =>
            new
            {
                step,
                from = new[] { new { lotId = clean } },
                to = new[] { new { form = to, mass = made } },
                gains,
            };
        Assert.Equal(["to[0].form wrong-form"], (await ada.Post("/api/entries", With("opened", []))).Refused());
        Assert.Equal(["gains[0].mass empty"], (await ada.Post("/api/entries", With(form, [new { kind = gain, mass = "" }]))).Refused());
        // The arithmetic of a dressing is done before it is asked for.
        var portions = (await ada.Post("/api/entries/weigh-up", With(form, [])))
            .Expect(200)
            .GetProperty("dressing")
            .EnumerateArray()
            .Select(p => (p.GetProperty("percent").GetDouble(), Math.Round(p.GetProperty("mass").GetProperty("grams").GetDouble(), 0)))
            .ToArray();
        Assert.Equal(step == "dress" ? [(2, 10), (3, 15), (5, 25)] : [], portions);
        var (_, code) = await ada.Log(With(form, [new { kind = gain, mass = told ?? grams }]));
        var entry = Entry(await ada.Lot(code), step);
        Assert.Equal("fits", entry.GetProperty("balance").GetProperty("status").GetString());
        Assert.Equal(gain, Flow(entry, "gain").GetProperty("gainKind").GetString());
        Assert.Equal(
            double.Parse(grams, System.Globalization.CultureInfo.InvariantCulture),
            Flow(entry, "gain").GetProperty("logged").GetProperty("grams").GetDouble(),
            0.01
        );
    }

    private static object Step(string step, Guid lot, string form, string made, params (string Kind, string Mass, string? Fate)[] losses) =>
        new
        {
            step,
            from = new[] { new { lotId = lot } },
            to = new[] { new { form, mass = made } },
            losses = losses.Select(l => new
            {
                kind = l.Kind,
                mass = l.Mass,
                fate = l.Fate,
            }),
        };

    private static JsonElement Entry(JsonElement page, string step) =>
        page.GetProperty("entries").EnumerateArray().Single(e => e.GetProperty("step").GetString() == step);

    private static JsonElement Flow(JsonElement entry, string role) =>
        entry.GetProperty("flows").EnumerateArray().Single(f => f.GetProperty("role").GetString() == role);

    private static string? Next(JsonElement page) => page.GetProperty("lot").GetProperty("next").GetString();

    private static string[] Steps(JsonElement of, string list) =>
        [.. of.GetProperty(list).EnumerateArray().Select(s => s.GetProperty("step").GetString()!)];
}

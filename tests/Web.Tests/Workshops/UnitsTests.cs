using Xunit;
using static EarthyTuft.Web.Tests.Requests;
using static EarthyTuft.Web.Tests.Runs.Running;

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

    [Fact]
    public async Task Counts_gauges_and_sizes_of_tools_are_typed_and_told_in_inches()
    {
        var ada = await house.Register();
        await Count(ada, "inch", "ounce");
        var units = (await ada.Get("/api/session")).GetProperty("units");
        Assert.Equal(("10 yd", "4 in"), (units.GetProperty("yarnPiece").GetString(), units.GetProperty("clothPiece").GetString()));
        var (lot, _) = await ada.TakeIn(new { mass = "2 oz", form = "top" });
        object Sample(object joins, object stitches) =>
            new
            {
                lotId = lot,
                joinsPer10Metres = joins,
                lumpsPer10Metres = "2 in 10 yd",
                swatch = new
                {
                    toolMillimetres = "US 6",
                    stitches,
                    stitchesAfter = "24 in 4 in",
                    relaxedMillimetres = "5 1/2 in",
                },
            };
        Assert.Equal(["joinsPer10Metres not-a-count"], (await ada.Post("/api/samples", Sample("often", "22 in 4 in"))).Refused());
        Assert.Equal(["swatch.stitches not-a-length"], (await ada.Post("/api/samples", Sample(4, "22 in all"))).Refused());
        var kept = (await ada.Post("/api/samples", Sample("4 in 10 yd", "22 in 4 in"))).Expect(200);
        Assert.Equal(("4 in 10 yd", "2 in 10 yd"), (kept.GetProperty("joins").GetString(), kept.GetProperty("lumps").GetString()));
        var swatch = kept.GetProperty("swatch");
        Assert.Equal(
            ("4 mm", "22 in 4 in", "24 in 4 in", "5.5 in"),
            (Noted("tool"), Noted("stitches"), Noted("stitchesAfter"), Noted("relaxed"))
        );
        Assert.Equal(
            "Knitted on 4 mm, US 6, old UK 8: 22 stitches before, 24 stitches after the wash, in 4 in.",
            swatch.GetProperty("sentences")[0].GetString()
        );
        // What is shown may be sent again as it stands, and nothing was changed by it.
        var again = new
        {
            version = kept.GetProperty("version").GetUInt32(),
            verdict = "",
            joinsPer10Metres = kept.GetProperty("joins").GetString(),
            lumpsPer10Metres = kept.GetProperty("lumps").GetString(),
            swatch = new
            {
                toolMillimetres = Noted("tool"),
                stitches = Noted("stitches"),
                stitchesAfter = Noted("stitchesAfter"),
                relaxedMillimetres = Noted("relaxed"),
            },
        };
        var card = "/api/samples/" + kept.GetProperty("id").GetGuid() + "/card";
        var edited = (await ada.Send(HttpMethod.Put, card, again)).Expect(200);
        Assert.Equal(kept.GetProperty("swatch").ToString(), edited.GetProperty("swatch").ToString());

        var drum = (
            await ada.Post(
                "/api/tools/cards",
                new
                {
                    name = "green drum",
                    kind = "drumCarder",
                    width = "8 in",
                    length = "22.5 in",
                }
            )
        ).Expect(200);
        Assert.Equal("8 by 22.5 in", drum.GetProperty("size").GetString());
        var combs = (
            await ada.Post(
                "/api/tools/combs",
                new
                {
                    name = "four-pitch",
                    kind = "combs",
                    width = "4 in",
                    rows = 4,
                    height = "8 in",
                }
            )
        ).Expect(200);
        Assert.Equal("4 in, 4 rows of tines, 8 in high", combs.GetProperty("size").GetString());
        var diz = (
            await ada.Post(
                "/api/tools/combs",
                new
                {
                    name = "horn",
                    kind = "diz",
                    hole = "1/8 in",
                }
            )
        ).Expect(200);
        Assert.Equal("a hole of 0.13 in", diz.GetProperty("size").GetString());
        var winder = (
            await ada.Post(
                "/api/tools/spinners",
                new
                {
                    name = "niddy",
                    kind = "winder",
                    round = "60 in",
                }
            )
        ).Expect(200);
        Assert.Equal("60 in round", winder.GetProperty("size").GetString());
        return;

        string? Noted(string name) => swatch.GetProperty("noted").GetProperty(name).GetString();
    }

    [Fact]
    public async Task Figures_of_yarn_are_typed_with_any_unit_and_told_in_the_workshops_own()
    {
        var ada = await house.Register();
        await Count(ada, "inch", "ounce");
        Assert.Equal("an ounce", (await ada.Get("/api/session")).GetProperty("units").GetProperty("amount").GetString());
        var (lot, code) = await ada.TakeIn(
            new
            {
                mass = "2 oz",
                form = "top",
                price = 8,
            }
        );
        var inches = Aim(lot, "6 in", "0.8 oz/yd", "15 cm");
        var told = (await ada.Post("/api/spinning/aim", inches)).Expect(200);
        var plain = (await ada.Post("/api/spinning/aim", Aim(lot, 152.4, 24.802, 150))).Expect(200);
        Assert.Equal("6.0 in", told.GetProperty("draw").GetString());
        Assert.Equal(plain.GetProperty("sentences").ToString(), told.GetProperty("sentences").ToString());
        var words = string.Join(' ', told.GetProperty("sentences").EnumerateArray().Select(t => t.GetString()));
        Assert.Contains("turns in an inch", words, StringComparison.Ordinal);
        Assert.Contains("yd/lb", words, StringComparison.Ordinal);
        Assert.DoesNotContain("metre", words, StringComparison.Ordinal);
        Assert.Contains("0.8 oz in a yard", told.GetProperty("drafting")[0].GetString(), StringComparison.Ordinal);
        Assert.EndsWith(" in", told.GetProperty("next").GetProperty("draw").GetString(), StringComparison.Ordinal);

        // What does not read is named at its own field, in a list as well.
        Assert.Equal(["drawMillimetres not-a-length"], (await ada.Post("/api/spinning/aim", Aim(lot, "far", "25", "15 cm"))).Refused());
        Assert.Equal(
            ["supplyGramsPerMetre not-a-linear-density"],
            (await ada.Post("/api/spinning/aim", Aim(lot, "6 in", "25 mm", "15 cm"))).Refused()
        );
        Assert.Equal(
            ["trials[0].drawMillimetres not-a-length"],
            (await ada.Post("/api/spinning/aim", Aim(lot, "6 in", "25", ""))).Refused().Select(r => r.Replace("empty", "not-a-length"))
        );
        (await ada.Post("/api/spinning/aim", Aim(lot, true, "25", "15 cm"))).Expect(400);

        // A tap as well.
        var run = (await ada.Post("/api/runs", new { craft = "spin", aim = new { wraps = "14", lotId = lot } })).Expect(200);
        object Read(object draw) =>
            new
            {
                kind = "readPlyBack",
                wraps = "14 WPI",
                degrees = 30,
                treadles = 4,
                drawMillimetres = draw,
            };
        var id = run.GetProperty("id").GetGuid();
        Assert.Equal(["drawMillimetres not-a-length"], (await Tap(ada, id, Read("an arm"))).Refused());
        (await Tap(ada, id, Read("8 in"))).Expect(200);
        var bobbin = (
            await Tap(
                ada,
                id,
                new
                {
                    kind = "fillBobbin",
                    mass = "1 oz",
                    length = "100 yd",
                }
            )
        ).Expect(200);
        var details = bobbin.GetProperty("details");
        Assert.Equal("100 yd", details.GetProperty("bobbins")[0].GetProperty("length").GetString());
        Assert.DoesNotContain(" m ", details.GetProperty("sentences").ToString(), StringComparison.Ordinal);

        // 8 EUR for two ounces.
        var head = (await ada.Lot(code)).GetProperty("lot");
        Assert.Equal("4.00 EUR", head.GetProperty("costPer100Grams").GetProperty("text").GetString());
        (await ada.Send(HttpMethod.Patch, $"/api/lots/{lot}/facts", new { readyMade = 6.5, because = "seen" })).Expect(204);
        Assert.Equal("6.50 EUR", (await ada.Lot(code)).GetProperty("lot").GetProperty("readyMadePer100Grams").GetString());
        Assert.Equal(53, (await ada.Get("/api/spinning/hook?every=8.7489%20yd&drawMillimetres=150")).GetProperty("draws").GetInt32());
        var strips = (
            await ada.Post(
                "/api/dividing/sizes",
                new
                {
                    mass = "1 oz",
                    width = "8 in",
                    length = "2 ft",
                    strip = "1.5 in",
                }
            )
        ).Expect(200);
        Assert.Contains("1.6 in wide", strips.GetProperty("sentence").GetString(), StringComparison.Ordinal);
    }

    private static object Aim(Guid lotId, object draw, object supply, object trialDraw) =>
        new
        {
            wraps = "14 WPI",
            lotId,
            ratio = 8,
            drawMillimetres = draw,
            supplyGramsPerMetre = supply,
            trials = new[]
            {
                new
                {
                    wraps = "12",
                    degrees = 20,
                    treadles = 4,
                    drawMillimetres = trialDraw,
                },
            },
        };

    private static async Task Count(Person person, string lengthUnit, string unit = "gram")
    {
        var shop = await person.Get("/api/workshop");
        (
            await person.Send(
                HttpMethod.Put,
                "/api/workshop",
                new
                {
                    name = "Shed",
                    unit,
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

using System.Text;
using Xunit;

namespace EarthyTuft.Web.Tests.Reckoning;

public class ReckonTests(House house) : IClassFixture<House>
{
    private Task<Reply> Reckon(string name, string body) =>
        new Person(house.Factory.CreateClient()).Send(
            HttpMethod.Post,
            "/api/reckon/" + name,
            new StringContent(body, Encoding.UTF8, "application/json")
        );

    [Fact]
    public async Task The_door_is_open_and_lists_inputs_outputs_and_units()
    {
        var list = await new Person(house.Factory.CreateClient()).Get("/api/reckon");
        var mass = list.EnumerateArray().Single(r => r.GetProperty("name").GetString() == "reference-mass");
        var humidity = mass.GetProperty("inputs")
            .EnumerateArray()
            .Single(i => i.GetProperty("name").GetString() == "relativeHumidityPercent");
        Assert.Equal(("%", true), (humidity.GetProperty("unit").GetString(), humidity.GetProperty("required").GetBoolean()));
        Assert.Equal(
            ["ovenDryGrams", "referenceGrams", "tradeGrams"],
            mass.GetProperty("outputs").EnumerateArray().Select(o => o.GetProperty("name").GetString())
        );
    }

    [Theory]
    [InlineData("regain", """{"fibre":"wool","relativeHumidityPercent":45}""", "regainPercent", 10.7)]
    [InlineData(
        "reference-mass",
        """{"fibre":"wool","massGrams":812,"relativeHumidityPercent":45,"preparation":"combed"}""",
        "tradeGrams",
        867.4
    )]
    [InlineData("fibres-in-section", """{"micron":25,"densityGramsPerCubicCentimetre":1.31,"tex":60}""", "fibres", 93.3)]
    [InlineData("finest-singles", """{"micron":33,"densityGramsPerCubicCentimetre":1.31}""", "tex", 39.2)]
    [InlineData("loads", """{"grams":430,"mostPerLoadGrams":50}""", "gramsPerLoad", 47.8)]
    [InlineData("comb-transfers", """{"lashedBy":"tip","wantedLeading":"tip","atLeast":4}""", "transfers", 5)]
    [InlineData("draft", """{"supplyGramsPerMetre":5,"yarnTex":200}""", "draft", 25)]
    [InlineData(
        "blend",
        """{"totalGrams":100,"mostPerLoadGrams":50,"scaleStepGrams":1,"components":[{"name":"wool","sharePercent":60,"fibre":"wool","micron":24},{"name":"silk","sharePercent":40,"fibre":"silk","micron":12}]}""",
        "meanMicron",
        19.2
    )]
    public async Task Reckons_what_was_worked_by_hand(string name, string body, string field, double value) =>
        Assert.Equal(value, Math.Round((await Reckon(name, body)).Expect(200).GetProperty(field).GetDouble(), 1));

    [Theory]
    [InlineData("regain", """{"fibre":"wool"}""", "relativeHumidityPercent missing")]
    [InlineData("regain", """{"fibre":"straw","relativeHumidityPercent":45}""", "fibre not-a-choice")]
    [InlineData("regain", """{"fibre":"nylon","relativeHumidityPercent":45}""", "fibre no-curve")]
    [InlineData("regain", """{"fibre":"wool","relativeHumidityPercent":"45"}""", "relativeHumidityPercent not-a-number")]
    [InlineData("regain", """{"fibre":"wool","relativeHumidityPercent":1e999}""", "relativeHumidityPercent out-of-range")]
    [InlineData("regain", """{"fibre":"wool","relativeHumidityPercent":145}""", "relativeHumidityPercent out-of-range")]
    [InlineData("regain", """{"fibre":"wool","relativeHumidityPercent":45,"moon":"full"}""", "moon unknown-field")]
    [InlineData("finest-singles", """{"micron":0,"densityGramsPerCubicCentimetre":1.31}""", "micron out-of-range")]
    [InlineData("regain", "[]", " not-an-object")]
    [InlineData("comb-ends", """{"lashedBy":"middle","transfers":2}""", "lashedBy not-a-choice")]
    [InlineData("comb-ends", """{"lashedBy":"butt","transfers":-2}""", "transfers out-of-range")]
    [InlineData("blend", """{"totalGrams":100,"mostPerLoadGrams":50,"scaleStepGrams":1,"components":[]}""", "components nothing-taken")]
    [InlineData(
        "blend",
        """{"totalGrams":100,"mostPerLoadGrams":50,"scaleStepGrams":1,"components":[{"name":7,"sharePercent":100}]}""",
        "components[0].name not-a-text"
    )]
    [InlineData(
        "blend",
        """{"totalGrams":100,"mostPerLoadGrams":50,"scaleStepGrams":1,"components":[{"sharePercent":100}]}""",
        "components[0].name missing"
    )]
    [InlineData("blend", """{"totalGrams":100,"mostPerLoadGrams":50,"scaleStepGrams":1,"components":[null]}""", "components[0] empty")]
    [InlineData(
        "blend",
        """{"totalGrams":100,"mostPerLoadGrams":50,"scaleStepGrams":1,"components":[{"name":"a","sharePercent":101}]}""",
        "components[0].sharePercent out-of-range"
    )]
    public async Task Wrong_input_is_named_by_field_and_reason(string name, string body, string refusal) =>
        Assert.Equal([refusal], (await Reckon(name, body)).Refused());

    [Fact]
    public async Task What_a_list_comes_to_and_which_end_leads_are_told()
    {
        var blend = (
            await Reckon(
                "blend",
                """{"totalGrams":1200,"mostPerLoadGrams":50,"scaleStepGrams":1,"components":[{"name":"wool","sharePercent":98},{"name":"sparkle","sharePercent":2}]}"""
            )
        ).Expect(200);
        Assert.Equal(24, blend.GetProperty("loads").GetInt32());
        Assert.Equal(
            ("sparkle", 50.0),
            (
                blend.GetProperty("components")[1].GetProperty("name").GetString(),
                Math.Round(blend.GetProperty("components")[1].GetProperty("worstErrorPercent").GetDouble(), 6)
            )
        );
        Assert.Equal(
            "tip",
            (await Reckon("comb-ends", """{"lashedBy":"butt","transfers":4}""")).Expect(200).GetProperty("leadingEnd").GetString()
        );
    }

    [Fact]
    public async Task An_unknown_reckoning_is_not_there() => (await Reckon("alchemy", "{}")).Refused(404, "not-here");
}

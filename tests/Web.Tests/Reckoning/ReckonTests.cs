using System.Text;
using Xunit;

namespace EarthyTuft.Web.Tests.Reckoning;

public class ReckonTests(House house) : IClassFixture<House>
{
    private Task<Reply> Reckon(string name, string body) => new Person(house.Factory.CreateClient())
        .Send(HttpMethod.Post, "/api/reckon/" + name, new StringContent(body, Encoding.UTF8, "application/json"));

    [Fact]
    public async Task The_door_is_open_and_lists_inputs_outputs_and_units()
    {
        var list = await new Person(house.Factory.CreateClient()).Get("/api/reckon");
        var mass = list.EnumerateArray().Single(r => r.GetProperty("name").GetString() == "reference-mass");
        var humidity = mass.GetProperty("inputs").EnumerateArray().Single(i => i.GetProperty("name").GetString() == "relativeHumidityPercent");
        Assert.Equal(("%", true), (humidity.GetProperty("unit").GetString(), humidity.GetProperty("required").GetBoolean()));
        Assert.Equal(["ovenDryGrams", "referenceGrams", "tradeGrams"], mass.GetProperty("outputs").EnumerateArray().Select(o => o.GetProperty("name").GetString()));
    }

    [Theory]
    [InlineData("regain", """{"fibre":"wool","relativeHumidityPercent":45}""", "regainPercent", 10.7)]
    [InlineData("reference-mass", """{"fibre":"wool","massGrams":812,"relativeHumidityPercent":45,"preparation":"combed"}""", "tradeGrams", 867.4)]
    [InlineData("fibres-in-section", """{"micron":25,"densityGramsPerCubicCentimetre":1.31,"tex":60}""", "fibres", 93.3)]
    [InlineData("finest-singles", """{"micron":33,"densityGramsPerCubicCentimetre":1.31}""", "tex", 39.2)]
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
    public async Task Wrong_input_is_named_by_field_and_reason(string name, string body, string refusal) => Assert.Equal([refusal], (await Reckon(name, body)).Refused());

    [Fact]
    public async Task An_unknown_reckoning_is_not_there() => (await Reckon("alchemy", "{}")).Refused(404, "not-here");
}

using CsCheck;
using EarthyTuft.Core.Quantities;
using Xunit;

namespace EarthyTuft.Core.Tests.Quantities;

/// <summary>Temperatures, volumes, linear densities, twist, angles and money: read and written in the units people use.</summary>
public class QuantitiesTests
{
    [Theory]
    [InlineData("54.2", TemperatureUnit.Celsius, 54.2)]
    [InlineData(" 54,2 °C ", TemperatureUnit.Fahrenheit, 54.2)]
    [InlineData("130F", TemperatureUnit.Celsius, 54.444)]
    [InlineData("130 °f", TemperatureUnit.Celsius, 54.444)]
    [InlineData("130 degF", TemperatureUnit.Celsius, 54.444)]
    [InlineData("130", TemperatureUnit.Fahrenheit, 54.444)]
    [InlineData("-5", TemperatureUnit.Celsius, -5)]
    [InlineData("\u22125", TemperatureUnit.Celsius, -5)]
    [InlineData("212", TemperatureUnit.Fahrenheit, 100)]
    public void A_temperature_is_read_in_either_unit(string text, TemperatureUnit bare, double celsius) =>
        Assert.Equal(celsius, Temperature.Read(text, bare, "air", -20, 100).Value.Celsius, 0.5e-3);

    [Theory]
    [InlineData("", "empty")]
    [InlineData(null, "empty")]
    [InlineData("warm", "not-a-temperature")]
    [InlineData("54 °", "not-a-temperature")]
    [InlineData("54 K", "not-a-temperature")]
    [InlineData("5 4", "not-a-temperature")]
    [InlineData("1e2", "not-a-temperature")]
    [InlineData("NaN", "not-a-temperature")]
    [InlineData("54-55", "not-a-temperature")]
    [InlineData("101", "out-of-range")]
    [InlineData("213 F", "out-of-range")]
    [InlineData("-21", "out-of-range")]
    [InlineData("99999999999999999999999999999999999999999999999", "not-a-temperature")]
    public void What_is_no_temperature_is_refused(string? text, string code) =>
        Assert.Equal(
            ("air", code),
            Temperature.Read(text, TemperatureUnit.Celsius, "air", -20, 100) is { IsRefused: true } refused
                ? (refused.Refusals[0].Field, refused.Refusals[0].Code)
                : ("", "")
        );

    [Fact]
    public void The_bounds_are_told_in_the_unit_that_was_typed()
    {
        Assert.Contains(
            "between \u22124 °F and 212 °F",
            Temperature.Read("300 F", TemperatureUnit.Celsius, "air", -20, 100).Refusals[0].Reason
        );
        Assert.Contains(
            "between \u221220 °C and 100 °C",
            Temperature.Read("300", TemperatureUnit.Celsius, "air", -20, 100).Refusals[0].Reason
        );
    }

    [Fact]
    public void A_temperature_is_written_in_the_workshops_unit()
    {
        var bath = Temperature.FromCelsius(57.44);
        Assert.Equal(
            ("57 °C", "57.4 °C", "135.4 °F"),
            (bath.Write(TemperatureUnit.Celsius), bath.Write(TemperatureUnit.Celsius, 1), bath.Write(TemperatureUnit.Fahrenheit, 1))
        );
        Assert.Equal(
            ("60 °C", "140 °F"),
            (Temperature.FromCelsius(60).Type(TemperatureUnit.Celsius), Temperature.FromCelsius(60).Type(TemperatureUnit.Fahrenheit))
        );
        Assert.Equal(
            ("5 °C", "9 °F"),
            (Temperature.WriteStep(5, TemperatureUnit.Celsius), Temperature.WriteStep(5, TemperatureUnit.Fahrenheit))
        );
        Assert.Equal("0 °C", Temperature.FromCelsius(-0.3).Write(TemperatureUnit.Celsius));
        Assert.Throws<ArgumentOutOfRangeException>(() => Temperature.FromCelsius(double.NaN));
    }

    [Fact]
    public void What_is_written_is_read_again() =>
        Gen.Select(Gen.Double[-30, 100], Gen.Enum<TemperatureUnit>(), Gen.Enum<TemperatureUnit>())
            .Sample(
                (celsius, unit, bare) =>
                    Assert.Equal(
                        celsius,
                        Temperature.Read(Temperature.FromCelsius(celsius).Write(unit, 3), bare, "x", -40, 110).Value.Celsius,
                        0.001
                    )
            );

    [Theory]
    [InlineData("30", 30)]
    [InlineData("30 L", 30)]
    [InlineData("8 gal", 30.283)]
    [InlineData("6,5 imp gal", 29.5496)]
    public void A_volume_is_read(string text, double litres) =>
        Assert.Equal(litres, Volume.Read(text, "litres", 0.5, 5000).Value.Litres, 1e-3);

    [Theory]
    [InlineData("a bucket", "not-a-volume")]
    [InlineData("30 kg", "not-a-volume")]
    [InlineData("0.1", "out-of-range")]
    [InlineData("-3", "out-of-range")]
    [InlineData("2000 gal", "out-of-range")]
    public void What_is_no_volume_is_refused(string text, string code) =>
        Assert.Equal(code, Volume.Read(text, "litres", 0.5, 5000).Refusals[0].Code);

    [Fact]
    public void A_volume_is_written() =>
        Assert.Equal(
            ("12.5 L", "3.3 gal", "2.7 imp gal"),
            (
                Volume.FromLitres(12.5).Write(VolumeUnit.Litre),
                Volume.FromLitres(12.5).Write(VolumeUnit.UsGallon),
                Volume.FromLitres(12.5).Write(VolumeUnit.ImperialGallon)
            )
        );

    [Theory]
    [InlineData("458 tex", 458)]
    [InlineData("2 Nm", 500)]
    [InlineData("2 m/g", 500)]
    [InlineData("200 m/100 g", 500)]
    [InlineData("200 m/100g", 500)]
    [InlineData("1000 yd/lb", 496.05)]
    [InlineData("62.5 yd/oz", 496.05)]
    [InlineData("25 g/m", 25000)]
    [InlineData("0.1 oz/yd", 3100.34)]
    public void A_linear_density_is_read(string text, double tex) => Assert.Equal(tex, LinearDensity.Read(text, "grist").Value.Tex, 0.01);

    [Fact]
    public void A_number_alone_counts_in_the_unit_of_its_field() =>
        Assert.Equal(25_000, LinearDensity.Read("25", "supply", LinearDensityUnit.GramsPerMetre).Value.Tex);

    [Fact]
    public void A_workshop_of_inches_reads_yards_and_turns_in_an_inch()
    {
        Assert.Equal("182 yd", new YarnLength(166).Write(LengthUnit.Inch));
        Assert.Equal("166 m", new YarnLength(166).Write(LengthUnit.Centimetre));
        Assert.Equal("5.1 turns/in", Twist.From(200, TwistUnit.PerMetre).Write(Twist.Beside(LengthUnit.Inch)));
        Assert.Equal(["8.5 mm", "0.9 cm", "0.33 in"], Enum.GetValues<LengthUnit>().Select(Length.FromMillimetres(8.5).Write));
    }

    [Theory]
    [InlineData("458", "not-a-linear-density")]
    [InlineData("0 tex", "out-of-range")]
    [InlineData("-2 Nm", "out-of-range")]
    [InlineData("1e9 tex", "not-a-linear-density")]
    [InlineData("", "empty")]
    public void A_bare_number_is_no_linear_density(string text, string code) =>
        Assert.Equal(code, LinearDensity.Read(text, "grist").Refusals[0].Code);

    [Fact]
    public void A_linear_density_is_the_same_in_every_unit() =>
        Gen.Select(Gen.Double[1, 20_000], Gen.Enum<LinearDensityUnit>())
            .Sample((tex, unit) => Assert.Equal(tex, LinearDensity.From(LinearDensity.FromTex(tex).In(unit), unit).Tex, tex * 1e-9));

    [Fact]
    public void A_linear_density_is_written() =>
        Assert.Equal(
            ["458 tex", "2.18 Nm", "218 m/100 g", "1083 yd/lb", "67.7 yd/oz", "0.458 g/m", "0.015 oz/yd"],
            Enum.GetValues<LinearDensityUnit>().Select(u => LinearDensity.FromTex(458).Write(u))
        );

    [Theory]
    [InlineData("200", 200)]
    [InlineData("200/m", 200)]
    [InlineData("2 turns/cm", 200)]
    [InlineData("5.08 tpi", 200)]
    public void A_twist_is_read(string text, double perMetre) =>
        Assert.Equal(perMetre, Twist.Read(text, TwistUnit.PerMetre, "twist").Value.TurnsPerMetre, 0.001);

    [Theory]
    [InlineData("-1")]
    [InlineData("300/in")]
    public void A_twist_has_bounds(string text) =>
        Assert.Equal("out-of-range", Twist.Read(text, TwistUnit.PerMetre, "twist").Refusals[0].Code);

    [Fact]
    public void A_twist_and_an_angle_are_written()
    {
        var twist = Twist.From(200, TwistUnit.PerMetre);
        Assert.Equal(
            ("200 turns/m", "2 turns/cm", "5.1 turns/in"),
            (twist.Write(TwistUnit.PerMetre), twist.Write(TwistUnit.PerCentimetre), twist.Write(TwistUnit.PerInch))
        );
        Assert.Equal("28.5°", Angle.FromDegrees(28.5).Write());
        Assert.Equal(Math.PI / 6, Angle.FromDegrees(30).Radians, 1e-12);
    }

    [Theory]
    [InlineData("28", 28, null)]
    [InlineData("28.5°", 28.5, null)]
    [InlineData("28 deg", 28, null)]
    [InlineData("90", 0, "out-of-range")]
    [InlineData("-1", 0, "out-of-range")]
    [InlineData("steep", 0, "not-an-angle")]
    public void An_angle_is_read(string text, double degrees, string? code)
    {
        var read = Angle.Read(text, "angle");
        Assert.Equal(code, read.IsRefused ? read.Refusals[0].Code : null);
        Assert.Equal(degrees, read.IsRefused ? 0 : read.Value.Degrees);
    }

    [Theory]
    [InlineData("12,5", 12.5, null)]
    [InlineData("12.50 eur", 12.5, null)]
    [InlineData("12.50 GBP", 0, "not-a-price")]
    [InlineData("-1", 0, "out-of-range")]
    [InlineData("1000001", 0, "out-of-range")]
    public void Money_is_read_in_the_workshops_currency(string text, double amount, string? code)
    {
        var read = Money.Read(text, "EUR", "price");
        Assert.Equal(code, read.IsRefused ? read.Refusals[0].Code : null);
        Assert.Equal((decimal)amount, read.IsRefused ? 0 : read.Value.Amount);
    }

    [Fact]
    public void Money_of_two_currencies_is_not_added()
    {
        Assert.Equal("15.00 EUR", (new Money(12.5m, "EUR") + new Money(2.5m, "EUR")).Write());
        Assert.Throws<InvalidOperationException>(() => new Money(1, "EUR") + new Money(1, "GBP"));
    }

    [Theory]
    [InlineData("22", 22, null)]
    [InlineData("22 in 10 cm", 22, null)]
    [InlineData("22 in 4 in", 21.653543, null)]
    [InlineData("5,5 IN 1 in", 21.653543, null)]
    [InlineData("33 in 15 cm", 22, null)]
    [InlineData("many", 0, "not-a-count")]
    [InlineData("22 stitches", 0, "not-a-count")]
    [InlineData("22 in the cloth", 0, "not-a-length")]
    [InlineData("22 in 0 cm", 0, "out-of-range")]
    [InlineData("", 0, "empty")]
    public void A_count_is_read_over_any_piece(string text, double count, string? code)
    {
        var read = CountedOver.TenCentimetres.Read(text, "stitches");
        Assert.Equal(code, read.IsRefused ? read.Refusals[0].Code : null);
        Assert.Equal(count, read.IsRefused ? 0 : read.Value, 6);
    }

    [Fact]
    public void A_count_is_written_over_the_workshops_piece_and_reads_back_as_itself()
    {
        Assert.Equal("4 in 10 yd", CountedOver.OfYarn(LengthUnit.Inch).Write(4 / 0.9144, CountedOver.TenMetres));
        Assert.Equal("22 in 10 cm", CountedOver.OfCloth(LengthUnit.Millimetre).Write(22, CountedOver.TenCentimetres));
        var written = CountedOver.OfCloth(LengthUnit.Inch).Write(21.653543, CountedOver.TenCentimetres);
        Assert.Equal("22 in 4 in", written);
        Assert.Equal(21.653543, CountedOver.TenCentimetres.Read(written, "stitches").Value, 6);
    }
}

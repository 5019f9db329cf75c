using CsCheck;
using EarthyTuft.Core.Quantities;
using Xunit;

namespace EarthyTuft.Core.Tests.Quantities;

public class MassTests
{
    [Theory]
    [InlineData("12,5 kg", 12500)]
    [InlineData(" 1 lb 3 oz ", 538.640939375)]
    [InlineData("540", 540)]
    [InlineData("0.54 kg", 540)]
    [InlineData("0,54 KG", 540)]
    [InlineData("19 oz", 538.640939375)]
    [InlineData("1 240 g", 1240)]
    [InlineData("1\u202F240\u202Fg", 1240)]
    [InlineData("1.250 kg", 1250)]
    [InlineData("0.125", 0.125)]
    [InlineData(".5 kg", 500)]
    [InlineData("2lb", 907.18474)]
    [InlineData("0", 0)]
    public void Understands_what_people_type(string typed, double grams) =>
        Assert.Equal(grams, MassReader.Read(typed, MassUnit.Gram, "mass").Value.Grams, 0.5e-6);

    [Theory]
    [InlineData("", "empty")]
    [InlineData("   ", "empty")]
    [InlineData(null, "empty")]
    [InlineData("abc", "not-a-weight")]
    [InlineData("-3 g", "negative")]
    [InlineData("\u22123 g", "negative")]
    [InlineData("NaN", "not-a-weight")]
    [InlineData("1e99", "not-a-weight")]
    [InlineData("12 stone", "not-a-weight")]
    [InlineData("1 lb 20 oz", "not-a-weight")]
    [InlineData("1 kg 3 oz", "not-a-weight")]
    [InlineData("1.2.3", "not-a-weight")]
    [InlineData("1 24 g", "not-a-weight")]
    [InlineData("1,250 g", "unclear-decimal")]
    [InlineData("400 kg", "too-heavy")]
    [InlineData("99999999999999999999999999 g", "too-heavy")]
    [InlineData("11111111111111111111111111111111111111111111", "not-a-weight")]
    public void Names_what_it_cannot_read_at_the_field(string? typed, string code)
    {
        var refusal = Assert.Single(MassReader.Read(typed, MassUnit.Gram, "to[0].mass").Refusals);
        Assert.Equal((code, "to[0].mass"), (refusal.Code, refusal.Field));
        Assert.Matches("[.?]$", refusal.Reason);
    }

    [Fact]
    public void A_bare_number_is_in_the_workshops_unit()
    {
        Assert.Equal(2000, MassReader.Read("2", MassUnit.Kilogram, "m").Value.Grams);
        Assert.Equal(Mass.GramsPerPound * 2, MassReader.Read("2", MassUnit.Pound, "m").Value.Grams);
    }

    [Theory]
    [InlineData(1240, MassUnit.Gram, "1\u202F240 g")]
    [InlineData(1240, MassUnit.Kilogram, "1.240 kg")]
    [InlineData(538.640941, MassUnit.Pound, "1 lb 3.0 oz")]
    [InlineData(538.640941, MassUnit.Ounce, "19.0 oz")]
    [InlineData(453.3, MassUnit.Pound, "1 lb 0.0 oz")]
    [InlineData(6, MassUnit.Ounce, "0.21 oz")]
    [InlineData(0.3, MassUnit.Ounce, "0.011 oz")]
    [InlineData(6, MassUnit.Pound, "0.21 oz")]
    [InlineData(6.34, MassUnit.Kilogram, "0.00634 kg")]
    [InlineData(58.46, MassUnit.Gram, "58.5 g")]
    [InlineData(1.4, MassUnit.Gram, "1.4 g")]
    [InlineData(-12, MassUnit.Gram, "\u221212 g")]
    [InlineData(0, MassUnit.Gram, "0 g")]
    public void Writes_as_the_workshop_does(double grams, MassUnit unit, string text) =>
        Assert.Equal(text, Mass.FromGrams(grams).Write(unit));

    [Theory]
    [InlineData(5.92, MassUnit.Gram, "5.9 g")]
    [InlineData(0.347, MassUnit.Gram, "0.35 g")]
    [InlineData(62.4, MassUnit.Gram, "62 g")]
    [InlineData(1234, MassUnit.Gram, "1\u202F200 g")]
    [InlineData(0, MassUnit.Gram, "0 g")]
    [InlineData(28.35, MassUnit.Ounce, "1.0 oz")]
    [InlineData(0.3, MassUnit.Ounce, "0.011 oz")]
    public void A_spread_has_two_figures(double grams, MassUnit unit, string text) =>
        Assert.Equal(text, Mass.FromGrams(grams).WriteSpread(unit));

    [Fact]
    public void A_spread_is_rounded_by_no_more_than_a_twentieth() =>
        Gen.Double[0.1, 90_000]
            .Sample(grams =>
            {
                var text = Mass.FromGrams(grams).WriteSpread(MassUnit.Gram);
                Assert.InRange(MassReader.Read(text, MassUnit.Gram, "mass").Value.Grams, grams * 0.95 - 0.005, grams * 1.05 + 0.005);
            });

    [Fact]
    public void A_picture_counts_in_the_workshops_unit_and_pounds_in_ounces()
    {
        Assert.Equal((1, "g"), Mass.Axis(MassUnit.Gram));
        Assert.Equal((1000, "kg"), Mass.Axis(MassUnit.Kilogram));
        Assert.Equal((Mass.GramsPerOunce, "oz"), Mass.Axis(MassUnit.Ounce));
        Assert.Equal(Mass.Axis(MassUnit.Ounce), Mass.Axis(MassUnit.Pound));
    }

    [Fact]
    public void Units_survive_a_round_trip() =>
        Gen.Select(Gen.Double[0, 90_000], Gen.Enum<MassUnit>())
            .Sample(
                (grams, unit) =>
                {
                    var mass = Mass.FromGrams(grams);
                    Assert.Equal(grams, Mass.From(mass.In(unit), unit).Grams, 0.5e-6);
                    var read = MassReader.Read(mass.Write(unit), unit, "mass");
                    // What is written is rounded: never by more than half its last digit.
                    var half = unit switch
                    {
                        MassUnit.Gram or MassUnit.Kilogram => 0.5,
                        _ => Mass.GramsPerOunce / 20,
                    };
                    Assert.InRange(read.Value.Grams, grams - half - 1e-6, grams + half + 1e-6);
                }
            );

    [Fact]
    public void Any_text_is_read_or_refused_and_never_breaks() =>
        Gen.String.Sample(text =>
        {
            var read = MassReader.Read(text, MassUnit.Gram, "mass");
            Assert.True(read.IsRefused || (read.Value.Grams >= 0 && read.Value <= MassReader.Largest));
        });

    [Fact]
    public void A_mass_is_finite() => Assert.Throws<ArgumentOutOfRangeException>(() => Mass.FromGrams(double.NaN));
}

public class LengthTests
{
    [Theory]
    [InlineData("112", 112)]
    [InlineData("11,2 cm", 112)]
    [InlineData("4 1/2 in", 114.3)]
    [InlineData("4\"", 101.6)]
    [InlineData("3/8 in", 9.525)]
    [InlineData("0.9 m", 900)]
    [InlineData("2 ft", 609.6)]
    [InlineData("1/2 yd", 457.2)]
    public void Understands_lengths(string typed, double mm) => Assert.Equal(mm, Length.Read(typed, "length").Value.Millimetres, 0.5e-6);

    [Theory]
    [InlineData("", "empty")]
    [InlineData("long", "not-a-length")]
    [InlineData("-4", "negative")]
    [InlineData("0", "out-of-range")]
    [InlineData("3 m", "out-of-range")]
    [InlineData("3 l", "not-a-length")]
    [InlineData("1/0 in", "not-a-length")]
    [InlineData("1 1/0 in", "not-a-length")]
    [InlineData("1200", "out-of-range")]
    public void Names_what_it_cannot_read(string typed, string code) =>
        Assert.Equal(code, Length.Read(typed, "length").Refusals.Single().Code);

    [Fact]
    public void Every_unit_says_the_same_length() =>
        Gen.Select(Gen.Int[1, 9999], Pick.Of(("mm", 1.0), ("cm", 10.0), (" in", 25.4), ("\"", 25.4)))
            .Sample(
                (tenths, unit) =>
                {
                    var typed = FormattableString.Invariant($"{tenths / 10.0:0.0}{unit.Item1}");
                    var read = Length.Read(typed, "length");
                    var millimetres = tenths / 10.0 * unit.Item2;
                    Assert.Equal(millimetres > 1000, read.IsRefused);
                    if (!read.IsRefused)
                    {
                        Assert.Equal(millimetres, read.Value.Millimetres, 0.5e-6);
                        Assert.Equal(read.Value, Length.Read(typed.Replace('.', ','), "length").Value);
                    }
                }
            );

    [Fact]
    public void Any_text_is_a_length_or_refused() =>
        Gen.String.Sample(text =>
        {
            var read = Length.Read(text, "length");
            Assert.True(read.IsRefused || (read.Value.Millimetres > 0 && read.Value.Millimetres <= 1000));
        });

    [Fact]
    public void A_length_is_finite_and_not_below_nothing()
    {
        Assert.Throws<ArgumentOutOfRangeException>(() => Length.FromMillimetres(double.NaN));
        Assert.Throws<ArgumentOutOfRangeException>(() => Length.FromMillimetres(-1));
    }
}

public class GuardTests
{
    [Fact]
    public void It_gathers_every_refusal_and_runs_nothing_then()
    {
        var ran = false;
        var refused = new Guard()
            .NotNegative(-1, "fibreGrams")
            .Positive(0, "litres")
            .Within(120, 0, 100, "humidityPercent")
            .Then<int>(() =>
            {
                ran = true;
                return 1;
            });
        Assert.False(ran);
        Assert.Equal(["fibreGrams", "litres", "humidityPercent"], refused.Refusals.Select(r => r.Field));
        Assert.All(refused.Refusals, r => Assert.Equal("out-of-range", r.Code));
        Assert.Throws<InvalidOperationException>(() => refused.Value);
    }

    [Theory]
    [InlineData("to[0].mass", "The weight is wrong.")]
    [InlineData("from[12]", "What was taken is wrong.")]
    [InlineData("litres", "litres is wrong.")]
    public void A_refusal_names_the_thing_and_not_the_path(string field, string reason) =>
        Assert.Equal(reason, Assert.Single(new Guard().Need(false, field, "x", "is wrong").Refusals).Reason);

    [Fact]
    public void A_result_carries_its_refusals_on()
    {
        Result<int> bad = new Refusal("a", "b", "c.");
        Assert.Equal(bad.Refusals, bad.Then<string>(v => v.ToString(System.Globalization.CultureInfo.InvariantCulture)).Refusals);
        Assert.Equal("4", ((Result<int>)4).Then<string>(v => v.ToString(System.Globalization.CultureInfo.InvariantCulture)).Value);
        Assert.Throws<ArgumentException>(() => Result<int>.Refused([]));
    }
}

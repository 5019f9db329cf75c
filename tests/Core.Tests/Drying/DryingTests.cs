using EarthyTuft.Core.Drying;
using Xunit;

namespace EarthyTuft.Core.Tests.Drying;

/// <summary>The worked figure of docs/craft.md, section 7, and what must answer "cannot tell yet".</summary>
public class DryingTests
{
    private static DryingReading[] Law(double rest, double wet, double tau, params double[] minutes) =>
        [.. minutes.Select(t => new DryingReading(t, rest + wet * Math.Exp(-t / tau)))];

    [Fact]
    public void Three_weighings_tell_when_it_is_dry()
    {
        var output = DryingCurve.Reckon(new(Law(700, 450, 180, 0, 60, 120, 240))).Value;
        Assert.Equal(700, output.RestGrams, 0.5e-4);
        Assert.Equal(180, output.TimeConstantMinutes, 0.5e-4);
        Assert.Equal(624.6, output.MinutesToDry, 0.5e-1);
        var printed = DryingCurve.Reckon(new([new(0, 1150), new(60, 1022.4), new(120, 931.0), new(240, 818.6)])).Value;
        Assert.Equal(700.10, printed.RestGrams, 0.5e-2);
        Assert.Equal(179.89, printed.TimeConstantMinutes, 0.5e-2);
        Assert.Equal(624.2, printed.MinutesToDry, 0.5e-1);
    }

    [Fact]
    public void An_expected_weight_fixes_the_rest()
    {
        var output = DryingCurve.Reckon(new(Law(700, 450, 180, 0, 60), 700)).Value;
        Assert.Equal(700, output.RestGrams);
        Assert.Equal(180, output.TimeConstantMinutes, 0.5e-3);
        Assert.Equal(624.6, output.MinutesToDry, 0.5e-1);
    }

    [Fact]
    public void The_order_of_the_weighings_does_not_matter_nor_when_the_clock_began()
    {
        var sorted = DryingCurve.Reckon(new(Law(700, 450, 180, 0, 60, 120, 240))).Value;
        var shuffled = DryingCurve
            .Reckon(new([.. Law(700, 450, 180, 0, 60, 120, 240).Reverse().Select(r => r with { Minutes = r.Minutes + 40_000 })]))
            .Value;
        Assert.Equal(sorted.MinutesToDry, shuffled.MinutesToDry, 0.5e-3);
    }

    [Fact]
    public void Already_dry_is_zero() => Assert.Equal(0, DryingCurve.Reckon(new(Law(700, 8, 60, 0, 30, 60, 120))).Value.MinutesToDry);

    public static readonly TheoryData<string, DryingReading[], double?> NotYet = new()
    {
        { "two weighings", Law(700, 450, 180, 0, 60), null },
        { "one time", [new(0, 900), new(0, 899), new(0, 898)], 700 },
        { "not lighter", [new(0, 900), new(60, 900), new(120, 905)], null },
        { "expected above the last", Law(700, 450, 180, 0, 60, 120), 990 },
        { "a straight line", [new(0, 1000), new(30, 960), new(60, 920), new(90, 880)], null },
        { "ever faster", [new(0, 1000), new(30, 990), new(60, 960), new(90, 900)], null },
        { "span far too short", [.. Law(700, 450, 180, 0, 10, 20).Select(r => r with { Grams = Math.Round(r.Grams) })], 400 },
    };

    [Theory]
    [MemberData(nameof(NotYet))]
    public void Early_readings_cannot_tell_yet(string why, DryingReading[] readings, double? expected) =>
        Assert.True(DryingCurve.Reckon(new(readings, expected)).Refusals is [{ Code: "cannot-tell-yet" }], why);

    [Theory]
    [InlineData(-1, 700, "readings[0].minutes")]
    [InlineData(0, 0, "readings[0].grams")]
    [InlineData(double.NaN, 700, "readings[0].minutes")]
    public void Bad_readings_are_named(double minutes, double grams, string field) =>
        Assert.Contains(DryingCurve.Reckon(new([new(minutes, grams), .. Law(700, 450, 180, 60, 120)])).Refusals, r => r.Field == field);

    [Fact]
    public void A_tolerance_of_nothing_is_refused() =>
        Assert.Equal("tolerancePercent", DryingCurve.Reckon(new(Law(700, 450, 180, 0, 60, 120), TolerancePercent: 0)).Refusals[0].Field);

    [Fact]
    public void The_steady_start_ends_without_a_kink()
    {
        var law = new DryingLaw(700, 500, 150, 90);
        Assert.Equal(1200, law.At(0), 0.5e-9);
        double before = law.At(90) - law.At(90 - 1e-4),
            after = law.At(90 + 1e-4) - law.At(90);
        Assert.Equal(before, after, 0.5e-6);
        Assert.Equal((law.At(0) - law.At(45)) * 2, law.At(0) - law.At(90), 0.5e-9);
    }
}

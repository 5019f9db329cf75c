using CsCheck;
using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Quantities;
using Xunit;

namespace EarthyTuft.Core.Tests.Drying;

/// <summary>Weights that cannot be: kept, asked about, and never in the way of the rest.</summary>
public class DryingReadingsTests
{
    private static readonly DryingLaw Law = new(700, 700, 120, 40);

    private static DryingReading[] Truth(params double[] minutes) => [.. minutes.Select(m => new DryingReading(m, Math.Round(Law.At(m))))];

    public static readonly TheoryData<string, double, double> Slips = new()
    {
        { "kilograms typed for grams", 100, 1.2 },
        { "a digit dropped", 100, 107 },
        { "a digit doubled", 100, 10_700 },
        { "two digits exchanged upwards", 100, 1701 },
        { "the bowl weighed along", 100, 1600 },
        { "half of it taken off", 100, 540 },
        { "1400 right after 1500", 60.5, 1066 },
    };

    [Theory]
    [MemberData(nameof(Slips))]
    public void A_weight_that_leaps_is_kept_aside_and_asked_about(string why, double minutes, double grams)
    {
        var slip = new DryingReading(minutes, grams);
        var sorted = DryingReadings.Sort([.. Truth(0, 30, 60), slip], null, 1);
        Assert.True(Equals(slip, sorted.Doubted), why);
        Assert.Equal(Truth(0, 30, 60), sorted.Counted);
        // Back on the curve it is forgotten.
        var after = DryingReadings.Sort([.. Truth(0, 30, 60), slip, .. Truth(130)], null, 1);
        Assert.Null(after.Doubted);
        Assert.Equal([slip], after.Excluded);
        Assert.Equal(Truth(0, 30, 60, 130), after.Counted);
        // And the forecast is the one without it.
        Assert.Equal(
            DryingWatch.Fit(Truth(0, 30, 60, 130), null, 1).Law,
            DryingWatch.Fit([.. Truth(0, 30, 60), slip, .. Truth(130)], null, 1).Law
        );
    }

    [Fact]
    public void A_second_weight_like_it_is_believed_and_the_watch_begins_anew()
    {
        DryingReading[] half = [new(100, 540), new(125, 505)];
        var sorted = DryingReadings.Sort([.. Truth(0, 30, 60), .. half], new Belief(700, 40), 1);
        Assert.Equal((half.Length, true), (sorted.Counted.Count, sorted.BeganAnew));
        Assert.Null(sorted.Doubted);
        // What was expected of the whole heap says nothing of the half.
        Assert.NotEqual(
            700,
            DryingWatch
                .Fit([.. Truth(0, 30, 60), .. half, new(150, 480), new(180, 455), new(210, 435)], new Belief(700, 5), 1)
                .Law!.RestGrams,
            100.0
        );
    }

    [Fact]
    public void What_the_person_says_is_so_is_believed_at_once()
    {
        var sorted = DryingReadings.Sort([.. Truth(0, 30, 60), new DryingReading(100, 540) { Believed = true }], null, 1);
        Assert.Equal([540.0], sorted.Counted.Select(r => r.Grams));
        Assert.True(sorted.BeganAnew);
    }

    [Fact]
    public void A_first_weight_far_from_the_heap_is_asked_about_and_the_next_two_put_it_aside()
    {
        var slip = new DryingReading(0, 1.2);
        Assert.Equal(slip, DryingReadings.Sort([slip], new Belief(700, 40), 1).Doubted);
        var sorted = DryingReadings.Sort([slip, .. Truth(20, 50)], new Belief(700, 40), 1);
        Assert.Equal((2, false), (sorted.Counted.Count, sorted.BeganAnew));
        // Where nothing is expected the pair that follows decides.
        Assert.Equal(Truth(20, 50), DryingReadings.Sort([slip, .. Truth(20, 50)], null, 1).Counted);
    }

    [Fact]
    public void Damp_air_and_the_scale_s_noise_raise_no_question() =>
        Assert.Null(DryingReadings.Sort([new(0, 700), new(60, 701), new(120, 720), new(121, 719)], null, 1).Doubted);

    [Fact]
    public void Nothing_that_can_be_typed_breaks_the_watch() =>
        Gen.Select(
                Gen.Select(
                    Gen.Double[0, 20_000],
                    Gen.OneOf(Gen.Double[0.001, 100_000], Gen.Double[500, 1500], Gen.Const(0.001), Gen.Const(100_000.0)),
                    Gen.Bool
                ).Array[0, 14],
                Gen.OneOf(
                    Gen.Const((Belief?)null),
                    Gen.Select(Gen.Double[0.1, 50_000], Gen.Double[0.001, 9000]).Select((m, d) => (Belief?)new Belief(m, d))
                ),
                Gen.Int[0, 4].Select(i => new[] { 0.001, 0.1, 1.0, 5.0, 1000.0 }[i])
            )
            .Sample(
                (weights, expected, step) =>
                {
                    var forecast = DryingWatch.Fit(
                        [.. weights.Select(w => new DryingReading(w.Item1, w.Item2) { Believed = w.Item3 && w.Item2 < 600 })],
                        expected,
                        step
                    );
                    Assert.Equal(weights.Length, forecast.Readings!.Counted.Count + forecast.Readings.Excluded.Count);
                    if (forecast.Dry is { } dry)
                    {
                        Assert.True(double.IsFinite(dry.Minutes) && double.IsFinite(dry.Low) && double.IsFinite(dry.High));
                        Assert.True(double.IsFinite(forecast.Band!(dry.High * 1.05).Grams) && double.IsFinite(forecast.Law!.RestGrams));
                    }
                },
                iter: 1500
            );
}

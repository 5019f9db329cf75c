using EarthyTuft.Core.Scouring;
using Xunit;

namespace EarthyTuft.Core.Tests.Scouring;

/// <summary>
/// Tubs, weather and probes at random: is the lift-by time right, and does its band hold what it says? A tub's rate comes from a flat law
/// and not from the forecast's own; the probe is read every ten seconds and rounded to tenths; the air is read with an error. A soak is
/// twenty minutes, or shorter where the bath cools faster. Two baths in three the tub is one the workshop knows from earlier baths. Here
/// the tubs are covered, with a lid anywhere between tight and loose; <see cref="OpenTubSimulation"/> has open ones.
/// </summary>
public class CoolingSimulation(ITestOutputHelper output)
{
    private sealed record Bath(WaterCooling Truth, BathOutset Outset, double Floor, IReadOnlyList<BathReading> Readings, double Soak);

    private static double Gauss(Random random) =>
        Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());

    private static Bath Run(Random random)
    {
        var rate = 0.0035 * Math.Pow(6, random.NextDouble());
        var air = 8 + 16 * random.NextDouble();
        var floor = Cooling.FloorCelsius;
        // No two baths of a tub are alike: lid, filling, draught.
        var lid = 200 * random.NextDouble();
        double Bath() => rate * Math.Exp(0.18 * Gauss(random));
        var truth = new WaterCooling(floor + 5 + 15 * random.NextDouble(), air, Bath() / WaterCooling.SoakFactor(lid), lid);
        var known =
            random.Next(3) > 0
                ? TubRate.Of([.. Enumerable.Range(0, 1 + random.Next(6)).Select(_ => Bath())], covered: true)
                : TubRate.TypicalCovered;
        var outset = new BathOutset(
            new(truth.StartCelsius + 2 * Gauss(random), BathOutset.Poured),
            new(air + 0.8 * Gauss(random), BathOutset.AirRead),
            known,
            floor
        );
        var soak = Math.Min(20, truth.MinutesTo(floor)!.Value);
        var readings = Enumerable
            .Range(0, (int)(soak * 6) + 1)
            .Select(i => new BathReading(i / 6.0, Math.Round(truth.At(i / 6.0) + 0.15 * Gauss(random), 1), true))
            .ToArray();
        return new Bath(truth, outset, floor, readings, soak);
    }

    [Fact]
    public void The_lift_by_time_is_right_and_its_band_holds_what_it_says()
    {
        var random = new Random(20261123);
        var baths = Enumerable.Range(0, Size.Of(1200)).Select(_ => Run(random)).ToArray();
        double[] stages = [0, 0.05, 0.15, 1.0 / 3, 0.5, 1];
        var coverages = new List<double>();
        foreach (var stage in stages)
        {
            var told = baths
                .AsParallel()
                .AsOrdered()
                .Select(b =>
                {
                    var seen = b.Readings.Where(r => stage > 0 && r.Minutes <= stage * b.Soak).ToArray();
                    return (b, Forecast: CoolingWatch.Follow(b.Outset, seen).Forecast.Floor!);
                })
                .ToArray();
            var errors = told.Select(t =>
                    Math.Abs(t.Forecast.Minutes - t.b.Truth.MinutesTo(t.b.Floor)!.Value) / t.b.Truth.MinutesTo(t.b.Floor)!.Value
                )
                .Order()
                .ToArray();
            var coverage = told.Average(t =>
                t.b.Truth.MinutesTo(t.b.Floor) is { } m && m >= t.Forecast.Low && m <= t.Forecast.High ? 1.0 : 0
            );
            output.WriteLine(
                $"at {stage:0.00} of the soak: median error {errors[errors.Length / 2]:0.0000}, coverage {coverage:0.000}, median width {told.Select(t => t.Forecast.RelativeWidth).Order().ElementAt(told.Length / 2):0.000}"
            );
            coverages.Add(coverage);
            if (stage >= 1.0 / 3)
            {
                Assert.True(errors[errors.Length / 2] < Size.Error(0.03, baths.Length));
            }

            if (Math.Abs(stage - 1.0 / 3) < 1e-9)
            {
                output.Say("cooling-forecast-error", errors[errors.Length / 2], "0.03");
            }
        }

        output.Say("cooling-band-coverage", coverages.Average(), "0.75..0.85");
        output.Say("cooling-band-coverage-worst-stage", coverages.MaxBy(c => Math.Abs(c - 0.8)), "0.75..0.85");
        var slack = Size.Slack(0.8, baths.Length);
        Assert.All(coverages, c => Assert.InRange(c, 0.75 - slack, 0.85 + slack));
    }

    [Fact]
    public void A_probe_in_the_water_is_never_doubted()
    {
        var random = new Random(4);
        Assert.All(Enumerable.Range(0, Size.Of(1200)).Select(_ => Run(random)), b =>
            Assert.Empty(BathReadings.Sort(b.Outset, b.Readings).Excluded)
        );
    }

    [Fact]
    public void A_probe_that_was_out_of_the_water_for_a_while_changes_no_forecast()
    {
        var random = new Random(5);
        var worst = Enumerable
            .Range(0, 200)
            .Select(_ => Run(random))
            .Where(b => b.Truth.StartCelsius > 52 && b.Readings.Count > 60)
            .Max(b =>
            {
                int from = 10 + random.Next(20),
                    until = from + 6 + random.Next(20);
                // A thin probe comes to a fifth of the difference within ten seconds, out and in.
                double at = b.Readings[from - 1].Celsius;
                var seen = b
                    .Readings.Select(
                        (r, i) =>
                        {
                            var around = i >= from && i < until ? b.Truth.AirCelsius : b.Truth.At(r.Minutes);
                            at = i < from || i > until + 12 ? r.Celsius : around + (at - around) * 0.2;
                            return r with { Celsius = Math.Round(at, 1) };
                        }
                    )
                    .ToArray();
                var (forecast, readings) = CoolingWatch.Follow(b.Outset, seen);
                var undisturbed = CoolingWatch.Follow(b.Outset, b.Readings).Forecast;
                Assert.Null(readings.Doubted);
                Assert.Null(readings.BeganMinutes);
                Assert.True(readings.Excluded.Count >= until - from);
                return Math.Abs(forecast.Floor!.Minutes / undisturbed.Floor!.Minutes - 1);
            });
        Assert.InRange(worst, 0, 0.1);
    }

    [Fact]
    public void A_band_narrows_as_readings_come()
    {
        var outset = new BathOutset(new(60, BathOutset.Poured), new(16, BathOutset.AirRead), TubRate.Typical, 45);
        var truth = new WaterCooling(60.5, 16.2, 0.006, 350);
        var width = double.MaxValue;
        foreach (var n in new[] { 0, 1, 3, 8, 20 })
        {
            var fit = CoolingWatch.Fit(
                outset,
                [.. Enumerable.Range(0, n).Select(i => new BathReading(i, truth.At(i)))],
                CoolingWatch.ProbeNoise
            );
            Assert.True(fit.Floor!.RelativeWidth < width);
            width = fit.Floor.RelativeWidth;
            Assert.Equal(n, fit.Readings);
            Assert.True(fit.Band(30).Deviation > 0);
        }
    }

    [Fact]
    public void A_bath_warmer_than_its_floor_for_ever_has_no_time()
    {
        var outset = new BathOutset(new(40, 1), new(32, 0.5), TubRate.Typical, 24);
        Assert.Null(CoolingWatch.Fit(outset, [new(0, 40), new(5, 39.5)], 0.2).Floor);
    }

    [Fact]
    public void A_bath_below_its_floor_is_late_already()
    {
        var outset = new BathOutset(new(50, 2), new(16, 1), TubRate.Typical, 45);
        Assert.True(CoolingWatch.Fit(outset, [new(0, 44), new(1, 43.6), new(2, 43.3)], 0.2).Floor!.Minutes < 0.01);
    }
}

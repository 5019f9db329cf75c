using CsCheck;
using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using Xunit;

namespace EarthyTuft.Core.Tests.Drying;

/// <summary>What is known of the air beforehand: the nights outdoors, and what an air sensor says.</summary>
public class AirPaceTests
{
    private static readonly DateTimeOffset Noon = new(2026, 5, 14, 12, 0, 0, TimeSpan.FromHours(2));

    [Fact]
    public void Outdoors_the_night_counts_a_third_and_the_day_in_full()
    {
        var pace = AirPace.Outdoors(Noon);
        Assert.Equal(8 * 60, pace.ToAir(8 * 60), 9);
        // Eleven hours of night.
        Assert.Equal(8 * 60 + 11 * 60 * AirPace.Night, pace.ToAir(19 * 60), 9);
        Assert.Equal(60, pace.ToAir(20 * 60) - pace.ToAir(19 * 60), 9);
        Assert.Equal(-60, pace.ToAir(-60), 9);
        Assert.Equal(AirPace.Night, pace.FactorAt(10 * 60));
        // Laid out in the middle of the night.
        var night = AirPace.Outdoors(Noon.AddHours(14));
        Assert.Equal(60 * AirPace.Night, night.ToAir(60), 9);
        Assert.Equal(0, night.ToAir(0), 9);
    }

    [Fact]
    public void A_sensor_tells_how_fast_against_its_own_mean_and_the_future_comes_back_to_it()
    {
        Assert.Equal(0.61078 * Math.Exp(17.27 * 20 / 257.3) * 0.4, MoistAir.Deficit(20, 60), 9);
        Assert.Equal(0, MoistAir.Deficit(20, 100));
        var pace = AirPace.Heard([(0, 0.5), (60, 2), (120, 1)]);
        Assert.Equal(0.5, pace.FactorAt(30), 9);
        Assert.Equal(2, pace.FactorAt(90), 9);
        Assert.Equal(1, pace.FactorAt(10_000), 9);
        Assert.Equal(30 + 120, pace.ToAir(120), 9);
        Assert.True(AirPace.Heard([(0, 1)]).IsEven);
        Assert.True(AirPace.Heard([(0, 1), (0, 2)]).IsEven);
        Assert.True(AirPace.Heard([(0, 0), (50, 0)]).IsEven);
        Assert.Equal(4, AirPace.Heard([(0, 1e-6), (60, 1e-6), (120, 5)]).FactorAt(121));
    }

    [Fact]
    public void Both_clocks_agree_both_ways()
    {
        var heard = Gen.Select(Gen.Double[-600, 3000], Gen.Double[0.01, 4]).List[0, 30];
        Gen.Select(heard, Gen.Double[-2000, 9000], Gen.Int[0, 1439])
            .Sample(
                (h, minutes, start) =>
                {
                    foreach (var pace in new[] { AirPace.Heard(h), AirPace.Outdoors(Noon.AddMinutes(start)) })
                    {
                        Assert.Equal(minutes, pace.ToClock(pace.ToAir(minutes)), 1e-6);
                        Assert.True(pace.ToAir(minutes + 1) > pace.ToAir(minutes));
                        Assert.Equal(0, pace.ToAir(0), 1e-9);
                    }
                }
            );
    }

    [Fact]
    public void A_night_ahead_puts_the_dry_time_off_and_heated_air_narrows_the_band()
    {
        var law = new DryingLaw(700, 400, 240, 60);
        DryingReading[] afternoon = [.. Enumerable.Range(0, 9).Select(i => new DryingReading(i * 30, Math.Round(law.At(i * 30))))];
        DryingForecast At(AirPace pace, RackAir air) => DryingWatch.Fit(afternoon, new Belief(700, 10), 1, air: air, pace: pace);
        var four = new DateTimeOffset(2026, 5, 14, 15, 0, 0, TimeSpan.Zero);
        var (even, night) = (At(AirPace.Even, RackAir.Outdoors), At(AirPace.Outdoors(four), RackAir.Outdoors));
        // By nineteen o'clock all weighings were taken in daylight; what is left falls into the night.
        Assert.True(night.Dry!.Minutes > even.Dry!.Minutes + 300);
        Assert.True(At(AirPace.Even, RackAir.Heated).Dry!.RelativeWidth < At(AirPace.Even, RackAir.Indoors).Dry!.RelativeWidth);
        Assert.Equal(law.At(120), night.Band!(120).Grams, 0.02 * law.At(120));
    }

    [Fact]
    public void A_rack_takes_the_nights_outdoors_and_the_sensor_in_a_room()
    {
        RackState Rack(RackPlace place) =>
            RackState.Of(
                Guid.Empty,
                new RackPlan(WaterOut.SpunOut, place, true, null),
                Noon,
                [],
                [new RunReading(Guid.Empty, Noon, 0.5), new RunReading(Guid.Empty, Noon.AddHours(1), 1.5)]
            );
        Assert.Equal(AirPace.Night, RackRun.Pace(Rack(RackPlace.Outdoors), TimeZoneInfo.Utc).FactorAt(11 * 60));
        Assert.True(RackRun.Pace(Rack(RackPlace.Indoors), TimeZoneInfo.Utc).FactorAt(61) > 1.5);
        Assert.True(RackRun.Pace(Rack(RackPlace.HeatedRoom) with { Air = [] }, TimeZoneInfo.Utc).IsEven);
    }
}

using CsCheck;
using EarthyTuft.Core.Scouring;
using Xunit;

namespace EarthyTuft.Core.Tests.Scouring;

/// <summary>Hot water poured in, a probe on the floor, a slip of the pen: what is believed, and from when on.</summary>
public class BathReadingsTests
{
    private static readonly BathOutset Outset = new(new(60, BathOutset.Poured), new(18, BathOutset.AirRead), TubRate.Typical, 45);
    private static readonly WaterCooling Truth = new(60, 18, 0.0048, 350);

    private static BathReading Probe(double minutes, double? celsius = null) => new(minutes, celsius ?? Truth.At(minutes), true);

    private static BathReading Typed(double minutes, double? celsius = null) => new(minutes, celsius ?? Truth.At(minutes));

    private static IEnumerable<BathReading> Probed(double from, double until, double? celsius = null)
    {
        for (var m = from; m < until; m += 1 / 6.0)
        {
            yield return Probe(m, celsius);
        }
    }

    [Fact]
    public void A_bath_left_to_itself_is_believed_whole()
    {
        var sorted = BathReadings.Sort(Outset, Probed(0, 20).Reverse());
        Assert.Equal(120, sorted.Counted.Count, 1.0);
        Assert.Equal(sorted.Counted.OrderBy(r => r.Minutes), sorted.Counted);
        Assert.Empty(sorted.Excluded);
        Assert.Null(sorted.Doubted);
        Assert.Null(sorted.BeganMinutes);
    }

    [Fact]
    public void A_probe_that_never_was_in_the_bath_is_doubted_and_teaches_nothing()
    {
        var (forecast, sorted) = CoolingWatch.Follow(Outset, Probed(0, 20, 18.2));
        Assert.Empty(sorted.Counted);
        Assert.Equal(18.2, sorted.Doubted!.Celsius);
        Assert.Equal(0, forecast.Readings);
        Assert.Equal(CoolingWatch.Fit(Outset, [], 1).Floor, forecast.Floor);
    }

    [Fact]
    public void A_probe_put_in_late_is_believed_from_then_on()
    {
        var (forecast, sorted) = CoolingWatch.Follow(Outset, [.. Probed(0, 5, 18.2), .. Probed(5, 12)]);
        Assert.Null(sorted.Doubted);
        Assert.Null(sorted.BeganMinutes);
        Assert.All(sorted.Counted, r => Assert.True(r.Minutes >= 4.99));
        var truth = Truth.MinutesTo(45)!.Value;
        Assert.InRange(forecast.Floor!.Minutes, truth * 0.97, truth * 1.03);
    }

    [Fact]
    public void The_watch_goes_on_without_a_probe_that_fell_out()
    {
        var (forecast, sorted) = CoolingWatch.Follow(Outset, [.. Probed(0, 10), .. Probed(10, 90, 18)]);
        Assert.Equal(18, sorted.Doubted!.Celsius);
        var truth = Truth.MinutesTo(45)!.Value;
        Assert.InRange(forecast.Floor!.Minutes, truth * 0.97, truth * 1.03);
    }

    [Fact]
    public void Hot_water_poured_in_begins_the_watch_anew()
    {
        var warmer = new WaterCooling(62, 18, 0.0048, 350);
        var (forecast, sorted) = CoolingWatch.Follow(
            Outset,
            [.. Probed(0, 15), .. Probed(15, 25).Select(r => r with { Celsius = warmer.At(r.Minutes - 15) })]
        );
        Assert.Equal(15, sorted.BeganMinutes!.Value, 0.01);
        Assert.Null(sorted.Doubted);
        Assert.All(sorted.Excluded, r => Assert.True(r.Minutes < 15));
        var truth = 15 + warmer.MinutesTo(45)!.Value;
        Assert.InRange(forecast.Floor!.Minutes, truth * 0.97, truth * 1.03);
        Assert.InRange(forecast.Band(20).Celsius, warmer.At(5) - 0.2, warmer.At(5) + 0.2);
        Assert.True(forecast.Floor.Low < forecast.Floor.Minutes && forecast.Floor.Minutes < forecast.Floor.High);
    }

    [Fact]
    public void What_a_person_types_is_taken_at_once()
    {
        // The water was not as hot as planned.
        var (forecast, sorted) = CoolingWatch.Follow(Outset, [Typed(0, 49)]);
        Assert.Equal(0, sorted.BeganMinutes);
        Assert.InRange(forecast.Band(0).Celsius, 48.5, 49.5);
        Assert.Equal(12, BathReadings.Sort(Outset, [Typed(0), Typed(5), Typed(12, 64)]).BeganMinutes);
    }

    [Fact]
    public void The_temperature_of_the_room_is_asked_about_and_believed_when_read_again()
    {
        var once = BathReadings.Sort(Outset, [Typed(0), Typed(5), Typed(9, 20)]);
        Assert.Equal(20, once.Doubted!.Celsius);
        Assert.Equal(2, once.Counted.Count);
        var right = BathReadings.Sort(Outset, [Typed(0), Typed(5), Typed(9, 20), Typed(9.5)]);
        Assert.Null(right.Doubted);
        Assert.Equal(3, right.Counted.Count);
        var insisted = BathReadings.Sort(Outset, [Typed(0), Typed(5), Typed(9, 20), Typed(10, 20.5)]);
        Assert.Null(insisted.Doubted);
        Assert.Equal(9, insisted.BeganMinutes);
    }

    [Fact]
    public void While_hot_water_is_being_poured_in_nothing_is_asked()
    {
        var sorted = BathReadings.Sort(Outset, [.. Probed(0, 5), Probe(5.1, 63)]);
        Assert.Null(sorted.Doubted);
        Assert.Equal(63, Assert.Single(sorted.Excluded).Celsius);
        Assert.Equal(18.4, BathReadings.Sort(Outset, [.. Probed(0, 5), Probe(5.1, 18.4)]).Doubted!.Celsius);
    }

    [Fact]
    public void One_wrong_reading_of_a_probe_is_set_aside()
    {
        var sorted = BathReadings.Sort(Outset, [.. Probed(0, 5), Probe(5.05, 71), .. Probed(5.1, 8)]);
        Assert.Null(sorted.Doubted);
        Assert.Null(sorted.BeganMinutes);
        Assert.Equal(71, Assert.Single(sorted.Excluded).Celsius);
    }

    [Fact]
    public void A_cold_bath_is_no_bath_the_probe_is_missing_from()
    {
        var soak = new BathOutset(new(14, BathOutset.Poured), new(18, BathOutset.AirRead), TubRate.Typical, 0);
        Assert.Null(BathReadings.Sort(soak, [Typed(0, 14), Typed(120, 16), Typed(900, 18)]).Doubted);
    }

    [Fact]
    public void Every_reading_is_counted_or_set_aside_once() =>
        Gen.Select(Gen.Double[0, 90], Gen.Double[-5, 95], Gen.Bool)
            .Array[0, 40]
            .Sample(all =>
            {
                var readings = all.Select(a => new BathReading(a.Item1, a.Item2, a.Item3)).ToArray();
                var sorted = BathReadings.Sort(Outset, readings);
                Assert.Equal(
                    readings.OrderBy(r => r.Minutes).ThenBy(r => r.Celsius),
                    sorted.Counted.Concat(sorted.Excluded).OrderBy(r => r.Minutes).ThenBy(r => r.Celsius)
                );
                Assert.True(sorted.Doubted is null || sorted.Excluded.Contains(sorted.Doubted));
                Assert.All(sorted.Counted, r => Assert.True(r.Minutes >= (sorted.BeganMinutes ?? 0)));
            });
}

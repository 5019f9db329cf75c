using EarthyTuft.Core.Scouring;
using Xunit;

namespace EarthyTuft.Core.Tests.Scouring;

/// <summary>
/// Open tubs that nobody knows, with a thermometer read to half a degree every one to four minutes: is the lift-by time right, from the
/// first third of the soak on? The world is rougher than the forecast's model: it is integrated in small steps, the draught over the water
/// drifts and gusts on the way, the room warms or cools, its humidity is anything, evaporation lies anywhere between a still room and a
/// windy yard, and one reading in twenty was taken by the cold rim.
/// </summary>
public class OpenTubSimulation(ITestOutputHelper output)
{
    private sealed record Bath(BathOutset Outset, IReadOnlyList<BathReading> Readings, double FloorMinutes);

    private static double Gauss(Random random) =>
        Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());

    private static Bath Run(Random random)
    {
        double start = 53 + 12 * random.NextDouble(),
            air = 8 + 16 * random.NextDouble();
        double evaporation = 180 * Math.Pow(4, random.NextDouble()),
            humidity = 0.4 + 0.4 * random.NextDouble();
        var rate = 0.0022 * Math.Pow(4, random.NextDouble());
        double drift = 0.08 * Gauss(random),
            swing = 0.06 * random.NextDouble(),
            phase = 2 * Math.PI * random.NextDouble(),
            warming = 0.02 * Gauss(random);
        double now = start,
            minute = 0,
            next = 0;
        const double Step = 0.02;
        var readings = new List<BathReading>();
        while (now > Cooling.FloorCelsius)
        {
            if (minute >= next)
            {
                var read = now + 0.15 * Gauss(random) - (random.Next(20) == 0 ? 1.2 * random.NextDouble() : 0);
                readings.Add(new BathReading(minute, Math.Round(read * 2) / 2));
                next = minute + 1 + 3 * random.NextDouble();
            }

            var wind = Math.Exp(drift * minute / 30 + swing * Math.Sin(2 * Math.PI * minute / 14 + phase));
            var room = air + warming * minute;
            now -= Step * rate * wind * (now - room + evaporation * (WaterCooling.Moisture(now) - humidity * WaterCooling.Moisture(room)));
            minute += Step;
        }

        var outset = new BathOutset(
            new(start + 2 * Gauss(random), BathOutset.Poured),
            new(air + 0.8 * Gauss(random), BathOutset.AirRead),
            TubRate.Typical,
            Cooling.FloorCelsius
        );
        return new Bath(outset, readings, minute);
    }

    [Fact]
    public void An_open_tub_is_told_right_from_the_first_third_of_the_soak()
    {
        var random = new Random(20261127);
        var baths = Enumerable.Range(0, Size.Of(900)).Select(_ => Run(random)).Where(b => b.FloorMinutes >= 9).ToArray();
        foreach (var share in new[] { 0.2, 1.0 / 3, 0.6 })
        {
            var told = baths
                .AsParallel()
                .AsOrdered()
                .Select(b =>
                    (
                        b.FloorMinutes,
                        Floor: CoolingWatch.Follow(b.Outset, b.Readings.Where(r => r.Minutes <= share * b.FloorMinutes)).Forecast.Floor!
                    )
                )
                .ToArray();
            var errors = told.Select(t => Math.Abs(t.Floor.Minutes / t.FloorMinutes - 1)).Order().ToArray();
            var coverage = told.Average(t => t.FloorMinutes >= t.Floor.Low && t.FloorMinutes <= t.Floor.High ? 1.0 : 0);
            var late = told.Average(t => t.Floor.Minutes > t.FloorMinutes ? 1.0 : 0);
            output.WriteLine(
                $"at {share:0.00} of the soak: median error {errors[errors.Length / 2]:0.0000}, coverage {coverage:0.000}, later than the truth {late:0.000}"
            );
            if (share == 1.0 / 3)
            {
                output.Say("open-tub-error", errors[errors.Length / 2], "0.06");
                output.Say("open-tub-coverage", coverage, "0.75..0.85");
                output.Say("open-tub-late", late, "0.4..0.6");
                var (slack, even) = (Size.Slack(0.8, told.Length), Size.Slack(0.5, told.Length));
                Assert.True(errors[errors.Length / 2] < Size.Error(0.06, told.Length));
                Assert.InRange(coverage, 0.75 - slack, 0.85 + slack);
                Assert.InRange(late, 0.4 - even, 0.6 + even);
            }
        }
    }
}

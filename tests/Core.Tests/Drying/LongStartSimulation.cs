using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using Xunit;

namespace EarthyTuft.Core.Tests.Drying;

/// <summary>
/// Wool that begins dripping and dries at a steady rate for up to four and a half time constants of the later decay, in rooms whose rate
/// swings by up to 35 % over the day, with dry weights of 55 to 72 % of the skirted weight whatever is usual of its class: what is expected
/// of it comes from the class alone. It is weighed when somebody comes by, and asked at half, six tenths or three quarters of the time. While
/// the steady part lasts and nothing tells its end, "cannot tell yet" is an honest answer; once its end can be seen it has to be told.
/// </summary>
public class LongStartSimulation(ITestOutputHelper output)
{
    private static readonly FleeceClass[] Classes =
    [
        FleeceClass.Fine,
        FleeceClass.Medium,
        FleeceClass.Down,
        FleeceClass.Long,
        FleeceClass.Hill,
        FleeceClass.Double,
    ];

    private sealed record Asked(DryingReading[] Readings, Belief? Expected, WaterOut Said, double DryMinutes, bool HasEnded);

    private static double Gauss(Random random) =>
        Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());

    private static Asked Run(Random random)
    {
        const double Step = 0.2;
        double swing = 0.35 * random.NextDouble(),
            day = 2 * Math.PI * random.NextDouble();
        double Air(double minutes) => 1 + (swing * Math.Sin((2 * Math.PI * minutes / 1440) + day));
        var skirted = 500 + (2000 * random.NextDouble());
        var rest = skirted * (0.55 + (0.17 * random.NextDouble()));
        double excess = rest * (0.9 + (1.1 * random.NextDouble())),
            tau = 60 * Math.Pow(4, random.NextDouble()),
            steady = 4.5 * random.NextDouble();
        var standing = excess / (1 + steady);
        var readings = new List<DryingReading>();
        double left = excess,
            next = 0,
            ended = double.PositiveInfinity,
            dry = 0;
        for (var minutes = 0.0; dry == 0; minutes += Step)
        {
            if (minutes >= next)
            {
                next += 20 + (30 * random.NextDouble());
                readings.Add(new(minutes, Math.Round(rest + left + (0.3 * Gauss(random)))));
            }

            // The rate has fallen by more than the air alone makes it.
            if (left < 0.65 * standing)
            {
                ended = Math.Min(ended, minutes);
            }

            dry = left <= 0.02 * rest ? minutes : 0;
            left -= Step * Math.Min(left, standing) / tau * Air(minutes);
        }

        var of = Classes[random.Next(Classes.Length)];
        var usual = YieldForecast.Of(FleeceClasses.CleanYield(of), []);
        var asked = new[] { 0.5, 0.6, 0.75 }[random.Next(3)] * dry;
        DryingReading[] seen = [.. readings.Where(r => r.Minutes <= asked)];
        return new Asked(
            seen,
            random.Next(4) == 0 ? null : ExpectedDryWeight.Of(skirted, usual),
            // It was hung up dripping; who thinks of it says so.
            random.Next(5) == 0
                ? WaterOut.Squeezed
                : WaterOut.Dripping,
            dry,
            seen.Count(r => r.Minutes >= ended) >= 2
        );
    }

    [Fact]
    public void A_long_steady_start_is_told_once_its_end_is_seen_and_neither_early_nor_late()
    {
        var random = new Random(20261201);
        var all = Enumerable.Range(0, Size.Of(600)).Select(_ => Run(random)).ToArray();
        var told = all.AsParallel()
            .AsOrdered()
            .Select(a => (Of: a, DryingWatch.Fit(a.Readings, a.Expected, 1, waterOut: a.Said).Dry))
            .ToArray();
        var stated = told.Where(t => t.Dry is not null).ToArray();
        var errors = stated.Select(t => Math.Abs((t.Dry!.Minutes / t.Of.DryMinutes) - 1)).Order().ToArray();
        var coverage = stated.Average(t => t.Of.DryMinutes >= t.Dry!.Low && t.Of.DryMinutes <= t.Dry.High ? 1.0 : 0);
        var late = stated.Average(t => t.Dry!.Minutes > t.Of.DryMinutes ? 1.0 : 0);
        var ended = told.Where(t => t.Of.HasEnded).ToArray();
        var share = ended.Average(t => t.Dry is null ? 0.0 : 1);
        output.WriteLine(
            $"{stated.Length} of {told.Length} told, {ended.Length} asked after it had ended; of those asked before {told.Where(t => !t.Of.HasEnded).Average(t => t.Dry is null ? 0.0 : 1):0.000} told"
        );
        output.Say("drying-long-start-coverage", coverage, "0.75..0.85");
        output.Say("drying-long-start-error", errors[errors.Length / 2], "<=0.12");
        output.Say("drying-long-start-late", late, "0.4..0.6");
        output.Say("drying-long-start-told", share, ">=0.9");
        var slack = Size.Slack(0.8, stated.Length);
        Assert.InRange(coverage, 0.75 - slack, 0.85 + slack);
        Assert.True(errors[errors.Length / 2] < Size.Error(0.12, stated.Length));
        Assert.InRange(late, 0.4 - Size.Slack(0.5, stated.Length), 0.6 + Size.Slack(0.5, stated.Length));
        Assert.True(share >= 0.9 - Size.Slack(0.9, ended.Length));
    }
}

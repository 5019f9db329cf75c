using EarthyTuft.Core.Lots;

namespace EarthyTuft.Core.Spinning;

/// <summary>What was spun once, and how long it took.</summary>
/// <param name="From">The preparation it was spun from.</param>
/// <param name="Draw">How it was drawn; null where nobody said.</param>
/// <param name="Minutes">At it, above zero.</param>
/// <param name="Grams">Of singles, above zero; null where not all were weighed.</param>
/// <param name="Metres">Of singles, above zero; null where not all were measured.</param>
public sealed record SpunTime(LotForm From, Draw? Draw, double Minutes, double? Grams, double? Metres);

/// <summary>What is made in an hour.</summary>
/// <param name="PerHour">All that was made over all the time it took.</param>
/// <param name="Least">At the slowest time.</param>
/// <param name="Most">At the fastest.</param>
/// <param name="Times">So many times stand behind it.</param>
public sealed record HourlyRate(double PerHour, double Least, double Most, int Times)
{
    internal static HourlyRate? Of(IEnumerable<(double? Made, double Minutes)> all)
    {
        (double Made, double Minutes)[] known =
        [
            .. all.Where(a => a is { Made: > 0, Minutes: > 0 }).Select(a => (a.Made!.Value, a.Minutes)),
        ];
        return known.Length == 0
            ? null
            : new HourlyRate(
                known.Sum(k => k.Made) / known.Sum(k => k.Minutes) * 60,
                known.Min(k => k.Made / k.Minutes) * 60,
                known.Max(k => k.Made / k.Minutes) * 60,
                known.Length
            );
    }
}

/// <summary>How fast a preparation is spun in one way of drawing it.</summary>
/// <param name="From">The preparation.</param>
/// <param name="Draw">How it was drawn; null where nobody said.</param>
/// <param name="Hours">At it, all times together.</param>
/// <param name="Grams">In an hour; null where never weighed.</param>
/// <param name="Metres">In an hour; null where never measured.</param>
public sealed record SpinPace(LotForm From, Draw? Draw, double Hours, HourlyRate? Grams, HourlyRate? Metres)
{
    /// <summary>Gathers times by preparation and draw; what was neither weighed nor measured says nothing.</summary>
    /// <param name="times">Each above zero minutes.</param>
    /// <returns>The most hours first.</returns>
    public static IReadOnlyList<SpinPace> Of(IEnumerable<SpunTime> times) =>
        [
            .. times
                .GroupBy(t => (t.From, t.Draw))
                .Select(g => new SpinPace(
                    g.Key.From,
                    g.Key.Draw,
                    g.Sum(t => t.Minutes) / 60,
                    HourlyRate.Of(g.Select(t => (t.Grams, t.Minutes))),
                    HourlyRate.Of(g.Select(t => (t.Metres, t.Minutes)))
                ))
                .Where(p => p.Grams is not null || p.Metres is not null)
                .OrderByDescending(p => p.Hours)
                .ThenBy(p => p.From)
                .ThenBy(p => p.Draw),
        ];
}

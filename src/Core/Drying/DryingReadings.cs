using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Drying;

/// <summary>
/// Which weights tell of the wool as it lies there now. Drying wool grows lighter, and only so fast: a weight that leaps is a slip (a digit
/// dropped, kilograms for grams, the bowl weighed along), or some of the wool was taken off or put on. It is kept and asked about; a second
/// weight like it is believed, and then the watch begins anew there. So is one that the person says is so.
/// </summary>
/// <param name="Counted">In order of time.</param>
/// <param name="Excluded">The others, in order of time.</param>
/// <param name="BeganAnew">The heap changed on the way: what was expected of it at first is no longer known.</param>
/// <param name="Doubted">The latest weight, where it is not believed; else null.</param>
public sealed record DryingReadings(
    IReadOnlyList<DryingReading> Counted,
    IReadOnlyList<DryingReading> Excluded,
    bool BeganAnew,
    DryingReading? Doubted
)
{
    /// <summary>So many weights in a row must agree before a leap is taken for true.</summary>
    public const int Agrees = 2;

    /// <summary>The fastest drying believed, in a hard wind: so long until the water has fallen to 37 %.</summary>
    private const double FastestMinutes = 12;

    /// <summary>Of dripping wool so much may be water.</summary>
    private const double MostWater = 0.8;

    /// <summary>A window opened, the sun come round: so many times faster than it has dried so far it may dry.</summary>
    private const double Faster = 5;

    /// <summary>Weights over less time than this tell nothing of how fast it dries.</summary>
    private const double LeastSpanMinutes = 15;

    /// <summary>Dry wool takes up so much in air that turns damp.</summary>
    private const double TakenUp = 0.04;

    /// <summary>A first weight below this share of the expected dry weight, or above this many times it, is no weight of that
    /// heap.</summary>
    private const double LeastOfExpected = 0.5,
        MostOfExpected = 6;

    /// <summary>Sorts.</summary>
    /// <param name="readings">In any order.</param>
    /// <param name="expected">The dry weight that is expected, null when nothing is.</param>
    /// <param name="scaleStepGrams">The scale's division, above zero.</param>
    public static DryingReadings Sort(IEnumerable<DryingReading> readings, Belief? expected, double scaleStepGrams)
    {
        List<DryingReading> counted = [],
            excluded = [],
            leapt = [];
        var anew = false;
        foreach (var reading in readings.OrderBy(r => r.Minutes))
        {
            var withLeapt = leapt.Count > 0 && Follows(leapt[^1], reading, scaleStepGrams, null);
            var goesOn =
                counted.Count > 0
                    ? Follows(counted[^1], reading, scaleStepGrams, FastestOf(counted))
                    : leapt.Count == 0 && IsThatHeap(reading, expected);
            if (goesOn && (!withLeapt || IsLikelier(counted, leapt[^1], reading)))
            {
                // It is back where it was expected: what leapt between was wrong.
                excluded.AddRange(leapt);
                leapt.Clear();
                counted.Add(reading);
                continue;
            }

            if (leapt.Count > 0 && !withLeapt)
            {
                excluded.AddRange(leapt);
                leapt.Clear();
            }

            leapt.Add(reading);
            if (reading.Believed || leapt.Count >= Agrees)
            {
                // One weight alone that a later pair contradicts was the slip itself: the heap is the same as it was.
                anew |= counted.Count > 1;
                excluded.AddRange(counted);
                counted = [.. leapt];
                leapt.Clear();
            }
        }

        return new DryingReadings(counted, [.. excluded.Concat(leapt).OrderBy(r => r.Minutes)], anew, leapt.Count > 0 ? leapt[^1] : null);
    }

    private static bool IsThatHeap(DryingReading first, Belief? expected) =>
        first.Believed
        || expected is null
        || (
            first.Grams >= LeastOfExpected * (expected.Mean - expected.Deviation)
            && first.Grams <= MostOfExpected * (expected.Mean + expected.Deviation)
        );

    private static bool Follows(DryingReading before, DryingReading after, double step, double? fastestPerMinute)
    {
        var minutes = Math.Max(0, after.Minutes - before.Minutes);
        var slack = 2 * step + 0.01 * before.Grams;
        var water = MostWater * (1 - Math.Exp(-minutes / FastestMinutes));
        var lost = before.Grams * (fastestPerMinute is { } rate ? Math.Min(water, 1 - Math.Exp(-rate * minutes)) : water);
        return after.Grams <= before.Grams * (1 + TakenUp) + slack && after.Grams >= before.Grams - lost - slack;
    }

    // Where a weight could go on from either, it goes on from the one from which it dried as it has so far; while that is not known, the
    // less fast.
    private static bool IsLikelier(List<DryingReading> counted, DryingReading leapt, DryingReading reading)
    {
        double Strain(DryingReading from) =>
            Math.Log(Math.Max(Rate(from, reading), 1e-5) / (counted.Count < 3 ? 1e-5 : Math.Max(Rate(counted[0], counted[^1]), 1e-5)));
        return Math.Abs(Strain(counted[^1])) <= Math.Abs(Strain(leapt));
    }

    private static double Rate(DryingReading before, DryingReading after) =>
        Math.Log(before.Grams / after.Grams) / Math.Max(after.Minutes - before.Minutes, 1e-3);

    /// <summary>How fast this heap may dry at most, from how fast it has dried so far: as a share of its weight each minute. Null while
    /// that is not known.</summary>
    private static double? FastestOf(List<DryingReading> counted)
    {
        if (counted.Count < 3 || counted[^1].Minutes - counted[0].Minutes < LeastSpanMinutes)
        {
            return null;
        }

        var fastest = 0.0;
        for (var i = 1; i < counted.Count; i++)
        {
            fastest = counted[i].Minutes - counted[i - 1].Minutes >= 1 ? Math.Max(fastest, Rate(counted[i - 1], counted[i])) : fastest;
        }

        return fastest > 0 ? Faster * fastest : null;
    }
}

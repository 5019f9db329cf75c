namespace EarthyTuft.Core.Carding;

/// <summary>Neps counted in a weighed pinch after a pass.</summary>
/// <param name="Pass">After which pass, from 1.</param>
/// <param name="Count">How many, zero or more.</param>
/// <param name="PinchGrams">What the pinch weighed, above zero.</param>
public sealed record NepCount(int Pass, int Count, double PinchGrams)
{
    /// <summary>Neps in a gram.</summary>
    public double PerGram => Count / PinchGrams;

    /// <summary>One standard deviation of that: a count is known to its square root, and none counted is known to one.</summary>
    public double Doubt => Math.Sqrt(Math.Max(1, Count)) / PinchGrams;

    /// <summary>Several pinches of one pass as one.</summary>
    /// <param name="counts">At least one, all of the same pass.</param>
    public static NepCount Together(IReadOnlyCollection<NepCount> counts) =>
        new(counts.First().Pass, counts.Sum(c => c.Count), counts.Sum(c => c.PinchGrams));
}

/// <summary>What the neps say about another pass.</summary>
public enum NepVerdict
{
    /// <summary>Fewer than two passes were counted.</summary>
    CannotTell,

    /// <summary>Another pass takes a number of neps out that can be measured.</summary>
    GoOn,

    /// <summary>It would take out no more than the counting can be off by.</summary>
    HardlyWorthIt,

    /// <summary>No nep is left to count.</summary>
    Clean,

    /// <summary>There are more than before: the fibre breaks.</summary>
    Rising,
}

/// <summary>Says whether another pass is worth it (docs/craft.md, section 9): neps fall by a like share with each pass until the fibre
/// breaks.</summary>
/// <param name="Verdict">What to do.</param>
/// <param name="NextPerGram">Neps in a gram after one pass more, if it goes on as it did; null where that cannot be told.</param>
public sealed record NepAdvice(NepVerdict Verdict, double? NextPerGram)
{
    /// <summary>A difference is one only beyond twice its doubt.</summary>
    private const double Beyond = 2;

    /// <summary>Advises.</summary>
    /// <param name="counts">In any order; of one pass the counts are put together.</param>
    public static NepAdvice Of(IReadOnlyCollection<NepCount> counts)
    {
        var passes = counts.GroupBy(c => c.Pass).OrderBy(g => g.Key).Select(g => NepCount.Together([.. g])).ToArray();
        if (passes.Length == 0)
        {
            return new NepAdvice(NepVerdict.CannotTell, null);
        }

        var last = passes[^1];
        if (last.Count == 0)
        {
            return new NepAdvice(NepVerdict.Clean, 0);
        }

        if (passes.Length == 1)
        {
            return new NepAdvice(NepVerdict.CannotTell, null);
        }

        var before = passes[^2];
        var doubt = Math.Sqrt(last.Doubt * last.Doubt + before.Doubt * before.Doubt);
        if (last.PerGram > before.PerGram + Beyond * doubt)
        {
            return new NepAdvice(NepVerdict.Rising, null);
        }

        var steps = last.Pass - before.Pass;
        var ratio = Math.Min(1, Math.Pow(last.PerGram / Math.Max(before.PerGram, last.PerGram), 1.0 / steps));
        var next = last.PerGram * ratio;
        return new NepAdvice(last.PerGram - next > Beyond * last.Doubt ? NepVerdict.GoOn : NepVerdict.HardlyWorthIt, next);
    }
}

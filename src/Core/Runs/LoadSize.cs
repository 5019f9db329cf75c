namespace EarthyTuft.Core.Runs;

/// <summary>How much goes on a tool at once: what is typical, until the workshop's own loads tell (docs/craft.md, sections 9 and
/// 10).</summary>
/// <param name="Grams">The most per load, above zero.</param>
/// <param name="Own">Own loads behind it, zero while it is typical.</param>
/// <param name="IsSaid">Somebody said so for this work: neither typical nor learned.</param>
public sealed record LoadSize(double Grams, int Own, bool IsSaid = false)
{
    /// <summary>Own loads that are asked; older ones tell of another hand.</summary>
    public const int Remembered = 16;

    /// <summary>From so many own loads on the typical one is forgotten.</summary>
    public const int Enough = 3;

    /// <summary>The least and the most a load can be said to weigh, in grams.</summary>
    public const double Least = 0.1,
        Greatest = 10_000;

    /// <summary>No work has more loads than this.</summary>
    public const int MostLoads = 2000;

    /// <summary>What the workshop's own loads of such fibre on that tool tell.</summary>
    /// <param name="typical">What is typical.</param>
    /// <param name="own">Own loads in grams, the newest first.</param>
    /// <returns>The median of the newest; with few of them the typical load has a voice like one of them.</returns>
    public static LoadSize Learned(LoadSize typical, IReadOnlyCollection<double> own)
    {
        var newest = own.Take(Remembered).ToArray();
        return newest.Length == 0
            ? typical
            : new LoadSize(Median(newest.Length < Enough ? [.. newest, typical.Grams] : newest), newest.Length);
    }

    /// <summary>Equal loads.</summary>
    /// <param name="grams">All of it, above zero.</param>
    /// <param name="most">The most per load, above zero.</param>
    /// <returns>How many, at least one, and what each weighs: <c>max(1, ceil(x - 1e-9))</c> (docs/craft.md, section 4).</returns>
    public static (int Loads, double GramsPerLoad) Equal(double grams, double most)
    {
        var loads = Math.Max(1, (int)Math.Ceiling(grams / most - 1e-9));
        return (loads, grams / loads);
    }

    /// <summary>The middle of some values; of an even number of them the mean of the two in the middle.</summary>
    /// <param name="values">At least one.</param>
    internal static double Median(IEnumerable<double> values)
    {
        var sorted = values.Order().ToArray();
        return (sorted[(sorted.Length - 1) / 2] + sorted[sorted.Length / 2]) / 2;
    }
}

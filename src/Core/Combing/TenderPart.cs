using EarthyTuft.Core.Runs;

namespace EarthyTuft.Core.Combing;

/// <summary>What one load of the combs gave.</summary>
/// <param name="TopGrams">Top, zero or more.</param>
/// <param name="NoilGrams">Left in the tines, zero or more; with the top above zero.</param>
public sealed record CombedLoad(double TopGrams, double NoilGrams)
{
    /// <summary>Noil of top and noil, as a fraction.</summary>
    public double NoilShare => NoilGrams / (TopGrams + NoilGrams);

    /// <summary>By how much the scale alone may put that off: one standard deviation.</summary>
    /// <param name="scaleStepGrams">The scale's division, above zero.</param>
    public double ScaleDoubt(double scaleStepGrams)
    {
        var all = TopGrams + NoilGrams;
        return scaleStepGrams / Math.Sqrt(12) * Math.Sqrt(TopGrams * TopGrams + NoilGrams * NoilGrams) / (all * all);
    }
}

/// <summary>
/// Finds loads that left far more noil than the others: locks from a tender part of the fleece (docs/craft.md, section 10). Each is held
/// against the median of the others. Two neighbours that both stand out are named, for locks that grew beside one another are combed one
/// after another; one alone only where it stands out twice as far.
/// </summary>
public static class TenderPart
{
    /// <summary>With fewer loads than this nothing is told.</summary>
    public const int FewestLoads = 5;

    /// <summary>How many doubts two neighbours must stand out by, each.</summary>
    private const double Together = 2.2;

    /// <summary>How many one alone must.</summary>
    private const double Alone = 2 * Together;

    /// <summary>Less than this much more noil than usual is no tender part, whatever the scale says.</summary>
    private const double LeastMore = 0.3;

    /// <summary>Loads are never more alike than this, as a share of noil.</summary>
    private const double LeastSpread = 0.01;

    /// <summary>A standard deviation over the median distance from the median, in a normal law.</summary>
    private const double DeviationOfMedian = 1.4826;

    /// <summary>Finds.</summary>
    /// <param name="loads">In the order in which they were combed; weighed ones alone.</param>
    /// <param name="scaleStepGrams">The scale's division, above zero.</param>
    /// <returns>Places in that order, from 0, neighbours together; empty where nothing stands out.</returns>
    public static IReadOnlyList<IReadOnlyList<int>> Find(IReadOnlyList<CombedLoad> loads, double scaleStepGrams)
    {
        if (loads.Count < FewestLoads)
        {
            return [];
        }

        var shares = loads.Select(l => l.NoilShare).ToArray();
        var middle = LoadSize.Median(shares);
        var spread = Math.Max(LeastSpread, DeviationOfMedian * LoadSize.Median(shares.Select(s => Math.Abs(s - middle))));
        var apart = new double[shares.Length];
        for (var i = 0; i < shares.Length; i++)
        {
            var others = LoadSize.Median(shares.Where((_, k) => k != i));
            var more = shares[i] - others;
            var doubt = loads[i].ScaleDoubt(scaleStepGrams);
            apart[i] = more < LeastMore * others ? 0 : more / Math.Sqrt(spread * spread + doubt * doubt);
        }

        bool Named(int i) => apart[i] > Alone || (apart[i] > Together && (Near(i - 1) || Near(i + 1)));
        bool Near(int i) => i >= 0 && i < apart.Length && apart[i] > Together;
        var found = new List<List<int>>();
        for (var i = 0; i < apart.Length; i++)
        {
            if (!Named(i))
            {
                continue;
            }

            if (found.Count > 0 && found[^1][^1] == i - 1)
            {
                found[^1].Add(i);
            }
            else
            {
                found.Add([i]);
            }
        }

        return found;
    }
}

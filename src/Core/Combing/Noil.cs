namespace EarthyTuft.Core.Combing;

/// <summary>Whether another transfer is worth it.</summary>
public enum TransferVerdict
{
    /// <summary>Nobody weighed what a transfer took out.</summary>
    NotWeighed,

    /// <summary>It took out enough: another helps.</summary>
    GoOn,

    /// <summary>It took out next to nothing: draw off, if the eye finds no more.</summary>
    Enough,

    /// <summary>So little cannot be weighed on this scale: tufts of several loads have to be weighed together.</summary>
    TooCoarse,
}

/// <summary>What a transfer left in the tines.</summary>
/// <param name="Grams">The tufts, zero or more.</param>
/// <param name="Loads">Of how many loads together, at least one.</param>
public sealed record TransferTufts(double Grams, int Loads);

/// <summary>What another transfer is worth (docs/craft.md, section 10): stop when the last one took out less than one in a
/// hundred.</summary>
/// <param name="Verdict">Whether to go on.</param>
/// <param name="Share">What the last one took out of a load, as a fraction; null where nobody weighed it.</param>
/// <param name="LoadsTogether">Tufts of so many loads the scale can tell; one where a single load does.</param>
public sealed record TransferAdvice(TransferVerdict Verdict, double? Share, int LoadsTogether)
{
    /// <summary>Less than this share of a load is not worth a transfer.</summary>
    public const double Worth = 0.01;

    /// <summary>Advises.</summary>
    /// <param name="last">What was weighed last, null where nothing was.</param>
    /// <param name="gramsPerLoad">A load, above zero.</param>
    /// <param name="scaleStepGrams">The scale's division, above zero.</param>
    public static TransferAdvice Of(TransferTufts? last, double gramsPerLoad, double scaleStepGrams)
    {
        // Half a division has to be less than half of what is to be told.
        var together = Math.Max(1, (int)Math.Ceiling(scaleStepGrams / (Worth * gramsPerLoad) - 1e-9));
        if (last is null)
        {
            return new(TransferVerdict.NotWeighed, null, together);
        }

        var share = last.Grams / (gramsPerLoad * last.Loads);
        var doubt = scaleStepGrams / 2 / (gramsPerLoad * last.Loads);
        var verdict =
            share - doubt >= Worth ? TransferVerdict.GoOn
            : share + doubt < Worth ? TransferVerdict.Enough
            : last.Loads < together ? TransferVerdict.TooCoarse
            : share < Worth ? TransferVerdict.Enough
            : TransferVerdict.GoOn;
        return new(verdict, share, together);
    }
}

/// <summary>How noil goes over the loads.</summary>
/// <param name="Share">Noil of top and noil, of all weighed loads together, as a fraction.</param>
/// <param name="First">At the first load, by the straight line through them; null where none can be told.</param>
/// <param name="Last">At the last.</param>
public sealed record NoilCourse(double Share, double? First, double? Last)
{
    /// <summary>Fewer loads than this tell of no drift.</summary>
    public const int FewestLoads = 6;

    /// <summary>A drift of less than this from the first load to the last is none.</summary>
    private const double LeastDrift = 0.03;

    /// <summary>A slope has to be so many of its standard deviations.</summary>
    private const double Clear = 3;

    /// <summary>Whether more is left from load to load.</summary>
    public bool IsRising => Last > First;

    /// <summary>Whether a drift can be told at all.</summary>
    public bool Drifts => First is not null;

    /// <summary>Reads it.</summary>
    /// <param name="loads">In the order in which they were combed; weighed ones alone, without those that stand out.</param>
    /// <returns>Null where no load was weighed.</returns>
    public static NoilCourse? Of(IReadOnlyList<CombedLoad> loads)
    {
        if (loads.Count == 0)
        {
            return null;
        }

        var share = loads.Sum(l => l.NoilGrams) / loads.Sum(l => l.NoilGrams + l.TopGrams);
        if (loads.Count < FewestLoads)
        {
            return new(share, null, null);
        }

        var (n, y) = (loads.Count, loads.Select(l => l.NoilShare).ToArray());
        var (mx, my) = ((n - 1) / 2.0, y.Average());
        var sxx = Enumerable.Range(0, n).Sum(i => (i - mx) * (i - mx));
        var slope = y.Select((v, i) => (i - mx) * (v - my)).Sum() / sxx;
        var left = y.Select((v, i) => v - my - slope * (i - mx)).Sum(r => r * r);
        var doubt = Math.Sqrt(left / (n - 2) / sxx);
        return Math.Abs(slope) > Clear * doubt && Math.Abs(slope) * (n - 1) >= LeastDrift
            ? new(share, my - slope * mx, my + slope * mx)
            : new(share, null, null);
    }
}

/// <summary>Top as it is drawn off.</summary>
/// <param name="Metres">The measured length, above zero.</param>
/// <param name="Grams">What it weighed, above zero.</param>
public sealed record SliverPiece(double Metres, double Grams)
{
    /// <summary>How heavy it is along its length.</summary>
    public double GramsPerMetre => Grams / Metres;
}

/// <summary>How even top comes off a diz.</summary>
/// <param name="GramsPerMetre">All pieces together.</param>
/// <param name="Variation">Coefficient of variation between pieces, as a fraction; null for a single one.</param>
public sealed record SliverEvenness(double GramsPerMetre, double? Variation)
{
    /// <summary>Reads it.</summary>
    /// <param name="pieces">In any order.</param>
    /// <returns>Null where none was measured.</returns>
    public static SliverEvenness? Of(IReadOnlyList<SliverPiece> pieces)
    {
        if (pieces.Count == 0)
        {
            return null;
        }

        var mean = pieces.Average(p => p.GramsPerMetre);
        return new(
            pieces.Sum(p => p.Grams) / pieces.Sum(p => p.Metres),
            pieces.Count < 2
                ? null
                : Math.Sqrt(pieces.Sum(p => (p.GramsPerMetre - mean) * (p.GramsPerMetre - mean)) / (pieces.Count - 1)) / mean
        );
    }
}

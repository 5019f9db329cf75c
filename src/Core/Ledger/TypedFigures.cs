using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Ledger;

// The idea, once. A digit that was dropped at a bench is found at the scale hours later, when nobody knows any more which load it was. So
// what is typed is held at once against what it can be: what was planned, what is there, what the loads before it weighed. Outside that it
// is asked about, with the figures that a slip of the hand would have turned into it. Whoever says that it is so is believed, and what was
// believed widens what the next one can be.

/// <summary>Holds figures that are typed at a bench against what they can be.</summary>
public static class TypedFigures
{
    /// <summary>The code of the question. Its choices are what the field may have been meant to hold, the likeliest first; the same again,
    /// as typed, says that it is so.</summary>
    public const string Unlikely = "unlikely";

    /// <summary>So many figures are offered at most.</summary>
    public const int Offered = 3;

    /// <summary>By so many times a load may be above or below what was planned or weighed before (ours): who lashes on half a load or two at
    /// once is not asked.</summary>
    public const double LoadsDiffer = 2;

    /// <summary>A light load may be this part of a planned one (ours): what is left at the end goes on as well.</summary>
    public const double LightestLoad = 0.2;

    /// <summary>By so many times wraps may differ from those that are wanted, or read before (ours): six times the grist.</summary>
    public const double WrapsDiffer = 2.5;

    /// <summary>By so many times grist may differ from what was planned (ours).</summary>
    public const double GristDiffers = 5;

    /// <summary>By so many times what comes of a portion may be above it (ours): damp, and two scales.</summary>
    public const double MoreThanThere = 1.25;

    /// <summary>What a load can weigh.</summary>
    /// <param name="planned">What each was planned to weigh, in grams above zero.</param>
    /// <param name="own">What the loads of this work weighed so far, in grams.</param>
    public static Span Load(double planned, IEnumerable<double> own) => About([planned, .. own], LightestLoad, LoadsDiffer);

    /// <summary>What wraps can be.</summary>
    /// <param name="wanted">In an inch, above zero.</param>
    /// <param name="own">As they were read so far.</param>
    public static Span Wraps(double wanted, IEnumerable<double> own) => About([wanted, .. own], 1 / WrapsDiffer, WrapsDiffer);

    /// <summary>What a lock's length can be.</summary>
    /// <param name="usual">The breed's, in millimetres; null when not known.</param>
    /// <param name="own">Locks of this fleece so far, in millimetres.</param>
    public static Span Lock(Span? usual, IEnumerable<double> own)
    {
        double[] known = [.. usual is { } of ? [of.Low, of.High] : (double[])[], .. own];
        return About(known.Length > 0 ? known : [ShortestLock, LongestLock], 1 / LocksDiffer, LocksDiffer);
    }

    /// <summary>By so many times a lock may be beyond its breed's, or the locks before it (ours): shorn twice a year, or every other; hair beside
    /// undercoat.</summary>
    public const double LocksDiffer = 3;

    // Where no breed tells it: from undercoat to long lustre wool, in millimetres (typical).
    private const double ShortestLock = 15,
        LongestLock = 240;

    private static Span About(double[] known, double least, double most) => new(known.Min() * least, known.Max() * most);

    /// <summary>Asks about a weight.</summary>
    /// <param name="field">The field it was typed in.</param>
    /// <param name="grams">In grams; null where nothing was typed.</param>
    /// <param name="can">What it can be, in grams, both ends included.</param>
    /// <param name="because">What it is held against, as a sentence.</param>
    /// <param name="unit">What it is told in.</param>
    /// <param name="usual">What such weights are like most often, in grams; null where none is likelier than another.</param>
    /// <returns><c>unlikely</c>, or null where it can be.</returns>
    public static Refusal? Weight(string field, double? grams, Span can, string because, MassUnit unit, double? usual = null) =>
        Figure(
            field,
            grams,
            can,
            because,
            g => Mass.FromGrams(Math.Round(g, 2)).Write(unit),
            usual,
            Mass.GramsPerPound / 1000,
            Mass.GramsPerOunce
        );

    /// <summary>Asks about a figure.</summary>
    /// <param name="field">The field it was typed in.</param>
    /// <param name="value">Zero or more; null where nothing was typed.</param>
    /// <param name="can">What it can be, both ends included.</param>
    /// <param name="because">What it is held against, as a sentence.</param>
    /// <param name="write">Writes a figure as it would be typed.</param>
    /// <param name="usual">What such figures are like most often; null where none is likelier than another.</param>
    /// <param name="units">How many of the one unit another is that it may have been read in, each above zero.</param>
    /// <returns><c>unlikely</c>, or null where it can be.</returns>
    public static Refusal? Figure(
        string field,
        double? value,
        Span can,
        string because,
        Func<double, string> write,
        double? usual,
        params IReadOnlyCollection<double> units
    )
    {
        // What was weighed is rounded, and so is what it is held against.
        if (value is not { } typed || (typed >= can.Low - 1e-9 && typed <= can.High + 1e-9))
        {
            return null;
        }

        var meant = typed > 0 ? SlipChances.Meant(typed, can, usual, units).Take(Offered).Select(write).Distinct().ToArray() : [];
        return new Refusal(field, Unlikely, $"{write(typed)}? {because}", meant);
    }
}

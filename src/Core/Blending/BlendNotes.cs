using EarthyTuft.Core.Fibres;

namespace EarthyTuft.Core.Blending;

/// <summary>How a small component is weighed best.</summary>
public enum WeighAdvice
{
    /// <summary>Load by load: the scale tells it.</summary>
    EachLoad,

    /// <summary>For the whole lot at once, and divided by eye.</summary>
    OnceForAll,

    /// <summary>Mixed into a larger component first: not even the whole of it can be weighed well.</summary>
    PreBlend,
}

/// <summary>What is to be known of a mix before it is made.</summary>
public enum BlendNote
{
    /// <summary>Its lengths are so unlike that it drafts unevenly.</summary>
    UnlikeLengths,

    /// <summary>Something slippery, in a small share, slides out of the draft.</summary>
    Slippery,

    /// <summary>Fine and coarse together: the coarse is felt.</summary>
    UnlikeFineness,

    /// <summary>A share of strong fibre that makes small goods wear.</summary>
    WearsWell,

    /// <summary>Some of it felts readily and some does not: it puckers when it is washed hot.</summary>
    FeltsUnevenly,

    /// <summary>The whole of it felts readily.</summary>
    Felts,
}

/// <summary>A component as far as it is known.</summary>
/// <param name="Fraction">Its share.</param>
/// <param name="Composition">What it is made of.</param>
/// <param name="StapleMillimetres">Null when nobody measured.</param>
/// <param name="Micron">Null when not known.</param>
/// <param name="Felts">Null when not known.</param>
/// <param name="IsTested">That comes from a test of your own.</param>
public sealed record KnownComponent(
    double Fraction,
    Composition Composition,
    double? StapleMillimetres,
    double? Micron,
    FeltingGrade? Felts,
    bool IsTested = false
);

/// <summary>Judges a mix (docs/craft.md, section 11). Typical bounds.</summary>
public static class BlendNotes
{
    /// <summary>Lengths further apart than this, as a ratio, draft unevenly.</summary>
    public const double UnlikeLengths = 1.6;

    /// <summary>Finenesses further apart than this, as a ratio, are felt.</summary>
    public const double UnlikeFineness = 1.6;

    /// <summary>A portion that the scale can be off by more than this, as a fraction, is weighed otherwise.</summary>
    public const double CoarseWeighing = 0.10;

    /// <summary>So much strong fibre makes small goods wear.</summary>
    public static readonly Span Strengthening = new(0.15, 0.25);

    private const double SmallShare = 0.10,
        Tolerance = 1e-9;

    /// <summary>How a component is weighed best.</summary>
    /// <param name="gramsPerLoad">Its portion, above zero.</param>
    /// <param name="totalGrams">All of it, above zero.</param>
    /// <param name="scaleStepGrams">The scale's division, above zero.</param>
    public static WeighAdvice Weigh(double gramsPerLoad, double totalGrams, double scaleStepGrams) =>
        Blend.WorstErrorPercent(gramsPerLoad, scaleStepGrams) <= CoarseWeighing * 100 ? WeighAdvice.EachLoad
        : Blend.WorstErrorPercent(totalGrams, scaleStepGrams) <= CoarseWeighing * 100 ? WeighAdvice.OnceForAll
        : WeighAdvice.PreBlend;

    /// <summary>What is to be known.</summary>
    /// <param name="components">Their fractions make one.</param>
    public static IReadOnlyList<BlendNote> Of(IReadOnlyList<KnownComponent> components)
    {
        double[] lengths = [.. components.Select(c => c.StapleMillimetres).OfType<double>()],
            microns = [.. components.Select(c => c.Micron).OfType<double>()];
        double Share(Func<Fibre, bool> of) =>
            components.Sum(c => c.Fraction * c.Composition.Parts.Where(p => of(p.Fibre)).Sum(p => p.Share));
        var strong = Share(f => f is Fibre.Nylon or Fibre.Silk or Fibre.Alpaca or Fibre.Mohair);
        var slippery = components.Where(c => c.Fraction <= SmallShare && IsSlippery(c.Composition.Main)).Sum(c => c.Fraction);
        var felting = components.Where(c => c.Felts is FeltingGrade.Readily).Sum(c => c.Fraction);
        var tame = components.Where(c => c.Felts is FeltingGrade.Little or FeltingGrade.No or FeltingGrade.Slowly).Sum(c => c.Fraction);
        (BlendNote Note, bool Holds)[] all =
        [
            (BlendNote.UnlikeLengths, lengths.Length > 1 && lengths.Max() > UnlikeLengths * lengths.Min()),
            (BlendNote.Slippery, slippery > 0),
            (BlendNote.UnlikeFineness, microns.Length > 1 && microns.Max() > UnlikeFineness * microns.Min()),
            (
                BlendNote.WearsWell,
                components.All(c => c.Composition.SharesKnown)
                    && strong >= Strengthening.Low - Tolerance
                    && strong <= Strengthening.High + Tolerance
                    && Share(f => f == Fibre.Wool) > 0.5
            ),
            (BlendNote.FeltsUnevenly, felting > SmallShare && tame > SmallShare),
            (BlendNote.Felts, felting > 1 - Tolerance),
        ];
        return [.. all.Where(n => n.Holds).Select(n => n.Note)];
    }

    // Glitter is a filament of polyester or nylon; silk and the rayons slide as well.
    private static bool IsSlippery(Fibre fibre) =>
        fibre
            is Fibre.Polyester
                or Fibre.Nylon
                or Fibre.Silk
                or Fibre.Viscose
                or Fibre.Modal
                or Fibre.Lyocell
                or Fibre.Acetate
                or Fibre.Acrylic;
}

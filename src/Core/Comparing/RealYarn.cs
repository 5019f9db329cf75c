using EarthyTuft.Core.Dividing;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Yarns;

namespace EarthyTuft.Core.Comparing;

/// <summary>A strip chart as it was rehearsed beside the yarn that came of it (docs/craft.md, section 11).</summary>
/// <param name="Rehearsed">As it was rehearsed, with the strips that were laid in the end.</param>
/// <param name="Came">The same strips at the thickness that the yarn came out; null where that is not known.</param>
/// <param name="SinglesTex">What its singles weigh in 1000 m of yarn, plying taken in; null with <paramref name="Came" />.</param>
public sealed record RealYarn(Rehearsal Rehearsed, Rehearsal? Came, double? SinglesTex)
{
    /// <summary>A stripe that is longer or shorter by less than this, as a fraction, nobody sees (ours).</summary>
    public const double Seen = 0.05;

    /// <summary>Holds the real yarn against a chart.</summary>
    /// <param name="strips">Of each ply, as they were laid.</param>
    /// <param name="wish">As it was rehearsed.</param>
    /// <param name="form">What the lot is: singles weigh as one ply, what was plied as all of them.</param>
    /// <param name="tex">The lot's grist, above zero; null where it is not known.</param>
    public static RealYarn Of(IReadOnlyList<IReadOnlyList<Strip>> strips, RehearsalWish wish, LotForm form, double? tex)
    {
        // What plying takes up was rehearsed: the singles alone are lighter by it.
        var strands = form == LotForm.Singles ? 1 : wish.Plied.Strands(strips.Count) * (1 + (wish.TakeUpPercent / 100));
        var singles = tex / strands;
        return new RealYarn(
            new Rehearsal(strips, wish),
            singles is { } real ? new Rehearsal(strips, wish with { SinglesTex = real }) : null,
            singles
        );
    }

    /// <summary>By how much a stripe became longer than it was rehearsed, as a fraction, below zero for shorter; null where that is not
    /// known.</summary>
    public double? Longer => Came is null ? null : Came.YarnMetres / Rehearsed.YarnMetres - 1;

    /// <summary>Whether anybody would see it; null where it is not known.</summary>
    public bool? Differs => Longer is { } longer ? Math.Abs(longer) > Seen : null;
}

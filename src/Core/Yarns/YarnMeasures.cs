using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Yarns;

/// <summary>Which way a strand is twisted: as the middle stroke of the letter runs.</summary>
public enum TwistDirection
{
    /// <summary>Turned clockwise as it leaves the hand.</summary>
    Z,

    /// <summary>The other way.</summary>
    S,
}

/// <summary>Directions of twist.</summary>
public static class TwistDirections
{
    /// <summary>The other one.</summary>
    public static TwistDirection Other(this TwistDirection of) => of == TwistDirection.S ? TwistDirection.Z : TwistDirection.S;
}

/// <summary>How yarn was finished (docs/craft.md, section 15).</summary>
public enum FinishedBy
{
    /// <summary>A warm soak, then hung.</summary>
    WarmSoak,

    /// <summary>Soaked and snapped against the hands or the wall of the tub.</summary>
    Snapped,

    /// <summary>Dried under a weight: it straightens, and blooms less.</summary>
    Weighted,

    /// <summary>Simmered with a little soap: cotton and flax.</summary>
    Simmered,

    /// <summary>Steamed on the bobbin or the niddy-noddy.</summary>
    Steamed,

    /// <summary>Shocked between hot and cold, so that it felts a little: woollen yarn.</summary>
    Fulled,
}

/// <summary>How a skein hangs after the wash.</summary>
public enum SkeinHangs
{
    /// <summary>Open, without a turn.</summary>
    Open,

    /// <summary>It turns once or twice upon itself.</summary>
    Turns,

    /// <summary>It twists up like a rope.</summary>
    Ropes,
}

/// <summary>What was measured of a yarn; each may be null for not measured.</summary>
/// <param name="WrapsPerInch">From 1 to 200.</param>
/// <param name="WrapsDoubt">Half the width of what was typed as a range, at least half a wrap; null without wraps.</param>
/// <param name="Degrees">Of the plies, or of the fibre in singles: above 0 and below 90.</param>
/// <param name="Metres">Above zero.</param>
/// <param name="Strands">That lie side by side, from 1 to 24.</param>
/// <param name="Structure">How they became yarn.</param>
/// <param name="Direction">Of the last twist.</param>
/// <param name="Finished">Of finished yarn: how.</param>
/// <param name="Hangs">Of finished yarn: how a skein of it hangs.</param>
/// <param name="WrapsPlaces">At how many places its wraps were read; null where at one.</param>
/// <param name="WrapsSpread">Standard deviation of the wraps from place to place; null with <paramref name="WrapsPlaces" />.</param>
public sealed record YarnMeasures(
    double? WrapsPerInch,
    double? WrapsDoubt,
    double? Degrees,
    double? Metres,
    int? Strands = null,
    YarnStructure? Structure = null,
    TwistDirection? Direction = null,
    FinishedBy? Finished = null,
    SkeinHangs? Hangs = null,
    int? WrapsPlaces = null,
    double? WrapsSpread = null
)
{
    /// <summary>The most strands that a yarn here has.</summary>
    public const int MostStrands = 24;

    /// <summary>A length of yarn can be off by this share when nobody says otherwise (docs/craft.md, section 14).</summary>
    public const double LengthDoubt = 0.01;

    /// <summary>Whether anything was measured.</summary>
    public bool IsEmpty =>
        this is { WrapsPerInch: null, Degrees: null, Metres: null, Strands: null, Direction: null, Finished: null, Hangs: null };

    /// <summary>Checks what is noted of a lot.</summary>
    /// <param name="form">What the lot is.</param>
    /// <returns>The same, or <c>not-measured-here</c> where the lot is no yarn or not finished, <c>out-of-range</c>,
    /// <c>wrong-plies</c>.</returns>
    public Result<YarnMeasures> Check(LotForm form) =>
        new Guard(YarnFields.Subjects)
            .Need(form.IsSpun(), "yarn", "not-measured-here", "is measured of what was spun: this is fibre")
            .Need(
                WrapsPerInch is not { } wraps || wraps is >= Wraps.Fewest and <= Wraps.Most,
                "wraps",
                "out-of-range",
                $"lies between {Wraps.Fewest} and {Wraps.Most}"
            )
            .Need(Degrees is not { } degrees || degrees is > 0 and < 90, "degrees", "out-of-range", "must be above 0 and below 90 degrees")
            .Need(
                Strands is not { } strands || strands is >= 1 and <= MostStrands,
                "plies",
                "out-of-range",
                $"must be a whole number from 1 to {MostStrands}"
            )
            .Need(
                form != LotForm.Singles || Strands is null or 1,
                "plies",
                "wrong-plies",
                "of singles is one: plied yarn comes from the station Ply"
            )
            .Need(form != LotForm.Plied || Strands is null or > 1, "plies", "wrong-plies", "of what was plied is two at least")
            .Need(form == LotForm.Yarn || Finished is null, "finishedBy", "not-measured-here", "is told of yarn that was finished")
            .Need(
                form == LotForm.Yarn || Hangs is null,
                "hangs",
                "not-measured-here",
                "is told of yarn that was finished: before the wash a skein always twists"
            )
            .Then<YarnMeasures>(() => this);

    /// <summary>What was measured later over what was before: where a figure was not measured again the older one stands.</summary>
    /// <param name="later">What was measured later.</param>
    public YarnMeasures With(YarnMeasures later) =>
        new(
            later.WrapsPerInch ?? WrapsPerInch,
            later.WrapsPerInch is null ? WrapsDoubt : later.WrapsDoubt,
            later.Degrees ?? Degrees,
            later.Metres ?? Metres,
            later.Strands ?? Strands,
            later.Structure ?? Structure,
            later.Direction ?? Direction,
            later.Finished ?? Finished,
            later.Hangs ?? Hangs,
            later.WrapsPerInch is null ? WrapsPlaces : later.WrapsPlaces,
            later.WrapsPerInch is null ? WrapsSpread : later.WrapsSpread
        );

    /// <summary>Its wraps as they were read; null where they were not.</summary>
    public WrapsReading? Reading =>
        WrapsPerInch is { } wraps ? new WrapsReading(wraps, WrapsDoubt ?? WrapsReading.LeastDoubt, WrapsPlaces ?? 1, WrapsSpread) : null;

    /// <summary>Nothing measured.</summary>
    public static readonly YarnMeasures Nothing = new(null, null, null, null);
}

/// <summary>What follows from what was measured of a yarn.</summary>
/// <param name="Tex">Its grist; null where length or weight is not known and there are no wraps.</param>
/// <param name="IsGuessed">The grist was guessed from the wraps and a wrap density.</param>
/// <param name="Density">Its own wrap density in g/cm3; null where length, weight or wraps are not known.</param>
/// <param name="Metres">Its length; by weight and guessed grist where nobody measured it.</param>
public sealed record YarnFacts(double? Tex, bool IsGuessed, double? Density, double? Metres)
{
    /// <summary>Reckons.</summary>
    /// <param name="measured">What was measured.</param>
    /// <param name="grams">What it weighs, null when not known.</param>
    /// <param name="usualDensity">The wrap density to guess by, above zero.</param>
    public static YarnFacts Of(YarnMeasures measured, double? grams, double usualDensity)
    {
        var own = grams is > 0 && measured.Metres is { } metres ? grams.Value / metres * 1000 : (double?)null;
        var guessed = measured.WrapsPerInch is { } wraps ? Wraps.Tex(wraps, usualDensity) : (double?)null;
        var tex = own ?? guessed;
        return new YarnFacts(
            tex,
            own is null && guessed is not null,
            own is { } grist && measured.WrapsPerInch is { } read ? DensityOf(grist, read) : null,
            measured.Metres ?? (tex is { } of && grams is > 0 ? grams.Value / of * 1000 : null)
        );
    }

    /// <summary>The wrap density of a yarn: the inverse of <see cref="Wraps.Tex" />.</summary>
    /// <param name="tex">Above zero.</param>
    /// <param name="wrapsPerInch">Above zero.</param>
    /// <returns>g/cm3.</returns>
    public static double DensityOf(double tex, double wrapsPerInch) => tex / Wraps.Tex(wrapsPerInch, 1);
}

/// <summary>What washing did to a yarn.</summary>
/// <param name="BloomPercent">By how much its wraps fell, below zero where they rose; null where wraps were not read on both sides.</param>
/// <param name="ShrinkPercent">By how much it became shorter; null where its length was not measured on both sides.</param>
public sealed record WashedYarn(double? BloomPercent, double? ShrinkPercent)
{
    /// <summary>Reckons.</summary>
    /// <param name="before">Measured before the wash.</param>
    /// <param name="after">Measured after it.</param>
    public static WashedYarn Of(YarnMeasures before, YarnMeasures after) =>
        new((before.WrapsPerInch / after.WrapsPerInch - 1) * 100, (1 - after.Metres / before.Metres) * 100);
}

/// <summary>Two skeins of one yarn beside each other.</summary>
/// <param name="HeavierPercent">By how much the second is heavier for its length, below zero for lighter.</param>
/// <param name="Differs">By more than its doubt, so that it is seen in one thing.</param>
public sealed record SkeinDifference(double HeavierPercent, bool Differs)
{
    /// <summary>Less than this, in percent, nobody sees in a fabric (ours).</summary>
    public const double Seen = 5;

    /// <summary>Reckons.</summary>
    /// <param name="firstTex">Above zero.</param>
    /// <param name="secondTex">Above zero.</param>
    /// <param name="firstGrams">What it weighs, above zero.</param>
    /// <param name="secondGrams">What it weighs, above zero.</param>
    /// <param name="scaleStepGrams">The scale's division, above zero.</param>
    public static SkeinDifference Of(double firstTex, double secondTex, double firstGrams, double secondGrams, double scaleStepGrams)
    {
        var heavier = (secondTex / firstTex - 1) * 100;
        double Doubt(double grams) => Math.Pow(YarnMeasures.LengthDoubt, 2) + Math.Pow(scaleStepGrams / 2 / grams, 2);
        var doubt = Math.Sqrt(Doubt(firstGrams) + Doubt(secondGrams)) * 100;
        return new SkeinDifference(heavier, Math.Abs(heavier) > Math.Max(Seen, 2 * doubt));
    }
}

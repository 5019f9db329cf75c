using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Yarns;

namespace EarthyTuft.Core.Spinning;

/// <summary>A fresh ply-back as it was read.</summary>
/// <param name="WrapsPerInch">From 1 to 200.</param>
/// <param name="WrapsDoubt">Half the width of what was typed as a range, at least half a wrap.</param>
/// <param name="Degrees">Above 0 and below 90; null where nobody read it.</param>
/// <param name="Treadles">It was spun with so many for a draw, above zero; null where that was not noted.</param>
/// <param name="DrawMillimetres">Above zero; null where that was not noted.</param>
public sealed record YarnTrial(double WrapsPerInch, double WrapsDoubt, double? Degrees, double? Treadles, double? DrawMillimetres)
{
    /// <summary>At how many places its wraps were read; null where at one.</summary>
    public int? Places { get; init; }

    /// <summary>Standard deviation of the wraps from place to place; null with <see cref="Places" />.</summary>
    public double? Spread { get; init; }

    /// <summary>Neps and lumps counted in it, zero or more; null where nobody counted.</summary>
    public int? Neps { get; init; }

    /// <summary>How it feels, in words; empty where nobody said.</summary>
    public string Handle { get; init; } = "";

    /// <summary>Its grist from a bit that was weighed and measured, above zero; null where that was not done.</summary>
    public double? Tex { get; init; }

    /// <summary>Grams in a cubic centimetre of its wraps: the less, the loftier. Null without a weighed bit.</summary>
    public double? Loft => Tex is { } tex ? YarnFacts.DensityOf(tex, WrapsPerInch) : null;

    /// <summary>How uneven it is; null where it was not read at several places.</summary>
    public Unevenness? Unevenness =>
        Places is { } places && Spread is { } spread
            ? Quantities.Unevenness.Of([new WrapsReading(WrapsPerInch, WrapsDoubt, places, spread)])
            : null;

    /// <summary>A bit of yarn weighs so little that its weight is off by about this fraction (ours).</summary>
    internal const double BitDoubt = 0.05;

    /// <summary>More neps are not counted in one ply-back.</summary>
    public const int MostNeps = 1000;

    /// <summary>How it feels is told in so many letters.</summary>
    public const int LongestHandle = 80;

    /// <summary>Reads a ply-back as it was typed.</summary>
    /// <param name="read">As it was typed.</param>
    /// <param name="unit">What a bare number of its weight is in.</param>
    /// <returns>The ply-back, or what cannot be read, at its field.</returns>
    public static Result<YarnTrial> Read(ReadPlyBack read, MassUnit unit)
    {
        var wraps = WrapsReading.Read(read.Wraps, "wraps");
        var mass = string.IsNullOrWhiteSpace(read.Mass) ? (Result<Mass>?)null : Runs.RunRules.Weight(read.Mass, unit, "mass");
        var length = string.IsNullOrWhiteSpace(read.Length) ? (Result<YarnLength>?)null : YarnLength.Read(read.Length, "length");
        var counts = new Guard(SpinningFields.Subjects)
            .Need(
                read.Neps is not { } neps || neps is >= 0 and <= MostNeps,
                "neps",
                "out-of-range",
                $"must be a whole number from 0 to {MostNeps}"
            )
            .Need((read.Handle?.Trim().Length ?? 0) <= LongestHandle, "handle", "too-long", $"has more than {LongestHandle} letters")
            .Need(
                mass is null == length is null,
                mass is null ? "mass" : "length",
                "missing",
                "is missing: how lofty it is follows from both, the weight of a bit and its length"
            );
        Refusal[] refusals = [.. wraps.Refusals, .. mass?.Refusals ?? [], .. length?.Refusals ?? [], .. counts.Refusals];
        return refusals.Length > 0
            ? Result<YarnTrial>.Refused(refusals)
            : Check(
                new YarnTrial(wraps.Value.PerInch, wraps.Value.Doubt, read.Degrees, read.Treadles, read.DrawMillimetres)
                {
                    Places = wraps.Value.Spread is null ? null : wraps.Value.Places,
                    Spread = wraps.Value.Spread,
                    Neps = read.Neps,
                    Handle = read.Handle?.Trim() ?? "",
                    Tex = mass is { Value.Grams: var grams } && length is { Value.Metres: var metres } ? grams / metres * 1000 : null,
                }
            );
    }

    /// <summary>Checks a ply-back.</summary>
    /// <param name="trial">As it was read.</param>
    /// <returns>The same, or <c>out-of-range</c> at a field.</returns>
    public static Result<YarnTrial> Check(YarnTrial trial)
    {
        var guard = new Guard(SpinningFields.Subjects).Within(trial.WrapsPerInch, Wraps.Fewest, Wraps.Most, "wrapsPerInch");
        if (trial.Degrees is { } angle)
        {
            guard.Need(angle is > 0 and < 90, "degrees", "out-of-range", "must be above 0 and below 90 degrees");
        }

        if (trial.Treadles is { } treadles)
        {
            guard.Within(treadles, 0.1, 1000, "treadles");
        }

        if (trial.DrawMillimetres is { } draw)
        {
            guard.Within(draw, SpunOn.ShortestDraw, SpunOn.LongestDraw, "drawMillimetres");
        }

        return guard.Then<YarnTrial>(() => trial);
    }
}

/// <summary>Two ply-backs of a series in which one thing was another. A difference counts beyond twice its doubt (docs/craft.md, section
/// 14).</summary>
/// <param name="Wraps">By how many wraps the second is finer, below zero for thicker; null where that could not be measured.</param>
/// <param name="Degrees">By how many degrees the second is steeper, below zero for flatter; null where that could not be measured.</param>
/// <param name="DenserPercent">By how much more its wraps weigh, in percent, below zero for a loftier yarn; null where that could not be
/// measured.</param>
/// <param name="Neps">By how many neps the second has more, below zero for fewer; null where that could not be measured.</param>
public sealed record PlyBackDifference(double? Wraps, double? Degrees, double? DenserPercent = null, int? Neps = null)
{
    /// <summary>An angle can be off by so many degrees when nobody says otherwise.</summary>
    public const double AngleDoubt = 3;

    /// <summary>Whether anything differs.</summary>
    public bool IsNone => this is { Wraps: null, Degrees: null, DenserPercent: null, Neps: null };

    /// <summary>Compares.</summary>
    /// <param name="first">The one before.</param>
    /// <param name="second">The one in which something was another.</param>
    public static PlyBackDifference Of(YarnTrial first, YarnTrial second)
    {
        static double? Beyond(double? difference, double doubt) => Math.Abs(difference ?? 0) > 2 * doubt + 1e-9 ? difference : null;
        return new PlyBackDifference(
            Beyond(
                second.WrapsPerInch - first.WrapsPerInch,
                Math.Sqrt(first.WrapsDoubt * first.WrapsDoubt + second.WrapsDoubt * second.WrapsDoubt)
            ),
            Beyond(second.Degrees - first.Degrees, AngleDoubt * Math.Sqrt(2)),
            Beyond((second.Loft / first.Loft - 1) * 100, 100 * Math.Sqrt(LoftDoubt(first) + LoftDoubt(second))),
            // Counts are known to their square root.
            (int?)Beyond(second.Neps - first.Neps, Math.Sqrt(Math.Max(1, first.Neps ?? 0) + Math.Max(1, second.Neps ?? 0)))
        );
    }

    // As a square: a bit of yarn weighs little, and wraps go in twice.
    private static double LoftDoubt(YarnTrial of) =>
        Math.Pow(2 * of.WrapsDoubt / of.WrapsPerInch, 2) + YarnTrial.BitDoubt * YarnTrial.BitDoubt;
}

/// <summary>How a ply-back stands to the aim.</summary>
public enum AgainstAim
{
    /// <summary>Near enough.</summary>
    There,

    /// <summary>Below it by more than is near enough: fewer wraps (too thick), or too little twist.</summary>
    Below,

    /// <summary>Above it: too thin, or too much twist.</summary>
    Above,
}

/// <summary>What a ply-back says about the next one (docs/craft.md, section 15).</summary>
/// <param name="Thickness">Below is too thick.</param>
/// <param name="ThicknessPercent">By how much it is thicker than wanted, below zero for thinner.</param>
/// <param name="FeedFactor">The fibre fed into a length has to be multiplied by this.</param>
/// <param name="Twist">Null where no angle was read.</param>
/// <param name="TwistFactor">The turns have to be multiplied by this for the angle alone; null where no angle was read.</param>
/// <param name="Treadles">For the next draw, a whole number; null where the settings were not noted.</param>
/// <param name="DrawMillimetres">The draw that goes with them; null likewise.</param>
/// <param name="WashedWraps">What it would be after the wash, in the structure that is wanted.</param>
public sealed record TrialAdvice(
    AgainstAim Thickness,
    double ThicknessPercent,
    double FeedFactor,
    AgainstAim? Twist,
    double? TwistFactor,
    int? Treadles,
    double? DrawMillimetres,
    double WashedWraps
)
{
    /// <summary>Both are near enough, as far as they were read.</summary>
    public bool IsThere => Thickness == AgainstAim.There && Twist is null or AgainstAim.There;

    /// <summary>Holds a ply-back against the aim.</summary>
    /// <param name="wish">The yarn that is wanted.</param>
    /// <param name="aim">What was reckoned of it.</param>
    /// <param name="trial">The ply-back.</param>
    /// <returns>The advice, or <c>out-of-range</c> at a field.</returns>
    public static Result<TrialAdvice> Of(YarnWish wish, YarnAim aim, YarnTrial trial) =>
        YarnTrial.Check(trial).Then<TrialAdvice>(read => Reckon(wish, aim, read));

    private static TrialAdvice Reckon(YarnWish wish, YarnAim aim, YarnTrial trial)
    {
        // What is less than the reading can be off by is no difference.
        var thickness = aim.WrapsTolerance is { } near
            ? Stand(trial.WrapsPerInch - aim.PlyBackWraps, Math.Max(near, trial.WrapsDoubt))
            : AgainstAim.There;
        var suits = wish.Suits ?? new Fibres.Span(wish.Degrees, wish.Degrees);
        var twist = trial.Degrees is { } read
            ? Stand(read - Math.Clamp(read, suits.Low, suits.High), aim.DegreesTolerance)
            : (AgainstAim?)null;
        var factor = trial.Degrees is { } degrees ? Twisting.Factor(degrees, wish.Degrees) : (double?)null;
        var ratio = aim.PlyBackWraps / trial.WrapsPerInch;
        // A thinner yarn of the same angle wants more turns: what is corrected in thickness is corrected in twist as well.
        var turns = factor * (thickness == AgainstAim.There ? 1 : ratio);
        var (next, draw) =
            trial is { Treadles: { } before, DrawMillimetres: { } length } && turns is { } more
                ? Next(before, length, more)
                : ((int?)null, (double?)null);
        return new TrialAdvice(
            thickness,
            (ratio - 1) * 100,
            1 / (ratio * ratio),
            twist,
            factor,
            next,
            draw,
            wish.Figures.WashedWraps(wish.Figures.SinglesTexForFresh(trial.WrapsPerInch, YarnAim.TwoStrands), wish.Strands)
        );
    }

    private static AgainstAim Stand(double off, double near) =>
        Math.Abs(off) <= near + 1e-9 ? AgainstAim.There
        : off < 0 ? AgainstAim.Below
        : AgainstAim.Above;

    internal static (int Treadles, double Draw) Next(double treadles, double draw, double factor)
    {
        var whole = Math.Max(1, (int)Math.Round(treadles * factor));
        return (whole, draw * whole / (treadles * factor));
    }
}

/// <summary>What the same singles become in another structure.</summary>
/// <param name="Structure">How.</param>
/// <param name="Strands">Side by side.</param>
/// <param name="WrapsPerInch">Washed.</param>
public sealed record YarnBecomes(YarnStructure Structure, int Strands, double WrapsPerInch)
{
    /// <summary>How a skein that was really made of the singles differs from this.</summary>
    /// <param name="washedWraps">Of the skein, washed; above zero.</param>
    /// <param name="doubt">Of that reading, in wraps.</param>
    /// <returns>By how many wraps it is finer, below zero for thicker; null where that is less than the reading can be off by.</returns>
    public double? Misses(double washedWraps, double doubt) =>
        Math.Abs(washedWraps - WrapsPerInch) > Math.Max(doubt, Wraps.ReadingDoubt) + 1e-9 ? washedWraps - WrapsPerInch : null;

    /// <summary>Every structure that singles are commonly made into.</summary>
    /// <param name="singlesTex">Their grist, above zero.</param>
    /// <param name="figures">What it is reckoned with.</param>
    public static IReadOnlyList<YarnBecomes> All(double singlesTex, YarnFigures figures) =>
        [
            .. new[]
            {
                (YarnStructure.Plain, 1),
                (YarnStructure.Plain, 2),
                (YarnStructure.Plain, 3),
                (YarnStructure.Chain, YarnStructures.StrandsOfChain),
                (YarnStructure.Cable, YarnStructures.StrandsOfCable),
            }.Select(s => new YarnBecomes(s.Item1, s.Item2, figures.WashedWraps(singlesTex, s.Item2))),
        ];
}

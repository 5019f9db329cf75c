using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Spinning;

/// <summary>A fresh ply-back as it was read.</summary>
/// <param name="WrapsPerInch">From 1 to 200.</param>
/// <param name="WrapsDoubt">Half the width of what was typed as a range, at least half a wrap.</param>
/// <param name="Degrees">Above 0 and below 90; null where nobody read it.</param>
/// <param name="Treadles">It was spun with so many for a draw, above zero; null where that was not noted.</param>
/// <param name="DrawMillimetres">Above zero; null where that was not noted.</param>
public sealed record YarnTrial(double WrapsPerInch, double WrapsDoubt, double? Degrees, double? Treadles, double? DrawMillimetres)
{
    /// <summary>Checks a ply-back.</summary>
    /// <param name="trial">As it was read.</param>
    /// <returns>The same, or <c>out-of-range</c> at a field.</returns>
    public static Result<YarnTrial> Check(YarnTrial trial)
    {
        var guard = new Guard().Within(trial.WrapsPerInch, Wraps.Fewest, Wraps.Most, "wrapsPerInch");
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
            guard.Within(draw, 10, 3000, "drawMillimetres");
        }

        return guard.Then<YarnTrial>(() => trial);
    }
}

/// <summary>Two ply-backs of a series in which one thing was another. A difference counts beyond twice its doubt (docs/craft.md, section 14).</summary>
/// <param name="Wraps">By how many wraps the second is finer, below zero for thicker; null where that could not be measured.</param>
/// <param name="Degrees">By how many degrees the second is steeper, below zero for flatter; null where that could not be measured.</param>
public sealed record PlyBackDifference(double? Wraps, double? Degrees)
{
    /// <summary>An angle can be off by so many degrees when nobody says otherwise.</summary>
    public const double AngleDoubt = 3;

    /// <summary>Whether anything differs.</summary>
    public bool IsNone => this is { Wraps: null, Degrees: null };

    /// <summary>Compares.</summary>
    /// <param name="first">The one before.</param>
    /// <param name="second">The one in which something was another.</param>
    public static PlyBackDifference Of(YarnTrial first, YarnTrial second)
    {
        static double? Beyond(double? difference, double doubt) => Math.Abs(difference ?? 0) > 2 * doubt + 1e-9 ? difference : null;
        return new PlyBackDifference(
            Beyond(second.WrapsPerInch - first.WrapsPerInch, Math.Sqrt(first.WrapsDoubt * first.WrapsDoubt + second.WrapsDoubt * second.WrapsDoubt)),
            Beyond(second.Degrees - first.Degrees, AngleDoubt * Math.Sqrt(2)));
    }
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
    AgainstAim Thickness, double ThicknessPercent, double FeedFactor, AgainstAim? Twist, double? TwistFactor, int? Treadles, double? DrawMillimetres, double WashedWraps)
{
    /// <summary>Both are near enough, as far as they were read.</summary>
    public bool IsThere => Thickness == AgainstAim.There && Twist is null or AgainstAim.There;

    /// <summary>Holds a ply-back against the aim.</summary>
    /// <param name="wish">The yarn that is wanted.</param>
    /// <param name="aim">What was reckoned of it.</param>
    /// <param name="trial">The ply-back.</param>
    /// <returns>The advice, or <c>out-of-range</c> at a field.</returns>
    public static Result<TrialAdvice> Of(YarnWish wish, YarnAim aim, YarnTrial trial) => YarnTrial.Check(trial).Then<TrialAdvice>(read => Reckon(wish, aim, read));

    private static TrialAdvice Reckon(YarnWish wish, YarnAim aim, YarnTrial trial)
    {
        // What is less than the reading can be off by is no difference.
        var thickness = aim.WrapsTolerance is { } near ? Stand(trial.WrapsPerInch - aim.PlyBackWraps, Math.Max(near, trial.WrapsDoubt)) : AgainstAim.There;
        var twist = trial.Degrees is { } read ? Stand(read - wish.Degrees, aim.DegreesTolerance) : (AgainstAim?)null;
        var factor = trial.Degrees is { } degrees ? Twisting.Factor(degrees, wish.Degrees) : (double?)null;
        var ratio = aim.PlyBackWraps / trial.WrapsPerInch;
        // A thinner yarn of the same angle wants more turns: what is corrected in thickness is corrected in twist as well.
        var turns = factor * (thickness == AgainstAim.There ? 1 : ratio);
        var (next, draw) = trial is { Treadles: { } before, DrawMillimetres: { } length } && turns is { } more ? Next(before, length, more) : ((int?)null, (double?)null);
        return new TrialAdvice(
            thickness, (ratio - 1) * 100, 1 / (ratio * ratio), twist, factor, next, draw, YarnAim.WashedOf(trial.WrapsPerInch, wish.Strands, wish.BloomPercent));
    }

    private static AgainstAim Stand(double off, double near) => Math.Abs(off) <= near + 1e-9 ? AgainstAim.There : off < 0 ? AgainstAim.Below : AgainstAim.Above;

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
    /// <summary>Every structure that singles are commonly made into, by a ply-back of two.</summary>
    /// <param name="plyBackWraps">Above zero.</param>
    /// <param name="bloomPercent">Zero or more.</param>
    public static IReadOnlyList<YarnBecomes> All(double plyBackWraps, double bloomPercent) =>
    [
        .. new[] { (YarnStructure.Plain, 1), (YarnStructure.Plain, 2), (YarnStructure.Plain, 3), (YarnStructure.Chain, 3), (YarnStructure.Cable, 4) }
            .Select(s => new YarnBecomes(s.Item1, s.Item2, YarnAim.WashedOf(plyBackWraps, s.Item2, bloomPercent))),
    ];
}

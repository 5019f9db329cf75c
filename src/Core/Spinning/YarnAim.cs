using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Tools;
using EarthyTuft.Core.Yarns;

namespace EarthyTuft.Core.Spinning;

/// <summary>How near is near enough.</summary>
public enum YarnTolerance
{
    /// <summary>One wrap and three degrees.</summary>
    Usual,

    /// <summary>Half of that.</summary>
    Exact,

    /// <summary>Twice that.</summary>
    Loose,

    /// <summary>Lumps are wanted: the angle counts, the thickness does not.</summary>
    Lumps,
}

/// <summary>What is known of the fibre that is to be spun; null is not known.</summary>
/// <param name="StapleMillimetres">Above zero.</param>
/// <param name="Micron">Above zero.</param>
/// <param name="Density">Of one fibre, g/cm3, above zero.</param>
public sealed record SpunFibre(double? StapleMillimetres, double? Micron, double? Density)
{
    /// <summary>Nothing is known.</summary>
    public static readonly SpunFibre Unknown = new(null, null, null);
}

/// <summary>What it is spun on.</summary>
/// <param name="Ratio">Turns for one treadle or one second, above zero; one where turns are counted as such (a spindle).</param>
/// <param name="DrawMillimetres">Yarn made before it winds on, above zero.</param>
/// <param name="MostTreadles">More than so many for a draw are not wanted, above zero.</param>
/// <param name="By">What is counted.</param>
public sealed record SpunOn(double Ratio, double DrawMillimetres, double MostTreadles = SpunOn.TypicalMost, SpunBy By = SpunBy.Treadles)
{
    /// <summary>More than so many for one draw are not wanted where nobody says otherwise (ours).</summary>
    /// <param name="by">What is counted.</param>
    public static double MostOf(SpunBy by) =>
        by switch
        {
            SpunBy.Seconds => 20,
            SpunBy.Turns => 300,
            _ => TypicalMost,
        };

    /// <summary>More treadles for one draw than these tire (ours).</summary>
    public const double TypicalMost = 8;

    /// <summary>Millimetres of yarn that are made, or wound on, at once lie between these.</summary>
    public const double ShortestDraw = 10,
        LongestDraw = 3000;
}

/// <summary>A yarn that is wanted.</summary>
/// <param name="WrapsPerInch">Washed, from 1 to 200.</param>
/// <param name="Degrees">Of the plies in the yarn, or of the fibre where it stays singles; above 0 and below 90.</param>
/// <param name="Plies">Strands twisted together; a chain counts as three and a cable as four, whatever is said here.</param>
/// <param name="Structure">How they become yarn.</param>
/// <param name="Tolerance">How near is near enough.</param>
public sealed record YarnWish(
    double WrapsPerInch,
    double Degrees,
    int Plies,
    YarnStructure Structure = YarnStructure.Plain,
    YarnTolerance Tolerance = YarnTolerance.Usual
)
{
    /// <summary>The angle of the plies where nobody asks for another, in degrees (ours).</summary>
    public const double UsualDegrees = 25;

    /// <summary>Grams in a cubic centimetre of the washed yarn's wraps, above zero.</summary>
    public double FinishedDensity { get; init; } = TypicalFinished;

    /// <summary>The same of singles under the wheel's tension.</summary>
    public double SinglesDensity { get; init; } = TypicalUnderTension;

    /// <summary>By how much the wraps fall in the wash, in percent, zero or more.</summary>
    public double BloomPercent { get; init; } = TypicalBloom;

    /// <summary>Length that plying takes up, in percent, zero or more.</summary>
    public double TakeUpPercent { get; init; } = TypicalTakeUp;

    /// <summary>Wraps of the singles, where own skeins tell them better than densities do; null for what the densities say.</summary>
    public double? SinglesWraps { get; init; }

    /// <summary>More turns in the singles than balance asks for, in percent: a tenth to a third for socks and very short fibre.</summary>
    public double ExtraTurnsPercent { get; init; }

    /// <summary>Wrap density of singles under the wheel's tension, g/cm3 (typical).</summary>
    public const double TypicalUnderTension = 0.24;

    /// <summary>Wrap density of finished wool, g/cm3 (typical).</summary>
    public const double TypicalFinished = 0.11;

    /// <summary>The same of carded wool spun with twist let in (typical).</summary>
    public const double WoollenFinished = 0.10;

    /// <summary>The same of combed wool (typical).</summary>
    public const double WorstedFinished = 0.13;

    /// <summary>The same of cotton and silk (typical; soft cotton is often nearer 0.11).</summary>
    public const double SmoothFinished = 0.2;

    /// <summary>Of wool, in percent of wraps (ours).</summary>
    public const double TypicalBloom = 10;

    /// <summary>Of cotton, silk and flax, in percent of wraps (ours).</summary>
    public const double SmoothBloom = 2;

    /// <summary>Of a two-ply at a medium angle, in percent (typical).</summary>
    public const double TypicalTakeUp = 3;

    /// <summary>What the wrap density of the finished yarn is to begin with.</summary>
    /// <param name="fibre">Null where it is not known.</param>
    /// <param name="form">What it is spun from; null where that is not known.</param>
    public static double DensityOf(Fibre? fibre, LotForm? form) =>
        fibre is Fibre.Cotton or Fibre.Silk ? SmoothFinished
        : form is LotForm.Top ? WorstedFinished
        : form?.IsCarded() == true ? WoollenFinished
        : TypicalFinished;

    /// <summary>By how much the wraps fall in the wash, to begin with, in percent.</summary>
    /// <param name="fibre">Null where it is not known.</param>
    public static double BloomOf(Fibre? fibre) => fibre is Fibre.Cotton or Fibre.Silk or Fibre.Flax ? SmoothBloom : TypicalBloom;

    /// <summary>Strands that lie side by side in it.</summary>
    public int Strands => Structure.Strands(Plies);
}

/// <summary>Whether a yarn can be spun of a fibre on a tool.</summary>
public enum CanBeSpun
{
    /// <summary>Nothing that is known is against it.</summary>
    Possible,

    /// <summary>It is at the edge of what goes.</summary>
    Hard,

    /// <summary>It does not hold, or asks for more than anyone does.</summary>
    Not,
}

/// <summary>What is against it.</summary>
public enum AgainstYarn
{
    /// <summary>So few fibres lie side by side that it breaks.</summary>
    FewFibres,

    /// <summary>It takes more treadles for a draw than is wanted.</summary>
    ManyTreadles,

    /// <summary>A short staple is held by too few turns: it drifts apart.</summary>
    FewTurns,

    /// <summary>More twist than a yarn takes before it kinks.</summary>
    SteepAngle,
}

/// <summary>Something that is against a yarn, with what would make it possible.</summary>
/// <param name="What">What.</param>
/// <param name="How">How much it is against it.</param>
/// <param name="Has">What there is: fibres, treadles, turns in a staple, or degrees.</param>
/// <param name="Bound">What there should be at least or at most.</param>
/// <param name="DrawMillimetres">A draw that would do, for treadles; else null.</param>
/// <param name="Ratio">A ratio that would do, for treadles; else null.</param>
/// <param name="WrapsPerInch">Washed yarn of the same structure that would do: coarser for few fibres, finer for few turns; else
/// null.</param>
public sealed record YarnObstacle(
    AgainstYarn What,
    CanBeSpun How,
    double Has,
    double Bound,
    double? DrawMillimetres,
    double? Ratio,
    double? WrapsPerInch
);

/// <summary>What to spin for a yarn, and what to read on the way (docs/craft.md, section 15).</summary>
/// <param name="Tex">Grist of the finished yarn.</param>
/// <param name="DiameterMillimetres">Of the washed yarn.</param>
/// <param name="SinglesTex">Grist of each strand.</param>
/// <param name="SinglesWraps">Of each strand under the wheel's tension.</param>
/// <param name="SinglesTurns">In a metre of each strand.</param>
/// <param name="PlyTurns">In a metre of the yarn; null for singles.</param>
/// <param name="PlyBackWraps">What a fresh ply-back of two must read now.</param>
/// <param name="WrapsTolerance">Near enough, in wraps of the ply-back; null where thickness does not count.</param>
/// <param name="DegreesTolerance">Near enough, in degrees.</param>
/// <param name="Fibres">In a section of the singles; null where the fibre is not known.</param>
/// <param name="Treadles">For a draw, a whole number; null where no tool is said.</param>
/// <param name="DrawMillimetres">The draw that goes with them; null where no tool is said.</param>
/// <param name="Verdict">Whether it can be done.</param>
/// <param name="Obstacles">What is against it, the worst first.</param>
public sealed record YarnAim(
    double Tex,
    double DiameterMillimetres,
    double SinglesTex,
    double SinglesWraps,
    double SinglesTurns,
    double? PlyTurns,
    double PlyBackWraps,
    double? WrapsTolerance,
    double DegreesTolerance,
    double? Fibres,
    int? Treadles,
    double? DrawMillimetres,
    CanBeSpun Verdict,
    IReadOnlyList<YarnObstacle> Obstacles
)
{
    /// <summary>Fibres in a section below which singles are hard to keep whole (ours: a third above
    /// <see cref="Fineness.FewestFibres" />).</summary>
    public const double EasyFibres = 47;

    /// <summary>Turns within one staple below which fibre drifts apart (ours).</summary>
    public const double FewestTurnsInStaple = 3;

    /// <summary>The same below which it does not hold at all (ours).</summary>
    public const double NoTurnsInStaple = 1.5;

    /// <summary>An angle beyond which yarn kinks rather than takes more twist (ours).</summary>
    public const double SteepestDegrees = 45;

    private const double TwoStrands = 2;

    /// <summary>Reckons what to spin.</summary>
    /// <param name="wish">The yarn that is wanted.</param>
    /// <param name="fibre">What is known of the fibre.</param>
    /// <param name="on">What it is spun on, null where nobody said.</param>
    /// <returns>The aim, or <c>out-of-range</c> at a field.</returns>
    public static Result<YarnAim> Of(YarnWish wish, SpunFibre fibre, SpunOn? on)
    {
        var guard = new Guard(SpinningFields.Subjects)
            .Within(wish.WrapsPerInch, Wraps.Fewest, Wraps.Most, "wrapsPerInch")
            .Need(wish.Degrees is >= 1 and <= 80, "degrees", "out-of-range", "must be from 1 to 80 degrees")
            .Need(
                wish.Plies is >= 1 and <= YarnMeasures.MostStrands,
                "plies",
                "out-of-range",
                $"must be a whole number from 1 to {YarnMeasures.MostStrands}"
            )
            .Within(wish.FinishedDensity, 0.02, 1.5, "finishedDensity")
            .Within(wish.SinglesDensity, 0.02, 1.5, "singlesDensity")
            .Within(wish.BloomPercent, 0, 100, "bloomPercent")
            .Within(wish.TakeUpPercent, 0, 50, "takeUpPercent")
            .Within(wish.ExtraTurnsPercent, 0, 100, "extraTurnsPercent")
            .Need(
                wish.SinglesWraps is not { } wraps || wraps is >= Wraps.Fewest / 2 and <= Wraps.Most * 4,
                "wrapsPerInch",
                "out-of-range",
                "asks for singles that nobody spins"
            );
        if (on is not null)
        {
            guard
                .Within(on.Ratio, 0.1, 100, "ratio")
                .Within(on.DrawMillimetres, SpunOn.ShortestDraw, SpunOn.LongestDraw, "drawMillimetres")
                .Within(on.MostTreadles, 1, 1000, "mostTreadles");
        }

        return guard.Then<YarnAim>(() => Reckon(wish, fibre, on));
    }

    private static YarnAim Reckon(YarnWish wish, SpunFibre fibre, SpunOn? on)
    {
        var strands = wish.Strands;
        var diameter = Wraps.Diameter(wish.WrapsPerInch);
        var tex = Wraps.Tex(wish.WrapsPerInch, wish.FinishedDensity);
        var byDensity = Plying.SinglesTex(tex, strands, wish.TakeUpPercent);
        var singlesWraps = wish.SinglesWraps ?? Wraps.Of(byDensity, wish.SinglesDensity);
        var singles = wish.SinglesWraps is { } known ? Wraps.Tex(known, wish.SinglesDensity) : byDensity;
        var turns = Twisting.TurnsFor(Wraps.Diameter(singlesWraps), wish.Degrees) * (1 + wish.ExtraTurnsPercent / 100);
        var fibres = fibre is { Micron: { } micron, Density: { } density } ? singles / Fineness.FibreTex(micron, density) : (double?)null;
        var (treadles, draw) = on is null ? ((int?)null, (double?)null) : Treadling(turns, on);
        var share = wish.Tolerance switch
        {
            YarnTolerance.Exact => 0.5,
            YarnTolerance.Loose => 2,
            _ => 1.0,
        };
        var plyBack = PlyBackOf(wish.WrapsPerInch, strands, wish.BloomPercent);
        var against = Against(wish, fibre, on, fibres, turns).OrderByDescending(o => o.How).ToArray();
        return new YarnAim(
            tex,
            diameter,
            singles,
            singlesWraps,
            turns,
            strands > 1 ? Twisting.TurnsFor(diameter, wish.Degrees) : null,
            plyBack,
            // One wrap of the washed yarn, as it shows in the ply-back.
            wish.Tolerance == YarnTolerance.Lumps
                ? null
                : share * plyBack / wish.WrapsPerInch,
            share * 3,
            fibres,
            treadles,
            draw,
            against.Length == 0 ? CanBeSpun.Possible : against[0].How,
            against
        );
    }

    /// <summary>What a fresh ply-back of two must read for a washed yarn of so many strands.</summary>
    /// <param name="washedWraps">Above zero.</param>
    /// <param name="strands">At least one.</param>
    /// <param name="bloomPercent">Zero or more.</param>
    public static double PlyBackOf(double washedWraps, int strands, double bloomPercent) =>
        washedWraps * (1 + bloomPercent / 100) * Math.Sqrt(strands / TwoStrands);

    /// <summary>What a ply-back of two becomes, washed, in a yarn of so many strands: the inverse of <see cref="PlyBackOf" />.</summary>
    /// <param name="plyBackWraps">Above zero.</param>
    /// <param name="strands">At least one.</param>
    /// <param name="bloomPercent">Zero or more.</param>
    public static double WashedOf(double plyBackWraps, int strands, double bloomPercent) =>
        plyBackWraps / PlyBackOf(1, strands, bloomPercent);

    // Feet count whole treadles; the draw takes up the rest.
    internal static (int Treadles, double Draw) Treadling(double turns, SpunOn on)
    {
        var treadles = Math.Max(1, (int)Math.Round(turns * on.DrawMillimetres / 1000 / on.Ratio));
        return (treadles, treadles * on.Ratio / turns * 1000);
    }

    private static IEnumerable<YarnObstacle> Against(YarnWish wish, SpunFibre fibre, SpunOn? on, double? fibres, double turns)
    {
        if (fibres is { } few && few < EasyFibres)
        {
            // Fibres in a section go with the square of the thickness.
            yield return new YarnObstacle(
                AgainstYarn.FewFibres,
                few < Fineness.FewestFibres ? CanBeSpun.Not : CanBeSpun.Hard,
                few,
                Fineness.FewestFibres,
                null,
                null,
                wish.WrapsPerInch * Math.Sqrt(few / EasyFibres)
            );
        }

        if (on is not null && turns * on.DrawMillimetres / 1000 / on.Ratio is var needed && needed > on.MostTreadles)
        {
            yield return new YarnObstacle(
                AgainstYarn.ManyTreadles,
                needed > 3 * on.MostTreadles ? CanBeSpun.Not : CanBeSpun.Hard,
                needed,
                on.MostTreadles,
                on.MostTreadles * on.Ratio / turns * 1000,
                needed * on.Ratio / on.MostTreadles,
                null
            );
        }

        if (fibre.StapleMillimetres is { } staple && turns * staple / 1000 is var held && held < FewestTurnsInStaple)
        {
            // Turns for an angle go with the wraps.
            yield return new YarnObstacle(
                AgainstYarn.FewTurns,
                held < NoTurnsInStaple ? CanBeSpun.Not : CanBeSpun.Hard,
                held,
                FewestTurnsInStaple,
                null,
                null,
                wish.WrapsPerInch * FewestTurnsInStaple / held
            );
        }

        if (wish.Degrees > SteepestDegrees)
        {
            yield return new YarnObstacle(AgainstYarn.SteepAngle, CanBeSpun.Hard, wish.Degrees, SteepestDegrees, null, null, null);
        }
    }
}

using EarthyTuft.Core.Fibres;
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

    /// <summary>What it is reckoned with.</summary>
    public YarnFigures Figures { get; init; } = YarnFigures.Typical;

    /// <summary>More turns in the singles than balance asks for, in percent: a tenth to a third for socks and very short fibre.</summary>
    public double ExtraTurnsPercent { get; init; }

    /// <summary>Angles that suit the fibre, where nobody asked for one: a reading within them is near enough. Null where one was asked
    /// for.</summary>
    public Span? Suits { get; init; }

    /// <summary>How firmly the singles are twisted.</summary>
    public Firmness Firmness { get; init; }

    /// <summary>The twist that is seen in the yarn, its last; null where it does not matter.</summary>
    public TwistDirection? Direction { get; init; }

    /// <summary>The twist its singles get for that: the other one where they are plied once, the same in singles and in a cable, which is
    /// plied twice; null where it does not matter.</summary>
    public TwistDirection? SinglesDirection => Strands == 1 || Structure == YarnStructure.Cable ? Direction : Direction?.Other();

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
/// <param name="HoldsByTurns">So short a staple needs these turns to hold together: more than balance asks for.</param>
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
    bool HoldsByTurns,
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

    /// <summary>A ply-back is of two.</summary>
    public const int TwoStrands = 2;

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
            .Within(wish.Figures.WashedDensity(wish.Strands), YarnFigures.LeastDensity, YarnFigures.MostDensity, "finishedDensity")
            .Within(wish.Figures.SinglesDensity, YarnFigures.LeastDensity, YarnFigures.MostDensity, "singlesDensity")
            .Within(wish.Figures.BloomPercent, 0, YarnFigures.MostBloom, "bloomPercent")
            .Within(wish.Figures.TakeUpPercent, 0, YarnFigures.MostTakeUp, "takeUpPercent")
            .Within(wish.ExtraTurnsPercent, 0, 100, "extraTurnsPercent");
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
        var singles = wish.Figures.SinglesTexForWashed(wish.WrapsPerInch, strands);
        var tex = wish.Figures.WashedTex(singles, strands);
        var singlesWraps = wish.Figures.SinglesWraps(singles);
        var balanced = Twisting.TurnsFor(Wraps.Diameter(singlesWraps), wish.Degrees) * (1 + wish.ExtraTurnsPercent / 100);
        var least = fibre.StapleMillimetres is { } staple ? YarnBeginning.LeastTurns(staple, singles, wish.Firmness) : 0;
        var turns = Math.Max(balanced, least);
        var fibres = fibre is { Micron: { } micron, Density: { } density } ? singles / Fineness.FibreTex(micron, density) : (double?)null;
        var (treadles, draw) = on is null ? ((int?)null, (double?)null) : Treadling(turns, on);
        var share = wish.Tolerance switch
        {
            YarnTolerance.Exact => 0.5,
            YarnTolerance.Loose => 2,
            _ => 1.0,
        };
        var plyBack = wish.Figures.FreshWraps(singles, TwoStrands);
        var against = Against(wish, fibre, on, fibres, turns).OrderByDescending(o => o.How).ToArray();
        return new YarnAim(
            tex,
            diameter,
            singles,
            singlesWraps,
            turns,
            least > balanced,
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

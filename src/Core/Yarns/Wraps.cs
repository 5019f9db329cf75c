using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Yarns;

/// <summary>Classes of yarn by its wraps per inch; charts differ.</summary>
public enum YarnClass
{
    /// <summary>From 18 wraps.</summary>
    Lace,

    /// <summary>From 14.</summary>
    Fingering,

    /// <summary>From 12.</summary>
    Sport,

    /// <summary>From 11.</summary>
    DoubleKnitting,

    /// <summary>From 9.</summary>
    Worsted,

    /// <summary>From 8.</summary>
    Aran,

    /// <summary>From 6.</summary>
    Bulky,

    /// <summary>Below 6.</summary>
    SuperBulky,
}

/// <summary>
/// Wraps per inch, thickness and grist (docs/craft.md, section 15). Wraps are of yarn lightly laid, so that its density is low and
/// personal:
/// <c>tex = density * pi * d^2 / 4 * 1000</c>, d in millimetres and density in g/cm3.
/// </summary>
public static class Wraps
{
    /// <summary>Fewest wraps in an inch that are believed.</summary>
    public const double Fewest = WrapsReading.Fewest;

    /// <summary>Most wraps in an inch that are believed.</summary>
    public const double Most = WrapsReading.Most;

    /// <summary>So many wraps a reading can be off by when nobody says otherwise.</summary>
    public const double ReadingDoubt = WrapsReading.LeastDoubt;

    private static readonly double[] From = [18, 14, 12, 11, 9, 8, 6];

    /// <summary>The thickness of a yarn.</summary>
    /// <param name="wrapsPerInch">Above zero.</param>
    /// <returns>Millimetres.</returns>
    public static double Diameter(double wrapsPerInch) => Length.MillimetresPerInch / wrapsPerInch;

    /// <summary>The class of a yarn.</summary>
    /// <param name="wrapsPerInch">Above zero.</param>
    public static YarnClass ClassOf(double wrapsPerInch) => (YarnClass)From.TakeWhile(from => wrapsPerInch < from).Count();

    /// <summary>The class on the other side of a bound that is no farther away than a reading can be off; null where none is.</summary>
    /// <param name="wrapsPerInch">Above zero.</param>
    public static YarnClass? Neighbour(double wrapsPerInch)
    {
        var here = ClassOf(wrapsPerInch);
        return new[] { ClassOf(wrapsPerInch + ReadingDoubt), ClassOf(Math.Max(1e-9, wrapsPerInch - ReadingDoubt)) }
            .Where(c => c != here)
            .Select(c => (YarnClass?)c)
            .FirstOrDefault();
    }

    /// <summary>Wraps in the middle of a class, to begin from.</summary>
    /// <param name="of">The class.</param>
    public static double MiddleOf(YarnClass of) =>
        of switch
        {
            YarnClass.Lace => 22,
            YarnClass.SuperBulky => 5,
            _ => (From[(int)of] + From[(int)of - 1]) / 2,
        };

    /// <summary>Grist of a yarn.</summary>
    /// <param name="wrapsPerInch">Above zero.</param>
    /// <param name="density">Wrap density in g/cm3, above zero.</param>
    /// <returns>Tex.</returns>
    public static double Tex(double wrapsPerInch, double density) => density * Math.PI * Math.Pow(Diameter(wrapsPerInch), 2) / 4 * 1000;

    /// <summary>Wraps of a yarn: the inverse of <see cref="Tex" />.</summary>
    /// <param name="tex">Above zero.</param>
    /// <param name="density">Wrap density in g/cm3, above zero.</param>
    public static double Of(double tex, double density) => Length.MillimetresPerInch / Math.Sqrt(tex / 1000 * 4 / Math.PI / density);

    /// <summary>The reckoning <c>wraps</c>.</summary>
    /// <param name="input">Wraps in an inch.</param>
    public static Result<WrapsOutput> Reckon(WrapsInput input) =>
        new Guard(YarnFields.Subjects)
            .Within(input.WrapsPerInch, Fewest, Most, "wrapsPerInch")
            .Then<WrapsOutput>(() =>
                new WrapsOutput(Diameter(input.WrapsPerInch), ClassOf(input.WrapsPerInch), Neighbour(input.WrapsPerInch))
            );

    /// <summary>The reckoning <c>wraps-to-grist</c>.</summary>
    /// <param name="input">Wraps and density.</param>
    public static Result<GristOutput> ReckonGrist(WrapsToGristInput input) =>
        new Guard(YarnFields.Subjects)
            .Within(input.WrapsPerInch, Fewest, Most, "wrapsPerInch")
            .Positive(input.WrapDensity, "wrapDensity")
            .Then<GristOutput>(() => new GristOutput(Tex(input.WrapsPerInch, input.WrapDensity)));

    /// <summary>The reckoning <c>grist-to-wraps</c>, the inverse of <c>wraps-to-grist</c>.</summary>
    /// <param name="input">Grist and density.</param>
    public static Result<GristToWrapsOutput> ReckonWraps(GristToWrapsInput input) =>
        new Guard(YarnFields.Subjects)
            .Positive(input.Tex, "tex")
            .Positive(input.WrapDensity, "wrapDensity")
            .Then<GristToWrapsOutput>(() => new GristToWrapsOutput(Of(input.Tex, input.WrapDensity)));
}

/// <summary>Input of <c>wraps</c>.</summary>
/// <param name="WrapsPerInch">From 1 to 200.</param>
public sealed record WrapsInput([property: Unit("/in", "wraps, lightly laid")] double WrapsPerInch);

/// <summary>Output of <c>wraps</c>.</summary>
/// <param name="DiameterMillimetres">One wrap.</param>
/// <param name="YarnClass">By its lower bound.</param>
/// <param name="Neighbour">The class that other charts may say, where a bound is near.</param>
public sealed record WrapsOutput(
    [property: Unit("mm", "thickness")] double DiameterMillimetres,
    [property: Unit("", "class")] YarnClass YarnClass,
    [property: Unit("", "or by other charts")] YarnClass? Neighbour
);

/// <summary>Input of <c>wraps-to-grist</c>.</summary>
/// <param name="WrapsPerInch">From 1 to 200.</param>
/// <param name="WrapDensity">Above zero.</param>
public sealed record WrapsToGristInput(
    [property: Unit("/in", "wraps, lightly laid")] double WrapsPerInch,
    [property: Unit("g/cm³", "wrap density: singles on the wheel 0.24, finished wool 0.11, cotton and silk 0.2")] double WrapDensity
);

/// <summary>Output of <c>wraps-to-grist</c>, <c>ply</c>.</summary>
/// <param name="Tex">Grams per 1000 m.</param>
public sealed record GristOutput([property: Unit("tex", "grist")] double Tex);

/// <summary>Input of <c>grist-to-wraps</c>.</summary>
/// <param name="Tex">Above zero.</param>
/// <param name="WrapDensity">Above zero.</param>
public sealed record GristToWrapsInput(
    [property: Unit("tex", "grist")] double Tex,
    [property: Unit("g/cm³", "wrap density: singles on the wheel 0.24, finished wool 0.11, cotton and silk 0.2")] double WrapDensity
);

/// <summary>Output of <c>grist-to-wraps</c>.</summary>
/// <param name="WrapsPerInch">Lightly laid.</param>
public sealed record GristToWrapsOutput([property: Unit("/in", "wraps")] double WrapsPerInch);

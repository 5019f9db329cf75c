using System.Globalization;
using EarthyTuft.Core.Assessing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;

namespace EarthyTuft.Web.Assessing;

/// <summary>A measured lock.</summary>
/// <param name="Length">Its length as the workshop counts it.</param>
public sealed record LockView(
    Guid Id,
    FleecePlace Place,
    double LengthMillimetres,
    string Length,
    double? CrimpsPerCentimetre,
    Wave? Wave,
    LockShape Shape
)
{
    public static LockView Of(LockRow l, LengthUnit unit) =>
        new(
            l.Id,
            l.Place,
            l.LengthMillimetres,
            Figures.Length(l.LengthMillimetres, unit),
            l.Measured.CrimpsPerCentimetre,
            l.Wave,
            LockShape.Of(l.LengthMillimetres, l.Measured.CrimpsPerCentimetre, l.Wave)
        );
}

/// <summary>The ruler that locks lie on, in the unit the workshop counts in.</summary>
/// <param name="Sign">mm, cm or in.</param>
/// <param name="StepMillimetres">From one small mark to the next.</param>
/// <param name="PerLabel">So many small marks are one step of a number.</param>
/// <param name="LabelStep">What the number grows by.</param>
public sealed record RulerView(string Sign, double StepMillimetres, int PerLabel, int LabelStep)
{
    public static RulerView Of(LengthUnit unit) =>
        unit switch
        {
            LengthUnit.Inch => new("in", Core.Quantities.Length.MillimetresPerInch / 4, 4, 1),
            LengthUnit.Centimetre => new("cm", 10, 2, 2),
            _ => new("mm", 10, 2, 20),
        };
}

public sealed record PlaceView(FleecePlace Place, int Count, double MeanMillimetres);

/// <summary>The locks of a lot, ready to draw, and what they say together.</summary>
/// <param name="Inherited">Measured on what the lot was made of, not on itself.</param>
public sealed record StapleView(
    IReadOnlyList<LockView> Locks,
    bool Inherited,
    int Count,
    NumberFigure? Mean,
    NumberFigure? StandardDeviation,
    NumberFigure? Cv,
    double? ShortestMillimetres,
    double? LongestMillimetres,
    NumberFigure? CrimpsPerCentimetre,
    NumberFigure? CrimpsPerInch,
    Wave? Wave,
    IReadOnlyList<PlaceView> ByPlace,
    Span? Usual,
    string? UsualText,
    RulerView Ruler,
    string Colour,
    string Sentence,
    IReadOnlyList<FleecePlace> Places
)
{
    private static readonly FleecePlace[] OfAFleece = Enum.GetValues<FleecePlace>();

    public static StapleView Of(
        IReadOnlyList<LockRow> locks,
        bool inherited,
        LotForm form,
        string parentage,
        Fibre fibre,
        string colour,
        BreedBook book,
        LengthUnit unit
    )
    {
        var measured = locks.Select(l => l.Measured).ToArray();
        var staple = Staple.Of(measured, book.UsualStaple(parentage));
        var length = staple.Length;
        var (each, sign) = (Core.Quantities.Length.MillimetresOf(unit), " " + Core.Quantities.Length.Sign(unit));
        return new StapleView(
            [.. locks.OrderBy(l => l.LengthMillimetres).Select(l => LockView.Of(l, unit))],
            inherited,
            locks.Count,
            length is null
                ? null
                : Figure(length.Mean / each, unit == LengthUnit.Millimetre ? "0" : "0.0", sign, "sum of lengths / number of locks", length),
            length?.StandardDeviation is { } sd
                ? Figure(
                    sd / each,
                    unit == LengthUnit.Millimetre ? "0.0" : "0.00",
                    sign,
                    "square root of the summed squared differences from the mean / (n \u2212 1)",
                    length
                )
                : null,
            length?.CvPercent is { } cv ? Figure(cv, "0", " %", "standard deviation / mean", length) : null,
            length?.Least,
            length?.Most,
            staple.Crimp is { } crimp
                ? Figure(crimp.Mean, "0.0", " / cm", "crimps counted / length they were counted over, mean of the locks", crimp)
                : null,
            staple.Crimp is { } again
                ? Figure(again.Mean * Core.Quantities.Length.MillimetresPerInch / 10, "0.0", " / inch", "crimps per cm \u00D7 2.54", again)
                : null,
            staple.Wave,
            [.. measured.GroupBy(l => l.Place).Select(g => new PlaceView(g.Key, g.Count(), g.Average(l => l.Length.Millimetres)))],
            staple.Usual,
            staple.Usual is { } usual
                ? (usual.Low / each).ToString(unit == LengthUnit.Millimetre ? "0" : "0.#", CultureInfo.InvariantCulture)
                    + "\u2013"
                    + (usual.High / each).ToString(unit == LengthUnit.Millimetre ? "0" : "0.#", CultureInfo.InvariantCulture)
                    + sign
                : null,
            RulerView.Of(unit),
            colour,
            InWords(staple, fibre.HasGrease() && form.HasLocks(), unit),
            fibre.HasGrease() && form.HasLocks() ? OfAFleece : [FleecePlace.Unknown]
        );
    }

    private static NumberFigure Figure(double value, string format, string unit, string formula, Spread spread) =>
        new(
            value,
            value.ToString(format, CultureInfo.InvariantCulture) + unit,
            Provenance.Measured,
            new Working(formula, [new("locks", spread.Count.ToString(CultureInfo.InvariantCulture))], "locks measured relaxed, butt to tip")
        );

    private static string InWords(Staple staple, bool isFleece, LengthUnit unit)
    {
        if (staple.Length is null)
        {
            return isFleece
                ? "No lock measured yet. Take some from shoulder, side and britch."
                : "No staple measured yet. Take some from different parts of the lot.";
        }

        var against = staple.Against switch
        {
            AgainstRange.Within => "within the breed\u2019s usual range",
            AgainstRange.Shorter => $"{Figures.Length(staple.AwayMillimetres!.Value, unit)} shorter than the breed\u2019s usual range",
            AgainstRange.Longer => $"{Figures.Length(staple.AwayMillimetres!.Value, unit)} longer than the breed\u2019s usual range",
            _ => "no usual range known to compare with",
        };
        var even =
            staple.Length.Count < 3 ? " A fleece is rarely as even as one or two locks suggest."
            : staple.IsUneven ? " Uneven: sort by length first, or comb the short out and card the noil."
            : "";
        return char.ToUpperInvariant(against[0]) + against[1..] + "." + even;
    }
}

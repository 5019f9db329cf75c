using System.Globalization;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Web.Hosting;

/// <summary>A mass for a screen: grams to draw with, words to read, and where it comes from.</summary>
/// <param name="Grams">For drawing to scale.</param>
/// <param name="Text">In the workshop's unit.</param>
/// <param name="From">Where it comes from.</param>
/// <param name="GiveOrTake">One standard deviation in the workshop's unit, null when there is none.</param>
/// <param name="Working">How it was worked out.</param>
public sealed record MassFigure(double Grams, string Text, Provenance From, string? GiveOrTake = null, Working? Working = null);

/// <summary>What the axis of a picture of masses counts in.</summary>
/// <param name="Grams">One division.</param>
/// <param name="Name">What it is called.</param>
public sealed record MassAxis(double Grams, string Name)
{
    public static MassAxis Of(MassUnit unit)
    {
        var (grams, name) = Mass.Axis(unit);
        return new MassAxis(grams, name);
    }
}

/// <summary>A figure that is not a mass.</summary>
public sealed record NumberFigure(double Value, string Text, Provenance From, Working? Working = null);

public static class Figures
{
    public const string BalanceSource = "balance of a step in reference mass";

    /// <summary>Hours of work in words; less than one in minutes.</summary>
    public static string Hours(double hours) =>
        hours < 1 ? FormattableString.Invariant($"{hours * 60:0} min") : FormattableString.Invariant($"{hours:0.#} h");

    public static MassFigure ToFigure(this Mass mass, MassUnit unit, Provenance from, Working? working = null) =>
        new(mass.Grams, mass.Write(unit), from, null, working);

    public static MassFigure ToFigure(this Estimate estimate, MassUnit unit, Provenance from, Working? working = null) =>
        new(estimate.Mass.Grams, estimate.Write(unit), from, Mass.FromGrams(estimate.Doubt).WriteSpread(unit), working);

    public static MassFigure? ToFigure(double? grams, double? sigma, MassUnit unit, Provenance from, Working? working = null) =>
        grams is not { } g
            ? null
            : new(
                g,
                sigma is null ? Mass.FromGrams(g).Write(unit) : new Estimate(Mass.FromGrams(g), sigma.Value).Write(unit),
                from,
                sigma is { } s ? Mass.FromGrams(s).WriteSpread(unit) : null,
                working
            );

    public static string Percent(double fraction) =>
        (fraction * 100).ToString(Math.Abs(fraction) < 0.0995 ? "0.0" : "0", CultureInfo.InvariantCulture) + " %";

    public static NumberFigure PercentFigure(double fraction, Provenance from, Working working) =>
        new(fraction * 100, Percent(fraction), from, working);

    /// <summary>A length of locks as the workshop counts it.</summary>
    public static string Length(double millimetres, LengthUnit unit) => Core.Quantities.Length.FromMillimetres(millimetres).Write(unit);

    /// <summary>A length of yarn as the workshop counts it: in yards where locks are measured in inches.</summary>
    public static string Metres(double metres, LengthUnit unit) => new YarnLength(metres).Write(unit);

    /// <summary>Turns in words: <c>240 turns in a metre</c>, <c>6.1 turns in an inch</c>.</summary>
    public static string Turns(double perMetre, LengthUnit unit) =>
        unit == LengthUnit.Inch
            ? FormattableString.Invariant($"{Twist.From(perMetre, TwistUnit.PerMetre).In(TwistUnit.PerInch):0.#} turns in an inch")
            : FormattableString.Invariant($"{perMetre:0} turns in a metre");

    /// <summary>How heavy a yarn is for its length: in tex, and in the count that the workshop would use.</summary>
    public static string Grist(double tex, LengthUnit unit)
    {
        var grist = LinearDensity.FromTex(tex);
        var other = unit == LengthUnit.Inch ? LinearDensityUnit.YardsPerPound : LinearDensityUnit.MetresPer100Grams;
        return $"{grist.Write(LinearDensityUnit.Tex)} ({grist.Write(other)})";
    }

    /// <summary>How heavy a top or a strip is for its length: <c>25 g in a metre</c>, <c>0.81 oz in a yard</c>.</summary>
    public static string Supply(double gramsPerMetre, LengthUnit unit)
    {
        var supply = LinearDensity.From(gramsPerMetre, LinearDensityUnit.GramsPerMetre);
        return unit == LengthUnit.Inch
            ? FormattableString.Invariant($"{supply.In(LinearDensityUnit.OuncesPerYard):0.###} oz in a yard")
            : FormattableString.Invariant($"{gramsPerMetre:0.##} g in a metre");
    }

    /// <summary>What was counted along a yarn: <c>3.2 in 10 m</c>, <c>2.9 neps in 10 yd</c>.</summary>
    /// <param name="what">What was counted; empty where it is said already.</param>
    public static string PerTen(double per10Metres, LengthUnit unit, string what = "")
    {
        var over = CountedOver.OfYarn(unit);
        return FormattableString.Invariant(
            $"{over.Of(per10Metres, CountedOver.TenMetres):0.#} {what}{(what.Length > 0 ? " " : "")}in {over.Name}"
        );
    }
}

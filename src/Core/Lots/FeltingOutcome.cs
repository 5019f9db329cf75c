using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Lots;

/// <summary>How a pinch of a lot felted in a test (docs/craft.md, section 16).</summary>
/// <param name="Felts">What it comes to.</param>
/// <param name="PinchGrams">What was rolled, above zero.</param>
/// <param name="WidthMillimetres">Of the ball in the end, above zero; null where it stayed loose.</param>
/// <param name="Minutes">How long it was rolled, above zero.</param>
public sealed record FeltingOutcome(FeltingGrade Felts, double PinchGrams, double? WidthMillimetres, double Minutes)
{
    /// <summary>How dense the ball became, in g/cm3: its mass over that of a ball's volume; null where it stayed loose.</summary>
    public double? Density => WidthMillimetres is { } width ? DensityOf(PinchGrams, width) : null;

    /// <summary>By how much the density can be off, as a fraction: a ruler is off by half a millimetre, and a width counts three
    /// times.</summary>
    public double? DensityDoubt => WidthMillimetres is { } width ? 3 * 0.5 / width : null;

    /// <summary>Density of a ball, in g/cm3.</summary>
    /// <param name="grams">Above zero.</param>
    /// <param name="widthMillimetres">Above zero.</param>
    public static double DensityOf(double grams, double widthMillimetres) => grams / (Math.PI / 6 * Math.Pow(widthMillimetres / 10, 3));

    /// <summary>The width of a ball of some density, in millimetres.</summary>
    /// <param name="grams">Above zero.</param>
    /// <param name="density">In g/cm3, above zero.</param>
    public static double WidthOf(double grams, double density) => 10 * Math.Cbrt(grams / density * 6 / Math.PI);
}

/// <summary>A test of some lot, as it bears on another one.</summary>
/// <param name="Code">The lot that was tested.</param>
/// <param name="Parentage">Its breed or cross, as it is written; empty for unknown.</param>
/// <param name="At">When.</param>
/// <param name="Outcome">What came of it.</param>
public sealed record TestedFelting(string Code, string Parentage, DateTimeOffset At, FeltingOutcome Outcome);

/// <summary>How readily a lot felts, as far as it is known.</summary>
/// <param name="Felts">Null when nobody knows.</param>
/// <param name="From">Yours where a test says so, typical where it is the breed's.</param>
/// <param name="Test">The test that says so; null where none does.</param>
public sealed record KnownFelting(FeltingGrade? Felts, Provenance From, TestedFelting? Test = null)
{
    /// <summary>What is known: by the newest test of the lot itself, else of its fleece, else of its breed; else what is typical.</summary>
    /// <param name="code">The lot.</param>
    /// <param name="parentage">Its breed or cross, as it is written; empty for unknown, of which other tests tell nothing.</param>
    /// <param name="tests">Tests of any lots, in any order.</param>
    /// <param name="typical">Of its breed or class; null when not known.</param>
    public static KnownFelting Of(string code, string parentage, IReadOnlyCollection<TestedFelting> tests, FeltingGrade? typical)
    {
        var root = LotCode.RootOf(code);
        return tests
            .Select(t =>
                (
                    Test: t,
                    Nearness: t.Code == code ? 3
                    : LotCode.RootOf(t.Code) == root ? 2
                    : parentage.Length > 0 && t.Parentage == parentage ? 1
                    : 0
                )
            )
            .Where(t => t.Nearness > 0)
            .OrderByDescending(t => t.Nearness)
            .ThenByDescending(t => t.Test.At)
            .Select(t => new KnownFelting(t.Test.Outcome.Felts, Provenance.Yours, t.Test))
            .FirstOrDefault()
            ?? new KnownFelting(typical, Provenance.Typical);
    }
}

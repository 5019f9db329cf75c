using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Ledger;

/// <summary>Dressing: a little oil for dry, flyaway fibre (docs/craft.md, section 8). It is a gain in the balance and is washed out
/// later.</summary>
public static class Dressing
{
    /// <summary>Typical, in percent of the fibre.</summary>
    public const double TypicalPercent = 3;

    /// <summary>What is usually mixed in, in percent of the fibre: a little, the usual, much (typical).</summary>
    public static readonly IReadOnlyList<double> UsualPercents = [2, TypicalPercent, 5];

    /// <summary>What to weigh out for some fibre at each of the usual percentages.</summary>
    /// <param name="fibreGrams">The fibre, zero or more.</param>
    public static IReadOnlyList<(double Percent, double Grams)> Usual(double fibreGrams) =>
        [.. UsualPercents.Select(p => (p, Of(fibreGrams, p)))];

    private static double Of(double fibreGrams, double percent) => fibreGrams * percent / 100;

    /// <summary>The reckoning <c>dressing</c>: grams = fibre * percent / 100.</summary>
    /// <param name="input">Fibre and percentage.</param>
    public static Result<DressingOutput> Reckon(DressingInput input) =>
        new Guard()
            .NotNegative(input.FibreGrams, "fibreGrams")
            .NotNegative(input.Percent, "percent")
            .Then<DressingOutput>(() => new DressingOutput(Of(input.FibreGrams, input.Percent)));
}

/// <summary>Input of <c>dressing</c>.</summary>
/// <param name="FibreGrams">Zero or more.</param>
/// <param name="Percent">Zero or more; 2 to 5 is typical.</param>
public sealed record DressingInput(
    [property: Unit("g", "fibre")] double FibreGrams,
    [property: Unit("%", "dressing of fibre weight; 2 to 5 is typical")] double Percent
);

/// <summary>Output of <c>dressing</c>.</summary>
/// <param name="DressingGrams">Dressing to weigh out.</param>
public sealed record DressingOutput([property: Unit("g", "dressing to weigh out")] double DressingGrams);

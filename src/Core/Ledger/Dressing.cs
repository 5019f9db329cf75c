using System.Globalization;
using System.Text.RegularExpressions;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Ledger;

/// <summary>Dressing: a little oil for dry, flyaway fibre (docs/craft.md, section 8). It is a gain in the balance and is washed out
/// later.</summary>
public static partial class Dressing
{
    /// <summary>Typical, in percent of the fibre.</summary>
    public const double TypicalPercent = 3;

    /// <summary>What is usually mixed in, in percent of the fibre: a little, the usual, much (typical).</summary>
    public static readonly IReadOnlyList<double> UsualPercents = [2, TypicalPercent, 5];

    /// <summary>What to weigh out for some fibre at each of the usual percentages.</summary>
    /// <param name="fibreGrams">The fibre, zero or more.</param>
    public static IReadOnlyList<(double Percent, double Grams)> Usual(double fibreGrams) =>
        [.. UsualPercents.Select(p => (p, Of(fibreGrams, p)))];

    /// <summary>Reads a share as old and new sources tell it: <c>12 %</c> of the fibre's weight, <c>8 : 1</c> parts of fibre to one of fat,
    /// or <c>1 : 8</c>, which says the same.</summary>
    /// <param name="text">What was typed.</param>
    /// <returns>Percent of the fibre's weight, above 0 and at most 100; null where it is no share: a weight, say.</returns>
    public static double? ReadPercent(string? text)
    {
        if (Share().Match(text ?? "") is not { Success: true } share)
        {
            return null;
        }

        double Number(string name) => double.Parse(share.Groups[name].Value.Replace(',', '.'), CultureInfo.InvariantCulture);
        var percent =
            share.Groups["p"].Success ? Number("p")
            : Number("a") > 0 && Number("b") > 0 ? 100 * Math.Min(Number("a"), Number("b")) / Math.Max(Number("a"), Number("b"))
            : 0;
        return percent is > 0 and <= 100 ? percent : null;
    }

    [GeneratedRegex(
        @"^\s*(?:(?<p>[0-9]{1,3}(?:[.,][0-9]{1,3})?)\s*%|(?<a>[0-9]{1,3}(?:[.,][0-9]{1,3})?)\s*(?::|to)\s*(?<b>[0-9]{1,3}(?:[.,][0-9]{1,3})?))\s*$",
        RegexOptions.CultureInvariant
    )]
    private static partial Regex Share();

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

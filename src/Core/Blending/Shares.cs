using System.Globalization;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Blending;

/// <summary>How the shares of a blend are told.</summary>
public enum SharesBy
{
    /// <summary>In percent that make a hundred.</summary>
    Percent,

    /// <summary>In parts: two of this to one of that.</summary>
    Parts,

    /// <summary>By weight, and all of it is what they make together.</summary>
    Weight,
}

/// <summary>Shares of a blend as fractions of rested mass, and how much all of it is.</summary>
/// <param name="Fractions">Above zero each, one together.</param>
/// <param name="TotalGrams">Above zero.</param>
public sealed record BlendShares(IReadOnlyList<double> Fractions, double TotalGrams)
{
    /// <summary>The most that is blended at once, in grams.</summary>
    public const double MostGrams = 100_000;

    /// <summary>Reads them.</summary>
    /// <param name="by">How they are told.</param>
    /// <param name="amounts">As typed, one for each component.</param>
    /// <param name="total">All of it as typed; not asked where they are told by weight.</param>
    /// <param name="unit">What a bare weight is in.</param>
    /// <returns>The shares; refused at <c>components[i].amount</c>, <c>total</c> or <c>components</c> with <c>out-of-range</c>,
    /// <c>not-a-number</c>, <c>nothing-taken</c>, <c>too-many</c>, <c>not-a-hundred</c>, <c>empty</c>.</returns>
    public static Result<BlendShares> Read(SharesBy by, IReadOnlyList<string> amounts, string? total, MassUnit unit)
    {
        var guard = new Guard()
            .Need(amounts.Count > 0, "components", "nothing-taken", "is empty: say what is blended")
            .Need(amounts.Count <= Blend.MostComponents, "components", "too-many", $"has more than {Blend.MostComponents}");
        var values = new double[amounts.Count];
        for (var i = 0; i < amounts.Count; i++)
        {
            var field = $"components[{i}].amount";
            var read =
                by == SharesBy.Weight ? MassReader.Read(amounts[i], unit, field).Then<double>(m => m.Grams) : Number(amounts[i], field);
            foreach (var refusal in read.Refusals)
            {
                guard.Add(refusal);
            }

            values[i] = read.IsRefused ? 0 : read.Value;
            guard.Need(
                read.IsRefused || (values[i] > 0 && (by != SharesBy.Percent || values[i] <= 100 + Blend.SharesWithin)),
                field,
                "out-of-range",
                by == SharesBy.Percent ? "must be above 0 and at most 100" : "must be above zero"
            );
        }

        var all = by == SharesBy.Weight ? (Result<Mass>?)null : MassReader.Read(total, unit, "total");
        foreach (var refusal in all?.Refusals ?? [])
        {
            guard.Add(refusal);
        }

        var grams =
            all is null ? values.Sum()
            : all.Value.IsRefused ? 0
            : all.Value.Value.Grams;
        guard.Need(
            !guard.Passed || grams is > 0 and <= MostGrams,
            by == SharesBy.Weight ? "components" : "total",
            "out-of-range",
            FormattableString.Invariant($"must be more than nothing and at most {MostGrams / 1000} kg")
        );
        var missing = 100 - values.Sum();
        return guard
            .Need(
                !guard.Passed || by != SharesBy.Percent || Math.Abs(missing) <= Blend.SharesWithin,
                "components",
                "not-a-hundred",
                FormattableString.Invariant(
                    $"has shares that make {100 - missing:0.###} %: {Math.Abs(missing):0.###} % {(missing > 0 ? "are missing" : "are too many")}"
                )
            )
            .Then<BlendShares>(() => new BlendShares([.. values.Select(v => v / values.Sum())], grams));
    }

    private static Result<double> Number(string typed, string field) =>
        double.TryParse(typed.Trim().TrimEnd('%').Trim().Replace(',', '.'), NumberStyles.Float, CultureInfo.InvariantCulture, out var value)
        && double.IsFinite(value)
            ? value
            : new Refusal(
                field,
                typed.Trim().Length == 0 ? "empty" : "not-a-number",
                typed.Trim().Length == 0 ? "Say how much of it." : $"\u201C{typed.Trim()}\u201D does not read as a number."
            );
}

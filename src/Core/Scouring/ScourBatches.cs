using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Scouring;

/// <summary>How a fleece is shared out over a tub (docs/craft.md, section 6): equal batches, none above what the tub holds.</summary>
/// <param name="Count">How many.</param>
/// <param name="Grams">Of greasy wool in each.</param>
/// <param name="Litres">Of water for each.</param>
public sealed record ScourBatches(int Count, double Grams, double Litres)
{
    /// <summary>Water for a kilogram of greasy wool, typical; 20 to 40 is usual.</summary>
    public const double LitresPerKilogram = 25;

    /// <summary>Shares a fleece out.</summary>
    /// <param name="greasyGrams">All of it, zero or more.</param>
    /// <param name="tubLitres">What the tub holds, above zero.</param>
    /// <param name="litresPerKilogram">Water for a kilogram, above zero.</param>
    public static ScourBatches Of(double greasyGrams, double tubLitres, double litresPerKilogram)
    {
        var most = tubLitres / litresPerKilogram * 1000;
        var count = (int)Math.Max(1, Math.Ceiling(greasyGrams / most - 1e-9));
        return Of(greasyGrams, count, litresPerKilogram);
    }

    /// <summary>Shares a fleece out over a number of batches.</summary>
    /// <param name="greasyGrams">All of it, zero or more.</param>
    /// <param name="count">How many, one or more.</param>
    /// <param name="litresPerKilogram">Water for a kilogram, above zero.</param>
    public static ScourBatches Of(double greasyGrams, int count, double litresPerKilogram) =>
        new(count, greasyGrams / count, greasyGrams / count / 1000 * litresPerKilogram);

    /// <summary>The reckoning <c>scour-batches</c>.</summary>
    /// <param name="input">The fleece, the tub, the water.</param>
    public static Result<ScourBatchesOutput> Reckon(ScourBatchesInput input) =>
        new Guard(WashFields.Subjects)
            .NotNegative(input.GreasyGrams, "greasyGrams")
            .Positive(input.TubLitres, "tubLitres")
            .Positive(input.LitresPerKilogram, "litresPerKilogram")
            .Need(
                !(input.GreasyGrams / input.TubLitres * input.LitresPerKilogram > 1e9),
                "greasyGrams",
                "out-of-range",
                "is more than this tub could ever take"
            )
            .Then<ScourBatchesOutput>(() =>
            {
                var batches = Of(input.GreasyGrams, input.TubLitres, input.LitresPerKilogram);
                return new ScourBatchesOutput(batches.Count, batches.Grams, batches.Litres);
            });
}

/// <summary>Input of <c>scour-batches</c>.</summary>
/// <param name="GreasyGrams">Zero or more.</param>
/// <param name="TubLitres">Above zero.</param>
/// <param name="LitresPerKilogram">Above zero.</param>
public sealed record ScourBatchesInput(
    [property: Unit("g", "greasy wool")] double GreasyGrams,
    [property: Unit("L", "what the tub holds")] double TubLitres,
    [property: Unit("L/kg", "water for a kilogram; 25 is usual")] double LitresPerKilogram
);

/// <summary>Output of <c>scour-batches</c>.</summary>
/// <param name="Batches">How many.</param>
/// <param name="GramsPerBatch">Of greasy wool in each.</param>
/// <param name="LitresPerBath">Of water for each bath.</param>
public sealed record ScourBatchesOutput(
    [property: Unit("", "batches")] int Batches,
    [property: Unit("g", "greasy wool in each")] double GramsPerBatch,
    [property: Unit("L", "water for each bath")] double LitresPerBath
);

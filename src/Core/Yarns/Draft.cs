using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Yarns;

/// <summary>How far a supply has to be drawn out for a yarn (docs/craft.md, section 11).</summary>
public static class Draft
{
    /// <summary>The reckoning <c>draft</c>: supply in grams per metre, a thousand times, over the yarn's tex.</summary>
    /// <param name="input">Supply and yarn.</param>
    public static Result<DraftOutput> Reckon(DraftInput input) =>
        new Guard(YarnFields.Subjects)
            .Positive(input.SupplyGramsPerMetre, "supplyGramsPerMetre")
            .Positive(input.YarnTex, "yarnTex")
            .Then<DraftOutput>(() => new DraftOutput(input.SupplyGramsPerMetre * 1000 / input.YarnTex));
}

/// <summary>Input of <c>draft</c>.</summary>
/// <param name="SupplyGramsPerMetre">Top, roving or strip, above zero.</param>
/// <param name="YarnTex">The singles, above zero.</param>
public sealed record DraftInput(
    [property: Unit("g/m", "supply")] double SupplyGramsPerMetre,
    [property: Unit("tex", "yarn")] double YarnTex
);

/// <summary>Output of <c>draft</c>.</summary>
/// <param name="Draft">How many times its length the supply is drawn out to.</param>
public sealed record DraftOutput([property: Unit("times", "drawn out")] double Draft);

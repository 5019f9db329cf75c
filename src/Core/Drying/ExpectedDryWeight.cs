using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Drying;

/// <summary>What washed wool is expected to weigh dry, before any weighing tells.</summary>
public static class ExpectedDryWeight
{
    /// <summary>The yields of a class are of fleeces as they come off the animal, most of them somebody else's: the spread of what one wash
    /// of a skirted fleece keeps is wider by this factor (ours, tried in a world whose fleeces care for no class).</summary>
    public const double OfAClassAlone = 2;

    /// <summary>No wash is told closer than this part of what went in (typical).</summary>
    private const double Least = 0.02;

    // Between the ends of a band that holds eight in ten lie 2.56 standard deviations.
    private const double BandDeviations = 2.56;

    /// <summary>What is expected.</summary>
    /// <param name="washedGrams">What went into the wash, in grams above zero.</param>
    /// <param name="yields">What washing such wool keeps here.</param>
    /// <returns>In grams.</returns>
    public static Belief Of(double washedGrams, YieldForecast yields) =>
        new(
            washedGrams * yields.Median,
            washedGrams * Math.Max(Least, (yields.Upper - yields.Lower) / BandDeviations * (yields.Own == 0 ? OfAClassAlone : 1))
        );
}

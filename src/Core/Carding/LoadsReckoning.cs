using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;

namespace EarthyTuft.Core.Carding;

/// <summary>Input of <c>loads</c>.</summary>
/// <param name="Grams">All of it, above zero.</param>
/// <param name="MostPerLoadGrams">The most per load, above zero.</param>
public sealed record LoadsInput(
    [property: Unit("g", "fibre")] double Grams,
    [property: Unit("g", "the most per load")] double MostPerLoadGrams
);

/// <summary>Output of <c>loads</c>.</summary>
/// <param name="Loads">How many.</param>
/// <param name="GramsPerLoad">What each weighs.</param>
public sealed record LoadsOutput([property: Unit("", "loads")] int Loads, [property: Unit("g", "each")] double GramsPerLoad);

/// <summary>Equal loads (docs/craft.md, section 9).</summary>
public static class LoadsReckoning
{
    /// <summary>More loads than this are a slip.</summary>
    private const double MostLoads = 1_000_000;

    /// <summary>The reckoning <c>loads</c>: equal loads, none above the most.</summary>
    /// <param name="input">Fibre and the most per load.</param>
    public static Result<LoadsOutput> Reckon(LoadsInput input) =>
        new Guard(CardFields.Subjects)
            .Positive(input.Grams, "grams")
            .Positive(input.MostPerLoadGrams, "mostPerLoadGrams")
            .Need(
                !(input.MostPerLoadGrams > 0) || input.Grams / input.MostPerLoadGrams <= MostLoads,
                "mostPerLoadGrams",
                "out-of-range",
                "makes more than a million loads"
            )
            .Then<LoadsOutput>(() =>
            {
                var (loads, each) = LoadSize.Equal(input.Grams, input.MostPerLoadGrams);
                return new LoadsOutput(loads, each);
            });
}

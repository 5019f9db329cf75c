using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;

namespace EarthyTuft.Core.Blending;

/// <summary>
/// What to weigh out for a blend, load by load, and what the mix is like (docs/craft.md, section 11). Small shares on a coarse scale come
/// out badly: by how much stands beside each.
/// </summary>
public static class Blend
{
    /// <summary>A blend has no more components than this.</summary>
    public const int MostComponents = Composition.MostParts;

    /// <summary>The shares must make a hundred this closely.</summary>
    public const double SharesWithin = 0.005;

    private const double MostLoads = 100_000;

    /// <summary>The reckoning <c>blend</c>.</summary>
    /// <param name="input">What is blended, in loads of what size, on what scale.</param>
    /// <returns>Refused with <c>out-of-range</c>, <c>nothing-taken</c>, <c>too-many</c>; <c>not-a-hundred</c> says by how much the shares
    /// miss.</returns>
    public static Result<BlendOutput> Reckon(BlendInput input)
    {
        var guard = new Guard()
            .Positive(input.TotalGrams, "totalGrams")
            .Positive(input.MostPerLoadGrams, "mostPerLoadGrams")
            .Positive(input.ScaleStepGrams, "scaleStepGrams")
            .Need(
                !(input.MostPerLoadGrams > 0) || input.TotalGrams / input.MostPerLoadGrams <= MostLoads,
                "mostPerLoadGrams",
                "out-of-range",
                "makes more than a hundred thousand loads"
            )
            .Need(input.Components.Count > 0, "components", "nothing-taken", "is empty: say what is blended")
            .Need(input.Components.Count <= MostComponents, "components", "too-many", $"has more than {MostComponents}");
        for (var i = 0; i < input.Components.Count; i++)
        {
            var component = input.Components[i];
            guard.Need(
                double.IsFinite(component.SharePercent) && component.SharePercent is > 0 and <= 100 + SharesWithin,
                $"components[{i}].sharePercent",
                "out-of-range",
                "must be above 0 and at most 100"
            );
            if (component.Micron is { } micron)
            {
                guard.Positive(micron, $"components[{i}].micron");
            }

            if (component.PricePer100Grams is { } price)
            {
                guard.NotNegative(price, $"components[{i}].pricePer100Grams");
            }
        }

        var missing = 100 - input.Components.Sum(c => c.SharePercent);
        return guard
            .Need(
                !guard.Passed || Math.Abs(missing) <= SharesWithin,
                "components",
                "not-a-hundred",
                FormattableString.Invariant(
                    $"has shares that make {100 - missing:0.###} %: {Math.Abs(missing):0.###} % {(missing > 0 ? "are missing" : "are too many")}"
                )
            )
            .Then<BlendOutput>(() => WeighOut(input));
    }

    private static BlendOutput WeighOut(BlendInput input)
    {
        var (loads, each) = LoadSize.Equal(input.TotalGrams, input.MostPerLoadGrams);
        return new BlendOutput(
            loads,
            each,
            [
                .. input.Components.Select(c => new BlendPortion(
                    c.Name,
                    input.TotalGrams * c.SharePercent / 100,
                    each * c.SharePercent / 100,
                    WorstErrorPercent(each * c.SharePercent / 100, input.ScaleStepGrams)
                )),
            ],
            MeanRegain(input.Components) * 100,
            Mean(input.Components, c => c.Micron),
            Mean(input.Components, c => c.PricePer100Grams)
        );
    }

    /// <summary>By how much a portion can be off for the scale's division alone: half of it, against the portion.</summary>
    /// <param name="grams">The portion, above zero.</param>
    /// <param name="scaleStepGrams">The division, above zero.</param>
    /// <returns>In percent.</returns>
    public static double WorstErrorPercent(double grams, double scaleStepGrams) => 100 * scaleStepGrams / 2 / grams;

    // By rested mass; known only when it is known of every component.
    private static double? Mean(IReadOnlyList<BlendComponent> components, Func<BlendComponent, double?> of) =>
        components.Any(c => of(c) is null)
            ? null
            : components.Sum(c => c.SharePercent * of(c)!.Value) / components.Sum(c => c.SharePercent);

    // Shares are of rested mass, a regain is of oven-dry mass: sum(s R / (1 + R)) / sum(s / (1 + R)).
    private static double? MeanRegain(IReadOnlyList<BlendComponent> components)
    {
        if (components.Any(c => c.Fibre is not { } fibre || !Regain.IsKnown(fibre)))
        {
            return null;
        }

        double R(BlendComponent c) => Regain.At(c.Fibre!.Value, Regain.ReferenceHumidity);
        return components.Sum(c => c.SharePercent * R(c) / (1 + R(c))) / components.Sum(c => c.SharePercent / (1 + R(c)));
    }
}

/// <summary>A component of a blend.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="SharePercent">Of rested mass, above 0 and at most 100.</param>
/// <param name="Fibre">Null when not known.</param>
/// <param name="Micron">Mean fineness, null when not known.</param>
/// <param name="PricePer100Grams">Null when not known.</param>
public sealed record BlendComponent(
    [property: Unit("", "name")] string Name,
    [property: Unit("%", "share")] double SharePercent,
    [property: Unit("", "fibre")] Fibre? Fibre = null,
    [property: Unit("µm", "fineness")] double? Micron = null,
    [property: Unit("", "price of 100 g")] double? PricePer100Grams = null
);

/// <summary>Input of <c>blend</c>.</summary>
/// <param name="TotalGrams">All of it, above zero.</param>
/// <param name="MostPerLoadGrams">The most per load, above zero.</param>
/// <param name="ScaleStepGrams">The scale's division, above zero.</param>
/// <param name="Components">One to twelve; their shares make a hundred.</param>
public sealed record BlendInput(
    [property: Unit("g", "all of it")] double TotalGrams,
    [property: Unit("g", "the most per load")] double MostPerLoadGrams,
    [property: Unit("g", "the scale's division")] double ScaleStepGrams,
    [property: Unit("", "components")] IReadOnlyList<BlendComponent> Components
);

/// <summary>What to weigh out of one component.</summary>
/// <param name="Name">As it was given.</param>
/// <param name="TotalGrams">Of all of it.</param>
/// <param name="GramsPerLoad">For each load.</param>
/// <param name="WorstErrorPercent">By how much that portion can be off for the scale alone.</param>
public sealed record BlendPortion(
    [property: Unit("", "of")] string Name,
    [property: Unit("g", "in all")] double TotalGrams,
    [property: Unit("g", "for each load")] double GramsPerLoad,
    [property: Unit("%", "off by the scale, at worst")] double WorstErrorPercent
);

/// <summary>Output of <c>blend</c>.</summary>
/// <param name="Loads">How many.</param>
/// <param name="GramsPerLoad">What each weighs.</param>
/// <param name="Components">What to weigh out.</param>
/// <param name="MeanRegainPercent">At 65 % humidity; null unless every component's fibre has a regain.</param>
/// <param name="MeanMicron">By mass; null unless every component has one.</param>
/// <param name="PricePer100Grams">Null unless every component has one.</param>
public sealed record BlendOutput(
    [property: Unit("", "loads")] int Loads,
    [property: Unit("g", "each")] double GramsPerLoad,
    [property: Unit("", "to weigh out")] IReadOnlyList<BlendPortion> Components,
    [property: Unit("%", "regain of the mix at 65 %")] double? MeanRegainPercent,
    [property: Unit("µm", "fineness of the mix, by mass")] double? MeanMicron,
    [property: Unit("", "price of 100 g")] double? PricePer100Grams
);

using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Fibres;

/// <summary>
/// Fineness against yarn thickness (docs/craft.md, section 5). Fibres are taken as round: linear density in tex is
/// density * pi * d^2 / 4 * 1e-3 with d in micrometres and density in g/cm3. Spread within the fibre is ignored;
/// counting it, the number of fibres falls by about 6 %.
/// </summary>
public static class Fineness
{
    /// <summary>The fewest fibres in a section that hand-spun singles hold together with (typical).</summary>
    public const double FewestFibres = 35;

    /// <summary>Density of a fibre in g/cm3 (typical), null where this product keeps none.</summary>
    /// <param name="fibre">The fibre.</param>
    public static double? Density(Fibre fibre) =>
        fibre switch
        {
            <= Fibre.Horsehair => 1.31,
            Fibre.Silk => 1.33,
            Fibre.Cotton => 1.52,
            Fibre.Nylon => 1.14,
            _ => null,
        };

    /// <summary>Linear density of one round fibre in tex.</summary>
    /// <param name="micron">Diameter in micrometres, above zero.</param>
    /// <param name="density">g/cm3, above zero.</param>
    public static double FibreTex(double micron, double density) => density * Math.PI * micron * micron / 4 * 1e-3;

    /// <summary>The reckoning <c>fibres-in-section</c>.</summary>
    /// <param name="input">Fineness, density and the yarn's tex.</param>
    public static Result<FibresInSectionOutput> ReckonFibres(FibresInSectionInput input) =>
        new Guard()
            .Positive(input.Micron, "micron")
            .Positive(input.DensityGramsPerCubicCentimetre, "densityGramsPerCubicCentimetre")
            .NotNegative(input.Tex, "tex")
            .Then<FibresInSectionOutput>(() =>
            {
                var one = FibreTex(input.Micron, input.DensityGramsPerCubicCentimetre);
                return new FibresInSectionOutput(one, input.Tex / one);
            });

    /// <summary>The reckoning <c>finest-singles</c>.</summary>
    /// <param name="input">Fineness, density and the fewest fibres wanted.</param>
    public static Result<FinestSinglesOutput> ReckonFinest(FinestSinglesInput input)
    {
        var fewest = input.FewestFibres ?? FewestFibres;
        return new Guard()
            .Positive(input.Micron, "micron")
            .Positive(input.DensityGramsPerCubicCentimetre, "densityGramsPerCubicCentimetre")
            .Positive(fewest, "fewestFibres")
            .Then<FinestSinglesOutput>(() =>
            {
                var tex = fewest * FibreTex(input.Micron, input.DensityGramsPerCubicCentimetre);
                return new FinestSinglesOutput(tex, 1e5 / tex);
            });
    }
}

/// <summary>Input of <c>fibres-in-section</c>.</summary>
/// <param name="Micron">Fibre diameter, above zero.</param>
/// <param name="DensityGramsPerCubicCentimetre">Above zero: wool and hair 1.31.</param>
/// <param name="Tex">Yarn grist, zero or more.</param>
public sealed record FibresInSectionInput(
    [property: Unit("µm", "fibre diameter")] double Micron,
    [property: Unit("g/cm³", "fibre density; wool and hair 1.31")] double DensityGramsPerCubicCentimetre,
    [property: Unit("tex", "grist of the yarn")] double Tex
);

/// <summary>Output of <c>fibres-in-section</c>.</summary>
/// <param name="FibreTex">Grist of one fibre.</param>
/// <param name="Fibres">Fibres in a cross-section of the yarn.</param>
public sealed record FibresInSectionOutput(
    [property: Unit("tex", "grist of one fibre")] double FibreTex,
    [property: Unit("", "fibres in a cross-section")] double Fibres
);

/// <summary>Input of <c>finest-singles</c>.</summary>
/// <param name="Micron">Fibre diameter, above zero.</param>
/// <param name="DensityGramsPerCubicCentimetre">Above zero.</param>
/// <param name="FewestFibres">Above zero; 35 when not given.</param>
public sealed record FinestSinglesInput(
    [property: Unit("µm", "fibre diameter")] double Micron,
    [property: Unit("g/cm³", "fibre density; wool and hair 1.31")] double DensityGramsPerCubicCentimetre,
    [property: Unit("", "fewest fibres that hold together; 35 when not given")] double? FewestFibres = null
);

/// <summary>Output of <c>finest-singles</c>.</summary>
/// <param name="Tex">Grist of the finest singles.</param>
/// <param name="MetresPer100Grams">The same as length.</param>
public sealed record FinestSinglesOutput(
    [property: Unit("tex", "grist of the finest singles")] double Tex,
    [property: Unit("m/100 g", "the same as length")] double MetresPer100Grams
);

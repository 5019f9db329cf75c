using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Scouring;

/// <summary>What a tub is made of.</summary>
public enum TubMaterial
{
    /// <summary>Steel, stainless or enamelled.</summary>
    Steel,

    /// <summary>Zinc, or sheet coated with it.</summary>
    Zinc,

    /// <summary>Aluminium.</summary>
    Aluminium,

    /// <summary>Copper.</summary>
    Copper,

    /// <summary>Plastic.</summary>
    Plastic,

    /// <summary>Stoneware, china, stone.</summary>
    Stoneware,

    /// <summary>Wood.</summary>
    Wood,
}

/// <summary>A tub takes warmth from its bath as if there were some more cold water in it: its litres-equivalent (docs/craft.md, section
/// 6).</summary>
public static class TubWarmth
{
    /// <summary>Of a tub that nobody weighed, for each litre it holds (typical: 0.8 for 30 L).</summary>
    public const double TypicalPerLitre = 0.8 / 30;

    /// <summary>Heat a kilogram takes for a degree, in kJ (general tables of materials).</summary>
    /// <param name="of">The material.</param>
    public static double HeatOf(TubMaterial of) =>
        of switch
        {
            TubMaterial.Steel => 0.49,
            TubMaterial.Zinc => 0.39,
            TubMaterial.Aluminium => 0.90,
            TubMaterial.Copper => 0.39,
            TubMaterial.Plastic => 1.9,
            TubMaterial.Stoneware => 0.85,
            TubMaterial.Wood => 1.7,
            _ => throw new ArgumentOutOfRangeException(nameof(of)),
        };

    /// <summary>The tub's own warmth as litres of water.</summary>
    /// <param name="litres">What it holds, above zero.</param>
    /// <param name="emptyKilograms">What it weighs empty, above zero; null where nobody weighed it.</param>
    /// <param name="of">What it is made of; counts only with its weight.</param>
    /// <returns>Refused where a figure is not above zero.</returns>
    public static Result<double> LitresEquivalent(double litres, double? emptyKilograms, TubMaterial of) =>
        new Guard(WashFields.Subjects)
            .Positive(litres, "litres")
            .Positive(emptyKilograms ?? 1, "emptyKilograms")
            .Then<double>(() => emptyKilograms is { } kilograms ? kilograms * HeatOf(of) / BathWater.WaterHeat : litres * TypicalPerLitre);
}

namespace EarthyTuft.Core.Quantities;

/// <summary>A stitch of a usual gauge, by the yarn in it (docs/craft.md, section 11; typical).</summary>
public static class Stitch
{
    /// <summary>A stitch is as wide as this share of its yarn is long.</summary>
    public const double WidthOfYarn = 1.0 / 3;

    /// <summary>A row is as high as this share of a stitch's width.</summary>
    public const double HeightOfWidth = 0.75;
}

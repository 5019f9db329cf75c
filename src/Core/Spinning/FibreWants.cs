using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Spinning;

/// <summary>
/// What a fibre can become as a two-ply, and what its crimp asks for. People disagree on what spinning to the crimp means (docs/craft.md,
/// section 14), so both are told: as thickness, the finer the crimp the finer the yarn; or as turns, as many in an inch of the singles as
/// there are crimps.
/// </summary>
/// <param name="Finest">Most wraps of the washed yarn that still go well; null where the fineness is not known.</param>
/// <param name="Thickest">Fewest wraps that still hold together; null where the staple is not known.</param>
/// <param name="ByThickness">Wraps that its crimp asks for as thickness; null without crimp or fineness.</param>
/// <param name="ByTurns">Wraps of the yarn whose singles have a turn for each crimp; null without crimp.</param>
public sealed record FibreWants(double? Finest, double? Thickest, double? ByThickness, double? ByTurns)
{
    // Between so few and so many crimps in an inch the fibre's whole range is gone through, evenly by ratio; and none thicker than bulky
    // (ours).
    private const double FewestCrimps = 2,
        MostCrimps = 20,
        ThickestByCrimp = 6;

    /// <summary>Reckons.</summary>
    /// <param name="fibre">What is known of it.</param>
    /// <param name="crimpsPerInch">Above zero; null where nobody counted.</param>
    /// <param name="like">Angle and figures to reckon with; its wraps do not count.</param>
    public static FibreWants Of(SpunFibre fibre, double? crimpsPerInch, YarnWish like)
    {
        double Washed(double singlesTex) => like.Figures.WashedWraps(singlesTex, YarnAim.TwoStrands);
        double Singles(double millimetres) => like.Figures.SinglesTex(Length.MillimetresPerInch / millimetres);
        var tangent = Math.Tan(like.Degrees * Math.PI / 180);
        var finest = fibre is { Micron: { } micron, Density: { } density }
            ? Washed(YarnAim.EasyFibres * Fineness.FibreTex(micron, density))
            : (double?)null;
        // So thick that just enough turns lie within a staple.
        var thickest = fibre.StapleMillimetres is { } staple
            ? Washed(Singles(tangent * staple / (Math.PI * YarnAim.FewestTurnsInStaple)))
            : (double?)null;
        double? Within(double? wraps) => wraps is { } w ? Math.Min(finest ?? double.MaxValue, Math.Max(thickest ?? 0, w)) : null;
        var place = crimpsPerInch is { } crimps
            ? Math.Clamp(Math.Log(crimps / FewestCrimps) / Math.Log(MostCrimps / FewestCrimps), 0, 1)
            : (double?)null;
        return new FibreWants(
            finest,
            thickest,
            finest is > ThickestByCrimp and var top && place is { } at
                ? Within(ThickestByCrimp * Math.Pow(top / ThickestByCrimp, at))
                : null,
            crimpsPerInch is { } turns ? Within(Washed(Singles(tangent * Length.MillimetresPerInch / (Math.PI * turns)))) : null
        );
    }
}

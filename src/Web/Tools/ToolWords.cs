using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Tools;
using static System.FormattableString;

namespace EarthyTuft.Web.Tools;

/// <summary>Sizes of tools as the workshop counts them.</summary>
internal static class ToolWords
{
    /// <summary>A cloth: <c>20 by 57 cm</c>.</summary>
    public static string Size(Cloth cloth, LengthUnit unit) =>
        $"{Plain(cloth.WidthCentimetres, unit)} by {Wide(cloth.LengthCentimetres, unit)}";

    /// <summary>Combs: <c>10 cm, 2 rows of tines, 20 cm high</c>.</summary>
    public static string Size(Tines tines, LengthUnit unit) =>
        $"{Wide(tines.WidthCentimetres, unit)}, {tines.Rows} {(tines.Rows == 1 ? "row" : "rows")} of tines"
        + (tines.HeightCentimetres is { } high ? $", {Wide(high, unit)} high" : "");

    /// <summary>A diz: <c>a hole of 4 mm</c>.</summary>
    public static string Size(Diz diz, LengthUnit unit) => $"a hole of {Hole(diz.HoleMillimetres, unit)}";

    /// <summary>A winder: <c>150 cm round</c>.</summary>
    public static string Size(Winder winder, LengthUnit unit) => $"{Wide(winder.RoundMillimetres / 10, unit)} round";

    /// <summary>The hole of a diz: <c>4 mm</c>, <c>0.16 in</c>.</summary>
    public static string Hole(double millimetres, LengthUnit unit) =>
        Invariant($"{millimetres / Length.MillimetresOf(unit):0.##} {Length.Sign(unit)}");

    private static string Wide(double centimetres, LengthUnit unit) => $"{Plain(centimetres, unit)} {Length.Sign(Length.Wide(unit))}";

    private static string Plain(double centimetres, LengthUnit unit) =>
        Invariant($"{centimetres * 10 / Length.MillimetresOf(Length.Wide(unit)):0.#}");
}

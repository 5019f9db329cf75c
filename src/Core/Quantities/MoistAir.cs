namespace EarthyTuft.Core.Quantities;

/// <summary>What air takes up.</summary>
public static class MoistAir
{
    /// <summary>How far air is from holding all the vapour it can.</summary>
    /// <param name="celsius">Its temperature, -40 to 100.</param>
    /// <param name="relativeHumidityPercent">0 to 100.</param>
    /// <returns>Vapour pressure deficit in kPa, by Magnus' formula (docs/craft.md, section 6).</returns>
    public static double Deficit(double celsius, double relativeHumidityPercent) =>
        0.61078 * Math.Exp(17.27 * celsius / (celsius + 237.3)) * (1 - Math.Clamp(relativeHumidityPercent, 0, 100) / 100);
}

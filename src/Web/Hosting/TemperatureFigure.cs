using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Web.Hosting;

/// <summary>A temperature for a screen.</summary>
/// <param name="Degrees">In the workshop's unit, to draw with.</param>
/// <param name="Text">In the workshop's unit, to read.</param>
public sealed record TemperatureFigure(double Degrees, string Text)
{
    public static TemperatureFigure Of(double celsius, TemperatureUnit unit, int decimals = 0)
    {
        var temperature = Temperature.FromCelsius(celsius);
        return new(temperature.In(unit), temperature.Write(unit, decimals));
    }
}

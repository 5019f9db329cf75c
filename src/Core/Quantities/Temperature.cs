using System.Globalization;

namespace EarthyTuft.Core.Quantities;

/// <summary>The units a temperature may be read or written in.</summary>
public enum TemperatureUnit
{
    /// <summary>Degrees Celsius.</summary>
    Celsius,

    /// <summary>Degrees Fahrenheit: Celsius times 9/5, plus 32.</summary>
    Fahrenheit,
}

/// <summary>A temperature; finite.</summary>
public readonly record struct Temperature : IComparable<Temperature>
{
    private Temperature(double celsius) => Celsius = celsius;

    /// <summary>In degrees Celsius.</summary>
    public double Celsius { get; }

    /// <summary>A temperature in degrees Celsius.</summary>
    /// <param name="celsius">Any finite number; throws <see cref="ArgumentOutOfRangeException"/> otherwise.</param>
    public static Temperature FromCelsius(double celsius) =>
        double.IsFinite(celsius)
            ? new(celsius)
            : throw new ArgumentOutOfRangeException(nameof(celsius), celsius, "A temperature is a finite number of degrees.");

    /// <summary>A temperature given in a unit.</summary>
    /// <param name="degrees">Any finite number.</param>
    /// <param name="unit">The unit of <paramref name="degrees"/>.</param>
    public static Temperature From(double degrees, TemperatureUnit unit) =>
        FromCelsius(unit == TemperatureUnit.Fahrenheit ? (degrees - 32) / 1.8 : degrees);

    /// <summary>The same temperature in a unit.</summary>
    /// <param name="unit">The unit wanted.</param>
    public double In(TemperatureUnit unit) => unit == TemperatureUnit.Fahrenheit ? (Celsius * 1.8) + 32 : Celsius;

    /// <summary>The sign of a unit: <c>°C</c>, <c>°F</c>.</summary>
    /// <param name="unit">The unit.</param>
    public static string Sign(TemperatureUnit unit) => unit == TemperatureUnit.Fahrenheit ? "\u00B0F" : "\u00B0C";

    /// <summary>As a person of that unit writes it: <c>57.4 °C</c>.</summary>
    /// <param name="unit">The workshop's unit.</param>
    /// <param name="decimals">So many, 0 to 3.</param>
    public string Write(TemperatureUnit unit, int decimals = 0) => Number(In(unit), decimals) + " " + Sign(unit);

    /// <summary>As a person of that unit types it, to be read again: <c>57.4 °C</c>, without a decimal that says nothing.</summary>
    /// <param name="unit">The workshop's unit.</param>
    public string Type(TemperatureUnit unit) => TypedQuantity.Plain(In(unit), 1) + " " + Sign(unit);

    /// <summary>A difference of temperatures as a person of that unit writes it; a step of 5 °C is one of 9 °F.</summary>
    /// <param name="celsius">The difference in degrees Celsius.</param>
    /// <param name="unit">The workshop's unit.</param>
    public static string WriteStep(double celsius, TemperatureUnit unit) =>
        Number(unit == TemperatureUnit.Fahrenheit ? celsius * 1.8 : celsius, 0) + " " + Sign(unit);

    /// <summary>Reads a temperature: <c>54.2</c>, <c>54,2 °C</c>, <c>130 F</c>.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="bare">The unit of a number that stands alone: the workshop's unit.</param>
    /// <param name="field">The field to name in a refusal.</param>
    /// <param name="low">The lowest that is believed, in degrees Celsius.</param>
    /// <param name="high">The highest, in degrees Celsius.</param>
    /// <returns>The temperature, or a refusal: <c>empty</c>, <c>not-a-temperature</c>, <c>out-of-range</c>, which names the bounds in the
    /// unit that was typed.</returns>
    public static Result<Temperature> Read(string? text, TemperatureUnit bare, string field, double low, double high) =>
        TypedQuantity
            .Read<TemperatureUnit>(text, field, "temperature", "54.5, 54.5 \u00B0C or 130 \u00B0F", word => word.TrimStart('\u00B0') switch
                {
                    "" when !word.StartsWith('\u00B0') => bare,
                    "c" or "degc" or "celsius" => TemperatureUnit.Celsius,
                    "f" or "degf" or "fahrenheit" => TemperatureUnit.Fahrenheit,
                    _ => null,
                })
            .Then<Temperature>(read =>
            {
                var here = From(read.Number, read.Unit);
                return here.Celsius >= low - 1e-9 && here.Celsius <= high + 1e-9
                    ? here
                    : new Refusal(
                        field,
                        "out-of-range",
                        $"A temperature here lies between {FromCelsius(low).Write(read.Unit)} and {FromCelsius(high).Write(read.Unit)}."
                    );
            });

    // Minus nought is nought to a person.
    private static string Number(double degrees, int decimals)
    {
        var rounded = Math.Round(degrees, decimals, MidpointRounding.AwayFromZero);
        return (rounded == 0 ? 0 : rounded)
            .ToString("F" + decimals.ToString(CultureInfo.InvariantCulture), CultureInfo.InvariantCulture)
            .Replace('-', '\u2212');
    }

    /// <inheritdoc/>
    public int CompareTo(Temperature other) => Celsius.CompareTo(other.Celsius);

    /// <inheritdoc/>
    public override string ToString() => Write(TemperatureUnit.Celsius, 1);
}

using System.Globalization;

namespace EarthyTuft.Core.Quantities;

/// <summary>The units a weight may be read or written in.</summary>
public enum MassUnit
{
    /// <summary>Gram.</summary>
    Gram,

    /// <summary>Kilogram, 1000 g.</summary>
    Kilogram,

    /// <summary>Avoirdupois ounce, 28.349523125 g.</summary>
    Ounce,

    /// <summary>Avoirdupois pound, 453.59237 g; written as pounds and ounces.</summary>
    Pound,
}

/// <summary>
/// A mass in grams. Differences are masses too, so it may be negative; it is always finite.
/// </summary>
public readonly record struct Mass : IComparable<Mass>
{
    /// <summary>Grams in one avoirdupois pound (exact by definition).</summary>
    public const double GramsPerPound = 453.59237;

    /// <summary>Grams in one avoirdupois ounce (a sixteenth of a pound).</summary>
    public const double GramsPerOunce = GramsPerPound / 16;

    private Mass(double grams) => Grams = grams;

    /// <summary>The mass in grams.</summary>
    public double Grams { get; }

    /// <summary>No mass.</summary>
    public static Mass Zero => default;

    /// <summary>A mass of so many grams.</summary>
    /// <param name="grams">Any finite number; throws <see cref="ArgumentOutOfRangeException"/> otherwise.</param>
    public static Mass FromGrams(double grams) =>
        double.IsFinite(grams)
            ? new(grams)
            : throw new ArgumentOutOfRangeException(nameof(grams), grams, "A mass is a finite number of grams.");

    /// <summary>A mass given in a unit.</summary>
    /// <param name="amount">Any finite number.</param>
    /// <param name="unit">The unit of <paramref name="amount"/>.</param>
    public static Mass From(double amount, MassUnit unit) => FromGrams(amount * GramsPer(unit));

    /// <summary>Grams in one of the unit.</summary>
    /// <param name="unit">The unit.</param>
    public static double GramsPer(MassUnit unit) =>
        unit switch
        {
            MassUnit.Gram => 1,
            MassUnit.Kilogram => 1000,
            MassUnit.Ounce => GramsPerOunce,
            MassUnit.Pound => GramsPerPound,
            _ => throw new ArgumentOutOfRangeException(nameof(unit)),
        };

    /// <summary>The same mass counted in another unit.</summary>
    /// <param name="unit">The unit wanted.</param>
    public double In(MassUnit unit) => Grams / GramsPer(unit);

    /// <summary>The mass as a person of that unit writes it: <c>1 240 g</c>, <c>1.24 kg</c>, <c>19.0 oz</c>, <c>1 lb 3.0 oz</c>.</summary>
    /// <param name="unit">The workshop's unit.</param>
    public string Write(MassUnit unit)
    {
        var sign = Grams < 0 ? "\u2212" : "";
        var size = Math.Abs(Grams);
        switch (unit)
        {
            case MassUnit.Gram:
                return sign + WriteGrams(size) + " g";
            case MassUnit.Kilogram:
                return sign + (size / 1000).ToString(size < 100 ? "0.000##" : "0.000", CultureInfo.InvariantCulture) + " kg";
            case MassUnit.Ounce:
                return sign + WriteOunces(size / GramsPerOunce);
            default:
                // Round to a tenth of an ounce first, so that 15.97 oz becomes the next pound and not "16.0 oz".
                var tenths = Math.Round(size / GramsPerOunce * 10, MidpointRounding.AwayFromZero);
                var pounds = Math.Floor(tenths / 160);
                var ounces = ((tenths - (pounds * 160)) / 10).ToString("0.0", CultureInfo.InvariantCulture) + " oz";
                return sign
                    + (
                        pounds > 0
                            ? pounds.ToString("0", CultureInfo.InvariantCulture) + " lb " + ounces
                            : WriteOunces(size / GramsPerOunce)
                    );
        }
    }

    /// <summary>Writes how far a mass may be off: to two significant digits, since it is no better known than that.</summary>
    /// <param name="unit">As for <see cref="Write"/>.</param>
    public string WriteSpread(MassUnit unit)
    {
        if (Grams <= 0)
        {
            return Write(unit);
        }

        // Two figures of what is read: ounces, and not the grams behind them.
        var (each, _) = Axis(unit);
        var amount = Grams / each;
        var step = Math.Pow(10, Math.Floor(Math.Log10(amount)) - 1);
        return FromGrams(Math.Round(amount / step, MidpointRounding.AwayFromZero) * step * each).Write(unit);
    }

    /// <summary>What the axis of a picture counts in: the unit itself, and ounces where it is the pound.</summary>
    /// <param name="unit">The workshop's unit.</param>
    /// <returns>How many grams one division is, and what it is called.</returns>
    public static (double Grams, string Name) Axis(MassUnit unit) =>
        unit switch
        {
            MassUnit.Gram => (1, "g"),
            MassUnit.Kilogram => (1000, "kg"),
            _ => (GramsPerOunce, "oz"),
        };

    // A tenth of an ounce is nearly three grams: what is small has the digits that a kitchen scale gives it.
    private static string WriteOunces(double ounces) =>
        ounces.ToString(
            ounces < 0.0995 ? "0.0##"
                : ounces < 9.995 ? "0.0#"
                : "0.0",
            CultureInfo.InvariantCulture
        ) + " oz";

    /// <summary>The amount that prices and hours are told for: 100 g, or an ounce where weights are ounces.</summary>
    /// <param name="unit">The workshop's unit.</param>
    /// <returns>How many grams it is, and what it is called.</returns>
    public static (double Grams, string Name) Priced(MassUnit unit) =>
        unit is MassUnit.Ounce or MassUnit.Pound ? (GramsPerOunce, "an ounce") : (100, "100 g");

    private static string WriteGrams(double grams)
    {
        // Samples of a few grams are weighed on finer scales: show the digits those scales give.
        var digits =
            grams < 9.995 ? 2
            : grams < 99.95 ? 1
            : 0;
        var rounded = Math.Round(grams, digits, MidpointRounding.AwayFromZero);
        var text = rounded.ToString(
            digits == 2 ? "0.##"
                : digits == 1 ? "0.#"
                : "#,##0",
            CultureInfo.InvariantCulture
        );
        return text.Replace(',', '\u202F');
    }

    /// <inheritdoc/>
    public int CompareTo(Mass other) => Grams.CompareTo(other.Grams);

    /// <summary>The sum.</summary>
    public static Mass operator +(Mass a, Mass b) => FromGrams(a.Grams + b.Grams);

    /// <summary>The difference.</summary>
    public static Mass operator -(Mass a, Mass b) => FromGrams(a.Grams - b.Grams);

    /// <summary>Smaller.</summary>
    public static bool operator <(Mass a, Mass b) => a.Grams < b.Grams;

    /// <summary>Larger.</summary>
    public static bool operator >(Mass a, Mass b) => a.Grams > b.Grams;

    /// <summary>Smaller or the same.</summary>
    public static bool operator <=(Mass a, Mass b) => a.Grams <= b.Grams;

    /// <summary>Larger or the same.</summary>
    public static bool operator >=(Mass a, Mass b) => a.Grams >= b.Grams;

    /// <inheritdoc/>
    public override string ToString() => Write(MassUnit.Gram);
}

namespace EarthyTuft.Core.Quantities;

/// <summary>The units a volume may be read or written in.</summary>
public enum VolumeUnit
{
    /// <summary>Litre.</summary>
    Litre,

    /// <summary>US gallon, 3.785411784 L (231 cubic inches).</summary>
    UsGallon,

    /// <summary>Imperial gallon, 4.54609 L.</summary>
    ImperialGallon,
}

/// <summary>A volume of water, zero or more and finite.</summary>
public readonly record struct Volume
{
    /// <summary>Litres in a US gallon (exact by definition).</summary>
    public const double LitresPerUsGallon = 3.785411784;

    /// <summary>Litres in an imperial gallon (exact by definition).</summary>
    public const double LitresPerImperialGallon = 4.54609;

    private Volume(double litres) => Litres = litres;

    /// <summary>In litres.</summary>
    public double Litres { get; }

    /// <summary>A volume of so many litres.</summary>
    /// <param name="litres">Finite and not negative; throws <see cref="ArgumentOutOfRangeException"/> otherwise.</param>
    public static Volume FromLitres(double litres) =>
        double.IsFinite(litres) && litres >= 0
            ? new(litres)
            : throw new ArgumentOutOfRangeException(nameof(litres), litres, "A volume is a finite number of litres, zero or more.");

    /// <summary>Litres in one of the unit.</summary>
    /// <param name="unit">The unit.</param>
    public static double LitresPer(VolumeUnit unit) =>
        unit switch
        {
            VolumeUnit.Litre => 1,
            VolumeUnit.UsGallon => LitresPerUsGallon,
            VolumeUnit.ImperialGallon => LitresPerImperialGallon,
            _ => throw new ArgumentOutOfRangeException(nameof(unit)),
        };

    /// <summary>As a person of that unit writes it: <c>12.5 L</c>, <c>3.3 gal</c>, <c>2.7 imp gal</c>.</summary>
    /// <param name="unit">The unit.</param>
    public string Write(VolumeUnit unit) =>
        TypedQuantity.Plain(Litres / LitresPer(unit), 1)
        + (
            unit switch
            {
                VolumeUnit.Litre => " L",
                VolumeUnit.UsGallon => " gal",
                _ => " imp gal",
            }
        );

    /// <summary>Reads a volume: <c>30</c> (litres), <c>30 L</c>, <c>8 gal</c> (US), <c>6.5 imp gal</c>.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="field">The field to name in a refusal.</param>
    /// <param name="low">The least that is believed, in litres.</param>
    /// <param name="high">The most, in litres.</param>
    /// <returns>The volume, or a refusal: <c>empty</c>, <c>not-a-volume</c>, <c>out-of-range</c>.</returns>
    public static Result<Volume> Read(string? text, string field, double low, double high) =>
        TypedQuantity
            .Read<VolumeUnit>(text, field, "volume", "30, 30 L or 8 gal", word => word switch
                {
                    "" or "l" or "litre" or "litres" or "liter" or "liters" => VolumeUnit.Litre,
                    "gal" or "gallon" or "gallons" or "usgal" => VolumeUnit.UsGallon,
                    "impgal" or "imp.gal" or "ukgal" => VolumeUnit.ImperialGallon,
                    _ => null,
                })
            .Then<Volume>(read =>
            {
                var litres = read.Number * LitresPer(read.Unit);
                return litres >= low && litres <= high
                    ? FromLitres(litres)
                    : new Refusal(field, "out-of-range", FormattableString.Invariant($"A volume here lies between {low} and {high} L."));
            });
}

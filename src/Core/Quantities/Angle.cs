namespace EarthyTuft.Core.Quantities;

/// <summary>The angle of fibres or plies against the yarn's axis, from 0 to below 90 degrees.</summary>
public readonly record struct Angle
{
    private Angle(double degrees) => Degrees = degrees;

    /// <summary>In degrees.</summary>
    public double Degrees { get; }

    /// <summary>In radians, for a formula.</summary>
    public double Radians => Degrees * Math.PI / 180;

    /// <summary>An angle of so many degrees.</summary>
    /// <param name="degrees">From 0 to below 90; throws <see cref="ArgumentOutOfRangeException"/> otherwise.</param>
    public static Angle FromDegrees(double degrees) =>
        degrees is >= 0 and < 90
            ? new(degrees)
            : throw new ArgumentOutOfRangeException(
                nameof(degrees),
                degrees,
                "An angle against the yarn's axis is from 0 to below 90 degrees."
            );

    /// <summary>As it is written: <c>28°</c>.</summary>
    public string Write() => TypedQuantity.Plain(Degrees, 1) + "\u00B0";

    /// <summary>Reads an angle: <c>28</c>, <c>28°</c>, <c>28 deg</c>.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="field">The field to name in a refusal.</param>
    /// <returns>From 0 to below 90 degrees, or a refusal: <c>empty</c>, <c>not-an-angle</c>, <c>out-of-range</c>.</returns>
    public static Result<Angle> Read(string? text, string field)
    {
        var read = TypedQuantity.Read<byte>(text, field, "angle", "28 or 28\u00B0", word =>
            word is "" or "\u00B0" or "deg" or "degrees" ? (byte)1 : null
        );
        return read.Then<Angle>(r =>
            r.Number is >= 0 and < 90
                ? FromDegrees(r.Number)
                : new Refusal(field, "out-of-range", "An angle against the yarn's axis is from 0 to below 90 degrees.")
        );
    }
}

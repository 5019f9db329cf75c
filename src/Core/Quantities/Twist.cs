namespace EarthyTuft.Core.Quantities;

/// <summary>The units a twist may be read or written in.</summary>
public enum TwistUnit
{
    /// <summary>Turns per metre.</summary>
    PerMetre,

    /// <summary>Turns per centimetre.</summary>
    PerCentimetre,

    /// <summary>Turns per inch.</summary>
    PerInch,
}

/// <summary>Turns for a length of yarn, zero or more and finite; which way they go is said beside it (Z or S).</summary>
public readonly record struct Twist
{
    private Twist(double turnsPerMetre) => TurnsPerMetre = turnsPerMetre;

    /// <summary>Turns per metre.</summary>
    public double TurnsPerMetre { get; }

    /// <summary>A twist given in a unit.</summary>
    /// <param name="turns">Finite and not negative; throws <see cref="ArgumentOutOfRangeException"/> otherwise.</param>
    /// <param name="unit">The unit of <paramref name="turns"/>.</param>
    public static Twist From(double turns, TwistUnit unit) =>
        double.IsFinite(turns) && turns >= 0
            ? new(turns * PerMetre(unit))
            : throw new ArgumentOutOfRangeException(nameof(turns), turns, "A twist is a finite number of turns, zero or more.");

    /// <summary>The same counted in another unit.</summary>
    /// <param name="unit">The unit wanted.</param>
    public double In(TwistUnit unit) => TurnsPerMetre / PerMetre(unit);

    /// <summary>As a person of that unit writes it: <c>200 turns/m</c>, <c>5.1 turns/in</c>.</summary>
    /// <param name="unit">The unit.</param>
    public string Write(TwistUnit unit) =>
        unit switch
        {
            TwistUnit.PerMetre => TypedQuantity.Plain(In(unit), 0) + " turns/m",
            TwistUnit.PerCentimetre => TypedQuantity.Plain(In(unit), 1) + " turns/cm",
            _ => TypedQuantity.Plain(In(unit), 1) + " turns/in",
        };

    /// <summary>What a twist is counted in where short lengths are counted in a unit: turns per metre, or per inch.</summary>
    /// <param name="unit">What the workshop counts short lengths in.</param>
    public static TwistUnit Beside(LengthUnit unit) => unit == LengthUnit.Inch ? TwistUnit.PerInch : TwistUnit.PerMetre;

    /// <summary>Reads a twist: <c>200/m</c>, <c>200 turns/m</c>, <c>2/cm</c>, <c>5 tpi</c>. A number alone counts in
    /// <paramref name="bare"/>.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="bare">The unit of a number that stands alone.</param>
    /// <param name="field">The field to name in a refusal.</param>
    /// <returns>Up to 10 000 turns a metre, or a refusal: <c>empty</c>, <c>not-a-twist</c>, <c>out-of-range</c>.</returns>
    public static Result<Twist> Read(string? text, TwistUnit bare, string field) =>
        TypedQuantity
            .Read<TwistUnit>(text, field, "twist", "200/m or 5 turns/in", word => word switch
                {
                    "" => bare,
                    "/m" or "turns/m" or "tpm" => TwistUnit.PerMetre,
                    "/cm" or "turns/cm" => TwistUnit.PerCentimetre,
                    "/in" or "turns/in" or "tpi" => TwistUnit.PerInch,
                    _ => null,
                })
            .Then<Twist>(read =>
                read.Number >= 0 && read.Number * PerMetre(read.Unit) <= 10_000
                    ? From(read.Number, read.Unit)
                    : new Refusal(field, "out-of-range", "A twist here is at most 10 000 turns a metre.")
            );

    private static double PerMetre(TwistUnit unit) =>
        unit switch
        {
            TwistUnit.PerMetre => 1,
            TwistUnit.PerCentimetre => 100,
            TwistUnit.PerInch => 1000 / Length.MillimetresPerInch,
            _ => throw new ArgumentOutOfRangeException(nameof(unit)),
        };
}

namespace EarthyTuft.Core.Quantities;

/// <summary>The units that lengths of yarn may be read in.</summary>
public enum YarnLengthUnit
{
    /// <summary>Metres.</summary>
    Metre,

    /// <summary>Yards.</summary>
    Yard,

    /// <summary>Rounds of a skein winder.</summary>
    Round,

    /// <summary>Hundredths of a metre.</summary>
    Centimetre,

    /// <summary>Of 25.4 mm.</summary>
    Inch,

    /// <summary>Of twelve inches.</summary>
    Foot,
}

/// <summary>A length of yarn as somebody told it: in metres, in yards, or in rounds of a winder.</summary>
/// <param name="Metres">Above zero, up to 1 000 000.</param>
public readonly record struct YarnLength(double Metres)
{
    /// <summary>No length of yarn is longer, in metres.</summary>
    public const double Most = 1_000_000;

    /// <summary>As a person writes it who counts locks in that unit: <c>166 m</c>, <c>12.4 m</c>; in a workshop of inches
    /// <c>182 yd</c>.</summary>
    /// <param name="unit">What the workshop counts short lengths in.</param>
    public string Write(LengthUnit unit) =>
        TypedQuantity.Plain(
            In(unit),
            In(unit) < 1 ? 2
                : In(unit) < 100 ? 1
                : 0
        )
        + " "
        + Sign(unit);

    /// <summary>The same counted in metres, or in yards where short lengths are inches.</summary>
    /// <param name="unit">What the workshop counts short lengths in.</param>
    public double In(LengthUnit unit) => unit == LengthUnit.Inch ? Metres / LinearDensity.MetresPerYard : Metres;

    /// <summary>The sign of what lengths of yarn are counted in: <c>m</c>, or <c>yd</c> where short lengths are inches.</summary>
    /// <param name="unit">What the workshop counts short lengths in.</param>
    public static string Sign(LengthUnit unit) => unit == LengthUnit.Inch ? "yd" : "m";

    /// <summary>Reads a length of yarn: <c>166</c>, <c>166 m</c>, <c>180 yd</c>, <c>20 in</c>, <c>84 rounds</c>. A number alone counts in
    /// metres.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="field">The field to name in a refusal.</param>
    /// <param name="roundMillimetres">The winder's round; null where none is chosen, and then rounds are refused.</param>
    /// <returns>The length, or <c>empty</c>, <c>not-a-length-of-yarn</c>, <c>no-winder</c>, <c>out-of-range</c>.</returns>
    public static Result<YarnLength> Read(string? text, string field, double? roundMillimetres = null) =>
        TypedQuantity
            .Read<YarnLengthUnit>(text, field, "length of yarn", "166 m, 180 yd or 84 rounds", word => word switch
                {
                    "" or "m" or "metre" or "metres" => YarnLengthUnit.Metre,
                    "cm" or "centimetre" or "centimetres" => YarnLengthUnit.Centimetre,
                    "in" or "\"" or "inch" or "inches" => YarnLengthUnit.Inch,
                    "ft" or "'" or "foot" or "feet" => YarnLengthUnit.Foot,
                    "y" or "yd" or "yds" or "yard" or "yards" => YarnLengthUnit.Yard,
                    "x" or "wrap" or "wraps" or "round" or "rounds" => YarnLengthUnit.Round,
                    _ => null,
                })
            .Then<YarnLength>(read =>
                read.Unit == YarnLengthUnit.Round && roundMillimetres is null
                    ? new Refusal(field, "no-winder", "Rounds of which winder? Note it in the workshop with its round, and choose it.")
                : InMetres(read.Number, read.Unit, roundMillimetres) is > 0 and <= Most and var metres ? new YarnLength(metres)
                : new Refusal(field, "out-of-range", "A length of yarn is above nothing and at most 1 000 000 m.")
            );

    private static double InMetres(double number, YarnLengthUnit unit, double? round) =>
        number
        * (
            unit switch
            {
                YarnLengthUnit.Yard => LinearDensity.MetresPerYard,
                YarnLengthUnit.Centimetre => 0.01,
                YarnLengthUnit.Inch => Length.MillimetresPerInch / 1000,
                YarnLengthUnit.Foot => 12 * Length.MillimetresPerInch / 1000,
                YarnLengthUnit.Round => round!.Value / 1000,
                _ => 1,
            }
        );
}

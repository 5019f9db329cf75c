using System.Globalization;
using System.Text.RegularExpressions;

namespace EarthyTuft.Core.Quantities;

/// <summary>The units that lengths of fibre are shown in.</summary>
public enum LengthUnit
{
    /// <summary>Millimetres.</summary>
    Millimetre,

    /// <summary>Centimetres.</summary>
    Centimetre,

    /// <summary>Inches.</summary>
    Inch,
}

/// <summary>A length in millimetres, zero or more and finite.</summary>
public readonly partial record struct Length
{
    /// <summary>Millimetres in an inch (exact by definition).</summary>
    public const double MillimetresPerInch = 25.4;

    private Length(double millimetres) => Millimetres = millimetres;

    /// <summary>The length in millimetres.</summary>
    public double Millimetres { get; }

    /// <summary>A length of so many millimetres.</summary>
    /// <param name="millimetres">Finite and not negative; throws <see cref="ArgumentOutOfRangeException"/> otherwise.</param>
    public static Length FromMillimetres(double millimetres) =>
        double.IsFinite(millimetres) && millimetres >= 0
            ? new(millimetres)
            : throw new ArgumentOutOfRangeException(
                nameof(millimetres),
                millimetres,
                "A length is a finite number of millimetres, zero or more."
            );

    [GeneratedRegex(
        @"^(?:(?<n>[0-9]+(?:[.,][0-9]+)?|[.,][0-9]+)(?: (?<top>[0-9]+)/(?<low>[0-9]+))?|(?<top>[0-9]+)/(?<low>[0-9]+)) ?"
            + @"(?<u>mm|cm|m|in|inch|inches|""|ft|foot|feet|'|yd|yds|yard|yards)?$",
        RegexOptions.CultureInvariant
    )]
    private static partial Regex Pattern();

    /// <summary>The sign of a unit.</summary>
    /// <param name="unit">The unit.</param>
    public static string Sign(LengthUnit unit) =>
        unit switch
        {
            LengthUnit.Inch => "in",
            LengthUnit.Centimetre => "cm",
            _ => "mm",
        };

    /// <summary>What cards, combs and rounds of winders are told in: centimetres, or inches where short lengths are inches.</summary>
    /// <param name="unit">What the workshop counts short lengths in.</param>
    public static LengthUnit Wide(LengthUnit unit) => unit == LengthUnit.Inch ? LengthUnit.Inch : LengthUnit.Centimetre;

    /// <summary>How many millimetres a unit has.</summary>
    /// <param name="unit">The unit.</param>
    public static double MillimetresOf(LengthUnit unit) =>
        unit switch
        {
            LengthUnit.Inch => MillimetresPerInch,
            LengthUnit.Centimetre => 10,
            _ => 1,
        };

    /// <summary>The length in a unit with its sign: <c>112 mm</c>, <c>11.2 cm</c>, <c>4.4 in</c>; what is thinner than an inch with a digit
    /// more: <c>8.5 mm</c>, <c>0.33 in</c>.</summary>
    /// <param name="unit">The unit.</param>
    public string Write(LengthUnit unit)
    {
        var amount = Millimetres / MillimetresOf(unit);
        var form = (unit, Millimetres < MillimetresPerInch) switch
        {
            (LengthUnit.Millimetre, true) => "0.#",
            (LengthUnit.Millimetre, _) => "0",
            (LengthUnit.Inch, true) => "0.0#",
            _ => "0.0",
        };
        return amount.ToString(form, CultureInfo.InvariantCulture) + " " + Sign(unit);
    }

    /// <summary>Reads a length: <c>112</c> (in the unit), <c>11.2 cm</c>, <c>4 1/2 in</c>, <c>3/8 in</c>, <c>2 ft</c>, <c>1.2 m</c>.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="field">The field to name in a refusal.</param>
    /// <param name="most">The longest that is believed, in millimetres.</param>
    /// <param name="unit">What a number typed alone counts in.</param>
    /// <returns>A length above zero, or a refusal: <c>empty</c>, <c>not-a-length</c>, <c>negative</c>, <c>out-of-range</c>.</returns>
    public static Result<Length> Read(string? text, string field, double most = 1000, LengthUnit unit = LengthUnit.Millimetre)
    {
        var typed = (text ?? "").Trim().ToLowerInvariant();
        if (typed.Length == 0)
        {
            return new Refusal(field, "empty", "No length was given.");
        }

        if (typed[0] is '-' or '\u2212')
        {
            return new Refusal(field, "negative", "A length cannot be below nothing.");
        }

        var match = typed.Length > 40 ? Match.Empty : Pattern().Match(typed);
        if (!match.Success)
        {
            return new Refusal(
                field,
                "not-a-length",
                $"\u201C{typed}\u201D does not read as a length. Write it like 112, 11.2 cm or 4 1/2 in."
            );
        }

        var number = match.Groups["n"].Success ? Parse(match.Groups["n"].Value) : 0;
        if (match.Groups["top"].Success)
        {
            var low = Parse(match.Groups["low"].Value);
            if (low == 0)
            {
                return new Refusal(field, "not-a-length", "A fraction cannot have nothing below the line.");
            }

            number += Parse(match.Groups["top"].Value) / low;
        }

        var millimetres =
            number
            * (
                match.Groups["u"].Value switch
                {
                    "" => MillimetresOf(unit),
                    "mm" => 1,
                    "cm" => 10,
                    "m" => 1000,
                    "ft" or "foot" or "feet" or "'" => 12 * MillimetresPerInch,
                    "yd" or "yds" or "yard" or "yards" => 36 * MillimetresPerInch,
                    _ => MillimetresPerInch,
                }
            );
        return millimetres > 0 && millimetres <= most
            ? new Length(millimetres)
            : new Refusal(field, "out-of-range", FormattableString.Invariant($"A length here is above nothing and at most {most:0} mm."));
    }

    private static double Parse(string text) =>
        double.Parse(text.Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture);
}

using System.Globalization;
using System.Text.RegularExpressions;

namespace EarthyTuft.Core.Quantities;

/// <summary>Reads a weight the way people type it with wet hands: <c>540</c>, <c>0.54 kg</c>, <c>12,5 kg</c>, <c>1 lb 3 oz</c>.</summary>
public static partial class MassReader
{
    /// <summary>The largest weight any scale here is believed: 100 kg.</summary>
    public static readonly Mass Largest = Mass.From(100, MassUnit.Kilogram);

    /// <summary>The smallest weight any scale here tells from nothing: a milligram.</summary>
    public static readonly Mass Smallest = Mass.FromGrams(0.001);

    [GeneratedRegex(
        @"^(?<a>[0-9][0-9 \u00A0\u2009\u202F]*(?:[.,][0-9]+)?|[.,][0-9]+) ?(?<u>[a-z.]*)(?: ?(?<b>[0-9]+(?:[.,][0-9]+)?) ?(?<v>[a-z.]+))?$",
        RegexOptions.CultureInvariant
    )]
    private static partial Regex Pattern();

    [GeneratedRegex(@"^[0-9]{1,3}( [0-9]{3})+$|^[0-9]+$", RegexOptions.CultureInvariant)]
    private static partial Regex WholePart();

    /// <summary>Reads a weight of zero or more.</summary>
    /// <param name="text">What was typed. A comma or a point is the decimal mark; a space may part thousands.</param>
    /// <param name="bare">The unit of a number that stands alone: the workshop's unit.</param>
    /// <param name="field">The field to name in a refusal.</param>
    /// <returns>The mass, or a refusal: <c>empty</c>, <c>not-a-weight</c>, <c>negative</c>, <c>unclear-decimal</c>, <c>too-heavy</c>,
    /// <c>too-light</c>.</returns>
    public static Result<Mass> Read(string? text, MassUnit bare, string field)
    {
        var typed = (text ?? "").Trim().ToLowerInvariant();
        if (typed.Length == 0)
        {
            return new Refusal(field, "empty", "No weight was given.");
        }

        if (typed.Length > 40)
        {
            return new Refusal(field, "not-a-weight", "That is too long for a weight. Write it like 540, 0.54 kg or 1 lb 3 oz.");
        }

        if (typed[0] is '-' or '\u2212')
        {
            return new Refusal(field, "negative", $"A weight cannot be below nothing, and \u201C{typed}\u201D is.");
        }

        var match = Pattern().Match(typed);
        if (!match.Success || UnitOf(match.Groups["u"].Value, bare) is not { } unit)
        {
            return NotAWeight(field, text!);
        }

        var first = Number(match.Groups["a"].Value, unit, field);
        if (first.IsRefused)
        {
            return Result<Mass>.Refused(first.Refusals);
        }

        var grams = first.Value * Mass.GramsPer(unit);
        if (match.Groups["b"].Success)
        {
            // Only pounds take a second part, and only ounces make sense as one.
            if (unit != MassUnit.Pound || UnitOf(match.Groups["v"].Value, bare) != MassUnit.Ounce)
            {
                return NotAWeight(field, text!);
            }

            var ounces = Number(match.Groups["b"].Value, MassUnit.Ounce, field);
            if (ounces.IsRefused)
            {
                return Result<Mass>.Refused(ounces.Refusals);
            }

            if (ounces.Value >= 16)
            {
                return new Refusal(field, "not-a-weight", "Sixteen ounces make a pound: the ounces after pounds are below 16.");
            }

            grams += ounces.Value * Mass.GramsPerOunce;
        }

        return grams > 0 && grams < Smallest.Grams
                ? new Refusal(
                    field,
                    "too-light",
                    "That is less than a milligram, which no scale here tells from nothing. Was the unit meant?"
                )
            : grams <= Largest.Grams ? Mass.FromGrams(grams)
            : new Refusal(field, "too-heavy", "That is over 100 kg, more than a bench scale weighs. Was the unit meant?");
    }

    private static Refusal NotAWeight(string field, string typed) =>
        new(field, "not-a-weight", $"\u201C{typed.Trim()}\u201D does not read as a weight. Write it like 540, 0.54 kg or 1 lb 3 oz.");

    private static MassUnit? UnitOf(string word, MassUnit bare) =>
        word.TrimEnd('.') switch
        {
            "" => bare,
            "g" or "gr" or "gram" or "grams" or "gramme" or "grammes" => MassUnit.Gram,
            "kg" or "kilo" or "kilos" or "kilogram" or "kilograms" => MassUnit.Kilogram,
            "oz" or "ounce" or "ounces" => MassUnit.Ounce,
            "lb" or "lbs" or "pound" or "pounds" => MassUnit.Pound,
            _ => null,
        };

    private static Result<double> Number(string text, MassUnit unit, string field)
    {
        var plain = text.Trim().Replace('\u00A0', ' ').Replace('\u2009', ' ').Replace('\u202F', ' ').Replace(',', '.');
        var parts = plain.Split('.');
        if (parts[0].Length > 0 && !WholePart().IsMatch(parts[0]))
        {
            return NotAWeight(field, text);
        }

        // "1,250 g" is a thousand and a quarter to some and one and a quarter to others.
        if (parts.Length == 2 && parts[1].Length == 3 && unit == MassUnit.Gram && parts[0] is not ("" or "0"))
        {
            return new Refusal(
                field,
                "unclear-decimal",
                $"\u201C{text.Trim()}\u201D could be {parts[0]}{parts[1]} g or {parts[0]}.{parts[1].TrimEnd('0')} g. Write it without the mark, or in kg."
            );
        }

        return double.Parse(plain.Replace(" ", ""), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture);
    }
}

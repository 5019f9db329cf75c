using System.Globalization;
using System.Text.RegularExpressions;

namespace EarthyTuft.Core.Quantities;

/// <summary>The one way in which a number with a unit is read: <c>54.2</c>, <c>54,2 °C</c>, <c>130F</c>, <c>320 m/100 g</c>.</summary>
internal static partial class TypedQuantity
{
    private const int Longest = 40;

    [GeneratedRegex(@"^(?<n>[-\u2212]?(?:[0-9]+(?:[.,][0-9]+)?|[.,][0-9]+))\s*(?<u>\S.*)?$", RegexOptions.CultureInvariant)]
    private static partial Regex Pattern();

    /// <summary>Reads a number and its unit.</summary>
    /// <typeparam name="TUnit">The units there are.</typeparam>
    /// <param name="text">What was typed; a comma or a point is the decimal mark.</param>
    /// <param name="field">The field to name in a refusal.</param>
    /// <param name="kind">What it is: <c>temperature</c>. The refusals are <c>empty</c> and <c>not-a-{kind}</c>.</param>
    /// <param name="example">How it may be written, for the refusal.</param>
    /// <param name="unitOf">The unit of a word in small letters without spaces, empty for a number that stands alone; null for no
    /// unit.</param>
    public static Result<(double Number, TUnit Unit)> Read<TUnit>(
        string? text,
        string field,
        string kind,
        string example,
        Func<string, TUnit?> unitOf
    )
        where TUnit : struct
    {
        var aKind = ("aeiou".Contains(kind[0]) ? "an " : "a ") + kind;
        var typed = (text ?? "").Trim().ToLowerInvariant();
        if (typed.Length == 0)
        {
            return new Refusal(field, "empty", $"No {kind} was given.");
        }

        var match = typed.Length > Longest ? Match.Empty : Pattern().Match(typed);
        return match.Success && unitOf(match.Groups["u"].Value.Replace(" ", "")) is { } unit
            ? (
                double.Parse(
                    match.Groups["n"].Value.Replace(',', '.').Replace('\u2212', '-'),
                    NumberStyles.Float,
                    CultureInfo.InvariantCulture
                ),
                unit
            )
            : new Refusal(
                field,
                "not-" + aKind.Replace(' ', '-'),
                $"\u201C{(typed.Length > Longest ? typed[..Longest] + "\u2026" : text!.Trim())}\u201D does not read as {aKind}. Write it like {example}."
            );
    }

    /// <summary>A number as people write it: up to so many decimals, no trailing zeros.</summary>
    public static string Plain(double number, int decimals) =>
        Math.Round(number, decimals, MidpointRounding.AwayFromZero)
            .ToString("0." + new string('#', decimals), CultureInfo.InvariantCulture);
}

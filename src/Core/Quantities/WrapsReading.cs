using System.Globalization;
using System.Text.RegularExpressions;

namespace EarthyTuft.Core.Quantities;

/// <summary>
/// Wraps in an inch as somebody read them: one figure, from one to another ("13-14"), of which the middle counts, or figures of several
/// places ("14 15 13 14"), of which the mean counts and which tell how even the yarn is.
/// </summary>
/// <param name="PerInch">The middle or the mean, from 1 to 200.</param>
/// <param name="Doubt">Half the width of a range, or the mean's own doubt; at least half a wrap.</param>
/// <param name="Places">At how many places it was read, at least one.</param>
/// <param name="Spread">Standard deviation from place to place, in wraps; null where it was read at one place, or as a range.</param>
public sealed partial record WrapsReading(double PerInch, double Doubt, int Places = 1, double? Spread = null)
{
    /// <summary>Fewest wraps in an inch that are believed.</summary>
    public const double Fewest = 1;

    /// <summary>Most wraps in an inch that are believed.</summary>
    public const double Most = 200;

    /// <summary>So many wraps a reading can be off by when nobody says otherwise.</summary>
    public const double LeastDoubt = 0.5;

    /// <summary>More places than these nobody reads at one go.</summary>
    public const int MostPlaces = 24;

    /// <summary>Reads wraps: <c>14</c>, <c>13.5</c>, <c>13-14</c>, <c>13 to 14</c>, <c>14 15 13 14</c>, <c>14; 15,5; 13</c>, each with or
    /// without its unit: <c>14 WPI</c>, <c>14/in</c>; <c>55 in 10 cm</c> and <c>5.5/cm</c> are turned into wraps in an inch.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="field">The field to name in a refusal.</param>
    /// <returns>The reading, or <c>empty</c>, <c>not-a-count</c>, <c>out-of-range</c>, <c>too-many</c>.</returns>
    public static Result<WrapsReading> Read(string? text, string field)
    {
        if (string.IsNullOrWhiteSpace(text))
        {
            return new Refusal(field, "empty", "Say how many wraps lie in an inch.");
        }

        var unit = Unit().Match(text);
        var perInch = !unit.Success ? 1 : PerInchOf(unit);
        text = unit.Success ? text[..unit.Index] : text;
        var range = Range().Match(text);
        if (!range.Success && !Several().IsMatch(text))
        {
            return new Refusal(field, "not-a-count", "Write wraps as 14, as 13-14, or of several places as 14 15 13.");
        }

        double[] read =
        [
            .. Figure().Matches(text).Select(m => perInch * double.Parse(m.Value.Replace(',', '.'), CultureInfo.InvariantCulture)),
        ];
        if (read.Length > MostPlaces)
        {
            return new Refusal(field, "too-many", $"Up to {MostPlaces} places are read at one go.");
        }

        if (read.Min() < Fewest || read.Max() > Most)
        {
            return new Refusal(field, "out-of-range", $"Wraps in an inch lie between {Fewest} and {Most}.");
        }

        var mean = read.Average();
        if (range.Success || read.Length == 1)
        {
            return new WrapsReading(mean, Math.Max(LeastDoubt, (read.Max() - read.Min()) / 2));
        }

        var spread = Math.Sqrt(read.Sum(r => (r - mean) * (r - mean)) / (read.Length - 1));
        return new WrapsReading(mean, Math.Max(LeastDoubt, spread / Math.Sqrt(read.Length)), read.Length, spread);
    }

    private static double PerInchOf(Match unit) =>
        unit.Groups["cm"].Success ? Length.MillimetresPerInch / 10
        : unit.Groups["ten"].Success ? Length.MillimetresPerInch / 100
        : 1;

    [GeneratedRegex(
        @"(?:(?<ten>(?:/| per | in |\s+in\s+)\s*10\s*cm)|(?<cm>/\s*cm| per cm)|\s*wpi|\s*/\s*in(?:ch)?|\s+(?:in an|per|an) inch"
            + @"|\s*wraps(?: in an inch)?)\s*$",
        RegexOptions.CultureInvariant | RegexOptions.IgnoreCase
    )]
    private static partial Regex Unit();

    private const string Number = @"\d{1,4}(?:[.,]\d{1,4})?";

    [GeneratedRegex($@"^\s*{Number}\s*(?:-|\u2013|to)\s*{Number}\s*$", RegexOptions.CultureInvariant)]
    private static partial Regex Range();

    [GeneratedRegex($@"^\s*{Number}(?:(?:\s*;\s*|\s+){Number})*\s*$", RegexOptions.CultureInvariant)]
    private static partial Regex Several();

    [GeneratedRegex(Number, RegexOptions.CultureInvariant)]
    private static partial Regex Figure();
}

/// <summary>How uneven a yarn is: the spread of its wraps from place to place, as a fraction of their mean.</summary>
/// <param name="Fraction">Zero or more.</param>
/// <param name="Places">At how many places it was read, at least two.</param>
/// <param name="Doubt">One standard deviation of <paramref name="Fraction" />.</param>
public sealed record Unevenness(double Fraction, int Places, double Doubt)
{
    /// <summary>Of several readings of one kind of yarn: within each the spread is taken about its own mean.</summary>
    /// <param name="readings">Those without a spread tell nothing.</param>
    /// <returns>Null when none has a spread.</returns>
    public static Unevenness? Of(IEnumerable<WrapsReading> readings)
    {
        var told = readings.Where(r => r is { Spread: not null, Places: > 1 }).ToArray();
        if (told.Length == 0)
        {
            return null;
        }

        var free = told.Sum(r => r.Places - 1);
        var fraction = Math.Sqrt(told.Sum(r => (r.Places - 1) * Math.Pow(r.Spread!.Value / r.PerInch, 2)) / free);
        var places = told.Sum(r => r.Places);
        // A spread of so few places is itself uncertain; and a wrap is counted to half of one, which is spread evenly over that width.
        var counted = WrapsReading.LeastDoubt / Math.Sqrt(3) / told.Average(r => r.PerInch) / Math.Sqrt(places);
        return new Unevenness(fraction, places, Math.Sqrt(fraction * fraction / (2 * free) + counted * counted));
    }
}

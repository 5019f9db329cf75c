using System.Globalization;
using System.Text.RegularExpressions;

namespace EarthyTuft.Core.WeighLog;

/// <summary>
/// A day as a spreadsheet may have rewritten it. The year in front or points between leave no doubt; with slashes the day and the month
/// stand either way round, and a day that can be read two ways is not guessed at.
/// </summary>
/// <param name="Day">Null when it is refused.</param>
/// <param name="Why">Null when it was read; else the rest of a sentence after the column's name.</param>
/// <param name="IsUnclear">It reads, but two ways.</param>
public sealed partial record WeighLogDay(DateOnly? Day, string? Why, bool IsUnclear)
{
    [GeneratedRegex("^(?<a>[0-9]{1,4})(?<part>[-/.])(?<b>[0-9]{1,2})\\k<part>(?<c>[0-9]{1,4})$", RegexOptions.CultureInvariant)]
    private static partial Regex Pattern();

    /// <summary>Reads a day.</summary>
    /// <param name="text">Such as <c>2026-05-14</c>, <c>14.5.2026</c> or <c>14/05/2026</c>.</param>
    public static WeighLogDay Read(string text)
    {
        var match = Pattern().Match(text);
        if (!match.Success)
        {
            return No();
        }

        int Part(string name) => int.Parse(match.Groups[name].Value, CultureInfo.InvariantCulture);
        if (match.Groups["a"].Length == 4 && match.Groups["c"].Length <= 2)
        {
            return Of(Part("a"), Part("b"), Part("c"));
        }

        if (match.Groups["a"].Length > 2 || match.Groups["c"].Length != 4)
        {
            return No();
        }

        var (first, second, year) = (Part("a"), Part("b"), Part("c"));
        if (match.Groups["part"].Value == ".")
        {
            return Of(year, second, first);
        }

        return first == second || first > 12 ? Of(year, second, first)
            : second > 12 ? Of(year, first, second)
            : new WeighLogDay(
                null,
                FormattableString.Invariant(
                    $"can be read as {year:0000}-{second:00}-{first:00} or as {year:0000}-{first:00}-{second:00}: write it with the year in front"
                ),
                true
            );
    }

    private static WeighLogDay Of(int year, int month, int day) =>
        year is >= 1 and <= 9999 && month is >= 1 and <= 12 && day >= 1 && day <= DateTime.DaysInMonth(year, month)
            ? new WeighLogDay(new DateOnly(year, month, day), null, false)
            : No();

    private static WeighLogDay No() => new(null, "must be a day like 2026-05-14", false);
}

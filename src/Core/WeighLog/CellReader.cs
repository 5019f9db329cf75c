using System.Globalization;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.WeighLog;

/// <summary>Reads the cells of one row by their columns; what does not read is named at its column, and none is guessed.</summary>
internal sealed class CellReader(Func<string, string> cell, bool commaParts)
{
    private readonly List<Refusal> refusals = [];

    public bool Passed => refusals.Count == 0;

    public IReadOnlyList<Refusal> Refusals => refusals;

    public void Refuse(string column, string code, string why) => refusals.Add(new Refusal(column, code, $"{column} {why}."));

    public T Missing<T>(string column)
        where T : struct
    {
        if (!refusals.Any(r => r.Field == column))
        {
            Refuse(column, "empty", "is empty");
        }

        return default;
    }

    public string Text(string column, int most)
    {
        var text = WeighLogRow.AsMeant(cell(column));
        if (text.Length > most)
        {
            Refuse(column, "too-long", $"is longer than {most} characters");
        }
        else if (!PlainText.IsPlain(text))
        {
            Refuse(column, "not-text", "holds a sign that is no text (a control or direction character)");
        }

        return text;
    }

    // As it is kept. A lot that is there already may have a code from before there was a grammar; what is new is held to it where it is
    // made.
    public string Code(string column) => Text(column, 24).Trim().ToUpperInvariant();

    public T? Maybe<T>(string column)
        where T : struct, Enum
    {
        var text = cell(column).Trim();
        if (text.Length == 0)
        {
            return null;
        }

        if (Hyphenated<T>.ByWord.TryGetValue(text, out var value))
        {
            return value;
        }

        Refuse(
            column,
            "not-a-word",
            $"says \u201C{(text.Length > 30 ? text[..30] : text)}\u201D, which is none of: {string.Join(", ", Enum.GetValues<T>().Select(v => v.Hyphened()))}"
        );
        return null;
    }

    /// <summary>Parts of a blend: <c>60 wool Gotland + 40 silk</c>, or <c>wool Gotland + silk</c> where nobody knows the shares.</summary>
    public IReadOnlyList<LabelPart> Parts(string column)
    {
        var text = Text(column, 900).Trim();
        if (text.Length == 0)
        {
            return [];
        }

        var parts = new List<LabelPart>();
        foreach (var part in text.Split('+', StringSplitOptions.TrimEntries))
        {
            var words = Words(part, 2);
            double? percent = null;
            if (words.Length > 0 && double.TryParse(words[0], NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var share))
            {
                (percent, words) = (share, words.Length > 1 ? Words(words[1], 2) : []);
            }

            if (words.Length == 0 || !Hyphenated<Fibre>.ByWord.TryGetValue(words[0], out var fibre))
            {
                Refuse(column, "not-readable", "does not read: write it as \u201C60 wool Gotland + 40 silk\u201D");
                return [];
            }

            parts.Add(new LabelPart(fibre, words.Length > 1 ? words[1] : "", percent));
        }

        return parts;

        static string[] Words(string of, int most) =>
            of.Split(' ', most, StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
    }

    public T Need<T>(string column)
        where T : struct, Enum => Maybe<T>(column) ?? Missing<T>(column);

    public double? Number(string column, double low, double high, double smallest = 0)
    {
        var text = cell(column).Trim();
        if (text.Length == 0)
        {
            return null;
        }

        // Where cells are not parted by commas a comma is the decimal mark; a point there may be one, or part thousands.
        if (!commaParts && text.Contains(',') && text.Contains('.'))
        {
            Refuse(column, "unclear-decimal", "has a comma and a point: write it without parting thousands");
            return null;
        }

        if (!commaParts && text.IndexOf('.') is > 0 and var point && text.Length - point == 4 && text[..point] != "0")
        {
            Refuse(
                column,
                "unclear-decimal",
                $"can be read as {text.Replace(".", "")} or as {text}: write it without the point, or with a comma"
            );
            return null;
        }

        var plain = commaParts ? text : text.Replace(',', '.');
        if (
            double.TryParse(plain, NumberStyles.AllowDecimalPoint | NumberStyles.AllowExponent, CultureInfo.InvariantCulture, out var value)
            && value >= low
            && value <= high
            && (value == 0 || value >= smallest)
        )
        {
            return value;
        }

        Refuse(
            column,
            "out-of-range",
            FormattableString.Invariant(
                $"must be a number from {low} to {high}, with a point as the decimal mark{(commaParts ? "" : ", or a comma")}"
            )
        );
        return null;
    }

    public int? Whole(string column, int low, int high)
    {
        var text = cell(column).Trim();
        if (text.Length == 0)
        {
            return null;
        }

        if (int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var value) && value >= low && value <= high)
        {
            return value;
        }

        Refuse(column, "out-of-range", $"must be a whole number of at least {low}");
        return null;
    }

    public DateOnly? Day(string column)
    {
        var text = cell(column).Trim();
        if (text.Length == 0)
        {
            return null;
        }

        var day = WeighLogDay.Read(text);
        if (day.Why is { } why)
        {
            Refuse(column, day.IsUnclear ? "unclear-day" : "not-a-day", why);
        }

        return day.Day;
    }

    public DateTimeOffset Time(string column)
    {
        var text = cell(column).Trim();
        // A spreadsheet writes a day and a time of day with a space between; the day may be written its own way.
        var space = text.IndexOf(' ');
        if (space > 0 || text.Length is > 0 and <= 10)
        {
            var day = WeighLogDay.Read(space > 0 ? text[..space] : text);
            if (day.Why is { } why)
            {
                Refuse(column, day.IsUnclear ? "unclear-day" : "not-a-time", why);
                return default;
            }

            text = $"{day.Day:yyyy-MM-dd}{(space > 0 ? "T" + text[(space + 1)..].Trim() : "")}";
        }

        if (
            text.Length >= 10
            && text[4] == '-'
            && DateTimeOffset.TryParse(
                text,
                CultureInfo.InvariantCulture,
                DateTimeStyles.AssumeUniversal | DateTimeStyles.AdjustToUniversal,
                out var time
            )
            && DateOnly.FromDateTime(time.UtcDateTime) >= WorkTime.Earliest
            && time.Year <= 2200
        )
        {
            return time;
        }

        Refuse(column, "not-a-time", $"must be a time like 2026-05-14T09:30:00Z, from {WorkTime.Earliest.Year} on");
        return default;
    }

    public bool YesNo(string column)
    {
        var text = cell(column).Trim().ToLowerInvariant();
        if (text is "yes" or "no" or "")
        {
            return text == "yes";
        }

        Refuse(column, "not-a-word", "must be yes or no");
        return false;
    }

    /// <summary>An enum's members by their words in the file.</summary>
    private static class Hyphenated<T>
        where T : struct, Enum
    {
        public static readonly Dictionary<string, T> ByWord = Enum.GetValues<T>()
            .ToDictionary(v => v.Hyphened(), StringComparer.OrdinalIgnoreCase);
    }
}

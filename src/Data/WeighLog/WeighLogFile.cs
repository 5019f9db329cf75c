using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.WeighLog;

namespace EarthyTuft.Data.WeighLog;

/// <summary>A row of the file that does not read, or that the ledger refuses.</summary>
/// <param name="Row">Its number in the file, the header being 1.</param>
public sealed record RefusedRow(int Row, string Column, string Reason);

/// <summary>The weigh log as an RFC 4180 file in UTF-8.</summary>
public static class WeighLogFile
{
    // Quoted wherever any reader could end a cell or a row: a lone line feed is a new row to many.
    private static readonly CsvConfiguration Out = new(CultureInfo.InvariantCulture)
    {
        NewLine = "\r\n",
        ShouldQuote = cell =>
            cell.Field is { Length: > 0 } text
            && (text.AsSpan().IndexOfAny(",;\t\r\n\"") >= 0 || char.IsWhiteSpace(text[0]) || char.IsWhiteSpace(text[^1])),
    };

    /// <summary>The separators a spreadsheet may use; the header tells which.</summary>
    private static readonly string[] Separators = [",", ";", "\t"];

    private static CsvConfiguration In(string separator) =>
        new(CultureInfo.InvariantCulture)
        {
            Delimiter = separator,
            BadDataFound = null,
            MissingFieldFound = null,
            MaxFieldSize = 10_000,
            PrepareHeaderForMatch = header => header.Header.Trim().ToLowerInvariant(),
        };

    public static async Task Write(TextWriter to, IEnumerable<WeighLogRow> rows)
    {
        await using var csv = new CsvWriter(to, Out, leaveOpen: true);
        foreach (var column in WeighLogRow.Columns)
        {
            csv.WriteField(column);
        }

        await csv.NextRecordAsync();
        foreach (var row in rows)
        {
            foreach (var cell in row.ToCells())
            {
                csv.WriteField(cell);
            }

            await csv.NextRecordAsync();
        }
    }

    /// <summary>
    /// Reads a file as it is, or as it came out of a spreadsheet: cells parted by commas, semicolons or tabs, lines ended any way, columns
    /// in any order. Refused as a whole when it is not UTF-8 or has not the header; otherwise row by row.
    /// </summary>
    public static Result<WeighLogRows> Read(byte[] file)
    {
        string text;
        try
        {
            text = new UTF8Encoding(false, throwOnInvalidBytes: true).GetString(file).TrimStart('\uFEFF');
        }
        catch (DecoderFallbackException)
        {
            return new Refusal("file", "wrong-encoding", "The file is not UTF-8. Save it again as \u201CCSV UTF-8\u201D.");
        }

        if (text.Contains('\0'))
        {
            return new Refusal("file", "wrong-encoding", "The file is not a text file.");
        }

        var separator = SeparatorOf(text);
        using var csv = new CsvReader(new StringReader(text), In(separator));
        var read = new WeighLogRows();
        try
        {
            if (!csv.Read() || !csv.ReadHeader())
            {
                return new Refusal("file", "no-header", "The file is empty. Its first row names the columns.");
            }

            string[] header = [.. csv.HeaderRecord!.Select(h => h.Trim().ToLowerInvariant())];
            // A spreadsheet may leave empty columns at the end.
            var missing = Needed.Except(header).ToArray();
            var unknown = header.Where(h => h.Length > 0).Except(WeighLogRow.Columns).ToArray();
            var twice = header.Where(h => h.Length > 0).GroupBy(h => h).Where(g => g.Count() > 1).Select(g => g.Key).ToArray();
            if (missing.Length > 0 || unknown.Length > 0 || twice.Length > 0)
            {
                return new Refusal(
                    "file",
                    "wrong-header",
                    (missing.Length > 0 ? $"The header lacks {string.Join(", ", missing)}. " : "")
                        + (
                            unknown.Length > 0
                                ? $"It has columns that are not known: {string.Join(", ", unknown.Take(5).Select(Short))}. "
                                : ""
                        )
                        + (twice.Length > 0 ? $"It has {string.Join(", ", twice)} twice." : "")
                );
            }

            var places = header.Select((name, i) => (name, i)).Where(h => h.name.Length > 0).ToDictionary(h => h.name, h => h.i);
            while (csv.Read())
            {
                read.Count++;
                var row = WeighLogRow.FromCells(
                    column => places.TryGetValue(column, out var i) && csv.TryGetField<string>(i, out var value) ? value ?? "" : "",
                    separator == ","
                );
                if (row.IsRefused)
                {
                    read.Refuse(read.Count + 1, row.Refusals, csv.TryGetField<int>(places["entry"], out var entry) ? entry : null);
                }
                else
                {
                    read.Rows.Add((read.Count + 1, row.Value));
                }
            }
        }
        catch (CsvHelperException)
        {
            return new Refusal(
                "file",
                "not-csv",
                $"Row {read.Count + 2} cannot be read as CSV: a quotation mark is open, or a cell is too long."
            );
        }

        return read;
    }

    private static readonly string[] Needed = ["entry", "line", "step", "done_at", "flow", "amount", "mass_g"];

    private static string Short(string text) => text.Length > 30 ? text[..30] : text;

    // The one by which the first line falls into most columns that are known.
    private static string SeparatorOf(string text)
    {
        var end = text.AsSpan().IndexOfAny('\r', '\n');
        var first = end < 0 ? text : text[..end];
        return Separators.MaxBy(s => first.Split(s).Count(c => WeighLogRow.Columns.Contains(c.Trim().Trim('"').ToLowerInvariant())))!;
    }
}

/// <summary>What a file holds: its good rows, and what of the others is told.</summary>
public sealed class WeighLogRows
{
    /// <summary>Rows after the header.</summary>
    public int Count { get; set; }

    /// <summary>The rows that read, with their number in the file.</summary>
    public List<(int Row, WeighLogRow Line)> Rows { get; } = [];

    public RefusedRows Refused { get; } = new();

    /// <summary>For an entry's number the first row of it that did not read.</summary>
    public Dictionary<int, int> Broken { get; } = [];

    public void Refuse(int row, IReadOnlyList<Refusal> refusals, int? entry)
    {
        foreach (var refusal in refusals)
        {
            Refused.Add(row, refusal.Field, refusal.Reason);
        }

        if (entry is { } number)
        {
            Broken.TryAdd(number, row);
        }
    }
}

/// <summary>The rows that are refused. So many are told in full; of the rest only the number is kept, however bad a file is.</summary>
public sealed class RefusedRows
{
    /// <summary>So many are told in full.</summary>
    public const int MostTold = 200;

    private readonly List<RefusedRow> told = [];
    private readonly HashSet<int> rows = [];

    /// <summary>How many rows are refused.</summary>
    public int Count => rows.Count;

    /// <summary>How many refusals there are; a row may have several.</summary>
    public int Refusals { get; private set; }

    public IReadOnlyList<RefusedRow> Told => [.. told.OrderBy(r => r.Row)];

    public bool Has(int row) => rows.Contains(row);

    public void Add(int row, string column, string reason)
    {
        rows.Add(row);
        Refusals++;
        if (told.Count < MostTold)
        {
            told.Add(new RefusedRow(row, column, reason));
        }
    }
}

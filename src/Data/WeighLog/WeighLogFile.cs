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
    private static readonly CsvConfiguration Csv = new(CultureInfo.InvariantCulture) { NewLine = "\r\n", BadDataFound = null, MissingFieldFound = null, MaxFieldSize = 10_000 };

    public static async Task Write(TextWriter to, IEnumerable<WeighLogRow> rows)
    {
        await using var csv = new CsvWriter(to, Csv, leaveOpen: true);
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
    /// Reads a file. Refused as a whole when it is not UTF-8 or has not the header; otherwise row by row.
    /// <c>Broken</c> tells for an entry's number the first row of it that did not read.
    /// </summary>
    public static Result<(IReadOnlyList<(int Row, WeighLogRow Line)> Rows, IReadOnlyList<RefusedRow> Refused, IReadOnlyDictionary<int, int> Broken, int Count)> Read(byte[] file)
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

        using var csv = new CsvReader(new StringReader(text), Csv);
        if (!csv.Read() || !csv.ReadHeader())
        {
            return new Refusal("file", "no-header", "The file is empty. Its first row names the columns.");
        }

        var header = csv.HeaderRecord!;
        var missing = new[] { "entry", "line", "step", "done_at", "flow", "amount", "mass_g" }.Except(header).ToArray();
        var unknown = header.Except(WeighLogRow.Columns).ToArray();
        if (missing.Length > 0 || unknown.Length > 0)
        {
            return new Refusal("file", "wrong-header", (missing.Length > 0 ? $"The header lacks {string.Join(", ", missing)}. " : "") + (unknown.Length > 0 ? $"It has columns that are not known: {string.Join(", ", unknown.Take(5))}." : ""));
        }

        var rows = new List<(int, WeighLogRow)>();
        var refused = new List<RefusedRow>();
        var broken = new Dictionary<int, int>();
        var number = 1;
        try
        {
            while (csv.Read())
            {
                number++;
                var row = WeighLogRow.FromCells(column => csv.TryGetField<string>(column, out var value) ? value ?? "" : "");
                if (row.IsRefused)
                {
                    refused.AddRange(row.Refusals.Select(r => new RefusedRow(number, r.Field, r.Reason)));
                    if (csv.TryGetField<int>("entry", out var entry))
                    {
                        broken.TryAdd(entry, number);
                    }
                }
                else
                {
                    rows.Add((number, row.Value));
                }
            }
        }
        catch (CsvHelperException)
        {
            return new Refusal("file", "not-csv", $"Row {number + 1} cannot be read as CSV: a quotation mark is open, or a cell is too long.");
        }

        return (rows, refused, broken, number - 1);
    }
}

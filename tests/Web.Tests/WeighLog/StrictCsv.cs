using System.Text;

namespace EarthyTuft.Web.Tests;

/// <summary>A second reader of RFC 4180 that forgives nothing: a quotation mark stands at a cell's ends or doubled within, and rows end
/// with CR LF outside of them.</summary>
internal static class StrictCsv
{
    public static List<List<string>> Read(string text, char separator)
    {
        var rows = new List<List<string>>();
        var row = new List<string>();
        var place = 0;
        while (place < text.Length)
        {
            row.Add(Cell(text, separator, ref place));
            if (place == text.Length)
            {
                throw new FormatException("The last row does not end.");
            }

            if (text[place] == separator)
            {
                place++;
                continue;
            }

            if (text[place] != '\r' || place + 1 == text.Length || text[place + 1] != '\n')
            {
                throw new FormatException($"A row ends with something else than CR LF at {place}.");
            }

            place += 2;
            rows.Add(row);
            row = [];
        }

        return row.Count == 0 ? rows : throw new FormatException("A cell is missing.");
    }

    private static string Cell(string text, char separator, ref int place)
    {
        var cell = new StringBuilder();
        if (text[place] != '"')
        {
            for (; place < text.Length && text[place] != separator && text[place] != '\r'; place++)
            {
                cell.Append(text[place] is '"' or '\n' ? throw new FormatException($"A bare {(int)text[place]} at {place}.") : text[place]);
            }

            return cell.ToString();
        }

        for (place++; ; place++)
        {
            if (text[place] != '"')
            {
                cell.Append(text[place]);
            }
            else if (place + 1 < text.Length && text[place + 1] == '"')
            {
                cell.Append(text[++place]);
            }
            else
            {
                place++;
                return cell.ToString();
            }
        }
    }
}

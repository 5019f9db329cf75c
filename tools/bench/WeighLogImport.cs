using System.Diagnostics;
using System.Globalization;
using System.Text;

namespace EarthyTuft.Bench;

/// <summary>How long a long weigh log takes to come in, and what a file of bad rows costs.</summary>
internal static class WeighLogImport
{
    private const string Header = "entry,line,step,done_at,who,flow,lot,form,fibre,breed,amount,empties_lot,kind,fate,mass_g\n";
    private const int Rows = 40_000;
    private const int BadBytes = 10_000_000;

    /// <summary>Seconds for 40 000 rows: fleeces that are taken in and skirted, four rows a fleece. The median of three, each in a workshop
    /// of its own, after one to warm up.</summary>
    public static async Task<double> Seconds(Uri address)
    {
        var file = Good();
        var seconds = new List<double>();
        for (var i = 0; i < 4; i++)
        {
            using var visitor = await Visitor.Register(address);
            var start = Stopwatch.GetTimestamp();
            var answer = await visitor.Send("/api/weigh-log/import?all=true", file, "text/csv");
            if (answer.Contains("\"refusals\":[{", StringComparison.Ordinal))
            {
                throw new InvalidOperationException("A row was refused: " + answer[..Math.Min(answer.Length, 400)]);
            }

            if (i > 0)
            {
                seconds.Add(Stopwatch.GetElapsedTime(start).TotalSeconds);
            }
        }

        return seconds.Order().ElementAt(1);
    }

    /// <summary>Kilobytes of the answer to 10 MB of rows none of which can be read.</summary>
    public static async Task<double> BadKilobytes(Uri address)
    {
        var row = "x,y,nothing,never,nobody,sideways,nowhere,air,,,,,,,heavy\n";
        var file = new StringBuilder(Header, BadBytes + 200);
        while (file.Length + row.Length < BadBytes)
        {
            file.Append(row);
        }

        using var visitor = await Visitor.Register(address);
        return Encoding.UTF8.GetByteCount(await visitor.Send("/api/weigh-log/check", file.ToString(), "text/csv")) / 1000.0;
    }

    private static string Good()
    {
        var file = new StringBuilder(Header);
        var day = new DateTime(2020, 1, 1, 9, 0, 0, DateTimeKind.Utc);
        for (var i = 0; i < Rows / 4; i++)
        {
            var (at, entry, lot) = (
                day.AddHours(i / 4.0).ToString("yyyy-MM-ddTHH:mm:ssZ", CultureInfo.InvariantCulture),
                (2 * i) + 1,
                FormattableString.Invariant($"Q-{i + 10:00}")
            );
            file.Append(
                CultureInfo.InvariantCulture,
                $"{entry},1,take-in,{at},Bench,out,{lot},raw,wool,Gotland,weighed,,,,{2000 + (i % 700)}\n"
            );
            file.Append(CultureInfo.InvariantCulture, $"{entry + 1},1,skirt,{at},Bench,in,{lot},,,,whole,yes,,,\n");
            file.Append(
                CultureInfo.InvariantCulture,
                $"{entry + 1},2,skirt,{at},Bench,out,{lot}.2,skirted,,,weighed,,,,{1700 + (i % 700)}\n"
            );
            file.Append(CultureInfo.InvariantCulture, $"{entry + 1},3,skirt,{at},Bench,loss,,,,,weighed,,skirtings,compost,299\n");
        }

        return file.ToString();
    }
}

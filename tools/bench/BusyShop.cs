using System.Diagnostics;
using System.Globalization;
using Npgsql;

namespace EarthyTuft.Bench;

/// <summary>
/// What a person waits for in a workshop of 100 000 entries with 20 000 lots in stock and 20 000 samples, which stands in one database
/// beside a workshop of a million entries: the first page, the find box, the sample wall. One call after another, warm.
/// </summary>
internal static class BusyShop
{
    private const int Fleeces = 20_000,
        Beside = 200_000,
        Calls = 300,
        WarmUp = 150;

    private static readonly string[] Typed =
    [
        "B-1",
        "B-17",
        "B-19999.5",
        "got",
        "gotland",
        "gotlnad",
        "ash",
        "grey got",
        "SM-8",
        "SM-19998",
        "socks",
        "good",
        "bench",
        "top",
        "noil",
        "nothing like it",
        "w",
        "xyz",
    ];

    public static async Task<IReadOnlyList<(string Name, double Value, double Aim)>> Measure(Uri address, string connection)
    {
        using var visitor = await Visitor.Register(address);
        using var neighbour = await Visitor.Register(address);
        await using var source = NpgsqlDataSource.Create(connection + ";Command Timeout=3000");
        foreach (var (who, count) in new[] { (neighbour, Beside), (visitor, Fleeces) })
        {
            await using var seed = source.CreateCommand(
                string.Format(CultureInfo.InvariantCulture, LotPage.Seed, count, who.Workshop, who.Person)
            );
            await seed.ExecuteNonQueryAsync();
        }

        await using (var settle = source.CreateCommand("vacuum analyze"))
        {
            await settle.ExecuteNonQueryAsync();
        }

        return
        [
            ("course-p95-ms", await P95(visitor, _ => "/api/course"), 50),
            ("find-p95-ms", await P95(visitor, i => "/api/find?q=" + Uri.EscapeDataString(Typed[i % Typed.Length])), 50),
            ("samples-p95-ms", await P95(visitor, _ => "/api/samples"), 50),
        ];
    }

    private static async Task<double> P95(Visitor visitor, Func<int, string> path)
    {
        for (var i = 0; i < WarmUp; i++)
        {
            await visitor.Get(path(i));
        }

        var took = new List<(double Milliseconds, string Path)>();
        for (var i = 0; i < Calls; i++)
        {
            var start = Stopwatch.GetTimestamp();
            await visitor.Get(path(i));
            took.Add((Stopwatch.GetElapsedTime(start).TotalMilliseconds, path(i)));
        }

        foreach (
            var slow in took.GroupBy(t => t.Path)
                .Select(g => (g.Key, Median: g.Select(t => t.Milliseconds).Order().ElementAt(g.Count() / 2)))
                .OrderByDescending(g => g.Median)
                .Take(5)
        )
        {
            Console.Error.WriteLine(FormattableString.Invariant($"{slow.Key}: median {slow.Median:0.0} ms"));
        }

        return took.Select(t => t.Milliseconds).Order().ElementAt((int)(Calls * 0.95));
    }
}

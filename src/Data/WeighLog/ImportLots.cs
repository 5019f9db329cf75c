using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.WeighLog;

/// <summary>The lots that a file speaks of: those that were here already and those that it makes, with what is left of each as its entries
/// go by.</summary>
internal sealed class ImportLots(EarthyTuftDb db, TimeZoneInfo zone)
{
    /// <summary>So far ahead a code from a file takes the running number along.</summary>
    private const int MostAhead = 5000;

    private readonly Dictionary<string, LotRow> byCode = new(StringComparer.OrdinalIgnoreCase);
    private readonly Dictionary<Guid, LinearForm?> left = [];
    private readonly HashSet<string> used = new(StringComparer.OrdinalIgnoreCase);
    private readonly List<LotRow> made = [];

    public IReadOnlyCollection<LotRow> All => byCode.Values;

    /// <summary>What the file makes, in its order.</summary>
    public IReadOnlyList<LotRow> Made => made;

    /// <summary>Reads those that are here already, locked until the caller's transaction ends.</summary>
    public async Task Load(string[] codes, CancellationToken cancellationToken)
    {
        var there = await db.Lots.Where(l => codes.Contains(l.Code)).Select(l => new { l.Id, l.Code }).ToListAsync(cancellationToken);
        used.UnionWith(there.Select(l => l.Code));
        var (rows, sources) = await LedgerStore.Sources(db, [.. there.Select(l => l.Id)], zone, toWrite: true, cancellationToken);
        foreach (var lot in rows.Values)
        {
            byCode[lot.Code] = lot;
        }

        foreach (var source in sources.Values)
        {
            left[source.Id] = source.Left;
        }
    }

    /// <summary>Null when there is no such lot here or earlier in the file.</summary>
    public LotRow? Find(string code) => byCode.GetValueOrDefault(code);

    /// <summary>The code of a voided lot stays on its bag too.</summary>
    public bool IsTaken(string code) => byCode.ContainsKey(code) || used.Contains(code);

    /// <summary>A lot as the ledger takes from it; it has to be there.</summary>
    public SourceLot Source(string code)
    {
        var row = byCode[code];
        return new SourceLot(
            row.ToLot() with
            {
                ChangedAt = TimeZoneInfo.ConvertTime(row.ChangedAt, zone),
            },
            left.GetValueOrDefault(row.Id)
        );
    }

    public LotRow Keep(LotRow lot)
    {
        byCode[lot.Code] = lot;
        made.Add(lot);
        return lot;
    }

    /// <summary>From here on so much is left of a lot; null when that cannot be told.</summary>
    public void Leave(LotRow lot, LinearForm? mass) => left[lot.Id] = mass;

    /// <summary>Codes that came from the file must not be given out again.</summary>
    public async Task KeepCountersAhead(CancellationToken cancellationToken)
    {
        var highest = new Dictionary<string, int>();
        foreach (var code in made.Select(l => l.Code))
        {
            // A number far ahead of all others leaves those between to be given out: the counter passes over it when it comes there.
            var (letters, root, child) = LotCode.Parts(code)!.Value;
            var prefix = child is null ? letters : LotCode.RootOf(code);
            if (child is null ? root <= MostAhead : child <= MostAhead)
            {
                highest[prefix] = Math.Max(highest.GetValueOrDefault(prefix), (child - 1) ?? root);
            }
        }

        string[] prefixes = [.. highest.Keys.Order(StringComparer.Ordinal)];
        int[] numbers = [.. prefixes.Select(p => highest[p])];
        await db.Database.ExecuteSqlAsync(
            $"""
            insert into code_counters (workshop_id, prefix, last) select {db.Workshop}, p.prefix, p.last from unnest({prefixes}, {numbers}) p(prefix, last)
            on conflict (workshop_id, prefix) do update set last = greatest(code_counters.last, excluded.last)
            """,
            cancellationToken
        );
    }
}

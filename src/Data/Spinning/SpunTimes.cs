using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Data.Yarns;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Spinning;

/// <summary>Reads what was spun in how long, as it was logged.</summary>
public static class SpunTimes
{
    /// <summary>So many of the newest entries are read.</summary>
    private const int Most = 300;

    /// <summary>Entries of spinning whose time was noted, each of one preparation.</summary>
    public static async Task<IReadOnlyList<SpunTime>> Read(EarthyTuftDb db, CancellationToken cancellationToken)
    {
        var entries = await db
            .Entries.AsNoTracking()
            .Where(e => e.Step == StepKind.Spin && e.VoidedAt == null && e.Minutes > 0)
            .OrderByDescending(e => e.DoneAt)
            .ThenByDescending(e => e.Id)
            .Take(Most)
            .Select(e => new { e.Id, Minutes = e.Minutes!.Value })
            .ToListAsync(cancellationToken);
        Guid[] ids = [.. entries.Select(e => e.Id)];
        var flows = (
            await db
                .Flows.AsNoTracking()
                .Where(f => ids.Contains(f.EntryId) && !f.Voided && f.LotId != null && (f.Role == FlowRole.In || f.Role == FlowRole.Out))
                .Join(
                    db.Lots,
                    f => f.LotId,
                    l => l.Id,
                    (f, l) =>
                        new
                        {
                            f.EntryId,
                            f.Role,
                            l.Id,
                            l.Form,
                            l.MadeGrams,
                        }
                )
                .ToListAsync(cancellationToken)
        ).ToLookup(f => f.EntryId);
        var measures = await db.MeasuresOf(
            [.. flows.SelectMany(f => f).Where(f => f.Role == FlowRole.Out).Select(f => f.Id)],
            cancellationToken
        );
        var draws = await DrawsOf(db, ids, cancellationToken);

        SpunTime? Time(Guid id, int minutes)
        {
            LotForm[] from = [.. flows[id].Where(f => f.Role == FlowRole.In).Select(f => f.Form).Distinct()];
            var singles = flows[id].Where(f => f.Role == FlowRole.Out && f.Form == LotForm.Singles).ToArray();
            // Of several preparations nobody knows which took how long.
            return from.Length != 1 || singles.Length == 0
                ? null
                : new SpunTime(
                    from[0],
                    draws.TryGetValue(id, out var draw) ? draw : null,
                    minutes,
                    All(singles.Select(s => s.MadeGrams)),
                    All(singles.Select(s => measures.GetValueOrDefault(s.Id)?.Metres))
                );
        }

        return [.. entries.Select(e => Time(e.Id, e.Minutes)).OfType<SpunTime>()];
    }

    /// <summary>How each of some steps was drawn, as it was noted last.</summary>
    internal static async Task<IReadOnlyDictionary<Guid, Draw>> DrawsOf(
        EarthyTuftDb db,
        Guid[] entries,
        CancellationToken cancellationToken
    )
    {
        var noted = await db
            .Runs.AsNoTracking()
            .Where(r => r.EntryId != null && entries.Contains(r.EntryId.Value) && r.Craft == StepKind.Spin)
            .SelectMany(
                r => r.Events.Where(e => e.Kind == StoredSpin.DrawKind && e.WithdrawnAt == null),
                (r, e) => new { Entry = r.EntryId!.Value, Event = e }
            )
            .ToListAsync(cancellationToken);
        return noted
            .GroupBy(n => n.Entry)
            .ToDictionary(g => g.Key, g => ((DrawNoted)StoredSpin.Read(g.MaxBy(n => n.Event.Ordinal)!.Event)).Draw);
    }

    // A sum says something only where all of it is known.
    private static double? All(IEnumerable<double?> of) => of.Aggregate((double?)0, (sum, one) => sum + one);
}

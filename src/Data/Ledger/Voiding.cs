using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Ledger;

/// <summary>An entry that stands or falls with another.</summary>
public sealed record Dependant(Guid EntryId, StepKind Step, DateTimeOffset DoneAt, string Who, string[] Lots);

/// <summary>What hangs on an entry: the entries that used what it made, and what was noted of those lots.</summary>
public sealed record Hanging(IReadOnlyList<Dependant> Entries, int Locks, int Samples, int LookOvers);

/// <summary>Voids entries and takes it back. Rows stay; they only stop to count.</summary>
public static class Voiding
{
    private const string Down = """
        with recursive hanging(entry) as (
            select {0}::uuid
            union
            select i.entry_id from hanging h
            join flows o on o.entry_id = h.entry and o.role = 'Out' and not o.voided
            join flows i on i.lot_id = o.lot_id and i.role in ('In', 'Count') and not i.voided)
        select e.id as entry_id, e.step, e.done_at, e.who,
               array(select distinct l.code from flows f join lots l on l.id = f.lot_id
                     where f.entry_id = e.id and f.role in ('Out', 'Count') order by l.code) as lots
        from entries e
        where e.id in (select entry from hanging) and e.workshop_id = {1} and e.voided_at is null
        order by e.done_at, e.recorded_at
        """;

    /// <summary>The entry itself and everything that hangs on it, oldest first; empty when there is no such entry.</summary>
    public static async Task<Hanging> Of(EarthyTuftDb db, Guid entryId, CancellationToken cancellationToken)
    {
        var entries = await db.Database.SqlQueryRaw<DependantRow>(Down, entryId, db.Workshop).ToListAsync(cancellationToken);
        var ids = entries.Select(e => e.EntryId).ToArray();
        var lots = await Made(db, ids, cancellationToken);
        return new Hanging(
            [.. entries.Select(e => new Dependant(e.EntryId, Enum.Parse<StepKind>(e.Step), e.DoneAt, e.Who, e.Lots))],
            await db.Locks.CountAsync(l => lots.Contains(l.LotId) && l.WithdrawnAt == null, cancellationToken),
            await db.Samples.CountAsync(s => s.WithdrawnAt == null && lots.Contains(s.LotId), cancellationToken),
            await db.LookOvers.CountAsync(l => lots.Contains(l.LotId), cancellationToken)
        );
    }

    /// <summary>
    /// The same with every lot of it locked until the caller's transaction ends: whoever takes from one meanwhile waits, and then finds it
    /// gone. What was logged while the locks were waited for is found by looking again.
    /// </summary>
    public static async Task<Hanging> OfLocked(EarthyTuftDb db, Guid entryId, CancellationToken cancellationToken)
    {
        var hanging = await Of(db, entryId, cancellationToken);
        for (var before = -1; before != hanging.Entries.Count; )
        {
            before = hanging.Entries.Count;
            await LedgerStore.LockLotsOf(db, [.. hanging.Entries.Select(e => e.EntryId)], cancellationToken);
            hanging = await Of(db, entryId, cancellationToken);
        }

        return hanging;
    }

    /// <summary>Voids an entry with everything that hangs on it, within the caller's transaction. What it had taken from is there
    /// again.</summary>
    public static async Task Void(
        EarthyTuftDb db,
        Guid entryId,
        Hanging hanging,
        string who,
        string because,
        DateTimeOffset at,
        CancellationToken cancellationToken
    )
    {
        var ids = hanging.Entries.Select(e => e.EntryId).ToArray();
        var lots = await Made(db, ids, cancellationToken);
        await Mark(db, ids, true, cancellationToken);
        await db
            .Entries.Where(e => ids.Contains(e.Id))
            .ExecuteUpdateAsync(
                e =>
                    e.SetProperty(x => x.VoidedAt, at.ToStored())
                        .SetProperty(x => x.VoidedBy, who)
                        .SetProperty(x => x.VoidedBecause, because)
                        .SetProperty(x => x.VoidedWith, entryId),
                cancellationToken
            );
        await db
            .Lots.Where(l => lots.Contains(l.Id))
            .ExecuteUpdateAsync(l => l.SetProperty(x => x.VoidedAt, at.ToStored()), cancellationToken);
        db.Changed<LotRow>();
        await Settle(db, await Sources(db, ids, lots, cancellationToken), cancellationToken);
    }

    /// <summary>
    /// The same with its line in the history of every lot of the entry, every lot of what hangs on it held until the caller's transaction
    /// ends.
    /// </summary>
    /// <returns>What was voided; nothing when there is no such entry.</returns>
    public static async Task<Hanging> WithHistory(
        EarthyTuftDb db,
        Guid entryId,
        string who,
        string because,
        DateTimeOffset at,
        CancellationToken cancellationToken
    )
    {
        var hanging = await OfLocked(db, entryId, cancellationToken);
        if (hanging.Entries.Count == 0)
        {
            return hanging;
        }

        var lots = await db
            .Flows.Where(f => f.EntryId == entryId && f.LotId != null)
            .Select(f => f.LotId!.Value)
            .Distinct()
            .ToListAsync(cancellationToken);
        var first = hanging.Entries.Single(e => e.EntryId == entryId);
        db.Changes.AddRange(
            lots.Select(lot => new ChangeRow
            {
                LotId = lot,
                EntryId = entryId,
                What = "entry",
                From = $"{first.Step.Words()} {string.Join(", ", first.Lots)}".Trim(),
                To = "voided",
                Because = because,
                Who = who,
                At = at,
            })
        );
        await Void(db, entryId, hanging, who, because, at, cancellationToken);
        await db.SaveChangesAsync(cancellationToken);
        return hanging;
    }

    /// <summary>Takes a voiding back. Refuses with the code of a lot when that was used otherwise meanwhile; then nothing has
    /// changed.</summary>
    public static async Task<string?> TakeBack(EarthyTuftDb db, Guid entryId, CancellationToken cancellationToken)
    {
        var ids = await db.Entries.Where(e => e.VoidedWith == entryId).Select(e => e.Id).ToArrayAsync(cancellationToken);
        await LedgerStore.LockLotsOf(db, ids, cancellationToken);
        var lots = await Made(db, ids, cancellationToken);
        var sources = await Sources(db, ids, lots, cancellationToken);
        if (
            await db
                .Lots.Where(l => sources.Contains(l.Id) && l.VoidedAt != null)
                .Select(l => l.Code)
                .FirstOrDefaultAsync(cancellationToken) is
            { } gone
        )
        {
            return gone;
        }

        await Mark(db, ids, false, cancellationToken);
        await db
            .Entries.Where(e => ids.Contains(e.Id))
            .ExecuteUpdateAsync(
                e =>
                    e.SetProperty(x => x.VoidedAt, (DateTimeOffset?)null)
                        .SetProperty(x => x.VoidedWith, (Guid?)null)
                        .SetProperty(x => x.VoidedBy, (string?)null)
                        .SetProperty(x => x.VoidedBecause, (string?)null),
                cancellationToken
            );
        await db
            .Lots.Where(l => lots.Contains(l.Id))
            .ExecuteUpdateAsync(l => l.SetProperty(x => x.VoidedAt, (DateTimeOffset?)null), cancellationToken);
        db.Changed<LotRow>();
        var emptiedTwice = await db
            .Flows.Where(f => f.Role == FlowRole.In && f.EmptiesLot && !f.Voided && sources.Contains(f.LotId!.Value))
            .GroupBy(f => f.Lot!.Code)
            .Where(g => g.Count() > 1 + db.Flows.Count(c => c.Role == FlowRole.Count && !c.Voided && c.Lot!.Code == g.Key))
            .Select(g => g.Key)
            .FirstOrDefaultAsync(cancellationToken);
        if (emptiedTwice is not null)
        {
            return emptiedTwice;
        }

        await Settle(db, [.. sources, .. lots], cancellationToken);
        var around = await Family.Around(db, sources, toWrite: false, cancellationToken);
        return sources.Where(around.Masses.IsOverdrawn).Select(l => around.Lots[l].Code).FirstOrDefault();
    }

    private static Task<int> Mark(EarthyTuftDb db, Guid[] entries, bool voided, CancellationToken cancellationToken) =>
        db.Flows.Where(f => entries.Contains(f.EntryId)).ExecuteUpdateAsync(f => f.SetProperty(x => x.Voided, voided), cancellationToken);

    private static Task<Guid[]> Made(EarthyTuftDb db, Guid[] entries, CancellationToken cancellationToken) =>
        db
            .Flows.Where(f => entries.Contains(f.EntryId) && f.Role == FlowRole.Out)
            .Select(f => f.LotId!.Value)
            .ToArrayAsync(cancellationToken);

    private static Task<Guid[]> Sources(EarthyTuftDb db, Guid[] entries, Guid[] made, CancellationToken cancellationToken) =>
        db
            .Flows.Where(f =>
                entries.Contains(f.EntryId) && (f.Role == FlowRole.In || f.Role == FlowRole.Count) && !made.Contains(f.LotId!.Value)
            )
            .Select(f => f.LotId!.Value)
            .Distinct()
            .ToArrayAsync(cancellationToken);

    private static async Task Settle(EarthyTuftDb db, Guid[] lots, CancellationToken cancellationToken)
    {
        if (lots.Length == 0)
        {
            return;
        }

        var emptied = await db
            .Flows.Where(f => f.Role == FlowRole.In && f.EmptiesLot && !f.Voided && lots.Contains(f.LotId!.Value))
            .Join(db.Entries, f => f.EntryId, e => e.Id, (f, e) => new { Lot = f.LotId!.Value, e.DoneAt })
            .ToListAsync(cancellationToken);
        var counted = (
            await db
                .Flows.Where(f => f.Role == FlowRole.Count && !f.Voided && lots.Contains(f.LotId!.Value))
                .Join(db.Entries, f => f.EntryId, e => e.Id, (f, e) => new { Lot = f.LotId!.Value, e.DoneAt })
                .ToListAsync(cancellationToken)
        ).ToLookup(c => c.Lot, c => c.DoneAt);
        // What was counted after it was emptied turned up: it is there again.
        var latest = emptied
            .GroupBy(e => e.Lot)
            .Select(g => (g.Key, At: g.Max(e => e.DoneAt)))
            .Where(e => !counted[e.Key].Any(at => at > e.At))
            .ToDictionary(e => e.Key, e => e.At);
        foreach (var lot in await db.Lots.Where(l => lots.Contains(l.Id)).ToListAsync(cancellationToken))
        {
            lot.UsedUpAt = latest.TryGetValue(lot.Id, out var at) ? at : null;
        }

        await db.SaveChangesAsync(cancellationToken);
        await LedgerStore.Refresh(db, lots, cancellationToken);
    }

    private sealed class DependantRow
    {
        public Guid EntryId { get; set; }
        public string Step { get; set; } = "";
        public DateTimeOffset DoneAt { get; set; }
        public string Who { get; set; } = "";
        public string[] Lots { get; set; } = [];
    }
}

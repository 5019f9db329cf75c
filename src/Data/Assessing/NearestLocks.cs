using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Assessing;

/// <summary>The locks that stand for lots: their own, or those of the nearest lots they were made of that have any. One query, without
/// their families.</summary>
public static class NearestLocks
{
    // From a lot that has locks there is no need to look further back.
    private const string Found = """
        with recursive back(root, lot, depth) as (
            select l, l, 0 from unnest({0}::uuid[]) l
            union
            select b.root, i.lot_id, b.depth + 1
            from back b
            join flows o on o.lot_id = b.lot and o.role = 'Out' and not o.voided
            join flows i on i.entry_id = o.entry_id and i.role = 'In'
            where not exists (select 1 from locks k where k.lot_id = b.lot and k.withdrawn_at is null))
        select b.root, min(b.depth) as depth, k.id as lock
        from back b join locks k on k.lot_id = b.lot and k.withdrawn_at is null
        where k.workshop_id = {1}
        group by b.root, k.id
        """;

    /// <summary>The locks of each of some lots.</summary>
    public static async Task<ILookup<Guid, LockRow>> Of(EarthyTuftDb db, Guid[] lots, CancellationToken cancellationToken)
    {
        var found = await db.Database.SqlQueryRaw<Near>(Found, lots, db.Workshop).ToListAsync(cancellationToken);
        var nearest = found.GroupBy(f => f.Root).SelectMany(g => g.Where(f => f.Depth == g.Min(n => n.Depth))).ToArray();
        var ids = nearest.Select(n => n.Lock).Distinct().ToArray();
        var locks = await db.Locks.AsNoTracking().Where(l => ids.Contains(l.Id)).ToDictionaryAsync(l => l.Id, cancellationToken);
        return nearest.ToLookup(n => n.Root, n => locks[n.Lock]);
    }

    private sealed record Near(Guid Root, int Depth, Guid Lock);
}

using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Assessing;

public static class LockStore
{
    /// <summary>
    /// Writes the mean length of a lot's locks to it and to everything made of it that has no locks of its own: the length
    /// decides at which station clean fibre waits.
    /// </summary>
    public static async Task CarryLength(EarthyTuftDb db, Guid lotId, CancellationToken cancellationToken)
    {
        var mean = await db
            .Locks.Where(k => k.LotId == lotId && k.WithdrawnAt == null)
            .AverageAsync(k => (double?)k.LengthMillimetres, cancellationToken);
        foreach (var lot in await Below(db, lotId, ownLocksStop: true, cancellationToken))
        {
            lot.StapleMillimetres = mean;
            lot.Place();
        }

        await db.SaveChangesAsync(cancellationToken);
    }

    /// <summary>A lot and everything that was made of it, tracked; with lots that have locks of their own left out, if asked so.</summary>
    public static async Task<IReadOnlyList<LotRow>> Below(
        EarthyTuftDb db,
        Guid lotId,
        bool ownLocksStop,
        CancellationToken cancellationToken
    )
    {
        var ids = await db
            .Database.SqlQuery<Guid>(
                $"""
                with recursive down(lot) as (
                    select id from lots where id = {lotId} and workshop_id = {db.Workshop}
                    union
                    select o.lot_id from down
                    join flows i on i.lot_id = down.lot and i.role = 'In' and not i.voided
                    join flows o on o.entry_id = i.entry_id and o.role = 'Out'
                    where not {ownLocksStop} or not exists (select 1 from locks k where k.lot_id = o.lot_id and k.withdrawn_at is null))
                select lot as "Value" from down
                """
            )
            .ToArrayAsync(cancellationToken);
        return await db.Lots.Where(l => ids.Contains(l.Id)).ToListAsync(cancellationToken);
    }
}

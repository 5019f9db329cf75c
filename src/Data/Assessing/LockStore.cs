using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Assessing;

public static class LockStore
{
    /// <summary>
    /// Writes the mean length of a lot's locks to it and to everything made of it that has no locks of its own: the length
    /// decides at which station clean fibre waits.
    /// </summary>
    public static Task<int> CarryLength(EarthyTuftDb db, Guid lotId, CancellationToken stop) => db.Database.ExecuteSqlAsync(
        $"""
        with recursive down(lot) as (
            select id from lots where id = {lotId} and workshop_id = {db.Workshop}
            union
            select o.lot_id from down
            join flows i on i.lot_id = down.lot and i.role = 'In'
            join flows o on o.entry_id = i.entry_id and o.role = 'Out'
            where not exists (select 1 from locks k where k.lot_id = o.lot_id and k.withdrawn_at is null))
        update lots set staple_millimetres = (
            select avg(k.length_millimetres) from locks k where k.lot_id = {lotId} and k.withdrawn_at is null)
        where id in (select lot from down)
        """,
        stop);
}

using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Ledger;

/// <summary>
/// What rows keep of a reckoning (what a lot holds, where it waits, how an entry's balance stands) follows from the log and from the rules.
/// When the rules change, what was reckoned by older ones is reckoned anew at the start, workshop by workshop.
/// </summary>
public static class Projections
{
    /// <summary>Counted up whenever a rule changes that a projection follows from.</summary>
    public const int Version = 5;

    private const int Lock = 726003;

    /// <summary>Reckons anew what was reckoned by older rules. Any number of web processes may start at the same time.</summary>
    public static async Task BringUpToDate(EarthyTuftDb db, WorkshopScope scope, CancellationToken cancellationToken)
    {
        while (
            await db
                .Workshops.Where(w => w.ProjectedWith < Version)
                .OrderBy(w => w.Id)
                .Select(w => (Guid?)w.Id)
                .FirstOrDefaultAsync(cancellationToken)
                is { } workshop
        )
        {
            await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
            await db.Database.ExecuteSqlAsync($"select pg_advisory_xact_lock({Lock})", cancellationToken);
            scope.WorkshopId = workshop;
            var left = (await db.Lots.Select(l => l.Id).ToListAsync(cancellationToken)).ToHashSet();
            while (left.Count > 0)
            {
                var first = left.First();
                left.Remove(first);
                foreach (var lot in await LedgerStore.Refresh(db, [first], cancellationToken))
                {
                    lot.Place();
                    left.Remove(lot.Id);
                }

                await db.SaveChangesAsync(cancellationToken);
                db.ChangeTracker.Clear();
            }

            await db
                .Workshops.Where(w => w.Id == workshop)
                .ExecuteUpdateAsync(set => set.SetProperty(w => w.ProjectedWith, Version), cancellationToken);
            await transaction.CommitAsync(cancellationToken);
        }

        scope.WorkshopId = null;
    }
}

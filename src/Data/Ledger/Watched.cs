using EarthyTuft.Core.Ledger;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Ledger;

/// <summary>What was watched at the tub or on a rack ends with the entry that logs it: in one transaction, so that no alarm outlives its wash.</summary>
public static class Watched
{
    /// <summary>Ends the watch that an entry logs; changes are staged, not saved.</summary>
    /// <param name="db">The workshop.</param>
    /// <param name="id">The wash or the rack.</param>
    /// <param name="step">The step that is logged.</param>
    /// <param name="lots">The lots that it takes.</param>
    /// <param name="entry">Its entry.</param>
    /// <param name="now">When.</param>
    /// <param name="stop">Stops it.</param>
    /// <returns>False where no such watch is kept of these lots.</returns>
    public static async Task<bool> Log(EarthyTuftDb db, Guid id, StepKind step, Guid[] lots, Guid entry, DateTimeOffset now, CancellationToken stop)
    {
        if (step == StepKind.Wash && await db.Washes.Include(w => w.Baths).SingleOrDefaultAsync(w => w.Id == id && w.LotIds.Any(l => lots.Contains(l)), stop) is { } wash)
        {
            wash.EntryId = entry;
            End(wash, now);
            return true;
        }

        if (step == StepKind.Dry && await db.Dryings.SingleOrDefaultAsync(d => d.Id == id && d.LotIds.Any(l => lots.Contains(l)), stop) is { } drying)
        {
            drying.EntryId = entry;
            End(drying, now);
            return true;
        }

        return false;
    }

    /// <summary>Ends a wash; what still lies in a bath is lifted.</summary>
    public static void End(WashRow wash, DateTimeOffset now)
    {
        wash.EndedAt ??= now;
        foreach (var bath in wash.Baths.Where(b => b.LiftedAt is null))
        {
            bath.LiftedAt = now;
        }
    }

    /// <summary>Ends the watch of a rack.</summary>
    public static void End(DryingRow drying, DateTimeOffset now) => drying.EndedAt ??= now;
}

using EarthyTuft.Core.Ledger;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Ledger;

/// <summary>
/// Sets right which lots a step took, within the caller's transaction and with the lots of the step locked. The family has to be reckoned
/// anew afterwards.
/// </summary>
public static class Takings
{
    /// <summary>A lot, locked until the caller's transaction ends; null when the workshop has no such lot.</summary>
    public static async Task<LotRow?> Hold(EarthyTuftDb db, Guid lotId, CancellationToken cancellationToken)
    {
        await db.Database.ExecuteSqlAsync(
            $"select 1 from lots where workshop_id = {db.Workshop} and id = {lotId} for update",
            cancellationToken
        );
        return await db.Lots.SingleOrDefaultAsync(l => l.Id == lotId, cancellationToken);
    }

    /// <summary>Another lot was taken than the one that was named.</summary>
    /// <param name="taking">The taking of the one that was named.</param>
    public static async Task Instead(
        EarthyTuftDb db,
        FlowRow taking,
        LotRow named,
        LotRow other,
        DateTimeOffset doneAt,
        CancellationToken cancellationToken
    )
    {
        taking.LotId = other.Id;
        if (taking.Amount == Amount.Whole)
        {
            (taking.SettledGrams, taking.SettledSigma) = (null, null);
        }

        other.UsedUpAt = taking.EmptiesLot ? doneAt : null;
        // What another step used up stays used up.
        if (!await db.Flows.AnyAsync(f => f.LotId == named.Id && f.EmptiesLot && !f.Voided && f.Id != taking.Id, cancellationToken))
        {
            named.UsedUpAt = null;
        }

        await Follow(db, [named, other], cancellationToken);
    }

    /// <summary>A lot was taken whole beside those that were named.</summary>
    public static async Task Also(EarthyTuftDb db, EntryRow entry, LotRow other, Addition by, CancellationToken cancellationToken)
    {
        db.Flows.Add(
            new FlowRow
            {
                EntryId = entry.Id,
                Role = FlowRole.In,
                Amount = Amount.Whole,
                LotId = other.Id,
                EmptiesLot = true,
                Ordinal = entry.Flows.Max(f => f.Ordinal) + 1,
                AddedAt = by.At.ToStored(),
                AddedBy = by.Who,
            }
        );
        other.UsedUpAt = entry.DoneAt;
        await Follow(db, [other], cancellationToken);
    }

    // When each was used last and used up follows from what stands by now; what it holds and where it waits from the family.
    private static async Task Follow(EarthyTuftDb db, LotRow[] lots, CancellationToken cancellationToken)
    {
        await db.SaveChangesAsync(cancellationToken);
        var ids = lots.Select(l => l.Id).ToArray();
        await Retiming.FollowEntries(db, ids, cancellationToken);
        await LedgerStore.Refresh(db, ids, cancellationToken);
        foreach (var lot in lots)
        {
            lot.Place();
        }

        await db.SaveChangesAsync(cancellationToken);
    }
}

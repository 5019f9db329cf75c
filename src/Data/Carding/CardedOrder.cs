using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Carding;

/// <summary>How fibre lies in a lot that came off the cards by a run, by how it was laid on and taken off.</summary>
public static class CardedOrder
{
    /// <summary>Null where no run at the cards made the lot.</summary>
    public static async Task<FibreOrder?> Of(EarthyTuftDb db, Guid lot, CancellationToken cancellationToken) =>
        await db
            .Flows.AsNoTracking()
            .Where(f => f.LotId == lot && f.Role == FlowRole.Out && !f.Voided)
            .Join(db.Runs.Where(r => r.Craft == StepKind.Card), f => (Guid?)f.EntryId, r => r.EntryId, (f, r) => r.Plan)
            .FirstOrDefaultAsync(cancellationToken)
            is { } plan
            ? StoredCard.Plan(plan).Order
            : null;
}

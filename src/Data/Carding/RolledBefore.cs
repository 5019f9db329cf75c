using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Carding;

/// <summary>How rolags and punis of the workshop were rolled last, so that it need not be typed again.</summary>
public static class RolledBefore
{
    // So many counts back it is looked for: further back nobody remembers either.
    private const int Looked = 40;

    /// <summary>Of each form that was counted lately, the newest count in which a rod or the firmness was noted.</summary>
    public static async Task<IReadOnlyDictionary<LotForm, CardProducts>> Of(EarthyTuftDb db, CancellationToken cancellationToken)
    {
        var noted = await db
            .RunEvents.AsNoTracking()
            .Where(e => e.Kind == StoredCard.ProductsKind && e.WithdrawnAt == null)
            .OrderByDescending(e => e.At)
            .ThenByDescending(e => e.Ordinal)
            .Take(Looked)
            .Join(db.Runs.Where(r => r.Craft == StepKind.Card), e => e.RunId, r => r.Id, (e, r) => new { Event = e, r.Plan })
            .ToListAsync(cancellationToken);
        return noted
            .OrderByDescending(n => n.Event.At)
            .ThenByDescending(n => n.Event.Id)
            .Select(n => (StoredCard.Plan(n.Plan).Gives, ((ProductsCounted)StoredCard.Read(n.Event)).Made))
            .Where(n => n.Made.IsAiry is not null || n.Made.RodMillimetres is not null)
            .GroupBy(n => n.Gives)
            .ToDictionary(g => g.Key, g => g.First().Made);
    }
}

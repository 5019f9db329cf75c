using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Lots;

/// <summary>
/// What a fleece is said to be, told otherwise later. Everything that was made of it alone is of that breed too; what it was joined into
/// keeps what it was said to be. The clean part that is expected of greasy wool changes with the breed, and with it the balances: they are
/// struck anew.
/// </summary>
public static class BreedChange
{
    /// <summary>Changes a lot and what was made of it, within the caller's transaction.</summary>
    /// <param name="noted">Told of every lot that changed and what it was before, to be kept in its history.</param>
    public static async Task Of(
        EarthyTuftDb db,
        LotRow lot,
        Parentage parentage,
        BreedBook book,
        Action<LotRow, string> noted,
        CancellationToken cancellationToken
    )
    {
        var before = lot.Parentage;
        var clean = parentage.CleanYield(book.Find);
        foreach (var row in (await MadeOfAlone(db, lot, cancellationToken)).Where(l => l.Parentage == before))
        {
            row.Compose(Composition.Of(row.Fibre, parentage.Write()));
            (row.CleanYieldLow, row.CleanYieldHigh) = (clean.Low, clean.High);
            noted(row, before);
        }

        await db.SaveChangesAsync(cancellationToken);
        await LedgerStore.Refresh(db, [lot.Id], cancellationToken);
    }

    /// <summary>Tells what a lot that came in as a blend or a kit is made of, of it and of what was made of it alone; what it was joined
    /// into gets its shares with the balances.</summary>
    /// <param name="noted">Told of every lot that changed and what it was before, to be kept in its history.</param>
    public static async Task OfParts(
        EarthyTuftDb db,
        LotRow lot,
        Composition composition,
        Action<LotRow, string> noted,
        CancellationToken cancellationToken
    )
    {
        var before = lot.Composition;
        foreach (var row in (await MadeOfAlone(db, lot, cancellationToken)).Where(l => l.Composition.Equals(before)))
        {
            var was = row.Parentage;
            row.Compose(composition);
            noted(row, was);
        }

        await db.SaveChangesAsync(cancellationToken);
        await LedgerStore.Refresh(db, [lot.Id], cancellationToken);
    }

    private static async Task<List<LotRow>> MadeOfAlone(EarthyTuftDb db, LotRow lot, CancellationToken cancellationToken)
    {
        var family = await Family.Of(db, [lot.Id], cancellationToken);
        var same = Lineage.DescendantsOfAlone(family.Entries, [lot.Id]);
        return await db.Lots.Where(l => same.Contains(l.Id)).ToListAsync(cancellationToken);
    }
}

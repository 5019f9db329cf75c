using EarthyTuft.Core.Assessing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Assessing;
using EarthyTuft.Data.Fibres;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Workshops;

/// <summary>
/// A raw fleece to play with in a new workshop: taken in, looked over, with six locks. It is taken out again by voiding its taking in, and
/// with that everything that was done to it; so nothing of it stays in a sum or a yield.
/// </summary>
public static class ExampleFleece
{
    private const double Grams = 2640;
    private static readonly (FleecePlace Place, double Millimetres, int Crimps)[] Locks =
    [
        (FleecePlace.Shoulder, 148, 7),
        (FleecePlace.Shoulder, 155, 7),
        (FleecePlace.Side, 160, 6),
        (FleecePlace.Side, 152, 6),
        (FleecePlace.Britch, 176, 4),
        (FleecePlace.Britch, 169, 5),
    ];

    /// <summary>Puts one in, within the caller's transaction.</summary>
    /// <returns>The entry that took it in.</returns>
    public static async Task<EntryRow> PutIn(
        EarthyTuftDb db,
        WorkshopRow shop,
        string who,
        Guid person,
        DateTimeOffset now,
        DateOnly today,
        CancellationToken cancellationToken
    )
    {
        var parentage = Parentage.Read("Gotland", "breed").Value;
        var book = await BreedReference.Book(db, cancellationToken);
        var clean = parentage.CleanYield(book.Find);
        var lot = new LotRow
        {
            Code = await db.NextRootCode(LotCode.Letter(parentage), cancellationToken),
            Form = LotForm.Raw,
            Parentage = "",
            CleanYieldLow = clean.Low,
            CleanYieldHigh = clean.High,
            Colour = "silver grey",
            Notes = "The example fleece. Do with it what you like.",
            ShornOn = today.AddDays(-20),
        };
        lot.Compose(Composition.Of(Fibre.Wool, parentage.Write()));
        var weighing = new Weighing(
            Guid.CreateVersion7(),
            Mass.FromGrams(Grams),
            WeighingState.Rested,
            null,
            Mass.FromGrams(shop.ScaleStepGrams),
            today
        );
        var entry = LedgerStore.AddTakeIn(
            db,
            lot,
            new TypedWeighing(weighing, weighing.Logged.Write(shop.Unit)),
            new EntryFacts(Guid.CreateVersion7(), now, now, person, who, 10, "", null)
        );
        db.LookOvers.Add(
            new LookOverRow
            {
                LotId = lot.Id,
                Key = Guid.CreateVersion7(),
                Judgements = new Judgements(
                    Handle.Kind,
                    Spring.Limp,
                    Lustre.Bright,
                    Soundness.Sound,
                    Tips.Whole,
                    LockStructure.Distinct,
                    Evenness.Graded,
                    Coat.Single,
                    HowMuch.Little,
                    HowMuch.Little,
                    HowMuch.Some,
                    FleeceColour.Grey
                ),
                FirstImpression = "Silver and heavy; wants to hang.",
                Decision = "",
                LookedAt = now.ToStored(),
                Who = who,
            }
        );
        db.Locks.AddRange(
            Locks.Select(l => new LockRow
            {
                LotId = lot.Id,
                Key = Guid.CreateVersion7(),
                Place = l.Place,
                LengthMillimetres = l.Millimetres,
                Crimps = l.Crimps,
                SpanMillimetres = 50,
                Wave = Wave.Curl,
                MeasuredAt = now.ToStored(),
            })
        );
        shop.ExampleEntryId = entry.Id;
        await db.SaveChangesAsync(cancellationToken);
        await LockStore.CarryLength(db, lot.Id, cancellationToken);
        return entry;
    }
}

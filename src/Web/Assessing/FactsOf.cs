using EarthyTuft.Core.Assessing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Lots;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;

namespace EarthyTuft.Web.Assessing;

/// <summary>Gathers what is known of a lot: its own locks and look-over, or those of what it was made of; the rest from the breed
/// book.</summary>
public static class FactsOf
{
    public static (FleeceFacts Facts, LookOverRow? LookOver) Lot(LotDossier dossier, BreedBook book, LengthUnit lengths)
    {
        var lot = dossier.Lot;
        var nearest = Lineage.Nearest(dossier.Family.Entries, lot.Id, dossier.Locks, l => l.LotId);
        var staple = Staple.Of([.. nearest.Select(l => l.Measured)], book.UsualStaple(lot.Parentage));
        var looked = NearestLookOver(lot.Id, dossier.Family, dossier.LookOvers);
        var parentage = BreedEndpoints.Parentage(lot.Parentage);
        var micron =
            looked?.MeasuredMicron is { } measured ? new Span(measured, measured)
            : lot.Composition.IsMixed ? lot.Composition.Mean(book.Find, b => b.Micron)
            : parentage.Envelope(book.Find, b => b.Micron);
        var of = OwnLog.ClassOf(book, lot.Parentage, lot.Fibre);
        var felts = Felting(dossier, book);
        return (
            new FleeceFacts(
                of,
                lot.Fibre,
                micron,
                staple.Length?.Mean,
                staple.Length?.CvPercent,
                staple.Wave ?? parentage.Shares.Select(s => book.Find(s.Breed)?.Wave).FirstOrDefault(w => w is not null),
                looked?.Judgements ?? new Judgements(),
                felts.Felts
            )
            {
                Lengths = lengths,
                FeltsFrom = felts.From,
                HasLocks = Lineage.Ancestors(dossier.Family.Entries, lot.Id).Any(id => dossier.Family.Lots[id].Form.HasLocks()),
            },
            looked
        );
    }

    /// <summary>How readily a lot felts: by a test, else by its breed.</summary>
    public static KnownFelting Felting(LotDossier dossier, BreedBook book)
    {
        var lot = dossier.Lot;
        var typical = BreedEndpoints.Parentage(lot.Parentage).Felts(book.Find, OwnLog.ClassOf(book, lot.Parentage, lot.Fibre));
        return KnownFelting.Of(lot.Code, lot.Parentage, dossier.Tested, typical);
    }

    private static LookOverRow? NearestLookOver(Guid lotId, Family family, IReadOnlyList<LookOverRow> lookOvers) =>
        Lineage.Nearest(family.Entries, lotId, lookOvers, l => l.LotId).MaxBy(l => l.LookedAt);
}

using System.ComponentModel.DataAnnotations;
using System.Globalization;
using EarthyTuft.Core.Assessing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Lots;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Assessing;

/// <summary>A look over a fleece. Everything may be left open: "don't know" is an answer.</summary>
/// <param name="FirstImpression">What was thought before the breed's range was shown; once written it is kept.</param>
/// <param name="Decision">What the person decided it is for.</param>
/// <param name="MeasuredMicron">A measured fibre diameter, in micrometres.</param>
public sealed record LookOverRequest(
    Judgements Judgements,
    [property: StringLength(500)] string? FirstImpression = null,
    [property: StringLength(500)] string? Decision = null,
    [property: Range(5, 100)] double? MeasuredMicron = null,
    Content? Content = null
);

/// <summary>A measure of one's own against the breed's usual range.</summary>
/// <param name="Sentence">The difference in words.</param>
public sealed record AgainstBreed(string Name, NumberFigure? Own, Span? Usual, string Unit, string Sentence);

/// <summary>Everything the look-over bench shows.</summary>
/// <param name="Inherited">The judgements were made on what the lot was made of.</param>
/// <param name="Missing">What the verdict still asks for.</param>
/// <param name="Asked">The judgements that can be made of it, by name.</param>
public sealed record LookOverPage(
    Guid LotId,
    string Code,
    string Parentage,
    FleeceClass? Class,
    Content Content,
    StapleView Staple,
    Judgements Judgements,
    bool Inherited,
    string FirstImpression,
    string Decision,
    double? MeasuredMicron,
    IReadOnlyList<AgainstBreed> Against,
    IReadOnlyList<UseVerdict> Verdict,
    IReadOnlyList<string> Missing,
    IReadOnlyList<string> Asked,
    string SortAdvice,
    string? ComparedWith
);

public static class LookOverEndpoints
{
    public static void Map(RouteGroupBuilder group)
    {
        group
            .MapGet("/look-over/kinds", () => TypedResults.Ok(LookOver.Kinds))
            .Named("listJudgements", "What is judged in a look-over, with its answers.");
        group.MapGet("/lots/{code}/look-over", Page).Named("readLookOver", "A fleece looked over, with the verdict.").ProducesProblem(404);
        group.MapPut("/lots/{code}/look-over", Keep).Named("keepLookOver", "Keeps a look-over.").Changes().ProducesProblem(404);
    }

    private static async Task<Results<Ok<LookOverPage>, ProblemHttpResult>> Page(
        CodeParameter code,
        EarthyTuftDb db,
        RequestContext context,
        BreedBooks books,
        CancellationToken cancellationToken
    ) =>
        await LotDossier.Of(db, code.Value, cancellationToken) is { } dossier
            ? TypedResults.Ok(View(dossier, await books.Here(cancellationToken), context.Workshop.LengthUnit))
            : Problems.NotHere("lot");

    private static async Task<Results<Ok<LookOverPage>, ProblemHttpResult>> Keep(
        CodeParameter code,
        LookOverRequest request,
        [FromHeader(Name = "Idempotency-Key")] Guid key,
        EarthyTuftDb db,
        RequestContext context,
        BreedBooks books,
        CancellationToken cancellationToken
    )
    {
        if (await db.Lots.SingleOrDefaultAsync(l => l.Code == code.Value && l.VoidedAt == null, cancellationToken) is not { } lot)
        {
            return Problems.NotHere("lot");
        }

        if (!await db.LookOvers.AnyAsync(l => l.Key == key, cancellationToken))
        {
            var before = await db
                .LookOvers.AsNoTracking()
                .Where(l => l.LotId == lot.Id)
                .OrderByDescending(l => l.LookedAt)
                .FirstOrDefaultAsync(cancellationToken);
            db.LookOvers.Add(
                new LookOverRow
                {
                    LotId = lot.Id,
                    Key = key,
                    Judgements = request.Judgements,
                    // A first impression is only the first: what was written stays.
                    FirstImpression = before?.FirstImpression is { Length: > 0 } first ? first : request.FirstImpression?.Trim() ?? "",
                    Decision = request.Decision?.Trim() ?? before?.Decision ?? "",
                    MeasuredMicron = request.MeasuredMicron,
                    LookedAt = context.Now,
                    Who = context.Workshop.PersonName,
                }
            );
            lot.Content = request.Content ?? lot.Content;
            try
            {
                await db.SaveChangesAsync(cancellationToken);
            }
            catch (DbUpdateException e) when (e.IsDuplicate())
            {
                db.ChangeTracker.Clear();
            }
        }

        return TypedResults.Ok(
            View((await LotDossier.Of(db, lot.Code, cancellationToken))!, await books.Here(cancellationToken), context.Workshop.LengthUnit)
        );
    }

    private static LookOverPage View(LotDossier dossier, BreedBook book, LengthUnit unit)
    {
        var lot = dossier.Lot;
        var (facts, looked) = FactsOf.Lot(dossier, book, unit);
        var nearest = Lineage.Nearest(dossier.Family.Entries, lot.Id, dossier.Locks, l => l.LotId);
        var parentage = BreedEndpoints.Parentage(lot.Parentage);
        var known = parentage.Shares.Where(s => book.Find(s.Breed) is not null).ToArray();
        return new LookOverPage(
            lot.Id,
            lot.Code,
            lot.Parentage,
            facts.Class,
            lot.Content,
            StapleView.Of(
                nearest,
                nearest.Count > 0 && nearest[0].LotId != lot.Id,
                lot.Form,
                lot.Parentage,
                lot.Fibre,
                lot.Colour,
                book,
                unit
            ),
            facts.Judged,
            looked is not null && looked.LotId != lot.Id,
            looked?.FirstImpression ?? "",
            looked?.Decision ?? "",
            looked?.MeasuredMicron,
            Against(dossier, facts, looked, parentage, book, unit),
            Verdict.Of(facts),
            Verdict.Missing(facts),
            LookOver.Asked(facts.HasLocks),
            SortAdvice(facts, lot.Fibre),
            known.Length == 0 ? null
                : known.Length == 1 && parentage.Shares.Count == 1 ? $"the usual ranges of {known[0].Breed}"
                : $"the envelope of {string.Join(" and ", known.Select(s => s.Breed))}, for a cross may fall anywhere between its parents"
        );
    }

    private static List<AgainstBreed> Against(
        LotDossier dossier,
        FleeceFacts facts,
        LookOverRow? looked,
        Parentage parentage,
        BreedBook book,
        LengthUnit unit
    )
    {
        var each = Length.MillimetresOf(unit);
        var perUnit = unit == LengthUnit.Inch ? Length.MillimetresPerInch / 10 : 1;
        var staple = Staple.Of(
            [.. Lineage.Nearest(dossier.Family.Entries, dossier.Lot.Id, dossier.Locks, l => l.LotId).Select(l => l.Measured)],
            null
        );
        return
        [
            Line(
                "Staple",
                facts.StapleMillimetres / each,
                parentage.Envelope(book.Find, b => b.StapleMillimetres) is { } usual ? new Span(usual.Low / each, usual.High / each) : null,
                Length.Sign(unit),
                unit == LengthUnit.Millimetre ? "0" : "0.0",
                "shorter",
                "longer"
            ),
            Line(
                "Crimp",
                staple.Crimp?.Mean * perUnit,
                parentage.Envelope(book.Find, b => b.CrimpsPerCentimetre) is { } crimps
                    ? new Span(crimps.Low * perUnit, crimps.High * perUnit)
                    : null,
                unit == LengthUnit.Inch ? "/ inch" : "/ cm",
                "0.0",
                "fewer crimps",
                "more crimps"
            ),
            Line("Fineness", looked?.MeasuredMicron, parentage.Envelope(book.Find, b => b.Micron), "\u00B5m", "0.0", "finer", "coarser"),
        ];
    }

    private static AgainstBreed Line(string name, double? own, Span? usual, string unit, string format, string below, string above)
    {
        string Number(double value) => value.ToString(format, CultureInfo.InvariantCulture) + " " + unit;
        var sentence =
            own is not { } value ? "not measured"
            : usual is null ? "no usual range known"
            : usual.Holds(value) ? "within the usual range"
            : value < usual.Low ? $"{Number(usual.Low - value)} {below} than usual"
            : $"{Number(value - usual.High)} {above} than usual";
        return new AgainstBreed(name, own is { } o ? new NumberFigure(o, Number(o), Provenance.Measured) : null, usual, unit, sentence);
    }

    private static string SortAdvice(FleeceFacts facts, Fibre fibre) =>
        facts.CvPercent switch
        {
            null when !fibre.HasGrease() || !facts.HasLocks =>
                "Measure staples from different parts of the lot: one does not stand for all.",
            null => "Measure locks from shoulder, side and britch: one lock does not stand for a fleece.",
            > Spread.UnevenAbove => FormattableString.Invariant(
                $"Lengths differ by {facts.CvPercent:0} %. Sort by length first, or comb the short out and card the noil."
            ),
            > 15 => FormattableString.Invariant(
                $"Lengths differ by {facts.CvPercent:0} %: even enough to go together, unless it is for combing."
            ),
            _ => FormattableString.Invariant($"Lengths differ by {facts.CvPercent:0} %: even, no sorting needed."),
        };
}

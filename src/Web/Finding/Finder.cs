using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Animals;
using EarthyTuft.Data.Finding;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Finding;

/// <summary>What a find leads to.</summary>
public enum FoundKind
{
    /// <summary>A lot.</summary>
    Lot,

    /// <summary>A sample.</summary>
    Sample,

    /// <summary>A breed of the book.</summary>
    Breed,

    /// <summary>An animal.</summary>
    Animal,
}

/// <summary>Something found.</summary>
/// <param name="Code">A lot's or a sample's code, a breed's name, an animal's id.</param>
/// <param name="Title">What it is.</param>
/// <param name="Detail">What is left of it, what was said of it, why it was found.</param>
public sealed record Found(FoundKind Kind, string Code, string Title, string Detail);

/// <summary>Finds lots and samples by the beginnings of words, in any order and however a breed is spelled; and what a form or a person
/// leads to.</summary>
internal sealed class Finder(EarthyTuftDb db, RequestContext context, BreedBooks books)
{
    private const int MostLots = 8,
        MostSamples = 6,
        MostOthers = 4,
        MostWords = 6;

    /// <summary>A word that leads to thousands of things is read no further than this; of one word the newest come first.</summary>
    private const int MostHits = 400;

    /// <summary>Shorter words name no form and no person.</summary>
    private const int LeastLetters = 3;

    public async Task<IReadOnlyList<Found>> Of(string typed, CancellationToken cancellationToken)
    {
        var words = (await db.WordsIn(typed, cancellationToken)).Take(MostWords).ToArray();
        if (words.Length == 0)
        {
            return [];
        }

        var found = await By(words, cancellationToken);
        // However the breed is spelled: what is in the book, and then what the workshop has of it.
        var book = await books.Here(cancellationToken);
        var breeds = book.Search(typed, 2)
            .Concat(words.Where(w => w.Length > LeastLetters).SelectMany(w => book.Search(w, 1)))
            .Select(b => b.Breed)
            .DistinctBy(b => b.Name)
            .Take(2)
            .ToArray();
        if (!found.Any(f => f.Kind == FoundKind.Lot))
        {
            foreach (var breed in breeds)
            {
                found.AddRange(await By(await db.WordsIn(breed.Name, cancellationToken), cancellationToken));
            }
        }

        found.AddRange(await OfForm(words, cancellationToken));
        found.AddRange(await OfPerson(words, cancellationToken));
        found.AddRange(
            typed.Trim().Length >= LeastLetters
                ? breeds.Select(b => new Found(FoundKind.Breed, b.Name, b.Class.Words(), "in the breed book"))
                : []
        );
        return [.. found.DistinctBy(f => (f.Kind, f.Code))];
    }

    private async Task<List<Found>> By(string[] words, CancellationToken cancellationToken)
    {
        // The longest word leads to the fewest; the others have to be there too.
        var ranked = words.OrderByDescending(w => w.Length).ToArray();
        var hits = db.FindWords.AsNoTracking().BeginningWith(ranked[0]);
        foreach (var other in ranked.Skip(1))
        {
            var others = db.FindWords.BeginningWith(other);
            hits = hits.Where(h => others.Any(o => o.Id == h.Id));
        }

        var ids = (
            await hits.OrderBy(h => h.Word)
                .ThenByDescending(h => h.At)
                .Take(MostHits)
                .Select(h => new { h.Kind, h.Id })
                .ToListAsync(cancellationToken)
        ).ToLookup(h => h.Kind, h => h.Id);
        var found = new List<Found>();
        if (ids[FindKind.Lot].ToArray() is { Length: > 0 } lots)
        {
            found.AddRange(
                Told(
                    await db
                        .Lots.AsNoTracking()
                        .Where(l => lots.Contains(l.Id) && l.VoidedAt == null)
                        .OrderBy(l => l.UsedUpAt != null)
                        .ThenByDescending(l => l.ChangedAt)
                        .Take(MostLots)
                        .ToListAsync(cancellationToken),
                    null
                )
            );
        }

        if (ids[FindKind.Sample].ToArray() is { Length: > 0 } samples)
        {
            found.AddRange(
                (
                    await db
                        .Samples.AsNoTracking()
                        .Where(s => samples.Contains(s.Id) && s.WithdrawnAt == null && s.Lot!.VoidedAt == null)
                        .OrderByDescending(s => s.MadeAt)
                        .Take(MostSamples)
                        .Select(s => new
                        {
                            s.Code,
                            s.Lot!.Parentage,
                            s.Verdict,
                        })
                        .ToListAsync(cancellationToken)
                ).Select(s => new Found(FoundKind.Sample, s.Code, s.Parentage, s.Verdict))
            );
        }

        if (ids[FindKind.Animal].ToArray() is { Length: > 0 } animals)
        {
            found.AddRange(
                (
                    await db
                        .Animals.AsNoTracking()
                        .Where(a => animals.Contains(a.Id) && a.MergedInto == null)
                        .OrderBy(a => a.Name)
                        .Take(MostOthers)
                        .ToListAsync(cancellationToken)
                ).Select(a => new Found(FoundKind.Animal, a.Id.ToString(), a.Name, a.Breed.Length > 0 ? a.Breed : a.Kind.Words()))
            );
        }

        if (ids[FindKind.Entry].ToArray() is { Length: > 0 } entries)
        {
            found.AddRange(
                (
                    await db
                        .Entries.AsNoTracking()
                        .Where(e => entries.Contains(e.Id) && e.VoidedAt == null)
                        .OrderByDescending(e => e.DoneAt)
                        .Take(MostOthers)
                        .SelectMany(e =>
                            e.Flows.Where(f => f.Role == FlowRole.Out && f.Lot != null)
                                .OrderBy(f => f.Ordinal)
                                .Take(1)
                                .Select(f => new
                                {
                                    f.Lot!.Code,
                                    f.Lot.Parentage,
                                    e.Notes,
                                })
                        )
                        .ToListAsync(cancellationToken)
                ).Select(e => new Found(FoundKind.Lot, e.Code, e.Parentage, e.Notes))
            );
        }

        return found;
    }

    private async Task<IEnumerable<Found>> OfForm(string[] words, CancellationToken cancellationToken)
    {
        var forms = Enum.GetValues<LotForm>()
            .Where(f =>
                words.Any(w =>
                    w.Length >= LeastLetters
                    && f.Words().Split(' ').Any(part => part.StartsWith(w, StringComparison.Ordinal) || w == part + "s")
                )
            )
            .ToArray();
        var found = new List<Found>();
        foreach (var form in forms.Take(MostOthers))
        {
            // The newest of one form stand side by side in an index.
            found.AddRange(
                Told(
                    await db
                        .Lots.AsNoTracking()
                        .Where(l => l.Form == form && l.UsedUpAt == null && l.VoidedAt == null)
                        .OrderByDescending(l => l.ChangedAt)
                        .Take(MostOthers)
                        .ToListAsync(cancellationToken),
                    l => l.Form.Words()
                )
            );
        }

        return found;
    }

    private async Task<IEnumerable<Found>> OfPerson(string[] words, CancellationToken cancellationToken)
    {
        if (!words.Any(w => w.Length >= LeastLetters))
        {
            return [];
        }

        // From one name to the next by the index, so that it costs as much as there are people, not entries.
        var people = await db
            .Database.SqlQuery<string>(
                $"""
                with recursive p as (
                    (select who from entries where workshop_id = {db.Workshop} order by who limit 1)
                    union all
                    select (select e.who from entries e where e.workshop_id = {db.Workshop} and e.who > p.who order by e.who limit 1)
                    from p where p.who is not null)
                select who as "Value" from p where who is not null limit 500
                """
            )
            .ToListAsync(cancellationToken);
        var meant = people
            .Where(p =>
                p.Split(' ')
                    .Any(part => words.Any(w => w.Length >= LeastLetters && BreedBook.Plain(part).StartsWith(w, StringComparison.Ordinal)))
            )
            .Take(3)
            .ToArray();
        var found = new List<Found>();
        foreach (var person in meant)
        {
            found.AddRange(
                (
                    await db
                        .Entries.AsNoTracking()
                        .Where(e => e.Who == person && e.VoidedAt == null)
                        .OrderByDescending(e => e.DoneAt)
                        .Take(MostOthers)
                        .SelectMany(e =>
                            e.Flows.Where(f => f.Role == FlowRole.Out && f.Lot != null)
                                .OrderBy(f => f.Ordinal)
                                .Take(1)
                                .Select(f => new
                                {
                                    f.Lot!.Code,
                                    f.Lot.Parentage,
                                    e.Step,
                                    e.DoneAt,
                                })
                        )
                        .ToListAsync(cancellationToken)
                ).Select(e => new Found(
                    FoundKind.Lot,
                    e.Code,
                    e.Parentage,
                    FormattableString.Invariant($"{person}, {e.Step.Words()}, {context.DayOf(e.DoneAt):d MMM}")
                ))
            );
        }

        return found;
    }

    private IEnumerable<Found> Told(IEnumerable<LotRow> lots, Func<LotRow, string>? why) =>
        lots.Select(l => new Found(
            FoundKind.Lot,
            l.Code,
            l.Parentage,
            (why is null ? "" : why(l) + ", ")
                + (
                    l.UsedUpAt is null
                        ? Figures.ToFigure(l.LeftGrams, null, context.Workshop.Unit, Provenance.Reckoned)?.Text ?? "not weighed"
                        : "used up"
                )
        ));
}

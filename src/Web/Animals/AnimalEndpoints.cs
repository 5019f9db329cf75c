using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Animals;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Animals;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Animals;

public static class AnimalEndpoints
{
    private const int PageSize = 60;

    public static void MapAnimals(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/animals").WithTags("animals").ForMembers();
        group.MapGet("", All).Named("listAnimals", "Animals by name, with how many of their clips came in.");
        group.MapGet("/{id:guid}", Card).Named("readAnimal", "An animal with its clips and what came of them.").ProducesProblem(404);
        group.MapPost("", Add).Named("addAnimal", "Notes an animal of which no clip came in yet.").Changes();
        group
            .MapPut("/{id:guid}", Change)
            .Named("changeAnimal", "Changes what is noted of an animal, with its history.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(409);
        group
            .MapPost("/{id:guid}/merge", Merge)
            .Named("mergeAnimal", "Two that were noted apart are one animal.")
            .Changes()
            .ProducesProblem(404);
        group
            .MapPost("/{id:guid}/part", Part)
            .Named("partAnimal", "Takes a merged animal out again, with its clips.")
            .Changes()
            .ProducesProblem(404);
        group
            .MapDelete("/{id:guid}", Remove)
            .Named("removeAnimal", "Takes away an animal that has no clips.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(409);
    }

    /// <summary>Those that are not merged into another, by name; of a beginning only the names that begin so.</summary>
    private static async Task<AnimalList> All(
        EarthyTuftDb db,
        RequestContext context,
        [StringLength(80)] string? q,
        WordParameter<AnimalKind>? kind,
        [StringLength(200)] string? after,
        CancellationToken cancellationToken
    )
    {
        var begins = AnimalRules.Tidy(q ?? "").ToLowerInvariant();
        var (name, id) = Place(after);
        var only = kind?.Value;
        var found = await db
            .Animals.AsNoTracking()
            .Where(a => a.MergedInto == null && (only == null || a.Kind == only))
            .Where(a => begins == "" || EF.Property<string>(a, "NameKey").StartsWith(begins))
            .Where(a =>
                name == null
                || string.Compare(EF.Property<string>(a, "NameKey"), name) > 0
                || (EF.Property<string>(a, "NameKey") == name && a.Id > id)
            )
            .OrderBy(a => EF.Property<string>(a, "NameKey"))
            .ThenBy(a => a.Id)
            .Take(PageSize + 1)
            .Select(a => new { Row = a, Key = EF.Property<string>(a, "NameKey") })
            .ToListAsync(cancellationToken);
        var shown = found.Take(PageSize).ToArray();
        var ids = shown.Select(a => a.Row.Id).ToArray();
        var clips = (
            await db
                .Animals.AsNoTracking()
                .Where(a => ids.Contains(a.MergedInto ?? a.Id))
                .Join(
                    db.Lots.Where(l => l.VoidedAt == null),
                    a => a.Id,
                    l => l.AnimalId,
                    (a, l) =>
                        new
                        {
                            Of = a.MergedInto ?? a.Id,
                            l.ShornOn,
                            l.MadeAt,
                        }
                )
                .GroupBy(c => c.Of)
                .Select(g => new
                {
                    Of = g.Key,
                    Count = g.Count(),
                    Shorn = g.Max(c => c.ShornOn),
                    Came = g.Max(c => c.MadeAt),
                })
                .ToListAsync(cancellationToken)
        ).ToDictionary(c => c.Of);
        return new AnimalList(
            [
                .. shown.Select(a =>
                    Line(a.Row, clips.GetValueOrDefault(a.Row.Id) is { } c ? (c.Count, c.Shorn ?? context.DayOf(c.Came)) : (0, null))
                ),
            ],
            found.Count > PageSize ? $"{shown[^1].Row.Id} {shown[^1].Key}" : null
        );

        static AnimalLine Line(AnimalRow a, (int Count, DateOnly? Last) clips) =>
            new(a.Id, a.Name, a.Kind, a.Breed, a.Colour, a.Born, clips.Count, clips.Last);
    }

    private static async Task<Results<Ok<AnimalCard>, ProblemHttpResult>> Card(
        Guid id,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    ) => await AnimalCards.Of(db, context, id, cancellationToken) is { } card ? TypedResults.Ok(card) : Problems.NotHere("animal");

    private static async Task<Results<Ok<AnimalCard>, ProblemHttpResult>> Add(
        AnimalRequest request,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        var check = AnimalRules.Check(Facts(request), context.Today, null);
        if (check.IsRefused)
        {
            return Problems.Refused(check.Refusals);
        }

        var row = Write(new AnimalRow { Name = "", AddedAt = context.Now }, check.Value);
        db.Animals.Add(row);
        return await Saved(db, check.Value, cancellationToken) is { } taken
            ? Problems.Refused([taken])
            : TypedResults.Ok((await AnimalCards.Of(db, context, row.Id, cancellationToken))!);
    }

    private static async Task<Results<Ok<AnimalCard>, ProblemHttpResult>> Change(
        Guid id,
        AnimalRequest request,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        if (await db.Animals.SingleOrDefaultAsync(a => a.Id == id && a.MergedInto == null, cancellationToken) is not { } row)
        {
            return Problems.NotHere("animal");
        }

        if (request.Version is { } seen)
        {
            db.Entry(row).Property(a => a.Version).OriginalValue = seen;
        }

        var clips = await Clips(db, id).Select(l => new { l.Id, l.ShornOn }).ToListAsync(cancellationToken);
        var check = AnimalRules.Check(Facts(request), context.Today, clips.Min(c => c.ShornOn));
        if (!check.IsRefused && check.Value.Kind != row.Kind && clips.Count > 0)
        {
            return Problems.Refused(
                "kind",
                "has-clips",
                "Its clips are of another fibre: change the fibre of the clips by taking them in anew."
            );
        }

        if (check.IsRefused)
        {
            return Problems.Refused(check.Refusals);
        }

        var was = new AnimalFacts(row.Name, row.Kind, row.Breed, row.Born, row.Colour, row.Notes);
        void Note(string what, string? from, string? to)
        {
            if ((from ?? "") != (to ?? ""))
            {
                db.Changes.Add(ChangeOf(context, id, what, from, to));
            }
        }

        Note("name", was.Name, check.Value.Name);
        Note("kind", was.Kind.Words(), check.Value.Kind.Words());
        Note("breed", was.Breed, check.Value.Breed);
        Note("born", was.Born?.ToString("O"), check.Value.Born?.ToString("O"));
        Note("colour", was.Colour, check.Value.Colour);
        Note("notes", was.Notes, check.Value.Notes);
        Write(row, check.Value);
        if (await Saved(db, check.Value, cancellationToken) is { } taken)
        {
            return Problems.Refused([taken]);
        }

        if (was.Name != check.Value.Name)
        {
            await AnimalBook.Name(db, [.. clips.Select(c => c.Id)], check.Value.Name, cancellationToken);
        }

        await transaction.CommitAsync(cancellationToken);
        return TypedResults.Ok((await AnimalCards.Of(db, context, id, cancellationToken))!);
    }

    /// <summary>Its clips are the other's from now on, and so is every clip that comes in under its name; what the other has not noted is
    /// taken over.</summary>
    private static async Task<Results<Ok<AnimalCard>, ProblemHttpResult>> Merge(
        Guid id,
        MergeRequest request,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        await AnimalBook.Hold(db, [id, request.Into], cancellationToken);
        var both = await db.Animals.Where(a => (a.Id == id || a.Id == request.Into) && a.MergedInto == null).ToListAsync(cancellationToken);
        if (both.Find(a => a.Id == id) is not { } gone || both.Find(a => a.Id == request.Into) is not { } kept)
        {
            return Problems.NotHere("animal");
        }

        if (AnimalRules.Merge((gone.Id, gone.Name, gone.Kind), (kept.Id, kept.Name, kept.Kind)) is { } refusal)
        {
            return Problems.Refused([refusal]);
        }

        var clips = await Clips(db, id).Select(l => l.Id).ToArrayAsync(cancellationToken);
        kept.Breed = kept.Breed.Length > 0 ? kept.Breed : gone.Breed;
        kept.Colour = kept.Colour.Length > 0 ? kept.Colour : gone.Colour;
        kept.Born ??= gone.Born;
        foreach (var earlier in await db.Animals.Where(a => a.MergedInto == id).ToListAsync(cancellationToken))
        {
            earlier.MergedInto = kept.Id;
        }

        gone.MergedInto = kept.Id;
        db.Changes.Add(ChangeOf(context, kept.Id, "merged", gone.Name, kept.Name));
        await db.SaveChangesAsync(cancellationToken);
        await AnimalBook.Name(db, clips, kept.Name, cancellationToken);
        await transaction.CommitAsync(cancellationToken);
        return TypedResults.Ok((await AnimalCards.Of(db, context, kept.Id, cancellationToken))!);
    }

    private static async Task<Results<Ok<AnimalCard>, ProblemHttpResult>> Part(
        Guid id,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        await AnimalBook.Hold(db, [id], cancellationToken);
        if (await db.Animals.SingleOrDefaultAsync(a => a.Id == id && a.MergedInto != null, cancellationToken) is not { } row)
        {
            return Problems.NotHere("merged animal");
        }

        var (kept, clips) = (
            row.MergedInto!.Value,
            await db.Lots.Where(l => l.AnimalId == id && l.VoidedAt == null).Select(l => l.Id).ToArrayAsync(cancellationToken)
        );
        row.MergedInto = null;
        db.Changes.Add(ChangeOf(context, kept, "parted", row.Name, ""));
        await db.SaveChangesAsync(cancellationToken);
        await AnimalBook.Name(db, clips, row.Name, cancellationToken);
        await transaction.CommitAsync(cancellationToken);
        return TypedResults.Ok((await AnimalCards.Of(db, context, id, cancellationToken))!);
    }

    /// <summary>One that was added by a slip, or whose clips turned out to be another's.</summary>
    private static async Task<Results<NoContent, ProblemHttpResult>> Remove(Guid id, EarthyTuftDb db, CancellationToken cancellationToken)
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        await AnimalBook.Hold(db, [id], cancellationToken);
        if (await db.Animals.SingleOrDefaultAsync(a => a.Id == id, cancellationToken) is not { } row)
        {
            return Problems.NotHere("animal");
        }

        // A voided clip may be taken back, and then it is this animal's again.
        if (
            await db.Lots.AnyAsync(l => l.AnimalId == id, cancellationToken)
            || await db.Animals.AnyAsync(a => a.MergedInto == id, cancellationToken)
        )
        {
            return Problems.Of(409, "has-clips", $"{row.Name} has clips: name their animal otherwise, or merge it with the one it is.");
        }

        db.Changes.RemoveRange(await db.Changes.Where(c => c.AnimalId == id).ToListAsync(cancellationToken));
        db.Animals.Remove(row);
        await db.SaveChangesAsync(cancellationToken);
        await transaction.CommitAsync(cancellationToken);
        return TypedResults.NoContent();
    }

    /// <summary>The clips of an animal and of those merged into it.</summary>
    internal static IQueryable<LotRow> Clips(EarthyTuftDb db, Guid id)
    {
        var animals = db.Animals.Where(a => a.Id == id || a.MergedInto == id);
        return db.Lots.Where(l => l.VoidedAt == null && animals.Any(a => a.Id == l.AnimalId));
    }

    private static AnimalFacts Facts(AnimalRequest request) =>
        new(request.Name, request.Kind, request.Breed ?? "", request.Born, request.Colour ?? "", request.Notes ?? "");

    private static AnimalRow Write(AnimalRow row, AnimalFacts facts)
    {
        (row.Name, row.Kind, row.Breed, row.Born, row.Colour, row.Notes) = (
            facts.Name,
            facts.Kind,
            facts.Breed,
            facts.Born,
            facts.Colour,
            facts.Notes
        );
        return row;
    }

    private static async Task<Refusal?> Saved(EarthyTuftDb db, AnimalFacts facts, CancellationToken cancellationToken)
    {
        try
        {
            await db.SaveChangesAsync(cancellationToken);
            return null;
        }
        catch (DbUpdateException e) when (e.IsDuplicate())
        {
            return new Refusal(
                "name",
                "taken",
                $"There is a {facts.Kind.Words()} {facts.Name} already. Is it the same one? Then merge them; else give it another name."
            );
        }
    }

    private static ChangeRow ChangeOf(RequestContext context, Guid animal, string what, string? from, string? to) =>
        new()
        {
            AnimalId = animal,
            What = what,
            From = from is { Length: > 0 } ? from : "not noted",
            To = to is { Length: > 0 } ? to : "not noted",
            Who = context.Workshop.PersonName,
            At = context.Now,
        };

    // "<id> <name>", as a list's end was told.
    private static (string? Name, Guid Id) Place(string? after) =>
        after is { Length: > 37 } && Guid.TryParse(after[..36], out var id) ? (after[37..], id) : (null, Guid.Empty);
}

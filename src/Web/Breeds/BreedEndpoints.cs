using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Lots;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Breeds;

/// <summary>A breed with where its figures come from.</summary>
/// <param name="From">Typical for the general reference, yours for the workshop's own values.</param>
/// <param name="Felted">How readily your own tests found it to felt, the newest first; empty where there is none.</param>
public sealed record BreedView(Breed Breed, Provenance From, IReadOnlyList<FeltingGrade> Felted);

public static class BreedEndpoints
{
    private const int MostFound = 12;

    public static void MapBreeds(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/breeds").WithTags("breeds").ForMembers();
        group.MapGet("", All).Named("listBreeds", "The breed book with the workshop’s own values.");
        group.MapGet("/search", Search).Named("searchBreeds", "Breeds by any of their names, typed as you like.");
        group.MapPut("", Save).Named("saveBreed", "Keeps values of the workshop’s own for a breed.").Changes();
        group.MapDelete("/{name}", Forget).Named("forgetBreed", "Goes back to the book’s values.").Changes().ProducesProblem(404);
    }

    private static async Task<BreedView[]> All(BreedBooks books, EarthyTuftDb db, CancellationToken cancellationToken) =>
        await View((await books.Here(cancellationToken)).All, db, cancellationToken);

    private static async Task<BreedView[]> Search(string q, BreedBooks books, EarthyTuftDb db, CancellationToken cancellationToken) =>
        await View((await books.Here(cancellationToken)).Search(q.Length > 60 ? q[..60] : q, MostFound), db, cancellationToken);

    /// <summary>Writes the workshop's own figures of a breed: before the general ones where it has them, beside them where it has
    /// not.</summary>
    private static async Task<Results<Ok<BreedView>, ProblemHttpResult>> Save(
        Breed breed,
        EarthyTuftDb db,
        CancellationToken cancellationToken
    )
    {
        var check = Breed.Check(breed);
        if (check.IsRefused)
        {
            return Problems.Refused(check.Refusals);
        }

        var plain = BreedBook.Plain(breed.Name);
        if (await db.Breeds.SingleOrDefaultAsync(b => b.PlainName == plain, cancellationToken) is { } row)
        {
            row.Breed = breed;
        }
        else
        {
            db.Breeds.Add(
                new BreedRow
                {
                    Name = breed.Name,
                    PlainName = plain,
                    Breed = breed,
                }
            );
        }

        await db.SaveChangesAsync(cancellationToken);
        return TypedResults.Ok((await View([new BookedBreed(breed, true)], db, cancellationToken))[0]);
    }

    /// <summary>Takes the workshop's own figures away; the general ones, if there are any, stand again.</summary>
    private static async Task<Results<NoContent, ProblemHttpResult>> Forget(
        string name,
        EarthyTuftDb db,
        CancellationToken cancellationToken
    )
    {
        var plain = BreedBook.Plain(name);
        if (await db.Breeds.SingleOrDefaultAsync(b => b.PlainName == plain, cancellationToken) is not { } row)
        {
            return Problems.NotHere("breed of your own");
        }

        db.Breeds.Remove(row);
        await db.SaveChangesAsync(cancellationToken);
        return TypedResults.NoContent();
    }

    private static async Task<BreedView[]> View(IEnumerable<BookedBreed> breeds, EarthyTuftDb db, CancellationToken cancellationToken)
    {
        var tests = (await db.Tested(cancellationToken)).ToLookup(t => BreedBook.Plain(t.Parentage), t => t.Outcome.Felts);
        return
        [
            .. breeds.Select(b => new BreedView(
                b.Breed,
                b.IsOwn ? Provenance.Yours : Provenance.Typical,
                [.. tests[BreedBook.Plain(b.Breed.Name)]]
            )),
        ];
    }

    /// <summary>What a lot is said to be; unknown where it does not read, which a stored one always does.</summary>
    public static Parentage Parentage(string written) =>
        Core.Fibres.Parentage.Read(written, "breed") is { IsRefused: false } read ? read.Value : Core.Fibres.Parentage.Unknown;

    /// <summary>The usual staple length of what a lot is said to be, null when nothing is known.</summary>
    public static Span? UsualStaple(this BreedBook book, string parentage) =>
        Parentage(parentage).Envelope(book.Find, b => b.StapleMillimetres);
}

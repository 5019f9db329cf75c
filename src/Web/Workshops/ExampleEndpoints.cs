using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Data.Workshops;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;

namespace EarthyTuft.Web.Workshops;

/// <summary>The example fleece of a new workshop: put in by one tap, and taken out by another with everything that was done to
/// it.</summary>
public static class ExampleEndpoints
{
    public static void Map(RouteGroupBuilder group)
    {
        group.MapPost("/example", PutIn).Named("putInExample", "Puts an example fleece in.").Changes().ProducesProblem(409);
        group
            .MapDelete("/example", TakeOut)
            .Named("takeOutExample", "Takes the example fleece out again, with everything that was done to it.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(409);
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> PutIn(
        EarthyTuftDb db,
        RequestContext context,
        IMemoryCache cache,
        CancellationToken cancellationToken
    )
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        var shop = await Held(db, cancellationToken);
        // One that somebody voided by hand is there no more.
        if (shop.ExampleEntryId is { } before && await db.Entries.AnyAsync(e => e.Id == before && e.VoidedAt == null, cancellationToken))
        {
            return Problems.Of(409, "there-already", "The example fleece is there already.");
        }

        await ExampleFleece.PutIn(db, shop, context.Workshop.PersonName, context.PersonId, context.Now, context.Today, cancellationToken);
        await transaction.CommitAsync(cancellationToken);
        MembershipMiddleware.Forget(cache, context.PersonId, shop.Id);
        return TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> TakeOut(
        EarthyTuftDb db,
        RequestContext context,
        IMemoryCache cache,
        CancellationToken cancellationToken
    )
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        var shop = await Held(db, cancellationToken);
        if (shop.ExampleEntryId is not { } entry)
        {
            return Problems.NotHere("example fleece");
        }

        var lots = await Family(db, entry, cancellationToken);
        if (await db.RunLots.AnyAsync(r => lots.Contains(r.LotId) && r.EndedAt == null, cancellationToken))
        {
            return Problems.Of(409, "runs", "The example lies in a bath or on a rack: end that first.");
        }

        // Somebody may have voided it by hand.
        await Voiding.WithHistory(db, entry, context.Workshop.PersonName, "the example is taken out", context.Now, cancellationToken);
        shop.ExampleEntryId = null;
        await db.SaveChangesAsync(cancellationToken);
        await transaction.CommitAsync(cancellationToken);
        MembershipMiddleware.Forget(cache, context.PersonId, shop.Id);
        return TypedResults.NoContent();
    }

    // Two taps at once: the second waits, and finds what the first did.
    private static async Task<WorkshopRow> Held(EarthyTuftDb db, CancellationToken cancellationToken) =>
        await db.Workshops.FromSql($"select *, xmin from workshops where id = {db.Workshop} for update").SingleAsync(cancellationToken);

    private static async Task<Guid[]> Family(EarthyTuftDb db, Guid entry, CancellationToken cancellationToken)
    {
        var entries = (await Voiding.Of(db, entry, cancellationToken)).Entries.Select(e => e.EntryId).ToArray();
        return await db
            .Flows.Where(f => entries.Contains(f.EntryId) && f.LotId != null)
            .Select(f => f.LotId!.Value)
            .Distinct()
            .ToArrayAsync(cancellationToken);
    }
}

using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Assessing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Assessing;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Assessing;

/// <summary>One lock laid on the ruler. Only the length is needed.</summary>
/// <param name="Length">As typed: 112, 11.2 cm, 4 1/2 in.</param>
/// <param name="Span">The length the crimps were counted over, as typed.</param>
/// <param name="AsTyped">It is so long, however unlikely: it is not asked about.</param>
public sealed record LockRequest(
    [property: StringLength(40)] string Length,
    FleecePlace Place = FleecePlace.Unknown,
    int? Crimps = null,
    [property: StringLength(40)] string? Span = null,
    Wave? Wave = null,
    bool AsTyped = false
);

public static class LockEndpoints
{
    public static void MapAssessing(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api").WithTags("assessing").ForMembers();
        LookOverEndpoints.Map(group);
        group.MapPost("/lots/{id:guid}/locks", Measure).Named("measureLock", "Notes a measured lock.").Changes().ProducesProblem(404);
        group.MapDelete("/locks/{id:guid}", Withdraw).Named("withdrawLock", "Withdraws a measured lock.").Changes().ProducesProblem(404);
    }

    private static async Task<Results<Ok<StapleView>, ProblemHttpResult>> Measure(
        Guid id,
        LockRequest request,
        [FromHeader(Name = "Idempotency-Key")] Guid key,
        EarthyTuftDb db,
        RequestContext context,
        BreedBooks books,
        CancellationToken cancellationToken
    )
    {
        if (await db.Lots.SingleOrDefaultAsync(l => l.Id == id, cancellationToken) is not { } lot)
        {
            return Problems.NotHere("lot");
        }

        var length = Length.Read(request.Length, "length", MeasuredLock.LongestRead, context.Workshop.LengthUnit);
        Result<Length>? span = string.IsNullOrWhiteSpace(request.Span)
            ? (Result<Length>?)null
            : Length.Read(request.Span, "span", MeasuredLock.Longest, context.Workshop.LengthUnit);
        if (length.IsRefused || span is { IsRefused: true })
        {
            return Problems.Refused([.. length.Refusals, .. span?.Refusals ?? []]);
        }

        var one = new MeasuredLock(request.Place, length.Value, request.Crimps, span?.Value, request.Wave);
        var own = await db
            .Locks.AsNoTracking()
            .Where(l => l.LotId == id && l.WithdrawnAt == null)
            .Select(l => l.LengthMillimetres)
            .ToArrayAsync(cancellationToken);
        var usual = (await books.Here(cancellationToken)).UsualStaple(lot.Parentage);
        if (!request.AsTyped && one.Unlikely(usual, own, context.Workshop.LengthUnit) is { } unlikely)
        {
            return Problems.Refused([unlikely]);
        }

        var check = MeasuredLock.Check(one);
        if (check.IsRefused)
        {
            return Problems.Refused(check.Refusals);
        }

        db.Locks.Add(
            new LockRow
            {
                LotId = id,
                Key = key,
                Place = request.Place,
                LengthMillimetres = length.Value.Millimetres,
                Crimps = request.Crimps,
                SpanMillimetres = span?.Value.Millimetres,
                Wave = request.Wave,
                MeasuredAt = context.Now,
            }
        );
        try
        {
            await db.SaveChangesAsync(cancellationToken);
        }
        catch (DbUpdateException e) when (e.IsDuplicate())
        {
            db.ChangeTracker.Clear();
        }

        return await Answer(db, lot, context, books, cancellationToken);
    }

    private static async Task<Results<Ok<StapleView>, ProblemHttpResult>> Withdraw(
        Guid id,
        EarthyTuftDb db,
        RequestContext context,
        BreedBooks books,
        CancellationToken cancellationToken
    )
    {
        if (await db.Locks.SingleOrDefaultAsync(l => l.Id == id && l.WithdrawnAt == null, cancellationToken) is not { } found)
        {
            return Problems.NotHere("lock");
        }

        found.WithdrawnAt = context.Now;
        await db.SaveChangesAsync(cancellationToken);
        return await Answer(db, await db.Lots.SingleAsync(l => l.Id == found.LotId, cancellationToken), context, books, cancellationToken);
    }

    private static async Task<Ok<StapleView>> Answer(
        EarthyTuftDb db,
        LotRow lot,
        RequestContext context,
        BreedBooks books,
        CancellationToken cancellationToken
    )
    {
        await LockStore.CarryLength(db, lot.Id, cancellationToken);
        var locks = await db.Locks.AsNoTracking().Where(l => l.LotId == lot.Id && l.WithdrawnAt == null).ToListAsync(cancellationToken);
        return TypedResults.Ok(
            StapleView.Of(
                locks,
                false,
                lot.Form,
                lot.Parentage,
                lot.Fibre,
                lot.Colour,
                await books.Here(cancellationToken),
                context.Workshop.LengthUnit
            )
        );
    }
}

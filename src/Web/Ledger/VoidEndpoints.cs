using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Ledger;

public sealed record VoidRequest([property: StringLength(500, MinimumLength = 3)] string Because);

/// <summary>What would fall with an entry.</summary>
public sealed record HangingView(IReadOnlyList<Dependant> Entries, int Locks, int Samples, int LookOvers, string Sentence);

public static class VoidEndpoints
{
    public static void Map(RouteGroupBuilder group)
    {
        group
            .MapGet("/{id:guid}/hanging", Hanging)
            .Named("listDependants", "What hangs on an entry and would be voided with it.")
            .ProducesProblem(404);
        group.MapPost("/{id:guid}/void", Void).Named("voidEntry", "Voids an entry with what hangs on it.").Changes().ProducesProblem(404);
        group
            .MapPost("/{id:guid}/take-back-void", TakeBack)
            .Named("takeBackVoid", "Takes a voiding back.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(409);
    }

    private static async Task<Results<Ok<HangingView>, ProblemHttpResult>> Hanging(
        Guid id,
        EarthyTuftDb db,
        CancellationToken cancellationToken
    ) =>
        await Voiding.Of(db, id, cancellationToken) is { Entries.Count: > 0 } hanging
            ? TypedResults.Ok(View(hanging))
            : Problems.NotHere("entry");

    private static async Task<Results<Ok<HangingView>, ProblemHttpResult>> Void(
        Guid id,
        VoidRequest request,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        var hanging = await Voiding.WithHistory(
            db,
            id,
            context.Workshop.PersonName,
            request.Because.Trim(),
            context.Now,
            cancellationToken
        );
        if (hanging.Entries.Count == 0)
        {
            return Problems.NotHere("entry");
        }

        await transaction.CommitAsync(cancellationToken);
        return TypedResults.Ok(View(hanging));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> TakeBack(
        Guid id,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        if (await db.Entries.AsNoTracking().SingleOrDefaultAsync(e => e.Id == id && e.VoidedWith == id, cancellationToken) is not { } entry)
        {
            return Problems.NotHere("voided entry");
        }

        if (await Voiding.TakeBack(db, id, cancellationToken) is { } code)
        {
            return Problems.Of(
                409,
                "used-meanwhile",
                $"{code} was used otherwise meanwhile, so the entry cannot count again. Nothing has changed."
            );
        }

        var lots = await db
            .Flows.Where(f => f.EntryId == id && f.LotId != null)
            .Select(f => f.LotId!.Value)
            .Distinct()
            .ToListAsync(cancellationToken);
        db.Changes.AddRange(
            lots.Select(lot => new ChangeRow
            {
                LotId = lot,
                EntryId = id,
                What = "entry",
                From = "voided",
                To = entry.Step.Words(),
                Who = context.Workshop.PersonName,
                At = context.Now,
            })
        );
        await db.SaveChangesAsync(cancellationToken);
        await transaction.CommitAsync(cancellationToken);
        return TypedResults.NoContent();
    }

    private static HangingView View(Hanging hanging)
    {
        var others = hanging.Entries.Count - 1;
        var lots = hanging.Entries.SelectMany(e => e.Step == StepKind.Recount ? [] : e.Lots).Distinct().Count();
        var sentence =
            others == 0
                ? "Nothing else hangs on this entry."
                : $"{others} later {(others == 1 ? "entry hangs" : "entries hang")} on it and {(others == 1 ? "goes" : "go")} with it.";
        return new HangingView(
            hanging.Entries,
            hanging.Locks,
            hanging.Samples,
            hanging.LookOvers,
            sentence
                + (lots > 0 ? $" {lots} {(lots == 1 ? "lot" : "lots")} will no longer be there." : "")
                + (hanging.Samples > 0 ? $" {hanging.Samples} {(hanging.Samples == 1 ? "sample leaves" : "samples leave")} the wall." : "")
        );
    }
}

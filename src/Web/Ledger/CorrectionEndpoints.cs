using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Ledger;

/// <summary>A weight that was logged is set right: the old figure stays readable, and its family is reckoned anew.</summary>
internal static class CorrectionEndpoints
{
    public static void Map(RouteGroupBuilder group) =>
        group
            .MapPost("/{id:guid}/corrections", Correct)
            .Named("correctWeighing", "Sets a weight right; the old figure stays readable.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(409);

    private static async Task<Results<Ok<EntryAnswer>, ProblemHttpResult>> Correct(
        Guid id,
        CorrectionRequest request,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        var (lotId, against) = await SetRight(id, request, db, context, cancellationToken);
        if (against is not null)
        {
            return against;
        }

        await transaction.CommitAsync(cancellationToken);
        var step = await db.Entries.Where(e => e.Id == id).Select(e => e.Step).SingleAsync(cancellationToken);
        var view = !step.HasBalance() ? null : LedgerEndpoints.View(await Family.Of(db, [lotId], cancellationToken), id, context);
        return TypedResults.Ok(
            new EntryAnswer(true, id, null, view, view?.Sentence ?? "The weight is set right; the old figure stays readable.", [])
        );
    }

    /// <summary>Sets a weighing right within the caller's transaction and reckons its family anew.</summary>
    /// <returns>A lot of that family, or what stands against it.</returns>
    internal static async Task<(Guid LotId, ProblemHttpResult? Against)> SetRight(
        Guid id,
        CorrectionRequest request,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        await LedgerStore.LockLotsOf(db, [id], cancellationToken);
        var flow = await db
            .Flows.Include(f => f.Weighings)
            .SingleOrDefaultAsync(f => f.Id == request.FlowId && f.EntryId == id && !f.Voided, cancellationToken);
        if (flow?.Weighings.MaxBy(w => w.Revision) is not { } last)
        {
            return (default, Problems.NotHere("weighing"));
        }

        if (request.Seen is { } seen && seen != last.Revision)
        {
            return (default, QuestionEndpoints.AnsweredMeanwhile());
        }

        var read = MassReader.Read(request.Mass, context.Workshop.Unit, "mass");
        if (read.IsRefused)
        {
            return (default, Problems.Refused(read.Refusals));
        }

        if (flow.Role is FlowRole.In or FlowRole.Out or FlowRole.Count && read.Value <= Mass.Zero)
        {
            return (default, Problems.Refused("mass", "empty-lot", "The weight is nothing: a lot cannot weigh nothing."));
        }

        var weighing = new Weighing(
            flow.Id,
            read.Value,
            request.State ?? last.State,
            request.HumidityPercent ?? last.HumidityPercent,
            Mass.FromGrams(last.ScaleStepGrams),
            last.Session
        );
        var row = LedgerStore.NewWeighing(
            new TypedWeighing(weighing, request.Mass.Trim()),
            last.Revision + 1,
            context.PersonId,
            context.Workshop.PersonName,
            context.Now,
            request.Because.Trim()
        );
        row.FlowId = flow.Id;
        db.Weighings.Add(row);
        await db.SaveChangesAsync(cancellationToken);

        var lotId = await db.Flows.Where(f => f.EntryId == id && f.LotId != null).Select(f => f.LotId!.Value).FirstAsync(cancellationToken);
        await LedgerStore.Refresh(db, [lotId], cancellationToken);
        return (lotId, null);
    }
}

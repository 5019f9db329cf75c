using EarthyTuft.Core.Ledger;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.House;
using EarthyTuft.Web.Runs;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Ledger;

/// <summary>An entry that cannot be as it stands, kept as it was typed.</summary>
public sealed record DraftView(Guid Id, StepKind Step, StepRequest Request, string Trouble, DateTimeOffset RecordedAt);

public static class DraftEndpoints
{
    public static void Map(RouteGroupBuilder group)
    {
        group.MapGet("", List).Named("listDrafts", "Entries that are kept because their balance cannot be.");
        group.MapPost("/{id:guid}/confirm", Confirm).Named("confirmDraft", "Logs a draft as it is, with a reason.").Changes().ProducesProblem(404).ProducesProblem(409);
        group.MapDelete("/{id:guid}", Withdraw).Named("withdrawDraft", "Withdraws a draft.").Changes().ProducesProblem(404);
    }

    private static async Task<List<DraftView>> List(EarthyTuftDb db, CancellationToken cancellationToken)
    {
        var open = await db.Drafts.AsNoTracking().Where(d => d.State == DraftState.Open).OrderByDescending(d => d.RecordedAt).Take(50).ToListAsync(cancellationToken);
        return [.. open.Select(d => new DraftView(d.Id, d.Step, Request(d), d.Trouble, d.RecordedAt))];
    }

    private static async Task<Results<Ok<EntryAnswer>, ProblemHttpResult>> Confirm(
        Guid id, ConfirmRequest request, EarthyTuftDb db, RequestContext context, RunDesk runs, CancellationToken cancellationToken)
    {
        if (await db.Drafts.SingleOrDefaultAsync(d => d.Id == id && d.State == DraftState.Open, cancellationToken) is not { } draft)
        {
            return Problems.NotHere("draft");
        }

        // The lots may have moved on since it was typed: what counts is what is there now.
        var step = Request(draft);
        step = step with { From = [.. step.From.Select(t => t with { Version = null })], DraftId = null };
        draft.State = DraftState.Confirmed;
        try
        {
            return await LedgerEndpoints.Keep(step, draft.Key, request.Because.Trim(), db, context, runs, cancellationToken);
        }
        catch (DbUpdateException e) when (e is DbUpdateConcurrencyException || e.IsDuplicate())
        {
            db.ChangeTracker.Clear();
            return await LedgerEndpoints.ChangedMeanwhile(db, context, [.. step.From.Select(t => t.LotId)], cancellationToken);
        }
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Withdraw(Guid id, EarthyTuftDb db, CancellationToken cancellationToken)
    {
        if (await db.Drafts.SingleOrDefaultAsync(d => d.Id == id && d.State == DraftState.Open, cancellationToken) is not { } draft)
        {
            return Problems.NotHere("draft");
        }

        draft.State = DraftState.Withdrawn;
        await db.SaveChangesAsync(cancellationToken);
        return TypedResults.NoContent();
    }

    private static StepRequest Request(DraftRow draft) => StoredStep.Read(draft.Request).ToRequest();
}

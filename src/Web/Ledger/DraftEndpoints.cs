using System.Text.Json;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.House;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;

namespace EarthyTuft.Web.Ledger;

/// <summary>An entry that cannot be as it stands, kept as it was typed.</summary>
public sealed record DraftView(Guid Id, StepKind Step, StepRequest Request, string Trouble, DateTimeOffset RecordedAt);

public static class DraftEndpoints
{
    public static void Map(RouteGroupBuilder group)
    {
        group.MapGet("", List).Named("listDrafts", "Entries that are kept because their balance cannot be.");
        group.MapPost("/{id:guid}/confirm", Confirm).Named("confirmDraft", "Logs a draft as it is, with a reason.").Changes().Produces<EntryAnswer>().ProducesProblem(404).ProducesProblem(409);
        group.MapDelete("/{id:guid}", Withdraw).Named("withdrawDraft", "Withdraws a draft.").Produces(204).Changes().ProducesProblem(404);
    }

    private static async Task<List<DraftView>> List(EarthyTuftDb db, IOptions<Microsoft.AspNetCore.Http.Json.JsonOptions> json, CancellationToken stop)
    {
        var open = await db.Drafts.AsNoTracking().Where(d => d.State == DraftState.Open).OrderByDescending(d => d.RecordedAt).Take(50).ToListAsync(stop);
        return [.. open.Select(d => new DraftView(d.Id, d.Step, Request(d, json.Value.SerializerOptions), d.Trouble, d.RecordedAt))];
    }

    private static async Task<IResult> Confirm(
        Guid id, ConfirmRequest request, EarthyTuftDb db, Bench bench, IOptions<Microsoft.AspNetCore.Http.Json.JsonOptions> json, CancellationToken stop)
    {
        if (await db.Drafts.SingleOrDefaultAsync(d => d.Id == id && d.State == DraftState.Open, stop) is not { } draft)
        {
            return Problems.NotHere("draft");
        }

        // The lots may have moved on since it was typed: what counts is what is there now.
        var step = Request(draft, json.Value.SerializerOptions);
        step = step with { From = [.. step.From.Select(t => t with { Version = null })], DraftId = null };
        draft.State = DraftState.Confirmed;
        try
        {
            return await LedgerEndpoints.Keep(step, draft.Key, request.Because.Trim(), db, bench, json.Value.SerializerOptions, stop);
        }
        catch (DbUpdateException e) when (e is DbUpdateConcurrencyException || e.IsDuplicate())
        {
            db.ChangeTracker.Clear();
            return await LedgerEndpoints.ChangedMeanwhile(db, bench, [.. step.From.Select(t => t.LotId)], stop);
        }
    }

    private static async Task<IResult> Withdraw(Guid id, EarthyTuftDb db, CancellationToken stop)
    {
        if (await db.Drafts.SingleOrDefaultAsync(d => d.Id == id && d.State == DraftState.Open, stop) is not { } draft)
        {
            return Problems.NotHere("draft");
        }

        draft.State = DraftState.Withdrawn;
        await db.SaveChangesAsync(stop);
        return TypedResults.NoContent();
    }

    private static StepRequest Request(DraftRow draft, JsonSerializerOptions json) => JsonSerializer.Deserialize<StepRequest>(draft.Request, json)!;
}

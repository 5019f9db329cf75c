using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Stations;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Ledger;

/// <summary>The rest of a lot is still there.</summary>
/// <param name="FlowId">The taking that was said to have used it up.</param>
/// <param name="Because">Why it is said now; may be left out.</param>
public sealed record RestRequest(Guid FlowId, [property: StringLength(500)] string? Because = null);

/// <summary>
/// A part is a part. Before a step is logged it is asked whether the rest is still there, where much less came out than was taken; of a step
/// that was logged it can be said afterwards.
/// </summary>
internal static class RestEndpoints
{
    public static void Map(RouteGroupBuilder group) =>
        group
            .MapPost("/{id:guid}/rest", Say)
            .Named("restIsThere", "Says of a lot that an entry was to have used up that its rest is still there.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(409);

    /// <summary>What has to be said of the lots of a step before it is logged; null where nothing has.</summary>
    public static IReadOnlyList<Refusal>? Unsaid(StepRequest request, StepCommand command, StepOutcome outcome, MassUnit unit)
    {
        var lots = TakingRules.RestUnsaid(command.From, outcome.Balance, request.RunId is not null);
        if (lots.Count == 0)
        {
            return null;
        }

        var (came, taken) = (outcome.Balance.Kept!, outcome.Balance.In!);
        return
        [
            .. command
                .From.Select((t, i) => (t.Lot, Field: $"from[{i}].rest"))
                .Where(t => lots.Contains(t.Lot))
                .Select(t => new Refusal(
                    t.Field,
                    "rest-unsaid",
                    $"{came.Write(unit)} came of {taken.Write(unit)}: is the rest of {t.Lot.Code} still there?",
                    [nameof(RestOfLot.There), nameof(RestOfLot.Gone)]
                )),
        ];
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Say(
        Guid id,
        RestRequest request,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        if (
            await QuestionEndpoints.Hold(db, id, cancellationToken) is not { } entry
            || entry.Flows.SingleOrDefault(f => f.Id == request.FlowId && f is { Role: FlowRole.In, LotId: not null }) is not { } taking
        )
        {
            return Problems.NotHere("taking");
        }

        // Said twice it is said once.
        if (!taking.EmptiesLot)
        {
            return TypedResults.NoContent();
        }

        var lot = await db.Lots.SingleAsync(l => l.Id == taking.LotId, cancellationToken);
        if (!entry.Step.HasBalance() || (taking.Amount == Amount.Whole && !TellsPart(entry)))
        {
            return Problems.Refused(
                "flowId",
                "rest-unknown",
                $"What was taken of {lot.Code} cannot be told from what came of it: weigh what is left, and count it anew on its page."
            );
        }

        taking.EmptiesLot = false;
        if (taking.Amount == Amount.Whole)
        {
            (taking.Amount, taking.SettledGrams, taking.SettledSigma) = (Amount.NotWeighed, null, null);
        }

        if (!await db.Flows.AnyAsync(f => f.LotId == lot.Id && f.EmptiesLot && !f.Voided && f.Id != taking.Id, cancellationToken))
        {
            lot.UsedUpAt = null;
            lot.Place();
        }

        db.Changes.Add(
            new ChangeRow
            {
                LotId = lot.Id,
                EntryId = id,
                What = FormattableString.Invariant($"what {entry.Step.Words()} of {context.DayOf(entry.DoneAt):d MMM} took of {lot.Code}"),
                From = "all of it",
                To = "a part",
                Because = request.Because?.Trim() ?? "",
                Who = context.Workshop.PersonName,
                At = context.Now,
            }
        );
        await db.SaveChangesAsync(cancellationToken);
        await LedgerStore.Refresh(db, [lot.Id], cancellationToken);
        await transaction.CommitAsync(cancellationToken);
        return TypedResults.NoContent();
    }

    // One part alone can be told, by what came of it, where all of that was weighed.
    private static bool TellsPart(EntryRow entry) => entry.Flows.All(f => f.Amount is Amount.Weighed or Amount.Whole);
}

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

/// <summary>Another lot was meant, or was taken as well.</summary>
/// <param name="LotId">It.</param>
/// <param name="FlowId">The taking in whose place it comes; none where it was taken beside those that were named.</param>
/// <param name="Because">Why it is said now; may be left out.</param>
public sealed record OtherLotRequest(Guid LotId, Guid? FlowId = null, [property: StringLength(500)] string? Because = null);

/// <summary>
/// A step that was logged of the wrong lot, or of one lot too few. Its place is taken by a lot of the same fleece or bag that is like it in
/// all that is handed on: what was made of it, its codes and all that followed stay as they are, and the weights are reckoned anew.
/// </summary>
internal static class OtherLotEndpoints
{
    public static void Map(RouteGroupBuilder group) =>
        group
            .MapPost("/{id:guid}/other-lot", Say)
            .Named("otherLotWasTaken", "Says that a step took another lot than the one that was logged, or another one as well.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(409);

    /// <summary>The lots that would make up what does not fit, as taps.</summary>
    /// <param name="family">The whole family of the entry.</param>
    public static IEnumerable<AnswerTap> Offered(Family family, IReadOnlyList<FamilyFlow> flows, Balance balance)
    {
        FamilyFlow[] taken = [.. flows.Where(f => f is { Role: FlowRole.In, Lot: not null })];
        if (taken.Length == 0 || flows[0].Step == StepKind.Recount)
        {
            return [];
        }

        var masses = family.Entries.First(e => e.Id == flows[0].EntryId).Flows.ToDictionary(f => f.Id, family.Masses.Of);
        var like = taken[0].Lot!;
        var atHand = family
            .Lots.Values.Where(l => CanStandFor(l, like, flows[0].DoneAt) && flows.All(f => f.LotId != l.Id))
            .Select(l => (Lot: l, Left: family.Masses.Left(l.Id)))
            .Where(l => l.Left is not null)
            .Select(l => new LotAtHand(l.Lot.Id, l.Lot.Code, l.Left!.Grams, l.Left.Estimate.Doubt));
        return Core
            .Stations.OtherLots.OfLogged(
                balance,
                [.. taken.Select(f => (f.LotId!.Value, f.Lot!.Code, f.Amount == Amount.Weighed ? null : masses[f.FlowId]?.Grams))],
                [.. atHand]
            )
            .Select(o => new AnswerTap(
                AnswerKind.OtherLot,
                EntryId: flows[0].EntryId,
                FlowId: o.Instead is { } at ? taken[at].FlowId : null,
                Words: o.Instead is { } instead ? $"it was {o.Lot.Code}, not {taken[instead].Lot!.Code}" : $"{o.Lot.Code} was taken too"
            )
            {
                LotId = o.Lot.Id,
            });
    }

    private static bool CanStandFor(StoredLot lot, StoredLot like, DateTimeOffset doneAt) =>
        lot.UsedUpAt is null && lot.MadeAt <= doneAt && Inheritance.IsAlike(lot, like);

    private static async Task<Results<NoContent, ProblemHttpResult>> Say(
        Guid id,
        OtherLotRequest request,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        if (await QuestionEndpoints.Hold(db, id, cancellationToken) is not { } entry)
        {
            return Problems.NotHere("entry");
        }

        var takings = entry.Flows.Where(f => f is { Role: FlowRole.In, LotId: not null }).ToArray();
        var taking = request.FlowId is { } flow ? takings.SingleOrDefault(f => f.Id == flow) : takings.FirstOrDefault();
        if (taking is null)
        {
            return Problems.NotHere("taking");
        }

        // Said twice it is said once.
        if (takings.Any(f => f.LotId == request.LotId))
        {
            return TypedResults.NoContent();
        }

        if (!Asked.Is(entry))
        {
            return QuestionEndpoints.AnsweredMeanwhile();
        }

        var named = await db.Lots.SingleAsync(l => l.Id == taking.LotId, cancellationToken);
        if (await Takings.Hold(db, request.LotId, cancellationToken) is not { VoidedAt: null } other)
        {
            return Problems.NotHere("lot");
        }

        if (!CanStandFor(other.ToLot(), named.ToLot(), entry.DoneAt) || entry.Flows.Any(f => f.LotId == other.Id))
        {
            return Problems.Refused(
                "lotId",
                "other-lot-unlike",
                $"{other.Code} cannot stand in the place of {named.Code}: it is used up, was made later, or is of another kind. "
                    + "Void the entry, and log it of the right lot."
            );
        }

        db.Changes.Add(
            new ChangeRow
            {
                LotId = other.Id,
                EntryId = id,
                What = FormattableString.Invariant($"what {entry.Step.Words()} of {context.DayOf(entry.DoneAt):d MMM} took"),
                From = named.Code,
                To = request.FlowId is null ? $"{named.Code} and {other.Code}" : other.Code,
                Because = request.Because?.Trim() ?? "",
                Who = context.Workshop.PersonName,
                At = context.Now,
            }
        );
        if (request.FlowId is null)
        {
            var by = new Addition(context.PersonId, context.Workshop.PersonName, context.Now);
            await Takings.Also(db, entry, other, by, cancellationToken);
        }
        else
        {
            await Takings.Instead(db, taking, named, other, entry.DoneAt, cancellationToken);
        }

        await transaction.CommitAsync(cancellationToken);
        return TypedResults.NoContent();
    }
}

using System.ComponentModel.DataAnnotations;
using System.Globalization;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace EarthyTuft.Web.Ledger;

/// <summary>Sets the time of an entry right.</summary>
/// <param name="DoneAt">When it was.</param>
/// <param name="Because">Why it is said now; may be left out.</param>
/// <param name="Along">Entries that would stand on the wrong side of it are moved along; without it that is refused as
/// <c>out-of-order</c>.</param>
public sealed record TimeRequest(DateTimeOffset DoneAt, [property: StringLength(500)] string? Because = null, bool Along = false);

/// <summary>When it was: an entry's time can be set right afterwards like its weights, and nothing is used before it was made.</summary>
internal static class TimeEndpoints
{
    public static void Map(RouteGroupBuilder group) =>
        group
            .MapPost("/{id:guid}/time", Set)
            .Named("setEntryTime", "Sets the time of an entry right; what was noted before stays readable.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(409);

    /// <summary>A step that is logged as done before what it takes from was made: which of the two is to move is asked.</summary>
    /// <returns>Null where nothing stands against it, or it was said that those were made earlier.</returns>
    public static Refusal? BeforeMade(StepRequest request, IEnumerable<LotRow> lots, DateTimeOffset doneAt, RequestContext context) =>
        !request.SourcesEarlier && lots.Where(l => EntryTimes.IsBeforeMade(l.MadeAt, doneAt)).MaxBy(l => l.MadeAt) is { } late
            ? new Refusal(
                "doneAt",
                "before-made",
                $"{late.Code} is noted as made on {Write(late.MadeAt, context)}, after that. Was it there earlier?"
            )
            : null;

    /// <summary>Moves what made the lots of a step to before it, within the caller's transaction.</summary>
    /// <returns>Whether anything was moved: then the family has to be reckoned anew.</returns>
    public static async Task<bool> MoveSources(
        EarthyTuftDb db,
        Guid[] lots,
        DateTimeOffset doneAt,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        var family = await Family.Of(db, lots, cancellationToken);
        var moved = EntryTimes.Along(Retiming.Times(family), new TimedEntry(Guid.Empty, doneAt, lots, []));
        if (moved.Count == 0)
        {
            return false;
        }

        await LedgerStore.LockLotsOf(db, [.. moved.Select(m => m.EntryId)], cancellationToken);
        await Retiming.Move(db, moved, By(context, "It was there before it was used."), cancellationToken);
        return true;
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Set(
        Guid id,
        TimeRequest request,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        if (WorkTime.Check(request.DoneAt, context.Now, "doneAt") is { } never)
        {
            return Problems.Refused([never]);
        }

        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        if (await QuestionEndpoints.Hold(db, id, cancellationToken) is not { } entry)
        {
            return Problems.NotHere("entry");
        }

        var doneAt = request.DoneAt.ToStored();
        if (entry.DoneAt == doneAt)
        {
            return TypedResults.NoContent();
        }

        var lot = entry.Flows.First(f => f.LotId is not null).LotId!.Value;
        var family = await Family.Of(db, [lot], cancellationToken);
        var times = Retiming.Times(family);
        var along = EntryTimes.Along(times, times.Single(t => t.Id == id) with { DoneAt = doneAt });
        if (along.Count > 0 && !request.Along)
        {
            return Problems.Refused([OutOfOrder(along, family, context)]);
        }

        if (along.Count > 0)
        {
            await LedgerStore.LockLotsOf(db, [.. along.Select(m => m.EntryId)], cancellationToken);
        }

        await Retiming.Move(db, [new MovedEntry(id, doneAt), .. along], By(context, request.Because?.Trim() ?? ""), cancellationToken);
        await LedgerStore.Refresh(db, [lot], cancellationToken);
        await transaction.CommitAsync(cancellationToken);
        return TypedResults.NoContent();
    }

    private static Refusal OutOfOrder(IReadOnlyList<MovedEntry> along, Family family, RequestContext context)
    {
        var first = family.Flows.First(f => f.EntryId == along[0].EntryId);
        var lot = family.Flows.Where(f => f.EntryId == along[0].EntryId && f.Lot is not null).Select(f => f.Lot!.Code).First();
        var more = along.Count == 1 ? "" : FormattableString.Invariant($" and {along.Count - 1} more");
        var step = first.Step.Words();
        return new Refusal(
            "doneAt",
            "out-of-order",
            $"{char.ToUpperInvariant(step[0])}{step[1..]} of {lot} is noted on {Write(first.DoneAt, context)}{more}: "
                + "one follows from the other. Which is to move?"
        );
    }

    private static TimeSetRight By(RequestContext context, string because) =>
        new(
            context.Workshop.PersonName,
            context.Now,
            because,
            context.DayOf,
            time => Write(time, context),
            step => $"when {step.Words()} was"
        );

    private static string Write(DateTimeOffset time, RequestContext context) =>
        TimeZoneInfo.ConvertTime(time, context.Workshop.Zone).ToString("d MMM yyyy, HH:mm", CultureInfo.InvariantCulture);
}

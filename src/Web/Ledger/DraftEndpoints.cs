using System.ComponentModel.DataAnnotations;
using System.Globalization;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Stations;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Ledger;

/// <summary>An entry that cannot be as it stands, kept as it was typed.</summary>
public sealed record DraftView(Guid Id, StepKind Step, StepRequest Request, string Trouble, DateTimeOffset RecordedAt);

/// <summary>What contradicts in a draft.</summary>
/// <param name="AboveTheBook">More was taken than the book has: it may simply have been there.</param>
/// <param name="Answers">Weighings that would end it, the likeliest first: one of the draft by its field, or an earlier one by entry and
/// flow.</param>
public sealed record DraftQuestion(string Sentence, bool AboveTheBook, IReadOnlyList<AnswerTap> Answers);

/// <summary>The one weight that was the slip: a field of the draft, or an earlier weighing by entry and flow.</summary>
/// <param name="Mass">What it should be, as typed.</param>
/// <param name="Revision">How often the earlier weighing had been set right when the person looked at it.</param>
/// <param name="LotId">No weight was wrong: this lot was meant in place of the field's, or without a field was taken as well.</param>
public sealed record SettleRequest(
    [property: StringLength(60)] string? Mass = null,
    [property: StringLength(20)] string? Field = null,
    Guid? EntryId = null,
    Guid? FlowId = null,
    int? Revision = null,
    Guid? LotId = null
);

public static class DraftEndpoints
{
    /// <summary>Lots that are looked through for one that was meant: the newest.</summary>
    private const int MostAtHand = 200;

    public static void Map(RouteGroupBuilder group)
    {
        group.MapGet("", List).Named("listDrafts", "Entries that are kept because their balance cannot be.");
        group
            .MapGet("/{id:guid}/question", Question)
            .Named("readDraftQuestion", "What contradicts in a draft, with the weighings that would end it.")
            .ProducesProblem(404);
        group
            .MapPost("/{id:guid}/settle", Settle)
            .Named("settleDraft", "Sets the one weight right that was the slip, and logs the draft.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(409);
        group
            .MapPost("/{id:guid}/confirm", Confirm)
            .Named("confirmDraft", "Logs a draft as it is, with a reason.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(409);
        group.MapDelete("/{id:guid}", Withdraw).Named("withdrawDraft", "Withdraws a draft.").Changes().ProducesProblem(404);
    }

    private static async Task<List<DraftView>> List(EarthyTuftDb db, CancellationToken cancellationToken)
    {
        var open = await db
            .Drafts.AsNoTracking()
            .Where(d => d.State == DraftState.Open)
            .OrderByDescending(d => d.RecordedAt)
            .Take(50)
            .ToListAsync(cancellationToken);
        return [.. open.Select(d => new DraftView(d.Id, d.Step, Request(d), d.Trouble, d.RecordedAt))];
    }

    private static async Task<Results<Ok<EntryAnswer>, ProblemHttpResult>> Confirm(
        Guid id,
        ConfirmRequest request,
        EarthyTuftDb db,
        RequestContext context,
        RunDesk runs,
        CancellationToken cancellationToken
    )
    {
        if (await db.Drafts.SingleOrDefaultAsync(d => d.Id == id && d.State == DraftState.Open, cancellationToken) is not { } draft)
        {
            return Problems.NotHere("draft");
        }

        draft.State = DraftState.Confirmed;
        return await LedgerEndpoints.KeepOrSay(AsItIsNow(draft), draft.Key, request.Because.Trim(), db, context, runs, cancellationToken);
    }

    /// <summary>Both explanations: a weighing of the draft itself, and the earlier ones that the book hangs on.</summary>
    private static async Task<Results<Ok<DraftQuestion>, ProblemHttpResult>> Question(
        Guid id,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        if (
            await db.Drafts.AsNoTracking().SingleOrDefaultAsync(d => d.Id == id && d.State == DraftState.Open, cancellationToken)
            is not { } draft
        )
        {
            return Problems.NotHere("draft");
        }

        var step = AsItIsNow(draft);
        var (decision, against) = await LedgerEndpoints.Decide(step, db, context, toWrite: false, cancellationToken);
        if (decision is not { Command: var command, Outcome: var outcome })
        {
            return TypedResults.Ok(new DraftQuestion(against!.ProblemDetails.Detail ?? draft.Trouble, false, []));
        }

        var unit = context.Workshop.Unit;
        var family = await Family.Of(db, [.. step.From.Select(t => t.LotId)], cancellationToken);
        // The store names a weighing by its flow.
        var entry = new Entry(
            Guid.CreateVersion7(),
            step.Step,
            [.. outcome.Flows.Select(f => f.Flow.Weighing is { } w ? f.Flow with { Id = w.Id } : f.Flow)]
        );
        var fields = Fields(command).Zip(outcome.Flows).ToDictionary(p => p.Second.Flow.Weighing?.Id ?? p.Second.Flow.Id, p => p.First);
        // Where only an earlier step cannot be, its explanations are the ones; they name the draft's weighings as its fields do.
        IReadOnlyList<Explanation> told;
        if (outcome.IsContradicted || decision.Settled.FirstOrDefault(s => s.IsImpossible) is not { } settled)
        {
            var losses = await UsualLosses.Read(db, null, cancellationToken);
            var expected = new Dictionary<Guid, UsualLoss>(losses.Of(family));
            if (outcome.Balance.In is { Mass.Grams: > 0 } && losses.Judge(command, outcome).Balance.Usual is { } usual)
            {
                expected[entry.Id] = usual;
            }

            told = Explanations.Of(family.Entries, entry, await db.ReadSlipHabits(context.UsualBowl, cancellationToken), expected);
        }
        else
        {
            told = [.. settled.Explanations.Take(QuestionEndpoints.MostSlips)];
        }

        var own = told.Where(e => e.IsNew).Take(QuestionEndpoints.MostSlips).Select(e => Own(e, fields[e.FlowId], unit));
        var earlier = told.Where(e => !e.IsNew).Take(QuestionEndpoints.MostWeighings).Select(e => AnswerTaps.Weighing(e, family, unit));
        var lots = await OtherLots(command, outcome, db, cancellationToken);
        AnswerTap[] weights = told is [{ IsNew: true }, ..] ? [.. own, .. earlier] : [.. earlier, .. own];
        // What the digits tell comes first, then a lot that fits, then the rest.
        var sharp = told is [{ IsSharp: true }, ..] ? 1 : 0;
        AnswerTap[] taps = [.. weights.Take(sharp), .. lots, .. weights.Skip(sharp)];
        return TypedResults.Ok(new DraftQuestion(LedgerEndpoints.Trouble(decision, context), outcome.OverBook.Count > 0, taps));
    }

    /// <summary>Lots that the step could take and that would make up the contradiction.</summary>
    private static async Task<IReadOnlyList<AnswerTap>> OtherLots(
        StepCommand command,
        StepOutcome outcome,
        EarthyTuftDb db,
        CancellationToken cancellationToken
    )
    {
        if (!outcome.IsContradicted)
        {
            return [];
        }

        var (forms, named) = (command.From.Select(t => t.Lot.Form).ToArray(), command.From.Select(t => t.Lot.Id).ToArray());
        var atHand = await db
            .Lots.AsNoTracking()
            .Where(l => l.VoidedAt == null && l.UsedUpAt == null && l.LeftGrams > 0 && forms.Contains(l.Form) && !named.Contains(l.Id))
            .OrderByDescending(l => l.ChangedAt)
            .Take(MostAtHand)
            .Select(l => new LotAtHand(l.Id, l.Code, l.LeftGrams!.Value, l.LeftSigma ?? 0))
            .ToListAsync(cancellationToken);
        return
        [
            .. Core
                .Stations.OtherLots.Of(command, outcome, atHand)
                .Select(o => new AnswerTap(
                    AnswerKind.OtherLot,
                    Field: o.Instead is { } at ? FormattableString.Invariant($"from[{at}]") : null,
                    Words: o.Instead is { } instead
                        ? $"it was {o.Lot.Code}, not {command.From[instead].Lot.Code}"
                        : $"{o.Lot.Code} was taken too"
                )
                {
                    LotId = o.Lot.Id,
                }),
        ];
    }

    private static AnswerTap Own(Explanation told, string field, MassUnit unit)
    {
        var right = AnswerTaps.Rounded(told.Likelier).Write(unit);
        return new AnswerTap(
            AnswerKind.Weighing,
            Field: field,
            Mass: right,
            Words: $"the {Mass.FromGrams(told.Logged).Write(unit)} of this entry: {AnswerTaps.Was(told, right, unit)}"
        )
        {
            Open = told.Open is not null,
        };
    }

    private static IEnumerable<string> Fields(StepCommand command) =>
        command
            .From.Select((_, i) => $"from[{i}]")
            .Concat(command.To.Select((_, i) => $"to[{i}]"))
            .Concat(command.Losses.Select((_, i) => $"losses[{i}]"))
            .Concat(command.Gains.Select((_, i) => $"gains[{i}]"));

    private static async Task<Results<Ok<EntryAnswer>, ProblemHttpResult>> Settle(
        Guid id,
        SettleRequest request,
        EarthyTuftDb db,
        RequestContext context,
        RunDesk runs,
        CancellationToken cancellationToken
    )
    {
        if (await db.Drafts.SingleOrDefaultAsync(d => d.Id == id && d.State == DraftState.Open, cancellationToken) is not { } draft)
        {
            return Problems.NotHere("draft");
        }

        var step = AsItIsNow(draft);
        if (request.LotId is { } lot)
        {
            if (WithLot(step, request.Field, lot) is not { } other)
            {
                return Problems.Refused("field", "unknown", "The draft has no such lot.");
            }

            draft.State = DraftState.Replaced;
            return await LedgerEndpoints.KeepOrSay(other, Guid.CreateVersion7(), null, db, context, runs, cancellationToken);
        }

        if (string.IsNullOrWhiteSpace(request.Mass))
        {
            return Problems.Refused("mass", "missing", "Say what it weighed.");
        }

        if (request.Field is { } field)
        {
            if (WithMass(step, field, request.Mass) is not { } changed)
            {
                return Problems.Refused("field", "unknown", "The draft has no such weight.");
            }

            step = changed;
            // It was typed wrongly: what is logged is another entry than the draft, and replaces it.
            draft.State = DraftState.Replaced;
            return await LedgerEndpoints.KeepOrSay(step, Guid.CreateVersion7(), null, db, context, runs, cancellationToken);
        }

        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        if (request is not { EntryId: { } entry, FlowId: { } flow })
        {
            return Problems.Refused("flowId", "missing", "Say which weight was the slip.");
        }

        var correction = new CorrectionRequest(
            flow,
            request.Mass,
            FormattableString.Invariant($"A later weighing of {context.DayOf(draft.RecordedAt):d MMM} contradicted it."),
            Seen: request.Revision
        );
        if ((await CorrectionEndpoints.SetRight(entry, correction, db, context, cancellationToken)).Against is { } refused)
        {
            return refused;
        }

        // The lots of the family were changed by that; they are read anew with what they hold now.
        db.ChangeTracker.Clear();
        db.Drafts.Attach(draft);
        draft.State = DraftState.Confirmed;
        var answer = await LedgerEndpoints.KeepOrSay(step, draft.Key, null, db, context, runs, cancellationToken);
        if (answer.Result is Ok<EntryAnswer>)
        {
            await transaction.CommitAsync(cancellationToken);
        }

        return answer;
    }

    // A list of a step with one item of it changed; null where the field names none.
    private static IReadOnlyList<T>? At<T>(IReadOnlyList<T>? list, string name, string field, Func<T, T> change)
    {
        var open = name.Length + 1;
        return
            list is not null
            && field.StartsWith(name + "[", StringComparison.Ordinal)
            && field.EndsWith(']')
            && int.TryParse(field[open..^1], NumberStyles.None, CultureInfo.InvariantCulture, out var i)
            && i < list.Count
            ? [.. list.Select((item, k) => k == i ? change(item) : item)]
            : null;
    }

    // A step with another lot in the place of one, or with one more.
    private static StepRequest? WithLot(StepRequest step, string? field, Guid lot) =>
        field is null ? step with { From = [.. step.From, new TakingRequest(lot)] }
        : At(step.From, "from", field, t => t with { LotId = lot, Version = null }) is { } from ? step with { From = from }
        : null;

    // A step with one of its weights typed anew.
    private static StepRequest? WithMass(StepRequest step, string field, string mass) =>
        At(step.From, "from", field, t => t with { Mass = mass }) is { } from ? step with { From = from }
        : At(step.To, "to", field, g => g with { Mass = mass }) is { } to ? step with { To = to }
        : At(step.Losses, "losses", field, l => l with { Mass = mass }) is { } losses ? step with { Losses = losses }
        : At(step.Gains, "gains", field, g => g with { Mass = mass }) is { } gains ? step with { Gains = gains }
        : null;

    // The lots may have moved on since it was typed: what counts is what is there now.
    private static StepRequest AsItIsNow(DraftRow draft)
    {
        var step = Request(draft);
        return step with { From = [.. step.From.Select(t => t with { Version = null })], DraftId = null };
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

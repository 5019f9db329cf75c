using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Course;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Stations;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Ledger;

/// <summary>A question of the log with its answers, the likeliest first.</summary>
public sealed record QuestionView(
    Guid EntryId,
    StepKind Step,
    DateTimeOffset DoneAt,
    string LotCode,
    string Sentence,
    IReadOnlyList<AnswerTap> Answers
);

/// <summary>Answers that nothing is added for.</summary>
public sealed record AnswerRequest(GapAnswer Answer);

/// <summary>Another heap that is remembered.</summary>
/// <param name="Mass">As typed; left out for all that is left over.</param>
public sealed record HeapRequest(
    LotForm Form,
    [property: StringLength(60)] string? Mass = null,
    WeighingState? State = null,
    [property: StringLength(500)] string? Notes = null
);

/// <summary>What is remembered of an entry afterwards.</summary>
/// <param name="Loss">A loss; without a weight it is all that is missing.</param>
/// <param name="AnswersQuestion">It answers the log's question: refused when somebody else answered that meanwhile.</param>
/// <param name="Because">Why it is right although more came out than went in.</param>
public sealed record CompletionRequest(
    HeapRequest? Heap = null,
    LosingRequest? Loss = null,
    GainingRequest? Gain = null,
    [property: MaxLength(20)] IReadOnlyDictionary<string, double>? Measures = null,
    [property: Range(0, 10080)] int? Minutes = null,
    [property: StringLength(2000)] string? Notes = null,
    bool AnswersQuestion = false,
    [property: StringLength(500, MinimumLength = 3)] string? Because = null
);

/// <summary>Questions of the log, and what is added to an entry afterwards.</summary>
public static class QuestionEndpoints
{
    /// <summary>How many weighings are offered as the wrong one.</summary>
    internal const int MostWeighings = 2;

    /// <summary>How many slips are offered where only what is usual speaks against a weight.</summary>
    internal const int MostSlips = 3;

    public static void Map(RouteGroupBuilder group)
    {
        group
            .MapGet("/{id:guid}/question", Question)
            .Named("readQuestion", "What the log asks about an entry, with the answers.")
            .ProducesProblem(404);
        group
            .MapPost("/{id:guid}/answer", Answer)
            .Named("answerQuestion", "Answers without adding anything.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(409);
        group
            .MapPost("/{id:guid}/completions", Complete)
            .Named("completeEntry", "Adds what is remembered of an entry afterwards.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(409);
    }

    private static async Task<Results<Ok<QuestionView>, ProblemHttpResult>> Question(
        Guid id,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        if (!await db.Entries.AsNoTracking().Where(Asked.Any).AnyAsync(e => e.Id == id, cancellationToken))
        {
            return Problems.NotHere("question");
        }

        var family = await Family.Of(db, [await LotOf(db, id, cancellationToken)], cancellationToken);
        var flows = family.Flows.Where(f => f.EntryId == id).ToArray();
        var balance = family.Masses.BalanceAt(id);
        var reconciliation = Reconciliation.Of(family.Entries, context.UsualBowl, family.Masses);
        var habits = await db.ReadSlipHabits(context.UsualBowl, cancellationToken);
        if (balance is { ByDifference: not null, Usual: not null })
        {
            return TypedResults.Ok(Unlike(family, flows, balance, reconciliation, habits, context));
        }

        var expected = (await UsualLosses.Read(db, null, cancellationToken)).Of(family);
        var wrong = Explanations.OfGap(family.Entries, family.Masses, reconciliation, id, habits, expected);
        // A slip that tells the figure by itself is likelier than anything else; other weighings come after what simply fell or was
        // forgotten.
        var sharp = wrong.Take(1).Where(e => e.IsSharp).ToArray();
        var unit = context.Workshop.Unit;
        return TypedResults.Ok(
            new QuestionView(
                id,
                flows[0].Step,
                flows[0].DoneAt,
                flows.First(f => f.LotId is not null && f.Role != FlowRole.In).Lot!.Code,
                flows[0].Step == StepKind.Recount
                    ? BalanceWords.Recounted(balance.Unaccounted!, unit)
                    : BalanceWords.Sentence(balance, unit, null, flows[0].Step),
                [
                    .. sharp.Select(e => AnswerTaps.Weighing(e, family, unit)),
                    .. Rests(flows, balance),
                    .. OtherLotEndpoints.Offered(family, flows, balance),
                    .. Lost(flows, balance),
                    .. Heaps(flows, balance),
                    .. wrong.Except(sharp).Take(MostWeighings - sharp.Length).Select(e => AnswerTaps.Weighing(e, family, unit)),
                    .. balance.Unaccounted is { Mass.Grams: > 0 } && flows[0].Step != StepKind.Recount
                        ? Array.Empty<AnswerTap>()
                        : [new AnswerTap(AnswerKind.AsItIs)],
                    new AnswerTap(AnswerKind.NotKnown),
                ]
            )
        );
    }

    /// <summary>A loss found by difference that is unlike what usually goes there: the slips that would bring it inside, or it was so.</summary>
    private static QuestionView Unlike(
        Family family,
        FamilyFlow[] flows,
        Balance balance,
        Reconciliation reconciliation,
        SlipHabits habits,
        RequestContext context
    )
    {
        var (id, unit) = (flows[0].EntryId, context.Workshop.Unit);
        var told = Explanations.OfDifference(family.Entries, family.Masses, reconciliation.Checked, id, id, habits);
        return new QuestionView(
            id,
            flows[0].Step,
            flows[0].DoneAt,
            flows.First(f => f.LotId is not null && f.Role != FlowRole.In).Lot!.Code,
            BalanceWords.Unlike(balance, unit, flows[0].Step, told.Count == 0 ? null : told[0]),
            [
                .. told.Take(MostSlips).Select(e => AnswerTaps.Weighing(e, family, unit)),
                new AnswerTap(AnswerKind.AsItIs),
                new AnswerTap(AnswerKind.NotKnown),
            ]
        );
    }

    private static IEnumerable<AnswerTap> Lost(FamilyFlow[] flows, Balance balance)
    {
        if (balance.Unaccounted is not { Mass.Grams: > 0 } || AllStations.Find(flows[0].Step) is not { } station)
        {
            return [];
        }

        // The kind that usually goes there first, then those that nobody weighed.
        var kinds = station.UsualLosses.Where(k => flows.All(f => f.LossKind != k));
        return (balance.Usual is { } usual ? kinds.Prepend(usual.Kind) : kinds)
            .Append(LossKind.Spilled)
            .Distinct()
            .Take(2)
            .Select(k => new AnswerTap(AnswerKind.Lost, Loss: k));
    }

    // What is missing may lie in the basket yet, where a lot was said to be used up by it.
    private static IEnumerable<AnswerTap> Rests(FamilyFlow[] flows, Balance balance) =>
        balance.Unaccounted is { Mass.Grams: > 0 } && flows[0].Step != StepKind.Recount
            ? flows
                .Where(f => f is { Role: FlowRole.In, EmptiesLot: true })
                .Take(MostWeighings)
                .Select(f => new AnswerTap(AnswerKind.RestIsThere, EntryId: f.EntryId, FlowId: f.FlowId, Words: f.Lot!.Code))
            : [];

    private static IEnumerable<AnswerTap> Heaps(FamilyFlow[] flows, Balance balance)
    {
        if (balance.Unaccounted is not { Mass.Grams: > 0 } || AllStations.Find(flows[0].Step) is not { } station)
        {
            return [];
        }

        var source = flows.First(f => f.Role == FlowRole.In).Lot!;
        return station
            .GivesOf(source.Form, source.Fibre)
            .OrderBy(f => flows.Any(o => o.Role == FlowRole.Out && o.Lot!.Form == f))
            .Take(2)
            .Select(f => new AnswerTap(AnswerKind.Heap, Form: f));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Answer(
        Guid id,
        AnswerRequest request,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        if (await Hold(db, id, cancellationToken) is not { } entry)
        {
            return Problems.NotHere("entry");
        }

        if (!Asked.Is(entry))
        {
            return AnsweredMeanwhile();
        }

        (entry.Answer, entry.AnsweredAt, entry.AnsweredBy, entry.AnsweredGapGrams) = (
            request.Answer,
            context.Now,
            context.Workshop.PersonName,
            entry.GapGrams
        );
        await db.SaveChangesAsync(cancellationToken);
        await transaction.CommitAsync(cancellationToken);
        return TypedResults.NoContent();
    }

    private static async Task<Results<Ok<EntryAnswer>, ProblemHttpResult>> Complete(
        Guid id,
        CompletionRequest request,
        [FromHeader(Name = "Idempotency-Key")] Guid key,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        if (await Hold(db, id, cancellationToken) is not { } entry || AllStations.Find(entry.Step) is not { } station)
        {
            return Problems.NotHere("step");
        }

        // The same sent twice is added once: its line in the history bears the key.
        if (await db.Changes.AsNoTracking().AnyAsync(c => c.Id == key && c.EntryId == id, cancellationToken))
        {
            return TypedResults.Ok(await Answered(db, context, entry, null, cancellationToken));
        }

        if (request.AnswersQuestion && !Asked.Is(entry))
        {
            return AnsweredMeanwhile();
        }

        var read = Read(request, entry, context);
        if (read.IsRefused)
        {
            return Problems.Refused(read.Refusals);
        }

        var (added, typed) = read.Value;
        var sources = await db
            .Lots.Where(l => db.Flows.Any(f => f.EntryId == id && f.Role == FlowRole.In && f.LotId == l.Id))
            .ToListAsync(cancellationToken);
        var refusals = StepDesk.CheckCompletion(
            station,
            [.. sources.Select(s => (s.Form, s.Fibre))],
            entry.Flows.Any(f => f.Amount == Amount.ByDifference),
            added
        );
        if (refusals.Count > 0)
        {
            return Problems.Refused(refusals);
        }

        var by = new Addition(context.PersonId, context.Workshop.PersonName, context.Now);
        LotRow? made = null;
        if (added.Heap is { } heap)
        {
            var beside = entry.Flows.First(f => f.Role == FlowRole.Out).LotId;
            var like = await db.Lots.SingleAsync(l => l.Id == beside, cancellationToken);
            made = LedgerStore.NewLot(
                await db.NextChildCode(LotCode.RootOf(like.Code), cancellationToken),
                heap.Form,
                like.Composition,
                sources,
                request.Heap!.Notes?.Trim() ?? ""
            );
        }

        LedgerStore.Complete(db, entry, added, made, typed, by);
        if (added.Measures is { Count: > 0 } measures)
        {
            var noted = await db.Measures.Where(m => m.EntryId == id).ToDictionaryAsync(m => m.Key, cancellationToken);
            foreach (var (measure, value) in measures)
            {
                if (noted.TryGetValue(measure, out var row))
                {
                    row.Value = value;
                }
                else
                {
                    db.Measures.Add(
                        new MeasureRow
                        {
                            EntryId = id,
                            Key = measure,
                            Value = value,
                        }
                    );
                }
            }
        }

        db.Changes.Add(
            new ChangeRow
            {
                Id = key,
                EntryId = id,
                What = FormattableString.Invariant($"what was added to {entry.Step.Words()} of {context.DayOf(entry.DoneAt):d MMM}"),
                From = "nothing",
                To = Words(added, context.Workshop.Unit),
                Because = request.Because?.Trim() ?? "",
                Who = by.Who,
                At = by.At,
            }
        );
        await db.SaveChangesAsync(cancellationToken);
        await LedgerStore.Refresh(db, [await LotOf(db, id, cancellationToken)], cancellationToken);
        if (request.AnswersQuestion && entry.Status == BalanceStatus.Unusual)
        {
            // Where it went was just said: that it is much is no second question.
            (entry.Answer, entry.AnsweredAt, entry.AnsweredBy, entry.AnsweredGapGrams) = (GapAnswer.AsItIs, by.At, by.Who, entry.GapGrams);
            await db.SaveChangesAsync(cancellationToken);
        }

        if (entry.Status == BalanceStatus.Impossible && entry.ConfirmedBecause is null)
        {
            if (request.Because is null)
            {
                return Problems.Refused(
                    added.Loss is not null ? "loss.mass"
                        : added.Heap is not null ? "heap.mass"
                        : "gain.mass",
                    "more-than-went-in",
                    $"{(await Answered(db, context, entry, made, cancellationToken)).Sentence} Nothing was added: set a weight right first, or "
                        + $"say why it is so."
                );
            }

            entry.ConfirmedBecause = request.Because.Trim();
            await db.SaveChangesAsync(cancellationToken);
        }

        var answer = await Answered(db, context, entry, made, cancellationToken);
        await transaction.CommitAsync(cancellationToken);
        return TypedResults.Ok(answer);
    }

    /// <summary>How the entry stands now.</summary>
    private static async Task<EntryAnswer> Answered(
        EarthyTuftDb db,
        RequestContext context,
        EntryRow entry,
        LotRow? made,
        CancellationToken cancellationToken
    )
    {
        var family = await Family.Of(db, [await LotOf(db, entry.Id, cancellationToken)], cancellationToken);
        var view = family.Masses.BalanceAt(entry.Id).View(context.Workshop.Unit, entry.Step, noil: family.NoilAt(entry.Id));
        return new EntryAnswer(
            true,
            entry.Id,
            null,
            view,
            view.Sentence,
            made is null ? [] : [new MadeLot(made.Id, made.Code, made.Form, made.Fibre)]
        );
    }

    /// <summary>What was added, for the history.</summary>
    private static string Words(Completion added, MassUnit unit)
    {
        string Of(Weighing? weighing, string otherwise, string what) => $"{weighing?.Logged.Write(unit) ?? otherwise} {what}";
        string?[] words =
        [
            added.Heap is { } heap ? Of(heap.Weighing, "what was left over,", heap.Form.Words()) : null,
            added.Loss is { } loss ? Of(loss.Weighing, "what was missing,", loss.Kind.Words()) : null,
            added.Gain is { } gain ? Of(gain.Weighing, "", gain.Kind.Words()) : null,
            added.Minutes is { } minutes ? FormattableString.Invariant($"{minutes} min") : null,
            added.Notes.Length > 0 ? added.Notes : null,
            .. (added.Measures ?? new Dictionary<string, double>()).Select(m => FormattableString.Invariant($"{m.Key} {m.Value:0.##}")),
        ];
        return string.Join(", ", words.Where(w => w is not null));
    }

    private static Result<(Completion Added, Func<Weighing, string> Typed)> Read(
        CompletionRequest request,
        EntryRow entry,
        RequestContext context
    )
    {
        var refusals = new List<Refusal>();
        var typed = new Dictionary<Weighing, string>();
        Weighing? Weigh(string? text, WeighingState? state, string field)
        {
            if (string.IsNullOrWhiteSpace(text))
            {
                return null;
            }

            var read = MassReader.Read(text, context.Workshop.Unit, field);
            if (read.IsRefused)
            {
                refusals.AddRange(read.Refusals);
                return null;
            }

            var weighing = new Weighing(
                Guid.CreateVersion7(),
                read.Value,
                state ?? WeighingState.Rested,
                null,
                Mass.FromGrams(context.Workshop.ScaleStepGrams),
                context.DayOf(entry.DoneAt)
            );
            typed[weighing] = text.Trim();
            return weighing;
        }

        var heap = request.Heap is { } h ? new Giving(h.Form, Weigh(h.Mass, h.State, "heap.mass")) : null;
        var loss = request.Loss is { } l ? new Losing(l.Kind, l.Fate, Weigh(l.Mass, l.State, "loss.mass"), l.Worth) : null;
        var gain = request.Gain is { } g && Weigh(g.Mass, null, "gain.mass") is { } taken ? new Gaining(g.Kind, taken) : null;
        if (request.Gain is not null && gain is null && refusals.Count == 0)
        {
            refusals.Add(new Refusal("gain.mass", "empty", "The weight is missing: what was taken up has to be weighed."));
        }

        return refusals.Count > 0
            ? Result<(Completion, Func<Weighing, string>)>.Refused(refusals)
            : (new Completion(heap, loss, gain, request.Measures, request.Minutes, request.Notes?.Trim() ?? ""), w => typed[w]);
    }

    // Whoever answers second waits for the first and then sees what is stored.
    internal static async Task<EntryRow?> Hold(EarthyTuftDb db, Guid id, CancellationToken cancellationToken)
    {
        await LedgerStore.LockLotsOf(db, [id], cancellationToken);
        return await db.Entries.Include(e => e.Flows).SingleOrDefaultAsync(e => e.Id == id && e.VoidedAt == null, cancellationToken);
    }

    internal static ProblemHttpResult AnsweredMeanwhile() =>
        Problems.Of(
            409,
            "answered-meanwhile",
            "Somebody answered this meanwhile, or it fits by now. Nothing of yours was stored; look at the entry as it is."
        );

    private static Task<Guid> LotOf(EarthyTuftDb db, Guid entry, CancellationToken cancellationToken) =>
        db
            .Flows.Where(f => f.EntryId == entry && f.LotId != null)
            .OrderBy(f => f.Ordinal)
            .Select(f => f.LotId!.Value)
            .FirstAsync(cancellationToken);
}

using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Stations;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;
using EarthyTuft.Web.Yarns;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;

namespace EarthyTuft.Web.Ledger;

public static class LedgerEndpoints
{
    public static void MapLedger(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/entries").WithTags("ledger").ForMembers();
        group.MapPost("/weigh-up", WeighUp).Named("weighUp", "Says what a step would come to, and stores nothing.").Changes();
        group
            .MapPost("", Log)
            .Named("logStep", "Logs a step; one that cannot be is kept as a draft.")
            .Changes()
            .ProducesProblem(409)
            .ProducesProblem(503);
        CorrectionEndpoints.Map(group);
        VoidEndpoints.Map(group);
        RestEndpoints.Map(group);
        OtherLotEndpoints.Map(group);
        TimeEndpoints.Map(group);
        QuestionEndpoints.Map(group);
        DraftEndpoints.Map(app.MapGroup("/api/drafts").WithTags("ledger").ForMembers());
    }

    /// <summary>A step as it would be logged.</summary>
    internal sealed record Decision(
        StepReader Reader,
        StepCommand Command,
        StepOutcome Outcome,
        Dictionary<Guid, LotRow> Rows,
        DateTimeOffset DoneAt,
        BalanceView View,
        IReadOnlyList<SettledStep> Settled
    )
    {
        /// <summary>The figures contradict the log or each other: kept as a draft until somebody says which is right, or gives a
        /// reason.</summary>
        public bool IsContradicted => Outcome.IsContradicted || Settled.Any(s => s.IsImpossible);
    }

    /// <summary>Decides what may be logged: asked once for a preview and once for an entry, with the same checks.</summary>
    /// <returns>The decision, or what stands against it.</returns>
    internal static async Task<(Decision? Decision, ProblemHttpResult? Against)> Decide(
        StepRequest request,
        EarthyTuftDb db,
        RequestContext context,
        bool toWrite,
        CancellationToken cancellationToken
    )
    {
        var doneAt = request.DoneAt ?? context.Now;
        if (WorkTime.Check(doneAt, context.Now, "doneAt") is { } never)
        {
            return (null, Problems.Refused([never]));
        }

        var (rows, lots) = await LedgerStore.Sources(db, LotIds(request), context.Workshop.Zone, toWrite, cancellationToken);
        if (request.From.Any(t => t.Version is { } seen && rows.TryGetValue(t.LotId, out var row) && row.Version != seen))
        {
            return (null, await ChangedMeanwhile(db, context, LotIds(request), cancellationToken));
        }

        if (TimeEndpoints.BeforeMade(request, rows.Values, doneAt, context) is { } unmade)
        {
            return (null, Problems.Refused([unmade]));
        }

        // Typed to the minute it was after what was made in that minute.
        doneAt = request.SourcesEarlier ? doneAt : rows.Values.Select(r => r.MadeAt).Append(doneAt).Max();
        var reader = new StepReader(context.Workshop, request, context.DayOf(doneAt));
        var command = reader.Read(lots);
        var outcome = command.Then(c => StepDesk.WeighUp(c, context.UsualBowl, Guid.CreateVersion7));
        if (outcome is { IsRefused: false, Value: { HangsOnWhatIsUsual: true, Balance.In.Mass.Grams: > 0 } })
        {
            // Something is missing, or found by difference: what usually goes there says whether that is a question.
            outcome = (await UsualLosses.Read(db, [request.Step], cancellationToken)).Judge(command.Value, outcome.Value);
        }

        if (outcome.IsRefused)
        {
            return (null, Problems.Refused(outcome.Refusals));
        }

        var made = request.To.Zip(command.Value.To, (t, g) => (t.Yarn, t.Form, g.Weighing?.Logged.Grams)).ToArray();
        if (await YarnNotes.Unlikely(db, made, [.. request.From.Select(t => t.LotId).Distinct()], cancellationToken) is { } unlikely)
        {
            return (null, Problems.Refused([unlikely]));
        }

        var settled = await SettledSteps.Of(db, command.Value, outcome.Value, context.UsualBowl, cancellationToken);
        var view = outcome.Value.Balance.View(
            context.Workshop.Unit,
            request.Step,
            outcome.Value.Slip,
            LedgerStore.Noil(command.Value, outcome.Value)
        );
        return (
            new Decision(
                reader,
                command.Value,
                outcome.Value,
                rows,
                doneAt,
                settled.FirstOrDefault(s => s.IsOwn) is { } own ? view with { Sentence = own.Sentence(context.Workshop.Unit) } : view,
                settled
            ),
            null
        );
    }

    private static async Task<Results<Ok<WeighedUp>, ProblemHttpResult>> WeighUp(
        StepRequest request,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        var (decision, against) = await Decide(request, db, context, toWrite: false, cancellationToken);
        if (decision is not { Outcome: var outcome })
        {
            return against!;
        }

        PortionView[] dressing =
            request.Step == StepKind.Dress && outcome.Balance.In is { } fibre
                ?
                [
                    .. Dressing
                        .Usual(fibre.Mass.Grams)
                        .Select(d => new PortionView(
                            d.Percent,
                            Mass.FromGrams(d.Grams).ToFigure(context.Workshop.Unit, Provenance.Reckoned)
                        )),
                ]
                : [];
        // Nothing is taken yet: what goes into a reserve is warned of here, and refused only when it is logged without a word.
        return TypedResults.Ok(
            new WeighedUp(
                decision.View,
                decision.Reader.Understood(decision.Command, outcome),
                outcome.Reserved.FirstOrDefault()?.Reason,
                BalanceWords.AboveTheBook(outcome.OverBook, context.Workshop.Unit),
                dressing,
                request.Dyeing is { } dyeing
                    ? DyeingView.Of(dyeing.ToNotes(), outcome.Balance.In?.Mass.Grams, context.Workshop.Unit)
                    : null,
                decision.Settled.FirstOrDefault(s => !s.IsOwn)?.Sentence(context.Workshop.Unit)
            )
        );
    }

    private static async Task<Results<Ok<EntryAnswer>, ProblemHttpResult>> Log(
        StepRequest request,
        [FromHeader(Name = "Idempotency-Key")] Guid key,
        EarthyTuftDb db,
        RequestContext context,
        RunDesk runs,
        CancellationToken cancellationToken
    )
    {
        try
        {
            // Most entries are new: whether this one was sent before is asked only where it meets a refusal or its own key.
            var answer = await Keep(request, key, null, db, context, runs, cancellationToken);
            // Refused, perhaps because its own earlier copy took what this one asks for.
            return answer.Result is ProblemHttpResult && await Stored(db, context, key, cancellationToken) is { } twin
                ? TypedResults.Ok(twin)
                : answer;
        }
        catch (DbUpdateException e) when (e is DbUpdateConcurrencyException || e.IsDuplicate())
        {
            // Either the same entry was sent twice at once, and the other copy is stored; or somebody else took from the same lot first.
            db.ChangeTracker.Clear();
            return await Stored(db, context, key, cancellationToken) is { } stored
                ? TypedResults.Ok(stored)
                : await ChangedMeanwhile(db, context, LotIds(request), cancellationToken);
        }
    }

    /// <summary>Logs a draft; what somebody else did to its lots meanwhile is said.</summary>
    internal static async Task<Results<Ok<EntryAnswer>, ProblemHttpResult>> KeepOrSay(
        StepRequest request,
        Guid key,
        string? because,
        EarthyTuftDb db,
        RequestContext context,
        RunDesk runs,
        CancellationToken cancellationToken
    )
    {
        try
        {
            return await Keep(request, key, because, db, context, runs, cancellationToken);
        }
        catch (DbUpdateException e) when (e is DbUpdateConcurrencyException || e.IsDuplicate())
        {
            db.ChangeTracker.Clear();
            return await ChangedMeanwhile(db, context, LotIds(request), cancellationToken);
        }
    }

    /// <summary>Decides and stores in one transaction, the caller's where there is one. What contradicts the log without a reason is stored
    /// as a draft.</summary>
    private static async Task<Results<Ok<EntryAnswer>, ProblemHttpResult>> Keep(
        StepRequest request,
        Guid key,
        string? because,
        EarthyTuftDb db,
        RequestContext context,
        RunDesk runs,
        CancellationToken cancellationToken
    )
    {
        await using var transaction = db.Database.CurrentTransaction is null
            ? await db.Database.BeginTransactionAsync(cancellationToken)
            : null;
        // A transaction of its own is rolled back as a whole when something fails: no savepoint is needed, and each is a round trip.
        db.Database.AutoSavepointsEnabled = transaction is null;
        var (decision, against) = await Decide(request, db, context, toWrite: true, cancellationToken);
        if (decision is null || decision.Outcome.Reserved.Count > 0)
        {
            return against ?? Problems.Refused(decision!.Outcome.Reserved);
        }

        var (reader, command, outcome, rows, doneAt, view, settled) = decision;
        if (because is null && RestEndpoints.Unsaid(request, command, outcome, context.Workshop.Unit) is { } unsaid)
        {
            return Problems.Refused(unsaid);
        }

        if (decision.IsContradicted && because is null)
        {
            if (await Stored(db, context, key, cancellationToken) is { } before)
            {
                return TypedResults.Ok(before);
            }

            var draft = new DraftRow
            {
                Key = key,
                Step = request.Step,
                Request = StoredSteps.Of(request with { DoneAt = doneAt }).Write(),
                Trouble = Trouble(decision, context),
                RecordedAt = context.Now,
                RecordedBy = context.PersonId,
            };
            db.Drafts.Add(draft);
            await Replace(db, request.DraftId, cancellationToken);
            await db.SaveChangesAsync(cancellationToken);
            await Commit(transaction, cancellationToken);
            return TypedResults.Ok(new EntryAnswer(false, null, draft.Id, view, DraftSentence(draft.Trouble), []));
        }

        // Told later than it was done: what came after it is reckoned anew.
        var late = rows.Values.Any(r => r.ChangedAt > doneAt);
        var made = await NewLots(request, command, outcome, rows, db, cancellationToken);
        var facts = new EntryFacts(
            key,
            doneAt,
            context.Now,
            context.PersonId,
            context.NameOf(request.Who),
            request.Minutes,
            CountWords.With(request),
            because,
            request.Spent
        );
        var entry = LedgerStore.AddStep(db, command, outcome, rows, made, reader.Typed, facts);
        if (request.Dyeing is { } dyeing)
        {
            entry.Dyeing = dyeing.ToNotes() is { IsEmpty: false } noted ? StoredDyeing.Of(noted).Write() : null;
            made.ForEach(lot => lot.Colour = string.IsNullOrWhiteSpace(dyeing.ColourName) ? lot.Colour : dyeing.ColourName.Trim());
        }

        foreach (var (lot, giving) in made.Zip(request.To))
        {
            YarnNotes.Stage(db, lot, giving.Yarn, doneAt, facts.Who);
        }

        db.Measures.AddRange(
            (command.Measures ?? new Dictionary<string, double>()).Select(m => new MeasureRow
            {
                EntryId = entry.Id,
                Key = m.Key,
                Value = m.Value,
            })
        );
        await Replace(db, request.DraftId, cancellationToken);
        await db.SaveChangesAsync(cancellationToken);
        if (request is { GoesOn: true, RunId: null })
        {
            return Problems.Refused("goesOn", "not-here", "Only work at a bench goes on: name it.");
        }

        if (
            request.RunId is { } run
            && await runs.Log(run, request.Step, LotIds(request), entry.Id, request.GoesOn, cancellationToken) is { } refused
        )
        {
            return Problems.Refused([refused]);
        }

        var moved = request.SourcesEarlier && await TimeEndpoints.MoveSources(db, LotIds(request), doneAt, context, cancellationToken);
        if (late || moved || LedgerStore.NeedsFamily(command, outcome))
        {
            await LedgerStore.Refresh(db, [made[0].Id], cancellationToken);
            view = View(await Family.Of(db, [made[0].Id], cancellationToken), entry.Id, context);
        }

        if (because is not null && settled.Count > 0)
        {
            await SettledSteps.Answer(db, settled, context.Now, context.Workshop.PersonName, cancellationToken);
        }

        await Commit(transaction, cancellationToken);
        return TypedResults.Ok(
            new EntryAnswer(true, entry.Id, null, view, view.Sentence, [.. made.Select(l => new MadeLot(l.Id, l.Code, l.Form, l.Fibre))])
            {
                Asks =
                    because is not null ? null
                    : Asked.Is(entry) ? entry.Id
                    : settled.FirstOrDefault(s => !s.IsOwn)?.Entry.Id,
            }
        );
    }

    private static Task Commit(IDbContextTransaction? own, CancellationToken cancellationToken) =>
        own?.CommitAsync(cancellationToken) ?? Task.CompletedTask;

    // A taking above the book is the news; that less came out of it than went in then says nothing.
    internal static string Trouble(Decision decision, RequestContext context) =>
        BalanceWords.AboveTheBook(decision.Outcome.OverBook, context.Workshop.Unit)
        ?? (
            decision.Outcome.IsContradicted
                ? null
                : decision.Settled.FirstOrDefault(s => s is { IsOwn: false, IsImpossible: true })?.Sentence(context.Workshop.Unit)
        )
        ?? decision.View.Sentence;

    internal static BalanceView View(Family family, Guid entry, RequestContext context) =>
        family
            .Masses.BalanceAt(entry)
            .View(context.Workshop.Unit, family.Flows.First(f => f.EntryId == entry).Step, noil: family.NoilAt(entry));

    private static string DraftSentence(string sentence) => sentence + " Your entry is kept as a draft.";

    private static async Task<List<LotRow>> NewLots(
        StepRequest request,
        StepCommand command,
        StepOutcome outcome,
        Dictionary<Guid, LotRow> rows,
        EarthyTuftDb db,
        CancellationToken cancellationToken
    )
    {
        var sources = command.From.Select(t => rows[t.Lot.Id]).ToArray();
        var root = LotCode.SharedRoot(sources.Select(s => s.Code)) ?? await db.NextRootCode(LotCode.Joined, cancellationToken);
        var joined = !sources.Any(s => LotCode.RootOf(s.Code) == root);
        var lots = new List<LotRow>();
        foreach (var giving in request.To)
        {
            var code = joined && lots.Count == 0 ? root : await db.NextChildCode(root, cancellationToken);
            lots.Add(LedgerStore.NewLot(code, giving.Form, outcome.Composition, sources, giving.Notes?.Trim() ?? ""));
        }

        return lots;
    }

    internal static async Task<ProblemHttpResult> ChangedMeanwhile(
        EarthyTuftDb db,
        RequestContext context,
        Guid[] ids,
        CancellationToken cancellationToken
    )
    {
        var lots = await db.Lots.AsNoTracking().Where(l => ids.Contains(l.Id)).ToListAsync(cancellationToken);
        return Problems.Of(
            409,
            "changed-meanwhile",
            "Somebody took from this lot while you were at it. Nothing of yours was stored; here is what is there now.",
            (
                "lots",
                lots.Select(l => new
                {
                    l.Id,
                    l.Code,
                    l.Version,
                    UsedUp = l.UsedUpAt is not null,
                    Left = Figures.ToFigure(l.LeftGrams, l.LeftSigma, context.Workshop.Unit, Provenance.Reckoned),
                })
            )
        );
    }

    internal static async Task<EntryAnswer?> Stored(EarthyTuftDb db, RequestContext context, Guid key, CancellationToken cancellationToken)
    {
        var found = await db
            .Entries.Where(e => e.Key == key)
            .Select(e => new { e.Id, IsDraft = false })
            .Concat(db.Drafts.Where(d => d.Key == key).Select(d => new { d.Id, IsDraft = true }))
            .ToListAsync(cancellationToken);
        // A confirmed draft and its entry share the key: then the entry is what counts.
        if (found.FirstOrDefault(f => !f.IsDraft) is { } entry)
        {
            var made = await db
                .Flows.Where(f => f.EntryId == entry.Id && f.Role == FlowRole.Out)
                .OrderBy(f => f.Ordinal)
                .Select(f => new MadeLot(f.Lot!.Id, f.Lot.Code, f.Lot.Form, f.Lot.Fibre))
                .ToListAsync(cancellationToken);
            // The key of something that made no lot, sent to the wrong address: it is stored, and there is no balance to tell.
            var view = made.Count == 0 ? null : View(await Family.Of(db, [made[0].Id], cancellationToken), entry.Id, context);
            return new EntryAnswer(true, entry.Id, null, view, view?.Sentence ?? "It is stored already.", made);
        }

        if (found.Count == 0)
        {
            return null;
        }

        var draft = await db.Drafts.AsNoTracking().SingleAsync(d => d.Id == found[0].Id, cancellationToken);
        return new EntryAnswer(false, null, draft.Id, null, DraftSentence(draft.Trouble), []);
    }

    private static async Task Replace(EarthyTuftDb db, Guid? draftId, CancellationToken cancellationToken)
    {
        if (
            draftId is { } id
            && await db.Drafts.SingleOrDefaultAsync(d => d.Id == id && d.State == DraftState.Open, cancellationToken) is { } old
        )
        {
            old.State = DraftState.Replaced;
        }
    }

    private static Guid[] LotIds(StepRequest request) => [.. request.From.Select(t => t.LotId).Distinct()];
}

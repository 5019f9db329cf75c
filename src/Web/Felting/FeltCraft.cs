using EarthyTuft.Core.Felting;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Data.Felting;
using EarthyTuft.Data.Lots;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Lots;
using EarthyTuft.Web.Runs;
using static System.FormattableString;

namespace EarthyTuft.Web.Felting;

/// <summary>A pinch that is rolled: what it is like after so many minutes or strokes, and what that comes to.</summary>
internal sealed class FeltCraft(EarthyTuftDb db, RequestContext context) : ICraft
{
    public string? Place => null;

    public Refusal Taken => throw new InvalidOperationException("Pinches lie side by side.");

    public Task<Result<RunOutset>> Begin(RunStart start, IReadOnlyList<LotRow> lots, CancellationToken cancellationToken)
    {
        var request = (FeltStart)start;
        var startedAt = request.StartedAt ?? context.Now;
        return Task.FromResult(
            RunRules.BeganAt(startedAt, context.Now, "startedAt") is { } never
                ? never
                : FeltRun
                    .Plan([.. lots.Select(l => l.Form)], request.Pinch, request.By, context.Workshop.Unit)
                    .Then<RunOutset>(plan => new RunOutset(StoredFelt.Write(plan), startedAt, [], [], Grams: plan.PinchGrams))
        );
    }

    public Task<Result<IReadOnlyList<RunEventRow>>> Decide(RunRow run, RunCommand command, CancellationToken cancellationToken) =>
        Task.FromResult(
            FeltRun
                .Decide(StoredFelt.State(run), command, context.Now, Guid.CreateVersion7)
                .Then<IReadOnlyList<RunEventRow>>(events => events.Select(e => StoredFelt.Row(e, context.Workshop.PersonName)).ToArray())
        );

    public Refusal? Withdraw(RunRow run, Guid eventId) => FeltRun.Withdraw([.. StoredFelt.Events(run)], eventId);

    public IReadOnlyList<RunEventRow> End(RunRow run) => [];

    public Task Ended(RunRow run, CancellationToken cancellationToken)
    {
        // One that was left before it could be told says nothing of the lot.
        if (FeltRun.Outcome(StoredFelt.State(run)) is { } outcome)
        {
            db.FeltingOutcomes.Add(Row(run, outcome, context.Now, context.Workshop.PersonName));
        }

        return Task.CompletedTask;
    }

    public async Task<IReadOnlyList<DescribedRun>> Describe(IReadOnlyList<RunRow> runs, CancellationToken cancellationToken)
    {
        var tests = await db.Tested(cancellationToken);
        return [.. runs.Select(r => Describe(r, tests))];
    }

    internal static FeltingOutcomeRow Row(RunRow run, FeltingOutcome outcome, DateTimeOffset at, string who) =>
        new()
        {
            RunId = run.Id,
            LotId = run.Lots[0].LotId,
            Felts = outcome.Felts,
            PinchGrams = outcome.PinchGrams,
            WidthMillimetres = outcome.WidthMillimetres,
            Minutes = outcome.Minutes,
            At = at,
            Who = who,
        };

    private DescribedRun Describe(RunRow run, IReadOnlyList<TestedFelting> tests)
    {
        var (state, unit) = (StoredFelt.State(run), context.Workshop.Unit);
        var (summary, outcome, lot) = (FeltRun.Summarise(state), FeltRun.Outcome(state), run.Lots[0].Lot!);
        var sentence = FeltWords.Sentence(state, outcome);
        var call = summary.Calls[0];
        return new DescribedRun(
            summary,
            [new RunCallView(call.Part, "", call.Act, call.Since, null, null, null, null, false, sentence, null)],
            new RunEntry(),
            new FeltView(
                Mass.FromGrams(state.Plan.PinchGrams).ToFigure(unit, Provenance.Measured),
                state.Plan.By,
                [
                    .. state.Readings.Select(r => new FeltReadingView(
                        r.Event,
                        FeltWords.After(state.Plan.By, r.Count),
                        r.WidthMillimetres,
                        r.WidthMillimetres is { } width ? Invariant($"{width:0.#} mm") : "loose",
                        r.Density is { } density ? Math.Round(density, 3) : null,
                        r.Holds,
                        FeltWords.Doubt(r)
                    )),
                ],
                outcome?.Felts,
                sentence,
                FeltWords.Beside(outcome, lot.Code, lot.Parentage, tests),
                FeltRun.NextLook(state),
                state.Readings.Count < FeltRun.MostReadings && !state.Opened,
                state.Opened,
                Math.Round(FeltingOutcome.WidthOf(state.Plan.PinchGrams, FeltRun.Loosest), 1),
                [.. tests.Select(FeltBallView.Of).OfType<FeltBallView>().Take(FeltWords.MostBeside)],
                state.LastEvent
            )
        );
    }
}

using EarthyTuft.Core.Dividing;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Data.Dividing;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Dividing;

/// <summary>A strip chart that is ticked off, and planned anew half-way where somebody thinks better of it.</summary>
internal sealed class StripCraft(EarthyTuftDb db, RequestContext context) : ICraft
{
    public string? Place => null;

    public Refusal Taken => throw new InvalidOperationException("Portions lie side by side at a strip chart.");

    public async Task<Result<RunOutset>> Begin(RunStart start, IReadOnlyList<LotRow> lots, CancellationToken cancellationToken)
    {
        var request = (StripStart)start;
        var startedAt = request.StartedAt ?? context.Now;
        if (RunRules.BeganAt(startedAt, context.Now, "startedAt") is { } never)
        {
            return never;
        }

        if (lots.Count == 0)
        {
            return new Refusal(
                "colours",
                "no-lot",
                "A chart is ticked off as strips are torn: say of at least one colour which lot it comes from."
            );
        }

        var byId = lots.ToDictionary(l => l.Id);
        return DividingEndpoints
            .Read(request.Chart, lots, await db.FreeOf(lots, cancellationToken), context.Workshop.Unit)
            .Then<RunOutset>(arranged =>
            {
                var plan = new StripPlan(
                    [
                        .. arranged.Colours.Zip(request.Chart.Colours, (c, r) =>
                            new ChartColour(c.Name, r.LotId, r.LotId is { } id ? byId[id].Code : "", c.Colour)
                        ),
                    ],
                    arranged.Strips,
                    request.Chart.SinglesTex,
                    arranged.Wish
                );
                return new RunOutset(StoredStrips.Write(plan), startedAt, [], [])
                {
                    Portions = lots.ToDictionary(l => l.Id, l => Math.Round(plan.GramsOf(l.Id), 3)),
                };
            });
    }

    public Task<Result<IReadOnlyList<RunEventRow>>> Decide(RunRow run, RunCommand command, CancellationToken cancellationToken) =>
        Task.FromResult(
            StripRun
                .Decide(StoredStrips.State(run), command, context.Workshop.Unit, context.Now, Guid.CreateVersion7)
                .Then<IReadOnlyList<RunEventRow>>(events => events.Select(e => StoredStrips.Row(e, context.Workshop.PersonName)).ToArray())
        );

    public Refusal? Withdraw(RunRow run, Guid eventId) => StripRun.Withdraw([.. StoredStrips.Events(run)], eventId);

    public IReadOnlyList<RunEventRow> End(RunRow run) => [];

    public Task<IReadOnlyList<DescribedRun>> Describe(IReadOnlyList<RunRow> runs, CancellationToken cancellationToken) =>
        Task.FromResult<IReadOnlyList<DescribedRun>>([.. runs.Select(Describe)]);

    private DescribedRun Describe(RunRow run)
    {
        var (state, unit) = (StoredStrips.State(run), context.Workshop.Unit);
        var summary = StripRun.Summarise(state);
        var call = summary.Calls[0];
        var left = state.Plies.Select((p, i) => p.Count - state.Done[i]).Sum();
        var sentence = state.IsDone
            ? "Every strip lies in its place."
            : $"{left} {(left == 1 ? "strip is" : "strips are")} left of {state.Plies.Sum(p => p.Count)}.";
        return new DescribedRun(
            summary,
            [new RunCallView(call.Part, "", call.Act, call.Since, null, null, null, null, false, sentence, null)],
            new RunEntry(),
            new StripChartView(
                [
                    .. state.Plies.Select(
                        (p, i) =>
                            new ChartPlyView(
                                [
                                    .. p.Select(s => new ChartStripView(
                                        s.Name,
                                        s.Colour.Hex,
                                        Mass.FromGrams(s.Grams).ToFigure(unit, Provenance.Reckoned)
                                    )),
                                ],
                                state.Done[i],
                                string.Join(' ', p.Skip(state.Done[i]).Select(s => s.Name.Length == 0 ? StripRun.Plain : s.Name))
                            )
                    ),
                ],
                [
                    .. state.Plan.Colours.Select(c => new ChartColourView(
                        c.Name,
                        c.Lot is null ? null : c.Code,
                        c.Colour.Hex,
                        state.Ends.TryGetValue(c.Name, out var end) ? end : null
                    )),
                ],
                state.IsDone,
                sentence,
                StoredStrips.Events(run).LastOrDefault()?.Id
            )
        );
    }
}

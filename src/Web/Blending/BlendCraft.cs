using EarthyTuft.Core.Blending;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Data.Blending;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Blending;

/// <summary>Blending in loads that all hold the same: what to weigh out, in which order to lay it on, and how often to split it.</summary>
internal sealed class BlendCraft(RequestContext context, BlendPlanner planner) : ICraft
{
    public string? Place => null;

    public Refusal Taken => throw new InvalidOperationException("Portions lie side by side in a blend.");

    public async Task<Result<RunOutset>> Begin(RunStart start, IReadOnlyList<LotRow> lots, CancellationToken cancellationToken)
    {
        var request = (BlendStart)start;
        var startedAt = request.StartedAt ?? context.Now;
        if (RunRules.BeganAt(startedAt, context.Now, "startedAt") is { } never)
        {
            return never;
        }

        return (await planner.Plan(request, lots, cancellationToken)).Then<RunOutset>(planned => new RunOutset(
            StoredBlend.Write(planned.Plan),
            startedAt,
            [],
            planned.Tool is { } tool ? [tool.Id] : []
        )
        {
            Portions = planned.Plan.Parts.ToDictionary(p => p.Lot, p => Math.Round(planned.Plan.GramsOf(p), 3)),
        });
    }

    public Task<Result<IReadOnlyList<RunEventRow>>> Decide(RunRow run, RunCommand command, CancellationToken cancellationToken) =>
        Task.FromResult(
            BlendRun
                .Decide(StoredBlend.State(run), command, context.Workshop.Unit, context.Now, Guid.CreateVersion7)
                .Then<IReadOnlyList<RunEventRow>>(events => events.Select(e => StoredBlend.Row(e, context.Workshop.PersonName)).ToArray())
        );

    public Refusal? Withdraw(RunRow run, Guid eventId) => BlendRun.Withdraw([.. StoredBlend.Events(run)], eventId);

    public IReadOnlyList<RunEventRow> End(RunRow run) => [];

    public Task<IReadOnlyList<DescribedRun>> Describe(IReadOnlyList<RunRow> runs, CancellationToken cancellationToken) =>
        Task.FromResult<IReadOnlyList<DescribedRun>>([.. runs.Select(Describe)]);

    private DescribedRun Describe(RunRow run)
    {
        var (state, unit) = (StoredBlend.State(run), context.Workshop.Unit);
        var plan = state.Plan;
        var tool = run.Tools.Select(t => t.Tool).FirstOrDefault();
        var summary = BlendRun.Summarise(state);
        var call = summary.Calls[0];
        var left = plan.Loads - state.Loads.Count;
        var sentence = Next(state, left);
        var colours = run.Lots.ToDictionary(l => l.LotId, l => Shade.Of(l.Lot?.Colour ?? "").Hex);
        return new DescribedRun(
            summary,
            [new RunCallView(call.Part, tool?.Name ?? "", call.Act, call.Since, null, null, null, null, false, sentence, null)],
            new RunEntry(
                plan.Gives,
                BlendRun.Made(state) is { } made ? FormattableString.Invariant($"{Math.Round(made, 1)} g") : "",
                null,
                summary.Minutes,
                null,
                Notes(state, tool)
            ),
            new BlendView(
                tool?.Name,
                plan.On,
                plan.Gives,
                Mass.FromGrams(plan.Grams).ToFigure(unit, Provenance.Reckoned),
                Mass.FromGrams(plan.GramsPerLoad).ToFigure(unit, Provenance.Reckoned),
                [.. plan.Parts.Select(p => planner.Share(plan, p))],
                planner.Laid(plan),
                [.. plan.Parts.Select(p => colours.GetValueOrDefault(p.Lot, Shade.Undyed.Hex))],
                [.. state.Loads.Select(l => Figures.ToFigure(l.Grams, null, unit, Provenance.Measured))],
                plan.Loads,
                state.Passes,
                plan.Passes,
                plan.SplitIn,
                sentence,
                left > 0 && RunRules.MinutesPerTap(state.Loads.Select(l => l.At)) * left is >= 1 and var minutes
                    ? Math.Round(minutes)
                    : null,
                StoredBlend.Events(run).LastOrDefault()?.Id
            )
        );
    }

    private static string Next(BlendState state, int left) =>
        left > 0 ? $"{left} of {state.Plan.Loads} loads are left{(state.Passes > 0 ? $" in pass {state.Passes}" : "")}."
        : state.Passes < state.Plan.Passes
            ? $"Split every load in {state.Plan.SplitIn} and take one part of each in turn, so that the loads are mixed across: pass "
                + $"{state.Passes + 1} of {state.Plan.Passes}. Stop sooner where you like the streaks."
        : "It has been through as often as was planned: weigh and log it.";

    // What stays with the entry, in words.
    private string Notes(BlendState state, ToolRow? tool)
    {
        var plan = state.Plan;
        var shares = string.Join(" : ", plan.Parts.Select(p => FormattableString.Invariant($"{p.Fraction * 100:0.#} % {p.Code}")));
        return $"Blend of {shares}; {plan.Loads} loads planned at "
            + $"{Mass.FromGrams(plan.GramsPerLoad).Write(context.Workshop.Unit)}{(tool is null ? "" : $" on {tool.Name}")}, {plan.Laid().Count} "
            + $"layers each, {state.Passes} {(state.Passes == 1 ? "pass" : "passes")} split in {plan.SplitIn}.";
    }
}

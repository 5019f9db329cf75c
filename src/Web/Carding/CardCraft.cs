using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Data.Carding;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Carding;

/// <summary>Carding in loads: counted by one tap each, weighed where somebody wants to know, and told when enough is enough.</summary>
internal sealed class CardCraft(EarthyTuftDb db, RequestContext context, CardPlanner planner, LoadDesk loads) : ICraft
{
    public string? Place => null;

    public Refusal Taken => throw new InvalidOperationException("Portions lie side by side at the cards.");

    public async Task<Result<RunOutset>> Begin(RunStart start, IReadOnlyList<LotRow> lots, CancellationToken cancellationToken)
    {
        var request = (CardStart)start;
        var startedAt = request.StartedAt ?? context.Now;
        if (RunRules.BeganAt(startedAt, context.Now, "startedAt") is { } never)
        {
            return never;
        }

        return (await planner.Plan(request, lots, cancellationToken)).Then<RunOutset>(planned => new RunOutset(
            StoredCard.Write(planned.Plan),
            startedAt,
            [],
            planned.Tool is { } tool ? [tool.Id] : [],
            Grams: planned.Portion
        ));
    }

    public RunOutset? GoOn(RunRow run) =>
        CardRun.Rest(StoredCard.State(run)) is { } rest
            ? new RunOutset(StoredCard.Write(rest), context.Now, [], [], Grams: run.Lots[0].Grams is null ? null : rest.Grams)
            : null;

    public Task<Result<IReadOnlyList<RunEventRow>>> Decide(RunRow run, RunCommand command, CancellationToken cancellationToken) =>
        Task.FromResult(
            CardRun
                .Decide(StoredCard.State(run), command, context.Workshop.Unit, context.Now, Guid.CreateVersion7)
                .Then<IReadOnlyList<RunEventRow>>(events => events.Select(e => StoredCard.Row(e, context.Workshop.PersonName)).ToArray())
        );

    public Refusal? Withdraw(RunRow run, Guid eventId) => CardRun.Withdraw(StoredCard.State(run), [.. StoredCard.Events(run)], eventId);

    public IReadOnlyList<RunEventRow> End(RunRow run) => [];

    public async Task Ended(RunRow run, CancellationToken cancellationToken)
    {
        // What a cloth takes is told by its loads once all of them are through.
        if (run.Tools.FirstOrDefault()?.ToolId is not { } tool)
        {
            return;
        }

        var state = StoredCard.State(run);
        await loads.Teach(
            run.Id,
            tool,
            state.Plan.FibreClass,
            CardRun.Lessons(state).Select(l => (l.Event, l.At, l.Grams!.Value)),
            cancellationToken
        );
    }

    public async Task<IReadOnlyList<DescribedRun>> Describe(IReadOnlyList<RunRow> runs, CancellationToken cancellationToken)
    {
        var isRolled = runs.Any(r => StoredCard.Plan(r.Plan).Gives is LotForm.Puni or LotForm.Rolag);
        var before = isRolled ? await RolledBefore.Of(db, cancellationToken) : new Dictionary<LotForm, CardProducts>();
        return [.. runs.Select(r => Describe(r, before))];
    }

    private DescribedRun Describe(RunRow run, IReadOnlyDictionary<LotForm, CardProducts> before)
    {
        var state = StoredCard.State(run);
        var (plan, tool) = (state.Plan, run.Tools.Select(t => t.Tool!).FirstOrDefault());
        var summary = CardRun.Summarise(state);
        var advice = NepAdvice.Of(state.Neps);
        var passes = state.Passes.Select(p => Pass(p, state)).ToArray();
        var left = plan.Loads - state.Now.Loads.Count;
        var call = summary.Calls[0];
        return new DescribedRun(
            summary,
            [
                new RunCallView(
                    call.Part,
                    tool?.Name ?? "",
                    call.Act,
                    call.Since,
                    null,
                    null,
                    null,
                    null,
                    false,
                    call.Act == RunAct.Log
                        ? "All loads are through: log it, or begin another pass."
                        : $"{left} of {plan.Loads} loads are left in this pass.",
                    null
                ),
            ],
            new RunEntry(
                plan.Gives,
                CardRun.Made(state) is { } made ? FormattableString.Invariant($"{Math.Round(made, 1)} g") : "",
                null,
                summary.Minutes,
                null,
                Notes(state, tool, passes)
            )
            {
                Losses = [.. state.Waste.Select(w => new RunLoss(w.Key, FormattableString.Invariant($"{Math.Round(w.Value, 1)} g")))],
            },
            new CardView(
                tool?.Name,
                tool?.Kind,
                planner.View(plan, tool, [], null),
                plan.Gives,
                plan.LaidOn,
                plan.TakenOff,
                passes,
                StandsOut(passes[^1]),
                advice.Verdict,
                Words(advice, state, tool),
                advice.NextPerGram,
                left > 0 && CardRun.MinutesPerLoad(state) * left is >= 1 and var minutes ? Math.Round(minutes) : null,
                Products(state),
                before.TryGetValue(plan.Gives, out var rolled) ? new RolledView(rolled.IsAiry, rolled.RodMillimetres) : null,
                CardingStation.Definition.UsualLosses,
                [
                    .. state.Waste.Select(w => new CardWasteView(
                        w.Key,
                        Mass.FromGrams(w.Value).ToFigure(context.Workshop.Unit, Provenance.Measured)
                    )),
                ],
                StoredCard.Events(run).LastOrDefault()?.Id
            )
        );
    }

    // How many, what one weighs (or what it must, by the loads that were weighed), how they are rolled and kept.
    private string Products(CardState state)
    {
        if (state.Products is not { } made)
        {
            return "";
        }

        var unit = context.Workshop.Unit;
        var one =
            made.OneGrams is { } weighed ? $" of {Mass.FromGrams(weighed).Write(unit)}"
            : CardRun.Made(state) is { } all ? $" of about {Mass.FromGrams(Math.Round(all / made.Count, 1)).Write(unit)}"
            : "";
        string[] how =
        [
            made.IsAiry is { } airy
                ? airy
                    ? "airy"
                    : "firm"
                : "",
            made.RodMillimetres is { } rod ? FormattableString.Invariant($"on a rod of {rod:0.#} mm") : "",
            made.Kept switch
            {
                ProductsKept.Numbered => $"numbered 1 to {made.Count}",
                ProductsKept.Bundled =>
                    $"in bundles of {made.BundleOf}{(made.Count % made.BundleOf == 0 ? "" : $", {made.Count % made.BundleOf} over")}",
                _ => "",
            },
        ];
        var loads = state.Passes.Last(p => p.Number == 1 || p.Loads.Count > 0).Loads.Count;
        var each = loads > 0 && made.Count > loads && made.Count % loads == 0 ? $", {made.Count / loads} from a load" : "";
        return $"{made.Count} "
            + $"{state.Plan.Gives.Words()}{(made.Count == 1 ? "" : "s")}{one}{each}{string.Concat(how.Where(h => h.Length > 0).Select(h => ", " + h))}.";
    }

    private CardPassView Pass(CardPass pass, CardState state)
    {
        double?[] grams = [.. pass.Loads.Select(l => l.Grams)];
        var standings = LoadEvenness.Judge(grams, context.Workshop.ScaleStepGrams);
        var counts = state.Neps.Where(n => n.Pass == pass.Number).ToArray();
        var neps = counts.Length == 0 ? null : NepCount.Together(counts);
        var alone = pass.Loads.GroupBy(l => l.Event).Where(g => g.Count() == 1).Select(g => g.Key).ToHashSet();
        return new CardPassView(
            pass.Number,
            [
                .. pass.Loads.Zip(standings, (l, s) =>
                    new CardLoadView(
                        l.Event,
                        l.Grams is { } weighed ? weighed / state.Plan.GramsPerLoad : 1,
                        Figures.ToFigure(l.Grams, null, context.Workshop.Unit, Provenance.Measured),
                        s,
                        alone.Contains(l.Event)
                    )
                ),
            ],
            LoadEvenness.Variation(grams) is { } variation ? Math.Round(variation * 100, 1) : null,
            neps?.PerGram,
            neps?.Doubt
        );
    }

    private static string StandsOut(CardPassView pass)
    {
        var apart = pass
            .Loads.Select((l, i) => (l, Number: i + 1))
            .Where(l => l.l.Standing is LoadStanding.Light or LoadStanding.Heavy)
            .ToArray();
        return apart.Length == 0
            ? ""
            : string.Join(
                " ",
                apart.Select(l => $"Load {l.Number} is {(l.l.Standing == LoadStanding.Light ? "light" : "heavy")} ({l.l.Mass!.Text}).")
            );
    }

    private static string Words(NepAdvice advice, CardState state, ToolRow? tool) =>
        advice.Verdict switch
        {
            NepVerdict.Clean => "No nep is left to count: enough.",
            NepVerdict.GoOn => FormattableString.Invariant(
                $"Another pass would leave about {advice.NextPerGram:0.#} neps a gram: worth it."
            ),
            NepVerdict.HardlyWorthIt => FormattableString.Invariant(
                $"Another pass would leave about {advice.NextPerGram:0.#} neps a gram, no fewer than the counting can be off by: hardly worth it."
            ),
            // Rising neps often mean a tool: what was last seen of it stands beside them.
            NepVerdict.Rising => "There are more neps than after the pass before: the fibre breaks. Stop, and look at the cloth."
                + (
                    tool?.Cards.Upkeep.LastOrDefault() is { } seen
                        ? FormattableString.Invariant($" Last noted of {tool.Name}, {seen.At:d MMM yyyy}: {seen.What}.")
                        : ""
                ),
            _ => state.Neps.Count == 0
                ? "Count the neps in a weighed pinch after a pass: from two passes on it can be told whether another helps."
                : "After another pass count again: then it can be told.",
        };

    // What stays with the entry, in words.
    private string Notes(CardState state, ToolRow? tool, IReadOnlyList<CardPassView> passes)
    {
        var (plan, unit) = (state.Plan, context.Workshop.Unit);
        var first = passes[0];
        var apart = StandsOut(first);
        var neps = passes
            .Where(p => p.NepsPerGram is not null)
            .Select(p => FormattableString.Invariant($"{p.NepsPerGram:0.#} after pass {p.Number}"))
            .ToArray();
        return string.Join(
            " ",
            new[]
            {
                $"{first.Loads.Count} loads planned at "
                    + $"{Mass.FromGrams(plan.GramsPerLoad).Write(unit)}{(tool is null ? "" : $" on {tool.Name}")}, "
                    + $"{passes.Count(p => p.Loads.Count > 0)} {(passes.Count(p => p.Loads.Count > 0) == 1 ? "pass" : "passes")}; "
                    + $"{Words(plan.LaidOn)}, {Words(plan.TakenOff)}.",
                apart,
                neps.Length == 0 ? "" : $"Neps a gram: {string.Join(", ", neps)}.",
                Products(state),
            }.Where(w => w.Length > 0)
        );
    }

    private static string Words(LaidOn laid) => laid == LaidOn.Lengthwise ? "laid on lengthwise" : "laid on crosswise";

    private static string Words(TakenOff taken) =>
        taken switch
        {
            TakenOff.OnePiece => "taken off in one piece",
            TakenOff.RolledAcross => "rolled across the fibre",
            TakenOff.RolledAlong => "rolled along the fibre",
            TakenOff.Strips => "torn in strips",
            TakenOff.ZigZag => "torn in one zig-zag strip",
            TakenOff.MockRolag => "rolled into mock rolags",
            TakenOff.Diz => "drawn through a diz",
            TakenOff.Rod => "rolled on a rod",
            TakenOff.Loose => "lifted off loose",
            _ => throw new ArgumentOutOfRangeException(nameof(taken)),
        };
}

using EarthyTuft.Core.Combing;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Tools;
using EarthyTuft.Data.Combing;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;
using EarthyTuft.Web.Tools;

namespace EarthyTuft.Web.Combing;

/// <summary>Combing in loads: transfers counted so that the leading end is known, noil by load, and told when a transfer is not worth
/// it.</summary>
internal sealed class CombCraft(RequestContext context, CombPlanner planner, LoadDesk loads) : ICraft
{
    public string? Place => null;

    public Refusal Taken => throw new InvalidOperationException("Portions lie side by side at the combs.");

    public async Task<Result<RunOutset>> Begin(RunStart start, IReadOnlyList<LotRow> lots, CancellationToken cancellationToken)
    {
        var request = (CombStart)start;
        var startedAt = request.StartedAt ?? context.Now;
        if (RunRules.BeganAt(startedAt, context.Now, "startedAt") is { } never)
        {
            return never;
        }

        return (await planner.Plan(request, lots, cancellationToken)).Then<RunOutset>(planned => new RunOutset(
            StoredComb.Write(planned.Plan),
            startedAt,
            [],
            [.. new[] { planned.Tool?.Id, planned.Diz?.Id }.OfType<Guid>()],
            Grams: planned.Portion
        ));
    }

    public RunOutset? GoOn(RunRow run) =>
        CombRun.Rest(StoredComb.State(run)) is { } rest
            ? new RunOutset(StoredComb.Write(rest), context.Now, [], [], Grams: run.Lots[0].Grams is null ? null : rest.Grams)
            : null;

    public Task<Result<IReadOnlyList<RunEventRow>>> Decide(RunRow run, RunCommand command, CancellationToken cancellationToken) =>
        Task.FromResult(
            CombRun
                .Decide(StoredComb.State(run), command, context.Workshop.Unit, context.Now, Guid.CreateVersion7)
                .Then<IReadOnlyList<RunEventRow>>(events => events.Select(e => StoredComb.Row(e, context.Workshop.PersonName)).ToArray())
        );

    public Refusal? Withdraw(RunRow run, Guid eventId) => CombRun.Withdraw([.. StoredComb.Events(run)], eventId);

    public IReadOnlyList<RunEventRow> End(RunRow run) => [];

    public async Task Ended(RunRow run, CancellationToken cancellationToken)
    {
        // What tines take is told by their loads once all of them are through.
        if (Tines(run) is { } tool)
        {
            var state = StoredComb.State(run);
            await loads.Teach(
                run.Id,
                tool.Id,
                state.Plan.FibreClass,
                CombRun.Lessons(state).Select(l => (l.Load.Event, l.Load.At, l.Grams)),
                cancellationToken
            );
        }
    }

    public Task<IReadOnlyList<DescribedRun>> Describe(IReadOnlyList<RunRow> runs, CancellationToken cancellationToken) =>
        Task.FromResult<IReadOnlyList<DescribedRun>>([.. runs.Select(Describe)]);

    private static ToolRow? Tines(RunRow run) => run.Tools.Select(t => t.Tool).FirstOrDefault(t => t?.Kind.HasTines() == true);

    private DescribedRun Describe(RunRow run)
    {
        var (state, step) = (StoredComb.State(run), context.Workshop.ScaleStepGrams);
        var plan = state.Plan;
        var tool = run.Tools.Select(t => t.Tool).FirstOrDefault(t => t?.Kind != ToolKind.Diz);
        var summary = CombRun.Summarise(state);
        var tender = CombRun.Tender(state, step);
        var noil = CombRun.Noil(state, step);
        var advice = TransferAdvice.Of(state.Tufts.LastOrDefault(), plan.GramsPerLoad, step);
        var sliver = SliverEvenness.Of(state.Pieces);
        var (top, rest) = CombRun.Made(state);
        var apart = tender.SelectMany(g => g).ToHashSet();
        var left = plan.Loads - state.Loads.Count;
        var call = summary.Calls[0];
        var alone = state.Loads.GroupBy(l => l.Event).Where(g => g.Count() == 1).Select(g => g.Key).ToHashSet();
        var unit = context.Workshop.Unit;
        string[] sentences = [Tender(tender, state), Noil(noil, state, tool), Sliver(sliver, state), Apart(state)];
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
                    call.Act == RunAct.Log ? "All loads are through: weigh and log it." : $"{left} of {plan.Loads} loads are left.",
                    null
                ),
            ],
            new RunEntry(plan.Gives, Typed(top), null, summary.Minutes, null, Notes(state, tool, sentences))
            {
                More = [.. Heap(LotForm.Noil, rest), .. Heap(plan.Gives, state.EndsGrams)],
                Losses = state.WasteGrams is { } waste ? [new RunLoss(CombingStation.Definition.Rest!.Waste, Typed(waste))] : [],
            },
            new CombView(
                tool?.Name,
                tool?.Kind,
                planner.View(plan, tool, []),
                plan.Way,
                plan.LashedBy,
                plan.Wanted,
                plan.DrawnOff,
                plan.DizMillimetres,
                [
                    .. state.Loads.Select(
                        (l, i) =>
                            new CombLoadView(
                                l.Event,
                                Figures.ToFigure(l.TopGrams, null, unit, Provenance.Measured),
                                Figures.ToFigure(l.NoilGrams, null, unit, Provenance.Measured),
                                l.Weighed is { } w ? Math.Round(w.NoilShare * 100, 1) : null,
                                apart.Contains(i),
                                l.Transfers,
                                alone.Contains(l.Event)
                            )
                    ),
                ],
                state.Transfers,
                [
                    .. Enumerable
                        .Range(0, plan.HasTransfers ? Math.Max(state.Transfers, plan.Transfers) + TransfersAhead : 1)
                        .Select(t => state with { Transfers = t })
                        .Select(s => new CombStandView(s.Leading, s.IsReady, Leading(s, advice))),
                ],
                sentences[0],
                noil is null ? null : Math.Round(noil.Share * 100, 1),
                sentences[1],
                advice.Verdict,
                advice.LoadsTogether,
                plan.HasTransfers ? Words(advice, plan) : "",
                sliver is null ? null : Math.Round(sliver.GramsPerMetre, 2),
                sentences[2],
                sentences[3],
                left > 0 && RunRules.MinutesPerTap(state.Loads.Select(l => l.At)) * left is >= 1 and var minutes
                    ? Math.Round(minutes)
                    : null,
                StoredComb.Events(run).LastOrDefault()?.Id
            )
        );
    }

    /// <summary>More transfers than a person makes while one is on its way.</summary>
    private const int TransfersAhead = 8;

    private static string Ends(LockEnd end) => end == LockEnd.Tip ? "tips" : "butts";

    private static string Leads(LockEnd end) => end == LockEnd.Tip ? "The tips lead now" : "The butts lead now";

    // Which end leads at this moment, what one transfer more would do, and what it would cost.
    private string Leading(CombState state, TransferAdvice advice)
    {
        var plan = state.Plan;
        if (!plan.HasTransfers)
        {
            return plan.Way == CombWay.Flicked
                ? "Spun from the lock, either end leads: keep all of them the same way."
                : $"{Leads(state.Leading)}, and as it is drawn off.";
        }

        var toGo = plan.Transfers - state.Transfers;
        var one = $"{Leads(state.Leading)}; after one more transfer the {Ends(state.Leading.Other())} would.";
        if (toGo > 0)
        {
            var extra = plan.TakesOneMore ? $" The last of them is for the {Ends(plan.Wanted!.Value)} to lead{Cost(advice, plan)}." : "";
            return $"{one} {(toGo == 1 ? "One transfer is" : $"{toGo} transfers are")} left, then draw off with the "
                + $"{Ends(CombEnds.Leading(plan.LashedBy, plan.Transfers))} leading.{extra}";
        }

        return plan.Wanted is { } wanted && wanted != state.Leading
            ? $"{one} You want the {Ends(wanted)}: transfer once more{Cost(advice, plan)}."
            : $"{one} Draw it off.";
    }

    private string Cost(TransferAdvice advice, CombPlan plan) =>
        advice.Share is { } share
            ? $", and costs about {Mass.FromGrams(share * plan.GramsPerLoad).Write(context.Workshop.Unit)} a load as noil, as the last one did"
            : ", and costs a little noil: weigh what a transfer leaves, then it can be told how much";

    private static string Tender(IReadOnlyList<IReadOnlyList<int>> tender, CombState state)
    {
        if (tender.Count == 0)
        {
            return "";
        }

        var others = NoilCourse.Of([
            .. state.Loads.Where((_, i) => !tender.Any(g => g.Contains(i))).Select(l => l.Weighed).OfType<CombedLoad>(),
        ]);
        return string.Join(
            " ",
            tender.Select(group =>
            {
                var these = NoilCourse.Of([.. group.Select(i => state.Loads[i].Weighed!)])!;
                var which =
                    group.Count == 1 ? $"Load {group[0] + 1}"
                    : group.Count == 2 ? $"Loads {group[0] + 1} and {group[1] + 1}"
                    : $"Loads {group[0] + 1} to {group[^1] + 1}";
                return $"{which} left {Figures.Percent(these.Share)} noil, the others {Figures.Percent(others!.Share)}: a tender part of the fleece? "
                    + $"Snap a lock of it beside the ear, and keep that part apart.";
            })
        );
    }

    private static string Noil(NoilCourse? noil, CombState state, ToolRow? tool)
    {
        if (noil is null)
        {
            return "";
        }

        var seen = tool?.Noted().LastOrDefault();
        var drift =
            !noil.Drifts ? ""
            : noil.IsRising
                ? $" It rises from load to load, from {Figures.Percent(noil.First!.Value)} to {Figures.Percent(noil.Last!.Value)}: look at the "
                    + $"tines, lash on less, or take a pause."
                    + (seen is null ? "" : FormattableString.Invariant($" Last noted of {tool!.Name}, {seen.At:d MMM yyyy}: {seen.What}."))
            : $" It falls from load to load, from {Figures.Percent(noil.First!.Value)} to {Figures.Percent(noil.Last!.Value)}.";
        var weighed = state.Loads.Count(l => l.Weighed is not null);
        return $"Noil {Figures.Percent(noil.Share)} of top and noil, over {weighed} weighed {(weighed == 1 ? "load" : "loads")}; it is kept fibre, "
            + $"but no top: {Figures.Percent(1 - noil.Share)} of what was kept is top.{drift}";
    }

    private static string Words(TransferAdvice advice, CombPlan plan) =>
        advice.Verdict switch
        {
            TransferVerdict.GoOn => $"The last transfer took out {Figures.Percent(advice.Share!.Value)} of a load: another is worth it.",
            TransferVerdict.Enough =>
                $"The last transfer took out {Figures.Percent(advice.Share!.Value)} of a load, less than one in a hundred: draw off, if the eye finds no more.",
            TransferVerdict.TooCoarse =>
                $"So little cannot be told on this scale: weigh the tufts of {advice.LoadsTogether} loads together.",
            _ => advice.LoadsTogether > 1
                ? $"Weigh what a last transfer leaves in the tines, of {advice.LoadsTogether} loads together on this scale: under one in a "
                    + $"hundred it is not worth another."
                : "Weigh what the last transfer leaves in the tines: under one in a hundred of a load it is not worth another.",
        };

    private static string Sliver(SliverEvenness? sliver, CombState state) =>
        sliver is null
            ? ""
            : FormattableString.Invariant($"Top of {sliver.GramsPerMetre:0.##} g a metre")
                + (
                    sliver.Variation is { } variation
                        ? $", {state.Pieces.Count} pieces differ by {Figures.Percent(variation)}."
                        : "; measure a second piece to see how even it is."
                );

    private string Apart(CombState state)
    {
        var unit = context.Workshop.Unit;
        string[] parts =
        [
            state.EndsGrams is { } ends ? $"ends of draws {Mass.FromGrams(ends).Write(unit)}" : "",
            state.WasteGrams is { } waste ? $"waste {Mass.FromGrams(waste).Write(unit)}" : "",
            state.Nests is { } nests
                ? $"{nests.Count} "
                    + $"{(nests.Count == 1 ? "nest" : "nests")}"
                    + (
                        nests.OneGrams is { } one
                            ? $" of about {Mass.FromGrams(one).Write(unit)}, {Mass.FromGrams(one * nests.Count).Write(unit)} in all"
                            : ""
                    )
                : "",
        ];
        var said = string.Join(", ", parts.Where(p => p.Length > 0));
        return said.Length == 0 ? "" : $"{char.ToUpperInvariant(said[0])}{said[1..]}.";
    }

    private static string Typed(double? grams) => grams is { } g ? FormattableString.Invariant($"{Math.Round(g, 1)} g") : "";

    private static IEnumerable<RunHeap> Heap(LotForm form, double? grams) => grams is > 0 ? [new RunHeap(form, Typed(grams))] : [];

    // What stays with the entry, in words.
    private string Notes(CombState state, ToolRow? tool, IEnumerable<string> sentences)
    {
        var plan = state.Plan;
        var how = plan.Way switch
        {
            CombWay.Hackle => $"drawn off a hackle, lashed on by the {Ends(plan.LashedBy)}",
            CombWay.Flicked => "ends flicked open, lock by lock",
            CombWay.PulledThrough => $"pulled through the loaded tines, {Transfers(plan)}",
            CombWay.LittleByLittle => $"a little at a time, {Transfers(plan)}",
            _ => $"lashed on by the {Ends(plan.LashedBy)}, {Transfers(plan)}",
        };
        var off =
            plan.Way == CombWay.Flicked ? ""
            : plan.DrawnOff == DrawnOff.Diz
                ? $"; through a diz{(plan.DizMillimetres is { } hole ? $" of {ToolWords.Hole(hole, context.Workshop.LengthUnit)}" : "")}"
            : plan.DrawnOff == DrawnOff.Hand ? "; drawn off by hand"
            : "; spun from the comb";
        return string.Join(
            " ",
            sentences
                .Where(s => s.Length > 0)
                .Prepend(
                    $"{state.Loads.Count} {(state.Loads.Count == 1 ? "load" : "loads")}, {plan.Loads} planned at "
                        + $"{Mass.FromGrams(plan.GramsPerLoad).Write(context.Workshop.Unit)}{(tool is null ? "" : $" on {tool.Name}")}; {how}{off}."
                )
        );
    }

    private static string Transfers(CombPlan plan) =>
        $"{plan.Transfers} {(plan.Transfers == 1 ? "transfer" : "transfers")}, the {Ends(CombEnds.Leading(plan.LashedBy, plan.Transfers))} leading";
}

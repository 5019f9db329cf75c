using System.Globalization;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Tools;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Spinning;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Lots;
using EarthyTuft.Web.Runs;
using EarthyTuft.Web.Yarns;
using Microsoft.EntityFrameworkCore;
using static System.FormattableString;

namespace EarthyTuft.Web.Spinning;

/// <summary>Spinning singles for a yarn that is aimed at: the trail of ply-backs, time, bobbins, and what is counted on the way.</summary>
internal sealed class SpinCraft(EarthyTuftDb db, RequestContext context, AimDesk aims, LoadDesk tools) : ICraft
{
    public string? Place => null;

    public Refusal Taken => throw new InvalidOperationException("Portions lie side by side where it is spun.");

    public async Task<Result<RunOutset>> Begin(RunStart start, IReadOnlyList<LotRow> lots, CancellationToken cancellationToken)
    {
        var request = (SpinStart)start;
        var startedAt = request.StartedAt ?? context.Now;
        var tool = await tools.Tool(request.ToolId, cancellationToken);
        var mass = string.IsNullOrWhiteSpace(request.Mass)
            ? (Result<Mass>?)null
            : RunRules.Weight(request.Mass, context.Workshop.Unit, "mass");
        Refusal?[] refusals =
        [
            RunRules.BeganAt(startedAt, context.Now, "startedAt"),
            lots.Count == 0 ? new Refusal("aim.lotId", "nothing-taken", "Say what is spun: choose a lot.") : null,
            lots.FirstOrDefault() is { } one && !SpinningStations.Spin.CanTake(one.Form, one.Fibre)
                ? new Refusal("aim.lotId", "wrong-form", "That is not spun as it is now.")
                : null,
            request.ToolId is not null && tool?.Kind.Spins() != true
                ? new Refusal("toolId", "not-here", "This workshop has no such wheel or spindle.")
                : null,
            .. mass?.Refusals ?? [],
            mass is { IsRefused: false } portion && lots is [var whole] ? whole.Lacks(portion.Value, context.Workshop.Unit) : null,
            request.Holding is { } asked && lots is [var of] && !Holdings.Of(of.Form).Contains(asked)
                ? new Refusal("holding", "not-here", "Such a preparation is not held like that.")
                : null,
        ];
        if (refusals.OfType<Refusal>().ToArray() is { Length: > 0 } refused)
        {
            return Result<RunOutset>.Refused(refused);
        }

        var read = await aims.Read(request.Aim, lots[0], cancellationToken);
        // What was tried before it was begun goes along.
        var trials = (request.Aim.Trials ?? [])
            .Select(
                (t, i) =>
                    SpinRun.Decide(
                        SpinState.Of(Guid.Empty, startedAt, []),
                        LotForm.Singles,
                        // They were read at the aim already, where their own picture tells how far they are from it.
                        SpunFrom.Unknown,
                        t.ToCommand(startedAt),
                        context.Workshop.Unit,
                        context.Now,
                        Guid.CreateVersion7
                    )
                        is var tried
                    && tried.IsRefused
                        ? Result<IReadOnlyList<RunEvent<SpinEvent>>>.Refused(
                            tried.Refusals.Select(r => r with { Field = $"trials[{i}].{r.Field}" })
                        )
                        : tried
            )
            .ToArray();
        Refusal[] against = [.. read.Refusals, .. trials.SelectMany(t => t.Refusals)];
        return against.Length > 0
            ? Result<RunOutset>.Refused(against.Select(r => r with { Field = $"aim.{r.Field}" }))
            : new RunOutset(
                StoredSpin.Write(
                    new SpinPlan(
                        read.Value.Learned.Wish,
                        read.Value.Fibre,
                        read.Value.On,
                        request.Whorl?.Trim() ?? "",
                        read.Value.Learned.ToldWraps,
                        request.Aim.SupplyGramsPerMetre ?? lots[0].SupplyGramsPerMetre
                    )
                ),
                startedAt,
                [
                    .. trials
                        .SelectMany(t => t.Value)
                        .Concat(Held(request, lots[0], startedAt))
                        .Select(e => StoredSpin.Row(e, context.Workshop.PersonName)),
                ],
                tool is null ? [] : [tool.Id],
                Grams: mass?.Value.Grams
            );
    }

    // As it was said now, else as it was chosen for the lot.
    private static IEnumerable<RunEvent<SpinEvent>> Held(SpinStart request, LotRow lot, DateTimeOffset at) =>
        (request.Holding ?? lot.RouteHolding) is { } holding && Holdings.Of(lot.Form).Contains(holding)
            ? [new RunEvent<SpinEvent>(Guid.CreateVersion7(), at, new HoldingNoted(holding))]
            : [];

    public async Task<Result<IReadOnlyList<RunEventRow>>> Decide(RunRow run, RunCommand command, CancellationToken cancellationToken) =>
        SpinRun
            .Decide(
                StoredSpin.State(run),
                LotForm.Singles,
                SpunFrom.Of(StoredSpin.SpinPlan(run.Plan), await db.GramsAt(run, cancellationToken)) with
                {
                    Form = command is NoteHolding ? await FormOf(run, cancellationToken) : null,
                },
                command,
                context.Workshop.Unit,
                context.Now,
                Guid.CreateVersion7
            )
            .Then<IReadOnlyList<RunEventRow>>(events => events.Select(e => StoredSpin.Row(e, context.Workshop.PersonName)).ToArray());

    private async Task<LotForm?> FormOf(RunRow run, CancellationToken cancellationToken)
    {
        var lot = run.Lots[0].LotId;
        return await db.Lots.AsNoTracking().Where(l => l.Id == lot).Select(l => (LotForm?)l.Form).SingleOrDefaultAsync(cancellationToken);
    }

    public Refusal? Withdraw(RunRow run, Guid eventId) => SpinRun.Withdraw([.. StoredSpin.Events(run)], eventId);

    public RunOutset? GoOn(RunRow run)
    {
        var state = StoredSpin.State(run);
        // A bobbin that is being filled belongs to what is done: it is filled, or stopped, first.
        if (state.Bobbins.Count == 0 || state.Begun is not null)
        {
            return null;
        }

        var left = run.Lots[0].Grams - state.Grams;
        return left <= Portions.Rounding
            ? null
            : new RunOutset(
                run.Plan,
                context.Now,
                // The trail of ply-backs goes along, and how the fibre is held.
                [
                    .. StoredSpin
                        .Events(run)
                        .Where(e => e.What is PlyBackRead or HoldingNoted)
                        .Select(e => StoredSpin.Row(e with { Id = Guid.CreateVersion7() }, run.Who)),
                ],
                [],
                Grams: left
            );
    }

    public IReadOnlyList<RunEventRow> End(RunRow run) => [];

    public Task<IReadOnlyList<DescribedRun>> Describe(IReadOnlyList<RunRow> runs, CancellationToken cancellationToken) =>
        Task.FromResult<IReadOnlyList<DescribedRun>>([.. runs.Select(Describe)]);

    private DescribedRun Describe(RunRow run)
    {
        var (plan, state) = (StoredSpin.SpinPlan(run.Plan), StoredSpin.State(run));
        var (unit, lengths) = (context.Workshop.Unit, context.Workshop.LengthUnit);
        var tool = run.Tools.Select(t => t.Tool).FirstOrDefault();
        var by = plan.On?.By ?? SpunBy.Treadles;
        var aim = YarnAim.Of(plan.Wish, plan.Fibre, plan.On).Value;
        // What was learned since says nothing of what this person was told when it was begun.
        var learned = new LearnedAim(plan.Wish, aim, plan.ToldWraps, OwnCounts.None);
        PlyBackView[] trials = [.. state.Trials.Select(t => AimDesk.Try(t.Read.Trial, learned, by, lengths).Value)];
        trials = AimDesk.AgainstEachOther(trials, [.. state.Trials.Select(t => t.Read.Trial)]);
        var view = AimDesk.View(
            new ReadAim(
                learned,
                plan.Fibre,
                plan.On,
                [],
                [
                    .. AimWords.Drafting(
                        run.Lots.Select(l => l.Lot).FirstOrDefault(),
                        plan.Fibre,
                        aim.SinglesTex,
                        plan.SupplyGramsPerMetre,
                        lengths
                    ),
                ]
            ),
            trials,
            lengths
        );
        var summary = SpinRun.Summarise(state, context.Now);
        var call = summary.Calls[0];
        var told = trials.LastOrDefault() is { } last ? last.Sentence : Invariant($"Aim at {plan.ToldWraps:0.#} WPI on the bobbin.");
        var sentence = call.Act == RunAct.RestUntil ? $"It rests until {RunWords.Clock(call.DueAt!.Value, context)}." : told;
        return new DescribedRun(
            summary,
            [
                new RunCallView(
                    call.Part,
                    tool?.Name ?? "",
                    call.Act,
                    call.Since,
                    call.DueAt,
                    null,
                    null,
                    call.SoftAt,
                    false,
                    sentence,
                    null
                ),
            ],
            Entry(state, plan, tool, summary, lengths),
            new SpinView(
                tool?.Name,
                view,
                [.. state.Trials.Select(t => new TrailView(t.Event, run.Events.First(e => e.Id == t.Event).At, t.Read.Changed))],
                SpinWords.Clock(state, lengths),
                state.Begun?.Direction,
                SpinWords.Bobbins(state, tool, unit, lengths),
                SpinWords.Counts(state, lengths),
                [.. Sentences(state, plan, tool, run.Lots.Select(l => l.Grams ?? l.Lot?.LeftGrams).FirstOrDefault(), unit, lengths)],
                [.. Resume(state, plan, tool, by, lengths)],
                by,
                tool is null ? [] : [.. tool.Spinner.Spinner.Bobbins.Select(b => b.Name)],
                state.Draw,
                state.Holding,
                run.Lots.Select(l => l.Lot).FirstOrDefault() is { } held ? Holdings.Of(held.Form) : [],
                state.JoinedBy,
                StoredSpin.Events(run).LastOrDefault()?.Id
            )
        );
    }

    private static RunEntry Entry(SpinState state, SpinPlan plan, ToolRow? tool, RunSummary summary, LengthUnit lengths)
    {
        RunHeap[] bobbins = [.. state.Bobbins.Select(b => new RunHeap(LotForm.Singles, Typed(b.Filled.Grams), Yarn(b)))];
        var notes = SpinWords.Notes(
            state,
            [
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"Singles for {AimWords.Structure(plan.Wish.Structure, plan.Wish.Strands)} of {plan.Wish.WrapsPerInch:0.#} WPI at "
                        + $"{plan.Wish.Degrees:0.#}°{(tool is null ? "" : $", on {tool.Name}")}{(plan.Whorl.Length == 0 ? "" : $", {plan.Whorl}")}"
                        + $"{(state.Draw is { } draw ? $", {draw.Words()} draw" : "")}{(state.Holding is { } held ? $", {held.InWords()}" : "")}; "
                        + $"{state.Trials.Count} {(state.Trials.Count == 1 ? "ply-back" : "ply-backs")}."
                ),
            ],
            lengths
        );
        return new RunEntry(LotForm.Singles, bobbins.FirstOrDefault()?.Mass ?? "", null, summary.Minutes, null, notes)
        {
            Yarn = bobbins.FirstOrDefault()?.Yarn,
            More = [.. bobbins.Skip(1)],
        };
    }

    internal static string Typed(double? grams) => grams is { } g ? Invariant($"{Math.Round(g, 2)} g") : "";

    private static YarnRequest Yarn(SpunBobbin b) =>
        new(
            b.Filled.TypedWraps.Length == 0 ? null : b.Filled.TypedWraps,
            b.Filled.Measured.Degrees,
            b.Filled.Measured.Metres is { } metres ? Invariant($"{Math.Round(metres, 2)} m") : null,
            null,
            1,
            YarnStructure.Plain,
            b.Direction,
            // It was asked about at the bench, where it had to be.
            AsTyped: true
        );

    private static IEnumerable<string> Sentences(
        SpinState state,
        SpinPlan plan,
        ToolRow? tool,
        double? grams,
        MassUnit unit,
        LengthUnit lengths
    )
    {
        var (spinner, kind) = (tool?.Spinner.Spinner, state.Begun?.Bobbin ?? "");
        if (
            state.Bobbins.Count == 0
            && grams is { } whole
            && spinner?.RoomOf(kind) is { } room
            && spinner.BobbinsFor(whole, kind) is { } bobbins
        )
        {
            yield return $"{Mass.FromGrams(whole).Write(unit)} fill {(bobbins == 1 ? "one bobbin" : $"{bobbins} bobbins")} of "
                + $"{Mass.FromGrams(room).Write(unit)}.";
        }

        for (var i = 1; i < state.Trials.Count; i++)
        {
            if (state.Trials[i].Read is { Changed.Length: > 0 } read)
            {
                yield return $"Read {i + 1}, {read.Changed}: {AimWords.Differs(PlyBackDifference.Of(state.Trials[i - 1].Read.Trial, read.Trial))}";
            }
        }

        if (state.Bobbins.Count > 1 && state.Bobbins.All(b => b.Filled is { Grams: not null, Measured.Metres: not null }))
        {
            double[] tex = [.. state.Bobbins.Select(b => b.Filled.Grams!.Value / b.Filled.Measured.Metres!.Value * 1000)];
            var drift = (tex[^1] / tex[0] - 1) * 100;
            if (Math.Abs(drift) > SkeinDifference.Seen)
            {
                yield return string.Create(
                    CultureInfo.InvariantCulture,
                    $"The last bobbin is {Math.Abs(drift):0} % {(drift > 0 ? "heavier" : "lighter")} for its length than the first: lay the "
                        + $"ply-back that was right beside the yarn from time to time."
                );
            }
        }

        if (state.Metres > 0 && plan.Wish.Strands > 1 && state.Bobbins.All(b => b.Filled.Measured.Metres is not null))
        {
            yield return string.Create(
                CultureInfo.InvariantCulture,
                $"{Figures.Metres(state.Metres, lengths)} of singles: about "
                    + $"{Figures.Metres(state.Metres / plan.Wish.Strands / (1 + plan.Wish.Figures.TakeUpPercent / 100), lengths)} of "
                    + $"{AimWords.Structure(plan.Wish.Structure, plan.Wish.Strands)}."
            );
        }

        foreach (var told in SpinWords.ToldBack(state, plies: false, lengths))
        {
            yield return told;
        }
    }

    // Everything to go on with it days later.
    private static IEnumerable<string> Resume(SpinState state, SpinPlan plan, ToolRow? tool, SpunBy by, LengthUnit unit)
    {
        string[] on = [tool?.Name ?? "", plan.Whorl, state.Bobbins.LastOrDefault()?.Settings ?? state.Begun?.Settings ?? ""];
        if (on.Any(o => o.Length > 0))
        {
            yield return $"On: {string.Join(", ", on.Where(o => o.Length > 0).Distinct())}.";
        }

        if ((state.Begun?.Direction ?? state.Bobbins.LastOrDefault()?.Direction) is { } direction)
        {
            yield return $"Twist: {direction}.";
        }

        var aim = YarnAim.Of(plan.Wish, plan.Fibre, plan.On).Value;
        if (state.Trials.LastOrDefault().Read?.Trial is { Treadles: { } treadles, DrawMillimetres: { } length } right)
        {
            yield return $"{AimWords.Counted(treadles, by)} for a draw of {Figures.Length(length, unit)}: read {Invariant($"{right.WrapsPerInch:0.#}")} WPI.";
        }
        else if (aim is { Treadles: { } planned, DrawMillimetres: { } draw })
        {
            yield return $"{AimWords.Counted(planned, by)} for a draw of {Figures.Length(draw, unit)}.";
        }

        yield return string.Create(
            CultureInfo.InvariantCulture,
            $"Singles of {aim.SinglesWraps:0.#} "
                + $"WPI{(Math.Abs(aim.SinglesWraps - plan.ToldWraps) >= 0.25 ? Invariant($" (aim at {plan.ToldWraps:0.#})") : "")}; a fresh ply-back "
                + $"reads {aim.PlyBackWraps:0.#} WPI at {plan.Wish.Degrees:0.#}°."
        );
        yield return "Tie the ply-back that was right to this card.";
    }
}

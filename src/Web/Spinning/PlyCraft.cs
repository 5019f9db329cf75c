using System.Globalization;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Tools;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Spinning;
using EarthyTuft.Data.Store;
using EarthyTuft.Data.Yarns;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;
using EarthyTuft.Web.Yarns;
using Microsoft.AspNetCore.Http.HttpResults;
using static System.FormattableString;

namespace EarthyTuft.Web.Spinning;

/// <summary>Plying: turns by the angle that is wanted, angles read on the way, breaks, and the skeins that come of it.</summary>
internal sealed class PlyCraft(EarthyTuftDb db, RequestContext context, BreedBooks books, SkeinBook skeins, LoadDesk tools) : ICraft
{
    public string? Place => null;

    public Refusal Taken => throw new InvalidOperationException("Portions lie side by side where it is plied.");

    /// <summary>What plying gives, before it is begun.</summary>
    internal static async Task<Results<Ok<PlyPlanView>, ProblemHttpResult>> Preview(
        PlyStart request,
        EarthyTuftDb db,
        IServiceProvider services,
        CancellationToken cancellationToken
    )
    {
        if (await db.LotsThere(((RunStart)request).Lots, cancellationToken) is not { } lots)
        {
            return Problems.Refused("lotIds", "not-here", "It names a lot that is not here.");
        }

        var craft = ActivatorUtilities.CreateInstance<PlyCraft>(services);
        var (plan, own) = await craft.Plan(request, lots, cancellationToken);
        if (plan.IsRefused)
        {
            return Problems.Refused(plan.Refusals);
        }

        Guid[] singles = [.. lots.Where(l => l.Form == LotForm.Singles).Select(l => l.Id)];
        var made = singles.Length > 0 ? await BecomesViews.Made(db, null, singles, cancellationToken) : [];
        return TypedResults.Ok(craft.View(plan.Value, lots.ToDictionary(l => l.Id, l => l.LeftGrams), own, made));
    }

    public async Task<Result<RunOutset>> Begin(RunStart start, IReadOnlyList<LotRow> lots, CancellationToken cancellationToken)
    {
        var request = (PlyStart)start;
        var startedAt = request.StartedAt ?? context.Now;
        if (RunRules.BeganAt(startedAt, context.Now, "startedAt") is { } never)
        {
            return never;
        }

        var (plan, _) = await Plan(request, lots, cancellationToken);
        return plan.Then<RunOutset>(p => new RunOutset(StoredSpin.Write(p), startedAt, [], request.ToolId is { } tool ? [tool] : []));
    }

    public async Task<Result<IReadOnlyList<RunEventRow>>> Decide(RunRow run, RunCommand command, CancellationToken cancellationToken) =>
        SpinRun
            .Decide(
                StoredSpin.State(run),
                LotForm.Plied,
                SpunFrom.Of(StoredSpin.PlyPlan(run.Plan), await db.GramsAt(run, cancellationToken)),
                command,
                context.Workshop.Unit,
                context.Now,
                Guid.CreateVersion7
            )
            .Then<IReadOnlyList<RunEventRow>>(events => events.Select(e => StoredSpin.Row(e, context.Workshop.PersonName)).ToArray());

    public Refusal? Withdraw(RunRow run, Guid eventId) => SpinRun.Withdraw([.. StoredSpin.Events(run)], eventId);

    public IReadOnlyList<RunEventRow> End(RunRow run) => [];

    public async Task<IReadOnlyList<DescribedRun>> Describe(IReadOnlyList<RunRow> runs, CancellationToken cancellationToken)
    {
        var own = await skeins.Of(null, cancellationToken);
        return [.. runs.Select(r => Describe(r, own))];
    }

    private async Task<(Result<PlyPlan> Plan, OwnYarn Own)> Plan(
        PlyStart request,
        IReadOnlyList<LotRow> lots,
        CancellationToken cancellationToken
    )
    {
        var first = lots.Count > 0 ? lots[0] : null;
        var own = await skeins.Of(
            first is null ? null : OwnLog.ClassOf(await books.Here(cancellationToken), first.Parentage, first.Fibre),
            cancellationToken
        );
        var tool = await tools.Tool(request.ToolId, cancellationToken);
        var wraps = string.IsNullOrWhiteSpace(request.Wraps) ? (Result<WrapsReading>?)null : WrapsReading.Read(request.Wraps, "wraps");
        var measures = await db.MeasuresOf([.. lots.Select(l => l.Id)], cancellationToken);
        PlyStrand[] strands =
        [
            .. lots.Select(l =>
            {
                var measured = measures.GetValueOrDefault(l.Id) ?? YarnMeasures.Nothing;
                var facts = YarnFacts.Of(measured, l.MadeGrams, own.SinglesDensity?.Value ?? YarnWish.TypicalUnderTension);
                // Of a bobbin that was used in part only that part is left.
                var share = l is { LeftGrams: { } left, MadeGrams: > 0 and var made } ? Math.Min(1, left / made) : 1;
                return new PlyStrand(l.Id, l.Code, l.Fibre, facts.Tex, facts.Metres * share, measured.Direction);
            }),
        ];
        var takeUp = request.TakeUpPercent ?? own.TakeUpPercent?.Value ?? YarnWish.TypicalTakeUp;
        var count = new YarnWish(14, YarnWish.UsualDegrees, request.Plies, request.Structure).Strands;
        var fresh =
            wraps?.IsRefused == false ? wraps.Value.Value.PerInch
            : strands.Length > 0 && strands.All(s => s.Tex is not null)
                ? PlyPlan.FreshWrapsOf(strands.Average(s => s.Tex!.Value), count, takeUp, Finished(own, first), Bloom(own, first))
            : (double?)null;
        Refusal?[] refusals =
        [
            .. wraps?.Refusals ?? [],
            request.ToolId is not null && tool?.Kind.Spins() != true
                ? new Refusal("toolId", "not-here", "This workshop has no such wheel or spindle.")
                : null,
            lots.FirstOrDefault(l => !SpinningStations.Ply.CanTake(l.Form, l.Fibre)) is { } other
                ? new Refusal("lotIds", "wrong-form", $"{other.Code} is not plied as it is now: spin it first.")
                : null,
            wraps is null && strands.Length > 0 && fresh is null
                ? new Refusal(
                    "wraps",
                    "missing",
                    "Nobody measured these singles: say about how many wraps the fresh yarn will have, or let a strand double back on itself and count."
                )
                : null,
            request.Ratio is not null && request.DrawMillimetres is null
                ? new Refusal("drawMillimetres", "missing", "Say how long a length is wound on at once, or leave the ratio out.")
                : null,
            request.Ratio is null && request.By != SpunBy.Turns && request.DrawMillimetres is not null
                ? new Refusal("ratio", "missing", "Say the ratio of the whorl, or leave the length out.")
                : null,
        ];
        if (refusals.OfType<Refusal>().ToArray() is { Length: > 0 } refused)
        {
            return (Result<PlyPlan>.Refused(refused), own);
        }

        var on = request.DrawMillimetres is { } draw
            ? new SpunOn(request.By == SpunBy.Turns ? 1 : request.Ratio!.Value, draw, SpunOn.MostOf(request.By), request.By)
            : null;
        var last = strands.Select(s => s.Direction).OfType<TwistDirection>().Select(d => (TwistDirection?)d).FirstOrDefault();
        var direction = request.Direction ?? (last == TwistDirection.S ? TwistDirection.Z : TwistDirection.S);
        return (
            PlyPlan.Check(
                new PlyPlan(request.Structure, count, request.Degrees, fresh ?? 14, direction, on, request.From, strands, takeUp)
            ),
            own
        );
    }

    private static double Finished(OwnYarn own, LotRow? lot) => own.FinishedDensity?.Value ?? YarnWish.DensityOf(lot?.Fibre, null);

    private static double Bloom(OwnYarn own, LotRow? lot) => own.BloomPercent?.Value ?? YarnWish.BloomOf(lot?.Fibre);

    private PlyPlanView View(PlyPlan plan, Dictionary<Guid, double?> grams, OwnYarn own, IReadOnlyList<MadeSkein> made)
    {
        var unit = context.Workshop.LengthUnit;
        var bloom = own.BloomPercent?.Value ?? YarnWish.BloomOf(plan.Of.Count > 0 ? plan.Of[0].Fibre : null);
        var washed = plan.FreshWraps / (1 + bloom / 100);
        var forecast = plan.Forecast();
        var by = plan.On?.By ?? SpunBy.Treadles;
        return new PlyPlanView(
            AimDesk.Shape(plan.FreshWraps, plan.Strands, plan.Degrees),
            AimDesk.Shape(washed, plan.Strands, plan.Degrees),
            plan.Direction,
            [
                .. plan.Of.Select(
                    (s, i) =>
                        new PlyStrandView(
                            s.Code,
                            Figures.ToFigure(grams.GetValueOrDefault(s.Lot), null, context.Workshop.Unit, Provenance.Reckoned),
                            s.Metres is { } metres ? new YarnLength(metres).Write() : "",
                            s.Metres,
                            s.Direction,
                            forecast?.LeftMetres[i] is > 0.5 and var left ? $"{new YarnLength(left).Write()} stay on it" : ""
                        )
                ),
            ],
            [.. Sentences(plan, forecast, by, unit)],
            [.. Cautions(plan)],
            // A ply-back of two of these singles is what every structure is told from.
            [
                .. YarnBecomes
                    .All(plan.FreshWraps * Math.Sqrt(plan.Strands / 2.0), bloom)
                    .Where(b => b.Strands > 1)
                    .Select(b => BecomesViews.Of(b, plan.Degrees, made, bloom)),
            ],
            plan.Treadling is { } treadling ? AimWords.Settings(treadling.Treadles, treadling.Millimetres, by, unit) : null
        );
    }

    private static IEnumerable<string> Sentences(PlyPlan plan, PlyForecast? forecast, SpunBy by, LengthUnit unit)
    {
        var with = plan.Treadling is { } t ? $": {AimWords.Counted(t.Treadles, by)} for each {Figures.Length(t.Millimetres, unit)}" : "";
        yield return Invariant($"Ply it {plan.Direction} with {plan.Turns:0} turns in a metre for {plan.Degrees:0.#}°{with}.");
        if (forecast is not null)
        {
            yield return $"It makes about {new YarnLength(forecast.Metres).Write()} of {AimWords.Structure(plan.Structure, plan.Strands)}.";
        }

        yield return plan.Structure switch
        {
            YarnStructure.Chain => "Long loops and slow feet: roll the twist over each loop, so that no hole shows.",
            YarnStructure.Cable =>
                "The two-plies need more twist than a balanced yarn has: run them through once more the way they were plied, then cable the other way.",
            _ => "Under light and even tension, each strand under its own finger.",
        };
    }

    private static IEnumerable<string> Cautions(PlyPlan plan)
    {
        if (plan.GoesTheSameWay)
        {
            yield return $"That is the way its strands were twisted last "
                + $"({string.Join(", ", plan.Of.Where(s => s.Direction == plan.Direction).Select(s => s.Code))}): it adds twist instead of holding "
                + $"them. Ply it {(plan.Direction == TwistDirection.S ? TwistDirection.Z : TwistDirection.S)}.";
        }

        if (plan.Snarls)
        {
            yield return "Slippery yarn and cotton snarl when both ends are pulled at once: wind them on two bobbins, or on a core.";
        }

        if (plan.IsLongForBracelet)
        {
            yield return Invariant(
                $"More than about {PlyPlan.LongestBracelet:0} m of singles cut into the hand and tangle on it: wind them on two bobbins, or on a core."
            );
        }

        if (plan.From == PlyFrom.Bobbins && plan.Of.Count < plan.Strands && plan.Structure == YarnStructure.Plain)
        {
            yield return "There are fewer bobbins than strands: wind it off in equal lengths first.";
        }
    }

    private DescribedRun Describe(RunRow run, OwnYarn own)
    {
        var (plan, state) = (StoredSpin.PlyPlan(run.Plan), StoredSpin.State(run));
        var (unit, lengths) = (context.Workshop.Unit, context.Workshop.LengthUnit);
        var tool = run.Tools.Select(t => t.Tool).FirstOrDefault();
        var by = plan.On?.By ?? SpunBy.Treadles;
        var summary = SpinRun.Summarise(state, context.Now);
        var call = summary.Calls[0];
        PlyAngleView[] angles = [.. state.Angles.Select(a => Angle(plan, a, by, lengths))];
        var sentence =
            call.Act == RunAct.RestUntil
                ? $"It rests until {RunWords.Clock(call.DueAt!.Value, context)}."
                : angles.LastOrDefault()?.Sentence ?? Invariant($"{plan.Turns:0} turns in a metre, {plan.Direction}.");
        RunHeap[] made = [.. state.Bobbins.Select(b => new RunHeap(LotForm.Plied, SpinCraft.Typed(b.Filled.Grams), Yarn(b, plan)))];
        var held = run.Lots.ToDictionary(l => l.LotId, l => l.Grams ?? l.Lot?.LeftGrams);
        var notes = SpinWords.Notes(
            state,
            [
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{AimWords.Structure(plan.Structure, plan.Strands)}, plied {plan.Direction} for "
                        + $"{plan.Degrees:0.#}°{(tool is null ? "" : $" on {tool.Name}")}, {From(plan.From)}."
                ),
            ]
        );
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
            new RunEntry(
                LotForm.Plied,
                made.FirstOrDefault()?.Mass ?? "",
                null,
                summary.Minutes,
                null,
                char.ToUpperInvariant(notes[0]) + notes[1..]
            )
            {
                Yarn = made.FirstOrDefault()?.Yarn
                    ?? new YarnRequest(Plies: plan.Strands, Structure: plan.Structure, Direction: plan.Direction),
                More = [.. made.Skip(1)],
            },
            new PlyingView(
                tool?.Name,
                View(plan, held, own, []),
                angles,
                SpinWords.Clock(state),
                SpinWords.Bobbins(state, tool, unit),
                SpinWords.Counts(state),
                [.. SpinWords.ToldBack(state, plies: true)],
                by,
                StoredSpin.Events(run).LastOrDefault()?.Id
            )
        );
    }

    private static YarnRequest Yarn(SpunBobbin b, PlyPlan plan) =>
        new(
            b.Filled.TypedWraps.Length == 0 ? null : b.Filled.TypedWraps,
            b.Filled.Measured.Degrees,
            b.Filled.Measured.Metres is { } metres ? Invariant($"{Math.Round(metres, 2)} m") : null,
            null,
            plan.Strands,
            plan.Structure,
            plan.Direction,
            // It was asked about at the bench, where it had to be.
            AsTyped: true
        );

    private static PlyAngleView Angle(PlyPlan plan, PlyAngleRead read, SpunBy by, LengthUnit unit)
    {
        var correction = plan.Correct(read);
        var next = correction is { Treadles: { } treadles, Millimetres: { } length }
            ? $": {AimWords.Counted(treadles, by)} for {Figures.Length(length, unit)} instead of {Invariant($"{read.Treadles:0.#}")} for "
                + $"{Figures.Length(read.Millimetres!.Value, unit)}"
            : "";
        return new PlyAngleView(
            read.Degrees,
            correction.Stands == AgainstAim.There,
            correction.Stands switch
            {
                AgainstAim.There => Invariant($"{read.Degrees:0.#}°: near enough, go on."),
                AgainstAim.Below => Invariant($"{read.Degrees:0.#}°: too little twist, {correction.TwistFactor:0.##} times as much{next}."),
                _ => Invariant($"{read.Degrees:0.#}°: too much twist, {correction.TwistFactor:0.##} times as much{next}."),
            }
        );
    }

    private static string From(PlyFrom from) =>
        from switch
        {
            PlyFrom.CoredBall => "from a ball on a core",
            PlyFrom.CakeEnds => "from both ends of a cake",
            PlyFrom.Hand => "off the hand",
            PlyFrom.Bracelet => "from a bracelet",
            _ => "from bobbins",
        };
}

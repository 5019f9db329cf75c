using System.Globalization;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
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
using Microsoft.EntityFrameworkCore;
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
        var plans = runs.ToDictionary(r => r.Id, r => StoredSpin.PlyPlan(r.Plan));
        var firsts = plans.Values.Where(p => p.Of.Count > 0).Select(p => p.Of[0].Lot).ToHashSet();
        var lots = await db.Lots.AsNoTracking().Where(l => firsts.Contains(l.Id)).ToDictionaryAsync(l => l.Id, cancellationToken);
        var own = await skeins.Of(
            [.. runs.Select(r => plans[r.Id].Of.Select(s => lots.GetValueOrDefault(s.Lot)).FirstOrDefault())],
            cancellationToken
        );
        return [.. runs.Zip(own, Describe)];
    }

    private async Task<(Result<PlyPlan> Plan, OwnYarn Own)> Plan(
        PlyStart request,
        IReadOnlyList<LotRow> lots,
        CancellationToken cancellationToken
    )
    {
        var first = lots.Count > 0 ? lots[0] : null;
        var own = await skeins.Of(first, cancellationToken);
        var tool = await tools.Tool(request.ToolId, cancellationToken);
        var wraps = string.IsNullOrWhiteSpace(request.Wraps) ? (Result<WrapsReading>?)null : WrapsReading.Read(request.Wraps, "wraps");
        var measures = await db.MeasuresOf([.. lots.Select(l => l.Id)], cancellationToken);
        PlyStrand[] strands =
        [
            .. lots.Select(l =>
            {
                var measured = measures.GetValueOrDefault(l.Id) ?? YarnMeasures.Nothing;
                var facts = YarnFacts.Of(measured, l.MadeGrams, own.Figures.Density(l.Form, measured.Strands ?? YarnAim.TwoStrands));
                // Of a bobbin that was used in part only that part is left.
                var share = l is { LeftGrams: { } left, MadeGrams: > 0 and var made } ? Math.Min(1, left / made) : 1;
                return new PlyStrand(
                    l.Id,
                    l.Code,
                    l.Fibre,
                    facts.Tex,
                    facts.Metres * share,
                    measured.Direction,
                    l.Form == LotForm.Plied || (l.Form == LotForm.Yarn && measured.Strands > 1)
                );
            }),
        ];
        var figures = new SaidFigures(TakeUpPercent: request.TakeUpPercent).Over(own.Figures);
        var count = request.Structure.Strands(request.Plies);
        var fresh =
            wraps?.IsRefused == false ? wraps.Value.Value.PerInch
            : strands.Length > 0 && strands.All(s => s.Tex is not null) ? figures.FreshWraps(SinglesOf(strands, count), count)
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
        ];
        if (refusals.OfType<Refusal>().ToArray() is { Length: > 0 } refused)
        {
            return (Result<PlyPlan>.Refused(refused), own);
        }

        // Without a ratio and a length turns a metre are told, and no treadles.
        var on =
            request.DrawMillimetres is { } draw && (request.By == SpunBy.Turns ? 1 : request.Ratio) is { } ratio
                ? new SpunOn(ratio, draw, SpunOn.MostOf(request.By), request.By)
                : null;
        var direction = request.Direction ?? PlyPlan.Last(request.Structure, strands);
        var (degrees, suits) = request.Degrees is { } asked ? (asked, null) : await Angle(first, cancellationToken);
        return (
            PlyPlan.Check(
                new PlyPlan(request.Structure, count, degrees, fresh ?? 14, direction, on, request.From, strands, figures.TakeUpPercent)
                {
                    Suits = suits,
                }
            ),
            own
        );
    }

    // What the singles were spun for; where nobody aimed at anything, what suits the fibre.
    private async Task<(double Degrees, Span? Suits)> Angle(LotRow? singles, CancellationToken cancellationToken)
    {
        if (singles is null)
        {
            return (YarnWish.UsualDegrees, null);
        }

        var plan = await db
            .Flows.AsNoTracking()
            .Where(f => f.LotId == singles.Id && f.Role == FlowRole.Out && !f.Voided)
            .Join(db.Runs.Where(r => r.Craft == StepKind.Spin), f => f.EntryId, r => r.EntryId, (_, r) => r.Plan)
            .FirstOrDefaultAsync(cancellationToken);
        if (plan is not null)
        {
            var wish = StoredSpin.SpinPlan(plan).Wish;
            return (wish.Degrees, wish.Suits);
        }

        var suits = YarnBeginning
            .Of(OwnLog.ClassOf(await books.Here(cancellationToken), singles.Parentage, singles.Fibre), singles.StapleMillimetres)
            .Degrees;
        return (suits.Middle, suits);
    }

    private PlyPlanView View(PlyPlan plan, Dictionary<Guid, double?> grams, OwnYarn own, IReadOnlyList<MadeSkein> made)
    {
        var unit = context.Workshop.LengthUnit;
        var figures = own.Figures with { TakeUpPercent = plan.TakeUpPercent };
        var singles = figures.SinglesTexForFresh(plan.FreshWraps, plan.Strands);
        var forecast = plan.Forecast();
        var by = plan.On?.By ?? SpunBy.Treadles;
        return new PlyPlanView(
            AimDesk.Shape(plan.FreshWraps, plan.Strands, plan.Degrees),
            AimDesk.Shape(figures.WashedWraps(singles, plan.Strands), plan.Strands, plan.Degrees),
            plan.Direction,
            [
                .. plan.Of.Select(
                    (s, i) =>
                        new PlyStrandView(
                            s.Code,
                            Figures.ToFigure(grams.GetValueOrDefault(s.Lot), null, context.Workshop.Unit, Provenance.Reckoned),
                            s.Metres is { } metres ? Figures.Metres(metres, unit) : "",
                            s.Metres,
                            s.Direction,
                            forecast?.Left[i] is { Metres: > 0.5 } left ? Left(left) : ""
                        )
                ),
            ],
            [.. Sentences(plan, forecast, by, unit)],
            [.. Cautions(plan, plan.Of.Sum(s => grams.GetValueOrDefault(s.Lot)))],
            [
                .. YarnBecomes
                    .All(singles, figures)
                    .Where(b => b.Strands > 1)
                    .Select(b => BecomesViews.Of(b, plan.Degrees, made, figures.BloomPercent)),
            ],
            plan.Treadling is { } treadling ? AimWords.Settings(treadling.Treadles, treadling.Millimetres, by, unit) : null,
            Math.Round(plan.TakeUpPercent, 1)
        );
    }

    private static IEnumerable<string> Sentences(PlyPlan plan, PlyForecast? forecast, SpunBy by, LengthUnit unit)
    {
        var with = plan.Treadling is { } t ? $": {AimWords.Counted(t.Treadles, by)} for each {Figures.Length(t.Millimetres, unit)}" : "";
        if (plan is { FirstTurns: { } first })
        {
            yield return string.Create(
                CultureInfo.InvariantCulture,
                $"First ply two and two {plan.Direction.Other()} with {Figures.Turns(first, unit)}: {PlyPlan.CableTwist:0.##} times what balance "
                    + $"asks for, since the cabling takes some away.{Held(plan)}"
            );
            yield return Invariant(
                $"Then ply the two of them {plan.Direction}, as the singles were spun, with {Figures.Turns(plan.Turns, unit)} for {plan.Degrees:0.#}°{with}."
            );
        }
        else
        {
            yield return Invariant($"Ply it {plan.Direction} with {Figures.Turns(plan.Turns, unit)} for {plan.Degrees:0.#}°{with}.");
        }

        if (forecast is not null)
        {
            yield return $"It makes about {Figures.Metres(forecast.Metres, unit)} of {AimWords.Structure(plan.Structure, plan.Strands)}"
                + $"{(forecast is { Scarcest: { } code, Left: var left } && left.Any(l => l.Metres > 0.5) ? $"; {code} is the first to end" : "")}.";
        }

        yield return plan.Structure switch
        {
            YarnStructure.Chain => "Long loops and slow feet: roll the twist over each loop, so that no hole shows.",
            YarnStructure.Cable when !plan.IsPliedTwice =>
                "Two-plies for a cable have more twist than a balanced yarn: run them through once more the way they were plied if they hang straight.",
            _ => "Under light and even tension, each strand under its own finger.",
        };
    }

    private static string Held(PlyPlan plan) =>
        plan.TwoPlies is not { } held || plan.Of.Count == 1 ? ""
        : plan.Of.Count == 2 ? $" Both hold {plan.Of[0].Code} and {plan.Of[1].Code}."
        : $" One holds {string.Join(" and ", held[0].Select(i => plan.Of[i].Code))}, the other {string.Join(" and ", held[1].Select(i => plan.Of[i].Code))}.";

    // What stays on a bobbin can still be a chain.
    private string Left(PlyLeft left)
    {
        var lengths = context.Workshop.LengthUnit;
        var weight = left.Grams is { } grams ? $" ({Mass.FromGrams(grams).Write(context.Workshop.Unit)})" : "";
        return $"{Figures.Metres(left.Metres, lengths)}{weight} stay on it, {Figures.Metres(left.ChainMetres, lengths)} of chain ply";
    }

    // Grist of one of the strands that lie side by side; a two-ply of a cable holds two.
    private static double SinglesOf(IReadOnlyList<PlyStrand> strands, int count) =>
        strands.Average(s => s.IsPlied && count == YarnStructures.StrandsOfCable ? s.Tex!.Value / YarnAim.TwoStrands : s.Tex!.Value);

    private IEnumerable<string> Cautions(PlyPlan plan, double? grams)
    {
        if (plan.IsOfUnlikeTwist)
        {
            string Of(TwistDirection way) => string.Join(", ", plan.Of.Where(s => s.Direction == way).Select(s => s.Code));
            yield return $"{Of(TwistDirection.S)} is twisted S and {Of(TwistDirection.Z)} Z: they do not belong together. Plied {plan.Direction}, "
                + $"{Of(plan.Direction)} takes more twist and {Of(plan.Direction.Other())} is undone, so that one kinks and the other drifts apart. Ply "
                + "each with its like.";
        }
        else if (plan.GoesTheWrongWay)
        {
            yield return plan.IsPliedTwice
                ? $"The last ply of a cable goes the way its singles were spun: ply it {plan.Direction.Other()}."
                : $"That is the way its strands were twisted last "
                    + $"({string.Join(", ", plan.Of.Where(s => s.Direction == plan.Direction).Select(s => s.Code))}): it adds twist instead of holding "
                    + $"them. Ply it {plan.Direction.Other()}.";
        }

        if (plan.Snarls)
        {
            yield return "Slippery yarn and cotton snarl when both ends are pulled at once: wind them on two bobbins, or on a core.";
        }

        if (plan.IsLongForBracelet)
        {
            yield return $"More than about {Figures.Metres(PlyPlan.LongestBracelet, context.Workshop.LengthUnit)} of singles cut into the hand and "
                + "tangle on it: wind them on two bobbins, or on a core.";
        }

        if (plan.From == PlyFrom.Bobbins && plan.Of.Count < plan.Strands && plan.Structure == YarnStructure.Plain)
        {
            yield return "There are fewer bobbins than strands: wind it off in equal lengths first"
                + (grams is > 0 ? $", {plan.Strands} of {Mass.FromGrams(grams.Value / plan.Strands).Write(context.Workshop.Unit)}." : ".");
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
                : angles.LastOrDefault()?.Sentence ?? $"{Figures.Turns(plan.Turns, lengths)}, {plan.Direction}.";
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
            ],
            lengths
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
                SpinWords.Clock(state, lengths),
                SpinWords.Bobbins(state, tool, unit, lengths),
                SpinWords.Counts(state, lengths),
                [.. SpinWords.Heavier(state, context.Workshop.ScaleStepGrams), .. SpinWords.ToldBack(state, plies: true, lengths)],
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

using EarthyTuft.Core.Blending;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Tools;
using EarthyTuft.Data.Lots;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Assessing;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Lots;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Blending;

/// <summary>A plan with what it stands on.</summary>
/// <param name="Lots">In the order of the plan's parts.</param>
internal sealed record PlannedBlend(BlendPlan Plan, ToolRow? Tool, IReadOnlyList<LotRow> Lots);

/// <summary>Plans a blend: the same for the preview and for the start.</summary>
public sealed class BlendPlanner(EarthyTuftDb db, RequestContext context, BreedBooks books, LoadDesk loads)
{
    private const string Section = "docs/craft.md, section 11";

    internal async Task<Result<PlannedBlend>> Plan(BlendStart start, IReadOnlyList<LotRow> lots, CancellationToken cancellationToken)
    {
        var unit = context.Workshop.Unit;
        var tool = await loads.Tool(start.ToolId, cancellationToken);
        var isOther = start.ToolId is not null && tool?.Kind != start.On.Needs();
        var typed = loads.Read(null, start.Most, [], "");
        var shares = BlendShares.Read(start.By, [.. start.Components.Select(c => c.Amount ?? "")], start.Total, unit);
        Refusal[] refusals =
        [
            .. isOther ? [new Refusal("toolId", "not-here", "This workshop has no such tool to lay a blend on.")] : Array.Empty<Refusal>(),
            .. tool is null && !isOther && !typed.IsRefused && typed.Value.Most is null
                ? [new Refusal("most", "missing", "Say how much is laid on at once, or choose a tool of the workshop.")]
                : Array.Empty<Refusal>(),
            .. start.Taken is < BlendEvenness.FewestTaken or > BlendEvenness.MostTaken
                ?
                [
                    new Refusal(
                        "taken",
                        "out-of-range",
                        $"It must be a whole number from {BlendEvenness.FewestTaken} to {BlendEvenness.MostTaken}."
                    ),
                ]
                : Array.Empty<Refusal>(),
            .. typed.Refusals,
            .. shares.Refusals,
        ];
        if (refusals.Length > 0)
        {
            return Result<PlannedBlend>.Refused(refusals);
        }

        var most = typed.Value.Most is { } grams
            ? new LoadSize(grams, 0, IsSaid: true)
            : await loads.Usual(tool!, Typical(tool!), null, cancellationToken);
        var free = await db.FreeOf(lots, cancellationToken);
        var byId = lots.ToDictionary(l => l.Id);
        LotRow[] ordered = [.. start.Components.Select(c => byId[c.LotId])];
        return BlendRun
            .Plan(
                [.. ordered.Select(l => (l.Form, l.Code, free[l.Id]))],
                shares.Value,
                new BlendPlan(
                    0,
                    most,
                    [.. ordered.Select(l => new BlendPart(l.Id, l.Code, 0))],
                    start.On,
                    start.Gives,
                    start.Layers,
                    start.Passes,
                    start.SplitIn
                ),
                unit
            )
            .Then<PlannedBlend>(plan => new PlannedBlend(plan, tool, ordered));
    }

    // A mix is of no one class: what the tool takes of medium fibre.
    private static LoadSize Typical(ToolRow tool) =>
        tool.Kind.HasTines() ? CombLoad.Typical(tool.Combs.Tines, null) : CardLoad.Typical(tool.Kind, tool.Cards.Cloth, null);

    /// <summary>The plan in figures, words and a picture.</summary>
    internal async Task<BlendPlanView> View(PlannedBlend planned, int taken, int seed, CancellationToken cancellationToken)
    {
        var (plan, unit) = (planned.Plan, context.Workshop.Unit);
        var known = new List<(KnownComponent Component, decimal? Price)>();
        var book = await books.Here(cancellationToken);
        foreach (var (lot, part) in planned.Lots.Zip(plan.Parts))
        {
            var dossier = (await LotDossier.Of(db, lot.Code, cancellationToken))!;
            var facts = FactsOf.Lot(dossier, book, context.Workshop.LengthUnit).Facts;
            known.Add(
                (
                    new KnownComponent(
                        part.Fraction,
                        lot.Composition,
                        lot.StapleMillimetres,
                        facts.Micron?.Middle,
                        facts.Felts,
                        facts.FeltsFrom == Provenance.Yours
                    ),
                    LotCosts.Of(dossier.Family, context.Workshop.HourlyRate).Per100Grams(lot.Id, dossier.Family.Masses)
                )
            );
        }

        Shade[] shades = [.. planned.Lots.Select(l => Shade.Of(l.Colour))];
        var evenness = BlendEvenness.Of(plan.Laid(), plan.Parts.Count, LayerPile.MostPasses, plan.SplitIn, taken, seed);
        double? Mean(Func<int, double?> of) =>
            known.Select((_, i) => of(i)).Any(v => v is null) ? null : plan.Parts.Select((p, i) => p.Fraction * of(i)!.Value).Sum();
        var price = Mean(i => (double?)known[i].Price);
        var mixed = Composition.Mixed([.. planned.Lots.Zip(plan.Parts, (l, p) => (l.Composition, (double?)plan.GramsOf(p)))]);
        return new BlendPlanView(
            plan.Loads,
            loads.PerLoad(plan.Grams, plan.Most, Section),
            loads.Most(
                plan.Most,
                "what is typical for the tool",
                planned.Tool is null ? null : new WorkingInput("tool", planned.Tool.Name),
                Section
            ),
            Mass.FromGrams(plan.Grams).ToFigure(unit, Provenance.Reckoned),
            [.. planned.Lots.Zip(plan.Parts, shades).Select(x => Portion(plan, x.First, x.Second, x.Third))],
            Laid(plan),
            Mean(i => known[i].Component.Micron) is { } micron ? Math.Round(micron, 1) : null,
            mixed is { HasRegain: true } ? Math.Round(mixed.Regain(Regain.ReferenceHumidity) * 100, 1) : null,
            price is { } cost ? LotCosts.PerAmount((decimal)cost, context.Workshop) : null,
            Shade.Mix([.. shades.Zip(plan.Parts, (s, p) => (s, p.Fraction))]).Hex,
            [.. BlendNotes.Of([.. known.Select(k => k.Component)]).Select(n => Words(n, known.Any(k => k.Component.IsTested)))],
            [
                .. evenness.Passes.Select(p => new BlendPassView(
                    p.Passes,
                    p.Layers,
                    [.. p.Stretches.Select(s => Shade.Mix([.. shades.Zip(s, (colour, share) => (colour, share))]).Hex)],
                    p.Variation is { } v ? Math.Round(v * 100, 1) : null
                )),
            ],
            Math.Round(evenness.Floor * 100, 1),
            plan.Laid().Count * Math.Pow(plan.SplitIn, plan.Passes)
        );
    }

    internal LayerView[] Laid(BlendPlan plan) =>
        [
            .. plan.Laid()
                .Select(l => new LayerView(l.Component, Mass.FromGrams(l.Grams).ToFigure(context.Workshop.Unit, Provenance.Reckoned))),
        ];

    internal BlendShareView Share(BlendPlan plan, BlendPart part)
    {
        var (total, each, step, unit) = (
            plan.GramsOf(part),
            plan.GramsPerLoad * part.Fraction,
            context.Workshop.ScaleStepGrams,
            context.Workshop.Unit
        );
        var weigh = BlendNotes.Weigh(each, total, step);
        return new BlendShareView(
            part.Code,
            Percent(part.Fraction),
            Figure(total),
            Figure(each),
            weigh,
            weigh switch
            {
                WeighAdvice.OnceForAll =>
                    $"On this scale {Mass.FromGrams(each).Write(unit)} can be off by {Blend.WorstErrorPercent(each, step):0} %: weigh "
                        + $"{Mass.FromGrams(total).Write(unit)} once, and divide it by eye into {plan.Loads}.",
                WeighAdvice.PreBlend =>
                    $"Even all of it, {Mass.FromGrams(total).Write(unit)}, can be off by {Blend.WorstErrorPercent(total, step):0} % on this "
                        + $"scale: mix it through a larger component first, and weigh that.",
                _ => "",
            }
        );
    }

    private MassFigure Figure(double grams) => Mass.FromGrams(grams).ToFigure(context.Workshop.Unit, Provenance.Reckoned);

    private BlendPortionView Portion(BlendPlan plan, LotRow lot, BlendPart part, Shade shade)
    {
        var share = Share(plan, part);
        return new BlendPortionView(
            lot.Id,
            lot.Code,
            lot.Parentage,
            lot.Fibre,
            lot.Form,
            share.Share,
            part.Fraction,
            share.Total,
            share.PerLoad,
            Math.Round(Blend.WorstErrorPercent(plan.GramsPerLoad * part.Fraction, context.Workshop.ScaleStepGrams), 1),
            share.Weigh,
            share.Advice,
            Figures.ToFigure(lot.LeftGrams, null, context.Workshop.Unit, Provenance.Measured),
            shade.Hex
        );
    }

    private static string Percent(double fraction) => FormattableString.Invariant($"{fraction * 100:0.#} %");

    private static string Words(BlendNote note, bool isTested) =>
        note switch
        {
            BlendNote.UnlikeLengths =>
                "Its lengths are unlike: the long fibres run out of the draft first. Card it well, draft from the fold, or keep the long one for another yarn.",
            BlendNote.Slippery =>
                "A small share of something slippery slides out of the draft: lay it between layers that grip, never on the outside.",
            BlendNote.UnlikeFineness => "Fine and coarse together: the coarse fibres are what the skin feels.",
            BlendNote.WearsWell => "15 to 25 % of a strong fibre in wool: a common rule for socks and other small goods that rub.",
            BlendNote.FeltsUnevenly =>
                $"Some of it felts readily and some does not{(isTested ? ", by your own test" : "")}: wash it cool, or it puckers.",
            BlendNote.Felts => $"All of it felts readily{(isTested ? ", by your own test" : "")}: wash it cool and without rubbing.",
            _ => throw new ArgumentOutOfRangeException(nameof(note)),
        };
}

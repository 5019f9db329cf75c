using EarthyTuft.Core.Course;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Routing;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Lots;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Assessing;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Ledger;
using EarthyTuft.Web.Lots;
using EarthyTuft.Web.Routing;
using EarthyTuft.Web.Runs;
using EarthyTuft.Web.Sampling;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.LotPages;

/// <summary>Puts a lot's page together: one family query, settled in Core, put into words here.</summary>
public static class LotPageBuilder
{
    /// <summary>Entries that come with the page, and so many of those before with each time they are asked for: few lots have
    /// more.</summary>
    private const int FirstEntries = 15,
        MoreEntries = 60;

    public static async Task<LotPage?> Of(
        EarthyTuftDb db,
        RequestContext context,
        BreedBook book,
        IReadOnlyList<ICraftModule> crafts,
        string code,
        CancellationToken cancellationToken
    )
    {
        if (await LotDossier.Of(db, code, cancellationToken) is not { } dossier)
        {
            return null;
        }

        var (lot, family) = (dossier.Lot, dossier.Family);
        var unit = context.Workshop.Unit;
        var lineage = new Lineage(family.Entries, family.Masses, id => family.Lots[id].Form == LotForm.Raw);
        var reconciliation = Reconciliation.Of(family.Entries, context.UsualBowl, family.Masses);
        var ribbon = Ribbon.Of(lot.Id, family.Entries, family.Masses);
        var corrections = await Corrections(db, family, unit, cancellationToken);
        var nearest = Lineage.Nearest(family.Entries, lot.Id, dossier.Locks, l => l.LotId);
        var (entries, earlier) = Entries(dossier, reconciliation, context, corrections, null);
        var costs = LotCosts.Of(family, context.Workshop.HourlyRate);

        return new LotPage(
            Head(
                lot,
                family,
                lineage,
                LotCosts.Per100Grams(costs, family, lot, context.Workshop),
                FactsOf.Felting(dossier, book),
                crafts,
                context.Workshop,
                context.Now
            ),
            StapleView.Of(
                nearest,
                nearest.Count > 0 && nearest[0].LotId != lot.Id,
                lot.Form,
                lot.Parentage,
                lot.Fibre,
                lot.Colour,
                book,
                context.Workshop.LengthUnit
            ),
            RibbonView.Of(ribbon, family, lot.Id, reconciliation, await Ahead(db, dossier, ribbon, book, context, cancellationToken), unit),
            entries,
            earlier,
            OriginView.Of(lineage, family, lot.Id, unit),
            [.. dossier.Samples.Select(s => SampleView.Of(s, lot.Code, lot.Parentage, lot.Fibre, context.Workshop))],
            DoubtViews.Of(reconciliation, family, unit),
            Changes(dossier, corrections),
            WashedView.Of(dossier)
        );
    }

    /// <summary>The entries of a lot's way before one that was shown already.</summary>
    public static async Task<EntryPage?> Before(
        EarthyTuftDb db,
        RequestContext context,
        string code,
        Guid before,
        CancellationToken cancellationToken
    )
    {
        if (await LotDossier.Of(db, code, cancellationToken) is not { } dossier)
        {
            return null;
        }

        var corrections = await Corrections(db, dossier.Family, context.Workshop.Unit, cancellationToken);
        var (entries, earlier) = Entries(
            dossier,
            Reconciliation.Of(dossier.Family.Entries, context.UsualBowl),
            context,
            corrections,
            before
        );
        return new EntryPage(entries, earlier);
    }

    /// <summary>What happened on the way to a lot and from it on: the newest, or the newest before some entry.</summary>
    private static (IReadOnlyList<EntryView> Entries, int Earlier) Entries(
        LotDossier dossier,
        Reconciliation reconciliation,
        RequestContext context,
        ILookup<Guid, CorrectionView> corrections,
        Guid? before
    )
    {
        var (lot, family) = (dossier.Lot, dossier.Family);
        var most = before is null ? FirstEntries : MoreEntries;
        var line = Lineage.Line(family.Entries, lot.Id);
        var flows = family.Flows.ToLookup(f => f.EntryId);
        var onWay = family
            .Entries.Where(e => e.Flows.Any(f => f.LotId is { } id && line.Contains(id) && (f.Role != FlowRole.In || e.Step.IsLeaving())))
            .TakeWhile(e => e.Id != before)
            .ToArray();
        return (
            [.. onWay.TakeLast(most).Select(e => Entry([.. flows[e.Id]], e, family, reconciliation, context, corrections))],
            Math.Max(0, onWay.Length - most)
        );
    }

    /// <summary>What the chosen route will make of what is left.</summary>
    private static async Task<IReadOnlyList<AheadView>> Ahead(
        EarthyTuftDb db,
        LotDossier dossier,
        Ribbon ribbon,
        BreedBook book,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        var lot = dossier.Lot;
        if (
            lot is not { UsedUpAt: null, RouteAim: { } aim, RoutePreparation: { } preparation }
            || dossier.Family.Masses.Left(lot.Id) is not { Grams: > 0 } left
        )
        {
            return [];
        }

        var (facts, _) = FactsOf.Lot(dossier, book, context.Workshop.LengthUnit);
        var schools = context.Workshop.Schools;
        var own = await OwnLog.Read(db, book, context.Workshop.HourlyRate, cancellationToken);
        var steps = Routes.Of(preparation, facts, aim, schools).Ahead(lot.Form, lot.MadeBy);
        var forecast = RouteForecast.Of(steps, left.Grams, facts.Class, lot.Parentage, own, schools, null);
        var column = ribbon.Stages.Single(s => s.EntryId == ribbon.Bands.First(b => b.LotId == lot.Id).FromEntryId).Column;
        return
        [
            .. forecast.Steps.Select(
                (s, i) =>
                {
                    var (median, low, high) = RouteEndpoints.Band(s.So, left.Grams, context.Workshop.Unit);
                    return new AheadView(s.Step.Step, column + 1 + i, s.Step.Because, median!, low!, high!);
                }
            ),
        ];
    }

    /// <summary>Everything that was set right or changed on a lot, the newest first.</summary>
    private static IReadOnlyList<ChangeView> Changes(LotDossier dossier, ILookup<Guid, CorrectionView> corrections)
    {
        var made = dossier.Family.Flows.FirstOrDefault(o => o.LotId == dossier.Lot.Id && o.Role == FlowRole.Out)?.EntryId;
        var mine = dossier.Family.Flows.Where(f => f.LotId == dossier.Lot.Id || f.EntryId == made);
        var weighings = mine.SelectMany(f =>
            corrections[f.FlowId]
                .Select(c => new ChangeView(
                    c.At,
                    c.Who,
                    f.Lot is null ? $"weight of {f.LossKind?.Words() ?? f.GainKind?.Words()}" : $"weight of {f.Lot.Code}",
                    c.Was,
                    c.Is,
                    c.Because,
                    null
                ))
        );
        return
        [
            .. dossier
                .Changes.Select(c => new ChangeView(c.At, c.Who, c.What, c.From, c.To, c.Because, c.To == "voided" ? c.EntryId : null))
                .Concat(weighings)
                .OrderByDescending(c => c.At),
        ];
    }

    private static LotHead Head(
        StoredLot lot,
        Family family,
        Lineage lineage,
        NumberFigure? cost,
        KnownFelting felting,
        IReadOnlyList<ICraftModule> crafts,
        WorkshopSettings workshop,
        DateTimeOffset now
    )
    {
        var unit = workshop.Unit;
        var made = family.Masses.Made(lot.Id)?.Estimate;
        var left = family.Masses.Left(lot.Id)?.Estimate;
        var own = family.Flows.FirstOrDefault(f => f.LotId == lot.Id && f.Role == FlowRole.Out);
        var working = own is { LoggedGrams: { } grams, State: { } state }
            ? ReferenceWords.Working(
                new Weighing(
                    own.FlowId,
                    Mass.FromGrams(grams),
                    state,
                    own.HumidityPercent,
                    Mass.FromGrams(own.ScaleStepGrams!.Value),
                    own.Session!.Value
                ),
                unit
            )
            : null;
        return new LotHead(
            lot.Id,
            lot.Code,
            lot.Version,
            lot.Form,
            lot.Fibre,
            lot.Parentage,
            lot.Composition.IsMixed ? [.. lot.Composition.Parts.Zip(lot.Composition.Label, Part)] : [],
            lot.Animal,
            lot.Animal.Length == 0 ? null : lot.AnimalId ?? Animal(lot, family, lineage),
            lot.Colour,
            lot.Notes,
            lot.Before,
            lot.CameDyed,
            Compactions.Of(lot.Id, lot.MadeAt, family.Entries, id => family.Lots.TryGetValue(id, out var one) && one.CameDyed, now),
            lot.ShornOn,
            lot.Price,
            lot.MadeAt,
            lot.ChangedAt,
            lot.UsedUpAt is not null,
            left?.ToFigure(unit, Provenance.Reckoned, working),
            made?.ToFigure(unit, Provenance.Reckoned, working),
            LotYields.Total(lineage, family, lot.Id, unit),
            cost,
            lot.ReadyMadePer100Grams is { } price ? LotCosts.PerAmount(price, workshop) : null,
            lot.Content,
            lot.Reserve is { } reserve
                ? new ReserveView(
                    reserve.Mass.Write(unit),
                    reserve.For,
                    left is null ? null : Mass.FromGrams(Math.Max(0, left.Mass.Grams - reserve.Mass.Grams)).Write(unit)
                )
                : null,
            lot.RouteAim is { } aim && lot.RoutePreparation is { } preparation ? new ChosenRoute(aim, preparation, lot.RouteHolding) : null,
            lot.UsedUpAt is null ? lot.WaitsAt : null,
            lot.UsedUpAt is null ? AllStations.Open(lot.Form, lot.Fibre, lot.WaitsAt) : [],
            lot.UsedUpAt is null
                ? [.. crafts.SelectMany(c => c.Trials).Where(t => t.CanTake(lot.Form, lot.Fibre)).Select(t => t.Kind)]
                : [],
            KnownFeltingView.Of(felting, unit),
            Holdings.Of(lot.Form),
            lot.SupplyGramsPerMetre is { } supply && left is { } there
                ? $"{Figures.Supply(supply, workshop.LengthUnit)}: {Figures.Metres(there.Mass.Grams / supply, workshop.LengthUnit)}"
                : null,
            lot.MadeBy == StepKind.TakeIn && !lot.Form.IsGreasy()
        );
    }

    /// <summary>The animal of what was made here: that of all the clips behind it.</summary>
    private static Guid? Animal(StoredLot lot, Family family, Lineage lineage) =>
        lineage
            .Origins(lot.Id)
            .Select(o => family.Lots[o.RootLotId])
            .Where(o => o.Animal == lot.Animal)
            .Select(o => o.AnimalId)
            .Distinct()
            .ToArray()
            is [var only]
            ? only
            : null;

    // As a label tells it, by the weights that lie there; the oven-dry share that is reckoned with stands in the working.
    private static PartView Part(FibrePart part, LabelPart label) =>
        new(
            part.Fibre,
            part.Breed,
            label.Percent is { } percent
                ? Figures.PercentFigure(
                    percent / 100,
                    Provenance.Reckoned,
                    new Working(
                        "its rested weight / that of all: oven-dry share * (1 + regain at 65 %), shares making a whole",
                        [
                            new("of the oven-dry mass", Figures.Percent(part.Share)),
                            new(
                                "regain at 65 %",
                                Regain.IsKnown(part.Fibre)
                                    ? Figures.Percent(Regain.At(part.Fibre, Regain.ReferenceHumidity))
                                    : "not known, counted as none \u00B1 2 %"
                            ),
                        ],
                        Figures.BalanceSource
                    )
                )
                : null
        );

    private static async Task<ILookup<Guid, CorrectionView>> Corrections(
        EarthyTuftDb db,
        Family family,
        MassUnit unit,
        CancellationToken cancellationToken
    )
    {
        var corrected = family.Flows.Where(f => f.Revision > 0).Select(f => f.FlowId).ToArray();
        if (corrected.Length == 0)
        {
            return Array.Empty<(Guid, CorrectionView)>().ToLookup(p => p.Item1, p => p.Item2);
        }

        var rows = await db
            .Weighings.AsNoTracking()
            .Where(w => corrected.Contains(w.FlowId))
            .OrderBy(w => w.Revision)
            .ToListAsync(cancellationToken);
        return rows.GroupBy(w => w.FlowId)
            .SelectMany(g =>
                g.Zip(g.Skip(1), (was, now) =>
                    (
                        g.Key,
                        new CorrectionView(
                            Mass.FromGrams(was.Grams).Write(unit),
                            Mass.FromGrams(now.Grams).Write(unit),
                            now.CorrectedBecause ?? "",
                            now.Who,
                            now.RecordedAt
                        )
                    )
                )
            )
            .ToLookup(p => p.Key, p => p.Item2);
    }

    private static EntryView Entry(
        IReadOnlyList<FamilyFlow> flows,
        Entry entry,
        Family family,
        Reconciliation reconciliation,
        RequestContext context,
        ILookup<Guid, CorrectionView> corrections
    )
    {
        var unit = context.Workshop.Unit;
        var first = flows[0];
        var core = entry.Flows.ToDictionary(f => f.Id);
        var balance = first.Step == StepKind.TakeIn || first.Step.IsLeaving() ? null : family.Masses.BalanceAt(first.EntryId);
        return new EntryView(
            first.EntryId,
            first.Step,
            first.DoneAt,
            first.Who,
            first.Minutes,
            first.Notes,
            first.ConfirmedBecause,
            balance?.View(
                unit,
                first.Step,
                balance.Status is BalanceStatus.Suspicious or BalanceStatus.Impossible
                    ? Slips.Likeliest(
                        [.. entry.Flows.Select(f => (f, family.Masses.Of(f)))],
                        (balance.Unaccounted ?? balance.ByDifference)!,
                        context.UsualBowl
                    )
                    : null,
                family.NoilAt(first.EntryId)
            ),
            [
                .. flows.Select(f =>
                {
                    var settled = f.Amount == Amount.ByDifference ? balance?.ByDifference : family.Masses.Of(core[f.FlowId])?.Estimate;
                    return new FlowView(
                        f.FlowId,
                        f.Role,
                        f.Amount,
                        f.LotId,
                        f.Lot?.Code,
                        f.Lot?.Form,
                        f.LossKind,
                        f.Fate,
                        f.GainKind,
                        Figures.ToFigure(f.LoggedGrams, null, unit, Provenance.Measured),
                        f.Typed,
                        f.State,
                        f.HumidityPercent,
                        settled?.ToFigure(unit, Provenance.Reckoned),
                        reconciliation.Flows[f.FlowId].Reconciled?.ToFigure(unit, Provenance.Reckoned),
                        reconciliation.Flows[f.FlowId].ZScore,
                        [.. corrections[f.FlowId]],
                        f.Added is { } added ? new AddedView(added.At, added.By) : null,
                        f.EmptiesLot
                    );
                }),
            ],
            Asked.Is(balance?.Status, first.Entry.Answer, first.ConfirmedBecause),
            first.Entry.Answer,
            first.Entry.Dyeing is { } dyeing ? DyeingView.Of(StoredDyeing.Read(dyeing).ToNotes(), balance?.In?.Mass.Grams, unit) : null
        );
    }
}

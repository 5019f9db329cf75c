using System.Globalization;
using EarthyTuft.Core.Course;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Lots;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Assessing;
using EarthyTuft.Web.House;
using EarthyTuft.Web.Ledger;
using EarthyTuft.Web.Sampling;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Lots;

/// <summary>Puts a lot's page together: one family query, settled in Core, put into words here.</summary>
public static class LotPages
{
    public static async Task<LotPage?> Of(EarthyTuftDb db, Bench bench, string code, CancellationToken stop)
    {
        if (await LotDossier.Of(db, code, stop) is not var (lot, family, locks, samples))
        {
            return null;
        }

        var unit = bench.Facts.Unit;
        var lineage = new Lineage(family.Entries, family.Settling);
        var origins = lineage.Origins(lot.Id);
        var ribbon = Ribbon.Of(lot.Id, family.Entries, family.Settling);
        var onPath = origins.Select(o => o.RootLotId).Concat(ribbon.Bands.Where(b => b.OnPath).Select(b => b.LotId)).Append(lot.Id).ToHashSet();
        var corrections = await Corrections(db, family, unit, stop);
        var nearest = Nearest(lot.Id, family, locks);

        return new LotPage(
            Head(lot, family, lineage, Cost(origins, family, lot.Id, bench.Facts.Currency), unit),
            StapleView.Of(nearest, nearest.Count > 0 && nearest[0].LotId != lot.Id, lot.Parentage, lot.Colour),
            View(ribbon, family, lot.Id, unit),
            [.. family.Flows.GroupBy(f => f.EntryId).Zip(family.Entries)
                .Where(p => p.Second.Flows.Any(f => f.Role == FlowRole.Out && onPath.Contains(f.LotId!.Value)))
                .Select(p => Entry([.. p.First], p.Second, family, unit, corrections))],
            [.. origins.Select(o => new OriginView(
                o.RootLotId,
                family.Lots[o.RootLotId].Code,
                family.Lots[o.RootLotId].Parentage,
                family.Lots[o.RootLotId].Animal,
                Figures.Percent(o.Share),
                Mass.FromGrams(o.RawGrams).ToFigure(unit, Provenance.Reckoned)))],
            [.. samples.Select(s => SampleView.Of(s, lot.Code, lot.Parentage))]);
    }

    /// <summary>The locks measured nearest to a lot: on itself, or on what it was made of, step by step back.</summary>
    internal static IReadOnlyList<LockRow> Nearest(Guid lotId, Family family, IReadOnlyList<LockRow> locks)
    {
        var seen = new HashSet<Guid>();
        for (var generation = new HashSet<Guid> { lotId }; generation.Count > 0;)
        {
            var here = locks.Where(l => generation.Contains(l.LotId)).ToArray();
            if (here.Length > 0)
            {
                return here;
            }

            seen.UnionWith(generation);
            var makers = family.Flows.Where(f => f.Role == FlowRole.Out && generation.Contains(f.LotId!.Value)).Select(f => f.EntryId).ToHashSet();
            generation = [.. family.Flows.Where(f => f.Role == FlowRole.In && makers.Contains(f.EntryId)).Select(f => f.LotId!.Value).Where(id => !seen.Contains(id))];
        }

        return [];
    }

    internal static RibbonView View(Ribbon ribbon, Family family, Guid thisLot, MassUnit unit)
    {
        var entries = family.Flows.GroupBy(f => f.EntryId).ToDictionary(g => g.Key, g => g.First());
        var flows = family.Flows.ToDictionary(f => f.FlowId);
        return new RibbonView(
            [.. ribbon.Stages.Select(s =>
            {
                var balance = s.Balance.View(unit);
                return new RibbonStageView(s.EntryId, entries[s.EntryId].Step, s.Column, entries[s.EntryId].DoneAt, s.Balance.Standing, balance.Unaccounted, balance.Yield);
            })],
            [.. ribbon.Bands.Select(b => new RibbonBandView(
                b.LotId,
                family.Lots[b.LotId].Code,
                family.Lots[b.LotId].Form,
                b.FromEntryId,
                b.ToEntryId,
                Figures.ToFigure(b.Grams, null, unit, Provenance.Reckoned),
                b.OnPath,
                b.LotId == thisLot))],
            [.. ribbon.Strands.Select(s => new RibbonStrandView(
                s.EntryId,
                flows[s.FlowId].LossKind!.Value,
                flows[s.FlowId].Fate,
                Figures.ToFigure(s.Grams, null, unit, s.ByDifference ? Provenance.Reckoned : Provenance.Measured),
                s.Share is { } share ? Figures.Percent(share) : null,
                s.ByDifference))]);
    }

    private static LotHead Head(FamilyLot lot, Family family, Lineage lineage, string? cost, MassUnit unit)
    {
        var made = family.Settling.Made(lot.Id)?.Estimate;
        var left = family.Settling.Left(lot.Id)?.Estimate;
        var own = family.Flows.FirstOrDefault(f => f.LotId == lot.Id && f.Role == FlowRole.Out);
        var working = own is { LoggedGrams: { } grams, State: { } state }
            ? ReferenceWords.Working(new Weighing(own.FlowId, Mass.FromGrams(grams), state, own.HumidityPercent, Mass.FromGrams(own.ScaleStepGrams!.Value), own.Sitting!.Value), unit)
            : null;
        return new LotHead(
            lot.Id,
            lot.Code,
            lot.Version,
            lot.Form,
            lot.Fibre,
            lot.Parentage,
            lot.Animal,
            lot.Colour,
            lot.Notes,
            lot.ShornOn,
            lot.Price,
            lot.MadeAt,
            lot.ChangedAt,
            lot.UsedUpAt is not null,
            left?.ToFigure(unit, Provenance.Reckoned, working),
            made?.ToFigure(unit, Provenance.Reckoned, working),
            lineage.TotalYield(lot.Id) is { } yield
                ? Figures.PercentFigure(yield, Provenance.Reckoned, new Working(
                    "made weight / raw weight behind it; what a step takes is spread over what it gives by mass",
                    [new("made", made!.Mass.Write(unit)), new("raw behind it", Mass.FromGrams(made.Mass.Grams / yield).Write(unit))],
                    Figures.BalanceSource))
                : null,
            cost,
            lot.UsedUpAt is null ? Stations.Next(lot.Form, lot.StapleMillimetres) : null);
    }

    /// <summary>The raw price follows the mass. Null unless every fleece behind the lot has a price.</summary>
    private static string? Cost(IReadOnlyList<Origin> origins, Family family, Guid lotId, string currency)
    {
        if (origins.Count == 0 || origins.Any(o => family.Lots[o.RootLotId].Price is null) || family.Settling.Made(lotId) is not { Grams: > 0 } made)
        {
            return null;
        }

        var spent = origins.Sum(o => family.Lots[o.RootLotId].Price!.Value * (decimal)(o.RawGrams / family.Settling.Made(o.RootLotId)!.Grams));
        return (spent / (decimal)made.Grams * 100).ToString("0.00", CultureInfo.InvariantCulture) + " " + currency;
    }

    private static async Task<ILookup<Guid, CorrectionView>> Corrections(EarthyTuftDb db, Family family, MassUnit unit, CancellationToken stop)
    {
        var corrected = family.Flows.Where(f => f.Revision > 0).Select(f => f.FlowId).ToArray();
        if (corrected.Length == 0)
        {
            return Array.Empty<(Guid, CorrectionView)>().ToLookup(p => p.Item1, p => p.Item2);
        }

        var rows = await db.Weighings.AsNoTracking().Where(w => corrected.Contains(w.FlowId)).OrderBy(w => w.Revision).ToListAsync(stop);
        return rows.GroupBy(w => w.FlowId)
            .SelectMany(g => g.Zip(g.Skip(1), (was, now) => (g.Key, new CorrectionView(
                Mass.FromGrams(was.Grams).Write(unit), Mass.FromGrams(now.Grams).Write(unit), now.CorrectedBecause ?? "", now.Who, now.RecordedAt))))
            .ToLookup(p => p.Key, p => p.Item2);
    }

    private static EntryView Entry(IReadOnlyList<FamilyFlow> flows, Entry entry, Family family, MassUnit unit, ILookup<Guid, CorrectionView> corrections)
    {
        var first = flows[0];
        var core = entry.Flows.ToDictionary(f => f.Id);
        var balance = first.Step == StepKind.TakeIn ? null : family.Settling.BalanceAt(first.EntryId);
        return new EntryView(
            first.EntryId,
            first.Step,
            first.DoneAt,
            first.Who,
            first.Minutes,
            first.Notes,
            first.ConfirmedBecause,
            balance?.View(unit),
            [.. flows.Select(f =>
            {
                var settled = f.Amount == Amount.ByDifference ? balance?.ByDifference : family.Settling.Of(core[f.FlowId])?.Estimate;
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
                    [.. corrections[f.FlowId]]);
            })]);
    }
}

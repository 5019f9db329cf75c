using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Data.Yarns;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Spinning;

/// <summary>Reads the workshop's own skeins, each on its way from the aim to the wash.</summary>
public static class OwnSkeins
{
    /// <summary>So many of the newest yarns are read.</summary>
    private const int Most = 80;

    /// <summary>Own skeins, the newest first.</summary>
    /// <param name="classOf">The class of a fibre of a breed.</param>
    public static async Task<IReadOnlyList<OwnSkein>> Read(
        EarthyTuftDb db,
        Func<Fibre, string, FleeceClass?> classOf,
        CancellationToken cancellationToken
    )
    {
        var newest = await db
            .YarnReadings.AsNoTracking()
            .Where(r => r.WithdrawnAt == null)
            .GroupBy(r => r.LotId)
            .Select(g => new { g.Key, At = g.Max(r => r.At) })
            .OrderByDescending(g => g.At)
            .Take(Most)
            .ToListAsync(cancellationToken);
        if (newest.Count == 0)
        {
            return [];
        }

        // Yarn, what it was plied of, what that was spun of: at most three steps back.
        var ids = newest.Select(n => n.Key).ToHashSet();
        var made = new Dictionary<Guid, (Guid Entry, StepKind Step)>();
        var sources = new Dictionary<Guid, Guid[]>();
        var spunFrom = new Dictionary<Guid, Guid>();
        for (var step = 0; step < 3; step++)
        {
            Guid[] open = [.. ids.Where(id => !made.ContainsKey(id))];
            var makers = await db
                .Flows.AsNoTracking()
                .Where(f => f.Role == FlowRole.Out && !f.Voided && f.LotId != null && open.Contains(f.LotId.Value))
                .Join(
                    db.Entries.Where(e => e.Step == StepKind.Spin || e.Step == StepKind.Ply || e.Step == StepKind.Finish),
                    f => f.EntryId,
                    e => e.Id,
                    (f, e) =>
                        new
                        {
                            Lot = f.LotId!.Value,
                            e.Id,
                            e.Step,
                        }
                )
                .ToListAsync(cancellationToken);
            Guid[] entries = [.. makers.Select(m => m.Id).Distinct()];
            var takings = (
                await db
                    .Flows.AsNoTracking()
                    .Where(f => f.Role == FlowRole.In && !f.Voided && f.LotId != null && entries.Contains(f.EntryId))
                    .Select(f => new { f.EntryId, Lot = f.LotId!.Value })
                    .ToListAsync(cancellationToken)
            ).ToLookup(f => f.EntryId, f => f.Lot);
            foreach (var maker in makers)
            {
                made[maker.Lot] = (maker.Id, maker.Step);
                sources[maker.Lot] = maker.Step == StepKind.Spin ? [] : [.. takings[maker.Id]];
                if (maker.Step == StepKind.Spin && takings[maker.Id].FirstOrDefault() is var fibre && fibre != Guid.Empty)
                {
                    spunFrom[maker.Lot] = fibre;
                }
            }

            ids.UnionWith(sources.Values.SelectMany(s => s));
        }

        var lots = await db
            .Lots.AsNoTracking()
            .Where(l => ids.Contains(l.Id) && l.VoidedAt == null)
            .ToDictionaryAsync(l => l.Id, cancellationToken);
        var measures = await db.MeasuresOf(ids, cancellationToken);
        Guid[] spinning = [.. made.Values.Where(m => m.Step == StepKind.Spin).Select(m => m.Entry).Distinct()];
        var plans = await db
            .Runs.AsNoTracking()
            .Where(r => r.EntryId != null && spinning.Contains(r.EntryId.Value) && r.Craft == StepKind.Spin)
            .ToDictionaryAsync(r => r.EntryId!.Value, r => StoredSpin.SpinPlan(r.Plan), cancellationToken);
        Guid[] fibres = [.. spunFrom.Values.Distinct()];
        var forms = await db
            .Lots.AsNoTracking()
            .Where(l => fibres.Contains(l.Id))
            .Select(l => new { l.Id, l.Form })
            .ToDictionaryAsync(l => l.Id, l => l.Form, cancellationToken);
        var draws = await SpunTimes.DrawsOf(db, spinning, cancellationToken);
        // A step may have made several: only what has one of its own is told of it.
        var counts = made.Values.GroupBy(m => m.Entry).ToDictionary(g => g.Key, g => g.Count());

        OwnSkein? Skein(Guid id)
        {
            // Yarn that came in tells nothing of what is spun here.
            if (!lots.TryGetValue(id, out var lot) || lot.MadeBy == StepKind.TakeIn || !measures.TryGetValue(id, out var measured))
            {
                return null;
            }

            var fresh = lot.Form == LotForm.Plied ? id : Of(id, LotForm.Plied);
            Guid[] singles =
                lot.Form == LotForm.Singles ? [id]
                : fresh is { } f ? [.. Sources(f).Where(s => lots.TryGetValue(s, out var l) && l.Form == LotForm.Singles)]
                : Of(id, LotForm.Singles) is { } one ? [one]
                : [];
            var first = singles.Length > 0 ? measures.GetValueOrDefault(singles[0]) : null;
            var plan = singles
                .Select(s => made.TryGetValue(s, out var m) ? plans.GetValueOrDefault(m.Entry) : null)
                .FirstOrDefault(p => p is not null);
            // Singles all of which went into this yarn alone, so that their lengths are its own.
            var whole =
                fresh is { } plied
                && made.TryGetValue(plied, out var by)
                && counts[by.Entry] == 1
                && singles.Length > 0
                && singles.All(s => lots[s].UsedUpAt is not null && measures.GetValueOrDefault(s)?.Metres is not null);
            LotForm? from = singles
                .Where(spunFrom.ContainsKey)
                .Select(s => forms.TryGetValue(spunFrom[s], out var form) ? form : (LotForm?)null)
                .FirstOrDefault();
            Draw? draw = singles
                .Where(made.ContainsKey)
                .Select(s => draws.TryGetValue(made[s].Entry, out var drawn) ? drawn : (Draw?)null)
                .FirstOrDefault();
            return new OwnSkein(
                new SpunOf(classOf(lot.Fibre, lot.Parentage), from, draw),
                YarnFigures.TypicalOf(lot.Fibre, from),
                Strands(lot, measured),
                plan?.ToldWraps,
                first,
                singles.Length > 0 ? lots[singles[0]].MadeGrams : null,
                fresh is { } before ? measures.GetValueOrDefault(before) : null,
                lot.Form == LotForm.Yarn ? measured : null,
                lot.MadeGrams,
                whole ? singles.Sum(s => measures[s].Metres!.Value) : null
            );
        }

        int? Strands(LotRow lot, YarnMeasures measured) =>
            measured.Strands ?? (Of(lot.Id, LotForm.Plied) is { } plied ? measures.GetValueOrDefault(plied)?.Strands : 1);
        Guid[] Sources(Guid lot) => sources.GetValueOrDefault(lot) ?? [];
        Guid? Of(Guid lot, LotForm form) =>
            Sources(lot).Where(s => lots.TryGetValue(s, out var l) && l.Form == form).Select(s => (Guid?)s).FirstOrDefault();

        // What went on to be plied or washed is told with what it became.
        var wentOn = sources.Values.SelectMany(s => s).ToHashSet();
        return [.. newest.Where(n => !wentOn.Contains(n.Key)).Select(n => Skein(n.Key)).OfType<OwnSkein>()];
    }
}

using EarthyTuft.Core.Comparing;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Spinning;
using EarthyTuft.Data.Store;
using EarthyTuft.Data.Yarns;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Comparing;

/// <summary>A column of a comparison with what is shown of it.</summary>
/// <param name="Compared">As Core compares it.</param>
/// <param name="Samples">Kept of it, the newest first.</param>
/// <param name="Spun">Bobbins and skeins that were made of it.</param>
internal sealed record SpunColumnOf(ComparedWay Compared, IReadOnlyList<SampleRow> Samples, IReadOnlyList<StoredLot> Spun);

/// <summary>Gathers all that was spun of the ways in which a lot was prepared: a column for each way and each way of holding it.</summary>
internal sealed class SpunColumns
{
    private readonly Family family;
    private readonly IReadOnlyList<PreparedWay> ways;
    private readonly IReadOnlyDictionary<Guid, SpinState> runs;
    private readonly IReadOnlyDictionary<Guid, SpunColumn> spun;
    private readonly IReadOnlyDictionary<Guid, YarnMeasures> measures;
    private readonly ILookup<Guid, WrapsReading> wraps;
    private readonly IReadOnlyList<SampleRow> samples;

    // Reckoned once for all columns, and only where something was plied.
    private readonly Lazy<TakenShares> shares;

    private SpunColumns(
        Family family,
        IReadOnlyList<PreparedWay> ways,
        IReadOnlyDictionary<Guid, SpinState> runs,
        IReadOnlyDictionary<Guid, SpunColumn> spun,
        IReadOnlyDictionary<Guid, YarnMeasures> measures,
        ILookup<Guid, WrapsReading> wraps,
        IReadOnlyList<SampleRow> samples
    )
    {
        (this.family, this.ways, this.runs, this.spun, this.measures, this.wraps, this.samples) = (
            family,
            ways,
            runs,
            spun,
            measures,
            wraps,
            samples
        );
        shares = new Lazy<TakenShares>(() => TakenShares.Of(family.Entries, family.Masses));
    }

    /// <summary>Reads what was spun of the ways.</summary>
    public static async Task<SpunColumns> Read(
        EarthyTuftDb db,
        Family family,
        IReadOnlyList<PreparedWay> ways,
        CancellationToken cancellationToken
    )
    {
        var prepared = ways.SelectMany(w => w.Lots).ToHashSet();
        Guid[] spinning =
        [
            .. family
                .Entries.Where(e => e.Step == StepKind.Spin && e.Flows.Any(f => f.Role == FlowRole.In && prepared.Contains(f.LotId!.Value)))
                .Select(e => e.Id),
        ];
        var runs = await SpunRuns.Of(db, spinning, cancellationToken);
        var spun = PreparedWays.SpunOf(ways, family.Entries, l => family.Lots[l].Form, e => runs.GetValueOrDefault(e)?.Holding);
        Guid[] lots = [.. spun.Keys];
        var readings =
            lots.Length == 0
                ? []
                : await db
                    .YarnReadings.AsNoTracking()
                    .Where(r => lots.Contains(r.LotId) && r.WithdrawnAt == null)
                    .OrderBy(r => r.At)
                    .ThenBy(r => r.Id)
                    .ToListAsync(cancellationToken);
        return new SpunColumns(
            family,
            ways,
            runs,
            spun,
            readings
                .GroupBy(r => r.LotId)
                .ToDictionary(g => g.Key, g => g.Aggregate(YarnMeasures.Nothing, (all, r) => all.With(r.Measures))),
            readings.Where(r => r.Measures.Reading is not null).ToLookup(r => r.LotId, r => r.Measures.Reading!),
            await db
                .Samples.AsNoTracking()
                .Where(s => prepared.Contains(s.LotId) && s.WithdrawnAt == null)
                .OrderByDescending(s => s.MadeAt)
                .ThenByDescending(s => s.Id)
                .ToListAsync(cancellationToken)
        );
    }

    /// <summary>The columns, in the order of the ways.</summary>
    /// <param name="neps">Neps of a way's preparation.</param>
    /// <param name="cost">What 100 g of it cost.</param>
    public IReadOnlyList<SpunColumnOf> Columns(Func<PreparedWay, Known?> neps, Func<PreparedWay, double?> cost) =>
        [.. ways.SelectMany((way, i) => Held(way, i).Select(h => Column(way, new SpunColumn(i, h), neps(way), cost(way))))];

    // Of a way that was held in one way only, all samples are of that; what nobody noted of several stands by itself.
    private IEnumerable<Holding?> Held(PreparedWay way, int at)
    {
        Holding?[] noted =
        [
            .. spun
                .Values.Where(s => s.Way == at)
                .Select(s => s.Holding)
                .Concat(samples.Where(s => way.Lots.Contains(s.LotId)).Select(s => s.Holding))
                .Distinct()
                .OrderBy(h => h is null)
                .ThenBy(h => h),
        ];
        return noted.Length == 0 ? [null]
            : noted is [{ } one, null] && spun.Values.All(s => s.Way != at || s.Holding is not null) ? [one]
            : noted;
    }

    private SpunColumnOf Column(PreparedWay way, SpunColumn column, Known? neps, double? cost)
    {
        Guid[] made = [.. spun.Where(s => s.Value == column).Select(s => s.Key)];
        var alone = Held(way, column.Way).Count() == 1;
        SampleRow[] kept =
        [
            .. samples.Where(s => way.Lots.Contains(s.LotId) && (s.Holding == column.Holding || (alone && s.Holding is null))),
        ];
        return new SpunColumnOf(
            new ComparedWay(
                way,
                neps,
                cost,
                [.. Bobbins(made), .. kept.Select(s => SpunPart.Of(s.Sample, s.Who))],
                made.SelectMany(l => wraps[l].Select(w => (family.Lots[l].Form, Read: w))).ToLookup(r => r.Form, r => r.Read)
            )
            {
                Holding = column.Holding,
                TakeUp = TakeUp(made),
                YarnTex = Tex(made),
            },
            kept,
            [.. made.Select(l => family.Lots[l])]
        );
    }

    // Each time at the wheel: what it made, in how long, and what was counted meanwhile.
    private IEnumerable<SpunPart> Bobbins(Guid[] made)
    {
        foreach (
            var at in family
                .Flows.Where(f => f.Role == FlowRole.Out && f.Entry.Step == StepKind.Spin && made.Contains(f.LotId!.Value))
                .GroupBy(f => f.Entry)
        )
        {
            var lots = at.Select(f => f.LotId!.Value).ToArray();
            var run = runs.GetValueOrDefault(at.Key.Id);
            var metres = Whole(lots.Select(l => measures.GetValueOrDefault(l)?.Metres));
            yield return new SpunPart(at.Key.Who)
            {
                Draw = run?.Draw,
                Grams = Whole(lots.Select(l => family.Masses.Made(l)?.Grams)),
                Minutes = at.Key.Minutes,
                Metres = metres,
                Joins = Counted(run, SpunTally.Joins, metres),
                Lumps = Counted(run, SpunTally.Neps, metres),
            };
        }
    }

    // In the metres it was counted over; what was only tapped is of all that was spun.
    private static CountedIn? Counted(SpinState? run, SpunTally of, double? metres) =>
        run?.Counts.FirstOrDefault(c => c.Of == of) is not { } count ? null
        : count.Metres > 0 ? new CountedIn(count.CountInMetres, count.Metres)
        : metres is > 0 and var all ? new CountedIn(count.Count, all)
        : null;

    // A sum says something only where all of it is known.
    private static double? Whole(IEnumerable<double?> of) => of.Aggregate((double?)0, (sum, one) => sum + one);

    private Known? TakeUp(Guid[] made)
    {
        var told = new List<double>();
        foreach (var entry in family.Entries.Where(e => e.Step == StepKind.Ply))
        {
            Guid[] plied = [.. entry.Flows.Where(f => f.Role == FlowRole.Out && made.Contains(f.LotId!.Value)).Select(f => f.LotId!.Value)];
            Flow[] taken = [.. entry.Flows.Where(f => f.Role == FlowRole.In)];
            if (
                plied.Length > 0
                && Whole(plied.Select(l => measures.GetValueOrDefault(l)?.Metres)) is > 0 and var metres
                && Whole(taken.Select(t => measures.GetValueOrDefault(t.LotId!.Value)?.Metres * (shares.Value.Of(t) ?? 1))) is { } singles
                && measures.GetValueOrDefault(plied[0])?.Strands is { } strands
                && singles / strands / metres - 1 is > -0.2 and < 0.6 and var takeUp
            )
            {
                told.Add(takeUp);
            }
        }

        // Both lengths are known to one in a hundred.
        return told.Count == 0 ? null : new Known(told.Average(), 0.01 * Math.Sqrt(2.0 / told.Count));
    }

    // Of the most finished form that was both weighed and measured.
    private double? Tex(Guid[] made) =>
        new[] { LotForm.Yarn, LotForm.Plied, LotForm.Singles }
            .Select(form =>
            {
                var known = made.Where(l => family.Lots[l].Form == form)
                    .Select(l => (family.Masses.Made(l)?.Grams, measures.GetValueOrDefault(l)?.Metres))
                    .Where(y => y is { Grams: > 0, Metres: > 0 })
                    .ToArray();
                return known.Length == 0 ? null : known.Sum(y => y.Grams) / known.Sum(y => y.Metres) * 1000;
            })
            .FirstOrDefault(tex => tex is not null);
}

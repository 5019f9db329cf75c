using System.Globalization;
using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Comparing;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Carding;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Data.Yarns;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.LotPages;
using EarthyTuft.Web.Lots;
using EarthyTuft.Web.Sampling;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Comparing;

/// <summary>Puts the preparations of a lot beside one another.</summary>
internal static class ComparePages
{
    /// <summary>Null when there is no such lot.</summary>
    public static async Task<ComparePage?> Of(EarthyTuftDb db, RequestContext context, string code, CancellationToken cancellationToken)
    {
        if (
            await Family.OfCode(db, code, cancellationToken) is not { } family
            || await db.Lots.AsNoTracking().SingleOrDefaultAsync(l => l.Code == code && l.VoidedAt == null, cancellationToken)
                is not { } row
        )
        {
            return null;
        }

        var entries = family.Flows.Select(f => f.Entry).DistinctBy(e => e.Id).ToDictionary(e => e.Id);
        var ways = PreparedWays.Of(
            row.Id,
            family.Entries,
            family.Masses,
            l => family.Lots[l].Form,
            e => new WorkDone(entries[e].Minutes, entries[e].Who, entries[e].DoneAt, Noil(family, e))
        );
        var lots = ways.SelectMany(w => w.Lots).ToArray();
        var samples = await db
            .Samples.AsNoTracking()
            .Where(s => lots.Contains(s.LotId) && s.WithdrawnAt == null)
            .OrderByDescending(s => s.MadeAt)
            .ThenByDescending(s => s.Id)
            .ToListAsync(cancellationToken);
        var neps = await Neps(db, [.. ways.SelectMany(w => w.Entries).Distinct()], cancellationToken);
        var costs = LotCosts.Of(family, context.Workshop.HourlyRate);
        var wraps = await Wraps(db, ways, family, cancellationToken);
        ComparedWay[] compared =
        [
            .. ways.Select(
                (w, i) =>
                {
                    var newest = samples.Find(s => w.Lots.Contains(s.LotId));
                    return new ComparedWay(
                        w,
                        w.Entries.Reverse().Select(e => neps.GetValueOrDefault(e)).FirstOrDefault(n => n is not null),
                        Cost(w, costs, family.Masses),
                        newest?.Sample,
                        newest?.Who,
                        wraps[i].ToLookup(r => r.Form, r => r.Read)
                    );
                }
            ),
        ];
        var left = family.Masses.Left(row.Id)?.Estimate.Mass.Grams;
        var comparison = compared.Length == 0 ? null : Comparison.Of(compared, left, context.Workshop.ScaleStepGrams);
        var names = Names(ways);
        return new ComparePage(
            LotEndpoints.Line(row, context.Workshop.Unit),
            row.Fibre,
            [.. compared.Select((w, i) => View(w, names[i], family, samples, context.Workshop))],
            comparison is null
                ? []
                :
                [
                    .. comparison.Lines.Select(l => new CompareLineView(
                        l.By,
                        [.. l.Values.Zip(l.Standings, (v, s) => Cell(l.By, v, s, context.Workshop.Currency))],
                        l.Differs
                    )),
                ],
            comparison is null || compared.Length < 2 ? [] : comparison.Otherwise,
            comparison is null ? [] : Sentences(comparison, names),
            Waiting(family, row.Id, lots, context.Workshop.Unit)
        );
    }

    // Kept as a lot of its own, or noted as a loss.
    private static double? Noil(Family family, Guid entry) =>
        (family.NoilAt(entry) ?? 0)
        + family
            .Flows.Where(f => f.EntryId == entry && f.Role == FlowRole.Loss && f.LossKind == LossKind.Noil)
            .Sum(f => f.LoggedGrams ?? 0);

    /// <summary>Wraps that were read of what was spun of each way.</summary>
    private static async Task<ILookup<int, (LotForm Form, WrapsReading Read)>> Wraps(
        EarthyTuftDb db,
        IReadOnlyList<PreparedWay> ways,
        Family family,
        CancellationToken cancellationToken
    )
    {
        var spun = PreparedWays.SpunOf(ways, family.Entries, l => family.Lots[l].Form);
        Guid[] lots = [.. spun.Keys];
        var readings =
            lots.Length == 0
                ? []
                : await db
                    .YarnReadings.AsNoTracking()
                    .Where(r => lots.Contains(r.LotId) && r.WithdrawnAt == null)
                    .ToListAsync(cancellationToken);
        return readings
            .Select(r => (r.LotId, r.Measures.Reading))
            .Where(r => r.Reading is not null)
            .ToLookup(r => spun[r.LotId], r => (family.Lots[r.LotId].Form, r.Reading!));
    }

    /// <summary>Neps in a gram after the last pass that was counted, by the entry that logs the carding.</summary>
    private static async Task<Dictionary<Guid, Known>> Neps(EarthyTuftDb db, Guid[] entries, CancellationToken cancellationToken)
    {
        var runs = await db
            .Runs.AsNoTracking()
            .AsSplitQuery()
            .Include(r => r.Events)
            .Where(r => r.Craft == StepKind.Card && r.EntryId != null && entries.Contains(r.EntryId.Value))
            .ToListAsync(cancellationToken);
        return runs.Select(r => (Entry: r.EntryId!.Value, StoredCard.State(r).Neps))
            .Where(r => r.Neps.Count > 0)
            .ToDictionary(
                r => r.Entry,
                r =>
                {
                    var last = NepCount.Together([.. r.Neps.Where(n => n.Pass == r.Neps.Max(m => m.Pass))]);
                    return new Known(last.PerGram, last.Doubt);
                }
            );
    }

    private static double? Cost(PreparedWay way, Costing costs, MassSolver masses)
    {
        var known = way
            .Lots.Select(l => (Cost: costs.Per100Grams(l, masses), Grams: masses.Made(l)?.Grams))
            .Where(l => l is { Cost: not null, Grams: > 0 })
            .ToArray();
        return known.Length < way.Lots.Count
            ? null
            : known.Sum(k => (double)k.Cost!.Value * k.Grams!.Value) / known.Sum(k => k.Grams!.Value);
    }

    private static string[] Names(IReadOnlyList<PreparedWay> ways) =>
        [
            .. ways.Select(w =>
                w.Form.Words()
                + (w.Form is LotForm.Rolag or LotForm.Batt or LotForm.Puni ? "s" : "")
                + (ways.Count(o => o.Form == w.Form) > 1 ? " by " + string.Join(", ", w.Road.Select(s => s.Words())) : "")
            ),
        ];

    private static CompareWayView View(ComparedWay compared, string name, Family family, List<SampleRow> samples, WorkshopSettings workshop)
    {
        var (way, unit) = (compared.Way, workshop.Unit);
        MassFigure Figure(double grams, double? doubt = null) => Figures.ToFigure(grams, doubt, unit, Provenance.Reckoned)!;
        var preparing = way.HoursPer100Grams?.Value;
        var spinning = compared.Sample?.Spun is { Grams: { } grams, Minutes: { } minutes } ? minutes / 60.0 / grams * 100 : (double?)null;
        return new CompareWayView(
            name,
            way.Form,
            way.Road,
            [.. way.Lots.Select(l => new LotRef(l, family.Lots[l].Code))],
            Figure(way.Taken.Value, way.Taken.Doubt),
            Figure(way.Made.Value, way.Made.Doubt),
            way.Rest > 0 ? Figure(way.Rest) : null,
            Figure(Math.Max(0, way.Taken.Value - way.Made.Value - way.Rest)),
            preparing,
            spinning,
            string.Join(
                ", ",
                [
                    preparing is { } before ? $"{Hours(before)} preparing" : "minutes not noted",
                    .. spinning is { } after ? [$"{Hours(after)} spinning"] : Array.Empty<string>(),
                ]
            ),
            way.Entries.Count - way.Timed,
            [
                .. family
                    .Flows.Where(f => way.Entries.Contains(f.EntryId))
                    .Select(f => f.Entry.Notes.Trim())
                    .Where(n => n.Length > 0)
                    .Distinct(),
            ],
            [
                .. samples
                    .Where(s => way.Lots.Contains(s.LotId))
                    .Select(s =>
                        SampleView.Of(s, family.Lots[s.LotId].Code, family.Lots[s.LotId].Parentage, family.Lots[s.LotId].Fibre, workshop)
                    ),
            ]
        );
    }

    private static CompareCell Cell(ComparedBy by, Known? known, Standing standing, string currency) =>
        known is null
            ? new CompareCell(null, null, standing)
            : new CompareCell(Text(by, known.Value, currency), Spread(by, known.Doubt, currency), standing);

    private static string Text(ComparedBy by, double value, string currency) =>
        by switch
        {
            ComparedBy.Yield or ComparedBy.RestShare or ComparedBy.UnevenSingles or ComparedBy.UnevenPlied or ComparedBy.UnevenYarn =>
                Figures.Percent(value),
            ComparedBy.GramsPerHour => $"{Number(value)} g an hour",
            ComparedBy.Neps => $"{Number(value)} in a gram",
            ComparedBy.Joins or ComparedBy.Lumps => $"{Number(value)} in 10 m",
            ComparedBy.CostPer100Grams => LotCosts.Money((decimal)value, currency),
            _ => Hours(value),
        };

    private static string Spread(ComparedBy by, double doubt, string currency) =>
        by switch
        {
            ComparedBy.Yield or ComparedBy.RestShare => FormattableString.Invariant($"{doubt * 100:0.0} %"),
            ComparedBy.CostPer100Grams => LotCosts.Money((decimal)doubt, currency),
            ComparedBy.PreparingHours or ComparedBy.SpinningHours or ComparedBy.WholeHours or ComparedBy.HoursForTheRest => Hours(doubt),
            _ => Number(doubt),
        };

    private static string Number(double value) => value.ToString(value < 10 ? "0.#" : "0", CultureInfo.InvariantCulture);

    private static string Hours(double hours) =>
        hours < 1
            ? (hours * 60).ToString("0", CultureInfo.InvariantCulture) + " min"
            : hours.ToString(hours < 10 ? "0.#" : "0", CultureInfo.InvariantCulture) + " h";

    private static List<string> Sentences(Comparison comparison, string[] names)
    {
        if (names.Length < 2)
        {
            return ["It was prepared in one way so far: another beside it can be compared."];
        }

        var said = new List<string>();
        if (comparison.IsEven)
        {
            said.Add("No difference you could measure.");
        }
        else if (comparison.Slowest is { } slow)
        {
            said.Add(
                comparison.Bought.Count == 0
                    ? $"The slower road, {names[slow]}, buys nothing that was measured."
                    : $"The slower road, {names[slow]}, buys {string.Join(" and ", comparison.Bought.Select(Bought))}."
            );
        }

        if (comparison.Otherwise.Count > 0)
        {
            said.Add(
                $"More than the preparation differed: {string.Join(", ", comparison.Otherwise.Select(Words))}. What you see may come from that."
            );
        }

        return said;
    }

    private static string Bought(ComparedBy by) =>
        by switch
        {
            ComparedBy.Yield => "more of the fibre",
            ComparedBy.RestShare => "less noil",
            ComparedBy.Neps => "fewer neps",
            ComparedBy.Joins => "fewer joins",
            ComparedBy.Lumps => "fewer lumps",
            ComparedBy.UnevenSingles => "more even singles",
            ComparedBy.UnevenPlied => "a more even ply",
            ComparedBy.UnevenYarn => "a more even yarn",
            _ => throw new ArgumentOutOfRangeException(nameof(by)),
        };

    private static string Words(Otherwise what) =>
        what switch
        {
            Otherwise.Draw => "the draw",
            Otherwise.Plies => "the plies",
            Otherwise.Thickness => "the thickness of the yarn",
            Otherwise.Twist => "the twist",
            Otherwise.Spinner => "who spun",
            Otherwise.Preparer => "who prepared",
            Otherwise.Day => "the day",
            Otherwise.Amount => "how much was prepared",
            _ => throw new ArgumentOutOfRangeException(nameof(what)),
        };

    private static WaitingTrial[] Waiting(Family family, Guid source, Guid[] prepared, MassUnit unit)
    {
        var parts = family
            .Entries.Where(e => e.Step == StepKind.Divide && e.Flows.Any(f => f.Role == FlowRole.In && f.LotId == source))
            .SelectMany(e => e.Flows.Where(f => f.Role == FlowRole.Out).Select(f => family.Lots[f.LotId!.Value]));
        return
        [
            .. parts
                .Where(l => l.UsedUpAt is null && !l.Form.IsPrepared() && !prepared.Contains(l.Id))
                .Select(l => new WaitingTrial(
                    l.Id,
                    l.Code,
                    Figures.ToFigure(l.LeftGrams, l.LeftSigma, unit, Provenance.Reckoned),
                    l.WaitsAt,
                    l.RoutePreparation
                )),
        ];
    }
}

using System.Globalization;
using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Comparing;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Sampling;
using EarthyTuft.Data.Carding;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Sampling;
using EarthyTuft.Data.Store;
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
    /// <param name="wanted">Yarn that is wanted; null where nobody said.</param>
    public static async Task<ComparePage?> Of(
        EarthyTuftDb db,
        RequestContext context,
        string code,
        WantedYarn? wanted,
        CancellationToken cancellationToken
    )
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
        var neps = await Neps(db, [.. ways.SelectMany(w => w.Entries).Distinct()], cancellationToken);
        var costs = LotCosts.Of(family, context.Workshop.HourlyRate);
        var columns = (await SpunColumns.Read(db, family, ways, cancellationToken)).Columns(
            w => w.Entries.Reverse().Select(e => neps.GetValueOrDefault(e)).FirstOrDefault(n => n is not null),
            w => Cost(w, costs, family.Masses)
        );
        ComparedWay[] compared = [.. columns.Select(c => c.Compared)];
        var left = family.Masses.Left(row.Id)?.Estimate.Mass.Grams;
        var comparison = compared.Length == 0 ? null : Comparison.Of(compared, left, context.Workshop.ScaleStepGrams, wanted);
        var names = Names(ways, compared);
        return new ComparePage(
            LotEndpoints.Line(row, context.Workshop.Unit),
            row.Fibre,
            [.. columns.Select((c, i) => View(c, names[i], family, context.Workshop))],
            comparison is null ? [] : Lines(comparison, context.Workshop),
            Judged([.. columns.Select(c => c.Samples)]),
            comparison is null || compared.Length < 2 ? [] : comparison.Otherwise,
            comparison is null ? [] : Sentences(comparison, names),
            Waiting(family, row.Id, lots, context.Workshop.Unit)
        );
    }

    internal static IReadOnlyList<CompareLineView> Lines(Comparison comparison, WorkshopSettings workshop) =>
        [
            .. comparison.Lines.Select(l => new CompareLineView(
                l.By,
                [.. l.Values.Zip(l.Standings, (v, s) => Cell(l.By, v, s, workshop))],
                l.Differs
            )),
        ];

    /// <summary>What was judged by hand, side by side: the mean where several samples were, none where nobody did.</summary>
    internal static IReadOnlyList<JudgedLine> Judged(IReadOnlyList<IReadOnlyList<SampleRow>> columns)
    {
        var marks = columns
            .Select(c => c.SelectMany(s => StoredJudged.Read(s.Judged)).ToLookup(m => m.Scale, m => (double)m.Mark))
            .ToArray();
        return
        [
            .. Enum.GetValues<SampleScale>()
                .Where(scale => marks.Any(m => m[scale].Any()))
                .Select(scale => new JudgedLine(
                    scale,
                    [.. marks.Select(m => m[scale].Any() ? Math.Round(m[scale].Average(), 1) : (double?)null)]
                )),
        ];
    }

    // Kept as a lot of its own, or noted as a loss.
    private static double? Noil(Family family, Guid entry) =>
        (family.NoilAt(entry) ?? 0)
        + family
            .Flows.Where(f => f.EntryId == entry && f.Role == FlowRole.Loss && f.LossKind == LossKind.Noil)
            .Sum(f => f.LoggedGrams ?? 0);

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

    private static string[] Names(IReadOnlyList<PreparedWay> ways, IReadOnlyList<ComparedWay> columns) =>
        [
            .. columns.Select(c =>
                c.Way!.Form.Words()
                + (c.Way.Form is LotForm.Rolag or LotForm.Batt or LotForm.Puni ? "s" : "")
                + (ways.Count(o => o.Form == c.Way.Form) > 1 ? " by " + string.Join(", ", c.Way.Road.Select(s => s.Words())) : "")
                + (
                    c.Holding is { } held ? $", {held.InWords()}"
                    : columns.Any(o => o.Way == c.Way && o.Holding is not null) ? ", held as nobody noted"
                    : ""
                )
            ),
        ];

    private static CompareWayView View(SpunColumnOf column, string name, Family family, WorkshopSettings workshop)
    {
        var (way, unit) = (column.Compared.Way!, workshop.Unit);
        MassFigure Figure(double grams, double? doubt = null) => Figures.ToFigure(grams, doubt, unit, Provenance.Reckoned)!;
        var preparing = way.HoursPer100Grams?.Value;
        var spinning = column.Compared.SpinningHours(workshop.ScaleStepGrams)?.Value;
        return new CompareWayView(
            name,
            way.Form,
            way.Road,
            column.Compared.Holding,
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
                    preparing is { } before ? $"{Hours(before * workshop.Amount)} preparing" : "minutes not noted",
                    .. spinning is { } after ? [$"{Hours(after * workshop.Amount)} spinning"] : Array.Empty<string>(),
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
                .. column
                    .Spun.OrderBy(l => l.MadeAt)
                    .Select(l => new SpunRef(
                        l.Id,
                        l.Code,
                        l.Form,
                        Figures.ToFigure(family.Masses.Made(l.Id)?.Grams, null, unit, Provenance.Reckoned)?.Text
                    )),
            ],
            [
                .. column.Samples.Select(s =>
                    SampleView.Of(s, family.Lots[s.LotId].Code, family.Lots[s.LotId].Parentage, family.Lots[s.LotId].Fibre, workshop)
                ),
            ]
        );
    }

    private static CompareCell Cell(ComparedBy by, Known? known, Standing standing, WorkshopSettings workshop) =>
        known is null
            ? new CompareCell(null, null, standing)
            : new CompareCell(Text(by, known.Value, workshop), Spread(by, known.Doubt, workshop), standing);

    private static string Text(ComparedBy by, double value, WorkshopSettings workshop) =>
        by switch
        {
            ComparedBy.GramsPerHour => $"{Rounded(value, workshop.Unit)} an hour",
            ComparedBy.MetresPerHour => $"{Figures.Metres(value, workshop.LengthUnit)} an hour",
            ComparedBy.Neps => $"{Number(value)} in a gram",
            ComparedBy.Joins or ComparedBy.Lumps => Figures.PerTen(value, workshop.LengthUnit),
            _ when IsShare(by) => Figures.Percent(value),
            ComparedBy.CostPer100Grams => LotCosts.PerAmount((decimal)value, workshop),
            ComparedBy.CostForWanted => LotCosts.Money((decimal)value, workshop.Currency),
            ComparedBy.GramsForWanted => Rounded(value, workshop.Unit),
            _ when IsPerAmount(by) => Hours(value * workshop.Amount),
            _ => Hours(value),
        };

    private static string Spread(ComparedBy by, double doubt, WorkshopSettings workshop) =>
        by switch
        {
            ComparedBy.GramsPerHour or ComparedBy.GramsForWanted => Rounded(doubt, workshop.Unit),
            ComparedBy.Neps => Number(doubt),
            ComparedBy.Joins or ComparedBy.Lumps => Number(doubt / new YarnLength(1).In(workshop.LengthUnit)),
            ComparedBy.MetresPerHour => Number(new YarnLength(doubt).In(workshop.LengthUnit)),
            _ when IsShare(by) => FormattableString.Invariant($"{doubt * 100:0.0} %"),
            ComparedBy.CostPer100Grams => LotCosts.PerAmount((decimal)doubt, workshop),
            ComparedBy.CostForWanted => LotCosts.Money((decimal)doubt, workshop.Currency),
            _ when IsPerAmount(by) => Hours(doubt * workshop.Amount),
            _ => Hours(doubt),
        };

    private static bool IsShare(ComparedBy by) =>
        by
            is ComparedBy.Yield
                or ComparedBy.RestShare
                or ComparedBy.UnevenSingles
                or ComparedBy.UnevenPlied
                or ComparedBy.UnevenYarn
                or ComparedBy.TakeUp;

    private static bool IsPerAmount(ComparedBy by) => by is ComparedBy.PreparingHours or ComparedBy.SpinningHours or ComparedBy.WholeHours;

    // No scale told it: whole grams, and tenths of a few.
    private static string Rounded(double grams, MassUnit unit) => Mass.FromGrams(Math.Round(grams, grams < 10 ? 1 : 0)).Write(unit);

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
                    ? comparison.Measured.Count == 0
                        ? $"{names[slow]} takes longest; what it buys was not measured."
                        : $"The slower road, {names[slow]}, buys nothing in what was measured: {string.Join(", ", comparison.Measured.Select(Of))}."
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

    private static string Of(ComparedBy by) =>
        by switch
        {
            ComparedBy.Yield => "what is kept",
            ComparedBy.RestShare => "noil",
            ComparedBy.Neps => "neps",
            ComparedBy.Joins => "joins",
            ComparedBy.Lumps => "lumps",
            ComparedBy.UnevenSingles => "evenness of singles",
            ComparedBy.UnevenPlied => "evenness of the ply",
            ComparedBy.UnevenYarn => "evenness of the yarn",
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

using EarthyTuft.Core.Course;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Routing;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Ledger;

/// <summary>What a workshop can learn from its own log: yields, pace and what it spends.</summary>
public static class OwnLog
{
    /// <summary>The newest entries tell most; older ones than this many are left out.</summary>
    private const int MostEntries = 600;

    /// <summary>Reads the log's lessons: only entries that close, so that a slip teaches nothing.</summary>
    /// <param name="without">An entry that is itself judged by the log: it does not count among the usual ones.</param>
    public static async Task<OwnExperience> Read(
        EarthyTuftDb db,
        BreedBook book,
        decimal? hourlyRate,
        CancellationToken cancellationToken,
        Guid? without = null
    )
    {
        var rows = await Closing(db)
            .Where(e => e.Id != without)
            .OrderByDescending(e => e.DoneAt)
            .Take(MostEntries)
            .Select(e => new
            {
                e.Step,
                Taken = e.TakenGrams!.Value,
                Kept = e.KeptGrams!.Value,
                e.Minutes,
                e.Spent,
                From = e
                    .Flows.Where(f => f.Role == FlowRole.In)
                    .OrderBy(f => f.Ordinal)
                    .Select(f => (LotForm?)f.Lot!.Form)
                    .FirstOrDefault(),
                Lot = e
                    .Flows.Where(f => f.Role == FlowRole.Out)
                    .OrderBy(f => f.Ordinal)
                    .Select(f => new
                    {
                        f.Lot!.Parentage,
                        f.Lot.Fibre,
                        f.Lot.Form,
                    })
                    .First(),
            })
            .ToListAsync(cancellationToken);
        var classes = rows.Select(r => (r.Lot.Parentage, r.Lot.Fibre))
            .Distinct()
            .ToDictionary(p => p, p => ClassOf(book, p.Parentage, p.Fibre));
        Pace? Carding(bool drum) =>
            Pace.Of([
                .. rows.Where(r => r.Step == StepKind.Card && r.Minutes > 0 && r.Lot.Form.IsOffTheDrum() == drum)
                    .Select(r => (r.Kept, r.Minutes!.Value)),
            ]);
        return new OwnExperience(
            new YieldLog([
                .. rows.Where(r => Teaches(r.Step, r.From))
                    .Select(r => new OwnYield(
                        r.Step,
                        classes[(r.Lot.Parentage, r.Lot.Fibre)],
                        r.Lot.Parentage,
                        Math.Min(1, r.Kept / r.Taken)
                    )),
            ]),
            rows.Where(r => r.Minutes > 0)
                .GroupBy(r => r.Step)
                .Select(g => (g.Key, Pace: Pace.Of([.. g.Select(r => (r.Kept, r.Minutes!.Value))])))
                .Where(p => p.Pace is not null)
                .ToDictionary(p => p.Key, p => p.Pace!),
            rows.Where(r => r.Spent is not null)
                .GroupBy(r => r.Step)
                .ToDictionary(g => g.Key, g => g.Sum(r => r.Spent!.Value) / (decimal)(g.Sum(r => r.Taken) / 1000)),
            hourlyRate
        )
        {
            HandCards = Carding(drum: false),
            Drum = Carding(drum: true),
        };
    }

    /// <summary>Its yields alone.</summary>
    /// <param name="steps">Of these steps only; null for all.</param>
    public static async Task<YieldLog> Yields(
        EarthyTuftDb db,
        BreedBook book,
        IReadOnlyCollection<StepKind>? steps,
        CancellationToken cancellationToken
    )
    {
        var rows = await Closing(db)
            .Where(e => steps == null || steps.Contains(e.Step))
            .OrderByDescending(e => e.DoneAt)
            .Take(MostEntries)
            .Select(e => new
            {
                e.Step,
                Yield = e.KeptGrams!.Value / e.TakenGrams!.Value,
                From = e
                    .Flows.Where(f => f.Role == FlowRole.In)
                    .OrderBy(f => f.Ordinal)
                    .Select(f => (LotForm?)f.Lot!.Form)
                    .FirstOrDefault(),
                Lot = e
                    .Flows.Where(f => f.Role == FlowRole.Out)
                    .OrderBy(f => f.Ordinal)
                    .Select(f => new { f.Lot!.Parentage, f.Lot.Fibre })
                    .First(),
            })
            .ToListAsync(cancellationToken);
        var classes = rows.Select(r => (r.Lot.Parentage, r.Lot.Fibre))
            .Distinct()
            .ToDictionary(p => p, p => ClassOf(book, p.Parentage, p.Fibre));
        return new YieldLog([
            .. rows.Where(r => Teaches(r.Step, r.From))
                .Select(r => new OwnYield(r.Step, classes[(r.Lot.Parentage, r.Lot.Fibre)], r.Lot.Parentage, Math.Min(1, r.Yield))),
        ]);
    }

    // Entries that close: what was lost and not weighed, and is usual, is no slip; what was unlike anything before and is said to have been
    // so is one more that the log knows.
    private static IQueryable<EntryRow> Closing(EarthyTuftDb db) =>
        db
            .Entries.AsNoTracking()
            .Where(e =>
                e.VoidedAt == null
                && (
                    e.Status == BalanceStatus.Fits
                    || e.Status == BalanceStatus.UsualLoss
                    || (e.Status == BalanceStatus.Unusual && (e.Answer == GapAnswer.AsItIs || e.ConfirmedBecause != null))
                )
                && e.TakenGrams > 0
                && e.KeptGrams > 0
                && e.Step != StepKind.Recount
                // Where what came out tells what went in, nothing is learned of either.
                && !e.Flows.Any(f => f.Role == FlowRole.In && f.Amount == Amount.NotWeighed)
            );

    // What has been through a step already yields otherwise the second time, and says nothing of the first.
    private static bool Teaches(StepKind step, LotForm? from) =>
        step.HasBalance() && !(from is { } form && AllStations.Find(step) is { } station && station.IsAgain(form));

    /// <summary>The class of a lot by its parentage, else by its fibre.</summary>
    public static FleeceClass? ClassOf(BreedBook book, string parentage, Fibre fibre) =>
        (Parentage.Read(parentage, "breed") is { IsRefused: false } read ? read.Value.Class(book.Find) : null) ?? FleeceClasses.Of(fibre);
}

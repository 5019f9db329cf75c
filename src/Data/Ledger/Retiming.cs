using EarthyTuft.Core.Ledger;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Ledger;

/// <summary>Who sets the time of entries right, when and why.</summary>
/// <param name="DayOf">The day of the workshop that a time lies in.</param>
/// <param name="Write">A time in words.</param>
/// <param name="What">What was changed of a step, in words.</param>
public sealed record TimeSetRight(
    string Who,
    DateTimeOffset At,
    string Because,
    Func<DateTimeOffset, DateOnly> DayOf,
    Func<DateTimeOffset, string> Write,
    Func<StepKind, string> What
);

/// <summary>Gives entries another time, with its history: what hangs on the order of things is reckoned anew.</summary>
public static class Retiming
{
    /// <summary>The entries of a family in time.</summary>
    public static IReadOnlyList<TimedEntry> Times(Family family) =>
        [
            .. family
                .Flows.GroupBy(f => f.EntryId)
                .Select(e => new TimedEntry(
                    e.Key,
                    e.First().DoneAt,
                    [
                        .. e.Where(f => f.Role is FlowRole.In or FlowRole.Count && f.LotId is not null)
                            .Select(f => f.LotId!.Value)
                            .Distinct(),
                    ],
                    [.. e.Where(f => f.Role == FlowRole.Out).Select(f => f.LotId!.Value)]
                )),
        ];

    /// <summary>Moves entries, within the caller's transaction, their lots locked. The family has to be reckoned anew afterwards.</summary>
    public static async Task Move(EarthyTuftDb db, IReadOnlyList<MovedEntry> moved, TimeSetRight by, CancellationToken cancellationToken)
    {
        var to = moved.ToDictionary(m => m.EntryId, m => m.To.ToStored());
        var entries = await db
            .Entries.Where(e => to.Keys.Contains(e.Id))
            .Include(e => e.Flows)
                .ThenInclude(f => f.Weighings)
            .ToListAsync(cancellationToken);
        foreach (var entry in entries)
        {
            db.Changes.Add(
                new ChangeRow
                {
                    EntryId = entry.Id,
                    What = by.What(entry.Step),
                    From = by.Write(entry.DoneAt),
                    To = by.Write(to[entry.Id]),
                    Because = by.Because,
                    Who = by.Who,
                    At = by.At,
                }
            );
            // What was weighed with it was weighed on that day; a weight that was set right later was not weighed again.
            var (was, day) = (by.DayOf(entry.DoneAt), by.DayOf(to[entry.Id]));
            foreach (var weighing in entry.Flows.SelectMany(f => f.Weighings).Where(w => w.Session == was))
            {
                weighing.Session = day;
            }

            entry.DoneAt = to[entry.Id];
        }

        await db.SaveChangesAsync(cancellationToken);
        await FollowEntries(db, [.. entries.SelectMany(e => e.Flows).Select(f => f.LotId).OfType<Guid>().Distinct()], cancellationToken);
    }

    /// <summary>When each lot was made, used last and used up follows from its entries.</summary>
    internal static async Task FollowEntries(EarthyTuftDb db, Guid[] ids, CancellationToken cancellationToken)
    {
        var flows = await db
            .Flows.Where(f => f.LotId != null && ids.Contains(f.LotId.Value) && !f.Voided)
            .Join(
                db.Entries,
                f => f.EntryId,
                e => e.Id,
                (f, e) =>
                    new
                    {
                        f.LotId,
                        f.Role,
                        f.EmptiesLot,
                        e.DoneAt,
                    }
            )
            .ToListAsync(cancellationToken);
        var of = flows.ToLookup(f => f.LotId!.Value);
        foreach (var lot in await db.Lots.Where(l => ids.Contains(l.Id)).ToListAsync(cancellationToken))
        {
            lot.MadeAt = of[lot.Id].Where(f => f.Role == FlowRole.Out).Select(f => f.DoneAt).DefaultIfEmpty(lot.MadeAt).Min();
            lot.ChangedAt = of[lot.Id].Max(f => f.DoneAt);
            lot.UsedUpAt = lot.UsedUpAt is null
                ? null
                : of[lot.Id].Where(f => f.EmptiesLot).Select(f => (DateTimeOffset?)f.DoneAt).DefaultIfEmpty(lot.UsedUpAt).Max();
        }

        await db.SaveChangesAsync(cancellationToken);
    }
}

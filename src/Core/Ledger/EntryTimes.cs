namespace EarthyTuft.Core.Ledger;

/// <summary>An entry's place in time, with what ties it to others.</summary>
/// <param name="Id">The entry.</param>
/// <param name="DoneAt">When it was done.</param>
/// <param name="From">The lots that it took from or counted.</param>
/// <param name="Made">The lots that it made.</param>
public sealed record TimedEntry(Guid Id, DateTimeOffset DoneAt, IReadOnlyCollection<Guid> From, IReadOnlyCollection<Guid> Made);

/// <summary>An entry that has another time.</summary>
/// <param name="EntryId">The entry.</param>
/// <param name="To">Its new time.</param>
public sealed record MovedEntry(Guid EntryId, DateTimeOffset To);

/// <summary>
/// Nothing is done with a lot before it was made. Where an entry is said to have been at another time, what it took from must have been made
/// by then, and what was made of it cannot have been used yet.
/// </summary>
public static class EntryTimes
{
    /// <summary>Two entries of which one follows from the other are at least so far apart where one is moved for the other.</summary>
    public static readonly TimeSpan Apart = TimeSpan.FromMinutes(1);

    /// <summary>Whether a lot was not made yet. A time is typed to the minute, so within one it was.</summary>
    /// <param name="madeAt">When the lot was made.</param>
    /// <param name="doneAt">When it is said to have been used.</param>
    public static bool IsBeforeMade(DateTimeOffset madeAt, DateTimeOffset doneAt) => madeAt - doneAt >= Apart;

    /// <summary>What would have to move along, so that an entry can have been when it is said to have been.</summary>
    /// <param name="family">The entries that are there; the one in question counts with its new time, whether or not it is among
    /// them.</param>
    /// <param name="moved">The entry, with its new time.</param>
    /// <returns>Earlier ones that come after it, to before it, and theirs; later ones that come before it, to after it, and theirs. Empty
    /// where nothing stands against it.</returns>
    public static IReadOnlyList<MovedEntry> Along(IReadOnlyCollection<TimedEntry> family, TimedEntry moved)
    {
        var others = family.Where(e => e.Id != moved.Id).ToArray();
        var maker = others.SelectMany(e => e.Made.Select(lot => (lot, e))).DistinctBy(p => p.lot).ToDictionary(p => p.lot, p => p.e);
        var users = others.SelectMany(e => e.From.Select(lot => (lot, e))).ToLookup(p => p.lot, p => p.e);
        var to = new Dictionary<Guid, DateTimeOffset>();
        Move(moved, -1, e => e.From.Select(maker.GetValueOrDefault).OfType<TimedEntry>());
        Move(moved, 1, e => e.Made.SelectMany(lot => users[lot]));
        return [.. to.Select(m => new MovedEntry(m.Key, m.Value))];

        // Each is moved as far as the last that needs it; a family has no circle.
        void Move(TimedEntry from, int way, Func<TimedEntry, IEnumerable<TimedEntry>> next)
        {
            var open = new Queue<TimedEntry>([from]);
            while (open.TryDequeue(out var at))
            {
                foreach (var other in next(at))
                {
                    var stands = to.GetValueOrDefault(other.Id, other.DoneAt);
                    var isWrong = way < 0 ? IsBeforeMade(stands, at.DoneAt) : IsBeforeMade(at.DoneAt, stands);
                    if (isWrong)
                    {
                        to[other.Id] = at.DoneAt + (way * Apart);
                        open.Enqueue(other with { DoneAt = to[other.Id] });
                    }
                }
            }
        }
    }
}

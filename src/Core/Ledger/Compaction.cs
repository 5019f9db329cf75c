namespace EarthyTuft.Core.Ledger;

/// <summary>Why fibre lies so close that it has to be opened before it drafts (docs/craft.md, section 11).</summary>
public enum Compaction
{
    /// <summary>It was dyed.</summary>
    Dyed,

    /// <summary>It lay in store for a long time.</summary>
    Stored,
}

/// <summary>Tells fibre that has to be opened again.</summary>
public static class Compactions
{
    /// <summary>After so long in store fibre is taken to have settled (typical).</summary>
    public static readonly TimeSpan LongStored = TimeSpan.FromDays(365);

    /// <summary>Whether a lot is compacted: dyed, or long stored, and not opened since.</summary>
    /// <param name="lotId">The lot.</param>
    /// <param name="madeAt">When it was made.</param>
    /// <param name="family">Its family, oldest entry first.</param>
    /// <param name="cameDyed">Whether a lot came in dyed.</param>
    /// <param name="now">Now.</param>
    /// <returns>Null when it is not.</returns>
    public static Compaction? Of(
        Guid lotId,
        DateTimeOffset madeAt,
        IReadOnlyCollection<Entry> family,
        Func<Guid, bool> cameDyed,
        DateTimeOffset now
    )
    {
        var makers = family
            .SelectMany(e => e.Flows.Where(f => f.Role == FlowRole.Out).Select(f => (Lot: f.LotId!.Value, Entry: e)))
            .ToDictionary(p => p.Lot, p => p.Entry);
        var open = new Queue<Guid>([lotId]);
        var seen = new HashSet<Guid>(open);
        while (open.TryDequeue(out var lot))
        {
            if (cameDyed(lot) || (makers.TryGetValue(lot, out var entry) && entry.Step == StepKind.Dye))
            {
                return Compaction.Dyed;
            }

            // Moving fibre between bags, or oiling it, opens nothing; whatever else is done to it does.
            if (entry?.Step is StepKind.Divide or StepKind.Join or StepKind.Dress)
            {
                foreach (var source in entry.Flows.Where(f => f.Role == FlowRole.In).Select(f => f.LotId!.Value).Where(seen.Add))
                {
                    open.Enqueue(source);
                }
            }
        }

        return now - madeAt > LongStored ? Compaction.Stored : null;
    }
}

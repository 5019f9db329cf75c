namespace EarthyTuft.Core.Ledger;

/// <summary>A lot from its making, or from a recount, to its end or the next recount.</summary>
/// <param name="LotId">The lot.</param>
/// <param name="Start">The flow that made it, or the recount.</param>
/// <param name="Takings">What was taken from it meanwhile, oldest first.</param>
/// <param name="EndedBy">The recount that ended it, null for the last stretch.</param>
internal sealed record LotStretch(Guid LotId, Flow Start, IReadOnlyList<Flow> Takings, Flow? EndedBy)
{
    /// <summary>True when it is known that nothing was left: then what was taken, and what turned up afterwards, adds up to what there
    /// was.</summary>
    public bool IsClosed => Takings.Any(t => t.EmptiesLot);

    /// <summary>True when nothing was left and nothing turned up since.</summary>
    public bool IsEmptied => IsClosed && EndedBy is null;

    /// <summary>Everything that went out of it: what was taken, and what a later recount found of a lot that was emptied.</summary>
    public IEnumerable<Flow> Ends => IsClosed && EndedBy is { } found ? Takings.Append(found) : Takings;

    /// <summary>The stretches of every lot that a family made or counted, in order.</summary>
    /// <param name="family">Its entries, oldest first.</param>
    public static IReadOnlyList<LotStretch> Of(IEnumerable<Entry> family)
    {
        var done = new List<LotStretch>();
        var open = new Dictionary<Guid, (Flow Start, List<Flow> Takings)>();
        foreach (var flow in family.SelectMany(e => e.Flows).Where(f => f.LotId is not null))
        {
            var lot = flow.LotId!.Value;
            if (flow.Role == FlowRole.In)
            {
                if (open.TryGetValue(lot, out var stretch))
                {
                    stretch.Takings.Add(flow);
                }

                continue;
            }

            if (open.TryGetValue(lot, out var before))
            {
                done.Add(new LotStretch(lot, before.Start, before.Takings, flow));
            }

            open[lot] = (flow, []);
        }

        done.AddRange(open.Select(o => new LotStretch(o.Key, o.Value.Start, o.Value.Takings, null)));
        return done;
    }
}

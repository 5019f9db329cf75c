
namespace EarthyTuft.Core.Ledger;

/// <summary>Where a lot came from.</summary>
/// <param name="RootLotId">The fleece.</param>
/// <param name="RawGrams">How much of that fleece, in raw reference grams, stands behind the lot.</param>
/// <param name="Share">Its share of the lot, 0 to 1.</param>
public sealed record Origin(Guid RootLotId, double RawGrams, double Share);

/// <summary>
/// Traces lots back to raw fleeces. What a step takes is spread over what it gives in proportion to mass; losses carry nothing,
/// so the raw weight behind a lot grows per gram at every step. A total yield is made mass over raw mass behind it.
/// </summary>
public sealed class Lineage
{
    private readonly MassSolver solver;
    private readonly TakenShares shares;
    private readonly Func<Guid, bool> isRaw;
    private readonly Dictionary<Guid, Entry> maker = [];
    private readonly Dictionary<Guid, IReadOnlyDictionary<Guid, double>?> behind = [];

    /// <summary>A lineage over a family.</summary>
    /// <param name="family">Its entries.</param>
    /// <param name="solver">Their masses.</param>
    /// <param name="isRaw">Whether what came in came raw, by lot; null for everything. Behind what came in prepared there is raw fleece that nobody here weighed.</param>
    public Lineage(IReadOnlyCollection<Entry> family, MassSolver solver, Func<Guid, bool>? isRaw = null)
    {
        this.solver = solver;
        this.isRaw = isRaw ?? (_ => true);
        shares = TakenShares.Of(family, solver);
        foreach (var entry in family)
        {
            foreach (var flow in entry.Flows.Where(f => f.Role == FlowRole.Out))
            {
                maker[flow.LotId!.Value] = entry;
            }
        }
    }

    /// <summary>The fleeces behind a lot, largest share first; empty when a mass on the way is not known.</summary>
    /// <param name="lotId">A lot of the family.</param>
    public IReadOnlyList<Origin> Origins(Guid lotId)
    {
        if (Behind(lotId) is not { Count: > 0 } raw)
        {
            return [];
        }

        var all = raw.Values.Sum();
        return [.. raw.Select(r => new Origin(r.Key, r.Value, r.Value / all)).OrderByDescending(o => o.Share)];
    }

    /// <summary>Made mass over the raw mass behind it; null when either is not known, as for whatever has a part that came in prepared.</summary>
    /// <param name="lotId">A lot of the family.</param>
    public double? TotalYield(Guid lotId) =>
        Behind(lotId) is { } roots && roots.Keys.All(isRaw) && roots.Values.Sum() is > 0 and var raw && solver.Made(lotId) is { } made ? made.Grams / raw : null;

    // Iterative, oldest first: a family may be thousands of steps deep, deeper than the stack is.
    private IReadOnlyDictionary<Guid, double>? Behind(Guid lotId)
    {
        var open = new Stack<Guid>([lotId]);
        while (open.TryPeek(out var lot))
        {
            if (behind.ContainsKey(lot) || !maker.TryGetValue(lot, out var entry))
            {
                open.Pop();
                behind.TryAdd(lot, null);
                continue;
            }

            var missing = entry.Flows.Where(f => f.Role == FlowRole.In && !behind.ContainsKey(f.LotId!.Value)).Select(f => f.LotId!.Value).ToArray();
            if (missing.Length > 0)
            {
                Array.ForEach(missing, open.Push);
                continue;
            }

            behind[lot] = Reckon(lot, entry);
            open.Pop();
        }

        return behind[lotId];
    }

    private Dictionary<Guid, double>? Reckon(Guid lot, Entry entry)
    {
        if (entry.Step == StepKind.TakeIn)
        {
            return solver.Made(lot) is { } raw ? new() { [lot] = raw.Grams } : null;
        }

        var outs = entry.Flows.Where(f => f.Role == FlowRole.Out).ToArray();
        if (ShareOfOutputs(lot, outs) is not { } share)
        {
            return null;
        }

        var sum = new Dictionary<Guid, double>();
        foreach (var taking in entry.Flows.Where(f => f.Role == FlowRole.In))
        {
            var source = taking.LotId!.Value;
            if (behind[source] is not { } raw || shares.Of(taking) is not { } part)
            {
                return null;
            }

            foreach (var (root, grams) in raw)
            {
                sum[root] = sum.GetValueOrDefault(root) + (grams * part * share);
            }
        }

        return sum;
    }

    private double? ShareOfOutputs(Guid lot, Flow[] outs)
    {
        if (outs.Length == 1)
        {
            return 1;
        }

        var masses = outs.Select(solver.Of).ToArray();
        var all = masses.Any(m => m is null) ? 0 : masses.Sum(m => m!.Grams);
        return all > 0 ? solver.Made(lot)!.Grams / all : null;
    }
}

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
    /// <param name="isRaw">Whether what came in came raw, by lot; null for everything. Behind what came in prepared there is raw fleece
    /// that nobody here weighed.</param>
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

    /// <summary>Made mass over the raw mass behind it; null when either is not known, as for whatever has a part that came in
    /// prepared.</summary>
    /// <param name="lotId">A lot of the family.</param>
    public double? TotalYield(Guid lotId) =>
        Behind(lotId) is { } roots && roots.Keys.All(isRaw) && roots.Values.Sum() is > 0 and var raw && solver.Made(lotId) is { } made
            ? made.Grams / raw
            : null;

    /// <summary>A lot, then what it was made of, then what that was made of, and so on.</summary>
    /// <param name="family">The entries around it.</param>
    /// <param name="lotId">The lot; alone where nothing in the family made it.</param>
    public static IEnumerable<IReadOnlySet<Guid>> Generations(IReadOnlyCollection<Entry> family, Guid lotId)
    {
        var makers = family
            .SelectMany(e => e.Flows.Where(f => f.Role == FlowRole.Out).Select(f => (Lot: f.LotId!.Value, Entry: e)))
            .GroupBy(m => m.Lot)
            .ToDictionary(g => g.Key, g => g.First().Entry);
        var passed = new HashSet<Guid>();
        for (var generation = new HashSet<Guid> { lotId }; generation.Count > 0; )
        {
            yield return generation;
            passed.UnionWith(generation);
            generation =
            [
                .. generation
                    .Where(makers.ContainsKey)
                    .SelectMany(l => makers[l].Flows.Where(f => f.Role == FlowRole.In).Select(f => f.LotId!.Value))
                    .Where(id => !passed.Contains(id)),
            ];
        }
    }

    /// <summary>A lot with everything that it was made of.</summary>
    /// <param name="family">The entries around it.</param>
    /// <param name="lotId">The lot.</param>
    public static HashSet<Guid> Ancestors(IReadOnlyCollection<Entry> family, Guid lotId) =>
        [.. Generations(family, lotId).SelectMany(g => g)];

    /// <summary>A lot with everything that led to it and everything that followed from it.</summary>
    /// <param name="family">The entries around it.</param>
    /// <param name="lotId">The lot.</param>
    public static HashSet<Guid> Line(IReadOnlyCollection<Entry> family, Guid lotId)
    {
        var line = Ancestors(family, lotId);
        var takers = family
            .SelectMany(e => e.Flows.Where(f => f.Role == FlowRole.In).Select(f => (Lot: f.LotId!.Value, Entry: e)))
            .ToLookup(t => t.Lot, t => t.Entry);
        var open = new Stack<Guid>([lotId]);
        while (open.TryPop(out var lot))
        {
            foreach (
                var made in takers[lot]
                    .SelectMany(e => e.Flows.Where(f => f.Role == FlowRole.Out).Select(f => f.LotId!.Value))
                    .Where(line.Add)
            )
            {
                open.Push(made);
            }
        }

        return line;
    }

    /// <summary>The lots themselves and what was made of nothing else: what is said of them later is true of it too.</summary>
    /// <param name="family">The entries around them, in the order in which they happened.</param>
    /// <param name="lots">Where it begins.</param>
    public static HashSet<Guid> DescendantsOfAlone(IReadOnlyCollection<Entry> family, IEnumerable<Guid> lots)
    {
        var same = lots.ToHashSet();
        foreach (var entry in family)
        {
            var sources = entry.Flows.Where(f => f.Role == FlowRole.In).Select(f => f.LotId!.Value).ToArray();
            if (sources.Length > 0 && sources.All(same.Contains))
            {
                same.UnionWith(entry.Flows.Where(f => f.Role == FlowRole.Out).Select(f => f.LotId!.Value));
            }
        }

        return same;
    }

    /// <summary>What was noted nearest to a lot: of itself, or of what it was made of, step by step back.</summary>
    /// <typeparam name="T">What is noted of lots.</typeparam>
    /// <param name="family">The entries around it.</param>
    /// <param name="lotId">The lot.</param>
    /// <param name="noted">What was noted, of any lots.</param>
    /// <param name="of">The lot that it was noted of.</param>
    /// <returns>All of the nearest generation of which something was noted; empty where nothing was.</returns>
    public static IReadOnlyList<T> Nearest<T>(IReadOnlyCollection<Entry> family, Guid lotId, IReadOnlyList<T> noted, Func<T, Guid> of) =>
        noted.Count == 0
            ? []
            : Generations(family, lotId)
                .Select(generation => noted.Where(n => generation.Contains(of(n))).ToArray())
                .FirstOrDefault(here => here.Length > 0)
                ?? [];

    /// <summary>The last step of a kind on the way to a lot, the nearest generation first; null where there was none.</summary>
    /// <param name="family">The entries around it, in the order in which they happened.</param>
    /// <param name="lotId">The lot.</param>
    /// <param name="step">The kind.</param>
    public static Entry? Last(IReadOnlyCollection<Entry> family, Guid lotId, StepKind step)
    {
        var such = family.Where(e => e.Step == step).Reverse().ToArray();
        return such.Length == 0
            ? null
            : Generations(family, lotId)
                .Select(lots => such.FirstOrDefault(e => e.Flows.Any(f => f.Role == FlowRole.Out && lots.Contains(f.LotId!.Value))))
                .FirstOrDefault(e => e is not null);
    }

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

            var missing = entry
                .Flows.Where(f => f.Role == FlowRole.In && !behind.ContainsKey(f.LotId!.Value))
                .Select(f => f.LotId!.Value)
                .ToArray();
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

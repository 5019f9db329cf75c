namespace EarthyTuft.Core.Ledger;

/// <summary>
/// A family as a network: every balance is a node, every mass an edge. A step's balance takes what goes in (+1) and gives what comes out
/// (-1); a lot's stretch gives what it was made with to whoever took from it. Beyond the balances lies the ground: the animal, the
/// compost, the shelf. Because a mass stands in two balances at most, the left null space of the unmeasured part (docs/craft.md, section 4)
/// is found by joining the nodes that an unmeasured edge ties together: what is joined to the ground cannot be checked.
/// </summary>
internal sealed class FlowNetwork
{
    /// <summary>The node outside of every balance.</summary>
    public const int Ground = 0;

    private readonly List<Edge> edges = [];

    private FlowNetwork(int nodes) => Nodes = nodes;

    /// <summary>One mass: it enters the balance <paramref name="To"/> with +1 and leaves the balance <paramref name="From"/> with
    /// -1.</summary>
    public sealed record Edge(Flow Flow, Guid EntryId, int From, int To);

    /// <summary>How many nodes there are, the ground included.</summary>
    public int Nodes { get; private set; }

    /// <summary>All masses.</summary>
    public IReadOnlyList<Edge> Edges => edges;

    /// <summary>Builds the network of a family.</summary>
    /// <param name="family">Its entries, oldest first.</param>
    /// <param name="masses">Its masses, which tell where something was taken up; left out where no step adds anything.</param>
    public static FlowNetwork Of(IReadOnlyCollection<Entry> family, MassSolver? masses = null)
    {
        var network = new FlowNetwork(1);
        var stretchOf = LotStretch.Of(family);
        var stepNode = family.Where(e => e.Step.HasBalance()).ToDictionary(e => e.Id, _ => network.Nodes++);
        // A stretch that nobody emptied has an unknown rest: it checks nothing, and its ends lie in the ground.
        var lotNode = stretchOf.Where(s => s.IsClosed).ToDictionary(s => s.Start.Id, _ => network.Nodes++);
        var startOf = new Dictionary<Guid, int>();
        // What turned up of a lot that was emptied comes out of it, and not out of nowhere.
        var foundIn = stretchOf.Where(s => s.IsClosed && s.EndedBy is not null).ToDictionary(s => s.EndedBy!.Id, s => lotNode[s.Start.Id]);
        foreach (var stretch in stretchOf)
        {
            var node = lotNode.GetValueOrDefault(stretch.Start.Id, Ground);
            startOf[stretch.Start.Id] = node;
            foreach (var taking in stretch.Takings)
            {
                startOf[taking.Id] = node;
            }
        }

        foreach (var entry in family)
        {
            var step = stepNode.GetValueOrDefault(entry.Id, Ground);
            foreach (var flow in entry.Flows)
            {
                var lot = startOf.GetValueOrDefault(flow.Id, Ground);
                network.edges.Add(
                    flow.Role switch
                    {
                        FlowRole.In => new Edge(flow, entry.Id, lot, step),
                        FlowRole.Gain => new Edge(flow, entry.Id, Ground, step),
                        FlowRole.Out => new Edge(flow, entry.Id, step, lot),
                        FlowRole.Count => new Edge(flow, entry.Id, foundIn.GetValueOrDefault(flow.Id, Ground), lot),
                        _ => new Edge(flow, entry.Id, step, Ground),
                    }
                );
            }

            // What was lost and not weighed: known to lie within what the step usually takes. It is never named, for nobody weighed it.
            if (entry is { Usual: { } usual, FindsByDifference: false } && step != Ground)
            {
                network.edges.Add(new Edge(usual.AsFlow(entry.Id), entry.Id, step, Ground));
            }

            // What was taken up and not weighed likewise, where more came out than the weighings explain.
            if (
                entry.UsualGain is { } gain
                && step != Ground
                && masses?.BalanceAt(entry.Id) is { Status: BalanceStatus.UsualGain, In: { } taken }
            )
            {
                network.edges.Add(new Edge(gain.AsFlow(entry.Id, gain.Allowance(taken.Mass)), entry.Id, Ground, step));
            }
        }

        return network;
    }
}

/// <summary>Which nodes are one: joined nodes bear the lowest of their numbers, so that the ground keeps its own.</summary>
internal sealed class JoinedNodes(int count)
{
    private readonly int[] parent = [.. Enumerable.Range(0, count)];

    public int Of(int node)
    {
        while (parent[node] != node)
        {
            node = parent[node] = parent[parent[node]];
        }

        return node;
    }

    public void Join(int one, int other)
    {
        var (a, b) = (Of(one), Of(other));
        parent[Math.Max(a, b)] = Math.Min(a, b);
    }
}

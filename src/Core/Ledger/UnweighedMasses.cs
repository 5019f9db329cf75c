using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Ledger;

/// <summary>
/// The masses nobody weighed, from those that were. An unweighed edge is fixed exactly when it is a bridge between two parts of the
/// network: then it carries whatever the balances on one side are short of.
/// </summary>
internal sealed class UnweighedMasses
{
    private readonly Dictionary<Guid, Estimate> values = [];

    public Estimate? Of(FlowNetwork.Edge edge) => values.GetValueOrDefault(edge.Flow.Id);

    public static UnweighedMasses Of(FlowNetwork network, WeighingAdjustment work)
    {
        var solved = new UnweighedMasses();
        var open = network.Edges.Where(e => !work.IsMeasured(e.Flow.Id)).ToArray();
        if (open.Length == 0)
        {
            return solved;
        }

        var short_ = new double[network.Nodes];
        var terms = new List<(double Factor, Guid FlowId)>?[network.Nodes];
        foreach (var edge in network.Edges.Where(e => work.IsMeasured(e.Flow.Id)))
        {
            var grams = work.ReconciledGrams(edge.Flow.Id);
            short_[edge.To] += grams;
            short_[edge.From] -= grams;
            (terms[edge.To] ??= []).Add((1, edge.Flow.Id));
            (terms[edge.From] ??= []).Add((-1, edge.Flow.Id));
        }

        foreach (var (edge, side) in Bridges(network.Nodes, open))
        {
            // The nodes on the far side get from this edge what their weighed masses do not bring.
            var need = -side.Sum(n => short_[n]);
            var sign = side.Contains(edge.To) ? 1 : -1;
            var inside = side.SelectMany(n => terms[n] ?? [])
                .GroupBy(t => t.FlowId)
                .Select(g => (Factor: g.Sum(t => t.Factor), FlowId: g.Key))
                .Where(t => t.Factor != 0)
                .ToArray();
            solved.values[edge.Flow.Id] = new Estimate(Mass.FromGrams(sign * need), inside.Length == 0 ? 0 : work.Sigma(inside))
            {
                Step = inside.Select(t => work.StepOf(t.FlowId)).DefaultIfEmpty(0).Max(),
            };
        }

        return solved;
    }

    /// <summary>Every bridge with the nodes it cuts off from the ground, or from the rest of a part that has no ground.</summary>
    private static IEnumerable<(FlowNetwork.Edge Edge, HashSet<int> Side)> Bridges(int nodes, FlowNetwork.Edge[] edges)
    {
        var next = edges.SelectMany((e, i) => new[] { (Node: e.From, Edge: i), (Node: e.To, Edge: i) }).ToLookup(p => p.Node, p => p.Edge);
        var place = new int[nodes];
        var low = new int[nodes];
        var children = new List<int>?[nodes];
        var counter = 0;
        var bridges = new List<(int Edge, int Child)>();
        foreach (var root in next.Select(g => g.Key).OrderBy(n => n))
        {
            if (place[root] > 0)
            {
                continue;
            }

            // Depth first without recursion: a family may be deeper than the stack.
            var stack = new Stack<(int Node, int Via, IEnumerator<int> Ahead)>();
            place[root] = low[root] = ++counter;
            stack.Push((root, -1, next[root].GetEnumerator()));
            while (stack.TryPeek(out var top))
            {
                if (top.Ahead.MoveNext())
                {
                    var i = top.Ahead.Current;
                    var other = edges[i].From == top.Node ? edges[i].To : edges[i].From;
                    if (i == top.Via || other == top.Node)
                    {
                        continue;
                    }

                    if (place[other] > 0)
                    {
                        low[top.Node] = Math.Min(low[top.Node], place[other]);
                        continue;
                    }

                    place[other] = low[other] = ++counter;
                    (children[top.Node] ??= []).Add(other);
                    stack.Push((other, i, next[other].GetEnumerator()));
                    continue;
                }

                stack.Pop();
                if (stack.TryPeek(out var parent))
                {
                    low[parent.Node] = Math.Min(low[parent.Node], low[top.Node]);
                    if (low[top.Node] > place[parent.Node])
                    {
                        bridges.Add((top.Via, top.Node));
                    }
                }
            }
        }

        foreach (var (edge, child) in bridges)
        {
            var side = new HashSet<int>();
            var open = new Stack<int>([child]);
            while (open.TryPop(out var node))
            {
                side.Add(node);
                foreach (var below in children[node] ?? [])
                {
                    open.Push(below);
                }
            }

            yield return (edges[edge], side);
        }
    }
}

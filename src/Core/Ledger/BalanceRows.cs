namespace EarthyTuft.Core.Ledger;

/// <summary>Which balances of a network check something: those that only unweighed masses join are one, and one that follows from the others is
/// none.</summary>
internal static class BalanceRows
{
    /// <summary>For each node its row of Ar, -1 where it checks nothing.</summary>
    public static int[] Of(FlowNetwork network)
    {
        var joined = new JoinedNodes(network.Nodes);
        foreach (var edge in network.Edges.Where(e => e.Flow.Weighing is null))
        {
            joined.Join(edge.From, edge.To);
        }

        // Rows that only pass measured masses between themselves add up to nothing: one of them says nothing new.
        var together = new JoinedNodes(network.Nodes);
        foreach (var edge in network.Edges.Where(e => e.Flow.Weighing is not null))
        {
            together.Join(joined.Of(edge.From), joined.Of(edge.To));
        }

        var row = new int[network.Nodes];
        var next = 0;
        var ground = joined.Of(FlowNetwork.Ground);
        var spare = new HashSet<int>();
        var ofRoot = new Dictionary<int, int>();
        for (var node = 0; node < network.Nodes; node++)
        {
            var root = joined.Of(node);
            if (!ofRoot.TryGetValue(root, out var number))
            {
                var isSpare = together.Of(root) != together.Of(ground) && spare.Add(together.Of(root));
                ofRoot[root] = number = root == ground || isSpare ? -1 : next++;
            }

            row[node] = number;
        }

        return row;
    }
}

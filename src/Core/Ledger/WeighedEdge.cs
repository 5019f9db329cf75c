namespace EarthyTuft.Core.Ledger;

/// <summary>A weighing on its edge.</summary>
internal sealed class WeighedEdge(FlowNetwork.Edge edge, int from, int to, int session)
{
    public FlowNetwork.Edge Edge { get; } = edge;

    public int From { get; } = from == to ? -1 : from;

    public int To { get; } = from == to ? -1 : to;

    public int Session { get; } = session;

    public double Grams { get; } = edge.Flow.Weighing!.Grams;

    // A weight that is said to be exact would make the matrix singular where two of them meet.
    public double OwnVariance { get; } = Math.Max(edge.Flow.Weighing!.OwnVariance, 1e-9);

    public double Shared { get; } = edge.Flow.Weighing!.Shared;

    /// <summary>The division of its scale in grams.</summary>
    public double Step { get; } = edge.Flow.Weighing!.Step;

    /// <summary>a' M^-1 r.</summary>
    public double Push { get; set; }

    /// <summary>a' M^-1 a: nothing when no balance checks it.</summary>
    public double Weight { get; set; }

    public double WeightAtFirst { get; set; }

    public bool IsExcluded { get; set; }

    public bool IsChecked => Weight > 0;

    /// <summary>
    /// The shift of this weighing alone in its standard deviations. Where no session is shared it is the z of docs/craft.md, section 4;
    /// where one is, it does not take a neighbour's slip for its own, as z does.
    /// </summary>
    public double Statistic => Push / Math.Sqrt(Weight);

    public static WeighedEdge Of(FlowNetwork.Edge edge, int[] row, Dictionary<DateOnly, int> sessions, int rows)
    {
        var session = -1;
        if (edge.Flow.Weighing!.Shared != 0 && !sessions.TryGetValue(edge.Flow.Weighing.Session, out session))
        {
            sessions[edge.Flow.Weighing.Session] = session = rows + sessions.Count;
        }

        return new WeighedEdge(edge, row[edge.From], row[edge.To], session);
    }
}

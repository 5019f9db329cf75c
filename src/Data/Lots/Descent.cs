using EarthyTuft.Core.Ledger;
using EarthyTuft.Data.Ledger;

namespace EarthyTuft.Data.Lots;

/// <summary>What was made of some lots alone: what is said of them later is true of it too.</summary>
public static class Descent
{
    /// <summary>The lots themselves and what was made of nothing else.</summary>
    /// <param name="family">The entries around them.</param>
    /// <param name="lots">Where it begins.</param>
    public static HashSet<Guid> OfAlone(Family family, IEnumerable<Guid> lots)
    {
        var same = lots.ToHashSet();
        foreach (var entry in family.Entries)
        {
            var sources = entry.Flows.Where(f => f.Role == FlowRole.In).Select(f => f.LotId!.Value).ToArray();
            if (sources.Length > 0 && sources.All(same.Contains))
            {
                same.UnionWith(entry.Flows.Where(f => f.Role == FlowRole.Out).Select(f => f.LotId!.Value));
            }
        }

        return same;
    }
}

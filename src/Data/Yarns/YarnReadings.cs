using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Yarns;

/// <summary>Reads what was measured of yarns.</summary>
public static class YarnReadings
{
    /// <summary>What was measured of lots, all readings that count together.</summary>
    public static async Task<IReadOnlyDictionary<Guid, YarnMeasures>> MeasuresOf(
        this EarthyTuftDb db,
        IReadOnlyCollection<Guid> lots,
        CancellationToken cancellationToken
    )
    {
        var readings = await db
            .YarnReadings.AsNoTracking()
            .Where(r => lots.Contains(r.LotId) && r.WithdrawnAt == null)
            .OrderBy(r => r.At)
            .ThenBy(r => r.Id)
            .ToListAsync(cancellationToken);
        return readings
            .GroupBy(r => r.LotId)
            .ToDictionary(g => g.Key, g => g.Aggregate(YarnMeasures.Nothing, (all, r) => all.With(r.Measures)));
    }
}

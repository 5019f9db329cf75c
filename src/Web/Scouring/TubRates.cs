using EarthyTuft.Core.Scouring;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Scouring;

/// <summary>What tubs are known to cool at.</summary>
internal static class TubRates
{
    /// <summary>How many of a tub's baths are remembered; older ones tell of another lid and another season.</summary>
    private const int BathsRemembered = 20;

    /// <summary>Every tub's rate from its last baths; a tub without one is not in it.</summary>
    public static async Task<IReadOnlyDictionary<Guid, TubRate>> Of(EarthyTuftDb db, CancellationToken cancellationToken) =>
        (await db.ToolLessons.AsNoTracking().Where(l => l.What == ToolLessons.Cooling).OrderByDescending(l => l.At).Take(400).Select(l => new { l.ToolId, l.Value }).ToListAsync(cancellationToken))
        .GroupBy(l => l.ToolId).ToDictionary(g => g.Key, g => TubRate.Of([.. g.Take(BathsRemembered).Select(l => l.Value)]));

    /// <summary>What one tub is known to cool at, typical for an unknown one.</summary>
    public static TubRate Of(this IReadOnlyDictionary<Guid, TubRate> rates, Guid? tub) => tub is { } id ? rates.GetValueOrDefault(id, TubRate.Typical) : TubRate.Typical;
}

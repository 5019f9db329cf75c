using EarthyTuft.Core.Scouring;
using EarthyTuft.Core.Tools;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Scouring;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Scouring;

/// <summary>How tubs are known to cool.</summary>
internal static class TubRates
{
    /// <summary>How many of a tub's baths are remembered; older ones tell of another lid and another season.</summary>
    private const int BathsRemembered = 20;

    /// <summary>Every tub of the workshop with what its last baths taught.</summary>
    public static async Task<IReadOnlyDictionary<Guid, TubRate>> Of(EarthyTuftDb db, CancellationToken cancellationToken)
    {
        string[] known = [TubLessons.Cooling(false), TubLessons.Cooling(true), TubLessons.Evaporation(false), TubLessons.Evaporation(true)];
        var lessons = (
            await db
                .ToolLessons.AsNoTracking()
                .Where(l => known.Contains(l.What))
                .OrderByDescending(l => l.At)
                .Take(800)
                .Select(l => new
                {
                    l.ToolId,
                    l.What,
                    l.Value,
                })
                .ToListAsync(cancellationToken)
        ).ToLookup(l => (l.ToolId, l.What), l => l.Value);
        var tubs = await db.Tools.AsNoTracking().Where(t => t.Kind == ToolKind.Tub).ToListAsync(cancellationToken);
        return tubs.ToDictionary(
            t => t.Id,
            t =>
                TubRate.Of(
                    [.. lessons[(t.Id, TubLessons.Cooling(t.Tub.Covered))].Take(BathsRemembered)],
                    [.. lessons[(t.Id, TubLessons.Evaporation(t.Tub.Covered))].Take(BathsRemembered)],
                    t.Tub.Covered
                )
        );
    }

    /// <summary>How one tub is known to cool, typical for an unknown one.</summary>
    public static TubRate Of(this IReadOnlyDictionary<Guid, TubRate> rates, Guid? tub) =>
        tub is { } id ? rates.GetValueOrDefault(id, TubRate.Typical) : TubRate.Typical;
}

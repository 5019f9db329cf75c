using EarthyTuft.Core.Drying;
using EarthyTuft.Data.Drying;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Drying;

/// <summary>How the air by racks is known to wander.</summary>
internal sealed class RackAirs
{
    /// <summary>How many of a rack's dryings are remembered; older ones tell of another season.</summary>
    private const int DryingsRemembered = 20;

    private readonly ILookup<(Guid Rack, string What), double> lessons;

    private RackAirs(ILookup<(Guid, string), double> lessons) => this.lessons = lessons;

    public static async Task<RackAirs> Of(EarthyTuftDb db, CancellationToken cancellationToken)
    {
        string[] known = [.. Enum.GetValues<RackPlace>().Select(AirLessons.Of)];
        return new RackAirs(
            (
                await db
                    .ToolLessons.AsNoTracking()
                    .Where(l => known.Contains(l.What))
                    .OrderByDescending(l => l.At)
                    .Take(400)
                    .Select(l => new
                    {
                        l.ToolId,
                        l.What,
                        l.Value,
                    })
                    .ToListAsync(cancellationToken)
            ).ToLookup(l => (l.ToolId, l.What), l => l.Value)
        );
    }

    /// <summary>The air by one rack, typical where nothing was learned of it.</summary>
    public RackAir By(Guid? rack, RackPlace place) =>
        RackAir.Of(rack is { } id ? [.. lessons[(id, AirLessons.Of(place))].Take(DryingsRemembered)] : [], place);
}

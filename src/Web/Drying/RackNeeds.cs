using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Tools;
using EarthyTuft.Data.Drying;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Drying;

/// <summary>What the racks carry, and who finds no room on any.</summary>
/// <param name="Taken">Square metres wanted by what lies on each rack.</param>
/// <param name="Waiting">Codes of wet lots that fit on no rack as they are now.</param>
internal sealed record RackNeeds(IReadOnlyDictionary<Guid, double> Taken, IReadOnlyList<string> Waiting)
{
    public static async Task<RackNeeds> Of(EarthyTuftDb db, BreedBook book, CancellationToken cancellationToken)
    {
        var lying = await db
            .Runs.AsNoTracking()
            .Where(r => r.Craft == StepKind.Dry && r.EndedAt == null)
            .Select(r => new
            {
                r.Plan,
                Racks = r.Tools.Select(t => t.ToolId).ToArray(),
                Lots = r.Lots.Select(l => l.LotId).ToArray(),
            })
            .ToListAsync(cancellationToken);
        var taken = lying
            .SelectMany(r => r.Racks.Select(rack => (Rack: rack, StoredRack.Plan(r.Plan).Expected)))
            .Where(r => r.Expected is not null)
            .GroupBy(r => r.Rack)
            .ToDictionary(g => g.Key, g => g.Sum(r => RackRoom.Needed(r.Expected!.Mean)));
        var racks = await db.Tools.AsNoTracking().Where(t => t.Kind == ToolKind.Rack && t.RetiredAt == null).ToListAsync(cancellationToken);
        var room = racks.Select(r => (r.Rack.SquareMetres, taken.GetValueOrDefault(r.Id))).ToArray();
        var on = lying.SelectMany(r => r.Lots).ToArray();
        var wet = await db
            .Lots.AsNoTracking()
            .Where(l => l.Form == LotForm.Washed && l.UsedUpAt == null && l.VoidedAt == null && !on.Contains(l.Id))
            .OrderBy(l => l.MadeAt)
            .ToListAsync(cancellationToken);
        var dry = await DryWeights.Of(db, book, wet, cancellationToken);
        return new RackNeeds(
            taken,
            [.. wet.Where(l => RackRoom.IsWaitedFor(room, RackRoom.Needed(dry.Together([l])?.Mean ?? 0))).Select(l => l.Code)]
        );
    }
}

using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Drying;

/// <summary>What the racks carry, and who finds no room on any.</summary>
/// <param name="Taken">Square metres wanted by what lies on each rack.</param>
/// <param name="Waiting">Codes of wet lots that fit on no rack as they are now.</param>
internal sealed record RackNeeds(IReadOnlyDictionary<Guid, double> Taken, IReadOnlyList<string> Waiting)
{
    public static async Task<RackNeeds> Of(EarthyTuftDb db, BreedBook book, CancellationToken stop)
    {
        var lying = await db.Dryings.AsNoTracking().Where(d => d.EndedAt == null).Select(d => new { d.RackId, d.ExpectedGrams, d.LotIds }).ToListAsync(stop);
        var taken = lying.Where(d => d is { RackId: not null, ExpectedGrams: not null }).GroupBy(d => d.RackId!.Value).ToDictionary(g => g.Key, g => g.Sum(d => RackRoom.Needed(d.ExpectedGrams!.Value)));
        var racks = await db.Racks.AsNoTracking().Where(r => r.RetiredAt == null).Select(r => new { r.Id, r.AreaSquareMetres }).ToListAsync(stop);
        var room = racks.Select(r => (r.AreaSquareMetres, taken.GetValueOrDefault(r.Id))).ToArray();
        var on = lying.SelectMany(d => d.LotIds).ToArray();
        var wet = await db.Lots.AsNoTracking().Where(l => l.Form == LotForm.Washed && l.UsedUpAt == null && l.VoidedAt == null && !on.Contains(l.Id)).OrderBy(l => l.MadeAt).ToListAsync(stop);
        var dry = await DryWeights.Of(db, book, wet, stop);
        return new RackNeeds(taken, [.. wet.Where(l => RackRoom.IsWaitedFor(room, RackRoom.Needed(dry.Together([l])?.Mean ?? 0))).Select(l => l.Code)]);
    }
}

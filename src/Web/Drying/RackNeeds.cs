using EarthyTuft.Core.Course;
using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Ledger;
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
        var waiting = new List<string>();
        foreach (var lot in wet)
        {
            if (RackRoom.IsWaitedFor(room, RackRoom.Needed((await Expected(db, book, [lot], stop))?.Mean ?? 0)))
            {
                waiting.Add(lot.Code);
            }
        }

        return new RackNeeds(taken, waiting);
    }

    /// <summary>What the ledger expects of wet lots: what went into their wash times the yield of such fleeces.</summary>
    public static async Task<Belief?> Expected(EarthyTuftDb db, BreedBook book, IReadOnlyList<LotRow> lots, CancellationToken stop)
    {
        var ids = lots.Select(l => l.Id).ToArray();
        var washes = await db.Entries.AsNoTracking()
            .Where(e => e.VoidedAt == null && e.Step == StepKind.Wash && e.TakenGrams > 0 && e.Flows.Any(f => f.Role == FlowRole.Out && ids.Contains(f.LotId!.Value)))
            .Select(e => new { Taken = e.TakenGrams!.Value, Made = e.Flows.Where(f => f.Role == FlowRole.Out).Select(f => f.LotId!.Value).ToArray() })
            .ToListAsync(stop);
        // A wash that made several lots does not tell how much of it is in which.
        if (washes.Sum(w => w.Made.Length) != ids.Length || washes.Any(w => w.Made.Except(ids).Any()))
        {
            return null;
        }

        var own = await OwnLog.Read(db, book, null, stop);
        var of = OwnLog.ClassOf(book, lots[0].Parentage, lots[0].Fibre);
        var yields = YieldForecast.Of(Stations.Typical(StepKind.Wash, of)!, own.Yields.For(StepKind.Wash, of, lots[0].Parentage));
        var taken = washes.Sum(w => w.Taken);
        return new Belief(taken * yields.Median, taken * Math.Max(0.02, (yields.Upper - yields.Lower) / 2.56));
    }
}

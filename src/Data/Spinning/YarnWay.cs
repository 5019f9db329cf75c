using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Spinning;

/// <summary>The way that a lot of yarn came: the yarns it was made of, back to its singles. Of several that went into a step the first is
/// followed.</summary>
/// <param name="Lots">Newest first, without the lot itself.</param>
/// <param name="SpunBy">The entry that spun its singles; null where they were not spun here.</param>
/// <param name="SpunFrom">The code of what that took first; null with it.</param>
public sealed record YarnWay(IReadOnlyList<StoredLot> Lots, Guid? SpunBy, string? SpunFrom)
{
    /// <summary>Yarn is plied and washed, and a cable plied twice: no yarn is more steps from its fibre.</summary>
    private const int MostSteps = 5;

    /// <summary>What the singles of a yarn were spun from; null where they were not spun here.</summary>
    public static async Task<LotForm?> FormSpunFrom(EarthyTuftDb db, Guid lot, CancellationToken cancellationToken)
    {
        for (var (at, step) = (lot, 0); step < MostSteps; step++)
        {
            var source = await db
                .Flows.AsNoTracking()
                .Where(f => f.LotId == at && f.Role == FlowRole.Out && !f.Voided)
                .SelectMany(f => db.Flows.Where(i => i.EntryId == f.EntryId && i.Role == FlowRole.In && i.LotId != null && !i.Voided))
                .OrderBy(i => i.Ordinal)
                .Join(db.Lots, i => i.LotId, l => l.Id, (_, l) => new { l.Id, l.Form })
                .FirstOrDefaultAsync(cancellationToken);
            if (source is null)
            {
                return null;
            }

            if (!source.Form.IsSpun())
            {
                return source.Form;
            }

            at = source.Id;
        }

        return null;
    }

    /// <summary>Follows it in the entries around the lot.</summary>
    public static YarnWay Of(Family family, Guid lot)
    {
        var makers = family
            .Flows.Where(f => f.Role == FlowRole.Out)
            .GroupBy(f => f.LotId!.Value)
            .ToDictionary(g => g.Key, g => g.First().Entry);
        var takings = family.Flows.Where(f => f.Role == FlowRole.In).OrderBy(f => f.Ordinal).ToLookup(f => f.EntryId, f => f.Lot!);
        var way = new List<StoredLot>();
        for (var at = lot; makers.TryGetValue(at, out var maker); )
        {
            var source = takings[maker.Id].FirstOrDefault();
            if (maker.Step == StepKind.Spin)
            {
                return new YarnWay(way, maker.Id, source?.Code);
            }

            if (source is null || !source.Form.IsSpun())
            {
                break;
            }

            way.Add(source);
            at = source.Id;
        }

        return new YarnWay(way, null, null);
    }
}

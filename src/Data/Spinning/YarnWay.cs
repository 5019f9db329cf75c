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

    /// <summary>What the singles of some yarns were spun from; those whose singles were not spun here are not among them.</summary>
    public static async Task<IReadOnlyDictionary<Guid, LotForm>> FormsSpunFrom(
        EarthyTuftDb db,
        IReadOnlyCollection<Guid> lots,
        CancellationToken cancellationToken
    )
    {
        var forms = new Dictionary<Guid, LotForm>();
        // Where each of them has come to on its way back.
        var at = lots.Distinct().ToDictionary(l => l, l => l);
        for (var step = 0; step < MostSteps && at.Count > 0; step++)
        {
            Guid[] made = [.. at.Values.Distinct()];
            var takings = await db
                .Flows.AsNoTracking()
                .Where(f => made.Contains(f.LotId!.Value) && f.Role == FlowRole.Out && !f.Voided)
                .SelectMany(
                    f => db.Flows.Where(i => i.EntryId == f.EntryId && i.Role == FlowRole.In && i.LotId != null && !i.Voided),
                    (f, i) =>
                        new
                        {
                            Made = f.LotId!.Value,
                            i.Ordinal,
                            i.LotId,
                        }
                )
                .Join(
                    db.Lots,
                    i => i.LotId,
                    l => l.Id,
                    (i, l) =>
                        new
                        {
                            i.Made,
                            i.Ordinal,
                            l.Id,
                            l.Form,
                        }
                )
                .ToListAsync(cancellationToken);
            var first = takings.GroupBy(t => t.Made).ToDictionary(g => g.Key, g => g.MinBy(t => t.Ordinal)!);
            foreach (var (lot, came) in at.ToArray())
            {
                at.Remove(lot);
                if (first.TryGetValue(came, out var source) && source.Form.IsSpun())
                {
                    at[lot] = source.Id;
                }
                else if (source is not null)
                {
                    forms[lot] = source.Form;
                }
            }
        }

        return forms;
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

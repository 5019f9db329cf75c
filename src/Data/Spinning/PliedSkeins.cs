using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Spinning;

/// <summary>A skein that was made of singles.</summary>
/// <param name="Fresh">As it was plied, or wound off where it stayed singles.</param>
/// <param name="Washed">The same after the wash; null where it was not washed yet.</param>
public sealed record PliedSkein(StoredLot Fresh, StoredLot? Washed);

/// <summary>Finds what was plied already of the same spinning: mini-skeins beside which a structure is chosen.</summary>
public static class PliedSkeins
{
    /// <summary>Everything plied of singles that were spun in the same steps, the oldest first.</summary>
    /// <param name="around">The family of the singles, where it was read already.</param>
    /// <param name="singles">The lots that are to be plied.</param>
    public static async Task<IReadOnlyList<PliedSkein>> Of(
        EarthyTuftDb db,
        Family? around,
        IReadOnlyCollection<Guid> singles,
        CancellationToken cancellationToken
    )
    {
        around ??= await Family.Of(db, [.. singles], cancellationToken);
        var spun = singles.Select(s => YarnWay.Of(around, s).SpunBy).OfType<Guid>().ToHashSet();
        // What was made of the other bobbins of the step is no relation of these: it is read with them.
        Guid[] bobbins = [.. around.Flows.Where(f => f.Role == FlowRole.Out && spun.Contains(f.EntryId)).Select(f => f.LotId!.Value)];
        return bobbins.Length == 0
            ? []
            : Of(bobbins.All(singles.Contains) ? around : await Family.Of(db, bobbins, cancellationToken), spun, singles);
    }

    private static IReadOnlyList<PliedSkein> Of(Family family, HashSet<Guid> spun, IReadOnlyCollection<Guid> singles)
    {
        var ways = family
            .Lots.Values.Where(l => l.Form is LotForm.Plied or LotForm.Yarn && !singles.Contains(l.Id))
            .Select(l => (Lot: l, Way: YarnWay.Of(family, l.Id)))
            .Where(w => w.Way.SpunBy is { } by && spun.Contains(by))
            .OrderBy(w => w.Lot.Code, StringComparer.Ordinal)
            .ToArray();
        // A part of a skein is no skein of its own.
        var washed = ways.Where(w => w.Lot.Form == LotForm.Yarn && w.Way.Lots is [{ Form: not LotForm.Yarn }, ..])
            .ToLookup(w => w.Way.Lots[0].Id, w => w.Lot);
        return
        [
            .. ways.Where(w => w.Lot.Form == LotForm.Plied && w.Way.Lots.All(l => l.Form != LotForm.Plied))
                .Select(w => new PliedSkein(w.Lot, washed[w.Lot.Id].FirstOrDefault())),
        ];
    }
}

using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Spinning;

/// <summary>Reads how what was logged as spun was spun at the bench.</summary>
public static class SpunRuns
{
    /// <summary>The yarn of each run that some entries logged, by entry; entries that were logged without a bench are not among
    /// them.</summary>
    public static async Task<IReadOnlyDictionary<Guid, SpinState>> Of(
        EarthyTuftDb db,
        IReadOnlyCollection<Guid> entries,
        CancellationToken cancellationToken
    )
    {
        var runs =
            entries.Count == 0
                ? []
                : await db
                    .Runs.AsNoTracking()
                    .AsSplitQuery()
                    .Include(r => r.Events)
                    .Where(r => r.Craft == StepKind.Spin && r.EntryId != null && entries.Contains(r.EntryId.Value))
                    .ToListAsync(cancellationToken);
        return runs.ToDictionary(r => r.EntryId!.Value, StoredSpin.State);
    }
}

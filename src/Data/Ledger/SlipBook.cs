using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Ledger;

/// <summary>The slips of a workshop: every weighing that was set right says what had been wrong with it.</summary>
public static class SlipBook
{
    /// <summary>Older ones tell of another hand.</summary>
    private const int Newest = 200;

    /// <summary>How often each kind of slip is made here, and the bowls that are weighed along.</summary>
    public static async Task<SlipHabits> ReadSlipHabits(this EarthyTuftDb db, Mass? usualBowl, CancellationToken cancellationToken)
    {
        var mended = await db
            .Weighings.AsNoTracking()
            .Where(w => w.Revision > 0 && w.Grams > 0)
            .OrderByDescending(w => w.RecordedAt)
            .Take(Newest)
            .Join(
                db.Weighings.Where(b => b.Grams > 0),
                w => new { w.FlowId, Revision = w.Revision - 1 },
                b => new { b.FlowId, b.Revision },
                (w, b) => new { Logged = b.Grams, Right = w.Grams }
            )
            .Where(m => m.Logged != m.Right)
            .ToListAsync(cancellationToken);
        return SlipHabits.Of(usualBowl, [.. mended.Select(m => (m.Logged, m.Right))]);
    }
}

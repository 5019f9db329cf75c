using EarthyTuft.Core.Lots;
using Microsoft.EntityFrameworkCore;
using Npgsql;

namespace EarthyTuft.Data.Store;

/// <summary>Small shared pieces of storing.</summary>
public static class Tables
{
    /// <summary>PostgreSQL keeps microseconds; a time compared after a round trip must have no more.</summary>
    public static DateTimeOffset ToStored(this DateTimeOffset time) => new(time.UtcTicks - (time.UtcTicks % 10), TimeSpan.Zero);

    /// <summary>Saves what one tap asked for. The same tap sent twice at once is stored once: the key decides, and the second finds it there.</summary>
    public static async Task SaveOnce(this EarthyTuftDb db, CancellationToken stop)
    {
        try
        {
            await db.SaveChangesAsync(stop);
        }
        catch (DbUpdateException e) when (e.IsDuplicate())
        {
            // Stored by its twin.
        }

        db.ChangeTracker.Clear();
    }

    public static bool IsDuplicate(this DbUpdateException e) => e.InnerException is PostgresException { SqlState: PostgresErrorCodes.UniqueViolation };

    /// <summary>The next running number of a prefix. The row stays locked until the transaction ends, so two never get the same.</summary>
    public static async Task<int> NextNumber(this EarthyTuftDb db, string prefix, CancellationToken stop) => (await db.Database
        .SqlQuery<int>($"""
            insert into code_counters (workshop_id, prefix, last) values ({db.Workshop}, {prefix}, 1)
            on conflict (workshop_id, prefix) do update set last = code_counters.last + 1
            returning last as "Value"
            """)
        .ToListAsync(stop))[0];

    public static async Task<string> NextRootCode(this EarthyTuftDb db, string letter, CancellationToken stop) =>
        LotCode.Root(letter, await db.NextNumber(letter, stop));

    public static async Task<string> NextChildCode(this EarthyTuftDb db, string root, CancellationToken stop) =>
        LotCode.Child(root, await db.NextNumber(root, stop) + 1);
}

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

    /// <summary>Holds lots until the transaction ends, in one order for everybody: whoever wants one of them too waits here.</summary>
    public static Task HoldLots(this EarthyTuftDb db, Guid[] lots, CancellationToken stop) =>
        db.Database.ExecuteSqlAsync($"select 1 from lots where id = any({lots}) and workshop_id = {db.Workshop} order by id for update", stop);

    /// <summary>Holds a wash until the transaction ends: its batches go from bath to bath one tap at a time.</summary>
    public static Task HoldWash(this EarthyTuftDb db, Guid wash, CancellationToken stop) =>
        db.Database.ExecuteSqlAsync($"select 1 from washes where id = {wash} and workshop_id = {db.Workshop} for update", stop);

    /// <summary>Holds a bath until the transaction ends: of two who lift it, the second finds it lifted.</summary>
    public static Task HoldBath(this EarthyTuftDb db, Guid bath, CancellationToken stop) =>
        db.Database.ExecuteSqlAsync($"select 1 from baths where id = {bath} and workshop_id = {db.Workshop} for update", stop);

    /// <summary>Notes something by the way that nobody waits for: when the database takes no writes just now (a full disk), reading goes on without it.</summary>
    public static async Task NoteByTheWay(Func<Task> write)
    {
        try
        {
            await write();
        }
        catch (PostgresException e) when (e.SqlState.StartsWith("53", StringComparison.Ordinal) || e.SqlState == PostgresErrorCodes.ReadOnlySqlTransaction)
        {
            // Noted the next time.
        }
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

    /// <summary>The next free code of a fleece or a joined lot. Numbers that an imported log has taken already are passed over.</summary>
    public static async Task<string> NextRootCode(this EarthyTuftDb db, string letter, CancellationToken stop)
    {
        while (true)
        {
            var code = LotCode.Root(letter, await db.NextNumber(letter, stop));
            if (!await db.Lots.AnyAsync(l => l.Code == code, stop))
            {
                return code;
            }
        }
    }

    /// <summary>The next free code within a root.</summary>
    public static async Task<string> NextChildCode(this EarthyTuftDb db, string root, CancellationToken stop)
    {
        while (true)
        {
            var code = LotCode.Child(root, await db.NextNumber(root, stop) + 1);
            if (!await db.Lots.AnyAsync(l => l.Code == code, stop))
            {
                return code;
            }
        }
    }
}

using EarthyTuft.Core.Lots;
using Microsoft.EntityFrameworkCore;
using Npgsql;

namespace EarthyTuft.Data.Store;

/// <summary>Small shared pieces of storing.</summary>
public static class Tables
{
    /// <summary>PostgreSQL keeps microseconds; a time compared after a round trip must have no more.</summary>
    public static DateTimeOffset ToStored(this DateTimeOffset time) => new(time.UtcTicks - (time.UtcTicks % 10), TimeSpan.Zero);

    /// <summary>Saves what one tap asked for. The same tap sent twice at once is stored once: the key decides, and the second finds it
    /// there.</summary>
    public static async Task SaveOnce(this EarthyTuftDb db, CancellationToken cancellationToken)
    {
        try
        {
            await db.SaveChangesAsync(cancellationToken);
        }
        catch (DbUpdateException e) when (e.IsDuplicate())
        {
            // Stored by its twin.
        }

        db.ChangeTracker.Clear();
    }

    /// <summary>Holds lots until the transaction ends, in one order for everybody: whoever wants one of them too waits here.</summary>
    public static Task HoldLots(this EarthyTuftDb db, Guid[] lots, CancellationToken cancellationToken) =>
        db.Database.ExecuteSqlAsync(
            $"select 1 from lots where id = any({lots}) and workshop_id = {db.Workshop} order by id for update",
            cancellationToken
        );

    /// <summary>Holds a run until the transaction ends: it moves one tap at a time, and of two who tap the same the second finds it
    /// done.</summary>
    public static Task HoldRun(this EarthyTuftDb db, Guid run, CancellationToken cancellationToken) =>
        db.Database.ExecuteSqlAsync($"select 1 from runs where id = {run} and workshop_id = {db.Workshop} for update", cancellationToken);

    /// <summary>Notes something by the way that nobody waits for: when the database takes no writes just now (a full disk), reading goes on
    /// without it.</summary>
    public static async Task NoteByTheWay(Func<Task> write)
    {
        try
        {
            await write();
        }
        catch (PostgresException e)
            when (e.SqlState.StartsWith("53", StringComparison.Ordinal) || e.SqlState == PostgresErrorCodes.ReadOnlySqlTransaction)
        {
            // Noted the next time.
        }
    }

    public static bool IsDuplicate(this DbUpdateException e) =>
        e.InnerException is PostgresException { SqlState: PostgresErrorCodes.UniqueViolation };

    /// <summary>The next running number of a prefix. The row stays locked until the transaction ends, so two never get the same.</summary>
    public static async Task<int> NextNumber(this EarthyTuftDb db, string prefix, CancellationToken cancellationToken) =>
        (
            await db
                .Database.SqlQuery<int>(
                    $"""
                    insert into code_counters (workshop_id, prefix, last) values ({db.Workshop}, {prefix}, 1)
                    on conflict (workshop_id, prefix) do update set last = code_counters.last + 1
                    returning last as "Value"
                    """
                )
                .ToListAsync(cancellationToken)
        )[0];

    /// <summary>The next free code of a fleece or a joined lot. Numbers that an imported log has taken already are passed over.</summary>
    public static Task<string> NextRootCode(this EarthyTuftDb db, string letter, CancellationToken cancellationToken) =>
        db.NextFree(letter, LotCode.Roots(letter), cancellationToken);

    /// <summary>The next free code within a root.</summary>
    public static Task<string> NextChildCode(this EarthyTuftDb db, string root, CancellationToken cancellationToken) =>
        db.NextFree(root, LotCode.Children(root), cancellationToken);

    // Counting on and looking whether a lot has that code already is one statement: every entry that makes something waits for it.
    private static async Task<string> NextFree(this EarthyTuftDb db, string prefix, CodeSeries codes, CancellationToken cancellationToken)
    {
        while (true)
        {
            var next = (
                await db
                    .Database.SqlQuery<NextNumberOf>(
                        $"""
                        with next as (
                            insert into code_counters (workshop_id, prefix, last) values ({db.Workshop}, {prefix}, 1)
                            on conflict (workshop_id, prefix) do update set last = code_counters.last + 1
                            returning last - 1 + {codes.First} as number)
                        select number, exists (
                            select 1 from lots
                            where workshop_id = {db.Workshop}
                                and code = {codes.Stem} || lpad(number::text, greatest({codes.Digits}, length(number::text)), '0')) as is_taken
                        from next
                        """
                    )
                    .ToListAsync(cancellationToken)
            )[0];
            if (!next.IsTaken)
            {
                return codes.Code(next.Number);
            }
        }
    }

    private sealed record NextNumberOf(int Number, bool IsTaken);
}

using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;

namespace EarthyTuft.Data.Demo;

/// <summary>A demo that was thrown away, with the people who were in it: whoever remembers them forgets them.</summary>
public sealed record RemovedDemo(Guid Workshop, IReadOnlyList<Guid> People);

/// <summary>How many demo workshops there are at once, and when one has served its time.</summary>
public static class DemoWorkshops
{
    /// <summary>The mail domain of a demo's people; it cannot exist (RFC 2606).</summary>
    public const string MailDomain = "demo.invalid";

    /// <summary>So many demos at once.</summary>
    public const int Most = 200;

    /// <summary>Unused for so long, a demo is thrown away.</summary>
    public static readonly TimeSpan KeptFor = TimeSpan.FromDays(7);

    /// <summary>Used within this time, a demo is in use: it makes no room for another.</summary>
    public static readonly TimeSpan InUseFor = TimeSpan.FromMinutes(30);

    private const int Lock = 726001;

    /// <summary>Makes room for one demo more: throws away what lies unused for its time, and beyond the most the one that lies unused
    /// longest.</summary>
    /// <param name="most">So many at once.</param>
    /// <param name="removed">Takes up what was thrown away.</param>
    /// <returns>False when all are in use. The scope must go over all workshops. Holds the demos' lock until the caller's transaction
    /// ends.</returns>
    public static async Task<bool> MakeRoom(
        EarthyTuftDb db,
        DateTimeOffset now,
        int most,
        List<RemovedDemo> removed,
        CancellationToken cancellationToken
    )
    {
        await db.Database.ExecuteSqlAsync($"select pg_advisory_xact_lock({Lock})", cancellationToken);
        foreach (
            var id in await db
                .Workshops.Where(w => w.IsDemo && (w.DemoUsedAt == null || w.DemoUsedAt < now - KeptFor))
                .Select(w => w.Id)
                .ToListAsync(cancellationToken)
        )
        {
            removed.AddRange(await Remove(db, id, cancellationToken));
        }

        var there = await db.Workshops.CountAsync(w => w.IsDemo, cancellationToken);
        while (there >= most)
        {
            var idle = await db
                .Workshops.Where(w => w.IsDemo && (w.DemoUsedAt == null || w.DemoUsedAt < now - InUseFor))
                .OrderBy(w => w.DemoUsedAt ?? DateTimeOffset.UnixEpoch)
                .Select(w => (Guid?)w.Id)
                .FirstOrDefaultAsync(cancellationToken);
            if (idle is not { } id)
            {
                return false;
            }

            removed.AddRange(await Remove(db, id, cancellationToken));
            there--;
        }

        return true;
    }

    /// <summary>Throws a demo away with all that is in it and its two people. Does nothing to a workshop that is no demo.</summary>
    /// <returns>What was thrown away: one, or nothing.</returns>
    public static async Task<IReadOnlyList<RemovedDemo>> Remove(EarthyTuftDb db, Guid workshop, CancellationToken cancellationToken)
    {
        if (!await db.Workshops.AnyAsync(w => w.Id == workshop && w.IsDemo, cancellationToken))
        {
            return [];
        }

        foreach (var table in OwnedTables(db.Model))
        {
#pragma warning disable EF1002 // The names come from the model, not from anybody's request.
            await db.Database.ExecuteSqlRawAsync($"delete from {table} where workshop_id = {{0}}", [workshop], cancellationToken);
#pragma warning restore EF1002
        }

        var people = await db.Memberships.Where(m => m.WorkshopId == workshop).Select(m => m.UserId).ToListAsync(cancellationToken);
        await db.Memberships.Where(m => m.WorkshopId == workshop).ExecuteDeleteAsync(cancellationToken);
        await db.Workshops.Where(w => w.Id == workshop).ExecuteDeleteAsync(cancellationToken);
        await db
            .Users.Where(u => people.Contains(u.Id) && u.Email!.EndsWith("@" + MailDomain) && !db.Memberships.Any(m => m.UserId == u.Id))
            .ExecuteDeleteAsync(cancellationToken);
        return [new RemovedDemo(workshop, people)];
    }

    /// <summary>Every table whose rows belong to a workshop, those that point at others before the ones they point at.</summary>
    private static IReadOnlyList<string> OwnedTables(IModel model)
    {
        var left = model.GetEntityTypes().Where(t => typeof(IWorkshopOwned).IsAssignableFrom(t.ClrType)).ToList();
        var order = new List<string>();
        while (left.Count > 0)
        {
            var free = left.First(t => !left.Any(o => o != t && o.GetForeignKeys().Any(k => k.PrincipalEntityType == t)));
            left.Remove(free);
            order.Add(free.GetTableName()!);
        }

        return order;
    }
}

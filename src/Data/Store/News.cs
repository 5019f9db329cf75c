using System.Data.Common;
using System.Reflection;
using System.Runtime.CompilerServices;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace EarthyTuft.Data.Store;

/// <summary>A part of a workshop that open screens show, and that they ask for again when it changed.</summary>
public enum News
{
    /// <summary>Lots, entries, drafts, locks, samples and what was noted of them.</summary>
    Log,

    /// <summary>What runs at the benches.</summary>
    Runs,

    /// <summary>Tubs, racks, recipes, instruments, own breeds.</summary>
    Tools,
}

/// <summary>Said of a row: the part of a workshop that its table belongs to. A row without it is shown on no screen.</summary>
/// <param name="what">The part.</param>
[AttributeUsage(AttributeTargets.Class)]
public sealed class TellsAttribute(News what) : Attribute
{
    /// <summary>The part.</summary>
    public News What => what;
}

/// <summary>Takes the news of what was committed, to hand them on. Must not block and must not throw.</summary>
public interface INewsDesk
{
    /// <summary>Something changed.</summary>
    /// <param name="workshop">Where.</param>
    /// <param name="what">Which part.</param>
    /// <param name="screen">The screen that it came from; null where that is not known.</param>
    void Tell(Guid workshop, News what, Guid? screen);
}

/// <summary>For programs that have no screens to tell.</summary>
public sealed class NoNewsDesk : INewsDesk
{
    /// <inheritdoc/>
    public void Tell(Guid workshop, News what, Guid? screen) { }
}

/// <summary>
/// Notices on saving what parts of a workshop change, and tells once that is committed: with the transaction, or at once where there is
/// none. What is rolled back is not told. Statements that go past the change tracker say so with <see cref="NewsExtensions.Changed{T}"/>.
/// </summary>
public sealed class NewsInterceptor(INewsDesk desk) : SaveChangesInterceptor, IDbTransactionInterceptor
{
    // Noticed and not committed yet, by context; it goes with the context.
    private readonly ConditionalWeakTable<DbContext, HashSet<(Guid, News)>> noticed = [];

    /// <summary>The part of a workshop that a table belongs to, null for one that no screen shows.</summary>
    internal static News? Of(Type row) => row.GetCustomAttribute<TellsAttribute>()?.What;

    /// <summary>Something changed, and is told when it is committed.</summary>
    internal void Notice(EarthyTuftDb db, Guid workshop, News what)
    {
        noticed.GetOrCreateValue(db).Add((workshop, what));
        if (db.Database.CurrentTransaction is null)
        {
            Tell(db);
        }
    }

    /// <inheritdoc/>
    public override ValueTask<InterceptionResult<int>> SavingChangesAsync(
        DbContextEventData data,
        InterceptionResult<int> result,
        CancellationToken cancellationToken = default
    )
    {
        if (data.Context is EarthyTuftDb db)
        {
            var here = noticed.GetOrCreateValue(db);
            foreach (
                var entry in db
                    .ChangeTracker.Entries()
                    .Where(e => e.State is EntityState.Added or EntityState.Modified or EntityState.Deleted)
            )
            {
                if (entry.Entity is IWorkshopOwned row && Of(entry.Entity.GetType()) is { } news)
                {
                    here.Add((row.WorkshopId == Guid.Empty ? db.Workshop : row.WorkshopId, news));
                }
            }
        }

        return ValueTask.FromResult(result);
    }

    /// <inheritdoc/>
    public override ValueTask<int> SavedChangesAsync(
        SaveChangesCompletedEventData data,
        int result,
        CancellationToken cancellationToken = default
    )
    {
        if (data.Context is { Database.CurrentTransaction: null } context)
        {
            Tell(context);
        }

        return ValueTask.FromResult(result);
    }

    /// <inheritdoc/>
    public override Task SaveChangesFailedAsync(DbContextErrorEventData data, CancellationToken cancellationToken = default)
    {
        if (data.Context is { Database.CurrentTransaction: null } context)
        {
            noticed.Remove(context);
        }

        return Task.CompletedTask;
    }

    /// <inheritdoc/>
    public Task TransactionCommittedAsync(
        DbTransaction transaction,
        TransactionEndEventData data,
        CancellationToken cancellationToken = default
    )
    {
        Tell(data.Context);
        return Task.CompletedTask;
    }

    /// <inheritdoc/>
    public Task TransactionRolledBackAsync(
        DbTransaction transaction,
        TransactionEndEventData data,
        CancellationToken cancellationToken = default
    )
    {
        Forget(data.Context);
        return Task.CompletedTask;
    }

    private void Tell(DbContext? context)
    {
        if (context is null || !noticed.TryGetValue(context, out var here))
        {
            return;
        }

        foreach (var (workshop, what) in here)
        {
            desk.Tell(workshop, what, (context as EarthyTuftDb)?.Screen);
        }

        here.Clear();
    }

    private void Forget(DbContext? context)
    {
        if (context is not null)
        {
            noticed.Remove(context);
        }
    }
}

/// <summary>For statements that change rows without loading them.</summary>
public static class NewsExtensions
{
    /// <summary>Rows of a table were changed by a statement of its own: open screens are told when it is committed.</summary>
    /// <typeparam name="T">The row; one that no screen shows does nothing.</typeparam>
    public static void Changed<T>(this EarthyTuftDb db)
        where T : IWorkshopOwned
    {
        if (NewsInterceptor.Of(typeof(T)) is { } news)
        {
            db.News?.Notice(db, db.Workshop, news);
        }
    }

    /// <summary>The same, for a statement that says how many rows it changed.</summary>
    /// <typeparam name="T">The row.</typeparam>
    /// <returns>The number of rows.</returns>
    public static int ChangedRows<T>(this EarthyTuftDb db, int rows)
        where T : IWorkshopOwned
    {
        if (rows > 0)
        {
            db.Changed<T>();
        }

        return rows;
    }
}

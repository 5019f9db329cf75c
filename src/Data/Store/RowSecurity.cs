using System.Data.Common;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.EntityFrameworkCore.Migrations;
using Npgsql;

namespace EarthyTuft.Data.Store;

/// <summary>
/// The second wall between workshops, in the database itself. Every table whose rows belong to a workshop has a policy that shows and takes
/// only rows of the workshop that the session setting <see cref="Setting"/> names; without it there is nothing to see. The first wall is
/// the query filter of <see cref="EarthyTuftDb"/>; this one holds where a statement forgets it. A superuser is bound by no policy:
/// <c>./start</c>
/// gives the
/// web process a role of its own.
/// </summary>
public static class RowSecurity
{
    /// <summary>The session setting that names the workshop.</summary>
    public const string Setting = "earthy_tuft.workshop";

    /// <summary>What the setting says for work that goes over all workshops.</summary>
    public const string Every = "every";

    /// <summary>Sets the policy of a table that belongs to workshops; for migrations.</summary>
    public static void AddWorkshopPolicy(this MigrationBuilder migration, string table) =>
        migration.Sql(
            $"""
            alter table {table} enable row level security;
            alter table {table} force row level security;
            create policy own_workshop on {table} using (
                workshop_id = (select nullif(nullif(current_setting('{Setting}', true), ''), '{Every}')::uuid)
                or (select current_setting('{Setting}', true)) = '{Every}');
            """
        );

    /// <summary>Takes the policy away again; for migrations.</summary>
    public static void DropWorkshopPolicy(this MigrationBuilder migration, string table) =>
        migration.Sql(
            $"""
            drop policy own_workshop on {table};
            alter table {table} no force row level security;
            alter table {table} disable row level security;
            """
        );

    /// <summary>Opens the way over all workshops on a connection of one's own, for work that serves all of them.</summary>
    public static async Task SeeEveryWorkshop(this NpgsqlConnection connection, CancellationToken cancellationToken)
    {
        await using var command = Set(connection, Every);
        await command.ExecuteNonQueryAsync(cancellationToken);
    }

    /// <summary>Opens the context's connection with its workshop set, for statements that do not go through EF Core.</summary>
    public static async Task<NpgsqlConnection> OpenInScope(this EarthyTuftDb db, CancellationToken cancellationToken)
    {
        await db.Database.OpenConnectionAsync(cancellationToken);
        await RowSecurityInterceptor.Tell(db, cancellationToken);
        return (NpgsqlConnection)db.Database.GetDbConnection();
    }

    /// <summary>False where the connection's role is above all policies: a superuser, or one with BYPASSRLS.</summary>
    public static async Task<bool> IsBinding(EarthyTuftDb db, CancellationToken cancellationToken) =>
        (
            await db
                .Database.SqlQuery<bool>($"select not (rolsuper or rolbypassrls) as \"Value\" from pg_roles where rolname = current_user")
                .ToListAsync(cancellationToken)
        )[0];

    internal static NpgsqlCommand Set(NpgsqlConnection connection, string workshop) =>
        new("select set_config($1, $2, false)", connection)
        {
            Parameters =
            {
                new() { Value = Setting },
                new() { Value = workshop },
            },
        };
}

/// <summary>
/// Tells the database session which workshop a context works in, before its first statement and whenever the scope changed. From then on
/// the connection stays with the context until it is disposed of, so that a request tells it once and not once a statement. Only
/// asynchronous statements are told: a synchronous one sees no rows of any workshop.
/// </summary>
public sealed class RowSecurityInterceptor : DbCommandInterceptor, IDbConnectionInterceptor, IDbTransactionInterceptor
{
    /// <inheritdoc/>
    public override async ValueTask<InterceptionResult<DbDataReader>> ReaderExecutingAsync(
        DbCommand command,
        CommandEventData data,
        InterceptionResult<DbDataReader> result,
        CancellationToken cancellationToken = default
    )
    {
        await Tell(data.Context, cancellationToken);
        return result;
    }

    /// <inheritdoc/>
    public override async ValueTask<InterceptionResult<int>> NonQueryExecutingAsync(
        DbCommand command,
        CommandEventData data,
        InterceptionResult<int> result,
        CancellationToken cancellationToken = default
    )
    {
        await Tell(data.Context, cancellationToken);
        return result;
    }

    /// <inheritdoc/>
    public override async ValueTask<InterceptionResult<object>> ScalarExecutingAsync(
        DbCommand command,
        CommandEventData data,
        InterceptionResult<object> result,
        CancellationToken cancellationToken = default
    )
    {
        await Tell(data.Context, cancellationToken);
        return result;
    }

    /// <inheritdoc/>
    public async ValueTask<InterceptionResult<DbTransaction>> TransactionStartingAsync(
        DbConnection connection,
        TransactionStartingEventData data,
        InterceptionResult<DbTransaction> result,
        CancellationToken cancellationToken = default
    )
    {
        await Tell(data.Context, cancellationToken);
        return result;
    }

    /// <inheritdoc/>
    public Task RolledBackToSavepointAsync(
        DbTransaction transaction,
        TransactionEventData data,
        CancellationToken cancellationToken = default
    )
    {
        // What was set since the savepoint is undone with the rest.
        if (data.Context is EarthyTuftDb { SessionSetIn: not null } db)
        {
            db.SessionWorkshop = null;
        }

        return Task.CompletedTask;
    }

    /// <inheritdoc/>
    public void ConnectionOpened(DbConnection connection, ConnectionEndEventData data) => Begin(data.Context);

    /// <inheritdoc/>
    public Task ConnectionOpenedAsync(DbConnection connection, ConnectionEndEventData data, CancellationToken cancellationToken = default)
    {
        Begin(data.Context);
        return Task.CompletedTask;
    }

    /// <inheritdoc/>
    public ValueTask<InterceptionResult> ConnectionClosingAsync(
        DbConnection connection,
        ConnectionEventData data,
        InterceptionResult result
    ) => ValueTask.FromResult(Keeps(data.Context, connection) ? InterceptionResult.Suppress() : result);

    /// <inheritdoc/>
    public InterceptionResult ConnectionClosing(DbConnection connection, ConnectionEventData data, InterceptionResult result) =>
        Keeps(data.Context, connection) ? InterceptionResult.Suppress() : result;

    /// <summary>Sets the session's workshop to the context's, unless it is that already.</summary>
    internal static async Task Tell(DbContext? context, CancellationToken cancellationToken)
    {
        if (context is not EarthyTuftDb db || !db.IsSessionStale)
        {
            return;
        }

        var workshop = db.WantedWorkshop;
        var transaction = db.Database.CurrentTransaction;
        await using (var command = RowSecurity.Set((NpgsqlConnection)db.Database.GetDbConnection(), workshop))
        {
            await command.ExecuteNonQueryAsync(cancellationToken);
        }

        db.SessionWorkshop = workshop;
        db.SessionSetIn = transaction?.TransactionId;
    }

    // A connection fresh from the pool has no workshop set.
    private static void Begin(DbContext? context)
    {
        if (context is EarthyTuftDb db)
        {
            db.SessionWorkshop = "";
            db.SessionSetIn = null;
        }
    }

    private static bool Keeps(DbContext? context, DbConnection connection) =>
        context is EarthyTuftDb { SessionWorkshop.Length: > 0 } && connection.State == System.Data.ConnectionState.Open;
}

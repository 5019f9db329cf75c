using Npgsql;

namespace EarthyTuft.Web.Tests;

/// <summary>
/// The real PostgreSQL that <c>./test</c> started. One migrated template a run; each test class gets a copy of it in a few milliseconds.
/// </summary>
internal static class Postgres
{
    private static readonly SemaphoreSlim Gate = new(1);
    private static string? template;

    private static string Server =>
        Environment.GetEnvironmentVariable("EARTHY_TUFT_TEST_DATABASE")
        ?? throw new InvalidOperationException(
            "Run ./test web: it starts the PostgreSQL these tests need and sets EARTHY_TUFT_TEST_DATABASE."
        );

    // As ./start makes it: a role for the web process that owns its database and is no superuser, so that row-level security binds it.
    private const string Role = "earthy_tuft_app",
        Password = "for tests";

    /// <summary>As the web process connects.</summary>
    private static string To(string database) =>
        new NpgsqlConnectionStringBuilder(Server)
        {
            Database = database,
            Username = Role,
            Password = Password,
            MaxPoolSize = 40,
        }.ConnectionString;

    /// <summary>The same database as its superuser, whom no policy binds: for looking past the web process.</summary>
    public static string AsSuperuser(string connection) =>
        new NpgsqlConnectionStringBuilder(Server)
        {
            Database = new NpgsqlConnectionStringBuilder(connection).Database,
            MaxPoolSize = 40,
        }.ConnectionString;

    public static async Task<string> Fresh(Func<string, Task> migrate)
    {
        await Gate.WaitAsync();
        try
        {
            if (template is null)
            {
                var name = "template_" + Guid.NewGuid().ToString("N");
                await Database(name);
                await migrate(To(name));
                NpgsqlConnection.ClearAllPools();
                template = name;
            }

            var copy = "copy_" + Guid.NewGuid().ToString("N");
            await Run($"create database {copy} template {template} owner {Role}");
            return To(copy);
        }
        finally
        {
            Gate.Release();
        }
    }

    /// <summary>A database with nothing in it.</summary>
    public static async Task<string> Empty()
    {
        var name = "empty_" + Guid.NewGuid().ToString("N");
        await Gate.WaitAsync();
        try
        {
            await Database(name);
        }
        finally
        {
            Gate.Release();
        }

        return To(name);
    }

    private static async Task Database(string name)
    {
        await Run(
            $"do $$ begin if not exists (select from pg_roles where rolname = '{Role}') then create role {Role} login nosuperuser password '{Password}'; end if; end $$"
        );
        await Run($"create database {name} owner {Role}");
    }

    private static async Task Run(string sql)
    {
        await using var connection = new NpgsqlConnection(Server);
        await connection.OpenAsync();
        await using var command = new NpgsqlCommand(sql, connection);
        await command.ExecuteNonQueryAsync();
    }
}

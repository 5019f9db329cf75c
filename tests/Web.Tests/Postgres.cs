using Npgsql;

namespace EarthyTuft.Web.Tests;

/// <summary>
/// The real PostgreSQL that <c>./test</c> started. One migrated template a run; each test class gets a copy of it in a few milliseconds.
/// </summary>
internal static class Postgres
{
    private static readonly SemaphoreSlim Gate = new(1);
    private static string? template;

    private static string Server => Environment.GetEnvironmentVariable("EARTHY_TUFT_TEST_DATABASE")
        ?? throw new InvalidOperationException("Run ./test web: it starts the PostgreSQL these tests need and sets EARTHY_TUFT_TEST_DATABASE.");

    public static string To(string database) => new NpgsqlConnectionStringBuilder(Server) { Database = database, MaxPoolSize = 40 }.ConnectionString;

    public static async Task<string> Fresh(Func<string, Task> migrate)
    {
        await Gate.WaitAsync();
        try
        {
            if (template is null)
            {
                var name = "template_" + Guid.NewGuid().ToString("N");
                await Run($"create database {name}");
                await migrate(To(name));
                NpgsqlConnection.ClearAllPools();
                template = name;
            }

            var copy = "copy_" + Guid.NewGuid().ToString("N");
            await Run($"create database {copy} template {template}");
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
        await Run($"create database {name}");
        return To(name);
    }

    private static async Task Run(string sql)
    {
        await using var connection = new NpgsqlConnection(To("postgres"));
        await connection.OpenAsync();
        await using var command = new NpgsqlCommand(sql, connection);
        await command.ExecuteNonQueryAsync();
    }
}

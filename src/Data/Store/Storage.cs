using Microsoft.AspNetCore.DataProtection;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.DependencyInjection.Extensions;
using Microsoft.Extensions.Logging;
using Npgsql;

namespace EarthyTuft.Data.Store;

public static class Storage
{
    /// <summary>Makes the table that remembers migrations, so that a first start asks nothing that fails.</summary>
    public static async Task PrepareHistory(this DatabaseFacade database)
    {
        try
        {
            await database.GetService<IHistoryRepository>().CreateIfNotExistsAsync();
        }
        catch (PostgresException e) when (e.SqlState is PostgresErrorCodes.UniqueViolation or PostgresErrorCodes.DuplicateTable)
        {
            // Another web process that starts at the same moment has made it.
        }
    }

    /// <summary>Registers the database, the request's scope and the data-protection keys that live in it.</summary>
    public static IServiceCollection AddStorage(this IServiceCollection services, string connection)
    {
        // The same few dozen statements run all day: planning each once a connection is most of what a small query costs.
        var settings = new NpgsqlConnectionStringBuilder(connection);
        settings.MaxAutoPrepare = settings.MaxAutoPrepare == 0 ? 60 : settings.MaxAutoPrepare;
        // PostgreSQL takes a hundred connections unless it is told otherwise; the news, the instruments and the operator need some too.
        if (!settings.ContainsKey("Maximum Pool Size"))
        {
            settings.MaxPoolSize = 80;
        }

        // What a session was told of its workshop must not outlive its way back into the pool.
        settings.NoResetOnClose = false;
        services.AddScoped<WorkshopScope>();
        services.TryAddSingleton<INewsDesk, NoNewsDesk>();
        services.AddSingleton<NewsInterceptor>();
        services.AddSingleton<RowSecurityInterceptor>();
        services.AddDbContext<EarthyTuftDb>(
            (provider, options) =>
                options
                    .UseNpgsql(settings.ConnectionString)
                    .UseSnakeCaseNamingConvention()
                    // The same sent twice meets its own key: that is answered, and no failure. What is one is thrown, and logged where it is
                    // not answered.
                    .ConfigureWarnings(w =>
                        w.Log(
                            (CoreEventId.SaveChangesFailed, LogLevel.Debug),
                            (CoreEventId.OptimisticConcurrencyException, LogLevel.Debug),
                            (RelationalEventId.CommandError, LogLevel.Debug),
                            (RelationalEventId.TransactionError, LogLevel.Debug),
                            (RelationalEventId.ConnectionError, LogLevel.Debug)
                        )
                    )
                    .AddInterceptors(provider.GetRequiredService<NewsInterceptor>(), provider.GetRequiredService<RowSecurityInterceptor>())
        );
        services.AddDataProtection().SetApplicationName("EarthyTuft").PersistKeysToDbContext<EarthyTuftDb>();
        return services;
    }
}

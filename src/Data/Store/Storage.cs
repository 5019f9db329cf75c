using Microsoft.AspNetCore.DataProtection;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace EarthyTuft.Data.Store;

public static class Storage
{
    /// <summary>Registers the database, the request's scope and the data-protection keys that live in it.</summary>
    public static IServiceCollection AddStorage(this IServiceCollection services, string connection)
    {
        services.AddScoped<WorkshopScope>();
        services.AddDbContext<EarthyTuftDb>(options => options
            .UseNpgsql(connection)
            .UseSnakeCaseNamingConvention());
        services.AddDataProtection().SetApplicationName("EarthyTuft").PersistKeysToDbContext<EarthyTuftDb>();
        return services;
    }
}

using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;

namespace EarthyTuft.Data.Store;

/// <summary>Lets the migration tool build the model without a database or a web process.</summary>
public sealed class DesignTime : IDesignTimeDbContextFactory<EarthyTuftDb>
{
    public EarthyTuftDb CreateDbContext(string[] args) =>
        new(
            new DbContextOptionsBuilder<EarthyTuftDb>().UseNpgsql("Host=127.0.0.1").UseSnakeCaseNamingConvention().Options,
            new WorkshopScope()
        );
}

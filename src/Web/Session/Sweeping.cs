using EarthyTuft.Data.Store;
using Npgsql;

namespace EarthyTuft.Web.Session;

/// <summary>Once an hour: throws away demos that nobody has used for their time, and what sign-ins have left behind.</summary>
public sealed class Sweeping(IServiceProvider services, TimeProvider clock, ILogger<Sweeping> log) : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken cancellationToken)
    {
        using var hourly = new PeriodicTimer(TimeSpan.FromHours(1));
        do
        {
            try
            {
                await Sweep(services, clock.GetUtcNow(), cancellationToken);
            }
            catch (Exception e)
                when (e is NpgsqlException or Microsoft.EntityFrameworkCore.DbUpdateException or InvalidOperationException
                    && !cancellationToken.IsCancellationRequested
                )
            {
                log.LogWarning("Sweeping waits for another hour ({Reason}).", e.Message);
            }
        } while (await hourly.WaitForNextTickAsync(cancellationToken));
    }

    public static async Task Sweep(IServiceProvider services, DateTimeOffset now, CancellationToken cancellationToken)
    {
        await using var scope = services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<EarthyTuftDb>();
        await DemoDoor.Sweep(db, scope.ServiceProvider.GetRequiredService<WorkshopScope>(), now, cancellationToken);
        await scope.ServiceProvider.GetRequiredService<SignIns>().Sweep(cancellationToken);
        await scope.ServiceProvider.GetRequiredService<SignInPace>().Sweep(cancellationToken);
    }
}

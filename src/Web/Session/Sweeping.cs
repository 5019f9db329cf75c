using EarthyTuft.Data.Store;
using Npgsql;

namespace EarthyTuft.Web.Session;

/// <summary>Once an hour: throws away demos that nobody has used for their time, and what sign-ins have left behind.</summary>
public sealed class Sweeping(IServiceProvider services, TimeProvider clock, ILogger<Sweeping> log) : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken stop)
    {
        using var hourly = new PeriodicTimer(TimeSpan.FromHours(1));
        do
        {
            try
            {
                await Sweep(services, clock.GetUtcNow(), stop);
            }
            catch (Exception e) when (e is NpgsqlException or Microsoft.EntityFrameworkCore.DbUpdateException or InvalidOperationException && !stop.IsCancellationRequested)
            {
                log.LogWarning("Sweeping waits for another hour ({Reason}).", e.Message);
            }
        }
        while (await hourly.WaitForNextTickAsync(stop));
    }

    public static async Task Sweep(IServiceProvider services, DateTimeOffset now, CancellationToken stop)
    {
        await using var scope = services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<EarthyTuftDb>();
        await DemoDoor.Sweep(db, now, stop);
        await scope.ServiceProvider.GetRequiredService<SignIns>().Sweep(stop);
        await scope.ServiceProvider.GetRequiredService<SignInPace>().Sweep(stop);
    }
}

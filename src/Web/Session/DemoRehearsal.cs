using Npgsql;

namespace EarthyTuft.Web.Session;

/// <summary>Once, after the start: makes a demo that is not kept, so that the first visitor's is made as fast as the next one's.</summary>
public sealed class DemoRehearsal(DemoDoor door, ILogger<DemoRehearsal> log) : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken cancellationToken)
    {
        if (!door.IsOffered)
        {
            return;
        }

        try
        {
            await door.Rehearse(cancellationToken);
        }
        catch (Exception e)
            when (e is NpgsqlException or Microsoft.EntityFrameworkCore.DbUpdateException or InvalidOperationException
                && !cancellationToken.IsCancellationRequested
            )
        {
            log.LogWarning("No demo could be made ({Reason}).", e.Message);
        }
    }
}

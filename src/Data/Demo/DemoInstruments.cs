using EarthyTuft.Core.Instruments;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Demo;

/// <summary>Points the demo's instruments at the stand-ins that were started with this house: their ports are new each time.</summary>
public static class DemoInstruments
{
    private static readonly (InstrumentKind Kind, string Name)[] All = [(InstrumentKind.Scale, "bench scale"), (InstrumentKind.Probe, "bath probe"), (InstrumentKind.Air, "shed air")];

    /// <summary>Places them; one without a port is switched off.</summary>
    public static async Task Place(EarthyTuftDb db, WorkshopScope scope, Guid workshop, Func<InstrumentKind, int?> portOf, CancellationToken stop)
    {
        scope.WorkshopId = workshop;
        await using var transaction = await db.Database.BeginTransactionAsync(stop);
        await db.Database.ExecuteSqlAsync($"select pg_advisory_xact_lock(726001)", stop);
        var rows = await db.Instruments.ToListAsync(stop);
        foreach (var (kind, name) in All)
        {
            var row = rows.FirstOrDefault(r => r.Kind == kind && r.Name == name);
            if (row is null && portOf(kind) is not null)
            {
                db.Instruments.Add(row = new InstrumentRow { Kind = kind, Name = name, Host = "127.0.0.1" });
            }

            if (row is not null)
            {
                (row.Port, row.On) = (portOf(kind) ?? row.Port, portOf(kind) is not null);
            }
        }

        await db.SaveChangesAsync(stop);
        await transaction.CommitAsync(stop);
        scope.WorkshopId = null;
    }
}

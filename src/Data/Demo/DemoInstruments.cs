using EarthyTuft.Core.Instruments;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Demo;

/// <summary>Points the demos' instruments at the stand-ins that were started with this server: their ports are new each time.</summary>
public static class DemoInstruments
{
    private static readonly (InstrumentKind Kind, string Name)[] All =
    [
        (InstrumentKind.Scale, "bench scale"),
        (InstrumentKind.Probe, "bath probe"),
        (InstrumentKind.Air, "shed air"),
    ];

    /// <summary>Stages the instruments of a new demo; there are none where no stand-in runs.</summary>
    public static void Add(EarthyTuftDb db, Func<InstrumentKind, int?> portOf) =>
        db.Instruments.AddRange(
            All.Where(i => portOf(i.Kind) is not null)
                .Select(i => new InstrumentRow
                {
                    Kind = i.Kind,
                    Name = i.Name,
                    Host = "127.0.0.1",
                    Port = portOf(i.Kind)!.Value,
                    On = true,
                })
        );

    /// <summary>Sets the ports in every demo there is; what has no stand-in now is switched off. The scope must go over all
    /// workshops.</summary>
    public static async Task PlaceAll(EarthyTuftDb db, Func<InstrumentKind, int?> portOf, CancellationToken cancellationToken)
    {
        foreach (var (kind, _) in All)
        {
            var demos = db
                .Instruments.IgnoreQueryFilters()
                .Where(i => i.Kind == kind && db.Workshops.Any(w => w.Id == i.WorkshopId && w.IsDemo));
            if (portOf(kind) is { } port)
            {
                await demos.ExecuteUpdateAsync(
                    set => set.SetProperty(i => i.Port, port).SetProperty(i => i.Host, "127.0.0.1").SetProperty(i => i.On, true),
                    cancellationToken
                );
            }
            else
            {
                await demos.ExecuteUpdateAsync(set => set.SetProperty(i => i.On, false), cancellationToken);
            }
        }
    }
}

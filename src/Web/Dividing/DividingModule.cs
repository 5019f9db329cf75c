using EarthyTuft.Core.Dividing;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Dividing;

/// <summary>Strips in the order of a colour chart.</summary>
public sealed class DividingModule : ICraftModule
{
    public IReadOnlyList<RunKind> Runs =>
        [
            new(
                StepKind.Divide,
                typeof(StripCraft),
                typeof(StripStart),
                typeof(StripChartView),
                [typeof(TickStrip), typeof(ReplanStrips), typeof(NoteBetterEnd)]
            )
            {
                EndsWithoutEntry = true,
            },
        ];

    public void MapRoutes(IEndpointRouteBuilder app) => app.MapDividing();

    public Task AddToDemo(DemoScene demo, CancellationToken cancellationToken) => DemoStrips.Add(demo, cancellationToken);
}

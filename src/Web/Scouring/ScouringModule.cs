using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Scouring;

/// <summary>The wash house: baths, tubs and recipes.</summary>
public sealed class ScouringModule : ICraftModule
{
    public ApiTag? Tag => new("scouring", "Plans, tubs, racks and recipes.");

    public IReadOnlyList<RunKind> Runs =>
        [
            new(
                StepKind.Wash,
                typeof(WashCraft),
                typeof(WashStart),
                typeof(WashView),
                [typeof(BeginBath), typeof(ReadBath), typeof(HangProbe), typeof(LiftBath)]
            ),
        ];

    public void AddServices(IServiceCollection services)
    {
        services.AddScoped<ScourPlanner>();
    }

    public void MapRoutes(IEndpointRouteBuilder app) => app.MapScouring();

    public Task AddToDemo(DemoScene demo, CancellationToken cancellationToken) => DemoWashHouse.Add(demo, cancellationToken);
}

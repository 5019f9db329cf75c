using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Spinning;

/// <summary>Singles, plied and finished yarn.</summary>
public sealed class SpinningModule : ICraftModule
{
    public ApiTag? Tag => new("spinning", "What to spin for a yarn, and what its ply-backs say.");

    public IReadOnlyList<RunKind> Runs =>
        [
            new(
                StepKind.Spin,
                typeof(SpinCraft),
                typeof(SpinStart),
                typeof(SpinView),
                [
                    typeof(ReadPlyBack),
                    typeof(SitDown),
                    typeof(StandUp),
                    typeof(BeginBobbin),
                    typeof(FillBobbin),
                    typeof(CountSpun),
                    typeof(NoteDraw),
                    typeof(NoteHolding),
                    typeof(RestSingles),
                ]
            ),
            new(
                StepKind.Ply,
                typeof(PlyCraft),
                typeof(PlyStart),
                typeof(PlyingView),
                [typeof(ReadPlyAngle), typeof(SitDown), typeof(StandUp), typeof(FillBobbin), typeof(CountSpun), typeof(RestSingles)]
            ),
        ];

    public void AddServices(IServiceCollection services)
    {
        services.AddScoped<SkeinBook>();
        services.AddScoped<AimDesk>();
    }

    public void MapRoutes(IEndpointRouteBuilder app) => app.MapSpinning();

    public Task AddToDemo(DemoScene demo, CancellationToken cancellationToken) => DemoSpinning.Add(demo, cancellationToken);
}

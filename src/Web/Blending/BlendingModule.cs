using EarthyTuft.Core.Blending;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Blending;

/// <summary>Blends in layers.</summary>
public sealed class BlendingModule : ICraftModule
{
    public IReadOnlyList<RunKind> Runs =>
        [
            new(
                StepKind.Blend,
                typeof(BlendCraft),
                typeof(BlendStart),
                typeof(BlendView),
                [typeof(BlendOneLoad), typeof(CountBlendLoads), typeof(PassBlend)]
            ),
        ];

    public void AddServices(IServiceCollection services)
    {
        services.AddScoped<BlendPlanner>();
    }

    public void MapRoutes(IEndpointRouteBuilder app) => app.MapBlending();
}

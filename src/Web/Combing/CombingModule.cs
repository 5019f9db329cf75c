using EarthyTuft.Core.Combing;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Combing;

/// <summary>Combs, hackle and flick.</summary>
public sealed class CombingModule : ICraftModule
{
    public IReadOnlyList<RunKind> Runs =>
        [
            new(
                StepKind.Comb,
                typeof(CombCraft),
                typeof(CombStart),
                typeof(CombView),
                [
                    typeof(TransferFibre),
                    typeof(CombOneLoad),
                    typeof(CountCombLoads),
                    typeof(WeighCombLoad),
                    typeof(WeighTufts),
                    typeof(KeepEnds),
                    typeof(WeighCombWaste),
                    typeof(WeighSliver),
                    typeof(CountNests),
                ]
            ),
        ];

    public void AddServices(IServiceCollection services)
    {
        services.AddScoped<CombPlanner>();
    }

    public void MapRoutes(IEndpointRouteBuilder app) => app.MapCombing();
}

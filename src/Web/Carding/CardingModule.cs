using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Carding;

/// <summary>Cards and drum, in loads.</summary>
public sealed class CardingModule : ICraftModule
{
    public IReadOnlyList<RunKind> Runs =>
        [
            new(
                StepKind.Card,
                typeof(CardCraft),
                typeof(CardStart),
                typeof(CardView),
                [
                    typeof(CardOneLoad),
                    typeof(CountCardLoads),
                    typeof(WeighCardLoad),
                    typeof(BeginCardPass),
                    typeof(CountNeps),
                    typeof(CountProducts),
                    typeof(WeighCardWaste),
                ]
            ),
        ];

    public void AddServices(IServiceCollection services)
    {
        services.AddScoped<CardPlanner>();
    }

    public void MapRoutes(IEndpointRouteBuilder app) => app.MapCarding();
}

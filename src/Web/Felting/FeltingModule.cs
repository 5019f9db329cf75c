using EarthyTuft.Core.Felting;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Stations;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Felting;

/// <summary>How readily a fibre felts, by a pinch that is rolled.</summary>
public sealed class FeltingModule : ICraftModule
{
    public ApiTag? Tag => new("felting", "Felting tests: a pinch rolled warm and wet, and how wide it became.");

    public IReadOnlyList<Station> Trials => [FeltingStation.Definition];

    public IReadOnlyList<RunKind> Runs =>
        [
            new(
                StepKind.TestFelting,
                typeof(FeltCraft),
                typeof(FeltStart),
                typeof(FeltView),
                [typeof(MeasureBall), typeof(BelieveWidth), typeof(NoteOpened)]
            )
            {
                EndsWithoutEntry = true,
            },
        ];

    public void MapRoutes(IEndpointRouteBuilder app) => app.MapFelting();

    public Task AddToDemo(DemoScene demo, CancellationToken cancellationToken) => DemoFelting.Add(demo, cancellationToken);
}

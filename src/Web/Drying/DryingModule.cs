using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Drying;

/// <summary>Wool on racks until it is dry.</summary>
public sealed class DryingModule : ICraftModule
{
    public IReadOnlyList<RunKind> Runs =>
        [new(StepKind.Dry, typeof(RackCraft), typeof(RackStart), typeof(RackView), [typeof(WeighRack), typeof(BelieveWeight)])];

    public Task AddToDemo(DemoScene demo, CancellationToken cancellationToken) => DemoRack.Add(demo, cancellationToken);
}

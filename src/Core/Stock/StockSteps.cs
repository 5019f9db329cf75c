using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;

namespace EarthyTuft.Core.Stock;

/// <summary>Steps that change where fibre lies and not what it is.</summary>
public static class StockSteps
{
    private static readonly LotForm[] Any = Enum.GetValues<LotForm>();

    private static readonly Caution Lifting = new(
        "Bags of fleece are heavier than they look, and dusty.",
        "Lift with straight back, in portions; shake out outdoors.",
        "Pain means stop and get advice.");

    /// <summary>One lot parted in several: sorted by length or fineness, or simply divided.</summary>
    public static readonly StepDefinition Divide = new(
        StepKind.Divide, Any, Any, [LossKind.SecondCuts, LossKind.VegetableMatter, LossKind.Dust, LossKind.Spilled], null, false, WeighingState.Rested, null, Lifting, KeepsForm: true);

    /// <summary>Several lots of one kind put together.</summary>
    public static readonly StepDefinition Join = new(
        StepKind.Join, Any, Any, [LossKind.Spilled], null, false, WeighingState.Rested, null, Lifting, KeepsForm: true);
}

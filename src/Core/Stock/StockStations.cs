using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Stations;

namespace EarthyTuft.Core.Stock;

/// <summary>Steps that change where fibre lies and not what it is.</summary>
public static class StockStations
{
    private static readonly LotForm[] Any = Enum.GetValues<LotForm>();

    private static readonly Caution Parting = new(
        "Raw fleece is dusty and not clean.",
        "Gloves for what is raw, a mask or the open air for what is dusty.",
        "With asthma ask a doctor before any dusty work."
    );

    private static readonly Caution Lifting = new(
        "Bags of fleece are heavier than they look, and dusty.",
        "Lift with straight back, in portions; shake out outdoors.",
        "Pain means stop and get advice."
    );

    /// <summary>One lot parted in several: sorted by length or fineness, or simply divided.</summary>
    public static readonly Station Divide = new(
        StepKind.Divide,
        Any,
        Any,
        [LossKind.SecondCuts, LossKind.VegetableMatter, LossKind.Dust, LossKind.Spilled],
        null,
        false,
        WeighingState.Rested,
        null,
        Parting
    )
    {
        Stage = 20,
        KeepsForm = true,
        OnlyMoves = true,
        OnRail = OnRail.WhenWaiting,
        GramsPerHour = 1500,
        UsualOutputs = 2,
    };

    /// <summary>Several lots of one form put together, of one fibre or of several.</summary>
    public static readonly Station Join = new(StepKind.Join, Any, Any, [LossKind.Spilled], null, false, WeighingState.Rested, null, Lifting)
    {
        KeepsForm = true,
        OnlyMoves = true,
        Blends = true,
        OnRail = OnRail.Never,
    };
}

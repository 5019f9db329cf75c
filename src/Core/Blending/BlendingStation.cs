using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Stations;

namespace EarthyTuft.Core.Blending;

/// <summary>Blending: fibres or colours laid together in layers and opened into one another.</summary>
public static class BlendingStation
{
    /// <summary>What is particular to blending.</summary>
    public static readonly Station Definition = new(
        StepKind.Blend,
        [
            LotForm.Clean,
            LotForm.Opened,
            LotForm.Down,
            LotForm.Cloud,
            LotForm.Rolag,
            LotForm.Batt,
            LotForm.Puni,
            LotForm.Roving,
            LotForm.Top,
            LotForm.Noil,
        ],
        [LotForm.Batt, LotForm.Roving, LotForm.Rolag, LotForm.Top, LotForm.Opened],
        [LossKind.CardWaste, LossKind.SecondCuts, LossKind.VegetableMatter, LossKind.Dust],
        ByDifference: null,
        MayFindByDifference: true,
        WeighingState.Rested,
        new(0.90, 0.99),
        new(
            "Cards and tines scratch, and loose fibre and glitter fly.",
            "Keep hands behind the cloth, feed with a stick, wear a mask for what is dusty or glitters.",
            "With asthma ask a doctor before any dusty work."
        )
    )
    {
        Blends = true,
        GramsPerHour = 120,
        IsByHand = true,
    };
}

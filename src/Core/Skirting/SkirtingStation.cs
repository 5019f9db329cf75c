using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Stations;

namespace EarthyTuft.Core.Skirting;

/// <summary>Skirting: taking out what spoils the rest, and sorting into heaps.</summary>
public static class SkirtingStation
{
    /// <summary>What is particular to skirting.</summary>
    public static readonly Station Definition = new(
        StepKind.Skirt,
        [LotForm.Raw, LotForm.Skirted],
        [LotForm.Skirted],
        [
            LossKind.Skirtings,
            LossKind.DungTags,
            LossKind.SecondCuts,
            LossKind.VegetableMatter,
            LossKind.DirtAndSand,
            LossKind.ReferenceLocks,
        ],
        ByDifference: null,
        MayFindByDifference: true,
        WeighingState.Rested,
        new(0.75, 0.97),
        new(
            "Raw fleece carries dung, dust, ticks, bacteria and fungi that pass to people.",
            "Gloves, no food near, a mask when shaking, open air; cover cuts and wash hands after.",
            "If you are pregnant or ill, ask a doctor before handling it. For old dips in bought fleece ask the grower and follow local rules."
        )
    )
    {
        Stage = 10,
        Finishes = [LotForm.Skirted],
        GramsPerHour = 1500,
    };
}

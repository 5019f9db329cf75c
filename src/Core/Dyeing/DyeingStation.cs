using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Stations;

namespace EarthyTuft.Core.Dyeing;

/// <summary>Dyeing, in the lock or in the preparation: what the fibre takes up is a gain in the balance.</summary>
public static class DyeingStation
{
    private static readonly LotForm[] Any =
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
    ];

    /// <summary>What is particular to dyeing. It compacts the fibre: open it again before drafting.</summary>
    public static readonly Station Definition = new(
        StepKind.Dye,
        Any,
        Any,
        [LossKind.Other, LossKind.Spilled, LossKind.VegetableMatter],
        ByDifference: null,
        MayFindByDifference: false,
        WeighingState.Rested,
        TypicalYield: null,
        new(
            "Dyes, mordants and agents harm eyes, skin and lungs; some metal salts are poisonous. Simmering pots scald.",
            "Gloves, mask for powder, powder into water, separate pots, labels, lid and ladle for lifting.",
            "Each product's data sheet and local rules for waste water come first; for anything swallowed or in the eye call a doctor."
        )
    )
    {
        KeepsForm = true,
        UsualGain = new(GainKind.Dye, UsualGain.DyeShare),
        OnRail = OnRail.WhenWaiting,
    };
}

using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Stations;

namespace EarthyTuft.Core.Silk;

/// <summary>What is done to silk before it is spun: caps are parted and drawn, cocoons degummed.</summary>
public static class SilkStations
{
    /// <summary>A cap parted into layers, each pierced, widened to a ring and drawn into an even band: no carding.</summary>
    public static readonly Station PartCaps = new(
        StepKind.PartCaps,
        [LotForm.Raw, LotForm.Clean, LotForm.Opened],
        [LotForm.Roving, LotForm.Opened],
        [LossKind.Other, LossKind.Dust, LossKind.Spilled],
        ByDifference: null,
        MayFindByDifference: true,
        WeighingState.Rested,
        new(0.97, 1),
        new(
            "Silk cuts dry hands, and a cap that will not give strains the shoulders.",
            "Cream or gloves. One arm held out, the other drawing back in a straight line, hands well apart; fewer layers draw easier.",
            "Pain means stop and get advice."
        )
    )
    {
        Stage = 60,
        Fibres = [Fibre.Silk],
        OnRail = OnRail.WhenWaiting,
    };

    /// <summary>Cocoons simmered in soap until the gum has gone: 20 to 28 % of their weight.</summary>
    public static readonly Station Degum = new(
        StepKind.Degum,
        [LotForm.Raw],
        [LotForm.Washed, LotForm.Clean],
        [LossKind.Gum, LossKind.VegetableMatter, LossKind.Other],
        ByDifference: LossKind.Gum,
        MayFindByDifference: true,
        WeighingState.Damp,
        new(0.72, 0.80),
        new(
            "Scalds: a simmering pot, steam, and lye in the soap.",
            "Lift with a colander, long gloves, lid towards you last, children and animals out.",
            "The agent's data sheet and local rules for waste water come first."
        )
    )
    {
        Fibres = [Fibre.Silk],
        OnRail = OnRail.WhenWaiting,
    };
}

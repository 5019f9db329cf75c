using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Stations;

namespace EarthyTuft.Core.Opening;

/// <summary>Opening: picking, teasing, willowing, so that dirt falls and cards are not overloaded.</summary>
public static class OpeningStation
{
    /// <summary>What is particular to opening. What is opened in the grease stays in the grease; opened by hand until nothing holds together, clean
    /// fibre is a cloud.</summary>
    public static readonly Station Definition = new(
        StepKind.Open,
        [LotForm.Clean, LotForm.Skirted, LotForm.Raw, LotForm.OpenedGreasy, LotForm.Noil],
        [LotForm.Opened, LotForm.OpenedGreasy, LotForm.Skirted, LotForm.Cloud],
        [LossKind.VegetableMatter, LossKind.SecondCuts, LossKind.WeatheredTips, LossKind.DirtAndSand, LossKind.Dust, LossKind.Kemp],
        ByDifference: null,
        MayFindByDifference: true,
        WeighingState.Rested,
        new(0.95, 0.99),
        new(
            "Dust harms lungs; picker teeth and willow rods stab and bruise.",
            "Outdoors or with a mask, over a box with corners; cover the teeth when you step away.",
            "With asthma or farmer's lung ask a doctor before any dusty work."
        )
    )
    {
        Stage = 60,
        Finishes = [LotForm.Opened],
        GramsPerHour = 60,
        IsByHand = true,
    };

    /// <summary>Its other place in the working order: opened before the wash.</summary>
    public const int StageInTheGrease = 30;
}

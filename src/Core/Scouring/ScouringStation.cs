using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Stations;

namespace EarthyTuft.Core.Scouring;

/// <summary>Scouring: wax, suint and dirt leave with the water, so their mass is always found by difference.</summary>
public static class ScouringStation
{
    /// <summary>What is particular to scouring.</summary>
    public static readonly Station Definition = new(
        StepKind.Wash,
        [LotForm.Raw, LotForm.Skirted, LotForm.OpenedGreasy, LotForm.Clean],
        [LotForm.Washed, LotForm.Clean],
        [LossKind.WaxAndSuint, LossKind.DirtAndSand, LossKind.VegetableMatter, LossKind.SecondCuts, LossKind.ReferenceLocks],
        ByDifference: LossKind.WaxAndSuint,
        MayFindByDifference: true,
        WeighingState.Damp,
        TypicalYield: null,
        new(
            "Scalds and slips: hot water, and wet fleece is heavy.",
            "Pour low, wear long gloves, lift in portions with a net or colander, keep children and animals out.",
            "The agent's data sheet and local rules for waste water come first."
        )
    )
    {
        Stage = 40,
        Finishes = [LotForm.Washed],
        GramsPerHour = 1500,
        YieldByClass = of => of is { } known ? FleeceClasses.CleanYield(known) : FleeceClasses.UnknownCleanYield,
        // Wax that was left, and dust (typical).
        TypicalAgain = new(0.94, 1),
    };
}

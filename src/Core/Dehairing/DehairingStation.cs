using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Stations;

namespace EarthyTuft.Core.Dehairing;

/// <summary>Dehairing: down apart from the coarse straight hairs.</summary>
public static class DehairingStation
{
    /// <summary>What is particular to dehairing.</summary>
    public static readonly Station Definition = new(
        StepKind.Dehair,
        [LotForm.Clean, LotForm.Opened, LotForm.Down],
        [LotForm.Down],
        [LossKind.GuardHair, LossKind.Kemp, LossKind.VegetableMatter, LossKind.Dust],
        ByDifference: null,
        MayFindByDifference: true,
        WeighingState.Rested,
        TypicalYield: null,
        new(
            "Fine dust and hours of the same small motion.",
            "Good light, a mask, pauses; change the task every half hour.",
            "Pain means stop and get advice; with a cough see a doctor."
        )
    )
    {
        Stage = 70,
        Finishes = [LotForm.Down],
        GramsPerHour = 3,
        IsByHand = true,
        Measures = [Measure.Plucked, Measure.Hairs, Measure.Pinch],
        // A second pass takes out what the first left (typical).
        TypicalAgain = new(0.75, 0.99),
        // docs/craft.md, section 13; for a double-coated sheep the share of its undercoat (typical).
        YieldByClass = of =>
            of switch
            {
                FleeceClass.Cashmere => new(0.25, 0.55),
                FleeceClass.Undercoat => new(0.40, 0.80),
                FleeceClass.Double => new(0.30, 0.65),
                FleeceClass.Camelid => new(0.70, 0.95),
                _ => new(0.30, 0.90),
            },
    };
}

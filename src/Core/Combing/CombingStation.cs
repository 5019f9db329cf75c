using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Stations;

namespace EarthyTuft.Core.Combing;

/// <summary>Combing: locks drawn through tines; the product is top, the short and tangled rest is noil.</summary>
public static class CombingStation
{
    /// <summary>Below this staple length, in millimetres, fibre is not combed (docs/craft.md, section 12).</summary>
    public const double ShortestMillimetres = 40;

    /// <summary>What is particular to combing.</summary>
    public static readonly Station Definition = new(
        StepKind.Comb,
        [LotForm.Clean, LotForm.Opened, LotForm.Down, LotForm.Batt, LotForm.Roving, LotForm.Top],
        [LotForm.Top, LotForm.Noil, LotForm.Opened],
        [LossKind.Noil, LossKind.SecondCuts, LossKind.VegetableMatter, LossKind.WeatheredTips, LossKind.Dust],
        ByDifference: null,
        MayFindByDifference: true,
        WeighingState.Rested,
        new(0.65, 0.92),
        new(
            "Tines stab deep, and long sessions strain shoulder and wrist.",
            "Stroke away from the body, clamp the pad, cover the tines when you step away, take pauses.",
            "Keep tetanus protection up to date: ask a doctor. Pain means stop and get advice."
        )
    )
    {
        Stage = 90,
        Finishes = [LotForm.Top],
        Blends = true,
        GramsPerHour = 30,
        IsByHand = true,
        Rest = new(LotForm.Noil, LossKind.Noil, new(0.92, 0.99), LossKind.SecondCuts),
        Staple = new(ShortestMillimetres, null),
        // What is not top is noil and waste; fine fibre leaves the most in the tines (docs/craft.md, sections 10 and 13).
        YieldByClass = of =>
            of switch
            {
                FleeceClass.Fine or FleeceClass.Down or FleeceClass.Double => new(0.65, 0.86),
                FleeceClass.Medium or FleeceClass.Hill => new(0.70, 0.90),
                FleeceClass.Long or FleeceClass.Mohair or FleeceClass.Camelid => new(0.80, 0.92),
                _ => new(0.65, 0.92),
            },
    };
}

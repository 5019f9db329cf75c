using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Stations;

namespace EarthyTuft.Core.Carding;

/// <summary>Carding: opening and mixing between toothed cloths.</summary>
public static class CardingStation
{
    /// <summary>Above this staple length, in millimetres, fibre is combed rather than carded (docs/craft.md, section 9).</summary>
    public const double LongestMillimetres = 125;

    /// <summary>Grams of product in an hour with hand cards (docs/craft.md, section 13, typical).</summary>
    public const double HandGramsPerHour = 35;

    /// <summary>Grams of product in an hour on a drum (docs/craft.md, section 13, typical).</summary>
    public const double DrumGramsPerHour = 120;

    /// <summary>What hand cards keep of clean fibre, as fractions (docs/craft.md, section 13, typical).</summary>
    public static readonly Span HandYield = new(0.92, 0.98);

    /// <summary>What a drum keeps of clean fibre, as fractions (docs/craft.md, section 13, typical).</summary>
    public static readonly Span DrumYield = new(0.90, 0.97);

    /// <summary>What is particular to carding.</summary>
    public static readonly Station Definition = new(
        StepKind.Card,
        [LotForm.Clean, LotForm.Opened, LotForm.Down, LotForm.Cloud, LotForm.Batt, LotForm.Noil],
        [LotForm.Batt, LotForm.Rolag, LotForm.Roving, LotForm.Puni, LotForm.Cloud],
        [LossKind.CardWaste, LossKind.SecondCuts, LossKind.VegetableMatter, LossKind.Dust, LossKind.Kemp],
        ByDifference: null,
        MayFindByDifference: true,
        WeighingState.Rested,
        new(0.90, 0.98),
        new(
            "Teeth stab; a drum draws in fingers, hair and sleeves; the dust harms lungs.",
            "Tie back hair and sleeves, keep the other hand behind, switch off before clearing, wear a mask or go outdoors.",
            "The maker's sheet for the machine comes first; for a stab or a cough see a doctor."
        )
    )
    {
        Stage = 80,
        Finishes = [LotForm.Batt, LotForm.Rolag, LotForm.Roving, LotForm.Puni, LotForm.Cloud],
        Blends = true,
        GramsPerHour = DrumGramsPerHour,
        IsByHand = true,
        Staple = new(null, LongestMillimetres),
        // Very short fine fibre never goes over the drum (docs/craft.md, section 9).
        UsualGives = (form, fibre) => form == LotForm.Down || fibre == Fibre.Cotton ? [LotForm.Puni, LotForm.Cloud] : [],
    };
}

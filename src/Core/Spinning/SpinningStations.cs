using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Stations;

namespace EarthyTuft.Core.Spinning;

/// <summary>Spinning to judge a preparation: singles, strands twisted together, and the finished yarn (docs/craft.md, section
/// 15).</summary>
public static class SpinningStations
{
    /// <summary>Fibre drafted and twisted to singles, from any form that can be drafted.</summary>
    public static readonly Station Spin = new(
        StepKind.Spin,
        [
            LotForm.Top,
            LotForm.Rolag,
            LotForm.Batt,
            LotForm.Roving,
            LotForm.Puni,
            LotForm.Cloud,
            LotForm.Opened,
            LotForm.Clean,
            LotForm.Noil,
            LotForm.Down,
            LotForm.Raw,
            LotForm.Skirted,
            LotForm.OpenedGreasy,
        ],
        [LotForm.Singles, LotForm.Noil],
        [LossKind.YarnEnds, LossKind.Noil, LossKind.VegetableMatter, LossKind.Dust, LossKind.Other],
        ByDifference: null,
        MayFindByDifference: true,
        WeighingState.Rested,
        new(0.94, 1),
        new(
            "Long draws and long sittings strain shoulder, wrist and knee; a spindle or flyer catches hair and sleeves, a fast brake cord gets hot.",
            "Tie back hair and sleeves, switch an electric flyer off before you clear it, change the hand that drafts, take pauses.",
            "Pain means stop and get advice; the maker's sheet for the wheel comes first."
        )
    )
    {
        Blends = true,
        GramsPerHour = 30,
        IsByHand = true,
    };

    /// <summary>Strands twisted together, the other way round than they were twisted last.</summary>
    public static readonly Station Ply = new(
        StepKind.Ply,
        [LotForm.Singles, LotForm.Plied, LotForm.Yarn],
        [LotForm.Plied],
        [LossKind.YarnEnds, LossKind.Other],
        ByDifference: null,
        MayFindByDifference: true,
        WeighingState.Rested,
        new(0.96, 1),
        new(
            "Yarn that runs fast cuts the skin; a flyer catches hair and sleeves.",
            "Let it run over a cloth, never wind it round a finger, stop the wheel before you clear it.",
            "Pain means stop and get advice."
        )
    )
    {
        Blends = true,
        OnRail = OnRail.WhenWaiting,
        GramsPerHour = 90,
        IsByHand = true,
    };

    /// <summary>Yarn washed, soaked, simmered or steamed, and dried.</summary>
    public static readonly Station Finish = new(
        StepKind.Finish,
        [LotForm.Plied, LotForm.Singles, LotForm.Yarn],
        [LotForm.Yarn],
        [LossKind.WaxAndSuint, LossKind.DirtAndSand, LossKind.YarnEnds, LossKind.Other],
        ByDifference: null,
        MayFindByDifference: true,
        WeighingState.Rested,
        new(0.94, 1),
        new(
            "Hot water and steam scald, and a simmering pot of cotton boils over.",
            "Long gloves, lift with tongs or a colander, lid towards you last, keep children and animals out.",
            "A burn: cool it under water and see a doctor."
        )
    )
    {
        Blends = true,
        OnRail = OnRail.WhenWaiting,
        GramsPerHour = 400,
    };
}

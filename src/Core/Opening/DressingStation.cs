using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Stations;

namespace EarthyTuft.Core.Opening;

/// <summary>Dressing with a little oil, mixed through and rested: a gain in the balance that is washed out later.</summary>
public static class DressingStation
{
    /// <summary>What is particular to dressing.</summary>
    public static readonly Station Definition = new(
        StepKind.Dress,
        [LotForm.Clean, LotForm.Opened, LotForm.Down, LotForm.Noil],
        [LotForm.Clean, LotForm.Opened, LotForm.Down, LotForm.Noil],
        [LossKind.Spilled, LossKind.Other],
        ByDifference: null,
        MayFindByDifference: false,
        WeighingState.Rested,
        TypicalYield: null,
        new(
            "Rags with a drying oil heat by themselves and burn.",
            "Lay them flat outdoors or keep them in a metal bin with a lid; an oil that does not dry is the safer dressing.",
            "The oil's data sheet comes first."
        )
    )
    {
        KeepsForm = true,
        UsualGain = new(GainKind.Dressing, UsualGain.DressingShare),
        OnRail = OnRail.WhenWaiting,
    };
}

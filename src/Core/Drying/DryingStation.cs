using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Stations;

namespace EarthyTuft.Core.Drying;

/// <summary>Drying: only water leaves, and water is no part of reference mass, so nothing can be found by difference.</summary>
public static class DryingStation
{
    /// <summary>What is particular to drying.</summary>
    public static readonly Station Definition = new(
        StepKind.Dry,
        [LotForm.Washed],
        [LotForm.Clean],
        [LossKind.VegetableMatter, LossKind.Dust, LossKind.Spilled, LossKind.ReferenceLocks],
        ByDifference: null,
        MayFindByDifference: false,
        WeighingState.Rested,
        TypicalYield: new(0.99, 1),
        new(
            "Wind and birds take fibre; damp fibre put away goes mouldy.",
            "Net it over, store it dry and closed.",
            "For heaters and dryers follow the maker's sheet; ask an electrician where water and sockets meet."
        )
    )
    {
        Stage = 50,
        Finishes = [LotForm.Clean],
        YieldIsForecast = false,
    };
}

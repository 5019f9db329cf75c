using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Stations;

namespace EarthyTuft.Core.Ginning;

/// <summary>Ginning: lint apart from seed, husk and trash, by hand.</summary>
public static class GinningStation
{
    /// <summary>What is particular to ginning. Coarse and fine trash are far easier to take out now than later.</summary>
    public static readonly Station Definition = new(
        StepKind.Gin,
        [LotForm.Raw, LotForm.Skirted],
        [LotForm.Clean],
        [LossKind.SeedAndTrash, LossKind.VegetableMatter, LossKind.Dust],
        ByDifference: null,
        MayFindByDifference: true,
        WeighingState.Rested,
        new(0.33, 0.42),
        new(
            "Boll edges cut; the dust of lint and husk harms lungs.",
            "Gloves for the husks, outdoors or with a mask, over a box with corners for lint, seed and trash.",
            "With asthma ask a doctor before dusty work."
        )
    )
    {
        // Lint is clean fibre as dried wool is.
        Stage = 50,
        Fibres = [Fibre.Cotton],
        OnRail = OnRail.WhenWaiting,
        GramsPerHour = 12,
        // Husk, leaf and sand go into the air and through the box: of 180 g of bolls lint and seed make 150 to 180 g.
        FloorShare = 0.17,
        IsByHand = true,
    };
}

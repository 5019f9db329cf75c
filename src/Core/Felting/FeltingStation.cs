using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Stations;

namespace EarthyTuft.Core.Felting;

/// <summary>Where a pinch is rolled warm and wet with soap, to see how readily a fibre felts.</summary>
public static class FeltingStation
{
    private static readonly LotForm[] Clean =
    [
        LotForm.Clean,
        LotForm.Opened,
        LotForm.Down,
        LotForm.Cloud,
        LotForm.Batt,
        LotForm.Rolag,
        LotForm.Top,
        LotForm.Noil,
    ];

    /// <summary>What is particular to it.</summary>
    public static readonly Station Definition = new(
        StepKind.TestFelting,
        Clean,
        Clean,
        [],
        ByDifference: null,
        MayFindByDifference: false,
        WeighingState.Rested,
        TypicalYield: null,
        new(
            "Hot soapy water scalds, and dries out the skin.",
            "Hand-warm is enough, about 40 °C; test it with the elbow, rinse the hands, and stop where the skin is sore.",
            "What the soap's label says comes first."
        )
    )
    {
        IsTrial = true,
        KeepsForm = true,
        OnRail = OnRail.Never,
    };
}

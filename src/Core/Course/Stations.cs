using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Combing;
using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Core.Skirting;

namespace EarthyTuft.Core.Course;

/// <summary>The stations in working order, and where a lot waits.</summary>
public static class Stations
{
    /// <summary>Every step that takes from lots, in working order.</summary>
    public static readonly IReadOnlyList<StepDefinition> InOrder =
    [
        SkirtingStep.Definition,
        ScouringStep.Definition,
        DryingStep.Definition,
        CardingStep.Definition,
        CombingStep.Definition,
    ];

    /// <summary>What is particular to a step.</summary>
    /// <param name="step">A step that takes from lots; throws for taking in.</param>
    public static StepDefinition Of(StepKind step) => InOrder.Single(d => d.Kind == step);

    /// <summary>The caution at the door, where raw fleece comes in: the same as at skirting.</summary>
    public static Caution AtTheDoor => SkirtingStep.Definition.Caution;

    /// <summary>
    /// The station where a lot usually goes next. Clean fibre goes by its length: above 125 mm to the combs, else to the cards
    /// (handbook section 12; from 75 to 125 either does, and any clean lot can be taken up at both).
    /// </summary>
    /// <param name="form">What the lot is.</param>
    /// <param name="meanStapleMillimetres">Mean of its measured locks, null when none was measured.</param>
    /// <returns>Null when it is prepared: it waits to be sampled.</returns>
    public static StepKind? Next(LotForm form, double? meanStapleMillimetres) => form switch
    {
        LotForm.Raw => StepKind.Skirt,
        LotForm.Skirted => StepKind.Wash,
        LotForm.Washed => StepKind.Dry,
        LotForm.Clean => meanStapleMillimetres > CardingStep.LongestMillimetres ? StepKind.Comb : StepKind.Card,
        LotForm.Noil => StepKind.Card,
        _ => null,
    };
}

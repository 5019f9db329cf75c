using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Combing;
using EarthyTuft.Core.Dehairing;
using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Dyeing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ginning;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Opening;
using EarthyTuft.Core.Routing;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Core.Silk;
using EarthyTuft.Core.Skirting;
using EarthyTuft.Core.Stock;

namespace EarthyTuft.Core.Course;

/// <summary>The stations in working order, and where a lot waits.</summary>
public static class Stations
{
    /// <summary>Every step that takes from lots, in working order.</summary>
    public static readonly IReadOnlyList<StepDefinition> InOrder =
    [
        SkirtingStep.Definition,
        GinningStep.Definition,
        SilkSteps.PartCaps,
        SilkSteps.Degum,
        ScouringStep.Definition,
        DryingStep.Definition,
        OpeningStep.Definition,
        DehairingStep.Definition,
        DyeingStep.Definition,
        DressingStep.Definition,
        CardingStep.Definition,
        CombingStep.Definition,
    ];

    /// <summary>Steps that are no station: they change where fibre lies and not what it is.</summary>
    public static readonly IReadOnlyList<StepDefinition> Elsewhere = [StockSteps.Divide, StockSteps.Join];

    /// <summary>What is particular to a step.</summary>
    /// <param name="step">A step that takes from lots and gives to lots; throws for the others.</param>
    public static StepDefinition Of(StepKind step) => Find(step) ?? throw new ArgumentOutOfRangeException(nameof(step));

    /// <summary>What is particular to a step, null when it takes in, leaves or counts.</summary>
    /// <param name="step">Any step.</param>
    public static StepDefinition? Find(StepKind step) => InOrder.Concat(Elsewhere).FirstOrDefault(d => d.Kind == step);

    /// <summary>A step's typical yield for a class, null where it loses nothing.</summary>
    /// <param name="step">Any step.</param>
    /// <param name="of">The fleece's class, null when not known.</param>
    public static Span? Typical(StepKind step, FleeceClass? of) => step == StepKind.Dry ? null : Find(step)?.Typical(of);

    /// <summary>Every station that takes a lot, the usual one first.</summary>
    /// <param name="form">What the lot is.</param>
    /// <param name="fibre">Its fibre.</param>
    /// <param name="usual">Where it waits.</param>
    public static IReadOnlyList<StepKind> Open(LotForm form, Fibre fibre, StepKind? usual) =>
        [.. InOrder.Where(d => d.CanTake(form, fibre)).Select(d => d.Kind).OrderByDescending(k => k == usual)];

    /// <summary>Less noil than this waits for no cards: it is kept until there is more.</summary>
    public const double LeastNoilGrams = 20;

    /// <summary>The caution at the door, where raw fleece comes in: the same as at skirting.</summary>
    public static Caution AtTheDoor => SkirtingStep.Definition.Caution;

    /// <summary>
    /// Where a lot waits: at the next step of its route when one was chosen, whatever was done meanwhile; else at the usual station. Clean
    /// fibre goes by its length: above 125 mm to the combs, else to the cards (handbook section 12; from 75 to 125 either does).
    /// </summary>
    /// <param name="form">What the lot is.</param>
    /// <param name="madeBy">The step that made it.</param>
    /// <param name="meanStapleMillimetres">Mean of its measured locks, null when none was measured.</param>
    /// <param name="route">The route that was chosen for it, null when none was.</param>
    /// <param name="fibre">Its fibre: seed cotton and silk caps take a road of their own.</param>
    /// <param name="grams">What it was made with, null when not known: a pinch of noil is not carded.</param>
    /// <returns>Null when it is prepared: it waits to be sampled.</returns>
    public static StepKind? Next(LotForm form, StepKind? madeBy, double? meanStapleMillimetres, RoutePlan? route = null, Fibre fibre = Fibre.Wool, double? grams = null) =>
        route is not null ? route.Next(form, madeBy) : form switch
        {
            LotForm.Raw when fibre == Fibre.Cotton => StepKind.Gin,
            LotForm.Raw when fibre == Fibre.Silk => StepKind.PartCaps,
            LotForm.Raw => StepKind.Skirt,
            LotForm.Skirted or LotForm.OpenedGreasy => StepKind.Wash,
            LotForm.Washed => StepKind.Dry,
            LotForm.Clean or LotForm.Opened => meanStapleMillimetres > CardingStep.LongestMillimetres ? StepKind.Comb : StepKind.Card,
            LotForm.Noil when grams < LeastNoilGrams => null,
            LotForm.Down or LotForm.Noil => StepKind.Card,
            _ => null,
        };
}

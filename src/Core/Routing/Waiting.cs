using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Combing;
using EarthyTuft.Core.Course;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Opening;

namespace EarthyTuft.Core.Routing;

/// <summary>Where a lot waits, and how far it has come.</summary>
public static class Waiting
{
    /// <summary>Less noil than this, in grams, waits for no cards: it is kept until there is more.</summary>
    public const double LeastNoilGrams = 20;

    /// <summary>
    /// Where a lot waits: at the next step of its route when one was chosen, whatever was done meanwhile; else at the usual station. Clean
    /// fibre goes by its length to the first of <see cref="AllStations.Preparing"/> that is for it (docs/craft.md, section 12).
    /// </summary>
    /// <param name="form">What the lot is.</param>
    /// <param name="madeBy">The step that made it.</param>
    /// <param name="meanStapleMillimetres">Mean of its measured locks, null when none was measured.</param>
    /// <param name="route">The route that was chosen for it, null when none was.</param>
    /// <param name="fibre">Its fibre: seed cotton and silk caps take a road of their own.</param>
    /// <param name="grams">What it was made with, null when not known: a pinch of noil is not carded.</param>
    /// <returns>Null when it is prepared, or finished yarn: it waits for nobody.</returns>
    public static StepKind? At(
        LotForm form,
        StepKind? madeBy,
        double? meanStapleMillimetres,
        RoutePlan? route = null,
        Fibre fibre = Fibre.Wool,
        double? grams = null
    ) =>
        // A route leads to a preparation; what was spun is past it.
        form == LotForm.Singles
            ? StepKind.Ply
        : form == LotForm.Plied ? StepKind.Finish
        : route is not null ? route.Next(form, madeBy)
        : form switch
        {
            LotForm.Raw when fibre == Fibre.Cotton => StepKind.Gin,
            LotForm.Raw when fibre == Fibre.Silk => StepKind.PartCaps,
            LotForm.Raw => StepKind.Skirt,
            LotForm.Skirted or LotForm.OpenedGreasy => StepKind.Wash,
            LotForm.Washed => StepKind.Dry,
            // Caps are parted and drawn; cards would only tangle them. What was pulled apart already is ready for that.
            LotForm.Clean or LotForm.Opened when fibre == Fibre.Silk => StepKind.PartCaps,
            LotForm.Clean or LotForm.Opened => AllStations.Preparing.First(s => s.Staple.Admit(meanStapleMillimetres)).Kind,
            LotForm.Noil when grams < LeastNoilGrams => null,
            LotForm.Down or LotForm.Noil => StepKind.Card,
            _ => null,
        };

    /// <summary>The stage of the working order that a lot has reached: what comes before it is done.</summary>
    /// <param name="form">What it is.</param>
    /// <param name="madeBy">The step that made it: opened in the grease or sorted, fibre keeps its form.</param>
    public static int Reached(LotForm form, StepKind? madeBy) =>
        form switch
        {
            LotForm.OpenedGreasy => OpeningStation.StageInTheGrease,
            LotForm.Raw or LotForm.Skirted when madeBy == StepKind.Open => OpeningStation.StageInTheGrease,
            LotForm.Raw or LotForm.Skirted when madeBy is { } step && AllStations.Find(step) is { OnlyMoves: true, Stage: { } sorted } =>
                sorted,
            LotForm.Raw => 0,
            // No preparing is ahead of yarn.
            _ when form.IsSpun() => CombingStation.Definition.Stage!.Value,
            // Noil can go over the cards, whatever it was combed from.
            LotForm.Noil => CardingStation.Definition.Stage!.Value - 1,
            _ => AllStations.InOrder.Where(s => s.Finishes.Contains(form)).Select(s => s.Stage!.Value).Single(),
        };
}

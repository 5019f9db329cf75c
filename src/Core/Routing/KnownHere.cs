using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Combing;
using EarthyTuft.Core.Course;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;

namespace EarthyTuft.Core.Routing;

/// <summary>What is known of a lot that speaks against a station it stands at.</summary>
public enum SpeaksAgainst
{
    /// <summary>The route that was chosen for it has a step before this one.</summary>
    RouteSaysFirst,

    /// <summary>The route that was chosen for it does not come by here.</summary>
    RouteGoesElsewhere,

    /// <summary>Its staple is too long for any cards.</summary>
    TooLongForCards,

    /// <summary>Its staple is too short for any combs.</summary>
    TooShortForCombs,

    /// <summary>It is down with its guard hair still in it.</summary>
    NotDehaired,

    /// <summary>What it is wanted for is not what such a preparation gives.</summary>
    WillNotGive,
}

/// <summary>What is said at a station before the first load, where something is known that speaks against it: one thing, the weightiest, and
/// never in the way (docs/craft.md, section 12).</summary>
/// <param name="What">What is known.</param>
/// <param name="Step">The step that comes first or instead; null where none does.</param>
/// <param name="WantedFor">What it is wanted for; null where that does not matter.</param>
public sealed record KnownHere(SpeaksAgainst What, StepKind? Step = null, Aim? WantedFor = null)
{
    /// <summary>Finds it.</summary>
    /// <param name="here">The station.</param>
    /// <param name="form">What the lot is.</param>
    /// <param name="madeBy">The step that made it.</param>
    /// <param name="facts">What is known of its fibre.</param>
    /// <param name="route">The route that was chosen for it, null when none was.</param>
    /// <returns>Null where nothing speaks against it.</returns>
    public static KnownHere? Of(StepKind here, LotForm form, StepKind? madeBy, FleeceFacts facts, RoutePlan? route)
    {
        var stage = AllStations.Find(here)?.Stage;
        var staple = facts.StapleMillimetres;
        return here is StepKind.Card or StepKind.Comb && !form.IsPrepared() && IsFullOfHair(form, facts)
                ? new KnownHere(SpeaksAgainst.NotDehaired, StepKind.Dehair)
            : route?.Next(form, madeBy) is { } next && next != here && AllStations.Find(next)?.Stage < stage
                ? new KnownHere(SpeaksAgainst.RouteSaysFirst, next, route.Aim)
            : here == StepKind.Card && staple > CardingStation.LongestMillimetres
                ? new KnownHere(SpeaksAgainst.TooLongForCards, StepKind.Comb)
            : here == StepKind.Comb && staple < CombingStation.ShortestMillimetres
                ? new KnownHere(SpeaksAgainst.TooShortForCombs, StepKind.Card)
            : here is StepKind.Card or StepKind.Comb
            && route is { Steps.Count: > 0 }
            && route.Steps.All(s => s.Step != here)
            && route.Next(form, madeBy) is { } instead
                ? new KnownHere(SpeaksAgainst.RouteGoesElsewhere, instead, route.Aim)
            : here == StepKind.Spin && route is not null && !Gives(form, route) ? new KnownHere(SpeaksAgainst.WillNotGive, null, route.Aim)
            : null;
    }

    private static bool IsFullOfHair(LotForm form, FleeceFacts facts) =>
        form is (LotForm.Clean or LotForm.Opened) && facts.Class is (FleeceClass.Cashmere or FleeceClass.Undercoat);

    // Smooth yarn of jumbled fibre, or airy yarn of fibre that lies parallel as it is held.
    private static bool Gives(LotForm form, RoutePlan route) =>
        (route.Holding is { } held ? Holdings.OrderOf(form, held) : form.UsualOrder()) switch
        {
            FibreOrder.Jumbled => route.Aim is not (Aim.WorstedSoft or Aim.WorstedHard or Aim.Rug),
            FibreOrder.Parallel => route.Aim is not (Aim.WoollenSoft or Aim.Felt),
            _ => true,
        };
}

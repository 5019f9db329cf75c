using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Routing;

namespace EarthyTuft.Web.Routing;

/// <summary>Sentences of the routes.</summary>
internal static class RouteWords
{
    /// <summary>What is known of a lot that speaks against a station.</summary>
    public static string Known(KnownHere known, Lot lot, FleeceFacts facts) =>
        known.What switch
        {
            SpeaksAgainst.NotDehaired =>
                $"{lot.Code} was not dehaired: cards and combs bury the hairs in the down, where they part from it hardly any more.",
            SpeaksAgainst.RouteSaysFirst => $"The route that was chosen for {lot.Code} says {Work(known.Step!.Value)} first.",
            SpeaksAgainst.RouteGoesElsewhere =>
                $"{lot.Code} is wanted {Wanted(known.WantedFor!.Value)}: the route that was chosen for it goes on with {Work(known.Step!.Value)}.",
            SpeaksAgainst.TooLongForCards =>
                $"{facts.Staple} are too long for any cards: {lot.Code} tangles and breaks there. Comb it, or spin it from the lock.",
            SpeaksAgainst.TooShortForCombs =>
                $"{facts.Staple} are too short for any combs: all of {lot.Code} would stay in the tines. Card it.",
            SpeaksAgainst.WillNotGive =>
                $"{lot.Code} is wanted {Wanted(known.WantedFor!.Value)}, which {lot.Form.Words()} held so will hardly give: "
                    + (
                        lot.Form.UsualOrder() == FibreOrder.Parallel
                            ? "it spins close; from the fold it comes nearest."
                            : "it spins airy, with ends standing out."
                    ),
            _ => throw new ArgumentOutOfRangeException(nameof(known)),
        };

    private static string Work(StepKind step) =>
        step switch
        {
            StepKind.Dehair => "dehairing",
            StepKind.Open => "opening",
            StepKind.Wash => "washing",
            StepKind.Dry => "drying",
            StepKind.Skirt => "skirting",
            StepKind.Divide => "sorting",
            StepKind.Card => "carding",
            StepKind.Comb => "combing",
            StepKind.Gin => "ginning",
            _ => step.Words(),
        };

    private static string Wanted(Aim aim) =>
        aim switch
        {
            Aim.WoollenSoft => "woollen and soft",
            Aim.WoollenStrong => "woollen and strong",
            Aim.WorstedSoft => "worsted and soft",
            Aim.WorstedHard => "worsted and hard",
            Aim.NextToSkin => "next to the skin",
            Aim.CleanLocks => "as clean locks",
            _ => "for " + aim.Words(),
        };
}

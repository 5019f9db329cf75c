using EarthyTuft.Core.Course;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Opening;

namespace EarthyTuft.Core.Routing;

/// <summary>One step of a route.</summary>
/// <param name="Step">What to do.</param>
/// <param name="Stage">Its place in the working order; a lot that has reached a stage has done it.</param>
/// <param name="Because">Why, in one sentence.</param>
public sealed record RouteStep(StepKind Step, int Stage, string Because);

/// <summary>A way from a fleece to what it is wanted for.</summary>
/// <param name="Preparation">How it is prepared in the end.</param>
/// <param name="Points">How much speaks for it.</param>
/// <param name="For">What speaks for it, the weightiest first.</param>
/// <param name="Against">What speaks against it.</param>
/// <param name="Steps">Every step from the raw fleece on.</param>
public sealed record Route(
    PreparedAs Preparation,
    int Points,
    IReadOnlyList<string> For,
    IReadOnlyList<string> Against,
    IReadOnlyList<RouteStep> Steps
)
{
    /// <summary>The steps that are still ahead of a lot.</summary>
    /// <param name="form">What it is.</param>
    /// <param name="madeBy">The step that made it: opened in the grease or sorted, fibre keeps its form.</param>
    public IReadOnlyList<RouteStep> Ahead(LotForm form, StepKind? madeBy)
    {
        var done = Waiting.Reached(form, madeBy);
        return [.. Steps.Where(s => s.Stage > done && (form != LotForm.Noil || s.Step == StepKind.Card))];
    }
}

/// <summary>Proposes routes (docs/craft.md, section 12).</summary>
public static class Routes
{
    /// <summary>Two routes nearer than this are as good as equal: try both.</summary>
    public const int AsGood = 8;

    /// <summary>
    /// The best routes for a lot and an aim, the best first, at most four: two at least where two are possible. What lies there decides: a
    /// preparation that is forbidden, and a way that has no step ahead of this lot, are none; ways of the same steps on the same tools are one.
    /// Fibre that is ready to be spun is only sent on where that speaks for itself: how it may be held is <see cref="HoldingWays"/>.
    /// </summary>
    /// <param name="facts">What is known of the fleece.</param>
    /// <param name="aim">What it is wanted for.</param>
    /// <param name="schools">The workshop's choices where people disagree.</param>
    /// <param name="form">What lies there.</param>
    /// <param name="madeBy">The step that made it.</param>
    public static IReadOnlyList<Route> For(FleeceFacts facts, Aim aim, Schools schools, LotForm form = LotForm.Raw, StepKind? madeBy = null)
    {
        var ready = form.IsPrepared();
        Route[] possible =
        [
            .. Enum.GetValues<PreparedAs>()
                .Select(p => Of(p, facts, aim, schools))
                .Where(r => r.Points > RouteRules.Forbidden && r.Ahead(form, madeBy).Count > 0 && (!ready || r.Points > 0))
                .OrderByDescending(r => r.Points),
        ];
        Route[] unlike = [.. possible.Where((r, i) => !possible.Take(i).Any(b => IsOneWay(b, r, facts, form, madeBy)))];
        return [.. unlike.Where((r, i) => i < 2 || (i < 4 && r.Points > 0 && r.Points > unlike[0].Points - 45))];
    }

    // The same steps on the same tools cost and lose the same: rolags and punis differ in how the web is rolled in the end, and what is
    // carded already is combed as top, whatever it was meant for. Of short fine fibre people disagree on just that (section 14): there it is
    // a choice.
    private static bool IsOneWay(Route one, Route other, FleeceFacts facts, LotForm form, StepKind? madeBy)
    {
        StepKind[] ahead = [.. one.Ahead(form, madeBy).Select(s => s.Step)];
        return ahead.SequenceEqual(other.Ahead(form, madeBy).Select(s => s.Step))
            && (
                !ahead.Contains(StepKind.Card)
                || (
                    one.Preparation.IsOffHandCards() == other.Preparation.IsOffHandCards()
                    && !(facts.Class.IsShortAndFine() || facts.StapleMillimetres < RouteRules.Short)
                )
            );
    }

    /// <summary>One route, whether it is proposed or not.</summary>
    /// <param name="preparation">How it is prepared in the end.</param>
    /// <param name="facts">What is known of the fleece.</param>
    /// <param name="aim">What it is wanted for.</param>
    /// <param name="schools">The workshop's choices.</param>
    public static Route Of(PreparedAs preparation, FleeceFacts facts, Aim aim, Schools schools)
    {
        var rules = RouteRules
            .All.Where(r => r.Preparation == preparation && r.Holds(facts, aim, schools))
            .OrderByDescending(r => Math.Abs(r.Points))
            .ToArray();
        return new Route(
            preparation,
            rules.Sum(r => r.Points),
            [.. rules.Where(r => r.Points > 0).Select(r => r.Because(facts)).Distinct()],
            [.. rules.Where(r => r.Points < 0).Select(r => r.Because(facts)).Distinct()],
            [.. Steps(preparation, facts, aim, schools).OrderBy(s => s.Stage)]
        );
    }

    /// <summary>What would bring another preparation to the front: facts nobody knows yet, or that may turn out otherwise.</summary>
    /// <param name="facts">What is known.</param>
    /// <param name="aim">What it is wanted for.</param>
    /// <param name="schools">The workshop's choices.</param>
    /// <param name="form">What lies there.</param>
    /// <param name="madeBy">The step that made it.</param>
    /// <returns>Each case in words with the preparation that would then come first; none where no way is left.</returns>
    public static IReadOnlyList<(string If, PreparedAs Then)> WouldChange(
        FleeceFacts facts,
        Aim aim,
        Schools schools,
        LotForm form = LotForm.Raw,
        StepKind? madeBy = null
    )
    {
        PreparedAs? First(FleeceFacts of) => For(of, aim, schools, form, madeBy) is [var first, ..] ? first.Preparation : null;
        if (form.IsPrepared() || First(facts) is not { } now)
        {
            return [];
        }

        var j = facts.Judged;
        (bool Open, string If, FleeceFacts Facts)[] cases =
        [
            (!facts.IsWeak, "a lock breaks when it is snapped", facts with { Judged = j with { Soundness = Soundness.Tender } }),
            (facts.IsWeak, "it is sound after all", facts with { Judged = j with { Soundness = Soundness.Sound } }),
            (
                j.VegetableMatter != HowMuch.Much,
                "much hay or seed is in it",
                facts with
                {
                    Judged = j with { VegetableMatter = HowMuch.Much },
                }
            ),
            (
                j.VegetableMatter == HowMuch.Much,
                "the bits fall out when it is opened",
                facts with
                {
                    Judged = j with { VegetableMatter = HowMuch.Little },
                }
            ),
            (
                j.LockStructure != LockStructure.Matted,
                "the locks are grown together",
                facts with
                {
                    Judged = j with { LockStructure = LockStructure.Matted },
                }
            ),
            (facts.StapleMillimetres is null or >= 55, $"the heap is shorter than {facts.Told(55)}", facts with { StapleMillimetres = 50 }),
            (
                facts.StapleMillimetres is null or < 140,
                $"the heap is longer than {facts.Told(140)}",
                facts with
                {
                    StapleMillimetres = 150,
                }
            ),
        ];
        return
        [
            .. cases
                .Where(c => c.Open)
                .Select(c => (c.If, Then: First(c.Facts)))
                .Where(c => c.Then is { } then && then != now)
                .Select(c => (c.If, c.Then!.Value)),
        ];
    }

    private static RouteStep Step(StepKind step, string because) => new(step, AllStations.Of(step).Stage!.Value, because);

    private static RouteStep OpenInTheGrease(string because) => new(StepKind.Open, OpeningStation.StageInTheGrease, because);

    private static IEnumerable<RouteStep> Steps(PreparedAs preparation, FleeceFacts f, Aim aim, Schools schools)
    {
        var cards = preparation is PreparedAs.Rolags or PreparedAs.Batts or PreparedAs.Punis or PreparedAs.CardedTop;
        if (f.Class == FleeceClass.Plant)
        {
            yield return Step(StepKind.Gin, "Seed and trash come out far more easily now than later.");
        }
        else if (f.Class is not (FleeceClass.Silk or FleeceClass.Angora))
        {
            yield return Step(StepKind.Skirt, "What spoils the rest is taken out while it is still easy to see.");
        }

        if (f.CvPercent > 25)
        {
            yield return Step(
                StepKind.Divide,
                FormattableString.Invariant($"Lengths differ by {f.CvPercent:0} %: sort them, and every heap gets what suits it.")
            );
        }

        if (f.Class == FleeceClass.Camelid)
        {
            yield return OpenInTheGrease("Dust is shaken out dry: in the bath it turns to mud.");
        }
        else if (schools.OpenBeforeWash && cards && f.Class is not (FleeceClass.Plant or FleeceClass.Silk or FleeceClass.Angora))
        {
            yield return OpenInTheGrease("Your school opens first: it washes cleaner.");
        }

        if (f.Class is not (FleeceClass.Plant or FleeceClass.Silk or FleeceClass.Angora))
        {
            yield return Step(StepKind.Wash, WashReason(f, preparation, schools));
            yield return Step(StepKind.Dry, "Dry it, and only then the weight counts.");
        }

        if (f.Class == FleeceClass.Silk && preparation == PreparedAs.FlickedLocks)
        {
            yield return Step(StepKind.PartCaps, "Part the caps into layers and stretch them to an even band.");
        }
        else if (OpenReason(f, preparation, cards, schools) is { } why)
        {
            yield return Step(StepKind.Open, why);
        }

        // Locks that are flicked stay whole, hair and all.
        if (preparation is not (PreparedAs.FlickedLocks or PreparedAs.CleanLocks) && NeedsDehairing(f, aim))
        {
            yield return Step(StepKind.Dehair, "Hairs part from clean open down; carding would bury them.");
        }

        if (cards)
        {
            yield return Step(StepKind.Card, CardReason(f, preparation, schools));
        }

        if (preparation is PreparedAs.Top or PreparedAs.CardedTop)
        {
            yield return Step(
                StepKind.Comb,
                f.Class == FleeceClass.Fine && f.StapleMillimetres < RouteRules.Middling
                    ? "Small combs take so short a fine wool; the noil can be carded."
                    : "Combs lay it parallel and leave the short and the bits behind."
            );
        }
    }

    private static string WashReason(FleeceFacts f, PreparedAs preparation, Schools schools)
    {
        var how = schools.Wash switch
        {
            WashSchool.Hot => "Hot, so that the wax surely goes",
            WashSchool.SuintSoak => "A cold soak in its own suint, then a short rinse",
            _ => "Warm and longer, so that nothing felts",
        };
        var nets = preparation is PreparedAs.Top or PreparedAs.FlickedLocks or PreparedAs.CleanLocks ? ", the locks whole in nets" : "";
        return schools.LeaveWax ? $"{how}{nets}; some wax may stay."
            : f.Judged.Wax == HowMuch.Much ? $"{how}{nets}; it is waxy, so more than one bath."
            : $"{how}{nets}.";
    }

    private static string? OpenReason(FleeceFacts f, PreparedAs preparation, bool cards, Schools schools) =>
        f.Class == FleeceClass.Plant ? null
        : f.Class == FleeceClass.Silk ? "Pull the caps apart layer by layer: whole they tangle in cards and combs."
        : preparation == PreparedAs.FlickedLocks ? "Flick the ends of each lock open and spin from it."
        : f.Judged.Tips is Tips.Brittle or Tips.Matted && preparation != PreparedAs.CleanLocks
            ? "The tips do not hold: clip or flick them off before they become neps."
        : cards && f.Judged.VegetableMatter is (HowMuch.Some or HowMuch.Much) ? "Willow and pick it, for carding leaves the bits in."
        : f.Class == FleeceClass.Angora ? "It is not washed: shake it open, and it is ready."
        : cards && !schools.OpenBeforeWash ? "Opened locks do not overload the cards."
        : null;

    private static bool NeedsDehairing(FleeceFacts f, Aim aim) =>
        f.Class switch
        {
            FleeceClass.Cashmere or FleeceClass.Undercoat => aim is not (Aim.Rug or Aim.CleanLocks),
            _ => f.HasGuardHair && aim is (Aim.WoollenSoft or Aim.WorstedSoft or Aim.NextToSkin or Aim.Lace),
        };

    private static string CardReason(FleeceFacts f, PreparedAs preparation, Schools schools) =>
        preparation switch
        {
            PreparedAs.Punis when schools.Down == DownSchool.Cloud => "Opened to a cloud with few strokes: quick, and lumpy.",
            PreparedAs.Punis => "Few light strokes on close cloth, rolled small.",
            PreparedAs.Batts => f.StapleMillimetres >= RouteRules.Long
                ? "Thin loads laid crosswise, few passes."
                : "Two or three passes on the drum; stop when the neps no longer fall.",
            PreparedAs.CardedTop => "Carded once, so that the combs find it open.",
            _ => "Rolled across the fibre, it drafts long and light.",
        };
}

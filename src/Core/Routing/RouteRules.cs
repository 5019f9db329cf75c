using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Combing;
using EarthyTuft.Core.Fibres;

namespace EarthyTuft.Core.Routing;

/// <summary>One rule for or against a preparation.</summary>
/// <param name="Name">A stable name.</param>
/// <param name="Preparation">The preparation it speaks of.</param>
/// <param name="Points">How much it speaks for it; below nothing against it, <see cref="RouteRules.Never"/> forbids.</param>
/// <param name="Holds">When it holds; a fact that nobody knows makes it not hold.</param>
/// <param name="Because">The reason, as a sentence.</param>
public sealed record RouteRule(
    string Name,
    PreparedAs Preparation,
    int Points,
    Func<FleeceFacts, Aim, Schools, bool> Holds,
    Func<FleeceFacts, string> Because
);

/// <summary>The table behind the routes (docs/craft.md, sections 9, 10 and 12). Of a length that is just a bound the shorter side holds
/// where combs begin, as everywhere in the course, and the longer one at the other bounds.</summary>
public static class RouteRules
{
    /// <summary>Points that forbid a preparation.</summary>
    public const int Never = -1000;

    /// <summary>With so many points or fewer something forbids a preparation, whatever speaks for it.</summary>
    public const int Forbidden = Never / 2;

    /// <summary>Below this length, in millimetres, nothing is combed.</summary>
    public const double Short = CombingStation.ShortestMillimetres;

    /// <summary>Below this one, cards.</summary>
    public const double Middling = CardFit.CardsWellMillimetres;

    /// <summary>Above this one, combs.</summary>
    public const double Long = CardingStation.LongestMillimetres;

    /// <summary>Fine wool from this length on may go over small combs.</summary>
    public const double MiniCombs = 60;

    /// <summary>Below this diameter, in micrometres, the drum breaks fibre into neps.</summary>
    public const double TooFineForTheDrum = 20;

    /// <summary>Every rule.</summary>
    public static readonly IReadOnlyList<RouteRule> All =
    [
        // Length.
        new(
            "short-punis",
            PreparedAs.Punis,
            50,
            (f, _, _) => f.StapleMillimetres < Short,
            f => $"{f.Staple} is short: fine cards, punis or a cloud."
        ),
        new(
            "short-combs",
            PreparedAs.Top,
            Never,
            (f, _, _) => f.StapleMillimetres < Short,
            f => $"{f.Staple} would all stay in the tines."
        ),
        new(
            "short-twice",
            PreparedAs.CardedTop,
            Never,
            (f, _, _) => f.StapleMillimetres < Short,
            f => $"{f.Staple} would all stay in the tines."
        ),
        new(
            "short-rolags",
            PreparedAs.Rolags,
            -10,
            (f, _, _) => f.StapleMillimetres < Short,
            f => $"{f.Staple} hardly holds together across a roll."
        ),
        new("short-drum", PreparedAs.Batts, -25, (f, _, _) => f.StapleMillimetres < Short, f => $"{f.Staple} sinks into the drum's cloth."),
        new(
            "short-flick",
            PreparedAs.FlickedLocks,
            -60,
            (f, _, _) => f.StapleMillimetres < Short,
            f => $"{f.Staple} leaves nothing to hold while flicking."
        ),
        new(
            "cards-rolags",
            PreparedAs.Rolags,
            25,
            (f, _, _) => f.StapleMillimetres is >= Short and < Middling,
            f => $"{f.Staple} is a length for cards."
        ),
        new(
            "cards-drum",
            PreparedAs.Batts,
            20,
            (f, _, _) => f.StapleMillimetres is >= Short and < Middling,
            f => $"{f.Staple} is a length for cards."
        ),
        new(
            "cards-combs",
            PreparedAs.Top,
            -40,
            (f, _, _) => f.StapleMillimetres is >= Short and < Middling && !MayBeMiniCombed(f),
            f => $"{f.Staple} leaves more noil than top."
        ),
        new(
            "cards-mini-combs",
            PreparedAs.Top,
            -5,
            (f, _, _) => MayBeMiniCombed(f),
            f => $"fine wool of {f.Staple} may go over small combs."
        ),
        new(
            "either-rolags",
            PreparedAs.Rolags,
            5,
            (f, _, _) => f.StapleMillimetres is >= Middling and <= Long,
            f => $"{f.Staple} goes over cards or combs."
        ),
        new(
            "either-drum",
            PreparedAs.Batts,
            5,
            (f, _, _) => f.StapleMillimetres is >= Middling and <= Long,
            f => $"{f.Staple} goes over cards or combs."
        ),
        new(
            "either-combs",
            PreparedAs.Top,
            5,
            (f, _, _) => f.StapleMillimetres is >= Middling and <= Long,
            f => $"{f.Staple} goes over cards or combs."
        ),
        new("long-combs", PreparedAs.Top, 35, (f, _, _) => f.StapleMillimetres > Long, f => $"{f.Staple} is a length for combs."),
        new(
            "long-flick",
            PreparedAs.FlickedLocks,
            20,
            (f, _, _) => f.StapleMillimetres > Long,
            f => $"{f.Staple} can be spun from the lock."
        ),
        new("long-rolags", PreparedAs.Rolags, -30, (f, _, _) => f.StapleMillimetres > Long, f => $"{f.Staple} tangles on hand cards."),
        new(
            "long-drum",
            PreparedAs.Batts,
            -15,
            (f, _, _) => f.StapleMillimetres > Long,
            f => $"{f.Staple} stands only thin loads and few passes."
        ),
        new(
            "long-twice",
            PreparedAs.CardedTop,
            -20,
            (f, _, _) => f.StapleMillimetres > Long,
            f => $"carding first would break {f.Staple}."
        ),
        new(
            "long-punis",
            PreparedAs.Punis,
            Never,
            (f, _, _) => f.StapleMillimetres >= Middling,
            f => $"{f.Staple} is too long to roll small."
        ),
        new(
            "no-length-drum",
            PreparedAs.Batts,
            5,
            (f, _, _) => f.StapleMillimetres is null,
            _ => "nobody measured a lock: a drum takes most lengths."
        ),
        // Fineness and kind.
        new(
            "angora-punis",
            PreparedAs.Punis,
            30,
            (f, _, _) => f.Class == FleeceClass.Angora,
            _ => "so fine a fibre goes over close hand cards with few strokes."
        ),
        new(
            "down-punis",
            PreparedAs.Punis,
            55,
            (f, _, _) => f.Class.IsFineDown() && f.Class != FleeceClass.Angora,
            _ => "very fine down goes over close hand cards with few strokes."
        ),
        new(
            "down-drum",
            PreparedAs.Batts,
            -60,
            (f, _, _) => f.Class.IsFineDown() || f.DecidingMicron < TooFineForTheDrum,
            _ => "a drum breaks so fine a fibre into neps."
        ),
        new("down-rolags", PreparedAs.Rolags, 10, (f, _, _) => f.Class.IsFineDown(), _ => "close hand cards take it lightly."),
        new("down-combs", PreparedAs.Top, -25, (f, _, _) => f.Class.IsFineDown(), _ => "combs hold down badly."),
        new(
            "mohair-combs",
            PreparedAs.Top,
            15,
            (f, _, _) => f.Class == FleeceClass.Mohair,
            _ => "mohair shines most when it lies parallel."
        ),
        new(
            "curl-flick",
            PreparedAs.FlickedLocks,
            10,
            (f, _, _) => f.Wave == Wave.Curl,
            _ => "curled locks open from their ends and keep their order."
        ),
        new(
            "caps-drawn",
            PreparedAs.FlickedLocks,
            120,
            (f, _, _) => f.Class == FleeceClass.Silk,
            _ => "silk caps are drawn out as they are, without cards."
        ),
        new(
            "caps-rolags",
            PreparedAs.Rolags,
            Never,
            (f, _, _) => f.Class == FleeceClass.Silk,
            _ => "so long a fibre winds round the cards."
        ),
        new("caps-drum", PreparedAs.Batts, Never, (f, _, _) => f.Class == FleeceClass.Silk, _ => "so long a fibre winds round the drum."),
        new("caps-twice", PreparedAs.CardedTop, Never, (f, _, _) => f.Class == FleeceClass.Silk, _ => "silk caps are not carded."),
        new(
            "cotton-punis",
            PreparedAs.Punis,
            60,
            (f, _, _) => f.Class == FleeceClass.Plant,
            _ => "cotton is carded lightly and rolled small."
        ),
        new("cotton-combs", PreparedAs.Top, Never, (f, _, _) => f.Class == FleeceClass.Plant, _ => "hand combs do not hold cotton."),
        new("cotton-flick", PreparedAs.FlickedLocks, Never, (f, _, _) => f.Class == FleeceClass.Plant, _ => "cotton has no locks."),
        new(
            "two-coats-combs",
            PreparedAs.Top,
            15,
            (f, a, _) => f.IsDoubleCoated && a is (Aim.WorstedHard or Aim.Rug),
            _ => "combs part the coats or draw them off together."
        ),
        // What was seen in the look-over.
        new("vm-combs", PreparedAs.Top, 15, (f, _, _) => f.Judged.VegetableMatter == HowMuch.Much, _ => "combs leave the bits behind."),
        new(
            "vm-rolags",
            PreparedAs.Rolags,
            -10,
            (f, _, _) => f.Judged.VegetableMatter == HowMuch.Much,
            _ => "carding alone leaves the bits in."
        ),
        new(
            "vm-drum",
            PreparedAs.Batts,
            -12,
            (f, _, _) => f.Judged.VegetableMatter == HowMuch.Much,
            _ => "carding alone leaves the bits in."
        ),
        new("weak-combs", PreparedAs.Top, -60, (f, _, _) => f.IsWeak, _ => "a tender staple would be lost as noil."),
        new("weak-twice", PreparedAs.CardedTop, -70, (f, _, _) => f.IsWeak, _ => "a tender staple would be lost as noil."),
        new("weak-flick", PreparedAs.FlickedLocks, -40, (f, _, _) => f.IsWeak, _ => "flicking breaks a tender staple."),
        new("weak-rolags", PreparedAs.Rolags, 15, (f, _, _) => f.IsWeak, _ => "cards do not mind where it breaks."),
        new("weak-drum", PreparedAs.Batts, 10, (f, _, _) => f.IsWeak, _ => "cards do not mind where it breaks."),
        new(
            "uneven-combs",
            PreparedAs.Top,
            10,
            (f, _, _) => f.CvPercent > 25,
            _ => "combs take the short out of uneven lengths; the noil can be carded."
        ),
        new(
            "matted-drum",
            PreparedAs.Batts,
            15,
            (f, _, _) => f.Judged.LockStructure == LockStructure.Matted,
            _ => "matted fleece is opened and carded again and again."
        ),
        new(
            "matted-combs",
            PreparedAs.Top,
            -40,
            (f, _, _) => f.Judged.LockStructure == LockStructure.Matted,
            _ => "matted locks cannot be lashed on."
        ),
        new(
            "matted-flick",
            PreparedAs.FlickedLocks,
            Never,
            (f, _, _) => f.Judged.LockStructure == LockStructure.Matted && f.Class != FleeceClass.Silk,
            _ => "there are no locks to flick."
        ),
        new(
            "blocky-flick",
            PreparedAs.FlickedLocks,
            -40,
            (f, _, _) => f.Judged.LockStructure == LockStructure.Blocky && f.Class != FleeceClass.Silk,
            _ => "there are no locks to flick."
        ),
        // What it is wanted for.
        new("soft-rolags", PreparedAs.Rolags, 30, (_, a, _) => a == Aim.WoollenSoft, _ => "jumbled fibre holds air: light and elastic."),
        new("soft-drum", PreparedAs.Batts, 20, (_, a, _) => a == Aim.WoollenSoft, _ => "a batt spun from the fold stays light."),
        new("soft-punis", PreparedAs.Punis, 15, (_, a, _) => a == Aim.WoollenSoft, _ => "small light rolls draft airily."),
        new("soft-combs", PreparedAs.Top, -10, (_, a, _) => a == Aim.WoollenSoft, _ => "parallel fibre lies too close to be airy."),
        new(
            "strong-drum",
            PreparedAs.Batts,
            33,
            (_, a, _) => a == Aim.WoollenStrong,
            _ => "a batt in strips is half parallel and wears well."
        ),
        new(
            "strong-rolags",
            PreparedAs.Rolags,
            25,
            (_, a, _) => a == Aim.WoollenStrong,
            _ => "warm and elastic; spun with more twist it wears."
        ),
        new("smooth-combs", PreparedAs.Top, 30, (_, a, _) => a == Aim.WorstedSoft, _ => "parallel fibre spins smooth."),
        new(
            "smooth-twice",
            PreparedAs.CardedTop,
            15,
            (f, a, _) => a == Aim.WorstedSoft && f.StapleMillimetres is (null or < Long),
            _ => "carded first and combed second it is even and smooth."
        ),
        new(
            "smooth-flick",
            PreparedAs.FlickedLocks,
            10,
            (_, a, _) => a == Aim.WorstedSoft,
            _ => "spun from the lock it stays nearly parallel."
        ),
        new(
            "hard-combs",
            PreparedAs.Top,
            40,
            (_, a, _) => a == Aim.WorstedHard,
            _ => "parallel and free of short bits: smooth, drapes, wears."
        ),
        new(
            "hard-twice",
            PreparedAs.CardedTop,
            15,
            (f, a, _) => a == Aim.WorstedHard && f.StapleMillimetres is (null or < Long),
            _ => "carded first and combed second it is even and smooth."
        ),
        new(
            "hard-flick",
            PreparedAs.FlickedLocks,
            12,
            (_, a, _) => a == Aim.WorstedHard,
            _ => "spun from the lock it stays nearly parallel."
        ),
        new("hard-rolags", PreparedAs.Rolags, -20, (_, a, _) => a == Aim.WorstedHard, _ => "jumbled fibre pills."),
        new("hard-drum", PreparedAs.Batts, -12, (_, a, _) => a == Aim.WorstedHard, _ => "half jumbled fibre is never quite smooth."),
        new("hard-punis", PreparedAs.Punis, -30, (_, a, _) => a == Aim.WorstedHard, _ => "small rolls make an airy yarn."),
        new("felt-drum", PreparedAs.Batts, 45, (_, a, _) => a == Aim.Felt, _ => "batts laid crosswise felt evenly."),
        new("felt-rolags", PreparedAs.Rolags, 15, (_, a, _) => a == Aim.Felt, _ => "small carded pieces can be laid like tiles."),
        new("felt-combs", PreparedAs.Top, -45, (_, a, _) => a == Aim.Felt, _ => "parallel fibre felts in one direction only."),
        new("felt-punis", PreparedAs.Punis, -20, (_, a, _) => a == Aim.Felt, _ => "small rolls have to be opened again for felt."),
        new("felt-flick", PreparedAs.FlickedLocks, -30, (_, a, _) => a == Aim.Felt, _ => "locks felt into ropes."),
        new(
            "rug-combs",
            PreparedAs.Top,
            25,
            (f, a, _) => a == Aim.Rug && f.StapleMillimetres >= Middling,
            _ => "long strong fibre laid parallel stands treading."
        ),
        new("rug-drum", PreparedAs.Batts, 18, (_, a, _) => a == Aim.Rug, _ => "a rug yarn may be thick and quickly made."),
        new(
            "rug-flick",
            PreparedAs.FlickedLocks,
            15,
            (f, a, _) => a == Aim.Rug && f.StapleMillimetres >= Middling,
            _ => "long locks spin straight to a rug yarn."
        ),
        new(
            "socks-combs",
            PreparedAs.Top,
            22,
            (f, a, _) => a == Aim.Socks && f.StapleMillimetres >= MiniCombs,
            _ => "smooth, close yarn rubs through last."
        ),
        new("socks-drum", PreparedAs.Batts, 18, (_, a, _) => a == Aim.Socks, _ => "springy carded wool cushions the foot."),
        new("socks-rolags", PreparedAs.Rolags, 12, (_, a, _) => a == Aim.Socks, _ => "springy carded wool cushions the foot."),
        new(
            "down-socks-drum",
            PreparedAs.Batts,
            15,
            (f, a, _) => a == Aim.Socks && f.Class == FleeceClass.Down,
            _ => "down-type wool is made for carding and for socks."
        ),
        new(
            "lace-combs",
            PreparedAs.Top,
            28,
            (f, a, _) => a == Aim.Lace && f.StapleMillimetres >= MiniCombs,
            _ => "a thin yarn wants parallel fibre without bits."
        ),
        new(
            "lace-flick",
            PreparedAs.FlickedLocks,
            12,
            (f, a, _) => a == Aim.Lace && f.StapleMillimetres >= MiniCombs,
            _ => "lock by lock nothing is lost that is long enough."
        ),
        new("lace-punis", PreparedAs.Punis, 15, (_, a, _) => a == Aim.Lace, _ => "small rolls draft thin."),
        new("lace-rolags", PreparedAs.Rolags, 5, (_, a, _) => a == Aim.Lace, _ => "carded lace is soft and blooms."),
        new("lace-drum", PreparedAs.Batts, -15, (_, a, _) => a == Aim.Lace, _ => "neps show in lace."),
        new("skin-rolags", PreparedAs.Rolags, 18, (_, a, _) => a == Aim.NextToSkin, _ => "airy and soft at the neck."),
        new("skin-combs", PreparedAs.Top, 14, (_, a, _) => a == Aim.NextToSkin, _ => "combing takes out the short ends that prick."),
        new("skin-punis", PreparedAs.Punis, 12, (_, a, _) => a == Aim.NextToSkin, _ => "small light rolls stay soft."),
        new("skin-drum", PreparedAs.Batts, 8, (_, a, _) => a == Aim.NextToSkin, _ => "a batt of few passes stays soft."),
        new("locks-whole", PreparedAs.CleanLocks, 300, (_, a, _) => a == Aim.CleanLocks, _ => "they are wanted whole."),
        new("locks-flick", PreparedAs.FlickedLocks, 60, (_, a, _) => a == Aim.CleanLocks, _ => "flicked ends keep the lock and open it."),
        new("no-locks-wanted", PreparedAs.CleanLocks, Never, (_, a, _) => a != Aim.CleanLocks, _ => "whole locks are not what is wanted."),
        new(
            "fine-socks",
            PreparedAs.Top,
            -8,
            (f, a, s) => a == Aim.Socks && f.Class == FleeceClass.Fine && s.FineSocks == FineSockSchool.NotAtAll,
            _ => "your school keeps fine wool away from socks."
        ),
    ];

    private static bool MayBeMiniCombed(FleeceFacts f) => f.Class == FleeceClass.Fine && f.StapleMillimetres is >= MiniCombs and < Middling;
}

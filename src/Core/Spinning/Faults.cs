using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;

namespace EarthyTuft.Core.Spinning;

/// <summary>What goes wrong at spinning, as it is seen.</summary>
public enum YarnFault
{
    /// <summary>Lumps in the yarn.</summary>
    Lumps,

    /// <summary>The supply will not draw out.</summary>
    WillNotDraft,

    /// <summary>It breaks while it is spun.</summary>
    Breaks,

    /// <summary>It breaks while it is wound off or plied.</summary>
    BreaksInWinding,

    /// <summary>The plied yarn twists up like a rope.</summary>
    Ropey,

    /// <summary>A gap in the loop of the ply-back.</summary>
    OpenLoop,

    /// <summary>The fibre sticks to the hands.</summary>
    Sticky,

    /// <summary>It flies apart and clings.</summary>
    Flyaway,

    /// <summary>The yarn prickles.</summary>
    Prickles,

    /// <summary>The wheel does not draw the yarn in.</summary>
    NotDrawnIn,

    /// <summary>The wheel snatches it from the hand.</summary>
    Snatched,

    /// <summary>It kinks before it winds on.</summary>
    Kinks,

    /// <summary>Twist runs into the supply.</summary>
    TwistInSupply,

    /// <summary>The spindle wobbles.</summary>
    Wobbles,

    /// <summary>The spindle turns back.</summary>
    TurnsBack,

    /// <summary>The cop collapses.</summary>
    CopCollapses,

    /// <summary>Holes where the loops of a chain ply join.</summary>
    ChainHoles,
}

/// <summary>Something to look at.</summary>
public enum FaultCheck
{
    /// <summary>The hands stand closer than the staple is long.</summary>
    HandsApart,

    /// <summary>The supply is held too tight.</summary>
    GripLoose,

    /// <summary>There is twist in the supply already.</summary>
    TwistInSupply,

    /// <summary>The other end drafts more easily.</summary>
    OtherEnd,

    /// <summary>It was dyed or stored long, and is compacted.</summary>
    Compacted,

    /// <summary>Wax was left in it, or it is in the grease.</summary>
    Wax,

    /// <summary>It is dry and charged: damp the air, or dress it.</summary>
    Dry,

    /// <summary>Neps and short bits come from the preparation.</summary>
    Preparation,

    /// <summary>A piece was pinched inside the supply.</summary>
    PinchAtTriangle,

    /// <summary>Twist gathers in the thin places.</summary>
    ThinPlaces,

    /// <summary>Too few turns for so short a staple.</summary>
    MoreTwist,

    /// <summary>Too many turns.</summary>
    LessTwist,

    /// <summary>The pull is too strong.</summary>
    LessPull,

    /// <summary>The pull is too weak.</summary>
    MorePull,

    /// <summary>The orifice, the hooks or the bobbin's shaft hold it.</summary>
    CleanPath,

    /// <summary>The bobbin is full, or the hook has not been moved.</summary>
    MoveHook,

    /// <summary>A tender staple breaks.</summary>
    Tender,

    /// <summary>Too few fibres lie side by side.</summary>
    Thicker,

    /// <summary>The ply has other turns than the singles give back.</summary>
    BalancePly,

    /// <summary>It has not been washed yet.</summary>
    WashFirst,

    /// <summary>Guard hair and kemp, or coarse ends.</summary>
    GuardHair,

    /// <summary>It was plied the way it was spun.</summary>
    Direction,

    /// <summary>The cop sits off the middle, or the hook is bent.</summary>
    CentreCop,

    /// <summary>It ran out of spin before the yarn had its turns.</summary>
    WindOnSooner,

    /// <summary>Layers of the cop cross too little.</summary>
    CrossLayers,

    /// <summary>Twist was not rolled over the loop.</summary>
    RollOverLoop,

    /// <summary>The hands are wet or warm, or there is lanolin on them.</summary>
    DryHands,
}

/// <summary>What is known of the lot that is spun.</summary>
/// <param name="StapleMillimetres">Null where no lock was measured.</param>
/// <param name="Form">What it is.</param>
/// <param name="Fibre">Of what.</param>
/// <param name="IsCompacted">It was dyed or stored long and not opened since.</param>
/// <param name="IsTender">A lock of it was found tender.</param>
/// <param name="HasGuardHair">It has two coats, or hair was counted in it.</param>
public sealed record FaultFacts(double? StapleMillimetres, LotForm? Form, Fibre? Fibre, bool IsCompacted, bool IsTender, bool HasGuardHair);

/// <summary>What to look at when something goes wrong: ordered by what is likeliest, and what this lot's own facts speak for comes first
/// (docs/craft.md, section 15).</summary>
public static class Faults
{
    /// <summary>Below this staple length, in millimetres, twist is short before all else (ours).</summary>
    public const double ShortStaple = 45;

    /// <summary>What to look at, the likeliest first.</summary>
    /// <param name="of">What is seen.</param>
    /// <param name="facts">What is known of the lot.</param>
    public static IReadOnlyList<FaultCheck> Of(YarnFault of, FaultFacts facts) => [.. Usual(of).OrderByDescending(c => Speaks(c, facts))];

    /// <summary>Whether a lot's own facts speak for a check.</summary>
    /// <param name="check">The check.</param>
    /// <param name="facts">What is known of the lot.</param>
    public static bool Speaks(FaultCheck check, FaultFacts facts) =>
        check switch
        {
            FaultCheck.Compacted => facts.IsCompacted,
            FaultCheck.Wax => facts.Form?.IsGreasy() == true,
            FaultCheck.Tender => facts.IsTender,
            FaultCheck.GuardHair => facts.HasGuardHair,
            FaultCheck.MoreTwist => facts.StapleMillimetres < ShortStaple,
            FaultCheck.OtherEnd => facts.Form is LotForm.Roving or LotForm.Top or LotForm.Puni or LotForm.Rolag && facts.IsCompacted,
            _ => false,
        };

    private static FaultCheck[] Usual(YarnFault of) =>
        of switch
        {
            YarnFault.Lumps =>
            [
                FaultCheck.Preparation,
                FaultCheck.PinchAtTriangle,
                FaultCheck.HandsApart,
                FaultCheck.Compacted,
                FaultCheck.ThinPlaces,
            ],
            // In the order in which a stuck draft is looked through.
            YarnFault.WillNotDraft =>
            [
                FaultCheck.HandsApart,
                FaultCheck.GripLoose,
                FaultCheck.TwistInSupply,
                FaultCheck.OtherEnd,
                FaultCheck.Compacted,
                FaultCheck.Wax,
                FaultCheck.Dry,
            ],
            YarnFault.Breaks =>
            [
                FaultCheck.LessPull,
                FaultCheck.MoreTwist,
                FaultCheck.CleanPath,
                FaultCheck.Thicker,
                FaultCheck.Tender,
                FaultCheck.ThinPlaces,
            ],
            YarnFault.BreaksInWinding => [FaultCheck.MoreTwist, FaultCheck.ThinPlaces, FaultCheck.Tender, FaultCheck.MoveHook],
            YarnFault.Ropey => [FaultCheck.WashFirst, FaultCheck.BalancePly, FaultCheck.LessTwist, FaultCheck.Direction],
            YarnFault.OpenLoop => [FaultCheck.MoreTwist, FaultCheck.ThinPlaces, FaultCheck.Direction],
            YarnFault.Sticky => [FaultCheck.Wax, FaultCheck.DryHands, FaultCheck.Compacted],
            YarnFault.Flyaway => [FaultCheck.Dry, FaultCheck.GripLoose, FaultCheck.MoreTwist],
            YarnFault.Prickles => [FaultCheck.GuardHair, FaultCheck.LessTwist, FaultCheck.WashFirst, FaultCheck.Preparation],
            YarnFault.NotDrawnIn =>
            [
                FaultCheck.MorePull,
                FaultCheck.CleanPath,
                FaultCheck.LessTwist,
                FaultCheck.MoveHook,
                FaultCheck.Thicker,
            ],
            YarnFault.Snatched => [FaultCheck.LessPull, FaultCheck.HandsApart, FaultCheck.MoveHook],
            YarnFault.Kinks => [FaultCheck.MorePull, FaultCheck.LessTwist, FaultCheck.CleanPath, FaultCheck.ThinPlaces],
            YarnFault.TwistInSupply => [FaultCheck.PinchAtTriangle, FaultCheck.MorePull, FaultCheck.GripLoose],
            YarnFault.Wobbles => [FaultCheck.CentreCop, FaultCheck.CrossLayers],
            YarnFault.TurnsBack => [FaultCheck.WindOnSooner, FaultCheck.Thicker],
            YarnFault.CopCollapses => [FaultCheck.CrossLayers, FaultCheck.CentreCop],
            _ => [FaultCheck.RollOverLoop, FaultCheck.MoreTwist, FaultCheck.LessPull],
        };
}

using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;

namespace EarthyTuft.Core.Routing;

/// <summary>One rule for or against a way of holding.</summary>
/// <param name="Name">A stable name.</param>
/// <param name="Holding">The way it speaks of.</param>
/// <param name="Points">How much it speaks for it; below nothing against it, <see cref="RouteRules.Never"/> forbids.</param>
/// <param name="Holds">When it holds; a fact that nobody knows makes it not hold.</param>
/// <param name="Because">The reason, as a sentence.</param>
public sealed record HoldingRule(
    string Name,
    Holding Holding,
    int Points,
    Func<LotForm, FleeceFacts, Aim, bool> Holds,
    Func<FleeceFacts, string> Because
);

/// <summary>A way of holding and drafting fibre that is ready to be spun.</summary>
/// <param name="Holding">How it is held.</param>
/// <param name="Points">How much speaks for it.</param>
/// <param name="For">What speaks for it, the weightiest first.</param>
/// <param name="Against">What speaks against it.</param>
/// <param name="Order">How the fibres lie as they enter the twist.</param>
/// <param name="Draw">The draw that suits it and the aim.</param>
public sealed record HoldingWay(
    Holding Holding,
    int Points,
    IReadOnlyList<string> For,
    IReadOnlyList<string> Against,
    FibreOrder Order,
    Draw Draw
);

/// <summary>The ways from a preparation that is ready to the yarn it is wanted for (docs/craft.md, sections 11 and 12).</summary>
public static class HoldingWays
{
    private static readonly Aim[] Smooth = [Aim.WorstedSoft, Aim.WorstedHard, Aim.Lace];
    private static readonly Aim[] Airy = [Aim.WoollenSoft, Aim.NextToSkin];
    private static readonly Aim[] Worn = [Aim.WoollenStrong, Aim.Socks, Aim.Rug];

    /// <summary>A staple above this one, in millimetres, does not roll round itself.</summary>
    private const double LongestRolled = 110;

    /// <summary>Every rule.</summary>
    public static readonly IReadOnlyList<HoldingRule> Rules =
    [
        new(
            "whole-smooth",
            Holding.WholeWidth,
            30,
            (form, _, aim) => form == LotForm.Top && (Smooth.Contains(aim) || Worn.Contains(aim)),
            _ => "the fibres enter side by side: smooth, close, it wears."
        ),
        new(
            "whole-close",
            Holding.WholeWidth,
            -12,
            (form, _, aim) => form == LotForm.Top && Airy.Contains(aim),
            _ => "parallel fibre lies too close to be airy."
        ),
        new(
            "whole-batt",
            Holding.WholeWidth,
            -10,
            (form, _, _) => form == LotForm.Batt,
            _ => "a whole batt fills the hand: thick and thin come easily."
        ),
        new("whole-quick", Holding.WholeWidth, 6, (_, _, _) => true, _ => "nothing is torn: quickest, and colours side by side mix."),
        new(
            "strips-even",
            Holding.Strips,
            16,
            (_, _, _) => true,
            _ => "a thin strip drafts evenly, and each keeps the place of its colours."
        ),
        new(
            "strips-worn",
            Holding.Strips,
            14,
            (form, _, aim) => form == LotForm.Batt && (Worn.Contains(aim) || aim == Aim.WorstedHard),
            _ => "half parallel, it wears well."
        ),
        new("strips-joins", Holding.Strips, -4, (_, _, _) => true, _ => "every strip is a join."),
        new("z-one", Holding.ZStrip, 18, (_, _, _) => true, _ => "one long even supply: hardly a join."),
        new(
            "z-turns",
            Holding.ZStrip,
            -8,
            (_, _, aim) => Smooth.Contains(aim),
            _ => "at each turn the fibres lie across: a lump, unless the corner is eased."
        ),
        new(
            "z-long",
            Holding.ZStrip,
            -12,
            (_, f, _) => f.StapleMillimetres > RouteRules.Long,
            _ => "long fibre holds on at the turns and tears the strip."
        ),
        new(
            "rolled-airy",
            Holding.TornAndRolled,
            30,
            (_, _, aim) => Airy.Contains(aim),
            _ => "the fibres go round: light, warm and elastic, as from a rolag."
        ),
        new(
            "rolled-worn",
            Holding.TornAndRolled,
            10,
            (_, _, aim) => aim is Aim.WoollenStrong or Aim.Socks,
            _ => "the fibres go round: springy, and softer than strips."
        ),
        new(
            "rolled-smooth",
            Holding.TornAndRolled,
            -25,
            (_, _, aim) => Smooth.Contains(aim) || aim == Aim.Rug,
            _ => "ends stand out all round: it is never smooth."
        ),
        new(
            "rolled-long",
            Holding.TornAndRolled,
            -25,
            (_, f, _) => f.StapleMillimetres > LongestRolled,
            f => $"{f.Staple} is too long to go round."
        ),
        new(
            "side-between",
            Holding.RolledFromTheSide,
            10,
            (_, _, _) => true,
            _ => "the fibres lie along the roll: more air than strips, smoother than torn and rolled; all colours enter together."
        ),
        new("side-worn", Holding.RolledFromTheSide, 12, (_, _, aim) => aim is Aim.WoollenStrong or Aim.WorstedSoft, _ => "round and even."),
        new(
            "fold-airy",
            Holding.FromTheFold,
            26,
            (form, _, aim) => form != LotForm.Roving && Airy.Contains(aim),
            _ => "fibres enter from their middle and spring out: air, loft and a halo."
        ),
        new(
            "fold-slippery",
            Holding.FromTheFold,
            12,
            (_, f, _) => f.Class is FleeceClass.Silk or FleeceClass.Camelid or FleeceClass.Mohair or FleeceClass.Angora,
            _ => "a finger holds slippery fibre by its middle."
        ),
        new("fold-colour", Holding.FromTheFold, 4, (_, _, _) => true, _ => "blocks of colour stay blocks."),
        new(
            "fold-rubs",
            Holding.FromTheFold,
            -25,
            (_, _, aim) => Worn.Contains(aim) || aim == Aim.WorstedHard,
            _ => "both ends of each fibre stand out: it rubs and pills."
        ),
        new(
            "fold-short",
            Holding.FromTheFold,
            RouteRules.Never,
            (_, f, _) => f.StapleMillimetres < Holdings.ShortestOverAFinger,
            f => $"{f.Staple} is too short to lie over a finger."
        ),
        new("end-as-it-is", Holding.FromTheEnd, 20, (_, _, _) => true, _ => "it is drawn out from its end, as it was made."),
    ];

    /// <summary>The ways for a lot that is ready, the best first; what is forbidden is none.</summary>
    /// <param name="form">What lies there.</param>
    /// <param name="facts">What is known of its fibre.</param>
    /// <param name="aim">What it is wanted for.</param>
    /// <returns>None for what is not ready to be spun, and where it is not to be spun at all.</returns>
    public static IReadOnlyList<HoldingWay> For(LotForm form, FleeceFacts facts, Aim aim) =>
        aim is Aim.Felt or Aim.CleanLocks
            ? []
            :
            [
                .. Holdings
                    .Of(form)
                    .Select(h => Of(h, form, facts, aim))
                    .Where(w => w.Points > RouteRules.Forbidden)
                    .OrderByDescending(w => w.Points),
            ];

    private static HoldingWay Of(Holding holding, LotForm form, FleeceFacts facts, Aim aim)
    {
        var rules = Rules
            .Where(r => r.Holding == holding && r.Holds(form, facts, aim))
            .OrderByDescending(r => Math.Abs(r.Points))
            .ToArray();
        var order = Holdings.OrderOf(form, holding)!.Value;
        return new HoldingWay(
            holding,
            rules.Sum(r => r.Points),
            [.. rules.Where(r => r.Points > 0).Select(r => r.Because(facts))],
            [.. rules.Where(r => r.Points < 0).Select(r => r.Because(facts))],
            order,
                // Twist is let in where the supply goes on by itself and air is wanted; a fold is drawn short, or it clumps.
                order == FibreOrder.Jumbled
                && holding != Holding.FromTheFold
                && !Smooth.Contains(aim)
                    ? Draw.Long
                : Airy.Contains(aim) && holding is (Holding.Strips or Holding.ZStrip or Holding.RolledFromTheSide or Holding.FromTheEnd)
                    ? Draw.Long
                : Draw.Short
        );
    }
}

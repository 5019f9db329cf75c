using System.Globalization;
using EarthyTuft.Core.Fibres;

namespace EarthyTuft.Core.Assessing;

/// <summary>What a fleece can be used for.</summary>
public enum Use
{
    /// <summary>At the neck and on bare skin.</summary>
    NextToSkin,

    /// <summary>Fine openwork.</summary>
    Lace,

    /// <summary>Jumpers and hats.</summary>
    Jumpers,

    /// <summary>Socks and what is rubbed.</summary>
    Socks,

    /// <summary>Shawls and cloth that hang and shine.</summary>
    Drape,

    /// <summary>Coats, bags, what meets weather.</summary>
    OuterWear,

    /// <summary>Rugs and hard-worn cloth.</summary>
    Rugs,

    /// <summary>Felt.</summary>
    Felt,

    /// <summary>Blankets.</summary>
    Blankets,

    /// <summary>Locks as they are, for show.</summary>
    Locks,
}

/// <summary>What a rule says of a use.</summary>
public enum Leaning
{
    /// <summary>It is good for it.</summary>
    GoodFor,

    /// <summary>It can be done, with care.</summary>
    CarefulWith,
}

/// <summary>One rule of the verdict.</summary>
/// <param name="Name">A stable name.</param>
/// <param name="Use">The use it speaks of.</param>
/// <param name="Leaning">Which way.</param>
/// <param name="Holds">Whether it holds; a fact that nobody knows makes it not hold.</param>
/// <param name="Because">The reason, as the rest of a sentence.</param>
public sealed record VerdictRule(string Name, Use Use, Leaning Leaning, Func<FleeceFacts, bool> Holds, Func<FleeceFacts, string> Because);

/// <summary>A use with what speaks for and against it.</summary>
/// <param name="Use">The use.</param>
/// <param name="Leaning">Careful as soon as one reason asks for care.</param>
/// <param name="For">Reasons for it.</param>
/// <param name="Against">Reasons for care.</param>
public sealed record UseVerdict(Use Use, Leaning Leaning, IReadOnlyList<string> For, IReadOnlyList<string> Against);

/// <summary>What a fleece is good for, by one table of rules (docs/craft.md, sections 12 and 14).</summary>
public static class Verdict
{
    /// <summary>Below this diameter, in micrometres, fibre ends bend before they prick.</summary>
    public const double FineMicrons = 25;

    /// <summary>From this diameter on wool is strong enough for wind and weather; a fine long-wool is not.</summary>
    public const double StrongMicrons = 28;

    /// <summary>Above this one nobody wants it at the neck.</summary>
    public const double CoarseMicrons = 30;

    /// <summary>The table. A use that no rule speaks of is not mentioned.</summary>
    public static readonly IReadOnlyList<VerdictRule> Rules =
    [
        new(
            "fine-to-skin",
            Use.NextToSkin,
            Leaning.GoodFor,
            f => f.DecidingMicron < FineMicrons && !f.HasGuardHair,
            f => $"about {Micron(f)} is fine enough not to prick"
        ),
        new(
            "soft-to-skin",
            Use.NextToSkin,
            Leaning.GoodFor,
            f => f.Judged.Handle is Handle.Silky or Handle.Soft,
            f => "it felt soft in the hand"
        ),
        new(
            "coarse-to-skin",
            Use.NextToSkin,
            Leaning.CarefulWith,
            f => f.DecidingMicron >= CoarseMicrons && !f.HasGuardHair,
            f => $"about {Micron(f)} pricks most people"
        ),
        new(
            "rough-to-skin",
            Use.NextToSkin,
            Leaning.CarefulWith,
            f => f.Judged.Handle is Handle.Crisp or Handle.Harsh,
            f => "it felt rough in the hand"
        ),
        new("hair-to-skin", Use.NextToSkin, Leaning.CarefulWith, f => f.HasGuardHair, f => "guard hair pricks until it is taken out"),
        new("kemp-to-skin", Use.NextToSkin, Leaning.CarefulWith, f => f.Judged.Coat == Coat.Kempy, f => "kemp pricks and will not dye"),
        new(
            "fine-lace",
            Use.Lace,
            Leaning.GoodFor,
            f => f.DecidingMicron < FineMicrons && f.StapleMillimetres >= 60,
            f => $"fine, and {f.Staple} is long enough for a thin yarn to hold"
        ),
        new(
            "lustre-lace",
            Use.Lace,
            Leaning.GoodFor,
            f => f.Judged.Lustre == Lustre.Bright && f.StapleMillimetres >= 90,
            f => "long and bright: the pattern shows"
        ),
        new("weak-lace", Use.Lace, Leaning.CarefulWith, f => f.IsWeak, f => "a tender staple does not carry a thin yarn"),
        new(
            "short-lace",
            Use.Lace,
            Leaning.CarefulWith,
            f => f.StapleMillimetres < 40,
            f => $"{f.Staple} needs much twist before it holds"
        ),
        new(
            "springy-jumpers",
            Use.Jumpers,
            Leaning.GoodFor,
            f => f.Judged.Spring == Spring.Lively && f.DecidingMicron is (null or < CoarseMicrons),
            f => "it springs back, so a garment keeps its shape"
        ),
        new(
            "crimped-jumpers",
            Use.Jumpers,
            Leaning.GoodFor,
            f => f.Class is FleeceClass.Fine or FleeceClass.Medium or FleeceClass.Down && !f.IsWeak,
            f => "crimped wool of this class is light and elastic"
        ),
        new(
            "limp-jumpers",
            Use.Jumpers,
            Leaning.CarefulWith,
            f => f.Judged.Spring == Spring.Limp || f.Class is FleeceClass.Camelid or FleeceClass.Silk,
            f => "without spring a garment grows longer as it is worn"
        ),
        new("harsh-jumpers", Use.Jumpers, Leaning.CarefulWith, f => f.Judged.Handle == Handle.Harsh, f => "it wants a shirt beneath it"),
        new(
            "down-socks",
            Use.Socks,
            Leaning.GoodFor,
            f => f.Class == FleeceClass.Down,
            f => "springy down-type wool wears well and hardly felts"
        ),
        new(
            "medium-socks",
            Use.Socks,
            Leaning.GoodFor,
            f => f.Class == FleeceClass.Medium && !f.IsWeak,
            f => "medium wool stands rubbing when it is spun with close twist"
        ),
        new(
            "sound-socks",
            Use.Socks,
            Leaning.GoodFor,
            f => f is { Judged: { Soundness: Soundness.Sound, Spring: Spring.Lively } },
            f => "sound and springy"
        ),
        new(
            "soft-socks",
            Use.Socks,
            Leaning.CarefulWith,
            f => f.DecidingMicron < 22 && f.Class is FleeceClass.Fine,
            f => "so fine a wool wears through: blend 15-25 % of a strong fibre in"
        ),
        new(
            "springless-socks",
            Use.Socks,
            Leaning.CarefulWith,
            f => f.Class is FleeceClass.Silk or FleeceClass.Plant || f.Judged.Spring == Spring.Limp,
            f => "without spring socks do not stretch back"
        ),
        new(
            "halo-socks",
            Use.Socks,
            Leaning.CarefulWith,
            f => f.Class is FleeceClass.Angora or FleeceClass.Cashmere,
            f => "halo fibre is not for hard wear"
        ),
        new("weak-socks", Use.Socks, Leaning.CarefulWith, f => f.IsWeak, f => "a tender staple rubs through"),
        new(
            "bright-drape",
            Use.Drape,
            Leaning.GoodFor,
            f => f.Judged.Lustre is Lustre.Bright || f.Class is FleeceClass.Long or FleeceClass.Mohair or FleeceClass.Silk,
            f => "it shines and hangs"
        ),
        new(
            "chalky-drape",
            Use.Drape,
            Leaning.CarefulWith,
            f => f.Judged.Lustre == Lustre.Chalky || f.Class == FleeceClass.Down,
            f => "chalky and springy: it will stand off, not hang"
        ),
        new(
            "outer-double",
            Use.OuterWear,
            Leaning.GoodFor,
            f => f.IsDoubleCoated && f.Class is not (FleeceClass.Cashmere or FleeceClass.Undercoat or FleeceClass.Camelid),
            f => "two coats together shed rain and keep warm"
        ),
        new(
            "outer-hill",
            Use.OuterWear,
            Leaning.GoodFor,
            f =>
                !f.IsWeak && (f.Class is FleeceClass.Hill || (f.Class is FleeceClass.Long && f.DecidingMicron is null or >= StrongMicrons)),
            f => "strong wool takes wind and weather"
        ),
        new("outer-weak", Use.OuterWear, Leaning.CarefulWith, f => f.IsWeak, f => "a tender staple wears thin at cuffs and edges"),
        new(
            "rug-long",
            Use.Rugs,
            Leaning.GoodFor,
            f => f.DecidingMicron >= CoarseMicrons && f.StapleMillimetres >= 75,
            f => $"coarse and {f.Staple} long: hard-wearing"
        ),
        new("rug-hill", Use.Rugs, Leaning.GoodFor, f => f.Class is FleeceClass.Hill, f => "hill wool is what rugs are made of"),
        new(
            "rug-fine",
            Use.Rugs,
            Leaning.CarefulWith,
            f => f.DecidingMicron < FineMicrons && !f.IsDoubleCoated,
            f => "so fine a fibre is trodden flat"
        ),
        new("rug-weak", Use.Rugs, Leaning.CarefulWith, f => f.IsWeak, f => "a tender staple sheds underfoot"),
        new("felts", Use.Felt, Leaning.GoodFor, f => f.Felts == FeltingGrade.Readily, f => "it felts readily"),
        new(
            "weak-felt",
            Use.Felt,
            Leaning.GoodFor,
            f => f.IsWeak && f.Felts is (FeltingGrade.Readily or FeltingGrade.Moderately),
            f => "felting does not mind a tender staple"
        ),
        new(
            "felts-badly",
            Use.Felt,
            Leaning.CarefulWith,
            f => f.Felts is FeltingGrade.No or FeltingGrade.Little or FeltingGrade.Slowly,
            f =>
                f.Felts == FeltingGrade.No ? "it does not felt"
                : f.Felts == FeltingGrade.Little ? "it hardly felts"
                : "it felts slowly: mix it with a wool that does readily"
        ),
        new("kemp-felt", Use.Felt, Leaning.CarefulWith, f => f.Judged.Coat == Coat.Kempy, f => "kemp works itself out of felt for years"),
        new(
            "blanket-medium",
            Use.Blankets,
            Leaning.GoodFor,
            f => f.Class is FleeceClass.Medium or FleeceClass.Hill or FleeceClass.Long or FleeceClass.Down,
            f => "warm and strong enough for a cover"
        ),
        new("blanket-weak", Use.Blankets, Leaning.CarefulWith, f => f.IsWeak, f => "it will pill and shed"),
        new(
            "locks-show",
            Use.Locks,
            Leaning.GoodFor,
            f => f.Wave is Wave.Curl && f.Judged.LockStructure is (null or LockStructure.Distinct or LockStructure.Loose),
            f => "the curl is worth keeping whole"
        ),
        new(
            "locks-matted",
            Use.Locks,
            Leaning.CarefulWith,
            f => f.Judged.LockStructure == LockStructure.Matted,
            f => "the locks do not come apart whole"
        ),
        new(
            "locks-vm",
            Use.Locks,
            Leaning.CarefulWith,
            f => f.Wave is Wave.Curl && f.Judged.VegetableMatter is (HowMuch.Some or HowMuch.Much),
            f => "bits in the locks show, and washing does not take them out"
        ),
    ];

    /// <summary>Goes down the table.</summary>
    /// <param name="facts">What is known; what is not known makes no rule hold.</param>
    /// <returns>The uses that some rule speaks of: good ones first, by how much speaks for them.</returns>
    public static IReadOnlyList<UseVerdict> Of(FleeceFacts facts) =>
        [
            .. Rules
                .Where(r => r.Holds(facts))
                .GroupBy(r => r.Use)
                .Select(g =>
                {
                    var against = g.Where(r => r.Leaning == Leaning.CarefulWith).Select(r => r.Because(facts)).ToArray();
                    return new UseVerdict(
                        g.Key,
                        against.Length > 0 ? Leaning.CarefulWith : Leaning.GoodFor,
                        [.. g.Where(r => r.Leaning == Leaning.GoodFor).Select(r => r.Because(facts))],
                        against
                    );
                })
                .OrderBy(u => u.Leaning)
                .ThenByDescending(u => u.For.Count)
                .ThenBy(u => u.Use),
        ];

    /// <summary>What nobody knows yet and the table asks for, in words.</summary>
    /// <param name="facts">What is known.</param>
    public static IReadOnlyList<string> Missing(FleeceFacts facts)
    {
        (bool Known, string Word)[] asked =
        [
            (facts.Class is not null, "the kind of fleece"),
            (facts.StapleMillimetres is not null || !facts.HasLocks, "the length of some locks"),
            (facts.Judged.Soundness is not null || !facts.HasLocks, "soundness"),
            (facts.Judged.Handle is not null, "handle"),
            (facts.Judged.Spring is not null, "spring"),
            (facts.Judged.Lustre is not null, "lustre"),
        ];
        return [.. asked.Where(a => !a.Known).Select(a => a.Word)];
    }

    private static string Micron(FleeceFacts f) => f.DecidingMicron!.Value.ToString("0", CultureInfo.InvariantCulture) + " \u00B5m";
}

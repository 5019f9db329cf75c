using EarthyTuft.Core.Fibres;

namespace EarthyTuft.Core.Assessing;

/// <summary>A word to choose for a judgement.</summary>
/// <param name="Value">The judgement's value, as it is stored.</param>
/// <param name="Word">The word on the screen.</param>
/// <param name="Means">What one feels or sees when it is that.</param>
public sealed record JudgementWord(string Value, string Word, string Means);

/// <summary>One thing to judge with eye and finger.</summary>
/// <param name="Name">Its name among the <see cref="Judgements"/>.</param>
/// <param name="Title">The word on the screen.</param>
/// <param name="HowTo">How to do it, in a line.</param>
/// <param name="Words">What it can be; "don't know" is always an answer and not among them.</param>
public sealed record JudgementKind(string Name, string Title, string HowTo, IReadOnlyList<JudgementWord> Words);

/// <summary>What a look over a fleece asks, in the order in which hands come to it.</summary>
public static class LookOver
{
    /// <summary>What can be judged of fibre that came in prepared: what hand and eye tell without a lock.</summary>
    private static readonly string[] WithoutLocks =
    [
        nameof(Judgements.Handle),
        nameof(Judgements.Spring),
        nameof(Judgements.Lustre),
        nameof(Judgements.Evenness),
        nameof(Judgements.VegetableMatter),
        nameof(Judgements.Colour),
    ];

    /// <summary>The names of the judgements that a lot is asked for.</summary>
    /// <param name="hasLocks">Whether there is or was a fleece here to lift locks from (<see cref="FleeceFacts.HasLocks"/>).</param>
    /// <returns>Of a fleece all; of what came in prepared those that need no lock.</returns>
    public static IReadOnlyList<string> Asked(bool hasLocks) => hasLocks ? [.. Kinds.Select(k => k.Name)] : WithoutLocks;

    /// <summary>Every judgement.</summary>
    public static readonly IReadOnlyList<JudgementKind> Kinds =
    [
        Kind<LockStructure>(
            nameof(Judgements.LockStructure),
            "Lock structure",
            "Lift the fleece at one place and see whether single locks come away whole.",
            (LockStructure.Distinct, "distinct", "every lock lifts out whole"),
            (LockStructure.Loose, "loose", "locks can be found, they hang together a little"),
            (LockStructure.Blocky, "blocky", "a springy mass without single locks"),
            (LockStructure.Matted, "matted", "grown together; it tears instead of parting")
        ),
        Kind<Soundness>(
            nameof(Judgements.Soundness),
            "Soundness",
            "Hold a lock at both ends beside your ear and snap it taut, three times.",
            (Soundness.Sound, "sound", "it rings and holds"),
            (Soundness.Tender, "tender", "it crackles and gives way here and there"),
            (Soundness.Break, "a break", "every lock gives way at the same height")
        ),
        Kind<Tips>(
            nameof(Judgements.Tips),
            "Tips",
            "Tug the outer ends between finger and thumb.",
            (Tips.Whole, "whole", "as good as the rest"),
            (Tips.Weathered, "weathered", "faded or dry, but they hold"),
            (Tips.Brittle, "brittle", "they break off singly"),
            (Tips.Matted, "matted", "stuck together with dirt or felt")
        ),
        Kind<Handle>(
            nameof(Judgements.Handle),
            "Handle",
            "Stroke it with the back of the hand, then hold it at the neck.",
            (Handle.Silky, "silky", "it slides away from the fingers"),
            (Handle.Soft, "soft", "nothing pricks, even at the neck"),
            (Handle.Kind, "kind", "pleasant in the hand, felt at the neck"),
            (Handle.Crisp, "crisp", "firm and dry, with a grip"),
            (Handle.Harsh, "harsh", "it scratches the hand")
        ),
        Kind<Spring>(
            nameof(Judgements.Spring),
            "Spring",
            "Squeeze a handful hard, open the hand and watch.",
            (Spring.Lively, "lively", "it jumps back at once"),
            (Spring.Some, "some", "it comes back slowly"),
            (Spring.Limp, "limp", "it stays down")
        ),
        Kind<Lustre>(
            nameof(Judgements.Lustre),
            "Lustre",
            "Turn a lock in daylight, not under a lamp.",
            (Lustre.Bright, "bright", "streaks of light along the wave"),
            (Lustre.Sheen, "a sheen", "a soft shine all over"),
            (Lustre.Matt, "matt", "no shine to speak of"),
            (Lustre.Chalky, "chalky", "dull and dry, like chalk")
        ),
        Kind<Coat>(
            nameof(Judgements.Coat),
            "Coat",
            "Hold a lock by the butt and pull at the tip: does a long coat slip out of a short one?",
            (Coat.Single, "single", "one kind of fibre"),
            (Coat.Double, "double", "long outer hair over a short soft coat"),
            (Coat.Kempy, "kempy", "short chalky hairs among the rest")
        ),
        Kind<Evenness>(
            nameof(Judgements.Evenness),
            "Evenness",
            "Lay locks from different places beside each other; of a fleece from shoulder, side and britch.",
            (Evenness.Even, "even", "hardly any difference"),
            (Evenness.Graded, "graded", "one end is clearly coarser; of a fleece the britch"),
            (Evenness.Uneven, "uneven", "it differs from handful to handful")
        ),
        Kind<HowMuch>(
            nameof(Judgements.Wax),
            "Wax",
            "Rub the butt ends, then look at your fingers.",
            (HowMuch.None, "none", "dry to the touch"),
            (HowMuch.Little, "light", "a film on the fingers"),
            (HowMuch.Some, "medium", "the fingers shine"),
            (HowMuch.Much, "heavy", "sticky, yellow at the butt")
        ),
        Kind<HowMuch>(
            nameof(Judgements.Dirt),
            "Dirt",
            "Shake a handful over white paper.",
            (HowMuch.None, "clean", "hardly anything falls"),
            (HowMuch.Little, "dusty", "the paper turns grey"),
            (HowMuch.Some, "sandy", "grains roll off"),
            (HowMuch.Much, "heavy", "earth or dung in the locks")
        ),
        Kind<HowMuch>(
            nameof(Judgements.VegetableMatter),
            "Vegetable matter",
            "Part the fleece in five places and count the bits under your hand.",
            (HowMuch.None, "none", "no bits to see"),
            (HowMuch.Little, "a little", "one or two under the hand"),
            (HowMuch.Some, "some", "a bit in most locks"),
            (HowMuch.Much, "much", "chaff, seed or burr everywhere")
        ),
        Kind<FleeceColour>(
            nameof(Judgements.Colour),
            "Colour",
            "Look near the skin, where no sun came.",
            (FleeceColour.White, "white", "white near the skin"),
            (FleeceColour.Cream, "cream", "creamy, or stained yellow"),
            (FleeceColour.Grey, "grey", "light to dark grey"),
            (FleeceColour.Brown, "brown", "fawn to dark brown; tips bleach"),
            (FleeceColour.Black, "black", "black, often with rusty tips"),
            (FleeceColour.Mixed, "mixed", "patches or mixed fibres")
        ),
    ];

    private static JudgementKind Kind<T>(string name, string title, string howTo, params (T Value, string Word, string Means)[] words)
        where T : struct, Enum => new(name, title, howTo, [.. words.Select(w => new JudgementWord(w.Value.ToString(), w.Word, w.Means))]);
}

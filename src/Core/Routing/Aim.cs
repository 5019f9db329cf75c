using EarthyTuft.Core.Lots;

namespace EarthyTuft.Core.Routing;

/// <summary>What the fibre is wanted for.</summary>
public enum Aim
{
    /// <summary>Light, warm, elastic and soft.</summary>
    WoollenSoft,

    /// <summary>Light and warm, and stands wear.</summary>
    WoollenStrong,

    /// <summary>Smooth and soft.</summary>
    WorstedSoft,

    /// <summary>Smooth, hard-wearing, with stitch definition.</summary>
    WorstedHard,

    /// <summary>Felt.</summary>
    Felt,

    /// <summary>Rugs.</summary>
    Rug,

    /// <summary>Socks.</summary>
    Socks,

    /// <summary>Lace.</summary>
    Lace,

    /// <summary>Next to the skin.</summary>
    NextToSkin,

    /// <summary>Clean locks, whole.</summary>
    CleanLocks,
}

/// <summary>How the fibre is prepared in the end.</summary>
public enum PreparedAs
{
    /// <summary>Carded by hand and rolled across the fibre.</summary>
    Rolags,

    /// <summary>Carded on a drum.</summary>
    Batts,

    /// <summary>Carded lightly on close cloth, spun as a cloud or rolled small.</summary>
    Punis,

    /// <summary>Combed and drawn off as top.</summary>
    Top,

    /// <summary>Carded first, combed second.</summary>
    CardedTop,

    /// <summary>Ends flicked open, spun from the lock; silk caps drawn out as they are.</summary>
    FlickedLocks,

    /// <summary>Washed locks, whole.</summary>
    CleanLocks,
}

/// <summary>What follows from a preparation.</summary>
public static class Preparations
{
    /// <summary>Whether it is made with hand cards rather than on a drum.</summary>
    /// <param name="preparation">The preparation.</param>
    public static bool IsOffHandCards(this PreparedAs preparation) => preparation is PreparedAs.Rolags or PreparedAs.Punis;
}

/// <summary>How hot a workshop washes.</summary>
public enum WashSchool
{
    /// <summary>Hot, so that the wax surely goes.</summary>
    Hot,

    /// <summary>Hand-hot and longer, so that nothing felts.</summary>
    HandHot,

    /// <summary>Cold, in its own suint.</summary>
    SuintSoak,
}

/// <summary>How a workshop prepares short down.</summary>
public enum DownSchool
{
    /// <summary>Opened to a cloud: quick, and lumpy.</summary>
    Cloud,

    /// <summary>Carded lightly and rolled small: takes time, spins smoother.</summary>
    CardedPunis,
}

/// <summary>What a workshop thinks of fine wool for socks.</summary>
public enum FineSockSchool
{
    /// <summary>With a strong fibre blended in.</summary>
    WithStrongFibre,

    /// <summary>Not at all.</summary>
    NotAtAll,
}

/// <summary>The workshop's choices where people disagree (docs/craft.md, section 14).</summary>
/// <param name="Wash">How hot.</param>
/// <param name="OpenBeforeWash">Locks are opened first and wash cleaner, instead of whole in their nets.</param>
/// <param name="LeaveWax">Some wax may stay for spinning in the grease.</param>
/// <param name="Down">Short down.</param>
/// <param name="FineSocks">Fine wool for socks.</param>
/// <param name="Semi">After what a yarn between woollen and worsted is named.</param>
public sealed record Schools(
    WashSchool Wash = WashSchool.HandHot,
    bool OpenBeforeWash = false,
    bool LeaveWax = false,
    DownSchool Down = DownSchool.CardedPunis,
    FineSockSchool FineSocks = FineSockSchool.WithStrongFibre,
    SemiNamedBy Semi = SemiNamedBy.Draw
);

/// <summary>A question where people disagree, with the sides explained.</summary>
/// <param name="Name">The name of the choice among the <see cref="Schools"/>.</param>
/// <param name="Question">The question.</param>
/// <param name="Sides">The answers with what speaks for each.</param>
public sealed record SchoolQuestion(string Name, string Question, IReadOnlyList<SchoolSide> Sides);

/// <summary>One side of it.</summary>
/// <param name="Value">As it is stored.</param>
/// <param name="Word">In a few words.</param>
/// <param name="SpeaksFor">What its people say.</param>
public sealed record SchoolSide(string Value, string Word, string SpeaksFor);

/// <summary>Every question the routes ask.</summary>
public static class SchoolQuestions
{
    /// <summary>The questions.</summary>
    public static readonly IReadOnlyList<SchoolQuestion> All =
    [
        new(
            nameof(Schools.Wash),
            "How hot to wash?",
            [
                new(nameof(WashSchool.Hot), "hot, 60 \u00B0C and more", "the wax surely goes"),
                new(nameof(WashSchool.HandHot), "warm and longer", "nothing felts"),
                new(nameof(WashSchool.SuintSoak), "cold suint soak", "the fleece's own salts wash it, for the price of a smell"),
            ]
        ),
        new(
            nameof(Schools.OpenBeforeWash),
            "Wash before or after opening?",
            [new("False", "locks whole in nets", "their order is kept for the combs"), new("True", "opened first", "they come out cleaner")]
        ),
        new(
            nameof(Schools.LeaveWax),
            "Leave some wax?",
            [
                new("False", "all out", "it keeps, and nothing sticks in the combs"),
                new("True", "leave some", "it spins well in the grease; use it soon"),
            ]
        ),
        new(
            nameof(Schools.Down),
            "Short down: cloud or punis?",
            [
                new(nameof(DownSchool.Cloud), "as a cloud", "quick, and lumpy"),
                new(nameof(DownSchool.CardedPunis), "carded lightly to punis", "takes time, spins smoother"),
            ]
        ),
        new(
            nameof(Schools.FineSocks),
            "Fine wool for socks?",
            [
                new(nameof(FineSockSchool.WithStrongFibre), "with a strong fibre", "15 to 25 % of it make the wool last"),
                new(nameof(FineSockSchool.NotAtAll), "not at all", "down-type wool does it better alone"),
            ]
        ),
        new(
            nameof(Schools.Semi),
            "Carded fibre, spun with twist held back, is called?",
            [
                new(nameof(SemiNamedBy.Draw), "semi-worsted", "named after the draw"),
                new(nameof(SemiNamedBy.Fibre), "semi-woollen", "named after how the fibre lies"),
            ]
        ),
    ];
}

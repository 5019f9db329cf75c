namespace EarthyTuft.Core.Lots;

/// <summary>The four corners made by two axes: how the fibre lies and whether twist is let in.</summary>
public enum YarnKind
{
    /// <summary>Carded, twist let in.</summary>
    Woollen,

    /// <summary>Combed, twist let in.</summary>
    SemiWoollen,

    /// <summary>Carded, twist held back.</summary>
    SemiWorsted,

    /// <summary>Combed, twist held back.</summary>
    Worsted,
}

/// <summary>After which of the two axes a mixed yarn is named (docs/craft.md, section 14).</summary>
public enum SemiNamedBy
{
    /// <summary>After the draw: carded and drafted with twist held back is semi-worsted.</summary>
    Draw,

    /// <summary>After the fibre: carded and drafted with twist held back is semi-woollen.</summary>
    Fibre,
}

/// <summary>What kinds of yarn are called.</summary>
public static class YarnKinds
{
    /// <summary>The name of a kind in a workshop.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="by">After what a mixed one is named there.</param>
    public static string Words(this YarnKind kind, SemiNamedBy by) =>
        (kind, by) switch
        {
            (YarnKind.Woollen, _) => "woollen",
            (YarnKind.Worsted, _) => "worsted",
            (YarnKind.SemiWorsted, SemiNamedBy.Draw) or (YarnKind.SemiWoollen, SemiNamedBy.Fibre) => "semi-worsted",
            _ => "semi-woollen",
        };
}

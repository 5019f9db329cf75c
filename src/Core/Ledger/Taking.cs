using EarthyTuft.Core.Lots;

namespace EarthyTuft.Core.Ledger;

/// <summary>A lot that is taken from, with what its weighings leave of it.</summary>
public sealed record SourceLot : Lot
{
    /// <summary>A lot and what is left of it.</summary>
    /// <param name="lot">The lot; its times in the workshop's zone, since refusals tell them.</param>
    /// <param name="left">What is left of it with the weighings that it hangs on, null when that cannot be told.</param>
    public SourceLot(Lot lot, LinearForm? left)
        : base(lot) => Left = left;

    /// <summary>What is left of it with the weighings that it hangs on, null when that cannot be told.</summary>
    public LinearForm? Left { get; init; }

    /// <summary>What a weighing of it is made of.</summary>
    public Nature Nature => Nature.Of(Composition, Form, CleanYield);
}

/// <summary>Takes from a lot.</summary>
/// <param name="Lot">The lot.</param>
/// <param name="Weighing">What was taken; null for all that is left, not weighed again, or for a part that nobody weighed.</param>
/// <param name="All">Nothing was left afterwards.</param>
public sealed record Taking(SourceLot Lot, Weighing? Weighing, bool All)
{
    /// <summary>Whether somebody said what became of the rest, so that it is not asked.</summary>
    public bool RestIsSaid { get; init; }

    /// <summary>A part that nobody weighed: what came of it tells how much it was, and the rest is still there.</summary>
    public bool IsToldByStep => Weighing is null && !All;
}

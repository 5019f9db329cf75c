using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Combing;

/// <summary>An end of a lock.</summary>
public enum LockEnd
{
    /// <summary>Where it was cut.</summary>
    Butt,

    /// <summary>The weathered outer end.</summary>
    Tip,
}

/// <summary>
/// Which end leads as fibre is drawn off the combs (docs/craft.md, section 10). Lashed on by one end the other stands free and leads; each
/// transfer to the other comb swaps them.
/// </summary>
public static class CombEnds
{
    /// <summary>More transfers than this nobody does, and fibre would not bear them.</summary>
    public const int MostTransfers = 1000;

    /// <summary>The other end.</summary>
    /// <param name="end">One end.</param>
    public static LockEnd Other(this LockEnd end) => end == LockEnd.Butt ? LockEnd.Tip : LockEnd.Butt;

    /// <summary>The end that leads after some transfers.</summary>
    /// <param name="lashedBy">The end it was lashed on by.</param>
    /// <param name="transfers">Zero or more.</param>
    public static LockEnd Leading(LockEnd lashedBy, int transfers) => transfers % 2 == 0 ? lashedBy.Other() : lashedBy;

    /// <summary>The fewest transfers after which an end leads.</summary>
    /// <param name="lashedBy">The end it was lashed on by.</param>
    /// <param name="wanted">The end that is to lead.</param>
    /// <param name="atLeast">As many as it needs to be clean, zero or more.</param>
    public static int Transfers(LockEnd lashedBy, LockEnd wanted, int atLeast) =>
        Leading(lashedBy, atLeast) == wanted ? atLeast : atLeast + 1;

    /// <summary>The reckoning <c>comb-ends</c>.</summary>
    /// <param name="input">How it was lashed on, and the transfers so far.</param>
    public static Result<CombEndsOutput> ReckonEnds(CombEndsInput input) =>
        Whole(input.Transfers, "transfers").Then<CombEndsOutput>(() => new CombEndsOutput(Leading(input.LashedBy, (int)input.Transfers)));

    /// <summary>The reckoning <c>comb-transfers</c>.</summary>
    /// <param name="input">How it was lashed on, what is to lead, and how many transfers at least.</param>
    public static Result<CombTransfersOutput> ReckonTransfers(CombTransfersInput input) =>
        Whole(input.AtLeast, "atLeast")
            .Then<CombTransfersOutput>(() => new CombTransfersOutput(Transfers(input.LashedBy, input.WantedLeading, (int)input.AtLeast)));

    private static Guard Whole(double value, string field) =>
        new Guard().Need(
            value is >= 0 and <= MostTransfers && value == Math.Floor(value),
            field,
            "out-of-range",
            $"must be a whole number from 0 to {MostTransfers}"
        );
}

/// <summary>Input of <c>comb-ends</c>.</summary>
/// <param name="LashedBy">The end it was lashed on by.</param>
/// <param name="Transfers">A whole number, zero or more.</param>
public sealed record CombEndsInput(
    [property: Unit("", "lashed on by the")] LockEnd LashedBy,
    [property: Unit("", "transfers to the other comb")] double Transfers
);

/// <summary>Output of <c>comb-ends</c>.</summary>
/// <param name="LeadingEnd">The end that leads as fibre is drawn off.</param>
public sealed record CombEndsOutput([property: Unit("", "leads as it is drawn off")] LockEnd LeadingEnd);

/// <summary>Input of <c>comb-transfers</c>.</summary>
/// <param name="LashedBy">The end it was lashed on by.</param>
/// <param name="WantedLeading">The end that is to lead.</param>
/// <param name="AtLeast">A whole number, zero or more.</param>
public sealed record CombTransfersInput(
    [property: Unit("", "lashed on by the")] LockEnd LashedBy,
    [property: Unit("", "is to lead")] LockEnd WantedLeading,
    [property: Unit("", "transfers at least")] double AtLeast
);

/// <summary>Output of <c>comb-transfers</c>.</summary>
/// <param name="Transfers">The fewest that give it.</param>
public sealed record CombTransfersOutput([property: Unit("", "transfers")] int Transfers);

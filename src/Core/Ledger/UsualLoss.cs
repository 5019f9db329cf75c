using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Ledger;

// The idea, once. Nobody weighs the floor. Where nothing is found by difference and a little is missing, the question is not whether it is
// more than the scale can be off, but whether it is more than the step usually takes. What the step then lost in all is held against what
// such fibre usually loses there; within that it is told as lost and not weighed, and nobody is asked. Where the usual kind was weighed,
// only the floor is left to explain: else a slip of 100 g would hide in every skirting (docs/craft.md, section 4).

/// <summary>What a step usually loses, and how much of it may go unweighed without a question.</summary>
/// <param name="Kind">The kind that the unweighed rest is told as.</param>
/// <param name="Least">The least that usually goes there in all, in reference mass.</param>
/// <param name="Most">The most that usually goes there in all, in reference mass.</param>
/// <param name="Allowance">How much of what is missing it explains: what is left of <paramref name="Most"/> after the weighed losses, and
/// at least the floor.</param>
public sealed record UsualLoss(LossKind Kind, Mass Least, Mass Most, Mass Allowance)
{
    /// <summary>What falls to the floor at any step and is never weighed, as a fraction of what went in.</summary>
    public const double Floor = 0.005;

    /// <summary>From so many own yields on the workshop's log says what is usual; with fewer the typical range does.</summary>
    public const int EnoughOwn = 3;

    /// <summary>One in two hundred loses more, by the workshop's own log, and as many less: days with a false question have to stay
    /// rare.</summary>
    private const double Rarely = 0.005;

    /// <summary>Names the unweighed loss of an entry in its family's reconciliation, where it stands as a flow of its own.</summary>
    /// <param name="entry">The entry; it has at most one.</param>
    public static Guid FlowOf(Guid entry) => InferredFlow.Of(entry, 1);

    /// <summary>Says what is usual for one step.</summary>
    /// <param name="kind">The kind that usually goes there.</param>
    /// <param name="typicalYield">Kept over taken as is typical; null where the step loses nothing by itself, and only the floor is
    /// left.</param>
    /// <param name="own">The workshop's own yields of like fibre at this step.</param>
    /// <param name="taken">What went in, in reference mass, not below nothing.</param>
    /// <param name="weighed">The losses that were weighed, in reference mass.</param>
    /// <param name="kindWasWeighed">Whether the usual kind is among them: then only the floor is left.</param>
    /// <param name="floorShare">How much of what went in flies about besides, as a fraction; the usual floor where it is left out.</param>
    public static UsualLoss Of(
        LossKind kind,
        Span? typicalYield,
        IReadOnlyCollection<double> own,
        Mass taken,
        Mass weighed,
        bool kindWasWeighed,
        double floorShare = Floor
    )
    {
        var yield =
            typicalYield is null ? new Span(1 - Floor, 1)
            : own.Count >= EnoughOwn ? YieldForecast.Between(typicalYield, own, Rarely)
            : typicalYield;
        var floor = taken.Grams * floorShare;
        var most = taken.Grams * (1 - yield.Low);
        return new UsualLoss(
            kind,
            Mass.FromGrams(taken.Grams * (1 - yield.High)),
            Mass.FromGrams(most),
            Mass.FromGrams(kindWasWeighed ? floor : Math.Max(floor, most - weighed.Grams))
        );
    }

    /// <summary>
    /// What a loss found by difference is held against, for nothing else checks it: the predictive distribution of the step's yield, all but
    /// one in two hundred at either end (docs/craft.md, section 4, "One weight alone"). It explains no gap, and its allowance is nothing.
    /// </summary>
    /// <param name="kind">The kind that is found by difference.</param>
    /// <param name="typicalYield">Kept over taken as is typical, as fractions; its width is above zero.</param>
    /// <param name="own">The workshop's own yields of like fibre at this step.</param>
    /// <param name="taken">What went in, in reference mass, not below nothing.</param>
    public static UsualLoss OfDifference(LossKind kind, Span typicalYield, IReadOnlyCollection<double> own, Mass taken)
    {
        var yield = YieldForecast.Between(typicalYield, own, Rarely);
        return new UsualLoss(
            kind,
            Mass.FromGrams(taken.Grams * (1 - yield.High)),
            Mass.FromGrams(taken.Grams * (1 - yield.Low)),
            Mass.Zero
        );
    }

    /// <summary>Whether a loss found by difference, together with what was weighed beside it, is one of the usual ones.</summary>
    /// <param name="byDifference">The loss with its doubt.</param>
    /// <param name="weighed">What was weighed beside it, in reference mass.</param>
    public bool Holds(Estimate byDifference, Mass weighed)
    {
        var lost = byDifference.Mass.Grams + weighed.Grams;
        var doubt = Balance.Bound * byDifference.Sigma;
        return lost >= Least.Grams - doubt - 1e-9 && lost <= Most.Grams + doubt + 1e-9;
    }

    /// <summary>
    /// The unweighed loss as a weighing, for reconciliation: somewhere between nothing and the allowance, each as likely, which is the
    /// middle with a standard deviation of the width over the root of twelve.
    /// </summary>
    /// <param name="entry">The entry that it belongs to.</param>
    internal Flow AsFlow(Guid entry) =>
        new(
            FlowOf(entry),
            FlowRole.Loss,
            Amount.NotWeighed,
            null,
            new ReferenceWeighing(
                FlowOf(entry),
                default,
                Allowance.Grams / 2,
                Allowance.Grams / 2,
                Allowance.Grams * Allowance.Grams / 12,
                0
            )
        );

    /// <summary>The same as a sum: what a part was, that nobody weighed, is what came of it and this.</summary>
    /// <param name="entry">The entry that it belongs to.</param>
    internal LinearForm AsForm(Guid entry) => LinearForm.Of(AsFlow(entry).Weighing!);
}

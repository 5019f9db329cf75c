using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Ledger;

/// <summary>A taking that weighs more than the book says is there. Either figure may be the slip, so it is asked and not refused.</summary>
/// <param name="Lot">The lot.</param>
/// <param name="Book">What the log says is left of it.</param>
/// <param name="Taken">What the scale says was taken.</param>
public sealed record OverBook(SourceLot Lot, Estimate Book, Estimate Taken);

/// <summary>What holds whenever fibre is taken from a lot, whatever for.</summary>
public static class TakingRules
{
    /// <summary>Checks a taking; a weighed one is never refused for what the book says: fibre on the pan is a fact.</summary>
    /// <param name="taking">The taking.</param>
    /// <param name="field">Its field, to name in a refusal.</param>
    /// <param name="guard">Collects <c>used-up</c>, <c>not-weighed</c>, <c>empty-lot</c>.</param>
    /// <param name="mayBeTold">Whether what comes of it tells how much a part was that nobody weighed.</param>
    public static void Check(Taking taking, string field, Guard guard, bool mayBeTold = false)
    {
        var (lot, weighing, all) = taking;
        guard
            .Need(
                !lot.UsedUp,
                field,
                "used-up",
                FormattableString.Invariant($"is {lot.Code}, and nothing is left of it since {lot.ChangedAt:d MMM yyyy, HH:mm}")
            )
            .Need(
                weighing is not null || all || mayBeTold,
                field + ".mass",
                "not-weighed",
                "is missing: weigh what you take, or take all of it"
            )
            .Need(weighing is null || weighing.Logged > Mass.Zero, field + ".mass", "empty-lot", "is nothing: there is no such taking");
    }

    /// <summary>Whether a taking is more than the book says is there, beyond what the weighings can be off by.</summary>
    /// <param name="taking">The taking.</param>
    /// <param name="told">What came of it, where that tells how much it was; null elsewhere.</param>
    /// <returns>What the book says and what the scale says, null when they can both be.</returns>
    public static OverBook? Over(Taking taking, LinearForm? told = null)
    {
        var taken =
            taking.Weighing is not { } weighing ? told
            : ReferenceWeighing.Of(weighing, taking.Lot.Nature) is { } reference ? LinearForm.Of(reference)
            : null;
        if (taken is null || taking.Lot.Left is not { } left)
        {
            return null;
        }

        var over = (taken - left).Estimate;
        return over.Mass.Grams > (Balance.Bound * over.Sigma) + 1e-9 ? new OverBook(taking.Lot, left.Estimate, taken.Estimate) : null;
    }

    /// <summary>From so much of what was taken on that is missing, beyond what usually goes, it is asked whether the rest is still
    /// there: a third.</summary>
    public const double MuchLess = 1.0 / 3;

    /// <summary>
    /// Whether much less came of a lot than was taken to be at work, so that most likely only a part of it was. Asked before it is logged:
    /// logged as all of it the lot is used up, and its rest is lost.
    /// </summary>
    /// <param name="takings">What was taken.</param>
    /// <param name="balance">What the step comes to.</param>
    /// <param name="isPlanned">Whether portions were planned and not weighed: work at a bench.</param>
    /// <returns>The lots whose rest may still be there; none where nothing is to be asked.</returns>
    public static IReadOnlyList<SourceLot> RestUnsaid(IReadOnlyList<Taking> takings, Balance balance, bool isPlanned) =>
        balance is { Status: BalanceStatus.Suspicious, Unaccounted: { } missing, In: { } taken }
        && takings.All(t => !t.RestIsSaid && !t.IsToldByStep)
        && missing.Mass.Grams - (balance.Usual?.Allowance.Grams ?? 0) > MuchLess * taken.Mass.Grams
            ? [.. takings.Where(t => t.Weighing is null || isPlanned).Select(t => t.Lot)]
            : [];

    /// <summary>A weighed part that is all the book has, to a division of the scale, leaves nothing: no bag of 0 g goes on
    /// waiting.</summary>
    /// <param name="taking">The taking as it was typed.</param>
    public static Taking AsMeant(Taking taking) =>
        taking is { All: false, Weighing: { } weighing, Lot.Left: { } left }
        && ReferenceWeighing.Of(weighing, taking.Lot.Nature) is { } taken
        && Math.Abs(left.Grams - taken.Grams) <= weighing.ScaleStep.Grams
            ? taking with
            {
                All = true,
            }
            : taking;

    /// <summary>What is left of a lot after a taking.</summary>
    /// <param name="left">What the book had.</param>
    /// <param name="taken">What was taken.</param>
    /// <returns>Null when more was taken than the book had: then the book was wrong, and what is left is not known until somebody weighs
    /// it.</returns>
    public static LinearForm? Rest(LinearForm left, LinearForm taken) =>
        left - taken is var rest && MassSolver.IsBelowNothing(rest) ? null : rest;

    /// <summary>Whether a taking goes into what is kept for a project: a warning at first, and a refusal for whoever was not
    /// warned.</summary>
    /// <param name="taking">The taking.</param>
    /// <param name="field">Its field, to name in the refusal.</param>
    /// <returns>A refusal <c>reserved</c>, or null when it stays clear of the reserve.</returns>
    public static Refusal? Reserved(Taking taking, string field)
    {
        var (lot, weighing, all) = taking;
        if (
            lot.Reserve is not { } reserve
            || Into(reserve, lot.Left, weighing is null ? null : ReferenceWeighing.Of(weighing, lot.Nature)?.Grams, all) is not { } grams
        )
        {
            return null;
        }

        return new Guard()
            .Need(
                false,
                field + ".mass",
                "reserved",
                grams <= 0
                    ? $"goes into what is kept for {reserve.For}: how much of {lot.Code} is left free cannot be told"
                    : $"goes {Mass.FromGrams(grams)} into the {reserve.Mass} of {lot.Code} that are kept for {reserve.For}"
            )
            .Refusals[0];
    }

    // How far a taking goes into the reserve; null when it stays clear of it, 0 when that cannot be told.
    private static double? Into(Reserve reserve, LinearForm? left, double? taken, bool all)
    {
        if (all)
        {
            return Math.Max(left is null ? reserve.Mass.Grams : Math.Min(left.Grams, reserve.Mass.Grams), 0);
        }

        if (left is null || taken is null)
        {
            return 0;
        }

        var over = reserve.Mass.Grams - (left.Grams - taken.Value);
        // Half a gram is no reason to stop anyone.
        return over > 0.5 ? Math.Min(over, reserve.Mass.Grams) : null;
    }
}

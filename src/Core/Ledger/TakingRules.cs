using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Ledger;

/// <summary>What holds whenever fibre is taken from a lot, whatever for.</summary>
public static class TakingRules
{
    /// <summary>Checks a taking against what is there.</summary>
    /// <param name="taking">The taking.</param>
    /// <param name="field">Its field, to name in a refusal.</param>
    /// <param name="guard">Collects <c>used-up</c>, <c>not-weighed</c>, <c>empty-lot</c>, <c>more-than-there</c>.</param>
    public static void Check(Taking taking, string field, Guard guard)
    {
        var (lot, weighing, all) = taking;
        guard.Need(!lot.UsedUp, field, "used-up", FormattableString.Invariant($"is {lot.Code}, and nothing is left of it since {lot.ChangedAt:d MMM yyyy, HH:mm}"))
            .Need(weighing is not null || all, field + ".mass", "not-weighed", "is missing: weigh what you take, or take all of it")
            .Need(weighing is null || weighing.Logged > Mass.Zero, field + ".mass", "empty-lot", "is nothing: there is no such taking");
        var taken = weighing is null ? null : ReferenceWeighing.Of(weighing, lot.Nature);
        if (taken is not null && lot.Left is { } left)
        {
            var over = (LinearForm.Of(taken) - left).Estimate;
            guard.Need(
                over.Mass.Grams <= (Balance.Bound * over.Sigma) + 1e-9,
                field + ".mass",
                "more-than-there",
                FormattableString.Invariant($"is more than is there: {lot.Code} holds {left.Estimate.Mass} (rested at 65 %) since {lot.ChangedAt:d MMM yyyy, HH:mm}"));
        }
    }

    /// <summary>Whether a taking goes into what is kept for a project: a warning at first, and a refusal for whoever was not warned.</summary>
    /// <param name="taking">The taking.</param>
    /// <param name="field">Its field, to name in the refusal.</param>
    /// <returns>A refusal <c>reserved</c>, or null when it stays clear of the reserve.</returns>
    public static Refusal? Reserved(Taking taking, string field)
    {
        var (lot, weighing, all) = taking;
        if (lot.Reserve is not { } reserve || Into(reserve, lot.Left, weighing is null ? null : ReferenceWeighing.Of(weighing, lot.Nature)?.Grams, all) is not { } grams)
        {
            return null;
        }

        return new Guard().Need(false, field + ".mass", "reserved", grams <= 0
            ? $"goes into what is kept for {reserve.For}: how much of {lot.Code} is left free cannot be told"
            : $"goes {Mass.FromGrams(grams)} into the {reserve.Mass} of {lot.Code} that are kept for {reserve.For}").Refusals[0];
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

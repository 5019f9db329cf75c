using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;

namespace EarthyTuft.Core.Stations;

/// <summary>A lot that lies at hand, with what the book has of it.</summary>
/// <param name="Id">The lot.</param>
/// <param name="Code">Its code.</param>
/// <param name="LeftGrams">What is left of it, in reference grams.</param>
/// <param name="LeftSigma">One standard deviation of that, in grams.</param>
public sealed record LotAtHand(Guid Id, string Code, double LeftGrams, double LeftSigma);

/// <summary>A lot that would make up a contradiction.</summary>
/// <param name="Lot">The lot.</param>
/// <param name="Instead">In place of which taking, by its number from zero; null where it was taken beside those that were named.</param>
public sealed record OtherLot(LotAtHand Lot, int? Instead);

/// <summary>
/// More was taken than a lot had, or more came out than went in, and every weight may be right: then another lot was meant, or one that lay
/// beside it was taken as well and not ticked.
/// </summary>
public static class OtherLots
{
    /// <summary>More are no help.</summary>
    public const int Most = 2;

    /// <summary>Finds lots that would make it up.</summary>
    /// <param name="command">The step.</param>
    /// <param name="outcome">What the desk made of it: a contradiction.</param>
    /// <param name="atHand">Lots that the step could take.</param>
    /// <returns>The best first: the weight that fits best, of equals a neighbouring code.</returns>
    public static IReadOnlyList<OtherLot> Of(StepCommand command, StepOutcome outcome, IReadOnlyCollection<LotAtHand> atHand)
    {
        var named = command.From.Select(t => t.Lot.Id).ToHashSet();
        LotAtHand[] others = [.. atHand.Where(l => !named.Contains(l.Id) && l.LeftGrams > 0)];
        var roots = command.From.Select(t => LotCode.RootOf(t.Lot.Code)).ToHashSet();
        var found = new List<(OtherLot Lot, double Off)>();
        for (var i = 0; i < command.From.Count; i++)
        {
            if (Needed(command, outcome, i) is var (least, most))
            {
                found.AddRange(Within(others, least, most).Select(l => (new OtherLot(l.Lot, i), l.Off)));
            }
        }

        if (outcome.Balance is { Status: BalanceStatus.Impossible, Unaccounted: { } gap })
        {
            var lacking = -gap.Mass.Grams;
            var doubt = Balance.Bound * gap.Sigma;
            found.AddRange(
                Within(others, lacking - doubt, lacking + doubt + Usually(outcome.Balance)).Select(l => (new OtherLot(l.Lot, null), l.Off))
            );
        }

        return Best(found, roots);
    }

    /// <summary>Finds lots that would make up what does not fit at a step that was logged.</summary>
    /// <param name="balance">The step's balance: too much, or too little.</param>
    /// <param name="taken">The lots that it took, in its order, with what it took in reference grams; null of one that was weighed when it
    /// was taken, or of which it cannot be told.</param>
    /// <param name="atHand">Lots that could stand in their place: of the same form, fibre and animal, made before the step.</param>
    /// <returns>The best first: the weight that fits best, of equals a neighbouring code.</returns>
    public static IReadOnlyList<OtherLot> OfLogged(
        Balance balance,
        IReadOnlyList<(Guid Lot, string Code, double? Grams)> taken,
        IReadOnlyCollection<LotAtHand> atHand
    )
    {
        if (balance.Unaccounted is not { } gap)
        {
            return [];
        }

        LotAtHand[] others = [.. atHand.Where(l => taken.All(t => t.Lot != l.Id) && l.LeftGrams > 0)];
        var (doubt, usually) = (Balance.Bound * gap.Sigma, Usually(balance));
        var found = new List<(OtherLot Lot, double Off)>();
        for (var i = 0; i < taken.Count; i++)
        {
            if (taken[i].Grams is { } had && had - gap.Mass.Grams is > 0 and var need)
            {
                found.AddRange(Within(others, need - doubt, need + doubt + usually).Select(l => (new OtherLot(l.Lot, i), l.Off)));
            }
        }

        if (-gap.Mass.Grams is > 0 and var lacking)
        {
            found.AddRange(Within(others, lacking - doubt, lacking + doubt + usually).Select(l => (new OtherLot(l.Lot, null), l.Off)));
        }

        return Best(found, [.. taken.Select(t => LotCode.RootOf(t.Code))]);
    }

    private static IReadOnlyList<OtherLot> Best(IEnumerable<(OtherLot Lot, double Off)> found, HashSet<string> roots) =>
        [
            .. found
                .OrderBy(f => Math.Round(f.Off, 1))
                .ThenByDescending(f => roots.Contains(LotCode.RootOf(f.Lot.Lot.Code)))
                .ThenBy(f => f.Lot.Lot.Code, StringComparer.Ordinal)
                .DistinctBy(f => f.Lot.Lot.Id)
                .Take(Most)
                .Select(f => f.Lot),
        ];

    // What another lot would have to hold in place of one that was named; null where that one contradicts nothing.
    private static (double Least, double Most)? Needed(StepCommand command, StepOutcome outcome, int at)
    {
        var taking = command.From[at];
        if (outcome.OverBook.FirstOrDefault(o => o.Lot.Id == taking.Lot.Id) is { } over)
        {
            var width = Math.Max(Balance.Bound * over.Taken.Sigma, over.Taken.Mass.Grams * UsualLoss.Floor);
            return (over.Taken.Mass.Grams - width, over.Taken.Mass.Grams + width);
        }

        if (
            taking.Weighing is not null
            || outcome.Balance is not { Status: BalanceStatus.Impossible, Unaccounted: { } gap }
            || outcome.Flows[at].Mass is not { } had
        )
        {
            return null;
        }

        var (need, doubt) = (had.Grams - gap.Mass.Grams, Balance.Bound * gap.Sigma);
        return (need - doubt, need + doubt + Usually(outcome.Balance));
    }

    // What usually goes besides may be missing.
    private static double Usually(Balance balance) => balance.Usual?.Allowance.Grams ?? UsualLoss.Floor * (balance.In?.Mass.Grams ?? 0);

    private static IEnumerable<(LotAtHand Lot, double Off)> Within(IEnumerable<LotAtHand> lots, double least, double most) =>
        lots.Where(l => l.LeftGrams >= least - (Balance.Bound * l.LeftSigma) && l.LeftGrams <= most + (Balance.Bound * l.LeftSigma))
            .Select(l => (l, Math.Abs(l.LeftGrams - ((least + most) / 2)) / Math.Max(1e-6, (most - least) / 2)));
}

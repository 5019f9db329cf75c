using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Ledger;

// The idea, once. A new entry contradicts the book: more was taken than is there, or more came out than went in. Then one weighing is
// wrong, and it need not be the new one. Every weighing that the contradiction hangs on is asked what it should have been for the
// contradiction to go away; the rest of the family has its say through reconciliation, and the kinds of slips that people make decide
// between the others.

/// <summary>A weighing that, set right, would end a contradiction.</summary>
/// <param name="FlowId">The weighing's flow.</param>
/// <param name="EntryId">Its entry; that of the new entry for its own weighings.</param>
/// <param name="IsNew">Whether it is one of the entry that is asked about.</param>
/// <param name="Logged">What was logged, in grams on the scale.</param>
/// <param name="Likelier">What the scale should have said, in grams.</param>
/// <param name="Kind">The likeliest kind of slip, null when none is known that would do it.</param>
/// <param name="IsSharp">The kind of slip tells the figure by itself: exchanged digits, the usual bowl, a wrong unit.</param>
public sealed record Explanation(Guid FlowId, Guid EntryId, bool IsNew, double Logged, double Likelier, SlipKind? Kind, bool IsSharp);

/// <summary>Finds what could be wrong when a new entry contradicts the log.</summary>
public static class Explanations
{
    /// <summary>Explains a contradiction.</summary>
    /// <param name="family">The entries of the lots in question and of their kin, oldest first, without the new one.</param>
    /// <param name="added">The new entry as it would be logged.</param>
    /// <param name="usualBowl">The workshop's usual bowl, null when it has none.</param>
    /// <returns>Likeliest first; empty when the new entry contradicts nothing.</returns>
    public static IReadOnlyList<Explanation> Of(IReadOnlyCollection<Entry> family, Entry added, Mass? usualBowl)
    {
        var book = MassSolver.Of(family);
        var flows = Weighed(family.Append(added));
        var gaps = Contradictions(book, added);
        // With the lots in question emptied by it the new entry closes their balances, and the whole family speaks.
        var over = gaps.Where(g => g.Lot is not null).Select(g => g.Lot!.Value).ToHashSet();
        var closing = added with
        {
            Flows = [.. added.Flows.Select(f => f.Role == FlowRole.In && over.Contains(f.LotId!.Value) ? f with { EmptiesLot = true } : f)],
        };
        var named = gaps.Count == 0 ? [] : Named(Reconciliation.Of([.. family, closing], usualBowl));

        return Ranked(gaps.SelectMany(g => Suspects(g.Gap, null, flows, usualBowl)), named, added.Id);
    }

    /// <summary>Explains a gap that stands in the log.</summary>
    /// <param name="family">The entry's family, oldest first.</param>
    /// <param name="masses">Its masses.</param>
    /// <param name="reconciliation">Its reconciliation.</param>
    /// <param name="entryId">The entry; a step with a balance or a recount.</param>
    /// <param name="usualBowl">The workshop's usual bowl, null when it has none.</param>
    /// <returns>Likeliest first; empty when the entry fits or its gap cannot be told.</returns>
    public static IReadOnlyList<Explanation> OfGap(
        IReadOnlyCollection<Entry> family,
        MassSolver masses,
        Reconciliation reconciliation,
        Guid entryId,
        Mass? usualBowl
    )
    {
        if (
            masses.GapAt(entryId) is not { } gap
            || masses.BalanceAt(entryId) is { Status: BalanceStatus.Fits or BalanceStatus.UsualLoss or BalanceStatus.UsualGain }
        )
        {
            return [];
        }

        var flows = Weighed(family);
        return Ranked(Suspects(gap, masses.BalanceAt(entryId).Usual, flows, usualBowl), Named(reconciliation), entryId);
    }

    private static Dictionary<Guid, (Flow Flow, Guid Entry)> Weighed(IEnumerable<Entry> entries) =>
        entries
            .SelectMany(e => e.Flows.Where(f => f.Weighing is not null).Select(f => (Flow: f, Entry: e.Id)))
            .ToDictionary(p => p.Flow.Weighing!.Id);

    private static Dictionary<Guid, int> Named(Reconciliation reconciliation) =>
        reconciliation.Doubts.SelectMany((d, i) => d.FlowIds.Select(f => (f, i))).DistinctBy(p => p.f).ToDictionary(p => p.f, p => p.i);

    private static IReadOnlyList<Explanation> Ranked(IEnumerable<Suspect> suspects, Dictionary<Guid, int> named, Guid about) =>
        [
            .. suspects
                .GroupBy(s => s.Of.Flow.Id)
                .Select(g => g.MinBy(s => s.Misfit)!)
                .OrderBy(s => named.GetValueOrDefault(s.Of.Flow.Id, int.MaxValue))
                .ThenBy(s => Math.Round(s.Misfit, 2))
                .ThenBy(s => s.Kind ?? SlipKind.SomethingNotLogged)
                .Select(s => new Explanation(s.Of.Flow.Id, s.Of.Entry, s.Of.Entry == about, s.Logged, s.Likelier, s.Kind, s.Misfit < 1)),
        ];

    private sealed record Suspect((Flow Flow, Guid Entry) Of, double Logged, double Likelier, SlipKind? Kind, double Misfit);

    // What contradicts, each as a sum of weighings that should not be below nothing: the rest of a lot, the balance of the step.
    private static List<(LinearForm Gap, Guid? Lot)> Contradictions(MassSolver book, Entry added)
    {
        var gaps = new List<(LinearForm, Guid?)>();
        LinearForm? Mass(Flow flow) =>
            flow.Weighing is not null ? LinearForm.Of(flow.Weighing)
            : flow is { Role: FlowRole.In, Amount: Amount.Whole } ? book.Left(flow.LotId!.Value)
            : null;
        foreach (var taking in added.Flows.Where(f => f.Role == FlowRole.In && f.Weighing is not null))
        {
            if (book.Left(taking.LotId!.Value) is { } left && left - Mass(taking)! is var rest && MassSolver.IsBelowNothing(rest))
            {
                gaps.Add((rest, taking.LotId));
            }
        }

        var inside = added
            .Flows.Where(f => f.Amount != Amount.ByDifference)
            .Select(f => (Sign: f.Role is FlowRole.In or FlowRole.Gain ? 1 : -1, Mass: Mass(f)))
            .ToArray();
        if (added.Step.HasBalance() && inside.All(f => f.Mass is not null))
        {
            var balance = inside.Aggregate(LinearForm.Nothing, (sum, f) => f.Sign > 0 ? sum + f.Mass! : sum - f.Mass!);
            if (MassSolver.IsBelowNothing(balance))
            {
                gaps.Add((balance, null));
            }
        }

        return gaps;
    }

    private static IEnumerable<Suspect> Suspects(
        LinearForm gap,
        UsualLoss? usual,
        Dictionary<Guid, (Flow Flow, Guid Entry)> flows,
        Mass? usualBowl
    )
    {
        // With the weighing set right a step still loses what it usually does: somewhere up to its allowance.
        var allowance = usual?.Allowance.Grams ?? 0;
        var wrong = gap.Grams - (allowance / 2);
        var sigma = Math.Sqrt(gap.Variance + (allowance * allowance / 12));
        foreach (var (factor, weighing) in gap.Terms)
        {
            // A lot that joined from outside the family brings a figure that nobody weighed here.
            if (!flows.TryGetValue(weighing.Id, out var told) || weighing.Logged <= 0)
            {
                continue;
            }

            var right = weighing.Grams - (wrong / factor);
            if (right <= 0)
            {
                continue;
            }

            var slip = Slips
                .Explaining(told.Flow, right, sigma, usualBowl)
                .OrderBy(s => Math.Round(s.Misfit, 2))
                .ThenBy(s => s.Kind)
                .FirstOrDefault();
            yield return new Suspect(
                told,
                weighing.Logged,
                slip?.Likelier ?? right * weighing.Logged / weighing.Grams,
                slip?.Kind,
                slip?.Misfit ?? 2
            );
        }
    }
}

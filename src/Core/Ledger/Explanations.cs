using EarthyTuft.Core.Fibres;
using MathNet.Numerics.Distributions;

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
public sealed record Explanation(Guid FlowId, Guid EntryId, bool IsNew, double Logged, double Likelier, SlipKind? Kind, bool IsSharp)
{
    /// <summary>What it may have been, in grams on the scale, where the slip leaves that open (a digit that was lost); null where it does
    /// not.</summary>
    public Span? Open { get; init; }
}

/// <summary>Finds what could be wrong when a new entry contradicts the log.</summary>
public static class Explanations
{
    /// <summary>Explains a contradiction.</summary>
    /// <param name="family">The entries of the lots in question and of their kin, oldest first, without the new one.</param>
    /// <param name="added">The new entry as it would be logged.</param>
    /// <param name="habits">How often each kind of slip is made here, and the workshop's bowls.</param>
    /// <param name="expected">What usually goes at the steps of the family and the new one, by entry, as far as that is known; null where
    /// nothing is.</param>
    /// <returns>Likeliest first; empty when the new entry contradicts nothing.</returns>
    public static IReadOnlyList<Explanation> Of(
        IReadOnlyCollection<Entry> family,
        Entry added,
        SlipHabits habits,
        IReadOnlyDictionary<Guid, UsualLoss>? expected = null
    )
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
        if (gaps.Count == 0)
        {
            return [];
        }

        Entry[] closed = [.. family, closing];
        var named = Named(Reconciliation.Of(closed, habits.UsualBowl));
        var shares = new LossShares(closed, MassSolver.Of(closed), expected);
        return Ranked(gaps.SelectMany(g => Suspects(g.Gap, null, flows, shares, habits)), named, added.Id);
    }

    /// <summary>Explains a gap that stands in the log.</summary>
    /// <param name="family">The entry's family, oldest first.</param>
    /// <param name="masses">Its masses.</param>
    /// <param name="reconciliation">Its reconciliation.</param>
    /// <param name="entryId">The entry; a step with a balance or a recount.</param>
    /// <param name="habits">How often each kind of slip is made here, and the workshop's bowls.</param>
    /// <param name="expected">What usually goes at the steps of the family, by entry, as far as that is known: a weight that makes of a usual
    /// loss an unusual one is the likelier slip. Null where nothing is known.</param>
    /// <returns>Likeliest first; empty when the entry fits or its gap cannot be told.</returns>
    public static IReadOnlyList<Explanation> OfGap(
        IReadOnlyCollection<Entry> family,
        MassSolver masses,
        Reconciliation reconciliation,
        Guid entryId,
        SlipHabits habits,
        IReadOnlyDictionary<Guid, UsualLoss>? expected = null
    )
    {
        if (
            masses.GapAt(entryId) is not { } gap
            || masses.BalanceAt(entryId)
                is { Status: BalanceStatus.Fits or BalanceStatus.UsualLoss or BalanceStatus.UsualGain or BalanceStatus.Unusual }
        )
        {
            return [];
        }

        var flows = Weighed(family);
        var shares = new LossShares(family, masses, expected);
        return Ranked(Suspects(gap, masses.BalanceAt(entryId).Usual, flows, shares, habits), Named(reconciliation), entryId);
    }

    /// <summary>Explains a loss found by difference that is unlike what usually goes there: which slip in which weighing would bring it to
    /// what is usual.</summary>
    /// <param name="family">The entry's family, oldest first.</param>
    /// <param name="masses">Its masses.</param>
    /// <param name="checkedFlows">Weighings that some balance checks and that agree with it.</param>
    /// <param name="entryId">The entry whose loss is found by difference, with what is usual there.</param>
    /// <param name="about">The entry that is asked about, whose own weighings are told as new.</param>
    /// <param name="habits">How often each kind of slip is made here, and the workshop's bowls.</param>
    /// <returns>Likeliest first; empty where the loss is usual, or nothing is known of what is.</returns>
    public static IReadOnlyList<Explanation> OfDifference(
        IReadOnlyCollection<Entry> family,
        MassSolver masses,
        IReadOnlySet<Guid> checkedFlows,
        Guid entryId,
        Guid about,
        SlipHabits habits
    )
    {
        var balance = masses.BalanceAt(entryId);
        if (
            balance is not { Status: BalanceStatus.Unusual or BalanceStatus.Impossible, Usual: { } usual, In.Mass.Grams: > 0 and var taken }
            || family.First(e => e.Id == entryId) is not { FindsByDifference: true } entry
        )
        {
            return [];
        }

        LinearForm Sum(FlowRole role) => LinearForm.Sum(entry.Flows.Where(f => f.Role == role).Select(f => masses.Of(f)!));
        var (into, kept) = (Sum(FlowRole.In), Sum(FlowRole.Out));
        // What is usual is all but one in two hundred at either end: a normal distribution of that width.
        var (low, high) = (1 - (usual.Most.Grams / taken), 1 - (usual.Least.Grams / taken));
        var (middle, spread) = ((low + high) / 2, Math.Max(0.005, (high - low) / (2 * Normal.InvCDF(0, 1, 0.995))));
        var flows = Weighed(family);
        var found = new List<(Explanation Told, double Chance)>();
        foreach (var (_, weighing) in (into - kept).Terms)
        {
            // A slip in a weighing that others agree with would show there.
            if (!flows.TryGetValue(weighing.Id, out var told) || weighing.Logged <= 0 || checkedFlows.Contains(weighing.Id))
            {
                continue;
            }

            var factor = weighing.Grams / weighing.Logged;
            var (a, b) = (into.FactorOf(weighing.Id), kept.FactorOf(weighing.Id));
            double Density(double right)
            {
                var moved = (right - weighing.Logged) * factor;
                var (went, came) = (into.Grams + (a * moved), kept.Grams + (b * moved));
                if (went <= 0)
                {
                    return 0;
                }

                var slope = factor * Math.Abs((b / went) - (a * came / went / went));
                return Normal.PDF(middle, spread, came / went) * slope;
            }

            found.AddRange(
                SlipChances
                    .Of(weighing.Logged, told.Flow.Role == FlowRole.Out, Density, habits)
                    // Only what would bring it inside is an explanation.
                    .Where(s => Yield(s.Likelier) is var y && y >= low && y <= high)
                    .Select(s =>
                        (
                            new Explanation(
                                told.Flow.Id,
                                told.Entry,
                                told.Entry == about,
                                weighing.Logged,
                                s.Likelier,
                                s.Kind,
                                s.Most - s.Least < 0.02 * s.Likelier
                            )
                            {
                                Open = OpenOf(s),
                            },
                            s.Chance
                        )
                    )
            );

            double Yield(double right)
            {
                var moved = (right - weighing.Logged) * factor;
                return (kept.Grams + (b * moved)) / (into.Grams + (a * moved));
            }
        }

        return [.. found.OrderByDescending(f => f.Chance).Select(f => f.Told)];
    }

    // Which digit was lost only the person knows.
    private static Span? OpenOf(SlipChance? slip) =>
        slip is { Kind: SlipKind.DigitLost } && slip.Most > slip.Least ? new Span(slip.Least, slip.Most) : null;

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
                .Select(g => g.MaxBy(s => s.Chance)!)
                .OrderBy(s => named.GetValueOrDefault(s.Of.Flow.Id, int.MaxValue))
                .ThenByDescending(s => s.Chance)
                .Select(s => new Explanation(s.Of.Flow.Id, s.Of.Entry, s.Of.Entry == about, s.Logged, s.Likelier, s.Kind, s.IsSharp)
                {
                    Open = s.Open,
                }),
        ];

    private sealed record Suspect(
        (Flow Flow, Guid Entry) Of,
        double Logged,
        double Likelier,
        SlipKind? Kind,
        bool IsSharp,
        Span? Open,
        double Chance
    );

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
        LossShares shares,
        SlipHabits habits
    )
    {
        // With the weighing set right a step still loses what it usually does, somewhere up to its allowance; a little always falls.
        var allowance = Math.Max(usual?.Allowance.Grams ?? 0, UsualLoss.Floor * gap.Terms.Max(t => t.Weighing.Grams));
        var sigma = Math.Sqrt(Math.Max(gap.Variance, 1e-6));
        foreach (var (factor, weighing) in gap.Terms)
        {
            // A lot that joined from outside the family brings a figure that nobody weighed here.
            if (!flows.TryGetValue(weighing.Id, out var told) || weighing.Logged <= 0)
            {
                continue;
            }

            // Grams of the gap for each gram on the scale, and the weight at which the gap is what is allowed.
            var slope = factor * weighing.Grams / weighing.Logged;
            var right = weighing.Logged + (((allowance / 2) - gap.Grams) / slope);
            if (right <= 0)
            {
                continue;
            }

            double Density(double typed)
            {
                var rest = gap.Grams + ((typed - weighing.Logged) * slope);
                var within = (Normal.CDF(0, sigma, rest) - Normal.CDF(0, sigma, rest - allowance)) / allowance;
                return within <= 0 ? 0 : within * Math.Abs(slope) * shares.At(weighing, typed);
            }

            var slips = SlipChances.Of(weighing.Logged, told.Flow.Role == FlowRole.Out, Density, habits);
            var width = Math.Sqrt((sigma * sigma) + (allowance * allowance / 12)) / Math.Abs(slope);
            var other = SlipChances.Unknown(weighing.Logged, right, width, Density);
            var chance = slips.Sum(s => s.Chance) + other.Chance;
            if (chance <= 0)
            {
                continue;
            }

            var best = slips.Count > 0 && slips[0].Chance > other.Chance ? slips[0] : null;
            yield return new Suspect(
                told,
                weighing.Logged,
                best?.Likelier ?? other.Likelier,
                best?.Kind,
                best is not null && best.Most - best.Least < 0.02 * best.Likelier && best.Chance > chance / 2,
                OpenOf(best),
                chance
            );
        }
    }
}

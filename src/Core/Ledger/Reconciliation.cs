using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Ledger;

// The idea, once. The same weight takes part in several balances: what skirting gave is what washing took. Where more was weighed than
// was needed, the weighings contradict each other a little, and the least change that makes every balance close (each weighing moved in
// proportion to how badly it is known) is the best guess at what really was there. A weighing that has to move further than its
// uncertainty allows is probably a slip. One slip drags its neighbours along, so only the worst is named; it is set aside as if nobody
// had weighed it, and the rest is looked at again (docs/craft.md, section 4).

/// <summary>What reconciliation makes of one flow.</summary>
/// <param name="FlowId">The flow.</param>
/// <param name="LoggedGrams">Its own weighing in reference grams, null when not weighed.</param>
/// <param name="Reconciled">The figure that makes the balances close; null when nothing fixes it.</param>
/// <param name="ZScore">How far the weighing had to move, in its own standard deviations; null when no balance can check it.</param>
/// <param name="Excluded">It was named as a slip and took no part.</param>
/// <param name="BelowNothing">Solved to less than nothing by more than three standard deviations: something else is wrong.</param>
public sealed record ReconciledFlow(
    Guid FlowId,
    double? LoggedGrams,
    Estimate? Reconciled,
    double? ZScore,
    bool Excluded,
    bool BelowNothing
)
{
    /// <summary>Whether some balance holds the weighing against others. The error of its room alone, which it shares with the other weighings
    /// of its day, moves one that none does.</summary>
    public bool IsChecked { get; init; }
}

/// <summary>A weighing that probably is wrong.</summary>
/// <param name="FlowIds">The weighings that no balance can tell apart, likeliest first; one when it stands alone; the two of them when
/// labels changed places.</param>
/// <param name="EntryIds">Their entries, in the same order.</param>
/// <param name="ZScore">How far out it is, in standard deviations, positive when logged too light.</param>
/// <param name="LoggedGrams">The likeliest one's logged reference mass.</param>
/// <param name="Likelier">What the rest of the family says it was.</param>
/// <param name="Slip">The likeliest kind of slip, null when none is known that would do it.</param>
public sealed record Doubt(
    IReadOnlyList<Guid> FlowIds,
    IReadOnlyList<Guid> EntryIds,
    double ZScore,
    double LoggedGrams,
    Estimate Likelier,
    Slip? Slip
)
{
    /// <summary>Where no balance speaks against it but what is usual does: the entry whose loss, found by difference, comes out unlike any
    /// other. Null where a balance does.</summary>
    public Guid? UnlikeAt { get; init; }
}

/// <summary>All weights of a family made to agree. The log is never changed by it.</summary>
public sealed class Reconciliation
{
    private Reconciliation(
        IReadOnlyDictionary<Guid, ReconciledFlow> flows,
        IReadOnlyList<Doubt> doubts,
        IReadOnlyDictionary<Guid, Estimate> unlogged,
        double chiSquared,
        int degrees,
        int checkable
    )
    {
        Flows = flows;
        Doubts = doubts;
        Unlogged = unlogged;
        ChiSquared = chiSquared;
        Degrees = degrees;
        Checkable = checkable;
    }

    /// <summary>Every flow of the family.</summary>
    public IReadOnlyDictionary<Guid, ReconciledFlow> Flows { get; }

    /// <summary>The weighings that some balance holds against others, and that agree with them.</summary>
    public IReadOnlySet<Guid> Checked => Flows.Values.Where(f => f.IsChecked).Select(f => f.FlowId).ToHashSet();

    /// <summary>The weighings that were set aside, the worst first.</summary>
    public IReadOnlyList<Doubt> Doubts { get; }

    /// <summary>What probably left a step without being logged, by entry.</summary>
    public IReadOnlyDictionary<Guid, Estimate> Unlogged { get; }

    /// <summary>What the weighings that were kept still contradict each other by.</summary>
    public double ChiSquared { get; }

    /// <summary>How many independent balances check them.</summary>
    public int Degrees { get; }

    /// <summary>How many weighings some balance checks.</summary>
    public int Checkable { get; }

    /// <summary>The two-sided critical value, 1 % over the whole family: <c>alpha = 1 - 0.99^(1/n)</c> (docs/craft.md, section
    /// 4).</summary>
    /// <param name="checkable">How many weighings are checked, at least one.</param>
    public static double Critical(int checkable) =>
        MathNet.Numerics.Distributions.Normal.InvCDF(0, 1, 1 - ((1 - Math.Pow(0.99, 1.0 / checkable)) / 2));

    /// <summary>Reconciles a family.</summary>
    /// <param name="family">Its entries, oldest first.</param>
    /// <param name="usualBowl">The workshop's usual bowl, null when it has none: it helps to tell one slip from another.</param>
    /// <param name="masses">The family's masses where they are at hand; they are worked out where they are needed and not given.</param>
    public static Reconciliation Of(IReadOnlyCollection<Entry> family, Mass? usualBowl = null, MassSolver? masses = null)
    {
        if (masses is null && family.Any(e => e.UsualGain is not null))
        {
            masses = MassSolver.Of(family);
        }

        var network = FlowNetwork.Of(family, masses);
        // A step that is short of more than it usually takes is named whatever the rest of the family says: its own loss has a wide range.
        var usual = family.Where(e => e.Usual is not null).ToArray();
        masses ??= usual.Length == 0 ? null : MassSolver.Of(family);
        var work = new WeighingAdjustment(
            network,
            usualBowl,
            [.. usual.Where(e => masses!.BalanceAt(e.Id).Status == BalanceStatus.Suspicious)]
        );
        var doubts = new List<Doubt>();
        while (work.Worst() is { } worst)
        {
            doubts.Add(worst);
            foreach (var flow in worst.FlowIds.Take(worst.Slip?.Kind == SlipKind.LotsExchanged ? 2 : 1))
            {
                work.Exclude(flow);
            }
        }

        var told = network.Edges.ToDictionary(e => e.Flow.Id, work.Tell);
        var agreeing = told.Values.Where(f => f.IsChecked).Select(f => f.FlowId).ToHashSet();
        var named = doubts.SelectMany(d => d.FlowIds).ToHashSet();
        doubts.AddRange(
            usual
                .Where(e => e.FindsByDifference)
                .Select(e => Unlike(family, masses!, agreeing, e, usualBowl))
                .OfType<Doubt>()
                .Where(d => !d.FlowIds.Any(named.Contains))
        );
        return new Reconciliation(told, doubts, work.Unlogged, work.ChiSquared, work.Degrees, work.Checkable);
    }

    // A weight that no balance checks, and that makes of a loss found by difference what hardly ever is one.
    private static Doubt? Unlike(
        IReadOnlyCollection<Entry> family,
        MassSolver masses,
        IReadOnlySet<Guid> agreeing,
        Entry entry,
        Mass? usualBowl
    )
    {
        var balance = masses.BalanceAt(entry.Id);
        if (balance is not { Status: BalanceStatus.Unusual or BalanceStatus.Impossible, In: { } taken, Kept: { } kept, Usual: { } usual })
        {
            return null;
        }

        var weighings = family
            .SelectMany(e => e.Flows.Where(f => f.Weighing is not null).Select(f => (Flow: f, Entry: e.Id)))
            .ToDictionary(p => p.Flow.Id);
        var explained = Explanations.OfDifference(family, masses, agreeing, entry.Id, entry.Id, new SlipHabits(usualBowl));
        var told = masses.GapAt(entry.Id)!.Terms.Select(t => t.Weighing.Id).ToHashSet();
        var suspects =
            explained.Count > 0
                ? explained.Select(e => e.FlowId).Distinct().ToArray()
                :
                [
                    .. weighings
                        .Values.Select(w => w.Flow)
                        .Where(f => told.Contains(f.Weighing!.Id) && !agreeing.Contains(f.Id))
                        .Select(f => f.Id),
                ];
        if (suspects.Length == 0)
        {
            return null;
        }

        var first = weighings[suspects[0]];
        var expected = new Estimate(
            Mass.FromGrams(taken.Mass.Grams - ((usual.Least.Grams + usual.Most.Grams) / 2)),
            (usual.Most.Grams - usual.Least.Grams) / 4
        );
        var slip = explained.Count == 0 ? null : explained[0];
        var factor = first.Flow.Weighing!.Grams / first.Flow.Weighing.Logged;
        return new Doubt(
            suspects,
            [.. suspects.Select(s => weighings[s].Entry)],
            (expected.Mass.Grams - kept.Mass.Grams) / Math.Max(expected.Sigma, 1e-6),
            first.Flow.Weighing.Grams,
            slip is null ? expected : new Estimate(Mass.FromGrams(slip.Likelier * factor), slip.IsSharp ? 0 : expected.Sigma),
            slip is null ? null : new Slip(slip.Kind!.Value, slip.FlowId, slip.Logged, slip.Likelier, 0)
        )
        {
            UnlikeAt = entry.Id,
        };
    }
}

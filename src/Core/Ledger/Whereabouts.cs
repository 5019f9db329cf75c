namespace EarthyTuft.Core.Ledger;

/// <summary>Where part of a fleece went.</summary>
public enum WentTo
{
    /// <summary>Came in as a fleece.</summary>
    TakenIn,

    /// <summary>Taken up on the way: dye, dressing.</summary>
    TakenUp,

    /// <summary>Came from lots whose own course is not looked at here.</summary>
    FromElsewhere,

    /// <summary>Turned up at a recount.</summary>
    Found,

    /// <summary>Lost on the way, by kind and fate.</summary>
    Lost,

    /// <summary>Lost and found only by difference.</summary>
    LostByDifference,

    /// <summary>Lost and not weighed: no more than the step usually takes.</summary>
    LostNotWeighed,

    /// <summary>Left the course on purpose.</summary>
    Left,

    /// <summary>Was gone at a recount.</summary>
    Missing,

    /// <summary>Still there.</summary>
    StillThere,

    /// <summary>Nobody knows.</summary>
    Unaccounted,
}

/// <summary>One line of "where did it go".</summary>
/// <param name="To">Where.</param>
/// <param name="Loss">The kind of a loss.</param>
/// <param name="Fate">What became of a loss, null when it just went.</param>
/// <param name="Step">How it left, for what left on purpose.</param>
/// <param name="Logged">By the log as it stands; null when part of it cannot be told.</param>
/// <param name="ReconciledGrams">With all weighings made to agree; null when part of it is fixed by nothing.</param>
public sealed record WhereaboutsLine(WentTo To, LossKind? Loss, Fate? Fate, StepKind? Step, Estimate? Logged, double? ReconciledGrams)
{
    /// <summary>Whether it brings fibre in; the others carry it off or hold it.</summary>
    public bool IsIncoming => To is WentTo.TakenIn or WentTo.TakenUp or WentTo.FromElsewhere or WentTo.Found;
}

/// <summary>
/// Where the weight of a fleece went: everything that came in and everything it became, in one table that adds up. What does not add up
/// by the log is the line "nobody knows"; by the reconciled figures there is no such line.
/// </summary>
/// <param name="Lines">Incoming first, then by size.</param>
public sealed record Whereabouts(IReadOnlyList<WhereaboutsLine> Lines)
{
    /// <summary>Adds a family up.</summary>
    /// <param name="family">Its entries, oldest first, with everything that was made of the fleeces in question.</param>
    /// <param name="solver">Their masses by the log.</param>
    /// <param name="reconciliation">Their masses made to agree.</param>
    /// <param name="loss">Kind and fate of a loss.</param>
    public static Whereabouts Of(
        IReadOnlyCollection<Entry> family,
        MassSolver solver,
        Reconciliation reconciliation,
        Func<Flow, (LossKind Kind, Fate? Fate)> loss
    )
    {
        var parts = new List<Part>();
        var made = family.SelectMany(e => e.Flows).Where(f => f.Role == FlowRole.Out).Select(f => f.LotId!.Value).ToHashSet();
        double? Agreed(Flow flow) => reconciliation.Flows[flow.Id].Reconciled?.Mass.Grams;
        foreach (var entry in family)
        {
            foreach (var flow in entry.Flows)
            {
                var mass = flow.Amount == Amount.ByDifference ? null : solver.Of(flow);
                if (flow.Role == FlowRole.Loss)
                {
                    var (kind, fate) = loss(flow);
                    parts.Add(
                        flow.Amount == Amount.ByDifference
                            ? new Part(WentTo.LostByDifference, kind, fate, null, solver.GapAt(entry.Id), Agreed(flow))
                            : new Part(WentTo.Lost, kind, fate, null, mass, Agreed(flow))
                    );
                }
                else if (flow.Role == FlowRole.Gain)
                {
                    parts.Add(new Part(WentTo.TakenUp, null, null, null, mass, Agreed(flow)));
                }
                else if (flow.Role == FlowRole.Out && entry.Step == StepKind.TakeIn)
                {
                    parts.Add(new Part(WentTo.TakenIn, null, null, null, mass, Agreed(flow)));
                }
                else if (flow.Role == FlowRole.In && !made.Contains(flow.LotId!.Value))
                {
                    parts.Add(new Part(WentTo.FromElsewhere, null, null, null, mass, Agreed(flow)));
                }

                if (flow.Role == FlowRole.In && entry.Step.IsLeaving())
                {
                    parts.Add(new Part(WentTo.Left, null, null, entry.Step, mass, Agreed(flow)));
                }
            }

            if (entry.Usual is { } usual && solver.BalanceAt(entry.Id).Status == BalanceStatus.UsualLoss)
            {
                parts.Add(
                    new Part(
                        WentTo.LostNotWeighed,
                        usual.Kind,
                        null,
                        null,
                        solver.GapAt(entry.Id),
                        reconciliation.Flows[UsualLoss.FlowOf(entry.Id)].Reconciled?.Mass.Grams
                    )
                );
            }
        }

        foreach (var stretch in LotStretch.Of(family).Where(s => !s.IsEmptied && made.Contains(s.LotId)))
        {
            AddRest(stretch, solver, Agreed, parts);
        }

        return new Whereabouts([.. Lined(parts, reconciliation.Unlogged.Values.Sum(u => u.Mass.Grams))]);
    }

    private static void AddRest(LotStretch stretch, MassSolver solver, Func<Flow, double?> agreed, List<Part> parts)
    {
        var start = solver.Of(stretch.Start);
        var rest =
            start is null || stretch.Takings.Any(t => solver.Of(t) is null)
                ? null
                : start - LinearForm.Sum(stretch.Takings.Select(t => solver.Of(t)!));
        var agreedRest = agreed(stretch.Start) - stretch.Takings.Sum(agreed);
        if (stretch.Takings.Any(t => agreed(t) is null))
        {
            agreedRest = null;
        }

        if (stretch.EndedBy is not { } recount)
        {
            parts.Add(new Part(WentTo.StillThere, null, null, null, rest, agreedRest));
            return;
        }

        var gone = rest is null || solver.Of(recount) is not { } counted ? null : rest - counted;
        var agreedGone = agreedRest - agreed(recount);
        parts.Add(
            gone is { Grams: < 0 }
                ? new Part(WentTo.Found, null, null, null, LinearForm.Nothing - gone, -agreedGone)
                : new Part(WentTo.Missing, null, null, null, gone, agreedGone)
        );
    }

    private static IEnumerable<WhereaboutsLine> Lined(List<Part> parts, double unlogged)
    {
        var lines = parts
            .GroupBy(p => (p.To, p.Loss, p.Fate, p.Step))
            .Select(g => (g.Key, Logged: Sum(g.Select(p => p.Logged)), Agreed: Sum(g.Select(p => p.Agreed))))
            .ToList();
        var rest = Sum(
            lines.Select(l =>
                l.Logged is not { } sum ? null
                : IsIncoming(l.Key.To) ? sum
                : LinearForm.Nothing - sum
            )
        );
        return lines
            .Select(l => new WhereaboutsLine(l.Key.To, l.Key.Loss, l.Key.Fate, l.Key.Step, l.Logged?.Estimate, l.Agreed))
            .Append(new WhereaboutsLine(WentTo.Unaccounted, null, null, null, rest?.Estimate, unlogged))
            .OrderBy(l => !l.IsIncoming)
            .ThenBy(l => l.To == WentTo.Unaccounted)
            .ThenByDescending(l => l.Logged?.Mass.Grams ?? l.ReconciledGrams ?? 0);
    }

    private static bool IsIncoming(WentTo to) => to is WentTo.TakenIn or WentTo.TakenUp or WentTo.FromElsewhere or WentTo.Found;

    private static LinearForm? Sum(IEnumerable<LinearForm?> forms) =>
        forms.ToArray() is var all && all.Any(f => f is null) ? null : LinearForm.Sum(all.OfType<LinearForm>());

    private static double? Sum(IEnumerable<double?> grams) => grams.ToArray() is var all && all.Any(g => g is null) ? null : all.Sum();

    private sealed record Part(WentTo To, LossKind? Loss, Fate? Fate, StepKind? Step, LinearForm? Logged, double? Agreed);
}

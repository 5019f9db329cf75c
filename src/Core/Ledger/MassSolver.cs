namespace EarthyTuft.Core.Ledger;

// The idea, once. A flow's mass is either weighed or it is not. Two kinds of equation tie flows together: a step takes in what it gives
// out (with unaccounted counted as nothing), and a lot that was emptied gave what it was made with. Wherever an equation has exactly one
// mass that is not known, it gives that mass as a sum of weighings. Washed wool is weighed only when it is dry, so the drying tells what
// went into it, that is what the washing gave, and so what left with the water: each found from the one before. Measured figures are
// never replaced here; where everything in an equation was measured it is a check, and its gap is the balance's news.

/// <summary>The masses of a family of entries, weighed or found from the rest.</summary>
public sealed class MassSolver
{
    private readonly Dictionary<Guid, LinearForm> known = [];
    private readonly Dictionary<Guid, Entry> entries;
    private readonly IReadOnlyList<LotStretch> stretches;
    private readonly Dictionary<Guid, LotStretch> first = [];
    private readonly Dictionary<Guid, LotStretch> last = [];
    private readonly Dictionary<Guid, LotStretch> endedBy = [];

    private MassSolver(IReadOnlyCollection<Entry> family)
    {
        entries = family.ToDictionary(e => e.Id);
        stretches = LotStretch.Of(family);
        foreach (var stretch in stretches)
        {
            first.TryAdd(stretch.LotId, stretch);
            last[stretch.LotId] = stretch;
            if (stretch.EndedBy is { } recount)
            {
                endedBy[recount.Id] = stretch;
            }
        }

        foreach (var flow in family.SelectMany(e => e.Flows).Where(f => f.Weighing is not null))
        {
            known[flow.Id] = LinearForm.Of(flow.Weighing!);
        }
    }

    private MassSolver(MassSolver settled, Dictionary<Guid, Entry> entries) =>
        (known, this.entries, stretches, first, last, endedBy) = (
            settled.known,
            entries,
            settled.stretches,
            settled.first,
            settled.last,
            settled.endedBy
        );

    /// <summary>Settles a family.</summary>
    /// <param name="family">All entries that made or used the lots in question, each once, oldest first.</param>
    public static MassSolver Of(IReadOnlyCollection<Entry> family)
    {
        var solver = new MassSolver(family);
        solver.Solve([.. solver.StepEquations(), .. solver.LotEquations()]);
        return solver;
    }

    /// <summary>Settles lots from what made them and what took from them alone; the steps' other flows are not at hand, so no step tells
    /// anything.</summary>
    /// <param name="partly">Entries with only the flows of the lots in question, oldest first.</param>
    public static MassSolver OfLots(IReadOnlyCollection<Entry> partly)
    {
        var solver = new MassSolver(partly);
        solver.Solve(solver.LotEquations());
        return solver;
    }

    /// <summary>The same masses, with what some steps usually lose: it moves no mass, only what a balance says.</summary>
    /// <param name="usual">By entry; an entry of the family that is not named has none.</param>
    public MassSolver With(IReadOnlyDictionary<Guid, UsualLoss> usual) =>
        new(this, entries.ToDictionary(e => e.Key, e => e.Value with { Usual = usual.GetValueOrDefault(e.Key) }));

    /// <summary>A flow's mass, null when it cannot be told.</summary>
    /// <param name="flow">A flow of the family.</param>
    public LinearForm? Of(Flow flow) => known.GetValueOrDefault(flow.Id);

    /// <summary>What a lot was made with, null when it cannot be told or its making is outside the family.</summary>
    /// <param name="lotId">The lot.</param>
    public LinearForm? Made(Guid lotId) =>
        first.TryGetValue(lotId, out var stretch) && stretch.Start.Role == FlowRole.Out ? Of(stretch.Start) : null;

    /// <summary>What is left of a lot: nothing once it was emptied, null when it cannot be told.</summary>
    /// <param name="lotId">The lot.</param>
    public LinearForm? Left(Guid lotId) => last.TryGetValue(lotId, out var stretch) ? Rest(stretch) : null;

    /// <summary>Whether it is known that nothing of a lot is left.</summary>
    /// <param name="lotId">The lot.</param>
    public bool IsEmptied(Guid lotId) => last.TryGetValue(lotId, out var stretch) && stretch.IsEmptied;

    /// <summary>Whether more was taken from a lot than the book had, beyond what the weighings can be off by.</summary>
    /// <param name="lotId">The lot.</param>
    public bool IsOverdrawn(Guid lotId) =>
        last.TryGetValue(lotId, out var stretch)
        && !stretch.IsEmptied
        && Rest(stretch) is null
        && Of(stretch.Start) is not null
        && stretch.Takings.All(t => Of(t) is not null);

    /// <summary>The balance of one entry.</summary>
    /// <param name="entryId">An entry of the family.</param>
    public Balance BalanceAt(Guid entryId)
    {
        var entry = entries[entryId];
        var flows = entry.Flows.Select(f => (f, Of(f))).ToArray();
        return entry.Step switch
        {
            StepKind.TakeIn => Balance.OfTakingIn(flows),
            StepKind.Recount => Balance.OfRecount(
                endedBy.TryGetValue(entry.Flows[0].Id, out var before) ? Rest(before) : null,
                Of(entry.Flows[0])
            ),
            _ when entry.Step.IsLeaving() => Balance.OfLeaving(flows),
            _ => Balance.Of(flows, entry.Usual, entry.UsualGain),
        };
    }

    /// <summary>What one entry lacks, positive, or has too much of, as a sum of weighings; of a recount what is missing or was
    /// found.</summary>
    /// <param name="entryId">An entry of the family.</param>
    /// <returns>Null when it cannot be told, and for entries that have nothing to be held against.</returns>
    public LinearForm? GapAt(Guid entryId)
    {
        var entry = entries[entryId];
        if (entry.Step == StepKind.Recount)
        {
            return
                endedBy.TryGetValue(entry.Flows[0].Id, out var stretch) && Rest(stretch) is { } before && Of(entry.Flows[0]) is { } counted
                ? before - counted
                : null;
        }

        var inside = entry
            .Flows.Where(f => f.Amount != Amount.ByDifference)
            .Select(f => (IsIn: f.Role is FlowRole.In or FlowRole.Gain, Mass: Of(f)))
            .ToArray();
        return !entry.Step.HasBalance() || inside.Any(f => f.Mass is null)
            ? null
            : LinearForm.Sum(inside.Where(f => f.IsIn).Select(f => f.Mass!))
                - LinearForm.Sum(inside.Where(f => !f.IsIn).Select(f => f.Mass!));
    }

    // More was taken than the book had: then the book was wrong, and what is left of the lot is not known until somebody weighs it.
    private LinearForm? Rest(LotStretch stretch) =>
        stretch.IsEmptied ? LinearForm.Nothing
        : Of(stretch.Start) is { } there
        && stretch.Takings.All(t => Of(t) is not null)
        && there - LinearForm.Sum(stretch.Takings.Select(t => Of(t)!)) is var rest
        && !IsBelowNothing(rest)
            ? rest
        : null;

    /// <summary>Less than nothing, beyond what the weighings can be off by.</summary>
    internal static bool IsBelowNothing(LinearForm mass) =>
        mass.Grams < 0 && mass.Estimate is var e && e.Mass.Grams < (-Balance.Bound * e.Sigma) - 1e-9;

    private IEnumerable<(bool IsLot, (double Sign, Flow Flow)[] Terms)> StepEquations() =>
        entries
            .Values.Where(e => e.Step.HasBalance())
            .Select(e => (false, Inside(e).Select(f => (f.Role is FlowRole.In or FlowRole.Gain ? 1.0 : -1.0, f)).ToArray()));

    // A part that nobody weighed was what came of it, and what usually goes besides.
    private IEnumerable<Flow> Inside(Entry entry)
    {
        if (entry is not { TellsWhatWasTaken: true, FindsByDifference: false, Usual: { } usual })
        {
            return entry.Flows;
        }

        var lost = usual.AsFlow(entry.Id);
        known[lost.Id] = LinearForm.Of(lost.Weighing!);
        return entry.Flows.Append(lost);
    }

    private IEnumerable<(bool IsLot, (double Sign, Flow Flow)[] Terms)> LotEquations() =>
        stretches.Where(s => s.IsClosed).Select(s => (true, s.Ends.Select(t => (-1.0, t)).Prepend((1.0, s.Start)).ToArray()));

    private void Solve(IEnumerable<(bool IsLot, (double Sign, Flow Flow)[] Terms)> all)
    {
        var equations = all.ToArray();
        // Each solved mass can complete only the equations it stands in, so every equation is visited a handful of times. What is left
        // of a lot is told by the lot before any step is asked, and earlier steps before later ones: a step tells a mass by assuming
        // that nothing is unaccounted for, which is worth less than a weighing.
        var standsIn = equations.SelectMany((e, i) => e.Terms.Select(t => (t.Flow.Id, i))).ToLookup(p => p.Id, p => p.i);
        var queue = new PriorityQueue<int, int>(equations.Select((e, i) => (i, e.IsLot ? -1 : i)));
        while (queue.TryDequeue(out var index, out _))
        {
            var equation = equations[index].Terms;
            var unknown = equation.Where(t => !known.ContainsKey(t.Flow.Id)).Take(2).ToArray();
            if (unknown is not [var (sign, wanted)])
            {
                continue;
            }

            var plus = LinearForm.Sum(equation.Where(t => t.Sign > 0 && t.Flow.Id != wanted.Id).Select(t => known[t.Flow.Id]));
            var minus = LinearForm.Sum(equation.Where(t => t.Sign < 0 && t.Flow.Id != wanted.Id).Select(t => known[t.Flow.Id]));
            var told = sign > 0 ? minus - plus : plus - minus;
            if (equations[index].IsLot && IsBelowNothing(told))
            {
                continue;
            }

            known[wanted.Id] = told;
            foreach (var next in standsIn[wanted.Id])
            {
                queue.Enqueue(next, equations[next].IsLot ? -1 : next);
            }
        }
    }
}

using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Ledger;

/// <summary>
/// The sums behind reconciliation: multipliers of the balances, and for each weighing how hard they push it and how well they hold it.
/// A weighing that is set aside takes one direction out of the inverse; nothing is taken apart a second time.
/// </summary>
internal sealed class WeighingAdjustment
{
    /// <summary>A share of its variance below which a weighing counts as not checkable (docs/craft.md, section 4).</summary>
    public const double NoCheck = 1e-9;

    /// <summary>Weighings whose statistic differs by less than this share are told apart by no balance.</summary>
    private const double Equal = 1e-6;

    /// <summary>The most weighings tried against each other for changed places.</summary>
    private const int MostSuspects = 40;

    private readonly FlowNetwork network;
    private readonly Mass? usualBowl;
    private readonly WeighedEdge[] measured;
    private readonly Dictionary<Guid, WeighedEdge> byFlow;
    private readonly ILookup<int, WeighedEdge> bySession;
    private readonly SparseLdl? inverse;
    private readonly int rows;
    private readonly double[] multipliers;
    private readonly List<(double[] Moved, double Size)> aside = [];
    private readonly Lazy<UnweighedMasses> solved;
    private readonly Dictionary<Guid, Estimate> unlogged = [];
    private readonly HashSet<Guid> leaks = [];
    private bool[]? open;

    // Steps that lack more than they usually lose, by the flow that stands for what was lost and not weighed; each is told once.
    private readonly Dictionary<Guid, Guid> shortSteps;

    public WeighingAdjustment(FlowNetwork network, Mass? usualBowl, IReadOnlyCollection<Entry> shortOf)
    {
        this.network = network;
        shortSteps = shortOf.ToDictionary(e => e.Id, e => UsualLoss.FlowOf(e.Id));
        this.usualBowl = usualBowl;
        var row = BalanceRows.Of(network);
        rows = row.Max() + 1;
        var sessions = new Dictionary<DateOnly, int>();
        measured = [.. network.Edges.Where(e => e.Flow.Weighing is not null).Select(e => WeighedEdge.Of(e, row, sessions, rows))];
        bySession = measured.Where(m => m.Session >= 0).ToLookup(m => m.Session);
        byFlow = measured.ToDictionary(m => m.Edge.Flow.Id);
        var residual = new double[rows + sessions.Count];
        foreach (var m in measured)
        {
            Add(residual, m, m.Grams);
        }

        inverse = rows == 0 ? null : Factor(residual.Length);
        multipliers = inverse?.Solve(residual) ?? residual;
        ChiSquared = residual.Zip(multipliers).Sum(p => p.First * p.Second);
        foreach (var m in measured)
        {
            (m.Push, m.Weight) = Raw(m);
            m.WeightAtFirst = m.Weight;
        }

        solved = new Lazy<UnweighedMasses>(() => UnweighedMasses.Of(network, this));
    }

    /// <summary>What went out of a step and was not logged, by entry.</summary>
    public IReadOnlyDictionary<Guid, Estimate> Unlogged => unlogged;

    public int Degrees => rows - aside.Count;

    public int Checkable => measured.Count(m => m.IsChecked);

    public double ChiSquared { get; private set; }

    /// <summary>The weighing that is out furthest, with those that cannot be told from it, if it is out far enough.</summary>
    public Doubt? Worst()
    {
        var all = measured.Where(m => m.IsChecked && m.Edge.Flow.Amount == Amount.Weighed).ToArray();
        var checkedOnes = all.Where(m => IsOpen(m.To) || IsOpen(m.From)).ToArray();
        if (checkedOnes.Length == 0)
        {
            return null;
        }

        var most = checkedOnes.Max(m => Math.Abs(m.Statistic));
        var critical = Reconciliation.Critical(all.Length);
        if (most <= critical)
        {
            var atShort = checkedOnes.Where(m => shortSteps.ContainsKey(m.Edge.EntryId)).ToArray();
            if (atShort.Length == 0)
            {
                return null;
            }

            most = atShort.Max(m => Math.Abs(m.Statistic));
        }

        var group = checkedOnes
            .Where(m => Math.Abs(m.Statistic) >= most * (1 - Equal) && Math.Abs(m.Statistic) <= most * (1 + Equal))
            .Select(m => (Flow: m, Right: Otherwise(m)))
            .Select(g =>
                (
                    g.Flow,
                    g.Right,
                    Slip: Slips
                        .Explaining(g.Flow.Edge.Flow, g.Right.Mass.Grams, g.Right.Sigma, usualBowl)
                        .OrderBy(s => Math.Round(s.Misfit, 2))
                        .ThenBy(s => s.Kind)
                        .FirstOrDefault()
                )
            )
            .OrderBy(g => g.Right.Mass.Grams < -Balance.Bound * g.Right.Sigma)
            .ThenBy(g => g.Slip?.Misfit ?? double.MaxValue)
            .ToArray();
        if (Exchanged(checkedOnes, Math.Max(most * most, critical * critical)) is { } exchanged)
        {
            return exchanged;
        }

        var (first, right, slip) = group[0];
        // A balance that is short by as much as any of its weighings would have to be wrong may as well lack an entry: a loss nobody
        // weighed. Where no sharper slip explains it that is the likelier story, and then no weighing is to blame.
        var leak = group.FirstOrDefault(g => g.Flow.Edge.Flow.Role == FlowRole.Loss && g.Right.Mass.Grams > g.Flow.Grams);
        if (leak.Flow is not null && slip is null or { Misfit: >= 1 })
        {
            slip = new Slip(SlipKind.SomethingNotLogged, null, 0, leak.Right.Mass.Grams - leak.Flow.Grams, 1);
            unlogged[leak.Flow.Edge.EntryId] = leak.Right with { Mass = leak.Right.Mass - Mass.FromGrams(leak.Flow.Grams) };
            leaks.Add(leak.Flow.Edge.Flow.Id);
            (first, right) = (leak.Flow, leak.Right);
            group = [leak, .. group.Where(g => g.Flow != leak.Flow)];
        }
        else if (group.Select(g => g.Flow.Edge.EntryId).FirstOrDefault(shortSteps.ContainsKey) is var at && at != default)
        {
            if (slip is null or { Misfit: >= 1 } && byFlow[shortSteps[at]] is { IsChecked: true } lost)
            {
                right = Otherwise(lost);
                slip = new Slip(SlipKind.SomethingNotLogged, null, 0, right.Mass.Grams, 1);
                unlogged[at] = right;
                leaks.Add(lost.Edge.Flow.Id);
                first = lost;
                group = [(lost, right, slip), .. group];
            }
        }

        foreach (var entry in group.Select(g => g.Flow.Edge.EntryId))
        {
            shortSteps.Remove(entry);
        }

        return new Doubt(
            [.. group.Select(g => g.Flow.Edge.Flow.Id)],
            [.. group.Select(g => g.Flow.Edge.EntryId)],
            Out(first),
            first.Grams,
            right,
            slip
        );
    }

    // Half a step of each scale together may be what a balance is out by: then none of its weighings is named, for no scale tells closer.
    // Of many weighings not all are rounded the same way: what lies beyond their common doubt is out, as it is where the step is logged.
    private bool IsOpen(int row) => row >= 0 && (open ??= OpenRows())[row];

    private bool[] OpenRows()
    {
        var (gap, halves, own, told) = (new double[rows], new double[rows], new double[rows], new bool[rows]);
        var shared = new Dictionary<(int Row, int Session), double>();
        foreach (var m in measured)
        {
            foreach (var (row, sign) in new[] { (m.To, 1), (m.From, -1) }.Where(end => end.Item1 >= 0))
            {
                gap[row] += sign * m.Grams;
                halves[row] += m.Step / 2;
                own[row] += m.OwnVariance;
                shared[(row, m.Session)] = shared.GetValueOrDefault((row, m.Session)) + (sign * m.Shared);
                // What stands for a usual loss is no weighing, and what is set aside opens its balances.
                told[row] |= m.IsExcluded || m.Edge.Flow.Amount != Amount.Weighed;
            }
        }

        foreach (var ((row, _), together) in shared)
        {
            own[row] += together * together;
        }

        return [.. Enumerable.Range(0, rows).Select(r => told[r] || Math.Abs(gap[r]) > Explained(r) + 1e-9)];

        double Explained(int row) => Math.Min(halves[row], Balance.Bound * Math.Sqrt(own[row]));
    }

    // Two labels that changed places are one slip, though two weighings are wrong. Nothing is fitted then: the logged figures themselves,
    // the other way round, have to close the balances better than any one weighing left free could.
    private Doubt? Exchanged(WeighedEdge[] checkedOnes, double bestAlone)
    {
        var suspects = checkedOnes
            .Where(m => m.Statistic * m.Statistic > bestAlone / 9)
            .OrderByDescending(m => Math.Abs(m.Statistic))
            .Take(MostSuspects)
            .ToArray();
        var moved = new Dictionary<WeighedEdge, double[]>();
        (WeighedEdge One, WeighedEdge Other, double Gain)? best = null;
        foreach (var (i, one) in suspects.Index())
        {
            foreach (
                var other in suspects
                    .Skip(i + 1)
                    .Where(o => o.Edge.Flow.Role == one.Edge.Flow.Role && o.Edge.Flow.Weighing!.Session == one.Edge.Flow.Weighing!.Session)
            )
            {
                var apart = one.Grams - other.Grams;
                if (!moved.TryGetValue(one, out var along))
                {
                    moved[one] = along = Along(one);
                }

                var gain = (2 * apart * (one.Push - other.Push)) - (apart * apart * (one.Weight + other.Weight - (2 * Dot(other, along))));
                if (gain > bestAlone && gain > (best?.Gain ?? 0))
                {
                    best = (one, other, gain);
                }
            }
        }

        if (best is not var (wrong, partner, _))
        {
            return null;
        }

        var slip = new Slip(
            SlipKind.LotsExchanged,
            wrong.Edge.Flow.Id,
            wrong.Edge.Flow.Weighing!.Logged,
            partner.Edge.Flow.Weighing!.Logged,
            0
        );
        return new Doubt(
            [wrong.Edge.Flow.Id, partner.Edge.Flow.Id],
            [wrong.Edge.EntryId, partner.Edge.EntryId],
            Out(wrong),
            wrong.Grams,
            Logged(partner),
            slip
        );
    }

    /// <summary>The inverse times a weighing's column, as the inverse is after everything that was set aside.</summary>
    private double[] Along(WeighedEdge flow)
    {
        var along = new double[multipliers.Length];
        Add(along, flow, 1);
        var moved = inverse!.Solve(along);
        foreach (var (before, length) in aside)
        {
            var part = Dot(flow, before) / length;
            for (var i = 0; i < moved.Length; i++)
            {
                moved[i] -= before[i] * part;
            }
        }

        return moved;
    }

    /// <summary>Takes a weighing out. With its variance grown beyond all bounds the inverse loses one direction, and every figure with
    /// it.</summary>
    public void Exclude(Guid flowId)
    {
        open = null;
        var flow = byFlow[flowId];
        if (!flow.IsChecked)
        {
            flow.IsExcluded = true;
            return;
        }

        var moved = Along(flow);
        var size = Dot(flow, moved);
        aside.Add((moved, size));
        ChiSquared -= flow.Push * flow.Push / size;
        var push = flow.Push / size;
        for (var i = 0; i < multipliers.Length; i++)
        {
            multipliers[i] -= moved[i] * push;
        }

        foreach (var m in measured)
        {
            var shared = Dot(m, moved);
            m.Push -= shared * push;
            m.Weight -= shared * shared / size;
            if (m == flow || m.Weight <= 1e-8 * m.WeightAtFirst)
            {
                (m.Push, m.Weight) = (0, 0);
            }
        }

        flow.IsExcluded = true;
    }

    public ReconciledFlow Tell(FlowNetwork.Edge edge)
    {
        if (byFlow.TryGetValue(edge.Flow.Id, out var m) && !m.IsExcluded)
        {
            return new ReconciledFlow(edge.Flow.Id, m.Grams, Reconciled(m), ZScore(m), false, false) { IsChecked = m.IsChecked };
        }

        if (m is not null && leaks.Contains(edge.Flow.Id))
        {
            // The balance lacks an entry; the weighing itself is not in doubt.
            return new ReconciledFlow(edge.Flow.Id, m.Grams, Logged(m), null, false, false) { IsChecked = true };
        }

        var value = solved.Value.Of(edge);
        return new ReconciledFlow(
            edge.Flow.Id,
            m?.Grams,
            value,
            null,
            m is not null,
            value is not null && value.Mass.Grams < (-Balance.Bound * value.Sigma) - 1e-9
        );
    }

    /// <summary>x - y of a weighing: minus V Ar' times the multipliers.</summary>
    public double Adjustment(WeighedEdge m)
    {
        var shared = m.Session < 0 ? 0 : m.Shared * multipliers[m.Session];
        return -((m.OwnVariance * Dot(m, multipliers)) + shared);
    }

    public bool IsMeasured(Guid flowId) => byFlow.TryGetValue(flowId, out var m) && !m.IsExcluded;

    public double StepOf(Guid flowId) => byFlow[flowId].Step;

    public double ReconciledGrams(Guid flowId) => byFlow[flowId].Grams + Adjustment(byFlow[flowId]);

    /// <summary>The standard deviation of a sum of reconciled weighings.</summary>
    public double Sigma(IReadOnlyList<(double Factor, Guid FlowId)> terms)
    {
        if (terms.Count == 1)
        {
            return Reconciled(byFlow[terms[0].FlowId]).Sigma;
        }

        // s'Vs - (Ar V s)' M^-1 (Ar V s), the shared part of V once for each session.
        var own = 0.0;
        var session = new Dictionary<int, double>();
        var pull = new double[multipliers.Length];
        foreach (var (factor, id) in terms)
        {
            var m = byFlow[id];
            own += factor * factor * m.OwnVariance;
            Add(pull, m, factor * m.OwnVariance);
            if (m.Session >= 0)
            {
                session[m.Session] = session.GetValueOrDefault(m.Session) + (factor * m.Shared);
            }
        }

        var shared = session.Values.Sum(g => g * g);
        if (inverse is null)
        {
            return Math.Sqrt(own + shared);
        }

        foreach (var m in session.Keys.SelectMany(k => bySession[k]))
        {
            Add(pull, m, m.Shared * session[m.Session]);
        }

        var known = 0.0;
        foreach (var (moved, length) in aside)
        {
            var part = 0.0;
            for (var i = 0; i < rows; i++)
            {
                part += moved[i] * pull[i];
            }

            known -= part * part / length;
        }

        return Math.Sqrt(Math.Max(0, own + shared - known - inverse.Quadratic(pull)));
    }

    private static void Add(double[] sum, WeighedEdge m, double factor)
    {
        if (m.To >= 0)
        {
            sum[m.To] += factor;
        }

        if (m.From >= 0)
        {
            sum[m.From] -= factor;
        }
    }

    private static double Dot(WeighedEdge m, double[] vector) => (m.To >= 0 ? vector[m.To] : 0) - (m.From >= 0 ? vector[m.From] : 0);

    // What everything but the weighing itself says of it: the shift that explains the residuals best.
    private static Estimate Otherwise(WeighedEdge m) =>
        new(Mass.FromGrams(m.Grams - (m.Push / m.Weight)), Math.Sqrt(Math.Max(0, (1 / m.Weight) - m.OwnVariance))) { Step = m.Step };

    private (double Push, double Weight) Raw(WeighedEdge m)
    {
        if (inverse is null || (m.To < 0 && m.From < 0))
        {
            return (0, 0);
        }

        var weight =
            (m.To >= 0 ? inverse.Inverse(m.To, m.To) : 0)
            + (m.From >= 0 ? inverse.Inverse(m.From, m.From) : 0)
            - (m.To >= 0 && m.From >= 0 ? 2 * inverse.Inverse(m.To, m.From) : 0);
        return (Dot(m, multipliers), weight);
    }

    // W_ii = c' M^-1 c with c = Ar V e_i; the session's node of the matrix holds M^-1 Ar g and 1 - g' Ar' M^-1 Ar g already.
    private double Moved(WeighedEdge m)
    {
        if (inverse is null)
        {
            return 0;
        }

        var own = m.OwnVariance * m.OwnVariance * m.Weight;
        if (m.Session < 0)
        {
            return own;
        }

        var cross = (m.To >= 0 ? inverse.Inverse(m.To, m.Session) : 0) - (m.From >= 0 ? inverse.Inverse(m.From, m.Session) : 0);
        var whole = 1 + inverse.Inverse(m.Session, m.Session);
        foreach (var (moved, length) in aside)
        {
            var part = moved[m.Session];
            cross -= Dot(m, moved) * part / length;
            whole -= part * part / length;
        }

        return own + (2 * m.OwnVariance * m.Shared * cross) + (m.Shared * m.Shared * whole);
    }

    private Estimate Reconciled(WeighedEdge m)
    {
        var variance = m.OwnVariance + (m.Shared * m.Shared) - Moved(m);
        return new Estimate(Mass.FromGrams(m.Grams + Adjustment(m)), Math.Sqrt(Math.Max(0, variance))) { Step = m.Step };
    }

    private static Estimate Logged(WeighedEdge m) =>
        new(Mass.FromGrams(m.Grams), Math.Sqrt(m.OwnVariance + (m.Shared * m.Shared))) { Step = m.Step };

    private double? ZScore(WeighedEdge m)
    {
        var moved = Moved(m);
        return moved <= NoCheck * (m.OwnVariance + (m.Shared * m.Shared)) ? null : Adjustment(m) / Math.Sqrt(moved);
    }

    // How far out a weighing is. One that is almost exact beside its room's error hardly moves, yet its shift can be told all the same.
    private double Out(WeighedEdge m) => ZScore(m) ?? -m.Statistic;

    // The matrix Ar D Ar' with one further node for each session, whose row holds Ar g and whose diagonal is -1: taking that node out
    // again gives M = Ar V Ar', yet a room's shared error does not fill the matrix.
    private SparseLdl Factor(int size)
    {
        var diagonal = new double[size];
        var off = Enumerable.Range(0, size).Select(_ => new Dictionary<int, double>()).ToArray();
        Array.Fill(diagonal, -1, rows, size - rows);
        foreach (var m in measured)
        {
            if (m.To >= 0)
            {
                diagonal[m.To] += m.OwnVariance;
                Tie(m.To, m.Session, m.Shared);
            }

            if (m.From >= 0)
            {
                diagonal[m.From] += m.OwnVariance;
                Tie(m.From, m.Session, -m.Shared);
            }

            if (m.To >= 0 && m.From >= 0)
            {
                Tie(m.To, m.From, -m.OwnVariance);
            }
        }

        return SparseLdl.Of(diagonal, off);

        void Tie(int i, int j, double value)
        {
            if (j >= 0)
            {
                off[i][j] = off[i].GetValueOrDefault(j) + value;
                off[j][i] = off[i][j];
            }
        }
    }
}

using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using MathNet.Numerics.LinearAlgebra;
using Xunit;

namespace EarthyTuft.Core.Tests.Ledger;

public class ReconciliationTests
{
    /// <summary>The worked family: one fleece skirted, then part carded and part combed.</summary>
    private sealed class Worked
    {
        private readonly Family family = new();
        private readonly Dictionary<string, Guid> flows = [];

        public Worked(double combIn)
        {
            Flow Named(string name, Flow flow, double grams, double step = 1)
            {
                flows[name] = flow.Id;
                return flow with { Amount = Amount.Weighed, Weighing = Weigh(flow.Id, grams, step) };
            }

            family.Step(StepKind.TakeIn, Named("raw", family.Out("raw", 1), 2000, 5));
            family.Step(
                StepKind.Skirt,
                family.All("raw"),
                Named("skirted", family.Out("skirted", 1), 1755, 5),
                Named("skirtings", Family.Loss(1), 247)
            );
            family.Step(
                StepKind.Card,
                Named("cardIn", family.Part("skirted", 1), 861),
                Named("batts", family.Out("batts", 1), 815),
                Named("cardWaste", Family.Loss(1), 47)
            );
            family.Step(
                StepKind.Comb,
                Named("combIn", family.Part("skirted", 1), combIn) with
                {
                    EmptiesLot = true,
                },
                Named("top", family.Out("top", 1), 672),
                Named("noil", Family.Loss(1), 181),
                Named("combWaste", Family.Loss(1), 36)
            );
        }

        public Reconciliation Reconciled => Reconciliation.Of(family.Entries);

        public ReconciledFlow this[string name] => Reconciled.Flows[flows[name]];

        public Guid Id(string name) => flows[name];

        /// <summary>R = 0.145, uR = 0.005, 0.0005 in the second term, everything independent, s = 1.</summary>
        private static ReferenceWeighing Weigh(Guid id, double m, double step) =>
            new(id, new DateOnly(2026, 5, 14), m, m, (step * step / 12) + Math.Pow(0.0005 * m, 2) + Math.Pow(m * 0.005 / 1.145, 2), 0);
    }

    [Theory]
    [InlineData("raw", 1999, -0.1120)]
    [InlineData("skirted", 1752, -0.4075)]
    [InlineData("skirtings", 247.0, 0.1120)]
    [InlineData("cardIn", 861.9, 0.3190)]
    [InlineData("combIn", 890.1, -0.2745)]
    [InlineData("batts", 814.9, -0.02520)]
    [InlineData("cardWaste", 47.00, -0.02520)]
    [InlineData("top", 673.0, 0.5325)]
    [InlineData("noil", 181.1, 0.5325)]
    [InlineData("combWaste", 36.01, 0.5325)]
    public void Weighings_that_agree_move_a_little(string flow, double x, double z)
    {
        var told = new Worked(891)[flow];
        Assert.Equal(x, told.Reconciled!.Mass.Grams, FourDigits(x));
        Assert.Equal(z, told.ZScore!.Value, FourDigits(z));
    }

    [Theory]
    [InlineData(4.2, 4.1, 0)]
    [InlineData(4.2, 4.2, 0)]
    [InlineData(42, 4.2, 1)]
    [InlineData(4.2, 3.2, 1)]
    public void Of_a_few_grams_nothing_is_named_that_half_a_step_of_the_scale_explains(double plied, double washed, int doubts)
    {
        var family = new Family();
        Flow At(Flow flow, double grams) =>
            flow with
            {
                Amount = Amount.Weighed,
                Weighing = ReferenceWeighing.Of(
                    new Weighing(flow.Id, Mass.FromGrams(grams), WeighingState.Rested, 65, Mass.FromGrams(0.1), new DateOnly(2026, 5, 14)),
                    new Nature(Fibre.Wool, Preparation.Carded, null)
                ),
            };
        family.Step(StepKind.TakeIn, At(family.Out("one", 1), 2.2));
        family.Step(StepKind.TakeIn, At(family.Out("other", 1), 2.1));
        family.Step(StepKind.Ply, family.All("one"), family.All("other"), At(family.Out("plied", 1), plied));
        family.Step(StepKind.Finish, family.All("plied"), At(family.Out("washed", 1), washed));
        var reconciled = Reconciliation.Of(family.Entries);
        Assert.Equal(doubts, reconciled.Doubts.Count);

        // Many weighings together may be surer than the scale; what is told of them is not.
        var told = reconciled.Flows.Values.Select(f => f.Reconciled).OfType<Estimate>().ToArray();
        Assert.NotEmpty(told);
        Assert.All(told, t => Assert.InRange(t.Doubt, 0.05 - 1e-9, double.PositiveInfinity));
        Assert.Contains(told, t => t.Sigma < 0.05);
        Assert.Equal(0.1, family.Settled.Left(family["washed"])!.Estimate.Step);
    }

    [Fact]
    public void A_doubt_is_told_no_smaller_than_half_a_step_and_reckoned_with_as_it_is()
    {
        var sure = new Estimate(Mass.FromGrams(4.25), 0.02) { Step = 0.1 };
        Assert.Equal((0.05, 0.02), (sure.Doubt, sure.Sigma));
        Assert.Equal(0.3, new Estimate(Mass.FromGrams(42), 0.3) { Step = 0.1 }.Doubt);
        Assert.Equal("42 g", new Estimate(Mass.FromGrams(42.4), 0.3) { Step = 5 }.Write(MassUnit.Gram));
        Assert.Equal(0, LinearForm.Nothing.Estimate.Doubt);
    }

    [Fact]
    public void They_agree_as_well_as_chi_squared_says()
    {
        var all = new Worked(891).Reconciled;
        Assert.Empty(all.Doubts);
        Assert.Equal(4, all.Degrees);
        Assert.Equal(0.3934, all.ChiSquared, 0.00005);
        Assert.Equal(10, all.Checkable);
    }

    [Fact]
    public void Exchanged_digits_are_named_and_the_rest_closes_without_them()
    {
        var worked = new Worked(819);
        var all = worked.Reconciled;
        var doubt = Assert.Single(all.Doubts);
        Assert.Equal(worked.Id("combIn"), Assert.Single(doubt.FlowIds));
        Assert.Equal(15.47, doubt.ZScore, 0.005);
        Assert.Equal(889.7, doubt.Likelier.Mass.Grams, 0.05);
        Assert.Equal(SlipKind.DigitsExchanged, doubt.Slip!.Kind);
        Assert.Equal(891, doubt.Slip.Likelier);
        Assert.Equal(3, all.Degrees);
        Assert.Equal(0.3180, all.ChiSquared, 0.00005);
        var told = all.Flows[worked.Id("combIn")];
        Assert.True(told.Excluded);
        Assert.Null(told.ZScore);
        Assert.Equal(819, told.LoggedGrams);
        Assert.Equal(889.7, told.Reconciled!.Mass.Grams, 0.05);
        Assert.Equal(doubt.Likelier.Sigma, told.Reconciled.Sigma, 1e-6);
    }

    [Theory]
    [InlineData(10, 3.29)]
    [InlineData(2000, 4.56)]
    public void The_critical_value_grows_with_the_family(int n, double z) => Assert.Equal(z, Reconciliation.Critical(n), 0.005);

    [Fact]
    public void What_nobody_weighed_is_solved_and_what_nothing_fixes_is_left_open()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 2000));
        var washed = family.Out("washed", null);
        family.Step(StepKind.Wash, family.All("raw"), washed, Family.Gone());
        var dried = family.All("washed");
        family.Step(StepKind.Dry, dried, family.Out("clean", 1200));
        var (one, two) = (family.Out("a", null), family.Out("b", null));
        family.Step(StepKind.Divide, family.All("clean"), one, two);
        var all = Reconciliation.Of(family.Entries);
        Assert.Equal(1200, all.Flows[washed.Id].Reconciled!.Mass.Grams, 1e-9);
        Assert.Equal(1200, all.Flows[dried.Id].Reconciled!.Mass.Grams, 1e-9);
        var gone = family.Entries[1].Flows[2];
        Assert.Equal(800, all.Flows[gone.Id].Reconciled!.Mass.Grams, 1e-9);
        Assert.True(all.Flows[gone.Id].Reconciled!.Sigma > 1);
        Assert.Null(all.Flows[one.Id].Reconciled);
        Assert.Null(all.Flows[two.Id].Reconciled);
        // A single weighing at each end and a loss by difference between them: nothing is checked twice.
        Assert.All(all.Flows.Values, f => Assert.Null(f.ZScore));
        Assert.Equal(0, all.Degrees);
    }

    [Fact]
    public void A_solved_mass_below_nothing_is_flagged()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 1000));
        var gone = Family.Gone();
        family.Step(StepKind.Wash, family.All("raw"), family.Out("clean", 1300), gone);
        var told = Reconciliation.Of(family.Entries).Flows[gone.Id];
        Assert.Equal(-300, told.Reconciled!.Mass.Grams, 1e-9);
        Assert.True(told.BelowNothing);
    }

    [Fact]
    public void Two_lots_in_each_others_bags_are_seen()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 1000));
        // A was 640 and B 360, and the labels changed places.
        family.Step(StepKind.Divide, family.All("raw"), family.Out("A", 360), family.Out("B", 640));
        family.Step(StepKind.Card, family.All("A"), family.Out("A2", 628), Family.Loss(12));
        family.Step(StepKind.Card, family.All("B"), family.Out("B2", 352), Family.Loss(8));
        var all = Reconciliation.Of(family.Entries);
        var doubt = Assert.Single(all.Doubts);
        Assert.Equal(SlipKind.LotsExchanged, doubt.Slip!.Kind);
        Assert.Equal(new HashSet<Guid> { family.Entries[1].Flows[1].Id, family.Entries[1].Flows[2].Id }, doubt.FlowIds.ToHashSet());
    }

    [Fact]
    public void Weighings_that_no_balance_tells_apart_are_named_together()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 2000));
        family.Step(StepKind.Skirt, family.All("raw"), family.Out("skirted", 1750), Family.Loss(150), Family.Loss(600));
        var doubt = Assert.Single(Reconciliation.Of(family.Entries).Doubts);
        Assert.Equal(4, doubt.FlowIds.Count);
    }

    [Fact]
    public void Sparse_and_dense_agree_on_families_of_every_shape()
    {
        var random = new Random(20261123);
        for (var round = 0; round < 60; round++)
        {
            var shop = SimulatedShop.Family(random, 4 + random.Next(24));
            var slipped = round % 2 == 0 ? shop.WithSlip(random) : null;
            var entries = slipped?.Entries ?? shop.Entries;
            var sparse = Reconciliation.Of(entries);
            var dense = Dense.Of(entries, [.. sparse.Flows.Values.Where(f => f.Excluded).Select(f => f.FlowId)]);
            foreach (var (id, told) in sparse.Flows.Where(f => f.Value is { LoggedGrams: not null, Excluded: false }))
            {
                var (x, z) = dense[id];
                Assert.Equal(x, told.Reconciled!.Mass.Grams, 1e-5 * Math.Max(1, Math.Abs(x)));
                Assert.Equal(z is null, told.ZScore is null);
                if (z is not null)
                {
                    Assert.Equal(z.Value, told.ZScore!.Value, 1e-4 * Math.Max(1, Math.Abs(z.Value)));
                }
            }
        }
    }

    private static double FourDigits(double value) => 0.6 * Math.Pow(10, Math.Floor(Math.Log10(Math.Abs(value))) - 3);

    /// <summary>The formulas of docs/craft.md, section 4, written out in full matrices, as an independent check.</summary>
    private static class Dense
    {
        public static Dictionary<Guid, (double X, double? Z)> Of(IReadOnlyCollection<Entry> family, HashSet<Guid> aside)
        {
            var edges = FlowNetwork.Of(family);
            var all = edges.Edges;
            var measured = all.Where(e => e.Flow.Weighing is not null && !aside.Contains(e.Flow.Id)).ToArray();
            var open = all.Except(measured).ToArray();
            var m = Matrix<double>.Build;
            Matrix<double> Columns(FlowNetwork.Edge[] some) =>
                m.Dense(edges.Nodes - 1, Math.Max(1, some.Length), (r, c) =>
                    c >= some.Length ? 0 : (some[c].To == r + 1 ? 1 : 0) - (some[c].From == r + 1 ? 1 : 0)
                );
            var (am, au) = (Columns(measured), Columns(open));
            // A basis of the left null space of Au, and of what remains the independent rows: both from singular value decompositions.
            var left = au.Svd();
            var p = left.U.SubMatrix(0, au.RowCount, left.Rank, au.RowCount - left.Rank).Transpose();
            var ar = p.RowCount == 0 ? m.Dense(1, measured.Length) : p * am;
            var right = ar.Svd();
            var rank = right.S.Count(s => s > 1e-9);
            if (rank == 0)
            {
                return measured.ToDictionary(e => e.Flow.Id, e => (e.Flow.Weighing!.Grams, (double?)null));
            }

            ar = right.VT.SubMatrix(0, rank, 0, measured.Length);
            var y = Vector<double>.Build.DenseOfEnumerable(measured.Select(e => e.Flow.Weighing!.Grams));
            var v = m.Dense(measured.Length, measured.Length, (i, j) =>
            {
                var (a, b) = (measured[i].Flow.Weighing!, measured[j].Flow.Weighing!);
                return (i == j ? a.OwnVariance : 0) + (a.Session == b.Session ? a.Shared * b.Shared : 0);
            });
            var gain = v * ar.Transpose() * (ar * v * ar.Transpose()).Inverse();
            var x = y - (gain * (ar * y));
            var w = gain * ar * v;
            return measured
                .Select((e, i) => (e.Flow.Id, x[i], w[i, i] > 1e-7 * v[i, i] ? (x[i] - y[i]) / Math.Sqrt(w[i, i]) : (double?)null))
                .ToDictionary(t => t.Id, t => (t.Item2, t.Item3));
        }
    }
}

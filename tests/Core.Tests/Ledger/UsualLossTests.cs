using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Combing;
using EarthyTuft.Core.Course;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ginning;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Skirting;
using Xunit;

namespace EarthyTuft.Core.Tests.Ledger;

/// <summary>Nobody weighs the floor: what is told as lost and not weighed, and what is asked about (docs/craft.md, section 4).</summary>
public class UsualLossTests
{
    private static readonly Mass Fleece = Mass.FromGrams(2000);

    private static UsualLoss Skirting(params (LossKind Kind, Mass Mass)[] weighed) =>
        SkirtingStation.Definition.UsualLossOf(null, [], Fleece, [LotForm.Skirted], weighed);

    private static BalanceStatus Judge(double gap, UsualLoss? usual) => Balance.Judge(new Estimate(Mass.FromGrams(gap), 4), false, usual);

    [Theory]
    [InlineData(0, BalanceStatus.Fits)]
    [InlineData(12, BalanceStatus.Fits)]
    [InlineData(13, BalanceStatus.UsualLoss)]
    [InlineData(138, BalanceStatus.UsualLoss)]
    [InlineData(511, BalanceStatus.UsualLoss)]
    [InlineData(513, BalanceStatus.Suspicious)]
    [InlineData(-13, BalanceStatus.Impossible)]
    public void Skirtings_that_nobody_weighed_are_no_question_up_to_what_skirting_takes(double gap, BalanceStatus status) =>
        Assert.Equal(status, Judge(gap, Skirting()));

    [Fact]
    public void What_is_usual_is_told_in_grams()
    {
        var usual = Skirting();
        Assert.Equal(
            (LossKind.Skirtings, 60.0, 500.0, 500.0),
            (usual.Kind, Math.Round(usual.Least.Grams, 6), Math.Round(usual.Most.Grams, 6), Math.Round(usual.Allowance.Grams, 6))
        );
    }

    [Fact]
    public void Where_the_usual_kind_was_weighed_only_the_floor_is_left()
    {
        Assert.Equal(10, Skirting((LossKind.Skirtings, Mass.FromGrams(200))).Allowance.Grams, 1e-9);
        Assert.Equal(BalanceStatus.Suspicious, Judge(100, Skirting((LossKind.Skirtings, Mass.FromGrams(200)))));
    }

    [Theory]
    [InlineData(6, BalanceStatus.UsualLoss)]
    [InlineData(30, BalanceStatus.UsualLoss)]
    [InlineData(50, BalanceStatus.Suspicious)]
    public void Husk_and_leaf_that_fly_about_at_the_gin_are_no_question(double gap, BalanceStatus status) =>
        Assert.Equal(
            status,
            Balance.Judge(
                new Estimate(Mass.FromGrams(gap), 1),
                false,
                GinningStation.Definition.UsualLossOf(
                    null,
                    [],
                    Mass.FromGrams(180),
                    [LotForm.Clean],
                    [(LossKind.SeedAndTrash, Mass.FromGrams(112))]
                )
            )
        );

    [Fact]
    public void Another_kind_that_was_weighed_counts_towards_what_is_usual() =>
        Assert.Equal(420, Skirting((LossKind.DungTags, Mass.FromGrams(80))).Allowance.Grams, 1e-9);

    [Fact]
    public void Top_and_noil_are_held_together_against_what_combing_takes()
    {
        var grams = Mass.FromGrams(200);
        var without = CombingStation.Definition.UsualLossOf(FleeceClass.Long, [], grams, [LotForm.Top], []);
        Assert.Equal((LossKind.Noil, 40.0), (without.Kind, Math.Round(without.Allowance.Grams, 6)));
        var lot = CombingStation.Definition.UsualLossOf(FleeceClass.Long, [], grams, [LotForm.Top, LotForm.Noil], []);
        Assert.Equal((LossKind.SecondCuts, 16.0), (lot.Kind, Math.Round(lot.Allowance.Grams, 6)));
        var loss = CombingStation.Definition.UsualLossOf(FleeceClass.Long, [], grams, [LotForm.Top], [(LossKind.Noil, Mass.FromGrams(25))]);
        Assert.Equal(lot.Allowance.Grams, loss.Allowance.Grams, 1e-9);
    }

    [Fact]
    public void The_own_log_says_what_is_usual_once_it_has_enough()
    {
        double Allowance(params double[] own) =>
            CardingStation.Definition.UsualLossOf(null, own, Mass.FromGrams(1000), [LotForm.Batt], []).Allowance.Grams;
        Assert.Equal(100, Allowance(), 1e-9);
        Assert.Equal(100, Allowance(0.8, 0.8), 1e-9);
        // A shop that loses a fifth every time is not asked about it for ever, and one that loses hardly anything is asked sooner.
        Assert.InRange(Allowance(0.80, 0.81, 0.79, 0.80, 0.82, 0.80), 180, 400);
        Assert.InRange(Allowance([.. Enumerable.Repeat(0.985, 30)]), 5, 60);
    }

    [Fact]
    public void Every_station_has_a_usual_loss_and_at_least_the_floor() => Assert.All(AllStations.InOrder, station =>
        {
            var usual = station.UsualLossOf(null, [], Mass.FromGrams(1000), [station.Gives[0]], []);
            Assert.InRange(usual.Allowance.Grams, 1000 * UsualLoss.Floor, 999);
            Assert.True(usual.Least <= usual.Most);
        });

    [Fact]
    public void A_lost_weight_that_is_usual_moves_no_weighing_and_hides_no_large_slip()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 2000));
        var skirt = family.Step(StepKind.Skirt, family.All("raw"), family.Out("skirted", 1700));
        family.Step(StepKind.Divide, family.All("skirted"), family.Out("a", 900), family.Out("b", 800));
        Entry[] Judged(double most) =>
            [
                .. family.Entries.Select(e =>
                    e.Id == skirt.Id
                        ? e with
                        {
                            Usual = UsualLoss.Of(LossKind.Skirtings, new(1 - (most / 2000), 1), [], Mass.FromGrams(2000), Mass.Zero, false),
                        }
                        : e
                ),
            ];
        var usual = Judged(500);
        Assert.Equal(BalanceStatus.UsualLoss, MassSolver.Of(usual).BalanceAt(skirt.Id).Status);
        var quiet = Reconciliation.Of(usual);
        Assert.Empty(quiet.Doubts);
        Assert.Equal(1700, quiet.Flows[skirt.Flows[1].Id].Reconciled!.Mass.Grams, 5.0);
        // The same 300 g where carding takes a tenth at most are asked about.
        Assert.NotEmpty(Reconciliation.Of(Judged(100)).Doubts);
        Assert.NotEmpty(Reconciliation.Of(family.Entries).Doubts);
    }

    [Fact]
    public void It_stands_in_the_table_of_where_it_went_and_on_the_ribbon()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 2000));
        var skirt = family.Step(StepKind.Skirt, family.All("raw"), family.Out("skirted", 1700));
        Entry[] judged = [.. family.Entries.Select(e => e.Id == skirt.Id ? e with { Usual = Skirting() } : e)];
        var masses = MassSolver.Of(judged);
        var where = Whereabouts.Of(judged, masses, Reconciliation.Of(judged), _ => throw new InvalidOperationException());
        var line = where.Lines.Single(l => l.To == WentTo.LostNotWeighed);
        Assert.Equal((LossKind.Skirtings, 300.0), (line.Loss!.Value, Math.Round(line.Logged!.Mass.Grams, 6)));
        Assert.Equal(0, where.Lines.Single(l => l.To == WentTo.Unaccounted).Logged!.Mass.Grams, 1e-9);
        var strand = Assert.Single(Ribbon.Of(family["skirted"], judged, masses).Strands);
        Assert.Equal((LossKind.Skirtings, 300.0), (strand.NotWeighed!.Value, Math.Round(strand.Grams!.Value, 6)));
    }
}

/// <summary>The scale outranks the book.</summary>
public class BookTests
{
    [Fact]
    public void After_more_was_taken_than_the_book_had_nobody_knows_what_is_left()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 740));
        family.Step(StepKind.Card, family.Part("raw", 860), family.Out("batt", 850));
        Assert.Null(family.Settled.Left(family["raw"]));
        Assert.True(family.Settled.IsOverdrawn(family["raw"]));
        family.Step(StepKind.Recount, new Flow(Guid.CreateVersion7(), FlowRole.Count, Amount.Weighed, family["raw"], Family.Weigh(55)));
        Assert.Equal(55, family.Settled.Left(family["raw"])!.Grams, 1e-9);
        Assert.False(family.Settled.IsOverdrawn(family["raw"]));
    }

    [Fact]
    public void What_turns_up_of_an_emptied_lot_was_not_taken_after_all()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 1000));
        var card = family.Step(StepKind.Card, family.All("raw"), family.Out("batt", 930));
        Assert.Equal(70, family.Settled.BalanceAt(card.Id).Unaccounted!.Mass.Grams, 1e-9);
        var found = family.Step(
            StepKind.Recount,
            new Flow(Guid.CreateVersion7(), FlowRole.Count, Amount.Weighed, family["raw"], Family.Weigh(69))
        );
        var settled = family.Settled;
        Assert.Equal(1, settled.BalanceAt(card.Id).Unaccounted!.Mass.Grams, 1e-9);
        Assert.Equal(69, settled.Left(family["raw"])!.Grams, 1e-9);
        Assert.Equal(BalanceStatus.Fits, settled.BalanceAt(found.Id).Status);
        Assert.Empty(Reconciliation.Of(family.Entries).Doubts);
    }

    [Fact]
    public void A_true_weight_above_the_book_leads_to_the_earlier_slip()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 1500));
        var skirt = family.Step(StepKind.Skirt, family.All("raw"), family.Out("skirted", 741), Family.Loss(80));
        var added = new Entry(Guid.CreateVersion7(), StepKind.Card, [family.Part("skirted", 1412), family.Out("batt", 1400)]);
        var told = Explanations.Of(family.Entries, added, SlipHabits.Unknown);
        Assert.Contains(told, e => e.IsNew);
        var earlier = told.First(e => !e.IsNew);
        Assert.Equal((skirt.Flows[1].Id, skirt.Id, 741.0), (earlier.FlowId, earlier.EntryId, earlier.Logged));
        Assert.Equal(1412, earlier.Likelier, 20.0);
    }

    [Fact]
    public void A_slip_of_the_new_weight_is_told_by_its_digits()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 900));
        family.Step(StepKind.Skirt, family.All("raw"), family.Out("skirted", 817), Family.Loss(83));
        var added = new Entry(Guid.CreateVersion7(), StepKind.Card, [family.Part("skirted", 8170), family.Out("batt", 800)]);
        var first = Explanations.Of(family.Entries, added, SlipHabits.Unknown)[0];
        Assert.Equal((true, SlipKind.TenTimes, 817.0), (first.IsNew, first.Kind!.Value, first.Likelier));
    }

    [Fact]
    public void What_contradicts_nothing_needs_no_explanation()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 900));
        Assert.Empty(
            Explanations.Of(
                family.Entries,
                new Entry(Guid.CreateVersion7(), StepKind.Skirt, [family.Part("raw", 400), family.Out("a", 390)]),
                SlipHabits.Unknown
            )
        );
        var fits = family.Step(StepKind.Skirt, family.All("raw"), family.Out("b", 899));
        Assert.Empty(Explanations.OfGap(family.Entries, family.Settled, Reconciliation.Of(family.Entries), fits.Id, SlipHabits.Unknown));
    }

    [Fact]
    public void A_gap_in_the_log_is_explained_by_its_weighings_and_by_earlier_ones()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 2000));
        var skirt = family.Step(StepKind.Skirt, family.All("raw"), family.Out("skirted", 1000), Family.Loss(120));
        var told = Explanations.OfGap(family.Entries, family.Settled, Reconciliation.Of(family.Entries), skirt.Id, SlipHabits.Unknown);
        Assert.Equal(
            new HashSet<Guid> { family.Entries[0].Flows[0].Id, skirt.Flows[1].Id, skirt.Flows[2].Id },
            [.. told.Select(t => t.FlowId)]
        );
        // Less the little that falls to the floor at any step.
        Assert.Equal(1880 - (2000 * UsualLoss.Floor / 2), told.Single(t => t.FlowId == skirt.Flows[1].Id).Likelier, 1.0);
    }
}

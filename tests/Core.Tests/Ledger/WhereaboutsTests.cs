using EarthyTuft.Core.Ledger;
using Xunit;

namespace EarthyTuft.Core.Tests.Ledger;

public class WhereaboutsTests
{
    [Fact]
    public void Everything_that_came_in_went_somewhere()
    {
        var family = Course();
        var lines = Where(family).Lines;
        double Of(WentTo to) => lines.Where(l => l.To == to).Sum(l => l.Logged!.Mass.Grams);
        Assert.Equal(2000, Of(WentTo.TakenIn), 1e-9);
        Assert.Equal(240, Of(WentTo.Lost), 1e-9);
        Assert.Equal(560, Of(WentTo.LostByDifference), 1e-9);
        Assert.Equal(100, Of(WentTo.Left), 1e-9);
        // 1200 clean, 500 of it carded to 480, 100 given away: 600 should be left, 612 were counted.
        Assert.Equal(12, Of(WentTo.Found), 1e-9);
        Assert.Equal(612 + 480, Of(WentTo.StillThere), 1e-9);
        Assert.Equal(20, Of(WentTo.Unaccounted), 1e-9);
        var sum = lines.Sum(l => l.IsIncoming ? l.Logged!.Mass.Grams : -l.Logged!.Mass.Grams);
        Assert.Equal(0, sum, 1e-9);
        Assert.True(lines[0].IsIncoming);
        Assert.Equal(WentTo.Unaccounted, lines[^1].To);
    }

    [Fact]
    public void What_cannot_be_told_is_said_to_be_unknown()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 1000));
        family.Step(StepKind.Wash, family.All("raw"), family.Out("washed", null), Family.Gone());
        var lines = Where(family).Lines;
        Assert.Null(lines.Single(l => l.To == WentTo.StillThere).Logged);
        Assert.Null(lines.Single(l => l.To == WentTo.LostByDifference).Logged);
        Assert.Null(lines.Single(l => l.To == WentTo.Unaccounted).Logged);
    }

    [Fact]
    public void It_adds_up_whatever_the_family()
    {
        var random = new Random(7);
        for (var i = 0; i < 60; i++)
        {
            var entries = SimulatedShop.Family(random, 3 + random.Next(25)).Entries;
            var lines = Whereabouts.Of(entries, MassSolver.Of(entries), Reconciliation.Of(entries), _ => (LossKind.Other, null)).Lines;
            if (lines.All(l => l.Logged is not null))
            {
                Assert.Equal(0, lines.Sum(l => l.IsIncoming ? l.Logged!.Mass.Grams : -l.Logged!.Mass.Grams), 1e-6);
            }

            if (lines.All(l => l.ReconciledGrams is not null))
            {
                Assert.Equal(0, lines.Sum(l => l.IsIncoming ? l.ReconciledGrams!.Value : -l.ReconciledGrams!.Value), 1e-4);
            }
        }
    }

    [Fact]
    public void Fibre_that_joined_from_other_fleeces_came_from_elsewhere()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("mine", 500));
        family.Step(StepKind.Join, family.All("mine"), family.Part("yours", 300), family.Out("both", 800));
        Assert.Equal(300, Where(family).Lines.Single(l => l.To == WentTo.FromElsewhere).Logged!.Mass.Grams, 1e-9);
    }

    [Fact]
    public void A_recount_spreads_what_was_behind_the_lot_over_what_was_counted()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 1000));
        var half = family.Part("raw", 500);
        family.Step(StepKind.Skirt, half, family.Out("a", 500));
        family.Step(StepKind.Recount, new Flow(Guid.CreateVersion7(), FlowRole.Count, Amount.Weighed, family["raw"], Family.Weigh(400)));
        var quarter = family.Part("raw", 200);
        family.Step(StepKind.Skirt, quarter, family.Out("b", 200));
        var shares = TakenShares.Of(family.Entries, family.Settled);
        Assert.Equal(0.5, shares.Of(half)!.Value, 1e-9);
        Assert.Equal(0.25, shares.Of(quarter)!.Value, 1e-9);
        Assert.Equal(200, family.Settled.Left(family["raw"])!.Grams, 1e-9);
        Assert.Equal(250, new Lineage(family.Entries, family.Settled).Origins(family["b"])[0].RawGrams, 1e-9);
    }

    [Fact]
    public void A_step_that_lacks_an_entry_is_told_from_a_wrong_weighing()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 2000));
        var comb = family.Step(StepKind.Comb, family.Part("raw", 800), family.Out("top", 640), Family.Loss(11));
        var all = Reconciliation.Of(family.Entries);
        var doubt = Assert.Single(all.Doubts);
        Assert.Equal(SlipKind.SomethingNotLogged, doubt.Slip!.Kind);
        Assert.Equal(149, all.Unlogged[comb.Id].Mass.Grams, 0.5e-3);
        // Nothing of what was weighed is made to carry it.
        Assert.All(comb.Flows, f => Assert.Equal(f.Weighing!.Grams, all.Flows[f.Id].Reconciled!.Mass.Grams, 1e-6));
        Assert.Equal(149, Where(family).Lines.Single(l => l.To == WentTo.Unaccounted).ReconciledGrams!.Value, 3.0);
    }

    private static Family Course()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 2000));
        family.Step(StepKind.Skirt, family.All("raw"), family.Out("skirted", 1760), Family.Loss(240));
        family.Step(StepKind.Wash, family.All("skirted"), family.Out("clean", 1200), Family.Gone());
        family.Step(StepKind.Card, family.Part("clean", 500), family.Out("batts", 480));
        family.Step(StepKind.GiveAway, family.Part("clean", 100));
        family.Step(StepKind.Recount, new Flow(Guid.CreateVersion7(), FlowRole.Count, Amount.Weighed, family["clean"], Family.Weigh(612)));
        return family;
    }

    private static Whereabouts Where(Family family) =>
        Whereabouts.Of(family.Entries, family.Settled, Reconciliation.Of(family.Entries), _ => (LossKind.Skirtings, Fate.Compost));
}

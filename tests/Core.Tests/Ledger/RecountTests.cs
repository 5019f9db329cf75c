using CsCheck;
using EarthyTuft.Core.Ledger;
using Xunit;

namespace EarthyTuft.Core.Tests.Ledger;

public class RecountTests
{
    [Fact]
    public void From_a_recount_on_the_lot_holds_what_was_counted()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 1000));
        family.Step(StepKind.Skirt, family.Part("raw", 300), family.Out("a", 300));
        var recount = family.Step(StepKind.Recount, Count(family, "raw", 712));
        var settled = family.Settled;
        Assert.Equal(712, settled.Left(family["raw"])!.Grams, 1e-9);
        Assert.Equal(1000, settled.Made(family["raw"])!.Grams, 1e-9);
        var balance = settled.BalanceAt(recount.Id);
        Assert.Equal((700.0, 712.0, -12.0), (balance.In!.Mass.Grams, balance.Kept!.Mass.Grams, balance.Unaccounted!.Mass.Grams));
    }

    [Fact]
    public void A_lot_that_was_never_weighed_is_known_once_it_is_counted()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 1000));
        family.Step(StepKind.Wash, family.All("raw"), family.Out("washed", null), Family.Gone());
        Assert.Null(family.Settled.Left(family["washed"]));
        var recount = family.Step(StepKind.Recount, Count(family, "washed", 640));
        Assert.Equal(640, family.Settled.Left(family["washed"])!.Grams, 1e-9);
        // What there was before cannot be told, so nothing was found and nothing is missing.
        Assert.Equal(BalanceStatus.Open, family.Settled.BalanceAt(recount.Id).Status);
    }

    [Fact]
    public void An_emptied_lot_was_made_of_what_was_taken_since_the_last_count()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 1000));
        family.Step(StepKind.Recount, Count(family, "raw", 900));
        var rest = family.All("raw");
        family.Step(StepKind.Skirt, rest, family.Out("a", 880), Family.Loss(20));
        Assert.Equal(900, family.Settled.Of(rest)!.Grams, 1e-9);
        Assert.True(family.Settled.IsEmptied(family["raw"]));
        Assert.Equal(0, family.Settled.Left(family["raw"])!.Grams, 1e-9);
    }

    [Fact]
    public void Counting_again_and_again_only_the_last_counts() =>
        Gen.Double[100, 2000]
            .Array[1, 8]
            .Sample(counts =>
            {
                var family = new Family();
                family.Step(StepKind.TakeIn, family.Out("raw", 1000));
                foreach (var grams in counts)
                {
                    family.Step(StepKind.Recount, Count(family, "raw", grams));
                }

                Assert.Equal(counts[^1], family.Settled.Left(family["raw"])!.Grams, 1e-6);
                Assert.Equal(counts.Length + 1, LotStretch.Of(family.Entries).Count);
            });

    [Fact]
    public void Shares_of_what_was_taken_never_pass_the_whole()
    {
        var random = new Random(11);
        for (var i = 0; i < 100; i++)
        {
            var entries = SimulatedShop.Family(random, 3 + random.Next(20)).Entries;
            var shares = TakenShares.Of(entries, MassSolver.Of(entries));
            foreach (var lot in entries.SelectMany(e => e.Flows).Where(f => f.Role == FlowRole.In).GroupBy(f => f.LotId))
            {
                Assert.InRange(lot.Sum(f => shares.Of(f) ?? 0), 0, 1 + 1e-9);
            }
        }
    }

    [Theory]
    [InlineData(StepKind.UseUp)]
    [InlineData(StepKind.GiveAway)]
    [InlineData(StepKind.Sell)]
    [InlineData(StepKind.Discard)]
    [InlineData(StepKind.KeepAsReference)]
    public void What_leaves_has_no_balance_to_fail(StepKind step)
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 1000));
        var gone = family.Step(step, family.Part("raw", 250));
        Assert.True(step.IsLeaving());
        Assert.False(step.HasBalance());
        Assert.Equal(BalanceStatus.Fits, family.Settled.BalanceAt(gone.Id).Status);
        Assert.Equal(750, family.Settled.Left(family["raw"])!.Grams, 1e-9);
    }

    [Fact]
    public void Every_kind_of_step_is_one_thing() =>
        Assert.All(Enum.GetValues<StepKind>(), step =>
            Assert.Equal(
                1,
                (step.HasBalance() ? 1 : 0) + (step.IsLeaving() ? 1 : 0) + (step is StepKind.TakeIn or StepKind.Recount ? 1 : 0)
            )
        );

    private static Flow Count(Family family, string lot, double grams) =>
        new(Guid.CreateVersion7(), FlowRole.Count, Amount.Weighed, family[lot], Family.Weigh(grams));
}

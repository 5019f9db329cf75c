using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Stations;
using Xunit;

namespace EarthyTuft.Core.Tests.Ledger;

/// <summary>A part that nobody weighed: what came of it tells how much it was, and the rest is still there.</summary>
public class PartTests
{
    private static SourceLot Lot(LotForm form, double grams) =>
        new(
            new Lot(Guid.CreateVersion7(), "F-01.3", form, new LotTraits(Fibre.Wool, new(0.5, 0.7), "", "", null, null, Content.Certain)),
            LinearForm.Of(Family.Weigh(grams)!)
        );

    private static Weighing W(double grams, WeighingState state = WeighingState.Rested) =>
        new(Guid.CreateVersion7(), Mass.FromGrams(grams), state, 65, Mass.FromGrams(0.1), new(2026, 5, 14));

    private static StepCommand Spin(SourceLot lot, bool all, double made, WeighingState state = WeighingState.Rested) =>
        new(SpinningStations.Spin, [new(lot, null, all)], [new(LotForm.Singles, W(made, state))], [], []);

    private static StepOutcome WithUsual(StepCommand command)
    {
        var outcome = StepDesk.WeighUp(command, null, Guid.CreateVersion7).Value;
        return StepDesk.WithUsual(command, outcome, null, []);
    }

    [Fact]
    public void Much_less_than_was_taken_is_asked_about_before_it_is_logged()
    {
        var command = Spin(Lot(LotForm.Top, 28), all: true, 5);
        var outcome = WithUsual(command);
        Assert.Equal(BalanceStatus.Suspicious, outcome.Balance.Status);
        Assert.Equal("F-01.3", Assert.Single(TakingRules.RestUnsaid(command.From, outcome.Balance, isPlanned: false)).Code);
        Taking[] said = [command.From[0] with { RestIsSaid = true }];
        Assert.Empty(TakingRules.RestUnsaid(said, outcome.Balance, isPlanned: false));
    }

    [Theory]
    [InlineData(20, true)]
    [InlineData(27.5, false)]
    public void What_is_a_usual_loss_or_not_much_less_is_not_asked(double made, bool suspicious)
    {
        var command = Spin(Lot(LotForm.Top, 28), all: true, made);
        var outcome = WithUsual(command);
        Assert.Equal(suspicious, outcome.Balance.Status == BalanceStatus.Suspicious);
        Assert.Empty(TakingRules.RestUnsaid(command.From, outcome.Balance, isPlanned: false));
    }

    [Fact]
    public void A_part_that_the_scale_weighed_is_asked_about_only_where_it_was_planned()
    {
        var command = new StepCommand(
            SpinningStations.Spin,
            [new(Lot(LotForm.Top, 300), W(150), false)],
            [new(LotForm.Singles, W(40))],
            [],
            []
        );
        var outcome = WithUsual(command);
        Assert.Empty(TakingRules.RestUnsaid(command.From, outcome.Balance, isPlanned: false));
        Assert.Single(TakingRules.RestUnsaid(command.From, outcome.Balance, isPlanned: true));
    }

    [Fact]
    public void The_rest_is_there_and_what_came_tells_the_part()
    {
        var outcome = WithUsual(Spin(Lot(LotForm.Top, 28), all: false, 5));
        Assert.True(outcome.Balance is { IsTakenTold: true, Status: BalanceStatus.Fits });
        var taken = outcome.Balance.In!;
        // What usually goes besides is part of it, and so is its doubt.
        Assert.InRange(taken.Mass.Grams, 5, 5.6);
        Assert.True(taken.Sigma > 0.01);
        Assert.False(outcome.IsContradicted);
    }

    [Fact]
    public void A_part_that_nothing_tells_has_to_be_weighed()
    {
        var damp = StepDesk.WeighUp(Spin(Lot(LotForm.Top, 28), all: false, 5, WeighingState.Damp), null, Guid.CreateVersion7);
        Assert.Equal("not-weighed", Assert.Single(damp.Refusals).Code);
        var two = new StepCommand(
            CardingStation.Definition,
            [new(Lot(LotForm.Clean, 100), null, false), new(Lot(LotForm.Clean, 100), null, false)],
            [new(LotForm.Batt, W(50))],
            [],
            []
        );
        Assert.All(StepDesk.WeighUp(two, null, Guid.CreateVersion7).Refusals, r => Assert.Equal("not-weighed", r.Code));
    }

    [Fact]
    public void More_than_the_lot_had_is_above_the_book_also_where_only_the_product_tells_it()
    {
        var outcome = WithUsual(Spin(Lot(LotForm.Top, 28), all: false, 60));
        Assert.Equal(
            "F-01.3",
            Assert.Single(StepDesk.WeighUp(Spin(Lot(LotForm.Top, 28), false, 60), null, Guid.CreateVersion7).Value.OverBook).Lot.Code
        );
        Assert.True(outcome.IsContradicted);
    }

    [Fact]
    public void Parts_that_nobody_weighed_and_the_rest_that_was_add_up_to_what_was_there()
    {
        var random = new Random(20261203);
        for (var i = 0; i < 200; i++)
        {
            var family = new Family();
            var there = Math.Round(50 + (random.NextDouble() * 900));
            family.Step(StepKind.TakeIn, family.Out("top", there));
            var left = there;
            for (var part = random.Next(1, 5); part > 0 && left > 5; part--)
            {
                var spun = Math.Round(left * random.NextDouble() * 0.6, 1) + 0.1;
                left -= spun;
                family.Step(
                    StepKind.Spin,
                    new Flow(Guid.CreateVersion7(), FlowRole.In, Amount.NotWeighed, family["top"], null),
                    family.Out($"singles {part}", spun)
                );
                Assert.Equal(left, family.Settled.Left(family["top"])!.Grams, 1e-6);
            }

            // Once the rest is weighed as it is used up, the last part is checked by it.
            family.Step(
                StepKind.Spin,
                new Flow(Guid.CreateVersion7(), FlowRole.In, Amount.Whole, family["top"], null, true),
                family.Out("end", left)
            );
            Assert.Equal(0, family.Settled.Left(family["top"])!.Grams, 1e-6);
            Assert.Empty(Reconciliation.Of(family.Entries).Doubts);
        }
    }

    [Fact]
    public void A_waste_beyond_what_is_usual_is_the_first_explanation_of_more_out_than_in()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("clean", 570));
        // 36 g of card waste were written as 86.
        var card = family.Step(StepKind.Card, family.All("clean"), family.Out("batt", 531), Family.Loss(86));
        var usual = new Dictionary<Guid, UsualLoss>
        {
            [card.Id] = CardingStation.Definition.UsualLossOf(
                null,
                [],
                Mass.FromGrams(570),
                [LotForm.Batt],
                [(LossKind.CardWaste, Mass.FromGrams(86))]
            ),
        };
        var told = Explanations.OfGap(
            family.Entries,
            family.Settled,
            Reconciliation.Of(family.Entries),
            card.Id,
            SlipHabits.Unknown,
            usual
        );
        Assert.Equal(card.Flows[2].Id, told[0].FlowId);
    }
}

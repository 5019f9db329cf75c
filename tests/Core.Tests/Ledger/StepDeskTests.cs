using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Combing;
using EarthyTuft.Core.Dehairing;
using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Core.Stations;
using EarthyTuft.Core.Stock;
using EarthyTuft.Core.TakingIn;
using Xunit;

namespace EarthyTuft.Core.Tests.Ledger;

public class StepDeskTests
{
    private static readonly DateTimeOffset Since = new(2026, 11, 3, 14, 20, 0, TimeSpan.Zero);

    private static SourceLot Lot(LotForm form = LotForm.Clean, double? grams = 614, Fibre fibre = Fibre.Wool, bool usedUp = false) =>
        new(
            new Lot(Guid.CreateVersion7(), "H-07.4", form, new LotTraits(fibre, new(0.5, 0.7), "", "", null, null, Content.Certain))
            {
                ChangedAt = Since,
                UsedUpAt = usedUp ? Since : null,
            },
            Family.Weigh(grams) is { } w ? LinearForm.Of(w) : null
        );

    private static Weighing W(double grams, WeighingState state = WeighingState.Rested) =>
        new(Guid.CreateVersion7(), Mass.FromGrams(grams), state, 65, Mass.FromGrams(1), new(2026, 5, 14));

    private static StepCommand Comb(SourceLot lot, double? taken, double made, bool all = false, params Losing[] losses) =>
        new(CombingStation.Definition, [new(lot, taken is { } t ? W(t) : null, all)], [new(LotForm.Top, W(made))], losses, []);

    private static string[] Codes(StepCommand command) =>
        [.. StepDesk.WeighUp(command, null, Guid.CreateVersion7).Refusals.Select(r => r.Code)];

    [Fact]
    public void Weighs_up_a_good_step()
    {
        var outcome = StepDesk
            .WeighUp(Comb(Lot(), null, 500, true, new Losing(LossKind.Noil, Fate.KeptAsLowerGrade, W(112))), null, Guid.CreateVersion7)
            .Value;
        Assert.Equal((BalanceStatus.Fits, Fibre.Wool, 3), (outcome.Balance.Status, outcome.Composition.Main, outcome.Flows.Count));
        Assert.Null(outcome.Slip);
    }

    [Fact]
    public void More_than_the_book_has_is_asked_and_not_refused()
    {
        var outcome = StepDesk.WeighUp(Comb(Lot(), 700, 700), null, Guid.CreateVersion7).Value;
        var over = Assert.Single(outcome.OverBook);
        Assert.Equal(("H-07.4", 614.0, 700.0), (over.Lot.Code, over.Book.Mass.Grams, over.Taken.Mass.Grams));
        Assert.True(outcome.IsContradicted);
        Assert.Equal(BalanceStatus.Fits, outcome.Balance.Status);
    }

    [Fact]
    public void A_taking_within_the_scales_doubt_is_let_through()
    {
        var outcome = StepDesk.WeighUp(Comb(Lot(), 616, 610), null, Guid.CreateVersion7).Value;
        Assert.Empty(outcome.OverBook);
        Assert.False(outcome.IsContradicted);
    }

    [Theory]
    [InlineData(614, true)]
    [InlineData(613.4, true)]
    [InlineData(611, false)]
    [InlineData(900, false)]
    public void A_weighed_part_that_is_all_there_is_leaves_nothing(double grams, bool all) =>
        Assert.Equal(all, TakingRules.AsMeant(new Taking(Lot(), W(grams), false)).All);

    [Fact]
    public void An_unweighed_lot_can_be_taken_from_because_nobody_knows() => Assert.Empty(Codes(Comb(Lot(grams: null), 700, 600)));

    [Fact]
    public void Refuses_what_makes_no_sense()
    {
        Assert.Equal(["used-up"], Codes(Comb(Lot(usedUp: true), null, 500, true)));
        Assert.Equal(["wrong-form"], Codes(Comb(Lot(LotForm.Raw), null, 500, true)));
        Assert.Equal(["not-weighed"], Codes(new(CombingStation.Definition, [new(Lot(), null, false)], [new(LotForm.Top, null)], [], [])));
        Assert.Equal(["empty-lot"], Codes(Comb(Lot(), 0, 500)));
        Assert.Equal(["empty-lot"], Codes(Comb(Lot(), null, 0, true)));
        Assert.Equal(["nothing-taken"], Codes(new(CombingStation.Definition, [], [new(LotForm.Top, null)], [], [])));
        Assert.Equal(["nothing-made"], Codes(new(CombingStation.Definition, [new(Lot(), null, true)], [], [], [])));
        Assert.Equal(["wrong-form"], Codes(new(CombingStation.Definition, [new(Lot(), null, true)], [new(LotForm.Batt, null)], [], [])));
        var lot = Lot();
        Assert.Equal(
            ["twice"],
            Codes(new(CardingStation.Definition, [new(lot, W(10), false), new(lot, W(10), false)], [new(LotForm.Batt, W(20))], [], []))
        );
        Assert.Equal(
            ["unlike-fibres"],
            Codes(
                new(
                    DehairingStation.Definition,
                    [new(Lot(), W(10), false), new(Lot(fibre: Fibre.Silk), W(10), false)],
                    [new(LotForm.Down, W(20))],
                    [],
                    []
                )
            )
        );
    }

    [Fact]
    public void Unlike_fibres_are_blended_where_their_shares_can_be_told()
    {
        StepCommand Blend(SourceLot wool, Weighing? taken) =>
            new(
                CardingStation.Definition,
                [new(wool, taken, taken is null), new(Lot(fibre: Fibre.Silk), W(40), false)],
                [new(LotForm.Batt, W(100))],
                [],
                []
            );
        var blend = StepDesk.WeighUp(Blend(Lot(), W(60)), null, Guid.CreateVersion7).Value;
        Assert.Equal([Fibre.Wool, Fibre.Silk], blend.Composition.Parts.Select(p => p.Fibre));
        Assert.Equal(60 / 1.145 / ((60 / 1.145) + (40 / 1.10)), blend.Composition.Parts[0].Share, 1e-12);
        Assert.Equal(BalanceStatus.Fits, blend.Balance.Status);
        Assert.Equal(["shares-unknown"], Codes(Blend(Lot(grams: null), null)));
        Assert.Equal(
            ["in-the-grease"],
            Codes(
                new(
                    StockStations.Join,
                    [new(Lot(LotForm.Raw), W(10), false), new(Lot(LotForm.Raw, fibre: Fibre.Silk), W(10), false)],
                    [new(LotForm.Raw, W(20))],
                    [],
                    []
                )
            )
        );
    }

    [Fact]
    public void Only_one_loss_is_found_by_difference_and_none_while_drying()
    {
        Losing open = new(LossKind.Noil, null, null);
        Assert.Equal(["one-by-difference"], Codes(Comb(Lot(), null, 500, true, open, open)));
        Assert.Equal(
            ["no-difference-here"],
            Codes(new(DryingStation.Definition, [new(Lot(LotForm.Washed, null), null, true)], [new(LotForm.Clean, W(600))], [open], []))
        );
    }

    [Fact]
    public void Washed_damp_stays_open_until_it_is_dry()
    {
        var outcome = StepDesk
            .WeighUp(
                new(
                    ScouringStation.Definition,
                    [new(Lot(LotForm.Skirted, 919), null, true)],
                    [new(LotForm.Washed, W(1500, WeighingState.Damp))],
                    [new(LossKind.WaxAndSuint, null, null)],
                    []
                ),
                null,
                Guid.CreateVersion7
            )
            .Value;
        Assert.Equal(BalanceStatus.Open, outcome.Balance.Status);
    }

    [Fact]
    public void An_impossible_step_is_an_outcome_with_its_likeliest_slip()
    {
        var outcome = StepDesk.WeighUp(Comb(Lot(grams: 360), null, 546, true), Mass.FromGrams(186), Guid.CreateVersion7).Value;
        Assert.Equal((BalanceStatus.Impossible, SlipKind.UsualBowl), (outcome.Balance.Status, outcome.Slip!.Kind));
    }

    [Theory]
    [InlineData(0, "empty-lot")]
    [InlineData(31_000, "too-heavy")]
    public void The_door_refuses(double grams, string code) =>
        Assert.Equal(
            code,
            TakeInRules
                .Check(new(Mass.FromGrams(grams), Parentage.Unknown, Fibre.Wool, null, new(2026, 5, 14), null))
                .Refusals.Single()
                .Code
        );

    [Fact]
    public void The_door_refuses_a_shearing_to_come_and_a_price_below_nothing() =>
        Assert.Equal(
            ["in-the-future", "out-of-range"],
            TakeInRules
                .Check(new(Mass.FromGrams(900), Parentage.Unknown, Fibre.Wool, new(2026, 6, 1), new(2026, 5, 14), -1))
                .Refusals.Select(r => r.Code)
        );
}

using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Stations;
using Xunit;

namespace EarthyTuft.Core.Tests.Ledger;

public class OtherLotsTests
{
    private static SourceLot Lot(string code, LotForm form, double grams) =>
        new(
            new Lot(Guid.CreateVersion7(), code, form, new LotTraits(Fibre.Wool, new(0.5, 0.7), "", "", null, null, Content.Certain)),
            LinearForm.Of(Family.Weigh(grams)!)
        );

    private static Weighing W(double grams) =>
        new(Guid.CreateVersion7(), Mass.FromGrams(grams), WeighingState.Rested, 65, Mass.FromGrams(1), new(2026, 5, 14));

    private static LotAtHand Hand(string code, double grams) => new(Guid.CreateVersion7(), code, grams, 0.3);

    private static IReadOnlyList<OtherLot> Of(StepCommand command, params LotAtHand[] atHand) =>
        OtherLots.Of(command, StepDesk.WeighUp(command, null, Guid.CreateVersion7).Value, atHand);

    [Fact]
    public void The_bobbin_beside_it_that_was_not_ticked_makes_up_the_gap()
    {
        var command = new StepCommand(
            SpinningStations.Ply,
            [new(Lot("F-01.3", LotForm.Singles, 40), null, true)],
            [new(LotForm.Plied, W(78))],
            [],
            []
        );
        var found = Of(command, Hand("F-01.4", 39), Hand("F-01.5", 21), Hand("G-02.4", 79));
        Assert.Equal([("F-01.4", (int?)null), ("G-02.4", 0)], found.Select(f => (f.Lot.Code, f.Instead)));
    }

    [Fact]
    public void A_neighbour_that_holds_what_the_scale_says_was_meant()
    {
        var command = new StepCommand(
            SpinningStations.Spin,
            [new(Lot("F-01.3", LotForm.Top, 40), W(120), false)],
            [new(LotForm.Singles, W(118))],
            [],
            []
        );
        var found = Of(command, Hand("G-01.3", 120), Hand("F-01.4", 120), Hand("F-01.5", 300), Hand("F-01.6", 60));
        Assert.Equal([("F-01.4", (int?)0), ("G-01.3", 0)], found.Select(f => (f.Lot.Code, f.Instead)));
        Assert.Empty(Of(command with { From = [new(Lot("F-01.3", LotForm.Top, 130), W(120), false)] }, Hand("F-01.4", 120)));
    }

    private static Balance Logged(double had, double made)
    {
        var command = new StepCommand(
            SpinningStations.Spin,
            [new(Lot("F-01.3", LotForm.Top, had), null, true)],
            [new(LotForm.Singles, W(made))],
            [],
            []
        );
        return StepDesk.WeighUp(command, null, Guid.CreateVersion7).Value.Balance;
    }

    private static IReadOnlyList<(string Code, int? Instead)> OfLogged(double had, double made, bool weighed, params LotAtHand[] atHand) =>
        [
            .. OtherLots
                .OfLogged(Logged(had, made), [(Guid.CreateVersion7(), "F-01.3", weighed ? null : had)], atHand)
                .Select(o => (o.Lot.Code, o.Instead)),
        ];

    [Fact]
    public void Of_a_step_that_was_logged_a_lot_that_holds_what_came_of_it_was_meant()
    {
        // More came out than went in: the larger one beside it, or another one as well.
        Assert.Equal(
            [("F-01.6", (int?)null), ("F-01.4", 0)],
            OfLogged(46, 150, false, Hand("F-01.4", 152), Hand("F-01.5", 60), Hand("F-01.6", 105))
        );
        // Much less came out: the smaller one.
        Assert.Equal([("F-01.5", (int?)0)], OfLogged(152, 45.5, false, Hand("F-01.4", 150), Hand("F-01.5", 46)));
        // What was weighed when it was taken is no other lot's weight.
        Assert.Empty(OfLogged(152, 45.5, true, Hand("F-01.5", 46)));
        Assert.Empty(OfLogged(46, 45.5, false, Hand("F-01.4", 152)));
    }

    [Fact]
    public void Only_what_is_alike_in_all_that_is_handed_on_can_stand_in_its_place()
    {
        Lot lot = Lot("F-01.3", LotForm.Top, 40);
        Lot beside = Lot("F-01.4", LotForm.Top, 50);
        Assert.True(Inheritance.IsAlike(lot, beside));
        Assert.True(Inheritance.IsAlike(lot, beside with { Traits = beside.Traits with { StapleMillimetres = 80 } }));
        foreach (
            var other in new[]
            {
                beside with
                {
                    Code = "G-01.4",
                },
                beside with
                {
                    Form = LotForm.Roving,
                },
                beside with
                {
                    Traits = beside.Traits with { Colour = "grey" },
                },
                beside with
                {
                    Traits = beside.Traits with { Animal = "Moss" },
                },
                beside with
                {
                    Traits = beside.Traits with { Composition = Fibre.Alpaca },
                },
            }
        )
        {
            Assert.False(Inheritance.IsAlike(lot, other));
        }
    }
}

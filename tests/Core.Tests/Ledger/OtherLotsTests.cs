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
}

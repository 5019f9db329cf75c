using CsCheck;
using EarthyTuft.Core.Course;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Stations;
using EarthyTuft.Core.Stock;
using Xunit;

namespace EarthyTuft.Core.Tests.Stock;

public class StockTests
{
    private static readonly DateTimeOffset Then = new(2026, 5, 14, 9, 0, 0, TimeSpan.Zero);

    [Fact]
    public void What_leaves_is_taken_from_the_lot()
    {
        var taken = StockDesk
            .WeighUp(new LeavingCommand(StepKind.GiveAway, new Taking(Lot(500), Weigh(120), false), false), Guid.CreateVersion7)
            .Value;
        Assert.Equal((FlowRole.In, Amount.Weighed, false), (taken.Flow.Role, taken.Flow.Amount, taken.Flow.EmptiesLot));
        Assert.Equal(120, taken.Mass!.Grams, 1e-9);
    }

    [Fact]
    public void All_that_is_left_needs_no_scale()
    {
        var taken = StockDesk
            .WeighUp(new LeavingCommand(StepKind.UseUp, new Taking(Lot(500), null, true), false), Guid.CreateVersion7)
            .Value;
        Assert.Equal(500, taken.Mass!.Grams, 1e-9);
        Assert.True(taken.Flow.EmptiesLot);
    }

    [Theory]
    [InlineData(StepKind.Card, 10.0, "wrong-step")]
    [InlineData(StepKind.Sell, 600.0, "above-the-book")]
    [InlineData(StepKind.Discard, 0.0, "empty-lot")]
    public void What_cannot_leave_is_refused(StepKind step, double grams, string code) =>
        Assert.Contains(
            StockDesk.WeighUp(new LeavingCommand(step, new Taking(Lot(500), Weigh(grams), false), false), Guid.CreateVersion7).Refusals,
            r => r.Code == code
        );

    [Theory]
    [InlineData(300.0, false, true)]
    [InlineData(350.0, false, false)]
    [InlineData(350.0, true, true)]
    public void Anything_else_draws_on_the_free_part_and_warns_before_the_reserve(double grams, bool intoReserve, bool passes)
    {
        var lot = Lot(500) with { Reserve = new Reserve(Mass.FromGrams(200), "the christening shawl") };
        var refusals = StockDesk
            .WeighUp(new LeavingCommand(StepKind.UseUp, new Taking(lot, Weigh(grams), false), intoReserve), Guid.CreateVersion7)
            .Refusals;
        Assert.Equal(passes, refusals.Count == 0);
        if (!passes)
        {
            var refusal = Assert.Single(refusals);
            Assert.Equal("reserved", refusal.Code);
            Assert.Contains("50 g into the 200 g", refusal.Reason);
            Assert.Contains("christening shawl", refusal.Reason);
        }
    }

    [Fact]
    public void Taking_all_takes_the_reserve_too_and_says_so() =>
        Assert.Contains(
            StockDesk
                .WeighUp(
                    new LeavingCommand(
                        StepKind.UseUp,
                        new Taking(Lot(500) with { Reserve = new(Mass.FromGrams(200), "x") }, null, true),
                        false
                    ),
                    Guid.CreateVersion7
                )
                .Refusals,
            r => r.Code == "reserved"
        );

    [Fact]
    public void A_step_warns_before_the_reserve_as_well()
    {
        var lot = Lot(500) with { Reserve = new(Mass.FromGrams(450), "a jumper") };
        Result<StepOutcome> Comb(bool into) =>
            StepDesk.WeighUp(
                new StepCommand(
                    AllStations.Of(StepKind.Comb),
                    [new Taking(lot, Weigh(100), false)],
                    [new Giving(LotForm.Top, Weigh(90))],
                    [],
                    [],
                    into
                ),
                null,
                Guid.CreateVersion7
            );
        Assert.Equal("reserved", Assert.Single(Comb(false).Value.Reserved).Code);
        Assert.Empty(Comb(true).Value.Reserved);
    }

    [Theory]
    [InlineData(530.0, -30.0, BalanceStatus.Suspicious)]
    [InlineData(501.0, -1.0, BalanceStatus.Fits)]
    [InlineData(430.0, 70.0, BalanceStatus.Suspicious)]
    public void A_recount_says_what_was_found_or_is_missing(double counted, double gap, BalanceStatus status)
    {
        var told = StockDesk.WeighUp(new RecountCommand(Lot(500), Weigh(counted)), Guid.CreateVersion7).Value;
        Assert.Equal(gap, told.Balance.Unaccounted!.Mass.Grams, 1e-9);
        Assert.Equal(status, told.Balance.Status);
        Assert.Equal(FlowRole.Count, told.Flow.Role);
    }

    [Fact]
    public void A_recount_of_nothing_or_of_damp_fibre_is_refused()
    {
        Assert.Contains(StockDesk.WeighUp(new RecountCommand(Lot(500), Weigh(0)), Guid.CreateVersion7).Refusals, r =>
            r.Code == "empty-lot"
        );
        Assert.Contains(
            StockDesk.WeighUp(new RecountCommand(Lot(500), Weigh(300) with { State = WeighingState.Damp }), Guid.CreateVersion7).Refusals,
            r => r.Code == "damp"
        );
    }

    [Fact]
    public void What_turns_up_of_a_lot_that_was_used_up_can_be_counted() =>
        Assert.Equal(
            60,
            StockDesk.WeighUp(new RecountCommand(Lot(0) with { UsedUpAt = Then }, Weigh(60)), Guid.CreateVersion7).Value.Mass.Grams,
            1e-9
        );

    [Fact]
    public void More_than_the_book_has_leaves_once_somebody_says_that_it_was_there() =>
        Assert.Equal(
            600,
            StockDesk
                .WeighUp(
                    new LeavingCommand(StepKind.Sell, new Taking(Lot(500), Weigh(600), false), false, ItWasThere: true),
                    Guid.CreateVersion7
                )
                .Value.Mass!.Grams,
            1e-9
        );

    [Fact]
    public void A_reserve_is_kept_for_something_and_is_not_more_than_there_is()
    {
        Assert.Equal(
            "more-than-there",
            Assert.Single(StockDesk.Check(new ReserveCommand(Lot(500), Mass.FromGrams(700), "socks")).Refusals).Code
        );
        Assert.Equal("empty", Assert.Single(StockDesk.Check(new ReserveCommand(Lot(500), Mass.FromGrams(100), " ")).Refusals).Code);
        Assert.Equal("socks", StockDesk.Check(new ReserveCommand(Lot(500), Mass.FromGrams(100), " socks ")).Value!.For);
        Assert.Null(StockDesk.Check(new ReserveCommand(Lot(500), Mass.Zero, "")).Value);
    }

    [Fact]
    public void The_reserve_is_touched_exactly_when_less_than_it_would_stay() =>
        Gen.Select(Gen.Double[50, 1000], Gen.Double[1, 1], Gen.Double[0, 1], Gen.Double[0, 1])
            .Sample(
                (there, _, kept, taken) =>
                {
                    var lot = Lot(there) with { Reserve = new(Mass.FromGrams(Math.Max(1, Math.Round(there * kept))), "x") };
                    var grams = Math.Max(1, Math.Round(there * taken));
                    var refused = StockDesk
                        .WeighUp(new LeavingCommand(StepKind.UseUp, new Taking(lot, Weigh(grams), false), false), Guid.CreateVersion7)
                        .Refusals.Any(r => r.Code == "reserved");
                    Assert.Equal(lot.Reserve.Mass.Grams - (there - grams) > 0.5, refused);
                }
            );

    private static SourceLot Lot(double grams) =>
        new(
            new Lot(
                Guid.CreateVersion7(),
                "T-01.4",
                LotForm.Clean,
                new LotTraits(Fibre.Wool, new(0.6, 0.8), "", "", null, null, Content.Certain)
            )
            {
                ChangedAt = Then,
            },
            LinearForm.Of(new ReferenceWeighing(Guid.CreateVersion7(), new DateOnly(2026, 5, 1), grams, grams, 1, 0))
        );

    private static Weighing Weigh(double grams) =>
        new(Guid.CreateVersion7(), Mass.FromGrams(grams), WeighingState.Rested, 65, Mass.FromGrams(1), new DateOnly(2026, 5, 14));
}

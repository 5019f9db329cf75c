using CsCheck;
using EarthyTuft.Core.Course;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Routing;
using EarthyTuft.Core.Stations;
using Xunit;

namespace EarthyTuft.Core.Tests.Course;

/// <summary>Fibres that take a road of their own, and steps that add something.</summary>
public class OtherRoadsTests
{
    private static SourceLot Lot(LotForm form, Fibre fibre, double grams) =>
        new(
            new Lot(Guid.NewGuid(), "Q-01", form, new LotTraits(fibre, new Span(0.33, 0.42), "", "", null, null, Content.Certain)),
            LinearForm.Of(Weigh(grams, new Nature(null, Preparation.Carded, null)))
        );

    private static ReferenceWeighing Weigh(double grams, Nature nature) => ReferenceWeighing.Of(Rested(grams), nature)!;

    private static Weighing Rested(double grams, WeighingState state = WeighingState.Rested) =>
        new(Guid.NewGuid(), Mass.FromGrams(grams), state, 65, Mass.FromGrams(1), new DateOnly(2026, 5, 14));

    [Fact]
    public void Seed_cotton_waits_to_be_ginned_and_silk_caps_to_be_parted()
    {
        Assert.Equal(StepKind.Gin, Waiting.At(LotForm.Raw, null, null, null, Fibre.Cotton));
        Assert.Equal(StepKind.PartCaps, Waiting.At(LotForm.Raw, null, null, null, Fibre.Silk));
        Assert.Equal(StepKind.Skirt, Waiting.At(LotForm.Raw, null, null));
    }

    [Fact]
    public void Wool_is_not_ginned()
    {
        Assert.DoesNotContain(StepKind.Gin, AllStations.Open(LotForm.Raw, Fibre.Wool, null));
        Assert.Contains(StepKind.Gin, AllStations.Open(LotForm.Raw, Fibre.Cotton, null));
        var command = new StepCommand(
            AllStations.Of(StepKind.Gin),
            [new(Lot(LotForm.Raw, Fibre.Wool, 500), null, true)],
            [new(LotForm.Clean, Rested(180))],
            [],
            []
        );
        Assert.Contains(StepDesk.WeighUp(command, null, Guid.CreateVersion7).Refusals, r => r.Code == "wrong-form");
    }

    [Fact]
    public void Ginning_closes_over_lint_seed_and_trash()
    {
        var command = new StepCommand(
            AllStations.Of(StepKind.Gin),
            [new(Lot(LotForm.Raw, Fibre.Cotton, 500), null, true)],
            [new(LotForm.Clean, Rested(185))],
            [new(LossKind.SeedAndTrash, Fate.Sown, Rested(314))],
            []
        );
        Assert.Equal(BalanceStatus.Fits, StepDesk.WeighUp(command, null, Guid.CreateVersion7).Value.Balance.Status);
    }

    public static readonly (StepKind Step, LotForm From, LotForm To, LossKind Loss, Fibre Fibre)[] Roads =
    [
        (StepKind.Gin, LotForm.Raw, LotForm.Clean, LossKind.SeedAndTrash, Fibre.Cotton),
        (StepKind.PartCaps, LotForm.Raw, LotForm.Roving, LossKind.Dust, Fibre.Silk),
        (StepKind.Degum, LotForm.Raw, LotForm.Clean, LossKind.Gum, Fibre.Silk),
        (StepKind.Open, LotForm.Clean, LotForm.Opened, LossKind.VegetableMatter, Fibre.Wool),
        (StepKind.Dehair, LotForm.Opened, LotForm.Down, LossKind.GuardHair, Fibre.Cashmere),
    ];

    [Fact]
    public void On_every_road_what_comes_out_closes_with_what_went_in_and_a_lost_bowl_is_seen() =>
        Gen.Select(Gen.Int[0, Roads.Length - 1], Gen.Double[200, 4000], Gen.Double[0.3, 0.9], Gen.Double[0.4, 1])
            .Sample(
                (road, grams, kept, missing) =>
                {
                    var (step, from, to, loss, fibre) = Roads[road];
                    BalanceStatus After(double lost) =>
                        StepDesk
                            .WeighUp(
                                new StepCommand(
                                    AllStations.Of(step),
                                    [new(Lot(from, fibre, grams), null, true)],
                                    [new(to, Rested(grams * kept))],
                                    [new(loss, null, Rested(lost))],
                                    []
                                ),
                                null,
                                Guid.CreateVersion7
                            )
                            .Value.Balance.Status;
                    Assert.Equal(BalanceStatus.Fits, After(grams * (1 - kept)));
                    // More out than went in cannot be; a good part of it gone is at least looked at.
                    Assert.Equal(BalanceStatus.Impossible, After(grams * (1 - kept) + (grams * 0.5)));
                    Assert.NotEqual(BalanceStatus.Fits, After(grams * Math.Max(0, 1 - kept - (0.25 * missing)) + 1e-3));
                }
            );

    [Fact]
    public void What_was_left_unweighed_is_found_by_difference() =>
        Gen.Select(Gen.Int[0, Roads.Length - 1], Gen.Double[200, 4000], Gen.Double[0.3, 0.95])
            .Sample(
                (road, grams, kept) =>
                {
                    var (step, from, to, loss, fibre) = Roads[road];
                    var balance = StepDesk
                        .WeighUp(
                            new StepCommand(
                                AllStations.Of(step),
                                [new(Lot(from, fibre, grams), null, true)],
                                [new(to, Rested(grams * kept))],
                                [new(loss, null, null)],
                                []
                            ),
                            null,
                            Guid.CreateVersion7
                        )
                        .Value.Balance;
                    Assert.Equal(grams * (1 - kept), balance.ByDifference!.Mass.Grams, 0.5e-6);
                    Assert.Null(balance.Unaccounted);
                }
            );

    [Fact]
    public void Whatever_a_dye_or_a_dressing_adds_is_neither_lost_nor_found() =>
        Gen.Select(Pick.Of(StepKind.Dye, StepKind.Dress), Gen.Double[50, 3000], Gen.Double[0, 15])
            .Sample(
                (step, grams, percent) =>
                {
                    var added = Dressing.Reckon(new(grams, percent)).Value.DressingGrams;
                    var command = new StepCommand(
                        AllStations.Of(step),
                        [new(Lot(LotForm.Clean, Fibre.Wool, grams), null, true)],
                        [new(LotForm.Clean, Rested(grams + added))],
                        [],
                        [new(AllStations.Of(step).UsualGain!.Kind, Rested(added))]
                    );
                    var balance = StepDesk.WeighUp(command, null, Guid.CreateVersion7).Value.Balance;
                    Assert.Equal(BalanceStatus.Fits, balance.Status);
                    Assert.Equal(0, balance.Unaccounted!.Mass.Grams, 0.5e-6);
                }
            );

    [Fact]
    public void A_dressing_is_reckoned_from_the_fibre_and_refused_where_it_makes_no_sense()
    {
        Assert.Equal(0, Dressing.Reckon(new(0, 3)).Value.DressingGrams);
        Assert.All(Dressing.Usual(430), usual =>
            Assert.Equal(Dressing.Reckon(new(430, usual.Percent)).Value.DressingGrams, usual.Grams, 9)
        );
        Assert.Equal(
            [12.5, 12.5, 16.667, 12, 2.5, null, null, null, null, null],
            new[] { "8 : 1", "1:8", "6 to 1", "12 %", "2,5%", "12 g", "1 : 0", "0 %", "much", null }.Select(t =>
                Dressing.ReadPercent(t) is { } percent ? Math.Round(percent, 3) : (double?)null
            )
        );
        foreach (var bad in new DressingInput[] { new(-1, 3), new(400, -3), new(double.NaN, 3), new(400, double.PositiveInfinity) })
        {
            Assert.Equal("out-of-range", Dressing.Reckon(bad).Refusals.Single().Code);
        }
    }

    [Fact]
    public void A_dressing_is_a_gain_in_the_balance()
    {
        var oil = Dressing.Reckon(new(400, 3)).Value.DressingGrams;
        Assert.Equal(12, oil);
        StepCommand With(params Gaining[] gains) =>
            new(
                AllStations.Of(StepKind.Dress),
                [new(Lot(LotForm.Clean, Fibre.Wool, 400), null, true)],
                [new(LotForm.Clean, Rested(412))],
                [],
                gains
            );
        Assert.Equal(
            BalanceStatus.Fits,
            StepDesk.WeighUp(With(new Gaining(GainKind.Dressing, Rested(oil))), null, Guid.CreateVersion7).Value.Balance.Status
        );
        Assert.NotEqual(BalanceStatus.Fits, StepDesk.WeighUp(With(), null, Guid.CreateVersion7).Value.Balance.Status);
    }

    [Fact]
    public void Dyed_fibre_stays_what_it_was()
    {
        var command = new StepCommand(
            AllStations.Of(StepKind.Dye),
            [new(Lot(LotForm.Top, Fibre.Wool, 300), null, true)],
            [new(LotForm.Batt, Rested(304))],
            [],
            []
        );
        Assert.Contains(StepDesk.WeighUp(command, null, Guid.CreateVersion7).Refusals, r => r.Field == "to[0].form");
    }

    [Fact]
    public void A_provisional_weight_counts_with_more_doubt()
    {
        var wool = new Nature(Fibre.Wool, Preparation.Carded, null);
        var rested = ReferenceWeighing.Of(Rested(700), wool)!;
        var provisional = ReferenceWeighing.Of(Rested(700, WeighingState.Provisional), wool)!;
        Assert.Equal(rested.Grams, provisional.Grams, 0.5e-9);
        Assert.Equal(0.03 * 700, Math.Sqrt(provisional.OwnVariance - rested.OwnVariance), 0.5e-6);
    }
}

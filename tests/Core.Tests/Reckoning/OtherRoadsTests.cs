using EarthyTuft.Core.Course;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Opening;
using EarthyTuft.Core.Quantities;
using Xunit;

namespace EarthyTuft.Core.Tests.Reckoning;

/// <summary>Fibres that take a road of their own, and steps that add something.</summary>
public class OtherRoadsTests
{
    private static SourceLot Lot(LotForm form, Fibre fibre, double grams) => new(
        Guid.NewGuid(), "Q-01", form, fibre, new Span(0.33, 0.42), LinearForm.Of(Weigh(grams, new Nature(null, Preparation.Carded, null))), DateTimeOffset.UnixEpoch, false);

    private static ReferenceWeighing Weigh(double grams, Nature nature) => ReferenceWeighing.Of(Rested(grams), nature)!;

    private static Weighing Rested(double grams, WeighingState state = WeighingState.Rested) => new(Guid.NewGuid(), Mass.FromGrams(grams), state, 65, Mass.FromGrams(1), new DateOnly(2026, 5, 14));

    [Fact]
    public void Seed_cotton_waits_to_be_ginned_and_silk_caps_to_be_parted()
    {
        Assert.Equal(StepKind.Gin, Stations.Next(LotForm.Raw, null, null, null, Fibre.Cotton));
        Assert.Equal(StepKind.PartCaps, Stations.Next(LotForm.Raw, null, null, null, Fibre.Silk));
        Assert.Equal(StepKind.Skirt, Stations.Next(LotForm.Raw, null, null));
    }

    [Fact]
    public void Wool_is_not_ginned()
    {
        Assert.DoesNotContain(StepKind.Gin, Stations.Open(LotForm.Raw, Fibre.Wool, null));
        Assert.Contains(StepKind.Gin, Stations.Open(LotForm.Raw, Fibre.Cotton, null));
        var command = new StepCommand(Stations.Of(StepKind.Gin), [new(Lot(LotForm.Raw, Fibre.Wool, 500), null, true)], [new(LotForm.Clean, Rested(180))], [], []);
        Assert.Contains(StepDesk.WeighUp(command, null).Refusals, r => r.Code == "wrong-form");
    }

    [Fact]
    public void Ginning_closes_over_lint_seed_and_trash()
    {
        var command = new StepCommand(
            Stations.Of(StepKind.Gin), [new(Lot(LotForm.Raw, Fibre.Cotton, 500), null, true)], [new(LotForm.Clean, Rested(185))], [new(LossKind.SeedAndTrash, Fate.Sown, Rested(314))], []);
        Assert.Equal(Standing.Fits, StepDesk.WeighUp(command, null).Value.Balance.Standing);
    }

    [Fact]
    public void A_dressing_is_a_gain_in_the_balance()
    {
        var oil = Dressing.Reckon(new(400, 3)).Value.DressingGrams;
        Assert.Equal(12, oil);
        StepCommand With(params Gaining[] gains) => new(
            Stations.Of(StepKind.Dress), [new(Lot(LotForm.Clean, Fibre.Wool, 400), null, true)], [new(LotForm.Clean, Rested(412))], [], gains);
        Assert.Equal(Standing.Fits, StepDesk.WeighUp(With(new Gaining(GainKind.Dressing, Rested(oil))), null).Value.Balance.Standing);
        Assert.NotEqual(Standing.Fits, StepDesk.WeighUp(With(), null).Value.Balance.Standing);
    }

    [Fact]
    public void Dyed_fibre_stays_what_it_was()
    {
        var command = new StepCommand(Stations.Of(StepKind.Dye), [new(Lot(LotForm.Top, Fibre.Wool, 300), null, true)], [new(LotForm.Batt, Rested(304))], [], []);
        Assert.Contains(StepDesk.WeighUp(command, null).Refusals, r => r.Field == "to[0].form");
    }

    [Fact]
    public void A_provisional_weight_counts_with_more_doubt()
    {
        var wool = new Nature(Fibre.Wool, Preparation.Carded, null);
        var rested = ReferenceWeighing.Of(Rested(700), wool)!;
        var provisional = ReferenceWeighing.Of(Rested(700, WeighingState.Provisional), wool)!;
        Assert.Equal(rested.Grams, provisional.Grams, 9);
        Assert.Equal(0.03 * 700, Math.Sqrt(provisional.OwnVariance - rested.OwnVariance), 6);
    }
}

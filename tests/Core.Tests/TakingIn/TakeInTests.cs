using CsCheck;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Routing;
using EarthyTuft.Core.TakingIn;
using Xunit;

namespace EarthyTuft.Core.Tests.TakingIn;

public class TakeInTests
{
    private static readonly DateOnly Day = new(2026, 5, 14);

    private static TakeInCommand Fibre_(LotForm form, double grams = 500, params LabelPart[] parts) =>
        new(Mass.FromGrams(grams), new Parentage([]), Fibre.Wool, null, Day, null) { Form = form, Parts = parts };

    [Fact]
    public void Everything_that_can_come_in_has_a_place_in_the_working_order() => Assert.All(TakeInRules.Forms, form =>
        {
            Assert.False(TakeInRules.Check(Fibre_(form)).IsRefused);
            // Neither where it waits nor how far it has come may be unknown.
            Waiting.At(form, Core.Ledger.StepKind.TakeIn, null);
            Assert.InRange(Waiting.Reached(form, Core.Ledger.StepKind.TakeIn), 0, int.MaxValue);
        });

    [Theory]
    [InlineData(LotForm.Raw, 30_001, true)]
    [InlineData(LotForm.Raw, 30_000, false)]
    [InlineData(LotForm.Top, 30_001, false)]
    [InlineData(LotForm.Top, 100_001, true)]
    [InlineData(LotForm.Top, 0, true)]
    public void A_fleece_and_a_bag_have_their_heaviest(LotForm form, double grams, bool refused) =>
        Assert.Equal(refused, TakeInRules.Check(Fibre_(form, grams)).IsRefused);

    [Fact]
    public void A_label_goes_to_oven_dry_shares_and_back() =>
        Gen.Double[1, 99]
            .Sample(wool =>
            {
                var blend = Composition.OfLabel([new(Fibre.Wool, "Gotland", wool), new(Fibre.Silk, "", 100 - wool)]);
                var label = blend.Label.ToDictionary(p => p.Fibre, p => p.Percent);
                Assert.Equal(wool, label[Fibre.Wool]!.Value, 1e-9);
                Assert.Equal(1, blend.Parts.Sum(p => p.Share), 1e-12);
            });

    [Fact]
    public void The_worked_blend_of_the_handbook_comes_in_by_its_label()
    {
        // Rested at 65 %, not at 50 as in the worked case: shares by the regains at 65.
        var blend = Composition.OfLabel([new(Fibre.Wool, "", 60), new(Fibre.Silk, "", 40)]);
        Assert.Equal(60 / 1.145 / ((60 / 1.145) + (40 / 1.10)), blend.Parts[0].Share, 1e-9);
    }

    [Theory]
    [InlineData(98.9, true)]
    [InlineData(99.2, false)]
    [InlineData(101.2, true)]
    public void Shares_may_be_rounded_and_not_wrong(double sum, bool refused) =>
        Assert.Equal(
            refused,
            TakeInRules.Check(Fibre_(LotForm.Top, 100, new(Fibre.Wool, "", sum - 30), new LabelPart(Fibre.Silk, "", 30))).IsRefused
        );
}

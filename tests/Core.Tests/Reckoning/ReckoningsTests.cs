using EarthyTuft.Core.Course;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Reckoning;
using EarthyTuft.Core.Routing;
using Xunit;

namespace EarthyTuft.Core.Tests.Reckoning;

public class ReckoningsTests
{
    [Fact]
    public void Every_reckoning_says_its_units_formula_and_source() => Assert.All(Reckonings.All, r =>
        {
            Assert.Matches("^[a-z]+(-[a-z]+)*$", r.Name);
            Assert.All([r.Title, r.Formula, r.Source], Assert.NotEmpty);
            Assert.All(r.Input.GetProperties().Concat(r.Output.GetProperties()), p =>
                Assert.NotNull(Attribute.GetCustomAttribute(p, typeof(UnitAttribute)))
            );
        });

    [Fact]
    public void Names_are_unique_and_sections_4_to_11_and_15_are_there() =>
        Assert.Equal(
            [
                "regain",
                "reference-mass",
                "fibres-in-section",
                "finest-singles",
                "bath-mix",
                "bath-settle",
                "bath-cooling",
                "scour-batches",
                "drying",
                "dressing",
                "loads",
                "comb-ends",
                "comb-transfers",
                "blend",
                "draft",
                "twist",
                "twist-angle",
                "turns-for-angle",
                "ply-back",
                "wraps",
                "wraps-to-grist",
                "grist-to-wraps",
                "ply",
                "singles-for",
                "skein",
            ],
            Reckonings.All.Select(r => r.Name).Distinct()
        );

    [Fact]
    public void A_named_reckoning_runs_its_function()
    {
        var regain = Reckonings.All.Single(r => r.Name == "regain");
        Assert.Equal(
            new RegainOutput(14.499999999999998, false).RegainPercent,
            ((RegainOutput)regain.Run(new RegainInput(Fibre.Wool, 65)).Value).RegainPercent,
            0.5e-9
        );
        Assert.True(regain.Run(new RegainInput(Fibre.Flax, 65)).IsRefused);
    }
}

public class StationsTests
{
    [Theory]
    [InlineData(LotForm.Raw, null, StepKind.Skirt)]
    [InlineData(LotForm.Skirted, null, StepKind.Wash)]
    [InlineData(LotForm.Washed, null, StepKind.Dry)]
    [InlineData(LotForm.Clean, null, StepKind.Card)]
    [InlineData(LotForm.Clean, 125.0, StepKind.Card)]
    [InlineData(LotForm.Clean, 126.0, StepKind.Comb)]
    [InlineData(LotForm.Top, 126.0, null)]
    public void A_lot_waits_where_it_usually_goes_next(LotForm form, double? staple, StepKind? step) =>
        Assert.Equal(step, Waiting.At(form, null, staple));

    [Fact]
    public void Every_lot_that_waits_can_be_taken_there() =>
        Assert.All(Enum.GetValues<LotForm>().Where(f => Waiting.At(f, null, 100) is not null), form =>
            Assert.Contains(form, AllStations.Of(Waiting.At(form, null, 100)!.Value).Takes)
        );

    [Fact]
    public void Every_station_has_a_caution_that_defers() =>
        Assert.All(AllStations.InOrder, s => Assert.All([s.Caution.Hazard, s.Caution.Care, s.Caution.DefersTo], Assert.NotEmpty));
}

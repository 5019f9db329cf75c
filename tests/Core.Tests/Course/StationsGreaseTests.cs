using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Opening;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Routing;
using EarthyTuft.Core.Scouring;
using Xunit;

namespace EarthyTuft.Core.Tests.Course;

public class StationsGreaseTests
{
    [Theory]
    [InlineData(LotForm.Raw, Fibre.Wool, "OpenedGreasy, Skirted")]
    [InlineData(LotForm.Skirted, Fibre.Mohair, "OpenedGreasy, Skirted")]
    [InlineData(LotForm.Clean, Fibre.Wool, "Opened, Cloud")]
    [InlineData(LotForm.Raw, Fibre.Cotton, "Opened, Cloud")]
    public void What_is_opened_in_the_grease_stays_in_it(LotForm form, Fibre fibre, string gives) =>
        Assert.Equal(gives, string.Join(", ", OpeningStation.Definition.GivesOf(form, fibre)));

    [Theory]
    [InlineData(LotForm.Down, Fibre.Yak, LotForm.Puni)]
    [InlineData(LotForm.Clean, Fibre.Cotton, LotForm.Puni)]
    [InlineData(LotForm.Clean, Fibre.Wool, LotForm.Batt)]
    public void Short_fine_fibre_is_carded_to_punis(LotForm form, Fibre fibre, LotForm first) =>
        Assert.Equal(first, CardingStation.Definition.GivesOf(form, fibre)[0]);

    [Fact]
    public void Opened_in_the_grease_it_waits_for_the_wash_also_on_a_route_that_opens_first()
    {
        Assert.Equal(StepKind.Wash, Waiting.At(LotForm.OpenedGreasy, StepKind.Open, 80));
        var route = RoutePlan.Read(Aim.WoollenSoft, PreparedAs.Rolags, "Skirt@10 Open@30 Wash@40 Dry@50 Card@80");
        Assert.Equal(StepKind.Wash, Waiting.At(LotForm.OpenedGreasy, StepKind.Open, 80, route));
        Assert.True(LotForm.OpenedGreasy.IsGreasy());
        Assert.False(LotForm.OpenedGreasy.IsPrepared());
    }

    [Theory]
    [InlineData(2.0, null)]
    [InlineData(19.9, null)]
    [InlineData(20.0, StepKind.Card)]
    [InlineData(null, StepKind.Card)]
    public void A_pinch_of_noil_waits_for_no_cards(double? grams, StepKind? next) =>
        Assert.Equal(next, Waiting.At(LotForm.Noil, StepKind.Comb, 80, grams: grams));

    [Theory]
    [InlineData(85, 3)]
    [InlineData(400, 12)]
    [InlineData(5000, 30)]
    public void Where_no_tub_is_said_one_that_fits_is_taken(double grams, double litres) =>
        Assert.Equal(litres, ScourTub.UsualLitres(grams));

    [Theory]
    [InlineData("0001-01-01T00:00:00Z", "out-of-range")]
    [InlineData("1949-12-31T23:59:00Z", "out-of-range")]
    [InlineData("2026-05-16T00:00:01Z", "in-the-future")]
    [InlineData("1950-01-01T00:00:00Z", null)]
    [InlineData("2026-05-14T20:00:00Z", null)]
    public void Work_was_done_within_living_memory_and_not_tomorrow(string at, string? code) =>
        Assert.Equal(
            code,
            WorkTime
                .Check(
                    DateTimeOffset.Parse(at, System.Globalization.CultureInfo.InvariantCulture),
                    new DateTimeOffset(2026, 5, 14, 10, 0, 0, TimeSpan.Zero),
                    "doneAt"
                )
                ?.Code
        );
}

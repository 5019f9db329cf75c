using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Routing;
using Xunit;

namespace EarthyTuft.Core.Tests.Routing;

/// <summary>What is known of a lot is said at the station it stands at: one thing, and only where something speaks against it.</summary>
public class KnownHereTests
{
    private static FleeceFacts Facts(FleeceClass of, double? staple) => new(of, Fibre.Wool, null, staple, null, null, new Judgements());

    private static RoutePlan Plan(PreparedAs preparation, Aim aim, FleeceFacts facts) =>
        RoutePlan.Of(aim, Routes.Of(preparation, facts, aim, new Schools()));

    [Fact]
    public void Down_with_its_hair_is_not_carded_in_silence_and_dehaired_down_is()
    {
        var yak = Facts(FleeceClass.Undercoat, 45);
        Assert.Equal(
            new KnownHere(SpeaksAgainst.NotDehaired, StepKind.Dehair),
            KnownHere.Of(StepKind.Card, LotForm.Clean, StepKind.Dry, yak, Plan(PreparedAs.Punis, Aim.NextToSkin, yak))
        );
        Assert.Null(KnownHere.Of(StepKind.Card, LotForm.Down, StepKind.Dehair, yak, Plan(PreparedAs.Punis, Aim.NextToSkin, yak)));
        Assert.Null(KnownHere.Of(StepKind.Dehair, LotForm.Clean, StepKind.Dry, yak, null));
    }

    [Fact]
    public void A_route_that_says_something_else_first_or_goes_elsewhere_is_named()
    {
        var icelandic = Facts(FleeceClass.Double, 70);
        Assert.Equal(
            (SpeaksAgainst.RouteSaysFirst, StepKind.Dehair),
            KnownHere.Of(StepKind.Card, LotForm.Opened, StepKind.Open, icelandic, Plan(PreparedAs.Rolags, Aim.NextToSkin, icelandic))
                is { } first
                ? (first.What, first.Step!.Value)
                : default
        );
        var gotland = Facts(FleeceClass.Long, 110);
        var top = Plan(PreparedAs.Top, Aim.WorstedHard, gotland);
        Assert.Equal(
            new KnownHere(SpeaksAgainst.RouteGoesElsewhere, StepKind.Comb, Aim.WorstedHard),
            KnownHere.Of(StepKind.Card, LotForm.Clean, StepKind.Dry, gotland, top)
        );
        Assert.Null(KnownHere.Of(StepKind.Comb, LotForm.Clean, StepKind.Dry, gotland, top));
        // Without a route nobody is told where to go.
        Assert.Null(KnownHere.Of(StepKind.Card, LotForm.Clean, StepKind.Dry, gotland, null));
    }

    [Fact]
    public void Lengths_that_no_cards_or_combs_take_are_said_whatever_the_workshop_has()
    {
        Assert.Equal(
            SpeaksAgainst.TooLongForCards,
            KnownHere.Of(StepKind.Card, LotForm.Clean, null, Facts(FleeceClass.Long, 160), null)!.What
        );
        Assert.Null(KnownHere.Of(StepKind.Card, LotForm.Clean, null, Facts(FleeceClass.Long, 125), null));
        Assert.Equal(
            SpeaksAgainst.TooShortForCombs,
            KnownHere.Of(StepKind.Comb, LotForm.Clean, null, Facts(FleeceClass.Fine, 35), null)!.What
        );
        Assert.Null(KnownHere.Of(StepKind.Comb, LotForm.Clean, null, Facts(FleeceClass.Fine, null), null));
    }

    [Theory]
    [InlineData(LotForm.Rolag, Holding.FromTheEnd, Aim.WorstedHard, false)]
    [InlineData(LotForm.Rolag, Holding.FromTheEnd, Aim.WoollenSoft, true)]
    [InlineData(LotForm.Top, Holding.WholeWidth, Aim.WoollenSoft, false)]
    [InlineData(LotForm.Top, Holding.FromTheFold, Aim.WoollenSoft, true)]
    [InlineData(LotForm.Top, Holding.WholeWidth, Aim.Socks, true)]
    [InlineData(LotForm.Batt, Holding.TornAndRolled, Aim.WorstedSoft, false)]
    [InlineData(LotForm.Batt, Holding.Strips, Aim.WorstedSoft, true)]
    public void An_end_that_a_preparation_will_not_give_is_said_where_it_is_spun(LotForm form, Holding held, Aim aim, bool gives) =>
        Assert.Equal(
            gives ? null : new KnownHere(SpeaksAgainst.WillNotGive, null, aim),
            KnownHere.Of(StepKind.Spin, form, null, Facts(FleeceClass.Medium, 90), RoutePlan.Of(aim, form, Fibre.Wool, held))
        );
}

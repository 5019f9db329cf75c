using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Yarns;
using Xunit;

namespace EarthyTuft.Core.Tests.Spinning;

/// <summary>A yarn begins from its fibre and staple.</summary>
public class YarnBeginningTests
{
    [Theory]
    [InlineData(FleeceClass.Plant, 22d, 28, 36, 100, BeginsBy.Plant, 2)]
    [InlineData(FleeceClass.Cashmere, 34d, 28, 32, 100, BeginsBy.Short, 2)]
    [InlineData(FleeceClass.Cashmere, null, 28, 32, 100, BeginsBy.Short, 2)]
    [InlineData(FleeceClass.Angora, 55d, 25, 28, 150, BeginsBy.Fine, 2)]
    [InlineData(FleeceClass.Fine, 70d, 25, 28, 150, BeginsBy.Fine, 3)]
    [InlineData(FleeceClass.Fine, 32d, 28, 32, 100, BeginsBy.Short, 2)]
    [InlineData(FleeceClass.Down, 35d, 28, 32, 100, BeginsBy.Short, 2)]
    [InlineData(FleeceClass.Medium, 110d, 22, 26, 150, BeginsBy.Middling, 2)]
    [InlineData(FleeceClass.Silk, 90d, 22, 26, 150, BeginsBy.Middling, 2)]
    [InlineData(FleeceClass.Long, 210d, 18, 22, 200, BeginsBy.LongLustre, 2)]
    [InlineData(FleeceClass.Mohair, null, 18, 22, 150, BeginsBy.LongLustre, 2)]
    [InlineData(null, null, 22, 28, 150, BeginsBy.Nothing, 2)]
    public void Each_fibre_begins_where_it_is_held(
        FleeceClass? of,
        double? staple,
        double low,
        double high,
        double draw,
        BeginsBy by,
        int plies
    ) => Assert.Equal(new YarnBeginning(new Span(low, high), draw, by, plies), YarnBeginning.Of(of, staple));

    [Fact]
    public void Short_staple_is_told_the_turns_that_hold_it_and_which_they_are()
    {
        Assert.Equal(316, Math.Round(YarnBeginning.LeastTurns(20, 90, Firmness.Usual)));
        Assert.Equal(
            (253, 422),
            (Math.Round(YarnBeginning.LeastTurns(20, 90, Firmness.Soft)), Math.Round(YarnBeginning.LeastTurns(20, 90, Firmness.Hard)))
        );
        YarnAim Aim(double degrees, double staple, Firmness firmness = Firmness.Usual) =>
            YarnAim
                .Of(
                    new YarnWish(20, degrees, 2) { Figures = YarnFigures.TypicalOf(Fibre.Cotton, LotForm.Puni), Firmness = firmness },
                    new SpunFibre(staple, null, null),
                    null
                )
                .Value;
        var held = Aim(20, 22);
        Assert.True(held.HoldsByTurns);
        Assert.Equal(YarnBeginning.LeastTurns(22, held.SinglesTex, Firmness.Usual), held.SinglesTurns, 9);
        Assert.True(Aim(20, 22, Firmness.Hard).SinglesTurns > held.SinglesTurns);
        // Steep enough, balance asks for more than that.
        var balanced = Aim(36, 120);
        Assert.False(balanced.HoldsByTurns);
        Assert.Equal(Twisting.TurnsFor(Wraps.Diameter(balanced.SinglesWraps), 36), balanced.SinglesTurns, 9);
    }

    [Fact]
    public void A_mark_on_a_dial_of_which_no_ratio_is_known_is_told_its_count_by_the_first_ply_back()
    {
        var wish = new YarnWish(14, 25, 2);
        var aim = YarnAim.Of(wish, SpunFibre.Unknown, null).Value;
        Assert.Null(aim.Treadles);
        var far = TrialAdvice.Of(wish, aim, new YarnTrial(aim.PlyBackWraps, 0.5, 15, 4, 100)).Value;
        Assert.Equal(Twisting.Factor(15, 25), far.Treadles!.Value / 4d * 100 / far.DrawMillimetres!.Value, 9);
        Assert.True(far.Treadles > 4);
        Assert.Null(TrialAdvice.Of(wish, aim, new YarnTrial(aim.PlyBackWraps, 0.5, 15, null, null)).Value.Treadles);
    }

    [Fact]
    public void A_reading_within_what_suits_the_fibre_is_near_enough()
    {
        var cotton = YarnBeginning.Of(FleeceClass.Plant, 22);
        var wish = new YarnWish(20, cotton.Degrees.Middle, 2) { Suits = cotton.Degrees };
        var aim = YarnAim.Of(wish, SpunFibre.Unknown, null).Value;
        AgainstAim? Twist(double degrees, YarnWish of) =>
            TrialAdvice.Of(of, aim, new YarnTrial(aim.PlyBackWraps, 0.5, degrees, 4, 100)).Value.Twist;
        Assert.Equal(AgainstAim.There, Twist(35, wish));
        Assert.Equal((AgainstAim.There, AgainstAim.There), (Twist(25, wish), Twist(39, wish)));
        Assert.Equal((AgainstAim.Below, AgainstAim.Above), (Twist(24.5, wish), Twist(39.5, wish)));
        // Whoever asks for an angle means it.
        Assert.Equal(AgainstAim.Above, Twist(36, wish with { Suits = null }));
    }
}

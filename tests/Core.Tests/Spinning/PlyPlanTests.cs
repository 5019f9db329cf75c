using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Yarns;
using Xunit;

namespace EarthyTuft.Core.Tests.Spinning;

/// <summary>Which way round strands are plied, in how many steps, and what stays on the bobbins.</summary>
public class PlyPlanTests
{
    private static PlyStrand Strand(string code, double? metres, TwistDirection direction = TwistDirection.Z, bool isPlied = false) =>
        new(Guid.NewGuid(), code, Fibre.Wool, isPlied ? 120 : 60, metres, direction, isPlied);

    private static PlyPlan Cable(params PlyStrand[] of) =>
        new(YarnStructure.Cable, 4, 28, 12, PlyPlan.Last(YarnStructure.Cable, of), null, PlyFrom.Bobbins, of, 4);

    private static PlyPlan Plain(int strands, params PlyStrand[] of) =>
        new(YarnStructure.Plain, strands, 25, 15, PlyPlan.Last(YarnStructure.Plain, of), null, PlyFrom.Bobbins, of, 4);

    [Fact]
    public void A_cable_of_singles_is_plied_against_them_and_cabled_the_way_they_were_spun()
    {
        var plan = Cable(Strand("A-01", 200), Strand("B-01", 180), Strand("C-01", 220), Strand("D-01", 210));
        Assert.True(plan.IsPliedTwice);
        Assert.Equal(TwistDirection.Z, plan.Direction);
        Assert.False(plan.GoesTheWrongWay);
        Assert.True((plan with { Direction = TwistDirection.S }).GoesTheWrongWay);
        Assert.Equal(
            [
                [0, 1],
                [2, 3],
            ],
            plan.TwoPlies!
        );
        // Four strands of 12 WPI are two-plies of 17: so many turns balance them at 28°, and the cabling takes some away.
        var balanced = Twisting.TurnsFor(Wraps.Diameter(12 * Math.Sqrt(2)), 28);
        Assert.Equal(PlyPlan.CableTwist * balanced, plan.FirstTurns!.Value, 9);
        Assert.InRange(plan.FirstTurns.Value / balanced, 1.5, 2);
        var forecast = plan.Forecast()!;
        Assert.Equal(("B-01", 180 / 1.04), (forecast.Scarcest!, forecast.Metres));
        Assert.Equal([20, 0, 40, 30], forecast.Left.Select(l => l.Metres));
    }

    /// <summary>A cable of five fibres: two of them are in one two-ply, and three do not go.</summary>
    [Fact]
    public void Two_lots_lie_in_both_two_plies_and_three_are_shared_out()
    {
        var two = Cable(Strand("A-01", 200), Strand("B-01", 180));
        Assert.Equal(
            [
                [0, 1],
                [0, 1],
            ],
            two.TwoPlies!
        );
        Assert.Equal((90 / 1.04, "B-01"), (two.Forecast()!.Metres, two.Forecast()!.Scarcest!));
        var three = Cable(Strand("A-01", 200), Strand("B-01", 180), Strand("C-01", 220));
        Assert.Null(three.TwoPlies);
        Assert.Equal(600 / 4 / 1.04, three.Forecast()!.Metres, 9);
        Assert.Equal(
            ["lotIds out-of-range"],
            PlyPlan.Check(Cable([.. "ABCDE".Select(c => Strand($"{c}-01", 100))])).Refusals.Select(r => $"{r.Field} {r.Code}")
        );
    }

    [Fact]
    public void Two_plies_that_lie_ready_are_cabled_against_their_own_twist()
    {
        var plan = Cable(Strand("P-01", 90, TwistDirection.S, isPlied: true), Strand("P-02", 84, TwistDirection.S, isPlied: true));
        Assert.False(plan.IsPliedTwice);
        Assert.Null(plan.FirstTurns);
        Assert.Equal(TwistDirection.Z, plan.Direction);
        Assert.False(plan.GoesTheWrongWay);
        Assert.Equal(84 / 1.04, plan.Forecast()!.Metres, 9);
        Assert.Equal([6, 0], plan.Forecast()!.Left.Select(l => l.Metres));
    }

    [Fact]
    public void Strands_of_unlike_twist_are_named_whichever_way_they_are_plied()
    {
        var plan = Plain(2, Strand("A-01", 100), Strand("B-01", 100, TwistDirection.S));
        Assert.True(plan.IsOfUnlikeTwist);
        Assert.True((plan with { Direction = plan.Direction.Other() }).IsOfUnlikeTwist);
        Assert.False(Plain(2, Strand("A-01", 100), Strand("B-01", 100)).IsOfUnlikeTwist);
        Assert.Equal(TwistDirection.Z, Plain(2, Strand("A-01", 100, TwistDirection.S)).Direction);
    }

    /// <summary>Two bobbins of 897 and 732 m.</summary>
    [Fact]
    public void What_stays_on_the_longer_bobbin_is_told_in_metres_grams_and_chain_ply()
    {
        var forecast = Plain(2, Strand("A-01", 897), Strand("B-01", 732)).Forecast()!;
        Assert.Equal((732 / 1.04, "B-01"), (forecast.Metres, forecast.Scarcest!));
        Assert.Equal([new PlyLeft(165, 165 * 0.06, 55 / 1.04), new PlyLeft(0, 0, 0)], forecast.Left);
        // Two bobbins for four plies lie in it twice each.
        Assert.Equal(366 / 1.04, Plain(4, Strand("A-01", 897), Strand("B-01", 732)).Forecast()!.Metres, 9);
        // For three they are wound off into equal lengths.
        var three = Plain(3, Strand("A-01", 897), Strand("B-01", 732)).Forecast()!;
        Assert.Equal(1629 / 3.0 / 1.04, three.Metres, 9);
        Assert.All(three.Left, l => Assert.Equal(0, l.Metres));
    }

    [Theory]
    [InlineData(23, AgainstAim.Below)]
    [InlineData(25.5, AgainstAim.There)]
    [InlineData(35, AgainstAim.There)]
    [InlineData(38.9, AgainstAim.There)]
    [InlineData(40, AgainstAim.Above)]
    public void An_angle_read_while_plying_is_held_against_all_that_suit_the_fibre(double read, AgainstAim stands)
    {
        // Cotton: anything from 28 to 36 degrees is right, give or take three.
        var plan = new PlyPlan(YarnStructure.Plain, 2, 32, 30, TwistDirection.S, null, PlyFrom.Bobbins, [], 3) { Suits = new Span(28, 36) };
        Assert.Equal(stands, plan.Correct(new PlyAngleRead(read, null, null)).Stands);
        Assert.NotEqual(AgainstAim.There, (plan with { Suits = null }).Correct(new PlyAngleRead(37, null, null)).Stands);
    }
}

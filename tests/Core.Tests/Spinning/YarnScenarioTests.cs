using EarthyTuft.Core.Spinning;
using Xunit;

namespace EarthyTuft.Core.Tests.Spinning;

/// <summary>Yarns from the craft, each with what is to be said of it.</summary>
public class YarnScenarioTests
{
    private static readonly SpunFibre Cotton = new(25, 14, 1.52), Wool = new(90, 28, 1.31);

    /// <summary>Name, yarn, fibre, tool, the ply-back that was read, and what is said of it: thickness, percent too thick, twist, treadles or turns for the next draw.</summary>
    public static TheoryData<string, YarnWish, SpunFibre, SpunOn, YarnTrial, AgainstAim, double, AgainstAim?, int?> PlyBacks => new()
    {
        { "cotton singles, too little twist for so short a staple", new YarnWish(30, 35, 1) { FinishedDensity = 0.2, BloomPercent = 2, ExtraTurnsPercent = 20 }, Cotton, new SpunOn(25, 200), new YarnTrial(21.5, 0.5, 22, 2, 200), AgainstAim.There, 0.6, AgainstAim.Below, 3 },
        { "three-ply socks spun as for two: too thick after the first ply-back", new YarnWish(16, 30, 3) { BloomPercent = 0 }, Wool, new SpunOn(11, 150), new YarnTrial(16, 0.5, 30, 3, 150), AgainstAim.Below, 22.5, AgainstAim.There, 4 },
        { "a beginner’s spindle yarn: thick and soft", new YarnWish(8, 18, 2), Wool, new SpunOn(1, 600, SpunOn.MostOf(SpunBy.Turns), SpunBy.Turns), new YarnTrial(5.5, 0.5, 12, 60, 600), AgainstAim.Below, 60, AgainstAim.Below, 147 },
        { "lumps that are wanted: only the angle counts", new YarnWish(7, 20, 1, Tolerance: YarnTolerance.Lumps), Wool, new SpunOn(6, 200), new YarnTrial(11, 2, 20, 2, 200), AgainstAim.There, -50.5, AgainstAim.There, 2 },
    };

    [Theory]
    [MemberData(nameof(PlyBacks))]
    public void A_ply_back_is_told_what_it_lacks(string name, YarnWish wish, SpunFibre fibre, SpunOn on, YarnTrial read, AgainstAim thickness, double percent, AgainstAim? twist, int? next)
    {
        Assert.NotEmpty(name);
        var advice = TrialAdvice.Of(wish, YarnAim.Of(wish, fibre, on).Value, read).Value;
        Assert.Equal((thickness, percent, twist, next), (advice.Thickness, Math.Round(advice.ThicknessPercent, 1), advice.Twist, advice.Treadles));
    }

    [Fact]
    public void Cotton_holds_by_its_turns_and_a_gap_in_the_loop_asks_for_more()
    {
        var aim = YarnAim.Of(new YarnWish(30, 35, 1) { FinishedDensity = 0.2, BloomPercent = 2, ExtraTurnsPercent = 20 }, Cotton, new SpunOn(25, 200)).Value;
        Assert.Equal((CanBeSpun.Possible, 346, 3), (aim.Verdict, Math.Round(aim.SinglesTurns), aim.Treadles!.Value));
        // Weaving singles: no advice about plies.
        Assert.Null(aim.PlyTurns);
        Assert.Equal(FaultCheck.MoreTwist, Faults.Of(YarnFault.OpenLoop, new FaultFacts(25, null, null, false, false, false))[0]);
    }

    [Fact]
    public void The_same_singles_are_told_in_three_structures_before_a_bobbin_is_committed()
    {
        // A blend from the fold, its ply-back of two at 20 WPI, wool's bloom.
        var becomes = YarnBecomes.All(20, 10);
        Assert.Equal([(1, 25.7), (2, 18.2), (3, 14.8), (3, 14.8), (4, 12.9)], becomes.Select(b => (b.Strands, Math.Round(b.WrapsPerInch, 1))));
        Assert.Equal([YarnStructure.Plain, YarnStructure.Plain, YarnStructure.Plain, YarnStructure.Chain, YarnStructure.Cable], becomes.Select(b => b.Structure));
    }

    [Fact]
    public void Of_a_series_only_what_could_be_measured_is_told()
    {
        YarnTrial Read(double wraps, double? degrees, double doubt = 0.5) => new(wraps, doubt, degrees, null, null);
        Assert.True(PlyBackDifference.Of(Read(12, 20), Read(13, 26)).IsNone);
        Assert.Equal(new PlyBackDifference(2, null), PlyBackDifference.Of(Read(12, 20), Read(14, null)));
        Assert.Equal(new PlyBackDifference(null, -9), PlyBackDifference.Of(Read(12, 29), Read(12, 20)));
        // Read over a range, the same two wraps say nothing.
        Assert.True(PlyBackDifference.Of(Read(12, null, 1.5), Read(14, null)).IsNone);
    }

    [Fact]
    public void A_spindle_counts_its_turns_for_each_arms_length()
    {
        var aim = YarnAim.Of(new YarnWish(8, 18, 2), Wool, new SpunOn(1, 600, SpunOn.MostOf(SpunBy.Turns), SpunBy.Turns)).Value;
        Assert.Equal((CanBeSpun.Possible, 41), (aim.Verdict, aim.Treadles!.Value));
        Assert.Equal(41 / aim.SinglesTurns * 1000, aim.DrawMillimetres!.Value, 9);
    }
}

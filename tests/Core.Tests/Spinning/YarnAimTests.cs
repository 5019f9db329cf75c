using CsCheck;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Yarns;
using Xunit;

namespace EarthyTuft.Core.Tests.Spinning;

/// <summary>What to spin for a yarn, and what a ply-back says about the next one.</summary>
public class YarnAimTests
{
    private static readonly YarnWish TwoPly = new(14.15, 28, 2);
    private static readonly SpunFibre Medium = new(90, 28, 1.31);

    private static YarnAim Aim(YarnWish wish, SpunFibre? fibre = null, SpunOn? on = null) =>
        YarnAim.Of(wish, fibre ?? SpunFibre.Unknown, on).Value;

    [Fact]
    public void A_two_ply_asks_for_the_singles_of_the_craft_page()
    {
        var aim = Aim(TwoPly, Medium, new SpunOn(11, 150));
        Assert.Equal((278, 135, 30), (Math.Round(aim.Tex), Math.Round(aim.SinglesTex), Math.Round(aim.SinglesWraps)));
        Assert.Equal((200, 94), (Math.Round(aim.SinglesTurns), Math.Round(aim.PlyTurns!.Value)));
        Assert.Equal(14.15 * 1.1, aim.PlyBackWraps, 1e-9);
        Assert.Equal((3, 165), (aim.Treadles, Math.Round(aim.DrawMillimetres!.Value)));
        Assert.Equal((CanBeSpun.Possible, 168), (aim.Verdict, Math.Round(aim.Fibres!.Value)));
    }

    [Fact]
    public void A_three_ply_of_16_reads_19_6_and_a_chain_is_three()
    {
        var unchanged = YarnFigures.Typical with { BloomPercent = 0 };
        Assert.Equal(19.6, Math.Round(unchanged.FreshWraps(unchanged.SinglesTexForWashed(16, 3), 2), 1));
        Assert.Equal(
            Aim(TwoPly with { Plies = 3 }),
            Aim(TwoPly with { Plies = 1, Structure = YarnStructure.Chain }) with
            {
                Obstacles = Aim(TwoPly with { Plies = 3 }).Obstacles,
            }
        );
        Assert.Equal(4, (TwoPly with { Structure = YarnStructure.Cable }).Strands);
    }

    [Fact]
    public void Singles_for_weaving_have_no_ply()
    {
        var aim = Aim(TwoPly with { Plies = 1 });
        Assert.Null(aim.PlyTurns);
        Assert.Equal(aim.Tex, aim.SinglesTex, 1e-9);
    }

    // Seven scenarios with what is expected of each: fibre, yarn, tool, and the worst of what is against it.
    public static TheoryData<string, SpunFibre, YarnWish, SpunOn?, CanBeSpun, AgainstYarn?> Scenarios =>
        new()
        {
            { "medium wool, an ordinary two-ply", Medium, TwoPly, new SpunOn(11, 150), CanBeSpun.Possible, null },
            { "coarse wool, lace", new SpunFibre(180, 38, 1.31), new YarnWish(36, 28, 2), null, CanBeSpun.Not, AgainstYarn.FewFibres },
            {
                "coarse wool, near its edge",
                new SpunFibre(180, 38, 1.31),
                new YarnWish(21, 28, 2),
                null,
                CanBeSpun.Hard,
                AgainstYarn.FewFibres
            },
            {
                "cotton on a slow wheel, a long draw",
                new SpunFibre(25, 14, 1.52),
                new YarnWish(30, 32, 2) { Figures = YarnFigures.Typical with { FinishedDensity = 0.2 } },
                new SpunOn(6, 600),
                CanBeSpun.Not,
                AgainstYarn.ManyTreadles
            },
            {
                "the same on a fast whorl",
                new SpunFibre(25, 14, 1.52),
                new YarnWish(30, 32, 2) { Figures = YarnFigures.Typical with { FinishedDensity = 0.2 } },
                new SpunOn(25, 300),
                CanBeSpun.Possible,
                null
            },
            {
                "fine down, a thick soft singles",
                new SpunFibre(30, 16, 1.31),
                new YarnWish(5, 15, 1),
                null,
                CanBeSpun.Hard,
                AgainstYarn.FewTurns
            },
            { "a rope", Medium, TwoPly with { Degrees = 55 }, null, CanBeSpun.Hard, AgainstYarn.SteepAngle },
        };

    [Theory]
    [MemberData(nameof(Scenarios))]
    public void What_cannot_be_done_is_said_with_what_would_make_it_possible(
        string name,
        SpunFibre fibre,
        YarnWish wish,
        SpunOn? on,
        CanBeSpun verdict,
        AgainstYarn? against
    )
    {
        Assert.NotEmpty(name);
        var aim = Aim(wish, fibre, on);
        Assert.Equal((verdict, against), (aim.Verdict, aim.Obstacles.Count == 0 ? null : aim.Obstacles[0].What));
        foreach (var obstacle in aim.Obstacles)
        {
            var instead = Aim(
                wish with
                {
                    WrapsPerInch = obstacle.WrapsPerInch ?? wish.WrapsPerInch,
                },
                fibre,
                on is null ? null : on with { Ratio = obstacle.Ratio ?? on.Ratio }
            );
            var shorter = Aim(
                wish,
                fibre,
                on is null ? null : on with { DrawMillimetres = obstacle.DrawMillimetres ?? on.DrawMillimetres }
            );
            // What is proposed lies just at the bound, which a figure's last digit can fall on either side of.
            bool Stays(YarnAim of) =>
                of.Obstacles.Any(o =>
                    o.What == obstacle.What && Math.Abs(o.Has / (o.What == AgainstYarn.FewFibres ? YarnAim.EasyFibres : o.Bound) - 1) > 1e-9
                );
            Assert.False(obstacle.What != AgainstYarn.SteepAngle && Stays(instead), "What is proposed instead is no better.");
            Assert.False(obstacle.DrawMillimetres is not null && Stays(shorter), "The shorter draw is no better.");
        }
    }

    [Fact]
    public void Treadles_are_whole_and_with_their_draw_make_the_turns() =>
        Gen.Select(Gen.Double[5, 40], Gen.Double[10, 45], Gen.Double[4, 30], Gen.Double[80, 900])
            .Sample(
                (wraps, degrees, ratio, draw) =>
                {
                    var aim = Aim(new YarnWish(wraps, degrees, 2), on: new SpunOn(ratio, draw));
                    Assert.Equal(
                        aim.SinglesTurns,
                        aim.Treadles!.Value * ratio / aim.DrawMillimetres!.Value * 1000,
                        1e-6 * aim.SinglesTurns
                    );
                }
            );

    [Fact]
    public void A_ply_back_says_which_way_and_by_how_much()
    {
        var aim = Aim(TwoPly, on: new SpunOn(11, 150));
        var thick = TrialAdvice.Of(TwoPly, aim, new YarnTrial(12, 0.5, 18, 3, 150)).Value;
        Assert.Equal((AgainstAim.Below, AgainstAim.Below, false), (thick.Thickness, thick.Twist, thick.IsThere));
        Assert.Equal(
            (30, 1.64, 0.59),
            (Math.Round(thick.ThicknessPercent), Math.Round(thick.TwistFactor!.Value, 2), Math.Round(thick.FeedFactor, 2))
        );
        // Turns for the angle and for the thinner yarn together, in whole treadles: 3 x 1.636 x 1.302 = 6.39.
        Assert.Equal((6, 141), (thick.Treadles, Math.Round(thick.DrawMillimetres!.Value)));

        Assert.True(TrialAdvice.Of(TwoPly, aim, new YarnTrial(15, 0.5, 26, 3, 150)).Value.IsThere);
        Assert.Equal(AgainstAim.Above, TrialAdvice.Of(TwoPly, aim, new YarnTrial(18, 0.5, 36, null, null)).Value.Thickness);
        // Read as 12 to 16 nobody can say that it is too thick, read as 13 to 14.5 one can.
        Assert.Equal(AgainstAim.There, TrialAdvice.Of(TwoPly, aim, new YarnTrial(14, 2, 27, null, null)).Value.Thickness);
        Assert.Equal(AgainstAim.Below, TrialAdvice.Of(TwoPly, aim, new YarnTrial(13.75, 0.75, 27, null, null)).Value.Thickness);
        var lumpy = TwoPly with { Tolerance = YarnTolerance.Lumps };
        Assert.Equal(
            (AgainstAim.There, AgainstAim.Below),
            TrialAdvice.Of(lumpy, Aim(lumpy), new YarnTrial(9, 0.5, 20, null, null)).Value is var l
                ? (l.Thickness, l.Twist!.Value)
                : default
        );
        Assert.Null(TrialAdvice.Of(TwoPly, aim, new YarnTrial(15, 0.5, null, 3, 150)).Value.Treadles);
    }

    [Fact]
    public void Whoever_does_as_told_gets_there_in_one_step() =>
        Gen.Select(Gen.Double[6, 30], Gen.Double[15, 40], Gen.Double[0.7, 1.4], Gen.Double[0.5, 2], Gen.Int[1, 4])
            .Sample(
                (wraps, degrees, thicker, turned, plies) =>
                {
                    // A hand that spins the singles so much thicker and twists them so much: it reads its ply-back, and then does what it
                    // is told.
                    var wish = new YarnWish(wraps, degrees, plies) { Tolerance = YarnTolerance.Exact };
                    var aim = Aim(wish);
                    var read = aim.PlyBackWraps / thicker;
                    var angle = Twisting.AngleOf(
                        Wraps.Diameter(read),
                        Twisting.TurnsFor(Wraps.Diameter(aim.PlyBackWraps), degrees) * turned
                    );
                    var advice = TrialAdvice.Of(wish, aim, new YarnTrial(read, 0.5, angle, 10, 200)).Value;
                    var thin = Math.Sqrt(advice.FeedFactor);
                    var nextTurns =
                        Twisting.TurnsFor(Wraps.Diameter(read), angle)
                        * (advice.Treadles!.Value / 10.0 * 200 / advice.DrawMillimetres!.Value);
                    if (advice.Thickness != AgainstAim.There)
                    {
                        Assert.Equal(aim.PlyBackWraps, read / thin, 1e-6 * read);
                        Assert.Equal(degrees, Twisting.AngleOf(Wraps.Diameter(read / thin), nextTurns), 1e-6);
                    }
                    else
                    {
                        Assert.Equal(degrees, Twisting.AngleOf(Wraps.Diameter(read), nextTurns), 1e-6);
                    }
                }
            );

    [Fact]
    public void A_ply_back_becomes_every_structure()
    {
        var becomes = YarnBecomes.All(YarnFigures.Typical.SinglesTexForFresh(17, 2), YarnFigures.Typical);
        Assert.Equal(
            [
                (YarnStructure.Plain, 1, 24.1),
                (YarnStructure.Plain, 2, 15.5),
                (YarnStructure.Plain, 3, 12.6),
                (YarnStructure.Chain, 3, 12.6),
                (YarnStructure.Cable, 4, 10.9),
            ],
            becomes.Select(b => (b.Structure, b.Strands, Math.Round(b.WrapsPerInch, 1)))
        );
    }

    [Theory]
    [InlineData(0, 28, 2, "wrapsPerInch")]
    [InlineData(400, 28, 2, "wrapsPerInch")]
    [InlineData(14, 90, 2, "degrees")]
    [InlineData(14, 28, 0, "plies")]
    [InlineData(double.NaN, 28, 2, "wrapsPerInch")]
    public void What_is_no_yarn_is_refused_at_its_field(double wraps, double degrees, int plies, string field) =>
        Assert.Equal(
            (field, "out-of-range"),
            Assert.Single(YarnAim.Of(new YarnWish(wraps, degrees, plies), SpunFibre.Unknown, null).Refusals) is var r
                ? (r.Field, r.Code)
                : default
        );
}

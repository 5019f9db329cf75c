using CsCheck;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Tools;
using EarthyTuft.Core.Yarns;
using Xunit;

namespace EarthyTuft.Core.Tests.Spinning;

/// <summary>Yarns from the craft, each with what is to be said of it.</summary>
public class YarnScenarioTests
{
    private static readonly SpunFibre Cotton = new(25, 14, 1.52),
        Wool = new(90, 28, 1.31);

    /// <summary>Name, yarn, fibre, tool, the ply-back that was read, and what is said of it: thickness, percent too thick, twist, treadles
    /// or turns for the next draw.</summary>
    public static TheoryData<string, YarnWish, SpunFibre, SpunOn, YarnTrial, AgainstAim, double, AgainstAim?, int?> PlyBacks =>
        new()
        {
            {
                "cotton singles, too little twist for so short a staple",
                new YarnWish(30, 35, 1) { Figures = YarnFigures.TypicalOf(Fibre.Cotton, null), ExtraTurnsPercent = 20 },
                Cotton,
                new SpunOn(25, 200),
                new YarnTrial(21.5, 0.5, 22, 2, 200),
                AgainstAim.There,
                -0.8,
                AgainstAim.Below,
                3
            },
            {
                "three-ply socks spun as for two: too thick after the first ply-back",
                new YarnWish(16, 30, 3) { Figures = YarnFigures.Typical with { BloomPercent = 0 } },
                Wool,
                new SpunOn(11, 150),
                new YarnTrial(16, 0.5, 30, 3, 150),
                AgainstAim.Below,
                22.5,
                AgainstAim.There,
                4
            },
            {
                "a beginner’s spindle yarn: thick and soft",
                new YarnWish(8, 18, 2),
                Wool,
                new SpunOn(1, 600, SpunOn.MostOf(SpunBy.Turns), SpunBy.Turns),
                new YarnTrial(5.5, 0.5, 12, 60, 600),
                AgainstAim.Below,
                60,
                AgainstAim.Below,
                147
            },
            {
                "lumps that are wanted: only the angle counts",
                new YarnWish(7, 20, 1, Tolerance: YarnTolerance.Lumps),
                Wool,
                new SpunOn(6, 200),
                new YarnTrial(11, 2, 20, 2, 200),
                AgainstAim.There,
                -55.1,
                AgainstAim.There,
                2
            },
        };

    [Theory]
    [MemberData(nameof(PlyBacks))]
    public void A_ply_back_is_told_what_it_lacks(
        string name,
        YarnWish wish,
        SpunFibre fibre,
        SpunOn on,
        YarnTrial read,
        AgainstAim thickness,
        double percent,
        AgainstAim? twist,
        int? next
    )
    {
        Assert.NotEmpty(name);
        var advice = TrialAdvice.Of(wish, YarnAim.Of(wish, fibre, on).Value, read).Value;
        Assert.Equal(
            (thickness, percent, twist, next),
            (advice.Thickness, Math.Round(advice.ThicknessPercent, 1), advice.Twist, advice.Treadles)
        );
    }

    [Fact]
    public void Cotton_holds_by_its_turns_and_a_gap_in_the_loop_asks_for_more()
    {
        var aim = YarnAim
            .Of(
                new YarnWish(30, 35, 1) { Figures = YarnFigures.TypicalOf(Fibre.Cotton, null), ExtraTurnsPercent = 20 },
                Cotton,
                new SpunOn(25, 200)
            )
            .Value;
        Assert.Equal((CanBeSpun.Possible, 346, 3), (aim.Verdict, Math.Round(aim.SinglesTurns), aim.Treadles!.Value));
        // Weaving singles: no advice about plies.
        Assert.Null(aim.PlyTurns);
        Assert.Equal(FaultCheck.MoreTwist, Faults.Of(YarnFault.OpenLoop, new FaultFacts(25, null, null, false, false, false))[0]);
    }

    [Fact]
    public void The_same_singles_are_told_in_three_structures_before_a_bobbin_is_committed()
    {
        // A blend from the fold, its ply-back of two at 20 WPI, wool's bloom.
        var becomes = YarnBecomes.All(YarnFigures.Typical.SinglesTexForFresh(20, 2), YarnFigures.Typical);
        Assert.Equal(
            [(1, 28.4), (2, 18.2), (3, 14.8), (3, 14.8), (4, 12.9)],
            becomes.Select(b => (b.Strands, Math.Round(b.WrapsPerInch, 1)))
        );
        Assert.Equal(
            [YarnStructure.Plain, YarnStructure.Plain, YarnStructure.Plain, YarnStructure.Chain, YarnStructure.Cable],
            becomes.Select(b => b.Structure)
        );
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
        Assert.Equal((CanBeSpun.Possible, 55), (aim.Verdict, aim.Treadles!.Value));
        Assert.Equal(55 / aim.SinglesTurns * 1000, aim.DrawMillimetres!.Value, 9);
    }

    [Fact]
    public void A_ply_back_tells_how_even_how_lofty_and_how_clean_it_is()
    {
        static Result<YarnTrial> Read(ReadPlyBack read) => YarnTrial.Read(read, MassUnit.Gram);
        var lofty = Read(new ReadPlyBack("12 13 11 12", 20, Neps: 12, Handle: " soft ", Mass: "1.2", Length: "4")).Value;
        Assert.Equal((12, 4, 12, "soft", 300), (lofty.WrapsPerInch, lofty.Places, lofty.Neps, lofty.Handle, Math.Round(lofty.Tex!.Value)));
        Assert.Equal(300 / Wraps.Tex(12, 1), lofty.Loft!.Value, 9);
        Assert.Equal(0.068, lofty.Unevenness!.Fraction, 3);
        // The same weight in a thinner yarn is denser; 12 neps against 1 are a difference, 12 against 8 are none.
        var dense = Read(new ReadPlyBack("16", 20, Neps: 1, Mass: "1.2", Length: "4")).Value;
        var differs = PlyBackDifference.Of(lofty, dense);
        Assert.Equal(((16 / 12.0) * (16 / 12.0) - 1) * 100, differs.DenserPercent!.Value, 6);
        Assert.Equal(-11, differs.Neps);
        Assert.Null(PlyBackDifference.Of(lofty, dense with { Neps = 8 }).Neps);
        Assert.Null(dense.Unevenness);
        Assert.Equal(["length missing"], Read(new ReadPlyBack("12", Mass: "1.2")).Refusals.Select(r => $"{r.Field} {r.Code}"));
        Assert.Equal(
            ["neps out-of-range", "mass missing"],
            Read(new ReadPlyBack("12", Neps: -1, Length: "4")).Refusals.Select(r => $"{r.Field} {r.Code}")
        );
        Assert.Equal(
            ["wraps empty", "handle too-long"],
            Read(new ReadPlyBack(null, Handle: new string('s', 81))).Refusals.Select(r => $"{r.Field} {r.Code}")
        );
    }

    /// <summary>What fibres ask for: fine crimp fine yarn, a turn for each crimp, and the bounds of fineness and staple between which both
    /// lie.</summary>
    [Fact]
    public void A_fibre_asks_for_a_yarn_by_its_crimp_and_its_length()
    {
        var like = new YarnWish(14, 25, 2);
        var fine = FibreWants.Of(new SpunFibre(75, 19, 1.31), 15, like);
        var hill = FibreWants.Of(new SpunFibre(120, 33, 1.31), 4, like);
        Assert.True(fine.Finest > hill.Finest && fine.ByThickness > hill.ByThickness && fine.ByTurns > hill.ByTurns);
        Assert.True(fine.Thickest > hill.Thickest);
        // Four turns in an inch of singles at 25 degrees are singles of 0.94 mm.
        Assert.Equal(
            25.4 / (Math.Tan(25 * Math.PI / 180) * 25.4 / (Math.PI * 4)),
            like.Figures.SinglesWraps(like.Figures.SinglesTexForWashed(hill.ByTurns!.Value, 2)),
            6
        );
        Assert.Equal(new FibreWants(null, null, null, null), FibreWants.Of(SpunFibre.Unknown, null, like));
        Gen.Double[10, 300]
            .Select(Gen.Double[12, 45], Gen.Double[0.5, 40])
            .Sample(f =>
            {
                var wants = FibreWants.Of(new SpunFibre(f.Item1, f.Item2, 1.31), f.Item3, like);
                foreach (var asked in new[] { wants.ByThickness, wants.ByTurns }.OfType<double>())
                {
                    Assert.True(asked <= wants.Finest + 1e-9 && (asked >= wants.Thickest - 1e-9 || wants.Thickest > wants.Finest));
                }
            });
    }

    [Fact]
    public void A_wheel_knows_the_room_of_each_kind_of_its_bobbins()
    {
        var wheel = new Tools.Spinner([], null, null) { Bobbins = [new("standard", 90, ""), new("large", 200, "tall kate")] };
        Assert.Equal((200d, 90d, 90d), (wheel.RoomOf("large"), wheel.RoomOf("standard"), wheel.RoomOf("")));
        Assert.Equal(80, (wheel with { BobbinGrams = 80 }).RoomOf(""));
        Assert.Null(new Tools.Spinner([], null, null).RoomOf("large"));
    }

    [Fact]
    public void A_bracelet_is_for_a_short_length_of_what_does_not_slip()
    {
        PlyPlan Of(Fibre fibre, double metres) =>
            new(
                YarnStructure.Plain,
                2,
                25,
                14,
                TwistDirection.S,
                null,
                PlyFrom.Bracelet,
                [new PlyStrand(Guid.NewGuid(), "F-01", fibre, 135, metres, TwistDirection.Z)],
                3
            );
        Assert.Equal((false, false), (Of(Fibre.Wool, 20).IsLongForBracelet, Of(Fibre.Wool, 20).Snarls));
        Assert.Equal((true, true), (Of(Fibre.Silk, 120).IsLongForBracelet, Of(Fibre.Silk, 20).Snarls));
    }
}

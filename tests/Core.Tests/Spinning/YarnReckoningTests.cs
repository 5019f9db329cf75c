using CsCheck;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Yarns;
using Xunit;

namespace EarthyTuft.Core.Tests.Spinning;

/// <summary>The reckonings of yarn: the figures of the craft page, and each against its inverse.</summary>
public class YarnReckoningTests
{
    private static readonly Gen<double> WrapsPerInch = Gen.Double[1, 200],
        Tex = Gen.Double[5, 20_000],
        Density = Gen.Double[0.05, 0.6],
        Degrees = Gen.Double[0.5, 85],
        Millimetres = Gen.Double[0.1, 20];

    private static double Rounded(double value, int digits) => Math.Round(value, digits);

    [Fact]
    public void Turns_come_of_ratio_treadles_and_draw()
    {
        var twist = Twisting.ReckonTwist(new TwistInput(150, 11, 3)).Value;
        Assert.Equal((220, 5.59), (Rounded(twist.TurnsPerMetre, 6), Rounded(twist.TurnsPerInch, 2)));
        Assert.Equal(twist, Twisting.ReckonTwist(new TwistInput(150, TurnsPerDraw: 33)).Value);
    }

    [Theory]
    [InlineData(20, 193.1)]
    [InlineData(25, 247.4)]
    [InlineData(30, 306.3)]
    [InlineData(35, 371.5)]
    public void An_angle_asks_for_its_turns(double degrees, double turns) =>
        Assert.Equal(turns, Rounded(Twisting.ReckonTurns(new TurnsForAngleInput(0.6, degrees)).Value.TurnsPerMetre, 1));

    [Fact]
    public void Figures_of_the_craft_page_come_out()
    {
        Assert.Equal(22.5, Rounded(Twisting.ReckonAngle(new TwistAngleInput(0.6, 220)).Value.Degrees, 1));
        Assert.Equal(1.64, Rounded(Twisting.ReckonPlyBack(new PlyBackInput(18, 28)).Value.TwistFactor, 2));
        Assert.Equal((0.847, 135.1), (Rounded(Wraps.Diameter(30), 3), Rounded(Wraps.Tex(30, 0.24), 1)));
        Assert.Equal(278.4, Rounded(Plying.Tex(Wraps.Tex(30, 0.24), 2, 3), 1));
        Assert.Equal(14.2, Wraps.Of(278.4, 0.11), 0.06);
        Assert.Equal(1.79, Wraps.Diameter(Wraps.Of(278.4, 0.11)), 0.006);
        Assert.Equal(127.2, Rounded(Plying.Reckon(new PlyInput(60, 2, 6)).Value.Tex, 6));
        Assert.Equal(117.9, Rounded(Plying.ReckonSingles(new SinglesForInput(250, 2, 6)).Value.SinglesTex, 1));
    }

    [Theory]
    [InlineData(120, 48, 400.0, 250.0, 1240)]
    [InlineData(310, 95, 306.5, 326.3, 1619)]
    public void A_skein_is_told_in_every_unit(double metres, double grams, double tex, double per100, double yards)
    {
        var skein = Plying.ReckonSkein(new SkeinInput(grams, metres)).Value;
        Assert.Equal((tex, per100, yards), (Rounded(skein.Tex, 1), Rounded(skein.MetresPer100Grams, 1), Rounded(skein.YardsPerPound, 0)));
        Assert.Equal(skein.Tex, Plying.ReckonSkein(new SkeinInput(grams, Wraps: metres / 1.5, RoundMillimetres: 1500)).Value.Tex, 1e-9);
        Assert.Equal(metres / grams, skein.MetricCount, 1e-9);
    }

    [Theory]
    [InlineData(30, YarnClass.Lace, null)]
    [InlineData(18, YarnClass.Lace, YarnClass.Fingering)]
    [InlineData(17.7, YarnClass.Fingering, YarnClass.Lace)]
    [InlineData(16, YarnClass.Fingering, null)]
    [InlineData(11.5, YarnClass.DoubleKnitting, YarnClass.Sport)]
    [InlineData(10, YarnClass.Worsted, null)]
    [InlineData(8, YarnClass.Aran, YarnClass.Bulky)]
    [InlineData(3, YarnClass.SuperBulky, null)]
    public void A_class_names_the_other_where_a_bound_is_near(double wraps, YarnClass of, YarnClass? neighbour) =>
        Assert.Equal((of, neighbour), (Wraps.ClassOf(wraps), Wraps.Neighbour(wraps)));

    [Fact]
    public void The_middle_of_a_class_is_of_that_class() =>
        Assert.All(Enum.GetValues<YarnClass>(), c => Assert.Equal(c, Wraps.ClassOf(Wraps.MiddleOf(c))));

    [Fact]
    public void What_leads_there_leads_back() =>
        Gen.Select(WrapsPerInch, Tex, Density, Degrees, Millimetres, Gen.Int[1, 24], Gen.Double[0, 50])
            .Sample(
                (wraps, tex, density, degrees, thick, plies, takeUp) =>
                {
                    void Same(double expected, double actual) => Assert.Equal(1, actual / expected, 1e-9);
                    Same(wraps, Wraps.Of(Wraps.Tex(wraps, density), density));
                    Same(tex, Wraps.Tex(Wraps.Of(tex, density), density));
                    Same(degrees, Twisting.AngleOf(thick, Twisting.TurnsFor(thick, degrees)));
                    Same(tex, Plying.SinglesTex(Plying.Tex(tex, plies, takeUp), plies, takeUp));
                    var figures = YarnFigures.Typical with { FinishedDensity = density, TakeUpPercent = takeUp, BloomPercent = takeUp };
                    Same(wraps, figures.WashedWraps(figures.SinglesTexForWashed(wraps, plies), plies));
                    Same(wraps, figures.FreshWraps(figures.SinglesTexForFresh(wraps, plies), plies));
                }
            );

    [Theory]
    [InlineData("14", 14, 0.5)]
    [InlineData(" 13-14 ", 13.5, 0.5)]
    [InlineData("12 to 16", 14, 2)]
    [InlineData("13,5", 13.5, 0.5)]
    [InlineData("16\u201312", 14, 2)]
    [InlineData("14 WPI", 14, 0.5)]
    [InlineData("13-15 wraps in an inch", 14, 1)]
    [InlineData("5/cm", 12.7, 0.5)]
    [InlineData("50 in 10 cm", 12.7, 0.5)]
    public void Wraps_are_read_as_one_figure_or_a_range(string typed, double middle, double doubt) =>
        Assert.Equal(new WrapsReading(middle, doubt), WrapsReading.Read(typed, "wraps").Value);

    [Theory]
    [InlineData("14 15 13 14", 14, 0.5, 4, 0.816)]
    [InlineData("14; 15,5; 12.5", 14, 0.866, 3, 1.5)]
    [InlineData("14 14", 14, 0.5, 2, 0)]
    public void Wraps_of_several_places_tell_how_even_the_yarn_is(string typed, double mean, double doubt, int places, double spread)
    {
        var read = WrapsReading.Read(typed, "wraps").Value;
        Assert.Equal((mean, places), (read.PerInch, read.Places));
        Assert.Equal(doubt, read.Doubt, 3);
        Assert.Equal(spread, read.Spread!.Value, 3);
    }

    /// <summary>Yarns of known unevenness, each counted to half a wrap at a few places: what is told lies about the truth, and its doubt is
    /// about what it misses by.</summary>
    [Fact]
    public void Unevenness_is_found_with_its_doubt()
    {
        var random = new Random(20261128);
        double Normal() => Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
        foreach (var truth in new[] { 0.04, 0.08, 0.15 })
        {
            var (within, sum) = (0, 0.0);
            const int yarns = 600;
            for (var i = 0; i < yarns; i++)
            {
                var mean = 10 + random.NextDouble() * 10;
                WrapsReading[] read =
                [
                    .. Enumerable
                        .Range(0, 3)
                        .Select(_ =>
                            WrapsReading
                                .Read(
                                    string.Join(
                                        ' ',
                                        Enumerable
                                            .Range(0, 6)
                                            .Select(_ =>
                                                (Math.Round(mean * (1 + truth * Normal()) * 2) / 2).ToString(
                                                    System.Globalization.CultureInfo.InvariantCulture
                                                )
                                            )
                                    ),
                                    "wraps"
                                )
                                .Value
                        ),
                ];
                var told = Unevenness.Of(read)!;
                sum += told.Fraction;
                within += Math.Abs(told.Fraction - truth) <= 2 * told.Doubt ? 1 : 0;
            }

            Assert.Equal(truth, sum / yarns, truth * 0.1);
            Assert.InRange((double)within / yarns, 0.9, 1);
        }

        Assert.Null(Unevenness.Of([new WrapsReading(14, 0.5), new WrapsReading(13.5, 0.5)]));
        Assert.Null(Unevenness.Of([]));
    }

    [Theory]
    [InlineData("14 15 400", "out-of-range")]
    [InlineData("14 fifteen", "not-a-count")]
    [InlineData("13-14 15", "not-a-count")]
    [InlineData("1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1", "too-many")]
    [InlineData(null, "empty")]
    [InlineData(" ", "empty")]
    [InlineData("many", "not-a-count")]
    [InlineData("13-", "not-a-count")]
    [InlineData("-5", "not-a-count")]
    [InlineData("0", "out-of-range")]
    [InlineData("14-400", "out-of-range")]
    public void What_is_no_count_of_wraps_is_refused(string? typed, string code) =>
        Assert.Equal(code, Assert.Single(WrapsReading.Read(typed, "wraps").Refusals).Code);

    public static TheoryData<string, Func<Result<object>>> Refused =>
        new()
        {
            { "turnsPerDraw missing", () => Any(Twisting.ReckonTwist(new TwistInput(150))) },
            { "turnsPerDraw twice", () => Any(Twisting.ReckonTwist(new TwistInput(150, 11, 3, 33))) },
            { "treadles missing", () => Any(Twisting.ReckonTwist(new TwistInput(150, 11))) },
            { "drawMillimetres out-of-range", () => Any(Twisting.ReckonTwist(new TwistInput(0, 11, 3))) },
            { "degrees out-of-range", () => Any(Twisting.ReckonTurns(new TurnsForAngleInput(0.6, 90))) },
            { "measuredDegrees out-of-range", () => Any(Twisting.ReckonPlyBack(new PlyBackInput(0, 28))) },
            { "wrapsPerInch out-of-range", () => Any(Wraps.Reckon(new WrapsInput(400))) },
            { "wrapDensity out-of-range", () => Any(Wraps.ReckonGrist(new WrapsToGristInput(14, 0))) },
            { "tex out-of-range", () => Any(Wraps.ReckonWraps(new GristToWrapsInput(-1, 0.11))) },
            { "plies out-of-range", () => Any(Plying.Reckon(new PlyInput(60, 2.5, 6))) },
            { "plyingTakeUpPercent out-of-range", () => Any(Plying.ReckonSingles(new SinglesForInput(250, 2, -6))) },
            { "metres missing", () => Any(Plying.ReckonSkein(new SkeinInput(48))) },
            { "metres twice", () => Any(Plying.ReckonSkein(new SkeinInput(48, 120, 80, 1500))) },
            { "roundMillimetres missing", () => Any(Plying.ReckonSkein(new SkeinInput(48, Wraps: 80))) },
        };

    [Theory]
    [MemberData(nameof(Refused), DisableDiscoveryEnumeration = true)]
    public void What_is_no_figure_is_refused_at_its_field(string expected, Func<Result<object>> reckon) =>
        Assert.Equal(expected, Assert.Single(reckon().Refusals) is var r ? $"{r.Field} {r.Code}" : "");

    private static Result<object> Any<T>(Result<T> result)
        where T : notnull => result.Then<object>(value => value);
}

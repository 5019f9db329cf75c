using CsCheck;
using EarthyTuft.Core.Assessing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using Xunit;

namespace EarthyTuft.Core.Tests.Assessing;

public class LocksTests
{
    private static MeasuredLock Lock(double mm, int? crimps = null, double? span = null, Wave? wave = null) =>
        new(FleecePlace.Side, Length.FromMillimetres(mm), crimps, span is { } s ? Length.FromMillimetres(s) : null, wave);

    [Fact]
    public void Mean_sd_cv_and_range()
    {
        var spread = Staple.Of([Lock(100), Lock(110), Lock(126)], null).Length!;
        Assert.Equal((3, 112, 100, 126), (spread.Count, spread.Mean, spread.Least, spread.Most));
        Assert.Equal(13.1149, spread.StandardDeviation!.Value, 0.5e-4);
        Assert.Equal(11.7097, spread.CvPercent!.Value, 0.5e-4);
    }

    [Fact]
    public void One_lock_has_no_cv_and_no_lock_has_nothing()
    {
        Assert.Null(Staple.Of([Lock(100)], null).Length!.CvPercent);
        Assert.Null(Staple.Of([], null).Length);
    }

    [Theory]
    [InlineData(75, AgainstRange.Shorter, 5)]
    [InlineData(80, AgainstRange.Within, 0)]
    [InlineData(200, AgainstRange.Longer, 20)]
    public void Stands_against_the_breeds_range(double mm, AgainstRange against, double away)
    {
        var staple = Staple.Of([Lock(mm)], new Span(80, 180));
        Assert.Equal((against, away), (staple.Against!.Value, staple.AwayMillimetres!.Value));
    }

    [Fact]
    public void Crimp_is_counted_over_the_measured_span()
    {
        Assert.Equal(2.8, Lock(112, 14, 50).CrimpsPerCentimetre!.Value, 0.5e-9);
        Assert.Equal(Wave.Crimp, Staple.Of([Lock(1, wave: Wave.Curl), Lock(1, wave: Wave.Crimp), Lock(1, wave: Wave.Crimp)], null).Wave);
        Assert.Null(Staple.Of([Lock(1)], null).Wave);
    }

    [Theory]
    [InlineData(112.0, 14, null, "span-missing")]
    [InlineData(112.0, null, 30.0, "span-missing")]
    [InlineData(112.0, 14, 130.0, "span-too-long")]
    [InlineData(112.0, -1, 30.0, "out-of-range")]
    [InlineData(700.0, null, null, "out-of-range")]
    public void Refuses(double mm, int? crimps, double? span, string code) =>
        Assert.Equal(code, MeasuredLock.Check(Lock(mm, crimps, span)).Refusals.Single().Code);

    [Fact]
    public void The_spread_holds_its_mean_and_does_not_mind_the_order() =>
        Gen.Double[1, 600]
            .Array[2, 20]
            .Sample(lengths =>
            {
                var spread = Spread.Of(lengths)!;
                Assert.InRange(spread.Mean, spread.Least - 1e-9, spread.Most + 1e-9);
                Assert.True(spread.StandardDeviation >= 0);
                Assert.Equal(spread.StandardDeviation!.Value, Spread.Of([.. lengths.Reverse()])!.StandardDeviation!.Value, 0.5e-6);
            });

    [Fact]
    public void Above_25_percent_it_is_uneven()
    {
        Assert.True(Staple.Of([Lock(60), Lock(120)], null).IsUneven);
        Assert.False(Staple.Of([Lock(100), Lock(120)], null).IsUneven);
    }

    [Fact]
    public void A_counted_lock_is_drawn_with_its_own_waves()
    {
        var shape = LockShape.Of(100, 2.5, Wave.Crimp);
        Assert.Equal((4.0, true), (shape.WavelengthMillimetres!.Value, shape.Counted));
        Assert.Equal((null, 0), (LockShape.Of(100, null, null).WavelengthMillimetres, LockShape.Of(100, null, null).DepthMillimetres));
        Assert.False(LockShape.Of(100, null, Wave.Curl).Counted);
        Assert.True(LockShape.Of(100, null, Wave.Disorganised).DepthMillimetres > 0);
    }
}

using CsCheck;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using Xunit;

namespace EarthyTuft.Core.Tests.Ledger;

public class YieldsTests
{
    private static readonly double[] FourFleeces = [0.47, 0.58, 0.49, 0.61];
    private static readonly double[] FourBatts = [0.91, 0.94, 0.95, 0.93];

    [Fact]
    public void Without_own_yields_the_typical_range_speaks() => Is(0.4874, 0.5500, 0.6126, YieldForecast.Of(new(0.45, 0.65), []));

    [Fact]
    public void Own_yields_move_it()
    {
        var forecast = YieldForecast.Of(new(0.45, 0.65), FourFleeces);
        Is(0.4698, 0.5429, 0.6159, forecast);
        Assert.Equal(4, forecast.Own);
        Assert.Equal(4 / 7.0, forecast.OwnShare, 1e-12);
        Is(0.9173, 0.9400, 0.9627, YieldForecast.Of(new(0.92, 0.98), FourBatts));
    }

    [Fact]
    public void Steps_multiply_and_their_bands_add_in_squares()
    {
        var both = YieldForecast.Chain([YieldForecast.Of(new(0.45, 0.65), FourFleeces), YieldForecast.Of(new(0.92, 0.98), FourBatts)]);
        Is(0.4407, 0.5103, 0.5802, both);
        var (median, nine) = both.Needed(300);
        Assert.Equal(587.9, median, 0.05);
        Assert.Equal(680.7, nine, 0.05);
    }

    [Fact]
    public void A_chain_of_nothing_loses_nothing() => Is(1, 1, 1, YieldForecast.Chain([]));

    [Fact]
    public void A_band_is_in_order_and_within_what_can_be() =>
        Gen.Select(Gen.Double[0.05, 0.9], Gen.Double[0.01, 0.1], Gen.Double[0.02, 1].Array[0, 30])
            .Sample(
                (low, width, own) =>
                {
                    var f = YieldForecast.Of(new(low, low + width), own);
                    Assert.InRange(f.Lower, 0.01, f.Median);
                    Assert.InRange(f.Upper, f.Median, 1);
                }
            );

    [Fact]
    public void Many_like_yields_outweigh_the_typical_range() =>
        Gen.Double[0.2, 0.9].Sample(y => Assert.Equal(y, YieldForecast.Of(new(0.4, 0.6), [.. Enumerable.Repeat(y, 200)]).Median, 0.02));

    [Fact]
    public void The_breed_speaks_for_itself_when_it_has_enough_fleeces()
    {
        OwnYield Wash(string breed, double y) => new(StepKind.Wash, FleeceClass.Long, breed, y);
        var log = new YieldLog([
            Wash("Gotland", 0.71),
            Wash("Gotland", 0.73),
            Wash("Romney", 0.66),
            new(StepKind.Comb, FleeceClass.Long, "Gotland", 0.8),
        ]);
        Assert.Equal([0.71, 0.73, 0.66], log.For(StepKind.Wash, FleeceClass.Long, "Gotland"));
        Assert.Equal([0.71, 0.73, 0.75], new YieldLog([.. log.All, Wash("gotland", 0.75)]).For(StepKind.Wash, FleeceClass.Long, "Gotland"));
        Assert.Empty(log.For(StepKind.Wash, FleeceClass.Fine, "Merino"));
        Assert.Empty(YieldLog.Empty.For(StepKind.Wash, null, ""));
    }

    private static void Is(double lower, double median, double upper, YieldForecast f)
    {
        Assert.Equal(lower, f.Lower, 0.00005);
        Assert.Equal(median, f.Median, 0.00005);
        Assert.Equal(upper, f.Upper, 0.00005);
    }
}

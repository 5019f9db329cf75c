using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using MathNet.Numerics.Distributions;
using Xunit;

namespace EarthyTuft.Core.Tests.Ledger;

/// <summary>
/// Does the 80 % band hold about 80 % of what comes? The yields come from skewed beta laws, not from the forecast's own model: every shop
/// has a mean of its own, some shops work more evenly than others, and the range that holds 93 % of all shops' fleeces is the typical
/// range.
/// </summary>
public class BandSimulation(ITestOutputHelper output)
{
    private const int Shops = 6000;

    /// <summary>How much of the spread lies between shops: the typical range counts for three fleeces of one's own.</summary>
    private const double BetweenShops = 0.25;

    private static readonly (double A, double B)[] Laws = [(24, 6), (40, 10), (30, 12)];

    [Theory]
    [InlineData(0)]
    [InlineData(3)]
    [InlineData(20)]
    public void The_band_holds_what_it_says(int own)
    {
        var coverage = Laws.Average(law => Coverage(law, own, unlikeShops: 0.7));
        output.Say($"band-coverage-{own}", coverage, "0.75..0.85");
        // Where every shop works as evenly as the next the tails are thin, and a band from the range alone holds a little less.
        output.Say($"band-coverage-{own}-like-shops", Laws.Average(law => Coverage(law, own, unlikeShops: 0)), "0.75..0.85");
        Assert.InRange(coverage, 0.75, 0.85);
    }

    private static double Coverage((double A, double B) law, int own, double unlikeShops)
    {
        var random = new Random(20261123 + own);
        var shops = Enumerable.Range(0, Shops).Select(_ => Shop(law, unlikeShops, random)).ToArray();
        var fleeces = shops.SelectMany(s => Enumerable.Range(0, 10).Select(_ => s.Sample())).Order().ToArray();
        var typical = new Span(fleeces[(int)(0.035 * fleeces.Length)], fleeces[(int)(0.965 * fleeces.Length)]);
        return shops.Average(shop =>
        {
            var forecast = YieldForecast.Of(typical, [.. Enumerable.Range(0, own).Select(_ => shop.Sample())]);
            return Enumerable.Range(0, 4).Average(_ => shop.Sample() is var y && y >= forecast.Lower && y <= forecast.Upper ? 1.0 : 0);
        });
    }

    private static Beta Shop((double A, double B) law, double unlikeShops, Random random)
    {
        var mean = law.A / (law.A + law.B);
        var variance = mean * (1 - mean) / (law.A + law.B + 1);
        var own = Law(mean, variance * BetweenShops, random).Sample();
        var within = variance * (1 - BetweenShops) * Math.Exp(unlikeShops * Normal.Sample(random, 0, 1));
        return Law(own, Math.Min(within, 0.5 * own * (1 - own)), random);
    }

    private static Beta Law(double mean, double variance, Random random)
    {
        var size = (mean * (1 - mean) / variance) - 1;
        return new Beta(mean * size, (1 - mean) * size, random);
    }
}

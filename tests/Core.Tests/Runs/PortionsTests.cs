using CsCheck;
using EarthyTuft.Core.Runs;
using Xunit;

namespace EarthyTuft.Core.Tests.Runs;

/// <summary>Portions of a lot side by side.</summary>
public class PortionsTests
{
    [Fact]
    public void What_is_begun_one_after_another_never_comes_to_more_than_there_is() =>
        Gen.Select(Gen.Double[1, 3000], Gen.Double[0.1, 900].List[0, 12])
            .Sample(
                (left, wanted) =>
                {
                    var held = new List<double?>();
                    foreach (var grams in wanted.Where(g => held.Count == 0 ? g <= left : !Portions.IsBeyond(g, left, held)))
                    {
                        held.Add(grams);
                    }

                    Assert.True(held.Sum() <= left + Portions.Rounding * Math.Max(1, held.Count));
                    Assert.InRange(Portions.Free(left, held)!.Value, 0, left);
                }
            );

    [Theory]
    [InlineData(150, 46.0, 0.5, true)]
    [InlineData(46.9, 46.0, 0.1, false)]
    [InlineData(47.2, 46.0, 0.5, false)]
    [InlineData(47.2, 46.0, null, true)]
    [InlineData(1e9, null, null, false)]
    public void More_than_there_is_beyond_what_the_book_can_be_off_by(double grams, double? left, double? sigma, bool beyond) =>
        Assert.Equal(beyond, Portions.IsMoreThanThere(grams, left, sigma));

    [Fact]
    public void All_of_it_leaves_nothing_and_nothing_at_work_is_the_scales_business()
    {
        Assert.Equal(0, Portions.Free(300, [null]));
        Assert.Equal(0, Portions.Free(null, [null]));
        Assert.Equal(300, Portions.Free(300, []));
        Assert.Null(Portions.Free(null, [50]));
        Assert.True(Portions.IsBeyond(null, 300, [50]));
        Assert.True(Portions.IsBeyond(null, null, [null]));
        Assert.True(Portions.IsBeyond(20, 300, [200, 100]));
        Assert.False(Portions.IsBeyond(100, 300, [200]));
        Assert.False(Portions.IsBeyond(400, 300, []));
        Assert.False(Portions.IsBeyond(80, null, [50]));
    }
}

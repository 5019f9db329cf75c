using EarthyTuft.Core.Dehairing;
using Xunit;

namespace EarthyTuft.Core.Tests.Dehairing;

public class DehairPassesTests
{
    [Fact]
    public void Nobody_knows_before_hairs_are_counted()
    {
        Assert.Equal(DehairVerdict.Count, DehairAdvice.Of([], DownUse.NextToSkin).Verdict);
        Assert.Equal(DehairVerdict.Count, DehairAdvice.Of([new(100, 70, 25, 20), new(70, 64, 4, null)], DownUse.NextToSkin).Verdict);
    }

    [Fact]
    public void It_goes_on_while_it_helps_and_says_what_the_next_pass_leaves()
    {
        var advice = DehairAdvice.Of([new(100, 70, 28, 24), new(70, 64, 5, 8)], DownUse.NextToSkin);
        Assert.Equal(DehairVerdict.GoOn, advice.Verdict);
        Assert.Equal(8.0 / 3, advice.NextHairsPerGram!.Value, 9);
    }

    [Theory]
    [InlineData(DownUse.NextToSkin, DehairVerdict.GoOn)]
    [InlineData(DownUse.Outer, DehairVerdict.Fit)]
    [InlineData(DownUse.Hard, DehairVerdict.Fit)]
    public void Fit_depends_on_the_use(DownUse use, DehairVerdict verdict) => Assert.Equal(verdict, DehairAdvice.Of([new(100, 70, 28, 24)], use).Verdict);

    [Fact]
    public void It_stops_where_more_down_goes_than_hair()
    {
        Assert.Equal(DehairVerdict.LosesMore, DehairAdvice.Of([new(100, 70, 28, 24), new(70, 60, 2, 12)], DownUse.NextToSkin).Verdict);
        Assert.Equal(DehairVerdict.LosesMore, DehairAdvice.Of([new(100, 70, 28, 24), new(70, 65, 5, 23)], DownUse.NextToSkin).Verdict);
    }

    [Fact]
    public void What_is_neither_kept_nor_weighed_is_lost() => Assert.Equal(3, new DehairPass(70, 62, 5, null).LostGrams);
}

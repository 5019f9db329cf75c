using CsCheck;
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
        Assert.Equal(8.0 / 3, advice.NextHairsPerGram!.Value, 0.5e-9);
    }

    [Theory]
    [InlineData(DownUse.NextToSkin, DehairVerdict.GoOn)]
    [InlineData(DownUse.Outer, DehairVerdict.Fit)]
    [InlineData(DownUse.Hard, DehairVerdict.Fit)]
    public void Fit_depends_on_the_use(DownUse use, DehairVerdict verdict) =>
        Assert.Equal(verdict, DehairAdvice.Of([new(100, 70, 28, 24)], use).Verdict);

    [Fact]
    public void It_stops_where_more_down_goes_than_hair()
    {
        Assert.Equal(DehairVerdict.LosesMore, DehairAdvice.Of([new(100, 70, 28, 24), new(70, 60, 2, 12)], DownUse.NextToSkin).Verdict);
        Assert.Equal(DehairVerdict.LosesMore, DehairAdvice.Of([new(100, 70, 28, 24), new(70, 65, 5, 23)], DownUse.NextToSkin).Verdict);
    }

    [Fact]
    public void The_advice_keeps_to_what_was_counted() =>
        Gen.Select(AnyPasses, Gen.Enum<DownUse>())
            .Sample(
                (passes, use) =>
                {
                    var advice = DehairAdvice.Of(passes, use);
                    Assert.Equal(DehairAdvice.AllowedFor(use), advice.Allowed);
                    Assert.EndsWith(".", advice.Sentence);
                    var now = passes.Count == 0 ? null : passes[^1].HairsPerGram;
                    // Fit exactly where the count says so, and nothing is said of a count nobody made.
                    Assert.Equal(now is null, advice.Verdict == DehairVerdict.Count);
                    Assert.Equal(now <= advice.Allowed, advice.Verdict == DehairVerdict.Fit);
                    Assert.True(advice.NextHairsPerGram is not { } next || (next >= 0 && next <= now));
                    // One pass says nothing yet of what the next would lose.
                    Assert.False(passes.Count == 1 && advice.Verdict == DehairVerdict.LosesMore);
                }
            );

    [Fact]
    public void A_harder_use_never_asks_for_more_passes() =>
        AnyPasses.Sample(passes =>
        {
            bool Done(DownUse use) => DehairAdvice.Of(passes, use).Verdict == DehairVerdict.Fit;
            Assert.True(!Done(DownUse.NextToSkin) || Done(DownUse.Outer));
            Assert.True(!Done(DownUse.Outer) || Done(DownUse.Hard));
        });

    private static readonly Gen<List<DehairPass>> AnyPasses = Gen.Select(
            Gen.Double[1, 500],
            Gen.Double[0, 1],
            Gen.Double[0, 1],
            Pick.Maybe(Gen.Double[0, 600])
        )
        .Select((grams, down, hair, hairs) => new DehairPass(grams, grams * down, grams * (1 - down) * hair, hairs))
        .List[0, 6];

    [Fact]
    public void What_is_neither_kept_nor_weighed_is_lost() => Assert.Equal(3, new DehairPass(70, 62, 5, null).LostGrams);
}

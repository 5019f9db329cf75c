using EarthyTuft.Core.Comparing;
using EarthyTuft.Core.Dividing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Yarns;
using Xunit;

namespace EarthyTuft.Core.Tests.Comparing;

/// <summary>A rehearsal beside the yarn that came of it: the same strips, as thick as they were spun.</summary>
public class RealYarnTests
{
    private static readonly Strip Red = new("a", Shade.Of("#C04020"), 10),
        Blue = new("b", Shade.Of("#204080"), 10);

    private static RehearsalWish Wish(YarnStructure plied) => new(135, null, HeldAs.Straight, plied, 30, 20, 12, 4, 3);

    private static IReadOnlyList<IReadOnlyList<Strip>> Plies(int count) =>
        [.. Enumerable.Range(0, count).Select(_ => (IReadOnlyList<Strip>)[Red, Blue])];

    [Theory]
    [InlineData(YarnStructure.Plain, 2, LotForm.Yarn, 300, 150)]
    [InlineData(YarnStructure.Plain, 2, LotForm.Singles, 150, 150)]
    [InlineData(YarnStructure.Plain, 1, LotForm.Yarn, 150, 150)]
    [InlineData(YarnStructure.Chain, 1, LotForm.Yarn, 450, 150)]
    [InlineData(YarnStructure.Chain, 1, LotForm.Singles, 150, 150)]
    [InlineData(YarnStructure.Cable, 4, LotForm.Plied, 600, 150)]
    public void Thicker_singles_make_shorter_stripes(YarnStructure plied, int plies, LotForm form, double tex, double singles)
    {
        var yarn = RealYarn.Of(Plies(plies), Wish(plied), form, tex);
        Assert.Equal(singles, yarn.SinglesTex!.Value, 9);
        Assert.Equal(135.0 / 150 - 1, yarn.Longer!.Value, 9);
        Assert.True(yarn.Differs);
        // 20 g of singles of 150 tex are 133 m; a chain takes three of them.
        Assert.Equal(20_000.0 / 150 / (plied == YarnStructure.Chain ? 3 : 1), yarn.Came!.YarnMetres, 6);
    }

    [Fact]
    public void What_came_out_nearly_so_is_as_rehearsed_and_what_nobody_measured_is_not_told()
    {
        Assert.False(RealYarn.Of(Plies(2), Wish(YarnStructure.Plain), LotForm.Yarn, 280).Differs);
        var unmeasured = RealYarn.Of(Plies(2), Wish(YarnStructure.Plain), LotForm.Yarn, null);
        Assert.Equal((null, null, null), (unmeasured.Came, unmeasured.Longer, unmeasured.Differs));
    }
}

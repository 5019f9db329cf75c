using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Sampling;
using Xunit;

namespace EarthyTuft.Core.Tests.Sampling;

public class SampleTests
{
    private static Sample Of(
        LotForm form = LotForm.Top,
        Draw? draw = null,
        double? wpi = null,
        int? plies = null,
        double? angle = null,
        string verdict = "",
        string[]? uses = null
    ) => new(form, draw, wpi, plies, angle, verdict, uses ?? []);

    [Theory]
    [InlineData(LotForm.Rolag, Draw.Long, YarnKind.Woollen)]
    [InlineData(LotForm.Batt, Draw.Short, YarnKind.SemiWorsted)]
    [InlineData(LotForm.Top, Draw.Long, YarnKind.SemiWoollen)]
    [InlineData(LotForm.Top, Draw.Short, YarnKind.Worsted)]
    public void The_four_corners(LotForm form, Draw draw, YarnKind kind) => Assert.Equal(kind, Of(form, draw).Kind);

    [Fact]
    public void Without_a_draw_there_is_no_corner() => Assert.Null(Of().Kind);

    [Fact]
    public void Wraps_tell_the_diameter()
    {
        Assert.Equal(1.5875, Of(wpi: 16).DiameterMillimetres!.Value, 0.5e-9);
        Assert.Null(Of().DiameterMillimetres);
    }

    [Fact]
    public void Refuses_what_cannot_be()
    {
        Assert.Equal("not-prepared", Sample.Check(Of(LotForm.Clean)).Refusals.Single().Code);
        Assert.Equal(
            ["wrapsPerInch", "plies", "twistAngleDegrees", "uses"],
            Sample.Check(Of(wpi: 0.5, plies: 0, angle: 90, uses: [""])).Refusals.Select(r => r.Field)
        );
        Assert.False(Sample.Check(Of(wpi: 16, plies: 2, angle: 0, verdict: "good", uses: ["socks"])).IsRefused);
    }
}

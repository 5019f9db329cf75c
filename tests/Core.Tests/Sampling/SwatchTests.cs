using EarthyTuft.Core.Sampling;
using EarthyTuft.Core.Spinning;
using Xunit;

namespace EarthyTuft.Core.Tests.Sampling;

/// <summary>A swatch: gauge before and after, stretch and recovery; and the needles that go with a class.</summary>
public class SwatchTests
{
    private static string[] Codes(Swatch swatch) => [.. Swatch.Check(swatch).Refusals.Select(r => $"{r.Field} {r.Code}")];

    [Fact]
    public void Gauge_before_and_after_tells_what_the_wash_did_both_ways()
    {
        var swatch = new Swatch(SwatchKind.Knitted, 4, new Gauge(21, 28), new Gauge(22, 30), 100, 150, 110);
        Assert.Empty(Codes(swatch));
        Assert.Equal((4.5, 6.7), (Math.Round(swatch.NarrowerPercent!.Value, 1), Math.Round(swatch.ShorterPercent!.Value, 1)));
        Assert.Equal((50, 80), (Math.Round(swatch.StretchPercent!.Value), Math.Round(swatch.RecoveryPercent!.Value)));
        Assert.Null((swatch with { Before = Gauge.None }).NarrowerPercent);
        Assert.Null((swatch with { StretchedMillimetres = 100 }).RecoveryPercent);
    }

    [Fact]
    public void What_cannot_be_is_refused_at_its_field()
    {
        var swatch = new Swatch(SwatchKind.Knitted, 4, new Gauge(21, 28), Gauge.None);
        Assert.Equal(["swatch.stitches missing"], Codes(swatch with { Before = Gauge.None }));
        Assert.Equal(["swatch.stitches out-of-range"], Codes(swatch with { Before = new Gauge(0, null) }));
        Assert.Equal(["swatch.rowsAfter out-of-range"], Codes(swatch with { After = new Gauge(null, 401) }));
        Assert.Equal(["swatch.toolMillimetres out-of-range"], Codes(swatch with { ToolMillimetres = 0 }));
        Assert.Equal(["swatch.stretchedMillimetres out-of-range"], Codes(swatch with { RelaxedMillimetres = 100, StretchedMillimetres = 90 }));
        Assert.Equal(["swatch.change too-long"], Codes(swatch with { Change = new string('a', 501) }));
    }

    [Fact]
    public void Needles_have_their_names_by_region_and_a_class_has_its_needles()
    {
        Assert.Equal("4 mm, US 6, old UK 8", Needles.Write(4));
        Assert.Equal("3.5 mm, US 4", Needles.Write(3.5));
        Assert.Equal("40 mm", Needles.Write(40));
        foreach (var of in Enum.GetValues<YarnClass>())
        {
            var (least, most) = Needles.Of(of);
            Assert.True(least < most);
            Assert.NotEmpty(Needles.AlsoCalled(of));
        }

        // A thicker yarn never asks for thinner needles.
        var middles = Enum.GetValues<YarnClass>().Select(c => Needles.Of(c).Least + Needles.Of(c).Most).ToArray();
        Assert.Equal(middles.Order(), middles);
    }

    [Fact]
    public void What_yarn_suffices_for_grows_with_its_length_and_falls_with_its_thinness()
    {
        Assert.Empty(Enough.SufficesFor(50, 11));
        Assert.Equal(MadeOfYarn.Socks, Enough.SufficesFor(260, 11)[0]);
        Assert.True(Enough.SufficesFor(260, 18).Count < Enough.SufficesFor(260, 11).Count);
        Assert.Equal((MadeOfYarn.Hat, 90), (Enough.Next(50, 11)!.Value.Of, Enough.Next(50, 11)!.Value.MissingMetres));
        Assert.Null(Enough.Next(10_000, 11));
        Assert.Equal(160, Enough.Grams(400, 400));
    }

    [Fact]
    public void Every_fault_has_its_checks_and_a_lots_own_facts_come_first()
    {
        var nothing = new FaultFacts(null, null, null, false, false, false);
        foreach (var fault in Enum.GetValues<YarnFault>())
        {
            var checks = Faults.Of(fault, nothing);
            Assert.True(checks.Count >= 2, fault.ToString());
            Assert.Equal(checks.Distinct(), checks);
            Assert.DoesNotContain(checks, c => Faults.Speaks(c, nothing));
        }

        Assert.Equal(FaultCheck.HandsApart, Faults.Of(YarnFault.WillNotDraft, nothing)[0]);
        Assert.Equal(FaultCheck.Compacted, Faults.Of(YarnFault.WillNotDraft, nothing with { IsCompacted = true })[0]);
        Assert.Equal(FaultCheck.Tender, Faults.Of(YarnFault.Breaks, nothing with { IsTender = true })[0]);
        Assert.Equal(FaultCheck.MoreTwist, Faults.Of(YarnFault.Breaks, nothing with { StapleMillimetres = 30 })[0]);
    }
}

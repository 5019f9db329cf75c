using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Sampling;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Yarns;
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
        // What is cast on goes by the washed cloth.
        Assert.Equal((110, 150), (swatch.StitchesFor(500), swatch.RowsFor(500)));
        Assert.Null((swatch with { After = Gauge.None }).StitchesFor(500));
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
        Assert.Equal(
            ["swatch.stretchedMillimetres out-of-range"],
            Codes(swatch with { RelaxedMillimetres = 100, StretchedMillimetres = 90 })
        );
        Assert.Equal(["swatch.change too-long"], Codes(swatch with { Change = new string('a', 501) }));
    }

    [Fact]
    public void Needles_have_their_names_by_region_and_a_class_has_its_needles()
    {
        Assert.Equal("4 mm, US 6, old UK 8", Needles.Write(4));
        Assert.Equal("3.5 mm, US 4", Needles.Write(3.5));
        Assert.Equal("40 mm", Needles.Write(40));
        Assert.Equal(
            [4, 4, 4, 4.5, 6.5, 6.5, 10],
            new[] { "4", "US 6", "old UK 8", "uk 7", "US 10 1/2", "US 10.5", "UK 000" }.Select(t => Needles.Read(t, "tool").Value)
        );
        Assert.Equal("not-a-size", Needles.Read("US 99", "tool").Refusals[0].Code);
        Assert.Equal("not-a-length", Needles.Read("thick", "tool").Refusals[0].Code);
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
        Assert.Empty(Enough.SufficesFor(Enough.Typical, 50, 11));
        Assert.Equal("socks", Enough.SufficesFor(Enough.Typical, 260, 11)[0].Thing);
        Assert.True(Enough.SufficesFor(Enough.Typical, 260, 18).Count < Enough.SufficesFor(Enough.Typical, 260, 11).Count);
        Assert.Equal(
            ("a hat", 90),
            (Enough.Next(Enough.Typical, 50, 11)!.Value.Of.Thing, Enough.Next(Enough.Typical, 50, 11)!.Value.MissingMetres)
        );
        Assert.Null(Enough.Next(Enough.Typical, 10_000, 11));
        Assert.Equal(160, Enough.Grams(400, 400));
    }

    [Fact]
    public void A_workshops_own_table_is_put_in_order_and_refused_where_it_cannot_be()
    {
        Assert.Equal(["a cap", "a rug"], Enough.Check([new("a rug", 3000), new("a cap", 90)]).Value.Select(u => u.Thing));
        Assert.Equal(
            ["things[0].thing missing", "things[1].metres out-of-range", "things[2].thing twice"],
            Enough.Check([new("", 10), new("a cap", 0), new("A CAP", 90)]).Refusals.Select(r => $"{r.Field} {r.Code}")
        );
        Assert.Equal(
            "things too-many",
            Enough
                .Check([.. Enumerable.Range(0, 25).Select(i => new UsualYarn($"thing {i}", 10))])
                .Refusals.Select(r => $"{r.Field} {r.Code}")
                .Single()
        );
    }

    [Fact]
    public void A_sample_takes_more_metres_of_a_thinner_yarn_and_fewer_grams()
    {
        // 12 cm of 14 wraps: stitches of 3.6 mm by 2.7 mm are 33 in 44 rows, each of 10.9 mm of yarn.
        Assert.Equal(33.07 * 44.1 * 0.010886 + 12, Enough.SampleMetres(14), 0.1);
        Assert.True(Enough.SampleMetres(20) > Enough.SampleMetres(10));
        Assert.True(
            Enough.Grams(Enough.SampleMetres(20), Wraps.Tex(20, 0.11)) < Enough.Grams(Enough.SampleMetres(10), Wraps.Tex(10, 0.11))
        );
    }

    [Fact]
    public void Judgements_stand_in_the_order_of_their_scales_and_once()
    {
        Assert.Equal(
            [SampleScale.Softness, SampleScale.Ease],
            ScaleMark.Check([new(SampleScale.Ease, 5), new(SampleScale.Softness, 1)]).Value.Select(m => m.Scale)
        );
        Assert.Equal(
            ["judged[0].mark out-of-range", "judged[1].scale twice", "judged[2].mark out-of-range"],
            ScaleMark
                .Check([new(SampleScale.Halo, 0), new(SampleScale.Halo, 3), new(SampleScale.Drape, 6)])
                .Refusals.Select(r => $"{r.Field} {r.Code}")
        );
    }

    [Theory]
    [InlineData(YarnKind.SemiWorsted, SemiNamedBy.Draw, "semi-worsted")]
    [InlineData(YarnKind.SemiWorsted, SemiNamedBy.Fibre, "semi-woollen")]
    [InlineData(YarnKind.SemiWoollen, SemiNamedBy.Draw, "semi-woollen")]
    [InlineData(YarnKind.SemiWoollen, SemiNamedBy.Fibre, "semi-worsted")]
    [InlineData(YarnKind.Woollen, SemiNamedBy.Fibre, "woollen")]
    [InlineData(YarnKind.Worsted, SemiNamedBy.Draw, "worsted")]
    public void A_mixed_yarn_is_named_after_the_draw_or_the_fibre(YarnKind kind, SemiNamedBy by, string name) =>
        Assert.Equal(name, kind.Words(by));

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

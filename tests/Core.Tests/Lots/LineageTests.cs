using CsCheck;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Tests.Ledger;
using Xunit;

namespace EarthyTuft.Core.Tests.Lots;

public class LineageTests
{
    [Fact]
    public void Total_yield_runs_back_to_the_raw_fleece()
    {
        var family = Course();
        var lineage = new Lineage(family.Entries, family.Settled);
        // 2000 raw, 1800 skirted, 1200 clean, 600 of it combed to 480: all of the clean half is behind the top.
        Assert.Equal(0.48, lineage.TotalYield(family["top"])!.Value, 0.5e-9);
        Assert.Equal(1000, lineage.Origins(family["top"]).Single().RawGrams, 0.5e-6);
        Assert.Equal(1, lineage.TotalYield(family["raw"])!.Value, 0.5e-9);
    }

    [Fact]
    public void Joined_lots_come_from_both_in_their_shares()
    {
        var family = Course();
        family.Step(StepKind.TakeIn, family.Out("other", 500));
        family.Step(StepKind.Card, family.Part("clean", 300), family.All("other"), family.Out("batt", 760), Family.Loss(40));
        var origins = new Lineage(family.Entries, family.Settled).Origins(family["batt"]);
        Assert.Equal(2, origins.Count);
        // 300 of 1200 clean stand for 500 raw of the first fleece; so do the 500 of the second.
        Assert.All(origins, o => Assert.Equal((500, 0.5), (Math.Round(o.RawGrams, 6), Math.Round(o.Share, 6))));
    }

    [Fact]
    public void An_unknown_mass_on_the_way_leaves_the_yield_unknown()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 2000));
        family.Step(StepKind.Skirt, family.All("raw"), family.Out("a", null), family.Out("b", null));
        var lineage = new Lineage(family.Entries, family.Settled);
        Assert.Null(lineage.TotalYield(family["a"]));
        Assert.Empty(lineage.Origins(family["a"]));
    }

    [Fact]
    public void Raw_weight_is_neither_made_nor_lost_by_splitting() =>
        Gen.Double[10, 900]
            .Array[1, 6]
            .Sample(parts =>
            {
                var family = new Family();
                family.Step(StepKind.TakeIn, family.Out("raw", 5000));
                family.Step(StepKind.Skirt, [family.All("raw"), .. parts.Select((g, i) => family.Out($"{i}", g))]);
                var lineage = new Lineage(family.Entries, family.Settled);
                Assert.Equal(5000, parts.Select((_, i) => lineage.Origins(family[$"{i}"]).Single().RawGrams).Sum(), 0.5e-5);
            });

    [Fact]
    public void A_very_long_family_is_traced_without_running_out_of_stack()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("0", 9000));
        for (var i = 0; i < 5000; i++)
        {
            family.Step(StepKind.Card, family.All($"{i}"), family.Out($"{i + 1}", 9000 - i - 1), Family.Loss(1));
        }

        Assert.Equal(4000.0 / 9000, new Lineage(family.Entries, family.Settled).TotalYield(family["5000"])!.Value, 0.5e-9);
    }

    [Fact]
    public void The_ribbon_splits_where_a_lot_was_divided_and_ends_where_fibre_still_lies()
    {
        var family = Course();
        var ribbon = Ribbon.Of(family["top"], family.Entries, family.Settled);
        Assert.Equal([0, 1, 2, 3], ribbon.Stages.Select(s => s.Column));
        var clean = ribbon.Bands.Where(b => b.LotId == family["clean"]).OrderBy(b => b.ToEntryId is null).ToArray();
        Assert.Equal([600.0, 600.0], clean.Select(b => Math.Round(b.Grams!.Value)));
        Assert.Equal([true, false], clean.Select(b => b.OnPath));
        var wash = ribbon.Strands.Single(s => s.ByDifference);
        Assert.Equal((600, 1.0 / 3), (Math.Round(wash.Grams!.Value), wash.Share!.Value), new Near());
        Assert.DoesNotContain(ribbon.Bands, b => b.LotId == family["raw"] && b.ToEntryId is null);
    }

    private static Family Course()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 2000));
        family.Step(StepKind.Skirt, family.All("raw"), family.Out("skirted", 1800), Family.Loss(200));
        family.Step(StepKind.Wash, family.All("skirted"), family.Out("clean", 1200), Family.Gone());
        family.Step(StepKind.Comb, family.Part("clean", 600), family.Out("top", 480), Family.Loss(120));
        return family;
    }

    private sealed class Near : IEqualityComparer<(double, double)>
    {
        public bool Equals((double, double) x, (double, double) y) =>
            Math.Abs(x.Item1 - y.Item1) < 1e-9 && Math.Abs(x.Item2 - y.Item2) < 1e-9;

        public int GetHashCode((double, double) obj) => 0;
    }
}

public class LotCodeTests
{
    [Theory]
    [InlineData("Gotland", "G")]
    [InlineData("", "F")]
    [InlineData("Jacob", "F")]
    [InlineData("Gotland / Romney", "X")]
    [InlineData("\u00C4ndu", "F")]
    public void The_letter_says_what_it_is(string breed, string letter) =>
        Assert.Equal(letter, LotCode.Letter(Core.Fibres.Parentage.Read(breed, "breed").Value));

    [Fact]
    public void Codes_count_on_from_their_root()
    {
        Assert.Equal("G-03", LotCode.Root("G", 3));
        Assert.Equal("G-03.2", LotCode.Child("G-03", 2));
        Assert.Equal(["KM-01", "KM-09", "KM-10", "KM-100"], new[] { 1, 9, 10, 100 }.Select(LotCode.Roots("KM").Code));
        Assert.Equal(["G-03.2", "G-03.10"], new[] { LotCode.Children("G-03").First, 10 }.Select(LotCode.Children("G-03").Code));
        Assert.Equal("G-03", LotCode.SharedRoot(["G-03.2", "G-03.5"]));
        Assert.Null(LotCode.SharedRoot(["G-03.2", "W-01"]));
    }
}

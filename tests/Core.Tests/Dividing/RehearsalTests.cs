using CsCheck;
using EarthyTuft.Core.Dividing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Yarns;
using Xunit;

namespace EarthyTuft.Core.Tests.Dividing;

/// <summary>Strips in order for each ply, and what they look like as yarn and as knitting.</summary>
public class RehearsalTests
{
    private static readonly Shade Red = Shade.Of("#C04020"),
        Gold = Shade.Of("#E0A030"),
        Blue = Shade.Of("#204080");
    private static readonly StripColour[] Colours = [new("a", Red), new("b", Gold), new("c", Blue)];
    private static readonly RehearsalWish Wish = new(100, 5, HeldAs.Fold, YarnStructure.Plain, 20, 10, 12, 4, 5);

    private static PlyWish Ply(
        PlyOrder order = PlyOrder.Same,
        int by = 0,
        string[]? own = null,
        Shade? plain = null,
        params double[] grams
    ) => new(order, by, own ?? [], plain, grams);

    private static string[] Names(IReadOnlyList<Strip> strips) => [.. strips.Select(s => s.Name)];

    private static IReadOnlyList<IReadOnlyList<Strip>> Of(string repeat, int times, double grams, params PlyWish[] plies) =>
        StripOrder.Of(StripOrder.First(StripOrder.Read(repeat, ["a", "b", "c"], "repeat").Value, times, false), Colours, plies, grams);

    [Theory]
    [InlineData("a b c b", "a b c b")]
    [InlineData("a,b,  c", "a b c")]
    [InlineData("aab", "a a b")]
    public void A_repeat_is_read_as_people_write_it(string typed, string read) =>
        Assert.Equal(read.Split(' '), StripOrder.Read(typed, ["a", "b", "c"], "repeat").Value);

    [Theory]
    [InlineData("", "empty")]
    [InlineData(null, "empty")]
    [InlineData("a b d", "unknown-name")]
    [InlineData("axb", "unknown-name")]
    public void What_is_no_repeat_is_refused(string? typed, string code) =>
        Assert.Equal(code, Assert.Single(StripOrder.Read(typed, ["a", "b", "c"], "repeat").Refusals).Code);

    [Fact]
    public void Plies_follow_the_first_or_go_their_own_way()
    {
        Assert.Equal(["a", "b", "b", "a"], StripOrder.First(["a", "b"], 2, mirrored: true));
        var plies = Of("a b c", 2, 10, Ply(), Ply(PlyOrder.Offset, 1), Ply(PlyOrder.Mirrored), Ply(PlyOrder.Plain, plain: Gold));
        Assert.Equal(["a", "b", "c", "a", "b", "c"], Names(plies[0]));
        Assert.Equal(["c", "a", "b", "c", "a", "b"], Names(plies[1]));
        Assert.Equal(["c", "b", "a", "c", "b", "a"], Names(plies[2]));
        Assert.All(plies[3], s => Assert.Equal(("", Gold), (s.Name, s.Colour)));
        Assert.Equal(["b", "b"], Names(Of("a b c", 1, 10, Ply(PlyOrder.Own, own: ["b", "b"]))[0]));
        Assert.Equal(["b", "c", "a"], Names(Of("a b c", 1, 10, Ply(PlyOrder.Offset, -1))[0]));
    }

    [Fact]
    public void A_strip_is_metres_a_stripe_is_rows_and_an_uneven_one_lets_the_plies_drift()
    {
        var rehearsal = new Rehearsal(Of("a b c", 2, 10, Ply(), Ply(grams: [10, 10.5, 10])), Wish);
        Assert.Equal([600, 605], rehearsal.Metres.Select(m => Math.Round(m, 6)));
        Assert.Equal(600, rehearsal.YarnMetres, 1e-9);
        Assert.Equal((1, 5.0), (rehearsal.Drift(1)!.Value.Strip, Math.Round(rehearsal.Drift(1)!.Value.Metres, 6)));
        // 100 m of yarn at 12 mm a stitch and 20 stitches a row.
        Assert.Equal(100 / 0.24, rehearsal.RowsOf(rehearsal.StripeMetres(new Strip("a", Red, 10))), 1e-6);
        Assert.Null(new Rehearsal(Of("a b c", 1, 10, Ply(), Ply(PlyOrder.Own, own: ["a"])), Wish).Drift(1));
        var chain = new Rehearsal(Of("a b", 1, 15, Ply()), Wish with { Plied = YarnStructure.Chain });
        Assert.Equal(100, chain.YarnMetres, 1e-9);
        Assert.Equal([Red, Red, Red], chain.Strands(10));
        Assert.Equal([Gold, Gold, Gold], chain.Strands(60));
    }

    // The colour at any place, found by walking the strips from the beginning.
    [Fact]
    public void Away_from_the_joins_singles_are_the_colour_of_their_strip() =>
        Gen.Select(Gen.Int[0, 2].Array[1, 30], Gen.Double[1, 20].Array[30], Gen.Double[0, 1])
            .Sample(
                (order, grams, part) =>
                {
                    Strip[] strips = [.. order.Select((o, i) => new Strip(Colours[o].Name, Colours[o].Colour, grams[i]))];
                    var rehearsal = new Rehearsal([strips], Wish);
                    var metre = part * rehearsal.Metres[0];
                    var (at, left) = (0, metre);
                    while (at < strips.Length - 1 && left >= strips[at].Grams * 10)
                    {
                        left -= strips[at++].Grams * 10;
                    }

                    // The taper is 0.75 m of singles here, a strip at least 10 m.
                    if (left > 0.4 && strips[at].Grams * 10 - left > 0.4)
                    {
                        Assert.Equal(strips[at].Colour, rehearsal.At(0, metre));
                    }
                }
            );

    [Fact]
    public void Held_straight_neighbours_run_into_one_another_and_from_the_fold_they_stay_blocks()
    {
        int Between(HeldAs held)
        {
            var rehearsal = new Rehearsal(Of("a c", 1, 10, Ply()), Wish with { Held = held });
            Assert.Equal(Shade.Mix([(Red, 1), (Blue, 1)]), rehearsal.At(0, 100));
            return Enumerable.Range(0, 2000).Count(i => rehearsal.At(0, i * 0.1) is var colour && colour != Red && colour != Blue);
        }

        Assert.InRange(Between(HeldAs.Straight), 28, 32);
        Assert.InRange(Between(HeldAs.Fold), 6, 9);
    }

    [Fact]
    public void One_colour_is_that_colour_from_near_and_far_and_the_patch_ends_with_the_yarn()
    {
        var rehearsal = new Rehearsal(Of("a a", 1, 10, Ply(), Ply()), Wish);
        foreach (var eye in new[] { Rehearsal.InHand, Rehearsal.AcrossARoom })
        {
            var patch = rehearsal.Patch(eye);
            Assert.Equal((10, 40), (patch.Count, patch[0].Count));
            Assert.All(patch.SelectMany(r => r), c => Assert.Equal(Red, c));
        }

        Assert.Equal(4, new Rehearsal(Of("a", 1, 0.1, Ply()), Wish).Patch(Rehearsal.InHand).Count);
    }

    [Fact]
    public void Two_colours_plied_fine_merge_from_across_a_room_and_not_in_the_hand()
    {
        var strips = new IReadOnlyList<Strip>[] { [new("a", Red, 30)], [new("b", Gold, 30)] };
        var fine = new Rehearsal(strips, Wish with { StitchWide = 0.6, RowHigh = 0.6, Stitches = 40, Rows = 30 });
        var merged = Shade.Of("#D17C29");
        Assert.True(fine.Patch(Rehearsal.AcrossARoom)[15][40].Unlike(merged) < 2);
        var coarse = new Rehearsal(strips, Wish with { StitchWide = 6, RowHigh = 6, Stitches = 20, Rows = 10 });
        var near = coarse.Patch(Rehearsal.InHand)[5];
        Assert.All(near, c => Assert.True(Math.Min(c.Unlike(Red), c.Unlike(Gold)) < 3));
        Assert.Contains(near, c => c.Unlike(Red) < 3);
        Assert.Contains(near, c => c.Unlike(Gold) < 3);
    }

    [Fact]
    public void A_cable_winds_its_two_pairs_about_one_another()
    {
        var strips = Colours
            .Append(new StripColour("d", Shade.Undyed))
            .Select(c => (IReadOnlyList<Strip>)[new Strip(c.Name, c.Colour, 5)])
            .ToArray();
        Assert.Equal([Red, Blue, Gold, Shade.Undyed], new Rehearsal(strips, Wish with { Plied = YarnStructure.Cable }).Strands(1));
        Assert.Equal([Red, Gold, Blue, Shade.Undyed], new Rehearsal(strips, Wish).Strands(1));
    }

    [Fact]
    public void What_plying_takes_up_shortens_yarn_and_stripes_and_makes_the_yarn_heavier()
    {
        // Two plies of 60 g of 62 tex: 967.7 m of singles each.
        var plies = Of("a b c", 1, 20, Ply(), Ply());
        var rehearsal = new Rehearsal(plies, Wish with { SinglesTex = 62, TakeUpPercent = 5 });
        Assert.Equal(967.7, rehearsal.Metres[0], 1);
        Assert.Equal(921.7, rehearsal.YarnMetres, 1);
        Assert.Equal(130.2, rehearsal.YarnTex, 1);
        Assert.Equal(967.7 / 3 / 1.05, rehearsal.StripeMetres(plies[0][0]), 1);
        // Its last metre is of the last colour, and none of it is missing.
        Assert.All(rehearsal.Strands(rehearsal.YarnMetres - 1), s => Assert.Equal(Blue, s));
        Assert.Equal(967.7, new Rehearsal(plies, Wish with { SinglesTex = 62 }).YarnMetres, 1);
    }

    [Fact]
    public void A_repeat_is_gone_through_as_often_as_its_scarcest_colour_lasts() =>
        Gen.Select(Gen.Double[1, 40], Gen.Double[0.5, 10], Gen.Int[1, 3], Gen.Double[1, 60])
            .Sample(
                (a, grams, count, b) =>
                {
                    var once = Of("a b", 1, grams, [.. Enumerable.Repeat(Ply(), count)]);
                    var times = StripOrder.Times(once, new Dictionary<string, double> { ["a"] = a, ["b"] = b }, 100);
                    var needed = times * count * grams;
                    Assert.InRange(times, 1, 100);
                    Assert.True(times == 1 || needed <= Math.Min(a, b) + 1e-6);
                    Assert.True(times == 100 || needed + (count * grams) > Math.Min(a, b) - 1e-6);
                }
            );

    [Fact]
    public void A_colour_of_no_lot_lasts_for_ever_and_no_ply_has_more_strips_than_can_be_told()
    {
        var once = Of("a b", 1, 1, Ply());
        Assert.Equal(1, StripOrder.Times(once, new Dictionary<string, double>(), 100));
        Assert.Equal(100, StripOrder.Times(once, new Dictionary<string, double> { ["a"] = 1e6 }, 100));
        Assert.Equal(200, StripOrder.Times(once, new Dictionary<string, double> { ["a"] = 1e6 }, 1000));
    }
}

using CsCheck;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Photographs;
using Xunit;

namespace EarthyTuft.Core.Tests.Photographs;

/// <summary>The main colours of pictures that are made as pictures are: with noise, with light from one side, with a little of something
/// else.</summary>
public class MainColoursTests
{
    private static readonly Shade Rust = new(0xA2, 0x40, 0x2B);
    private static readonly Shade Gold = new(0xC7, 0x9A, 0x2B);
    private static readonly Shade Blue = new(0x3E, 0x6A, 0x96);
    private static readonly Shade Cream = new(0xEF, 0xE3, 0xC6);

    /// <summary>Dots of colours at their shares; each is lit a little more or less from left to right, and noisy.</summary>
    private static Shade[] Dots(Random random, double light, double noise, params (Shade Colour, double Share)[] parts)
    {
        const int All = 20_000;
        var dots = new List<Shade>();
        foreach (var (colour, share) in parts)
        {
            var count = (int)Math.Round(share * All);
            for (var i = 0; i < count; i++)
            {
                var lit = 1 + light * (2.0 * i / count - 1);
                byte Channel(byte c) =>
                    (byte)Math.Clamp(c * lit + noise * (random.NextDouble() + random.NextDouble() + random.NextDouble() - 1.5) * 2, 0, 255);
                dots.Add(new Shade(Channel(colour.Red), Channel(colour.Green), Channel(colour.Blue)));
            }
        }

        var shuffled = dots.ToArray();
        random.Shuffle(shuffled);
        return shuffled;
    }

    [Fact]
    public void Colours_and_shares_are_found_through_noise_and_uneven_light()
    {
        var random = new Random(20261127);
        (Shade, double)[] parts = [(Rust, 0.42), (Gold, 0.28), (Blue, 0.2), (Cream, 0.1)];
        var found = MainColours.Of(Dots(random, 0.12, 9, parts)).Value;
        Assert.True(found.Count == 4, string.Join(", ", found.Select(f => $"{f.Colour.Hex} {f.Share:0.000}")));
        foreach (var (found1, (colour, share)) in found.Zip(parts))
        {
            Assert.True(found1.Colour.Unlike(colour) < 5, $"{found1.Colour.Hex} for {colour.Hex}");
            Assert.Equal(share, found1.Share, 0.03);
        }
    }

    [Fact]
    public void Where_fibres_of_two_colours_cross_neither_is_lost()
    {
        var random = new Random(20261128);
        var plain = Dots(random, 0.08, 7, (Rust, 0.22), (Gold, 0.18), (Cream, 0.2), (Blue, 0.2));
        Shade[] Crossed(Shade a, Shade b) =>
            [.. Enumerable.Range(0, 1400).Select(_ => random.NextDouble()).Select(t => Shade.Mix([(a, t), (b, 1 - t)]))];
        var found = MainColours.Of([.. plain, .. Crossed(Rust, Gold), .. Crossed(Gold, Blue), .. Crossed(Blue, Cream)]).Value;
        foreach (var colour in new[] { Rust, Gold, Cream, Blue })
        {
            var nearest = found.MinBy(f => f.Colour.Unlike(colour))!;
            Assert.True(
                nearest.Colour.Unlike(colour) < 8 && nearest.Share > 0.15,
                string.Join(", ", found.Select(f => $"{f.Colour.Hex} {f.Share:0.000}"))
            );
        }
    }

    [Fact]
    public void Light_and_shade_on_one_colour_are_one_colour_and_a_speck_is_none()
    {
        var random = new Random(5);
        Assert.Single(MainColours.Of(Dots(random, 0.1, 6, (Rust, 0.995), (Blue, 0.005))).Value);
        Assert.Equal(1, MainColours.Of([Gold, Gold]).Value[0].Share);
    }

    [Fact]
    public void Never_more_than_are_wanted_and_their_shares_are_one() =>
        Gen.Select(Gen.Int[0, 255].Array[3].Array[1, 60], Gen.Int[1, MainColours.Most])
            .Sample(
                (dots, most) =>
                {
                    Shade[] shades = [.. dots.Select(d => new Shade((byte)d[0], (byte)d[1], (byte)d[2]))];
                    var found = MainColours.Of(shades, most).Value;
                    Assert.InRange(found.Count, 1, most);
                    Assert.Equal(1, found.Sum(f => f.Share), 9);
                    Assert.Equal(found.OrderByDescending(f => f.Share), found);
                    // The order of the dots is nobody's choice.
                    Assert.Equal(
                        found.Select(f => (f.Colour, Math.Round(f.Share, 6))),
                        MainColours.Of([.. shades.Reverse()], most).Value.Select(f => (f.Colour, Math.Round(f.Share, 6)))
                    );
                },
                iter: 300
            );

    [Theory]
    [InlineData(0)]
    [InlineData(9)]
    public void So_many_colours_are_not_to_be_had(int most) =>
        Assert.Equal(
            ("most", "out-of-range"),
            (MainColours.Of([Rust], most).Refusals[0].Field, MainColours.Of([Rust], most).Refusals[0].Code)
        );

    [Fact]
    public void Of_nothing_there_are_no_colours() => Assert.Equal("empty", MainColours.Of([]).Refusals[0].Code);

    [Fact]
    public void What_comes_near_stands_for_a_colour_and_what_does_not_is_lacking()
    {
        MainColour[] colours = [new(Rust, 0.5), new(new Shade(0xB2, 0x4A, 0x30), 0.1), new(Blue, 0.4)];
        var matches = ColourMatches.Of<string>(colours, [("gold", Gold), ("rust", new Shade(0xA6, 0x44, 0x2E))]);
        Assert.Equal(["rust", "rust"], matches.Take(2).Select(m => m.Nearest));
        Assert.Equal([false, false, true], matches.Select(m => m.IsLacking));
        Assert.Equal([("rust", 100)], ColourMatches.Recipe(matches));
        Assert.All(ColourMatches.Of<string>(colours, []), m => Assert.True(m is { IsLacking: true, Nearest: null, Unlike: null }));
        Assert.Empty(ColourMatches.Recipe(ColourMatches.Of<string>(colours, [])));
    }

    [Fact]
    public void A_recipe_is_whole_and_a_repeat_has_every_colour_about_as_often_as_its_share() =>
        Gen.Double[0.01, 1]
            .Array[1, MainColours.Most]
            .Sample(shares =>
            {
                var all = shares.Sum();
                var matches = shares
                    .Select((s, i) => new ColourMatch<string>(new MainColour(Rust, s / all), $"lot {i}", 1, false))
                    .ToArray();
                Assert.Equal(100, ColourMatches.Recipe(matches).Sum(r => r.Percent));
                var repeat = ColourMatches.Repeat(shares);
                Assert.InRange(repeat.Count, shares.Length, ColourMatches.MostStrips);
                Assert.Equal(Enumerable.Range(0, shares.Length), repeat.Distinct().Order());
                var longest = repeat.Count;
                for (var i = 0; i < shares.Length; i++)
                {
                    // One strip is the least there can be, and where one colour is small another gives way to it.
                    Assert.True(
                        Math.Abs((double)repeat.Count(r => r == i) / longest - shares[i] / all)
                            <= Math.Max(0.06, (double)shares.Length / longest),
                        string.Join(' ', repeat)
                    );
                }
            });

    [Fact]
    public void A_repeat_spreads_what_comes_often()
    {
        Assert.Equal([0, 1, 0, 2], ColourMatches.Repeat([0.5, 0.25, 0.25]));
        Assert.Equal([0, 1], ColourMatches.Repeat([0.5, 0.5]));
        Assert.Equal([0], ColourMatches.Repeat([3]));
    }
}

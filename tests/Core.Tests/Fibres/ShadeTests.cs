using CsCheck;
using EarthyTuft.Core.Fibres;
using Xunit;

namespace EarthyTuft.Core.Tests.Fibres;

/// <summary>Colours of lots, and how the eye merges them.</summary>
public class ShadeTests
{
    private static Shade Hex(string code) => Shade.Of(code);

    [Theory]
    [InlineData("#C04020", "#E0A030", "#D17C29")]
    [InlineData("#204080", "#E8C040", "#AC9266")]
    public void Equal_parts_merge_in_linear_light(string one, string other, string merged) =>
        Assert.Equal(merged, Shade.Mix([(Hex(one), 1), (Hex(other), 1)]).Hex);

    [Fact]
    public void A_mix_lies_between_its_parts_and_of_one_colour_is_that_colour()
    {
        var shades = Gen.Select(Gen.Byte, Gen.Byte, Gen.Byte).Select(c => new Shade(c.Item1, c.Item2, c.Item3));
        Gen.Select(shades, shades, Gen.Double[0.01, 1])
            .Sample(
                (a, b, share) =>
                {
                    var mix = Shade.Mix([(a, share), (b, 1 - share)]);
                    Assert.InRange(mix.Red, Math.Min(a.Red, b.Red), Math.Max(a.Red, b.Red));
                    Assert.Equal(a, Shade.Mix([(a, share), (a, 3)]));
                    Assert.Equal(a, Shade.Of(a.Hex));
                    Assert.Equal(a.Unlike(b), b.Unlike(a), 1e-9);
                    Assert.Equal(0, a.Unlike(a), 1e-9);
                }
            );
    }

    [Theory]
    [InlineData("dawn #c04020", "#C04020")]
    [InlineData("dark grey", "#6C6863")]
    [InlineData("weld yellow", "#B7881B")]
    [InlineData("", "#E9DDC6")]
    [InlineData("as it grew", "#E9DDC6")]
    public void Words_name_a_colour_and_a_code_outranks_them(string words, string hex) => Assert.Equal(hex, Shade.Of(words).Hex);

    [Theory]
    [InlineData("#GG0000")]
    [InlineData("#1234567")]
    [InlineData("sparkling")]
    [InlineData("")]
    [InlineData(null)]
    public void What_is_no_colour_is_refused(string? typed)
    {
        var refusal = Assert.Single(Shade.Read(typed, "colour").Refusals);
        Assert.Equal(("colour", "not-a-colour"), (refusal.Field, refusal.Code));
    }

    [Fact]
    public void Lab_is_the_known_one_of_white_and_red()
    {
        var white = new Shade(255, 255, 255).Lab();
        Assert.Equal(100, white.L, 0.01);
        Assert.Equal(0, white.A, 0.05);
        var red = new Shade(255, 0, 0).Lab();
        Assert.Equal((53.2, 80.1, 67.2), (Math.Round(red.L, 1), Math.Round(red.A, 1), Math.Round(red.B, 1)));
    }
}

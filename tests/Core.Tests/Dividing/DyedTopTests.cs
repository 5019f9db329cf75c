using CsCheck;
using EarthyTuft.Core.Dividing;
using Xunit;

namespace EarthyTuft.Core.Tests.Dividing;

/// <summary>A top that was dyed along its length, as strips to rehearse.</summary>
public class DyedTopTests
{
    private static readonly IReadOnlyList<DyedStretch> Along = DyedTop.Read("a 20 cm, b 35 cm; c 0.45 m", "along").Value;

    [Fact]
    public void Colours_are_read_with_their_lengths_in_any_unit()
    {
        Assert.Equal([("a", 0.2), ("b", 0.35), ("c", 0.45)], Along.Select(s => (s.Name, Math.Round(s.Metres, 6))));
        Assert.Equal(0.254, DyedTop.Read("a 10 in", "along").Value[0].Metres, 6);
        Assert.Equal("empty", Assert.Single(DyedTop.Read(" ", "along").Refusals).Code);
        Assert.Equal("along", Assert.Single(DyedTop.Read("a 20 cm, b", "along").Refusals).Field);
        Assert.Single(DyedTop.Read("a long", "along").Refusals);
    }

    [Fact]
    public void Straight_split_turned_and_folded_bring_the_same_top_in_other_orders()
    {
        string Names(DyedTopAs way, int parts) => string.Join(' ', DyedTop.Lay(Along, 20, way, parts, 1).Value.Select(s => s.Name));
        Assert.Equal("a b c", Names(DyedTopAs.Straight, 3));
        Assert.Equal("a b c", Names(DyedTopAs.Folded, 3));
        Assert.Equal("a b c a b c a b c", Names(DyedTopAs.Split, 3));
        Assert.Equal("a b c c b a a b c", Names(DyedTopAs.Turned, 3));
        Assert.Equal(2, DyedTop.Lay(Along, 20, DyedTopAs.Split, 1, 2).Value[0].Grams, 9);
    }

    [Fact]
    public void None_of_it_is_lost_however_it_is_brought_to_the_hand() =>
        Gen.Select(Gen.Enum<DyedTopAs>(), Gen.Int[1, DyedTop.MostParts], Gen.Int[1, 4], Gen.Double[1, 60])
            .Sample(
                (way, parts, plies, grams) =>
                    Assert.Equal(grams, DyedTop.Lay(Along, grams, way, parts, plies).Value.Sum(s => s.Grams) * plies, 6)
            );

    [Theory]
    [InlineData(0)]
    [InlineData(41)]
    public void It_is_split_into_so_many_parts_as_can_be(int parts) =>
        Assert.Equal("parts", Assert.Single(DyedTop.Lay(Along, 20, DyedTopAs.Split, parts, 1).Refusals).Field);
}

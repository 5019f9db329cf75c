using CsCheck;
using EarthyTuft.Core.Dividing;
using Xunit;

namespace EarthyTuft.Core.Tests.Dividing;

/// <summary>Pieces of fibre to be folded over a finger.</summary>
public class FoldPieceTests
{
    [Theory]
    [InlineData(95d, 95, FoldPieceFrom.Staple)]
    [InlineData(142d, 140, FoldPieceFrom.Staple)]
    [InlineData(45d, 75, FoldPieceFrom.Hand)]
    [InlineData(null, 75, FoldPieceFrom.Hand)]
    public void A_piece_is_a_staple_long_and_long_enough_to_be_held(double? staple, double expected, FoldPieceFrom from) =>
        Assert.Equal(new FoldPiece(expected, from), FoldPiece.Of(staple, FoldPiece.TypicalHand).Value);

    [Theory]
    [InlineData(0)]
    [InlineData(39.9)]
    [InlineData(151)]
    [InlineData(double.NaN)]
    public void What_is_no_hand_is_refused(double hand) =>
        Assert.Equal(
            ("handMillimetres", "out-of-range"),
            Assert.Single(FoldPiece.Of(100, hand).Refusals) is var r ? (r.Field, r.Code) : default
        );

    [Fact]
    public void Pieces_hold_all_of_the_supply_and_one_fewer_would_not() =>
        Gen.Select(Gen.Double[0.1, 5000], Gen.Double[0.05, 200], Gen.Double[20, 500])
            .Sample(
                (grams, supply, piece) =>
                {
                    var count = FoldPiece.Count(grams, supply, piece);
                    Assert.True(count * piece >= grams / supply * 1000 * (1 - 1e-9));
                    Assert.True(count == 1 || (count - 1) * piece < grams / supply * 1000);
                }
            );
}

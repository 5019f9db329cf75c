using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Dividing;

/// <summary>Why a piece for the fold is as long as it is.</summary>
public enum FoldPieceFrom
{
    /// <summary>It is one staple: a supply that is pulled apart parts there.</summary>
    Staple,

    /// <summary>The staple is shorter than what the hand can hold folded: several lie one behind another.</summary>
    Hand,
}

/// <summary>A piece of fibre to be folded over a finger and spun from its middle (docs/craft.md, section 11).</summary>
/// <param name="Millimetres">How long it is pulled off.</param>
/// <param name="From">What makes it so long.</param>
public sealed record FoldPiece(double Millimetres, FoldPieceFrom From)
{
    /// <summary>The breadth of a hand over its four fingers when nobody measured, in millimetres.</summary>
    public const double TypicalHand = 85;

    /// <summary>The narrowest hand that is believed, in millimetres.</summary>
    public const double LeastHand = 40;

    /// <summary>The widest hand that is believed, in millimetres.</summary>
    public const double MostHand = 150;

    // Once around a finger and both ends under the others: of the hand's breadth (ours).
    private const double HeldShare = 0.9;

    /// <summary>Proposes how long a piece is.</summary>
    /// <param name="stapleMillimetres">The longest staple among what is spun, above zero; null where nobody measured it.</param>
    /// <param name="handMillimetres">The breadth of the hand, from <see cref="LeastHand" /> to <see cref="MostHand" />.</param>
    /// <returns>The piece, to five millimetres; or <c>out-of-range</c> at <c>handMillimetres</c>.</returns>
    public static Result<FoldPiece> Of(double? stapleMillimetres, double handMillimetres) =>
        new Guard(StripFields.Subjects)
            .Within(handMillimetres, LeastHand, MostHand, "handMillimetres")
            .Then<FoldPiece>(() =>
            {
                var held = handMillimetres * HeldShare;
                var (length, from) =
                    stapleMillimetres is { } staple && staple >= held ? (staple, FoldPieceFrom.Staple) : (held, FoldPieceFrom.Hand);
                return new FoldPiece(Math.Round(length / 5) * 5, from);
            });

    /// <summary>How many pieces so much supply makes, its last one shorter.</summary>
    /// <param name="grams">Of the supply, above zero.</param>
    /// <param name="supplyGramsPerMetre">How heavy it is for its length, above zero.</param>
    /// <param name="millimetres">How long a piece is, above zero.</param>
    public static int Count(double grams, double supplyGramsPerMetre, double millimetres) =>
        Math.Max(1, (int)Math.Ceiling(grams / supplyGramsPerMetre * 1000 / millimetres - 1e-9));
}

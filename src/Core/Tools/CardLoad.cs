using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Runs;

namespace EarthyTuft.Core.Tools;

/// <summary>How much fibre typically goes on a cloth at once (docs/craft.md, section 9).</summary>
public static class CardLoad
{
    // A pair of hand cards of 20 by 12 cm takes 4 g of medium wool; a drum 0.045 g and a board about 0.03 g on a square centimetre.
    private const double OnHandCards = 4.0 / 240,
        OnDrum = 0.045,
        OnBoard = 0.03;

    /// <summary>What is typical.</summary>
    /// <param name="kind">Hand cards, a drum or a board.</param>
    /// <param name="cloth">Its cloth.</param>
    /// <param name="of">The fibre's class, null when not known.</param>
    public static LoadSize Typical(ToolKind kind, Cloth cloth, FleeceClass? of)
    {
        var each = kind switch
        {
            ToolKind.HandCards => OnHandCards,
            ToolKind.DrumCarder => OnDrum,
            ToolKind.BlendingBoard => OnBoard,
            _ => throw new ArgumentOutOfRangeException(nameof(kind)),
        };
        return new LoadSize(cloth.SquareCentimetres * each * (of.TakesSmallLoads() ? 0.5 : 1), 0);
    }
}

using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Tools;

namespace EarthyTuft.Core.Carding;

/// <summary>What does not suit between a cloth and the fibre: said before the first load, never in the way.</summary>
public enum CardCaution
{
    /// <summary>Teeth too far apart for so fine a fibre: neps and breakage.</summary>
    ClothTooOpen,

    /// <summary>Teeth too close for so coarse a fibre: it drags.</summary>
    ClothTooClose,

    /// <summary>Too long to card: comb it.</summary>
    StapleTooLong,

    /// <summary>Long: thin loads laid crosswise and few strokes.</summary>
    StapleLong,

    /// <summary>Very fine down goes over hand cards, never over the drum.</summary>
    DownOnDrum,

    /// <summary>More than the cloth takes at once.</summary>
    Overload,
}

/// <summary>Holds a cloth and a load against the fibre (docs/craft.md, section 9).</summary>
public static class CardFit
{
    /// <summary>Staples up to this length card well, in millimetres.</summary>
    public const double CardsWellMillimetres = 75;

    /// <summary>A load this many times the most per load stands above half the teeth.</summary>
    private const double Heavy = 1.5;

    /// <summary>The cloth that suits a fineness.</summary>
    /// <param name="micron">In micrometres, above zero.</param>
    /// <returns>Teeth per square inch, from and to; very fine fibre has no upper end, cotton cards do.</returns>
    public static Span Teeth(double micron) =>
        micron switch
        {
            > 32 => new(36, 54),
            >= 25 => new(54, 72),
            >= 20 => new(72, 96),
            _ => new(96, Cloth.MostTeeth),
        };

    /// <summary>What does not suit.</summary>
    /// <param name="kind">Hand cards, a drum or a board.</param>
    /// <param name="cloth">Its cloth.</param>
    /// <param name="of">The fibre's class, null when not known.</param>
    /// <param name="micron">Its fineness, from and to, null when not known.</param>
    /// <param name="stapleMillimetres">Its staple, null when not known.</param>
    /// <param name="load">The most per load on this cloth.</param>
    /// <param name="gramsPerLoad">What is planned per load.</param>
    public static IReadOnlyList<CardCaution> Cautions(
        ToolKind kind,
        Cloth cloth,
        FleeceClass? of,
        Span? micron,
        double? stapleMillimetres,
        LoadSize load,
        double gramsPerLoad
    )
    {
        var cautions = new List<CardCaution>();
        if (stapleMillimetres > CardingStation.LongestMillimetres)
        {
            cautions.Add(CardCaution.StapleTooLong);
        }
        else if (stapleMillimetres > CardsWellMillimetres)
        {
            cautions.Add(CardCaution.StapleLong);
        }

        var isDown = of.IsFineDown() || of is FleeceClass.Plant;
        if (kind == ToolKind.DrumCarder && isDown)
        {
            cautions.Add(CardCaution.DownOnDrum);
        }

        if (cloth.TeethPerSquareInch is { } teeth && micron is { } fineness)
        {
            // A breed is a range: only what suits no part of it does not suit.
            if (teeth < Teeth(fineness.High).Low)
            {
                cautions.Add(CardCaution.ClothTooOpen);
            }
            else if (teeth > Teeth(fineness.Low).High)
            {
                cautions.Add(CardCaution.ClothTooClose);
            }
        }

        if (gramsPerLoad > Heavy * load.Grams)
        {
            cautions.Add(CardCaution.Overload);
        }

        return cautions;
    }
}

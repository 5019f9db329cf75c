using EarthyTuft.Core.Fibres;

namespace EarthyTuft.Core.Spinning;

/// <summary>Why a yarn begins where it begins.</summary>
public enum BeginsBy
{
    /// <summary>The fibre is not known.</summary>
    Nothing,

    /// <summary>Long and lustrous: few turns hold it, and more hide its shine.</summary>
    LongLustre,

    /// <summary>Of middling length.</summary>
    Middling,

    /// <summary>Fine: so many turns as its crimp takes.</summary>
    Fine,

    /// <summary>So short that only turns hold it.</summary>
    Short,

    /// <summary>Cotton and the like: short, smooth and without crimp.</summary>
    Plant,
}

/// <summary>How firmly singles are twisted; schools differ, so it is a choice (docs/craft.md, section 14).</summary>
public enum Firmness
{
    /// <summary>So that they hold.</summary>
    Usual,

    /// <summary>Soft singles for knitting: a fifth fewer turns than hold by themselves.</summary>
    Soft,

    /// <summary>Hard singles for a warp: a third more.</summary>
    Hard,
}

/// <summary>Where to begin with the yarn of a fibre, before anything was tried (typical; docs/craft.md, section 15).</summary>
/// <param name="Degrees">Angle of the plies that suits it; a reading within it is near enough.</param>
/// <param name="DrawMillimetres">Yarn made before it winds on: the shorter the staple, the shorter.</param>
/// <param name="By">Why.</param>
/// <param name="Plies">Strands: three make a round yarn of fine wool that stands wear, and two do for everything else (typical).</param>
public sealed record YarnBeginning(Span Degrees, double DrawMillimetres, BeginsBy By, int Plies = 2)
{
    /// <summary>Staples below it, in millimetres, are held by their turns alone (ours).</summary>
    public const double ShortStaple = 40;

    private const double UsualDraw = 150,
        ShortDraw = 100,
        LongStaple = 120,
        LongDraw = 200;

    /// <summary>Reckons.</summary>
    /// <param name="of">Class of the fibre; null where it is not known.</param>
    /// <param name="stapleMillimetres">Above zero; null where nobody measured.</param>
    public static YarnBeginning Of(FleeceClass? of, double? stapleMillimetres)
    {
        var isShort = stapleMillimetres is { } staple ? staple < ShortStaple : of.IsFineDown();
        var (degrees, by) = of switch
        {
            FleeceClass.Plant => (new Span(28, 36), BeginsBy.Plant),
            not null when isShort => (new Span(28, 32), BeginsBy.Short),
            FleeceClass.Long or FleeceClass.Mohair => (new Span(18, 22), BeginsBy.LongLustre),
            FleeceClass.Fine or FleeceClass.Cashmere or FleeceClass.Undercoat or FleeceClass.Angora => (new Span(25, 28), BeginsBy.Fine),
            null => (new Span(22, 28), BeginsBy.Nothing),
            _ => (new Span(22, 26), BeginsBy.Middling),
        };
        var draw =
            isShort || of is FleeceClass.Plant ? ShortDraw
            : stapleMillimetres >= LongStaple ? LongDraw
            : UsualDraw;
        return new YarnBeginning(degrees, draw, by, of == FleeceClass.Fine && by == BeginsBy.Fine ? 3 : 2);
    }

    /// <summary>The fewest turns in a metre with which singles hold together: <c>a / √tex</c>, a by the staple (rough).</summary>
    /// <param name="stapleMillimetres">Above zero.</param>
    /// <param name="singlesTex">Above zero.</param>
    /// <param name="firmness">How firmly they are twisted.</param>
    public static double LeastTurns(double stapleMillimetres, double singlesTex, Firmness firmness) =>
        (
            stapleMillimetres switch
            {
                < 30 => 3000,
                < 50 => 2600,
                < 100 => 1900,
                < 150 => 1700,
                _ => 1500,
            }
        )
        * firmness switch
        {
            Firmness.Soft => 0.8,
            Firmness.Hard => 4 / 3.0,
            _ => 1,
        }
        / Math.Sqrt(singlesTex);
}

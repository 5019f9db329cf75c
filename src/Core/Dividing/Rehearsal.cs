using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Yarns;

namespace EarthyTuft.Core.Dividing;

/// <summary>How a strip is held as it is spun.</summary>
public enum HeldAs
{
    /// <summary>From its end: neighbours run into one another.</summary>
    Straight,

    /// <summary>From the fold: blocks stay blocks.</summary>
    Fold,
}

/// <summary>What an arrangement of plies looks like.</summary>
public enum RehearsedPattern
{
    /// <summary>One ply: its strips follow one another.</summary>
    Singles,

    /// <summary>A chain keeps the stripe of its one strand.</summary>
    Chain,

    /// <summary>All plies change together.</summary>
    Stripes,

    /// <summary>A ply of one colour runs through the others.</summary>
    Softened,

    /// <summary>The plies change at other places.</summary>
    Marl,
}

/// <summary>Yarn and patch as they are wished.</summary>
/// <param name="SinglesTex">How heavy the singles are, above zero.</param>
/// <param name="SupplyGramsPerMetre">How heavy a strip is for its length, above zero; null where nobody measured.</param>
/// <param name="Held">How a strip is held.</param>
/// <param name="Plied">How singles become yarn.</param>
/// <param name="Stitches">Of a row or a round, at least one.</param>
/// <param name="Rows">Of the patch, at least one.</param>
/// <param name="MillimetresPerStitch">Of yarn, above zero.</param>
/// <param name="StitchWide">How wide a stitch is, in millimetres.</param>
/// <param name="RowHigh">How high a row is, in millimetres.</param>
/// <param name="TakeUpPercent">By how much the singles are longer than the yarn plied of them, zero or more; zero where they stay
/// singles.</param>
public sealed record RehearsalWish(
    double SinglesTex,
    double? SupplyGramsPerMetre,
    HeldAs Held,
    YarnStructure Plied,
    int Stitches,
    int Rows,
    double MillimetresPerStitch,
    double StitchWide,
    double RowHigh,
    double TakeUpPercent = 0
)
{
    /// <summary>Metres of a ply's singles in a metre of yarn: a chain takes three of one, and plying takes some up.</summary>
    public double SinglesInYarn => Plied.TimesOfEachStrand() * (1 + (TakeUpPercent / 100));
};

/// <summary>
/// What strips will look like as yarn and as knitting, before they are spun (docs/craft.md, section 11). Each strip becomes so many metres
/// of singles; plies run side by side from the beginning, so a strip heavier than its partner lets them drift apart from there on.
/// </summary>
public sealed class Rehearsal
{
    /// <summary>What an eye resolves, in millimetres: lightness over one minute of arc, hue and saturation over four.</summary>
    public static readonly (double Light, double Hue) InHand = (0.09, 0.35),
        AcrossARoom = (0.9, 3.5);

    /// <summary>A strip's end tapers over about so much of its length, in metres, held straight and from the fold (typical).</summary>
    private const double TapersStraight = 0.06,
        TapersInFold = 0.015;

    /// <summary>Plies that drift apart by less than this, in metres, are together.</summary>
    private const double LeastDrift = 0.5;

    /// <summary>Where nobody measured the supply, it is taken to be drawn out so many times.</summary>
    private const double TypicalDraft = 20;

    /// <summary>A standard deviation of a bell curve that is as wide as what is resolved, at half its height.</summary>
    private const double OfHalfHeight = 2.3548;

    private readonly IReadOnlyList<(Strip Strip, double From, double To)>[] plies;
    private readonly IReadOnlyList<IReadOnlyList<Strip>> strips;
    private readonly RehearsalWish wish;
    private readonly double taper;

    /// <summary>Rehearses.</summary>
    /// <param name="strips">Of each ply, at least one of each.</param>
    /// <param name="wish">Yarn and patch.</param>
    public Rehearsal(IReadOnlyList<IReadOnlyList<Strip>> strips, RehearsalWish wish)
    {
        this.wish = wish;
        this.strips = strips;
        plies = [.. strips.Select(Lay)];
        var draft = wish.SupplyGramsPerMetre is { } supply ? supply * 1000 / wish.SinglesTex : TypicalDraft;
        taper = draft * (wish.Held == HeldAs.Straight ? TapersStraight : TapersInFold);
    }

    /// <summary>The strips of each ply.</summary>
    public IReadOnlyList<IReadOnlyList<Strip>> Strips => strips;

    /// <summary>Metres of singles of each ply.</summary>
    public IReadOnlyList<double> Metres => [.. plies.Select(p => p[^1].To)];

    /// <summary>Metres of yarn: as far as the shortest ply reaches; a chain takes three of one, and plying takes some up.</summary>
    public double YarnMetres => Metres.Min() / wish.SinglesInYarn;

    /// <summary>Metres of singles that a strip becomes.</summary>
    /// <param name="strip">The strip.</param>
    public double MetresOf(Strip strip) => strip.Grams * 1000 / wish.SinglesTex;

    /// <summary>Metres of yarn that a strip is seen for.</summary>
    /// <param name="strip">The strip.</param>
    public double StripeMetres(Strip strip) => MetresOf(strip) / wish.SinglesInYarn;

    /// <summary>Grist of the yarn in tex.</summary>
    public double YarnTex => wish.SinglesTex * wish.Plied.Strands(strips.Count) * (1 + (wish.TakeUpPercent / 100));

    /// <summary>Rows or rounds that so much yarn knits.</summary>
    /// <param name="metres">Of yarn.</param>
    public double RowsOf(double metres) => metres * 1000 / (wish.Stitches * wish.MillimetresPerStitch);

    /// <summary>How wide and how high a stitch is, in millimetres, when nobody measured it.</summary>
    /// <param name="millimetresPerStitch">Of yarn, above zero.</param>
    public static (double Wide, double High) StitchOf(double millimetresPerStitch) =>
        (millimetresPerStitch * Stitch.WidthOfYarn, millimetresPerStitch * Stitch.WidthOfYarn * Stitch.HeightOfWidth);

    /// <summary>What the plies do together.</summary>
    public RehearsedPattern Pattern()
    {
        bool IsAsFirst(IReadOnlyList<Strip> ply) =>
            ply.Count == strips[0].Count && ply.Zip(strips[0]).All(s => s.First.Colour == s.Second.Colour);
        bool IsPlain(IReadOnlyList<Strip> ply) => ply.All(s => s.Colour == ply[0].Colour);
        return wish.Plied == YarnStructure.Chain ? RehearsedPattern.Chain
            : strips.Count == 1 ? RehearsedPattern.Singles
            : strips.Skip(1).All(IsAsFirst) ? RehearsedPattern.Stripes
            : strips.Skip(1).Any(IsPlain) ? RehearsedPattern.Softened
            : RehearsedPattern.Marl;
    }

    /// <summary>Joins to expect in ten metres of singles: from strip to strip, and from piece to piece where it is spun from the
    /// fold.</summary>
    /// <param name="pieceMillimetres">How long a piece for the fold is, above zero; null where it is spun from the end.</param>
    public double JoinsInTenMetres(double? pieceMillimetres)
    {
        var pieces = pieceMillimetres is { } piece ? PiecesOf(piece) : null;
        return ((pieces ?? strips.Sum(p => p.Count)) - strips.Count) / Metres.Sum() * 10;
    }

    /// <summary>Pieces for the fold of all strips of all plies; null where nobody measured how heavy a strip is for its length.</summary>
    /// <param name="pieceMillimetres">How long a piece is, above zero.</param>
    public int? PiecesOf(double pieceMillimetres) =>
        wish.SupplyGramsPerMetre is { } supply ? strips.Sum(p => p.Sum(s => FoldPiece.Count(s.Grams, supply, pieceMillimetres))) : null;

    /// <summary>
    /// How far a ply's strip ends before (below zero) or behind the same strip of the first, at its worst, in metres of singles; null where
    /// they stay together, or have not the same number of strips, so that there is nothing to hold it against.
    /// </summary>
    /// <param name="ply">From 1.</param>
    public (int Strip, double Metres)? Drift(int ply) =>
        plies[ply].Count != plies[0].Count ? null
        : plies[ply].Select((s, i) => (Strip: i, Metres: s.To - plies[0][i].To)).MaxBy(d => Math.Abs(d.Metres)) is var drift
        && Math.Abs(drift.Metres) >= LeastDrift
            ? drift
        : null;

    /// <summary>The colour of a ply's singles at a place.</summary>
    /// <param name="ply">From 0.</param>
    /// <param name="metre">From its beginning; beyond its end it is its last colour.</param>
    public Shade At(int ply, double metre)
    {
        var strips = plies[ply];
        var (low, high) = (0, strips.Count - 1);
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (strips[middle].To <= metre)
            {
                low = middle + 1;
            }
            else
            {
                high = middle;
            }
        }

        var (strip, from, to) = strips[low];
        // About a join both colours are in the hand; half of the taper lies on each side, and no more than half a strip.
        Shade Joined(Strip other, double join, double half) =>
            half <= 0
                ? strip.Colour
                : Shade.Mix([
                    (strip.Colour, 0.5 + Math.Min(0.5, Math.Abs(metre - join) / half / 2)),
                    (other.Colour, Math.Max(0, 0.5 - Math.Abs(metre - join) / half / 2)),
                ]);
        double Half(double one, double other) => Math.Min(taper / 2, Math.Min(one, other) / 2);
        if (low > 0 && Half(to - from, strips[low - 1].To - strips[low - 1].From) is var before && metre - from < before)
        {
            return Joined(strips[low - 1].Strip, from, before);
        }

        return low < strips.Count - 1 && Half(to - from, strips[low + 1].To - strips[low + 1].From) is var behind && to - metre < behind
            ? Joined(strips[low + 1].Strip, to, behind)
            : strip.Colour;
    }

    /// <summary>The strands that are seen of the yarn at a place, in the order in which they wind about one another.</summary>
    /// <param name="metre">Of yarn, from its beginning.</param>
    public IReadOnlyList<Shade> Strands(double metre)
    {
        return wish.Plied switch
        {
            YarnStructure.Chain => [.. Enumerable.Repeat(Of(0), YarnStructures.StrandsOfChain)],
            // The two two-plies lie beside one another: one of each in turn.
            YarnStructure.Cable when plies.Length == 4 => [Of(0), Of(2), Of(1), Of(3)],
            _ => [.. Enumerable.Range(0, plies.Length).Select(Of)],
        };

        Shade Of(int ply) => At(ply, metre * wish.SinglesInYarn);
    }

    /// <summary>
    /// A knitted patch, worked to and fro from its lower edge up, as an eye sees it: every strand of a stitch is a spot, and what the eye
    /// cannot resolve merges in linear light.
    /// </summary>
    /// <param name="eye">What is resolved, such as <see cref="AcrossARoom"/>.</param>
    /// <returns>Rows from the top; of each its spots from left to right. Where the yarn is at an end the patch is.</returns>
    public IReadOnlyList<IReadOnlyList<Shade>> Patch((double Light, double Hue) eye)
    {
        var strands = plies.Length * wish.Plied.TimesOfEachStrand();
        var perRow = wish.Stitches * wish.MillimetresPerStitch / 1000;
        var rows = Math.Min(wish.Rows, (int)Math.Floor(YarnMetres / perRow + 1e-9));
        var wide = wish.Stitches * strands;
        var light = new double[3][];
        for (var channel = 0; channel < 3; channel++)
        {
            light[channel] = new double[rows * wide];
        }

        for (var row = 0; row < rows; row++)
        {
            for (var stitch = 0; stitch < wish.Stitches; stitch++)
            {
                // Every second row is worked back.
                var column = row % 2 == 0 ? stitch : wish.Stitches - 1 - stitch;
                var seen = Strands((row + (stitch + 0.5) / wish.Stitches) * perRow);
                for (var s = 0; s < strands; s++)
                {
                    // The ply's turns shift which strand lies in front, from stitch to stitch and row to row.
                    var colour = seen[(s + column + row) % strands];
                    var at = (rows - 1 - row) * wide + column * strands + s;
                    (light[0][at], light[1][at], light[2][at]) = (
                        Shade.Linear(colour.Red),
                        Shade.Linear(colour.Green),
                        Shade.Linear(colour.Blue)
                    );
                }
            }
        }

        var spot = wish.StitchWide / strands;
        double[] Blurred(double[] of, double mm) => Blur(of, rows, wide, mm / OfHalfHeight / spot, mm / OfHalfHeight / wish.RowHigh);
        double[][] hue = [.. light.Select(c => Blurred(c, eye.Hue))];
        var bright = Blurred(
            [.. Enumerable.Range(0, rows * wide).Select(i => Luminance(light[0][i], light[1][i], light[2][i]))],
            eye.Light
        );
        return
        [
            .. Enumerable
                .Range(0, rows)
                .Select(row =>
                    (IReadOnlyList<Shade>)
                        [
                            .. Enumerable
                                .Range(row * wide, wide)
                                .Select(i =>
                                {
                                    var of = Luminance(hue[0][i], hue[1][i], hue[2][i]);
                                    var scale = of > 0 ? bright[i] / of : 1;
                                    return new Shade(
                                        Shade.Coded(hue[0][i] * scale),
                                        Shade.Coded(hue[1][i] * scale),
                                        Shade.Coded(hue[2][i] * scale)
                                    );
                                }),
                        ]
                ),
        ];
    }

    private static double Luminance(double red, double green, double blue) => 0.2126 * red + 0.7152 * green + 0.0722 * blue;

    private IReadOnlyList<(Strip, double, double)> Lay(IReadOnlyList<Strip> strips)
    {
        var (laid, at) = (new List<(Strip, double, double)>(), 0.0);
        foreach (var strip in strips)
        {
            laid.Add((strip, at, at + MetresOf(strip)));
            at += MetresOf(strip);
        }

        return laid;
    }

    // A bell curve across, then along; at the edges what is there counts alone.
    private static double[] Blur(double[] of, int rows, int wide, double across, double along)
    {
        var one = Weights(across);
        var half = new double[of.Length];
        for (var row = 0; row < rows; row++)
        {
            for (var x = 0; x < wide; x++)
            {
                half[row * wide + x] = Mean(one, k => x + k >= 0 && x + k < wide ? of[row * wide + x + k] : null);
            }
        }

        var other = Weights(along);
        var whole = new double[of.Length];
        for (var row = 0; row < rows; row++)
        {
            for (var x = 0; x < wide; x++)
            {
                whole[row * wide + x] = Mean(other, k => row + k >= 0 && row + k < rows ? half[(row + k) * wide + x] : null);
            }
        }

        return whole;
    }

    private static double[] Weights(double deviation)
    {
        var reach = (int)Math.Ceiling(3 * deviation);
        return deviation < 0.05 ? [1] : [.. Enumerable.Range(0, reach + 1).Select(k => Math.Exp(-k * k / (2 * deviation * deviation)))];
    }

    private static double Mean(double[] weights, Func<int, double?> at)
    {
        var (sum, all) = (0.0, 0.0);
        for (var k = -(weights.Length - 1); k < weights.Length; k++)
        {
            if (at(k) is { } value)
            {
                sum += weights[Math.Abs(k)] * value;
                all += weights[Math.Abs(k)];
            }
        }

        return sum / all;
    }
}

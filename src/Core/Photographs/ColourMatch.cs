using EarthyTuft.Core.Fibres;

namespace EarthyTuft.Core.Photographs;

/// <summary>A colour of a picture with the own fibre that is nearest to it.</summary>
/// <typeparam name="T">What is matched.</typeparam>
/// <param name="Of">The colour that was looked for.</param>
/// <param name="Nearest">What comes nearest, null where there is nothing to choose from.</param>
/// <param name="Unlike">How far that is from it in CIE Lab; null with it.</param>
/// <param name="IsLacking">True where nothing comes near enough to stand for it.</param>
public sealed record ColourMatch<T>(MainColour Of, T? Nearest, double? Unlike, bool IsLacking)
    where T : class;

/// <summary>Finds own fibre for the colours of a picture.</summary>
public static class ColourMatches
{
    /// <summary>What is farther than this in CIE Lab is another colour: then the one that is wanted is lacking.</summary>
    public const double Near = 18;

    /// <summary>For every colour the nearest there is; two colours may have the same.</summary>
    /// <typeparam name="T">What is matched.</typeparam>
    /// <param name="colours">The colours of a picture.</param>
    /// <param name="own">What there is, with its colour; of two as near the first counts.</param>
    public static IReadOnlyList<ColourMatch<T>> Of<T>(IReadOnlyList<MainColour> colours, IReadOnlyList<(T Of, Shade Colour)> own)
        where T : class =>
        [
            .. colours.Select(colour =>
            {
                var (nearest, unlike) = own.Select(o => (o.Of, Unlike: o.Colour.Unlike(colour.Colour)))
                    .DefaultIfEmpty((Of: null!, Unlike: double.PositiveInfinity))
                    .MinBy(o => o.Unlike);
                return nearest is null
                    ? new ColourMatch<T>(colour, null, null, true)
                    : new ColourMatch<T>(colour, nearest, unlike, unlike > Near);
            }),
        ];

    /// <summary>
    /// Shares of a recipe from what is not lacking, in whole percent that sum to 100: those that have the same fibre are one, and each is
    /// rounded so that the whole comes out (largest remainder).
    /// </summary>
    /// <typeparam name="T">What is matched.</typeparam>
    /// <param name="matches">The colours with what stands for them.</param>
    /// <returns>The largest share first; empty where everything is lacking.</returns>
    public static IReadOnlyList<(T Of, int Percent)> Recipe<T>(IReadOnlyList<ColourMatch<T>> matches)
        where T : class
    {
        var found = matches
            .Where(m => !m.IsLacking)
            .GroupBy(m => m.Nearest!)
            .Select(g => (Of: g.Key, Share: g.Sum(m => m.Of.Share)))
            .OrderByDescending(g => g.Share)
            .ToArray();
        var all = found.Sum(f => f.Share);
        var whole = found.Select(f => (int)Math.Floor(100 * f.Share / all)).ToArray();
        foreach (
            var at in Enumerable
                .Range(0, found.Length)
                .OrderByDescending(i => 100 * found[i].Share / all - whole[i])
                .Take(100 - whole.Sum())
        )
        {
            whole[at]++;
        }

        return [.. found.Zip(whole, (f, percent) => (f.Of, percent)).Where(f => f.percent > 0)];
    }

    /// <summary>The most strips of one repeat by a picture.</summary>
    public const int MostStrips = 12;

    // A repeat with fewer strips is taken when every colour has its share to this.
    private const double Close = 0.06;

    /// <summary>
    /// An order of strips in which every colour comes as often as its share says, spread as evenly round the repeat as it goes: what comes
    /// most often is laid first. As few strips as give every colour at least one and its share to six hundredths, and no more than
    /// <see cref="MostStrips"/>.
    /// </summary>
    /// <param name="shares">From 1 to <see cref="MainColours.Most"/>, each above zero.</param>
    /// <returns>The place of the colour of each strip, from 0.</returns>
    public static IReadOnlyList<int> Repeat(IReadOnlyList<double> shares)
    {
        var all = shares.Sum();
        double[] parts = [.. shares.Select(s => s / all)];
        var counts = Enumerable
            .Range(parts.Length, MostStrips - parts.Length + 1)
            .Select(n => Counts(parts, n))
            .First(c => c.Sum() == MostStrips || parts.Zip(c, (p, k) => Math.Abs((double)k / c.Sum() - p)).Max() <= Close);
        var order = Enumerable.Repeat(-1, counts.Sum()).ToArray();
        foreach (var colour in Enumerable.Range(0, parts.Length).OrderByDescending(i => counts[i]))
        {
            for (var k = 0; k < counts[colour]; k++)
            {
                var wanted = (int)Math.Round((double)k * order.Length / counts[colour]);
                order[
                    Enumerable
                        .Range(0, order.Length)
                        .Where(at => order[at] < 0)
                        .MinBy(at => Math.Min(Math.Abs(at - wanted), order.Length - Math.Abs(at - wanted)))
                ] = colour;
            }
        }

        return order;
    }

    // One each, and the rest to whoever is farthest below its share.
    private static int[] Counts(double[] parts, int strips)
    {
        var counts = parts.Select(_ => 1).ToArray();
        for (var left = strips - parts.Length; left > 0; left--)
        {
            counts[Enumerable.Range(0, parts.Length).MaxBy(i => parts[i] * strips - counts[i])]++;
        }

        return counts;
    }
}

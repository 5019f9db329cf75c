namespace EarthyTuft.Core.Blending;

/// <summary>A layer as it is laid on.</summary>
/// <param name="Component">Its place among the components, from 0.</param>
/// <param name="Grams">What it weighs, in each load.</param>
public sealed record Layer(int Component, double Grams);

/// <summary>
/// In which order a load is laid on, so that every stretch of its height holds the same: each component in thin layers at even distances,
/// those of small components between those of large ones (docs/craft.md, section 11).
/// </summary>
public static class LayerPlan
{
    /// <summary>Layers that a load can have.</summary>
    public const int Fewest = 1,
        Most = 60;

    /// <summary>Plans.</summary>
    /// <param name="fractions">Shares of the components, one together.</param>
    /// <param name="gramsPerLoad">Above zero.</param>
    /// <param name="layers">How many layers there are to be about; each component has at least one.</param>
    /// <returns>From the first layer on; their weights make the load, and each component's its share.</returns>
    public static IReadOnlyList<Layer> Of(IReadOnlyList<double> fractions, double gramsPerLoad, int layers)
    {
        var counts = fractions.Select(f => Math.Max(1, (int)Math.Round(f * layers))).ToArray();
        return
        [
            .. counts
                .SelectMany((count, component) => Enumerable.Range(0, count).Select(j => (component, At: (j + 0.5) / count)))
                .OrderBy(l => l.At)
                .ThenByDescending(l => fractions[l.component])
                .ThenBy(l => l.component)
                .Select(l => new Layer(l.component, gramsPerLoad * fractions[l.component] / counts[l.component])),
        ];
    }
}

/// <summary>
/// A load as a pile of thin layers that passes split and lay into one another. A pass parts the pile and deals the parts together at
/// random, in the order they had: the riffle shuffle of Gilbert, Shannon and Reeds, so that p passes in k parts are one in k^p. Nothing is
/// lost or added on the way.
/// </summary>
public sealed class LayerPile
{
    /// <summary>Layers that a pile can have.</summary>
    public const int MostLayers = 4000;

    /// <summary>Parts that a pass can split it into.</summary>
    public const int FewestParts = 2,
        MostParts = 8;

    /// <summary>Passes that are thought through.</summary>
    public const int MostPasses = 6;

    private readonly int[] layers;

    private LayerPile(int[] layers) => this.layers = layers;

    /// <summary>The component of each thin layer, from the bottom.</summary>
    public IReadOnlyList<int> Layers => layers;

    /// <summary>A pile as it was laid.</summary>
    /// <param name="laid">The layers with their weights.</param>
    /// <param name="count">Into how many thin layers of one weight, from 1 to <see cref="MostLayers"/>.</param>
    /// <remarks>Each component has its share of the thin layers, to the nearest one, and at least one where there is room.</remarks>
    public static LayerPile Laid(IReadOnlyList<Layer> laid, int count)
    {
        var all = laid.Sum(l => l.Grams);
        var pile = new int[count];
        var (at, below) = (0, 0.0);
        for (var i = 0; i < laid.Count; i++)
        {
            below += laid[i].Grams;
            var until = i == laid.Count - 1 ? count : (int)Math.Round(count * below / all);
            // A little sparkle is thinner than a thin layer; it is there all the same.
            until = Math.Clamp(Math.Max(until, at + 1), at, count - Math.Min(count, laid.Count - 1 - i));
            pile.AsSpan(at, until - at).Fill(laid[i].Component);
            at = until;
        }

        return new LayerPile(pile);
    }

    /// <summary>A pile of layers, as they are.</summary>
    /// <param name="components">The component of each.</param>
    public static LayerPile Of(IEnumerable<int> components) => new([.. components]);

    /// <summary>Split, and laid into one another.</summary>
    /// <param name="parts">Into how many parts, at least one; one leaves it as it is.</param>
    /// <param name="random">Seeded, so that it can be repeated.</param>
    public LayerPile Pass(int parts, Random random)
    {
        var from = new byte[layers.Length];
        var sizes = new int[parts];
        for (var i = 0; i < from.Length; i++)
        {
            sizes[from[i] = (byte)random.Next(parts)]++;
        }

        var next = new int[parts];
        for (var part = 1; part < parts; part++)
        {
            next[part] = next[part - 1] + sizes[part - 1];
        }

        var dealt = new int[layers.Length];
        for (var i = 0; i < dealt.Length; i++)
        {
            dealt[i] = layers[next[from[i]]++];
        }

        return new LayerPile(dealt);
    }

    /// <summary>What each stretch that a yarn is drawn from holds of the components.</summary>
    /// <param name="taken">Neighbouring layers that it takes, from 1 to all of them.</param>
    /// <param name="components">How many components there are.</param>
    /// <returns>For each stretch the shares of the components; what is left over at the end is left out.</returns>
    public IReadOnlyList<double[]> Stretches(int taken, int components)
    {
        var stretches = new double[layers.Length / taken][];
        for (var s = 0; s < stretches.Length; s++)
        {
            stretches[s] = new double[components];
            foreach (var component in layers.AsSpan(s * taken, taken))
            {
                stretches[s][component] += 1.0 / taken;
            }
        }

        return stretches;
    }

    /// <summary>How far a stretch is from the mean of all: half the sum of the standard deviations of the components' shares, for what one
    /// has too much another lacks.</summary>
    /// <param name="stretches">As <see cref="Stretches"/> gives them.</param>
    /// <returns>A fraction; null where there are fewer than two.</returns>
    public static double? Variation(IReadOnlyList<double[]> stretches)
    {
        if (stretches.Count < 2)
        {
            return null;
        }

        var sum = 0.0;
        for (var c = 0; c < stretches[0].Length; c++)
        {
            var mean = stretches.Average(s => s[c]);
            sum += Math.Sqrt(stretches.Average(s => (s[c] - mean) * (s[c] - mean)));
        }

        return sum / 2;
    }

    /// <summary>
    /// The coefficient of variation of a component's share in samples drawn without replacement from a pile that is mixed through
    /// (docs/craft.md, section 11): no pass makes it more even than that.
    /// </summary>
    /// <param name="share">Above 0, below 1.</param>
    /// <param name="taken">Layers of a sample.</param>
    /// <param name="layers">Layers of the pile.</param>
    public static double Law(double share, int taken, int layers) =>
        Math.Sqrt((1 - share) / (share * taken) * (layers - taken) / (layers - 1));
}

namespace EarthyTuft.Core.Blending;

/// <summary>A load after some passes, as it would look and spin.</summary>
/// <param name="Passes">After the first laying on.</param>
/// <param name="Layers">The component of each thin layer.</param>
/// <param name="Stretches">What each stretch that a yarn is drawn from holds.</param>
/// <param name="Variation">How far a stretch is from the recipe, as a fraction; null where there are fewer than two.</param>
public sealed record BlendPass(int Passes, IReadOnlyList<int> Layers, IReadOnlyList<double[]> Stretches, double? Variation);

/// <summary>How even a blend gets, pass by pass: a simulation that is the same at every time it is asked with the same seed (docs/craft.md,
/// section 11).</summary>
/// <param name="Passes">From none on.</param>
/// <param name="Floor">What is left when it is mixed through: the same measure for samples drawn at random, as a fraction.</param>
/// <param name="LayersOnPaper">Layers of a load times the parts to the power of the passes, for the last of
/// <paramref name="Passes"/>.</param>
public sealed record BlendEvenness(IReadOnlyList<BlendPass> Passes, double Floor, double LayersOnPaper)
{
    /// <summary>Thin layers that a load is thought of as.</summary>
    public const int ThinLayers = 200;

    /// <summary>Thin layers that a yarn can draw from.</summary>
    public const int FewestTaken = 2,
        MostTaken = 80;

    /// <summary>Simulates.</summary>
    /// <param name="laid">As each load is laid on.</param>
    /// <param name="components">How many components there are.</param>
    /// <param name="passes">From 0 to <see cref="LayerPile.MostPasses"/>.</param>
    /// <param name="parts">Into how many parts it is split each time.</param>
    /// <param name="taken">Thin layers that a yarn draws from, <see cref="FewestTaken"/> to <see cref="MostTaken"/>.</param>
    /// <param name="seed">Another seed is another hand.</param>
    public static BlendEvenness Of(IReadOnlyList<Layer> laid, int components, int passes, int parts, int taken, int seed)
    {
        var random = new Random(seed);
        var pile = LayerPile.Laid(laid, ThinLayers);
        var all = new List<BlendPass>();
        for (var pass = 0; pass <= passes; pass++)
        {
            pile = pass == 0 ? pile : pile.Pass(parts, random);
            var stretches = pile.Stretches(taken, components);
            all.Add(new BlendPass(pass, pile.Layers, stretches, LayerPile.Variation(stretches)));
        }

        var floor =
            Enumerable
                .Range(0, components)
                .Select(c => pile.Layers.Count(l => l == c) / (double)ThinLayers)
                .Where(p => p is > 0 and < 1)
                .Sum(p => p * LayerPile.Law(p, taken, ThinLayers)) / 2;
        return new BlendEvenness(all, floor, laid.Count * Math.Pow(parts, passes));
    }
}

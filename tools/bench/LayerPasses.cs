using System.Diagnostics;
using EarthyTuft.Core.Blending;

namespace EarthyTuft.Bench;

/// <summary>How long the picture of a blend takes to reckon: two hundred thin layers, six passes, twelve components.</summary>
internal static class LayerPasses
{
    public static double Milliseconds()
    {
        var laid = LayerPlan.Of([.. Enumerable.Repeat(1.0 / 12, 12)], 50, 24);
        var times = new List<double>();
        for (var i = 0; i < 220; i++)
        {
            var start = Stopwatch.GetTimestamp();
            var evenness = BlendEvenness.Of(laid, 12, LayerPile.MostPasses, 4, 10, i);
            if (evenness.Passes[^1].Layers.Count != BlendEvenness.ThinLayers)
            {
                throw new InvalidOperationException("A layer was lost.");
            }

            if (i >= 20)
            {
                times.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
            }
        }

        return times.Max();
    }
}

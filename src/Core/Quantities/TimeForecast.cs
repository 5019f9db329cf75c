using MathNet.Numerics.Distributions;

namespace EarthyTuft.Core.Quantities;

/// <summary>When something will be reached, in minutes after the start of the watch.</summary>
/// <param name="Minutes">Half of the outcomes lie before it.</param>
/// <param name="Low">One in ten lies before it.</param>
/// <param name="High">One in ten lies after it.</param>
public sealed record TimeForecast(double Minutes, double Low, double High)
{
    /// <summary>The band against its middle: above one, the band says little more than "cannot tell yet".</summary>
    public double RelativeWidth => (High - Low) / Math.Max(Minutes, 1e-9);

    /// <summary>Quantiles of several normal laws, each with its weight.</summary>
    /// <param name="parts">Weight (zero or more, at least one above), middle and standard deviation.</param>
    internal static TimeForecast Of(IReadOnlyList<(double Weight, double Mean, double Deviation)> parts)
    {
        // What weighs less than a millionth moves no quantile.
        var least = 1e-6 * parts.Sum(p => p.Weight);
        parts = [.. parts.Where(p => p.Weight > least)];
        var total = parts.Sum(p => p.Weight);
        var low = parts.Min(p => p.Mean - 6 * p.Deviation);
        var high = parts.Max(p => p.Mean + 6 * p.Deviation);
        return new TimeForecast(Quantile(0.5), Quantile(0.1), Quantile(0.9));

        double Quantile(double share)
        {
            double from = low,
                to = high;
            for (var i = 0; i < 60 && to - from > 1e-5 * Math.Max(1, Math.Abs(to)); i++)
            {
                var middle = (from + to) / 2;
                var below = 0.0;
                foreach (var (weight, mean, deviation) in parts)
                {
                    var away = (middle - mean) / Math.Max(deviation, 1e-9);
                    below +=
                        away > 6 ? weight
                        : away < -6 ? 0
                        : weight * Normal.CDF(0, 1, away);
                }

                if (below / total < share)
                {
                    from = middle;
                }
                else
                {
                    to = middle;
                }
            }

            return Math.Max(0, (from + to) / 2);
        }
    }
}

/// <summary>Evenly spaced trial values of a quantity whose logarithm is searched, closed in on where the evidence lies.</summary>
internal static class Trials
{
    /// <summary>Values from low to high in equal ratios.</summary>
    /// <param name="low">The first, above zero.</param>
    /// <param name="high">The last, above the first.</param>
    /// <param name="count">How many, at least two.</param>
    public static double[] Ratios(double low, double high, int count) =>
        [.. Enumerable.Range(0, count).Select(i => low * Math.Pow(high / low, i / (count - 1.0)))];

    /// <summary>The range of trial values that carries all but a millionth of the weight, one step wider each way.</summary>
    /// <param name="values">Trial values in rising order.</param>
    /// <param name="logWeights">Logarithm of each one's weight.</param>
    public static (double Low, double High) Carrying(double[] values, double[] logWeights)
    {
        var least = logWeights.Max() - 14;
        var first = Array.FindIndex(logWeights, l => l >= least);
        var last = Array.FindLastIndex(logWeights, l => l >= least);
        return (values[Math.Max(0, first - 1)], values[Math.Min(values.Length - 1, last + 1)]);
    }
}

using EarthyTuft.Core.Runs;

namespace EarthyTuft.Core.Carding;

/// <summary>How a load stands beside the others.</summary>
public enum LoadStanding
{
    /// <summary>Nobody weighed it, or there is nothing to hold it against.</summary>
    NotKnown,

    /// <summary>Like the others.</summary>
    Even,

    /// <summary>Lighter than they are.</summary>
    Light,

    /// <summary>Heavier.</summary>
    Heavy,
}

/// <summary>Judges loads of one pass against each other.</summary>
public static class LoadEvenness
{
    /// <summary>A load this far from the middle of the others stands out, as a share of it.</summary>
    public const double Apart = 0.12;

    /// <summary>How each stands beside the median of the weighed ones.</summary>
    /// <param name="grams">Each load's weight, null where it was not weighed.</param>
    /// <param name="scaleStepGrams">The scale's division, above zero: what it cannot tell is no difference.</param>
    public static IReadOnlyList<LoadStanding> Judge(IReadOnlyList<double?> grams, double scaleStepGrams)
    {
        var weighed = grams.OfType<double>().ToArray();
        if (weighed.Length < 2)
        {
            return [.. grams.Select(_ => LoadStanding.NotKnown)];
        }

        var middle = LoadSize.Median(weighed);
        var bound = Math.Max(Apart * middle, scaleStepGrams);
        return
        [
            .. grams.Select(g =>
                g is not { } one ? LoadStanding.NotKnown
                : one < middle - bound ? LoadStanding.Light
                : one > middle + bound ? LoadStanding.Heavy
                : LoadStanding.Even
            ),
        ];
    }

    /// <summary>Coefficient of variation of the weighed loads, as a fraction; null for fewer than two.</summary>
    /// <param name="grams">Each load's weight, null where it was not weighed.</param>
    public static double? Variation(IReadOnlyList<double?> grams)
    {
        var weighed = grams.OfType<double>().ToArray();
        if (weighed.Length < 2)
        {
            return null;
        }

        var mean = weighed.Average();
        return Math.Sqrt(weighed.Sum(g => (g - mean) * (g - mean)) / (weighed.Length - 1)) / mean;
    }
}

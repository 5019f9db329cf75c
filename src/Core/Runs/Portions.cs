namespace EarthyTuft.Core.Runs;

/// <summary>Portions of one lot lie side by side at the benches, each within what the others leave free of it.</summary>
public static class Portions
{
    /// <summary>Grams by which portions may exceed a lot: nobody weighs closer.</summary>
    public const double Rounding = 1;

    /// <summary>What running work leaves free of a lot.</summary>
    /// <param name="leftGrams">What the lot holds, null when not known.</param>
    /// <param name="held">What each run holds of it, null for all.</param>
    /// <returns>In grams, not below nothing; null when it cannot be told.</returns>
    public static double? Free(double? leftGrams, IReadOnlyCollection<double?> held) =>
        held.Any(h => h is null) ? 0
        : leftGrams is { } left ? Math.Max(0, left - held.Sum(h => h!.Value))
        : null;

    /// <summary>Whether a portion is more than a lot holds: asked where it is typed, before work is begun with it.</summary>
    /// <param name="grams">The portion.</param>
    /// <param name="leftGrams">What the lot holds, null when not known.</param>
    /// <param name="sigma">One standard deviation of that in grams, null when not known.</param>
    public static bool IsMoreThanThere(double grams, double? leftGrams, double? sigma) =>
        leftGrams is { } left && grams > left + Math.Max(Rounding, 3 * (sigma ?? 0));

    /// <summary>
    /// Whether a portion is more than what is free. Where nothing of the lot is at work that is the scale's business and not this one's: it
    /// may weigh more than the book has.
    /// </summary>
    /// <param name="grams">The portion, null for all of the lot.</param>
    /// <param name="leftGrams">What the lot holds, null when not known.</param>
    /// <param name="held">What each run holds of it, null for all.</param>
    public static bool IsBeyond(double? grams, double? leftGrams, IReadOnlyCollection<double?> held) =>
        held.Count > 0 && Free(leftGrams, held) is { } free && (grams ?? leftGrams ?? double.PositiveInfinity) > free + Rounding;
}

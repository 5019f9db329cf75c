namespace EarthyTuft.Core.Tests;

/// <summary>
/// How large simulations are: a fifth of what they are with <c>./test --full</c>. Bounds hold for the full size; of fewer runs they are
/// wider by two standard errors.
/// </summary>
internal static class Size
{
    private static readonly bool IsFull = Environment.GetEnvironmentVariable("EARTHY_TUFT_FULL") == "1";

    /// <summary>So many runs.</summary>
    /// <param name="full">So many with <c>./test --full</c>.</param>
    public static int Of(int full) => IsFull ? full : full / 5;

    /// <summary>By how much a bound of a share is wider.</summary>
    /// <param name="share">About what the share is.</param>
    /// <param name="runs">Of how many.</param>
    public static double Slack(double share, int runs) => IsFull ? 0 : 2 * Math.Sqrt(share * (1 - share) / runs);

    /// <summary>A bound of a median error: its standard error is about 1.25 of that of a mean, and errors spread about as far as their
    /// median is large.</summary>
    /// <param name="most">With <c>./test --full</c>.</param>
    /// <param name="runs">Of how many.</param>
    public static double Error(double most, int runs) => IsFull ? most : most * (1 + 2 * 1.25 / Math.Sqrt(runs));
}

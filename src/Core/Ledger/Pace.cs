namespace EarthyTuft.Core.Ledger;

/// <summary>How fast a step goes, in grams of output an hour.</summary>
/// <param name="GramsPerHour">Above zero.</param>
/// <param name="Own">How many of the workshop's own entries it comes from; 0 for a typical pace.</param>
public sealed record Pace(double GramsPerHour, int Own)
{
    /// <summary>The pace of some entries: all their grams over all their hours, so that a long day counts for more than a short
    /// try.</summary>
    /// <param name="entries">Grams that came out and minutes at the bench; entries without either are left out by the caller.</param>
    /// <returns>Null when there are none.</returns>
    public static Pace? Of(IReadOnlyCollection<(double Grams, int Minutes)> entries)
    {
        var minutes = entries.Sum(e => e.Minutes);
        var grams = entries.Sum(e => e.Grams);
        return minutes > 0 && grams > 0 ? new Pace(grams * 60 / minutes, entries.Count) : null;
    }

    /// <summary>Hours for so much output.</summary>
    /// <param name="grams">Grams of output.</param>
    public double Hours(double grams) => grams / GramsPerHour;
}

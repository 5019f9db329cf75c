namespace EarthyTuft.Core.Quantities;

/// <summary>When work can have been done: not before anybody now alive kept a log, and not in the future.</summary>
public static class WorkTime
{
    /// <summary>The earliest day that is believed.</summary>
    public static readonly DateOnly Earliest = new(1950, 1, 1);

    /// <summary>A clock of another zone, or one that goes wrong by less than this, is no slip.</summary>
    private static readonly TimeSpan Ahead = TimeSpan.FromDays(1);

    /// <summary>Checks a time at which something was done.</summary>
    /// <param name="at">The time.</param>
    /// <param name="now">The server's time.</param>
    /// <param name="field">The field to name in a refusal.</param>
    /// <returns>Null, or <c>in-the-future</c>, <c>out-of-range</c>.</returns>
    public static Refusal? Check(DateTimeOffset at, DateTimeOffset now, string field) =>
        at > now + Ahead ? new Refusal(field, "in-the-future", $"{at:yyyy-MM-dd} has not been yet. Is the year a slip?")
        : at.UtcDateTime < Earliest.ToDateTime(TimeOnly.MinValue)
            ? new Refusal(field, "out-of-range", $"{at:yyyy-MM-dd} is before any log of this kind: from {Earliest.Year} on is believed.")
        : null;
}

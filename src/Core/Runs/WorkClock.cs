namespace EarthyTuft.Core.Runs;

/// <summary>Time at a bench by start and stop: work that lasts for days is not begun and ended in one go.</summary>
/// <param name="Minutes">Of all stretches that were ended.</param>
/// <param name="Since">When the stretch began that goes on now; null while nobody is at it.</param>
public sealed record WorkClock(double Minutes, DateTimeOffset? Since)
{
    /// <summary>Nobody goes on longer without a stop, in minutes: a stop that was forgotten counts for no more.</summary>
    public const double LongestStretch = 12 * 60;

    /// <summary>Folds.</summary>
    /// <param name="taps">When it was started (true) and stopped (false), in the order of the taps; what does not follow from the one
    /// before counts for nothing.</param>
    public static WorkClock Of(IEnumerable<(DateTimeOffset At, bool On)> taps)
    {
        var (minutes, since) = (0.0, (DateTimeOffset?)null);
        foreach (var (at, on) in taps.OrderBy(t => t.At))
        {
            if (!on && since is { } began)
            {
                minutes += Stretch(began, at);
                since = null;
            }
            else if (on)
            {
                since ??= at;
            }
        }

        return new WorkClock(minutes, since);
    }

    /// <summary>Minutes up to a moment, the stretch that goes on included.</summary>
    /// <param name="now">The moment.</param>
    public double Until(DateTimeOffset now) => Minutes + (Since is { } since && now > since ? Stretch(since, now) : 0);

    private static double Stretch(DateTimeOffset from, DateTimeOffset to) => Math.Clamp((to - from).TotalMinutes, 0, LongestStretch);
}

using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Scouring;

/// <summary>When to lift, in minutes after the bath began.</summary>
/// <param name="ByMinutes">Lift by then; null when nothing hurries.</param>
/// <param name="AlarmMinutes">When to say so; null with it.</param>
/// <param name="Floor">True when the floor decides, false when the planned time does.</param>
public sealed record LiftMoment(double? ByMinutes, double? AlarmMinutes, bool Floor)
{
    /// <summary>A bath forgotten for so long is cold: it waits at its station and no longer calls.</summary>
    public const double CallsForMinutes = 180;

    /// <summary>When to call, null when nothing hurries or nobody has come for hours.</summary>
    /// <param name="now">Now, in minutes after the bath began.</param>
    public double? CallsAt(double now) => AlarmMinutes is { } alarm && now - alarm < CallsForMinutes ? alarm : null;

    /// <summary>Wet hands need a minute to be ready.</summary>
    public const double LeadMinutes = 1;

    /// <summary>
    /// Where a floor counts, the wool is lifted by the moment it is reached, and the alarm comes a minute before the earliest it may be
    /// (one in ten). Where none counts, or it is never reached, the planned time decides.
    /// </summary>
    /// <param name="floor">When the floor is reached, null when never or where none counts.</param>
    /// <param name="plannedMinutes">How long the bath was planned for.</param>
    public static LiftMoment Of(TimeForecast? floor, double plannedMinutes) =>
        floor is not null
            ? new LiftMoment(floor.Minutes, Math.Max(0, floor.Low - LeadMinutes), true)
            : new LiftMoment(plannedMinutes, Math.Max(0, plannedMinutes - LeadMinutes), false);
}

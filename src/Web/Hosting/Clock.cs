namespace EarthyTuft.Web.Hosting;

/// <summary>A clock that was set to a given time at the start and runs on from there, perhaps faster: for pictures, tests and a demo of a
/// long soak.</summary>
public sealed class SetClock(DateTimeOffset start, TimeProvider real, double speed = 1) : TimeProvider, IClockSpeed
{
    private readonly DateTimeOffset began = real.GetUtcNow();

    public double Speed => speed;

    public override DateTimeOffset GetUtcNow() => start + (real.GetUtcNow() - began) * speed;
}

/// <summary>A clock that may run faster than a watch on the wrist; every screen has to know how fast.</summary>
public interface IClockSpeed
{
    double Speed { get; }
}

public static class Clocks
{
    /// <summary>How fast a clock runs; one for every clock that does not say otherwise.</summary>
    public static double SpeedOf(this TimeProvider clock) => clock is IClockSpeed fast ? fast.Speed : 1;
}

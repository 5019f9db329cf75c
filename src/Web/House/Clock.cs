namespace EarthyTuft.Web.House;

/// <summary>A clock that was set to a given time at the start and runs on from there: for pictures and tests.</summary>
public sealed class SetClock(DateTimeOffset start, TimeProvider real) : TimeProvider
{
    private readonly TimeSpan shift = start - real.GetUtcNow();

    public override DateTimeOffset GetUtcNow() => real.GetUtcNow() + shift;
}

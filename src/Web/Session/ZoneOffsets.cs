using System.Collections.Concurrent;

namespace EarthyTuft.Web.Session;

/// <summary>From when on a zone's clocks stand so many minutes before UTC's.</summary>
public sealed record ZoneOffset(DateTimeOffset From, int Minutes);

/// <summary>A zone's clocks as the front end shows times by them, from twenty years ago on, changes announced for the next two years
/// included.</summary>
internal static class ZoneOffsets
{
    private const int YearsBack = 20;
    private const int YearsAhead = 2;

    private static readonly ConcurrentDictionary<(string Zone, int Year), IReadOnlyList<ZoneOffset>> Found = new();

    /// <summary>Oldest first, never empty; what was before the first is told by the first.</summary>
    public static IReadOnlyList<ZoneOffset> Of(TimeZoneInfo zone, DateTimeOffset now) =>
        Found.GetOrAdd((zone.Id, now.Year), _ => [.. Find(zone, now.Year)]);

    private static IEnumerable<ZoneOffset> Find(TimeZoneInfo zone, int year)
    {
        var day = new DateTimeOffset(year - YearsBack, 1, 1, 0, 0, 0, TimeSpan.Zero);
        var end = day.AddYears(YearsBack + YearsAhead + 1);
        var offset = zone.GetUtcOffset(day);
        yield return Told(day, offset);
        for (; day < end; day = day.AddDays(1))
        {
            var (before, after) = (day, day.AddDays(1));
            if (zone.GetUtcOffset(after) == offset)
            {
                continue;
            }

            while (after - before > TimeSpan.FromMinutes(1))
            {
                var middle = before.AddMinutes(Math.Floor((after - before).TotalMinutes / 2));
                (before, after) = zone.GetUtcOffset(middle) == offset ? (middle, after) : (before, middle);
            }

            offset = zone.GetUtcOffset(after);
            yield return Told(after, offset);
        }
    }

    private static ZoneOffset Told(DateTimeOffset from, TimeSpan offset) => new(from, (int)offset.TotalMinutes);
}

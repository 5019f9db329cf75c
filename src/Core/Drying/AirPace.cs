namespace EarthyTuft.Core.Drying;

/// <summary>
/// What is known of the air by a rack before anything is weighed: how many times faster or slower than usual it dries at each moment. A
/// drying in such air is one in even air by another clock, the <em>air's minutes</em>: where it dries twice as fast, two of them pass in
/// one minute. What is not known wanders about it (<see cref="WanderingAir"/>). docs/craft.md, section 7.
/// </summary>
public sealed class AirPace
{
    /// <summary>Air of which nothing is known: its minutes are the clock's.</summary>
    public static readonly AirPace Even = new([new(0, 1)]);

    /// <summary>Outdoors the night dries so many times as fast as the day (typical: the air is cool, still and near its dew
    /// point).</summary>
    public const double Night = 0.3;

    /// <summary>One night in three is slower or faster than between these.</summary>
    private const double StillNight = 0.2,
        WindyNight = 0.42;

    /// <summary>An air sensor is believed within these bounds of its own usual.</summary>
    private const double Slowest = 0.2,
        Fastest = 4;

    /// <summary>A forecast looks no further ahead than this.</summary>
    private const int NightsAhead = 14;

    private static readonly TimeOnly Dusk = new(20, 0),
        Dawn = new(7, 0);

    private readonly Stretch[] stretches;
    private readonly double[] airAt;

    /// <summary>The same air if what is known of it was believed too fast, or too slow; null where that is no matter.</summary>
    private readonly (AirPace Slower, AirPace Faster)? orElse;

    private AirPace(IReadOnlyList<Stretch> stretches, (AirPace Slower, AirPace Faster)? orElse = null)
    {
        this.orElse = orElse;
        this.stretches = [.. stretches];
        airAt = new double[this.stretches.Length];
        for (var i = 1; i < airAt.Length; i++)
        {
            airAt[i] = airAt[i - 1] + (this.stretches[i].FromMinutes - this.stretches[i - 1].FromMinutes) * this.stretches[i - 1].Factor;
        }

        // The air's clock shows nothing at the first weighing, as the other one does.
        var atNought = ToAir(0);
        for (var i = 0; i < airAt.Length; i++)
        {
            airAt[i] -= atNought;
        }
    }

    /// <summary>True when nothing is known of the air.</summary>
    public bool IsEven => stretches.Length == 1 && stretches[0].Factor == 1;

    /// <summary>The nights outdoors.</summary>
    /// <param name="first">The first weighing, in the workshop's zone.</param>
    public static AirPace Outdoors(DateTimeOffset first) =>
        new(Nights(first, Night), (new AirPace(Nights(first, StillNight)), new AirPace(Nights(first, WindyNight))));

    private static List<Stretch> Nights(DateTimeOffset first, double night)
    {
        var midnight = first.Date;
        var stretches = new List<Stretch> { new(Minutes(midnight.AddDays(-1), Dusk), night) };
        for (var day = 0; day < NightsAhead; day++)
        {
            stretches.Add(new(Minutes(midnight.AddDays(day), Dawn), 1));
            stretches.Add(new(Minutes(midnight.AddDays(day), Dusk), night));
        }

        return stretches;

        double Minutes(DateTime day, TimeOnly at) => (day.Add(at.ToTimeSpan()) - first.DateTime).TotalMinutes;
    }

    /// <summary>What an air sensor heard: air dries as fast as it lacks vapour, against what it lacked in the mean of this
    /// drying.</summary>
    /// <param name="heard">Minutes after the first weighing with the vapour pressure deficit, in kPa above zero, in any order.</param>
    /// <returns>From the last on it comes back to its mean with the memory that air has. Even where fewer than two were heard.</returns>
    public static AirPace Heard(IEnumerable<(double Minutes, double DeficitKilopascals)> heard)
    {
        var inOrder = heard.Where(h => h.DeficitKilopascals > 0 && double.IsFinite(h.Minutes)).OrderBy(h => h.Minutes).ToArray();
        if (inOrder.Length < 2 || inOrder[^1].Minutes <= inOrder[0].Minutes)
        {
            return Even;
        }

        var usual = Math.Exp(inOrder.Average(h => Math.Log(h.DeficitKilopascals)));
        double Factor(double deficit) => Math.Clamp(deficit / usual, Slowest, Fastest);
        var stretches = inOrder.Select(h => new Stretch(h.Minutes, Factor(h.DeficitKilopascals))).ToList();
        var (last, away) = (inOrder[^1].Minutes, Math.Log(stretches[^1].Factor));
        for (
            var minutes = WanderingAir.MemoryMinutes / 6;
            minutes <= 5 * WanderingAir.MemoryMinutes;
            minutes += WanderingAir.MemoryMinutes / 6
        )
        {
            stretches.Add(new(last + minutes, Math.Exp(away * Math.Exp(-minutes / WanderingAir.MemoryMinutes))));
        }

        stretches.Add(new(last + 5 * WanderingAir.MemoryMinutes, 1));
        return new AirPace(stretches);
    }

    /// <summary>The air's minutes at a minute of the clock; both count from the first weighing.</summary>
    /// <param name="minutes">Any.</param>
    public double ToAir(double minutes)
    {
        var i = Math.Max(0, Array.FindLastIndex(stretches, s => s.FromMinutes <= minutes));
        return airAt[i] + (minutes - stretches[i].FromMinutes) * stretches[i].Factor;
    }

    /// <summary>The clock's minute at one of the air's, the inverse.</summary>
    /// <param name="air">Any.</param>
    public double ToClock(double air)
    {
        var i = Math.Max(0, Array.FindLastIndex(airAt, a => a <= air));
        return stretches[i].FromMinutes + (air - airAt[i]) / stretches[i].Factor;
    }

    /// <summary>The clock's minutes at two of the air's, the ends of a band: what is known of the air may be wrong from now on.</summary>
    /// <param name="low">The earlier, by the air's clock.</param>
    /// <param name="high">The later.</param>
    /// <param name="from">Now, by the clock.</param>
    public (double Low, double High) ToClock(double low, double high, double from)
    {
        return orElse is var (slower, faster) ? (Ahead(faster, low), Ahead(slower, high)) : (ToClock(low), ToClock(high));

        double Ahead(AirPace other, double air)
        {
            var left = air - ToAir(from);
            return left <= 0 ? ToClock(air) : other.ToClock(other.ToAir(from) + left);
        }
    }

    /// <summary>How many times faster than usual it is known to dry at a moment.</summary>
    /// <param name="minutes">After the first weighing.</param>
    public double FactorAt(double minutes) => stretches[Math.Max(0, Array.FindLastIndex(stretches, s => s.FromMinutes <= minutes))].Factor;

    /// <summary>From a minute on, until the next one: so many times as fast as usual.</summary>
    private sealed record Stretch(double FromMinutes, double Factor);
}

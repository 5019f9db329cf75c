namespace EarthyTuft.Core.Scouring;

/// <summary>
/// Water that cools towards the air and by evaporation, the more the hotter it is:
/// dT/dt = -rate [ (T - air) + evaporation (x(T) - humidity x(air)) ], t in minutes, x the moisture of saturated air (docs/craft.md,
/// section 6).
/// </summary>
/// <param name="startCelsius">At the start.</param>
/// <param name="airCelsius">Of the air.</param>
/// <param name="ratePerMinute">Rate of the cooling by the air alone, above zero.</param>
/// <param name="evaporationKelvin">How much evaporation counts beside it, zero or more: about 350 for an open tub, 100 under a lid or
/// foam.</param>
/// <param name="humidity">Of the room, 0 to 1.</param>
public sealed class WaterCooling(
    double startCelsius,
    double airCelsius,
    double ratePerMinute,
    double evaporationKelvin,
    double humidity = WaterCooling.UsualHumidity
)
{
    private readonly CoolingTable table = new(startCelsius, airCelsius, evaporationKelvin, humidity);

    /// <summary>Humidity of a room where nobody read it.</summary>
    public const double UsualHumidity = 0.6;

    // A soak's middle: what a tub's rate is told for. 52 °C in air of 16 °C.
    private const double SoakCelsius = 52,
        SoakAir = 16;

    /// <summary>At the start.</summary>
    public double StartCelsius => startCelsius;

    /// <summary>Of the air.</summary>
    public double AirCelsius => airCelsius;

    /// <summary>Rate of the cooling by the air alone.</summary>
    public double RatePerMinute => ratePerMinute;

    /// <summary>How much evaporation counts beside it.</summary>
    public double EvaporationKelvin => evaporationKelvin;

    /// <summary>Kilograms of water in a kilogram of saturated air.</summary>
    /// <param name="celsius">Of the air, -40 to 99.</param>
    public static double Moisture(double celsius)
    {
        var pressure = 0.61078 * Math.Exp(17.27 * celsius / (celsius + 237.3));
        return 0.622 * pressure / (101.3 - pressure);
    }

    /// <summary>How many times as fast as by the air alone a bath cools in the middle of a soak (52 °C in air of 16 °C).</summary>
    /// <param name="evaporation">Zero or more.</param>
    public static double SoakFactor(double evaporation) =>
        1 + evaporation * (Moisture(SoakCelsius) - UsualHumidity * Moisture(SoakAir)) / (SoakCelsius - SoakAir);

    /// <summary>The temperature some time after the start.</summary>
    /// <param name="minutes">After the start.</param>
    public double At(double minutes) => table.At(RatePerMinute * minutes).Celsius;

    /// <summary>When a floor is reached, in minutes after the start: zero when the bath starts below it, null when it never gets
    /// there.</summary>
    /// <param name="floor">The floor.</param>
    public double? MinutesTo(double floor) =>
        floor >= StartCelsius ? 0
        : table.When(floor) is { } when ? when / RatePerMinute
        : null;
}

/// <summary>
/// A cooling bath in its own time (minutes times rate), tabulated once: the rate only stretches it. Beside the temperature stands how it
/// moves with the start and with the air, which is what a fit needs.
/// </summary>
internal sealed class CoolingTable
{
    // Steps of the logarithm of the distance from rest, and how near to rest the table goes.
    private const double Step = 0.03,
        Nearest = 0.05;

    private readonly double[] celsius,
        times,
        byStart,
        byAir;
    private readonly double air,
        evaporation,
        damp;

    public CoolingTable(double start, double air, double evaporation, double humidity)
    {
        (this.air, this.evaporation, damp) = (air, evaporation, humidity * WaterCooling.Moisture(air));
        var rest = Rest();
        // A bath that is at rest already stays there.
        var from = Math.Abs(start - rest) < 2 * Nearest ? rest + 2 * Nearest : start;
        var count = (int)Math.Ceiling(Math.Log(Math.Abs(from - rest) / Nearest) / Step) + 1;
        (celsius, times, byStart, byAir) = (new double[count], new double[count], new double[count], new double[count]);
        // A degree more of air slows the cooling by this much.
        var pull = 1 + evaporation * humidity * (WaterCooling.Moisture(air + 0.05) - WaterCooling.Moisture(air - 0.05)) / 0.1;
        var fallAtStart = Fall(from);
        double time = 0,
            squares = 0,
            before = from - rest,
            fallBefore = fallAtStart;
        for (var i = 0; i < count; i++)
        {
            var distance = i == 0 ? before : before * Math.Exp(-Step);
            var fall = Fall(rest + distance);
            if (i > 0)
            {
                // Simpson's rule over the logarithm of the distance, in which the time is nearly linear.
                var middle = before * Math.Exp(-Step / 2);
                var fallMiddle = Fall(rest + middle);
                time += Step / 6 * (before / fallBefore + 4 * middle / fallMiddle + distance / fall);
                squares +=
                    Step / 6 * (before / (fallBefore * fallBefore) + 4 * middle / (fallMiddle * fallMiddle) + distance / (fall * fall));
            }

            (before, fallBefore) = (distance, fall);
            (celsius[i], times[i], byStart[i], byAir[i]) = (rest + distance, time, fall / fallAtStart, fall * pull * squares);
        }
    }

    /// <summary>How fast it falls at a temperature, in degrees for each unit of its own time.</summary>
    /// <param name="at">The temperature.</param>
    public double Fall(double at) => at - air + evaporation * (WaterCooling.Moisture(at) - damp);

    /// <summary>The temperature at a time of its own, and how it moves with a degree of the start and of the air.</summary>
    /// <param name="time">Before the start it goes on backwards as it began.</param>
    public (double Celsius, double ByStart, double ByAir) At(double time)
    {
        if (time >= times[^1])
        {
            return (celsius[^1], byStart[^1], byAir[^1]);
        }

        var found = Array.BinarySearch(times, time);
        var i = Math.Clamp(found >= 0 ? found : ~found - 1, 0, times.Length - 2);
        var share = (time - times[i]) / (times[i + 1] - times[i]);
        return (
            celsius[i] + share * (celsius[i + 1] - celsius[i]),
            byStart[i] + share * (byStart[i + 1] - byStart[i]),
            byAir[i] + share * (byAir[i + 1] - byAir[i])
        );
    }

    /// <summary>When a temperature is reached; null when never, below zero before the start.</summary>
    /// <param name="at">The temperature.</param>
    public double? When(double at)
    {
        if (celsius[^1] >= celsius[0])
        {
            return at >= celsius[0] && at <= celsius[^1] ? 0 : null;
        }

        if (at < celsius[^1])
        {
            return null;
        }

        if (at >= celsius[0])
        {
            return (celsius[0] - at) / Math.Max(Fall(celsius[0]), 1e-9);
        }

        // The table falls.
        int low = 0,
            high = celsius.Length - 1;
        while (high - low > 1)
        {
            var middle = (low + high) / 2;
            (low, high) = celsius[middle] > at ? (middle, high) : (low, middle);
        }

        return times[low] + (celsius[low] - at) / (celsius[low] - celsius[high]) * (times[high] - times[low]);
    }

    /// <summary>Where the water comes to rest: below the air where the room is not damp.</summary>
    private double Rest()
    {
        double low = air - 40,
            high = air + 1;
        for (var i = 0; i < 50; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = Fall(middle) > 0 ? (low, middle) : (middle, high);
        }

        return (low + high) / 2;
    }
}

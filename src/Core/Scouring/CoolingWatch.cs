using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Scouring;

/// <summary>What is known of a bath before its readings.</summary>
/// <param name="Start">The temperature it was poured for.</param>
/// <param name="Air">Of the air, with how surely that is known.</param>
/// <param name="Tub">How the tub cools.</param>
/// <param name="FloorCelsius">What it must stay above.</param>
/// <param name="Humidity">Of the room, 0 to 1.</param>
public sealed record BathOutset(Belief Start, Belief Air, TubRate Tub, double FloorCelsius, double Humidity = WaterCooling.UsualHumidity)
{
    /// <summary>How far the air may be from what somebody read or a sensor says.</summary>
    public const double AirRead = 0.8;

    /// <summary>How far the air may be from a guess.</summary>
    public const double AirGuessed = 3;

    /// <summary>How far a bath may settle from what it was poured for.</summary>
    public const double Poured = 2;
}

/// <summary>What the readings so far say of a bath.</summary>
/// <param name="Cooling">The fitted curve.</param>
/// <param name="Floor">When the floor is reached, in minutes after the watch began; null when it never is.</param>
/// <param name="Band">The fitted temperature with one standard deviation, for drawing.</param>
/// <param name="LogRate">The rate in the middle of a soak, as <see cref="TubRate.LogRate"/>.</param>
/// <param name="LogEvaporation">The evaporation, as <see cref="TubRate.LogEvaporation"/>.</param>
/// <param name="Readings">How many readings it stands on.</param>
public sealed record BathForecast(
    WaterCooling Cooling,
    TimeForecast? Floor,
    Func<double, (double Celsius, double Deviation)> Band,
    Belief LogRate,
    Belief LogEvaporation,
    int Readings
)
{
    /// <summary>The same, told in minutes after an earlier moment.</summary>
    /// <param name="minutes">How much earlier.</param>
    internal BathForecast Later(double minutes) =>
        this with
        {
            Floor = Floor is { } f ? new TimeForecast(f.Minutes + minutes, f.Low + minutes, f.High + minutes) : null,
            Band = at => Band(at - minutes),
        };
}

/// <summary>
/// Watches a bath cool. For each rate and each evaporation the tub may have, start and air follow from the readings by least squares; the
/// pairs are weighed by how well they fit and by what the tub did before (<see cref="CoolingTrials"/>). So the same sum serves a bath
/// without any reading, one with two, and one with a probe in it.
/// </summary>
public static class CoolingWatch
{
    /// <summary>How far a probe may be off: a tenth or two of a degree, and the water is not the same everywhere.</summary>
    public const double ProbeNoise = 0.15;

    /// <summary>How far a thermometer read by eye may be off.</summary>
    public const double TypedNoise = 0.4;

    private const int RatesTried = 41,
        EvaporationsTried = 7,
        Narrowings = 2,
        MostFitted = 40;

    /// <summary>
    /// Fits the readings that tell of the water as it is (<see cref="BathReadings"/>). The forecast's times are minutes after the watch
    /// began; its <see cref="BathForecast.Cooling"/> starts where the water became what it is.
    /// </summary>
    /// <param name="outset">What is known beforehand.</param>
    /// <param name="readings">In any order.</param>
    public static (BathForecast Forecast, BathReadings Readings) Follow(BathOutset outset, IEnumerable<BathReading> readings)
    {
        var sorted = BathReadings.Sort(outset, readings);
        var counted = sorted.Counted;
        var noise = counted.Count > 0 && counted.All(r => r.ByProbe) ? ProbeNoise : TypedNoise;
        if (sorted.BeganMinutes is not { } began)
        {
            return (Fit(outset, counted, noise), sorted);
        }

        var anew = outset with { Start = new Belief(counted[0].Celsius, BathOutset.Poured) };
        return (Fit(anew, [.. counted.Select(r => r with { Minutes = r.Minutes - began })], noise).Later(began), sorted);
    }

    /// <summary>Fits.</summary>
    /// <param name="outset">What is known beforehand.</param>
    /// <param name="readings">In any order; those before the start of the watch count too.</param>
    /// <param name="noise">Standard deviation of one reading, above zero.</param>
    public static BathForecast Fit(BathOutset outset, IReadOnlyList<BathReading> readings, double noise)
    {
        var count = readings.Count;
        var seenUntil = count == 0 ? 0 : readings.Max(r => r.Minutes);
        if (count > MostFitted)
        {
            // A probe speaks every few seconds: a minute's mean tells the same, at the noise of a mean.
            (readings, noise) = ([.. Means(readings)], noise / Math.Sqrt((double)count / MostFitted));
        }

        static double[] Around(Belief log, double deviations, int count) =>
            Trials.Ratios(Math.Exp(log.Mean - deviations * log.Deviation), Math.Exp(log.Mean + deviations * log.Deviation), count);

        var tub = outset.Tub;
        var trials = new CoolingTrials(
            outset,
            readings,
            noise,
            Around(tub.LogRate, 4.5, RatesTried),
            Around(tub.LogEvaporation, 2.5, EvaporationsTried),
            outset.Start.Mean,
            outset.Air.Mean
        );
        for (var pass = 0; pass < Narrowings; pass++)
        {
            if (readings.Count >= 6)
            {
                // With enough readings they tell themselves how far they scatter.
                noise = Math.Sqrt((4 * trials.Noise * trials.Noise + trials.Best.SquaredResiduals) / (4 + readings.Count - 2));
            }

            trials = trials.Narrowed(noise, RatesTried, EvaporationsTried);
        }

        var logRate = trials.Mean(n => Math.Log(n.SoakRate));
        var logEvaporation = trials.Mean(n => Math.Log(n.Evaporation));
        var cooling = new WaterCooling(
            trials.Mean(n => n.Fit.A),
            trials.Mean(n => n.Fit.B),
            Math.Exp(logRate) / WaterCooling.SoakFactor(Math.Exp(logEvaporation)),
            Math.Exp(logEvaporation),
            outset.Humidity
        );
        return new BathForecast(
            cooling,
            trials.Floor(outset.FloorCelsius, seenUntil),
            trials.Band,
            new Belief(logRate, Math.Sqrt(trials.Mean(n => Math.Pow(Math.Log(n.SoakRate) - logRate, 2)))),
            new Belief(logEvaporation, Math.Sqrt(trials.Mean(n => Math.Pow(Math.Log(n.Evaporation) - logEvaporation, 2)))),
            count
        );
    }

    private static IEnumerable<BathReading> Means(IReadOnlyList<BathReading> readings)
    {
        var sorted = readings.OrderBy(r => r.Minutes).ToArray();
        for (var i = 0; i < MostFitted; i++)
        {
            var group = sorted[(i * sorted.Length / MostFitted)..((i + 1) * sorted.Length / MostFitted)];
            yield return new BathReading(group.Average(r => r.Minutes), group.Average(r => r.Celsius), group[0].ByProbe);
        }
    }
}

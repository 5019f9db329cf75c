using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Scouring;

/// <summary>What a tub is known to cool at: a normal law of the logarithm of its rate per minute.</summary>
/// <param name="LogRate">Middle and spread of ln k.</param>
/// <param name="Baths">Own baths behind it, zero when it is typical.</param>
public sealed record TubRate(Belief LogRate, int Baths)
{
    /// <summary>Any tub: around 0.8 % of the difference a minute, a third less or half more (typical).</summary>
    public static readonly TubRate Typical = new(new Belief(Math.Log(0.008), 0.5), 0);

    /// <summary>The rate itself, at its middle.</summary>
    public double PerMinute => Math.Exp(LogRate.Mean);

    /// <summary>
    /// What a tub's own baths teach: their mean stands against the typical rate as it would against one bath of somebody else's, and no tub
    /// is trusted closer than 8 %, since lid, filling and draught differ each time.
    /// </summary>
    /// <param name="ratesPerMinute">The rates of its baths, each above zero.</param>
    public static TubRate Of(IReadOnlyCollection<double> ratesPerMinute)
    {
        if (ratesPerMinute.Count == 0)
        {
            return Typical;
        }

        var n = ratesPerMinute.Count;
        var mean = ratesPerMinute.Average(Math.Log);
        // One bath of a tub tells its next to about a fifth; the more there are, the more their own spread counts.
        const double Unlike = 0.2;
        var squares = ratesPerMinute.Sum(r => Math.Pow(Math.Log(r) - mean, 2));
        var each = Math.Sqrt((4 * Unlike * Unlike + squares) / (4 + n - 1));
        double own = n / (each * each), typical = 1 / (Typical.LogRate.Deviation * Typical.LogRate.Deviation);
        var middle = (own * mean + typical * Typical.LogRate.Mean) / (own + typical);
        return new TubRate(new Belief(middle, Math.Max(0.08, Math.Sqrt(each * each + 1 / (own + typical)))), n);
    }
}

/// <summary>What is known of a bath before its readings.</summary>
/// <param name="Start">The temperature it was poured for.</param>
/// <param name="Air">Of the air, with how surely that is known.</param>
/// <param name="Tub">The tub's cooling rate.</param>
/// <param name="FloorCelsius">What it must stay above.</param>
public sealed record BathOutset(Belief Start, Belief Air, TubRate Tub, double FloorCelsius)
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
/// <param name="LogRateDeviation">How surely the rate is known: below 0.15 it is worth remembering for the tub.</param>
/// <param name="Readings">How many readings it stands on.</param>
public sealed record BathForecast(Cooling Cooling, TimeForecast? Floor, Func<double, (double Celsius, double Deviation)> Band, double LogRateDeviation, int Readings)
{
    /// <summary>The same, told in minutes after an earlier moment.</summary>
    /// <param name="minutes">How much earlier.</param>
    internal BathForecast Later(double minutes) => this with
    {
        Floor = Floor is { } f ? new TimeForecast(f.Minutes + minutes, f.Low + minutes, f.High + minutes) : null,
        Band = at => Band(at - minutes),
    };
}

/// <summary>
/// Watches a bath cool. For each rate the tub may have, start and air follow from the readings by least squares; the rates are weighed by how
/// well they fit and by what the tub did before. So the same sum serves a bath without any reading, one with two, and one with a probe in it.
/// </summary>
public static class CoolingWatch
{
    /// <summary>How far a probe may be off: a tenth or two of a degree, and the water is not the same everywhere.</summary>
    public const double ProbeNoise = 0.15;

    /// <summary>How far a thermometer read by eye may be off.</summary>
    public const double TypedNoise = 0.5;

    private const int Tried = 161;

    /// <summary>
    /// Fits the readings that tell of the water as it is (<see cref="BathReadings"/>). The forecast's times are minutes after the watch began;
    /// its <see cref="BathForecast.Cooling"/> starts where the water became what it is.
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
        var rates = Trials.Ratios(outset.Tub.PerMinute * Math.Exp(-4.5 * outset.Tub.LogRate.Deviation), outset.Tub.PerMinute * Math.Exp(4.5 * outset.Tub.LogRate.Deviation), Tried);
        var fits = FitAll(outset, readings, noise, rates, out var weights);
        if (readings.Count >= 6)
        {
            // With enough readings they tell themselves how far they scatter.
            var best = fits[Array.IndexOf(weights, weights.Max())];
            noise = Math.Sqrt((4 * noise * noise + best.SquaredResiduals) / (4 + readings.Count - 2));
            fits = FitAll(outset, readings, noise, rates, out weights);
        }

        var (low, high) = Trials.Carrying(rates, weights);
        rates = Trials.Ratios(low, high, Tried);
        fits = FitAll(outset, readings, noise, rates, out weights);

        var most = weights.Max();
        var shares = weights.Select(w => Math.Exp(w - most)).ToArray();
        var all = shares.Sum();
        double Mean(Func<int, double> of) => Enumerable.Range(0, rates.Length).Sum(i => shares[i] * of(i)) / all;
        var logRate = Mean(i => Math.Log(rates[i]));
        var spread = Math.Sqrt(Mean(i => Math.Pow(Math.Log(rates[i]) - logRate, 2)));
        var cooling = new Cooling(Mean(i => fits[i].A), Mean(i => fits[i].B), Math.Exp(logRate));
        return new BathForecast(cooling, Floor(outset.FloorCelsius, rates, fits, shares), Band, spread, readings.Count);

        (double, double) Band(double minutes)
        {
            double At(int i) => new Cooling(fits[i].A, fits[i].B, rates[i]).At(minutes);
            var middle = Mean(At);
            var variance = Mean(i =>
            {
                var e = Math.Exp(-rates[i] * minutes);
                return fits[i].Variance(e, 1 - e) + Math.Pow(At(i) - middle, 2);
            });
            return (middle, Math.Sqrt(variance));
        }
    }

    private static PairFit[] FitAll(BathOutset outset, IReadOnlyList<BathReading> readings, double noise, double[] rates, out double[] weights)
    {
        var fits = new PairFit[rates.Length];
        weights = new double[rates.Length];
        var rows = new (double, double, double)[readings.Count];
        for (var i = 0; i < rates.Length; i++)
        {
            for (var r = 0; r < rows.Length; r++)
            {
                var e = Math.Exp(-rates[i] * readings[r].Minutes);
                rows[r] = (e, 1 - e, readings[r].Celsius);
            }

            fits[i] = PairFit.Of(rows, noise, outset.Start, outset.Air);
            var off = (Math.Log(rates[i]) - outset.Tub.LogRate.Mean) / outset.Tub.LogRate.Deviation;
            weights[i] = fits[i].LogEvidence - 0.5 * off * off;
        }

        return fits;
    }

    private static TimeForecast? Floor(double floor, double[] rates, PairFit[] fits, double[] shares)
    {
        var parts = new List<(double, double, double)>(rates.Length);
        for (var i = 0; i < rates.Length; i++)
        {
            double start = fits[i].A, air = fits[i].B;
            // Where the air is as warm as the floor the bath never gets there; such rates carry no time.
            if (floor - air < 0.2)
            {
                continue;
            }

            var above = Math.Max(start - air, 1e-6);
            var minutes = Math.Log(above / (floor - air)) / rates[i];
            var byStart = 1 / (above * rates[i]);
            var byAir = (1 / (floor - air) - 1 / above) / rates[i];
            parts.Add((shares[i], minutes, Math.Sqrt(fits[i].Variance(byStart, byAir))));
        }

        return parts.Sum(p => p.Item1) > 0.5 * shares.Sum() ? TimeForecast.Of(parts) : null;
    }
}

using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Scouring;

/// <summary>One pair of rate and evaporation, with what the readings say if the tub has them.</summary>
/// <param name="SoakRate">Rate per minute in the middle of a soak.</param>
/// <param name="Evaporation">In kelvin.</param>
/// <param name="Table">The bath in its own time, at the reference of its trials.</param>
/// <param name="Fit">Start (A) and air (B) in degrees Celsius.</param>
/// <param name="Share">Of the whole weight.</param>
internal sealed record CoolingTrial(double SoakRate, double Evaporation, CoolingTable Table, PairFit Fit, double Share)
{
    /// <summary>Rate per minute of the cooling by the air alone.</summary>
    public double Rate { get; } = SoakRate / WaterCooling.SoakFactor(Evaporation);
}

/// <summary>
/// Every pair of rate and evaporation that is tried on a bath. A bath's temperature is taken as linear in start and air about a reference,
/// which moves to what the trials before it found; so that for each pair both follow by least squares.
/// </summary>
internal sealed class CoolingTrials
{
    private readonly BathOutset outset;
    private readonly IReadOnlyList<BathReading> readings;
    private readonly double[] rates,
        evaporations,
        logWeights;
    private readonly double start,
        air;
    private readonly CoolingTrial[] trials;

    public CoolingTrials(
        BathOutset outset,
        IReadOnlyList<BathReading> readings,
        double noise,
        double[] rates,
        double[] evaporations,
        double start,
        double air
    )
    {
        (this.outset, this.readings, this.rates, this.evaporations, this.start, this.air, Noise) = (
            outset,
            readings,
            rates,
            evaporations,
            start,
            air,
            noise
        );
        trials = new CoolingTrial[rates.Length * evaporations.Length];
        logWeights = new double[trials.Length];
        var rows = new (double, double, double)[readings.Count];
        var i = 0;
        foreach (var evaporation in evaporations)
        {
            var table = new CoolingTable(start, air, evaporation, outset.Humidity);
            var factor = WaterCooling.SoakFactor(evaporation);
            var damp = Off(evaporation, outset.Tub.LogEvaporation);
            foreach (var rate in rates)
            {
                for (var r = 0; r < rows.Length; r++)
                {
                    var (celsius, byStart, byAir) = table.At(rate / factor * readings[r].Minutes);
                    rows[r] = (byStart, byAir, readings[r].Celsius - celsius + byStart * start + byAir * air);
                }

                var fit = PairFit.Of(rows, noise, outset.Start, outset.Air);
                trials[i] = new CoolingTrial(rate, evaporation, table, fit, 0);
                logWeights[i] = fit.LogEvidence - 0.5 * (damp + Off(rate, outset.Tub.LogRate));
                i++;
            }
        }

        var most = logWeights.Max();
        var all = logWeights.Sum(w => Math.Exp(w - most));
        for (i = 0; i < trials.Length; i++)
        {
            trials[i] = trials[i] with { Share = Math.Exp(logWeights[i] - most) / all };
        }

        static double Off(double value, Belief log) => Math.Pow((Math.Log(value) - log.Mean) / log.Deviation, 2);
    }

    /// <summary>Standard deviation of one reading.</summary>
    public double Noise { get; }

    /// <summary>The fit of the likeliest pair.</summary>
    public PairFit Best => trials.MaxBy(t => t.Share)!.Fit;

    /// <summary>The same, closed in on where the weight lies.</summary>
    /// <param name="noise">Standard deviation of one reading, above zero.</param>
    /// <param name="ratesTried">How many rates to try.</param>
    /// <param name="evaporationsTried">How many evaporations to try.</param>
    public CoolingTrials Narrowed(double noise, int ratesTried, int evaporationsTried)
    {
        double Heaviest(Func<CoolingTrial, bool> among) =>
            Enumerable.Range(0, trials.Length).Where(i => among(trials[i])).Max(i => logWeights[i]);
        var (lowRate, highRate) = Trials.Carrying(rates, [.. rates.Select(r => Heaviest(t => t.SoakRate == r))]);
        var (lowDamp, highDamp) = Trials.Carrying(evaporations, [.. evaporations.Select(e => Heaviest(t => t.Evaporation == e))]);
        return new CoolingTrials(
            outset,
            readings,
            noise,
            Trials.Ratios(lowRate, highRate, ratesTried),
            Trials.Ratios(lowDamp, highDamp, evaporationsTried),
            Mean(t => t.Fit.A),
            Mean(t => t.Fit.B)
        );
    }

    /// <summary>The mean of something over all pairs.</summary>
    /// <param name="of">What.</param>
    public double Mean(Func<CoolingTrial, double> of) => trials.Sum(t => t.Share * of(t));

    /// <summary>The fitted temperature with one standard deviation.</summary>
    /// <param name="minutes">After the start of the watch.</param>
    public (double Celsius, double Deviation) Band(double minutes)
    {
        double middle = 0,
            squares = 0;
        foreach (var trial in trials)
        {
            var (celsius, byStart, byAir) = trial.Table.At(trial.Rate * minutes);
            var at = celsius + byStart * (trial.Fit.A - start) + byAir * (trial.Fit.B - air);
            middle += trial.Share * at;
            squares += trial.Share * (at * at + trial.Fit.Variance(byStart, byAir));
        }

        return (middle, Math.Sqrt(Math.Max(0, squares - middle * middle)));
    }

    /// <summary>When the floor is reached, in minutes after the start of the watch; null when it never is.</summary>
    /// <param name="floor">The floor.</param>
    /// <param name="seenUntil">The minute of the last reading: what comes after it wanders.</param>
    public TimeForecast? Floor(double floor, double seenUntil)
    {
        var parts = new List<(double, double, double)>(trials.Length);
        foreach (var trial in trials)
        {
            if (trial.Share < 1e-9 || trial.Table.When(floor) is not { } when)
            {
                // Where the water comes to rest above the floor it never gets there; such pairs carry no time.
                continue;
            }

            // One step from the reference to this pair's own start and air.
            var (_, byStart, byAir) = trial.Table.At(Math.Max(0, when));
            var slope = 1 / (Math.Max(trial.Table.Fall(floor), 1e-3) * trial.Rate);
            var minutes = when / trial.Rate + slope * (byStart * (trial.Fit.A - start) + byAir * (trial.Fit.B - air));
            var wanders = outset.Tub.Wanders * Math.Max(0, minutes - seenUntil);
            parts.Add((trial.Share, minutes, Math.Sqrt(slope * slope * trial.Fit.Variance(byStart, byAir) + wanders * wanders)));
        }

        return parts.Sum(p => p.Item1) > 0.5 ? TimeForecast.Of(parts) : null;
    }
}

using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Drying;

/// <summary>
/// The air by a rack: it dries e^u times as fast as usual, u wandering about 0 with a memory of hours. What a stretch of time does to u, to
/// the mean of u over it, and to both together (an Ornstein-Uhlenbeck process).
/// </summary>
internal static class WanderingAir
{
    /// <summary>After so long the air has forgotten two thirds of what it was.</summary>
    public const double MemoryMinutes = 6 * 60;

    /// <summary>What is left of u after a stretch, and how much of it the mean of u over the stretch carries; the variance of that mean for
    /// u of variance one that is known at its start.</summary>
    /// <param name="minutes">Zero or more.</param>
    public static (double Left, double Carried, double MeanVariance) Over(double minutes)
    {
        var stretch = minutes / MemoryMinutes;
        if (stretch < 1e-4)
        {
            return (1 - stretch, 1 - stretch / 2, 2 * stretch / 3);
        }

        var left = Math.Exp(-stretch);
        var carried = (1 - left) / stretch;
        return (left, carried, Math.Max(0, 2 / stretch * (1 - carried) - carried * carried));
    }
}

/// <summary>
/// One time constant, one length of the steady start and one wandering of the air, with what the weighings say if they are so: a Kalman
/// filter of rest, excess at the first weighing, how far the drying is ahead of the clock, and how fast the air dries now.
/// </summary>
internal sealed class DryingFilter
{
    private const int Rest = 0,
        Wet = 1,
        Ahead = 2,
        Air = 3,
        States = 4;

    private readonly double[] mean = new double[States],
        variance = new double[States * States];

    /// <summary>Filters.</summary>
    /// <param name="readings">In order of time, counted from the first.</param>
    /// <param name="rest">What is believed of the rest.</param>
    /// <param name="wet">What is believed of the excess at the first weighing.</param>
    /// <param name="noise">Standard deviation of one weighing, above zero.</param>
    /// <param name="tau">The time constant.</param>
    /// <param name="steadyMinutes">How long it dries at a steady rate first.</param>
    /// <param name="wander">Standard deviation of u.</param>
    /// <param name="path">Where to keep what each weighing left: minute, grams, standard deviation; null where nobody draws it.</param>
    public DryingFilter(
        DryingReading[] readings,
        Belief rest,
        Belief wet,
        double noise,
        double tau,
        double steadyMinutes,
        double wander,
        List<(double, double, double)>? path = null
    )
    {
        (Tau, SteadyMinutes, Wander) = (tau, steadyMinutes, wander);
        (mean[Rest], mean[Wet]) = (rest.Mean, wet.Mean);
        (this[Rest, Rest], this[Wet, Wet], this[Air, Air]) = (
            rest.Deviation * rest.Deviation,
            wet.Deviation * wet.Deviation,
            wander * wander
        );
        double before = 0,
            evidence = 0,
            squares = 0;
        var observed = new double[States];
        foreach (var reading in readings)
        {
            Pass(reading.Minutes - before);
            before = reading.Minutes;
            evidence += Weighed(reading, noise, observed);
            squares += Math.Pow(reading.Grams - Grams(Shape()), 2);
            path?.Add((reading.Minutes, Grams(Shape()), Math.Sqrt(Math.Max(0, GramsVariance(Shape())))));
        }

        (Last, LogEvidence) = (before, evidence);
        SquaredResiduals = squares;

        double Shape() => DryingLaw.Shape(before + mean[Ahead], Tau, SteadyMinutes);
    }

    /// <summary>The time constant tried.</summary>
    public double Tau { get; }

    /// <summary>The length of the steady start tried.</summary>
    public double SteadyMinutes { get; }

    /// <summary>The wandering of the air tried.</summary>
    public double Wander { get; }

    /// <summary>Minute of the last weighing.</summary>
    public double Last { get; }

    /// <summary>Natural logarithm of how well the weighings fit.</summary>
    public double LogEvidence { get; }

    /// <summary>Sum of the squared distances of the weighings from where the filter stood once it knew them.</summary>
    public double SquaredResiduals { get; }

    /// <summary>Where it comes to rest.</summary>
    public double RestGrams => mean[Rest];

    /// <summary>Variance of that.</summary>
    public double RestVariance => this[Rest, Rest];

    /// <summary>Above rest at the first weighing.</summary>
    public double WetGrams => mean[Wet];

    /// <summary>The logarithm of how many times faster than usual the air dries at the last weighing.</summary>
    public double AirNow => mean[Air];

    private double this[int row, int column]
    {
        get => variance[row * States + column];
        set => (variance[row * States + column], variance[column * States + row]) = (value, value);
    }

    /// <summary>When it comes within a tolerance of rest: middle in minutes after the first weighing, and how far it may be off.</summary>
    /// <param name="tolerance">A share of the rest, above zero.</param>
    /// <returns>The deviation is in minutes where it is there already, else a share of what is left.</returns>
    public (double Minutes, double Deviation, bool IsThere) DryTime(double tolerance)
    {
        double rest = Math.Max(mean[Rest], 1),
            wet = Math.Max(mean[Wet], 1e-6);
        var slow = wet / (1 + SteadyMinutes / Tau);
        var target = tolerance * rest;
        // Within tolerance before it ever slows, or in the slow stage.
        var (needed, slope) =
            slow > target
                ? (SteadyMinutes + Tau * Math.Log(slow / target), Tau)
                : (SteadyMinutes + Tau * (1 - target / slow), Tau * target / slow);
        var left = needed - Last - mean[Ahead];
        double byRest = -slope / rest,
            byWet = slope / wet;
        var ofLeft =
            byRest * byRest * this[Rest, Rest]
            + byWet * byWet * this[Wet, Wet]
            + this[Ahead, Ahead]
            + 2 * (byRest * byWet * this[Rest, Wet] - byRest * this[Rest, Ahead] - byWet * this[Wet, Ahead]);
        if (left < 1)
        {
            // It is there already: the clock's minutes are those of the air at the end.
            return (Math.Max(0, Last + left * Math.Exp(-mean[Air])), Math.Sqrt(Math.Max(0, ofLeft)), true);
        }

        var minutes = left;
        double carried = 1,
            meanVariance = 0;
        for (var i = 0; i < 8; i++)
        {
            (_, carried, meanVariance) = WanderingAir.Over(minutes);
            minutes = left * Math.Exp(-carried * mean[Air]);
        }

        var withAir = byRest * this[Rest, Air] + byWet * this[Wet, Air] - this[Ahead, Air];
        var logVariance =
            ofLeft / (left * left) - 2 * carried * withAir / left + carried * carried * this[Air, Air] + Wander * Wander * meanVariance;
        return (Last + minutes, Math.Sqrt(Math.Max(0, logVariance)), false);
    }

    /// <summary>The weight at a moment after the last weighing, with its variance.</summary>
    /// <param name="minutes">After the first weighing.</param>
    public (double Grams, double Variance) At(double minutes)
    {
        var (_, carried, meanVariance) = WanderingAir.Over(minutes - Last);
        var pace = (minutes - Last) * Math.Exp(carried * mean[Air]);
        var at = Last + mean[Ahead] + pace;
        var shape = DryingLaw.Shape(at, Tau, SteadyMinutes);
        var byTime = mean[Wet] * Slope(at);
        return (
            Grams(shape),
            GramsVariance(shape)
                + byTime
                    * byTime
                    * (this[Ahead, Ahead] + pace * pace * (carried * carried * this[Air, Air] + Wander * Wander * meanVariance))
        );
    }

    private double Grams(double shape) => mean[Rest] + mean[Wet] * shape;

    private double GramsVariance(double shape) => this[Rest, Rest] + shape * shape * this[Wet, Wet] + 2 * shape * this[Rest, Wet];

    // How fast the shape falls at a time of the drying's own.
    private double Slope(double at) => -(at < SteadyMinutes ? 1 : Math.Exp(-(at - SteadyMinutes) / Tau)) / Tau / (1 + SteadyMinutes / Tau);

    private void Pass(double minutes)
    {
        if (minutes <= 0)
        {
            return;
        }

        var (left, carried, meanVariance) = WanderingAir.Over(minutes);
        var pace = minutes * Math.Exp(Math.Clamp(carried * mean[Air], -3, 3));
        var (moved, own) = (pace * carried, Wander * Wander);
        double airAhead = this[Air, Ahead],
            airAir = this[Air, Air];
        this[Ahead, Ahead] += 2 * moved * airAhead + moved * moved * airAir + pace * pace * own * meanVariance;
        this[Ahead, Air] = left * (airAhead + moved * airAir) + pace * own * carried * (1 - left);
        this[Air, Air] = left * left * airAir + own * (1 - left * left);
        foreach (var other in (ReadOnlySpan<int>)[Rest, Wet])
        {
            this[other, Ahead] += moved * this[other, Air];
            this[other, Air] *= left;
        }

        mean[Ahead] += pace - minutes;
        mean[Air] *= left;
    }

    private double Weighed(DryingReading reading, double noise, double[] observed)
    {
        var at = reading.Minutes + mean[Ahead];
        var shape = DryingLaw.Shape(at, Tau, SteadyMinutes);
        var byTime = mean[Wet] * Slope(at);
        for (var i = 0; i < States; i++)
        {
            observed[i] = this[i, Rest] + shape * this[i, Wet] + byTime * this[i, Ahead];
        }

        var spread = observed[Rest] + shape * observed[Wet] + byTime * observed[Ahead] + noise * noise;
        var miss = reading.Grams - Grams(shape);
        for (var i = 0; i < States; i++)
        {
            mean[i] += observed[i] / spread * miss;
            for (var j = i; j < States; j++)
            {
                this[i, j] -= observed[i] * observed[j] / spread;
            }
        }

        return -0.5 * (miss * miss / spread + Math.Log(spread));
    }
}

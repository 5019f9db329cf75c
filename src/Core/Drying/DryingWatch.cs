using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Drying;

/// <summary>A curve of drying: first steady, then ever slower.</summary>
/// <param name="RestGrams">Where it comes to rest.</param>
/// <param name="WetGrams">Above rest at the first weighing.</param>
/// <param name="TimeConstantMinutes">The excess falls to 37 % in this time once it slows.</param>
/// <param name="SteadyMinutes">How long it dried at a steady rate first.</param>
public sealed record DryingLaw(double RestGrams, double WetGrams, double TimeConstantMinutes, double SteadyMinutes)
{
    /// <summary>The weight some time after the first weighing.</summary>
    /// <param name="minutes">After the first weighing.</param>
    public double At(double minutes) => RestGrams + WetGrams * Shape(minutes, TimeConstantMinutes, SteadyMinutes);

    /// <summary>The excess as a share of what it was at the first weighing. While water stands on the fibre the rate is steady; the moment
    /// that ends it goes on as an exponential with the same slope.</summary>
    internal static double Shape(double minutes, double tau, double steady)
    {
        var whole = 1 + steady / tau;
        return (minutes < steady ? 1 + (steady - minutes) / tau : Math.Exp(-(minutes - steady) / tau)) / whole;
    }
}

/// <summary>What the weighings so far say.</summary>
/// <param name="Law">The fitted curve, null while nothing can be told.</param>
/// <param name="Dry">When it will be within the tolerance of rest, in minutes after the first weighing; null while that cannot be
/// told.</param>
/// <param name="RestDeviation">How surely the rest is known, in grams.</param>
/// <param name="Band">The fitted weight with one standard deviation, for drawing; null with the law.</param>
/// <param name="IsDry">Two weighings an hour apart agree within half a percent, and the fit, where there is one, puts the last within the
/// tolerance of rest.</param>
/// <param name="Why">When it cannot be told: why.</param>
/// <param name="Readings">Which weights it stands on, and which are asked about.</param>
/// <param name="AirNow">Logarithm of how many times faster than usual it dries now; null with the law.</param>
public sealed record DryingForecast(
    DryingLaw? Law,
    TimeForecast? Dry,
    double? RestDeviation,
    Func<double, (double Grams, double Deviation)>? Band,
    bool IsDry,
    string? Why,
    DryingReadings? Readings = null,
    double? AirNow = null
);

/// <summary>
/// Watches wool dry in air that changes (docs/craft.md, section 7). For each time constant, each length of the steady start and each
/// wandering of the air, the rest follows by a filter (<see cref="DryingFilter"/>); they are weighed by how well they fit. While every
/// length of the steady start fits as well as another, the band is wide and it says that it cannot tell yet.
/// </summary>
public static class DryingWatch
{
    /// <summary>A band wider than this, against its middle, tells nothing to act on.</summary>
    public const double TooWide = 0.8;

    /// <summary>Watched until no more than this share of its excess was left, a drying tells of its air.</summary>
    private const double NearRest = 0.2;

    private static readonly Belief LogTau = new(Math.Log(150), 0.8);

    /// <summary>Fits.</summary>
    /// <param name="readings">In any order.</param>
    /// <param name="expected">The dry weight that is expected and how surely, null when nothing is.</param>
    /// <param name="scaleStepGrams">The scale's division, above zero.</param>
    /// <param name="tolerancePercent">Above rest that counts as dry.</param>
    /// <param name="air">How the air by the rack wanders; indoors where it is left out.</param>
    /// <param name="pace">What is known of the air; nothing where it is left out.</param>
    /// <param name="waterOut">How the water was taken out before: it tells how long a steady start may be.</param>
    public static DryingForecast Fit(
        IReadOnlyList<DryingReading> readings,
        Belief? expected,
        double scaleStepGrams,
        double tolerancePercent = DryingCurve.TolerancePercent,
        RackAir? air = null,
        AirPace? pace = null,
        WaterOut waterOut = WaterOut.SpunOut
    )
    {
        var told = DryingReadings.Sort(readings, expected, scaleStepGrams);
        return Fit(
            [.. told.Counted],
            told.BeganAnew ? null : expected,
            scaleStepGrams,
            tolerancePercent,
            air ?? RackAir.Indoors,
            pace ?? AirPace.Even,
            SteadyStart.After(waterOut)
        ) with
        {
            Readings = told,
        };
    }

    /// <summary>The same weights by the clock of the air.</summary>
    private static DryingReading[] InAir(DryingReading[] sorted, AirPace pace) =>
        pace.IsEven ? sorted : [.. sorted.Select(r => r with { Minutes = pace.ToAir(r.Minutes) })];

    private static DryingForecast Fit(
        DryingReading[] sorted,
        Belief? expected,
        double scaleStepGrams,
        double tolerancePercent,
        RackAir air,
        AirPace pace,
        SteadyStart start
    )
    {
        var agreed = Agree(sorted);
        if (sorted.Select(r => r.Minutes).Distinct().Count() < (expected is null ? 3 : 2))
        {
            return new DryingForecast(
                null,
                null,
                null,
                null,
                agreed,
                $"Cannot tell yet: {(expected is null ? "three" : "two")} weighings at different times are needed."
            );
        }

        if (!agreed && sorted[^1].Grams >= sorted[0].Grams)
        {
            return new DryingForecast(null, null, null, null, false, "Cannot tell yet: it has not grown lighter.");
        }

        if (Best(InAir(sorted, pace), expected, scaleStepGrams, air.LogWander, start) is not { } trial)
        {
            return new DryingForecast(null, null, null, null, agreed, "Cannot tell yet: these weights are like no drying. Weigh it again.");
        }

        var tolerance = tolerancePercent / 100;
        var law = trial.Law;
        // By the air's clock until here; a person looks at the other one.
        var inAir = TimeForecast.Of([.. trial.Nodes.SelectMany(n => n.DryTimes(tolerance))]);
        var (low, high) = pace.ToClock(inAir.Low, inAir.High, sorted[^1].Minutes);
        var dry = new TimeForecast(pace.ToClock(inAir.Minutes), low, high);
        var within = sorted[^1].Grams - law.RestGrams <= tolerance * law.RestGrams;
        // A night between its ends makes a band long by the clock, and no less sure.
        var told = double.IsFinite(dry.High) && inAir.RelativeWidth <= TooWide;
        return new DryingForecast(
            law,
            told ? dry : null,
            trial.RestDeviation,
            minutes => trial.Band(pace.ToAir(minutes)),
            agreed && (within || !told),
            told ? null : "Cannot tell yet: it still dries at a steady rate, which does not tell where it will stop.",
            AirNow: trial.Air
        );
    }

    /// <summary>How far the air wandered while something dried, told by its own weighings alone: what a drying teaches its rack.</summary>
    /// <param name="readings">In any order.</param>
    /// <param name="scaleStepGrams">The scale's division, above zero.</param>
    /// <param name="pace">What was known of the air beforehand.</param>
    /// <param name="waterOut">How the water was taken out before.</param>
    /// <returns>As <see cref="RackAir.LogWander"/>; null where too little was weighed, or it never came near its rest.</returns>
    public static double? WanderOf(
        IReadOnlyList<DryingReading> readings,
        double scaleStepGrams,
        AirPace? pace = null,
        WaterOut waterOut = WaterOut.SpunOut
    )
    {
        var start = SteadyStart.After(waterOut);
        var counted = InAir([.. DryingReadings.Sort(readings, null, scaleStepGrams).Counted], pace ?? AirPace.Even);
        if (
            counted.Length < RackAir.WeighingsToLearn
            || Best(counted, null, scaleStepGrams, RackAir.Unknown.LogWander, start) is not { } free
        )
        {
            return null;
        }

        var law = free.Law;
        if (counted[^1].Grams - law.RestGrams > NearRest * law.WetGrams)
        {
            return null;
        }

        // Air that explains the weighings as well when it does not wander at all did not.
        var steady = Best(counted, null, scaleStepGrams, RackAir.Steady.LogWander, start);
        return steady is not null && free.LogEvidence - steady.LogEvidence < 1 ? RackAir.Steady.Wander : free.Wander;
    }

    /// <summary>Two weighings about an hour apart, or more, that differ by no more than half a percent.</summary>
    private static bool Agree(DryingReading[] sorted) =>
        sorted.Length >= 2
        && sorted
            .Take(sorted.Length - 1)
            .Any(r =>
                sorted[^1].Minutes - r.Minutes is >= 55 and <= 24 * 60 && Math.Abs(r.Grams - sorted[^1].Grams) <= 0.005 * sorted[^1].Grams
            )
        && sorted
            .SkipWhile(r => sorted[^1].Minutes - r.Minutes > 55)
            .All(r => Math.Abs(r.Grams - sorted[^1].Grams) <= 0.005 * sorted[^1].Grams);

    private sealed record Node(DryingFilter Filter, double Share)
    {
        /// <summary>The dry time as three normal laws: what is left is nearer to a log-normal one.</summary>
        public IEnumerable<(double, double, double)> DryTimes(double tolerance)
        {
            var (minutes, deviation, isThere) = Filter.DryTime(tolerance);
            if (isThere)
            {
                return [(Share, minutes, deviation)];
            }

            return [Part(-1, 0.25), Part(0, 0.5), Part(1, 0.25)];

            (double, double, double) Part(int away, double weight)
            {
                var at = (minutes - Filter.Last) * Math.Exp(away * Math.Min(deviation, 2));
                return (weight * Share, Filter.Last + at, at * deviation * Math.Sqrt(0.5));
            }
        }
    }

    private sealed record Trial(
        IReadOnlyList<Node> Nodes,
        DryingLaw Law,
        double RestDeviation,
        double Wander,
        double Air,
        double LogEvidence,
        Func<double, (double, double)> Band
    );

    // Null when no curve at all goes through the readings.
    private static Trial? Best(DryingReading[] readings, Belief? expected, double step, Belief logWander, SteadyStart start)
    {
        var last = readings[^1].Grams;
        var rest = expected is not null
            ? expected with
            {
                Deviation = Math.Max(expected.Deviation, 1),
            }
            : new Belief(0.55 * last, 0.35 * last);
        var wet = new Belief(readings[0].Grams - rest.Mean, Math.Max(readings[0].Grams, 1));
        var noise = Math.Sqrt(step * step / 12 + 0.16 * step * step);
        double[] Wanders(double low, double high) => Trials.Ratios(Math.Exp(low), Math.Exp(high), 4);
        var taus = Trials.Ratios(Math.Exp(LogTau.Mean - 3.5 * LogTau.Deviation), Math.Exp(LogTau.Mean + 3.5 * LogTau.Deviation), 36);
        var wanders = Wanders(logWander.Mean - 1.8 * logWander.Deviation, logWander.Mean + 1.8 * logWander.Deviation);
        // Far too coarse for what the readings tell: taken as noisier at first, so that no good pair falls between two trial values.
        var nodes = Weigh(readings, rest, wet, 4 * noise, taus, start.Lengths, wanders, logWander, start);
        for (var pass = 0; pass < 2 && nodes.Length > 0; pass++)
        {
            // Closed in on where the weight lies, until the trial values are much finer than what the readings tell.
            var kept = nodes.Where(n => n.Share > 1e-6).ToArray();
            (double Low, double High) Carrying(Func<DryingFilter, double> of) => (kept.Min(n => of(n.Filter)), kept.Max(n => of(n.Filter)));
            var (tauLow, tauHigh) = Carrying(f => Math.Log(f.Tau));
            var (steadyLow, steadyHigh) = Carrying(f => f.SteadyMinutes / f.Tau);
            var (wanderLow, wanderHigh) = Carrying(f => Math.Log(f.Wander));
            var (tauPad, steadyPad) = pass == 0 ? (0.16, 0.15) : ((tauHigh - tauLow) / 28, (steadyHigh - steadyLow) / 20);
            var from = Math.Max(0, steadyLow - steadyPad);
            taus = Trials.Ratios(Math.Exp(tauLow - tauPad), Math.Exp(tauHigh + tauPad), 30);
            nodes = Weigh(
                readings,
                rest,
                wet,
                pass == 0 ? 2 * noise : noise,
                taus,
                [.. Enumerable.Range(0, 22).Select(i => from + (steadyHigh + steadyPad - from) * i / 21)],
                Wanders(wanderLow - 0.01, wanderHigh + 0.01),
                logWander,
                start
            );
            if (pass == 0 && nodes.Length > 0 && readings.Length >= 6)
            {
                // With enough weighings they tell themselves how far they scatter.
                noise = Math.Max(
                    step / 4,
                    Math.Sqrt((5 * noise * noise + nodes.MaxBy(n => n.Share)!.Filter.SquaredResiduals) / (5 + readings.Length - 4))
                );
            }
        }

        nodes = [.. nodes.Where(n => n.Share > 1e-7)];
        if (nodes.Length == 0)
        {
            return null;
        }

        double Mean(Func<DryingFilter, double> of) => nodes.Sum(n => n.Share * of(n.Filter));
        var law = new DryingLaw(
            Mean(f => f.RestGrams),
            Mean(f => f.WetGrams),
            Math.Exp(Mean(f => Math.Log(f.Tau))),
            Mean(f => f.SteadyMinutes)
        );
        var restDeviation = Math.Sqrt(Mean(f => f.RestVariance + Math.Pow(f.RestGrams - law.RestGrams, 2)));
        var wander = Mean(f => Math.Log(f.Wander));
        return new Trial(
            nodes,
            law,
            restDeviation,
            Math.Exp(wander),
            Mean(f => f.AirNow),
            nodes.Max(n => n.Filter.LogEvidence),
            Drawn(readings, rest, wet, noise, nodes)
        );
    }

    // The curve as drawn: through the weighings as they were filtered, and on from the last one.
    private static Func<double, (double, double)> Drawn(DryingReading[] readings, Belief rest, Belief wet, double noise, Node[] nodes)
    {
        var heavy = nodes.OrderByDescending(n => n.Share).Take(200).ToArray();
        var all = heavy.Sum(n => n.Share);
        var paths = heavy
            .Select(n =>
            {
                var path = new List<(double Minutes, double Grams, double Deviation)>();
                var filter = new DryingFilter(readings, rest, wet, noise, n.Filter.Tau, n.Filter.SteadyMinutes, n.Filter.Wander, path);
                return (Share: n.Share / all, Filter: filter, Path: path);
            })
            .ToArray();
        return minutes =>
        {
            double middle = 0,
                squares = 0;
            foreach (var (share, filter, path) in paths)
            {
                var (grams, variance) = minutes >= filter.Last ? filter.At(minutes) : Between(path, minutes);
                middle += share * grams;
                squares += share * (grams * grams + variance);
            }

            return (middle, Math.Sqrt(Math.Max(0, squares - middle * middle)));
        };

        static (double, double) Between(List<(double Minutes, double Grams, double Deviation)> path, double minutes)
        {
            var after = Math.Max(1, path.FindIndex(p => p.Minutes > minutes));
            var (from, to) = (path[after - 1], path[after]);
            var share = to.Minutes > from.Minutes ? Math.Clamp((minutes - from.Minutes) / (to.Minutes - from.Minutes), 0, 1) : 1;
            var deviation = from.Deviation + share * (to.Deviation - from.Deviation);
            return (from.Grams + share * (to.Grams - from.Grams), deviation * deviation);
        }
    }

    private static Node[] Weigh(
        DryingReading[] readings,
        Belief rest,
        Belief wet,
        double noise,
        double[] taus,
        double[] steadies,
        double[] wanders,
        Belief logWander,
        SteadyStart start
    )
    {
        var filters = new DryingFilter[taus.Length * steadies.Length * wanders.Length];
        var logs = new double[filters.Length];
        var i = 0;
        foreach (var wander in wanders)
        {
            var airOff = Math.Pow((Math.Log(wander) - logWander.Mean) / logWander.Deviation, 2);
            foreach (var tau in taus)
            {
                var tauOff = Math.Pow((Math.Log(tau) - LogTau.Mean) / LogTau.Deviation, 2);
                for (var s = 0; s < steadies.Length; s++)
                {
                    var filter = new DryingFilter(readings, rest, wet, noise, tau, steadies[s] * tau, wander);
                    var width = (s + 1 < steadies.Length ? steadies[s + 1] : steadies[s]) - (s > 0 ? steadies[s - 1] : steadies[s]);
                    var log = filter.LogEvidence - 0.5 * (tauOff + airOff) + Math.Log(width * start.Density(steadies[s]));
                    (filters[i], logs[i]) = (
                        filter,
                        filter.RestGrams <= 0 || filter.WetGrams <= 0 || double.IsNaN(log) ? double.NegativeInfinity : log
                    );
                    i++;
                }
            }
        }

        var most = logs.Max();
        if (!double.IsFinite(most))
        {
            return [];
        }

        var all = logs.Sum(l => Math.Exp(l - most));
        return [.. filters.Select((f, k) => new Node(f, Math.Exp(logs[k] - most) / all))];
    }
}

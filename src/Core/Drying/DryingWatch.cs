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

    /// <summary>The excess as a share of what it was at the first weighing. While water stands on the fibre the rate is steady; the moment that ends it goes on as an exponential with the same slope.</summary>
    internal static double Shape(double minutes, double tau, double steady)
    {
        var whole = 1 + steady / tau;
        return (minutes < steady ? 1 + (steady - minutes) / tau : Math.Exp(-(minutes - steady) / tau)) / whole;
    }
}

/// <summary>What the weighings so far say.</summary>
/// <param name="Law">The fitted curve, null while nothing can be told.</param>
/// <param name="Dry">When it will be within the tolerance of rest, in minutes after the first weighing; null while that cannot be told.</param>
/// <param name="RestDeviation">How surely the rest is known, in grams.</param>
/// <param name="Band">The fitted weight with one standard deviation, for drawing; null with the law.</param>
/// <param name="IsDry">Two weighings an hour apart agree within half a percent, and the fit, where there is one, puts the last within the tolerance of rest.</param>
/// <param name="Why">When it cannot be told: why.</param>
/// <param name="Readings">Which weights it stands on, and which are asked about.</param>
public sealed record DryingForecast(DryingLaw? Law, TimeForecast? Dry, double? RestDeviation, Func<double, (double Grams, double Deviation)>? Band, bool IsDry, string? Why, DryingReadings? Readings = null);

/// <summary>
/// Watches wool dry. For each time constant and each length of the steady start, rest and excess follow by least squares; the pairs are weighed
/// by how well they fit. While every length of the steady start fits as well as another, the band is wide and it says that it cannot tell yet.
/// </summary>
public static class DryingWatch
{
    /// <summary>A band wider than this, against its middle, tells nothing to act on.</summary>
    public const double TooWide = 0.8;

    private static readonly Belief LogTau = new(Math.Log(150), 0.8);
    private static readonly double[] Steady = [0, .05, .1, .15, .2, .3, .4, .5, .6, .7, .8, .9, 1, 1.15, 1.3, 1.45, 1.6, 1.8, 2, 2.3, 2.6, 3];

    /// <summary>Fits.</summary>
    /// <param name="readings">In any order.</param>
    /// <param name="expected">The dry weight that is expected and how surely, null when nothing is.</param>
    /// <param name="scaleStepGrams">The scale's division, above zero.</param>
    /// <param name="tolerancePercent">Above rest that counts as dry.</param>
    public static DryingForecast Fit(IReadOnlyList<DryingReading> readings, Belief? expected, double scaleStepGrams, double tolerancePercent = DryingCurve.TolerancePercent)
    {
        var told = DryingReadings.Sort(readings, expected, scaleStepGrams);
        return Fit([.. told.Counted], told.BeganAnew ? null : expected, scaleStepGrams, tolerancePercent) with { Readings = told };
    }

    private static DryingForecast Fit(DryingReading[] sorted, Belief? expected, double scaleStepGrams, double tolerancePercent)
    {
        var agreed = Agree(sorted);
        if (sorted.Select(r => r.Minutes).Distinct().Count() < (expected is null ? 3 : 2))
        {
            return new DryingForecast(null, null, null, null, agreed, $"Cannot tell yet: {(expected is null ? "three" : "two")} weighings at different times are needed.");
        }

        if (!agreed && sorted[^1].Grams >= sorted[0].Grams)
        {
            return new DryingForecast(null, null, null, null, false, "Cannot tell yet: it has not grown lighter.");
        }

        if (Best(sorted, expected, scaleStepGrams) is not { } trial)
        {
            return new DryingForecast(null, null, null, null, agreed, "Cannot tell yet: these weights are like no drying. Weigh it again.");
        }

        var tolerance = tolerancePercent / 100;
        var law = trial.Law;
        var dry = TimeForecast.Of([.. trial.Nodes.Select(n => n.DryTime(tolerance))]);
        var within = sorted[^1].Grams - law.RestGrams <= tolerance * law.RestGrams;
        var told = double.IsFinite(dry.High) && dry.RelativeWidth <= TooWide;
        return new DryingForecast(
            law, told ? dry : null, trial.RestDeviation, trial.Band, agreed && (within || !told),
            told ? null : "Cannot tell yet: it still dries at a steady rate, which does not tell where it will stop.");
    }

    /// <summary>Two weighings about an hour apart, or more, that differ by no more than half a percent.</summary>
    private static bool Agree(DryingReading[] sorted) => sorted.Length >= 2
        && sorted.Take(sorted.Length - 1).Any(r => sorted[^1].Minutes - r.Minutes is >= 55 and <= 24 * 60 && Math.Abs(r.Grams - sorted[^1].Grams) <= 0.005 * sorted[^1].Grams)
        && sorted.SkipWhile(r => sorted[^1].Minutes - r.Minutes > 55).All(r => Math.Abs(r.Grams - sorted[^1].Grams) <= 0.005 * sorted[^1].Grams);

    private readonly record struct Node(double Tau, double SteadyMinutes, PairFit Fit, double Share)
    {
        public (double, double, double) DryTime(double tolerance)
        {
            double rest = Math.Max(Fit.A, 1), wet = Math.Max(Fit.B, 1e-6);
            var whole = 1 + SteadyMinutes / Tau;
            var slow = wet / whole;
            var target = tolerance * rest;
            double minutes, slope;
            if (slow > target)
            {
                minutes = SteadyMinutes + Tau * Math.Log(slow / target);
                slope = Tau;
            }
            else
            {
                // Within tolerance before it ever slows.
                minutes = Math.Max(0, SteadyMinutes + Tau * (1 - target / slow));
                slope = Tau * target / slow;
            }

            return (Share, minutes, Math.Sqrt(Fit.Variance(-slope / rest, slope / wet)));
        }
    }

    private sealed record Trial(IReadOnlyList<Node> Nodes, DryingLaw Law, double RestDeviation, Func<double, (double, double)> Band);

    // Null when no curve at all goes through the readings.
    private static Trial? Best(DryingReading[] readings, Belief? expected, double step)
    {
        var last = readings[^1].Grams;
        var rest = expected is not null ? expected with { Deviation = Math.Max(expected.Deviation, 1) } : new Belief(0.55 * last, 0.35 * last);
        var wet = new Belief(readings[0].Grams - rest.Mean, Math.Max(readings[0].Grams, 1));
        var noise = Math.Sqrt(step * step / 12 + 0.16 * step * step);
        var taus = Trials.Ratios(Math.Exp(LogTau.Mean - 3.5 * LogTau.Deviation), Math.Exp(LogTau.Mean + 3.5 * LogTau.Deviation), 70);
        // Far too coarse for what the readings tell: taken as noisier at first, so that no good pair falls between two trial values.
        var nodes = Weigh(readings, rest, wet, 4 * noise, taus, Steady);
        if (nodes.Length == 0)
        {
            return null;
        }

        // Closed in on where the weight lies, in both directions, until the trial values are much finer than what the readings tell.
        (double Low, double High) Carrying(Func<Node, double> of, double pad)
        {
            var kept = nodes.Where(n => n.Share > 1e-6).Select(of).ToArray();
            return (kept.Min() - pad, kept.Max() + pad);
        }

        double tauStep = 0.08, steadyStep = 0.1;
        for (var pass = 0; pass < 3; pass++)
        {
            var (tauLow, tauHigh) = Carrying(n => Math.Log(n.Tau), tauStep);
            var (steadyLow, steadyHigh) = Carrying(n => n.SteadyMinutes / n.Tau, steadyStep);
            var from = Math.Max(0, steadyLow);
            (tauStep, steadyStep) = ((tauHigh - tauLow) / 49, (steadyHigh - from) / 49);
            taus = Trials.Ratios(Math.Exp(tauLow), Math.Exp(tauHigh), 50);
            nodes = Weigh(readings, rest, wet, pass == 0 ? 2 * noise : noise, taus, [.. Enumerable.Range(0, 50).Select(i => from + steadyStep * i)]);
            if (nodes.Length == 0)
            {
                return null;
            }

            if (pass == 1 && readings.Length >= 6)
            {
                // With enough weighings they tell themselves how far they scatter.
                var best = nodes.MaxBy(n => n.Share);
                noise = Math.Max(step / 4, Math.Sqrt((5 * noise * noise + best.Fit.SquaredResiduals) / (5 + readings.Length - 4)));
            }
        }

        nodes = [.. nodes.Where(n => n.Share > 1e-7)];

        double Mean(Func<Node, double> of) => nodes.Sum(n => n.Share * of(n));
        var law = new DryingLaw(Mean(n => n.Fit.A), Mean(n => n.Fit.B), Math.Exp(Mean(n => Math.Log(n.Tau))), Mean(n => n.SteadyMinutes));
        var deviation = Math.Sqrt(Mean(n => n.Fit.VarianceA + Math.Pow(n.Fit.A - law.RestGrams, 2)));
        return new Trial(nodes, law, deviation, minutes =>
        {
            double At(Node n) => n.Fit.A + n.Fit.B * DryingLaw.Shape(minutes, n.Tau, n.SteadyMinutes);
            var middle = Mean(At);
            return (middle, Math.Sqrt(Mean(n => n.Fit.Variance(1, DryingLaw.Shape(minutes, n.Tau, n.SteadyMinutes)) + Math.Pow(At(n) - middle, 2))));
        });
    }

    private static Node[] Weigh(DryingReading[] readings, Belief rest, Belief wet, double noise, double[] taus, double[] steadies)
    {
        var nodes = new Node[taus.Length * steadies.Length];
        var logs = new double[nodes.Length];
        var rows = new (double, double, double)[readings.Length];
        var i = 0;
        foreach (var tau in taus)
        {
            var off = (Math.Log(tau) - LogTau.Mean) / LogTau.Deviation;
            for (var s = 0; s < steadies.Length; s++)
            {
                var steady = steadies[s] * tau;
                for (var r = 0; r < rows.Length; r++)
                {
                    rows[r] = (1, DryingLaw.Shape(readings[r].Minutes, tau, steady), readings[r].Grams);
                }

                var fit = PairFit.Of(rows, noise, rest, wet);
                // A steady start of any length is as likely as another up to about the time constant, and rarer beyond.
                var width = (s + 1 < steadies.Length ? steadies[s + 1] : steadies[s]) - (s > 0 ? steadies[s - 1] : steadies[s]);
                var log = fit.A <= 0 || fit.B <= 0 ? double.NegativeInfinity : fit.LogEvidence - 0.5 * off * off + Math.Log(width) - 0.5 * Math.Pow(steadies[s] / 1.2, 2);
                (nodes[i], logs[i]) = (new Node(tau, steady, fit, 0), log);
                i++;
            }
        }

        var most = logs.Where(l => !double.IsNaN(l)).DefaultIfEmpty(double.NegativeInfinity).Max();
        if (!double.IsFinite(most))
        {
            return [];
        }

        var shares = logs.Select(l => double.IsNaN(l) ? 0 : Math.Exp(l - most)).ToArray();
        var all = shares.Sum();
        return [.. nodes.Select((n, k) => n with { Share = shares[k] / all })];
    }
}

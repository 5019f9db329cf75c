using EarthyTuft.Core.Fibres;
using MathNet.Numerics.Distributions;

namespace EarthyTuft.Core.Ledger;

/// <summary>
/// What a step will yield: a Student-t band from a typical range worth three fleeces and the workshop's own log (docs/craft.md, section 4).
/// </summary>
/// <param name="Lower">One in ten yields less, as a fraction.</param>
/// <param name="Median">Half yield less.</param>
/// <param name="Upper">One in ten yields more.</param>
/// <param name="Own">How many of the workshop's own yields stand behind it.</param>
public sealed record YieldForecast(double Lower, double Median, double Upper, int Own)
{
    /// <summary>How many fleeces the typical range counts for.</summary>
    public const double Prior = 3;

    private const double PriorAlpha = 2;

    /// <summary>The share of it that is own experience: n / (n + 3).</summary>
    public double OwnShare => Own / (Own + Prior);

    /// <summary>A step that loses nothing.</summary>
    public static YieldForecast Nothing { get; } = new(1, 1, 1, 0);

    /// <summary>Forecasts one step.</summary>
    /// <param name="typical">The typical range, as fractions; its width is above zero.</param>
    /// <param name="own">The workshop's own yields of this step for this kind of fibre, as fractions; none is fine.</param>
    public static YieldForecast Of(Span typical, IReadOnlyCollection<double> own)
    {
        var (mu, scale, freedom) = Prediction(typical, own);
        var reach = scale * StudentT.InvCDF(0, 1, freedom, 0.9);
        return new YieldForecast(Within(mu - reach), Within(mu), Within(mu + reach), own.Count);
    }

    /// <summary>The yields that are usual: all but the rarest at either end.</summary>
    /// <param name="typical">The typical range, as fractions; its width is above zero.</param>
    /// <param name="own">The workshop's own yields of this step for this kind of fibre, as fractions.</param>
    /// <param name="rarely">The share beyond each end, above 0 and below one half.</param>
    public static Span Between(Span typical, IReadOnlyCollection<double> own, double rarely)
    {
        var (mu, scale, freedom) = Prediction(typical, own);
        var reach = scale * StudentT.InvCDF(0, 1, freedom, 1 - rarely);
        return new Span(Within(mu - reach), Within(mu + reach));
    }

    private static (double Location, double Scale, double Freedom) Prediction(Span typical, IReadOnlyCollection<double> own)
    {
        var n = own.Count;
        var mean0 = typical.Middle;
        var half = (typical.High - typical.Low) / 2;
        var kappa = Prior + n;
        var mean = n == 0 ? mean0 : own.Average();
        var around = own.Sum(y => (y - mean) * (y - mean));
        var mu = ((Prior * mean0) + own.Sum()) / kappa;
        var alpha = PriorAlpha + (n / 2.0);
        var beta = (half * half / 4) + (around / 2) + (Prior * n * (mean - mean0) * (mean - mean0) / (2 * kappa));
        return (mu, Math.Sqrt(beta * (kappa + 1) / (alpha * kappa)), 2 * alpha);
    }

    /// <summary>Several steps one after another: medians multiply, and the bands add up as squares of logarithms.</summary>
    /// <param name="steps">The steps, in any order; none is a yield of one.</param>
    /// <returns>A forecast whose <see cref="Own"/> is the least of all: the chain is known no better than its worst link.</returns>
    public static YieldForecast Chain(IReadOnlyCollection<YieldForecast> steps)
    {
        var median = steps.Aggregate(1.0, (m, s) => m * s.Median);
        var down = Math.Sqrt(steps.Sum(s => Squared(Math.Log(s.Median / s.Lower))));
        var up = Math.Sqrt(steps.Sum(s => Squared(Math.Log(s.Upper / s.Median))));
        return new YieldForecast(median * Math.Exp(-down), median, median * Math.Exp(up), steps.Count == 0 ? 0 : steps.Min(s => s.Own));
    }

    /// <summary>How much has to go in for so much to come out.</summary>
    /// <param name="target">What is wanted, in grams.</param>
    /// <returns>At the median, and so that it is enough nine times in ten.</returns>
    public (double AtMedian, double NineInTen) Needed(double target) => (target / Median, target / Lower);

    private static double Within(double yield) => Math.Clamp(yield, 0.01, 1);

    private static double Squared(double x) => x * x;
}

/// <summary>One yield out of the workshop's log.</summary>
/// <param name="Step">The step; scouring is told when it is dry.</param>
/// <param name="Class">The class of the fleece, null when not known.</param>
/// <param name="Breed">The parentage as written, empty when unknown.</param>
/// <param name="Yield">Kept over taken, as a fraction above 0.</param>
public sealed record OwnYield(StepKind Step, FleeceClass? Class, string Breed, double Yield);

/// <summary>The workshop's own yields, and which of them speak for a fleece.</summary>
/// <param name="All">Every yield of the log that is worth learning from.</param>
public sealed record YieldLog(IReadOnlyList<OwnYield> All)
{
    /// <summary>From this many yields of the very breed on, only those count; with fewer, all of its class do.</summary>
    public const int EnoughOfTheBreed = 3;

    /// <summary>A log that is empty.</summary>
    public static YieldLog Empty { get; } = new([]);

    /// <summary>The own yields that speak for a fleece: of its breed where there are enough, else of its class, else of every fleece nobody
    /// classed.</summary>
    /// <param name="step">The step.</param>
    /// <param name="of">The fleece's class, null when not known.</param>
    /// <param name="breed">The parentage as written.</param>
    public IReadOnlyList<double> For(StepKind step, FleeceClass? of, string breed)
    {
        var here = All.Where(y => y.Step == step).ToArray();
        var same = here.Where(y => breed.Length > 0 && string.Equals(y.Breed, breed, StringComparison.OrdinalIgnoreCase)).ToArray();
        return [.. (same.Length >= EnoughOfTheBreed ? same : here.Where(y => y.Class == of)).Select(y => y.Yield)];
    }
}

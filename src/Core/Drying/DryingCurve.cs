using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Drying;

/// <summary>A weight while drying.</summary>
/// <param name="Minutes">After the first weighing, zero or more.</param>
/// <param name="Grams">Above zero.</param>
public sealed record DryingReading([property: Unit("min", "after the first")] double Minutes, [property: Unit("g", "weight")] double Grams)
{
    /// <summary>The person was asked about it and says that it is so; only the watch looks at this.</summary>
    public bool Believed { get; init; }
}

/// <summary>
/// Wool that dries: m(t) = rest + (first - rest) e^(-t / time constant), fitted by least squares (docs/craft.md, section 7). This is the
/// plain reckoning; <see cref="DryingWatch"/> also knows that dripping wool first dries at a steady rate, and how sure it is.
/// </summary>
public static class DryingCurve
{
    /// <summary>Above rest by no more than this percentage it counts as dry.</summary>
    public const double TolerancePercent = 2;

    /// <summary>The reckoning <c>drying</c>.</summary>
    /// <param name="input">Weights over time, perhaps an expected dry weight.</param>
    /// <returns>Refused with <c>cannot-tell-yet</c> while the weights do not tell when it will be dry.</returns>
    public static Result<DryingOutput> Reckon(DryingInput input)
    {
        var tolerance = input.TolerancePercent ?? TolerancePercent;
        var guard = new Guard().Positive(tolerance, "tolerancePercent");
        for (var i = 0; i < input.Readings.Count; i++)
        {
            guard
                .NotNegative(input.Readings[i].Minutes, $"readings[{i}].minutes")
                .Positive(input.Readings[i].Grams, $"readings[{i}].grams");
        }

        if (input.ExpectedDryGrams is { } given)
        {
            guard.Positive(given, "expectedDryGrams");
        }

        return guard
            .Need(input.Readings.Count <= 500, "readings", "too-many", "has more than 500 weighings")
            .Then(() => Tell(input, tolerance / 100));
    }

    private static Result<DryingOutput> Tell(DryingInput input, double tolerance)
    {
        var sorted = input.Readings.OrderBy(r => r.Minutes).ToArray();
        // Counted from the first reading, whatever its minute is called.
        var readings = sorted.Select(r => r with { Minutes = r.Minutes - sorted[0].Minutes }).ToArray();
        var times = readings.Select(r => r.Minutes).Distinct().Count();
        var needed = input.ExpectedDryGrams is null ? 3 : 2;
        if (times < needed)
        {
            return NotYet($"{needed} weighings at different times are needed.");
        }

        if (readings[^1].Grams >= readings[0].Grams)
        {
            return NotYet("It has not grown lighter.");
        }

        if (input.ExpectedDryGrams >= readings[^1].Grams)
        {
            return NotYet("It is at or below the weight it was expected to dry to: that was a guess, weigh on.");
        }

        var span = readings[^1].Minutes;
        var tau = Narrow(t => Fit(readings, t, input.ExpectedDryGrams).Squares, span / 200, 50 * span);
        var (rest, wet, _) = Fit(readings, tau, input.ExpectedDryGrams);
        if (!double.IsFinite(rest) || !double.IsFinite(wet) || rest <= 0 || wet <= 0 || tau > 5 * span)
        {
            return NotYet("It still dries at a steady rate, which does not tell where it will stop.");
        }

        return new DryingOutput(rest, tau, Math.Max(0, tau * Math.Log(wet / (tolerance * rest))));
    }

    private static Refusal NotYet(string why) => new("readings", "cannot-tell-yet", "Cannot tell yet. " + why);

    /// <summary>Rest and wet excess that fit best with one time constant, and the squares that are left.</summary>
    private static (double Dry, double Wet, double Squares) Fit(DryingReading[] readings, double tau, double? fixedRest)
    {
        double n = 0,
            e = 0,
            ee = 0,
            y = 0,
            ey = 0;
        foreach (var r in readings)
        {
            var x = Math.Exp(-r.Minutes / tau);
            n++;
            e += x;
            ee += x * x;
            y += r.Grams;
            ey += x * r.Grams;
        }

        double rest,
            wet;
        if (fixedRest is { } known)
        {
            rest = known;
            wet = (ey - known * e) / ee;
        }
        else
        {
            var determinant = n * ee - e * e;
            wet = (n * ey - e * y) / determinant;
            rest = (y - wet * e) / n;
        }

        return (rest, wet, readings.Sum(r => Math.Pow(r.Grams - rest - wet * Math.Exp(-r.Minutes / tau), 2)));
    }

    /// <summary>The lowest point of a function of one positive number: tried in equal ratios, then narrowed by golden section.</summary>
    private static double Narrow(Func<double, double> of, double low, double high)
    {
        var tried = Trials.Ratios(low, high, 200);
        var best = Enumerable.Range(0, tried.Length).MinBy(i => of(tried[i]));
        double from = Math.Log(tried[Math.Max(0, best - 1)]),
            to = Math.Log(tried[Math.Min(tried.Length - 1, best + 1)]);
        const double Golden = 0.6180339887498949;
        while (to - from > 1e-10)
        {
            double a = to - Golden * (to - from),
                b = from + Golden * (to - from);
            if (of(Math.Exp(a)) < of(Math.Exp(b)))
            {
                to = b;
            }
            else
            {
                from = a;
            }
        }

        return Math.Exp((from + to) / 2);
    }
}

/// <summary>Input of <c>drying</c>.</summary>
/// <param name="Readings">In any order.</param>
/// <param name="ExpectedDryGrams">Above zero, below the last weight; fixes the rest.</param>
/// <param name="TolerancePercent">Above zero; 2 when not given.</param>
public sealed record DryingInput(
    [property: Unit("", "weights over time")] IReadOnlyList<DryingReading> Readings,
    [property: Unit("g", "expected dry weight, if any")] double? ExpectedDryGrams = null,
    [property: Unit("%", "above rest that counts as dry; 2 when not given")] double? TolerancePercent = null
);

/// <summary>Output of <c>drying</c>.</summary>
/// <param name="RestGrams">Where it comes to rest.</param>
/// <param name="TimeConstantMinutes">The excess falls to 37 % in this time.</param>
/// <param name="MinutesToDry">From the first reading until it is within the tolerance, zero when it already was.</param>
public sealed record DryingOutput(
    [property: Unit("g", "comes to rest at")] double RestGrams,
    [property: Unit("min", "time constant")] double TimeConstantMinutes,
    [property: Unit("min", "from the first weighing until dry")] double MinutesToDry
);

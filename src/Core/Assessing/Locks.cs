using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Assessing;

/// <summary>Where on the fleece a lock came from.</summary>
public enum FleecePlace
{
    /// <summary>Nobody noted it.</summary>
    Unknown,

    /// <summary>Shoulder, usually the finest.</summary>
    Shoulder,

    /// <summary>Neck.</summary>
    Neck,

    /// <summary>Side.</summary>
    Side,

    /// <summary>Back, the most weathered.</summary>
    Back,

    /// <summary>Britch, usually the coarsest.</summary>
    Britch,

    /// <summary>Belly.</summary>
    Belly,
}

/// <summary>One lock, measured.</summary>
/// <param name="Place">Where it came from.</param>
/// <param name="Length">Relaxed length, butt to tip.</param>
/// <param name="Crimps">Crimps counted, null when not counted.</param>
/// <param name="Span">The length they were counted over, null when not counted.</param>
/// <param name="Wave">Kind of wave, null when not judged.</param>
public sealed record MeasuredLock(FleecePlace Place, Length Length, int? Crimps, Length? Span, Wave? Wave)
{
    /// <summary>The longest lock that is believed, in millimetres.</summary>
    public const double Longest = 600;

    /// <summary>Crimps per centimetre of relaxed lock, null when not counted.</summary>
    public double? CrimpsPerCentimetre => Crimps is { } n && Span is { Millimetres: > 0 } span ? n / (span.Millimetres / 10) : null;

    /// <summary>A longer one is not read, in millimetres.</summary>
    public const double LongestRead = 10_000;

    /// <summary>Asks about a length that hardly can be.</summary>
    /// <param name="usual">The breed's usual length in millimetres, null when not known.</param>
    /// <param name="own">The locks of this fleece so far, in millimetres.</param>
    /// <param name="unit">What lengths are told in.</param>
    /// <returns><c>unlikely</c> at <c>length</c>, or null.</returns>
    public Refusal? Unlikely(Span? usual, IReadOnlyCollection<double> own, LengthUnit unit)
    {
        string Write(double millimetres) => Quantities.Length.FromMillimetres(millimetres).Write(unit);
        return TypedFigures.Figure(
            "length",
            Length.Millimetres,
            TypedFigures.Lock(usual, own),
            usual is { } of ? $"Locks of its kind are {Write(of.Low)} to {Write(of.High)}."
                : own.Count > 0 ? $"The locks before it were {Write(own.Min())} to {Write(own.Max())}."
                : $"Locks are from {Write(5)} to {Write(Longest)} long.",
            Write,
            usual?.Middle ?? (own.Count > 0 ? own.Average() : null),
            10,
            Quantities.Length.MillimetresPerInch
        );
    }

    /// <summary>Checks a lock.</summary>
    /// <param name="one">The lock.</param>
    /// <returns>The lock unchanged, or <c>out-of-range</c>, <c>span-missing</c>, <c>span-too-long</c>.</returns>
    public static Result<MeasuredLock> Check(MeasuredLock one) =>
        new Guard()
            .Within(one.Length.Millimetres, 1, Longest, "length")
            .Need(one.Crimps is not { } n || n is >= 0 and <= 1000, "crimps", "out-of-range", "must be a whole number from 0 to 1000")
            .Need(
                one.Crimps is null == (one.Span is null),
                "span",
                "span-missing",
                "and the count go together: crimps are counted over a measured length"
            )
            .Need(
                one.Span is not { } span || (span.Millimetres > 0 && span.Millimetres <= one.Length.Millimetres),
                "span",
                "span-too-long",
                "is longer than the lock it was measured on"
            )
            .Then<MeasuredLock>(() => one);
}

/// <summary>How a measure is spread over the locks.</summary>
/// <param name="Count">How many were measured.</param>
/// <param name="Mean">Their mean.</param>
/// <param name="StandardDeviation">With n - 1; null for fewer than two.</param>
/// <param name="CvPercent">Standard deviation over mean; null for fewer than two.</param>
/// <param name="Least">The smallest.</param>
/// <param name="Most">The largest.</param>
public sealed record Spread(int Count, double Mean, double? StandardDeviation, double? CvPercent, double Least, double Most)
{
    /// <summary>Above this CV, in percent, sorting by length first is advised (docs/craft.md, section 5).</summary>
    public const double UnevenAbove = 25;

    /// <summary>The spread of some values.</summary>
    /// <param name="values">Positive values.</param>
    /// <returns>Null when there are none.</returns>
    public static Spread? Of(IReadOnlyCollection<double> values)
    {
        if (values.Count == 0)
        {
            return null;
        }

        var mean = values.Average();
        double? sd = values.Count < 2 ? null : Math.Sqrt(values.Sum(v => (v - mean) * (v - mean)) / (values.Count - 1));
        return new Spread(values.Count, mean, sd, mean == 0 ? null : 100 * sd / mean, values.Min(), values.Max());
    }
}

/// <summary>How a measured mean stands to the breed's usual range.</summary>
public enum AgainstRange
{
    /// <summary>Inside.</summary>
    Within,

    /// <summary>Below the lower end.</summary>
    Shorter,

    /// <summary>Above the upper end.</summary>
    Longer,
}

/// <summary>What the locks of a lot say together.</summary>
/// <param name="Length">Length in millimetres.</param>
/// <param name="Crimp">Crimps per centimetre, of the locks where they were counted.</param>
/// <param name="Wave">The kind of wave most locks show; the first named on a tie.</param>
/// <param name="Usual">The breed's usual length in millimetres, null when not known.</param>
/// <param name="Against">How the mean stands to it, null without one.</param>
/// <param name="AwayMillimetres">How far outside, 0 within, null without a range.</param>
public sealed record Staple(Spread? Length, Spread? Crimp, Wave? Wave, Span? Usual, AgainstRange? Against, double? AwayMillimetres)
{
    /// <summary>True when the locks are so uneven that sorting by length is advised.</summary>
    public bool IsUneven => Length?.CvPercent > Spread.UnevenAbove;

    /// <summary>Sums up locks.</summary>
    /// <param name="locks">Any number, none included.</param>
    /// <param name="usual">The breed's usual length, null when not known.</param>
    public static Staple Of(IReadOnlyCollection<MeasuredLock> locks, Span? usual)
    {
        var length = Spread.Of([.. locks.Select(l => l.Length.Millimetres)]);
        var crimp = Spread.Of([.. locks.Select(l => l.CrimpsPerCentimetre).OfType<double>()]);
        Wave? wave = locks
            .Where(l => l.Wave is not null)
            .GroupBy(l => l.Wave)
            .OrderByDescending(g => g.Count())
            .Select(g => g.Key)
            .FirstOrDefault();
        if (length is null || usual is null)
        {
            return new Staple(length, crimp, wave, usual, null, null);
        }

        return length.Mean < usual.Low ? new(length, crimp, wave, usual, AgainstRange.Shorter, usual.Low - length.Mean)
            : length.Mean > usual.High ? new(length, crimp, wave, usual, AgainstRange.Longer, length.Mean - usual.High)
            : new(length, crimp, wave, usual, AgainstRange.Within, 0);
    }
}

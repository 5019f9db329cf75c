using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Sampling;

namespace EarthyTuft.Core.Comparing;

/// <summary>What was counted in a length of yarn.</summary>
/// <param name="Count">How often, zero or more.</param>
/// <param name="Metres">In so many metres, above zero.</param>
public sealed record CountedIn(double Count, double Metres);

/// <summary>A piece of spinning: a time at the wheel that was logged, or a sample that was kept of it.</summary>
/// <param name="Who">Whose work it was.</param>
public sealed record SpunPart(string Who)
{
    /// <summary>Samples tell what was counted in so many metres.</summary>
    private const double SampleMetres = 10;

    /// <summary>How it was drawn; null where nobody said.</summary>
    public Draw? Draw { get; init; }

    /// <summary>Plies of the yarn; null where nobody said, and of singles that went on.</summary>
    public int? Plies { get; init; }

    /// <summary>Wraps in an inch of the finished yarn; null where not read.</summary>
    public double? WrapsPerInch { get; init; }

    /// <summary>Angle of its plies in degrees; null where not read.</summary>
    public double? TwistAngleDegrees { get; init; }

    /// <summary>It weighs so much, above zero; null where not weighed.</summary>
    public double? Grams { get; init; }

    /// <summary>At it, above zero; null where not noted.</summary>
    public double? Minutes { get; init; }

    /// <summary>Metres of singles, above zero; null where not measured.</summary>
    public double? Metres { get; init; }

    /// <summary>New supply joined; null where not counted in a known length.</summary>
    public CountedIn? Joins { get; init; }

    /// <summary>Neps and lumps; null where not counted in a known length.</summary>
    public CountedIn? Lumps { get; init; }

    /// <summary>Wraps of the finished yarn at several places; null where nobody read them.</summary>
    public WrapsReading? Places { get; init; }

    /// <summary>Of a sample.</summary>
    /// <param name="sample">The sample.</param>
    /// <param name="who">Who spun it.</param>
    public static SpunPart Of(Sample sample, string who) =>
        new(who)
        {
            Draw = sample.Draw,
            Plies = sample.Plies,
            WrapsPerInch = sample.WrapsPerInch,
            TwistAngleDegrees = sample.TwistAngleDegrees,
            Grams = sample.Spun?.Grams,
            Minutes = sample.Spun?.Minutes,
            Joins = sample.Spun?.JoinsPer10Metres is { } joins ? new CountedIn(joins, SampleMetres) : null,
            Lumps = sample.Spun?.LumpsPer10Metres is { } lumps ? new CountedIn(lumps, SampleMetres) : null,
            Places = sample.Spun?.Places,
        };
}

/// <summary>A column of a comparison: a way of preparing, held in one way, with all that was spun of it.</summary>
/// <param name="Way">How it was prepared; null where yarns are compared that need not be of one lot.</param>
/// <param name="Neps">Neps in a gram, as counted after the last pass; null where nobody counted.</param>
/// <param name="CostPer100Grams">Of the preparation; null where it is not known.</param>
/// <param name="Spun">What was spun of it: each time at the wheel, each sample.</param>
/// <param name="Wraps">Wraps that were read of what was spun of it, by its form; null where nothing was.</param>
public sealed record ComparedWay(
    PreparedWay? Way,
    Known? Neps = null,
    double? CostPer100Grams = null,
    IReadOnlyList<SpunPart>? Spun = null,
    ILookup<LotForm, WrapsReading>? Wraps = null
)
{
    // docs/craft.md, section 11: a length of skein is known to one in a hundred.
    private const double LengthDoubt = 0.01;

    /// <summary>How it was held; null where nobody said.</summary>
    public Holding? Holding { get; init; }

    /// <summary>How much longer singles are than the yarn that was plied of them, as a fraction; null where not measured.</summary>
    public Known? TakeUp { get; init; }

    /// <summary>Grist of the yarn in tex, above zero; null where not measured.</summary>
    public double? YarnTex { get; init; }

    /// <summary>What was spun, or nothing.</summary>
    public IReadOnlyList<SpunPart> Parts => Spun ?? [];

    /// <summary>How uneven its yarn is, with the samples' own readings where those of a skein are not there; null where nobody read it at
    /// several places.</summary>
    /// <param name="form">Singles, plied or washed: each is judged apart.</param>
    public Known? Uneven(LotForm form)
    {
        var told = Unevenness.Of(Wraps?[form].ToArray() ?? []);
        told ??= form == LotForm.Yarn ? Unevenness.Of([.. Parts.Select(p => p.Places).OfType<WrapsReading>()]) : null;
        return told is null ? null : new Known(told.Fraction, told.Doubt);
    }

    /// <summary>Hours of spinning for 100 g, of all that was weighed and timed; null where nothing was.</summary>
    /// <param name="scaleStepGrams">The division of the scale.</param>
    public Known? SpinningHours(double scaleStepGrams)
    {
        var timed = Parts.Where(p => p is { Grams: > 0, Minutes: > 0 }).ToArray();
        var (grams, minutes) = (timed.Sum(p => p.Grams ?? 0), timed.Sum(p => p.Minutes ?? 0));
        return timed.Length == 0
            ? null
            : PreparedWay.Ratio(
                minutes / 60 / grams * 100,
                scaleStepGrams / 2 * Math.Sqrt(timed.Length) / grams,
                PreparedWay.DoubtOfMinutes(minutes, timed.Length)
            );
    }

    /// <summary>Metres of singles in an hour, of all that was measured and timed; null where nothing was.</summary>
    public Known? MetresPerHour()
    {
        var timed = Parts.Where(p => p is { Metres: > 0, Minutes: > 0 }).ToArray();
        var minutes = timed.Sum(p => p.Minutes ?? 0);
        return timed.Length == 0
            ? null
            : PreparedWay.Ratio(
                timed.Sum(p => p.Metres ?? 0) / minutes * 60,
                LengthDoubt,
                PreparedWay.DoubtOfMinutes(minutes, timed.Length)
            );
    }

    /// <summary>What was counted, in ten metres: a count is known to its square root.</summary>
    /// <param name="of">Which count of a part.</param>
    internal Known? In10Metres(Func<SpunPart, CountedIn?> of)
    {
        var counted = Parts.Select(of).OfType<CountedIn>().Where(c => c.Metres > 0).ToArray();
        var (count, metres) = (counted.Sum(c => c.Count), counted.Sum(c => c.Metres));
        return counted.Length == 0 ? null : new Known(count / metres * 10, Math.Sqrt(Math.Max(1, count)) / metres * 10);
    }

    /// <summary>The mean of what was read of some parts; null where nothing was.</summary>
    /// <param name="of">Which figure of a part.</param>
    internal double? Mean(Func<SpunPart, double?> of) =>
        Parts.Select(of).OfType<double>().ToArray() is { Length: > 0 } known ? known.Average() : null;
}

/// <summary>Yarn that is wanted, by its weight or its length.</summary>
/// <param name="Grams">So many grams, above zero; null where a length is wanted.</param>
/// <param name="Metres">So many metres, above zero; null where a weight is wanted.</param>
public sealed record WantedYarn(double? Grams, double? Metres)
{
    /// <summary>Its grams in a yarn of some grist; null where a length is wanted and the grist is not known.</summary>
    /// <param name="tex">The grist, null when not known.</param>
    public double? GramsAt(double? tex) => Grams ?? Metres * tex / 1000;
}

using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Sampling;

namespace EarthyTuft.Core.Comparing;

/// <summary>By what preparations are compared.</summary>
public enum ComparedBy
{
    /// <summary>Product over what was taken.</summary>
    Yield,

    /// <summary>Noil of noil and product.</summary>
    RestShare,

    /// <summary>Grams of product in an hour.</summary>
    GramsPerHour,

    /// <summary>Neps in a gram of the product.</summary>
    Neps,

    /// <summary>Joins in ten metres of the yarn.</summary>
    Joins,

    /// <summary>Lumps in ten metres of the yarn.</summary>
    Lumps,

    /// <summary>By how much the wraps of the singles differ from place to place.</summary>
    UnevenSingles,

    /// <summary>The same of what was plied and not washed yet: plying evens out much.</summary>
    UnevenPlied,

    /// <summary>The same of washed yarn.</summary>
    UnevenYarn,

    /// <summary>Hours of preparing for 100 g.</summary>
    PreparingHours,

    /// <summary>Hours of spinning, joins included, for 100 g.</summary>
    SpinningHours,

    /// <summary>Both together, for 100 g of yarn.</summary>
    WholeHours,

    /// <summary>Whole hours for all that is left of the lot.</summary>
    HoursForTheRest,

    /// <summary>Money for 100 g of the product.</summary>
    CostPer100Grams,
}

/// <summary>How a figure stands among the others.</summary>
public enum Standing
{
    /// <summary>Nobody measured it.</summary>
    NotKnown,

    /// <summary>As good as any: nothing in it is better beyond twice the doubt of both.</summary>
    AsGood,

    /// <summary>Better than at least one other, beyond twice the doubt of both.</summary>
    Better,

    /// <summary>Worse than the best, beyond twice the doubt of both.</summary>
    Worse,
}

/// <summary>What may differ between two samples beside the preparation: then nobody knows which of them made the difference.</summary>
public enum Otherwise
{
    /// <summary>The draw.</summary>
    Draw,

    /// <summary>The number of plies.</summary>
    Plies,

    /// <summary>The yarn's thickness.</summary>
    Thickness,

    /// <summary>The twist.</summary>
    Twist,

    /// <summary>Who spun.</summary>
    Spinner,

    /// <summary>Who prepared.</summary>
    Preparer,

    /// <summary>The day on which it was prepared.</summary>
    Day,

    /// <summary>How much was prepared: a pinch against a bag.</summary>
    Amount,
}

/// <summary>A way with what is known of it beside its weights.</summary>
/// <param name="Way">The way.</param>
/// <param name="Neps">Neps in a gram, as counted after the last pass; null where nobody counted.</param>
/// <param name="CostPer100Grams">Null where it is not known.</param>
/// <param name="Sample">The newest sample that was spun of it, null where there is none.</param>
/// <param name="SpunBy">Whose sample it is.</param>
/// <param name="Wraps">Wraps that were read of what was spun of it, by its form; null where nothing was.</param>
public sealed record ComparedWay(
    PreparedWay Way,
    Known? Neps = null,
    double? CostPer100Grams = null,
    Sample? Sample = null,
    string? SpunBy = null,
    ILookup<LotForm, WrapsReading>? Wraps = null
)
{
    /// <summary>How uneven its yarn is, with the sample's own readings where those of a skein are not there; null where nobody read it at
    /// several places.</summary>
    /// <param name="form">Singles, plied or washed: each is judged apart.</param>
    public Known? Uneven(LotForm form)
    {
        var read = Wraps?[form].ToArray() ?? [];
        var told = Unevenness.Of(read) ?? (form == LotForm.Yarn && Sample?.Spun?.Places is { } places ? Unevenness.Of([places]) : null);
        return told is null ? null : new Known(told.Fraction, told.Doubt);
    }
}

/// <summary>One line of a comparison.</summary>
/// <param name="By">What is compared.</param>
/// <param name="Values">One for each way, null where it is not known.</param>
/// <param name="Standings">How each of them stands.</param>
public sealed record ComparedLine(ComparedBy By, IReadOnlyList<Known?> Values, IReadOnlyList<Standing> Standings)
{
    /// <summary>Whether one of them is better than another beyond doubt.</summary>
    public bool Differs => Standings.Contains(Standing.Worse);
}

/// <summary>
/// Preparations of one lot beside one another. A difference is one only beyond twice the doubt of both figures (docs/craft.md, section 11):
/// what is within that is as good. What differed besides the preparation is told, because then nobody knows what made the difference.
/// </summary>
/// <param name="Lines">Those that at least one way has a figure for.</param>
/// <param name="Otherwise">What differed besides.</param>
/// <param name="Slowest">The way that takes more whole hours than another, beyond doubt (of preparing alone, where not all were spun); null
/// where none does.</param>
/// <param name="Bought">In what the slowest is better than a quicker one.</param>
public sealed record Comparison(
    IReadOnlyList<ComparedLine> Lines,
    IReadOnlyList<Otherwise> Otherwise,
    int? Slowest,
    IReadOnlyList<ComparedBy> Bought
)
{
    private const double Beyond = 2;

    // docs/craft.md, section 11: three degrees; a weighing of a yarn to half a gram where nothing better is known; counts their square
    // root.
    private const double AngleDoubt = 3;

    /// <summary>So many times as much is another amount.</summary>
    private const double OtherAmount = 3;

    /// <summary>True where there are two or more and nothing that was measured differs.</summary>
    public bool IsEven => Lines.All(l => !l.Differs);

    /// <summary>Compares.</summary>
    /// <param name="ways">One or more.</param>
    /// <param name="leftGrams">What is left of the lot, in reference grams; null where that is not known.</param>
    /// <param name="scaleStepGrams">The division of the scale that the yarn was weighed on.</param>
    public static Comparison Of(IReadOnlyList<ComparedWay> ways, double? leftGrams, double scaleStepGrams)
    {
        var spinning = ways.Select(w => Spinning(w.Sample?.Spun, scaleStepGrams)).ToArray();
        var preparing = ways.Select(w => w.Way.HoursPer100Grams).ToArray();
        var whole = preparing
            .Zip(spinning, (p, s) =>
                p is null || s is null ? null : new Known(p.Value + s.Value, Math.Sqrt(p.Doubt * p.Doubt + s.Doubt * s.Doubt))
            )
            .ToArray();
        Known?[] rest =
        [
            .. ways.Zip(whole, (w, hours) =>
                leftGrams is > 0 and var left && hours is not null
                    ? PreparedWay.Ratio(
                        left * w.Way.Yield.Value * hours.Value / 100,
                        PreparedWay.Relative(hours),
                        PreparedWay.Relative(w.Way.Yield)
                    )
                    : null
            ),
        ];
        ComparedLine[] lines =
        [
            Line(ComparedBy.Yield, [.. ways.Select(w => (Known?)w.Way.Yield)]),
            Line(ComparedBy.RestShare, [.. ways.Select(w => w.Way.RestShare)]),
            Line(ComparedBy.GramsPerHour, [.. ways.Select(w => w.Way.GramsPerHour)]),
            Line(ComparedBy.Neps, [.. ways.Select(w => w.Neps)]),
            Line(ComparedBy.Joins, [.. ways.Select(w => Counted(w.Sample?.Spun?.JoinsPer10Metres))]),
            Line(ComparedBy.Lumps, [.. ways.Select(w => Counted(w.Sample?.Spun?.LumpsPer10Metres))]),
            Line(ComparedBy.UnevenSingles, [.. ways.Select(w => w.Uneven(LotForm.Singles))]),
            Line(ComparedBy.UnevenPlied, [.. ways.Select(w => w.Uneven(LotForm.Plied))]),
            Line(ComparedBy.UnevenYarn, [.. ways.Select(w => w.Uneven(LotForm.Yarn))]),
            Line(ComparedBy.PreparingHours, preparing),
            Line(ComparedBy.SpinningHours, spinning),
            Line(ComparedBy.WholeHours, whole),
            Line(ComparedBy.HoursForTheRest, rest),
            // Money is shared out by mass, and known no better than that.
            Line(
                ComparedBy.CostPer100Grams,
                [.. ways.Select(w => w.CostPer100Grams is { } cost ? PreparedWay.Ratio(cost, PreparedWay.Relative(w.Way.Yield)) : null)]
            ),
        ];
        var hours = Array.Find(lines, l => l.By == ComparedBy.WholeHours && l.Values.All(v => v is not null))
            ?? lines.Single(l => l.By == ComparedBy.PreparingHours);
        int? slowest = hours.Differs
            ? Enumerable.Range(0, ways.Count).Where(i => hours.Standings[i] == Standing.Worse).MaxBy(i => hours.Values[i]!.Value)
            : null;
        ComparedBy[] quality =
        [
            ComparedBy.Yield,
            ComparedBy.RestShare,
            ComparedBy.Neps,
            ComparedBy.Joins,
            ComparedBy.Lumps,
            ComparedBy.UnevenSingles,
            ComparedBy.UnevenPlied,
            ComparedBy.UnevenYarn,
        ];
        return new Comparison(
            [.. lines.Where(l => l.Values.Any(v => v is not null))],
            Besides(ways),
            slowest,
            slowest is { } slow
                ? [.. lines.Where(l => quality.Contains(l.By) && l.Standings[slow] == Standing.Better).Select(l => l.By)]
                : []
        );
    }

    private static ComparedLine Line(ComparedBy by, IReadOnlyList<Known?> values)
    {
        var more = by is ComparedBy.Yield or ComparedBy.GramsPerHour;
        var known = values.OfType<Known>().ToArray();
        bool Beats(Known a, Known b) =>
            (more ? a.Value - b.Value : b.Value - a.Value) > Beyond * Math.Sqrt(a.Doubt * a.Doubt + b.Doubt * b.Doubt);
        return new ComparedLine(
            by,
            values,
            [
                .. values.Select(v =>
                    v is null ? Standing.NotKnown
                    : known.Any(o => Beats(o, v)) ? Standing.Worse
                    : known.Any(o => Beats(v, o)) ? Standing.Better
                    : Standing.AsGood
                ),
            ]
        );
    }

    private static Known? Counted(double? count) => count is { } n ? new Known(n, Math.Sqrt(Math.Max(1, n))) : null;

    private static Known? Spinning(Spun? spun, double scaleStepGrams) =>
        spun is { Grams: { } grams, Minutes: { } minutes }
            ? PreparedWay.Ratio(minutes / 60.0 / grams * 100, scaleStepGrams / 2 / grams, PreparedWay.DoubtOfMinutes(minutes, 1))
            : null;

    private static IReadOnlyList<Otherwise> Besides(IReadOnlyList<ComparedWay> ways)
    {
        var samples = ways.Select(w => w.Sample).OfType<Sample>().ToArray();
        bool Several<T>(IEnumerable<T?> values) => values.Where(v => v is not null).Distinct().Count() > 1;
        bool Apart(IEnumerable<double?> values, double doubt) =>
            values.OfType<double>().ToArray() is { Length: > 1 } known && known.Max() - known.Min() > Beyond * Math.Sqrt(2) * doubt;
        (Otherwise What, bool Differs)[] all =
        [
            (Comparing.Otherwise.Draw, Several(samples.Select(s => s.Draw))),
            (Comparing.Otherwise.Plies, Several(samples.Select(s => s.Plies))),
            (Comparing.Otherwise.Thickness, Apart(samples.Select(s => s.WrapsPerInch), WrapsReading.LeastDoubt)),
            (Comparing.Otherwise.Twist, Apart(samples.Select(s => s.TwistAngleDegrees), AngleDoubt)),
            (Comparing.Otherwise.Spinner, Several(ways.Where(w => w.Sample is not null).Select(w => w.SpunBy))),
            (Comparing.Otherwise.Preparer, Several(ways.Select(w => string.Join(", ", w.Way.Who.Order())))),
            (Comparing.Otherwise.Day, ways.Max(w => w.Way.To) - ways.Min(w => w.Way.From) > TimeSpan.FromHours(20)),
            (Comparing.Otherwise.Amount, ways.Max(w => w.Way.Taken.Value) > OtherAmount * ways.Min(w => w.Way.Taken.Value)),
        ];
        return [.. all.Where(a => a.Differs).Select(a => a.What)];
    }
}

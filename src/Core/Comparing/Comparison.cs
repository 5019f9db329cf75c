using EarthyTuft.Core.Course;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;

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

    /// <summary>How much longer the singles are than the yarn plied of them.</summary>
    TakeUp,

    /// <summary>Metres of singles in an hour.</summary>
    MetresPerHour,

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

    /// <summary>Grams of the lot for the yarn that is wanted.</summary>
    GramsForWanted,

    /// <summary>Whole hours for the yarn that is wanted.</summary>
    HoursForWanted,

    /// <summary>Money for the yarn that is wanted.</summary>
    CostForWanted,
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

    /// <summary>What tells the quality of a preparation and its yarn; the rest is time and money.</summary>
    private static readonly ComparedBy[] Quality =
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

    /// <summary>By what of the quality all of them were measured: nothing can be said of the rest.</summary>
    public IReadOnlyList<ComparedBy> Measured =>
        [.. Lines.Where(l => Quality.Contains(l.By) && l.Values.All(v => v is not null)).Select(l => l.By)];

    /// <summary>Compares.</summary>
    /// <param name="ways">One or more.</param>
    /// <param name="leftGrams">What is left of the lot, in reference grams; null where that is not known.</param>
    /// <param name="scaleStepGrams">The division of the scale that the yarn was weighed on.</param>
    /// <param name="wanted">Yarn that is wanted; null where nobody said.</param>
    public static Comparison Of(IReadOnlyList<ComparedWay> ways, double? leftGrams, double scaleStepGrams, WantedYarn? wanted = null)
    {
        var spinning = ways.Select(w => w.SpinningHours(scaleStepGrams)).ToArray();
        var preparing = ways.Select(w => w.Way?.HoursPer100Grams).ToArray();
        var whole = preparing
            .Zip(spinning, (p, s) =>
                p is null || s is null ? null : new Known(p.Value + s.Value, Math.Sqrt(p.Doubt * p.Doubt + s.Doubt * s.Doubt))
            )
            .ToArray();
        Known?[] rest =
        [
            .. ways.Zip(whole, (w, hours) =>
                leftGrams is > 0 and var left && hours is not null && w.Way is { } way
                    ? PreparedWay.Ratio(
                        left * way.Yield.Value * hours.Value / 100,
                        PreparedWay.Relative(hours),
                        PreparedWay.Relative(way.Yield)
                    )
                    : null
            ),
        ];
        // Money is shared out by mass, and known no better than that.
        Known?[] cost =
        [
            .. ways.Select(w =>
                w is { CostPer100Grams: { } c, Way: { } way } ? PreparedWay.Ratio(c, PreparedWay.Relative(way.Yield)) : null
            ),
        ];
        ComparedLine[] lines =
        [
            Line(ComparedBy.Yield, [.. ways.Select(w => w.Way?.Yield)]),
            Line(ComparedBy.RestShare, [.. ways.Select(w => w.Way?.RestShare)]),
            Line(ComparedBy.GramsPerHour, [.. ways.Select(w => w.Way?.GramsPerHour)]),
            Line(ComparedBy.Neps, [.. ways.Select(w => w.Neps)]),
            Line(ComparedBy.Joins, [.. ways.Select(w => w.In10Metres(p => p.Joins))]),
            Line(ComparedBy.Lumps, [.. ways.Select(w => w.In10Metres(p => p.Lumps))]),
            Line(ComparedBy.UnevenSingles, [.. ways.Select(w => w.Uneven(LotForm.Singles))]),
            Line(ComparedBy.UnevenPlied, [.. ways.Select(w => w.Uneven(LotForm.Plied))]),
            Line(ComparedBy.UnevenYarn, [.. ways.Select(w => w.Uneven(LotForm.Yarn))]),
            Line(ComparedBy.TakeUp, [.. ways.Select(w => w.TakeUp)]),
            Line(ComparedBy.MetresPerHour, [.. ways.Select(w => w.MetresPerHour())]),
            Line(ComparedBy.PreparingHours, preparing),
            Line(ComparedBy.SpinningHours, spinning),
            Line(ComparedBy.WholeHours, whole),
            Line(ComparedBy.HoursForTheRest, rest),
            Line(ComparedBy.CostPer100Grams, cost),
            .. Wanted(ways, wanted, preparing, spinning, cost),
        ];
        var hours = Array.Find(lines, l => l.By == ComparedBy.WholeHours && l.Values.All(v => v is not null))
            ?? lines.Single(l => l.By == ComparedBy.PreparingHours);
        int? slowest = hours.Differs
            ? Enumerable.Range(0, ways.Count).Where(i => hours.Standings[i] == Standing.Worse).MaxBy(i => hours.Values[i]!.Value)
            : null;
        return new Comparison(
            [.. lines.Where(l => l.Values.Any(v => v is not null))],
            Besides(ways),
            slowest,
            slowest is { } slow
                ? [.. lines.Where(l => Quality.Contains(l.By) && l.Standings[slow] == Standing.Better).Select(l => l.By)]
                : []
        );
    }

    // Fibre of the lot, hours and money for the yarn that is wanted. Of what goes on the wheel a little falls to the floor.
    private static IEnumerable<ComparedLine> Wanted(
        IReadOnlyList<ComparedWay> ways,
        WantedYarn? wanted,
        Known?[] preparing,
        Known?[] spinning,
        Known?[] cost
    )
    {
        if (wanted is null)
        {
            yield break;
        }

        var spun = AllStations.Typical(StepKind.Spin, null)?.Middle ?? 1;
        double?[] yarn = [.. ways.Select(w => wanted.GramsAt(w.YarnTex))];
        Known? Of(int i, Func<double, double> grams, Known? per100) =>
            yarn[i] is { } y && per100 is { } p ? new Known(p.Value * grams(y) / 100, p.Doubt * grams(y) / 100) : null;
        double Prepared(double y) => y / spun;
        yield return Line(
            ComparedBy.GramsForWanted,
            [
                .. ways.Select(
                    (w, i) =>
                        yarn[i] is { } y && w.Way is { } way
                            ? PreparedWay.Ratio(Prepared(y) / way.Yield.Value, PreparedWay.Relative(way.Yield))
                            : null
                ),
            ]
        );
        yield return Line(
            ComparedBy.HoursForWanted,
            [
                .. ways.Select(
                    (_, i) =>
                        (Of(i, Prepared, preparing[i]), Of(i, y => y, spinning[i])) is ({ } p, { } s)
                            ? new Known(p.Value + s.Value, Math.Sqrt((p.Doubt * p.Doubt) + (s.Doubt * s.Doubt)))
                            : null
                ),
            ]
        );
        yield return Line(ComparedBy.CostForWanted, [.. ways.Select((_, i) => Of(i, Prepared, cost[i]))]);
    }

    private static ComparedLine Line(ComparedBy by, IReadOnlyList<Known?> values)
    {
        var more = by is ComparedBy.Yield or ComparedBy.GramsPerHour or ComparedBy.MetresPerHour;
        // More or less of it is neither better nor worse.
        var judged = by != ComparedBy.TakeUp;
        var known = values.OfType<Known>().ToArray();
        bool Beats(Known a, Known b) =>
            (more ? a.Value - b.Value : b.Value - a.Value) > Beyond * Math.Sqrt(a.Doubt * a.Doubt + b.Doubt * b.Doubt);
        return new ComparedLine(
            by,
            values,
            [
                .. values.Select(v =>
                    v is null ? Standing.NotKnown
                    : !judged ? Standing.AsGood
                    : known.Any(o => Beats(o, v)) ? Standing.Worse
                    : known.Any(o => Beats(v, o)) ? Standing.Better
                    : Standing.AsGood
                ),
            ]
        );
    }

    private static IReadOnlyList<Otherwise> Besides(IReadOnlyList<ComparedWay> ways)
    {
        SpunPart[] parts = [.. ways.SelectMany(w => w.Parts)];
        PreparedWay[] prepared = [.. ways.Select(w => w.Way).OfType<PreparedWay>()];
        bool Several<T>(IEnumerable<T?> values) => values.Where(v => v is not null).Distinct().Count() > 1;
        bool Apart(Func<SpunPart, double?> of, double doubt) =>
            ways.Select(w => w.Mean(of)).OfType<double>().ToArray() is { Length: > 1 } known
            && known.Max() - known.Min() > Beyond * Math.Sqrt(2) * doubt;
        (Otherwise What, bool Differs)[] all =
        [
            (Comparing.Otherwise.Draw, Several(parts.Select(p => p.Draw))),
            (Comparing.Otherwise.Plies, Several(parts.Select(p => p.Plies))),
            (Comparing.Otherwise.Thickness, Apart(p => p.WrapsPerInch, WrapsReading.LeastDoubt)),
            (Comparing.Otherwise.Twist, Apart(p => p.TwistAngleDegrees, AngleDoubt)),
            (Comparing.Otherwise.Spinner, Several(parts.Select(p => p.Who))),
            (Comparing.Otherwise.Preparer, Several(prepared.Select(w => string.Join(", ", w.Who.Order())))),
            (Comparing.Otherwise.Day, prepared.Length > 1 && prepared.Max(w => w.To) - prepared.Min(w => w.From) > TimeSpan.FromHours(20)),
            (
                Comparing.Otherwise.Amount,
                prepared.Length > 1 && prepared.Max(w => w.Taken.Value) > OtherAmount * prepared.Min(w => w.Taken.Value)
            ),
        ];
        return [.. all.Where(a => a.Differs).Select(a => a.What)];
    }
}

using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Course;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;

namespace EarthyTuft.Core.Routing;

/// <summary>What a workshop knows of itself when it looks ahead.</summary>
/// <param name="Yields">Its own yields.</param>
/// <param name="Paces">Its own pace by step.</param>
/// <param name="SpentPerKilogram">What its own entries of a step spent on each kilogram that went in, by step.</param>
/// <param name="HourlyRate">What an hour counts for, null when hours are not counted.</param>
public sealed record OwnExperience(
    YieldLog Yields,
    IReadOnlyDictionary<StepKind, Pace> Paces,
    IReadOnlyDictionary<StepKind, decimal> SpentPerKilogram,
    decimal? HourlyRate
)
{
    /// <summary>Its pace with hand cards; null where it has none yet.</summary>
    public Pace? HandCards { get; init; }

    /// <summary>Its pace on a drum; null where it has none yet.</summary>
    public Pace? Drum { get; init; }

    /// <summary>A workshop that has just opened.</summary>
    public static OwnExperience None { get; } =
        new(YieldLog.Empty, new Dictionary<StepKind, Pace>(), new Dictionary<StepKind, decimal>(), null);
}

/// <summary>A step of a route with what it will bring.</summary>
/// <param name="Step">The step.</param>
/// <param name="Yield">Its own yield; null where it loses nothing.</param>
/// <param name="So">The chain from the start to the end of this step.</param>
/// <param name="Hours">At the bench, null where nobody stands there or the mass is not known.</param>
/// <param name="Pace">The pace the hours come from.</param>
/// <param name="Litres">Water, null where none is used or the mass is not known.</param>
public sealed record StepForecast(RouteStep Step, YieldForecast? Yield, YieldForecast So, double? Hours, Pace? Pace, double? Litres);

/// <summary>A route looked down to its end.</summary>
/// <param name="Steps">Every step ahead.</param>
/// <param name="Whole">The chain of all of them.</param>
/// <param name="Hours">All hours, null when the mass is not known.</param>
/// <param name="Litres">All water.</param>
/// <param name="Cost">What the output will have cost, with what the lot cost so far; null when that is not known.</param>
public sealed record RouteForecast(IReadOnlyList<StepForecast> Steps, YieldForecast Whole, double? Hours, double? Litres, decimal? Cost)
{
    /// <summary>Litres for each kilogram and bath (docs/craft.md, section 6, typical).</summary>
    public const double LitresPerKilogram = 25;

    /// <summary>Looks ahead.</summary>
    /// <param name="ahead">The steps still to do.</param>
    /// <param name="grams">What there is, null when not known.</param>
    /// <param name="of">The fleece's class.</param>
    /// <param name="breed">Its parentage as written.</param>
    /// <param name="own">The workshop's own experience.</param>
    /// <param name="schools">Its choices.</param>
    /// <param name="costSoFar">What the lot cost until now, null when not known.</param>
    /// <param name="preparation">How it is prepared in the end: hand cards keep more than a drum and are slower; null where that is not
    /// told.</param>
    public static RouteForecast Of(
        IReadOnlyList<RouteStep> ahead,
        double? grams,
        FleeceClass? of,
        string breed,
        OwnExperience own,
        Schools schools,
        decimal? costSoFar,
        PreparedAs? preparation = null
    )
    {
        var steps = new List<StepForecast>();
        var chain = new List<YieldForecast>();
        var cost = costSoFar;
        foreach (var step in ahead)
        {
            var before = grams * YieldForecast.Chain(chain).Median;
            var yield = Typical(step.Step, of, preparation) is { } range
                ? YieldForecast.Of(range, own.Yields.For(step.Step, of, breed))
                : null;
            if (yield is not null)
            {
                chain.Add(yield);
            }

            var so = YieldForecast.Chain(chain);
            var pace = PaceOf(step.Step, own, preparation);
            var hours = grams * so.Median is { } out_ ? pace?.Hours(out_) : null;
            var litres = step.Step == StepKind.Wash ? before / 1000 * LitresPerKilogram * Baths(of, schools) : null;
            cost +=
                ((decimal?)hours * own.HourlyRate ?? 0)
                + ((decimal?)(before / 1000) * own.SpentPerKilogram.GetValueOrDefault(step.Step) ?? 0);
            steps.Add(new StepForecast(step, yield, so, hours, pace, litres));
        }

        var counted = steps.Where(s => s.Hours is not null).ToArray();
        return new RouteForecast(
            steps,
            YieldForecast.Chain(chain),
            grams is null ? null : counted.Sum(s => s.Hours!.Value),
            grams is null ? null : steps.Sum(s => s.Litres ?? 0),
            cost
        );
    }

    private static Span? Typical(StepKind step, FleeceClass? of, PreparedAs? preparation) =>
        step == StepKind.Card && preparation is { } way
            ? way.IsOffHandCards()
                ? CardingStation.HandYield
                : CardingStation.DrumYield
            : AllStations.Typical(step, of);

    private static Pace? PaceOf(StepKind step, OwnExperience own, PreparedAs? preparation) =>
        step == StepKind.Card && preparation is { } way
            ? way.IsOffHandCards()
                ? own.HandCards ?? new Pace(CardingStation.HandGramsPerHour, 0)
                : own.Drum ?? new Pace(CardingStation.DrumGramsPerHour, 0)
            : own.Paces.GetValueOrDefault(step) ?? AllStations.Find(step)?.TypicalPace;

    /// <summary>Baths and rinses (docs/craft.md, section 6, typical): two soap baths where the wax is heavy, and two rinses.</summary>
    private static int Baths(FleeceClass? of, Schools schools) =>
        schools.Wash == WashSchool.SuintSoak ? 3
        : of is FleeceClass.Fine or FleeceClass.Medium or FleeceClass.Down or null ? 4
        : 3;
}

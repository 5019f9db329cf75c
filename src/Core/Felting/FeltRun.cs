using System.Globalization;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;

namespace EarthyTuft.Core.Felting;

/// <summary>What the rolling is counted in.</summary>
public enum RolledBy
{
    /// <summary>Minutes by the clock.</summary>
    Minutes,

    /// <summary>Strokes of the hands; sixty count as a minute.</summary>
    Strokes,
}

/// <summary>A test as it was begun.</summary>
/// <param name="PinchGrams">What is rolled, within <see cref="FeltRun.LeastPinch"/> and <see cref="FeltRun.MostPinch"/>.</param>
/// <param name="Typed">The pinch as it was typed.</param>
/// <param name="By">What the rolling is counted in.</param>
public sealed record FeltPlan(double PinchGrams, string Typed, RolledBy By);

/// <summary>What happens at a test.</summary>
public abstract record FeltEvent;

/// <summary>The pinch was looked at.</summary>
/// <param name="Count">After so many minutes or strokes in all, above zero.</param>
/// <param name="WidthMillimetres">Across the ball; null where it is no ball yet but a loose tuft.</param>
/// <param name="Holds">It keeps its shape when it is squeezed.</param>
/// <param name="Typed">The width as it was typed; empty for a loose one.</param>
public sealed record BallMeasured(double Count, double? WidthMillimetres, bool Holds, string Typed) : FeltEvent;

/// <summary>A width that did not fit was right all the same.</summary>
/// <param name="Measured">The event by which it was noted.</param>
public sealed record WidthBelieved(Guid Measured) : FeltEvent;

/// <summary>Dry, it opened again.</summary>
public sealed record BallOpened : FeltEvent;

/// <summary>Notes what the pinch is like.</summary>
/// <param name="Count">After so many minutes or strokes in all.</param>
/// <param name="Width">Across the ball, as typed, millimetres where no unit stands there; left out where it is loose.</param>
/// <param name="Holds">It keeps its shape when it is squeezed.</param>
/// <param name="At">When; left out for now.</param>
public sealed record MeasureBall(double? Count, string? Width = null, bool Holds = false, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>Says that a width that does not fit was right.</summary>
/// <param name="Measured">The event by which it was noted.</param>
/// <param name="At">When; left out for now.</param>
public sealed record BelieveWidth(Guid Measured, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>Notes that the ball opened as it dried.</summary>
/// <param name="At">When; left out for now.</param>
public sealed record NoteOpened(DateTimeOffset? At = null) : RunCommand(At);

/// <summary>One look at the pinch.</summary>
/// <param name="Event">By which it was noted.</param>
/// <param name="Count">As it was counted.</param>
/// <param name="Minutes">The same in minutes.</param>
/// <param name="WidthMillimetres">Null where it is loose.</param>
/// <param name="Holds">It keeps its shape.</param>
/// <param name="Density">In g/cm3; null where it is loose.</param>
/// <param name="GrewBy">So many millimetres wider than before, where that is more than a ruler is off by and nobody said that it is right;
/// null where it fits. It counts for nothing.</param>
public sealed record FeltReading(
    Guid Event,
    double Count,
    double Minutes,
    double? WidthMillimetres,
    bool Holds,
    double? Density,
    double? GrewBy
)
{
    /// <summary>Whether it counts.</summary>
    public bool Counts => GrewBy is null;
}

/// <summary>A test as it stands: its events folded over its plan.</summary>
/// <param name="Id">The run.</param>
/// <param name="Plan">As it was begun.</param>
/// <param name="StartedAt">When it began.</param>
/// <param name="Readings">In the order in which they were noted.</param>
/// <param name="Opened">It opened as it dried.</param>
/// <param name="LastEvent">What was noted last, null before anything was.</param>
public sealed record FeltState(
    Guid Id,
    FeltPlan Plan,
    DateTimeOffset StartedAt,
    IReadOnlyList<FeltReading> Readings,
    bool Opened,
    Guid? LastEvent
)
{
    /// <summary>Folds.</summary>
    /// <param name="id">The run.</param>
    /// <param name="plan">As it was begun.</param>
    /// <param name="startedAt">When it began.</param>
    /// <param name="events">Those that count, in the order in which they were noted.</param>
    public static FeltState Of(Guid id, FeltPlan plan, DateTimeOffset startedAt, IReadOnlyCollection<RunEvent<FeltEvent>> events)
    {
        var believed = events.Select(e => e.What).OfType<WidthBelieved>().Select(b => b.Measured).ToHashSet();
        var readings = new List<FeltReading>();
        foreach (var (one, ball) in events.Where(e => e.What is BallMeasured).Select(e => (e.Id, (BallMeasured)e.What)))
        {
            var before = readings.LastOrDefault(r => r.Counts && r.WidthMillimetres is not null)?.WidthMillimetres;
            var grew =
                ball.WidthMillimetres - before is > FeltRun.WidthDoubt and var more && !believed.Contains(one) ? more : (double?)null;
            readings.Add(
                new FeltReading(
                    one,
                    ball.Count,
                    plan.By == RolledBy.Strokes ? ball.Count / FeltRun.StrokesPerMinute : ball.Count,
                    ball.WidthMillimetres,
                    ball.Holds,
                    ball.WidthMillimetres is { } width ? FeltingOutcome.DensityOf(plan.PinchGrams, width) : null,
                    grew
                )
            );
        }

        return new FeltState(id, plan, startedAt, readings, events.Any(e => e.What is BallOpened), events.LastOrDefault()?.Id);
    }
}

/// <summary>
/// A felting test: a weighed pinch of clean fibre is rolled between wet soapy hands, and its width is noted two to five times, until it
/// keeps its shape (docs/craft.md, section 16). Pure.
/// </summary>
public static class FeltRun
{
    /// <summary>Grams that can be rolled between two hands and still be measured.</summary>
    public const double LeastPinch = 0.5,
        MostPinch = 20;

    /// <summary>How often a pinch is looked at: twice at the least.</summary>
    public const int FewestReadings = 2,
        MostReadings = 5;

    /// <summary>After so many minutes of rolling in all a pinch is usually looked at.</summary>
    private static readonly double[] UsualMinutes = [ReadilyMinutes, ModeratelyMinutes, 10];

    /// <summary>So many strokes count as a minute (typical).</summary>
    public const double StrokesPerMinute = 60;

    /// <summary>Nobody rolls longer, in minutes.</summary>
    public const double LongestMinutes = 60;

    /// <summary>A ball that is wider than before by more than this, in millimetres, was read wrongly, or is another one.</summary>
    public const double WidthDoubt = 1;

    /// <summary>Fibre that nobody has rolled is no looser, and felt no denser, in g/cm3: beyond that the width or the pinch is
    /// wrong.</summary>
    public const double Loosest = 0.01,
        Densest = 0.9;

    /// <summary>It felts readily when it holds within so many minutes and ends denser than so much (typical).</summary>
    public const double ReadilyMinutes = 2,
        ReadilyDensity = 0.20;

    /// <summary>It felts moderately when it holds within so many minutes and ends denser than so much (typical).</summary>
    public const double ModeratelyMinutes = 5,
        ModeratelyDensity = 0.13;

    /// <summary>Two pinches whose densities differ by more than this fraction are told so.</summary>
    public const double Unlike = 0.20;

    /// <summary>Plans a test.</summary>
    /// <param name="forms">What the lots are: one of them.</param>
    /// <param name="pinch">What is rolled, as typed.</param>
    /// <param name="by">What the rolling is counted in.</param>
    /// <param name="unit">What a bare number is in.</param>
    /// <returns>The plan; or <c>one-lot</c>, <c>wrong-form</c>, what a weight is refused for, <c>out-of-range</c>.</returns>
    public static Result<FeltPlan> Plan(IReadOnlyCollection<LotForm> forms, string? pinch, RolledBy by, MassUnit unit)
    {
        var weighed = RunRules.Weight(pinch, unit, "pinch");
        var guard = new Guard()
            .Need(forms.Count == 1, "lotIds", "one-lot", "One lot is tested at a time: roll a pinch of each by itself")
            .Need(
                forms.All(f => FeltingStation.Definition.Takes.Contains(f)),
                "lotIds",
                "wrong-form",
                "That is not clean fibre: a pinch is rolled of what was washed and not spun yet"
            );
        foreach (var refusal in weighed.Refusals)
        {
            guard.Add(refusal);
        }

        return guard
            .Need(
                weighed.IsRefused || weighed.Value.Grams is >= LeastPinch and <= MostPinch,
                "pinch",
                "out-of-range",
                $"The pinch lies between {LeastPinch} and {MostPinch} g: about 2 g are rolled well between two hands"
            )
            .Then<FeltPlan>(() => new FeltPlan(weighed.Value.Grams, pinch!.Trim(), by));
    }

    /// <summary>What comes of a tap.</summary>
    /// <param name="state">The test as it stands.</param>
    /// <param name="command">The tap.</param>
    /// <param name="now">Now.</param>
    /// <param name="newId">Makes the ids of what comes of it.</param>
    /// <returns>The events; or <c>missing</c>, <c>out-of-range</c>, <c>not-later</c>, <c>too-many</c>, <c>too-wide</c>, <c>too-narrow</c>,
    /// <c>loose</c>, <c>not-here</c>, <c>opened</c>, <c>not-rolled</c>, what a length is refused for.</returns>
    public static Result<IReadOnlyList<RunEvent<FeltEvent>>> Decide(
        FeltState state,
        RunCommand command,
        DateTimeOffset now,
        Func<Guid> newId
    )
    {
        var at = command.At ?? now;
        if (RunRules.NotThen(at, state.StartedAt, now) is { } never)
        {
            return never;
        }

        Result<IReadOnlyList<RunEvent<FeltEvent>>> Happened(FeltEvent what) => new RunEvent<FeltEvent>[] { new(newId(), at, what) };
        return command switch
        {
            MeasureBall when state.Opened => new RunConflict(
                "opened",
                "It opened as it dried already: take that back first, or roll another pinch."
            ),
            MeasureBall ball => Measure(state, ball).Then(Happened),
            BelieveWidth { Measured: var id } => state.Readings.Any(r => r.Event == id && !r.Counts)
                ? Happened(new WidthBelieved(id))
                : new Refusal("measured", "not-here", "There is no width here that does not fit."),
            NoteOpened => state.Readings.Count == 0 ? new RunConflict("not-rolled", "Nothing was rolled yet that could open.")
            : state.Opened ? Array.Empty<RunEvent<FeltEvent>>()
            : Happened(new BallOpened()),
            _ => new Refusal("kind", "not-here", "Nothing of that kind is noted at a felting test."),
        };
    }

    private static Result<FeltEvent> Measure(FeltState state, MeasureBall ball)
    {
        var perMinute = state.Plan.By == RolledBy.Strokes ? StrokesPerMinute : 1;
        var most = LongestMinutes * perMinute;
        var isLoose = string.IsNullOrWhiteSpace(ball.Width);
        var width = isLoose ? (Result<Length>?)null : Length.Read(ball.Width, "width");
        var guard = new Guard()
            .Need(
                state.Readings.Count < MostReadings,
                "count",
                "too-many",
                $"A ball is looked at {MostReadings} times at the most: take one back, or end the test"
            )
            .Need(
                ball.Count is not null,
                "count",
                "missing",
                state.Plan.By == RolledBy.Strokes
                    ? "Say after how many strokes in all it looked like that"
                    : "Say after how many minutes in all it looked like that"
            )
            .Need(
                ball.Count is null || (ball.Count > 0 && ball.Count <= most),
                "count",
                "out-of-range",
                $"That lies above 0 and up to {most}"
            )
            .Need(
                ball.Count is null || state.Readings.Count == 0 || ball.Count > state.Readings[^1].Count,
                "count",
                "not-later",
                $"Count all of the rolling: it was looked at after {(state.Readings.Count == 0 ? 0 : state.Readings[^1].Count)} already"
            )
            .Need(!isLoose || !ball.Holds, "width", "loose", "Say its width: what keeps its shape has one");
        foreach (var refusal in width?.Refusals ?? [])
        {
            guard.Add(refusal);
        }

        if (width is { IsRefused: false, Value.Millimetres: var wide })
        {
            var (narrowest, widest) = (
                FeltingOutcome.WidthOf(state.Plan.PinchGrams, Densest),
                FeltingOutcome.WidthOf(state.Plan.PinchGrams, Loosest)
            );
            guard
                .Need(
                    wide <= widest,
                    "width",
                    "too-wide",
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"That is more than {state.Plan.PinchGrams:0.##} g can be: even unrolled they are no ball of more than {widest:0} mm. "
                            + $"Say that it is loose where it is no ball yet"
                    )
                )
                .Need(
                    wide >= narrowest,
                    "width",
                    "too-narrow",
                    FormattableString.Invariant(
                        $"That is less than {state.Plan.PinchGrams:0.##} g can be: pressed as hard as felt becomes they are {narrowest:0.#} mm wide"
                    )
                );
        }

        return guard.Then<FeltEvent>(() =>
            new BallMeasured(ball.Count!.Value, width?.Value.Millimetres, ball.Holds, isLoose ? "" : ball.Width!.Trim())
        );
    }

    /// <summary>Whether an event can be taken back as a slip.</summary>
    /// <param name="events">Those that count.</param>
    /// <param name="id">The event.</param>
    /// <returns>Null when it can; <c>not-here</c>.</returns>
    public static Refusal? Withdraw(IReadOnlyCollection<RunEvent<FeltEvent>> events, Guid id) =>
        events.Any(e => e.Id == id) ? null : new Refusal("eventId", "not-here", "There is no such thing noted here.");

    /// <summary>What a test comes to, null before it can be told: from two looks on, or once it opened.</summary>
    /// <param name="state">The test as it stands.</param>
    public static FeltingOutcome? Outcome(FeltState state)
    {
        FeltReading[] counted = [.. state.Readings.Where(r => r.Counts)];
        if (counted.Length < FewestReadings && !(state.Opened && counted.Length > 0))
        {
            return null;
        }

        var last = counted[^1];
        var held = counted.FirstOrDefault(r => r.Holds)?.Minutes;
        var felts =
            state.Opened ? FeltingGrade.No
            : held <= ReadilyMinutes && last.Density > ReadilyDensity ? FeltingGrade.Readily
            : held <= ModeratelyMinutes && last.Density > ModeratelyDensity ? FeltingGrade.Moderately
            : FeltingGrade.Little;
        return new FeltingOutcome(felts, state.Plan.PinchGrams, state.Opened ? null : last.WidthMillimetres, last.Minutes);
    }

    /// <summary>When it is usually looked at next, as it is counted; null once it was looked at as often as is usual.</summary>
    /// <param name="state">The test as it stands.</param>
    public static double? NextLook(FeltState state)
    {
        var rolled = state.Readings.Count == 0 ? 0 : state.Readings[^1].Minutes;
        return UsualMinutes.Cast<double?>().FirstOrDefault(m => m > rolled) * (state.Plan.By == RolledBy.Strokes ? StrokesPerMinute : 1);
    }

    /// <summary>Whether two pinches of one fibre came out unlike.</summary>
    /// <param name="one">A density, above zero.</param>
    /// <param name="other">Another.</param>
    public static bool AreUnlike(double one, double other) => Math.Abs(one - other) > Unlike * Math.Max(one, other);

    /// <summary>Where it stands.</summary>
    /// <param name="state">The test as it stands.</param>
    public static RunSummary Summarise(FeltState state) =>
        new(
            Outcome(state) is not null,
            [new RunCall(state.Id, RunAct.WhenYouLike, state.StartedAt, null, null, null, null, false)],
            state.Readings.Count == 0 ? null : state.Readings.Max(r => r.Minutes)
        );
}

using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;

namespace EarthyTuft.Core.Drying;

/// <summary>How the water was taken out before the rack.</summary>
public enum WaterOut
{
    /// <summary>Spun in a net.</summary>
    SpunOut,

    /// <summary>Pressed or squeezed by hand.</summary>
    Squeezed,

    /// <summary>Hung up dripping.</summary>
    Dripping,
}

/// <summary>Wool as it was laid on a rack.</summary>
/// <param name="WaterOut">How the water was taken out.</param>
/// <param name="Place">Where it stands or hangs.</param>
/// <param name="Netted">Under a net, where wind and birds take nothing.</param>
/// <param name="Expected">What the ledger expects it to weigh dry, null when it cannot tell.</param>
public sealed record RackPlan(WaterOut WaterOut, RackPlace Place, bool Netted, Belief? Expected);

/// <summary>What happens at a rack.</summary>
public abstract record RackEvent;

/// <summary>It was weighed.</summary>
/// <param name="Grams">Its weight, above zero.</param>
/// <param name="Typed">As it was typed.</param>
public sealed record RackWeighed(double Grams, string Typed) : RackEvent;

/// <summary>A weight that was asked about is so.</summary>
/// <param name="Weight">The event by which it was noted.</param>
public sealed record WeightBelieved(Guid Weight) : RackEvent;

/// <summary>A weight of what lies on the rack.</summary>
/// <param name="Mass">As typed.</param>
/// <param name="At">When; left out for now.</param>
public sealed record WeighRack(string Mass, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>A weight that was asked about is as it was noted: some was taken off, or rain came.</summary>
/// <param name="Weight">The event by which it was noted.</param>
/// <param name="At">When; left out for now.</param>
public sealed record BelieveWeight(Guid Weight, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>A weight of a rack.</summary>
/// <param name="Event">The event by which it was noted.</param>
/// <param name="At">When.</param>
/// <param name="Grams">Its weight.</param>
/// <param name="Typed">As it was typed.</param>
/// <param name="Believed">Somebody said that it is so.</param>
public sealed record RackWeight(Guid Event, DateTimeOffset At, double Grams, string Typed, bool Believed);

/// <summary>Wool on a rack as it stands: its events folded over its plan.</summary>
/// <param name="Id">The run.</param>
/// <param name="Plan">As it was laid on.</param>
/// <param name="StartedAt">When.</param>
/// <param name="Weights">In order of time.</param>
public sealed record RackState(Guid Id, RackPlan Plan, DateTimeOffset StartedAt, IReadOnlyList<RackWeight> Weights)
{
    /// <summary>What the workshop's air sensor said meanwhile: vapour pressure deficits in kPa, as
    /// <see cref="MoistAir.Deficit"/>.</summary>
    public IReadOnlyList<RunReading> Air { get; init; } = [];

    /// <summary>When the first weight was taken; what a fit counts its minutes from.</summary>
    public DateTimeOffset First => Weights.Count > 0 ? Weights[0].At : StartedAt;

    /// <summary>Folds.</summary>
    /// <param name="id">The run.</param>
    /// <param name="plan">As it was laid on.</param>
    /// <param name="startedAt">When.</param>
    /// <param name="events">Those that count; of two at the same moment the first given was first.</param>
    /// <param name="air">What the air sensor said, as <see cref="Air"/>.</param>
    public static RackState Of(
        Guid id,
        RackPlan plan,
        DateTimeOffset startedAt,
        IEnumerable<RunEvent<RackEvent>> events,
        IEnumerable<RunReading>? air = null
    )
    {
        var inOrder = events.OrderBy(e => e.At).ToArray();
        var believed = inOrder.Select(e => e.What).OfType<WeightBelieved>().Select(b => b.Weight).ToHashSet();
        return new RackState(
            id,
            plan,
            startedAt,
            [
                .. inOrder
                    .Where(e => e.What is RackWeighed)
                    .Select(e => (e, Weighed: (RackWeighed)e.What))
                    .Select(w => new RackWeight(w.e.Id, w.e.At, w.Weighed.Grams, w.Weighed.Typed, believed.Contains(w.e.Id))),
            ]
        )
        {
            Air = [.. air ?? []],
        };
    }
}

/// <summary>What the weights of a rack say.</summary>
/// <param name="Forecast">The fitted curve and when it is dry.</param>
/// <param name="Counted">The weights it stands on.</param>
/// <param name="Doubted">The latest weight where it is not believed, else null.</param>
public sealed record RackFit(DryingForecast Forecast, IReadOnlyList<RackWeight> Counted, RackWeight? Doubted);

/// <summary>Decides what may happen at a rack, and says where it stands. Pure.</summary>
public static class RackRun
{
    /// <summary>A rack noted afterwards may have been weighed a day before it was begun here.</summary>
    private static readonly TimeSpan Before = TimeSpan.FromDays(1);

    /// <summary>Whether lots can be laid on a rack.</summary>
    /// <param name="forms">What they are.</param>
    /// <returns>Nothing, or <c>nothing-taken</c>, <c>wrong-form</c>.</returns>
    public static IReadOnlyList<Refusal> Takes(IReadOnlyCollection<LotForm> forms) =>
        new Guard()
            .Need(forms.Count > 0, "lotIds", "nothing-taken", "is empty: choose what goes on the rack")
            .Need(forms.All(f => f == LotForm.Washed), "lotIds", "wrong-form", "holds a lot that is not wet from the wash")
            .Refusals;

    /// <summary>What comes of a tap.</summary>
    /// <param name="state">The rack as it stands.</param>
    /// <param name="command">The tap.</param>
    /// <param name="unit">What a bare number is in.</param>
    /// <param name="now">Now.</param>
    /// <param name="newId">Makes the ids of what comes of it.</param>
    /// <returns>The events; or what a weight is refused for, <c>empty-lot</c>, <c>out-of-range</c>, <c>not-here</c>.</returns>
    public static Result<IReadOnlyList<RunEvent<RackEvent>>> Decide(
        RackState state,
        RunCommand command,
        MassUnit unit,
        DateTimeOffset now,
        Func<Guid> newId
    )
    {
        var at = command.At ?? now;
        return command switch
        {
            WeighRack weigh => Weigh(weigh.Mass, at, unit, newId)
                .Then(e =>
                    new Guard()
                        .Need(
                            at <= now + RunRules.Ahead && at >= state.StartedAt - Before,
                            "at",
                            "out-of-range",
                            "has not been yet, or was long before this rack"
                        )
                        .Then(() => Events(e))
                ),
            BelieveWeight believe => state.Weights.Any(w => w.Event == believe.Weight)
                ? Events(new RunEvent<RackEvent>(newId(), at, new WeightBelieved(believe.Weight)))
                : new Refusal("weight", "not-here", "There is no such weight on this rack."),
            _ => new Refusal("kind", "not-here", "Nothing of that kind is noted at a rack."),
        };
    }

    /// <summary>A weight as it was typed.</summary>
    /// <param name="typed">The text.</param>
    /// <param name="at">When.</param>
    /// <param name="unit">What a bare number is in.</param>
    /// <param name="newId">Makes the event's id.</param>
    /// <returns>The event; or what the weight is refused for, <c>empty-lot</c> among it.</returns>
    public static Result<RunEvent<RackEvent>> Weigh(string typed, DateTimeOffset at, MassUnit unit, Func<Guid> newId) =>
        MassReader
            .Read(typed, unit, "mass")
            .Then<RunEvent<RackEvent>>(mass =>
                mass > Mass.Zero
                    ? new RunEvent<RackEvent>(newId(), at, new RackWeighed(mass.Grams, typed.Trim()))
                    : new Refusal("mass", "empty-lot", "The weight is nothing: is the rack on the scale?")
            );

    /// <summary>Whether an event can be taken back as a slip.</summary>
    /// <param name="state">The rack as it stands.</param>
    /// <param name="id">The event.</param>
    /// <returns>Null when it can; <c>not-here</c> for what is no weight of it.</returns>
    public static Refusal? Withdraw(RackState state, Guid id) =>
        state.Weights.Any(w => w.Event == id) ? null : new Refusal("eventId", "not-here", "There is no such weight on this rack.");

    /// <summary>What is known of the air by a rack: the nights outdoors; in a room what the air sensor said.</summary>
    /// <param name="state">The rack.</param>
    /// <param name="zone">The workshop's.</param>
    public static AirPace Pace(RackState state, TimeZoneInfo zone) =>
        state.Plan.Place == RackPlace.Outdoors
            ? AirPace.Outdoors(TimeZoneInfo.ConvertTime(state.First, zone))
            : AirPace.Heard(state.Air.Select(a => ((a.At - state.First).TotalMinutes, a.Value)));

    /// <summary>Fits the weights. Depends on nothing but these, so that it is worth remembering.</summary>
    /// <param name="state">The rack.</param>
    /// <param name="scaleStepGrams">The scale's division, above zero.</param>
    /// <param name="air">How the air by the rack is known to wander.</param>
    /// <param name="pace">What is known of it; nothing where it is left out.</param>
    public static RackFit Fit(RackState state, double scaleStepGrams, RackAir air, AirPace? pace = null)
    {
        var readings = Readings(state);
        var heard = state.Plan.Place != RackPlace.Outdoors && pace is { IsEven: false };
        var forecast = DryingWatch.Fit(
            [.. readings.Values],
            state.Plan.Expected,
            scaleStepGrams,
            air: heard ? air.WhereHeard : air,
            pace: pace,
            waterOut: state.Plan.WaterOut
        );
        var counted = forecast.Readings!.Counted.ToHashSet(ReferenceEqualityComparer.Instance);
        return new RackFit(
            forecast,
            [.. state.Weights.Where(w => counted.Contains(readings[w]))],
            state.Weights.LastOrDefault(w => ReferenceEquals(readings[w], forecast.Readings.Doubted))
        );
    }

    /// <summary>How far the air wandered while this dried: what it teaches its rack. Null where too little was weighed.</summary>
    /// <param name="state">The rack.</param>
    /// <param name="scaleStepGrams">The scale's division, above zero.</param>
    /// <param name="pace">What was known of the air beforehand, and does not count as wandering.</param>
    public static double? Learned(RackState state, double scaleStepGrams, AirPace? pace = null) =>
        DryingWatch.WanderOf([.. Readings(state).Values], scaleStepGrams, pace, state.Plan.WaterOut);

    private static Dictionary<RackWeight, DryingReading> Readings(RackState state) =>
        state.Weights.ToDictionary(w => w, w => new DryingReading((w.At - state.First).TotalMinutes, w.Grams) { Believed = w.Believed });

    /// <summary>Where drying stands.</summary>
    /// <param name="state">The rack.</param>
    /// <param name="fit">Its fit.</param>
    /// <param name="now">Now.</param>
    public static DryingState Stands(RackState state, RackFit fit, DateTimeOffset now) =>
        DryingAdvice.Of(fit.Forecast, (now - state.First).TotalMinutes);

    /// <summary>A moment of the fit's minutes.</summary>
    /// <param name="state">The rack.</param>
    /// <param name="minutes">After the first weighing.</param>
    public static DateTimeOffset At(RackState state, double minutes) => state.First.AddMinutes(Math.Min(minutes, RunRules.LongestForecast));

    /// <summary>Where a rack stands.</summary>
    /// <param name="state">The rack.</param>
    /// <param name="fit">Its fit.</param>
    /// <param name="now">Now.</param>
    public static RunSummary Summarise(RackState state, RackFit fit, DateTimeOffset now)
    {
        var act = Stands(state, fit, now) switch
        {
            DryingState.Dry => RunAct.Log,
            DryingState.WeighAgain => RunAct.WeighAgain,
            DryingState.Drying => RunAct.DryAt,
            _ => RunAct.CannotTell,
        };
        var dry = act == RunAct.Log ? null : fit.Forecast.Dry;
        return new RunSummary(
            act == RunAct.Log,
            [
                new RunCall(
                    state.Id,
                    act,
                    state.StartedAt,
                    dry is null ? null : At(state, dry.Minutes),
                    dry is null ? null : (dry.High - dry.Low) / 2,
                    null,
                    null,
                    false
                ),
            ],
            null
        );
    }

    private static Result<IReadOnlyList<RunEvent<RackEvent>>> Events(params RunEvent<RackEvent>[] events) => events;
}

using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;

namespace EarthyTuft.Core.Scouring;

/// <summary>What a plan stands on.</summary>
/// <param name="GreasyGrams">What goes in.</param>
/// <param name="GreasyFrom">Weighed for this wash, or what the ledger says is left.</param>
/// <param name="TubLitres">What the tub holds.</param>
/// <param name="TubRatePerMinute">How fast it cools in the middle of a soak.</param>
/// <param name="TubBaths">Own baths behind the cooling rate; none means typical.</param>
/// <param name="HotCelsius">The hot water.</param>
/// <param name="ColdCelsius">The cold water.</param>
/// <param name="AirCelsius">The air by the tub.</param>
/// <param name="AirFrom">Measured by the air sensor or typed, or guessed.</param>
/// <param name="LitresPerKilogram">Water for a kilogram.</param>
/// <param name="DoseFrom">Wished for, or typical.</param>
/// <param name="Class">The fleece's class, null when not known.</param>
public sealed record ScourFooting(
    double GreasyGrams,
    Provenance GreasyFrom,
    double TubLitres,
    double TubRatePerMinute,
    int TubBaths,
    double HotCelsius,
    double ColdCelsius,
    double AirCelsius,
    Provenance AirFrom,
    double LitresPerKilogram,
    Provenance DoseFrom,
    FleeceClass? Class
);

/// <summary>A wash as it was begun: its plan does not change under it.</summary>
/// <param name="On">What the plan stands on.</param>
/// <param name="Plan">The plan.</param>
/// <param name="Agent">What washes, null when not said.</param>
/// <param name="Departures">What differs from the recipe, in words; empty without one.</param>
public sealed record WashPlan(ScourFooting On, ScourPlan Plan, ScourAgent? Agent, IReadOnlyList<string> Departures);

/// <summary>A temperature of a bath.</summary>
/// <param name="Event">The event by which somebody noted it, null for a probe's.</param>
/// <param name="At">When.</param>
/// <param name="Celsius">What was read.</param>
public sealed record BathTemperature(Guid? Event, DateTimeOffset At, double Celsius);

/// <summary>One bath, from the moment the wool went in until it was lifted.</summary>
/// <param name="Id">The event that began it.</param>
/// <param name="StartedAt">When.</param>
/// <param name="Began">What it is.</param>
/// <param name="Temperatures">In order of time.</param>
/// <param name="Probe">The probe that was hung into it last, null when there is none.</param>
/// <param name="Lifted">The event by which it was lifted, null while the wool lies in it.</param>
public sealed record Bath(
    Guid Id,
    DateTimeOffset StartedAt,
    BathBegan Began,
    IReadOnlyList<BathTemperature> Temperatures,
    Guid? Probe,
    RunEvent<WashEvent>? Lifted
)
{
    /// <summary>When it was lifted, null while the wool lies in it.</summary>
    public DateTimeOffset? LiftedAt => Lifted?.At;
}

/// <summary>Where a batch goes next.</summary>
/// <param name="Batch">Which batch, from one.</param>
/// <param name="Place">Which bath of the plan, from zero.</param>
/// <param name="Bath">That bath.</param>
public sealed record NextBath(int Batch, int Place, PlannedBath Bath);

/// <summary>A wash as it stands: its events folded over its plan.</summary>
/// <param name="Plan">As it was begun.</param>
/// <param name="Baths">In the order in which they began.</param>
public sealed record WashState(WashPlan Plan, IReadOnlyList<Bath> Baths)
{
    /// <summary>Folds.</summary>
    /// <param name="plan">As it was begun.</param>
    /// <param name="events">Those that count; of two at the same moment the first given was first.</param>
    /// <param name="readings">What probes said, in any order.</param>
    public static WashState Of(WashPlan plan, IEnumerable<RunEvent<WashEvent>> events, IEnumerable<RunReading> readings)
    {
        var inOrder = events.OrderBy(e => e.At).ToArray();
        var typed = inOrder
            .Where(e => e.What is BathRead)
            .ToLookup(e => ((BathRead)e.What).Bath, e => new BathTemperature(e.Id, e.At, ((BathRead)e.What).Celsius));
        var probed = readings.ToLookup(r => r.Part, r => new BathTemperature(null, r.At, r.Value));
        var hung = inOrder.Where(e => e.What is ProbeHung).ToLookup(e => ((ProbeHung)e.What).Bath, e => ((ProbeHung)e.What).Probe);
        var lifted = inOrder.Where(e => e.What is BathLifted).ToLookup(e => ((BathLifted)e.What).Bath);
        return new WashState(
            plan,
            [
                .. inOrder
                    .Where(e => e.What is BathBegan)
                    .Select(e => new Bath(
                        e.Id,
                        e.At,
                        (BathBegan)e.What,
                        [.. typed[e.Id].Concat(probed[e.Id]).OrderBy(t => t.At)],
                        hung[e.Id].LastOrDefault(),
                        lifted[e.Id].FirstOrDefault()
                    )),
            ]
        );
    }

    /// <summary>For each batch that lies in no bath and has one to come: where it goes.</summary>
    public IReadOnlyList<NextBath> Next =>
        [
            .. Enumerable
                .Range(1, Plan.Plan.Batches.Count)
                .Where(batch => Baths.All(b => b.Began.Batch != batch || b.Lifted is not null))
                .Select(batch =>
                    (Batch: batch, Place: Baths.Where(b => b.Began.Batch == batch).Select(b => b.Began.Place + 1).DefaultIfEmpty(0).Max())
                )
                .Where(n => n.Place < Plan.Plan.Baths.Count)
                .Select(n => new NextBath(n.Batch, n.Place, Plan.Plan.Baths[n.Place])),
        ];

    /// <summary>What comes once a bath is lifted: the batch's next bath, or after its last the first of the next batch that waits. Null
    /// where nothing comes.</summary>
    /// <param name="bath">A bath the wool lies in.</param>
    public NextBath? After(Bath bath) =>
        bath.Began.Place + 1 < Plan.Plan.Baths.Count
            ? new NextBath(bath.Began.Batch, bath.Began.Place + 1, Plan.Plan.Baths[bath.Began.Place + 1])
            : Next.FirstOrDefault(n => n.Batch != bath.Began.Batch);

    /// <summary>Every batch has been through every bath.</summary>
    public bool AllDone => Baths.Count > 0 && Baths.All(b => b.Lifted is not null) && Next.Count == 0;

    /// <summary>How many baths all batches go through.</summary>
    public int BathsPlanned => Plan.Plan.Batches.Count * Plan.Plan.Baths.Count;

    /// <summary>Enough may be enough: something was washed, nothing lies in the water, and more was planned.</summary>
    public bool MayEndEarly => Baths.Count > 0 && !AllDone && Baths.All(b => b.Lifted is not null);

    /// <summary>The agent that went into the baths that were done, in grams.</summary>
    public double AgentGramsUsed =>
        Baths.Where(b => b.Began.Place < Plan.Plan.Baths.Count).Sum(b => Plan.Plan.Baths[b.Began.Place].DoseGrams);

    /// <summary>A bath that was lifted is of interest until its batch goes on.</summary>
    public IEnumerable<Bath> Shown => Baths.Where(b => b.Lifted is null || !Baths.Any(o => IsAfter(o, b))).OrderBy(b => b.Began.Batch);

    /// <summary>Whether a bath of the same batch began after another.</summary>
    internal static bool IsAfter(Bath later, Bath earlier) =>
        later.Began.Batch == earlier.Began.Batch && later.StartedAt > earlier.StartedAt;
}

/// <summary>What a bath's temperatures say of it.</summary>
/// <param name="Forecast">The fitted curve and when it reaches the floor.</param>
/// <param name="Sorted">Which temperatures it stands on.</param>
/// <param name="Rate">What was known of the tub.</param>
public sealed record BathFit(BathForecast Forecast, BathReadings Sorted, TubRate Rate)
{
    /// <summary>When to lift.</summary>
    /// <param name="bath">The bath.</param>
    public LiftMoment Moment(Bath bath) => LiftMoment.Of(bath.Began.HasFloor ? Forecast.Floor : null, bath.Began.PlannedMinutes);
}

/// <summary>What a bath teaches its tub.</summary>
/// <param name="RatePerMinute">Its rate in the middle of a soak, above zero.</param>
/// <param name="EvaporationKelvin">Its evaporation, above zero; null where its temperatures did not tell it.</param>
public sealed record BathLesson(double RatePerMinute, double? EvaporationKelvin);

/// <summary>Decides what may happen at a wash, and says where it stands. Pure.</summary>
public static class WashRun
{
    /// <summary>A wash over in less than this share of the time it was planned for was not timed.</summary>
    private const double LeastOfPlanned = 0.3;

    /// <summary>Surer than this of the logarithm of the rate, and of the evaporation, and a bath teaches the tub.</summary>
    private const double WorthLearning = 0.15,
        WorthLearningEvaporation = 0.5;

    // What is believed of a bath and of the air by the tub, in degrees Celsius.
    private const double LowestBath = 0,
        HighestBath = 100,
        LowestAir = -20,
        HighestAir = 45;

    /// <summary>What comes of a tap.</summary>
    /// <param name="state">The wash as it stands.</param>
    /// <param name="command">The tap.</param>
    /// <param name="unit">What a temperature typed without a unit counts in.</param>
    /// <param name="now">Now.</param>
    /// <param name="newId">Makes the ids of what comes of it.</param>
    /// <returns>
    /// The events, none where it was so already; or refusals <c>not-planned</c>, <c>not-here</c>, <c>out-of-range</c>, those of
    /// <see cref="Temperature.Read"/>, and
    /// as <see cref="RunConflict"/>: <c>still-in</c>, <c>lifted</c>.
    /// </returns>
    public static Result<IReadOnlyList<RunEvent<WashEvent>>> Decide(
        WashState state,
        RunCommand command,
        TemperatureUnit unit,
        DateTimeOffset now,
        Func<Guid> newId
    )
    {
        var at = command.At ?? now;
        return command switch
        {
            BeginBath begin => Begin(state, begin, unit, at, now, newId),
            ReadBath read => In(state, read.Bath).Then(bath => Read(bath, read, unit, at, now, newId)),
            HangProbe hang => In(state, hang.Bath)
                .Then(bath => bath.Lifted is null ? Events(At(newId, at, new ProbeHung(bath.Id, hang.ProbeId))) : Lifted()),
            LiftBath lift => In(state, lift.Bath)
                .Then(bath =>
                    bath.Lifted is null ? Lift(state, bath, lift.PourNext == true, Within(at, bath.StartedAt, now), newId) : Events()
                ),
            _ => new Refusal("kind", "not-here", "Nothing of that kind is noted at a wash."),
        };
    }

    /// <summary>Whether an event can be taken back as a slip.</summary>
    /// <param name="state">The wash as it stands.</param>
    /// <param name="id">The event.</param>
    /// <returns>Null when it can; <c>not-here</c> for what is not taken back by itself, and as <see cref="RunConflict"/>:
    /// <c>gone-on</c>.</returns>
    public static Refusal? Withdraw(WashState state, Guid id)
    {
        if (state.Baths.FirstOrDefault(b => b.Lifted?.Id == id) is { } lifted)
        {
            return state.Baths.Any(b => WashState.IsAfter(b, lifted))
                ? new RunConflict("gone-on", "The next bath of this batch has begun.")
                : null;
        }

        return state.Baths.Any(b => b.Lifted is null && b.Temperatures.Any(t => t.Event == id))
            ? null
            : new Refusal("eventId", "not-here", "There is nothing of that kind to take back.");
    }

    /// <summary>What happens when a wash ends: what still lies in a bath is lifted.</summary>
    /// <param name="state">The wash as it stands.</param>
    /// <param name="now">Now.</param>
    /// <param name="newId">Makes the ids of what comes of it.</param>
    public static IReadOnlyList<RunEvent<WashEvent>> End(WashState state, DateTimeOffset now, Func<Guid> newId) =>
        [.. state.Baths.Where(b => b.Lifted is null).Select(b => At(newId, now, new BathLifted(b.Id)))];

    /// <summary>Fits a bath's temperatures. Depends on nothing but these, so that it is worth remembering.</summary>
    /// <param name="bath">The bath.</param>
    /// <param name="tub">What the tub is known to cool at.</param>
    public static BathFit Fit(Bath bath, TubRate tub)
    {
        var rate = bath.Began.InOtherTub ? TubRate.Typical : tub;
        var outset = new BathOutset(
            new Belief(bath.Began.TargetCelsius, BathOutset.Poured),
            new Belief(bath.Began.AirCelsius, bath.Began.AirRead ? BathOutset.AirRead : BathOutset.AirGuessed),
            rate,
            bath.Began.FloorCelsius
        );
        var (forecast, sorted) = CoolingWatch.Follow(outset, bath.Temperatures.Select(t => ReadingOf(bath, t)));
        return new BathFit(forecast, sorted, rate);
    }

    /// <summary>A temperature as the fit counts it.</summary>
    /// <param name="bath">The bath.</param>
    /// <param name="temperature">One of its temperatures.</param>
    public static BathReading ReadingOf(Bath bath, BathTemperature temperature) =>
        new((temperature.At - bath.StartedAt).TotalMinutes, temperature.Celsius, temperature.Event is null);

    /// <summary>What a bath teaches its tub, null while the wool lies in it or when its temperatures told too little.</summary>
    /// <param name="bath">The bath.</param>
    /// <param name="covered">The tub stands under a lid or under foam.</param>
    public static BathLesson? Learned(Bath bath, bool covered)
    {
        if (bath.Lifted is null || bath.Began.InOtherTub)
        {
            return null;
        }

        // Told by its own temperatures alone: what the tub did before must not teach it again.
        var typical = TubRate.TypicalOf(covered);
        var fit = Fit(
            bath,
            typical with
            {
                LogRate = typical.LogRate with { Deviation = 1 },
                LogEvaporation = typical.LogEvaporation with { Deviation = 1.2 },
            }
        );
        var (rate, evaporation) = (fit.Forecast.LogRate, fit.Forecast.LogEvaporation);
        return fit.Sorted.Counted.Count > 1 && rate.Deviation < WorthLearning
            ? new BathLesson(Math.Exp(rate.Mean), evaporation.Deviation < WorthLearningEvaporation ? Math.Exp(evaporation.Mean) : null)
            : null;
    }

    /// <summary>Where a wash stands.</summary>
    /// <param name="state">The wash.</param>
    /// <param name="fits">The fit of every bath the wool lies in.</param>
    /// <param name="now">Now.</param>
    public static RunSummary Summarise(WashState state, IReadOnlyDictionary<Guid, BathFit> fits, DateTimeOffset now) =>
        new(state.AllDone, [.. state.Shown.Where(b => b.Lifted is null).Select(b => Call(b, fits[b.Id], now))], Minutes(state, now));

    private static RunCall Call(Bath bath, BathFit fit, DateTimeOffset now)
    {
        var moment = fit.Moment(bath);
        DateTimeOffset Then(double minutes) => bath.StartedAt.AddMinutes(Math.Min(minutes, RunRules.LongestForecast));
        return new RunCall(
            bath.Id,
            moment.ByMinutes is null ? RunAct.WhenYouLike
                : bath.Began.HasFloor ? RunAct.LiftBy
                : RunAct.LiftAt,
            bath.StartedAt,
            moment.ByMinutes is { } by ? Then(by) : null,
            moment.Floor ? (fit.Forecast.Floor!.High - fit.Forecast.Floor.Low) / 2 : null,
            moment.CallsAt((now - bath.StartedAt).TotalMinutes) is { } alarm ? Then(alarm) : null,
            bath.Began.HasFloor ? Then(bath.Began.PlannedMinutes) : null,
            bath.Began.Kind != BathKind.Soak
        );
    }

    // Of baths that were only clicked through, to note them afterwards, nobody knows how long they took: the pace must not be learned from
    // it.
    private static double? Minutes(WashState state, DateTimeOffset now)
    {
        var baths = state.Baths.Where(b => b.Began.Kind != BathKind.Soak).ToArray();
        var minutes = baths.Sum(b => ((b.LiftedAt ?? now) - b.StartedAt).TotalMinutes);
        return minutes < baths.Sum(b => b.Began.PlannedMinutes) * LeastOfPlanned ? null : Math.Round(minutes);
    }

    private static Result<IReadOnlyList<RunEvent<WashEvent>>> Begin(
        WashState state,
        BeginBath begin,
        TemperatureUnit unit,
        DateTimeOffset at,
        DateTimeOffset now,
        Func<Guid> newId
    )
    {
        var (on, plan) = (state.Plan.On, state.Plan.Plan);
        var (first, air) = (
            Maybe(begin.Temperature, unit, "temperature", LowestBath, HighestBath),
            Maybe(begin.Air, unit, "air", LowestAir, HighestAir)
        );
        var guard = new Guard(WashFields.Subjects)
            .Need(
                begin.Place >= 0 && begin.Place < plan.Baths.Count && begin.Batch >= 1 && begin.Batch <= plan.Batches.Count,
                "place",
                "not-planned",
                "is no bath of this plan"
            )
            .Add(first.Refusals.FirstOrDefault())
            .Add(air.Refusals.FirstOrDefault())
            .Add(RunRules.BeganAt(at, now, "at"));
        if (!guard.Passed)
        {
            return Result<IReadOnlyList<RunEvent<WashEvent>>>.Refused(guard.Refusals);
        }

        if (state.Baths.Any(b => b.Began.Batch == begin.Batch && b.Lifted is null))
        {
            return new RunConflict("still-in", "This batch is still in a bath: lift it first.");
        }

        var began = At(newId, at, Began(state.Plan, begin.Batch, begin.Place, air.Value, state.Baths.Any(b => b.Lifted is null)));
        return Events([
            began,
            .. begin.ProbeId is { } probe ? [At(newId, at, new ProbeHung(began.Id, probe))] : Array.Empty<RunEvent<WashEvent>>(),
            .. first.Value is { } read
                ? [At(newId, at, new BathRead(began.Id, read.Celsius, begin.Temperature!.Trim()))]
                : Array.Empty<RunEvent<WashEvent>>(),
        ]);
    }

    private static BathBegan Began(WashPlan plan, int batch, int place, Temperature? air, bool inOtherTub)
    {
        var bath = plan.Plan.Baths[place];
        return new BathBegan(
            batch,
            place,
            bath.Kind,
            bath.Celsius,
            air?.Celsius ?? plan.On.AirCelsius,
            air is not null || plan.On.AirFrom == Provenance.Measured,
            plan.Plan.FloorCelsius,
            bath.Kind == BathKind.Wash && bath.Celsius > plan.Plan.FloorCelsius,
            bath.Minutes,
            inOtherTub
        );
    }

    // A probe that hung in the bath hangs in the next one.
    private static Result<IReadOnlyList<RunEvent<WashEvent>>> Lift(
        WashState state,
        Bath bath,
        bool pourNext,
        DateTimeOffset at,
        Func<Guid> newId
    )
    {
        var lifted = At(newId, at, new BathLifted(bath.Id));
        if (!pourNext || state.After(bath) is not { } next)
        {
            return Events(lifted);
        }

        var began = At(
            newId,
            at,
            Began(state.Plan, next.Batch, next.Place, null, state.Baths.Any(b => b.Lifted is null && b.Id != bath.Id))
        );
        return Events([
            lifted,
            began,
            .. bath.Probe is { } probe ? [At(newId, at, new ProbeHung(began.Id, probe))] : Array.Empty<RunEvent<WashEvent>>(),
        ]);
    }

    private static Result<IReadOnlyList<RunEvent<WashEvent>>> Read(
        Bath bath,
        ReadBath read,
        TemperatureUnit unit,
        DateTimeOffset at,
        DateTimeOffset now,
        Func<Guid> newId
    )
    {
        var temperature = Temperature.Read(read.Temperature, unit, "temperature", LowestBath, HighestBath);
        var guard = new Guard(WashFields.Subjects)
            .Add(temperature.Refusals.FirstOrDefault())
            .Need(
                at >= bath.StartedAt - RunRules.Ahead && at <= now + RunRules.Ahead,
                "at",
                "out-of-range",
                "was before this bath, or has not been yet"
            );
        return guard.Then(() =>
            at > bath.LiftedAt ? Lifted() : Events(At(newId, at, new BathRead(bath.Id, temperature.Value.Celsius, read.Temperature.Trim())))
        );
    }

    // Left out, or left empty: it was not read.
    private static Result<Temperature?> Maybe(string? text, TemperatureUnit unit, string field, double low, double high) =>
        string.IsNullOrWhiteSpace(text) ? (Temperature?)null : Temperature.Read(text, unit, field, low, high).Then<Temperature?>(t => t);

    private static Result<Bath> In(WashState state, Guid id) =>
        state.Baths.FirstOrDefault(b => b.Id == id) is { } bath
            ? bath
            : new Refusal("bath", "not-here", "There is no such bath in this wash.");

    private static Result<IReadOnlyList<RunEvent<WashEvent>>> Lifted() =>
        new RunConflict("lifted", "The wool has been lifted from this bath: what the water does since tells nothing of it.");

    private static Result<IReadOnlyList<RunEvent<WashEvent>>> Events(params RunEvent<WashEvent>[] events) => events;

    private static RunEvent<WashEvent> At(Func<Guid> newId, DateTimeOffset at, WashEvent what) => new(newId(), at, what);

    private static DateTimeOffset Within(DateTimeOffset at, DateTimeOffset low, DateTimeOffset high) =>
        at < low ? low
        : at > high ? high
        : at;
}

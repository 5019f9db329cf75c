using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Yarns;

namespace EarthyTuft.Core.Spinning;

/// <summary>What is to be spun, as it was planned.</summary>
/// <param name="Wish">The yarn that is wanted.</param>
/// <param name="Fibre">What was known of the fibre.</param>
/// <param name="On">What it is spun on; null where nobody said.</param>
/// <param name="Whorl">Its whorl or mark; empty where nobody said.</param>
/// <param name="ToldWraps">Wraps of the singles that the person was told to aim at.</param>
/// <param name="SupplyGramsPerMetre">How heavy the fibre in the hand is for its length, above zero; null where nobody measured.</param>
public sealed record SpinPlan(
    YarnWish Wish,
    SpunFibre Fibre,
    SpunOn? On,
    string Whorl,
    double ToldWraps,
    double? SupplyGramsPerMetre = null
);

/// <summary>A bobbin, a cop or a skein of a run.</summary>
/// <param name="Event">The event that filled it.</param>
/// <param name="Direction">Its twist; null where nobody said.</param>
/// <param name="Settings">In words.</param>
/// <param name="Filled">What it holds.</param>
/// <param name="Bobbin">Which of the wheel's bobbins; empty where nobody said.</param>
public sealed record SpunBobbin(Guid Event, TwistDirection? Direction, string Settings, BobbinFilled Filled, string Bobbin = "");

/// <summary>What was counted of one kind.</summary>
/// <param name="Of">What.</param>
/// <param name="Count">All taps together.</param>
/// <param name="CountInMetres">What of it was counted over measured metres.</param>
/// <param name="Metres">Those metres.</param>
public sealed record SpunCount(SpunTally Of, int Count, int CountInMetres, double Metres)
{
    /// <summary>In ten metres; null where no metres were told.</summary>
    public double? Per10Metres => Metres > 0 ? CountInMetres / Metres * 10 : null;

    /// <summary>Of joins how many were made in each way, the most first; those of which nobody said it are not among them.</summary>
    public IReadOnlyList<(JoinWay Way, int Count)> Ways { get; init; } = [];

    internal static SpunCount Gathered(SpunTally tally, IEnumerable<SpunCounted> counted)
    {
        SpunCounted[] all = [.. counted];
        return new SpunCount(
            tally,
            all.Sum(c => c.Count),
            all.Where(c => c.Metres is not null).Sum(c => c.Count),
            all.Sum(c => c.Metres ?? 0)
        )
        {
            Ways =
            [
                .. all.Where(c => c is { JoinedBy: not null, Count: > 0 })
                    .GroupBy(c => c.JoinedBy!.Value)
                    .Select(g => (Way: g.Key, Count: g.Sum(c => c.Count)))
                    .OrderByDescending(w => w.Count)
                    .ThenBy(w => w.Way),
            ],
        };
    }
}

/// <summary>Yarn as it is made: events folded over a plan.</summary>
/// <param name="Id">The run.</param>
/// <param name="StartedAt">When it began.</param>
/// <param name="Trials">Ply-backs with the events that noted them, in their order.</param>
/// <param name="Angles">Angles read while it was plied, in their order.</param>
/// <param name="Clock">Time at it by start and stop.</param>
/// <param name="Begun">The bobbin that is being filled; null while none is.</param>
/// <param name="Bobbins">Those that are done.</param>
/// <param name="Counts">What was counted, in the order of <see cref="SpunTally" />.</param>
/// <param name="RestUntil">It rests until then; null while it does not.</param>
/// <param name="LastAt">When something was noted last.</param>
public sealed record SpinState(
    Guid Id,
    DateTimeOffset StartedAt,
    IReadOnlyList<(Guid Event, PlyBackRead Read)> Trials,
    IReadOnlyList<PlyAngleRead> Angles,
    WorkClock Clock,
    BobbinBegun? Begun,
    IReadOnlyList<SpunBobbin> Bobbins,
    IReadOnlyList<SpunCount> Counts,
    DateTimeOffset? RestUntil,
    DateTimeOffset LastAt
)
{
    /// <summary>How it is drawn, as it was noted last; null where nobody said.</summary>
    public Draw? Draw { get; init; }

    /// <summary>How the preparation is held, as it was noted last; null where nobody said.</summary>
    public Holding? Holding { get; init; }

    /// <summary>How a join was made last; null where nobody said.</summary>
    public JoinWay? JoinedBy { get; init; }

    /// <summary>Metres of the bobbins that were measured.</summary>
    public double Metres => Bobbins.Sum(b => b.Filled.Measured.Metres ?? 0);

    /// <summary>Grams of the bobbins that were weighed.</summary>
    public double Grams => Bobbins.Sum(b => b.Filled.Grams ?? 0);

    /// <summary>Metres made in an hour; null before both were noted.</summary>
    public double? MetresPerHour =>
        Bobbins.Count > 0 && Bobbins.All(b => b.Filled.Measured.Metres is not null) && Clock.Minutes >= 1
            ? Metres / Clock.Minutes * 60
            : null;

    /// <summary>Grams made in an hour; null before both were noted.</summary>
    public double? GramsPerHour =>
        Bobbins.Count > 0 && Bobbins.All(b => b.Filled.Grams is not null) && Clock.Minutes >= 1 ? Grams / Clock.Minutes * 60 : null;

    /// <summary>Folds.</summary>
    /// <param name="id">The run.</param>
    /// <param name="startedAt">When it began.</param>
    /// <param name="events">Those that count, in the order in which they were noted.</param>
    public static SpinState Of(Guid id, DateTimeOffset startedAt, IEnumerable<RunEvent<SpinEvent>> events)
    {
        var all = events.ToArray();
        BobbinBegun? begun = null;
        TwistDirection? direction = null;
        var bobbins = new List<SpunBobbin>();
        DateTimeOffset? rest = null;
        foreach (var one in all)
        {
            switch (one.What)
            {
                case BobbinBegun now:
                    (begun, direction) = (now, now.Direction);
                    break;
                case BobbinFilled filled:
                    // Who does not say it anew goes on the same way round.
                    bobbins.Add(new SpunBobbin(one.Id, direction, begun?.Settings ?? "", filled, begun?.Bobbin ?? ""));
                    begun = null;
                    break;
                case RestBegun resting:
                    rest = one.At.AddHours(resting.Hours);
                    break;
                case HandsOn:
                    rest = null;
                    break;
            }
        }

        var counts = all.Select(e => e.What).OfType<SpunCounted>().ToLookup(c => c.Of);
        return new SpinState(
            id,
            startedAt,
            [.. all.Where(e => e.What is PlyBackRead).Select(e => (e.Id, (PlyBackRead)e.What))],
            [.. all.Select(e => e.What).OfType<PlyAngleRead>()],
            WorkClock.Of(all.Where(e => e.What is HandsOn or HandsOff).Select(e => (e.At, e.What is HandsOn))),
            begun,
            bobbins,
            [.. Enum.GetValues<SpunTally>().Where(t => counts[t].Any()).Select(t => SpunCount.Gathered(t, counts[t]))],
            rest,
            all.Length == 0 ? startedAt : all.Max(e => e.At)
        )
        {
            Draw = all.Select(e => e.What).OfType<DrawNoted>().LastOrDefault()?.Draw,
            Holding = all.Select(e => e.What).OfType<HoldingNoted>().LastOrDefault()?.Holding,
            JoinedBy = counts[SpunTally.Joins].LastOrDefault(c => c.JoinedBy is not null)?.JoinedBy,
        };
    }
}

/// <summary>Decides what may happen while yarn is made, and says where it stands. Pure; spinning and plying share it.</summary>
public static class SpinRun
{
    /// <summary>More ply-backs, bobbins or angles nobody notes of one yarn.</summary>
    public const int MostNotes = 200;

    /// <summary>Settings and changes are told in so many letters.</summary>
    public const int LongestWords = 200;

    /// <summary>More is not counted at once.</summary>
    public const int MostCounted = 10_000;

    /// <summary>Longer singles are not left to rest, in hours.</summary>
    public const double LongestRest = 24 * 14;

    /// <summary>So many breaks in plying say that the singles have too little twist (docs/craft.md, section 15).</summary>
    public const int ManyBreaks = 3;

    /// <summary>What comes of a tap.</summary>
    /// <param name="state">As it stands.</param>
    /// <param name="makes">What is made: singles, or plied yarn.</param>
    /// <param name="from">What it is made of: what is typed is held against it.</param>
    /// <param name="command">The tap.</param>
    /// <param name="unit">What a bare number is in.</param>
    /// <param name="now">Now.</param>
    /// <param name="newId">Makes the ids of what comes of it.</param>
    /// <returns>The events; or <c>not-here</c>, <c>out-of-range</c>, <c>empty</c>, <c>missing</c>, <c>too-many</c>, <c>goes-on</c>,
    /// <c>stands</c>, <c>unlikely</c>, and what the readers refuse.</returns>
    public static Result<IReadOnlyList<RunEvent<SpinEvent>>> Decide(
        SpinState state,
        LotForm makes,
        SpunFrom from,
        RunCommand command,
        MassUnit unit,
        DateTimeOffset now,
        Func<Guid> newId
    ) => Happens(state, makes, from, command, unit, now, newId).Asked(command, what => from.Unlikely(state, what, unit));

    private static Result<IReadOnlyList<RunEvent<SpinEvent>>> Happens(
        SpinState state,
        LotForm makes,
        SpunFrom from,
        RunCommand command,
        MassUnit unit,
        DateTimeOffset now,
        Func<Guid> newId
    )
    {
        var at = command.At ?? now;
        if (RunRules.NotThen(at, state.StartedAt, now) is { } never)
        {
            return never;
        }

        Result<IReadOnlyList<RunEvent<SpinEvent>>> Happened(params SpinEvent[] what) =>
            what.Select(w => new RunEvent<SpinEvent>(newId(), at, w)).ToArray();
        var spins = makes == LotForm.Singles;
        return command switch
        {
            ReadPlyBack when !spins => new Refusal("kind", "not-here", "A ply-back is read while singles are spun."),
            ReadPlyBack when state.Trials.Count >= MostNotes => TooMany("ply-backs"),
            ReadPlyBack { Changed.Length: > LongestWords } => TooLong("changed"),
            ReadPlyBack read => YarnTrial
                .Read(read, unit)
                .Then(trial => Happened(new PlyBackRead(trial, read.Wraps!.Trim(), read.Changed?.Trim() ?? ""))),
            SitDown => state.Clock.Since is null ? Happened(new HandsOn()) : new RunConflict("goes-on", "Its clock goes already."),
            StandUp => state.Clock.Since is not null ? Happened(new HandsOff()) : new RunConflict("stands", "Its clock stands already."),
            BeginBobbin when state.Begun is not null => new RunConflict(
                "goes-on",
                "A bobbin is begun already: note what it holds first, or take its beginning back."
            ),
            BeginBobbin { Settings.Length: > LongestWords } => TooLong("settings"),
            BeginBobbin { Bobbin.Length: > LongestWords } => TooLong("bobbin"),
            BeginBobbin begin => Happened(new BobbinBegun(begin.Direction, begin.Settings?.Trim() ?? "", begin.Bobbin?.Trim() ?? "")),
            FillBobbin when state.Bobbins.Count >= MostNotes => TooMany("bobbins"),
            FillBobbin fill => Filled(state, fill, makes, unit).Then(filled => Happened(filled)),
            CountSpun { Count: < 0 or > MostCounted } => new Refusal(
                "count",
                "out-of-range",
                $"It must be a whole number from 0 to {MostCounted}."
            ),
            CountSpun { Metres: { } metres } when !double.IsFinite(metres) || metres is <= 0 or > YarnLength.Most => new Refusal(
                "metres",
                "out-of-range",
                "A length of yarn is above nothing and at most 1 000 000 m."
            ),
            CountSpun { Count: 0, Metres: null } => new Refusal(
                "metres",
                "missing",
                "None at all says something only of a length: how many metres were looked at?"
            ),
            CountSpun { JoinedBy: not null, Of: not SpunTally.Joins } => new Refusal(
                "joinedBy",
                "not-here",
                "Only a join is made in one way or another."
            ),
            CountSpun count => Happened(new SpunCounted(count.Of, count.Count, count.Metres, count.JoinedBy)),
            NoteDraw when !spins => new Refusal("kind", "not-here", "How fibre is drawn is noted while singles are spun."),
            NoteDraw note when note.Draw == state.Draw => new RunConflict("goes-on", "That is how it is drawn already."),
            NoteDraw note => Happened(new DrawNoted(note.Draw)),
            NoteHolding when !spins => new Refusal("kind", "not-here", "How fibre is held is noted while singles are spun."),
            NoteHolding note when from.Form is { } form && !Holdings.Of(form).Contains(note.Holding) => new Refusal(
                "holding",
                "not-here",
                "Such a preparation is not held like that."
            ),
            NoteHolding note when note.Holding == state.Holding => new RunConflict("goes-on", "That is how it is held already."),
            NoteHolding note => Happened(new HoldingNoted(note.Holding)),
            RestSingles { Hours: var hours } when !double.IsFinite(hours) || hours is <= 0 or > LongestRest => new Refusal(
                "hours",
                "out-of-range",
                $"It must be above nothing and at most {LongestRest} hours."
            ),
            // Who leaves it to rest has stood up.
            RestSingles rest => state.Clock.Since is null
                ? Happened(new RestBegun(rest.Hours))
                : Happened(new HandsOff(), new RestBegun(rest.Hours)),
            ReadPlyAngle when spins => new Refusal("kind", "not-here", "While singles are spun a ply-back is read."),
            ReadPlyAngle when state.Angles.Count >= MostNotes => TooMany("angles"),
            ReadPlyAngle angle => Angle(angle).Then(read => Happened(read)),
            _ => new Refusal("kind", "not-here", "Nothing of that kind is noted while yarn is made."),
        };
    }

    private static Refusal TooLong(string field) => new(field, "too-long", $"Say it in at most {LongestWords} letters.");

    private static Refusal TooMany(string what) => new("kind", "too-many", $"No more than {MostNotes} {what} are noted of one yarn.");

    private static Result<PlyAngleRead> Angle(ReadPlyAngle angle)
    {
        var guard = new Guard(SpinningFields.Subjects).Need(
            angle.Degrees is > 0 and < 90,
            "degrees",
            "out-of-range",
            "must be above 0 and below 90 degrees"
        );
        if (angle.Treadles is { } treadles)
        {
            guard.Within(treadles, 0.1, 1000, "treadles");
        }

        if (angle.Millimetres is { } length)
        {
            guard.Within(length, SpunOn.ShortestDraw, SpunOn.LongestDraw, "millimetres");
        }

        return guard.Then<PlyAngleRead>(() => new PlyAngleRead(angle.Degrees, angle.Treadles, angle.Millimetres));
    }

    private static Result<BobbinFilled> Filled(SpinState state, FillBobbin fill, LotForm makes, MassUnit unit)
    {
        var mass = string.IsNullOrWhiteSpace(fill.Mass) ? (Result<Mass>?)null : RunRules.Weight(fill.Mass, unit, "mass");
        var measured = new TypedYarn(fill.Wraps, fill.Degrees, fill.Length, fill.RoundMillimetres).Read(makes);
        Refusal[] refusals = [.. mass?.Refusals ?? [], .. measured.Refusals];
        return refusals.Length > 0 ? Result<BobbinFilled>.Refused(refusals)
            : mass is null && measured.Value.IsEmpty && state.Begun is null
                ? new Refusal("mass", "missing", "Say what it weighs, how long it is, or its wraps.")
            : new BobbinFilled(mass?.Value.Grams, measured.Value, fill.Mass?.Trim() ?? "", fill.Wraps?.Trim() ?? "");
    }

    /// <summary>Whether an event can be taken back as a slip.</summary>
    /// <param name="events">Those that count.</param>
    /// <param name="id">The event.</param>
    /// <returns>Null when it can; <c>not-here</c>; <c>filled-since</c> for the beginning of a bobbin that was filled since.</returns>
    public static Refusal? Withdraw(IReadOnlyCollection<RunEvent<SpinEvent>> events, Guid id)
    {
        if (events.FirstOrDefault(e => e.Id == id) is not { } one)
        {
            return new Refusal("eventId", "not-here", "There is no such thing noted here.");
        }

        return one.What is BobbinBegun && events.SkipWhile(e => e.Id != id).Any(e => e.What is BobbinFilled)
            ? new RunConflict("filled-since", "That bobbin was filled since: take that back first.")
            : null;
    }

    /// <summary>Where it stands.</summary>
    /// <param name="state">As it stands.</param>
    /// <param name="now">Now.</param>
    public static RunSummary Summarise(SpinState state, DateTimeOffset now)
    {
        var rests = state.RestUntil is { } until && until > now;
        return new RunSummary(
            state.Bobbins.Count > 0 || state.Clock.Minutes > 0,
            [
                rests
                    ? new RunCall(state.Id, RunAct.RestUntil, state.StartedAt, state.RestUntil, null, null, state.RestUntil, false)
                    : new RunCall(state.Id, RunAct.WhenYouLike, state.StartedAt, null, null, null, null, false),
            ],
            state.Clock.Until(now) is >= 1 and var minutes ? Math.Round(minutes) : null
        );
    }
}

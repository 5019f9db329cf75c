using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Runs;

/// <summary>
/// Work at a bench that lasts: a wash, wool on a rack. It has a plan, moves by events, may ring, and ends in one entry of the ledger. A
/// craft brings three pure functions for it: plan, decide, summarise. What it is like now is the fold of its events over its plan.
/// </summary>
/// <typeparam name="T">The craft's events.</typeparam>
/// <param name="Id">Which.</param>
/// <param name="At">When it happened: the time of the tap, which may have had to wait for the server.</param>
/// <param name="What">What happened.</param>
public sealed record RunEvent<T>(Guid Id, DateTimeOffset At, T What);

/// <summary>What an instrument said of a part of a run.</summary>
/// <param name="Part">The event that began the part: the bath the probe hangs in.</param>
/// <param name="At">When.</param>
/// <param name="Value">In the instrument's unit: degrees Celsius of a probe.</param>
public sealed record RunReading(Guid Part, DateTimeOffset At, double Value);

/// <summary>Something that a person notes at a run by one tap. Each craft has its own.</summary>
/// <param name="At">When it was tapped; null for now.</param>
public abstract record RunCommand(DateTimeOffset? At)
{
    /// <summary>What was typed is so, however unlikely: it is not asked about.</summary>
    public bool AsTyped { get; init; }
}

/// <summary>What is to be done next with a part of a run.</summary>
public enum RunAct
{
    /// <summary>Nothing hurries.</summary>
    WhenYouLike,

    /// <summary>Lift it at the planned time.</summary>
    LiftAt,

    /// <summary>Lift it by the time when the bath gets too cold.</summary>
    LiftBy,

    /// <summary>It is not known yet when it will be dry.</summary>
    CannotTell,

    /// <summary>It will be dry then.</summary>
    DryAt,

    /// <summary>It should be dry: a second weighing has to agree.</summary>
    WeighAgain,

    /// <summary>It is done: log it.</summary>
    Log,

    /// <summary>It rests until then, and is worked on after that.</summary>
    RestUntil,
}

/// <summary>What a part of a run calls for.</summary>
/// <param name="Part">The event that began it, or the run itself.</param>
/// <param name="Act">What to do.</param>
/// <param name="Since">When it began.</param>
/// <param name="DueAt">When; null when nothing hurries or it cannot be told.</param>
/// <param name="GiveOrTakeMinutes">Half the width of the band that holds eight in ten; null where it is no forecast.</param>
/// <param name="AlarmAt">When every screen says so; null for never.</param>
/// <param name="SoftAt">When a soft tone tells that it may be done from now on; null for never.</param>
/// <param name="Hurries">Somebody has to be near.</param>
public sealed record RunCall(
    Guid Part,
    RunAct Act,
    DateTimeOffset Since,
    DateTimeOffset? DueAt,
    double? GiveOrTakeMinutes,
    DateTimeOffset? AlarmAt,
    DateTimeOffset? SoftAt,
    bool Hurries
);

/// <summary>Where a run stands.</summary>
/// <param name="MayBeLogged">All that was planned is done.</param>
/// <param name="Calls">What its parts call for; empty while nothing lies anywhere.</param>
/// <param name="Minutes">How long it took so far, for the entry; null where it was not timed.</param>
public sealed record RunSummary(bool MayBeLogged, IReadOnlyList<RunCall> Calls, double? Minutes);

/// <summary>A refusal at no field: what was sent cannot follow what is there already. Somebody was quicker, or a tap came twice.</summary>
/// <param name="Code">Its stable word.</param>
/// <param name="Reason">One sentence.</param>
public sealed record RunConflict(string Code, string Reason) : Refusal("", Code, Reason);

/// <summary>Rules that all runs share.</summary>
public static class RunRules
{
    /// <summary>What was decided, unless something that was typed for it has to be asked about first.</summary>
    /// <param name="decided">What a command comes to.</param>
    /// <param name="command">The command: what it says to be so is not asked about.</param>
    /// <param name="ask">Asks about an event.</param>
    /// <returns>The events, or the first question.</returns>
    internal static Result<IReadOnlyList<RunEvent<T>>> Asked<T>(
        this Result<IReadOnlyList<RunEvent<T>>> decided,
        RunCommand command,
        Func<T, Refusal?> ask
    ) =>
        !command.AsTyped && !decided.IsRefused && decided.Value.Select(e => ask(e.What)).FirstOrDefault(r => r is not null) is { } question
            ? question
            : decided;

    /// <summary>So long ago a run or a part of it may have begun.</summary>
    public static readonly TimeSpan Longest = TimeSpan.FromDays(14);

    /// <summary>How far ahead of the house's clock a tap may be.</summary>
    public static readonly TimeSpan Ahead = TimeSpan.FromMinutes(1);

    /// <summary>No forecast is told beyond a month, in minutes.</summary>
    internal const double LongestForecast = 60 * 24 * 30;

    /// <summary>Asks whether something can have begun then.</summary>
    /// <param name="at">The time of the tap.</param>
    /// <param name="now">Now.</param>
    /// <param name="field">The field's name.</param>
    /// <returns><c>out-of-range</c>, or null when it can.</returns>
    public static Refusal? BeganAt(DateTimeOffset at, DateTimeOffset now, string field) =>
        at > now + Ahead || at < now - Longest
            ? new Refusal(field, "out-of-range", "It began now, or earlier: not in the future, and not weeks ago.")
            : null;

    /// <summary>Asks whether something can have happened then at a run.</summary>
    /// <param name="at">The time of the tap.</param>
    /// <param name="startedAt">When the run began.</param>
    /// <param name="now">Now.</param>
    /// <returns><c>out-of-range</c>, or null when it can.</returns>
    public static Refusal? NotThen(DateTimeOffset at, DateTimeOffset startedAt, DateTimeOffset now) =>
        at > now + Ahead || at < startedAt - Longest
            ? new Refusal("at", "out-of-range", "It has not been yet, or was long before this work.")
            : null;

    /// <summary>Reads a weight of something that is there.</summary>
    /// <param name="typed">As it was typed.</param>
    /// <param name="unit">What a bare number is in.</param>
    /// <param name="field">The field's name.</param>
    /// <returns>Above zero, or the reader's refusals, or <c>empty-lot</c>.</returns>
    public static Result<Mass> Weight(string? typed, MassUnit unit, string field) =>
        MassReader
            .Read(typed, unit, field)
            .Then<Mass>(mass =>
                mass > Mass.Zero ? mass : new Refusal(field, "empty-lot", "The weight is nothing: leave it out, or weigh it.")
            );

    /// <summary>How long work lasted, in whole minutes; null where it was not timed.</summary>
    /// <param name="startedAt">When it began.</param>
    /// <param name="lastAt">When something was noted last.</param>
    public static double? Minutes(DateTimeOffset startedAt, DateTimeOffset lastAt) =>
        (lastAt - startedAt).TotalMinutes is >= 1 and var minutes ? Math.Round(minutes) : null;

    /// <summary>Minutes from one tap to the next; null before there are three.</summary>
    /// <param name="taps">When each was, in any order; those of one moment count once.</param>
    public static double? MinutesPerTap(IEnumerable<DateTimeOffset> taps)
    {
        var times = taps.Distinct().Order().ToArray();
        return times.Length < 3 ? null : LoadSize.Median(times.Zip(times.Skip(1)).Select(p => (p.Second - p.First).TotalMinutes));
    }
}

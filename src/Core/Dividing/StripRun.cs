using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;

namespace EarthyTuft.Core.Dividing;

/// <summary>A colour of a strip chart with where it comes from.</summary>
/// <param name="Name">Short: "a".</param>
/// <param name="Lot">The lot it is torn from, null for a colour of none.</param>
/// <param name="Code">That lot's code; empty without one.</param>
/// <param name="Colour">As a screen shows it.</param>
public sealed record ChartColour(string Name, Guid? Lot, string Code, Shade Colour);

/// <summary>Strips as they were laid out at first.</summary>
/// <param name="Colours">At least one.</param>
/// <param name="Plies">The strips of each ply in their order.</param>
/// <param name="SinglesTex">How heavy the singles are to be.</param>
/// <param name="Wish">Yarn and patch as they were rehearsed; null for a chart from the time when they were not kept.</param>
public sealed record StripPlan(
    IReadOnlyList<ChartColour> Colours,
    IReadOnlyList<IReadOnlyList<Strip>> Plies,
    double SinglesTex,
    RehearsalWish? Wish = null
)
{
    /// <summary>What all strips of a lot weigh.</summary>
    /// <param name="lot">The lot.</param>
    public double GramsOf(Guid lot) =>
        Plies.SelectMany(p => p).Where(s => Colours.Any(c => c.Name == s.Name && c.Lot == lot)).Sum(s => s.Grams);
}

/// <summary>From which end fibre drafts more easily: dyed or long stored fibre, rolags, punis and sliver have a better one.</summary>
public enum DraftsFrom
{
    /// <summary>From the end that was marked, or that came off first.</summary>
    MarkedEnd,

    /// <summary>From the other.</summary>
    OtherEnd,

    /// <summary>No difference was felt.</summary>
    NoDifference,
}

/// <summary>What happens at a strip chart.</summary>
public abstract record StripEvent;

/// <summary>The next strip of a ply was torn off and laid in its place.</summary>
/// <param name="Ply">From 0.</param>
public sealed record StripDone(int Ply) : StripEvent;

/// <summary>What was not done yet was planned anew.</summary>
/// <param name="Rest">The strips to come of each ply.</param>
public sealed record StripsReplanned(IReadOnlyList<IReadOnlyList<Strip>> Rest) : StripEvent;

/// <summary>The better end of a colour was found.</summary>
/// <param name="Name">The colour.</param>
/// <param name="From">Which end.</param>
public sealed record BetterEndNoted(string Name, DraftsFrom From) : StripEvent;

/// <summary>The next strip of a ply is done.</summary>
/// <param name="Ply">From 0.</param>
/// <param name="At">When; left out for now.</param>
public sealed record TickStrip(int Ply, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>Plans what is not done yet anew.</summary>
/// <param name="Rest">The order to come of each ply, as typed: "b c b"; empty for nothing more.</param>
/// <param name="Mass">What each of these strips weighs, as typed; left out for what the strips so far were planned at.</param>
/// <param name="At">When; left out for now.</param>
public sealed record ReplanStrips(IReadOnlyList<string> Rest, string? Mass = null, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>Notes from which end a colour drafts more easily.</summary>
/// <param name="Colour">Its name.</param>
/// <param name="From">Which end.</param>
/// <param name="At">When; left out for now.</param>
public sealed record NoteBetterEnd(string Colour, DraftsFrom From, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>A strip chart as it stands: its events folded over its plan.</summary>
/// <param name="Id">The run.</param>
/// <param name="Plan">As it was laid out at first.</param>
/// <param name="StartedAt">When it began.</param>
/// <param name="Plies">The strips of each ply: what is done, and then what is to come.</param>
/// <param name="Done">How many of each ply are done.</param>
/// <param name="Ends">The better end of each colour that was tried.</param>
/// <param name="LastAt">When something was noted last.</param>
public sealed record StripState(
    Guid Id,
    StripPlan Plan,
    DateTimeOffset StartedAt,
    IReadOnlyList<IReadOnlyList<Strip>> Plies,
    IReadOnlyList<int> Done,
    IReadOnlyDictionary<string, DraftsFrom> Ends,
    DateTimeOffset LastAt
)
{
    /// <summary>Whether every strip is done.</summary>
    public bool IsDone => Plies.Select((p, i) => Done[i] >= p.Count).All(done => done);

    /// <summary>Folds.</summary>
    /// <param name="id">The run.</param>
    /// <param name="plan">As it was laid out at first.</param>
    /// <param name="startedAt">When it began.</param>
    /// <param name="events">Those that count, in the order in which they were noted.</param>
    public static StripState Of(Guid id, StripPlan plan, DateTimeOffset startedAt, IEnumerable<RunEvent<StripEvent>> events)
    {
        var plies = plan.Plies.ToArray();
        var done = new int[plies.Length];
        var ends = new Dictionary<string, DraftsFrom>();
        var last = startedAt;
        foreach (var one in events)
        {
            last = one.At > last ? one.At : last;
            switch (one.What)
            {
                case StripDone(var ply):
                    done[ply]++;
                    break;
                case StripsReplanned(var rest):
                    // What is done stays as it was; only what was to come is another.
                    plies = [.. plies.Select((p, i) => (IReadOnlyList<Strip>)[.. p.Take(done[i]), .. rest[i]])];
                    break;
                case BetterEndNoted noted:
                    ends[noted.Name] = noted.From;
                    break;
            }
        }

        return new StripState(id, plan, startedAt, plies, done, ends, last);
    }
}

/// <summary>Decides what may happen at a strip chart, and says where it stands. Pure.</summary>
public static class StripRun
{
    /// <summary>What comes of a tap.</summary>
    /// <param name="state">As it stands.</param>
    /// <param name="command">The tap.</param>
    /// <param name="unit">What a bare number is in.</param>
    /// <param name="now">Now.</param>
    /// <param name="newId">Makes the ids of what comes of it.</param>
    /// <returns>The events; or <c>not-here</c>, <c>all-done</c>, <c>unknown-name</c>, <c>too-many</c>, <c>out-of-range</c>,
    /// <c>empty-lot</c>.</returns>
    public static Result<IReadOnlyList<RunEvent<StripEvent>>> Decide(
        StripState state,
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

        Result<IReadOnlyList<RunEvent<StripEvent>>> Happened(StripEvent what) => new RunEvent<StripEvent>[] { new(newId(), at, what) };
        return command switch
        {
            TickStrip { Ply: var ply } when ply < 0 || ply >= state.Plies.Count => new Refusal(
                "ply",
                "not-here",
                $"There are {state.Plies.Count} plies here."
            ),
            TickStrip { Ply: var ply } => state.Done[ply] < state.Plies[ply].Count
                ? Happened(new StripDone(ply))
                : new RunConflict("all-done", $"Every strip of ply {ply + 1} is done already."),
            ReplanStrips replan => Rest(state, replan, unit).Then(rest => Happened(new StripsReplanned(rest))),
            NoteBetterEnd end => state.Plan.Colours.Any(c => c.Name == end.Colour)
                ? Happened(new BetterEndNoted(end.Colour, end.From))
                : new Refusal("colour", "not-here", "There is no such colour here."),
            _ => new Refusal("kind", "not-here", "Nothing of that kind is noted at a strip chart."),
        };
    }

    private static Result<IReadOnlyList<IReadOnlyList<Strip>>> Rest(StripState state, ReplanStrips replan, MassUnit unit)
    {
        var guard = new Guard(StripFields.Subjects).Need(
            replan.Rest.Count == state.Plies.Count,
            "rest",
            "out-of-range",
            $"must tell {state.Plies.Count} plies"
        );
        var usual = state.Plan.Plies.SelectMany(p => p).Select(s => s.Grams).DefaultIfEmpty(1).First();
        var weighed = string.IsNullOrWhiteSpace(replan.Mass) ? Mass.FromGrams(usual) : RunRules.Weight(replan.Mass, unit, "mass");
        foreach (var refusal in weighed.Refusals)
        {
            guard.Add(refusal);
        }

        string[] names = [.. state.Plan.Colours.Select(c => c.Name)];
        var rest = new List<IReadOnlyList<Strip>>();
        for (var i = 0; i < Math.Min(replan.Rest.Count, state.Plies.Count); i++)
        {
            var plain = state.Plan.Plies[i].FirstOrDefault(s => s.Name.Length == 0);
            var read = string.IsNullOrWhiteSpace(replan.Rest[i])
                ? Array.Empty<string>()
                : StripOrder.Read(replan.Rest[i], plain is null ? names : [.. names, Plain], $"rest[{i}]");
            foreach (var refusal in read.Refusals)
            {
                guard.Add(refusal);
            }

            guard.Need(
                read.IsRefused || read.Value.Count + state.Done[i] <= StripOrder.MostStrips,
                $"rest[{i}]",
                "too-many",
                $"makes more than {StripOrder.MostStrips} strips of a ply"
            );
            rest.Add(
                read.IsRefused || weighed.IsRefused
                    ? []
                    :
                    [
                        .. read.Value.Select(n =>
                            n == Plain && plain is not null
                                ? plain with
                                {
                                    Grams = weighed.Value.Grams,
                                }
                                : new Strip(n, state.Plan.Colours.First(c => c.Name == n).Colour, weighed.Value.Grams)
                        ),
                    ]
            );
        }

        return guard.Then<IReadOnlyList<IReadOnlyList<Strip>>>(() => rest.ToArray());
    }

    /// <summary>What a strip of a plain ply is called where its order is typed.</summary>
    public const string Plain = "plain";

    /// <summary>Whether an event can be taken back as a slip.</summary>
    /// <param name="events">Those that count.</param>
    /// <param name="id">The event.</param>
    /// <returns>Null when it can; <c>not-here</c>; <c>planned-since</c> for a strip that was done before the rest was planned
    /// anew.</returns>
    public static Refusal? Withdraw(IReadOnlyCollection<RunEvent<StripEvent>> events, Guid id)
    {
        if (events.FirstOrDefault(e => e.Id == id) is not { } one)
        {
            return new Refusal("eventId", "not-here", "There is no such thing noted here.");
        }

        var since = events.SkipWhile(e => e.Id != id).Skip(1);
        return one.What switch
        {
            StripDone when since.Any(e => e.What is StripsReplanned) => new RunConflict(
                "planned-since",
                "The rest was planned anew since: take that back first."
            ),
            StripsReplanned when since.Any(e => e.What is StripDone or StripsReplanned) => new RunConflict(
                "done-since",
                "Strips were done by that plan: take those back first."
            ),
            _ => null,
        };
    }

    /// <summary>Where it stands. A chart is no entry of the log: its strips stay in their lots until they are spun.</summary>
    /// <param name="state">As it stands.</param>
    public static RunSummary Summarise(StripState state) =>
        new(
            false,
            [new RunCall(state.Id, RunAct.WhenYouLike, state.StartedAt, null, null, null, null, false)],
            RunRules.Minutes(state.StartedAt, state.LastAt)
        );
}

using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Tools;

namespace EarthyTuft.Core.Blending;

/// <summary>What a blend is laid on.</summary>
public enum BlendOn
{
    /// <summary>A drum carder.</summary>
    Drum,

    /// <summary>A blending board.</summary>
    Board,

    /// <summary>A hackle.</summary>
    Hackle,

    /// <summary>Hand cards.</summary>
    HandCards,
}

/// <summary>What blends are laid on.</summary>
public static class BlendTools
{
    /// <summary>The tool that it asks for.</summary>
    /// <param name="on">What the blend is laid on.</param>
    public static ToolKind Needs(this BlendOn on) =>
        on switch
        {
            BlendOn.Drum => ToolKind.DrumCarder,
            BlendOn.Board => ToolKind.BlendingBoard,
            BlendOn.Hackle => ToolKind.Hackle,
            _ => ToolKind.HandCards,
        };
}

/// <summary>A component of a blend.</summary>
/// <param name="Lot">The lot it comes from.</param>
/// <param name="Code">The lot's code when it was planned.</param>
/// <param name="Fraction">Its share of all.</param>
public sealed record BlendPart(Guid Lot, string Code, double Fraction);

/// <summary>A blend as it is to be made.</summary>
/// <param name="Grams">All of it, above zero.</param>
/// <param name="Most">The most per load that was gone by.</param>
/// <param name="Parts">Its components; their fractions make one.</param>
/// <param name="On">What it is laid on.</param>
/// <param name="Gives">What it becomes.</param>
/// <param name="Layers">About how many layers a load has.</param>
/// <param name="Passes">How often it is split and laid into one another after the first time.</param>
/// <param name="SplitIn">Into how many parts each time.</param>
public sealed record BlendPlan(
    double Grams,
    LoadSize Most,
    IReadOnlyList<BlendPart> Parts,
    BlendOn On,
    LotForm Gives,
    int Layers,
    int Passes,
    int SplitIn
)
{
    /// <summary>How many loads.</summary>
    public int Loads => LoadSize.Equal(Grams, Most.Grams).Loads;

    /// <summary>What each is to weigh.</summary>
    public double GramsPerLoad => LoadSize.Equal(Grams, Most.Grams).GramsPerLoad;

    /// <summary>All of a component.</summary>
    /// <param name="part">The component.</param>
    public double GramsOf(BlendPart part) => Grams * part.Fraction;

    /// <summary>The order in which each load is laid on.</summary>
    public IReadOnlyList<Layer> Laid() => LayerPlan.Of([.. Parts.Select(p => p.Fraction)], GramsPerLoad, Layers);
}

/// <summary>What happens as a blend is made.</summary>
public abstract record BlendEvent;

/// <summary>A load was laid on and taken off.</summary>
/// <param name="Grams">Its weight, null where it was not weighed.</param>
/// <param name="Typed">As it was typed; empty where it was not weighed.</param>
public sealed record LoadBlended(double? Grams, string Typed) : BlendEvent;

/// <summary>Loads were counted at once.</summary>
/// <param name="Count">How many, at least one.</param>
public sealed record BlendLoadsCounted(int Count) : BlendEvent;

/// <summary>All loads were split, mixed across and laid into one another once more.</summary>
public sealed record BlendPassed : BlendEvent;

/// <summary>One load more.</summary>
/// <param name="Mass">Its weight as typed; left out where nobody weighs it.</param>
/// <param name="At">When; left out for now.</param>
public sealed record BlendOneLoad(string? Mass = null, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>So many loads more, counted at the end.</summary>
/// <param name="Count">How many.</param>
/// <param name="At">When; left out for now.</param>
public sealed record CountBlendLoads(int Count, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>Everything is split and laid into one another once more.</summary>
/// <param name="At">When; left out for now.</param>
public sealed record PassBlend(DateTimeOffset? At = null) : RunCommand(At);

/// <summary>A load of a blend.</summary>
/// <param name="At">When.</param>
/// <param name="Grams">Its weight, null where it was not weighed.</param>
public sealed record BlendLoad(DateTimeOffset At, double? Grams);

/// <summary>A blend as it stands: its events folded over its plan.</summary>
/// <param name="Id">The run.</param>
/// <param name="Plan">As it was planned.</param>
/// <param name="StartedAt">When it began.</param>
/// <param name="Loads">Laid on in this pass, in their order.</param>
/// <param name="Passes">Done after the first time.</param>
/// <param name="LastAt">When something was noted last.</param>
public sealed record BlendState(
    Guid Id,
    BlendPlan Plan,
    DateTimeOffset StartedAt,
    IReadOnlyList<BlendLoad> Loads,
    int Passes,
    DateTimeOffset LastAt
)
{
    /// <summary>Folds.</summary>
    /// <param name="id">The run.</param>
    /// <param name="plan">As it was planned.</param>
    /// <param name="startedAt">When it began.</param>
    /// <param name="events">Those that count, in the order in which they were noted.</param>
    public static BlendState Of(Guid id, BlendPlan plan, DateTimeOffset startedAt, IEnumerable<RunEvent<BlendEvent>> events)
    {
        var (loads, passes, last) = (new List<BlendLoad>(), 0, startedAt);
        foreach (var one in events)
        {
            last = one.At > last ? one.At : last;
            switch (one.What)
            {
                case LoadBlended load:
                    loads.Add(new BlendLoad(one.At, load.Grams));
                    break;
                case BlendLoadsCounted counted:
                    loads.AddRange(Enumerable.Repeat(new BlendLoad(one.At, null), counted.Count));
                    break;
                case BlendPassed:
                    passes++;
                    loads.Clear();
                    break;
            }
        }

        return new BlendState(id, plan, startedAt, loads, passes, last);
    }
}

/// <summary>Decides what may happen as a blend is made, and says where it stands. Pure.</summary>
public static class BlendRun
{
    /// <summary>No blend is passed more often than this.</summary>
    public const int MostPasses = 20;

    /// <summary>Plans.</summary>
    /// <param name="lots">Form, code and what is free of each component's lot, null where that cannot be told; in the order of the
    /// shares.</param>
    /// <param name="shares">As they were read.</param>
    /// <param name="wish">As it is wished; its grams and parts' fractions are set here.</param>
    /// <param name="unit">What a refusal tells weights in.</param>
    /// <returns>
    /// The plan, or <c>wrong-form</c>, <c>twice</c>, <c>out-of-range</c>; <c>more-than-free</c> at <c>components[i].amount</c> where a
    /// component takes more than is free of its lot: no plan proposes that.
    /// </returns>
    public static Result<BlendPlan> Plan(
        IReadOnlyList<(LotForm Form, string Code, double? FreeGrams)> lots,
        BlendShares shares,
        BlendPlan wish,
        MassUnit unit
    )
    {
        var guard = new Guard()
            .Need(BlendingStation.Definition.Gives.Contains(wish.Gives), "gives", "wrong-form", "is nothing that a blend becomes")
            .Need(
                wish.Parts.Select(p => p.Lot).Distinct().Count() == wish.Parts.Count,
                "components",
                "twice",
                "names a lot twice: give it one share"
            )
            .Within(wish.Most.Grams, LoadSize.Least, LoadSize.Greatest, "most")
            .Need(
                !(wish.Most.Grams >= LoadSize.Least) || shares.TotalGrams / wish.Most.Grams <= LoadSize.MostLoads,
                "most",
                "out-of-range",
                $"makes more than {LoadSize.MostLoads} loads of it"
            )
            .Need(
                wish.Layers is >= LayerPlan.Fewest and <= LayerPlan.Most,
                "layers",
                "out-of-range",
                $"must be a whole number from {LayerPlan.Fewest} to {LayerPlan.Most}"
            )
            .Need(
                wish.Passes is >= 0 and <= LayerPile.MostPasses,
                "passes",
                "out-of-range",
                $"must be a whole number from 0 to {LayerPile.MostPasses}"
            )
            .Need(
                wish.SplitIn is >= LayerPile.FewestParts and <= LayerPile.MostParts,
                "splitIn",
                "out-of-range",
                $"must be a whole number from {LayerPile.FewestParts} to {LayerPile.MostParts}"
            );
        for (var i = 0; i < lots.Count; i++)
        {
            var (form, code, free) = lots[i];
            var needs = shares.TotalGrams * shares.Fractions[i];
            guard.Need(
                BlendingStation.Definition.Takes.Contains(form),
                $"components[{i}].lotId",
                "wrong-form",
                "is a lot that is not blended as it is now"
            );
            if (free is { } there && needs > there + Portions.Rounding)
            {
                guard.Add(
                    new Refusal(
                        $"components[{i}].amount",
                        "more-than-free",
                        $"{code} has {Mass.FromGrams(there).Write(unit)} free and this takes {Mass.FromGrams(needs).Write(unit)}: make at most "
                            + $"{Mass.FromGrams(Math.Floor(there / shares.Fractions[i])).Write(unit)} of the blend, or take less of it."
                    )
                );
            }
        }

        return guard.Then<BlendPlan>(() =>
            wish with
            {
                Grams = shares.TotalGrams,
                Parts = [.. wish.Parts.Zip(shares.Fractions, (p, f) => p with { Fraction = f })],
            }
        );
    }

    /// <summary>What comes of a tap.</summary>
    /// <param name="state">As it stands.</param>
    /// <param name="command">The tap.</param>
    /// <param name="unit">What a bare number is in.</param>
    /// <param name="now">Now.</param>
    /// <param name="newId">Makes the ids of what comes of it.</param>
    /// <returns>The events; or <c>out-of-range</c>, <c>empty-lot</c>, <c>no-loads</c>, <c>not-here</c>, <c>unlikely</c>.</returns>
    public static Result<IReadOnlyList<RunEvent<BlendEvent>>> Decide(
        BlendState state,
        RunCommand command,
        MassUnit unit,
        DateTimeOffset now,
        Func<Guid> newId
    ) =>
        Happens(state, command, unit, now, newId)
            .Asked(command, what =>
                what is LoadBlended { Grams: var grams }
                    ? TypedFigures.Weight(
                        "mass",
                        grams,
                        TypedFigures.Load(state.Plan.GramsPerLoad, state.Loads.Select(l => l.Grams).OfType<double>()),
                        $"A load here is {Mass.FromGrams(state.Plan.GramsPerLoad).Write(unit)}.",
                        unit,
                        state.Plan.GramsPerLoad
                    )
                    : null
            );

    private static Result<IReadOnlyList<RunEvent<BlendEvent>>> Happens(
        BlendState state,
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

        Result<IReadOnlyList<RunEvent<BlendEvent>>> Happened(BlendEvent what) => new RunEvent<BlendEvent>[] { new(newId(), at, what) };
        bool Fits(int more) => state.Loads.Count + more <= LoadSize.MostLoads;
        var many = new Refusal("count", "out-of-range", $"So many loads cannot be: from 1 to {LoadSize.MostLoads}.");
        return command switch
        {
            BlendOneLoad when !Fits(1) => many,
            BlendOneLoad { Mass: var typed } when string.IsNullOrWhiteSpace(typed) => Happened(new LoadBlended(null, "")),
            BlendOneLoad { Mass: var typed } => RunRules
                .Weight(typed, unit, "mass")
                .Then(mass => Happened(new LoadBlended(mass.Grams, typed!.Trim()))),
            CountBlendLoads { Count: var count } => count is >= 1 and <= LoadSize.MostLoads && Fits(count)
                ? Happened(new BlendLoadsCounted(count))
                : many,
            PassBlend when state.Loads.Count == 0 => new RunConflict("no-loads", "Nothing was laid on in this pass yet."),
            PassBlend => state.Passes < MostPasses
                ? Happened(new BlendPassed())
                : new Refusal("kind", "out-of-range", $"More than {MostPasses} passes break any fibre."),
            _ => new Refusal("kind", "not-here", "Nothing of that kind is noted as a blend is made."),
        };
    }

    /// <summary>Whether an event can be taken back as a slip.</summary>
    /// <param name="events">Those that count.</param>
    /// <param name="id">The event.</param>
    /// <returns>Null when it can; <c>not-here</c>; <c>has-loads</c> for a pass in which loads were laid on since.</returns>
    public static Refusal? Withdraw(IReadOnlyCollection<RunEvent<BlendEvent>> events, Guid id)
    {
        if (events.FirstOrDefault(e => e.Id == id) is not { } one)
        {
            return new Refusal("eventId", "not-here", "There is no such thing noted here.");
        }

        return one.What is BlendPassed && events.Last().Id != id
            ? new RunConflict("has-loads", "Loads were laid on in that pass: take those back first.")
            : null;
    }

    /// <summary>Where it stands.</summary>
    /// <param name="state">As it stands.</param>
    public static RunSummary Summarise(BlendState state)
    {
        var isDone = state.Passes >= state.Plan.Passes && state.Loads.Count >= state.Plan.Loads;
        return new RunSummary(
            state.Loads.Count > 0 || state.Passes > 0,
            [new RunCall(state.Id, isDone ? RunAct.Log : RunAct.WhenYouLike, state.StartedAt, null, null, null, null, false)],
            RunRules.Minutes(state.StartedAt, state.LastAt)
        );
    }

    /// <summary>What came off in this pass, if each load was weighed; null otherwise.</summary>
    /// <param name="state">As it stands.</param>
    public static double? Made(BlendState state) =>
        state.Loads.Count > 0 && state.Loads.All(l => l.Grams is not null) ? state.Loads.Sum(l => l.Grams) : null;
}

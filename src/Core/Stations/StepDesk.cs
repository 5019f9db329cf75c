using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Stations;

/// <summary>Makes a new lot.</summary>
/// <param name="Form">What it is.</param>
/// <param name="Weighing">Its weight, null when nobody weighed it.</param>
/// <param name="Worth">What it is worth as a second grade, null for the main product.</param>
public sealed record Giving(LotForm Form, Weighing? Weighing, decimal? Worth = null);

/// <summary>Loses something.</summary>
/// <param name="Kind">What.</param>
/// <param name="Fate">What became of it, null when it just went.</param>
/// <param name="Weighing">Its weight, null when it is to be found by difference.</param>
/// <param name="Worth">What it is worth as a lower grade, null when nothing.</param>
public sealed record Losing(LossKind Kind, Fate? Fate, Weighing? Weighing, decimal? Worth = null);

/// <summary>Takes something up.</summary>
/// <param name="Kind">What.</param>
/// <param name="Weighing">Its weight.</param>
public sealed record Gaining(GainKind Kind, Weighing Weighing);

/// <summary>What somebody remembers of a step that was logged: it is added to the entry, with who and when.</summary>
/// <param name="Heap">Another heap that was made; without a weight it is what is left over.</param>
/// <param name="Loss">A loss; without a weight it is all that is missing.</param>
/// <param name="Gain">Something that was taken up.</param>
/// <param name="Measures">What is noted beside the weights, by <see cref="Measure.Key"/>.</param>
/// <param name="Minutes">Minutes at the bench, in place of what was noted; null leaves them.</param>
/// <param name="Notes">Notes that are added to those there are, empty for none.</param>
public sealed record Completion(
    Giving? Heap,
    Losing? Loss,
    Gaining? Gain,
    IReadOnlyDictionary<string, double>? Measures,
    int? Minutes = null,
    string Notes = ""
);

/// <summary>A step as someone wants it logged.</summary>
/// <param name="Station">Where it is done: its rules.</param>
/// <param name="From">What it took, at least one lot.</param>
/// <param name="To">What it made, at least one lot.</param>
/// <param name="Losses">What it lost, at most one by difference.</param>
/// <param name="Gains">What it took up.</param>
/// <param name="IntoReserve">The person was warned and takes what is kept for a project all the same.</param>
/// <param name="Measures">What was noted beside the weights, by <see cref="Measure.Key"/>; null for nothing.</param>
public sealed record StepCommand(
    Station Station,
    IReadOnlyList<Taking> From,
    IReadOnlyList<Giving> To,
    IReadOnlyList<Losing> Losses,
    IReadOnlyList<Gaining> Gains,
    bool IntoReserve = false,
    IReadOnlyDictionary<string, double>? Measures = null
);

/// <summary>What the desk makes of a step.</summary>
/// <param name="Balance">The balance.</param>
/// <param name="Flows">Every flow with its mass; takings, outputs, losses and gains in the order given.</param>
/// <param name="Slip">The likeliest slip when it does not fit.</param>
/// <param name="Composition">What was made is made of.</param>
/// <param name="Reserved">Takings that go into what is kept for a project, of which the person was not warned yet: a preview warns, and
/// nothing is logged.</param>
/// <param name="OverBook">Takings that weigh more than the book says is there.</param>
public sealed record StepOutcome(
    Balance Balance,
    IReadOnlyList<(Flow Flow, LinearForm? Mass)> Flows,
    Slip? Slip,
    Composition Composition,
    IReadOnlyList<Refusal> Reserved,
    IReadOnlyList<OverBook> OverBook
)
{
    /// <summary>Whether what usually goes at the station decides how the step stands.</summary>
    public bool HangsOnWhatIsUsual => Balance.Status == BalanceStatus.Suspicious || Balance.ByDifference is not null || Balance.IsTakenTold;

    /// <summary>The figures contradict the log or each other: kept as a draft until somebody says which is right, or gives a
    /// reason.</summary>
    public bool IsContradicted => Balance.Status == BalanceStatus.Impossible || OverBook.Count > 0;
}

/// <summary>
/// Decides what may be logged. Pure: the lots as they are and a command go in, an outcome or refusals come out.
/// An impossible balance, or a taking above the book, is an outcome and no refusal: the entry is kept as a draft until someone sets a
/// weight right or confirms it with a reason.
/// </summary>
public static class StepDesk
{
    /// <summary>The most lots one step takes from or gives, and the most losses.</summary>
    public const int MostFlows = 60;

    /// <summary>Weighs a step up.</summary>
    /// <param name="command">The step.</param>
    /// <param name="usualBowl">The workshop's usual bowl, null when it has none.</param>
    /// <param name="newId">Makes the ids of the flows.</param>
    /// <returns>
    /// The outcome, or refusals with codes <c>nothing-taken</c>, <c>nothing-made</c>, <c>too-many</c>, <c>twice</c>, <c>used-up</c>,
    /// <c>wrong-form</c>, <c>unlike-fibres</c>, <c>shares-unknown</c>, <c>in-the-grease</c>, <c>unlike-forms</c>, <c>not-weighed</c>,
    /// <c>one-by-difference</c>, <c>no-difference-here</c>, <c>empty-lot</c>,
    /// <c>not-measured-here</c>, <c>out-of-range</c>, <c>missing</c>.
    /// </returns>
    public static Result<StepOutcome> WeighUp(StepCommand command, Mass? usualBowl, Func<Guid> newId)
    {
        var guard = new Guard()
            .Need(command.From.Count > 0, "from", "nothing-taken", "is empty: choose a lot to take from")
            .Need(command.To.Count > 0, "to", "nothing-made", "is empty: a step makes at least one lot")
            .Need(
                command.From.Count <= MostFlows && command.To.Count <= MostFlows && command.Losses.Count + command.Gains.Count <= MostFlows,
                "from",
                "too-many",
                $"is too long: at most {MostFlows} lots or losses fit in one entry"
            )
            .Need(command.From.Select(t => t.Lot.Id).Distinct().Count() == command.From.Count, "from", "twice", "names a lot twice")
            .Need(
                command.Station.Blends || AreAlike(command),
                "from",
                "unlike-fibres",
                "holds unlike fibres: blend them first, by joining, carding or combing them together"
            )
            .Need(
                command.Losses.Count(l => l.Weighing is null) <= 1,
                "losses",
                "one-by-difference",
                "leaves more than one loss unweighed: only one can be found by difference"
            );
        if (!guard.Passed)
        {
            return Result<StepOutcome>.Refused(guard.Refusals);
        }

        foreach (var refusal in Measure.Check(command.Station, command.Measures ?? new Dictionary<string, double>()))
        {
            guard.Add(refusal);
        }

        CheckTakings(command, guard);
        CheckRest(command, guard);
        var unlike = command.From.Select(t => t.Lot.Fibre).Distinct().Count() > 1;
        guard.Need(
            !unlike || command.From.All(t => t.Lot.Nature.CleanFraction is null || !t.Lot.Fibre.HasGrease()),
            "from",
            "in-the-grease",
            "holds unlike fibres, and one of them is in the grease: wash it first, or wax counts as fibre"
        );
        guard.Need(
            command.From.SelectMany(t => t.Lot.Composition.Parts).DistinctBy(p => p.Fibre).Count() <= Composition.MostParts,
            "from",
            "too-many",
            $"holds more than {Composition.MostParts} fibres"
        );
        var composition = guard.Passed ? Mixed(command) : null;
        guard.Need(
            !guard.Passed || composition is not null,
            "from",
            "shares-unknown",
            "holds unlike fibres, and one of them was not weighed: without its weight nobody can tell what the blend is made of"
        );
        return guard.Then<StepOutcome>(() => Strike(command, composition!, usualBowl, newId));
    }

    /// <summary>
    /// Judges an outcome again, knowing what usually goes at the station: asked only where something is missing or found by difference,
    /// because that has to be read from the log.
    /// </summary>
    /// <param name="command">The step.</param>
    /// <param name="outcome">What the desk made of it.</param>
    /// <param name="of">The class of what went in, null when not known.</param>
    /// <param name="own">The workshop's own yields of like fibre at this step.</param>
    public static StepOutcome WithUsual(StepCommand command, StepOutcome outcome, FleeceClass? of, IReadOnlyCollection<double> own)
    {
        var made = command.To.Select(t => t.Form).ToArray();
        var taken = outcome.Balance.In!.Mass;
        UsualLoss? usual;
        if (command.Losses.FirstOrDefault(l => l.Weighing is null) is { } found)
        {
            usual = command.Station.UsualDifferenceOf(found.Kind, command.From[0].Lot.Form, of, own, taken, made);
        }
        else
        {
            var losses = outcome
                .Flows.Skip(command.From.Count + command.To.Count)
                .Zip(command.Losses)
                .Where(p => p.First.Flow.Amount == Amount.Weighed)
                .Select(p => (p.Second.Kind, Mass.FromGrams(p.First.Mass?.Grams ?? p.Second.Weighing!.Logged.Grams)))
                .ToArray();
            usual = command.Station.UsualLossOf(of, own, taken, made, losses);
        }

        var flows = outcome.Flows;
        if (outcome.Balance.IsTakenTold && usual is not null)
        {
            flows =
            [
                .. flows.Select(f =>
                    f.Flow is { Role: FlowRole.In, Amount: Amount.NotWeighed } ? (f.Flow, f.Mass! + usual.AsForm(f.Flow.Id)) : f
                ),
            ];
        }

        var balance = Balance.Of(flows, usual, outcome.Balance.UsualGain);
        return outcome with { Flows = flows, Balance = balance, Slip = balance.Status == BalanceStatus.UsualLoss ? null : outcome.Slip };
    }

    /// <summary>Checks what is remembered afterwards of a step that was logged.</summary>
    /// <param name="station">Where it was done.</param>
    /// <param name="sources">Form and fibre of what it took.</param>
    /// <param name="findsByDifference">Whether a loss of it is found by difference already.</param>
    /// <param name="added">What is added.</param>
    /// <returns>Nothing, or <c>nothing-added</c>, <c>wrong-form</c>, <c>empty-lot</c>, <c>one-by-difference</c>, <c>not-measured-here</c>,
    /// <c>out-of-range</c>, <c>missing</c>.</returns>
    public static IReadOnlyList<Refusal> CheckCompletion(
        Station station,
        IReadOnlyCollection<(LotForm Form, Fibre Fibre)> sources,
        bool findsByDifference,
        Completion added
    )
    {
        var guard = new Guard()
            .Need(
                added.Heap is not null
                    || added.Loss is not null
                    || added.Gain is not null
                    || added.Measures is { Count: > 0 }
                    || added.Minutes is not null
                    || added.Notes.Length > 0,
                "loss",
                "nothing-added",
                "is empty, and so is everything else: say what is to be added"
            )
            .Need(
                added.Heap is not { } heap || sources.All(s => station.GivesOf(s.Form, s.Fibre).Contains(heap.Form)),
                "heap.form",
                "wrong-form",
                "is not something this step makes of what went in"
            )
            .Need(
                added.Heap?.Weighing is not { } made || made.Logged > Mass.Zero,
                "heap.mass",
                "empty-lot",
                "is nothing: leave it out, or weigh it"
            )
            .Need(
                added.Loss is not { Weighing: null } || !findsByDifference,
                "loss.mass",
                "one-by-difference",
                "is missing: one loss of this step is found by difference already, so this one has to be weighed"
            );
        foreach (var refusal in Measure.Check(station, added.Measures ?? new Dictionary<string, double>()))
        {
            guard.Add(refusal);
        }

        return guard.Refusals;
    }

    // Of one part that nobody weighed what came of it tells how much it was, where all of that was weighed dry.
    private static bool TellsPart(StepCommand command) =>
        command.From.Count(t => t.IsToldByStep) == 1
        && command.To.All(t => t.Weighing is { State: not WeighingState.Damp })
        && command.Losses.All(l => l.Weighing is not null);

    private static void CheckTakings(StepCommand command, Guard guard)
    {
        var tells = TellsPart(command);
        for (var i = 0; i < command.From.Count; i++)
        {
            var field = $"from[{i}]";
            var lot = command.From[i].Lot;
            guard.Need(
                command.Station.CanTake(lot.Form, lot.Fibre),
                field,
                "wrong-form",
                $"is {lot.Code}, which this step does not take as it is now"
            );
            TakingRules.Check(command.From[i], field, guard, tells);
        }

        if (command.Station.KeepsForm)
        {
            guard.Need(
                command.From.Select(t => t.Lot.Form).Distinct().Count() == 1,
                "from",
                "unlike-forms",
                "holds lots of unlike form: only like and like are put together"
            );
        }
    }

    private static void CheckRest(StepCommand command, Guard guard)
    {
        for (var i = 0; i < command.To.Count; i++)
        {
            var made = command.To[i].Form;
            var gives = command.From.All(t => command.Station.GivesOf(t.Lot.Form, t.Lot.Fibre).Contains(made));
            guard
                .Need(
                    gives,
                    $"to[{i}].form",
                    "wrong-form",
                    command.Station.Gives.Contains(made) && !command.Station.KeepsForm
                        ? "does not go with what went in: what is in the grease stays in the grease until it is washed"
                        : "is not something this step makes"
                )
                .Need(
                    command.To[i].Weighing is not { } w || w.Logged > Mass.Zero,
                    $"to[{i}].mass",
                    "empty-lot",
                    "is nothing: leave the lot out, or weigh it"
                );
        }

        guard.Need(
            command.Station.MayFindByDifference || command.Losses.All(l => l.Weighing is not null),
            "losses",
            "no-difference-here",
            "leaves a loss to be found by difference, which cannot be told from water here: weigh it"
        );
    }

    // Of one fibre, in whatever breeds, or of one and the same blend.
    private static bool AreAlike(StepCommand command)
    {
        var compositions = command.From.Select(t => t.Lot.Composition).Distinct().ToArray();
        return compositions.Length <= 1 || compositions.All(c => !c.IsBlend && c.Main == compositions[0].Main);
    }

    private static Composition? Mixed(StepCommand command) =>
        Composition.Mixed([
            .. command.From.Select(t =>
                (t.Lot.Composition, t.Weighing is { } weighing ? ReferenceWeighing.Of(weighing, t.Lot.Nature)?.Grams : t.Lot.Left?.Grams)
            ),
        ]);

    private static StepOutcome Strike(StepCommand command, Composition composition, Mass? usualBowl, Func<Guid> newId)
    {
        var source = command.From[0].Lot;
        var flows = new List<(Flow Flow, LinearForm? Mass)>();
        foreach (var (lot, weighing, all) in command.From)
        {
            flows.Add(
                Weighed(
                    newId(),
                    FlowRole.In,
                    weighing is not null ? Amount.Weighed
                        : all ? Amount.Whole
                        : Amount.NotWeighed,
                    lot.Id,
                    weighing,
                    lot.Nature,
                    all,
                    all ? lot.Left : null
                )
            );
        }

        foreach (var giving in command.To)
        {
            var nature = Nature.Of(composition, giving.Form, source.CleanYield);
            flows.Add(
                Weighed(
                    newId(),
                    FlowRole.Out,
                    giving.Weighing is null ? Amount.NotWeighed : Amount.Weighed,
                    null,
                    giving.Weighing,
                    nature,
                    false,
                    null
                )
            );
        }

        foreach (var losing in command.Losses)
        {
            flows.Add(
                Weighed(
                    newId(),
                    FlowRole.Loss,
                    losing.Weighing is null ? Amount.ByDifference : Amount.Weighed,
                    null,
                    losing.Weighing,
                    Nature.OfLoss(losing.Kind, source.Nature with { Composition = composition }),
                    false,
                    null
                )
            );
        }

        foreach (var gaining in command.Gains)
        {
            flows.Add(Weighed(newId(), FlowRole.Gain, Amount.Weighed, null, gaining.Weighing, Nature.Inert, false, null));
        }

        Tell(flows);
        var balance = Balance.Of(flows, gain: command.Gains.Count > 0 ? null : command.Station.UsualGain);
        var gap = balance.Unaccounted ?? balance.ByDifference;
        var slip = balance.Status is BalanceStatus.Suspicious or BalanceStatus.Impossible ? Slips.Likeliest(flows, gap!, usualBowl) : null;
        return new StepOutcome(
            balance,
            flows,
            slip,
            composition,
            command.IntoReserve ? [] : [.. command.From.Select((t, i) => TakingRules.Reserved(t, $"from[{i}]")).OfType<Refusal>()],
            [.. command.From.Zip(flows).Select(p => TakingRules.Over(p.First, p.Second.Mass)).OfType<OverBook>()]
        );
    }

    // A part that nobody weighed was what came of it, less what else went in.
    private static void Tell(List<(Flow Flow, LinearForm? Mass)> flows)
    {
        var told = flows.FindIndex(f => f.Flow is { Role: FlowRole.In, Amount: Amount.NotWeighed });
        if (told < 0 || flows.Where((_, i) => i != told).Any(f => f.Mass is null))
        {
            return;
        }

        LinearForm Sum(bool goesIn) =>
            LinearForm.Sum(
                flows.Where((f, i) => i != told && (f.Flow.Role is FlowRole.In or FlowRole.Gain) == goesIn).Select(f => f.Mass!)
            );
        flows[told] = (flows[told].Flow, Sum(goesIn: false) - Sum(goesIn: true));
    }

    private static (Flow, LinearForm?) Weighed(
        Guid id,
        FlowRole role,
        Amount amount,
        Guid? lot,
        Weighing? weighing,
        Nature nature,
        bool empties,
        LinearForm? otherwise
    )
    {
        var reference = weighing is null ? null : ReferenceWeighing.Of(weighing, nature);
        var mass =
            reference is not null ? LinearForm.Of(reference)
            : weighing is null ? otherwise
            : null;
        return (new Flow(id, role, amount, lot, reference, empties), mass);
    }
}

using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;

namespace EarthyTuft.Core.Carding;

/// <summary>How the locks are laid on the cloth.</summary>
public enum LaidOn
{
    /// <summary>Along the way of the teeth.</summary>
    Lengthwise,

    /// <summary>Across it.</summary>
    Crosswise,
}

/// <summary>How the web comes off the cloth.</summary>
public enum TakenOff
{
    /// <summary>In one piece.</summary>
    OnePiece,

    /// <summary>Rolled across the fibre: a rolag.</summary>
    RolledAcross,

    /// <summary>Rolled along the fibre, sideways.</summary>
    RolledAlong,

    /// <summary>Torn in strips.</summary>
    Strips,

    /// <summary>In one strip, torn from alternate sides.</summary>
    ZigZag,

    /// <summary>A hand-wide piece pulled sideways and rolled.</summary>
    MockRolag,

    /// <summary>Drawn through a diz: roving.</summary>
    Diz,

    /// <summary>Started on a needle and rolled on a rod: a puni.</summary>
    Rod,

    /// <summary>Lifted off loose: a cloud.</summary>
    Loose,
}

/// <summary>Fibre as it is to be carded.</summary>
/// <param name="Grams">All of it, above zero.</param>
/// <param name="Most">The most per load that was gone by.</param>
/// <param name="Gives">What it becomes.</param>
/// <param name="LaidOn">How it is laid on.</param>
/// <param name="TakenOff">How it comes off.</param>
/// <param name="FibreClass">Its class by name, empty when not known: what the loads teach the cloth counts for this class.</param>
public sealed record CardPlan(double Grams, LoadSize Most, LotForm Gives, LaidOn LaidOn, TakenOff TakenOff, string FibreClass)
{
    /// <summary>Loads of one pass.</summary>
    public int Loads => LoadSize.Equal(Grams, Most.Grams).Loads;

    /// <summary>What each is to weigh.</summary>
    public double GramsPerLoad => LoadSize.Equal(Grams, Most.Grams).GramsPerLoad;

    /// <summary>How the fibres will lie (docs/craft.md, section 9): named by how it was laid on and taken off, for people differ about what
    /// a card does.</summary>
    public FibreOrder Order =>
        (LaidOn, TakenOff) switch
        {
            (LaidOn.Lengthwise, TakenOff.RolledAlong) => FibreOrder.Parallel,
            (LaidOn.Crosswise, TakenOff.RolledAlong) => FibreOrder.Mostly,
            (_, TakenOff.RolledAcross or TakenOff.Rod or TakenOff.Loose) or (LaidOn.Crosswise, _) => FibreOrder.Jumbled,
            _ => FibreOrder.Mostly,
        };
}

/// <summary>What happens at the cards.</summary>
public abstract record CardEvent;

/// <summary>A load was carded.</summary>
/// <param name="Grams">Its weight, null where it was not weighed.</param>
/// <param name="Typed">As it was typed; empty where it was not weighed.</param>
public sealed record LoadCarded(double? Grams, string Typed) : CardEvent;

/// <summary>Loads were counted at once.</summary>
/// <param name="Count">How many, at least one.</param>
public sealed record LoadsCounted(int Count) : CardEvent;

/// <summary>A load was weighed afterwards, or anew.</summary>
/// <param name="Load">The event by which it was noted.</param>
/// <param name="Grams">Its weight, above zero.</param>
/// <param name="Typed">As it was typed.</param>
public sealed record LoadWeighed(Guid Load, double Grams, string Typed) : CardEvent;

/// <summary>Everything goes over the cards once more: split, and in a new order.</summary>
public sealed record PassBegun : CardEvent;

/// <summary>Neps were counted in a pinch of what came off.</summary>
/// <param name="Neps">How many, zero or more.</param>
/// <param name="PinchGrams">What the pinch weighed, above zero.</param>
/// <param name="Typed">The pinch as it was typed.</param>
public sealed record NepsCounted(int Neps, double PinchGrams, string Typed) : CardEvent;

/// <summary>What came off was counted: rolags, punis, batts.</summary>
/// <param name="Made">What was noted of it.</param>
/// <param name="Typed">One of them as its weight was typed; empty where none was weighed.</param>
public sealed record ProductsCounted(CardProducts Made, string Typed) : CardEvent;

/// <summary>Waste was weighed by its kind.</summary>
/// <param name="Kind">One of the station's.</param>
/// <param name="Grams">Its weight, above zero.</param>
/// <param name="Typed">As it was typed.</param>
public sealed record CardWasteWeighed(LossKind Kind, double Grams, string Typed) : CardEvent;

/// <summary>How what came off is kept.</summary>
public enum ProductsKept
{
    /// <summary>As they come.</summary>
    Loose,

    /// <summary>Numbered in the order in which they came off, to be spun in it or mixed.</summary>
    Numbered,

    /// <summary>In bundles of so many.</summary>
    Bundled,
}

/// <summary>What came off the cards, counted.</summary>
/// <param name="Count">How many, at least one.</param>
/// <param name="OneGrams">What one of them weighs; null where none was weighed.</param>
/// <param name="IsAiry">Rolled airy, not firm; null where that was not noted.</param>
/// <param name="RodMillimetres">The rod that they were rolled on; null for none.</param>
/// <param name="Kept">How they are kept.</param>
/// <param name="BundleOf">So many in a bundle; null where they are not bundled.</param>
public sealed record CardProducts(int Count, double? OneGrams, bool? IsAiry, double? RodMillimetres, ProductsKept Kept, int? BundleOf);

/// <summary>Counts what came off; a count that comes later stands for the ones before it.</summary>
/// <param name="Count">How many.</param>
/// <param name="One">What one weighs, as typed; left out where none was weighed.</param>
/// <param name="Airy">Rolled airy, not firm; left out where that is not noted.</param>
/// <param name="Rod">The rod, in millimetres; left out for none.</param>
/// <param name="Kept">How they are kept.</param>
/// <param name="BundleOf">So many in a bundle, where they are bundled.</param>
/// <param name="At">When; left out for now.</param>
public sealed record CountProducts(
    int Count,
    string? One = null,
    bool? Airy = null,
    [property: Unit("mm", "the rod")] double? Rod = null,
    ProductsKept Kept = ProductsKept.Loose,
    int? BundleOf = null,
    DateTimeOffset? At = null
) : RunCommand(At);

/// <summary>Waste of one kind.</summary>
/// <param name="OfKind">One of the station's usual ones.</param>
/// <param name="Mass">As typed.</param>
/// <param name="At">When; left out for now.</param>
public sealed record WeighCardWaste(LossKind OfKind, string Mass, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>One load more.</summary>
/// <param name="Mass">Its weight as typed; empty or left out where nobody weighs it.</param>
/// <param name="At">When; left out for now.</param>
public sealed record CardOneLoad(string? Mass = null, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>So many loads more, counted at the end.</summary>
/// <param name="Count">How many.</param>
/// <param name="At">When; left out for now.</param>
public sealed record CountCardLoads(int Count, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>The weight of a load that was noted without one, or with a wrong one.</summary>
/// <param name="Load">The event by which the load was noted.</param>
/// <param name="Mass">As typed.</param>
/// <param name="At">When; left out for now.</param>
public sealed record WeighCardLoad(Guid Load, string Mass, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>Another pass begins.</summary>
/// <param name="At">When; left out for now.</param>
public sealed record BeginCardPass(DateTimeOffset? At = null) : RunCommand(At);

/// <summary>Neps counted in a pinch.</summary>
/// <param name="Neps">How many.</param>
/// <param name="Pinch">What the pinch weighed, as typed.</param>
/// <param name="At">When; left out for now.</param>
public sealed record CountNeps(int Neps, string? Pinch = null, DateTimeOffset? At = null) : RunCommand(At);

/// <summary>A load of a pass.</summary>
/// <param name="Event">The event by which it was noted; several where they were counted at once.</param>
/// <param name="At">When.</param>
/// <param name="Grams">Its weight, null where it was not weighed.</param>
public sealed record Load(Guid Event, DateTimeOffset At, double? Grams);

/// <summary>One time over the cards.</summary>
/// <param name="Number">From 1.</param>
/// <param name="Loads">In the order in which they were carded.</param>
public sealed record CardPass(int Number, IReadOnlyList<Load> Loads);

/// <summary>Carding as it stands: its events folded over its plan.</summary>
/// <param name="Id">The run.</param>
/// <param name="Plan">As it was planned.</param>
/// <param name="StartedAt">When it began.</param>
/// <param name="Passes">At least one.</param>
/// <param name="Neps">Counted so far.</param>
/// <param name="LastAt">When something was noted last.</param>
public sealed record CardState(
    Guid Id,
    CardPlan Plan,
    DateTimeOffset StartedAt,
    IReadOnlyList<CardPass> Passes,
    IReadOnlyList<NepCount> Neps,
    DateTimeOffset LastAt
)
{
    /// <summary>What came off, as it was counted last; null where nobody counted.</summary>
    public CardProducts? Products { get; init; }

    /// <summary>Waste that was weighed, in grams by its kind.</summary>
    public IReadOnlyDictionary<LossKind, double> Waste { get; init; } = new Dictionary<LossKind, double>();

    /// <summary>The pass that is under way.</summary>
    public CardPass Now => Passes[^1];

    /// <summary>Folds.</summary>
    /// <param name="id">The run.</param>
    /// <param name="plan">As it was planned.</param>
    /// <param name="startedAt">When it began.</param>
    /// <param name="events">Those that count, in the order in which they were noted.</param>
    public static CardState Of(Guid id, CardPlan plan, DateTimeOffset startedAt, IEnumerable<RunEvent<CardEvent>> events)
    {
        var all = events.ToArray();
        var weighed = all.Where(e => e.What is LoadWeighed)
            .Select(e => (LoadWeighed)e.What)
            .GroupBy(w => w.Load)
            .ToDictionary(g => g.Key, g => g.Last().Grams);
        var passes = new List<List<Load>> { new() };
        var neps = new List<NepCount>();
        CardProducts? products = null;
        var waste = new Dictionary<LossKind, double>();
        foreach (var one in all)
        {
            switch (one.What)
            {
                case LoadCarded load:
                    passes[^1].Add(new Load(one.Id, one.At, weighed.TryGetValue(one.Id, out var grams) ? grams : load.Grams));
                    break;
                case LoadsCounted counted:
                    passes[^1].AddRange(Enumerable.Repeat(new Load(one.Id, one.At, null), counted.Count));
                    break;
                case PassBegun:
                    passes.Add([]);
                    break;
                case NepsCounted counted:
                    neps.Add(new NepCount(passes.Count, counted.Neps, counted.PinchGrams));
                    break;
                case ProductsCounted counted:
                    products = counted.Made;
                    break;
                case CardWasteWeighed weighing:
                    waste[weighing.Kind] = waste.GetValueOrDefault(weighing.Kind) + weighing.Grams;
                    break;
            }
        }

        return new CardState(
            id,
            plan,
            startedAt,
            [.. passes.Select((p, i) => new CardPass(i + 1, p))],
            neps,
            all.Length == 0 ? startedAt : all.Max(e => e.At)
        )
        {
            Products = products,
            Waste = waste,
        };
    }
}

/// <summary>Decides what may happen at the cards, and says where it stands. Pure.</summary>
public static class CardRun
{
    /// <summary>Nobody rolls more than these of one lot.</summary>
    public const int MostProducts = 5000;

    private const double LeastRod = 1,
        MostRod = 60;

    /// <summary>No pass has more loads than this.</summary>
    public const int MostLoads = LoadSize.MostLoads;

    /// <summary>No fibre goes over the cards more often than this.</summary>
    public const int MostPasses = 20;

    /// <summary>More neps than this nobody counts.</summary>
    public const int MostNeps = 100_000;

    /// <summary>Plans.</summary>
    /// <param name="forms">What the lots are.</param>
    /// <param name="grams">How much is carded, null when nobody knows.</param>
    /// <param name="most">The most per load.</param>
    /// <param name="gives">What it becomes.</param>
    /// <param name="laidOn">How it is laid on.</param>
    /// <param name="takenOff">How it comes off; null for how that usually does.</param>
    /// <param name="fibreClass">Its class by name, empty when not known.</param>
    /// <returns>The plan, or <c>nothing-taken</c>, <c>wrong-form</c>, <c>not-weighed</c>, <c>out-of-range</c>.</returns>
    public static Result<CardPlan> Plan(
        IReadOnlyCollection<LotForm> forms,
        double? grams,
        LoadSize most,
        LotForm gives,
        LaidOn laidOn,
        TakenOff? takenOff,
        string fibreClass
    )
    {
        var station = CardingStation.Definition;
        return new Guard(CardFields.Subjects)
            .Need(forms.Count > 0, "lotIds", "nothing-taken", "is empty: choose what is carded")
            .Need(forms.All(f => station.Takes.Contains(f)), "lotIds", "wrong-form", "holds a lot that is not carded as it is now")
            .Need(station.Gives.Contains(gives), "gives", "wrong-form", "is nothing that comes off cards")
            .Need(grams is not null, "mass", "not-weighed", "is not known: weigh what is to be carded")
            .Need(grams is null or > 0, "mass", "empty-lot", "is nothing")
            .Need(
                double.IsFinite(most.Grams) && most.Grams is >= 0.1 and <= 10_000,
                "most",
                "out-of-range",
                "must be between 0.1 g and 10 kg a load"
            )
            .Need(
                grams is null || !(most.Grams > 0) || grams / most.Grams <= MostLoads,
                "most",
                "out-of-range",
                $"makes more than {MostLoads} loads of it"
            )
            .Then<CardPlan>(() => new CardPlan(grams!.Value, most, gives, laidOn, takenOff ?? UsuallyTakenOff(gives), fibreClass));
    }

    /// <summary>How a product usually comes off the cloth.</summary>
    /// <param name="gives">What it becomes.</param>
    public static TakenOff UsuallyTakenOff(LotForm gives) =>
        gives switch
        {
            LotForm.Rolag => TakenOff.RolledAcross,
            LotForm.Puni => TakenOff.Rod,
            LotForm.Cloud => TakenOff.Loose,
            LotForm.Roving => TakenOff.Diz,
            _ => TakenOff.OnePiece,
        };

    /// <summary>What comes of a tap.</summary>
    /// <param name="state">As it stands.</param>
    /// <param name="command">The tap.</param>
    /// <param name="unit">What a bare number is in.</param>
    /// <param name="now">Now.</param>
    /// <param name="newId">Makes the ids of what comes of it.</param>
    /// <returns>The events; or <c>out-of-range</c>, <c>empty-lot</c>, <c>missing</c>, <c>not-here</c>, <c>no-loads</c>, <c>unlikely</c>.</returns>
    public static Result<IReadOnlyList<RunEvent<CardEvent>>> Decide(
        CardState state,
        RunCommand command,
        MassUnit unit,
        DateTimeOffset now,
        Func<Guid> newId
    ) => Happens(state, command, unit, now, newId).Asked(command, what => Unlikely(state, what, unit));

    /// <summary>Asks about weights that hardly can be.</summary>
    /// <param name="state">As it stands.</param>
    /// <param name="what">What would be noted.</param>
    /// <param name="unit">What weights are told in.</param>
    /// <returns><c>unlikely</c> at the field, or null.</returns>
    private static Refusal? Unlikely(CardState state, CardEvent what, MassUnit unit)
    {
        var plan = state.Plan;
        var load = TypedFigures.Load(plan.GramsPerLoad, state.Passes.SelectMany(p => p.Loads).Select(l => l.Grams).OfType<double>());
        var all = plan.Grams * TypedFigures.MoreThanThere;
        var (loadIs, allIs) = (
            $"A load here is {Mass.FromGrams(plan.GramsPerLoad).Write(unit)}.",
            $"All of it is {Mass.FromGrams(plan.Grams).Write(unit)}."
        );
        return what switch
        {
            LoadCarded { Grams: var grams } => TypedFigures.Weight("mass", grams, load, loadIs, unit, plan.GramsPerLoad),
            LoadWeighed { Grams: var grams } => TypedFigures.Weight("mass", grams, load, loadIs, unit, plan.GramsPerLoad),
            NepsCounted { PinchGrams: var grams } => TypedFigures.Weight("pinch", grams, new Span(0, load.High), loadIs, unit),
            ProductsCounted { Made: { OneGrams: var grams, Count: var count } } => TypedFigures.Weight(
                "one",
                grams,
                new Span(0, all / count),
                allIs,
                unit
            ),
            CardWasteWeighed { Grams: var grams } => TypedFigures.Weight("mass", grams, new Span(0, all), allIs, unit),
            _ => null,
        };
    }

    private static Result<IReadOnlyList<RunEvent<CardEvent>>> Happens(
        CardState state,
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

        Result<IReadOnlyList<RunEvent<CardEvent>>> Happened(CardEvent what) => new RunEvent<CardEvent>[] { new(newId(), at, what) };
        Result<Mass> Weight(string typed, string field) => RunRules.Weight(typed, unit, field);
        Refusal? TooMany(int more) =>
            state.Now.Loads.Count + more > MostLoads
                ? new Refusal("count", "out-of-range", $"A pass has at most {MostLoads} loads.")
                : null;
        return command switch
        {
            CardOneLoad { Mass: var typed } when string.IsNullOrWhiteSpace(typed) => TooMany(1) is { } many
                ? many
                : Happened(new LoadCarded(null, "")),
            CardOneLoad { Mass: { } typed } => TooMany(1) is { } many
                ? many
                : Weight(typed, "mass").Then(mass => Happened(new LoadCarded(mass.Grams, typed.Trim()))),
            CountCardLoads count => count.Count is >= 1 and <= MostLoads && TooMany(count.Count) is null
                ? Happened(new LoadsCounted(count.Count))
                : new Refusal("count", "out-of-range", $"So many loads cannot be: from 1 to {MostLoads} in a pass."),
            WeighCardLoad weigh => state.Passes.SelectMany(p => p.Loads).Count(l => l.Event == weigh.Load) == 1
                ? Weight(weigh.Mass, "mass").Then(mass => Happened(new LoadWeighed(weigh.Load, mass.Grams, weigh.Mass.Trim())))
                : new Refusal("load", "not-here", "There is no such load here that can be weighed by itself."),
            BeginCardPass => state.Now.Loads.Count == 0 ? new RunConflict("no-loads", "Nothing went over the cards in this pass yet.")
            : state.Passes.Count >= MostPasses ? new Refusal("kind", "out-of-range", $"More than {MostPasses} passes break any fibre.")
            : Happened(new PassBegun()),
            CountNeps { Neps: < 0 or > MostNeps } => new Refusal(
                "neps",
                "out-of-range",
                $"It must be a whole number between 0 and {MostNeps}."
            ),
            CountNeps { Pinch: var pinch } when string.IsNullOrWhiteSpace(pinch) => new Refusal(
                "pinch",
                "missing",
                "Without what the pinch weighed the count says nothing: weigh it."
            ),
            CountNeps neps => Weight(neps.Pinch!, "pinch")
                .Then(mass => Happened(new NepsCounted(neps.Neps, mass.Grams, neps.Pinch!.Trim()))),
            CountProducts { Count: < 1 or > MostProducts } => new Refusal(
                "count",
                "out-of-range",
                $"It must be a whole number from 1 to {MostProducts}."
            ),
            CountProducts { Rod: < LeastRod or > MostRod } => new Refusal(
                "rod",
                "out-of-range",
                FormattableString.Invariant($"A rod has between {LeastRod} and {MostRod} mm.")
            ),
            CountProducts { Kept: ProductsKept.Bundled, BundleOf: null or < 2 } or CountProducts { BundleOf: > MostProducts } =>
                new Refusal("bundleOf", "out-of-range", "A bundle has two or more: say how many."),
            CountProducts made when string.IsNullOrWhiteSpace(made.One) => Happened(new ProductsCounted(Products(made, null), "")),
            CountProducts made => Weight(made.One!, "one")
                .Then(one => Happened(new ProductsCounted(Products(made, one.Grams), made.One!.Trim()))),
            WeighCardWaste { OfKind: var kind } when !CardingStation.Definition.UsualLosses.Contains(kind) => new Refusal(
                "ofKind",
                "not-here",
                "Nothing of that kind falls at the cards."
            ),
            WeighCardWaste waste => Weight(waste.Mass, "mass")
                .Then(mass => Happened(new CardWasteWeighed(waste.OfKind, mass.Grams, waste.Mass.Trim()))),
            _ => new Refusal("kind", "not-here", "Nothing of that kind is noted at the cards."),
        };
    }

    private static CardProducts Products(CountProducts made, double? one) =>
        new(made.Count, one, made.Airy, made.Rod, made.Kept, made.Kept == ProductsKept.Bundled ? made.BundleOf : null);

    /// <summary>Whether an event can be taken back as a slip.</summary>
    /// <param name="state">As it stands, events that count.</param>
    /// <param name="events">Their ids.</param>
    /// <param name="id">The event.</param>
    /// <returns>Null when it can; <c>not-here</c>; a pass with loads in it stays (<c>has-loads</c>).</returns>
    public static Refusal? Withdraw(CardState state, IReadOnlyCollection<RunEvent<CardEvent>> events, Guid id) =>
        events.FirstOrDefault(e => e.Id == id) switch
        {
            null => new Refusal("eventId", "not-here", "There is no such thing noted here."),
            { What: PassBegun } begun when begun.Id != events.Last(e => e.What is PassBegun).Id || state.Now.Loads.Count > 0 =>
                new RunConflict("has-loads", "Loads went over the cards in that pass: take those back first."),
            _ => null,
        };

    /// <summary>The plan of what is not done yet, to go on with once what is done was logged as a part.</summary>
    /// <param name="state">As it stands.</param>
    /// <returns>The loads that are left, of the same weight; null where none is done, or none is left,
    /// or all of it is being passed again.</returns>
    public static CardPlan? Rest(CardState state) =>
        state is { Passes: [{ Loads.Count: > 0 and var done }] } && done < state.Plan.Loads
            ? state.Plan with
            {
                Grams = state.Plan.GramsPerLoad * (state.Plan.Loads - done),
            }
            : null;

    /// <summary>Where it stands.</summary>
    /// <param name="state">As it stands.</param>
    public static RunSummary Summarise(CardState state)
    {
        var isDone = state.Now.Loads.Count >= state.Plan.Loads;
        return new RunSummary(
            state.Passes[0].Loads.Count > 0,
            [new RunCall(state.Id, isDone ? RunAct.Log : RunAct.WhenYouLike, state.StartedAt, null, null, null, null, false)],
            RunRules.Minutes(state.StartedAt, state.LastAt)
        );
    }

    /// <summary>What came off in the last pass that has loads, if each of them was weighed; null otherwise.</summary>
    /// <param name="state">As it stands.</param>
    public static double? Made(CardState state)
    {
        var pass = state.Passes.Last(p => p.Number == 1 || p.Loads.Count > 0);
        return pass.Loads.Count > 0 && pass.Loads.All(l => l.Grams is not null) ? pass.Loads.Sum(l => l.Grams) : null;
    }

    /// <summary>Minutes that a load takes, by the taps so far; null before there are three.</summary>
    /// <param name="state">As it stands.</param>
    public static double? MinutesPerLoad(CardState state) => RunRules.MinutesPerTap(state.Now.Loads.Select(l => l.At));

    /// <summary>The loads that teach the cloth: those of the first pass that were weighed, the newest first.</summary>
    /// <param name="state">As it stands.</param>
    public static IReadOnlyList<Load> Lessons(CardState state) => [.. state.Passes[0].Loads.Where(l => l.Grams is not null).Reverse()];
}

using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Tools;

namespace EarthyTuft.Core.Combing;

/// <summary>How fibre is combed.</summary>
public enum CombWay
{
    /// <summary>Lashed on by one end, lock by lock.</summary>
    Lashed,

    /// <summary>Each lock pulled through the loaded tines: opened and lashed on at once.</summary>
    PulledThrough,

    /// <summary>Drawn off a hackle: nothing to transfer to.</summary>
    Hackle,

    /// <summary>Only the ends of each lock are flicked open; it is spun from the lock.</summary>
    Flicked,

    /// <summary>A little is combed, and spun, and a little combed again: counted, and weighed once.</summary>
    LittleByLittle,
}

/// <summary>What fibre is combed with.</summary>
public static class CombTools
{
    /// <summary>The tool that a way of combing asks for.</summary>
    /// <param name="way">The way.</param>
    public static ToolKind Needs(this CombWay way) =>
        way switch
        {
            CombWay.Flicked => ToolKind.Flick,
            CombWay.Hackle => ToolKind.Hackle,
            _ => ToolKind.Combs,
        };

    /// <summary>Whether fibre goes from comb to comb at all; else it is drawn off where it was lashed on.</summary>
    /// <param name="way">The way.</param>
    public static bool HasTransfers(this CombWay way) => way.Needs() == ToolKind.Combs;
}

/// <summary>How top comes off.</summary>
public enum DrawnOff
{
    /// <summary>Through a diz.</summary>
    Diz,

    /// <summary>By hand.</summary>
    Hand,

    /// <summary>It is spun straight from the comb.</summary>
    FromComb,
}

/// <summary>Fibre as it is to be combed.</summary>
/// <param name="Grams">All of it, above zero.</param>
/// <param name="Most">The most per load that was gone by.</param>
/// <param name="Way">How.</param>
/// <param name="LashedBy">The end it is lashed on by.</param>
/// <param name="Wanted">The end that is to lead, null where that does not matter.</param>
/// <param name="AtLeast">As many transfers as it needs to be clean.</param>
/// <param name="DrawnOff">How it comes off.</param>
/// <param name="DizMillimetres">The diz's hole, null where there is none.</param>
/// <param name="FibreClass">Its class by name, empty when not known: what the loads teach the tines counts for this class.</param>
public sealed record CombPlan(
    double Grams,
    LoadSize Most,
    CombWay Way,
    LockEnd LashedBy,
    LockEnd? Wanted,
    int AtLeast,
    DrawnOff DrawnOff,
    double? DizMillimetres,
    string FibreClass
)
{
    /// <summary>How many loads.</summary>
    public int Loads => LoadSize.Equal(Grams, Most.Grams).Loads;

    /// <summary>What each is to weigh.</summary>
    public double GramsPerLoad => LoadSize.Equal(Grams, Most.Grams).GramsPerLoad;

    /// <summary>Transfers of each load after which the wanted end leads.</summary>
    public int Transfers =>
        !HasTransfers ? 0
        : Wanted is { } end ? CombEnds.Transfers(LashedBy, end, AtLeast)
        : AtLeast;

    /// <summary>One transfer goes into the wanted end alone.</summary>
    public bool TakesOneMore => Transfers > AtLeast;

    /// <summary>Whether fibre goes from comb to comb at all.</summary>
    public bool HasTransfers => Way.HasTransfers();

    /// <summary>What it makes.</summary>
    public LotForm Gives => Way == CombWay.Flicked ? LotForm.Opened : LotForm.Top;
}

/// <summary>A load of the combs.</summary>
/// <param name="Event">The event by which it was noted; several where they were counted at once.</param>
/// <param name="At">When.</param>
/// <param name="TopGrams">Null where it was not weighed.</param>
/// <param name="NoilGrams">Null where it was not weighed.</param>
/// <param name="Transfers">That were tapped; zero where nobody counted them.</param>
public sealed record LoadOfCombs(Guid Event, DateTimeOffset At, double? TopGrams, double? NoilGrams, int Transfers)
{
    /// <summary>Its weights, null where one is missing or both are nothing.</summary>
    public CombedLoad? Weighed => TopGrams is { } top && NoilGrams is { } noil && top + noil > 0 ? new CombedLoad(top, noil) : null;
}

/// <summary>Combing as it stands: its events folded over its plan.</summary>
/// <param name="Id">The run.</param>
/// <param name="Plan">As it was planned.</param>
/// <param name="StartedAt">When it began.</param>
/// <param name="Loads">Drawn off, in their order.</param>
/// <param name="Transfers">Of the load that is on the combs now.</param>
/// <param name="Tufts">What transfers left in the tines.</param>
/// <param name="EndsGrams">Ends of draws kept apart, null where none were.</param>
/// <param name="WasteGrams">Dirt and second cuts, null where nobody weighed them.</param>
/// <param name="Pieces">Measured lengths of top.</param>
/// <param name="Nests">As they were counted last.</param>
/// <param name="LastAt">When something was noted last.</param>
public sealed record CombState(
    Guid Id,
    CombPlan Plan,
    DateTimeOffset StartedAt,
    IReadOnlyList<LoadOfCombs> Loads,
    int Transfers,
    IReadOnlyList<TransferTufts> Tufts,
    double? EndsGrams,
    double? WasteGrams,
    IReadOnlyList<SliverPiece> Pieces,
    NestsCounted? Nests,
    DateTimeOffset LastAt
)
{
    /// <summary>The end that leads if it is drawn off now.</summary>
    public LockEnd Leading => CombEnds.Leading(Plan.LashedBy, Transfers);

    /// <summary>Whether the load was transferred as often as planned, or more, and the wanted end leads.</summary>
    public bool IsReady => Transfers >= Plan.AtLeast && (Plan.Wanted is null || Plan.Wanted == Leading);

    /// <summary>Folds.</summary>
    /// <param name="id">The run.</param>
    /// <param name="plan">As it was planned.</param>
    /// <param name="startedAt">When it began.</param>
    /// <param name="events">Those that count, in the order in which they were noted.</param>
    public static CombState Of(Guid id, CombPlan plan, DateTimeOffset startedAt, IEnumerable<RunEvent<CombEvent>> events)
    {
        var all = events.ToArray();
        var weighed = all.Select(e => e.What).OfType<CombLoadWeighed>().ToLookup(w => w.Load);
        var loads = new List<LoadOfCombs>();
        var transfers = 0;
        foreach (var one in all)
        {
            switch (one.What)
            {
                case FibreTransferred:
                    transfers++;
                    break;
                case LoadCombed load:
                    loads.Add(
                        new LoadOfCombs(
                            one.Id,
                            one.At,
                            weighed[one.Id].LastOrDefault(w => w.TopGrams is not null)?.TopGrams ?? load.TopGrams,
                            weighed[one.Id].LastOrDefault(w => w.NoilGrams is not null)?.NoilGrams ?? load.NoilGrams,
                            transfers
                        )
                    );
                    transfers = 0;
                    break;
                case CombLoadsCounted counted:
                    loads.AddRange(Enumerable.Repeat(new LoadOfCombs(one.Id, one.At, null, null, 0), counted.Count));
                    transfers = 0;
                    break;
            }
        }

        IEnumerable<T> The<T>() => all.Select(e => e.What).OfType<T>();
        return new CombState(
            id,
            plan,
            startedAt,
            loads,
            transfers,
            [.. The<TuftsWeighed>().Select(t => new TransferTufts(t.Grams, t.Loads))],
            The<EndsKept>().Any() ? The<EndsKept>().Sum(e => e.Grams) : null,
            The<CombWasteWeighed>().Any() ? The<CombWasteWeighed>().Sum(e => e.Grams) : null,
            [.. The<SliverWeighed>().Select(s => new SliverPiece(s.Metres, s.Grams))],
            The<NestsCounted>().LastOrDefault(),
            all.Length == 0 ? startedAt : all.Max(e => e.At)
        );
    }
}

/// <summary>Decides what may happen at the combs, and says where it stands. Pure.</summary>
public static class CombRun
{
    /// <summary>No load is transferred more often than this.</summary>
    public const int MostTransfers = 60;

    /// <summary>No measured length of top is longer than this, in metres.</summary>
    public const double MostMetres = 1000;

    /// <summary>Plans.</summary>
    /// <param name="forms">What the lots are.</param>
    /// <param name="plan">As it is wished; its grams are checked here.</param>
    /// <param name="grams">How much is combed, null when nobody knows.</param>
    /// <returns>The plan, or <c>nothing-taken</c>, <c>wrong-form</c>, <c>not-weighed</c>, <c>empty-lot</c>, <c>out-of-range</c>,
    /// <c>wrong-end</c>.</returns>
    public static Result<CombPlan> Plan(IReadOnlyCollection<LotForm> forms, double? grams, CombPlan plan)
    {
        var leads = plan.LashedBy.Other();
        return new Guard()
            .Need(forms.Count > 0, "lotIds", "nothing-taken", "is empty: choose what is combed")
            .Need(
                forms.All(f => CombingStation.Definition.Takes.Contains(f)),
                "lotIds",
                "wrong-form",
                "holds a lot that is not combed as it is now"
            )
            .Need(grams is not null, "mass", "not-weighed", "is not known: weigh what is to be combed")
            .Need(grams is null or > 0, "mass", "empty-lot", "is nothing")
            .Within(plan.Most.Grams, LoadSize.Least, LoadSize.Greatest, "most")
            .Need(
                grams is null || !(plan.Most.Grams >= LoadSize.Least) || grams / plan.Most.Grams <= LoadSize.MostLoads,
                "most",
                "out-of-range",
                $"makes more than {LoadSize.MostLoads} loads of it"
            )
            .Need(plan.AtLeast is >= 0 and <= MostTransfers, "atLeast", "out-of-range", $"must be a whole number from 0 to {MostTransfers}")
            .Need(
                plan.Way != CombWay.Hackle || plan.Wanted is not { } wanted || wanted == leads,
                "wanted",
                "wrong-end",
                $"cannot lead: what is drawn off a hackle leads with the {(leads == LockEnd.Tip ? "tips" : "butts")} when it is lashed on by "
                    + $"the {(leads == LockEnd.Tip ? "butts" : "tips")}. Lash it on by the other end"
            )
            .Need(
                plan.DizMillimetres is not { } hole || hole is >= Tools.Diz.Narrowest and <= Tools.Diz.Widest,
                "dizMillimetres",
                "out-of-range",
                FormattableString.Invariant($"must be a hole of {Tools.Diz.Narrowest} to {Tools.Diz.Widest} mm")
            )
            .Then<CombPlan>(() => plan with { Grams = grams!.Value });
    }

    /// <summary>What comes of a tap.</summary>
    /// <param name="state">As it stands.</param>
    /// <param name="command">The tap.</param>
    /// <param name="unit">What a bare number is in.</param>
    /// <param name="now">Now.</param>
    /// <param name="newId">Makes the ids of what comes of it.</param>
    /// <returns>The events; or <c>out-of-range</c>, <c>empty-lot</c>, <c>missing</c>, <c>not-here</c>, <c>unlikely</c>.</returns>
    public static Result<IReadOnlyList<RunEvent<CombEvent>>> Decide(
        CombState state,
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
    private static Refusal? Unlikely(CombState state, CombEvent what, MassUnit unit)
    {
        var load = TypedFigures.Load(state.Plan.GramsPerLoad, state.Loads.Select(l => l.TopGrams + l.NoilGrams).OfType<double>());
        var (loadIs, allIs) = (
            $"A load here is {Mass.FromGrams(state.Plan.GramsPerLoad).Write(unit)}.",
            $"All of it is {Mass.FromGrams(state.Plan.Grams).Write(unit)}."
        );
        Refusal? OfAll(string field, double? grams) =>
            TypedFigures.Weight(field, grams, new Span(0, state.Plan.Grams * TypedFigures.MoreThanThere), allIs, unit);
        Refusal? OfLoad(double? top, double? noil) =>
            TypedFigures.Weight(
                "top",
                top,
                new Span(noil is null ? 0 : Math.Max(0, load.Low - noil.Value), load.High),
                loadIs,
                unit,
                state.Plan.GramsPerLoad
            ) ?? TypedFigures.Weight("noil", noil, new Span(0, Math.Max(0, load.High - (top ?? 0))), loadIs, unit);
        // Of a load that is weighed afterwards what was weighed before still counts.
        LoadOfCombs Load(Guid id) => state.Loads.First(l => l.Event == id);
        return what switch
        {
            LoadCombed { TopGrams: var top, NoilGrams: var noil } => OfLoad(top, noil),
            CombLoadWeighed { Load: var id, TopGrams: var top, NoilGrams: var noil } => OfLoad(
                top ?? Load(id).TopGrams,
                noil ?? Load(id).NoilGrams
            ),
            TuftsWeighed { Grams: var grams, Loads: var loads } => TypedFigures.Weight(
                "mass",
                grams,
                new Span(0, load.High * loads),
                loadIs,
                unit
            ),
            EndsKept { Grams: var grams } => OfAll("mass", grams),
            CombWasteWeighed { Grams: var grams } => OfAll("mass", grams),
            SliverWeighed { Grams: var grams } => OfAll("mass", grams),
            NestsCounted { OneGrams: var grams } => OfAll("mass", grams),
            _ => null,
        };
    }

    private static Result<IReadOnlyList<RunEvent<CombEvent>>> Happens(
        CombState state,
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

        Result<IReadOnlyList<RunEvent<CombEvent>>> Happened(CombEvent what) => new RunEvent<CombEvent>[] { new(newId(), at, what) };
        Result<IReadOnlyList<RunEvent<CombEvent>>> WithWeight(string? typed, string field, Func<double, string, CombEvent> what) =>
            RunRules.Weight(typed, unit, field).Then(mass => Happened(what(mass.Grams, typed!.Trim())));
        bool Fits(int more) => state.Loads.Count + more <= LoadSize.MostLoads;
        var many = new Refusal("count", "out-of-range", $"So many loads cannot be: from 1 to {LoadSize.MostLoads}.");
        return command switch
        {
            TransferFibre when !state.Plan.HasTransfers => new Refusal("kind", "not-here", "Nothing is transferred this way: draw it off."),
            TransferFibre => state.Transfers < MostTransfers
                ? Happened(new FibreTransferred())
                : new Refusal("kind", "out-of-range", $"More than {MostTransfers} transfers break any fibre."),
            CombOneLoad load => !Fits(1)
                ? many
                : Both(load.Top, load.Noil, unit)
                    .Then(w => Happened(new LoadCombed(w.Top, w.Noil, load.Top?.Trim() ?? "", load.Noil?.Trim() ?? ""))),
            CountCombLoads { Count: var count } => count is >= 1 and <= LoadSize.MostLoads && Fits(count)
                ? Happened(new CombLoadsCounted(count))
                : many,
            WeighCombLoad weigh when state.Loads.Count(l => l.Event == weigh.Load) != 1 => new Refusal(
                "load",
                "not-here",
                "There is no such load here that can be weighed by itself."
            ),
            WeighCombLoad { Top: var top, Noil: var noil } when string.IsNullOrWhiteSpace(top) && string.IsNullOrWhiteSpace(noil) =>
                new Refusal("top", "missing", "Say what its top or its noil weighs."),
            WeighCombLoad weigh => Both(weigh.Top, weigh.Noil, unit)
                .Then(w => Happened(new CombLoadWeighed(weigh.Load, w.Top, w.Noil, weigh.Top?.Trim() ?? "", weigh.Noil?.Trim() ?? ""))),
            WeighTufts { Loads: < 1 or > LoadSize.MostLoads } => new Refusal(
                "loads",
                "out-of-range",
                $"It must be a whole number from 1 to {LoadSize.MostLoads}."
            ),
            WeighTufts tufts => Zero(tufts.Mass, unit, "mass")
                .Then(mass => Happened(new TuftsWeighed(mass, tufts.Loads, tufts.Mass.Trim()))),
            KeepEnds ends => WithWeight(ends.Mass, "mass", (grams, typed) => new EndsKept(grams, typed)),
            WeighCombWaste waste => WithWeight(waste.Mass, "mass", (grams, typed) => new CombWasteWeighed(grams, typed)),
            WeighSliver { Metres: var metres } when !double.IsFinite(metres) || metres is <= 0 or > MostMetres => new Refusal(
                "metres",
                "out-of-range",
                FormattableString.Invariant($"A measured length is above nothing and at most {MostMetres} m.")
            ),
            WeighSliver sliver => WithWeight(sliver.Mass, "mass", (grams, typed) => new SliverWeighed(sliver.Metres, grams, typed)),
            CountNests { Count: < 1 or > LoadSize.MostLoads } => new Refusal(
                "count",
                "out-of-range",
                $"It must be a whole number from 1 to {LoadSize.MostLoads}."
            ),
            CountNests { Mass: var mass } nests when string.IsNullOrWhiteSpace(mass) => Happened(new NestsCounted(nests.Count, null, "")),
            CountNests nests => WithWeight(nests.Mass, "mass", (grams, typed) => new NestsCounted(nests.Count, grams, typed)),
            _ => new Refusal("kind", "not-here", "Nothing of that kind is noted at the combs."),
        };
    }

    // Top and noil, each where it was typed. Noil may weigh nothing, top may not: then there is no load.
    private static Result<(double? Top, double? Noil)> Both(string? top, string? noil, MassUnit unit)
    {
        var tops = string.IsNullOrWhiteSpace(top) ? (Result<Mass>?)null : RunRules.Weight(top, unit, "top");
        var noils = string.IsNullOrWhiteSpace(noil) ? (Result<double>?)null : Zero(noil, unit, "noil");
        Refusal[] refusals = [.. tops?.Refusals ?? [], .. noils?.Refusals ?? []];
        return refusals.Length > 0 ? Result<(double?, double?)>.Refused(refusals) : (tops?.Value.Grams, noils?.Value);
    }

    // What left nothing in the tines is told as 0.
    private static Result<double> Zero(string? typed, MassUnit unit, string field) =>
        typed?.Trim() is "0" or "0 g" or "none" ? 0.0 : MassReader.Read(typed, unit, field).Then<double>(m => m.Grams);

    /// <summary>Whether an event can be taken back as a slip.</summary>
    /// <param name="events">Those that count.</param>
    /// <param name="id">The event.</param>
    /// <returns>Null when it can; <c>not-here</c>; <c>has-loads</c> for a transfer of a load that was drawn off since.</returns>
    public static Refusal? Withdraw(IReadOnlyCollection<RunEvent<CombEvent>> events, Guid id)
    {
        if (events.FirstOrDefault(e => e.Id == id) is not { } one)
        {
            return new Refusal("eventId", "not-here", "There is no such thing noted here.");
        }

        // A transfer taken back after its load was drawn off would say that another end led.
        return one.What is FibreTransferred && events.SkipWhile(e => e.Id != id).Any(e => e.What is LoadCombed or CombLoadsCounted)
            ? new RunConflict("has-loads", "That load was drawn off since: take it back first.")
            : null;
    }

    /// <summary>The plan of what is not done yet, to go on with once what is done was logged as a part.</summary>
    /// <param name="state">As it stands.</param>
    /// <returns>The loads that are left, of the same weight; null where none is done, or none is left.</returns>
    public static CombPlan? Rest(CombState state) =>
        state.Loads.Count is > 0 and var done && done < state.Plan.Loads
            ? state.Plan with
            {
                Grams = state.Plan.GramsPerLoad * (state.Plan.Loads - done),
            }
            : null;

    /// <summary>Where it stands.</summary>
    /// <param name="state">As it stands.</param>
    public static RunSummary Summarise(CombState state)
    {
        var isDone = state.Loads.Count >= state.Plan.Loads;
        return new RunSummary(
            state.Loads.Count > 0,
            [new RunCall(state.Id, isDone ? RunAct.Log : RunAct.WhenYouLike, state.StartedAt, null, null, null, null, false)],
            RunRules.Minutes(state.StartedAt, state.LastAt)
        );
    }

    /// <summary>Top and noil of all loads, if each of them was weighed; null otherwise.</summary>
    /// <param name="state">As it stands.</param>
    public static (double? Top, double? Noil) Made(CombState state)
    {
        double? Sum(Func<LoadOfCombs, double?> of) =>
            state.Loads.Count > 0 && state.Loads.All(l => of(l) is not null) ? state.Loads.Sum(of) : null;
        return (Sum(l => l.TopGrams), Sum(l => l.NoilGrams));
    }

    /// <summary>Loads that stand out by their noil, as places in <see cref="CombState.Loads"/>.</summary>
    /// <param name="state">As it stands.</param>
    /// <param name="scaleStepGrams">The scale's division, above zero.</param>
    public static IReadOnlyList<IReadOnlyList<int>> Tender(CombState state, double scaleStepGrams)
    {
        var weighed = state.Loads.Select((l, i) => (l.Weighed, At: i)).Where(l => l.Weighed is not null).ToArray();
        return
        [
            .. TenderPart
                .Find([.. weighed.Select(w => w.Weighed!)], scaleStepGrams)
                .Select(group => group.Select(i => weighed[i].At).ToArray()),
        ];
    }

    /// <summary>How noil goes over the loads, without those that stand out.</summary>
    /// <param name="state">As it stands.</param>
    /// <param name="scaleStepGrams">The scale's division, above zero.</param>
    public static NoilCourse? Noil(CombState state, double scaleStepGrams)
    {
        var apart = Tender(state, scaleStepGrams).SelectMany(g => g).ToHashSet();
        var all = state.Loads.Select(l => l.Weighed).OfType<CombedLoad>().ToArray();
        var others = NoilCourse.Of([.. state.Loads.Where((_, i) => !apart.Contains(i)).Select(l => l.Weighed).OfType<CombedLoad>()]);
        return NoilCourse.Of(all) is { } course ? course with { First = others?.First, Last = others?.Last } : null;
    }

    /// <summary>The loads that teach the tines: top and noil of those that were weighed, the newest first.</summary>
    /// <param name="state">As it stands.</param>
    public static IReadOnlyList<(LoadOfCombs Load, double Grams)> Lessons(CombState state) =>
        [.. state.Loads.Where(l => l.Weighed is not null).Reverse().Select(l => (l, l.TopGrams!.Value + l.NoilGrams!.Value))];
}

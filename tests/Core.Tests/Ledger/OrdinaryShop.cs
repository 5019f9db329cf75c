using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Combing;
using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Opening;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Core.Skirting;
using EarthyTuft.Core.Stations;
using EarthyTuft.Core.Stock;
using MathNet.Numerics.Distributions;

namespace EarthyTuft.Core.Tests.Ledger;

/// <summary>
/// A made-up workshop over weeks, logged through the desk as a person would: most losses are swept up and not weighed, the scale runs a
/// little wrong and drifts, the air is read or not, the person's own yields wander and now and then go beyond what is typical. It knows the
/// true masses; the log holds what was written.
/// </summary>
internal sealed class OrdinaryShop
{
    private static readonly Station[] Preparing =
    [
        CardingStation.Definition,
        CombingStation.Definition,
        OpeningStation.Definition,
        StockStations.Divide,
    ];
    private readonly Random random;
    private readonly double weighsLosses;
    private readonly Dictionary<StepKind, double> habit = [];
    private readonly List<Bag> there = [];
    private readonly Dictionary<Guid, LossKind> lossKinds = [];
    private readonly Dictionary<Guid, LotForm> forms = [];
    private double scale;
    private DateOnly day = new(2026, 3, 1);
    private double air;
    private double airOff;
    private double? read;

    public OrdinaryShop(Random random, double? weighsLosses = null)
    {
        this.random = random;
        this.weighsLosses = weighsLosses ?? 0.6 * random.NextDouble();
        scale = 0.002 * Normal.Sample(random, 0, 1);
        NextDay();
    }

    /// <summary>A heap with what is really in it.</summary>
    public sealed record Bag(Guid Lot, LotForm Form, double True);

    /// <summary>One step as it was tried at the desk, and what the desk made of it.</summary>
    public sealed record Logged(StepCommand Command, Result<StepOutcome> Outcome, DateOnly Day, Entry? Entry);

    public List<Entry> Entries { get; } = [];

    /// <summary>The yields the shop has shown so far.</summary>
    public List<OwnYield> Yields { get; } = [];

    /// <summary>Changes what is written for a weighing; null leaves it as it is.</summary>
    public Func<Weighing, FlowRole, double?>? Miswrites { get; set; }

    public DateOnly Day => day;

    public void NextDay()
    {
        day = day.AddDays(1);
        air = 40 + (random.NextDouble() * 40);
        read = random.Next(3) > 0 ? air : null;
        airOff = Normal.Sample(random, 0, read is null ? 0.02 : 0.01);
        scale += 0.0003 * Normal.Sample(random, 0, 1);
    }

    public void TakeIn()
    {
        var bag = new Bag(Guid.CreateVersion7(), LotForm.Raw, 900 + (random.NextDouble() * 3500));
        var weighing = Weigh(bag.True, LotForm.Raw, FlowRole.Out);
        var reference = ReferenceWeighing.Of(weighing, Of(LotForm.Raw))!;
        Entries.Add(
            new Entry(Guid.CreateVersion7(), StepKind.TakeIn, [new Flow(weighing.Id, FlowRole.Out, Amount.Weighed, bag.Lot, reference)])
        );
        forms[bag.Lot] = LotForm.Raw;
        there.Add(bag);
    }

    /// <summary>The next thing somebody would do with what lies there; null when nothing waits.</summary>
    public Logged? Step()
    {
        var waiting = there.Where(b => b.Form is not (LotForm.Batt or LotForm.Top or LotForm.Noil) && b.True > 60).ToArray();
        if (waiting.Length == 0)
        {
            return null;
        }

        var bag = waiting[random.Next(waiting.Length)];
        var station = bag.Form switch
        {
            LotForm.Raw => SkirtingStation.Definition,
            LotForm.Skirted => ScouringStation.Definition,
            LotForm.Washed => DryingStation.Definition,
            LotForm.Opened => Preparing[random.Next(2)],
            _ => Preparing[random.Next(Preparing.Length)],
        };
        var parted = station.Stage > 50 && bag.True > 250 && random.Next(3) == 0;
        var part = parted ? 0.3 + (0.4 * random.NextDouble()) : 1;
        var mass = bag.True * part;
        var weighsIn = parted || (station.Kind is not (StepKind.Wash or StepKind.Dry) && random.Next(2) == 0);
        var taking = new Taking(Source(bag), weighsIn ? Weigh(mass, bag.Form, FlowRole.In) : null, !parted);

        // What it loses: the person's own habit, and now and then more than is typical.
        var lost = mass * Lost(station);
        var losses = new List<Losing>();
        var rest = mass - lost;
        var (to, kept) = Made(station, bag, rest);
        if (station.ByDifference is { } by)
        {
            losses.Add(new Losing(by, null, null));
        }
        else if (lost > 1 && random.NextDouble() < weighsLosses)
        {
            var kind = station.Rest?.Waste ?? station.UsualLosses[0];
            losses.Add(new Losing(kind, null, Weigh(lost, kind.IsFibre() ? bag.Form : null, FlowRole.Loss)));
        }

        var command = new StepCommand(station, [taking], to, losses, []);
        var outcome = StepDesk.WeighUp(command, null, Guid.CreateVersion7);
        if (!outcome.IsRefused && outcome.Value.Balance.Status == BalanceStatus.Suspicious)
        {
            outcome = StepDesk.WithUsual(command, outcome.Value, null, new YieldLog(Yields).For(station.Kind, null, ""));
        }

        if (outcome.IsRefused)
        {
            return new Logged(command, outcome, day, null);
        }

        return new Logged(command, outcome, day, Keep(command, outcome.Value, bag, parted ? bag.True - mass : null, kept));
    }

    /// <summary>The log with one weight written wrongly.</summary>
    public IReadOnlyList<Entry> Miswritten(Flow flow, double logged)
    {
        var right = flow.Weighing!;
        var wrong = right with
        {
            Logged = logged,
            Grams = logged * right.Grams / right.Logged,
            OwnVariance = right.OwnVariance * Math.Pow(logged / right.Logged, 2),
            Shared = right.Shared * logged / right.Logged,
        };
        return [.. Entries.Select(e => e with { Flows = [.. e.Flows.Select(f => f.Id == flow.Id ? f with { Weighing = wrong } : f)] })];
    }

    /// <summary>The log as the store hands it to reconciliation: with what usually goes where something is missing.</summary>
    public IReadOnlyList<Entry> Judged(IReadOnlyList<Entry>? log = null)
    {
        var entries = log ?? Entries;
        var masses = MassSolver.Of(entries);
        return
        [
            .. entries.Select(e =>
                !e.Step.HasBalance() || masses.BalanceAt(e.Id) is not { Status: BalanceStatus.Suspicious }
                    ? e
                    : e with
                    {
                        Usual = Usual(e, masses),
                    }
            ),
        ];
    }

    /// <summary>What usually goes at every step of which it is known what went in, as the store tells it where something is asked.</summary>
    public IReadOnlyDictionary<Guid, UsualLoss> Usual(IReadOnlyList<Entry> log, MassSolver masses) =>
        log.Where(e => e.Step.HasBalance() && masses.BalanceAt(e.Id).In is { Mass.Grams: > 0 })
            .ToDictionary(e => e.Id, e => Usual(e, masses));

    private UsualLoss Usual(Entry e, MassSolver masses) =>
        EarthyTuft
            .Core.Course.AllStations.Of(e.Step)
            .UsualLossOf(
                null,
                new YieldLog(Yields).For(e.Step, null, ""),
                masses.BalanceAt(e.Id).In!.Mass,
                [.. e.Flows.Where(f => f.Role == FlowRole.Out).Select(f => forms[f.LotId!.Value])],
                [
                    .. e
                        .Flows.Where(f => f is { Role: FlowRole.Loss, Weighing: not null })
                        .Select(f => (lossKinds[f.Id], Mass.FromGrams(f.Weighing!.Grams))),
                ]
            );

    private Entry Keep(StepCommand command, StepOutcome outcome, Bag bag, double? left, IReadOnlyList<double> kept)
    {
        var made = command.To.Zip(kept, (to, grams) => new Bag(Guid.CreateVersion7(), to.Form, grams)).ToArray();
        var flows = outcome
            .Flows.Select(
                (f, i) =>
                {
                    var flow = i >= 1 && i <= made.Length ? f.Flow with { LotId = made[i - 1].Lot } : f.Flow;
                    // The store names a weighing by its flow.
                    return flow.Weighing is { } w ? flow with { Id = w.Id } : flow;
                }
            )
            .ToArray();
        foreach (var (flow, losing) in flows.Skip(1 + made.Length).Zip(command.Losses))
        {
            lossKinds[flow.Id] = losing.Kind;
        }

        var entry = new Entry(Guid.CreateVersion7(), command.Station.Kind, flows);
        Entries.Add(entry);
        there.Remove(bag);
        if (left is { } grams)
        {
            there.Add(bag with { True = grams });
        }

        there.AddRange(made);
        foreach (var lot in made)
        {
            forms[lot.Lot] = lot.Form;
        }

        var (taken, out_) = (outcome.Balance.In?.Mass.Grams, outcome.Balance.Kept?.Mass.Grams);
        if (
            outcome.Balance.Status is BalanceStatus.Fits or BalanceStatus.UsualLoss
            && taken > 0
            && out_ > 0
            && command.To.All(t => t.Form != LotForm.Noil)
        )
        {
            Yields.Add(new OwnYield(command.Station.Kind, null, "", Math.Min(1, out_.Value / taken.Value)));
        }

        return entry;
    }

    private (Giving[] To, double[] Kept) Made(Station station, Bag bag, double rest)
    {
        if (station.Rest is not null)
        {
            var noil = rest * (0.05 + (0.2 * random.NextDouble()));
            return (
                [
                    new(LotForm.Top, Weigh(rest - noil, LotForm.Top, FlowRole.Out)),
                    new(LotForm.Noil, Weigh(noil, LotForm.Noil, FlowRole.Out)),
                ],
                [rest - noil, noil]
            );
        }

        if (station.KeepsForm)
        {
            var share = 0.3 + (0.4 * random.NextDouble());
            return (
                [
                    new(bag.Form, Weigh(rest * share, bag.Form, FlowRole.Out)),
                    new(bag.Form, Weigh(rest * (1 - share), bag.Form, FlowRole.Out)),
                ],
                [rest * share, rest * (1 - share)]
            );
        }

        var form = station.GivesOf(bag.Form, Fibre.Wool)[0];
        return ([new(form, station.UsualState == WeighingState.Damp ? null : Weigh(rest, form, FlowRole.Out))], [rest]);
    }

    private double Lost(Station station)
    {
        var yield = station.Rest?.Together ?? station.Typical(null) ?? new Span(1 - UsualLoss.Floor, 1);
        if (!habit.TryGetValue(station.Kind, out var usual))
        {
            habit[station.Kind] = usual = 1 - yield.High + ((yield.High - yield.Low) * (0.2 + (0.6 * random.NextDouble())));
        }

        // Habits wander, and one fleece in fifty is worse than any book says.
        var width = yield.High - yield.Low;
        habit[station.Kind] = usual + (width * 0.03 * Normal.Sample(random, 0, 1));
        var beyond = random.Next(50) == 0 ? width * 0.3 : 0;
        return Math.Clamp(usual + (width * 0.15 * Normal.Sample(random, 0, 1)) + beyond, 0, 0.9);
    }

    private SourceLot Source(Bag bag) =>
        new(
            new Lot(bag.Lot, "F-1", bag.Form, new LotTraits(Fibre.Wool, new(0.5, 0.7), "", "", null, null, Content.Certain)),
            MassSolver.Of(Entries).Left(bag.Lot)
        );

    private static Nature Of(LotForm form) => Nature.Of(Fibre.Wool, form, new(0.5, 0.7));

    private Weighing Weigh(double reference, LotForm? form, FlowRole role)
    {
        // In the grease only the clean part takes up moisture: a little over half of it here, and nobody knows just how much.
        var clean =
            form is not { } of ? 0
            : of.IsGreasy() ? 0.58
            : 1;
        var regain = Regain.At(Fibre.Wool, read ?? 65) + airOff;
        var onTheScale = reference * (1 + (clean * (((1 + regain) / (1 + Regain.At(Fibre.Wool, 65))) - 1)));
        var said = onTheScale * (1 + scale + Normal.Sample(random, 0, 0.0008));
        var weighing = new Weighing(
            Guid.CreateVersion7(),
            Mass.FromGrams(Math.Max(1, Math.Round(said))),
            WeighingState.Rested,
            read,
            Mass.FromGrams(1),
            day
        );
        return Miswrites?.Invoke(weighing, role) is { } wrong ? weighing with { Logged = Mass.FromGrams(wrong) } : weighing;
    }
}

using EarthyTuft.Core.Course;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Stations;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Yarns;

namespace EarthyTuft.Web.Ledger;

/// <summary>Reads a typed step into a command. Every weight that does not read is named at its field; none is guessed.</summary>
public sealed class StepReader(WorkshopSettings workshop, StepRequest request, DateOnly session)
{
    private readonly List<Refusal> refusals = [];
    private readonly Dictionary<Weighing, string> typed = new(ReferenceEqualityComparer.Instance);

    public string Typed(Weighing weighing) => typed[weighing];

    public Result<StepCommand> Read(IReadOnlyDictionary<Guid, SourceLot> lots)
    {
        if (request.Step == StepKind.TakeIn)
        {
            return new Refusal("step", "wrong-step", "A fleece is taken in at POST /api/fleeces.");
        }

        if (AllStations.Find(request.Step) is not { } definition)
        {
            return new Refusal("step", "wrong-step", "Fibre that leaves or is counted has its own addresses, under /api/lots/{id}.");
        }

        var from = new List<Taking>();
        for (var i = 0; i < request.From.Count; i++)
        {
            var taking = request.From[i];
            var weighing = Weigh(taking.Mass, taking.State ?? WeighingState.Rested, $"from[{i}].mass");
            if (lots.TryGetValue(taking.LotId, out var lot))
            {
                var all = taking.Rest switch
                {
                    RestOfLot.There => false,
                    RestOfLot.Gone => true,
                    _ => taking.All || weighing is null,
                };
                var meant = new Taking(lot, weighing, all) { RestIsSaid = taking.Rest is not null };
                from.Add(meant.RestIsSaid ? meant : TakingRules.AsMeant(meant));
            }
            else
            {
                refusals.Add(new Refusal($"from[{i}].lotId", "not-here", "There is no such lot in this workshop."));
            }
        }

        if (request.Dyeing is { } dyeing)
        {
            refusals.AddRange(
                request.Step == StepKind.Dye
                    ? DyeNotes.Check(dyeing.ToNotes())
                    : [new Refusal("dyeing", "not-measured-here", "Dyestuff and mordant are noted where fibre is dyed.")]
            );
        }

        refusals.AddRange(request.To.SelectMany((t, i) => YarnNotes.Check(t.Yarn, t.Form, $"to[{i}].yarn")));
        var to = request
            .To.Select((t, i) => new Giving(t.Form, Weigh(t.Mass, t.State ?? definition.UsualState, $"to[{i}].mass"), t.Worth))
            .ToArray();
        var losses = (request.Losses ?? [])
            .Select((l, i) => new Losing(l.Kind, l.Fate, Weigh(l.Mass, l.State ?? WeighingState.Rested, $"losses[{i}].mass"), l.Worth))
            .ToArray();
        var gains = (request.Gains ?? [])
            .Select((g, i) => (g.Kind, Weighing: Weigh(Weighed(g, from), WeighingState.Rested, $"gains[{i}].mass", needed: true)))
            .ToArray();
        return refusals.Count > 0
            ? Result<StepCommand>.Refused(refusals)
            : new StepCommand(
                definition,
                from,
                to,
                losses,
                [.. gains.Select(g => new Gaining(g.Kind, g.Weighing!))],
                request.IntoReserve,
                request.Measures
            );
    }

    public IReadOnlyList<UnderstoodMass> Understood(StepCommand command, StepOutcome outcome)
    {
        var fields = command
            .From.Select((t, i) => ($"from[{i}].mass", t.Weighing))
            .Concat(command.To.Select((t, i) => ($"to[{i}].mass", t.Weighing)))
            .Concat(command.Losses.Select((l, i) => ($"losses[{i}].mass", l.Weighing)))
            .Concat(command.Gains.Select((g, i) => ($"gains[{i}].mass", (Weighing?)g.Weighing)));
        return
        [
            .. fields
                .Zip(outcome.Flows)
                .Where(p => p.First.Item2 is not null)
                .Select(p => new UnderstoodMass(
                    p.First.Item1,
                    p.First.Item2!.Logged.ToFigure(workshop.Unit, Provenance.Measured),
                    p.Second.Mass?.Estimate.ToFigure(
                        workshop.Unit,
                        Provenance.Reckoned,
                        ReferenceWords.Working(p.First.Item2, workshop.Unit)
                    )
                )),
        ];
    }

    // A dressing may be told by its share of the fibre as it lies there.
    private static string? Weighed(GainingRequest gain, List<Taking> from) =>
        gain.Kind == GainKind.Dressing
        && Dressing.ReadPercent(gain.Mass) is { } percent
        && from.Count > 0
        && from.All(t => (t.Weighing?.Logged.Grams ?? t.Lot.LeftGrams) is not null)
            ? FormattableString.Invariant(
                $"{Dressing.Reckon(new(from.Sum(t => t.Weighing?.Logged.Grams ?? t.Lot.LeftGrams!.Value), percent)).Value.DressingGrams:0.##} g"
            )
            : gain.Mass;

    private Weighing? Weigh(string? text, WeighingState state, string field, bool needed = false)
    {
        if (string.IsNullOrWhiteSpace(text) && !needed)
        {
            return null;
        }

        var read = MassReader.Read(text, workshop.Unit, field);
        if (read.IsRefused)
        {
            refusals.AddRange(read.Refusals);
            return null;
        }

        var weighing = new Weighing(
            Guid.CreateVersion7(),
            read.Value,
            state,
            request.HumidityPercent,
            Mass.FromGrams(workshop.ScaleStepGrams),
            session
        );
        typed[weighing] = text!.Trim();
        return weighing;
    }
}

/// <summary>Says how a weighing became a reference mass.</summary>
public static class ReferenceWords
{
    public static Working Working(Weighing weighing, MassUnit unit) =>
        new(
            "logged \u00D7 (1 + regain at 65 %) / (1 + regain when weighed); in the grease only for the clean part",
            [
                new("logged", weighing.Logged.Write(unit)),
                new(
                    "state",
                    weighing.State switch
                    {
                        WeighingState.Rested => "rested in the room",
                        WeighingState.Warm => "warm, straight off the heat",
                        WeighingState.Provisional => "provisional, two weighings have not agreed yet",
                        WeighingState.AsSold => "as sold, at the agreed allowance",
                        _ => "damp",
                    }
                ),
                new(
                    "room humidity",
                    weighing.HumidityPercent is { } h ? FormattableString.Invariant($"{h:0.#} %") : "not read, taken as 65 %"
                ),
            ],
            "absorption curves, typical; allowances of Regulation (EU) 1007/2011"
        );
}

using System.Globalization;
using EarthyTuft.Core.Animals;
using EarthyTuft.Core.Course;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Stations;
using EarthyTuft.Core.Stock;
using EarthyTuft.Core.TakingIn;
using EarthyTuft.Core.WeighLog;
using EarthyTuft.Data.Animals;
using EarthyTuft.Data.Fibres;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.WeighLog;

/// <summary>Who imports, and what the workshop's defaults are.</summary>
public sealed record ImportFacts(Guid PersonId, string PersonName, DateTimeOffset Now, TimeZoneInfo Zone, double ScaleStepGrams);

/// <summary>What became of a file.</summary>
/// <param name="Refused">The first of the refusals; <paramref name="RefusedRows"/> says of how many rows there are any.</param>
public sealed record ImportOutcome(int Rows, int TakenRows, int TakenEntries, IReadOnlyList<RefusedRow> Refused, int RefusedRows);

/// <summary>
/// Brings a weigh log in by the same decisions that the stations use. Entries are staged in file order; one whose rows are not all good
/// is refused whole, and so is whatever takes from a lot that it would have made. Nothing is saved here but by <see cref="Save"/>.
/// </summary>
public sealed class WeighLogImport(EarthyTuftDb db, ImportFacts facts)
{
    private readonly ImportLots lots = new(db, facts.Zone);
    private RefusedRows refused = new();
    private readonly Dictionary<(int Entry, int Line), FlowRow> flows = [];
    private readonly List<EntryRow> staged = [];
    private BreedBook breeds = new([], []);
    private bool setsRight;
    private int takenRows;
    private int takenEntries;

    public async Task<Result<ImportOutcome>> Stage(byte[] file, CancellationToken cancellationToken)
    {
        var read = WeighLogFile.Read(file);
        if (read.IsRefused)
        {
            return Result<ImportOutcome>.Refused(read.Refusals);
        }

        // A row that did not read still belongs to an entry, if its number did: the rest of that entry cannot be taken either.
        refused = read.Value.Refused;
        return await Stage(read.Value.Rows, read.Value.Broken, read.Value.Count, cancellationToken);
    }

    /// <summary>Stages rows that are at hand already.</summary>
    public async Task<ImportOutcome> Stage(IReadOnlyList<WeighLogRow> rows, CancellationToken cancellationToken) =>
        await Stage([.. rows.Select((row, i) => (i + 2, row))], new Dictionary<int, int>(), rows.Count, cancellationToken);

    private async Task<ImportOutcome> Stage(
        IReadOnlyList<(int Row, WeighLogRow Line)> rows,
        IReadOnlyDictionary<int, int> broken,
        int count,
        CancellationToken cancellationToken
    )
    {
        breeds = await BreedReference.Book(db, cancellationToken);
        foreach (var (number, row) in rows)
        {
            if (WorkTime.Check(row.DoneAt, facts.Now, "done_at") is { } never)
            {
                refused.Add(number, "done_at", never.Reason);
            }
        }

        await lots.Load([.. rows.Select(r => r.Line.Lot).Where(c => c.Length > 0).Distinct()], cancellationToken);

        // What was voided is told in the file, and nothing reckons with it here either: it is not taken in.
        rows = [.. rows.Where(r => r.Line.VoidedBecause.Length == 0)];
        setsRight = rows.Any(r => r.Line.Flow == RowKind.Correction);
        foreach (var entry in rows.Where(r => r.Line.Flow != RowKind.Correction).GroupBy(r => r.Line.Entry))
        {
            Take([.. entry.OrderBy(r => r.Line.Line)], broken.GetValueOrDefault(entry.Key));
        }

        foreach (var (number, row) in rows.Where(r => r.Line.Flow == RowKind.Correction))
        {
            Correct(number, row);
        }

        return new ImportOutcome(count, takenRows, takenEntries, refused.Told, refused.Count);
    }

    /// <summary>
    /// Settles what was staged and saves it, within the caller's transaction. Families that are in the file from their beginning are
    /// settled before they are stored; those that go on from lots that were here already, afterwards with all that is known of them.
    /// </summary>
    public async Task Save(CancellationToken cancellationToken)
    {
        var byId = lots.All.ToDictionary(l => l.Id);
        var here = byId.Keys.Except(lots.Made.Select(l => l.Id)).ToHashSet();
        var goingOn = new HashSet<Guid>();
        UsualLosses? usual = null;
        foreach (var (family, entries) in Family.OfStaged(staged, byId))
        {
            if (family.Lots.Keys.Any(here.Contains))
            {
                goingOn.UnionWith(family.Lots.Keys);
            }
            else
            {
                var hanging = UsualLosses.HangingOn(family);
                var judged =
                    hanging.Count == 0
                        ? family
                        : family.With((usual ??= await UsualLosses.Read(db, null, cancellationToken)).Of(family, hanging));
                LedgerStore.Project(judged, family.Lots.Keys.Select(id => byId[id]), entries);
            }
        }

        // What was taken from lots that were here already is a change of theirs; everything new goes in by the thousand.
        var flows = staged.SelectMany(Linked).ToArray();
        var weighings = flows.SelectMany(Linked).ToArray();
        await db.SaveChangesAsync(cancellationToken);
        await db.CopyIn(lots.Made, cancellationToken);
        await db.CopyIn(staged, cancellationToken);
        await db.CopyIn(flows, cancellationToken);
        await db.CopyIn(weighings, cancellationToken);
        await AnimalBook.Gather(db, cancellationToken);
        await lots.KeepCountersAhead(cancellationToken);
        if (goingOn.Count > 0)
        {
            await LedgerStore.Refresh(db, [.. goingOn], cancellationToken);
        }
    }

    private static IEnumerable<FlowRow> Linked(EntryRow entry)
    {
        foreach (var flow in entry.Flows)
        {
            flow.EntryId = entry.Id;
            yield return flow;
        }
    }

    private static IEnumerable<WeighingRow> Linked(FlowRow flow)
    {
        foreach (var weighing in flow.Weighings)
        {
            weighing.FlowId = flow.Id;
            yield return weighing;
        }
    }

    private void Take(IReadOnlyList<(int Number, WeighLogRow Row)> rows, int brokenBy)
    {
        if (brokenBy > 0 || rows.Any(r => refused.Has(r.Number)))
        {
            RefuseRest(rows, brokenBy > 0 ? brokenBy : rows.First(r => refused.Has(r.Number)).Number);
            return;
        }

        var before = refused.Refusals;
        var step = rows[0].Row.Step;
        var entry =
            step == StepKind.TakeIn ? TakeIn(rows)
            : step == StepKind.Recount ? Recount(rows)
            : step.IsLeaving() ? Leave(rows)
            : Step(rows);
        if (refused.Refusals > before)
        {
            RefuseRest(rows, rows.First(r => refused.Has(r.Number)).Number);
            return;
        }

        staged.Add(entry!);
        foreach (var (row, flow) in rows.Zip(entry!.Flows))
        {
            flows[(row.Row.Entry, row.Row.Line)] = flow;
        }

        takenRows += rows.Count;
        takenEntries++;
    }

    private void RefuseRest(IReadOnlyList<(int Number, WeighLogRow Row)> rows, int because)
    {
        foreach (var (number, _) in rows.Where(r => !refused.Has(r.Number)))
        {
            refused.Add(number, "entry", $"Its entry cannot be taken because of row {because}.");
        }
    }

    private EntryRow? TakeIn(IReadOnlyList<(int Number, WeighLogRow Row)> rows)
    {
        var (number, row) = rows[0];
        var parentage = Parentage.Read(row.Breed, "breed");
        if (rows.Count != 1 || row.Flow != RowKind.Out || row.Amount != Amount.Weighed)
        {
            return Refuse(rows[^1].Number, "flow", "Taking in is one row: flow out, weighed.");
        }

        if (parentage.IsRefused)
        {
            return Refuse(number, "breed", parentage.Refusals[0].Reason);
        }

        if (!IsFree(number, row.Lot))
        {
            return null;
        }

        var fibre = row.Fibre
            ?? parentage.Value.Shares.Select(s => breeds.Find(s.Breed)?.Fibre).FirstOrDefault(f => f is not null)
            ?? Fibre.Wool;
        var weighing = Weigh(row)!;
        var form = row.Form ?? LotForm.Raw;
        var check = TakeInRules.Check(
            new TakeInCommand(weighing.Logged, parentage.Value, fibre, row.ShornOn, weighing.Session, row.Price)
            {
                Form = form,
                Parts = row.MadeOf,
            }
        );
        if (check.IsRefused)
        {
            return Refuse(
                number,
                check.Refusals[0].Field switch
                {
                    "shornOn" => "shorn_on",
                    "price" => "price",
                    "form" => "form",
                    "parts" => "made_of",
                    _ => "mass_g",
                },
                check.Refusals[0].Reason
            );
        }

        var clean = parentage.Value.CleanYield(breeds.Find);
        var lot = lots.Keep(
            new LotRow
            {
                Code = row.Lot.ToUpperInvariant(),
                Form = form,
                Parentage = "",
                CleanYieldLow = clean.Low,
                CleanYieldHigh = clean.High,
                Animal = AnimalRules.Tidy(row.Animal),
                Colour = row.Colour,
                ShornOn = row.ShornOn,
                Price = row.Price,
                Before = row.Before,
                CameDyed = row.CameDyed,
            }
        );
        lot.Compose(check.Value.Composition);
        var entry = LedgerStore.AddTakeIn(null, lot, new TypedWeighing(weighing, Typed(weighing)), Facts(row));
        var reference = ReferenceWeighing.Of(weighing, Nature.Of(lot.Composition, form, clean));
        lots.Leave(lot, reference is null ? null : LinearForm.Of(reference));
        return entry;
    }

    private EntryRow? Step(IReadOnlyList<(int Number, WeighLogRow Row)> rows)
    {
        var (first, head) = rows[0];
        var ins = rows.Where(r => r.Row.Flow == RowKind.In).ToArray();
        var outs = rows.Where(r => r.Row.Flow == RowKind.Out).ToArray();
        var losses = rows.Where(r => r.Row.Flow == RowKind.Loss).ToArray();
        var gains = rows.Where(r => r.Row.Flow == RowKind.Gain).ToArray();
        (int, WeighLogRow)[] inOrder = [.. ins, .. outs, .. losses, .. gains];
        if (!inOrder.SequenceEqual(rows))
        {
            return Refuse(first, "flow", "The rows of an entry go in this order: in, out, loss, gain.");
        }

        foreach (var (number, row) in ins.Where(r => lots.Find(r.Row.Lot) is null))
        {
            Refuse(number, "lot", $"There is no lot {row.Lot} here or earlier in the file.");
        }

        foreach (var (number, row) in outs)
        {
            if (IsFree(number, row.Lot) && row.Form is null)
            {
                Refuse(number, "form", "A lot that is made needs a form.");
            }
        }

        if (rows.Any(r => refused.Has(r.Number)))
        {
            return null;
        }

        var command = new StepCommand(
            AllStations.Of(head.Step),
            [.. ins.Select(r => new Taking(lots.Source(r.Row.Lot), Weigh(r.Row), r.Row.EmptiesLot))],
            [.. outs.Select(r => new Giving(r.Row.Form!.Value, Weigh(r.Row), r.Row.Worth))],
            [
                .. losses.Select(r => new Losing(
                    r.Row.Loss!.Value,
                    r.Row.Fate,
                    r.Row.Amount == Amount.ByDifference ? null : Weigh(r.Row),
                    r.Row.Worth
                )),
            ],
            [.. gains.Select(r => new Gaining(r.Row.Gain!.Value, Weigh(r.Row)!))],
            IntoReserve: true
        );
        var outcome = StepDesk.WeighUp(command, null, Guid.CreateVersion7);
        if (outcome.IsRefused)
        {
            foreach (var refusal in outcome.Refusals)
            {
                var (number, column) = Place(refusal.Field, ins, outs, losses, first);
                Refuse(number, column, refusal.Reason);
            }

            return null;
        }

        // Where the file sets weights right later on, what contradicts the log at first may well fit in the end.
        if (outcome.Value.IsContradicted && head.ConfirmedBecause.Length == 0 && !setsRight)
        {
            return outcome.Value.OverBook is [var over, ..]
                ? Refuse(
                    ins[command.From.ToList().FindIndex(t => t.Lot.Id == over.Lot.Id)].Number,
                    "mass_g",
                    $"More is taken than the log leaves of {over.Lot.Code} ({over.Book.Mass}). Say in confirmed_because that it was there, or "
                        + $"set the weights right."
                )
                : Refuse(
                    first,
                    "confirmed_because",
                    "More comes out than goes in. Say in confirmed_because why it is so, or set the weights right."
                );
        }

        var entry = Stage(command, outcome.Value, outs, head);
        foreach (var (flow, (_, row)) in entry.Flows.Zip(rows).Where(p => p.Second.Row.AddedAt is not null))
        {
            (flow.AddedAt, flow.AddedBy) = (row.AddedAt!.Value.ToStored(), row.AddedBy);
        }

        if (head.Answer is { } answer)
        {
            (entry.Answer, entry.AnsweredAt, entry.AnsweredBy) = (answer, head.DoneAt.ToStored(), head.Who);
        }

        return entry;
    }

    private EntryRow? Leave(IReadOnlyList<(int Number, WeighLogRow Row)> rows)
    {
        var (number, row) = rows[0];
        if (rows.Count != 1 || row.Flow != RowKind.In)
        {
            return Refuse(rows[^1].Number, "flow", "Fibre that leaves is one row: flow in.");
        }

        if (lots.Find(row.Lot) is not { } lot)
        {
            return Refuse(number, "lot", $"There is no lot {row.Lot} here or earlier in the file.");
        }

        var weighing = Weigh(row);
        var command = new LeavingCommand(
            row.Step,
            new Taking(lots.Source(row.Lot), weighing, row.EmptiesLot),
            IntoReserve: true,
            ItWasThere: row.ConfirmedBecause.Length > 0 || setsRight
        );
        var taken = StockDesk.WeighUp(command, Guid.CreateVersion7);
        if (taken.IsRefused)
        {
            return Refuse(number, "mass_g", taken.Refusals[0].Reason);
        }

        lots.Leave(lot, Rest(command.Taking, taken.Value.Mass));
        return LedgerStore.AddLeaving(null, command, taken.Value, lot, weighing is null ? null : Typed(weighing), row.Worth, Facts(row));
    }

    private EntryRow? Recount(IReadOnlyList<(int Number, WeighLogRow Row)> rows)
    {
        var (number, row) = rows[0];
        if (rows.Count != 1 || row.Flow != RowKind.Count || row.Amount != Amount.Weighed)
        {
            return Refuse(rows[^1].Number, "flow", "A recount is one row: flow count, weighed.");
        }

        if (lots.Find(row.Lot) is not { } lot)
        {
            return Refuse(number, "lot", $"There is no lot {row.Lot} here or earlier in the file.");
        }

        var weighing = Weigh(row)!;
        var counted = StockDesk.WeighUp(new RecountCommand(lots.Source(row.Lot), weighing), Guid.CreateVersion7);
        if (counted.IsRefused)
        {
            return Refuse(number, "mass_g", counted.Refusals[0].Reason);
        }

        lots.Leave(lot, counted.Value.Mass);
        return LedgerStore.AddRecount(null, counted.Value, lot, new TypedWeighing(weighing, Typed(weighing)), Facts(row));
    }

    private EntryRow Stage(StepCommand command, StepOutcome outcome, (int Number, WeighLogRow Row)[] outs, WeighLogRow head)
    {
        var sources = command.From.Select(t => lots.Find(t.Lot.Code)!).ToArray();
        var newLots = outs.Select(r =>
                lots.Keep(LedgerStore.NewLot(r.Row.Lot.ToUpperInvariant(), r.Row.Form!.Value, outcome.Composition, sources, ""))
            )
            .ToArray();
        var entry = LedgerStore.AddStep(null, command, outcome, sources.ToDictionary(s => s.Id), newLots, Typed, Facts(head));
        for (var i = 0; i < command.From.Count; i++)
        {
            lots.Leave(sources[i], Rest(command.From[i], outcome.Flows[i].Mass));
        }

        for (var i = 0; i < newLots.Length; i++)
        {
            lots.Leave(newLots[i], outcome.Flows[command.From.Count + i].Mass);
        }

        return entry;
    }

    private void Correct(int number, WeighLogRow row)
    {
        if (!flows.TryGetValue((row.Entry, row.Line), out var flow) || flow.Weighings.Count == 0)
        {
            Refuse(number, "line", "There is no weighing at that entry and line to set right.");
            return;
        }

        var last = flow.Weighings[^1];
        var weighing = new Weighing(
            flow.Id,
            Mass.FromGrams(row.MassGrams!.Value),
            row.State ?? last.State,
            row.HumidityPercent ?? last.HumidityPercent,
            Mass.FromGrams(row.ScaleStepGrams ?? last.ScaleStepGrams),
            row.WeighedOn ?? last.Session
        );
        flow.Weighings.Add(
            LedgerStore.NewWeighing(
                new TypedWeighing(weighing, Typed(weighing)),
                last.Revision + 1,
                facts.PersonId,
                row.Who.Length > 0 ? row.Who : facts.PersonName,
                row.DoneAt,
                row.Notes
            )
        );
        takenRows++;
    }

    private static (int Number, string Column) Place(
        string field,
        (int Number, WeighLogRow Row)[] ins,
        (int Number, WeighLogRow Row)[] outs,
        (int Number, WeighLogRow Row)[] losses,
        int first
    )
    {
        var open = field.IndexOf('[', StringComparison.Ordinal);
        if (open < 0)
        {
            return (first, "flow");
        }

        var index = int.Parse(field[(open + 1)..field.IndexOf(']', StringComparison.Ordinal)], CultureInfo.InvariantCulture);
        var rows = field[..open] switch
        {
            "from" => ins,
            "to" => outs,
            _ => losses,
        };
        return (
            rows[index].Number,
            field.EndsWith(".mass", StringComparison.Ordinal) ? "mass_g"
            : field.EndsWith(".form", StringComparison.Ordinal) ? "form"
            : "lot"
        );
    }

    private bool IsFree(int number, string code)
    {
        if (code.Length == 0)
        {
            Refuse(number, "lot", "A lot that is made needs a code.");
            return false;
        }

        if (LotCode.Read(code, "lot") is { IsRefused: true } odd)
        {
            Refuse(number, "lot", odd.Refusals[0].Reason);
            return false;
        }

        // The code of a voided lot stays on its bag too.
        if (lots.IsTaken(code))
        {
            Refuse(number, "lot", $"There is a lot {code} already.");
            return false;
        }

        return true;
    }

    private EntryRow? Refuse(int number, string column, string reason)
    {
        refused.Add(number, column, reason);
        return null;
    }

    private Weighing? Weigh(WeighLogRow row) =>
        row.Amount != Amount.Weighed
            ? null
            : new Weighing(
                Guid.CreateVersion7(),
                Mass.FromGrams(row.MassGrams!.Value),
                row.State ?? WeighingState.Rested,
                row.HumidityPercent,
                Mass.FromGrams(row.ScaleStepGrams ?? facts.ScaleStepGrams),
                row.WeighedOn ?? DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(row.DoneAt, facts.Zone).DateTime)
            );

    private static LinearForm? Rest(Taking taking, LinearForm? mass) =>
        taking.All ? LinearForm.Nothing
        : taking.Lot.Left is { } before && mass is not null ? TakingRules.Rest(before, mass)
        : null;

    private static string Typed(Weighing weighing) => weighing.Logged.Grams.ToString(CultureInfo.InvariantCulture) + " g";

    private EntryFacts Facts(WeighLogRow row) =>
        new(
            Guid.CreateVersion7(),
            row.DoneAt,
            facts.Now.AddTicks(takenEntries * 10L),
            facts.PersonId,
            row.Who.Length > 0 ? row.Who : facts.PersonName,
            row.Minutes,
            row.Notes,
            row.ConfirmedBecause.Length > 0 ? row.ConfirmedBecause : null,
            row.Spent
        );
}

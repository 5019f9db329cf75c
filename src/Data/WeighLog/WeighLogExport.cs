using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.WeighLog;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.WeighLog;

/// <summary>All entries of a workshop as rows: what was first logged, then what was set right.</summary>
public static class WeighLogExport
{
    public static async Task<IReadOnlyList<WeighLogRow>> Rows(EarthyTuftDb db, CancellationToken cancellationToken)
    {
        var entries = await db
            .Entries.AsNoTracking()
            .Include(e => e.Flows)
                .ThenInclude(f => f.Weighings)
            .Include(e => e.Flows)
                .ThenInclude(f => f.Lot)
            .AsSplitQuery()
            .OrderBy(e => e.RecordedAt)
            .ThenBy(e => e.Id)
            .ToListAsync(cancellationToken);
        var rows = new List<WeighLogRow>();
        var corrections = new List<(DateTimeOffset At, WeighLogRow Row)>();
        for (var i = 0; i < entries.Count; i++)
        {
            var entry = entries[i];
            // What was added later stands with its kind, so that every entry reads in the same order.
            foreach (var (place, flow) in entry.Flows.OrderBy(f => Order(f.Role)).ThenBy(f => f.Ordinal).Index())
            {
                var weighings = flow.Weighings.OrderBy(w => w.Revision).ToArray();
                var row = Row(entry, flow, i + 1, place + 1);
                rows.Add(weighings.Length == 0 ? row : Weighed(row, weighings[0]));
                corrections.AddRange(
                    weighings
                        .Skip(1)
                        .Select(w =>
                            (
                                w.RecordedAt,
                                Weighed(
                                    new WeighLogRow
                                    {
                                        Entry = i + 1,
                                        Line = place + 1,
                                        Step = entry.Step,
                                        DoneAt = w.RecordedAt,
                                        Who = w.Who,
                                        Notes = w.CorrectedBecause ?? "",
                                        Flow = RowKind.Correction,
                                    },
                                    w
                                )
                            )
                        )
                );
            }
        }

        return [.. rows, .. corrections.OrderBy(c => c.At).Select(c => c.Row)];
    }

    private static int Order(FlowRole role) =>
        role switch
        {
            FlowRole.In => 0,
            FlowRole.Out => 1,
            FlowRole.Loss => 2,
            _ => 3,
        };

    private static WeighLogRow Row(EntryRow entry, FlowRow flow, int number, int line)
    {
        var takenIn = entry.Step == StepKind.TakeIn ? flow.Lot : null;
        return new WeighLogRow
        {
            Entry = number,
            Line = line,
            Step = entry.Step,
            DoneAt = entry.DoneAt,
            Who = entry.Who,
            Minutes = entry.Minutes,
            Notes = entry.Notes,
            ConfirmedBecause = entry.ConfirmedBecause ?? "",
            Flow = flow.Role switch
            {
                FlowRole.In => RowKind.In,
                FlowRole.Out => RowKind.Out,
                FlowRole.Gain => RowKind.Gain,
                FlowRole.Count => RowKind.Count,
                _ => RowKind.Loss,
            },
            Lot = flow.Lot?.Code ?? "",
            Form = flow.Role == FlowRole.Out ? flow.Lot?.Form : null,
            Before = takenIn?.Before ?? "",
            CameDyed = takenIn?.CameDyed ?? false,
            MadeOf = takenIn is { Composition: { IsMixed: true } blend } ? blend.Label : [],
            Fibre = takenIn?.Fibre,
            Breed = takenIn?.Parentage ?? "",
            Animal = takenIn?.Animal ?? "",
            Colour = takenIn?.Colour ?? "",
            ShornOn = takenIn?.ShornOn,
            Price = takenIn?.Price,
            Amount = flow.Amount,
            EmptiesLot = flow.EmptiesLot,
            Loss = flow.LossKind,
            Gain = flow.GainKind,
            Fate = flow.Fate,
            Spent = entry.Spent,
            Worth = flow.Worth,
            VoidedBecause = entry.VoidedBecause ?? "",
            AddedAt = flow.AddedAt,
            AddedBy = flow.AddedBy ?? "",
            Answer = entry.Answer,
        };
    }

    private static WeighLogRow Weighed(WeighLogRow row, WeighingRow weighing) =>
        row with
        {
            MassGrams = weighing.Grams,
            State = weighing.State,
            HumidityPercent = weighing.HumidityPercent,
            ScaleStepGrams = weighing.ScaleStepGrams,
            WeighedOn = weighing.Session,
        };
}

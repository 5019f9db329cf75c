using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Stations;
using EarthyTuft.Core.Stock;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Ledger;

/// <summary>Who logs, when, and what is common to a whole entry.</summary>
public sealed record EntryFacts(
    Guid Key,
    DateTimeOffset DoneAt,
    DateTimeOffset RecordedAt,
    Guid RecordedBy,
    string Who,
    int? Minutes,
    string Notes,
    string? ConfirmedBecause,
    decimal? Spent = null
);

/// <summary>Who adds something to an entry afterwards, and when.</summary>
public sealed record Addition(Guid PersonId, string Who, DateTimeOffset At);

/// <summary>A weighing with what was typed: the row keeps both.</summary>
public sealed record TypedWeighing(Weighing Weighing, string Typed);

/// <summary>
/// How lots are read for a step and an outcome is written: one transaction, the caller's. What is staged is added to the given database; a
/// caller that stores the rows itself gives none.
/// </summary>
public static class LedgerStore
{
    /// <summary>Reads the lots of a step and what is left of each; to write, locked until the caller's transaction ends, and
    /// tracked.</summary>
    public static async Task<(Dictionary<Guid, LotRow> Rows, Dictionary<Guid, SourceLot> Lots)> Sources(
        EarthyTuftDb db,
        Guid[] ids,
        TimeZoneInfo zone,
        bool toWrite,
        CancellationToken cancellationToken
    )
    {
        var around = await Family.Around(db, ids, toWrite, cancellationToken);
        var rows = around.Lots.Values.ToDictionary(l => l.Id, l => LotRow.Of(l, db.Workshop));
        if (toWrite)
        {
            db.Lots.AttachRange(rows.Values);
        }

        return (
            rows,
            around.Lots.Values.ToDictionary(
                l => l.Id,
                l => new SourceLot(
                    l with
                    {
                        ChangedAt = TimeZoneInfo.ConvertTime(l.ChangedAt, zone),
                    },
                    around.Masses.Left(l.Id) ?? FromProjection(l)
                )
            )
        );
    }

    /// <summary>
    /// Locks every lot that some entries name until the caller's transaction ends, in the one order that everybody locks them in: whoever
    /// changes the same entries waits here and then reads what the other stored.
    /// </summary>
    public static Task LockLotsOf(EarthyTuftDb db, Guid[] entries, CancellationToken cancellationToken) =>
        db.Database.ExecuteSqlAsync(
            $"select 1 from lots where workshop_id = {db.Workshop} and id in (select lot_id from flows where entry_id = any({entries})) order by id for update",
            cancellationToken
        );

    // A lot whose own weighings do not tell its mass may have it from farther up or down its family.
    private static LinearForm? FromProjection(Lot lot) =>
        lot is { LeftGrams: { } grams, LeftSigma: { } sigma }
            ? LinearForm.Of(new ReferenceWeighing(lot.Id, DateOnly.FromDateTime(lot.ChangedAt.UtcDateTime), grams, grams, sigma * sigma, 0))
            : null;

    /// <summary>Stages a fleece that comes in.</summary>
    public static EntryRow AddTakeIn(EarthyTuftDb? db, LotRow lot, TypedWeighing raw, EntryFacts facts)
    {
        var entry = NewEntry(StepKind.TakeIn, facts);
        entry.Status = BalanceStatus.Fits;
        var reference = ReferenceWeighing.Of(raw.Weighing, Nature.Of(lot.Composition, lot.Form, lot.CleanYield));
        Make(lot, StepKind.TakeIn, reference is null ? null : LinearForm.Of(reference), facts.DoneAt);
        db?.Lots.Add(lot);
        AddFlow(
            entry,
            new FlowRow
            {
                Role = FlowRole.Out,
                Amount = Amount.Weighed,
                LotId = lot.Id,
            },
            raw,
            facts
        );
        db?.Entries.Add(entry);
        return entry;
    }

    /// <summary>Stages a step: the entry, its flows and weighings, the lots made and the lots taken from.</summary>
    public static EntryRow AddStep(
        EarthyTuftDb? db,
        StepCommand command,
        StepOutcome outcome,
        IReadOnlyDictionary<Guid, LotRow> sources,
        IReadOnlyList<LotRow> made,
        Func<Weighing, string> typed,
        EntryFacts facts
    )
    {
        var entry = NewEntry(command.Station.Kind, facts);
        Judge(entry, outcome.Balance, Noil(command, outcome));
        var next = 0;
        TypedWeighing? Typed(Weighing? weighing) => weighing is null ? null : new TypedWeighing(weighing, typed(weighing));

        foreach (var (lot, weighing, all) in command.From)
        {
            var (flow, mass) = outcome.Flows[next++];
            var row = sources[lot.Id];
            AddFlow(entry, Row(flow, mass, lot.Id), Typed(weighing), facts);
            TakeFrom(row, lot.Left, mass, all, facts.DoneAt);
        }

        for (var i = 0; i < command.To.Count; i++)
        {
            var (flow, mass) = outcome.Flows[next++];
            // An unweighed only output of a step without losses by difference is settled when the family is.
            Make(made[i], command.Station.Kind, mass, facts.DoneAt);
            db?.Lots.Add(made[i]);
            var row = Row(flow, mass, made[i].Id);
            row.Worth = command.To[i].Worth;
            AddFlow(entry, row, Typed(command.To[i].Weighing), facts);
        }

        foreach (var losing in command.Losses)
        {
            var (flow, mass) = outcome.Flows[next++];
            var row = Row(flow, mass, null);
            row.LossKind = losing.Kind;
            row.Fate = losing.Fate;
            row.Worth = losing.Worth;
            if (flow.Amount == Amount.ByDifference)
            {
                row.SettledGrams = outcome.Balance.ByDifference?.Mass.Grams;
                row.SettledSigma = outcome.Balance.ByDifference?.Sigma;
            }

            AddFlow(entry, row, Typed(losing.Weighing), facts);
        }

        foreach (var gaining in command.Gains)
        {
            var (flow, mass) = outcome.Flows[next++];
            var row = Row(flow, mass, null);
            row.GainKind = gaining.Kind;
            AddFlow(entry, row, Typed(gaining.Weighing), facts);
        }

        db?.Entries.Add(entry);
        return entry;
    }

    /// <summary>Adds what somebody remembers to an entry that is logged: the same rows, with who and when. The family has to be reckoned
    /// anew afterwards.</summary>
    /// <param name="entry">The entry with its flows, tracked.</param>
    /// <param name="heap">The lot of the heap that is added, null when none is.</param>
    public static void Complete(EarthyTuftDb db, EntryRow entry, Completion added, LotRow? heap, Func<Weighing, string> typed, Addition by)
    {
        var facts = new EntryFacts(default, entry.DoneAt, by.At, by.PersonId, by.Who, null, "", null);
        void Add(FlowRow flow, Weighing? weighing)
        {
            (flow.AddedAt, flow.AddedBy) = (by.At.ToStored(), by.Who);
            AddFlow(entry, flow, weighing is null ? null : new TypedWeighing(weighing, typed(weighing)), facts);
            flow.EntryId = entry.Id;
            // Its id is set already, and so it would be taken for a row that is stored.
            db.Flows.Add(flow);
        }

        entry.Minutes = added.Minutes ?? entry.Minutes;
        entry.Notes = string.Join(" ", new[] { entry.Notes, added.Notes }.Where(n => n.Length > 0));
        if (heap is not null)
        {
            Make(heap, entry.Step, null, entry.DoneAt);
            db.Lots.Add(heap);
            Add(
                new FlowRow
                {
                    Role = FlowRole.Out,
                    Amount = added.Heap!.Weighing is null ? Amount.NotWeighed : Amount.Weighed,
                    LotId = heap.Id,
                },
                added.Heap.Weighing
            );
        }

        if (added.Loss is { } loss)
        {
            Add(
                new FlowRow
                {
                    Role = FlowRole.Loss,
                    Amount = loss.Weighing is null ? Amount.ByDifference : Amount.Weighed,
                    LossKind = loss.Kind,
                    Fate = loss.Fate,
                    Worth = loss.Worth,
                },
                loss.Weighing
            );
        }

        if (added.Gain is { } gain)
        {
            Add(
                new FlowRow
                {
                    Role = FlowRole.Gain,
                    Amount = Amount.Weighed,
                    GainKind = gain.Kind,
                },
                gain.Weighing
            );
        }
    }

    /// <summary>Stages fibre that leaves.</summary>
    public static EntryRow AddLeaving(
        EarthyTuftDb? db,
        LeavingCommand command,
        (Flow Flow, LinearForm? Mass) taken,
        LotRow lot,
        string? typed,
        decimal? worth,
        EntryFacts facts
    )
    {
        var entry = NewEntry(command.Step, facts);
        entry.Status = BalanceStatus.Fits;
        var row = Row(taken.Flow, taken.Mass, lot.Id);
        row.Worth = worth;
        AddFlow(entry, row, command.Taking.Weighing is { } weighing ? new TypedWeighing(weighing, typed!) : null, facts);
        TakeFrom(lot, command.Taking.Lot.Left, taken.Mass, command.Taking.All, facts.DoneAt);
        db?.Entries.Add(entry);
        return entry;
    }

    /// <summary>Stages a recount: from here on the lot holds what was counted.</summary>
    public static EntryRow AddRecount(
        EarthyTuftDb? db,
        (Flow Flow, LinearForm Mass, Balance Balance) counted,
        LotRow lot,
        TypedWeighing weighing,
        EntryFacts facts
    )
    {
        var entry = NewEntry(StepKind.Recount, facts);
        Judge(entry, counted.Balance);
        AddFlow(entry, Row(counted.Flow, counted.Mass, lot.Id), weighing, facts);
        var left = counted.Mass.Estimate;
        (lot.LeftGrams, lot.LeftSigma, lot.ChangedAt, lot.UsedUpAt) = (left.Mass.Grams, left.Doubt, facts.DoneAt.ToStored(), null);
        lot.Place();
        db?.Entries.Add(entry);
        return entry;
    }

    /// <summary>A lot that a step makes, with what it has from the lots it was made of. Its code is the caller's.</summary>
    public static LotRow NewLot(string code, LotForm form, Composition composition, IReadOnlyList<LotRow> sources, string notes)
    {
        // A route goes on with what is made, as long as all of it was on the same one; what fell out of the combs is on none.
        var onRoute =
            form != LotForm.Noil && sources.Select(s => (s.RouteAim, s.RoutePreparation, s.RouteHolding)).Distinct().Count() == 1
                ? sources[0]
                : null;
        return new LotRow
        {
            Code = code,
            Parentage = "",
            Form = form,
            Traits = Inheritance.Of(composition, [.. sources.Select(s => s.Traits)]),
            Notes = notes,
            RouteAim = onRoute?.RouteAim,
            RoutePreparation = onRoute?.RoutePreparation,
            RouteSteps = onRoute?.RouteSteps,
            RouteHolding = onRoute?.RouteHolding,
        };
    }

    /// <summary>True when masses the whole family may tell more than the step alone did.</summary>
    public static bool NeedsFamily(StepCommand command, StepOutcome outcome) =>
        command.From.Any(t => t.Lot.Left is null) || outcome.Flows.Any(f => f.Flow.Amount == Amount.NotWeighed);

    /// <summary>Brings every projection of a family up to date after a correction or a weighing that settles earlier steps.</summary>
    /// <returns>Every lot of that family, as it is tracked now.</returns>
    public static async Task<IReadOnlyList<LotRow>> Refresh(EarthyTuftDb db, Guid[] lotIds, CancellationToken cancellationToken)
    {
        var family = await Family.Of(db, lotIds, cancellationToken);
        var entryIds = family.Entries.Select(e => e.Id).ToArray();
        var lots = await db.Lots.Where(l => family.Lots.Keys.Contains(l.Id)).ToListAsync(cancellationToken);
        var entries = await db.Entries.Where(e => entryIds.Contains(e.Id)).Include(e => e.Flows).ToListAsync(cancellationToken);

        // A loss found by difference was judged when its masses were known first: it is judged anew when they change.
        var stood = entries.ToDictionary(e => e.Id);
        var hanging = UsualLosses.HangingOn(family).ToLookup(e => e is { FindsByDifference: true, Usual: not null } && Stands(e));
        var usual = hanging[true].ToDictionary(e => e.Id, e => e.Usual!);
        if (hanging[false].ToArray() is { Length: > 0 } anew)
        {
            var losses = await UsualLosses.Read(db, [.. anew.Select(e => e.Step).Distinct()], cancellationToken);
            foreach (var (id, known) in losses.Of(family, anew))
            {
                usual[id] = known;
            }
        }

        family = family.With(usual);
        Project(family, lots, entries);
        await db.SaveChangesAsync(cancellationToken);
        return lots;

        bool Stands(Entry entry) =>
            family.Masses.BalanceAt(entry.Id) is { In: { } taken, Kept: { } kept }
            && stood[entry.Id] is { TakenGrams: { } took, KeptGrams: { } gave }
            && Math.Abs(took - taken.Mass.Grams) < 1e-6
            && Math.Abs(gave - kept.Mass.Grams) < 1e-6;
    }

    /// <summary>Writes into rows what masses their family tells: what each lot was made with and holds, how each entry stands.</summary>
    internal static void Project(Family family, IEnumerable<LotRow> lots, IEnumerable<EntryRow> entries)
    {
        var compositions = family.Compositions();
        foreach (var lot in lots.Where(l => compositions.TryGetValue(l.Id, out var of) && !of.Equals(l.Composition)))
        {
            lot.Compose(compositions[lot.Id]);
        }

        var made = family.Flows.Where(f => f.Role == FlowRole.Out).Select(f => f.LotId!.Value).ToHashSet();
        foreach (var lot in lots.Where(l => made.Contains(l.Id)))
        {
            var left = family.Masses.Left(lot.Id)?.Estimate;
            lot.MadeGrams = family.Masses.Made(lot.Id)?.Grams;
            lot.LeftGrams = left?.Mass.Grams;
            lot.LeftSigma = left?.Doubt;
        }

        var settled = family.Entries.ToDictionary(e => e.Id);
        foreach (var entry in entries.Where(e => e.Step != StepKind.TakeIn))
        {
            var balance = family.Masses.BalanceAt(entry.Id);
            Judge(entry, balance, family.NoilAt(entry.Id));
            var flows = settled[entry.Id].Flows.ToDictionary(f => f.Id);
            foreach (var row in entry.Flows.Where(f => f.Amount != Amount.Weighed))
            {
                var mass = row.Amount == Amount.ByDifference ? balance.ByDifference : family.Masses.Of(flows[row.Id])?.Estimate;
                row.SettledGrams = mass?.Mass.Grams;
                row.SettledSigma = mass?.Sigma;
            }
        }
    }

    private static EntryRow NewEntry(StepKind step, EntryFacts facts) =>
        new()
        {
            Key = facts.Key,
            Step = step,
            DoneAt = facts.DoneAt.ToStored(),
            RecordedAt = facts.RecordedAt.ToStored(),
            RecordedBy = facts.RecordedBy,
            Who = facts.Who,
            Minutes = facts.Minutes,
            Notes = facts.Notes,
            ConfirmedBecause = facts.ConfirmedBecause,
            Spent = facts.Spent,
        };

    /// <summary>How much of what a step makes is noil, in reference grams; null when it makes none.</summary>
    public static double? Noil(StepCommand command, StepOutcome outcome)
    {
        var noil = outcome.Flows.Skip(command.From.Count).Zip(command.To).Where(p => p.Second.Form == LotForm.Noil).ToArray();
        return noil.Length == 0 ? null : noil.Sum(p => p.First.Mass?.Grams);
    }

    // An answer belongs to a gap: once that has moved beyond what the weighings can be off by, the question is another.
    private static void Ask(EntryRow entry)
    {
        if (entry.Answer is not null && entry.AnsweredGapGrams is null)
        {
            // An answer that came with a file is to the gap as it is.
            entry.AnsweredGapGrams = entry.GapGrams;
        }

        if (
            entry.Answer is not null
            && Math.Abs((entry.GapGrams ?? 0) - (entry.AnsweredGapGrams ?? 0)) > Balance.Bound * (entry.GapSigma ?? 0)
        )
        {
            (entry.Answer, entry.AnsweredAt, entry.AnsweredBy, entry.AnsweredGapGrams) = (null, null, null, null);
        }
    }

    // What a step yields is what it is done for: the noil of combing is kept, and no top.
    private static void Judge(EntryRow entry, Balance balance, double? noil = null)
    {
        entry.Status = balance.Status;
        var gap = balance.Unaccounted ?? balance.ByDifference;
        entry.GapGrams = gap?.Mass.Grams;
        entry.GapSigma = gap?.Sigma;
        Ask(entry);
        (entry.UsualKind, entry.UsualLeastGrams, entry.UsualMostGrams, entry.UsualAllowanceGrams) = balance.Usual is { } usual
            ? (usual.Kind, usual.Least.Grams, usual.Most.Grams, usual.Allowance.Grams)
            : ((LossKind?)null, (double?)null, (double?)null, (double?)null);
        entry.TakenGrams = balance.In?.Mass.Grams;
        entry.KeptGrams = balance.Kept?.Mass.Grams is { } kept && kept > noil ? kept - noil : balance.Kept?.Mass.Grams;
    }

    private static FlowRow Row(Flow flow, LinearForm? mass, Guid? lotId) =>
        new()
        {
            Role = flow.Role,
            Amount = flow.Amount,
            LotId = lotId,
            EmptiesLot = flow.EmptiesLot,
            SettledGrams = flow.Amount == Amount.Weighed ? null : mass?.Grams,
            SettledSigma = flow.Amount == Amount.Weighed ? null : mass?.Estimate.Sigma,
        };

    private static void AddFlow(EntryRow entry, FlowRow flow, TypedWeighing? weighing, EntryFacts facts)
    {
        flow.Ordinal = entry.Flows.Count;
        if (weighing is not null)
        {
            flow.Weighings.Add(NewWeighing(weighing, 0, facts.RecordedBy, facts.Who, facts.RecordedAt, null));
        }

        entry.Flows.Add(flow);
    }

    /// <summary>A revision of a weighing; 0 is the first.</summary>
    public static WeighingRow NewWeighing(TypedWeighing weighing, int revision, Guid by, string who, DateTimeOffset at, string? because) =>
        new()
        {
            Revision = revision,
            Grams = weighing.Weighing.Logged.Grams,
            Typed = weighing.Typed,
            State = weighing.Weighing.State,
            HumidityPercent = weighing.Weighing.HumidityPercent,
            ScaleStepGrams = weighing.Weighing.ScaleStep.Grams,
            Session = weighing.Weighing.Session,
            RecordedBy = by,
            Who = who,
            RecordedAt = at.ToStored(),
            CorrectedBecause = because,
        };

    private static void Make(LotRow lot, StepKind by, LinearForm? mass, DateTimeOffset at)
    {
        lot.MadeBy = by;
        lot.MadeAt = lot.ChangedAt = at.ToStored();
        lot.MadeGrams = lot.LeftGrams = mass?.Grams;
        lot.LeftSigma = mass?.Estimate.Doubt;
        lot.Place();
    }

    private static void TakeFrom(LotRow row, LinearForm? left, LinearForm? taken, bool all, DateTimeOffset at)
    {
        var rest =
            all ? LinearForm.Nothing.Estimate
            : left is not null && taken is not null && TakingRules.Rest(left, taken) is { } there ? there.Estimate
            : null;
        row.LeftGrams = rest?.Mass.Grams;
        row.LeftSigma = rest?.Doubt;
        row.ChangedAt = at.ToStored();
        row.UsedUpAt = all ? row.ChangedAt : null;
        if (all)
        {
            (row.ReservedGrams, row.ReservedFor) = (null, null);
        }
    }
}

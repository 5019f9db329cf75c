using EarthyTuft.Core.Ledger;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Ledger;

/// <summary>What the family query tells of an entry.</summary>
public sealed record FamilyEntry(
    Guid Id,
    StepKind Step,
    DateTimeOffset DoneAt,
    string Who,
    int? Minutes,
    string Notes,
    string? ConfirmedBecause,
    decimal? Spent,
    DateTimeOffset RecordedAt
)
{
    /// <summary>What usually goes there, where more is missing than the weighings explain.</summary>
    public UsualLoss? Usual { get; init; }

    /// <summary>What was answered when the log asked where the gap comes from.</summary>
    public GapAnswer? Answer { get; init; }

    /// <summary>Of a dyeing what was noted of it, as it is stored.</summary>
    public string? Dyeing { get; init; }
}

/// <summary>A flow as it is stored, with its entry, its newest weighing and its lot: one row of the family query.</summary>
public sealed record FamilyFlow(
    FamilyEntry Entry,
    Guid FlowId,
    FlowRole Role,
    Amount Amount,
    Guid? LotId,
    LossKind? LossKind,
    Fate? Fate,
    GainKind? GainKind,
    bool EmptiesLot,
    double? SettledGrams,
    double? SettledSigma,
    double? LoggedGrams,
    string? Typed,
    WeighingState? State,
    double? HumidityPercent,
    double? ScaleStepGrams,
    DateOnly? Session,
    int? Revision,
    decimal? Worth,
    int Ordinal,
    StoredLot? Lot
)
{
    /// <summary>The flows of a staged entry, as the family query would read them.</summary>
    internal static IEnumerable<FamilyFlow> Of(EntryRow entry, IReadOnlyDictionary<Guid, StoredLot> lots)
    {
        var told = new FamilyEntry(
            entry.Id,
            entry.Step,
            entry.DoneAt,
            entry.Who,
            entry.Minutes,
            entry.Notes,
            entry.ConfirmedBecause,
            entry.Spent,
            entry.RecordedAt
        )
        {
            Usual = Family.Usual(entry.UsualKind, entry.UsualLeastGrams, entry.UsualMostGrams, entry.UsualAllowanceGrams),
            Answer = entry.Answer,
            Dyeing = entry.Dyeing,
        };
        return entry
            .Flows.OrderBy(f => f.Ordinal)
            .Select(f =>
            {
                var weighing = f.Weighings.MaxBy(w => w.Revision);
                return new FamilyFlow(
                    told,
                    f.Id,
                    f.Role,
                    f.Amount,
                    f.LotId,
                    f.LossKind,
                    f.Fate,
                    f.GainKind,
                    f.EmptiesLot,
                    f.SettledGrams,
                    f.SettledSigma,
                    weighing?.Grams,
                    weighing?.Typed,
                    weighing?.State,
                    weighing?.HumidityPercent,
                    weighing?.ScaleStepGrams,
                    weighing?.Session,
                    weighing?.Revision,
                    f.Worth,
                    f.Ordinal,
                    f.LotId is { } lot ? lots[lot] : null
                );
            });
    }

    /// <summary>When and by whom it was added after the entry was logged; null for what was logged with it.</summary>
    public (DateTimeOffset At, string By)? Added { get; init; }

    public Guid EntryId => Entry.Id;

    public StepKind Step => Entry.Step;

    public DateTimeOffset DoneAt => Entry.DoneAt;

    public string Who => Entry.Who;

    public int? Minutes => Entry.Minutes;

    public string Notes => Entry.Notes;

    public string? ConfirmedBecause => Entry.ConfirmedBecause;

    public decimal? Spent => Entry.Spent;

    public DateTimeOffset RecordedAt => Entry.RecordedAt;
}

using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Routing;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Ledger;

/// <summary>What the family query tells of an entry.</summary>
public sealed record FamilyEntry(
    Guid Id, StepKind Step, DateTimeOffset DoneAt, string Who, int? Minutes, string Notes, string? ConfirmedBecause, decimal? Spent, DateTimeOffset RecordedAt);

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
    FamilyLot? Lot)
{
    /// <summary>The flows of a staged entry, as the family query would read them.</summary>
    internal static IEnumerable<FamilyFlow> Of(EntryRow entry, IReadOnlyDictionary<Guid, FamilyLot> lots)
    {
        var told = new FamilyEntry(entry.Id, entry.Step, entry.DoneAt, entry.Who, entry.Minutes, entry.Notes, entry.ConfirmedBecause, entry.Spent, entry.RecordedAt);
        return entry.Flows.OrderBy(f => f.Ordinal).Select(f =>
        {
            var weighing = f.Weighings.MaxBy(w => w.Revision);
            return new FamilyFlow(
                told, f.Id, f.Role, f.Amount, f.LotId, f.LossKind, f.Fate, f.GainKind, f.EmptiesLot, f.SettledGrams, f.SettledSigma, weighing?.Grams, weighing?.Typed, weighing?.State,
                weighing?.HumidityPercent, weighing?.ScaleStepGrams, weighing?.Session, weighing?.Revision, f.Worth, f.Ordinal, f.LotId is { } lot ? lots[lot] : null);
        });
    }

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

/// <summary>What the family query tells of a lot.</summary>
public sealed record FamilyLot(
    Guid Id,
    string Code,
    LotForm Form,
    Fibre Fibre,
    string Parentage,
    Span CleanYield,
    string Animal,
    string Colour,
    string Notes,
    DateOnly? ShornOn,
    decimal? Price,
    DateTimeOffset MadeAt,
    DateTimeOffset ChangedAt,
    DateTimeOffset? UsedUpAt,
    double? MadeGrams,
    double? LeftGrams,
    double? LeftSigma,
    double? StapleMillimetres,
    StepKind MadeBy,
    StepKind? WaitsAt,
    Aim? RouteAim,
    PreparedAs? RoutePreparation,
    string? RouteSteps,
    double? ReservedGrams,
    string? ReservedFor,
    decimal? ReadyMadePer100Grams,
    Content Content,
    uint Version,
    string? Parts)
{
    /// <summary>What it is made of.</summary>
    public Composition Composition { get; } = StoredComposition.Read(Parts, Fibre, Parentage);

    /// <summary>The route it is on, null when none was chosen.</summary>
    public RoutePlan? Route => RouteAim is { } aim && RoutePreparation is { } preparation ? RoutePlan.Read(aim, preparation, RouteSteps ?? "") : null;

    /// <summary>What a row tells.</summary>
    internal static FamilyLot Of(LotRow row) => new(
        row.Id, row.Code, row.Form, row.Fibre, row.Parentage, row.CleanYield, row.Animal, row.Colour, row.Notes, row.ShornOn, row.Price, row.MadeAt, row.ChangedAt, row.UsedUpAt,
        row.MadeGrams, row.LeftGrams, row.LeftSigma, row.StapleMillimetres, row.MadeBy, row.WaitsAt, row.RouteAim, row.RoutePreparation, row.RouteSteps, row.ReservedGrams,
        row.ReservedFor, row.ReadyMadePer100Grams, row.Content, row.Version, row.Parts);

    /// <summary>The lot as a row, as it was read.</summary>
    public LotRow ToRow(Guid workshop) => new()
    {
        Id = Id,
        WorkshopId = workshop,
        Code = Code,
        Form = Form,
        Fibre = Fibre,
        Parentage = Parentage,
        Parts = Parts,
        CleanYieldLow = CleanYield.Low,
        CleanYieldHigh = CleanYield.High,
        Animal = Animal,
        Colour = Colour,
        Notes = Notes,
        ShornOn = ShornOn,
        Price = Price,
        MadeAt = MadeAt,
        ChangedAt = ChangedAt,
        UsedUpAt = UsedUpAt,
        MadeGrams = MadeGrams,
        LeftGrams = LeftGrams,
        LeftSigma = LeftSigma,
        StapleMillimetres = StapleMillimetres,
        MadeBy = MadeBy,
        WaitsAt = WaitsAt,
        RouteAim = RouteAim,
        RoutePreparation = RoutePreparation,
        RouteSteps = RouteSteps,
        ReservedGrams = ReservedGrams,
        ReservedFor = ReservedFor,
        ReadyMadePer100Grams = ReadyMadePer100Grams,
        Content = Content,
        Version = Version,
    };
}

using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Web.Assessing;
using EarthyTuft.Web.House;
using EarthyTuft.Web.Ledger;
using EarthyTuft.Web.Sampling;

namespace EarthyTuft.Web.Lots;

public sealed record LotHead(
    Guid Id,
    string Code,
    uint Version,
    LotForm Form,
    Fibre Fibre,
    string Parentage,
    string Animal,
    string Colour,
    string Notes,
    DateOnly? ShornOn,
    decimal? Price,
    DateTimeOffset MadeAt,
    DateTimeOffset ChangedAt,
    bool UsedUp,
    MassFigure? Left,
    MassFigure? Made,
    NumberFigure? TotalYield,
    string? CostPer100Grams,
    StepKind? Next);

public sealed record RibbonStageView(
    Guid EntryId, StepKind Step, int Column, DateTimeOffset DoneAt, Standing Standing, MassFigure? Unaccounted, NumberFigure? Yield);

public sealed record RibbonBandView(
    Guid LotId, string Code, LotForm Form, Guid FromEntryId, Guid? ToEntryId, MassFigure? Mass, bool OnPath, bool IsThis);

public sealed record RibbonStrandView(
    Guid EntryId, LossKind Kind, Fate? Fate, MassFigure? Mass, string? Share, bool ByDifference);

/// <summary>A ribbon with its figures; positions are the screen's business, masses and columns are not.</summary>
public sealed record RibbonView(IReadOnlyList<RibbonStageView> Stages, IReadOnlyList<RibbonBandView> Bands, IReadOnlyList<RibbonStrandView> Strands);

public sealed record CorrectionView(string Was, string Is, string Because, string Who, DateTimeOffset At);

public sealed record FlowView(
    Guid Id,
    FlowRole Role,
    Amount Amount,
    Guid? LotId,
    string? LotCode,
    LotForm? Form,
    LossKind? LossKind,
    Fate? Fate,
    GainKind? GainKind,
    MassFigure? Logged,
    string? Typed,
    WeighingState? State,
    double? HumidityPercent,
    MassFigure? Reference,
    IReadOnlyList<CorrectionView> Corrections);

public sealed record EntryView(
    Guid Id,
    StepKind Step,
    DateTimeOffset DoneAt,
    string Who,
    int? Minutes,
    string Notes,
    string? ConfirmedBecause,
    BalanceView? Balance,
    IReadOnlyList<FlowView> Flows);

public sealed record OriginView(Guid LotId, string Code, string Parentage, string Animal, string Share, MassFigure Raw);

public sealed record LotPage(
    LotHead Lot,
    StapleView Staple,
    RibbonView Ribbon,
    IReadOnlyList<EntryView> Entries,
    IReadOnlyList<OriginView> Origins,
    IReadOnlyList<SampleView> Samples);

public sealed record LotLine(
    Guid Id, string Code, uint Version, LotForm Form, Fibre Fibre, string Parentage, string Animal, string Colour, MassFigure? Left, DateTimeOffset ChangedAt, double? StapleMillimetres, StepKind? Next);

/// <summary>A page of lots; the cursor fetches the next one.</summary>
public sealed record LotList(IReadOnlyList<LotLine> Lots, string? Next);

public sealed record Found(string Kind, Guid Id, string Code, string Title, string Detail);

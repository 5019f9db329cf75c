using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Routing;
using EarthyTuft.Web.Assessing;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Ledger;
using EarthyTuft.Web.Lots;
using EarthyTuft.Web.Sampling;

namespace EarthyTuft.Web.LotPages;

public sealed record LotHead(
    Guid Id,
    string Code,
    uint Version,
    LotForm Form,
    Fibre Fibre,
    string Parentage,
    IReadOnlyList<PartView> Parts,
    string Animal,
    Guid? AnimalId,
    string Colour,
    string Notes,
    string Before,
    bool CameDyed,
    Compaction? Compacted,
    DateOnly? ShornOn,
    decimal? Price,
    DateTimeOffset MadeAt,
    DateTimeOffset ChangedAt,
    bool UsedUp,
    MassFigure? Left,
    MassFigure? Made,
    NumberFigure? TotalYield,
    NumberFigure? CostPer100Grams,
    string? ReadyMadePer100Grams,
    Content Content,
    ReserveView? Reserve,
    ChosenRoute? Route,
    StepKind? Next,
    IReadOnlyList<StepKind> Stations,
    IReadOnlyList<StepKind> Trials,
    KnownFeltingView Felting,
    IReadOnlyList<Holding> Holdings,
    string? Supply,
    bool MayTellParts
);

/// <summary>A part of what a lot is made of, where there are several.</summary>
/// <param name="Breed">Its breed or cross, empty when unknown.</param>
/// <param name="Share">Its share by weight as it lies there, of the oven-dry mass in its working; null where nobody knows the
/// shares.</param>
public sealed record PartView(Fibre Fibre, string Breed, NumberFigure? Share);

/// <summary>A part kept for a project.</summary>
/// <param name="Free">What else may be taken without a word.</param>
public sealed record ReserveView(string Mass, string For, string? Free);

/// <summary>The route a lot is on.</summary>
/// <param name="Holding">How it is to be held, where it is ready to be spun and that was chosen.</param>
public sealed record ChosenRoute(Aim Aim, PreparedAs Preparation, Holding? Holding);

/// <summary>A change: from what to what, by whom and why.</summary>
/// <param name="VoidedEntryId">Set for a voided entry, which can be taken back.</param>
public sealed record ChangeView(DateTimeOffset At, string Who, string What, string From, string To, string Because, Guid? VoidedEntryId);

public sealed record CorrectionView(string Was, string Is, string Because, string Who, DateTimeOffset At);

/// <param name="EmptiesLot">For a taking: nothing of the lot was left afterwards.</param>
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
    MassFigure? Reconciled,
    double? ZScore,
    IReadOnlyList<CorrectionView> Corrections,
    AddedView? Added,
    bool EmptiesLot
);

/// <summary>When and by whom something was added to an entry after it was logged.</summary>
public sealed record AddedView(DateTimeOffset At, string Who);

/// <param name="Asked">The log asks about it, and nobody has answered yet.</param>
/// <param name="Answer">What was answered without adding anything.</param>
/// <param name="Dyeing">Of a dyeing what was noted of it.</param>
public sealed record EntryView(
    Guid Id,
    StepKind Step,
    DateTimeOffset DoneAt,
    string Who,
    int? Minutes,
    string Notes,
    string? ConfirmedBecause,
    BalanceView? Balance,
    IReadOnlyList<FlowView> Flows,
    bool Asked,
    GapAnswer? Answer,
    DyeingView? Dyeing
);

public sealed record LotPage(
    LotHead Lot,
    StapleView Staple,
    RibbonView Ribbon,
    IReadOnlyList<EntryView> Entries,
    int EarlierEntries,
    IReadOnlyList<OriginView> Origins,
    IReadOnlyList<SampleView> Samples,
    AgreementView Agreement,
    IReadOnlyList<ChangeView> Changes,
    WashedView? Washed
);

/// <summary>Entries of a lot's way further back.</summary>
/// <param name="Earlier">How many there are before these.</param>
public sealed record EntryPage(IReadOnlyList<EntryView> Entries, int Earlier);

/// <param name="Gives">Where it stands in a station's list: what that station makes of it, the usual first.</param>
public sealed record LotLine(
    Guid Id,
    string Code,
    uint Version,
    LotForm Form,
    Fibre Fibre,
    string Parentage,
    string Animal,
    string Colour,
    MassFigure? Left,
    DateTimeOffset ChangedAt,
    double? StapleMillimetres,
    StepKind MadeBy,
    StepKind? Next,
    string? Reserved,
    IReadOnlyList<LotForm>? Gives = null
);

/// <summary>A page of lots; the cursor fetches the next one.</summary>
public sealed record LotList(IReadOnlyList<LotLine> Lots, string? Next);

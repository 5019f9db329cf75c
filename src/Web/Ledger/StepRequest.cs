using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Yarns;

namespace EarthyTuft.Web.Ledger;

/// <summary>What became of the rest of a lot that was taken from.</summary>
public enum RestOfLot
{
    /// <summary>Nothing is left.</summary>
    Gone,

    /// <summary>It is still there: what was taken is a part.</summary>
    There,
}

/// <summary>Takes from a lot.</summary>
/// <param name="Version">The lot's version as the person saw it; another one meanwhile answers 409.</param>
/// <param name="Mass">As typed; left out for "all of it, not weighed again".</param>
/// <param name="All">Nothing is left of the lot afterwards.</param>
/// <param name="Rest">What became of the rest, where somebody said so; left out it is refused as <c>rest-unsaid</c> where much less came out
/// than was taken. Without a mass a part is as much as what came of it tells.</param>
public sealed record TakingRequest(
    Guid LotId,
    uint? Version = null,
    [property: StringLength(60)] string? Mass = null,
    WeighingState? State = null,
    bool All = true,
    RestOfLot? Rest = null
);

/// <summary>Makes a lot.</summary>
/// <param name="Mass">As typed; left out when nobody weighed it.</param>
/// <param name="Yarn">Of what was spun: what was measured of it.</param>
public sealed record GivingRequest(
    LotForm Form,
    [property: StringLength(60)] string? Mass = null,
    WeighingState? State = null,
    [property: StringLength(500)] string? Notes = null,
    [property: Range(0, 1_000_000)] decimal? Worth = null,
    YarnRequest? Yarn = null
);

/// <summary>Loses something.</summary>
/// <param name="Mass">As typed; left out when it is to be found by difference.</param>
public sealed record LosingRequest(
    LossKind Kind,
    [property: StringLength(60)] string? Mass = null,
    Fate? Fate = null,
    WeighingState? State = null,
    [property: Range(0, 1_000_000)] decimal? Worth = null
);

/// <summary>Takes something up.</summary>
public sealed record GainingRequest(GainKind Kind, [property: StringLength(60)] string Mass);

/// <summary>One step as it is typed at a station. Only <c>from</c> and <c>to</c> are needed.</summary>
/// <param name="DraftId">A draft that this entry replaces.</param>
/// <param name="Spent">Agents and the like, in the workshop's currency.</param>
/// <param name="IntoReserve">Take what is kept for a project all the same; without it such a taking is refused as <c>reserved</c>.</param>
/// <param name="Measures">What was noted beside the weights, by the keys of the station's measures.</param>
/// <param name="Dyeing">Of a dyeing what is noted of it.</param>
/// <param name="RunId">The run that this entry logs: it ends with it.</param>
/// <param name="SourcesEarlier">What it takes from was there by then: what made that is moved to before it. Without it a step that is
/// noted as done before what it takes from was made is refused as <c>before-made</c>.</param>
/// <param name="GoesOn">Only what is done of that run is logged, and the same work goes on with the rest.</param>
public sealed record StepRequest(
    StepKind Step,
    [property: MaxLength(60)] IReadOnlyList<TakingRequest> From,
    [property: MaxLength(60)] IReadOnlyList<GivingRequest> To,
    [property: MaxLength(60)] IReadOnlyList<LosingRequest>? Losses = null,
    [property: MaxLength(20)] IReadOnlyList<GainingRequest>? Gains = null,
    DateTimeOffset? DoneAt = null,
    [property: StringLength(60)] string? Who = null,
    [property: Range(0, 10080)] int? Minutes = null,
    [property: StringLength(2000)] string? Notes = null,
    [property: Range(0, 100)] double? HumidityPercent = null,
    Guid? DraftId = null,
    [property: Range(0, 1_000_000)] decimal? Spent = null,
    bool IntoReserve = false,
    [property: MaxLength(20)] IReadOnlyDictionary<string, double>? Measures = null,
    Guid? RunId = null,
    DyeingRequest? Dyeing = null,
    bool GoesOn = false,
    bool SourcesEarlier = false
);

/// <summary>A weight as it was understood.</summary>
/// <param name="Field">Which one: <c>to[0].mass</c>.</param>
/// <param name="Logged">As the scale said it.</param>
/// <param name="Reference">Rested at 65 %; null for damp.</param>
public sealed record UnderstoodMass(string Field, MassFigure Logged, MassFigure? Reference);

/// <param name="Yield">What the step is done for, over what was taken: of combing the top alone.</param>
/// <param name="Noil">Of combing: noil over top and noil together.</param>
/// <param name="LostNotWeighed">What is missing, where it is no more than usually goes there; told as <c>LostKind</c>.</param>
public sealed record BalanceView(
    MassFigure? In,
    MassFigure Gains,
    MassFigure? Kept,
    MassFigure? WeighedLosses,
    MassFigure? ByDifference,
    MassFigure? Unaccounted,
    BalanceStatus Status,
    NumberFigure? Yield,
    NumberFigure? Noil,
    MassFigure? LostNotWeighed,
    LossKind? LostKind,
    string Sentence
);

/// <summary>What to weigh out for a percentage of the fibre.</summary>
public sealed record PortionView(double Percent, MassFigure Mass);

/// <summary>What a step would come to, before it is logged.</summary>
/// <param name="Reserved">Said when it would take what is kept for a project.</param>
/// <param name="AboveTheBook">Said when more is taken than the book has of a lot.</param>
/// <param name="Dyeing">What the doses of a dyeing come to.</param>
/// <param name="Unlike">An earlier step whose loss these weights would tell, unlike what usually goes there: which and why.</param>
/// <param name="Dressing">Where fibre is dressed and its mass is known: what the usual percentages come to.</param>
public sealed record WeighedUp(
    BalanceView Balance,
    IReadOnlyList<UnderstoodMass> Understood,
    string? Reserved,
    string? AboveTheBook,
    IReadOnlyList<PortionView> Dressing,
    DyeingView? Dyeing,
    string? Unlike
);

public sealed record MadeLot(Guid Id, string Code, LotForm Form, Fibre Fibre);

/// <summary>What became of an entry.</summary>
/// <param name="Kept">False: it is a draft until someone confirms it with a reason or types it anew.</param>
public sealed record EntryAnswer(
    bool Kept,
    Guid? EntryId,
    Guid? DraftId,
    BalanceView? Balance,
    string Sentence,
    IReadOnlyList<MadeLot> Made
)
{
    /// <summary>The entry whose question stands now: this one, or an earlier one that its weights settled; null when none does.</summary>
    public Guid? Asks { get; init; }
}

public sealed record ConfirmRequest([property: StringLength(500, MinimumLength = 3)] string Because);

/// <summary>A weighing set right. The old figure stays readable.</summary>
/// <param name="Seen">How often it had been set right when the person looked at it; refused when somebody was quicker. Left out: not
/// asked.</param>
public sealed record CorrectionRequest(
    Guid FlowId,
    [property: StringLength(60)] string Mass,
    [property: StringLength(500, MinimumLength = 3)] string Because,
    WeighingState? State = null,
    [property: Range(0, 100)] double? HumidityPercent = null,
    int? Seen = null
);

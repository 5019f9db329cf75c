using System.ComponentModel.DataAnnotations;
using System.Text.Json.Serialization;
using EarthyTuft.Core.Combing;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Tools;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Combing;

/// <summary>Fibre goes on the combs.</summary>
/// <param name="ToolId">Combs, a hackle or a flick; left out for some that are not the workshop's.</param>
/// <param name="Mass">So much of the one lot, as typed; left out for all of it.</param>
/// <param name="Most">The most per load, as typed; left out for what the tines usually take.</param>
/// <param name="Wanted">The end that is to lead; left out where that does not matter.</param>
/// <param name="AtLeast">As many transfers as it needs to be clean.</param>
/// <param name="DizId">The diz; left out for none, or one that is not the workshop's.</param>
/// <param name="DizMillimetres">The hole of a diz that is not the workshop's.</param>
/// <param name="StartedAt">When; left out for now.</param>
public sealed record CombStart(
    [property: MaxLength(12)] IReadOnlyList<Guid> LotIds,
    Guid? ToolId = null,
    [property: StringLength(60)] string? Mass = null,
    [property: StringLength(60)] string? Most = null,
    CombWay Way = CombWay.Lashed,
    LockEnd LashedBy = LockEnd.Butt,
    LockEnd? Wanted = null,
    int AtLeast = 3,
    DrawnOff DrawnOff = DrawnOff.Diz,
    Guid? DizId = null,
    [property: JsonConverter(typeof(Millimetres))] double? DizMillimetres = null,
    DateTimeOffset? StartedAt = null
) : RunStart
{
    internal override IReadOnlyList<Guid> Lots => LotIds;
}

/// <summary>Loads as they are planned.</summary>
/// <param name="Loads">How many.</param>
/// <param name="PerLoad">What each is to weigh.</param>
/// <param name="Most">The most per load.</param>
/// <param name="All">All that is combed.</param>
/// <param name="Transfers">Of each load.</param>
/// <param name="Leading">The end that leads after them.</param>
/// <param name="TakesOneMore">One of them goes into the wanted end alone.</param>
/// <param name="HasTransfers">Combed this way it goes from comb to comb; else it is drawn off where it is lashed on.</param>
/// <param name="Fills">How far a load fills the tines, lashed on and after each transfer; 1 is to their points. Empty where the tines are
/// not known.</param>
/// <param name="Cautions">What does not suit between combs and fibre, with what to do instead.</param>
public sealed record CombPlanView(
    int Loads,
    MassFigure PerLoad,
    MassFigure Most,
    MassFigure All,
    int Transfers,
    bool HasTransfers,
    LockEnd Leading,
    bool TakesOneMore,
    LotForm Gives,
    IReadOnlyList<double> Fills,
    IReadOnlyList<string> Cautions
);

/// <summary>A way of combing.</summary>
/// <param name="Tool">The kind of tool it asks for.</param>
/// <param name="HasTransfers">Fibre goes from comb to comb; else it is drawn off where it was lashed on.</param>
public sealed record CombWayView(CombWay Way, ToolKind Tool, bool HasTransfers);

/// <summary>A load as it is drawn.</summary>
/// <param name="Event">The event by which it was noted.</param>
/// <param name="NoilPercent">Noil of top and noil; null where one was not weighed.</param>
/// <param name="StandsOut">It left far more noil than the others.</param>
/// <param name="Transfers">That were tapped; zero where nobody counted them.</param>
/// <param name="Alone">It was noted by itself and can be weighed or taken back by itself.</param>
public sealed record CombLoadView(
    Guid Event,
    MassFigure? Top,
    MassFigure? Noil,
    double? NoilPercent,
    bool StandsOut,
    int Transfers,
    bool Alone
);

/// <summary>A load after some transfers.</summary>
/// <param name="Leading">The end that leads if it is drawn off then.</param>
/// <param name="IsReady">It was transferred as often as planned, or more, and the wanted end leads.</param>
/// <param name="Sentence">Which end leads, and what one more transfer would do.</param>
public sealed record CombStandView(LockEnd Leading, bool IsReady, string Sentence);

/// <summary>Combing as it stands.</summary>
/// <param name="Tool">The combs' name; null for some that are not the workshop's.</param>
/// <param name="Transfers">Of the load that is on the combs now.</param>
/// <param name="Stands">How a load stands after no transfer, after one, and so on, some beyond where it is: a tap is shown before it is
/// answered.</param>
/// <param name="TenderSentence">Which loads stand out by their noil; empty while none does.</param>
/// <param name="NoilPercent">Noil of top and noil of the weighed loads.</param>
/// <param name="NoilSentence">Noil, what is kept with it, and whether it drifts; empty before a load is weighed.</param>
/// <param name="Advice">Whether another transfer is worth it.</param>
/// <param name="Sliver">Grams per metre and their evenness, in words; empty where none was measured.</param>
/// <param name="Apart">Ends of draws, waste and nests, in words.</param>
/// <param name="MinutesLeft">At the pace of the taps so far; null before it is known.</param>
/// <param name="LastEvent">What was noted last: the slip that can be taken back.</param>
public sealed record CombView(
    string? Tool,
    ToolKind? Kind,
    CombPlanView Plan,
    CombWay Way,
    LockEnd LashedBy,
    LockEnd? Wanted,
    DrawnOff DrawnOff,
    double? DizMillimetres,
    IReadOnlyList<CombLoadView> Loads,
    int Transfers,
    IReadOnlyList<CombStandView> Stands,
    string TenderSentence,
    double? NoilPercent,
    string NoilSentence,
    TransferVerdict Verdict,
    int LoadsTogether,
    string Advice,
    double? GramsPerMetre,
    string Sliver,
    string Apart,
    double? MinutesLeft,
    Guid? LastEvent
) : CraftView;

using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Tools;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Carding;

/// <summary>Fibre goes over the cards.</summary>
/// <param name="ToolId">The cards; left out for cards that are not the workshop's.</param>
/// <param name="Mass">So much of the one lot, as typed; left out for all of it.</param>
/// <param name="Most">The most per load, as typed; left out for what the cards usually take.</param>
/// <param name="TakenOff">How it comes off; left out for how that usually does.</param>
/// <param name="StartedAt">When; left out for now.</param>
public sealed record CardStart(
    [property: MaxLength(12)] IReadOnlyList<Guid> LotIds,
    Guid? ToolId = null,
    [property: StringLength(60)] string? Mass = null,
    [property: StringLength(60)] string? Most = null,
    LotForm Gives = LotForm.Batt,
    LaidOn LaidOn = LaidOn.Lengthwise,
    TakenOff? TakenOff = null,
    DateTimeOffset? StartedAt = null
) : RunStart
{
    internal override IReadOnlyList<Guid> Lots => LotIds;
}

/// <summary>Loads as they are planned.</summary>
/// <param name="Loads">How many.</param>
/// <param name="PerLoad">What each is to weigh.</param>
/// <param name="Most">The most per load.</param>
/// <param name="All">All that is carded.</param>
/// <param name="TakenOff">How it comes off.</param>
/// <param name="Order">How the fibres will lie.</param>
/// <param name="Cautions">What does not suit between cards and fibre, with what to do instead.</param>
public sealed record CardPlanView(
    int Loads,
    MassFigure PerLoad,
    MassFigure Most,
    MassFigure All,
    TakenOff TakenOff,
    FibreOrder Order,
    IReadOnlyList<string> Cautions
);

/// <summary>A load as it is drawn.</summary>
/// <param name="Event">The event by which it was noted.</param>
/// <param name="Share">Its weight over what a load is to weigh; one where nobody weighed it.</param>
/// <param name="Mass">Null where nobody weighed it.</param>
/// <param name="Alone">It was noted by itself and can be weighed or taken back by itself.</param>
public sealed record CardLoadView(Guid Event, double Share, MassFigure? Mass, LoadStanding Standing, bool Alone);

/// <summary>One time over the cards.</summary>
/// <param name="Variation">How unlike the loads are, in percent; null where fewer than two were weighed.</param>
/// <param name="NepsPerGram">Null where nobody counted.</param>
/// <param name="NepsDoubt">One standard deviation of that, from the counting.</param>
public sealed record CardPassView(int Number, IReadOnlyList<CardLoadView> Loads, double? Variation, double? NepsPerGram, double? NepsDoubt);

/// <summary>Carding as it stands.</summary>
/// <param name="Tool">The cards' name; null for cards that are not the workshop's.</param>
/// <param name="Passes">The last one is under way.</param>
/// <param name="Sentence">What stands out among the loads; empty while nothing does.</param>
/// <param name="Advice">What the neps say about another pass.</param>
/// <param name="NextNeps">Neps in a gram after one pass more; null where that cannot be told.</param>
/// <param name="MinutesLeft">At the pace of the taps so far; null before it is known.</param>
/// <param name="Products">What came off, counted, in words; empty where nobody counted.</param>
/// <param name="Rolled">How such were rolled last time; null where that was never noted.</param>
/// <param name="WasteKinds">What can fall here.</param>
/// <param name="Waste">What was weighed of it.</param>
/// <param name="LastEvent">What was noted last: the slip that can be taken back.</param>
public sealed record CardView(
    string? Tool,
    ToolKind? Kind,
    CardPlanView Plan,
    LotForm Gives,
    LaidOn LaidOn,
    TakenOff TakenOff,
    IReadOnlyList<CardPassView> Passes,
    string Sentence,
    NepVerdict Verdict,
    string Advice,
    double? NextNeps,
    double? MinutesLeft,
    string Products,
    RolledView? Rolled,
    IReadOnlyList<LossKind> WasteKinds,
    IReadOnlyList<CardWasteView> Waste,
    Guid? LastEvent
) : CraftView;

/// <summary>How rolags or punis are rolled.</summary>
/// <param name="Airy">Airy, not firm; null where that was not noted.</param>
/// <param name="Rod">The rod in millimetres; null for none.</param>
public sealed record RolledView(bool? Airy, double? Rod);

/// <summary>Waste of one kind.</summary>
public sealed record CardWasteView(LossKind Kind, MassFigure Mass);

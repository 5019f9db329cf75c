using System.ComponentModel.DataAnnotations;
using System.Text.Json.Serialization;
using EarthyTuft.Core.Dividing;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Dividing;

/// <summary>A strip chart is begun as it was rehearsed, to be ticked off.</summary>
/// <param name="Chart">Colours, order and weights; at least one colour comes from a lot.</param>
/// <param name="StartedAt">When; left out for now.</param>
public sealed record StripStart(RehearseRequest Chart, DateTimeOffset? StartedAt = null) : RunStart
{
    internal override IReadOnlyList<Guid> Lots => [.. Chart.Colours.Select(c => c.LotId).OfType<Guid>()];
}

/// <summary>A strip of a chart.</summary>
/// <param name="Name">Empty for a plain ply.</param>
/// <param name="Colour">As a code.</param>
public sealed record ChartStripView(string Name, string Colour, MassFigure Mass);

/// <summary>A ply of a chart.</summary>
/// <param name="Strips">What is done, and then what is to come.</param>
/// <param name="Done">How many of them are done.</param>
/// <param name="Rest">The order to come, as it would be typed.</param>
public sealed record ChartPlyView(IReadOnlyList<ChartStripView> Strips, int Done, string Rest);

/// <summary>A colour of a chart.</summary>
/// <param name="Code">The lot it is torn from; null for none.</param>
/// <param name="From">From which end it drafts more easily; null where nobody tried.</param>
public sealed record ChartColourView(string Name, string? Code, string Colour, DraftsFrom? From);

/// <summary>A strip chart as it stands.</summary>
/// <param name="Sentence">How much is left.</param>
public sealed record StripChartView(
    IReadOnlyList<ChartPlyView> Plies,
    IReadOnlyList<ChartColourView> Colours,
    bool IsDone,
    string Sentence,
    Guid? LastEvent
) : CraftView;

/// <summary>A batt or a length of top that is to be divided.</summary>
/// <param name="Mass">What it weighs, as typed.</param>
/// <param name="Width">In millimetres.</param>
/// <param name="Length">In millimetres.</param>
/// <param name="Strip">How wide a strip is to be, about, in millimetres.</param>
/// <param name="As">How it is divided.</param>
/// <param name="GramsPerMetre">How thin pencils are drawn; left out for strips.</param>
public sealed record StripSizesRequest(
    [property: StringLength(60)] string Mass,
    [property: JsonConverter(typeof(Millimetres))] double Width,
    [property: JsonConverter(typeof(Millimetres))] double Length,
    [property: JsonConverter(typeof(Millimetres))] double Strip,
    TornAs As = TornAs.Strips,
    [property: JsonConverter(typeof(GramsPerMetre))] double? GramsPerMetre = null
);

/// <summary>A top that was dyed along its length.</summary>
/// <param name="Along">Its colours in order with their lengths, as typed: "a 20 cm, b 35 cm".</param>
/// <param name="GramsPerMetre">How heavy it is for its length.</param>
/// <param name="As">How it is brought to the hand.</param>
/// <param name="Parts">Into how many it is split.</param>
/// <param name="Plies">How many plies share it, each along its whole length.</param>
public sealed record DyedTopRequest(
    [property: StringLength(2000)] string Along,
    [property: JsonConverter(typeof(GramsPerMetre))] double GramsPerMetre,
    DyedTopAs As = DyedTopAs.Straight,
    int Parts = 2,
    int Plies = 1
);

/// <summary>The same as strips to rehearse.</summary>
/// <param name="Repeat">Their order, as it would be typed.</param>
/// <param name="Masses">What each weighs in a ply, as it would be typed.</param>
/// <param name="Held">How it is held.</param>
/// <param name="Sentence">What it comes to.</param>
public sealed record DyedTopView(string Repeat, IReadOnlyList<string> Masses, HeldAs Held, string Sentence);

/// <summary>Equal strips.</summary>
/// <param name="Width">Of each, in millimetres.</param>
/// <param name="Metres">Of each.</param>
/// <param name="Sentence">The same in words, with what to do about a remainder.</param>
public sealed record StripSizesView(int Count, MassFigure Each, double Width, double Metres, double GramsPerMetre, string Sentence);

using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Felting;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Lots;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Felting;

/// <summary>Begins a felting test.</summary>
/// <param name="LotIds">One.</param>
/// <param name="Pinch">What is rolled, as typed.</param>
/// <param name="By">What the rolling is counted in.</param>
/// <param name="StartedAt">Left out for now.</param>
public sealed record FeltStart(
    [property: MaxLength(4)] IReadOnlyList<Guid> LotIds,
    [property: StringLength(60)] string? Pinch = null,
    RolledBy By = RolledBy.Minutes,
    DateTimeOffset? StartedAt = null
) : RunStart
{
    internal override IReadOnlyList<Guid> Lots => LotIds;
}

/// <summary>One look at the pinch.</summary>
/// <param name="Event">By which it was noted.</param>
/// <param name="After">After how much rolling, in words.</param>
/// <param name="WidthMillimetres">Null where it is loose.</param>
/// <param name="Width">The same in words; "loose" where it is.</param>
/// <param name="Density">In g/cm3, rounded; null where it is loose.</param>
/// <param name="Holds">It keeps its shape.</param>
/// <param name="Doubt">Why it does not count; empty where it does.</param>
public sealed record FeltReadingView(
    Guid Event,
    string After,
    double? WidthMillimetres,
    string Width,
    double? Density,
    bool Holds,
    string Doubt
);

/// <summary>A felting test at its bench.</summary>
/// <param name="Pinch">What is rolled.</param>
/// <param name="By">What the rolling is counted in.</param>
/// <param name="Readings">In the order in which they were noted.</param>
/// <param name="Felts">What it comes to; null before it can be told.</param>
/// <param name="Sentence">What it comes to and why, or what is still to be done.</param>
/// <param name="Beside">What to think of it beside the other tests; empty where there is nothing to say.</param>
/// <param name="NextLook">After how much rolling in all it is usually looked at next, as it is counted; null once that was often
/// enough.</param>
/// <param name="MayMeasure">Another look can be noted.</param>
/// <param name="Opened">It opened as it dried.</param>
/// <param name="Loose">The width of the unrolled pinch, to draw it by.</param>
/// <param name="Others">The workshop's other balls, the newest first.</param>
/// <param name="LastEvent">What can be taken back.</param>
public sealed record FeltView(
    MassFigure Pinch,
    RolledBy By,
    IReadOnlyList<FeltReadingView> Readings,
    FeltingGrade? Felts,
    string Sentence,
    string Beside,
    double? NextLook,
    bool MayMeasure,
    bool Opened,
    double Loose,
    IReadOnlyList<FeltBallView> Others,
    Guid? LastEvent
) : CraftView;

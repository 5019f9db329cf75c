using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Drying;

/// <summary>Wool goes on a rack.</summary>
/// <param name="Mass">Its weight then, wet, as typed; left out when it is weighed later.</param>
/// <param name="StartedAt">When; left out for now.</param>
public sealed record RackStart(
    [property: MaxLength(60)] IReadOnlyList<Guid> LotIds,
    Guid? RackId = null,
    WaterOut WaterOut = WaterOut.SpunOut,
    RackPlace Place = RackPlace.Indoors,
    bool Netted = false,
    [property: StringLength(60)] string? Mass = null,
    DateTimeOffset? StartedAt = null
) : RunStart
{
    internal override IReadOnlyList<Guid> Lots => LotIds;
}

/// <summary>Wool on a rack as it stands.</summary>
/// <param name="RoomNeeded">Square metres it wants to lie in, null when its dry weight is not known.</param>
/// <param name="Crowded">The rack carries more than it has room for.</param>
/// <param name="WaitingForRoom">Wet lots that find no room on any rack while this lies there.</param>
/// <param name="PastBedtime">It will be dry only after bedtime.</param>
/// <param name="Rest">Where it comes to rest.</param>
/// <param name="DryLine">Light enough: within the tolerance of rest.</param>
/// <param name="LastWeight">The newest weight that counts, to be logged when it is dry.</param>
/// <param name="LastNoted">The event of the newest weight, null where there is none.</param>
/// <param name="Doubt">The question that the last weight raises, null when it is believed.</param>
/// <param name="Axis">What its picture counts in; dots and curve are in grams.</param>
public sealed record RackView(
    string? Rack,
    double? RackSquareMetres,
    double? RoomNeeded,
    bool Crowded,
    IReadOnlyList<string> WaitingForRoom,
    WaterOut WaterOut,
    RackPlace Place,
    bool Netted,
    bool PastBedtime,
    MassFigure? Rest,
    MassFigure? DryLine,
    MassFigure? Expected,
    MassFigure? LastWeight,
    Guid? LastNoted,
    string? Doubt,
    Working Working,
    MassAxis Axis,
    IReadOnlyList<CurveDot> Dots,
    IReadOnlyList<CurvePoint> Curve
) : CraftView;

using System.ComponentModel.DataAnnotations;
using System.Text.Json.Serialization;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Tools;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Spinning;

/// <summary>Fibre is spun to singles.</summary>
/// <param name="Aim">The yarn that is wanted, its lot among it.</param>
/// <param name="ToolId">Wheel, electric flyer, great wheel or spindle; left out for one that is not the workshop's.</param>
/// <param name="Whorl">Its whorl or mark.</param>
/// <param name="Mass">So much of the lot, as typed; left out for all of it.</param>
/// <param name="StartedAt">When; left out for now.</param>
/// <param name="Holding">How the preparation is held; left out for the way that was chosen for the lot.</param>
public sealed record SpinStart(
    AimRequest Aim,
    Guid? ToolId = null,
    [property: StringLength(60)] string? Whorl = null,
    [property: StringLength(60)] string? Mass = null,
    DateTimeOffset? StartedAt = null,
    Holding? Holding = null
) : RunStart
{
    internal override IReadOnlyList<Guid> Lots => Aim?.LotId is { } lot ? [lot] : [];
}

/// <summary>A ply-back of the trail, in the order of the aim's own.</summary>
/// <param name="Event">The event that noted it.</param>
/// <param name="Changed">What was another this time; empty for nothing.</param>
public sealed record TrailView(Guid Event, DateTimeOffset At, string Changed);

/// <summary>A bobbin, a cop or a skein.</summary>
/// <param name="Event">The event that noted it.</param>
/// <param name="Mass">Null where it was not weighed.</param>
/// <param name="Length">In words; empty where it was not measured.</param>
/// <param name="Metres">For drawing; null likewise.</param>
/// <param name="Words">Wraps, angle, settings; empty for nothing.</param>
/// <param name="Fill">How full the bobbin is, from 0 to 1; null where its room is not known.</param>
/// <param name="Caution">That it was begun the other way round than the others; empty where it was not.</param>
public sealed record BobbinView(
    Guid Event,
    TwistDirection? Direction,
    MassFigure? Mass,
    string Length,
    double? Metres,
    string Words,
    double? Fill,
    string Caution
);

/// <summary>What was counted.</summary>
/// <param name="Words">The same for ten metres, where metres were told, and how joins were made; else empty.</param>
public sealed record CountView(SpunTally Of, int Count, string Words);

/// <summary>Time at it.</summary>
/// <param name="Minutes">Of stretches that were ended.</param>
/// <param name="Since">When the one began that goes on; null while the clock stands.</param>
/// <param name="Pace">Metres and grams in an hour, in words; empty before both are known.</param>
public sealed record ClockView(double Minutes, DateTimeOffset? Since, string Pace);

/// <summary>Spinning as it stands.</summary>
/// <param name="Tool">Its name; null for one that is not the workshop's.</param>
/// <param name="Aim">The aim with its trail.</param>
/// <param name="Trail">The same ply-backs as events.</param>
/// <param name="Begun">The direction of the bobbin that is being filled; null while none is.</param>
/// <param name="Sentences">What follows of bobbins and counts.</param>
/// <param name="Resume">All that is needed to go on with it another day.</param>
/// <param name="By">What is counted for a draw.</param>
/// <param name="BobbinKinds">The kinds of bobbins that fit the tool; empty where it has one kind.</param>
/// <param name="Draw">How it is drawn; null where nobody said.</param>
/// <param name="Holding">How the preparation is held; null where nobody said.</param>
/// <param name="Holdings">The ways in which it can be held.</param>
/// <param name="JoinedBy">How a join was made last; null where nobody said.</param>
public sealed record SpinView(
    string? Tool,
    AimView Aim,
    IReadOnlyList<TrailView> Trail,
    ClockView Clock,
    TwistDirection? Begun,
    IReadOnlyList<BobbinView> Bobbins,
    IReadOnlyList<CountView> Counts,
    IReadOnlyList<string> Sentences,
    IReadOnlyList<string> Resume,
    SpunBy By,
    IReadOnlyList<string> BobbinKinds,
    Draw? Draw,
    Holding? Holding,
    IReadOnlyList<Holding> Holdings,
    JoinWay? JoinedBy,
    Guid? LastEvent
) : CraftView;

/// <summary>Strands are plied.</summary>
/// <param name="LotIds">Singles, or what is plied once more.</param>
/// <param name="Plies">Strands that lie side by side; a chain has three and a cable four, whatever is said here.</param>
/// <param name="Degrees">Angle of the plies; left out for the one that the singles were spun for, or that suits the fibre.</param>
/// <param name="Wraps">Of the fresh yarn, as expected; left out where the strands' grist is known.</param>
/// <param name="Direction">Left out for the other way round than they were twisted last.</param>
/// <param name="DrawMillimetres">A length that is wound on at once.</param>
/// <param name="TakeUpPercent">Length that plying takes up; left out for what is usual.</param>
/// <param name="StartedAt">When; left out for now.</param>
public sealed record PlyStart(
    [property: MaxLength(24)] IReadOnlyList<Guid> LotIds,
    int Plies = 2,
    YarnStructure Structure = YarnStructure.Plain,
    double? Degrees = null,
    [property: StringLength(120)] string? Wraps = null,
    TwistDirection? Direction = null,
    PlyFrom From = PlyFrom.Bobbins,
    Guid? ToolId = null,
    double? Ratio = null,
    [property: JsonConverter(typeof(Millimetres))] double? DrawMillimetres = null,
    SpunBy By = SpunBy.Treadles,
    double? TakeUpPercent = null,
    DateTimeOffset? StartedAt = null
) : RunStart
{
    internal override IReadOnlyList<Guid> Lots => LotIds ?? [];
}

/// <summary>A lot that is plied.</summary>
/// <param name="Length">In words; empty where it is not known.</param>
/// <param name="Metres">For drawing; null likewise.</param>
/// <param name="Direction">Of its last twist; null where it is not known.</param>
/// <param name="Left">What stays on it, in words; empty for nothing.</param>
public sealed record PlyStrandView(string Code, MassFigure? Mass, string Length, double? Metres, TwistDirection? Direction, string Left);

/// <summary>What plying gives, and how to do it.</summary>
/// <param name="Fresh">The yarn before its wash.</param>
/// <param name="Washed">And after it, as it is expected.</param>
/// <param name="Sentences">How to ply it.</param>
/// <param name="Cautions">What speaks against it, with what to do instead.</param>
/// <param name="Becomes">The same singles in other structures, washed, before anything is committed.</param>
/// <param name="TakeUpPercent">As it was reckoned with.</param>
public sealed record PlyPlanView(
    YarnShape Fresh,
    YarnShape Washed,
    TwistDirection Direction,
    IReadOnlyList<PlyStrandView> Strands,
    IReadOnlyList<string> Sentences,
    IReadOnlyList<string> Cautions,
    IReadOnlyList<BecomesView> Becomes,
    SettingsView? Settings,
    double TakeUpPercent
);

/// <summary>An angle that was read while plying.</summary>
public sealed record PlyAngleView(double Degrees, bool IsThere, string Sentence);

/// <summary>Plying as it stands.</summary>
/// <param name="Tool">Its name; null for one that is not the workshop's.</param>
public sealed record PlyingView(
    string? Tool,
    PlyPlanView Plan,
    IReadOnlyList<PlyAngleView> Angles,
    ClockView Clock,
    IReadOnlyList<BobbinView> Skeins,
    IReadOnlyList<CountView> Counts,
    IReadOnlyList<string> Sentences,
    SpunBy By,
    Guid? LastEvent
) : CraftView;

using EarthyTuft.Core.Blending;
using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Combing;
using EarthyTuft.Core.Dehairing;
using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Dyeing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ginning;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Opening;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Core.Silk;
using EarthyTuft.Core.Skirting;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Stations;
using EarthyTuft.Core.Stock;

namespace EarthyTuft.Core.Course;

/// <summary>The list of the stations. A new one is a line here; all that is true of it stands in its own room.</summary>
public static class AllStations
{
    /// <summary>Every step that takes from lots and gives to lots, in the order in which screens show them.</summary>
    public static readonly IReadOnlyList<Station> InOrder =
    [
        SkirtingStation.Definition,
        StockStations.Divide,
        GinningStation.Definition,
        SilkStations.PartCaps,
        SilkStations.Degum,
        ScouringStation.Definition,
        DryingStation.Definition,
        OpeningStation.Definition,
        DehairingStation.Definition,
        DyeingStation.Definition,
        DressingStation.Definition,
        CardingStation.Definition,
        CombingStation.Definition,
        BlendingStation.Definition,
        SpinningStations.Spin,
        SpinningStations.Ply,
        SpinningStations.Finish,
        StockStations.Join,
    ];

    /// <summary>Where clean or opened fibre is prepared, in the order in which they are tried: the first one that is for its length is the
    /// usual one.</summary>
    public static readonly IReadOnlyList<Station> Preparing = [CardingStation.Definition, CombingStation.Definition];

    private static readonly Dictionary<StepKind, Station> ByKind = InOrder.ToDictionary(s => s.Kind);

    /// <summary>The caution at the door, where raw fleece comes in: the same as at skirting.</summary>
    public static Caution AtTheDoor => SkirtingStation.Definition.Caution;

    /// <summary>A station.</summary>
    /// <param name="step">A step that takes from lots and gives to lots; throws for the others.</param>
    public static Station Of(StepKind step) => Find(step) ?? throw new ArgumentOutOfRangeException(nameof(step));

    /// <summary>A station, null for a step that takes in, leaves or counts.</summary>
    /// <param name="step">Any step.</param>
    public static Station? Find(StepKind step) => ByKind.GetValueOrDefault(step);

    /// <summary>The yield a forecast counts on for a class, null where the step loses nothing to speak of.</summary>
    /// <param name="step">Any step.</param>
    /// <param name="of">The fleece's class, null when not known.</param>
    public static Span? Typical(StepKind step, FleeceClass? of) =>
        Find(step) is { YieldIsForecast: true } station ? station.Typical(of) : null;

    /// <summary>Every station that makes something of a lot, the usual one first.</summary>
    /// <param name="form">What the lot is.</param>
    /// <param name="fibre">Its fibre.</param>
    /// <param name="usual">Where it waits.</param>
    public static IReadOnlyList<StepKind> Open(LotForm form, Fibre fibre, StepKind? usual) =>
        [.. InOrder.Where(s => !s.OnlyMoves && s.CanTake(form, fibre)).Select(s => s.Kind).OrderByDescending(k => k == usual)];
}

using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Scouring;

/// <summary>Begins a planned wash.</summary>
/// <param name="Plan">As it was planned.</param>
public sealed record WashStart(ScourPlanRequest Plan) : RunStart
{
    internal override IReadOnlyList<Guid> Lots => Plan.LotIds;
}

/// <summary>A bath as it stands.</summary>
/// <param name="Id">The event that began it.</param>
/// <param name="LiftedBy">The event by which it was lifted: taken back, the wool lies in it again.</param>
/// <param name="LastTyped">The event of the last typed reading, null where there is none.</param>
/// <param name="SoakedAt">When it has lain as long as was planned.</param>
/// <param name="RateFrom">Whose cooling rate stands behind it: measured in this bath, yours, or typical.</param>
/// <param name="Then">What is poured once it is lifted, null where nothing comes or it was lifted.</param>
/// <param name="Unit">Of dots and curve: °C or °F.</param>
/// <param name="Doubt">The question that the last reading raises, null when it is believed.</param>
public sealed record BathView(
    Guid Id,
    int Batch,
    int Place,
    BathKind Kind,
    DateTimeOffset StartedAt,
    DateTimeOffset? LiftedAt,
    Guid? LiftedBy,
    Guid? LastTyped,
    TemperatureFigure Target,
    TemperatureFigure? Floor,
    Guid? ProbeId,
    int Readings,
    TemperatureFigure? Last,
    DateTimeOffset SoakedAt,
    Provenance RateFrom,
    Working Working,
    string? Doubt,
    NextBathView? Then,
    string Unit,
    IReadOnlyList<CurveDot> Dots,
    IReadOnlyList<CurvePoint> Curve
);

/// <summary>Where a batch goes next.</summary>
/// <param name="Place">Which bath of the plan, from zero.</param>
public sealed record NextBathView(int Batch, int Place, PlannedBathView Bath);

/// <summary>A wash under way.</summary>
/// <param name="Greasy">What went in.</param>
/// <param name="Next">For each batch that is in no bath and has one to come.</param>
/// <param name="MayEndEarly">It may be logged as it is, with fewer baths than were planned.</param>
public sealed record WashView(
    MassFigure Greasy,
    ScourPlanView Plan,
    string? Recipe,
    IReadOnlyList<BathView> Baths,
    IReadOnlyList<NextBathView> Next,
    int BathsDone,
    bool MayEndEarly
) : CraftView;

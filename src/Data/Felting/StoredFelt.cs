using EarthyTuft.Core.Felting;
using EarthyTuft.Core.Runs;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Felting;

/// <summary>A felting test as it is stored: its plan and its events.</summary>
public static class StoredFelt
{
    private const int PlanVersion = 1;

    private static readonly StoredEvents<FeltEvent> Kinds = new StoredEvents<FeltEvent>("a felting test")
        .Add<BallMeasured, MeasuredV1>(
            "ballMeasured",
            1,
            e => new(e.Count, e.WidthMillimetres, e.Holds, e.Typed),
            v => new(v.Count, v.Width, v.Holds, v.Typed)
        )
        .Add<WidthBelieved, BelievedV1>("widthBelieved", 1, e => new(e.Measured), v => new(v.Measured))
        .Add<BallOpened, OpenedV1>("ballOpened", 1, _ => new(), _ => new());

    /// <summary>The test of a run, its events loaded.</summary>
    public static FeltState State(RunRow run) => FeltState.Of(run.Id, Plan(run.Plan), run.StartedAt, [.. Events(run)]);

    /// <summary>Its events that count.</summary>
    public static IEnumerable<RunEvent<FeltEvent>> Events(RunRow run) => run.EventsAs(Kinds.Read);

    public static string Write(FeltPlan plan) => StoredPayload.Write(new PlanV1(plan.PinchGrams, plan.Typed, plan.By), PlanVersion);

    public static FeltPlan Plan(string stored)
    {
        var plan = StoredPayload.Read<PlanV1>(stored, PlanVersion);
        return new FeltPlan(plan.PinchGrams, plan.Typed, plan.By);
    }

    public static RunEventRow Row(RunEvent<FeltEvent> happened, string who) => Kinds.Row(happened, who);

    private sealed record PlanV1(double PinchGrams, string Typed, RolledBy By);

    private sealed record MeasuredV1(double Count, double? Width, bool Holds, string Typed);

    private sealed record BelievedV1(Guid Measured);

    private sealed record OpenedV1;
}

using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Drying;

/// <summary>Wool on a rack as it is stored: its plan and its events.</summary>
public static class StoredRack
{
    private const int PlanVersion = 2,
        EventVersion = 1;

    private static readonly StoredEvents<RackEvent> Kinds = new StoredEvents<RackEvent>("a rack")
        .Add<RackWeighed, WeighedV1>("rackWeighed", EventVersion, e => new(e.Grams, e.Typed), v => new(v.Grams, v.Typed))
        .Add<WeightBelieved, BelievedV1>("weightBelieved", EventVersion, e => new(e.Weight), v => new(v.Weight));

    /// <summary>The rack of a run, its events loaded.</summary>
    public static RackState State(RunRow run) => RackState.Of(run.Id, Plan(run.Plan), run.StartedAt, run.EventsAs(Read), run.ReadingsAs());

    public static string Write(RackPlan plan) =>
        StoredPayload.Write(new PlanV2(plan.WaterOut, plan.Place, plan.Netted, plan.Expected?.Mean, plan.Expected?.Deviation), PlanVersion);

    public static RackPlan Plan(string stored)
    {
        var plan = StoredPayload.Read<PlanV2>(stored, PlanVersion, (json, _) =>
        {
            // The first version knew indoors and outdoors and nothing else.
            json["place"] = json["outdoors"]?.GetValue<bool>() == true ? "outdoors" : "indoors";
            json.Remove("outdoors");
        });
        return new RackPlan(
            plan.WaterOut,
            plan.Place,
            plan.Netted,
            plan is { ExpectedGrams: { } grams, ExpectedDeviation: { } deviation } ? new Belief(grams, deviation) : null
        );
    }

    public static RunEventRow Row(RunEvent<RackEvent> happened, string who) => Kinds.Row(happened, who);

    public static RackEvent Read(RunEventRow row) => Kinds.Read(row);

    private sealed record PlanV2(WaterOut WaterOut, RackPlace Place, bool Netted, double? ExpectedGrams, double? ExpectedDeviation);

    private sealed record WeighedV1(double Grams, string Typed);

    private sealed record BelievedV1(Guid Weight);
}

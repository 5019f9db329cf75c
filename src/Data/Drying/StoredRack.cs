using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Drying;

/// <summary>Wool on a rack as it is stored: its plan and its events.</summary>
public static class StoredRack
{
    private const int PlanVersion = 2, EventVersion = 1;

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
        return new RackPlan(plan.WaterOut, plan.Place, plan.Netted, plan is { ExpectedGrams: { } grams, ExpectedDeviation: { } deviation } ? new Belief(grams, deviation) : null);
    }

    public static RunEventRow Row(RunEvent<RackEvent> happened, string who) => new()
    {
        Id = happened.Id,
        At = happened.At.ToUniversalTime().ToStored(),
        Who = who,
        Kind = happened.What is RackWeighed ? "rackWeighed" : "weightBelieved",
        Payload = happened.What switch
        {
            RackWeighed w => StoredPayload.Write(new WeighedV1(w.Grams, w.Typed), EventVersion),
            WeightBelieved b => StoredPayload.Write(new BelievedV1(b.Weight), EventVersion),
            _ => throw new InvalidOperationException($"{happened.What.GetType().Name} is not stored."),
        },
    };

    public static RackEvent Read(RunEventRow row)
    {
        switch (row.Kind)
        {
            case "rackWeighed":
                var w = StoredPayload.Read<WeighedV1>(row.Payload, EventVersion);
                return new RackWeighed(w.Grams, w.Typed);
            case "weightBelieved":
                return new WeightBelieved(StoredPayload.Read<BelievedV1>(row.Payload, EventVersion).Weight);
            default:
                throw new NotSupportedException($"A rack's event {row.Kind} was written by a later release.");
        }
    }

    private sealed record PlanV2(WaterOut WaterOut, RackPlace Place, bool Netted, double? ExpectedGrams, double? ExpectedDeviation);

    private sealed record WeighedV1(double Grams, string Typed);

    private sealed record BelievedV1(Guid Weight);
}

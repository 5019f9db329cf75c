using EarthyTuft.Core.Blending;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Runs;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Blending;

/// <summary>A blend as it is stored: its plan and its events.</summary>
public static class StoredBlend
{
    private const int PlanVersion = 1, EventVersion = 1;

    /// <summary>The blend of a run, its events loaded.</summary>
    public static BlendState State(RunRow run) => BlendState.Of(run.Id, Plan(run.Plan), run.StartedAt, Events(run));

    /// <summary>Its events that count.</summary>
    public static IEnumerable<RunEvent<BlendEvent>> Events(RunRow run) => run.EventsAs(Read);

    public static string Write(BlendPlan plan) => StoredPayload.Write(
        new PlanV1(plan.Grams, plan.Most.Grams, plan.Most.Own, plan.Most.IsSaid, [.. plan.Parts.Select(p => new PartV1(p.Lot, p.Code, p.Fraction))], plan.On, plan.Gives, plan.Layers, plan.Passes, plan.SplitIn), PlanVersion);

    public static BlendPlan Plan(string stored)
    {
        var plan = StoredPayload.Read<PlanV1>(stored, PlanVersion);
        return new BlendPlan(
            plan.Grams, new LoadSize(plan.MostGrams, plan.OwnLoads, plan.MostIsSaid), [.. plan.Parts.Select(p => new BlendPart(p.Lot, p.Code, p.Fraction))], plan.On, plan.Gives, plan.Layers, plan.Passes, plan.SplitIn);
    }

    public static RunEventRow Row(RunEvent<BlendEvent> happened, string who)
    {
        var (kind, payload) = happened.What switch
        {
            LoadBlended e => ("loadBlended", StoredPayload.Write(new LoadV1(e.Grams, e.Typed), EventVersion)),
            BlendLoadsCounted e => ("loadsCounted", StoredPayload.Write(new CountedV1(e.Count), EventVersion)),
            BlendPassed => ("passed", StoredPayload.Write(new PassedV1(), EventVersion)),
            _ => throw new InvalidOperationException($"{happened.What.GetType().Name} is not stored."),
        };
        return new RunEventRow { Id = happened.Id, At = happened.At.ToUniversalTime().ToStored(), Who = who, Kind = kind, Payload = payload };
    }

    public static BlendEvent Read(RunEventRow row) => row.Kind switch
    {
        "loadBlended" when StoredPayload.Read<LoadV1>(row.Payload, EventVersion) is var load => new LoadBlended(load.Grams, load.Typed),
        "loadsCounted" => new BlendLoadsCounted(StoredPayload.Read<CountedV1>(row.Payload, EventVersion).Count),
        "passed" => new BlendPassed(),
        _ => throw new NotSupportedException($"An event of blending, {row.Kind}, was written by a later release."),
    };

    private sealed record PlanV1(
        double Grams, double MostGrams, int OwnLoads, bool MostIsSaid, IReadOnlyList<PartV1> Parts, BlendOn On, LotForm Gives, int Layers, int Passes, int SplitIn);

    private sealed record PartV1(Guid Lot, string Code, double Fraction);

    private sealed record LoadV1(double? Grams, string Typed);

    private sealed record CountedV1(int Count);

    private sealed record PassedV1;
}

using EarthyTuft.Core.Blending;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Runs;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Blending;

/// <summary>A blend as it is stored: its plan and its events.</summary>
public static class StoredBlend
{
    private const int PlanVersion = 1,
        EventVersion = 1;

    private static readonly StoredEvents<BlendEvent> Kinds = new StoredEvents<BlendEvent>("blending")
        .Add<LoadBlended, LoadV1>("loadBlended", EventVersion, e => new(e.Grams, e.Typed), v => new(v.Grams, v.Typed))
        .Add<BlendLoadsCounted, CountedV1>("loadsCounted", EventVersion, e => new(e.Count), v => new(v.Count))
        .Add<BlendPassed, PassedV1>("passed", EventVersion, _ => new(), _ => new());

    /// <summary>The blend of a run, its events loaded.</summary>
    public static BlendState State(RunRow run) => BlendState.Of(run.Id, Plan(run.Plan), run.StartedAt, Events(run));

    /// <summary>Its events that count.</summary>
    public static IEnumerable<RunEvent<BlendEvent>> Events(RunRow run) => run.EventsAs(Read);

    public static string Write(BlendPlan plan) =>
        StoredPayload.Write(
            new PlanV1(
                plan.Grams,
                plan.Most.Grams,
                plan.Most.Own,
                plan.Most.IsSaid,
                [.. plan.Parts.Select(p => new PartV1(p.Lot, p.Code, p.Fraction))],
                plan.On,
                plan.Gives,
                plan.Layers,
                plan.Passes,
                plan.SplitIn
            ),
            PlanVersion
        );

    public static BlendPlan Plan(string stored)
    {
        var plan = StoredPayload.Read<PlanV1>(stored, PlanVersion);
        return new BlendPlan(
            plan.Grams,
            new LoadSize(plan.MostGrams, plan.OwnLoads, plan.MostIsSaid),
            [.. plan.Parts.Select(p => new BlendPart(p.Lot, p.Code, p.Fraction))],
            plan.On,
            plan.Gives,
            plan.Layers,
            plan.Passes,
            plan.SplitIn
        );
    }

    public static RunEventRow Row(RunEvent<BlendEvent> happened, string who) => Kinds.Row(happened, who);

    public static BlendEvent Read(RunEventRow row) => Kinds.Read(row);

    private sealed record PlanV1(
        double Grams,
        double MostGrams,
        int OwnLoads,
        bool MostIsSaid,
        IReadOnlyList<PartV1> Parts,
        BlendOn On,
        LotForm Gives,
        int Layers,
        int Passes,
        int SplitIn
    );

    private sealed record PartV1(Guid Lot, string Code, double Fraction);

    private sealed record LoadV1(double? Grams, string Typed);

    private sealed record CountedV1(int Count);

    private sealed record PassedV1;
}

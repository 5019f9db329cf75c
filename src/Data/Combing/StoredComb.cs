using EarthyTuft.Core.Combing;
using EarthyTuft.Core.Runs;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Combing;

/// <summary>Combing as it is stored: its plan and its events.</summary>
public static class StoredComb
{
    private const int PlanVersion = 1,
        EventVersion = 1;

    private static readonly StoredEvents<CombEvent> Kinds = new StoredEvents<CombEvent>("combing")
        .Add<FibreTransferred, TransferredV1>("transferred", EventVersion, _ => new(), _ => new())
        .Add<LoadCombed, LoadV1>(
            "loadCombed",
            EventVersion,
            e => new(e.TopGrams, e.NoilGrams, e.TypedTop, e.TypedNoil),
            v => new(v.TopGrams, v.NoilGrams, v.TypedTop, v.TypedNoil)
        )
        .Add<CombLoadsCounted, CountedV1>("loadsCounted", EventVersion, e => new(e.Count), v => new(v.Count))
        .Add<CombLoadWeighed, WeighedV1>(
            "loadWeighed",
            EventVersion,
            e => new(e.Load, e.TopGrams, e.NoilGrams, e.TypedTop, e.TypedNoil),
            v => new(v.Load, v.TopGrams, v.NoilGrams, v.TypedTop, v.TypedNoil)
        )
        .Add<TuftsWeighed, TuftsV1>("tuftsWeighed", EventVersion, e => new(e.Grams, e.Loads, e.Typed), v => new(v.Grams, v.Loads, v.Typed))
        .Add<EndsKept, MassV1>("endsKept", EventVersion, e => new(e.Grams, e.Typed), v => new(v.Grams, v.Typed))
        .Add<CombWasteWeighed, MassV1>("wasteWeighed", EventVersion, e => new(e.Grams, e.Typed), v => new(v.Grams, v.Typed))
        .Add<SliverWeighed, SliverV1>(
            "sliverWeighed",
            EventVersion,
            e => new(e.Metres, e.Grams, e.Typed),
            v => new(v.Metres, v.Grams, v.Typed)
        )
        .Add<NestsCounted, NestsV1>(
            "nestsCounted",
            EventVersion,
            e => new(e.Count, e.OneGrams, e.Typed),
            v => new(v.Count, v.OneGrams, v.Typed)
        );

    /// <summary>The combing of a run, its events loaded.</summary>
    public static CombState State(RunRow run) => CombState.Of(run.Id, Plan(run.Plan), run.StartedAt, Events(run));

    /// <summary>Its events that count.</summary>
    public static IEnumerable<RunEvent<CombEvent>> Events(RunRow run) => run.EventsAs(Read);

    public static string Write(CombPlan plan) =>
        StoredPayload.Write(
            new PlanV1(
                plan.Grams,
                plan.Most.Grams,
                plan.Most.Own,
                plan.Most.IsSaid,
                plan.Way,
                plan.LashedBy,
                plan.Wanted,
                plan.AtLeast,
                plan.DrawnOff,
                plan.DizMillimetres,
                plan.FibreClass
            ),
            PlanVersion
        );

    public static CombPlan Plan(string stored)
    {
        var plan = StoredPayload.Read<PlanV1>(stored, PlanVersion);
        return new CombPlan(
            plan.Grams,
            new LoadSize(plan.MostGrams, plan.OwnLoads, plan.MostIsSaid),
            plan.Way,
            plan.LashedBy,
            plan.Wanted,
            plan.AtLeast,
            plan.DrawnOff,
            plan.DizMillimetres,
            plan.FibreClass
        );
    }

    public static RunEventRow Row(RunEvent<CombEvent> happened, string who) => Kinds.Row(happened, who);

    public static CombEvent Read(RunEventRow row) => Kinds.Read(row);

    private sealed record PlanV1(
        double Grams,
        double MostGrams,
        int OwnLoads,
        bool MostIsSaid,
        CombWay Way,
        LockEnd LashedBy,
        LockEnd? Wanted,
        int AtLeast,
        DrawnOff DrawnOff,
        double? DizMillimetres,
        string FibreClass
    );

    private sealed record TransferredV1;

    private sealed record LoadV1(double? TopGrams, double? NoilGrams, string TypedTop, string TypedNoil);

    private sealed record CountedV1(int Count);

    private sealed record WeighedV1(Guid Load, double? TopGrams, double? NoilGrams, string TypedTop, string TypedNoil);

    private sealed record TuftsV1(double Grams, int Loads, string Typed);

    private sealed record MassV1(double Grams, string Typed);

    private sealed record SliverV1(double Metres, double Grams, string Typed);

    private sealed record NestsV1(int Count, double? OneGrams, string Typed);
}

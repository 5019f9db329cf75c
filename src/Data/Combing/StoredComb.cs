using EarthyTuft.Core.Combing;
using EarthyTuft.Core.Runs;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Combing;

/// <summary>Combing as it is stored: its plan and its events.</summary>
public static class StoredComb
{
    private const int PlanVersion = 1, EventVersion = 1;

    /// <summary>The combing of a run, its events loaded.</summary>
    public static CombState State(RunRow run) => CombState.Of(run.Id, Plan(run.Plan), run.StartedAt, Events(run));

    /// <summary>Its events that count.</summary>
    public static IEnumerable<RunEvent<CombEvent>> Events(RunRow run) => run.EventsAs(Read);

    public static string Write(CombPlan plan) => StoredPayload.Write(
        new PlanV1(plan.Grams, plan.Most.Grams, plan.Most.Own, plan.Most.IsSaid, plan.Way, plan.LashedBy, plan.Wanted, plan.AtLeast, plan.DrawnOff, plan.DizMillimetres, plan.FibreClass), PlanVersion);

    public static CombPlan Plan(string stored)
    {
        var plan = StoredPayload.Read<PlanV1>(stored, PlanVersion);
        return new CombPlan(
            plan.Grams, new LoadSize(plan.MostGrams, plan.OwnLoads, plan.MostIsSaid), plan.Way, plan.LashedBy, plan.Wanted, plan.AtLeast, plan.DrawnOff, plan.DizMillimetres, plan.FibreClass);
    }

    public static RunEventRow Row(RunEvent<CombEvent> happened, string who)
    {
        var (kind, payload) = happened.What switch
        {
            FibreTransferred => ("transferred", Payload(new TransferredV1())),
            LoadCombed e => ("loadCombed", Payload(new LoadV1(e.TopGrams, e.NoilGrams, e.TypedTop, e.TypedNoil))),
            CombLoadsCounted e => ("loadsCounted", Payload(new CountedV1(e.Count))),
            CombLoadWeighed e => ("loadWeighed", Payload(new WeighedV1(e.Load, e.TopGrams, e.NoilGrams, e.TypedTop, e.TypedNoil))),
            TuftsWeighed e => ("tuftsWeighed", Payload(new TuftsV1(e.Grams, e.Loads, e.Typed))),
            EndsKept e => ("endsKept", Payload(new MassV1(e.Grams, e.Typed))),
            CombWasteWeighed e => ("wasteWeighed", Payload(new MassV1(e.Grams, e.Typed))),
            SliverWeighed e => ("sliverWeighed", Payload(new SliverV1(e.Metres, e.Grams, e.Typed))),
            NestsCounted e => ("nestsCounted", Payload(new NestsV1(e.Count, e.OneGrams, e.Typed))),
            _ => throw new InvalidOperationException($"{happened.What.GetType().Name} is not stored."),
        };
        return new RunEventRow { Id = happened.Id, At = happened.At.ToUniversalTime().ToStored(), Who = who, Kind = kind, Payload = payload };
    }

    public static CombEvent Read(RunEventRow row) => row.Kind switch
    {
        "transferred" => new FibreTransferred(),
        "loadCombed" when As<LoadV1>(row) is var e => new LoadCombed(e.TopGrams, e.NoilGrams, e.TypedTop, e.TypedNoil),
        "loadsCounted" => new CombLoadsCounted(As<CountedV1>(row).Count),
        "loadWeighed" when As<WeighedV1>(row) is var e => new CombLoadWeighed(e.Load, e.TopGrams, e.NoilGrams, e.TypedTop, e.TypedNoil),
        "tuftsWeighed" when As<TuftsV1>(row) is var e => new TuftsWeighed(e.Grams, e.Loads, e.Typed),
        "endsKept" when As<MassV1>(row) is var e => new EndsKept(e.Grams, e.Typed),
        "wasteWeighed" when As<MassV1>(row) is var e => new CombWasteWeighed(e.Grams, e.Typed),
        "sliverWeighed" when As<SliverV1>(row) is var e => new SliverWeighed(e.Metres, e.Grams, e.Typed),
        "nestsCounted" when As<NestsV1>(row) is var e => new NestsCounted(e.Count, e.OneGrams, e.Typed),
        _ => throw new NotSupportedException($"An event of combing, {row.Kind}, was written by a later release."),
    };

    private static string Payload<T>(T of) => StoredPayload.Write(of, EventVersion);

    private static T As<T>(RunEventRow row) => StoredPayload.Read<T>(row.Payload, EventVersion);

    private sealed record PlanV1(
        double Grams, double MostGrams, int OwnLoads, bool MostIsSaid, CombWay Way, LockEnd LashedBy, LockEnd? Wanted, int AtLeast, DrawnOff DrawnOff, double? DizMillimetres, string FibreClass);

    private sealed record TransferredV1;

    private sealed record LoadV1(double? TopGrams, double? NoilGrams, string TypedTop, string TypedNoil);

    private sealed record CountedV1(int Count);

    private sealed record WeighedV1(Guid Load, double? TopGrams, double? NoilGrams, string TypedTop, string TypedNoil);

    private sealed record TuftsV1(double Grams, int Loads, string Typed);

    private sealed record MassV1(double Grams, string Typed);

    private sealed record SliverV1(double Metres, double Grams, string Typed);

    private sealed record NestsV1(int Count, double? OneGrams, string Typed);
}

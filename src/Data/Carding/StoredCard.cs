using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Runs;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Carding;

/// <summary>Carding as it is stored: its plan and its events.</summary>
public static class StoredCard
{
    /// <summary>The kind under which a count of what came off is stored.</summary>
    public const string ProductsKind = "productsCounted";

    private const int PlanVersion = 1,
        EventVersion = 1;

    private static readonly StoredEvents<CardEvent> Kinds = new StoredEvents<CardEvent>("carding")
        .Add<LoadCarded, LoadV1>("loadCarded", EventVersion, e => new(e.Grams, e.Typed), v => new(v.Grams, v.Typed))
        .Add<LoadsCounted, CountedV1>("loadsCounted", EventVersion, e => new(e.Count), v => new(v.Count))
        .Add<LoadWeighed, WeighedV1>("loadWeighed", EventVersion, e => new(e.Load, e.Grams, e.Typed), v => new(v.Load, v.Grams, v.Typed))
        .Add<PassBegun, PassV1>("passBegun", EventVersion, _ => new(), _ => new())
        .Add<NepsCounted, NepsV1>(
            "nepsCounted",
            EventVersion,
            e => new(e.Neps, e.PinchGrams, e.Typed),
            v => new(v.Neps, v.PinchGrams, v.Typed)
        )
        .Add<ProductsCounted, ProductsV1>(
            ProductsKind,
            EventVersion,
            e => new(e.Made.Count, e.Made.OneGrams, e.Made.IsAiry, e.Made.RodMillimetres, e.Made.Kept, e.Made.BundleOf, e.Typed),
            v => new(new CardProducts(v.Count, v.OneGrams, v.IsAiry, v.RodMillimetres, v.Kept, v.BundleOf), v.Typed)
        )
        .Add<CardWasteWeighed, WasteV1>(
            "wasteWeighed",
            EventVersion,
            e => new(e.Kind, e.Grams, e.Typed),
            v => new(v.Kind, v.Grams, v.Typed)
        );

    /// <summary>The carding of a run, its events loaded.</summary>
    public static CardState State(RunRow run) => CardState.Of(run.Id, Plan(run.Plan), run.StartedAt, Events(run));

    /// <summary>Its events that count.</summary>
    public static IEnumerable<RunEvent<CardEvent>> Events(RunRow run) => run.EventsAs(Read);

    public static string Write(CardPlan plan) =>
        StoredPayload.Write(
            new PlanV1(
                plan.Grams,
                plan.Most.Grams,
                plan.Most.Own,
                plan.Most.IsSaid,
                plan.Gives,
                plan.LaidOn,
                plan.TakenOff,
                plan.FibreClass
            ),
            PlanVersion
        );

    public static CardPlan Plan(string stored)
    {
        var plan = StoredPayload.Read<PlanV1>(stored, PlanVersion);
        return new CardPlan(
            plan.Grams,
            new LoadSize(plan.MostGrams, plan.OwnLoads, plan.MostIsSaid),
            plan.Gives,
            plan.LaidOn,
            plan.TakenOff,
            plan.FibreClass
        );
    }

    public static RunEventRow Row(RunEvent<CardEvent> happened, string who) => Kinds.Row(happened, who);

    public static CardEvent Read(RunEventRow row) => Kinds.Read(row);

    private sealed record PlanV1(
        double Grams,
        double MostGrams,
        int OwnLoads,
        bool MostIsSaid,
        LotForm Gives,
        LaidOn LaidOn,
        TakenOff TakenOff,
        string FibreClass
    );

    private sealed record LoadV1(double? Grams, string Typed);

    private sealed record CountedV1(int Count);

    private sealed record WeighedV1(Guid Load, double Grams, string Typed);

    private sealed record PassV1;

    private sealed record ProductsV1(
        int Count,
        double? OneGrams,
        bool? IsAiry,
        double? RodMillimetres,
        ProductsKept Kept,
        int? BundleOf,
        string Typed
    );

    private sealed record WasteV1(LossKind Kind, double Grams, string Typed);

    private sealed record NepsV1(int Neps, double PinchGrams, string Typed);
}

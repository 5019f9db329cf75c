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

    private const int PlanVersion = 1, EventVersion = 1;

    /// <summary>The carding of a run, its events loaded.</summary>
    public static CardState State(RunRow run) => CardState.Of(run.Id, Plan(run.Plan), run.StartedAt, Events(run));

    /// <summary>Its events that count.</summary>
    public static IEnumerable<RunEvent<CardEvent>> Events(RunRow run) => run.EventsAs(Read);

    public static string Write(CardPlan plan) =>
        StoredPayload.Write(new PlanV1(plan.Grams, plan.Most.Grams, plan.Most.Own, plan.Most.IsSaid, plan.Gives, plan.LaidOn, plan.TakenOff, plan.FibreClass), PlanVersion);

    public static CardPlan Plan(string stored)
    {
        var plan = StoredPayload.Read<PlanV1>(stored, PlanVersion);
        return new CardPlan(plan.Grams, new LoadSize(plan.MostGrams, plan.OwnLoads, plan.MostIsSaid), plan.Gives, plan.LaidOn, plan.TakenOff, plan.FibreClass);
    }

    public static RunEventRow Row(RunEvent<CardEvent> happened, string who) => new()
    {
        Id = happened.Id,
        At = happened.At.ToUniversalTime().ToStored(),
        Who = who,
        Kind = Kind(happened.What),
        Payload = happened.What switch
        {
            LoadCarded e => StoredPayload.Write(new LoadV1(e.Grams, e.Typed), EventVersion),
            LoadsCounted e => StoredPayload.Write(new CountedV1(e.Count), EventVersion),
            LoadWeighed e => StoredPayload.Write(new WeighedV1(e.Load, e.Grams, e.Typed), EventVersion),
            PassBegun => StoredPayload.Write(new PassV1(), EventVersion),
            NepsCounted e => StoredPayload.Write(new NepsV1(e.Neps, e.PinchGrams, e.Typed), EventVersion),
            ProductsCounted { Made: var m } e => StoredPayload.Write(new ProductsV1(m.Count, m.OneGrams, m.IsAiry, m.RodMillimetres, m.Kept, m.BundleOf, e.Typed), EventVersion),
            CardWasteWeighed e => StoredPayload.Write(new WasteV1(e.Kind, e.Grams, e.Typed), EventVersion),
            _ => throw new InvalidOperationException($"{happened.What.GetType().Name} is not stored."),
        },
    };

    public static CardEvent Read(RunEventRow row)
    {
        switch (row.Kind)
        {
            case "loadCarded":
                var load = StoredPayload.Read<LoadV1>(row.Payload, EventVersion);
                return new LoadCarded(load.Grams, load.Typed);
            case "loadsCounted":
                return new LoadsCounted(StoredPayload.Read<CountedV1>(row.Payload, EventVersion).Count);
            case "loadWeighed":
                var weighed = StoredPayload.Read<WeighedV1>(row.Payload, EventVersion);
                return new LoadWeighed(weighed.Load, weighed.Grams, weighed.Typed);
            case "passBegun":
                return new PassBegun();
            case "nepsCounted":
                var neps = StoredPayload.Read<NepsV1>(row.Payload, EventVersion);
                return new NepsCounted(neps.Neps, neps.PinchGrams, neps.Typed);
            case ProductsKind:
                var made = StoredPayload.Read<ProductsV1>(row.Payload, EventVersion);
                return new ProductsCounted(new CardProducts(made.Count, made.OneGrams, made.IsAiry, made.RodMillimetres, made.Kept, made.BundleOf), made.Typed);
            case "wasteWeighed":
                var waste = StoredPayload.Read<WasteV1>(row.Payload, EventVersion);
                return new CardWasteWeighed(waste.Kind, waste.Grams, waste.Typed);
            default:
                throw new NotSupportedException($"An event of carding, {row.Kind}, was written by a later release.");
        }
    }

    private static string Kind(CardEvent of) => of switch
    {
        LoadCarded => "loadCarded",
        LoadsCounted => "loadsCounted",
        LoadWeighed => "loadWeighed",
        PassBegun => "passBegun",
        NepsCounted => "nepsCounted",
        ProductsCounted => ProductsKind,
        CardWasteWeighed => "wasteWeighed",
        _ => throw new InvalidOperationException($"{of.GetType().Name} is not stored."),
    };

    private sealed record PlanV1(double Grams, double MostGrams, int OwnLoads, bool MostIsSaid, LotForm Gives, LaidOn LaidOn, TakenOff TakenOff, string FibreClass);

    private sealed record LoadV1(double? Grams, string Typed);

    private sealed record CountedV1(int Count);

    private sealed record WeighedV1(Guid Load, double Grams, string Typed);

    private sealed record PassV1;

    private sealed record ProductsV1(int Count, double? OneGrams, bool? IsAiry, double? RodMillimetres, ProductsKept Kept, int? BundleOf, string Typed);

    private sealed record WasteV1(LossKind Kind, double Grams, string Typed);

    private sealed record NepsV1(int Neps, double PinchGrams, string Typed);
}

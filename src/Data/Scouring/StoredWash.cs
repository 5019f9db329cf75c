using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Scouring;

/// <summary>A wash as it is stored: its plan, its events, and a recipe's wish.</summary>
public static class StoredWash
{
    private const int PlanVersion = 2,
        EventVersion = 2,
        WishVersion = 1;

    private static readonly StoredEvents<WashEvent> Kinds = new StoredEvents<WashEvent>("a wash")
        .Add<BathBegan, BeganV1>(
            "bathBegan",
            EventVersion,
            e =>
                new(
                    e.Batch,
                    e.Place,
                    e.Kind,
                    e.TargetCelsius,
                    e.AirCelsius,
                    e.AirRead,
                    e.FloorCelsius,
                    e.HasFloor,
                    e.PlannedMinutes,
                    e.InOtherTub
                ),
            v =>
                new(
                    v.Batch,
                    v.Place,
                    v.Kind,
                    v.TargetCelsius,
                    v.AirCelsius,
                    v.AirRead,
                    v.FloorCelsius,
                    v.HasFloor,
                    v.PlannedMinutes,
                    v.InOtherTub
                )
        )
        .Add<BathRead, ReadV2>("bathRead", EventVersion, e => new(e.Bath, e.Celsius, e.Typed), v => new(v.Bath, v.Celsius, v.Typed))
        .Add<ProbeHung, HungV1>("probeHung", EventVersion, e => new(e.Bath, e.Probe), v => new(v.Bath, v.Probe))
        .Add<BathLifted, LiftedV1>("bathLifted", EventVersion, e => new(e.Bath), v => new(v.Bath));

    /// <summary>The wash of a run, its readings and events loaded.</summary>
    public static WashState State(RunRow run) => WashState.Of(Plan(run.Plan), run.EventsAs(Read), run.ReadingsAs());

    public static string Write(WashPlan wash)
    {
        var (on, plan) = (wash.On, wash.Plan);
        return StoredPayload.Write(
            new PlanV1(
                new(
                    on.GreasyGrams,
                    on.GreasyFrom,
                    on.TubLitres,
                    on.TubRatePerMinute,
                    on.TubBaths,
                    on.HotCelsius,
                    on.ColdCelsius,
                    on.AirCelsius,
                    on.AirFrom,
                    on.LitresPerKilogram,
                    on.DoseFrom,
                    on.Class
                ),
                new(
                    plan.School,
                    new(plan.Batches.Count, plan.Batches.Grams, plan.Batches.Litres),
                    [
                        .. plan.Baths.Select(b => new BathV1(
                            b.Kind,
                            b.Litres,
                            b.Celsius,
                            b.PourCelsius,
                            b.HotLitres,
                            b.ColdLitres,
                            b.DoseGrams,
                            b.Minutes,
                            b.MinutesToFloor,
                            b.LiftedCelsius,
                            b.StepCelsius,
                            null,
                            b.KettleLitres,
                            [.. b.Warnings.Select(w => new WarningV2(w.Kind, w.Celsius, w.Litres, w.Minutes, w.PlannedMinutes, w.Said))]
                        )),
                    ],
                    plan.FloorCelsius,
                    plan.WaterLitres,
                    plan.KilowattHours,
                    plan.AgentGrams,
                    plan.DoseGramsPerKilogram,
                    plan.Cost,
                    plan.Minutes,
                    new(plan.Risk.Level, null, [.. plan.Risk.Because.Select(r => new ReasonV2(r.Kind, r.StepCelsius, r.Said, r.IsTested))]),
                    plan.Notes
                ),
                Agent(wash.Agent),
                wash.Departures
            ),
            PlanVersion
        );
    }

    public static WashPlan Plan(string stored)
    {
        var (on, plan, agent, departures) = StoredPayload.Read<PlanV1>(stored, PlanVersion);
        return new WashPlan(
            new(
                on.GreasyGrams,
                on.GreasyFrom,
                on.TubLitres,
                on.TubRatePerMinute,
                on.TubBaths,
                on.HotCelsius,
                on.ColdCelsius,
                on.AirCelsius,
                on.AirFrom,
                on.LitresPerKilogram,
                on.DoseFrom,
                on.Class
            ),
            new(
                plan.School,
                new(plan.Batches.Count, plan.Batches.Grams, plan.Batches.Litres),
                [
                    .. plan.Baths.Select(b => new PlannedBath(
                        b.Kind,
                        b.Litres,
                        b.Celsius,
                        b.PourCelsius,
                        b.HotLitres,
                        b.ColdLitres,
                        b.DoseGrams,
                        b.Minutes,
                        b.MinutesToFloor,
                        b.LiftedCelsius,
                        b.StepCelsius,
                        Warnings(b),
                        b.KettleLitres
                    )),
                ],
                plan.FloorCelsius,
                plan.WaterLitres,
                plan.KilowattHours,
                plan.AgentGrams,
                plan.DoseGramsPerKilogram,
                plan.Cost,
                plan.Minutes,
                new(plan.Risk.Level, Reasons(plan.Risk)),
                plan.Notes ?? []
            ),
            Agent(agent),
            departures ?? []
        );
    }

    public static RunEventRow Row(RunEvent<WashEvent> happened, string who) => Kinds.Row(happened, who);

    public static WashEvent Read(RunEventRow row) => Kinds.Read(row);

    public static string Write(ScourWish wish) =>
        StoredPayload.Write(
            new WishV1(
                wish.School,
                wish.Batches,
                wish.LitresPerKilogram,
                wish.Washes,
                wish.Rinses,
                wish.Celsius,
                wish.Minutes,
                wish.DoseGramsPerKilogram,
                wish.FloorCelsius,
                wish.Agitation,
                Agent(wish.Agent),
                wish.Baths?.ToDictionary(
                    b => b.Key,
                    b => new BathWishV1(b.Value.Celsius, b.Value.Minutes, b.Value.Litres, b.Value.DoseGrams)
                )
            ),
            WishVersion
        );

    public static ScourWish Wish(string stored)
    {
        // Before recipes had a version they had this shape.
        var w = StoredPayload.Read<WishV1>(stored, WishVersion);
        return new ScourWish(
            w.School,
            w.Batches,
            w.LitresPerKilogram,
            w.Washes,
            w.Rinses,
            w.Celsius,
            w.Minutes,
            w.DoseGramsPerKilogram,
            w.FloorCelsius,
            w.Agitation,
            Agent(w.Agent),
            w.Baths?.ToDictionary(b => b.Key, b => new BathWish(b.Value.Celsius, b.Value.Minutes, b.Value.Litres, b.Value.DoseGrams))
        );
    }

    // Version 1 stored warnings as sentences.
    private static IReadOnlyList<BathWarning> Warnings(BathV1 b) =>
        b.Minds is { } minds
            ? [.. minds.Select(w => new BathWarning(w.Kind, w.Celsius, w.Litres, w.Minutes, w.PlannedMinutes, w.Said))]
            : [.. (b.Warnings ?? []).Select(said => new BathWarning(BathWarningKind.Said, Said: said))];

    private static IReadOnlyList<FeltingReason> Reasons(RiskV1 risk) =>
        risk.Reasons is { } reasons
            ? [.. reasons.Select(r => new FeltingReason(r.Kind, r.StepCelsius, r.Said, r.Tested))]
            : [.. (risk.Because ?? []).Select(said => new FeltingReason(FeltingReasonKind.Said, Said: said))];

    private static AgentV1? Agent(ScourAgent? a) =>
        a is null ? null : new(a.Name, a.DoseGramsPerKilogram, a.FloorCelsius, a.Alkaline, a.PricePerKilogram);

    private static ScourAgent? Agent(AgentV1? a) =>
        a is null ? null : new(a.Name, a.DoseGramsPerKilogram, a.FloorCelsius, a.Alkaline, a.PricePerKilogram);

    private sealed record PlanV1(FootingV1 On, ScourPlanV1 Plan, AgentV1? Agent, IReadOnlyList<string>? Departures);

    private sealed record FootingV1(
        double GreasyGrams,
        Provenance GreasyFrom,
        double TubLitres,
        double TubRatePerMinute,
        int TubBaths,
        double HotCelsius,
        double ColdCelsius,
        double AirCelsius,
        Provenance AirFrom,
        double LitresPerKilogram,
        Provenance DoseFrom,
        FleeceClass? Class
    );

    private sealed record ScourPlanV1(
        ScourSchool School,
        BatchesV1 Batches,
        IReadOnlyList<BathV1> Baths,
        double FloorCelsius,
        double WaterLitres,
        double KilowattHours,
        double AgentGrams,
        double DoseGramsPerKilogram,
        decimal? Cost,
        double Minutes,
        RiskV1 Risk,
        IReadOnlyList<string>? Notes
    );

    private sealed record BatchesV1(int Count, double Grams, double Litres);

    private sealed record BathV1(
        BathKind Kind,
        double Litres,
        double Celsius,
        double PourCelsius,
        double? HotLitres,
        double? ColdLitres,
        double DoseGrams,
        double Minutes,
        double? MinutesToFloor,
        double LiftedCelsius,
        double? StepCelsius,
        IReadOnlyList<string>? Warnings,
        double? KettleLitres,
        IReadOnlyList<WarningV2>? Minds = null
    );

    private sealed record WarningV2(
        BathWarningKind Kind,
        double? Celsius,
        double? Litres,
        double? Minutes,
        double? PlannedMinutes,
        string? Said
    );

    private sealed record RiskV1(FeltingLevel Level, IReadOnlyList<string>? Because, IReadOnlyList<ReasonV2>? Reasons = null);

    private sealed record ReasonV2(FeltingReasonKind Kind, double? StepCelsius, string? Said, bool Tested = false);

    private sealed record AgentV1(
        string Name,
        double? DoseGramsPerKilogram,
        double? FloorCelsius,
        bool Alkaline,
        decimal? PricePerKilogram
    );

    private sealed record WishV1(
        ScourSchool School,
        int? Batches,
        double? LitresPerKilogram,
        int? Washes,
        int? Rinses,
        double? Celsius,
        double? Minutes,
        double? DoseGramsPerKilogram,
        double? FloorCelsius,
        Agitation Agitation,
        AgentV1? Agent,
        IReadOnlyDictionary<int, BathWishV1>? Baths
    );

    private sealed record BathWishV1(double? Celsius, double? Minutes, double? Litres, double? DoseGrams);

    private sealed record BeganV1(
        int Batch,
        int Place,
        BathKind Kind,
        double TargetCelsius,
        double AirCelsius,
        bool AirRead,
        double FloorCelsius,
        bool HasFloor,
        double PlannedMinutes,
        bool InOtherTub
    );

    // Version 1 had no Typed.
    private sealed record ReadV2(Guid Bath, double Celsius, string? Typed = null);

    private sealed record HungV1(Guid Bath, Guid? Probe);

    private sealed record LiftedV1(Guid Bath);
}

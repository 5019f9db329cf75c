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
    private const int PlanVersion = 2, EventVersion = 2, WishVersion = 1;

    /// <summary>The wash of a run, its readings and events loaded.</summary>
    public static WashState State(RunRow run) => WashState.Of(Plan(run.Plan), run.EventsAs(Read), run.ReadingsAs());

    public static string Write(WashPlan wash)
    {
        var (on, plan) = (wash.On, wash.Plan);
        return StoredPayload.Write(
            new PlanV1(
                new(on.GreasyGrams, on.GreasyFrom, on.TubLitres, on.TubRatePerMinute, on.TubBaths, on.HotCelsius, on.ColdCelsius, on.AirCelsius, on.AirFrom, on.LitresPerKilogram, on.DoseFrom, on.Class),
                new(
                    plan.School,
                    new(plan.Batches.Count, plan.Batches.Grams, plan.Batches.Litres),
                    [.. plan.Baths.Select(b => new BathV1(b.Kind, b.Litres, b.Celsius, b.PourCelsius, b.HotLitres, b.ColdLitres, b.DoseGrams, b.Minutes, b.MinutesToFloor, b.LiftedCelsius, b.StepCelsius, null, b.KettleLitres, [.. b.Warnings.Select(w => new WarningV2(w.Kind, w.Celsius, w.Litres, w.Minutes, w.PlannedMinutes, w.Said))]))],
                    plan.FloorCelsius,
                    plan.WaterLitres,
                    plan.KilowattHours,
                    plan.AgentGrams,
                    plan.DoseGramsPerKilogram,
                    plan.Cost,
                    plan.Minutes,
                    new(plan.Risk.Level, null, [.. plan.Risk.Because.Select(r => new ReasonV2(r.Kind, r.StepCelsius, r.Said, r.IsTested))]),
                    plan.Notes),
                Agent(wash.Agent),
                wash.Departures),
            PlanVersion);
    }

    public static WashPlan Plan(string stored)
    {
        var (on, plan, agent, departures) = StoredPayload.Read<PlanV1>(stored, PlanVersion);
        return new WashPlan(
            new(on.GreasyGrams, on.GreasyFrom, on.TubLitres, on.TubRatePerMinute, on.TubBaths, on.HotCelsius, on.ColdCelsius, on.AirCelsius, on.AirFrom, on.LitresPerKilogram, on.DoseFrom, on.Class),
            new(
                plan.School,
                new(plan.Batches.Count, plan.Batches.Grams, plan.Batches.Litres),
                [.. plan.Baths.Select(b => new PlannedBath(b.Kind, b.Litres, b.Celsius, b.PourCelsius, b.HotLitres, b.ColdLitres, b.DoseGrams, b.Minutes, b.MinutesToFloor, b.LiftedCelsius, b.StepCelsius, Warnings(b), b.KettleLitres))],
                plan.FloorCelsius,
                plan.WaterLitres,
                plan.KilowattHours,
                plan.AgentGrams,
                plan.DoseGramsPerKilogram,
                plan.Cost,
                plan.Minutes,
                new(plan.Risk.Level, Reasons(plan.Risk)),
                plan.Notes ?? []),
            Agent(agent),
            departures ?? []);
    }

    public static RunEventRow Row(RunEvent<WashEvent> happened, string who) => new()
    {
        Id = happened.Id,
        At = happened.At.ToUniversalTime().ToStored(),
        Who = who,
        Kind = happened.What switch { BathBegan => "bathBegan", BathRead => "bathRead", ProbeHung => "probeHung", _ => "bathLifted" },
        Payload = happened.What switch
        {
            BathBegan b => StoredPayload.Write(new BeganV1(b.Batch, b.Place, b.Kind, b.TargetCelsius, b.AirCelsius, b.AirRead, b.FloorCelsius, b.HasFloor, b.PlannedMinutes, b.InOtherTub), EventVersion),
            BathRead r => StoredPayload.Write(new ReadV2(r.Bath, r.Celsius, r.Typed), EventVersion),
            ProbeHung h => StoredPayload.Write(new HungV1(h.Bath, h.Probe), EventVersion),
            BathLifted l => StoredPayload.Write(new LiftedV1(l.Bath), EventVersion),
            _ => throw new InvalidOperationException($"{happened.What.GetType().Name} is not stored."),
        },
    };

    public static WashEvent Read(RunEventRow row)
    {
        switch (row.Kind)
        {
            case "bathBegan":
                var b = StoredPayload.Read<BeganV1>(row.Payload, EventVersion);
                return new BathBegan(b.Batch, b.Place, b.Kind, b.TargetCelsius, b.AirCelsius, b.AirRead, b.FloorCelsius, b.HasFloor, b.PlannedMinutes, b.InOtherTub);
            case "bathRead":
                var r = StoredPayload.Read<ReadV2>(row.Payload, EventVersion);
                return new BathRead(r.Bath, r.Celsius, r.Typed);
            case "probeHung":
                var h = StoredPayload.Read<HungV1>(row.Payload, EventVersion);
                return new ProbeHung(h.Bath, h.Probe);
            case "bathLifted":
                return new BathLifted(StoredPayload.Read<LiftedV1>(row.Payload, EventVersion).Bath);
            default:
                throw new NotSupportedException($"A wash's event {row.Kind} was written by a later release.");
        }
    }

    public static string Write(ScourWish wish) => StoredPayload.Write(
        new WishV1(
            wish.School, wish.Batches, wish.LitresPerKilogram, wish.Washes, wish.Rinses, wish.Celsius, wish.Minutes, wish.DoseGramsPerKilogram, wish.FloorCelsius, wish.Agitation, Agent(wish.Agent),
            wish.Baths?.ToDictionary(b => b.Key, b => new BathWishV1(b.Value.Celsius, b.Value.Minutes, b.Value.Litres, b.Value.DoseGrams))),
        WishVersion);

    public static ScourWish Wish(string stored)
    {
        // Before recipes had a version they had this shape.
        var w = StoredPayload.Read<WishV1>(stored, WishVersion);
        return new ScourWish(
            w.School, w.Batches, w.LitresPerKilogram, w.Washes, w.Rinses, w.Celsius, w.Minutes, w.DoseGramsPerKilogram, w.FloorCelsius, w.Agitation, Agent(w.Agent),
            w.Baths?.ToDictionary(b => b.Key, b => new BathWish(b.Value.Celsius, b.Value.Minutes, b.Value.Litres, b.Value.DoseGrams)));
    }

    // Version 1 stored warnings as sentences.
    private static IReadOnlyList<BathWarning> Warnings(BathV1 b) => b.Minds is { } minds
        ? [.. minds.Select(w => new BathWarning(w.Kind, w.Celsius, w.Litres, w.Minutes, w.PlannedMinutes, w.Said))]
        : [.. (b.Warnings ?? []).Select(said => new BathWarning(BathWarningKind.Said, Said: said))];

    private static IReadOnlyList<FeltingReason> Reasons(RiskV1 risk) => risk.Reasons is { } reasons
        ? [.. reasons.Select(r => new FeltingReason(r.Kind, r.StepCelsius, r.Said, r.Tested))]
        : [.. (risk.Because ?? []).Select(said => new FeltingReason(FeltingReasonKind.Said, Said: said))];

    private static AgentV1? Agent(ScourAgent? a) => a is null ? null : new(a.Name, a.DoseGramsPerKilogram, a.FloorCelsius, a.Alkaline, a.PricePerKilogram);

    private static ScourAgent? Agent(AgentV1? a) => a is null ? null : new(a.Name, a.DoseGramsPerKilogram, a.FloorCelsius, a.Alkaline, a.PricePerKilogram);

    private sealed record PlanV1(FootingV1 On, ScourPlanV1 Plan, AgentV1? Agent, IReadOnlyList<string>? Departures);

    private sealed record FootingV1(
        double GreasyGrams, Provenance GreasyFrom, double TubLitres, double TubRatePerMinute, int TubBaths, double HotCelsius, double ColdCelsius, double AirCelsius, Provenance AirFrom, double LitresPerKilogram, Provenance DoseFrom, FleeceClass? Class);

    private sealed record ScourPlanV1(
        ScourSchool School, BatchesV1 Batches, IReadOnlyList<BathV1> Baths, double FloorCelsius, double WaterLitres, double KilowattHours, double AgentGrams, double DoseGramsPerKilogram, decimal? Cost, double Minutes, RiskV1 Risk, IReadOnlyList<string>? Notes);

    private sealed record BatchesV1(int Count, double Grams, double Litres);

    private sealed record BathV1(
        BathKind Kind, double Litres, double Celsius, double PourCelsius, double? HotLitres, double? ColdLitres, double DoseGrams, double Minutes, double? MinutesToFloor, double LiftedCelsius, double? StepCelsius, IReadOnlyList<string>? Warnings, double? KettleLitres, IReadOnlyList<WarningV2>? Minds = null);

    private sealed record WarningV2(BathWarningKind Kind, double? Celsius, double? Litres, double? Minutes, double? PlannedMinutes, string? Said);

    private sealed record RiskV1(FeltingLevel Level, IReadOnlyList<string>? Because, IReadOnlyList<ReasonV2>? Reasons = null);

    private sealed record ReasonV2(FeltingReasonKind Kind, double? StepCelsius, string? Said, bool Tested = false);

    private sealed record AgentV1(string Name, double? DoseGramsPerKilogram, double? FloorCelsius, bool Alkaline, decimal? PricePerKilogram);

    private sealed record WishV1(
        ScourSchool School, int? Batches, double? LitresPerKilogram, int? Washes, int? Rinses, double? Celsius, double? Minutes, double? DoseGramsPerKilogram, double? FloorCelsius, Agitation Agitation, AgentV1? Agent, IReadOnlyDictionary<int, BathWishV1>? Baths);

    private sealed record BathWishV1(double? Celsius, double? Minutes, double? Litres, double? DoseGrams);

    private sealed record BeganV1(int Batch, int Place, BathKind Kind, double TargetCelsius, double AirCelsius, bool AirRead, double FloorCelsius, bool HasFloor, double PlannedMinutes, bool InOtherTub);

    // Version 1 had no Typed.
    private sealed record ReadV2(Guid Bath, double Celsius, string? Typed = null);

    private sealed record HungV1(Guid Bath, Guid? Probe);

    private sealed record LiftedV1(Guid Bath);
}

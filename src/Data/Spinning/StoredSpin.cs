using System.Text.Json.Nodes;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Tools;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Data.Yarns;

namespace EarthyTuft.Data.Spinning;

/// <summary>Spinning and plying as they are stored: their plans and their events.</summary>
public static class StoredSpin
{
    private const int PlanVersion = 1,
        SpinPlanVersion = 2,
        EventVersion = 1;

    private static readonly StoredEvents<SpinEvent> Kinds = new StoredEvents<SpinEvent>("spinning")
        .Add<PlyBackRead, PlyBackV1>("plyBack", EventVersion, Stored, Read)
        .Add<HandsOn, EmptyV1>(ClockEvents.On, EventVersion, _ => new(), _ => new())
        .Add<HandsOff, EmptyV1>(ClockEvents.Off, EventVersion, _ => new(), _ => new())
        .Add<BobbinBegun, BegunV1>(
            "bobbinBegun",
            EventVersion,
            e => new(e.Direction, e.Settings, e.Bobbin.Length == 0 ? null : e.Bobbin),
            v => new(v.Direction, v.Settings, v.Bobbin ?? "")
        )
        .Add<BobbinFilled, FilledV1>(
            "bobbinFilled",
            EventVersion,
            e => new(e.Grams, StoredYarn.Of(e.Measured), e.TypedMass, e.TypedWraps),
            v => new(v.Grams, v.Measured.ToMeasures(), v.TypedMass, v.TypedWraps)
        )
        .Add<SpunCounted, CountedV1>(
            "counted",
            EventVersion,
            e => new(e.Of, e.Count, e.Metres, e.JoinedBy),
            v => new(v.Of, v.Count, v.Metres, v.JoinedBy)
        )
        .Add<DrawNoted, DrawnV1>(DrawKind, EventVersion, e => new(e.Draw), v => new(v.Draw))
        .Add<HoldingNoted, HeldV1>(HeldKind, EventVersion, e => new(e.Holding), v => new(v.Holding))
        .Add<RestBegun, RestV1>("restBegun", EventVersion, e => new(e.Hours), v => new(v.Hours))
        .Add<PlyAngleRead, AngleV1>(
            "plyAngle",
            EventVersion,
            e => new(e.Degrees, e.Treadles, e.Millimetres),
            v => new(v.Degrees, v.Treadles, v.Millimetres)
        );

    /// <summary>What the event is stored as that notes how it is drawn.</summary>
    internal const string DrawKind = "drawn";

    /// <summary>What the event is stored as that notes how the preparation is held.</summary>
    internal const string HeldKind = "held";

    /// <summary>The yarn of a run as it stands, its events loaded.</summary>
    public static SpinState State(RunRow run) => SpinState.Of(run.Id, run.StartedAt, Events(run));

    /// <summary>Its events that count.</summary>
    public static IEnumerable<RunEvent<SpinEvent>> Events(RunRow run) => run.EventsAs(Read);

    public static string Write(SpinPlan plan) =>
        StoredPayload.Write(
            new SpinV2(
                plan.Wish.WrapsPerInch,
                plan.Wish.Degrees,
                plan.Wish.Plies,
                plan.Wish.Structure,
                plan.Wish.Tolerance,
                plan.Wish.Figures.FinishedDensity,
                plan.Wish.Figures.RestingDensity,
                plan.Wish.Figures.SinglesDensity,
                plan.Wish.Figures.BloomPercent,
                plan.Wish.Figures.TakeUpPercent,
                plan.Wish.Figures.LengthChangePercent,
                plan.Wish.ExtraTurnsPercent,
                plan.Fibre.StapleMillimetres,
                plan.Fibre.Micron,
                plan.Fibre.Density,
                Stored(plan.On),
                plan.Whorl,
                plan.ToldWraps,
                plan.SupplyGramsPerMetre,
                plan.Wish.Suits?.Low,
                plan.Wish.Suits?.High,
                plan.Wish.Firmness,
                plan.Wish.Direction
            ),
            SpinPlanVersion
        );

    public static SpinPlan SpinPlan(string stored)
    {
        var p = StoredPayload.Read<SpinV2>(stored, SpinPlanVersion, Upgrade);
        return new SpinPlan(
            new YarnWish(p.WrapsPerInch, p.Degrees, p.Plies, p.Structure, p.Tolerance)
            {
                Figures = new YarnFigures(
                    p.SinglesDensity,
                    p.RestingDensity,
                    p.FinishedDensity,
                    p.BloomPercent,
                    p.TakeUpPercent,
                    p.LengthChangePercent
                ),
                ExtraTurnsPercent = p.ExtraTurnsPercent,
                Suits = p is { SuitsLow: { } low, SuitsHigh: { } high } ? new Span(low, high) : null,
                Firmness = p.Firmness,
                Direction = p.Direction,
            },
            new SpunFibre(p.StapleMillimetres, p.Micron, p.FibreDensity),
            On(p.On),
            p.Whorl,
            p.ToldWraps,
            p.SupplyGramsPerMetre
        );
    }

    // Version 1 had one density for washed yarn, of singles as of plied, and wraps of singles beside it, where own skeins told them: the
    // density of singles is then the one that goes with those wraps.
    private static void Upgrade(JsonObject plan, int from)
    {
        var finished = plan["finishedDensity"]!.GetValue<double>();
        plan["restingDensity"] = finished;
        plan["lengthChangePercent"] = 0;
        if (plan["singlesWraps"] is { } known)
        {
            var figures = YarnFigures.Typical with
            {
                FinishedDensity = finished,
                RestingDensity = finished,
                TakeUpPercent = plan["takeUpPercent"]!.GetValue<double>(),
            };
            var structure = Enum.Parse<YarnStructure>(plan["structure"]!.GetValue<string>(), ignoreCase: true);
            var singles = figures.SinglesTexForWashed(
                plan["wrapsPerInch"]!.GetValue<double>(),
                structure.Strands(plan["plies"]!.GetValue<int>())
            );
            plan["singlesDensity"] = YarnFacts.DensityOf(singles, known.GetValue<double>());
        }
    }

    public static string Write(PlyPlan plan) =>
        StoredPayload.Write(
            new PlyV1(
                plan.Structure,
                plan.Strands,
                plan.Degrees,
                plan.FreshWraps,
                plan.Direction,
                Stored(plan.On),
                plan.From,
                [.. plan.Of.Select(s => new StrandV1(s.Lot, s.Code, s.Fibre, s.Tex, s.Metres, s.Direction, s.IsPlied))],
                plan.TakeUpPercent,
                plan.Suits?.Low,
                plan.Suits?.High
            ),
            PlanVersion
        );

    public static PlyPlan PlyPlan(string stored)
    {
        var p = StoredPayload.Read<PlyV1>(stored, PlanVersion);
        return new PlyPlan(
            p.Structure,
            p.Strands,
            p.Degrees,
            p.FreshWraps,
            p.Direction,
            On(p.On),
            p.From,
            [.. p.Of.Select(s => new PlyStrand(s.Lot, s.Code, s.Fibre, s.Tex, s.Metres, s.Direction, s.IsPlied))],
            p.TakeUpPercent
        )
        {
            Suits = p is { SuitsLow: { } low, SuitsHigh: { } high } ? new Span(low, high) : null,
        };
    }

    public static RunEventRow Row(RunEvent<SpinEvent> happened, string who) => Kinds.Row(happened, who);

    public static SpinEvent Read(RunEventRow row) => Kinds.Read(row);

    private static OnV1? Stored(SpunOn? on) => on is null ? null : new OnV1(on.Ratio, on.DrawMillimetres, on.MostTreadles, on.By);

    private static SpunOn? On(OnV1? on) => on is null ? null : new SpunOn(on.Ratio, on.DrawMillimetres, on.MostTreadles, on.By);

    private sealed record SpinV2(
        double WrapsPerInch,
        double Degrees,
        int Plies,
        YarnStructure Structure,
        YarnTolerance Tolerance,
        double FinishedDensity,
        double RestingDensity,
        double SinglesDensity,
        double BloomPercent,
        double TakeUpPercent,
        double LengthChangePercent,
        double ExtraTurnsPercent,
        double? StapleMillimetres,
        double? Micron,
        double? FibreDensity,
        OnV1? On,
        string Whorl,
        double ToldWraps,
        double? SupplyGramsPerMetre = null,
        double? SuitsLow = null,
        double? SuitsHigh = null,
        Firmness Firmness = Firmness.Usual,
        TwistDirection? Direction = null
    );

    private sealed record PlyV1(
        YarnStructure Structure,
        int Strands,
        double Degrees,
        double FreshWraps,
        TwistDirection Direction,
        OnV1? On,
        PlyFrom From,
        IReadOnlyList<StrandV1> Of,
        double TakeUpPercent,
        double? SuitsLow = null,
        double? SuitsHigh = null
    );

    private sealed record StrandV1(
        Guid Lot,
        string Code,
        Fibre Fibre,
        double? Tex,
        double? Metres,
        TwistDirection? Direction,
        bool IsPlied = false
    );

    private sealed record OnV1(double Ratio, double DrawMillimetres, double MostTreadles, SpunBy By);

    private sealed record EmptyV1;

    private static PlyBackV1 Stored(PlyBackRead e) =>
        new(
            e.Trial.WrapsPerInch,
            e.Trial.WrapsDoubt,
            e.Trial.Degrees,
            e.Trial.Treadles,
            e.Trial.DrawMillimetres,
            e.Typed,
            e.Changed,
            e.Trial.Places,
            e.Trial.Spread,
            e.Trial.Neps,
            e.Trial.Handle.Length == 0 ? null : e.Trial.Handle,
            e.Trial.Tex
        );

    private static PlyBackRead Read(PlyBackV1 v) =>
        new(
            new YarnTrial(v.WrapsPerInch, v.WrapsDoubt, v.Degrees, v.Treadles, v.DrawMillimetres)
            {
                Places = v.Places,
                Spread = v.Spread,
                Neps = v.Neps,
                Handle = v.Handle ?? "",
                Tex = v.Tex,
            },
            v.Typed,
            v.Changed
        );

    private sealed record PlyBackV1(
        double WrapsPerInch,
        double WrapsDoubt,
        double? Degrees,
        double? Treadles,
        double? DrawMillimetres,
        string Typed,
        string Changed,
        int? Places = null,
        double? Spread = null,
        int? Neps = null,
        string? Handle = null,
        double? Tex = null
    );

    private sealed record BegunV1(TwistDirection Direction, string Settings, string? Bobbin = null);

    private sealed record FilledV1(double? Grams, StoredYarn Measured, string TypedMass, string TypedWraps);

    private sealed record CountedV1(SpunTally Of, int Count, double? Metres, JoinWay? JoinedBy = null);

    private sealed record DrawnV1(Draw Draw);

    private sealed record HeldV1(Holding Holding);

    private sealed record RestV1(double Hours);

    private sealed record AngleV1(double Degrees, double? Treadles, double? Millimetres);
}

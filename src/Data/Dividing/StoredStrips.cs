using System.Text.Json.Nodes;
using EarthyTuft.Core.Dividing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Dividing;

/// <summary>A strip chart as it is stored: its plan and its events.</summary>
public static class StoredStrips
{
    // Plans of version 1 kept no wish, those of version 2 had words of their own for how plies become yarn.
    private const int PlanVersion = 3,
        EventVersion = 1;

    private static readonly StoredEvents<StripEvent> Kinds = new StoredEvents<StripEvent>("a strip chart")
        .Add<StripDone, DoneV1>("stripDone", EventVersion, e => new(e.Ply), v => new(v.Ply))
        .Add<StripsReplanned, ReplannedV1>("stripsReplanned", EventVersion, e => new(Written(e.Rest)), v => new(ReadPlies(v.Rest)))
        .Add<BetterEndNoted, EndV1>("betterEnd", EventVersion, e => new(e.Name, e.From), v => new(v.Name, v.From));

    /// <summary>The chart of a run, its events loaded.</summary>
    public static StripState State(RunRow run) => StripState.Of(run.Id, Plan(run.Plan), run.StartedAt, Events(run));

    /// <summary>Its events that count.</summary>
    public static IEnumerable<RunEvent<StripEvent>> Events(RunRow run) => run.EventsAs(Read);

    public static string Write(StripPlan plan) =>
        StoredPayload.Write(
            new PlanV3(
                [.. plan.Colours.Select(c => new ColourV1(c.Name, c.Lot, c.Code, c.Colour.Hex))],
                Written(plan.Plies),
                plan.SinglesTex,
                Written(plan.Wish)
            ),
            PlanVersion
        );

    public static StripPlan Plan(string stored)
    {
        var plan = StoredPayload.Read<PlanV3>(stored, PlanVersion, Upgrade);
        return new StripPlan(
            [.. plan.Colours.Select(c => new ChartColour(c.Name, c.Lot, c.Code, Shade.Of(c.Colour)))],
            ReadPlies(plan.Plies),
            plan.SinglesTex,
            Read(plan.Wish, plan.SinglesTex)
        );
    }

    public static RunEventRow Row(RunEvent<StripEvent> happened, string who) => Kinds.Row(happened, who);

    public static StripEvent Read(RunEventRow row) => Kinds.Read(row);

    private static void Upgrade(JsonObject plan, int from)
    {
        if (plan["wish"] is JsonObject wish && wish["plied"]?.GetValue<string>() == "together")
        {
            wish["plied"] = "plain";
        }
    }

    private static IReadOnlyList<IReadOnlyList<StripV1>> Written(IReadOnlyList<IReadOnlyList<Strip>> plies) =>
        [.. plies.Select(p => (IReadOnlyList<StripV1>)[.. p.Select(s => new StripV1(s.Name, s.Colour.Hex, s.Grams))])];

    private static IReadOnlyList<IReadOnlyList<Strip>> ReadPlies(IReadOnlyList<IReadOnlyList<StripV1>> plies) =>
        [.. plies.Select(p => (IReadOnlyList<Strip>)[.. p.Select(s => new Strip(s.Name, Shade.Of(s.Colour), s.Grams))])];

    private static WishV1? Written(RehearsalWish? w) =>
        w is null
            ? null
            : new WishV1(
                w.SupplyGramsPerMetre,
                w.Held,
                w.Plied,
                w.Stitches,
                w.Rows,
                w.MillimetresPerStitch,
                w.StitchWide,
                w.RowHigh,
                w.TakeUpPercent
            );

    private static RehearsalWish? Read(WishV1? w, double singlesTex) =>
        w is null
            ? null
            : new RehearsalWish(
                singlesTex,
                w.SupplyGramsPerMetre,
                w.Held,
                w.Plied,
                w.Stitches,
                w.Rows,
                w.MillimetresPerStitch,
                w.StitchWide,
                w.RowHigh,
                w.TakeUpPercent
            );

    private sealed record PlanV3(
        IReadOnlyList<ColourV1> Colours,
        IReadOnlyList<IReadOnlyList<StripV1>> Plies,
        double SinglesTex,
        WishV1? Wish = null
    );

    private sealed record WishV1(
        double? SupplyGramsPerMetre,
        HeldAs Held,
        YarnStructure Plied,
        int Stitches,
        int Rows,
        double MillimetresPerStitch,
        double StitchWide,
        double RowHigh,
        double TakeUpPercent = 0
    );

    private sealed record ColourV1(string Name, Guid? Lot, string Code, string Colour);

    private sealed record StripV1(string Name, string Colour, double Grams);

    private sealed record DoneV1(int Ply);

    private sealed record ReplannedV1(IReadOnlyList<IReadOnlyList<StripV1>> Rest);

    private sealed record EndV1(string Name, DraftsFrom From);
}

using CsCheck;
using EarthyTuft.Core.Combing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Tools;
using Xunit;

namespace EarthyTuft.Core.Tests.Combing;

/// <summary>Combing from the first load to the last: loads by the tines, the leading end by the taps, noil by load, and when a transfer is
/// not worth it.</summary>
public class CombRunTests
{
    private static readonly DateTimeOffset Start = new(2026, 5, 14, 10, 0, 0, TimeSpan.Zero);
    private static readonly Tines TwoRows = new(14, 2, 18);
    private readonly List<RunEvent<CombEvent>> happened = [];
    private CombPlan plan = Planned(300, 33);

    private static CombPlan Wish(
        double most = 33,
        CombWay way = CombWay.Lashed,
        LockEnd lashedBy = LockEnd.Butt,
        LockEnd? wanted = LockEnd.Tip,
        int atLeast = 3,
        double? diz = 3
    ) => new(0, new LoadSize(most, 0), way, lashedBy, wanted, atLeast, DrawnOff.Diz, diz, "Long");

    private static CombPlan Planned(double grams, double most) => CombRun.Plan([LotForm.Clean], grams, Wish(most)).Value;

    private CombState State => CombState.Of(Guid.Empty, plan, Start, happened);

    private Result<IReadOnlyList<RunEvent<CombEvent>>> Tap(RunCommand command)
    {
        var result = CombRun.Decide(
            State,
            command with
            {
                At = command.At ?? Start.AddMinutes(4 * (happened.Count + 1)),
            },
            MassUnit.Gram,
            Start.AddHours(12),
            Guid.CreateVersion7
        );
        happened.AddRange(result.IsRefused ? [] : result.Value);
        return result;
    }

    private sealed record Nonsense() : RunCommand(null as DateTimeOffset?);

    private static string Code<T>(Result<T> result) => string.Join(", ", result.Refusals.Select(r => $"{r.Field} {r.Code}"));

    [Fact]
    public void Loads_go_by_rows_and_width_and_fine_fibre_by_the_lower_end()
    {
        Assert.Equal((7, 12.6), (CombLoad.Guide(TwoRows).Low, CombLoad.Guide(TwoRows).High));
        Assert.Equal(9.8, CombLoad.Typical(TwoRows, FleeceClass.Long).Grams, 1e-9);
        Assert.Equal(7, CombLoad.Typical(TwoRows, FleeceClass.Fine).Grams, 1e-9);
        Assert.Equal(3.5, CombLoad.Typical(TwoRows, FleeceClass.Cashmere).Grams, 1e-9);
        Assert.Equal((30, 60), (CombLoad.Guide(new Tines(20, 5, null)).Low, CombLoad.Guide(new Tines(20, 5, null)).High));
        for (var rows = 1; rows < Tines.MostRows; rows++)
        {
            Assert.True(CombLoad.PerCentimetre(rows).High <= CombLoad.PerCentimetre(rows + 1).High);
        }
    }

    [Fact]
    public void Fibre_fills_the_tines_a_quarter_higher_with_each_transfer()
    {
        Assert.Equal(0.5, CombLoad.Fill(12.6, 12.6, 0), 1e-9);
        Assert.Equal(0.5 * 1.25 * 1.25, CombLoad.Fill(12.6, 12.6, 2), 1e-9);
        CombPlan Of(double grams, int atLeast) =>
            CombRun.Plan([LotForm.Clean], grams, Wish(most: grams, wanted: null, atLeast: atLeast)).Value;
        var sound = new CombFibre(FleeceClass.Long, 180, false, false);
        Assert.Equal([CombCaution.Overload], CombFit.Cautions(sound, Of(13, 0), TwoRows));
        Assert.Equal([CombCaution.AboveThePoints], CombFit.Cautions(sound, Of(12, 4), TwoRows));
        Assert.Empty(CombFit.Cautions(sound, Of(9.8, 3), TwoRows));
        Assert.Empty(CombFit.Cautions(sound, Of(500, 4), null));
        Assert.Equal(
            [CombCaution.StapleShort, CombCaution.ShortAndFine, CombCaution.Tender, CombCaution.WaxLeft],
            CombFit.Cautions(new(FleeceClass.Cashmere, 35, true, true), Of(3, 0), TwoRows)
        );
    }

    [Fact]
    public void A_wanted_end_costs_a_transfer_where_it_has_to()
    {
        Assert.Equal((4, true), (plan.Transfers, plan.TakesOneMore));
        var butts = CombRun.Plan([LotForm.Clean], 300, Wish(wanted: LockEnd.Butt)).Value;
        Assert.Equal((3, false), (butts.Transfers, butts.TakesOneMore));
        Assert.Equal(3, CombRun.Plan([LotForm.Clean], 300, Wish(wanted: null)).Value.Transfers);
        Assert.Equal(
            (0, LotForm.Opened),
            (
                CombRun.Plan([LotForm.Clean], 300, Wish(way: CombWay.Flicked)).Value.Transfers,
                CombRun.Plan([LotForm.Clean], 300, Wish(way: CombWay.Flicked)).Value.Gives
            )
        );
        Assert.Equal("wanted wrong-end", Code(CombRun.Plan([LotForm.Clean], 300, Wish(way: CombWay.Hackle, wanted: LockEnd.Butt))));
        Assert.Equal(0, CombRun.Plan([LotForm.Clean], 300, Wish(way: CombWay.Hackle)).Value.Transfers);
    }

    // The fold against a pair of combs that is really turned about, whatever is tapped, in whatever order, and taken back.
    [Fact]
    public void The_leading_end_after_any_sequence_is_as_on_the_combs() =>
        Gen.Select(Gen.Int[0, 1], Gen.Int[0, 4].Array[0, 40])
            .Sample(
                (end, taps) =>
                {
                    plan = Planned(300, 33) with { LashedBy = (LockEnd)end };
                    happened.Clear();
                    var (free, count) = (plan.LashedBy.Other(), 0);
                    foreach (var tap in taps)
                    {
                        if (tap <= 2)
                        {
                            Tap(new TransferFibre());
                            (free, count) = (free.Other(), count + 1);
                        }
                        else if (tap == 3)
                        {
                            Tap(new CombOneLoad());
                            (free, count) = (plan.LashedBy.Other(), 0);
                        }
                        else if (
                            happened.Count > 0
                            && happened[^1].What is FibreTransferred
                            && CombRun.Withdraw(happened, happened[^1].Id) is null
                        )
                        {
                            happened.RemoveAt(happened.Count - 1);
                            (free, count) = (free.Other(), count - 1);
                        }

                        Assert.Equal((free, count), (State.Leading, State.Transfers));
                    }
                },
                threads: 1
            );

    [Fact]
    public void Loads_are_weighed_counted_and_weighed_afterwards_and_the_tender_ones_are_named()
    {
        foreach (var noil in new[] { 4, 5, 4, 4, 10, 9, 4, 5 })
        {
            Tap(new TransferFibre());
            Tap(new CombOneLoad($"{33 - noil}", $"{noil}"));
        }

        Assert.Equal((0, 1), (State.Transfers, State.Loads[0].Transfers));
        var late = Tap(new CombOneLoad()).Value[0].Id;
        Tap(new CountCombLoads(1));
        Assert.Equal(10, State.Loads.Count);
        Assert.Equal((plan.Loads, RunAct.Log), (10, CombRun.Summarise(State).Calls[0].Act));
        Assert.Equal([4, 5], Assert.Single(CombRun.Tender(State, 1)));
        Assert.Equal((null, null), CombRun.Made(State));
        Tap(new WeighCombLoad(late, Top: "29"));
        Assert.Null(State.Loads[8].Weighed);
        Tap(new WeighCombLoad(late, Noil: "4"));
        Assert.Equal(new CombedLoad(29, 4), State.Loads[8].Weighed);
        Assert.Equal(49.0 / (9 * 33), CombRun.Noil(State, 1)!.Share, 1e-9);
        Assert.Equal((9, 33.0), (CombRun.Lessons(State).Count, CombRun.Lessons(State)[0].Grams));
        Assert.Equal("load not-here", Code(Tap(new WeighCombLoad(Guid.NewGuid(), "20"))));
        Assert.Equal("top missing", Code(Tap(new WeighCombLoad(late))));
        Assert.Equal("has-loads", CombRun.Withdraw(happened, happened[0].Id)!.Code);
        Assert.Equal("not-here", CombRun.Withdraw(happened, Guid.NewGuid())!.Code);
    }

    [Fact]
    public void What_is_kept_apart_and_how_even_the_top_is_stands_beside()
    {
        Tap(new KeepEnds("3"));
        Tap(new KeepEnds("4 g"));
        Tap(new WeighCombWaste("12"));
        Tap(new CountNests(6, "40"));
        Tap(new CountNests(7));
        Assert.Equal((7, 12, new NestsCounted(7, null, "")), (State.EndsGrams, State.WasteGrams, State.Nests));
        Assert.Null(SliverEvenness.Of(State.Pieces));
        Tap(new WeighSliver(2, "9"));
        Assert.Equal((4.5, null), (SliverEvenness.Of(State.Pieces)!.GramsPerMetre, SliverEvenness.Of(State.Pieces)!.Variation));
        Tap(new WeighSliver(2, "11"));
        Assert.Equal(
            (5, Math.Sqrt(0.5) / 5),
            (SliverEvenness.Of(State.Pieces)!.GramsPerMetre, SliverEvenness.Of(State.Pieces)!.Variation!.Value)
        );
    }

    [Theory]
    [InlineData(null, 50, 1, TransferVerdict.NotWeighed, 2)]
    [InlineData(2.0, 50, 1, TransferVerdict.GoOn, 2)]
    [InlineData(0.0, 50, 1, TransferVerdict.TooCoarse, 2)]
    [InlineData(0.3, 50, 0.1, TransferVerdict.Enough, 1)]
    [InlineData(0.8, 50, 0.1, TransferVerdict.GoOn, 1)]
    public void A_transfer_that_took_out_less_than_one_in_a_hundred_was_the_last(
        double? grams,
        double load,
        double step,
        TransferVerdict verdict,
        int together
    )
    {
        var advice = TransferAdvice.Of(grams is { } g ? new TransferTufts(g, 1) : null, load, step);
        Assert.Equal((verdict, together), (advice.Verdict, advice.LoadsTogether));
    }

    [Fact]
    public void On_a_coarse_scale_the_tufts_of_several_loads_tell()
    {
        var advice = TransferAdvice.Of(new TransferTufts(0, 4), 30, 1);
        Assert.Equal((TransferVerdict.Enough, 4), (advice.Verdict, advice.LoadsTogether));
        Assert.Equal(TransferVerdict.GoOn, TransferAdvice.Of(new TransferTufts(3, 4), 30, 1).Verdict);
    }

    // In a world with steady hands nobody is sent to look at the tines; where noil really climbs it is told.
    [Fact]
    public void A_drift_of_noil_is_told_where_there_is_one_and_seldom_where_there_is_none()
    {
        var random = new Random(7);
        double Gauss() => Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
        NoilCourse Course(double perLoad)
        {
            var loads = Enumerable
                .Range(0, 12)
                .Select(i =>
                {
                    var share = Math.Max(0.01, 0.1 + perLoad * i + 0.012 * Gauss());
                    return new CombedLoad(Math.Round(50 * (1 - share)), Math.Round(50 * share));
                });
            return NoilCourse.Of([.. loads])!;
        }

        const int Runs = 600;
        Assert.InRange(Enumerable.Range(0, Runs).Count(_ => Course(0).Drifts), 0, Runs / 20);
        Assert.InRange(Enumerable.Range(0, Runs).Count(_ => Course(0.008) is { Drifts: true, IsRising: true }), Runs * 85 / 100, Runs);
        Assert.Null(NoilCourse.Of([]));
    }

    [Fact]
    public void What_cannot_be_is_refused()
    {
        Assert.Equal("top empty-lot", Code(Tap(new CombOneLoad("0", "4"))));
        Assert.Equal("top not-a-weight, noil not-a-weight", Code(Tap(new CombOneLoad("much", "little"))));
        Tap(new CombOneLoad("29", "0"));
        Assert.Equal(0, State.Loads[0].NoilGrams);
        Assert.Equal("count out-of-range", Code(Tap(new CountCombLoads(-1))));
        Assert.Equal("count out-of-range", Code(Tap(new CountNests(0))));
        Assert.Equal("metres out-of-range", Code(Tap(new WeighSliver(0, "4"))));
        Assert.Equal("metres out-of-range", Code(Tap(new WeighSliver(double.NaN, "4"))));
        Assert.Equal("loads out-of-range", Code(Tap(new WeighTufts("1", 0))));
        Assert.Equal("mass empty", Code(Tap(new KeepEnds(""))));
        Assert.Equal("kind not-here", Code(Tap(new Nonsense())));
        for (var i = 0; i < CombRun.MostTransfers; i++)
        {
            Tap(new TransferFibre());
        }

        Assert.Equal("kind out-of-range", Code(Tap(new TransferFibre())));
        plan = plan with { Way = CombWay.Flicked };
        Assert.Equal("kind not-here", Code(Tap(new TransferFibre())));
        Assert.Equal(
            "at out-of-range",
            Code(CombRun.Decide(State, new TransferFibre(Start.AddDays(3)), MassUnit.Gram, Start, Guid.CreateVersion7))
        );

        Assert.Equal("lotIds nothing-taken, mass not-weighed", Code(CombRun.Plan([], null, Wish())));
        Assert.Equal("lotIds wrong-form", Code(CombRun.Plan([LotForm.Raw], 100, Wish())));
        Assert.Equal("most out-of-range", Code(CombRun.Plan([LotForm.Clean], 100, Wish(most: double.NaN))));
        Assert.Equal("most out-of-range", Code(CombRun.Plan([LotForm.Clean], 9000, Wish(most: 1))));
        Assert.Equal("dizMillimetres out-of-range", Code(CombRun.Plan([LotForm.Clean], 100, Wish(diz: 0))));
        Assert.Equal("atLeast out-of-range", Code(CombRun.Plan([LotForm.Clean], 100, Wish(atLeast: -1))));
        Assert.Equal("mass empty-lot", Code(CombRun.Plan([LotForm.Clean], 0, Wish())));
    }

    [Theory]
    [InlineData(300, 33, 4)]
    [InlineData(47.5, 9, 1)]
    public void What_is_left_to_go_on_with_has_the_same_loads_without_those_that_are_through(double grams, double most, int done)
    {
        plan = Planned(grams, most);
        Assert.Null(CombRun.Rest(State));
        Tap(new CountCombLoads(done));
        var rest = CombRun.Rest(State)!;
        Assert.Equal((plan.Loads - done, plan.GramsPerLoad), (rest.Loads, rest.GramsPerLoad));
        Tap(new CountCombLoads(plan.Loads - done));
        Assert.Null(CombRun.Rest(State));
    }
}

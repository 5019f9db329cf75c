using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Yarns;
using Xunit;

namespace EarthyTuft.Core.Tests.Spinning;

/// <summary>Spinning and plying as runs: their taps, their fold and what they say.</summary>
public class SpinRunTests
{
    private static readonly DateTimeOffset Start = new(2026, 5, 14, 9, 0, 0, TimeSpan.Zero);

    private sealed class Bench(LotForm makes)
    {
        public List<RunEvent<SpinEvent>> Events { get; } = [];

        public SpinState State => SpinState.Of(Guid.Empty, Start, Events);

        public IReadOnlyList<Refusal> Tap(RunCommand command, double minutes = 0)
        {
            var result = SpinRun.Decide(
                State,
                makes,
                SpunFrom.Unknown,
                command,
                MassUnit.Gram,
                Start.AddMinutes(minutes),
                Guid.CreateVersion7
            );
            if (!result.IsRefused)
            {
                Events.AddRange(result.Value);
            }

            return result.Refusals;
        }
    }

    private static string[] Codes(IEnumerable<Refusal> refusals) => [.. refusals.Select(Said.Of)];

    [Fact]
    public void A_trail_a_clock_and_bobbins_go_into_one_entry()
    {
        var bench = new Bench(LotForm.Singles);
        Assert.Empty(bench.Tap(new ReadPlyBack("12", 18, 3, 150)));
        Assert.Empty(bench.Tap(new ReadPlyBack("13-14", 24, 4, 150, "smaller whorl"), 5));
        Assert.Equal([12, 13.5], bench.State.Trials.Select(t => t.Read.Trial.WrapsPerInch));
        Assert.Equal("smaller whorl", bench.State.Trials[1].Read.Changed);
        Assert.Empty(bench.Tap(new BeginBobbin(TwistDirection.Z, "11:1, light pull"), 6));
        Assert.Equal(["conflict goes-on"], Codes(bench.Tap(new BeginBobbin(TwistDirection.Z), 7)));
        Assert.Empty(bench.Tap(new SitDown(), 10));
        Assert.Equal(["conflict goes-on"], Codes(bench.Tap(new SitDown(), 11)));
        Assert.Empty(bench.Tap(new StandUp(), 40));
        Assert.Equal(["conflict stands"], Codes(bench.Tap(new StandUp(), 41)));
        Assert.Empty(bench.Tap(new SitDown(), 60));
        Assert.Empty(bench.Tap(new FillBobbin("41", "180", null, "30", 27), 90));
        Assert.Empty(bench.Tap(new StandUp(), 90));
        Assert.Empty(bench.Tap(new FillBobbin("37 g", "171 m"), 91));
        var state = bench.State;
        Assert.Equal((60.0, 351.0, 78.0), (state.Clock.Minutes, state.Metres, state.Grams));
        Assert.Equal((351.0, 78.0), (state.MetresPerHour, state.GramsPerHour));
        // The second bobbin goes on the same way round.
        Assert.Equal([TwistDirection.Z, TwistDirection.Z], state.Bobbins.Select(b => b.Direction));
        Assert.Equal(["11:1, light pull", ""], state.Bobbins.Select(b => b.Settings));
        Assert.True(SpinRun.Summarise(state, Start.AddHours(2)).MayBeLogged);
        Assert.Equal(60, SpinRun.Summarise(state, Start.AddHours(2)).Minutes);
    }

    [Fact]
    public void What_is_counted_over_metres_is_told_for_ten_of_them()
    {
        var bench = new Bench(LotForm.Singles);
        Assert.Empty(bench.Tap(new CountSpun(SpunTally.Joins)));
        Assert.Empty(bench.Tap(new CountSpun(SpunTally.Joins, 6, 20)));
        Assert.Empty(bench.Tap(new CountSpun(SpunTally.Hairs, 0, 10)));
        var counts = bench.State.Counts;
        Assert.Equal((SpunTally.Joins, 7, 3.0), (counts[0].Of, counts[0].Count, counts[0].Per10Metres));
        Assert.Equal((SpunTally.Hairs, 0, 0.0), (counts[1].Of, counts[1].Count, counts[1].Per10Metres));
        Assert.Equal(["metres missing"], Codes(bench.Tap(new CountSpun(SpunTally.Neps, 0))));
        Assert.Equal(["count out-of-range"], Codes(bench.Tap(new CountSpun(SpunTally.Neps, -1))));
        Assert.Equal(["metres out-of-range"], Codes(bench.Tap(new CountSpun(SpunTally.Neps, 1, double.NaN))));
    }

    [Fact]
    public void How_joins_are_made_is_counted_by_way_and_how_it_is_drawn_is_what_was_noted_last()
    {
        var bench = new Bench(LotForm.Singles);
        Assert.Empty(bench.Tap(new CountSpun(SpunTally.Joins)));
        Assert.Empty(bench.Tap(new CountSpun(SpunTally.Joins, 2, 10, JoinedBy: JoinWay.Rolled)));
        Assert.Empty(bench.Tap(new CountSpun(SpunTally.Joins, 3, 10, JoinedBy: JoinWay.LaidOver)));
        Assert.Empty(bench.Tap(new CountSpun(SpunTally.Joins, JoinedBy: JoinWay.LaidOver)));
        var joins = Assert.Single(bench.State.Counts);
        Assert.Equal((7, 2.5), (joins.Count, joins.Per10Metres));
        Assert.Equal([(JoinWay.LaidOver, 4), (JoinWay.Rolled, 2)], joins.Ways);
        Assert.Equal(JoinWay.LaidOver, bench.State.JoinedBy);
        Assert.Equal(["joinedBy not-here"], Codes(bench.Tap(new CountSpun(SpunTally.Neps, 1, JoinedBy: JoinWay.Rolled))));

        Assert.Null(bench.State.Draw);
        Assert.Empty(bench.Tap(new NoteDraw(Draw.Long)));
        Assert.Equal(["conflict goes-on"], Codes(bench.Tap(new NoteDraw(Draw.Long))));
        Assert.Empty(bench.Tap(new NoteDraw(Draw.Short)));
        Assert.Equal(Draw.Short, bench.State.Draw);
        Assert.Equal(["kind not-here"], Codes(new Bench(LotForm.Plied).Tap(new NoteDraw(Draw.Long))));
        // A slip is taken back, and it is drawn as it was noted before.
        Assert.Null(SpinRun.Withdraw(bench.Events, bench.Events[^1].Id));
        bench.Events.RemoveAt(bench.Events.Count - 1);
        Assert.Equal(Draw.Long, bench.State.Draw);
    }

    [Fact]
    public void Lively_singles_rest_and_the_rest_ends_by_itself_or_by_sitting_down()
    {
        var bench = new Bench(LotForm.Singles);
        bench.Tap(new SitDown());
        Assert.Empty(bench.Tap(new RestSingles(12), 30));
        Assert.Equal(30, bench.State.Clock.Minutes);
        var call = Assert.Single(SpinRun.Summarise(bench.State, Start.AddHours(1)).Calls);
        Assert.Equal((RunAct.RestUntil, Start.AddMinutes(30).AddHours(12)), (call.Act, call.DueAt!.Value));
        Assert.Equal(RunAct.WhenYouLike, SpinRun.Summarise(bench.State, Start.AddHours(13)).Calls[0].Act);
        bench.Tap(new SitDown(), 90);
        Assert.Null(bench.State.RestUntil);
        Assert.Equal(["hours out-of-range"], Codes(bench.Tap(new RestSingles(0), 91)));
    }

    [Fact]
    public void What_cannot_be_is_refused_at_its_field()
    {
        var bench = new Bench(LotForm.Singles);
        Assert.Equal(["wraps empty"], Codes(bench.Tap(new ReadPlyBack(""))));
        Assert.Equal(["wraps out-of-range"], Codes(bench.Tap(new ReadPlyBack("400"))));
        Assert.Equal(["degrees out-of-range"], Codes(bench.Tap(new ReadPlyBack("14", 90))));
        Assert.Equal(["mass missing"], Codes(bench.Tap(new FillBobbin())));
        Assert.Equal("mass", Assert.Single(bench.Tap(new FillBobbin("many"))).Field);
        Assert.Equal(["length no-winder"], Codes(bench.Tap(new FillBobbin(null, "84 rounds"))));
        Assert.Equal(["kind not-here"], Codes(bench.Tap(new ReadPlyAngle(20))));
        Assert.Equal(["kind not-here"], Codes(new Bench(LotForm.Plied).Tap(new ReadPlyBack("14"))));
        Assert.Equal(["changed too-long"], Codes(bench.Tap(new ReadPlyBack("14", Changed: new string('a', 201)))));
        bench.Tap(new BeginBobbin(TwistDirection.S));
        var begun = bench.Events[^1].Id;
        bench.Tap(new FillBobbin("20"));
        Assert.Equal("filled-since", SpinRun.Withdraw(bench.Events, begun)!.Code);
        Assert.Null(SpinRun.Withdraw(bench.Events, bench.Events[^1].Id));
        Assert.Equal("not-here", SpinRun.Withdraw(bench.Events, Guid.NewGuid())!.Code);
    }

    [Fact]
    public void A_length_of_yarn_is_read_in_metres_yards_and_rounds()
    {
        Assert.Equal(166, YarnLength.Read("166", "length").Value.Metres);
        Assert.Equal(166 * 0.9144, YarnLength.Read("166 yd", "length").Value.Metres, 9);
        Assert.Equal(84 * 1.5, YarnLength.Read("84 rounds", "length", 1500).Value.Metres, 9);
        Assert.Equal("out-of-range", YarnLength.Read("0", "length").Refusals[0].Code);
        Assert.Equal("not-a-length-of-yarn", YarnLength.Read("long", "length").Refusals[0].Code);
    }

    private static PlyPlan Plan(params PlyStrand[] of) =>
        new(YarnStructure.Plain, 2, 28, 15, TwistDirection.S, new SpunOn(7, 200), PlyFrom.Bobbins, of, 3);

    private static PlyStrand Strand(double? metres, TwistDirection? direction = TwistDirection.Z, Fibre fibre = Fibre.Wool) =>
        new(Guid.NewGuid(), "F-01.2", fibre, 135, metres, direction);

    [Fact]
    public void Two_bobbins_end_with_the_shorter_and_one_is_shared()
    {
        var forecast = Plan(Strand(180), Strand(171)).Forecast()!;
        Assert.Equal(171 / 1.03, forecast.Metres, 9);
        Assert.Equal([new PlyLeft(9, 9 * 0.135, 9 / 3 / 1.03), new PlyLeft(0, 0, 0)], forecast.Left);
        Assert.Equal(90 / 1.03, Plan(Strand(180)).Forecast()!.Metres, 9);
        Assert.Null(Plan(Strand(180), Strand(null)).Forecast());
        Assert.True(Plan(Strand(1, TwistDirection.S)).GoesTheWrongWay);
        Assert.False(Plan(Strand(1), Strand(1)).GoesTheWrongWay);
        Assert.True((Plan(Strand(1, fibre: Fibre.Silk)) with { From = PlyFrom.CakeEnds }).Snarls);
        Assert.Equal(["plies wrong-plies"], Codes(PlyPlan.Check(Plan(Strand(1)) with { Strands = 1 }).Refusals));
        Assert.Equal(["lotIds nothing-taken"], Codes(PlyPlan.Check(Plan()).Refusals));
        Assert.Equal(
            ["lotIds out-of-range"],
            Codes(PlyPlan.Check(Plan(Strand(1), Strand(1)) with { Structure = YarnStructure.Chain, Strands = 3 }).Refusals)
        );
    }

    [Fact]
    public void An_angle_read_while_plying_says_how_many_treadles_come_next()
    {
        var plan = Plan(Strand(180));
        Assert.Equal(AgainstAim.There, plan.Correct(new PlyAngleRead(26, 5, 200)).Stands);
        var low = plan.Correct(new PlyAngleRead(18, 5, 200));
        Assert.Equal((AgainstAim.Below, 8), (low.Stands, low.Treadles));
        Assert.Equal(Math.Tan(28 * Math.PI / 180) / Math.Tan(18 * Math.PI / 180), low.TwistFactor, 9);
        // Turned over: the treadles and the length together make the turns that are asked for.
        Assert.Equal(5 / 200.0 * low.TwistFactor, low.Treadles!.Value / low.Millimetres!.Value, 9);
    }

    [Fact]
    public void Skeins_are_held_against_what_length_and_scale_can_be_off()
    {
        Assert.True(SkeinDifference.Of(400, 460, 80, 92, 1).Differs);
        Assert.Equal(15, SkeinDifference.Of(400, 460, 80, 92, 1).HeavierPercent, 9);
        Assert.False(SkeinDifference.Of(400, 412, 80, 82, 1).Differs);
        // Five grams on a scale of one gram say little.
        Assert.False(SkeinDifference.Of(400, 460, 5, 6, 1).Differs);
    }

    [Fact]
    public void With_only_a_weight_or_only_a_length_the_grist_is_guessed_and_marked()
    {
        var both = YarnFacts.Of(new YarnMeasures(12, 0.5, null, 166), 76, 0.11);
        Assert.Equal((457.8, false), (Math.Round(both.Tex!.Value, 1), both.IsGuessed));
        Assert.Equal(both.Tex!.Value, Wraps.Tex(12, both.Density!.Value), 9);
        var light = YarnFacts.Of(new YarnMeasures(12, 0.5, null, null), 76, 0.11);
        Assert.True(light.IsGuessed);
        Assert.Equal(76 / light.Tex!.Value * 1000, light.Metres!.Value, 9);
        Assert.Null(YarnFacts.Of(YarnMeasures.Nothing, 76, 0.11).Tex);
        Assert.Equal(
            (9.1, 4),
            (
                Math.Round(WashedYarn.Of(new(12, 0.5, null, 100), new(11, 0.5, null, 96)).BloomPercent!.Value, 1),
                Math.Round(WashedYarn.Of(new(12, 0.5, null, 100), new(11, 0.5, null, 96)).ShrinkPercent!.Value)
            )
        );
    }
}

using CsCheck;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Scouring;
using Xunit;

namespace EarthyTuft.Core.Tests.Scouring;

/// <summary>What may happen at a wash, and where it stands: the decisions alone, without a house around them.</summary>
public class WashRunTests
{
    private static readonly DateTimeOffset Now = new(2026, 5, 14, 10, 0, 0, TimeSpan.Zero);

    private static readonly ScourPlan TwoBatches = ScourPlan
        .Of(
            new ScourSubject(1800, Fibre.Wool, FleeceClass.Medium, FeltingGrade.Moderately, null),
            new ScourTub(30, 0.8, TubRate.Typical),
            new ScourWater(70, 12, 16),
            new ScourWish(ScourSchool.Hot),
            new ScourPrices()
        )
        .Value;

    private static readonly WashPlan Plan = new(
        new ScourFooting(
            1800,
            Provenance.Reckoned,
            30,
            0.008,
            0,
            70,
            12,
            16,
            Provenance.Measured,
            25,
            Provenance.Typical,
            FleeceClass.Medium
        ),
        TwoBatches,
        null,
        []
    );

    private readonly List<RunEvent<WashEvent>> happened = [];

    private WashState State => WashState.Of(Plan, happened, []);

    private Result<IReadOnlyList<RunEvent<WashEvent>>> Tap(RunCommand command, double minutesAgo = 0)
    {
        var events = WashRun.Decide(
            State,
            command with
            {
                At = Now.AddMinutes(-minutesAgo),
            },
            TemperatureUnit.Celsius,
            Now,
            Guid.CreateVersion7
        );
        if (!events.IsRefused)
        {
            happened.AddRange(events.Value);
        }

        return events;
    }

    private Guid Begun(int batch = 1, int place = 0, double minutesAgo = 0) => Tap(new BeginBath(batch, place), minutesAgo).Value[0].Id;

    private static string Code<T>(Result<T> refused) => Said.Of(Assert.Single(refused.Refusals));

    [Fact]
    public void A_batch_goes_from_bath_to_bath_and_every_batch_through_all_of_them()
    {
        Assert.Equal([(1, 0), (2, 0)], State.Next.Select(n => (n.Batch, n.Place)));
        for (var place = 0; place < Plan.Plan.Baths.Count; place++)
        {
            foreach (var batch in new[] { 1, 2 })
            {
                Assert.False(State.AllDone);
                Tap(new LiftBath(Begun(batch, place)));
            }
        }

        Assert.Empty(State.Next);
        Assert.True(State.AllDone);
        Assert.Equal("place not-planned", Code(Tap(new BeginBath(1, Plan.Plan.Baths.Count))));
        Assert.Equal("place not-planned", Code(Tap(new BeginBath(3, 0))));
    }

    [Fact]
    public void A_batch_lies_in_one_bath_and_another_takes_another_tub()
    {
        Begun(batch: 1);
        Assert.Equal("conflict still-in", Code(Tap(new BeginBath(1, 1))));
        Begun(batch: 2);
        Assert.Equal([false, true], State.Baths.Select(b => b.Began.InOtherTub));
    }

    [Theory]
    [InlineData(-0.5, null)]
    [InlineData(-2, "at out-of-range")]
    [InlineData(60 * 24 * 13, null)]
    [InlineData(60 * 24 * 15, "at out-of-range")]
    public void A_bath_began_now_or_not_long_ago(double minutesAgo, string? refused)
    {
        var begun = Tap(new BeginBath(1, 0), minutesAgo);
        Assert.Equal(refused, begun.IsRefused ? Code(begun) : null);
    }

    [Fact]
    public void A_probe_and_a_first_reading_go_in_with_the_wool()
    {
        var probe = Guid.NewGuid();
        var events = Tap(new BeginBath(1, 0, probe, "57.5", "21 C")).Value;
        Assert.Equal([typeof(BathBegan), typeof(ProbeHung), typeof(BathRead)], events.Select(e => e.What.GetType()));
        var bath = Assert.Single(State.Baths);
        Assert.Equal("57.5", ((BathRead)events[2].What).Typed);
        Assert.Equal(
            (probe, 57.5, 21.0, true),
            (bath.Probe!.Value, bath.Temperatures[0].Celsius, bath.Began.AirCelsius, bath.Began.AirRead)
        );
        Tap(new HangProbe(bath.Id));
        Assert.Null(State.Baths[0].Probe);
        Assert.Equal("temperature out-of-range", Code(Tap(new BeginBath(2, 0, Temperature: "101"))));
        Assert.Equal("air not-a-temperature", Code(Tap(new BeginBath(2, 0, Air: "NaN"))));
    }

    [Fact]
    public void What_was_read_counts_from_the_moment_the_wool_is_in_until_it_is_lifted()
    {
        var bath = Begun(minutesAgo: 40);
        Assert.Equal("at out-of-range", Code(Tap(new ReadBath(bath, "50"), 42)));
        Assert.Equal("temperature out-of-range", Code(Tap(new ReadBath(bath, "-1"), 20)));
        Assert.Equal("bath not-here", Code(Tap(new ReadBath(Guid.NewGuid(), "50"), 20)));
        Assert.False(Tap(new ReadBath(bath, "54"), 30).IsRefused);
        Tap(new LiftBath(bath), 10);
        // Noted from paper afterwards it still counts; what the water does without the wool does not.
        Assert.False(Tap(new ReadBath(bath, "52"), 15).IsRefused);
        Assert.Equal("conflict lifted", Code(Tap(new ReadBath(bath, "44"), 5)));
        Assert.Equal("conflict lifted", Code(Tap(new HangProbe(bath, Guid.NewGuid()))));
        Assert.Equal([54, 52], State.Baths[0].Temperatures.Select(t => t.Celsius));
    }

    [Theory]
    [InlineData(5, 5)]
    [InlineData(50, 20)]
    [InlineData(-3, 0)]
    public void Wool_is_lifted_between_when_it_went_in_and_now_and_only_once(double minutesAgo, double liftedAgo)
    {
        var bath = Begun(minutesAgo: 20);
        Tap(new LiftBath(bath), minutesAgo);
        Assert.Equal(Now.AddMinutes(-liftedAgo), State.Baths[0].LiftedAt);
        Assert.Empty(Tap(new LiftBath(bath)).Value);
        Assert.Equal(Now.AddMinutes(-liftedAgo), State.Baths[0].LiftedAt);
    }

    [Fact]
    public void A_lifting_is_taken_back_until_the_next_bath_has_begun_and_a_reading_until_it_is_lifted()
    {
        var bath = Begun(minutesAgo: 30);
        var read = Tap(new ReadBath(bath, "55"), 25).Value[0].Id;
        Assert.Null(WashRun.Withdraw(State, read));
        var lifted = Tap(new LiftBath(bath), 10).Value[0].Id;
        Assert.Equal("not-here", WashRun.Withdraw(State, read)!.Code);
        Assert.Null(WashRun.Withdraw(State, lifted));
        Assert.Equal("not-here", WashRun.Withdraw(State, bath)!.Code);
        Begun(place: 1, minutesAgo: 5);
        Assert.Equal("gone-on", Assert.IsType<RunConflict>(WashRun.Withdraw(State, lifted)).Code);
        Assert.Equal("not-here", WashRun.Withdraw(State, Guid.NewGuid())!.Code);
    }

    [Fact]
    public void What_still_lies_in_a_bath_is_lifted_when_the_wash_ends()
    {
        Tap(new LiftBath(Begun()));
        var second = Begun(batch: 2);
        Assert.Equal([new BathLifted(second)], WashRun.End(State, Now, Guid.CreateVersion7).Select(e => e.What));
    }

    [Fact]
    public void A_bath_calls_before_its_floor_and_one_without_a_floor_at_its_time()
    {
        var bath = Begun(minutesAgo: 10);
        var summary = Summary();
        var call = Assert.Single(summary.Calls);
        Assert.Equal((bath, RunAct.LiftBy, true), (call.Part, call.Act, call.Hurries));
        Assert.True(call.AlarmAt < call.DueAt && call.GiveOrTakeMinutes > 0);
        Assert.Equal(Now.AddMinutes(TwoBatches.Baths[0].Minutes - 10), call.SoftAt);

        Tap(new LiftBath(bath));
        Assert.Empty(Summary().Calls);
        Tap(new LiftBath(Begun(place: 1)));
        Begun(place: 2);
        var rinse = Assert.Single(Summary().Calls);
        Assert.Equal((RunAct.LiftAt, null, null), (rinse.Act, rinse.GiveOrTakeMinutes, rinse.SoftAt));
        Assert.Equal(Now.AddMinutes(TwoBatches.Baths[2].Minutes), rinse.DueAt!.Value, TimeSpan.FromSeconds(1));
    }

    [Fact]
    public void Baths_that_were_only_clicked_through_tell_no_pace()
    {
        Tap(new LiftBath(Begun()));
        Assert.Null(Summary().Minutes);
        Tap(new LiftBath(Begun(batch: 2, minutesAgo: 60)));
        Assert.Equal(60, Summary().Minutes);
    }

    [Fact]
    public void A_bath_teaches_its_tub_when_it_was_lifted_and_read_well_and_lay_in_that_tub()
    {
        var bath = Begun(minutesAgo: 25);
        foreach (var minute in new[] { 0, 5, 10, 15, 20, 24 })
        {
            Tap(new ReadBath(bath, FormattableString.Invariant($"{16 + (57 - 16) * Math.Exp(-0.012 * minute):0.0000}")), 25 - minute);
        }

        Assert.Null(WashRun.Learned(State.Baths[0], covered: false));
        Tap(new LiftBath(bath));
        Assert.InRange(WashRun.Learned(State.Baths[0], covered: false)!.RatePerMinute, 0.011, 0.013);
        Assert.Null(WashRun.Learned(State.Baths[0] with { Began = State.Baths[0].Began with { InOtherTub = true } }, covered: false));
        Assert.Null(WashRun.Learned(State.Baths[0] with { Temperatures = [] }, covered: false));
    }

    [Fact]
    public void One_tap_a_bath_lifts_the_wool_and_begins_what_comes_next()
    {
        var probe = Guid.CreateVersion7();
        var first = Begun(minutesAgo: 60);
        Tap(new HangProbe(first, probe), 59);
        var baths = TwoBatches.Baths.Count;
        for (var tap = 1; tap < 2 * baths; tap++)
        {
            Tap(new LiftBath(State.Baths.Single(b => b.Lifted is null).Id, PourNext: true), 60 - tap);
            var now = Assert.Single(State.Baths, b => b.Lifted is null);
            Assert.Equal((1 + tap / baths, tap % baths), (now.Began.Batch, now.Began.Place));
            Assert.Equal(probe, now.Probe);
            Assert.False(now.Began.InOtherTub);
        }

        // After the last nothing comes: it is only lifted.
        Assert.Null(State.After(State.Baths[^1]));
        Tap(new LiftBath(State.Baths[^1].Id, PourNext: true), 1);
        Assert.True(State.AllDone);
        Assert.Equal(2 * baths, State.Baths.Count);
    }

    [Fact]
    public void Whatever_is_tapped_in_whatever_order_the_wash_stays_whole() =>
        Gen.Select(Gen.Int[0, 5], Gen.Int[0, 3], Gen.Int[0, 4], Gen.Double[-2, 90])
            .Array[1, 40]
            .Sample(
                taps =>
                {
                    var events = new List<RunEvent<WashEvent>>();
                    foreach (var (what, batch, place, number) in taps)
                    {
                        var state = WashState.Of(Plan, events, []);
                        var bath = state.Baths.Count == 0 ? Guid.NewGuid() : state.Baths[place % state.Baths.Count].Id;
                        RunCommand tap = what switch
                        {
                            0 or 1 => new BeginBath(batch, place),
                            2 => new ReadBath(bath, FormattableString.Invariant($"{number:0.###}")),
                            3 => new HangProbe(bath, Guid.NewGuid()),
                            _ => new LiftBath(bath),
                        };
                        var decided = WashRun.Decide(
                            state,
                            tap with
                            {
                                At = Now.AddMinutes(-number),
                            },
                            TemperatureUnit.Celsius,
                            Now,
                            Guid.CreateVersion7
                        );
                        Assert.True(decided.IsRefused || decided.Value.Count <= 3);
                        events.AddRange(decided.IsRefused ? [] : decided.Value);
                        if (events.Count > 0 && WashRun.Withdraw(WashState.Of(Plan, events, []), events[^1].Id) is null && number > 60)
                        {
                            events.RemoveAt(events.Count - 1);
                        }

                        state = WashState.Of(Plan, events, []);
                        // A batch lies in one bath at most, and where it goes next is one place.
                        Assert.All(state.Baths.GroupBy(b => b.Began.Batch), of => Assert.True(of.Count(b => b.Lifted is null) <= 1));
                        Assert.Equal(state.Next.Count, state.Next.Select(n => n.Batch).Distinct().Count());
                        // The fold goes by the clock; only of two events at the same moment the first given was first.
                        Assert.Equal(
                            state.Baths.Select(b => (b.Id, b.LiftedAt)),
                            WashState.Of(Plan, events.OrderByDescending(e => e.At), []).Baths.Select(b => (b.Id, b.LiftedAt))
                        );
                    }
                },
                iter: 60
            );

    private RunSummary Summary() =>
        WashRun.Summarise(State, State.Baths.ToDictionary(b => b.Id, b => WashRun.Fit(b, TubRate.Typical)), Now);

    [Fact]
    public void Enough_may_be_enough_once_nothing_lies_in_the_water()
    {
        Assert.False(State.MayEndEarly);
        var bath = Begun(minutesAgo: 30);
        Assert.False(State.MayEndEarly);
        Tap(new LiftBath(bath), 5);
        Assert.True(State.MayEndEarly);
        Assert.Equal(2 * Plan.Plan.Baths.Count, State.BathsPlanned);
        // What was dosed went into the baths that were poured.
        Assert.Equal(Plan.Plan.Baths[0].DoseGrams, State.AgentGramsUsed, 1e-9);
        for (var place = 0; place < Plan.Plan.Baths.Count; place++)
        {
            foreach (var batch in place == 0 ? [2] : new[] { 1, 2 })
            {
                Tap(new LiftBath(Begun(batch, place)));
            }
        }

        Assert.True(State.AllDone);
        Assert.False(State.MayEndEarly);
        Assert.Equal(Plan.Plan.AgentGrams, State.AgentGramsUsed, 1e-6);
    }
}

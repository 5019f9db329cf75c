using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using Xunit;

namespace EarthyTuft.Core.Tests.Drying;

/// <summary>What may happen at a rack, and where it stands.</summary>
public class RackRunTests
{
    [Fact]
    public void A_class_alone_tells_a_dry_weight_less_surely_than_own_washes_and_dripping_wool_may_stay_steady_for_longer()
    {
        var typical = FleeceClasses.CleanYield(FleeceClass.Medium);
        var (alone, own) = (
            ExpectedDryWeight.Of(1000, YieldForecast.Of(typical, [])),
            ExpectedDryWeight.Of(1000, YieldForecast.Of(typical, [0.6, 0.61, 0.62]))
        );
        Assert.Equal(610, alone.Mean, 1e-9);
        Assert.InRange(own.Deviation, 20, alone.Deviation / 2);

        // Nine weighings along a straight line: of spun-out wool its end is near, of dripping wool nobody knows.
        DryingReading[] straight = [.. Enumerable.Range(0, 9).Select(i => new DryingReading(i * 40, 1500 - (i * 50)))];
        DryingForecast After(WaterOut waterOut) => DryingWatch.Fit(straight, new Belief(700, 30), 1, waterOut: waterOut);
        Assert.True(
            After(WaterOut.Dripping).Law!.SteadyMinutes / After(WaterOut.Dripping).Law!.TimeConstantMinutes
                > After(WaterOut.SpunOut).Law!.SteadyMinutes / After(WaterOut.SpunOut).Law!.TimeConstantMinutes
        );
    }

    private static readonly DateTimeOffset Now = new(2026, 5, 14, 18, 0, 0, TimeSpan.Zero);
    private static readonly DateTimeOffset Laid = Now.AddHours(-10);
    private readonly List<RunEvent<RackEvent>> happened = [];

    private RackState State =>
        RackState.Of(Guid.Empty, new RackPlan(WaterOut.SpunOut, RackPlace.Indoors, true, new Belief(700, 50)), Laid, happened);

    private Result<IReadOnlyList<RunEvent<RackEvent>>> Tap(RunCommand command)
    {
        var events = RackRun.Decide(State, command, MassUnit.Gram, Now, Guid.CreateVersion7);
        happened.AddRange(events.IsRefused ? [] : events.Value);
        return events;
    }

    private Guid Weigh(double minutes, double grams) =>
        Tap(new WeighRack(FormattableString.Invariant($"{grams:0}"), Laid.AddMinutes(minutes))).Value[0].Id;

    private static string Code<T>(Result<T> refused) => $"{Assert.Single(refused.Refusals).Field} {refused.Refusals[0].Code}";

    private RunCall Call() => Assert.Single(RackRun.Summarise(State, RackRun.Fit(State, 1, RackAir.Indoors), Now).Calls);

    [Theory]
    [InlineData("0", 0, "mass empty-lot")]
    [InlineData("1400", 2, "at out-of-range")]
    [InlineData("1400", -36 * 60, "at out-of-range")]
    [InlineData("1400", -60, null)]
    public void A_weight_is_something_and_its_time_is_of_this_rack(string mass, double minutesFromNow, string? refused)
    {
        var weighed = Tap(new WeighRack(mass, Now.AddMinutes(minutesFromNow)));
        Assert.Equal(refused, weighed.IsRefused ? Code(weighed) : null);
    }

    [Fact]
    public void What_is_no_number_is_refused_by_name_and_a_unit_is_understood()
    {
        Assert.Equal("mass", Tap(new WeighRack("a handful")).Refusals[0].Field);
        Tap(new WeighRack("1.2 kg"));
        Assert.Equal((1200, "1.2 kg"), (State.Weights[0].Grams, State.Weights[0].Typed));
    }

    [Fact]
    public void Only_wet_lots_go_on_a_rack()
    {
        Assert.Equal("nothing-taken", Assert.Single(RackRun.Takes([])).Code);
        Assert.Equal("wrong-form", Assert.Single(RackRun.Takes([LotForm.Washed, LotForm.Clean])).Code);
        Assert.Empty(RackRun.Takes([LotForm.Washed]));
    }

    [Fact]
    public void Drying_is_told_until_two_weighings_agree_and_then_it_is_to_be_logged()
    {
        Assert.Equal((RunAct.CannotTell, (DateTimeOffset?)null), (Call().Act, Call().DueAt));
        var law = new DryingLaw(700, 700, 110, 0);
        foreach (var minutes in new[] { 0.0, 40, 80, 120, 160, 200, 240 })
        {
            Weigh(minutes, law.At(minutes));
        }

        var drying = Call();
        // By the clock it is dry by now; nobody has weighed it since.
        Assert.Equal(RunAct.WeighAgain, drying.Act);
        Assert.InRange((drying.DueAt!.Value - Laid).TotalMinutes, 380, 500);
        Weigh(530, law.At(530));
        Weigh(595, law.At(595));
        Assert.Equal((RunAct.Log, null), (Call().Act, Call().DueAt));
        Assert.True(RackRun.Summarise(State, RackRun.Fit(State, 1, RackAir.Indoors), Now).MayBeLogged);
    }

    [Fact]
    public void A_weight_that_leaps_is_asked_about_and_is_so_when_somebody_says_so()
    {
        var law = new DryingLaw(700, 700, 110, 0);
        foreach (var minutes in new[] { 0.0, 40, 80 })
        {
            Weigh(minutes, law.At(minutes));
        }

        var halved = Weigh(90, 520);
        Assert.Equal(halved, RackRun.Fit(State, 1, RackAir.Indoors).Doubted!.Event);
        Assert.DoesNotContain(RackRun.Fit(State, 1, RackAir.Indoors).Counted, w => w.Event == halved);
        Assert.Equal("weight not-here", Code(Tap(new BelieveWeight(Guid.NewGuid()))));
        Tap(new BelieveWeight(halved, Now));
        Assert.Null(RackRun.Fit(State, 1, RackAir.Indoors).Doubted);
        Assert.Equal(halved, RackRun.Fit(State, 1, RackAir.Indoors).Counted[^1].Event);
        Assert.Null(RackRun.Withdraw(State, halved));
        Assert.Equal("not-here", RackRun.Withdraw(State, Guid.NewGuid())!.Code);
    }
}

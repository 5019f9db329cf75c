using CsCheck;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Scouring;
using Xunit;

namespace EarthyTuft.Core.Tests.Scouring;

public class ScourPlanTests
{
    private static readonly ScourWater Water = new(70, 12, 16);
    private static readonly ScourTub Tub = new(30, 0.8, TubRate.Typical);

    private static ScourSubject Fleece(
        double grams = 1800,
        FleeceClass? of = FleeceClass.Medium,
        HowMuch? wax = null,
        FeltingGrade? felts = FeltingGrade.Moderately
    ) => new(grams, Fibre.Wool, of, felts, wax);

    private static ScourPlan Plan(ScourSubject subject, ScourWish wish, ScourTub? tub = null, ScourWater? water = null) =>
        ScourPlan.Of(subject, tub ?? Tub, water ?? Water, wish, new ScourPrices()).Value;

    [Fact]
    public void A_fleece_of_1800_grams_goes_into_a_tub_of_30_litres_in_two_batches()
    {
        var plan = Plan(Fleece(), new(ScourSchool.Hot));
        Assert.Equal(2, plan.Batches.Count);
        Assert.Equal(900, plan.Batches.Grams);
        Assert.Equal(22.5, plan.Batches.Litres);
        Assert.Equal([BathKind.Wash, BathKind.Wash, BathKind.Rinse, BathKind.Rinse], plan.Baths.Select(b => b.Kind));
        Assert.Equal(plan.WaterLitres, 2 * plan.Baths.Sum(b => b.Litres), 0.5e-9);
        Assert.Equal(25 * 1.8, plan.AgentGrams, 0.5e-9);
        Assert.True(plan.Baths[0].DoseGrams > plan.Baths[1].DoseGrams);
        Assert.All(plan.Baths.Where(b => b.Kind == BathKind.Rinse), b => Assert.Equal(0, b.DoseGrams));
    }

    [Theory]
    [InlineData(FleeceClass.Fine, ScourSchool.Hot, 65)]
    [InlineData(FleeceClass.Fine, ScourSchool.HandHot, 60)]
    [InlineData(FleeceClass.Medium, ScourSchool.Hot, 60)]
    [InlineData(FleeceClass.Long, ScourSchool.HandHot, 50)]
    [InlineData(FleeceClass.Camelid, ScourSchool.HandHot, 40)]
    public void The_first_bath_follows_kind_and_school(FleeceClass of, ScourSchool school, double celsius) =>
        Assert.Equal(celsius, Plan(Fleece(500, of), new(school), new ScourTub(30, 0.8, TubRate.Typical)).Baths[0].Celsius);

    [Theory]
    [InlineData(FleeceClass.Camelid)]
    [InlineData(FleeceClass.Angora)]
    [InlineData(FleeceClass.Silk)]
    [InlineData(FleeceClass.Plant)]
    public void Where_hardly_any_wax_is_one_mild_bath_does_and_no_wax_can_settle(FleeceClass of)
    {
        var plan = Plan(Fleece(500, of), new(ScourSchool.HandHot), new ScourTub(30, 0.8, TubRate.Typical));
        Assert.Equal(30, plan.FloorCelsius);
        Assert.Single(plan.Baths, b => b.Kind == BathKind.Wash);
        Assert.InRange(plan.AgentGrams, 5, 7.5);
    }

    [Fact]
    public void Wax_that_was_seen_adds_a_bath_and_agent()
    {
        var little = Plan(Fleece(wax: HowMuch.Little), new(ScourSchool.Hot));
        var much = Plan(Fleece(wax: HowMuch.Much), new(ScourSchool.Hot));
        Assert.Equal(2, much.Baths.Count(b => b.Kind == BathKind.Wash) - little.Baths.Count(b => b.Kind == BathKind.Wash));
        Assert.True(much.AgentGrams > 2 * little.AgentGrams);
    }

    [Fact]
    public void A_suint_soak_is_cold_and_takes_days()
    {
        var plan = Plan(Fleece(wax: HowMuch.Little), new(ScourSchool.SuintSoak));
        Assert.Equal(BathKind.Soak, plan.Baths[0].Kind);
        Assert.Equal(ScourPlan.SoakMinutes, plan.Baths[0].Minutes);
        Assert.Equal(12, plan.Baths[0].PourCelsius);
        Assert.Contains(plan.Notes, n => n.Contains("smells"));
        Assert.True(plan.KilowattHours < 0.1);
    }

    [Fact]
    public void Lock_by_lock_is_washed_in_a_bowl()
    {
        var plan = Plan(Fleece(300), new(ScourSchool.LockByLock));
        Assert.Equal(5, plan.Batches.Count);
        Assert.All(plan.Baths, b => Assert.Equal(2, b.Litres));
    }

    [Fact]
    public void Not_washed_has_no_bath_and_costs_nothing()
    {
        var plan = Plan(Fleece(), new(ScourSchool.None));
        Assert.Empty(plan.Baths);
        Assert.Equal((0.0, 0.0), (plan.WaterLitres, plan.KilowattHours));
    }

    [Fact]
    public void Angora_is_warned_of() =>
        Assert.Contains(Plan(Fleece(200, FleeceClass.Angora), new(ScourSchool.HandHot)).Notes, n => n.Contains("not washed"));

    [Fact]
    public void A_pour_that_cannot_be_reached_is_said_and_not_made_up()
    {
        // Little water in a heavy, cold tub.
        var plan = Plan(
            Fleece(1200),
            new(ScourSchool.Hot, LitresPerKilogram: 3),
            new ScourTub(30, 3, TubRate.Typical),
            new ScourWater(55, 12, 2)
        );
        Assert.True(plan.Baths[0].PourCelsius > BathWater.KettleCelsius);
        Assert.Equal((null, null), (plan.Baths[0].HotLitres, plan.Baths[0].KettleLitres));
        Assert.Equal(
            (BathWarningKind.TooHotToPour, plan.Baths[0].PourCelsius),
            (plan.Baths[0].Warnings[0].Kind, plan.Baths[0].Warnings[0].Celsius!.Value)
        );
    }

    [Fact]
    public void The_kettle_helps_where_the_hot_water_is_not_hot_enough()
    {
        var bath = Plan(Fleece(1200), new(ScourSchool.Hot), water: new ScourWater(55, 12, 10)).Baths[0];
        Assert.True(bath.PourCelsius > 55);
        Assert.Equal(0, bath.ColdLitres);
        Assert.Equal(bath.Litres, bath.HotLitres!.Value + bath.KettleLitres!.Value, 0.5e-9);
        Assert.Equal(bath.PourCelsius, (bath.KettleLitres.Value * 95 + bath.HotLitres.Value * 55) / bath.Litres, 0.5e-6);
        Assert.Equal(new BathWarning(BathWarningKind.Kettle, 55, bath.KettleLitres), bath.Warnings[0]);
        Assert.Null(Plan(Fleece(1200), new(ScourSchool.Hot), water: new ScourWater(75, 12, 10)).Baths[0].KettleLitres);
    }

    [Fact]
    public void A_bowl_takes_less_warmth_than_the_tub_it_stands_for()
    {
        var bowl = Plan(Fleece(), new(ScourSchool.LockByLock), new ScourTub(30, 0.9, TubRate.Typical)).Baths[0];
        Assert.Equal(bowl.Celsius, BathWater.Settled(bowl.Litres, bowl.PourCelsius, 0.06, Water.AirCelsius, 0.06), 0.5e-6);
        Assert.InRange(bowl.PourCelsius, bowl.Celsius, bowl.Celsius + 4);
    }

    [Fact]
    public void A_bath_that_cools_too_fast_is_cut_short()
    {
        var plan = Plan(
            Fleece(),
            new(ScourSchool.HandHot),
            new ScourTub(30, 0.8, TubRate.Typical with { LogRate = new Belief(Math.Log(0.03), 0.1), Baths = 4 })
        );
        Assert.True(plan.Baths[0].Minutes < 25);
        Assert.True(plan.Baths[0].LiftedCelsius >= 45);
        var warned = plan.Baths[0].Warnings[0];
        Assert.Equal((BathWarningKind.CoolsTooSoon, 45.0, 25.0), (warned.Kind, warned.Celsius!.Value, warned.PlannedMinutes!.Value));
        Assert.InRange(warned.Minutes!.Value, plan.Baths[0].Minutes, plan.Baths[0].Minutes + 1);
    }

    [Fact]
    public void Whatever_is_set_by_hand_stands_and_the_rest_follows()
    {
        var free = Plan(Fleece(), new(ScourSchool.Hot));
        var set = Plan(
            Fleece(),
            new(
                ScourSchool.Hot,
                Batches: 3,
                Baths: new Dictionary<int, BathWish> { [1] = new(Celsius: 48, Minutes: 9, Litres: 10, DoseGrams: 3) }
            )
        );
        Assert.Equal(600, set.Batches.Grams);
        Assert.Equal((48.0, 9.0, 10.0, 3.0), (set.Baths[1].Celsius, set.Baths[1].Minutes, set.Baths[1].Litres, set.Baths[1].DoseGrams));
        Assert.Equal(free.Baths[0].Celsius, set.Baths[0].Celsius);
        Assert.NotEqual(free.Baths[2].Celsius, set.Baths[2].Celsius);
        Assert.Equal(3 * (15 * 3 + 10), set.WaterLitres, 0.5e-6);
    }

    [Fact]
    public void The_cost_counts_what_has_a_price()
    {
        var wish = new ScourWish(ScourSchool.Hot, Agent: new ScourAgent("wash", 20, null, false, 10));
        Assert.Equal(0.36m, Math.Round(ScourPlan.Of(Fleece(), Tub, Water, wish, new ScourPrices()).Value.Cost!.Value, 2));
        Assert.True(ScourPlan.Of(Fleece(), Tub, Water, wish, new ScourPrices(3, 0.3m)).Value.Cost > 0.36m);
        Assert.Null(ScourPlan.Of(Fleece(), Tub, Water, new ScourWish(ScourSchool.Hot), new ScourPrices()).Value.Cost);
    }

    [Fact]
    public void Every_plan_pours_what_it_mixes_and_keeps_the_steps_gentle() =>
        Gen.Select(
                Gen.Double[100, 8000],
                Pick.Of(Enum.GetValues<FleeceClass>()),
                Pick.Of(ScourSchool.Hot, ScourSchool.HandHot, ScourSchool.LockByLock),
                Gen.Double[60, 98],
                Gen.Double[2, 24],
                Gen.Double[10, 120]
            )
            .Sample(
                (grams, of, school, hot, air, litres) =>
                {
                    var plan = Plan(
                        Fleece(grams, of),
                        new(school),
                        new ScourTub(litres, 0.8, TubRate.Typical),
                        new ScourWater(hot, 12, air)
                    );
                    foreach (var bath in plan.Baths)
                    {
                        if (bath.HotLitres is { } warm)
                        {
                            var (kettle, vessel) = (bath.KettleLitres ?? 0, school == ScourSchool.LockByLock ? 0.8 * 2 / litres : 0.8);
                            Assert.Equal(bath.Litres, kettle + warm + bath.ColdLitres!.Value, 0.5e-6);
                            Assert.Equal(
                                bath.PourCelsius,
                                (kettle * BathWater.KettleCelsius + warm * hot + bath.ColdLitres!.Value * 12) / bath.Litres,
                                0.5e-6
                            );
                            Assert.Equal(
                                bath.Celsius,
                                BathWater.Settled(
                                    bath.Litres,
                                    bath.PourCelsius,
                                    plan.Batches.Grams / 1000,
                                    bath == plan.Baths[0] ? air : plan.Baths[plan.Baths.ToList().IndexOf(bath) - 1].LiftedCelsius,
                                    vessel
                                ),
                                0.5e-6
                            );
                        }

                        Assert.True(bath.StepCelsius is null or <= 5.0001);
                    }
                }
            );

    [Theory]
    [InlineData("batches", 0)]
    [InlineData("temperature", 99)]
    [InlineData("floor", -1)]
    [InlineData("minutes", 0)]
    public void A_figure_that_cannot_be_is_refused(string field, double value)
    {
        var wish = new ScourWish(
            ScourSchool.Hot,
            Batches: field == "batches" ? (int)value : null,
            Celsius: field == "temperature" ? value : null,
            Minutes: field == "minutes" ? value : null,
            FloorCelsius: field == "floor" ? value : null
        );
        Assert.Contains(ScourPlan.Of(Fleece(), Tub, Water, wish, new ScourPrices()).Refusals, r => r.Field == field);
    }

    [Fact]
    public void An_entry_tells_only_what_differs_from_its_recipe()
    {
        var recipe = new ScourWish(ScourSchool.HandHot, Minutes: 22, Agent: new ScourAgent("wool wash"));
        Assert.Empty(ScourPlan.Departures(recipe, recipe with { }, TemperatureUnit.Celsius));
        var told = ScourPlan.Departures(
            recipe,
            recipe with
            {
                Minutes = 30,
                Rinses = 3,
                Baths = new Dictionary<int, BathWish> { [0] = new(Celsius: 52) },
            },
            TemperatureUnit.Celsius
        );
        Assert.Equal(["rinses 3 instead of as usual", "minutes 30 instead of 22", "bath 1 52.0 °C instead of as usual"], told);
        Assert.Equal(
            ["bath 131.0 °F instead of 122.0 °F"],
            ScourPlan.Departures(recipe with { Celsius = 50 }, recipe with { Celsius = 55 }, TemperatureUnit.Fahrenheit)
        );
    }
}

public class FeltingRiskTests
{
    [Theory]
    [InlineData(FeltingGrade.Readily, Agitation.Still, 3, 60, false, FeltingLevel.Watch)]
    [InlineData(FeltingGrade.Readily, Agitation.Much, 3, 60, false, FeltingLevel.High)]
    [InlineData(FeltingGrade.Readily, Agitation.Still, 14, 60, false, FeltingLevel.High)]
    [InlineData(FeltingGrade.Little, Agitation.Still, 3, 60, false, FeltingLevel.Low)]
    [InlineData(FeltingGrade.Little, Agitation.Much, 14, 65, true, FeltingLevel.High)]
    [InlineData(FeltingGrade.Moderately, Agitation.Gentle, 3, 55, false, FeltingLevel.Watch)]
    [InlineData(FeltingGrade.No, Agitation.Much, 30, 90, true, FeltingLevel.Low)]
    [InlineData(null, Agitation.Still, 0, 45, false, FeltingLevel.Watch)]
    public void Movement_shock_lye_and_the_breed_make_it(
        FeltingGrade? felts,
        Agitation agitation,
        double step,
        double hottest,
        bool alkaline,
        FeltingLevel level
    )
    {
        var risk = FeltingRisk.Of(felts, false, agitation, step, hottest, alkaline);
        Assert.Equal(level, risk.Level);
        Assert.NotEmpty(risk.Because);
    }

    [Fact]
    public void More_of_anything_never_makes_it_less() =>
        Gen.Select(
                Pick.Of(Enum.GetValues<FeltingGrade>()),
                Pick.Of(Agitation.Still, Agitation.Gentle),
                Gen.Double[0, 20],
                Gen.Double[10, 80],
                Gen.Bool
            )
            .Sample(
                (felts, agitation, step, hottest, alkaline) =>
                {
                    var before = FeltingRisk.Of(felts, false, agitation, step, hottest, alkaline).Level;
                    Assert.True(FeltingRisk.Of(felts, false, Agitation.Much, step, hottest, alkaline).Level >= before);
                    Assert.True(FeltingRisk.Of(felts, false, agitation, step + 8, hottest, alkaline).Level >= before);
                    Assert.True(FeltingRisk.Of(felts, false, agitation, step, hottest, true).Level >= before);
                }
            );
}

public class AfterWashTests
{
    private static readonly (double, double) Usual = (0.55, 0.65);

    private static AfterWash Judge(double after, WashedHandle? handle = null, double? later = null, bool leave = false) =>
        AfterWash.Of(1000, after, Usual, handle, later, leave).Value;

    [Theory]
    [InlineData(600, null, null, WashOutcome.Fine)]
    [InlineData(600, WashedHandle.Dry, null, WashOutcome.Fine)]
    [InlineData(600, WashedHandle.Tacky, null, WashOutcome.WaxLeft)]
    [InlineData(500, null, null, WashOutcome.MoreThanUsual)]
    [InlineData(720, null, null, WashOutcome.CannotTell)]
    [InlineData(720, WashedHandle.Tacky, null, WashOutcome.WaxLeft)]
    [InlineData(720, WashedHandle.Damp, null, WashOutcome.StillDamp)]
    [InlineData(720, null, 700.0, WashOutcome.StillDamp)]
    [InlineData(720, null, 719.0, WashOutcome.WaxLeft)]
    [InlineData(600, WashedHandle.Damp, null, WashOutcome.StillDamp)]
    public void Wax_and_water_are_told_apart(double after, WashedHandle? handle, double? later, WashOutcome outcome)
    {
        var judged = Judge(after, handle, later);
        Assert.Equal(outcome, judged.Outcome);
        Assert.NotEmpty(judged.Offers);
        Assert.Equal(35, judged.LowPercent, 0.5e-9);
        Assert.Equal(45, judged.HighPercent, 0.5e-9);
    }

    [Fact]
    public void Who_leaves_wax_on_purpose_hears_that_first() =>
        Assert.StartsWith("Leave it", Judge(720, WashedHandle.Tacky, leave: true).Offers[0]);

    [Theory]
    [InlineData(600, null, false, new[] { WashDecision.Fine })]
    [InlineData(500, null, false, new[] { WashDecision.Fine })]
    [InlineData(720, WashedHandle.Tacky, false, new[] { WashDecision.WashAgain, WashDecision.UseSoon, WashDecision.WaxAccepted })]
    [InlineData(720, WashedHandle.Tacky, true, new[] { WashDecision.WaxAccepted, WashDecision.UseSoon, WashDecision.WashAgain })]
    [InlineData(720, WashedHandle.Damp, false, new WashDecision[0])]
    [InlineData(720, null, false, new WashDecision[0])]
    public void What_can_be_decided_follows_from_what_is_known(double after, WashedHandle? handle, bool leave, WashDecision[] choices) =>
        Assert.Equal(choices, Judge(after, handle, leave: leave).Choices);

    [Fact]
    public void Nothing_cannot_be_judged() => Assert.True(AfterWash.Of(0, 600, Usual, null, null, false).IsRefused);
}

public class LiftMomentTests
{
    [Fact]
    public void The_floor_decides_and_the_alarm_comes_before_the_earliest_it_may_be()
    {
        var moment = LiftMoment.Of(new TimeForecast(30, 27, 33), 20);
        Assert.Equal((30.0, 26.0, true), (moment.ByMinutes!.Value, moment.AlarmMinutes!.Value, moment.Floor));
    }

    [Theory]
    [InlineData(0, 26.0)]
    [InlineData(200, 26.0)]
    [InlineData(206, null)]
    public void A_bath_forgotten_for_hours_no_longer_calls(double now, double? calls) =>
        Assert.Equal(calls, LiftMoment.Of(new TimeForecast(30, 27, 33), 20).CallsAt(now));

    [Fact]
    public void Without_a_floor_the_planned_time_does() => Assert.Equal(new LiftMoment(5, 4, false), LiftMoment.Of(null, 5));
}

using System.Globalization;
using CsCheck;
using EarthyTuft.Core.Course;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Routing;
using Xunit;

namespace EarthyTuft.Core.Tests.Routing;

public class RoutesTests
{
    private static readonly Schools School = new();

    /// <summary>fleeces.csv: kinds of fleece a preparer would name, and the road each should take.</summary>
    public static TheoryData<string, string> Fleeces()
    {
        var lines = File.ReadAllLines(Path.Combine(AppContext.BaseDirectory, "Routing/fleeces.csv"))
            .Skip(1)
            .Where(l => l.Length > 0)
            .ToArray();
        Assert.True(lines.Length >= 100);
        return new TheoryData<string, string>(lines.Select(l => (l.Split(',')[0], l)));
    }

    [Theory]
    [MemberData(nameof(Fleeces))]
    public void A_fleece_takes_the_road_a_preparer_would_send_it(string name, string line)
    {
        var cells = line.Split(',');
        var facts = Facts(cells);
        var aim = Enum.Parse<Aim>(cells[7]);
        var lies = cells[11].Length == 0 ? LotForm.Raw : Enum.Parse<LotForm>(cells[11]);
        var routes = Routes.For(facts, aim, School, lies, MadeBy(lies));
        var held = HoldingWays.For(lies, facts, aim);
        Assert.True(
            cells[12] == (held.FirstOrDefault()?.Holding.ToString() ?? ""),
            $"{name}: {string.Join(", ", held.Select(h => $"{h.Holding} {h.Points}"))}"
        );
        if (lies.IsPrepared())
        {
            // Nothing that is ready is sent over cards again.
            Assert.DoesNotContain(routes, r => r.Ahead(lies, null).Any(s => s.Step == StepKind.Card));
            return;
        }

        var best = routes[0];
        var ahead = best.Ahead(lies, MadeBy(lies));
        Assert.True(
            (cells[10], cells[8], cells[9]) == (best.Preparation.ToString(), ahead[0].Step.ToString(), ahead[^1].Step.ToString()),
            $"{name}: {best.Preparation} from {ahead[0].Step} to {ahead[^1].Step}; {string.Join(", ", routes.Select(r => $"{r.Preparation} {r.Points}"))}"
        );
    }

    private static StepKind? MadeBy(LotForm lies) => lies == LotForm.Raw ? StepKind.TakeIn : null;

    [Fact]
    public void What_lies_there_decides_which_ways_there_are() =>
        Gen.Select(AnyFleece, Gen.Enum<LotForm>())
            .Sample(
                (any, lies) =>
                {
                    var (facts, aim, schools) = any;
                    var routes = Routes.For(facts, aim, schools, lies);
                    // A way has something ahead, is allowed, and is not the same work as another.
                    Assert.All(routes, r => Assert.NotEmpty(r.Ahead(lies, null)));
                    Assert.All(routes, r => Assert.True(r.Points > RouteRules.Forbidden));
                    // Short fine fibre is a cloud or punis: there the school decides.
                    var both = facts.Class.IsShortAndFine() || facts.StapleMillimetres < RouteRules.Short;
                    var work = routes.Select(r =>
                        (
                            string.Join(' ', r.Ahead(lies, null).Select(s => s.Step)),
                            r.Ahead(lies, null).All(s => s.Step != StepKind.Card) ? ""
                            : both ? r.Preparation.ToString()
                            : r.Preparation.IsOffHandCards().ToString()
                        )
                    );
                    Assert.Equal(routes.Count, work.Distinct().Count());
                    var held = HoldingWays.For(lies, facts, aim);
                    Assert.All(held, h => Assert.Contains(h.Holding, Holdings.Of(lies)));
                    Assert.Equal(held.Count, held.Select(h => h.Holding).Distinct().Count());
                    Assert.All(held, h => Assert.All(h.For.Concat(h.Against), because => Assert.EndsWith(".", because)));
                    if (lies.IsPrepared() && aim is not (Aim.Felt or Aim.CleanLocks))
                    {
                        Assert.NotEmpty(held);
                    }
                    else
                    {
                        Assert.Empty(held);
                    }
                }
            );

    [Fact]
    public void A_bought_top_for_socks_is_held_in_three_ways_and_each_gives_another_yarn()
    {
        var ways = HoldingWays.For(LotForm.Top, Wool(95), Aim.Socks);
        Assert.Equal([Holding.WholeWidth, Holding.Strips, Holding.FromTheFold], ways.Select(w => w.Holding));
        Assert.Equal([FibreOrder.Parallel, FibreOrder.Parallel, FibreOrder.Mostly], ways.Select(w => w.Order));
        Assert.Contains(ways[2].Against, a => a.Contains("rubs"));
        // And nothing else: it is not carded again.
        Assert.Empty(Routes.For(Wool(95), Aim.Socks, School, LotForm.Top));
        var plan = RoutePlan.Of(Aim.Socks, LotForm.Top, Fibre.Wool, Holding.Strips);
        Assert.Equal(
            (PreparedAs.Top, Holding.Strips, (StepKind?)null),
            (plan.Preparation, plan.Holding, plan.Next(LotForm.Top, StepKind.TakeIn))
        );
    }

    [Fact]
    public void Hand_cards_and_a_drum_keep_and_cost_what_is_theirs()
    {
        RouteForecast Of(PreparedAs preparation) =>
            RouteForecast.Of(
                Routes.Of(preparation, Wool(80), Aim.WoollenSoft, School).Ahead(LotForm.Opened, StepKind.Open),
                400,
                FleeceClass.Medium,
                "",
                OwnExperience.None,
                School,
                null,
                preparation
            );
        var (hand, drum) = (Of(PreparedAs.Rolags), Of(PreparedAs.Batts));
        Assert.True(hand.Whole.Median > drum.Whole.Median);
        Assert.Equal(400 * hand.Whole.Median / 35, hand.Hours!.Value, 1e-9);
        Assert.Equal(400 * drum.Whole.Median / 120, drum.Hours!.Value, 1e-9);
    }

    [Fact]
    public void A_raw_fleece_has_a_road_and_mostly_two_with_reasons_for_the_first() =>
        AnyFleece.Sample(
            (facts, aim, schools) =>
            {
                var routes = Routes.For(facts, aim, schools);
                Assert.InRange(routes.Count, 1, 4);
                Assert.Equal(routes.Count, routes.Select(r => r.Preparation).Distinct().Count());
                Assert.True(routes[0].Points >= routes[1].Points);
                Assert.All(routes, r => Assert.All(r.Steps, s => Assert.EndsWith(".", s.Because)));
            }
        );

    [Fact]
    public void Steps_come_in_working_order_and_each_station_takes_what_the_one_before_gives() =>
        AnyFleece.Sample(
            (facts, aim, schools) =>
            {
                foreach (var route in Routes.For(facts, aim, schools))
                {
                    Assert.Equal(route.Steps.Select(s => s.Stage).Order(), route.Steps.Select(s => s.Stage));
                    var form = LotForm.Raw;
                    StepKind? madeBy = StepKind.TakeIn;
                    foreach (var step in route.Steps)
                    {
                        var definition = AllStations.Of(step.Step);
                        Assert.True(definition.CanTake(form, facts.Fibre), $"{step.Step} does not take {form} of {facts.Fibre}");
                        // What a step makes brings the lot past that step, so a route never stands still.
                        form =
                            definition.KeepsForm
                            || (step.Step == StepKind.Open && step.Stage < route.Steps.FirstOrDefault(s => s.Step == StepKind.Wash)?.Stage)
                                ? form
                            : step.Step == StepKind.Wash ? LotForm.Washed
                            : definition.Gives[0];
                        madeBy = step.Step;
                        Assert.DoesNotContain(step, route.Ahead(form, madeBy));
                    }
                }
            }
        );

    [Fact]
    public void A_plan_is_written_and_read_back_and_what_was_done_moves_it_on()
    {
        var route = Routes.Of(PreparedAs.Top, Wool(140), Aim.WorstedHard, School);
        var plan = RoutePlan.Read(Aim.WorstedHard, PreparedAs.Top, RoutePlan.Of(Aim.WorstedHard, route).WriteSteps());
        Assert.Equal(StepKind.Skirt, plan.Next(LotForm.Raw, StepKind.TakeIn));
        Assert.Equal(StepKind.Wash, plan.Next(LotForm.Skirted, StepKind.Skirt));
        Assert.Equal(StepKind.Dry, plan.Next(LotForm.Washed, StepKind.Wash));
        Assert.Equal(StepKind.Comb, plan.Next(LotForm.Clean, StepKind.Dry));
        Assert.Null(plan.Next(LotForm.Top, StepKind.Comb));
        // Somebody carded it all the same: the combs still wait.
        Assert.Equal(StepKind.Comb, plan.Next(LotForm.Batt, StepKind.Card));
    }

    [Fact]
    public void A_sorted_heap_is_not_sent_to_be_sorted_again()
    {
        var plan = RoutePlan.Of(Aim.WorstedSoft, Routes.Of(PreparedAs.Top, Wool(100) with { CvPercent = 31 }, Aim.WorstedSoft, School));
        Assert.Equal(StepKind.Divide, plan.Next(LotForm.Skirted, StepKind.Skirt));
        Assert.Equal(StepKind.Wash, plan.Next(LotForm.Skirted, StepKind.Divide));
    }

    [Fact]
    public void Schools_change_the_road_where_people_disagree()
    {
        bool Opens(Schools s) =>
            Routes
                .Of(PreparedAs.Batts, Wool(80), Aim.WoollenSoft, s)
                .Steps.TakeWhile(x => x.Step != StepKind.Wash)
                .Any(x => x.Step == StepKind.Open);
        Assert.False(Opens(School));
        Assert.True(Opens(School with { OpenBeforeWash = true }));
        string Wash(Schools s) =>
            Routes.Of(PreparedAs.Batts, Wool(80), Aim.WoollenSoft, s).Steps.Single(x => x.Step == StepKind.Wash).Because;
        Assert.Equal(
            3,
            new[] { WashSchool.Hot, WashSchool.HandHot, WashSchool.SuintSoak }
                .Select(w => Wash(School with { Wash = w }))
                .Distinct()
                .Count()
        );
        Assert.Contains("wax may stay", Wash(School with { LeaveWax = true }));
    }

    [Fact]
    public void Down_with_guard_hair_is_dehaired_before_it_is_carded()
    {
        var steps = Routes
            .For(new(FleeceClass.Cashmere, Fibre.Cashmere, new(15, 18), 45, null, null, new()), Aim.NextToSkin, School)[0]
            .Steps.Select(s => s.Step)
            .ToList();
        Assert.True(steps.IndexOf(StepKind.Dehair) > steps.IndexOf(StepKind.Wash));
        Assert.True(steps.IndexOf(StepKind.Dehair) < steps.IndexOf(StepKind.Card));
    }

    [Fact]
    public void It_says_what_would_change_the_advice()
    {
        var change = Routes.WouldChange(Wool(110), Aim.WorstedHard, School);
        Assert.Contains(change, c => c.If.Contains("breaks") && c.Then != PreparedAs.Top);
        Assert.All(change, c => Assert.NotEqual(Routes.For(Wool(110), Aim.WorstedHard, School)[0].Preparation, c.Then));
    }

    [Fact]
    public void Seed_cotton_and_silk_caps_go_to_stations_of_their_own()
    {
        var cotton = RoutePlan.Of(
            Aim.WoollenSoft,
            Routes.For(new(FleeceClass.Plant, Fibre.Cotton, null, 26, null, null, new()), Aim.WoollenSoft, School)[0]
        );
        Assert.Equal(StepKind.Gin, cotton.Next(LotForm.Raw, StepKind.TakeIn));
        Assert.Equal(StepKind.Card, cotton.Next(LotForm.Clean, StepKind.Gin));
        Assert.Null(cotton.Next(LotForm.Puni, StepKind.Card));
        var caps = Routes.For(new(FleeceClass.Silk, Fibre.Silk, null, 300, null, null, new()), Aim.Lace, School)[0];
        Assert.Equal([StepKind.PartCaps], caps.Steps.Select(s => s.Step));
        Assert.Null(RoutePlan.Of(Aim.Lace, caps).Next(LotForm.Roving, StepKind.PartCaps));
        // What is told ahead of seed cotton is lint, a third of it.
        var ahead = RouteForecast.Of(
            Routes.For(new(FleeceClass.Plant, Fibre.Cotton, null, 26, null, null, new()), Aim.WoollenSoft, School)[0].Steps,
            300,
            FleeceClass.Plant,
            "",
            OwnExperience.None,
            School,
            null
        );
        Assert.InRange(ahead.Whole.Median, 0.25, 0.42);
    }

    [Fact]
    public void A_forecast_multiplies_what_each_step_keeps()
    {
        var route = Routes.Of(PreparedAs.Top, Wool(140) with { Class = FleeceClass.Long }, Aim.WorstedHard, School);
        var forecast = RouteForecast.Of(
            route.Ahead(LotForm.Raw, StepKind.TakeIn),
            2000,
            FleeceClass.Long,
            "Gotland",
            OwnExperience.None,
            School,
            30
        );
        // Skirting 75-97, clean yield 65-80, combing long-wool 80-92 % (docs/craft.md, section 13).
        var median = 0.86 * 0.725 * 0.86;
        Assert.Equal(median, forecast.Whole.Median, 1e-9);
        Assert.InRange(forecast.Whole.Lower, median * 0.8, median);
        Assert.Equal(30, forecast.Cost);
        Assert.Equal(2000 * 0.86 / 1000 * 25 * 3, forecast.Litres!.Value, 1e-9);
        var hours = forecast.Steps.Single(s => s.Step.Step == StepKind.Comb).Hours!.Value;
        Assert.Equal(2000 * median / 30, hours, 1e-9);
        Assert.True(forecast.Hours > hours);
    }

    [Fact]
    public void Own_experience_and_hours_come_into_it()
    {
        var route = Routes.Of(PreparedAs.Top, Wool(140) with { Class = FleeceClass.Long }, Aim.WorstedHard, School);
        var own = new OwnExperience(
            new YieldLog([.. Enumerable.Repeat(new OwnYield(StepKind.Comb, FleeceClass.Long, "Gotland", 0.70), 6)]),
            new Dictionary<StepKind, Pace> { [StepKind.Comb] = new(60, 6) },
            new Dictionary<StepKind, decimal> { [StepKind.Wash] = 2 },
            HourlyRate: 10
        );
        var forecast = RouteForecast.Of(route.Ahead(LotForm.Clean, StepKind.Dry), 600, FleeceClass.Long, "Gotland", own, School, 20);
        var comb = Assert.Single(forecast.Steps);
        Assert.Equal(6, comb.Yield!.Own);
        Assert.InRange(comb.Yield.Median, 0.70, 0.80);
        Assert.Equal(600 * comb.So.Median / 60, comb.Hours!.Value, 1e-9);
        Assert.Equal(20 + ((decimal)comb.Hours.Value * 10), forecast.Cost!.Value, 6);
    }

    [Fact]
    public void Nothing_is_said_of_a_mass_that_nobody_knows()
    {
        var forecast = RouteForecast.Of(
            Routes.Of(PreparedAs.Batts, Wool(80), Aim.WoollenSoft, School).Steps,
            null,
            null,
            "",
            OwnExperience.None,
            School,
            null
        );
        Assert.Null(forecast.Hours);
        Assert.Null(forecast.Litres);
        Assert.Null(forecast.Cost);
        Assert.InRange(forecast.Whole.Median, 0.3, 0.8);
    }

    [Theory]
    [InlineData(LotForm.Clean, 130.0, StepKind.Comb)]
    [InlineData(LotForm.Opened, 80.0, StepKind.Card)]
    [InlineData(LotForm.Down, null, StepKind.Card)]
    [InlineData(LotForm.Top, 130.0, null)]
    public void Without_a_route_the_usual_station_is_next(LotForm form, double? staple, StepKind? next) =>
        Assert.Equal(next, Waiting.At(form, null, staple));

    [Fact]
    public void Every_rule_has_a_name_of_its_own_and_gives_a_sentence()
    {
        Assert.Equal(RouteRules.All.Count, RouteRules.All.Select(r => r.Name).Distinct().Count());
        Assert.All(RouteRules.All, r => Assert.EndsWith(".", r.Because(Wool(100))));
    }

    [Theory]
    [InlineData(124)]
    [InlineData(125)]
    [InlineData(125.5)]
    public void The_table_and_the_station_a_lot_waits_at_agree_where_combing_begins(double millimetres)
    {
        var combs = RouteRules.All.Single(r => r.Name == "long-combs").Holds(Wool(millimetres), Aim.WorstedSoft, School);
        Assert.Equal(Waiting.At(LotForm.Clean, StepKind.Wash, millimetres), combs ? StepKind.Comb : StepKind.Card);
        Assert.NotEqual(combs, RouteRules.All.Single(r => r.Name == "either-combs").Holds(Wool(millimetres), Aim.WorstedSoft, School));
    }

    private static readonly Gen<(FleeceFacts, Aim, Schools)> AnyFleece = Gen.Select(
        Gen.Select(Gen.Enum<FleeceClass>(), Pick.Maybe(Gen.Double[15, 350]), Pick.Maybe(Gen.Double[0, 45]), Pick.Maybe(Gen.Double[10, 45])),
        Gen.Select(
            Pick.Maybe(Gen.Enum<Soundness>()),
            Pick.Maybe(Gen.Enum<HowMuch>()),
            Pick.Maybe(Gen.Enum<LockStructure>()),
            Pick.Maybe(Gen.Enum<Tips>()),
            Pick.Maybe(Gen.Enum<Coat>())
        ),
        Gen.Enum<Aim>(),
        Gen.Select(Gen.Enum<WashSchool>(), Gen.Bool, Gen.Bool, Gen.Enum<DownSchool>(), Gen.Enum<FineSockSchool>()),
        (known, judged, aim, school) =>
            (
                new FleeceFacts(
                    known.Item1,
                    known.Item1 switch
                    {
                        FleeceClass.Plant => Fibre.Cotton,
                        FleeceClass.Silk => Fibre.Silk,
                        _ => Fibre.Wool,
                    },
                    known.Item4 is { } m ? new Span(m, m) : null,
                    known.Item2,
                    known.Item3,
                    null,
                    new Judgements(
                        Soundness: judged.Item1,
                        VegetableMatter: judged.Item2,
                        LockStructure: judged.Item3,
                        Tips: judged.Item4,
                        Coat: judged.Item5
                    )
                ),
                aim,
                new Schools(school.Item1, school.Item2, school.Item3, school.Item4, school.Item5)
            )
    );

    private static FleeceFacts Wool(double staple) =>
        new(FleeceClass.Medium, Fibre.Wool, new(27, 29), staple, 10, Wave.Crimp, new Judgements(Soundness: Soundness.Sound));

    private static FleeceFacts Facts(string[] c)
    {
        double? Number(string text) => text.Length == 0 ? null : double.Parse(text, CultureInfo.InvariantCulture);
        T? Word<T>(string text)
            where T : struct, Enum => text.Length == 0 ? null : Enum.Parse<T>(text);
        var micron = Number(c[4]);
        return new FleeceFacts(
            Word<FleeceClass>(c[1]),
            Word<FleeceClass>(c[1]) switch
            {
                FleeceClass.Plant => Fibre.Cotton,
                FleeceClass.Silk => Fibre.Silk,
                _ => Fibre.Wool,
            },
            micron is { } m ? new Span(m, m) : null,
            Number(c[2]),
            Number(c[3]),
            null,
            new Judgements(VegetableMatter: Word<HowMuch>(c[5]), Soundness: Word<Soundness>(c[6]))
        );
    }
}

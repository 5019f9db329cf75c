using CsCheck;
using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Tools;
using Xunit;

namespace EarthyTuft.Core.Tests.Carding;

/// <summary>Loads on cards: how large, how many, how even, and when enough is enough.</summary>
public class CardRunTests
{
    private static readonly DateTimeOffset Began = new(2026, 5, 14, 9, 0, 0, TimeSpan.Zero);
    private static readonly Cloth Drum = new(20, 57, 96),
        HandCard = new(20, 12, 72);
    private readonly List<RunEvent<CardEvent>> happened = [];
    private DateTimeOffset now = Began;

    private static CardPlan PlanOf(double grams, double most, LaidOn laid = LaidOn.Lengthwise, TakenOff taken = TakenOff.OnePiece) =>
        CardRun.Plan([LotForm.Clean], grams, new LoadSize(most, 0), LotForm.Batt, laid, taken, "Medium").Value;

    private CardState State => CardState.Of(Guid.Empty, PlanOf(430, 50), Began, happened);

    private Result<IReadOnlyList<RunEvent<CardEvent>>> Tap(RunCommand command)
    {
        now = now.AddMinutes(4);
        var events = CardRun.Decide(State, command with { At = now }, MassUnit.Gram, now, Guid.CreateVersion7);
        happened.AddRange(events.IsRefused ? [] : events.Value);
        return events;
    }

    private static string Code<T>(Result<T> refused) => Said.Of(Assert.Single(refused.Refusals));

    [Theory]
    [InlineData(430, 50, 9, 47.8)]
    [InlineData(50, 50, 1, 50)]
    [InlineData(50.0000000001, 50, 1, 50)]
    [InlineData(51, 50, 2, 25.5)]
    public void Loads_are_equal_and_none_is_above_the_most(double grams, double most, int loads, double each)
    {
        var plan = PlanOf(grams, most);
        Assert.Equal((loads, each), (plan.Loads, Math.Round(plan.GramsPerLoad, 1)));
    }

    [Fact]
    public void Equal_loads_make_all_of_it() =>
        Gen.Select(Gen.Double[1, 5000], Gen.Double[1, 200])
            .Sample(
                (grams, most) =>
                {
                    var (loads, each) = LoadSize.Equal(grams, most);
                    Assert.Equal(grams, loads * each, 1e-6);
                    Assert.True(each <= most * (1 + 1e-6));
                }
            );

    [Fact]
    public void A_load_is_typical_for_cloth_and_fibre()
    {
        Assert.Equal(51.3, CardLoad.Typical(ToolKind.DrumCarder, Drum, FleeceClass.Medium).Grams, 0.1);
        Assert.Equal(25.65, CardLoad.Typical(ToolKind.DrumCarder, Drum, FleeceClass.Fine).Grams, 0.1);
        Assert.Equal(4, CardLoad.Typical(ToolKind.HandCards, HandCard, null).Grams, 1e-9);
        Assert.Equal(2, CardLoad.Typical(ToolKind.HandCards, HandCard, FleeceClass.Cashmere).Grams, 1e-9);
        Assert.Throws<ArgumentOutOfRangeException>(() => CardLoad.Typical(ToolKind.Tub, Drum, null));
    }

    [Theory]
    [InlineData(0.4)]
    [InlineData(0.8)]
    [InlineData(1.9)]
    public void After_eight_loads_it_is_the_persons_own(double beside)
    {
        // Somebody who settles on a load of their own, and puts on a tenth more or less each time.
        var random = new Random(20261127);
        var typical = CardLoad.Typical(ToolKind.DrumCarder, Drum, FleeceClass.Medium);
        var settles = typical.Grams * beside;
        for (var person = 0; person < 40; person++)
        {
            var loads = Enumerable.Range(0, 8).Select(_ => settles * (1 + 0.2 * (random.NextDouble() - 0.5))).ToArray();
            var learned = LoadSize.Learned(typical, loads);
            Assert.Equal(8, learned.Own);
            Assert.InRange(learned.Grams, 0.9 * settles, 1.1 * settles);
        }

        Assert.Equal(typical, LoadSize.Learned(typical, []));
        Assert.Equal((typical.Grams + 30) / 2, LoadSize.Learned(typical, [30]).Grams, 1e-9);
    }

    [Fact]
    public void What_does_not_suit_is_said()
    {
        IReadOnlyList<CardCaution> Of(ToolKind kind, Cloth cloth, FleeceClass? of, Span? micron, double? staple, double grams) =>
            CardFit.Cautions(kind, cloth, of, micron, staple, CardLoad.Typical(kind, cloth, of), grams);
        Assert.Empty(Of(ToolKind.DrumCarder, Drum, FleeceClass.Fine, new(18, 22), 70, 25));
        Assert.Equal(
            [CardCaution.StapleTooLong, CardCaution.ClothTooClose],
            Of(ToolKind.DrumCarder, Drum, FleeceClass.Long, new(33, 38), 180, 50)
        );
        Assert.Equal([CardCaution.StapleLong], Of(ToolKind.DrumCarder, Drum, null, null, 100, 50));
        Assert.Equal(
            [CardCaution.DownOnDrum, CardCaution.ClothTooOpen],
            Of(ToolKind.DrumCarder, Drum with { TeethPerSquareInch = 54 }, FleeceClass.Cashmere, new(14, 17), 40, 20)
        );
        Assert.Equal([CardCaution.Overload], Of(ToolKind.HandCards, HandCard, FleeceClass.Medium, null, null, 6.1));
        Assert.Empty(Of(ToolKind.HandCards, HandCard with { TeethPerSquareInch = null }, FleeceClass.Medium, new(25, 29), 75, 6));
    }

    [Fact]
    public void Nine_loads_by_one_tap_each_and_the_uneven_one_is_found()
    {
        foreach (var grams in new[] { 48, 47, 49, 38, 48, 48, 47, 49 })
        {
            Tap(new CardOneLoad($"{grams}"));
        }

        Assert.Equal(1, CardRun.Summarise(State).Calls.Count(c => c.Act == RunAct.WhenYouLike));
        Tap(new CardOneLoad());
        var pass = State.Now;
        Assert.Equal(9, pass.Loads.Count);
        Assert.Equal(
            [
                LoadStanding.Even,
                LoadStanding.Even,
                LoadStanding.Even,
                LoadStanding.Light,
                LoadStanding.Even,
                LoadStanding.Even,
                LoadStanding.Even,
                LoadStanding.Even,
                LoadStanding.NotKnown,
            ],
            LoadEvenness.Judge([.. pass.Loads.Select(l => l.Grams)], 1)
        );
        Assert.Null(CardRun.Made(State));
        Assert.Equal(4, CardRun.MinutesPerLoad(State));
        var summary = CardRun.Summarise(State);
        Assert.Equal((RunAct.Log, true, 36.0), (summary.Calls[0].Act, summary.MayBeLogged, summary.Minutes));
        // The last one weighed afterwards.
        Tap(new WeighCardLoad(pass.Loads[8].Event, "46"));
        Assert.Equal(420, CardRun.Made(State));
        Assert.Equal(46, CardRun.Lessons(State)[0].Grams);
    }

    [Fact]
    public void Passes_follow_one_another_and_a_slip_is_taken_back()
    {
        Assert.Equal("conflict no-loads", Code(Tap(new BeginCardPass())));
        Tap(new CountCardLoads(9));
        Tap(new CountNeps(18, "3"));
        var begun = Tap(new BeginCardPass()).Value[0].Id;
        Assert.Equal(2, State.Passes.Count);
        Assert.Null(CardRun.Withdraw(State, happened, begun));
        var load = Tap(new CardOneLoad()).Value[0].Id;
        Assert.Equal("has-loads", CardRun.Withdraw(State, happened, begun)!.Code);
        Assert.Null(CardRun.Withdraw(State, happened, load));
        Assert.Equal("not-here", CardRun.Withdraw(State, happened, Guid.NewGuid())!.Code);
        Assert.Equal([(1, 9), (2, 1)], State.Passes.Select(p => (p.Number, p.Loads.Count)));
        Assert.Equal(6, State.Neps[0].PerGram, 1e-9);
    }

    [Theory]
    [InlineData(-1, "2", "neps out-of-range")]
    [InlineData(5, null, "pinch missing")]
    [InlineData(5, "0", "pinch empty-lot")]
    [InlineData(5, "a pinch", "pinch not-a-weight")]
    public void Neps_want_a_count_and_a_pinch(int neps, string? pinch, string refused) =>
        Assert.Equal(refused, Code(Tap(new CountNeps(neps, pinch))));

    [Fact]
    public void What_cannot_be_is_refused()
    {
        Assert.Equal("count out-of-range", Code(Tap(new CountCardLoads(-1))));
        Assert.Equal("count out-of-range", Code(Tap(new CountCardLoads(0))));
        Assert.Equal("count out-of-range", Code(Tap(new CountCardLoads(2001))));
        Assert.Equal("mass empty-lot", Code(Tap(new CardOneLoad("0"))));
        Assert.Equal("load not-here", Code(Tap(new WeighCardLoad(Guid.NewGuid(), "40"))));
        Tap(new CountCardLoads(2));
        Assert.Equal("load not-here", Code(Tap(new WeighCardLoad(State.Now.Loads[0].Event, "40"))));
        Assert.Equal(
            "at out-of-range",
            Code(CardRun.Decide(State, new CardOneLoad(null, now.AddHours(1)), MassUnit.Gram, now, Guid.CreateVersion7))
        );
        Assert.Equal("kind not-here", Code(Tap(new Core.Drying.WeighRack("3"))));
        Assert.Equal(
            ["lotIds nothing-taken", "gives wrong-form", "mass not-weighed"],
            CardRun.Plan([], null, new LoadSize(50, 0), LotForm.Top, LaidOn.Lengthwise, TakenOff.Diz, "").Refusals.Select(Said.Of)
        );
        Assert.Equal(
            ["lotIds wrong-form"],
            CardRun
                .Plan([LotForm.Raw], 100, new LoadSize(50, 0), LotForm.Batt, LaidOn.Lengthwise, TakenOff.Diz, "")
                .Refusals.Select(Said.Of)
        );
        Assert.Equal(
            ["most out-of-range"],
            CardRun
                .Plan([LotForm.Clean], 9000, new LoadSize(1, 0), LotForm.Batt, LaidOn.Lengthwise, TakenOff.Diz, "")
                .Refusals.Select(Said.Of)
        );
        Assert.Equal(
            ["most out-of-range"],
            CardRun
                .Plan([LotForm.Clean], 100, new LoadSize(double.NaN, 0), LotForm.Batt, LaidOn.Lengthwise, TakenOff.Diz, "")
                .Refusals.Select(Said.Of)
        );
    }

    [Theory]
    [InlineData(LaidOn.Lengthwise, TakenOff.RolledAlong, FibreOrder.Parallel)]
    [InlineData(LaidOn.Lengthwise, TakenOff.Strips, FibreOrder.Mostly)]
    [InlineData(LaidOn.Lengthwise, TakenOff.RolledAcross, FibreOrder.Jumbled)]
    [InlineData(LaidOn.Crosswise, TakenOff.OnePiece, FibreOrder.Jumbled)]
    [InlineData(LaidOn.Crosswise, TakenOff.RolledAlong, FibreOrder.Mostly)]
    public void How_the_fibres_lie_follows_from_laying_on_and_taking_off(LaidOn laid, TakenOff taken, FibreOrder order) =>
        Assert.Equal(order, PlanOf(100, 50, laid, taken).Order);

    [Theory]
    [InlineData(LotForm.Batt, TakenOff.OnePiece)]
    [InlineData(LotForm.Rolag, TakenOff.RolledAcross)]
    [InlineData(LotForm.Puni, TakenOff.Rod)]
    [InlineData(LotForm.Cloud, TakenOff.Loose)]
    [InlineData(LotForm.Roving, TakenOff.Diz)]
    public void A_product_comes_off_as_it_usually_does_unless_somebody_says_otherwise(LotForm gives, TakenOff usual)
    {
        CardPlan Of(TakenOff? takenOff) =>
            CardRun.Plan([LotForm.Clean], 100, new LoadSize(50, 0), gives, LaidOn.Lengthwise, takenOff, "").Value;
        Assert.Equal((usual, TakenOff.Strips), (Of(null).TakenOff, Of(TakenOff.Strips).TakenOff));
    }

    private static NepVerdict Verdict(params (int Count, double Pinch)[] passes) =>
        NepAdvice.Of([.. passes.Select((p, i) => new NepCount(i + 1, p.Count, p.Pinch))]).Verdict;

    [Fact]
    public void Neps_say_whether_another_pass_helps()
    {
        Assert.Equal(NepVerdict.CannotTell, Verdict());
        Assert.Equal(NepVerdict.CannotTell, Verdict((60, 10)));
        Assert.Equal(NepVerdict.Clean, Verdict((60, 10), (0, 10)));
        Assert.Equal(NepVerdict.GoOn, Verdict((120, 10), (60, 10)));
        Assert.Equal(NepVerdict.HardlyWorthIt, Verdict((60, 10), (31, 10), (26, 10)));
        Assert.Equal(NepVerdict.HardlyWorthIt, Verdict((60, 10), (62, 10)));
        Assert.Equal(NepVerdict.Rising, Verdict((31, 10), (60, 10)));
        Assert.Equal(30, NepAdvice.Of([new(1, 120, 10), new(2, 60, 10)]).NextPerGram!.Value * 10, 1e-6);
        // A pass that nobody counted between two that were.
        Assert.Equal(5, NepAdvice.Of([new(1, 400, 10), new(3, 100, 10)]).NextPerGram!.Value, 1e-6);
    }

    [Fact]
    public void Variation_is_none_for_like_loads_and_unknown_for_one()
    {
        Assert.Null(LoadEvenness.Variation([40, null]));
        Assert.Equal(0, LoadEvenness.Variation([40, 40, null])!.Value, 1e-12);
        Assert.Equal(LoadStanding.NotKnown, Assert.Single(LoadEvenness.Judge([40], 1)));
        // What the scale cannot tell is no difference.
        Assert.Equal([LoadStanding.Even, LoadStanding.Even], LoadEvenness.Judge([2, 3], 1));
    }

    [Fact]
    public void What_came_off_is_counted_and_the_last_count_stands()
    {
        Tap(new CardOneLoad("48"));
        Assert.False(Tap(new CountProducts(20)).IsRefused);
        Assert.False(Tap(new CountProducts(24, "1.9 g", Airy: true, Rod: 6, Kept: ProductsKept.Bundled, BundleOf: 3)).IsRefused);
        Assert.Equal(new CardProducts(24, 1.9, true, 6, ProductsKept.Bundled, 3), State.Products);
        Tap(new WeighCardWaste(LossKind.CardWaste, "3"));
        Tap(new WeighCardWaste(LossKind.CardWaste, "2"));
        Tap(new WeighCardWaste(LossKind.Dust, "1"));
        Assert.Equal([(LossKind.CardWaste, 5.0), (LossKind.Dust, 1.0)], State.Waste.Select(w => (w.Key, w.Value)));
    }

    [Fact]
    public void What_cannot_have_come_off_is_refused()
    {
        Assert.Equal("count out-of-range", Code(Tap(new CountProducts(0))));
        Assert.Equal("count out-of-range", Code(Tap(new CountProducts(-1))));
        Assert.Equal("rod out-of-range", Code(Tap(new CountProducts(3, Rod: 0))));
        Assert.Equal("bundleOf out-of-range", Code(Tap(new CountProducts(3, Kept: ProductsKept.Bundled))));
        Assert.Equal("one empty-lot", Code(Tap(new CountProducts(3, "0"))));
        Assert.Equal("ofKind not-here", Code(Tap(new WeighCardWaste(LossKind.Noil, "3"))));
        Assert.Equal("mass empty-lot", Code(Tap(new WeighCardWaste(LossKind.Dust, "0"))));
        Assert.Empty(happened);
    }

    [Fact]
    public void What_is_left_to_go_on_with_is_of_the_first_pass_alone()
    {
        Assert.Null(CardRun.Rest(State));
        Tap(new CountCardLoads(2));
        var rest = CardRun.Rest(State)!;
        Assert.Equal((7, State.Plan.GramsPerLoad), (rest.Loads, rest.GramsPerLoad));
        Tap(new CountCardLoads(7));
        Assert.Null(CardRun.Rest(State));
        Tap(new BeginCardPass());
        Tap(new CountCardLoads(3));
        Assert.Null(CardRun.Rest(State));
    }
}

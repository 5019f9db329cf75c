using EarthyTuft.Core.Blending;
using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Combing;
using EarthyTuft.Core.Dividing;
using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Sampling;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Tools;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Blending;
using EarthyTuft.Data.Carding;
using EarthyTuft.Data.Combing;
using EarthyTuft.Data.Dividing;
using EarthyTuft.Data.Drying;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Sampling;
using EarthyTuft.Data.Scouring;
using EarthyTuft.Data.Spinning;
using EarthyTuft.Data.Yarns;
using Xunit;

namespace EarthyTuft.Web.Tests.Upgrade;

/// <summary>What is stored as JSON: it comes back as it went in, older versions are read, and one of a later release is refused by
/// name.</summary>
public class StoredPayloadTests
{
    private static readonly DateTimeOffset At = new(2026, 5, 14, 10, 0, 0, TimeSpan.Zero);

    public static readonly TheoryData<WashEvent> WashEvents =
    [
        new BathBegan(2, 1, BathKind.Rinse, 48.5, 17, true, 45, false, 12.5, true),
        new BathRead(Guid.NewGuid(), 51.3),
        new BathRead(Guid.NewGuid(), 54.4, "130 F"),
        new ProbeHung(Guid.NewGuid(), null),
        new ProbeHung(Guid.NewGuid(), Guid.NewGuid()),
        new BathLifted(Guid.NewGuid()),
    ];

    public static readonly TheoryData<RackEvent> RackEvents = [new RackWeighed(1342.5, "1,3425 kg"), new WeightBelieved(Guid.NewGuid())];

    [Theory]
    [MemberData(nameof(WashEvents))]
    public void An_event_of_a_wash_comes_back(WashEvent what) =>
        Assert.Equal(what, StoredWash.Read(StoredWash.Row(new RunEvent<WashEvent>(Guid.NewGuid(), At, what), "Ada")));

    [Theory]
    [MemberData(nameof(RackEvents))]
    public void An_event_of_a_rack_comes_back(RackEvent what) =>
        Assert.Equal(what, StoredRack.Read(StoredRack.Row(new RunEvent<RackEvent>(Guid.NewGuid(), At, what), "Ada")));

    public static readonly TheoryData<CardEvent> CardEvents =
    [
        new LoadCarded(47.5, "47,5"),
        new LoadCarded(null, ""),
        new LoadsCounted(9),
        new LoadWeighed(Guid.NewGuid(), 38, "38 g"),
        new PassBegun(),
        new NepsCounted(12, 2.5, "2.5 g"),
    ];

    [Theory]
    [MemberData(nameof(CardEvents))]
    public void An_event_of_carding_comes_back(CardEvent what) =>
        Assert.Equal(what, StoredCard.Read(StoredCard.Row(new RunEvent<CardEvent>(Guid.NewGuid(), At, what), "Ada")));

    [Fact]
    public void Where_a_rack_stood_is_read_from_the_first_version()
    {
        Assert.Equal(
            RackPlace.Outdoors,
            StoredRack
                .Plan("""{"v":1,"waterOut":"dripping","outdoors":true,"netted":false,"expectedGrams":null,"expectedDeviation":null}""")
                .Place
        );
        Assert.Equal(
            RackPlace.Indoors,
            StoredRack
                .Plan("""{"v":1,"waterOut":"spunOut","outdoors":false,"netted":true,"expectedGrams":880,"expectedDeviation":60}""")
                .Place
        );
    }

    [Fact]
    public void A_plan_comes_back_whole()
    {
        var wish = new ScourWish(
            ScourSchool.HandHot,
            Minutes: 22,
            Agent: new("wool wash", 25, 40, true, 9.5m),
            Baths: new Dictionary<int, BathWish> { [1] = new(48, 9, 10, 3) }
        );
        var plan = ScourPlan
            .Of(
                new ScourSubject(1800, Fibre.Wool, FleeceClass.Medium, FeltingGrade.Readily, HowMuch.Much),
                new ScourTub(30, 0.8, TubRate.Typical),
                new ScourWater(55, 12, 16),
                wish,
                new ScourPrices(2.4m, 0.27m)
            )
            .Value;
        var wash = new WashPlan(
            new ScourFooting(
                1800,
                Provenance.Measured,
                30,
                0.0081,
                3,
                55,
                12,
                16,
                Provenance.Guessed,
                25,
                Provenance.Reckoned,
                FleeceClass.Medium
            ),
            plan,
            wish.Agent,
            ["minutes 22 instead of 20"]
        );
        var back = StoredWash.Plan(StoredWash.Write(wash));
        Assert.Equivalent(wash, back, strict: true);
        Assert.Equivalent(wish, StoredWash.Wish(StoredWash.Write(wish)), strict: true);

        var rack = new RackPlan(WaterOut.Dripping, RackPlace.HeatedRoom, false, new Belief(880, 60));
        Assert.Equal(rack, StoredRack.Plan(StoredRack.Write(rack)));
        Assert.Equal(rack with { Expected = null }, StoredRack.Plan(StoredRack.Write(rack with { Expected = null })));
        var carding = new CardPlan(
            430,
            new LoadSize(51.3, 8, IsSaid: true),
            LotForm.Rolag,
            LaidOn.Crosswise,
            TakenOff.RolledAcross,
            "Fine"
        );
        Assert.Equal(carding, StoredCard.Plan(StoredCard.Write(carding)));
        var drum = ToolRow.Of("drum", ToolKind.DrumCarder, new Cloth(20, 57, 72), []);
        drum.Note(new Upkeep(At, "Ada", "bent teeth"));
        Assert.Equal((new Cloth(20, 57, 72), new Upkeep(At, "Ada", "bent teeth")), (drum.Cards.Cloth, Assert.Single(drum.Cards.Upkeep)));
        Assert.Throws<InvalidOperationException>(() => drum.Tub);
        var combing = new CombPlan(
            300,
            new LoadSize(33, 4),
            CombWay.PulledThrough,
            LockEnd.Tip,
            LockEnd.Butt,
            3,
            DrawnOff.Diz,
            2.5,
            "Long"
        );
        Assert.Equal(combing, StoredComb.Plan(StoredComb.Write(combing)));
        CombEvent[] events =
        [
            new FibreTransferred(),
            new LoadCombed(29, 4, "29", "4 g"),
            new CombLoadsCounted(3),
            new CombLoadWeighed(Guid.NewGuid(), null, 5, "", "5"),
            new TuftsWeighed(0.4, 4, "0.4"),
            new EndsKept(3, "3"),
            new CombWasteWeighed(12, "12"),
            new SliverWeighed(2, 9, "9"),
            new NestsCounted(6, 40, "40"),
        ];
        Assert.All(events, e => Assert.Equal(e, StoredComb.Read(StoredComb.Row(new RunEvent<CombEvent>(Guid.NewGuid(), At, e), "Ada"))));
        var blend = new BlendPlan(
            1200,
            new LoadSize(50, 3),
            [new(Guid.NewGuid(), "W-01", 0.98), new(Guid.NewGuid(), "S-01", 0.02)],
            BlendOn.Hackle,
            LotForm.Top,
            12,
            3,
            4
        );
        Assert.Equivalent(blend, StoredBlend.Plan(StoredBlend.Write(blend)), strict: true);
        BlendEvent[] blended = [new LoadBlended(49, "49 g"), new LoadBlended(null, ""), new BlendLoadsCounted(4), new BlendPassed()];
        Assert.All(blended, e =>
            Assert.Equal(e, StoredBlend.Read(StoredBlend.Row(new RunEvent<BlendEvent>(Guid.NewGuid(), At, e), "Ada")))
        );
        var red = Shade.Of("#C04020");
        var chart = new StripPlan(
            [new("a", Guid.NewGuid(), "T-01", red), new("b", null, "", Shade.Undyed)],
            [
                [new Strip("a", red, 10), new Strip("b", Shade.Undyed, 9)],
                [new Strip("", red, 19)],
            ],
            135,
            new RehearsalWish(135, 4, HeldAs.Fold, YarnStructure.Plain, 30, 120, 12, 4, 3)
        );
        Assert.Equivalent(chart, StoredStrips.Plan(StoredStrips.Write(chart)), strict: true);
        Assert.Null(
            StoredStrips
                .Plan(
                    """{"v":1,"colours":[{"name":"a","code":"T-01","colour":"#C04020"}],"plies":[[{"name":"a","colour":"#C04020","grams":10}]],"singlesTex":135}"""
                )
                .Wish
        );
        Assert.Equal(
            YarnStructure.Plain,
            StoredStrips
                .Plan(
                    """
                    {"v":2,"colours":[],"plies":[[]],"singlesTex":135,
                     "wish":{"held":"fold","plied":"together","stitches":30,"rows":120,"millimetresPerStitch":12,"stitchWide":4,"rowHigh":3}}
                    """
                )
                .Wish!.Plied
        );
        StripEvent[] torn =
        [
            new StripDone(1),
            new BetterEndNoted("a", DraftsFrom.OtherEnd),
            new StripsReplanned([
                [new Strip("b", red, 4)],
                [],
            ]),
        ];
        Assert.All(torn, e =>
            Assert.Equivalent(e, StoredStrips.Read(StoredStrips.Row(new RunEvent<StripEvent>(Guid.NewGuid(), At, e), "Ada")), strict: true)
        );
        CardEvent[] came =
        [
            new ProductsCounted(new CardProducts(24, 1.9, true, 6, ProductsKept.Bundled, 3), "1.9 g"),
            new CardWasteWeighed(LossKind.CardWaste, 4, "4"),
        ];
        Assert.All(came, e => Assert.Equal(e, StoredCard.Read(StoredCard.Row(new RunEvent<CardEvent>(Guid.NewGuid(), At, e), "Ada"))));
        var spinning = new SpinPlan(
            new YarnWish(14, 28, 2, YarnStructure.Plain, YarnTolerance.Loose)
            {
                Figures = new YarnFigures(0.26, 0.14, 0.12, 7, 4, -3),
                Suits = new Span(25, 28),
                Firmness = Firmness.Soft,
            },
            new SpunFibre(118, 33, 1.31),
            new SpunOn(11, 150, 8, SpunBy.Seconds),
            "small",
            27.3,
            4.5
        );
        Assert.Equal(spinning, StoredSpin.SpinPlan(StoredSpin.Write(spinning)));
        // Version 1 stored wraps of singles beside densities that could speak against them: what was told of the singles stands.
        var before = StoredSpin.SpinPlan(
            """
            {"v":1,"wrapsPerInch":14,"degrees":28,"plies":1,"structure":"chain","tolerance":"usual","finishedDensity":0.11,"singlesDensity":0.24,
             "bloomPercent":10,"takeUpPercent":3,"extraTurnsPercent":0,"whorl":"","toldWraps":33,"usualWraps":13.2,"singlesWraps":36}
            """
        );
        var told = YarnAim.Of(before.Wish, before.Fibre, before.On).Value;
        Assert.Equal((36, 33), (Math.Round(told.SinglesWraps, 9), before.ToldWraps));
        Assert.Equal(Wraps.Tex(14, 0.11), told.Tex, 9);

        var plying = new PlyPlan(
            YarnStructure.Cable,
            4,
            28,
            13.5,
            TwistDirection.S,
            null,
            PlyFrom.CoredBall,
            [new PlyStrand(Guid.NewGuid(), "F-01.2", Fibre.Silk, 135, 180, TwistDirection.Z)],
            3
        );
        Assert.Equivalent(plying, StoredSpin.PlyPlan(StoredSpin.Write(plying)), strict: true);
        SpinEvent[] spun =
        [
            new PlyBackRead(
                new YarnTrial(13.5, 0.5, 24, 4, 150)
                {
                    Places = 4,
                    Spread = 0.8,
                    Neps = 3,
                    Handle = "soft",
                    Tex = 300,
                },
                "13 14",
                "smaller whorl"
            ),
            new HandsOn(),
            new HandsOff(),
            new BobbinBegun(TwistDirection.Z, "light pull", "large"),
            new BobbinFilled(41, new YarnMeasures(28, 0.5, 27, 180, 1, YarnStructure.Plain, TwistDirection.Z), "41", "28"),
            new SpunCounted(SpunTally.Neps, 9, 20),
            new SpunCounted(SpunTally.Joins, 2, null, JoinWay.SplitEnd),
            new DrawNoted(Draw.Long),
            new RestBegun(12),
            new PlyAngleRead(18, 5, 200),
        ];
        Assert.All(spun, e => Assert.Equal(e, StoredSpin.Read(StoredSpin.Row(new RunEvent<SpinEvent>(Guid.NewGuid(), At, e), "Ada"))));
        // As it was counted before it was asked how joins are made.
        Assert.Equal(
            new SpunCounted(SpunTally.Joins, 6, 20),
            StoredSpin.Read(
                new RunEventRow
                {
                    Who = "Ada",
                    Kind = "counted",
                    Payload = """{"v":1,"of":"Joins","count":6,"metres":20}""",
                }
            )
        );
        var yarn = new YarnMeasures(
            11,
            0.5,
            27,
            160,
            2,
            YarnStructure.Chain,
            TwistDirection.S,
            FinishedBy.Snapped,
            SkeinHangs.Turns,
            6,
            0.9
        );
        Assert.Equal(new YarnMeasures(11, 0.5, null, null), StoredYarn.Read("""{"v":1,"wrapsPerInch":11,"wrapsDoubt":0.5}"""));
        Assert.Equal(yarn, StoredYarn.Read(StoredYarn.Of(yarn).Write()));
        var swatch = new Swatch(
            SwatchKind.Woven,
            null,
            new Gauge(21, 28),
            new Gauge(22, null),
            100,
            150,
            110,
            "socks",
            "lined",
            false,
            "less twist"
        );
        Assert.Equal(swatch, StoredSwatch.Read(StoredSwatch.Write(swatch)));
        Assert.Null(StoredSwatch.Read(StoredSwatch.Write(null)));
        ScaleMark[] judged = [new(SampleScale.Softness, 2), new(SampleScale.Pleasure, 5)];
        Assert.Equal(judged, StoredJudged.Read(StoredJudged.Write(judged)));
        Assert.Equal((null, 0), (StoredJudged.Write([]), StoredJudged.Read(null).Count));
        UsualYarn[] usual = [new("a cap", 90), new("a rug", 3000)];
        Assert.Equal(usual, StoredUsualYarn.Read(StoredUsualYarn.Write(usual)));
        Assert.Equal((null, Enough.Typical), (StoredUsualYarn.Write(null), StoredUsualYarn.Read(null)));
        var wheel = ToolRow.Of(
            "wheel",
            ToolKind.Wheel,
            new Spinner([new Whorl("small", 11)], Drive.FlyerBraked, 90)
            {
                Bobbins = [new Bobbin("large", 200, "tall kate")],
                WeightGrams = 28,
            },
            []
        );
        Assert.Equal(
            (new Bobbin("large", 200, "tall kate"), 28d),
            (Assert.Single(wheel.Spinner.Spinner.Bobbins), wheel.Spinner.Spinner.WeightGrams)
        );
        wheel.Note(new Upkeep(At, "Ada", "oiled"));
        Assert.Equal(
            (new Whorl("small", 11), Drive.FlyerBraked, 90.0, 1),
            (
                Assert.Single(wheel.Spinner.Spinner.Whorls),
                wheel.Spinner.Spinner.Drive,
                wheel.Spinner.Spinner.BobbinGrams,
                wheel.Noted().Count
            )
        );
        Assert.Equal(new Winder(1500), ToolRow.Of("niddy-noddy", new Winder(1500), []).Winder.Winder);
        Assert.Throws<InvalidOperationException>(() => wheel.Winder);
        var hackle = ToolRow.Of("hackle", ToolKind.Hackle, new Tines(30, 1, 12), []);
        hackle.Note(new Upkeep(At, "Ada", "two bent"));
        Assert.Equal((new Tines(30, 1, 12), new Upkeep(At, "Ada", "two bent")), (hackle.Combs.Tines, Assert.Single(hackle.Noted())));
        var diz = ToolRow.Of("horn", new Diz(3), []);
        diz.Note(new Upkeep(At, "Ada", "polished"));
        Assert.Equal((new Diz(3), 1), (diz.Diz.Diz, diz.Noted().Count));
        Assert.Throws<InvalidOperationException>(() => diz.Combs);
        Assert.Equal(new Tub(60, 1.1), ToolRow.Of("tub", new Tub(60, 1.1)).Tub);
        Assert.Equal(new Rack(2.2), ToolRow.Of("rack", new Rack(2.2)).Rack);
        Assert.Throws<InvalidOperationException>(() => ToolRow.Of("rack", new Rack(2.2)).Tub);
    }

    [Fact]
    public void A_recipe_and_a_draft_from_before_they_had_a_version_are_read()
    {
        var wish = StoredWash.Wish(
            """{"school":"handHot","batches":null,"minutes":22,"agitation":"gentle","agent":{"name":"wool wash","doseGramsPerKilogram":25,"alkaline":false},"baths":{"0":{"celsius":52}}}"""
        );
        Assert.Equal(
            (ScourSchool.HandHot, 22.0, Agitation.Gentle, "wool wash", 52.0),
            (wish.School, wish.Minutes, wish.Agitation, wish.Agent!.Name, wish.Baths![0].Celsius)
        );

        var lot = Guid.NewGuid();
        var run = Guid.NewGuid();
        var step = StoredStep.Read(
            $$"""
            {"step":"dehair","from":[{"lotId":"{{lot}}","version":7,"mass":null,"state":null,"all":true}],"to":[{"form":"down","mass":"500","state":"rested","notes":null,"worth":null}],
             "losses":[{"kind":"guardHair","mass":"16","fate":"compost","state":null,"worth":null}],"gains":[],"doneAt":"2026-05-14T10:00:00+00:00","who":null,"minutes":40,"notes":"soft","humidityPercent":62.5,
             "draftId":null,"spent":1.5,"intoReserve":true,"plucked":12,"hairsCounted":14,"pinchGrams":2,"watchedId":"{{run}}"}
            """
        );
        Assert.Equal(
            (StepKind.Dehair, lot, true, LotForm.Down, Fate.Compost, run),
            (step.Step, step.From[0].LotId, step.From[0].All, step.To[0].Form, step.Losses![0].Fate, step.RunId)
        );
        Assert.Equal(
            [("hairs", 14.0), ("pinch", 2.0), ("plucked", 12.0)],
            step.Measures!.OrderBy(m => m.Key).Select(m => (m.Key, m.Value))
        );
        Assert.Equivalent(step, StoredStep.Read(step.Write()), strict: true);
    }

    [Fact]
    public void What_the_first_version_stored_as_sentences_is_still_said()
    {
        var plan = StoredWash
            .Plan(
                """
                {"v":1,"on":{"greasyGrams":900,"greasyFrom":"measured","tubLitres":30,"tubRatePerMinute":0.008,"tubBaths":0,"hotCelsius":60,"coldCelsius":12,"airCelsius":18,"airFrom":"guessed","litresPerKilogram":25,"doseFrom":"typical"},
                 "plan":{"school":"hot","batches":{"count":1,"grams":900,"litres":22.5},"baths":[{"kind":"wash","litres":22.5,"celsius":60,"pourCelsius":61,"doseGrams":20,"minutes":20,"liftedCelsius":55,"warnings":["It cools."]}],
                 "floorCelsius":45,"waterLitres":22.5,"kilowattHours":1,"agentGrams":20,"doseGramsPerKilogram":22,"minutes":20,"risk":{"level":"watch","because":["This kind felts readily."]},"notes":[]},"departures":[]}
                """
            )
            .Plan;
        Assert.Equal([new BathWarning(BathWarningKind.Said, Said: "It cools.")], plan.Baths[0].Warnings);
        Assert.Equal([new FeltingReason(FeltingReasonKind.Said, Said: "This kind felts readily.")], plan.Risk.Because);
        var bath = Guid.NewGuid();
        Assert.Equal(
            new BathRead(bath, 58.1),
            StoredWash.Read(
                new RunEventRow
                {
                    Kind = "bathRead",
                    Payload = $$"""{"v":1,"bath":"{{bath}}","celsius":58.1}""",
                    Who = "",
                }
            )
        );
    }

    [Fact]
    public void One_of_a_later_release_is_refused_by_name()
    {
        Assert.Contains("later release", Assert.Throws<NotSupportedException>(() => StoredRack.Plan("""{"v":99}""")).Message);
        Assert.Contains(
            "stirred",
            Assert
                .Throws<NotSupportedException>(() =>
                    StoredWash.Read(
                        new RunEventRow
                        {
                            Kind = "stirred",
                            Payload = """{"v":1}""",
                            Who = "",
                        }
                    )
                )
                .Message
        );
    }
}

using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Core.Tools;
using EarthyTuft.Data.Drying;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Scouring;
using Xunit;

namespace EarthyTuft.Web.Tests.Upgrade;

/// <summary>What is stored as JSON: it comes back as it went in, older versions are read, and one of a later release is refused by name.</summary>
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
    public void An_event_of_a_wash_comes_back(WashEvent what) => Assert.Equal(what, StoredWash.Read(StoredWash.Row(new RunEvent<WashEvent>(Guid.NewGuid(), At, what), "Ada")));

    [Theory]
    [MemberData(nameof(RackEvents))]
    public void An_event_of_a_rack_comes_back(RackEvent what) => Assert.Equal(what, StoredRack.Read(StoredRack.Row(new RunEvent<RackEvent>(Guid.NewGuid(), At, what), "Ada")));

    [Fact]
    public void A_plan_comes_back_whole()
    {
        var wish = new ScourWish(ScourSchool.HandHot, Minutes: 22, Agent: new("wool wash", 25, 40, true, 9.5m), Baths: new Dictionary<int, BathWish> { [1] = new(48, 9, 10, 3) });
        var plan = ScourPlan.Of(new ScourSubject(1800, Fibre.Wool, FleeceClass.Medium, Felting.Readily, HowMuch.Much), new ScourTub(30, 0.8, TubRate.Typical), new ScourWater(55, 12, 16), wish, new ScourPrices(2.4m, 0.27m)).Value;
        var wash = new WashPlan(new ScourFooting(1800, Provenance.Measured, 30, 0.0081, 3, 55, 12, 16, Provenance.Guessed, 25, Provenance.Reckoned, FleeceClass.Medium), plan, wish.Agent, ["minutes 22 instead of 20"]);
        var back = StoredWash.Plan(StoredWash.Write(wash));
        Assert.Equivalent(wash, back, strict: true);
        Assert.Equivalent(wish, StoredWash.Wish(StoredWash.Write(wish)), strict: true);

        var rack = new RackPlan(WaterOut.Dripping, true, false, new Belief(880, 60));
        Assert.Equal(rack, StoredRack.Plan(StoredRack.Write(rack)));
        Assert.Equal(rack with { Expected = null }, StoredRack.Plan(StoredRack.Write(rack with { Expected = null })));
        Assert.Equal(new Tub(60, 1.1), ToolRow.Of("tub", new Tub(60, 1.1)).Tub);
        Assert.Equal(new Rack(2.2), ToolRow.Of("rack", new Rack(2.2)).Rack);
        Assert.Throws<InvalidOperationException>(() => ToolRow.Of("rack", new Rack(2.2)).Tub);
    }

    [Fact]
    public void A_recipe_and_a_draft_from_before_they_had_a_version_are_read()
    {
        var wish = StoredWash.Wish("""{"school":"handHot","batches":null,"minutes":22,"agitation":"gentle","agent":{"name":"wool wash","doseGramsPerKilogram":25,"alkaline":false},"baths":{"0":{"celsius":52}}}""");
        Assert.Equal((ScourSchool.HandHot, 22.0, Agitation.Gentle, "wool wash", 52.0), (wish.School, wish.Minutes, wish.Agitation, wish.Agent!.Name, wish.Baths![0].Celsius));

        var lot = Guid.NewGuid();
        var run = Guid.NewGuid();
        var step = StoredStep.Read($$"""
            {"step":"dehair","from":[{"lotId":"{{lot}}","version":7,"mass":null,"state":null,"all":true}],"to":[{"form":"down","mass":"500","state":"rested","notes":null,"worth":null}],
             "losses":[{"kind":"guardHair","mass":"16","fate":"compost","state":null,"worth":null}],"gains":[],"doneAt":"2026-05-14T10:00:00+00:00","who":null,"minutes":40,"notes":"soft","humidityPercent":62.5,
             "draftId":null,"spent":1.5,"intoReserve":true,"plucked":12,"hairsCounted":14,"pinchGrams":2,"watchedId":"{{run}}"}
            """);
        Assert.Equal((StepKind.Dehair, lot, true, LotForm.Down, Fate.Compost, run), (step.Step, step.From[0].LotId, step.From[0].All, step.To[0].Form, step.Losses![0].Fate, step.RunId));
        Assert.Equal([("hairs", 14.0), ("pinch", 2.0), ("plucked", 12.0)], step.Measures!.OrderBy(m => m.Key).Select(m => (m.Key, m.Value)));
        Assert.Equivalent(step, StoredStep.Read(step.Write()), strict: true);
    }

    [Fact]
    public void What_the_first_version_stored_as_sentences_is_still_said()
    {
        var plan = StoredWash.Plan("""
            {"v":1,"on":{"greasyGrams":900,"greasyFrom":"measured","tubLitres":30,"tubRatePerMinute":0.008,"tubBaths":0,"hotCelsius":60,"coldCelsius":12,"airCelsius":18,"airFrom":"guessed","litresPerKilogram":25,"doseFrom":"typical"},
             "plan":{"school":"hot","batches":{"count":1,"grams":900,"litres":22.5},"baths":[{"kind":"wash","litres":22.5,"celsius":60,"pourCelsius":61,"doseGrams":20,"minutes":20,"liftedCelsius":55,"warnings":["It cools."]}],
             "floorCelsius":45,"waterLitres":22.5,"kilowattHours":1,"agentGrams":20,"doseGramsPerKilogram":22,"minutes":20,"risk":{"level":"watch","because":["This kind felts readily."]},"notes":[]},"departures":[]}
            """).Plan;
        Assert.Equal([new BathWarning(BathWarningKind.Said, Said: "It cools.")], plan.Baths[0].Warnings);
        Assert.Equal([new FeltingReason(FeltingReasonKind.Said, Said: "This kind felts readily.")], plan.Risk.Because);
        var bath = Guid.NewGuid();
        Assert.Equal(new BathRead(bath, 58.1), StoredWash.Read(new RunEventRow { Kind = "bathRead", Payload = $$"""{"v":1,"bath":"{{bath}}","celsius":58.1}""", Who = "" }));
    }

    [Fact]
    public void One_of_a_later_release_is_refused_by_name()
    {
        Assert.Contains("later release", Assert.Throws<NotSupportedException>(() => StoredRack.Plan("""{"v":99}""")).Message);
        Assert.Contains("stirred", Assert.Throws<NotSupportedException>(() => StoredWash.Read(new RunEventRow { Kind = "stirred", Payload = """{"v":1}""", Who = "" })).Message);
    }
}

using EarthyTuft.Core.Comparing;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Tests.Ledger;
using Xunit;

namespace EarthyTuft.Core.Tests.Comparing;

/// <summary>The ways in which a lot was prepared, found in the entries around it.</summary>
public class PreparedWaysTests
{
    private static readonly DateTimeOffset Morning = new(2026, 5, 14, 8, 0, 0, TimeSpan.Zero);
    private readonly Family family = new();
    private readonly Dictionary<Guid, WorkDone> work = [];
    private readonly Dictionary<string, LotForm> forms = [];

    private void Step(StepKind step, int? minutes, double? rest, params Flow[] flows) =>
        work[family.Step(step, flows).Id] = new WorkDone(minutes, "Ada", Morning.AddHours(work.Count), rest);

    private Flow Out(string lot, double grams, LotForm form)
    {
        forms[lot] = form;
        return family.Out(lot, grams);
    }

    private IReadOnlyList<PreparedWay> Ways(string of)
    {
        var byId = forms.ToDictionary(f => family[f.Key], f => f.Value);
        return PreparedWays.Of(family[of], family.Entries, family.Settled, l => byId[l], e => work[e]);
    }

    [Fact]
    public void Carded_first_and_combed_second_is_a_way_of_its_own_and_the_batts_that_stayed_another()
    {
        Step(StepKind.TakeIn, null, null, Out("clean", 1000, LotForm.Clean));
        Step(StepKind.Card, 60, null, family.Part("clean", 400), Out("batts", 380, LotForm.Batt), Family.Loss(20));
        Step(
            StepKind.Comb,
            90,
            40,
            family.Part("batts", 190),
            Out("top", 140, LotForm.Top),
            Out("noil", 40, LotForm.Noil),
            Family.Loss(10)
        );
        var ways = Ways("clean");
        Assert.Equal(["Card", "Card Comb"], ways.Select(w => string.Join(' ', w.Road)));
        // Half of the batts went on: with them half of what was taken and of the minutes.
        Assert.Equal((200.0, 190.0, 30.0), (Math.Round(ways[0].Taken.Value, 6), Math.Round(ways[0].Made.Value, 6), ways[0].Minutes));
        Assert.Equal(
            (200.0, 140.0, 120.0, 40.0),
            (Math.Round(ways[1].Taken.Value, 6), Math.Round(ways[1].Made.Value, 6), ways[1].Minutes, ways[1].Rest)
        );
        Assert.Equal(0.7, ways[1].Yield.Value, 6);
        Assert.Equal(40 / 180.0, ways[1].RestShare!.Value, 6);
        Assert.Equal(140 * 60 / 120.0, ways[1].GramsPerHour!.Value, 6);
    }

    [Fact]
    public void Parted_bags_are_no_step_the_same_road_twice_is_one_way_and_foreign_fibre_is_left_out()
    {
        Step(StepKind.TakeIn, null, null, Out("clean", 1000, LotForm.Clean));
        Step(StepKind.TakeIn, null, null, Out("other", 300, LotForm.Clean));
        Step(StepKind.Divide, null, null, family.Part("clean", 200), Out("one", 100, LotForm.Clean), Out("two", 100, LotForm.Clean));
        Step(StepKind.Card, 20, null, family.All("one"), Out("rolags", 96, LotForm.Rolag), Family.Loss(4));
        Step(StepKind.Card, 22, null, family.All("two"), Out("more rolags", 94, LotForm.Rolag), Family.Loss(6));
        Step(StepKind.Card, 30, null, family.Part("clean", 100), family.All("other"), Out("mixed", 380, LotForm.Batt), Family.Loss(20));
        var way = Assert.Single(Ways("clean"));
        Assert.Equal([StepKind.Card], way.Road);
        Assert.Equal((LotForm.Rolag, 2, 2, 42.0), (way.Form, way.Lots.Count, way.Timed, way.Minutes!.Value));
        Assert.Equal((200.0, 190.0), (Math.Round(way.Taken.Value, 6), Math.Round(way.Made.Value, 6)));
        Assert.Empty(Ways("rolags"));
    }

    [Fact]
    public void What_was_spun_of_a_preparation_stays_in_the_comparison()
    {
        Step(StepKind.TakeIn, null, null, Out("clean", 1000, LotForm.Clean));
        Step(StepKind.Card, 60, null, family.Part("clean", 200), Out("rolags", 190, LotForm.Rolag), Family.Loss(10));
        Step(StepKind.Spin, 300, null, family.All("rolags"), Out("bobbin", 188, LotForm.Singles), Family.Loss(2));
        Step(StepKind.Finish, 20, null, family.All("bobbin"), Out("skein", 186, LotForm.Yarn), Family.Loss(2));
        var way = Assert.Single(Ways("clean"));
        Assert.Equal((LotForm.Rolag, 190.0, 60.0), (way.Form, Math.Round(way.Made.Value, 6), way.Minutes!.Value));
        Assert.Equal([StepKind.Card], way.Road);
    }

    [Fact]
    public void Without_minutes_at_one_step_there_is_no_pace()
    {
        Step(StepKind.TakeIn, null, null, Out("clean", 500, LotForm.Clean));
        Step(StepKind.Open, null, null, family.Part("clean", 100), Out("open", 98, LotForm.Opened), Family.Loss(2));
        Step(StepKind.Card, 40, null, family.All("open"), Out("batt", 95, LotForm.Batt), Family.Loss(3));
        var way = Assert.Single(Ways("clean"));
        Assert.Equal((null, null, null, 1), (way.Minutes, way.GramsPerHour, way.HoursPer100Grams, way.Timed));
    }
}

using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Tests.Ledger;
using Xunit;

namespace EarthyTuft.Core.Tests.Lots;

public class RibbonTests
{
    [Fact]
    public void A_long_ribbon_keeps_its_beginning_and_the_newest_steps_and_adds_the_others_up()
    {
        var family = Portions(200);
        var ribbon = Ribbon.Of(family["clean"], family.Entries, family.Settled, most: 20);
        Assert.Equal(20, ribbon.Stages.Count);
        Assert.Contains(ribbon.Stages, s => s.EntryId == family.Entries[0].Id);
        Assert.Contains(ribbon.Stages, s => s.EntryId == family.Entries[^1].Id);
        Assert.DoesNotContain(ribbon.Stages, s => s.EntryId == family.Entries[2].Id);
        var others = Assert.Single(ribbon.Bands, b => b.More > 0);
        Assert.Equal((182, (Guid?)null), (others.More, others.ToEntryId));
        Assert.Equal(182 * 20, others.Grams!.Value, 1e-6);
    }

    [Fact]
    public void Nothing_is_lost_between_what_is_drawn_and_what_is_added_up()
    {
        var family = Portions(120);
        foreach (var most in new[] { 5, 30, 119, 500 })
        {
            var ribbon = Ribbon.Of(family["clean"], family.Entries, family.Settled, most);
            Assert.Equal(4000, ribbon.Bands.Where(b => b.LotId == family["clean"]).Sum(b => b.Grams!.Value), 1e-6);
        }
    }

    [Fact]
    public void A_short_ribbon_is_drawn_whole()
    {
        var family = Portions(10);
        var ribbon = Ribbon.Of(family["clean"], family.Entries, family.Settled);
        Assert.Equal(family.Entries.Count, ribbon.Stages.Count);
        Assert.All(ribbon.Bands, b => Assert.Equal(0, b.More));
    }

    [Fact]
    public void A_split_and_a_join_are_drawn_as_such()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 1000));
        family.Step(StepKind.Divide, family.All("raw"), family.Out("a", 600), family.Out("b", 400));
        var join = family.Step(StepKind.Join, family.All("a"), family.All("b"), family.Out("both", 1000));
        var ribbon = Ribbon.Of(family["both"], family.Entries, family.Settled);
        Assert.Equal(2, ribbon.Bands.Count(b => b.ToEntryId == join.Id && b.OnPath));
        Assert.Equal([0, 1, 2], ribbon.Stages.Select(s => s.Column));
    }

    [Fact]
    public void A_recount_stands_on_no_path_of_its_own()
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 1000));
        family.Step(StepKind.Recount, new Flow(Guid.CreateVersion7(), FlowRole.Count, Amount.Weighed, family["raw"], Family.Weigh(980)));
        var ribbon = Ribbon.Of(family["raw"], family.Entries, family.Settled);
        Assert.Equal(980, Assert.Single(ribbon.Bands).Grams!.Value, 1e-9);
    }

    private static Family Portions(int count)
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("raw", 5000));
        family.Step(StepKind.Wash, family.All("raw"), family.Out("clean", 4000), Family.Gone());
        for (var i = 0; i < count; i++)
        {
            family.Step(StepKind.Comb, family.Part("clean", 20), family.Out($"top {i}", 20));
        }

        return family;
    }
}

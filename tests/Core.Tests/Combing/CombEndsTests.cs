using CsCheck;
using EarthyTuft.Core.Combing;
using Xunit;

namespace EarthyTuft.Core.Tests.Combing;

/// <summary>Which end leads, held against a pair of combs that is really turned about.</summary>
public class CombEndsTests
{
    private static readonly Gen<LockEnd> Ends = Gen.Int[0, 1].Select(i => (LockEnd)i);

    /// <summary>Locks on a comb: one end in the tines, the other free. A transfer draws the free ends into the other comb's
    /// tines.</summary>
    private static LockEnd FreeAfter(LockEnd lashedBy, int transfers)
    {
        var (held, free) = (lashedBy, lashedBy == LockEnd.Butt ? LockEnd.Tip : LockEnd.Butt);
        for (var i = 0; i < transfers; i++)
        {
            (held, free) = (free, held);
        }

        Assert.NotEqual(held, free);
        return free;
    }

    [Fact]
    public void After_any_transfers_it_is_as_on_the_combs() =>
        Gen.Select(Ends, Gen.Int[0, 60])
            .Sample((end, transfers) => Assert.Equal(FreeAfter(end, transfers), CombEnds.Leading(end, transfers)));

    [Fact]
    public void The_transfers_are_the_fewest_that_give_the_wanted_end() =>
        Gen.Select(Ends, Ends, Gen.Int[0, 60])
            .Sample(
                (lashed, wanted, atLeast) =>
                {
                    var fewest = Enumerable.Range(atLeast, 3).First(t => FreeAfter(lashed, t) == wanted);
                    Assert.Equal(fewest, CombEnds.Transfers(lashed, wanted, atLeast));
                }
            );

    [Theory]
    [InlineData(LockEnd.Butt, 0, LockEnd.Tip)]
    [InlineData(LockEnd.Butt, 1, LockEnd.Butt)]
    [InlineData(LockEnd.Butt, 4, LockEnd.Tip)]
    [InlineData(LockEnd.Tip, 0, LockEnd.Butt)]
    public void Lashed_by_one_end_the_other_leads(LockEnd lashed, int transfers, LockEnd leads) =>
        Assert.Equal(leads, CombEnds.ReckonEnds(new(lashed, transfers)).Value.LeadingEnd);

    [Fact]
    public void Lashed_by_the_tip_and_tips_wanted_after_four_it_takes_five() =>
        Assert.Equal(5, CombEnds.ReckonTransfers(new(LockEnd.Tip, LockEnd.Tip, 4)).Value.Transfers);

    [Theory]
    [InlineData(-1)]
    [InlineData(2.5)]
    [InlineData(1001)]
    [InlineData(double.NaN)]
    public void Transfers_are_whole(double transfers)
    {
        Assert.Equal(
            "transfers out-of-range",
            $"{CombEnds.ReckonEnds(new(LockEnd.Butt, transfers)).Refusals[0].Field} {CombEnds.ReckonEnds(new(LockEnd.Butt, transfers)).Refusals[0].Code}"
        );
        Assert.Equal("atLeast", CombEnds.ReckonTransfers(new(LockEnd.Butt, LockEnd.Tip, transfers)).Refusals[0].Field);
    }
}

using EarthyTuft.Core.Dyeing;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Opening;
using EarthyTuft.Core.Quantities;
using Xunit;

namespace EarthyTuft.Core.Tests.Ledger;

/// <summary>Nobody weighs the dye in the pot: what is told as taken up and not weighed, and what is asked about.</summary>
public class UsualGainTests
{
    private static readonly UsualGain Dye = DyeingStation.Definition.UsualGain!;

    [Theory]
    [InlineData(12, BalanceStatus.Fits)]
    [InlineData(-12, BalanceStatus.Fits)]
    [InlineData(-13, BalanceStatus.UsualGain)]
    [InlineData(-28, BalanceStatus.UsualGain)]
    [InlineData(-29, BalanceStatus.Impossible)]
    [InlineData(13, BalanceStatus.Suspicious)]
    public void Dye_is_no_question_up_to_what_fibre_takes_up(double gap, BalanceStatus status) =>
        Assert.Equal(status, Balance.Judge(new Estimate(Mass.FromGrams(gap), 4), false, null, Dye.Allowance(Mass.FromGrams(200))));

    [Fact]
    public void A_dressing_adds_more_than_dye_and_other_steps_add_nothing()
    {
        Assert.Equal(16, Dye.Allowance(Mass.FromGrams(200)).Grams, 1e-9);
        Assert.Equal(30, DressingStation.Definition.UsualGain!.Allowance(Mass.FromGrams(200)).Grams, 1e-9);
        Assert.Equal(BalanceStatus.Impossible, Balance.Judge(new Estimate(Mass.FromGrams(-13), 4), false));
    }

    [Theory]
    [InlineData(true, 0)]
    [InlineData(false, 1)]
    public void In_the_family_nothing_is_doubted_for_what_was_taken_up(bool known, int doubts)
    {
        var family = new Family();
        family.Step(StepKind.TakeIn, family.Out("clean", 500));
        family.Step(StepKind.Dye, family.All("clean"), family.Out("red", 530));
        family.Step(StepKind.Divide, family.All("red"), family.Out("half", 265), family.Out("other", 265));
        var entries = family.Entries.Select(e => known && e.Step == StepKind.Dye ? e with { UsualGain = Dye } : e).ToArray();
        Assert.Equal(doubts, Math.Min(1, Reconciliation.Of(entries).Doubts.Count));
        var balance = MassSolver.Of(entries).BalanceAt(entries[1].Id);
        Assert.Equal(known ? BalanceStatus.UsualGain : BalanceStatus.Impossible, balance.Status);
        Assert.Equal(known, balance.TakenUpNotWeighed is > 28 and < 32);
    }
}

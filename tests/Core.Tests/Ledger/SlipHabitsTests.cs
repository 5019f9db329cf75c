using CsCheck;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using Xunit;

namespace EarthyTuft.Core.Tests.Ledger;

/// <summary>How often each kind of slip is made in a workshop, told by the weights that were set right there.</summary>
public class SlipHabitsTests
{
    private static SlipHabits After(params (double Logged, double Right)[] mended) => SlipHabits.Of(null, mended);

    [Fact]
    public void Nothing_set_right_is_what_is_typical()
    {
        Assert.All(Enum.GetValues<SlipKind>(), kind => Assert.Equal(1, SlipHabits.Unknown.Factor(kind), 1e-12));
        Assert.Empty(SlipHabits.Unknown.Bowls);
    }

    [Fact]
    public void A_weight_set_right_says_what_had_been_wrong()
    {
        Assert.True(After((1735, 1375)).Factor(SlipKind.DigitsExchanged) > 1);
        Assert.True(After((735, 1735)).Factor(SlipKind.FirstDigitLost) > 1);
        Assert.True(After((4000, 4000 * Mass.GramsPerPound / 1000)).Factor(SlipKind.PoundsForKilograms) > 1);
        // A bowl of 390 g, or damp: nobody knows, and neither counts.
        Assert.Equal(1, After((2400, 2010)).Factor(SlipKind.DampWeight), 1e-12);
        Assert.Equal(1, After((2400, 2010)).Factor(SlipKind.ForgottenTare), 1e-12);
        Assert.True(After((5000, 4120)).Factor(SlipKind.DampWeight) > 1);
        Assert.True(After((4000, 3790)).Factor(SlipKind.ForgottenTare) > 1);
        Assert.Equal(1, After((1000, 997)).Factor(SlipKind.DampWeight), 1e-12);
    }

    [Fact]
    public void A_bowl_that_was_weighed_along_twice_is_known_by_its_weight()
    {
        var habits = After((2400, 2057), (1012, 670), (1735, 1375));
        Assert.Equal((342.5, 2), Assert.Single(habits.Bowls));

        // 1 200 g where 850 are likely: any bowl would do, and this one fits.
        double Density(double right) => Math.Exp(-Math.Pow((right - 850) / 40, 2) / 2);
        var (told, before) = (SlipChances.Of(1200, true, Density, habits)[0], SlipChances.Of(1200, true, Density, SlipHabits.Unknown)[0]);
        Assert.Equal((SlipKind.ForgottenTare, 857.5, 857.5), (told.Kind, Math.Round(told.Likelier, 6), Math.Round(told.Most, 6)));
        Assert.True(before.Most > before.Least);
    }

    [Fact]
    public void Who_weighs_too_early_is_asked_about_damp_first()
    {
        // 1 300 g where 1 000 are likely: a bowl of 300 g as well as damp.
        double Density(double right) => Math.Exp(-Math.Pow((right - 1000) / 60, 2) / 2);
        SlipKind First(SlipHabits habits) => SlipChances.Of(1300, true, Density, habits)[0].Kind;
        var early = After([.. Enumerable.Range(0, 8).Select(i => (5000.0 + (i * 400), 4100.0 + (i * 310)))]);
        var bowls = After([.. Enumerable.Range(0, 8).Select(i => (5000.0 + (i * 400), 4900.0 + (i * 400) - (i * 21)))]);
        Assert.Equal(SlipKind.DampWeight, First(early));
        Assert.Equal(SlipKind.ForgottenTare, First(bowls));
    }

    [Fact]
    public void Whatever_was_set_right_the_factors_are_above_nothing_and_their_mean_is_one() =>
        Gen.Select(Gen.Double[1, 5000], Gen.Double[1, 5000])
            .Array[0, 60]
            .Sample(mended =>
            {
                var habits = SlipHabits.Of(null, mended);
                var all = SlipHabits.Typical.Values.Sum();
                Assert.Equal(1, SlipHabits.Typical.Sum(k => k.Value / all * habits.Factor(k.Key)), 1e-9);
                Assert.All(SlipHabits.Typical.Keys, kind => Assert.True(habits.Factor(kind) > 0));
                Assert.All(habits.Bowls, b => Assert.InRange(b.Times, 2, mended.Length));
            });
}

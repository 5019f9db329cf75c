using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using Xunit;

namespace EarthyTuft.Core.Tests.Lots;

public class KnownFeltingTests
{
    private static readonly DateTimeOffset Day = new(2026, 5, 1, 9, 0, 0, TimeSpan.Zero);

    private static TestedFelting Test(string code, string parentage, int day, FeltingGrade felts) =>
        new(code, parentage, Day.AddDays(day), new FeltingOutcome(felts, 2, 30, 5));

    private static (FeltingGrade? Felts, Provenance From) Known(string code, string parentage, params TestedFelting[] tests)
    {
        var known = KnownFelting.Of(code, parentage, tests, FeltingGrade.Slowly);
        return (known.Felts, known.From);
    }

    [Fact]
    public void Without_a_test_it_is_what_is_typical() =>
        Assert.Equal(
            (FeltingGrade.Slowly, Provenance.Typical),
            Known("G-01.4", "Gotland", Test("W-01.4", "Wensleydale", 1, FeltingGrade.Little))
        );

    [Fact]
    public void A_test_of_the_lot_goes_before_one_of_its_fleece_and_that_before_one_of_its_breed()
    {
        var (own, fleece, breed) = (
            Test("G-01.4", "Gotland", 1, FeltingGrade.Readily),
            Test("G-01.2", "Gotland", 2, FeltingGrade.Moderately),
            Test("G-07", "Gotland", 3, FeltingGrade.Little)
        );
        Assert.Equal((FeltingGrade.Readily, Provenance.Yours), Known("G-01.4", "Gotland", breed, fleece, own));
        Assert.Equal((FeltingGrade.Moderately, Provenance.Yours), Known("G-01.9", "Gotland", breed, fleece));
        Assert.Equal((FeltingGrade.Little, Provenance.Yours), Known("G-02", "Gotland", breed, fleece));
    }

    [Fact]
    public void The_newest_of_like_nearness_counts() =>
        Assert.Equal(
            FeltingGrade.Little,
            Known("G-01", "", Test("G-01", "", 1, FeltingGrade.Readily), Test("G-01", "", 5, FeltingGrade.Little)).Felts
        );

    [Fact]
    public void Of_an_unknown_breed_other_fleeces_tell_nothing() =>
        Assert.Equal(Provenance.Typical, Known("F-01", "", Test("F-02", "", 1, FeltingGrade.Readily)).From);
}

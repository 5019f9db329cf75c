using CsCheck;
using EarthyTuft.Core.Spinning;
using Xunit;

namespace EarthyTuft.Core.Tests.Spinning;

/// <summary>Yarn wound off onto bobbins of one size.</summary>
public class WindingOffTests
{
    [Fact]
    public void Full_ones_and_what_is_over_make_the_whole_and_even_ones_share_it() =>
        Gen.Select(Gen.Double[10, 5000], Gen.Double[1, 900], Gen.Double[0.02, 3], Gen.Bool)
            .Sample(
                (metres, grams, share, byMass) =>
                {
                    var wound = WindingOff.Of(metres, grams, byMass ? grams * share : null, byMass ? null : metres * share).Value;
                    Assert.Equal(metres, (wound.Full * wound.MetresEach) + wound.Over, 6);
                    Assert.InRange(wound.Over, 0, wound.MetresEach * (1 + 1e-6));
                    Assert.Equal(metres, wound.Even * wound.MetresEven, 6);
                    Assert.Equal(grams, wound.Even * wound.GramsEven, 6);
                    Assert.True(wound.MetresEven <= wound.MetresEach * (1 + 1e-6));
                }
            );

    [Fact]
    public void One_that_holds_next_to_nothing_is_asked_about() =>
        Assert.Equal(("holds", "out-of-range"), WindingOff.Of(700, 50, null, 0.001).Refusals is [var r] ? (r.Field, r.Code) : default);
}

using EarthyTuft.Core.Carding;
using EarthyTuft.Core.Course;
using EarthyTuft.Core.Dehairing;
using EarthyTuft.Core.Stations;
using Xunit;

namespace EarthyTuft.Core.Tests.Stations;

/// <summary>Figures that are noted beside the weights.</summary>
public class MeasureTests
{
    [Theory]
    [InlineData("hairs", 14, "pinch", 2, null)]
    [InlineData("hairs", 0, "pinch", 0.5, null)]
    [InlineData("hairs", 14.5, "pinch", 2, "measures.hairs out-of-range")]
    [InlineData("hairs", -1, "pinch", 2, "measures.hairs out-of-range")]
    [InlineData("hairs", 14, "pinch", 0, "measures.pinch out-of-range")]
    [InlineData("hairs", 14, "pinch", double.NaN, "measures.pinch out-of-range")]
    [InlineData("hairs", 14, "plucked", 3, "measures.pinch missing")]
    [InlineData("pinch", 2, "plucked", 3, "measures.hairs missing")]
    [InlineData("transfers", 4, "plucked", 3, "measures.transfers not-measured-here")]
    public void They_are_in_their_range_and_come_with_what_they_need(string one, double of, string other, double ofOther, string? refused)
    {
        var refusals = Measure.Check(DehairingStation.Definition, new Dictionary<string, double> { [one] = of, [other] = ofOther });
        Assert.Equal(refused is null ? [] : [refused], refusals.Select(r => $"{r.Field} {r.Code}"));
    }

    [Fact]
    public void Bits_are_plucked_out_everywhere_and_hairs_counted_where_they_are_taken_out()
    {
        Assert.All(AllStations.InOrder, s => Assert.Contains(Measure.Plucked, s.Measures));
        Assert.NotEmpty(Measure.Check(CardingStation.Definition, new Dictionary<string, double> { ["hairs"] = 3, ["pinch"] = 1 }));
        Assert.All(AllStations.InOrder, s =>
            Assert.All(s.Measures, m => Assert.True(m.Low < m.High && (m.With is null || s.Measures.Any(o => o.Key == m.With))))
        );
    }

    [Fact]
    public void Hairs_in_a_gram_are_told_where_both_were_noted()
    {
        Assert.Equal(7, DehairPass.HairsIn(new Dictionary<string, double> { ["hairs"] = 14, ["pinch"] = 2 }));
        Assert.Null(DehairPass.HairsIn(new Dictionary<string, double> { ["plucked"] = 14 }));
    }
}

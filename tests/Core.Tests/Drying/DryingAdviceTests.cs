using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Quantities;
using Xunit;

namespace EarthyTuft.Core.Tests.Drying;

public class DryingAdviceTests
{
    private static DryingForecast At(double? dry, bool isDry = false) =>
        new(null, dry is { } d ? new TimeForecast(d, d - 10, d + 10) : null, null, null, isDry, null);

    [Theory]
    [InlineData(null, false, 100, DryingState.CannotTell)]
    [InlineData(200.0, false, 100, DryingState.Drying)]
    [InlineData(200.0, false, 200, DryingState.WeighAgain)]
    [InlineData(200.0, true, 300, DryingState.Dry)]
    [InlineData(null, true, 300, DryingState.Dry)]
    public void What_to_do_follows(double? dry, bool isDry, double now, DryingState state) =>
        Assert.Equal(state, DryingAdvice.Of(At(dry, isDry), now));

    [Theory]
    [InlineData("2026-05-14T15:00", "2026-05-14T21:00", false)]
    [InlineData("2026-05-14T15:00", "2026-05-14T23:00", true)]
    [InlineData("2026-05-14T15:00", "2026-05-15T04:00", true)]
    [InlineData("2026-05-14T23:00", "2026-05-15T04:00", false)]
    [InlineData("2026-05-14T23:00", "2026-05-15T23:00", true)]
    public void Past_bedtime_is_said(string now, string dry, bool past) =>
        Assert.Equal(past, DryingAdvice.PastBedtime(DateTime.Parse(now), DateTime.Parse(dry), new TimeOnly(22, 0)));

    [Fact]
    public void A_rack_is_crowded_a_little_past_its_edge()
    {
        Assert.False(RackRoom.IsCrowded(1, 1.04));
        Assert.True(RackRoom.IsCrowded(1, 1.06));
    }

    [Fact]
    public void A_lot_waits_for_a_rack_only_where_there_are_racks_and_none_has_room()
    {
        Assert.False(RackRoom.IsWaitedFor([], 1));
        Assert.False(RackRoom.IsWaitedFor([(1, 0.9), (2, 0.5)], 1));
        Assert.True(RackRoom.IsWaitedFor([(1, 0.9), (2, 1.5)], 1));
        Assert.False(RackRoom.IsWaitedFor([(1, 1.04)], 0));
    }

    [Fact]
    public void A_kilogram_wants_most_of_a_square_metre() => Assert.Equal(0.8, RackRoom.Needed(1000), 0.5e-9);
}

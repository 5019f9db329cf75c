using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Yarns;
using Xunit;

namespace EarthyTuft.Core.Tests.Spinning;

/// <summary>How fast one spins, when the hook is moved, and a mini-skein beside what was reckoned of it.</summary>
public class SpinPaceTests
{
    [Fact]
    public void Pace_is_gathered_by_preparation_and_draw()
    {
        var paces = SpinPace.Of([
            new(LotForm.Top, Draw.Short, 60, 12, 100),
            new(LotForm.Top, Draw.Short, 120, 36, null),
            new(LotForm.Top, null, 30, 9, 80),
            new(LotForm.Rolag, Draw.Long, 90, null, 240),
            new(LotForm.Batt, Draw.Long, 500, null, null),
        ]);
        Assert.Equal([(LotForm.Top, Draw.Short), (LotForm.Rolag, Draw.Long), (LotForm.Top, null)], paces.Select(p => (p.From, p.Draw)));
        // Weighed twice, measured once: each figure stands on what was known of it.
        Assert.Equal(new SpinPace(LotForm.Top, Draw.Short, 3, new HourlyRate(16, 12, 18, 2), new HourlyRate(100, 100, 100, 1)), paces[0]);
        Assert.Equal(new SpinPace(LotForm.Rolag, Draw.Long, 1.5, null, new HourlyRate(160, 160, 160, 1)), paces[1]);
        Assert.Empty(SpinPace.Of([]));
    }

    [Fact]
    public void Whatever_was_spun_the_pace_lies_between_the_slowest_and_the_fastest_time_and_no_time_is_lost()
    {
        var random = new Random(4);
        for (var round = 0; round < 200; round++)
        {
            SpunTime[] times =
            [
                .. Enumerable
                    .Range(0, random.Next(1, 12))
                    .Select(_ => new SpunTime(
                        (LotForm)random.Next(5, 10),
                        random.Next(3) switch
                        {
                            0 => Draw.Short,
                            1 => Draw.Long,
                            _ => null,
                        },
                        random.Next(1, 300),
                        random.Next(4) == 0 ? null : 1 + random.NextDouble() * 90,
                        random.Next(4) == 0 ? null : 5 + random.NextDouble() * 500
                    )),
            ];
            var paces = SpinPace.Of(times);
            Assert.Equal(
                times.Where(t => paces.Any(p => (p.From, p.Draw) == (t.From, t.Draw))).Sum(t => t.Minutes) / 60,
                paces.Sum(p => p.Hours),
                9
            );
            foreach (var rate in paces.SelectMany(p => new[] { p.Grams, p.Metres }).OfType<HourlyRate>())
            {
                Assert.InRange(rate.PerHour, rate.Least - 1e-9, rate.Most + 1e-9);
            }
        }
    }

    [Theory]
    [InlineData(8, 150, 53)]
    [InlineData(0.1, 900, 1)]
    [InlineData(10, 1000, 10)]
    public void The_hook_is_moved_after_whole_draws(double metres, double draw, int draws) =>
        Assert.Equal(draws, HookPrompt.DrawsFor(metres, draw).Value);

    [Theory]
    [InlineData(0, 150, "every out-of-range")]
    [InlineData(double.NaN, 150, "every out-of-range")]
    [InlineData(1001, 150, "every out-of-range")]
    [InlineData(8, 0, "drawMillimetres out-of-range")]
    public void A_hook_that_cannot_be_is_refused_at_its_field(double metres, double draw, string refused) =>
        Assert.Equal([refused], HookPrompt.DrawsFor(metres, draw).Refusals.Select(r => $"{r.Field} {r.Code}"));

    [Theory]
    [InlineData(12, 0.5, null)]
    [InlineData(12.5, 0.5, null)]
    [InlineData(13, 0.5, 1.0)]
    [InlineData(10.5, 0.5, -1.5)]
    [InlineData(13, 1.5, null)]
    public void A_mini_skein_misses_what_was_reckoned_only_beyond_the_doubt_of_its_reading(double washed, double doubt, double? misses) =>
        Assert.Equal(misses, new YarnBecomes(YarnStructure.Plain, 2, 12).Misses(washed, doubt));
}

using EarthyTuft.Core.Ledger;
using Xunit;

namespace EarthyTuft.Core.Tests.Ledger;

public class EntryTimesTests
{
    private static readonly DateTimeOffset Noon = new(2026, 5, 14, 12, 0, 0, TimeSpan.Zero);

    [Fact]
    public void A_wash_of_yesterday_brings_the_fleece_of_today_along_and_what_it_came_from()
    {
        var (raw, skirted, washed) = (Guid.NewGuid(), Guid.NewGuid(), Guid.NewGuid());
        var takeIn = new TimedEntry(Guid.NewGuid(), Noon, [], [raw]);
        var skirt = new TimedEntry(Guid.NewGuid(), Noon.AddMinutes(5), [raw], [skirted]);
        var wash = new TimedEntry(Guid.NewGuid(), Noon.AddDays(-1), [skirted], [washed]);
        var along = EntryTimes.Along([takeIn, skirt], wash);
        Assert.Equal(
            [new MovedEntry(skirt.Id, Noon.AddDays(-1).AddMinutes(-1)), new MovedEntry(takeIn.Id, Noon.AddDays(-1).AddMinutes(-2))],
            along
        );
        Assert.Empty(EntryTimes.Along([takeIn, skirt], wash with { DoneAt = Noon.AddMinutes(5) }));
        // A time is typed to the minute.
        Assert.Empty(EntryTimes.Along([takeIn, skirt with { DoneAt = Noon.AddSeconds(40) }], wash with { DoneAt = Noon }));
    }

    [Fact]
    public void What_was_made_of_it_moves_after_it()
    {
        var (raw, skirted) = (Guid.NewGuid(), Guid.NewGuid());
        var skirt = new TimedEntry(Guid.NewGuid(), Noon, [raw], [skirted]);
        var count = new TimedEntry(Guid.NewGuid(), Noon.AddHours(1), [skirted], []);
        Assert.Equal(
            [new MovedEntry(count.Id, Noon.AddHours(3).AddMinutes(1))],
            EntryTimes.Along([skirt, count], skirt with { DoneAt = Noon.AddHours(3) })
        );
    }

    [Fact]
    public void Once_they_are_moved_nothing_stands_against_it()
    {
        var random = new Random(20261204);
        for (var i = 0; i < 300; i++)
        {
            // A family in order: each entry takes from lots that were made before it.
            var entries = new List<TimedEntry>();
            for (var k = 0; k < random.Next(2, 12); k++)
            {
                Guid[] there = [.. entries.SelectMany(e => e.Made)];
                Guid[] from = k == 0 ? [] : [.. there.OrderBy(_ => random.Next()).Take(random.Next(1, 3))];
                entries.Add(
                    new TimedEntry(
                        Guid.NewGuid(),
                        Noon.AddMinutes(10 * k),
                        from,
                        [.. Enumerable.Range(0, random.Next(1, 3)).Select(_ => Guid.NewGuid())]
                    )
                );
            }

            var one = entries[random.Next(entries.Count)];
            one = one with { DoneAt = one.DoneAt.AddMinutes(random.Next(-200, 200)) };
            var along = EntryTimes.Along(entries, one).ToDictionary(m => m.EntryId, m => m.To);
            Assert.DoesNotContain(one.Id, along.Keys);
            TimedEntry[] after =
            [
                .. entries.Select(e =>
                    e.Id == one.Id ? one
                    : along.TryGetValue(e.Id, out var to) ? e with { DoneAt = to }
                    : e
                ),
            ];
            var madeAt = after.SelectMany(e => e.Made.Select(lot => (lot, e.DoneAt))).ToDictionary(p => p.lot, p => p.DoneAt);
            Assert.All(after, e => Assert.All(e.From, lot => Assert.False(EntryTimes.IsBeforeMade(madeAt[lot], e.DoneAt))));
        }
    }
}

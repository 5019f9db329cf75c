using System.Text.Json;
using Xunit;
using static EarthyTuft.Web.Tests.Runs.Running;
using static EarthyTuft.Web.Tests.Scouring.Washing;

namespace EarthyTuft.Web.Tests.Scouring;

/// <summary>Two people, or one with two screens, who tap at the same moment: wool lies in one bath and on one rack.</summary>
public class WashRaceTests(House house) : IClassFixture<House>
{
    private const int Taps = 8;

    [Fact]
    public async Task One_of_many_starts_the_wash_of_a_lot()
    {
        var ada = await house.Register();
        var (lot, code) = await Skirted(ada);
        var replies = await AtOnce(() => BeginWash(ada, Wish(lot)));
        Assert.Single(replies, r => r.Status == 200);
        Assert.All(replies.Where(r => r.Status != 200), r => Assert.Equal(["lotIds in-a-wash"], r.Refused()));
        var wash = Assert.Single(await Of(ada, "wash"));
        // Once it has ended, what is left of it may be washed again.
        (await End(ada, Id(wash))).Expect(204);
        (await BeginWash(ada, Wish(lot))).Expect(200);
        Assert.Equal(code, Assert.Single(await Of(ada, "wash")).GetProperty("lots")[0].GetProperty("code").GetString());
    }

    [Fact]
    public async Task One_tap_sent_many_times_at_once_starts_one_wash_and_one_bath()
    {
        var ada = await house.Register();
        var (lot, _) = await Skirted(ada);
        var key = Guid.NewGuid();
        var washes = await AtOnce(() => BeginWash(ada, Wish(lot), key));
        var wash = Id(washes[0].Expect(200));
        Assert.All(washes, w => Assert.Equal(wash, Id(w.Expect(200))));
        var baths = await AtOnce(() => Begin(ada, wash, key: key));
        var bath = Id(Bath(baths[0].Expect(200)));
        Assert.All(baths, b => Assert.Equal(bath, Id(Bath(b.Expect(200)))));
    }

    [Fact]
    public async Task A_batch_lies_in_one_bath_whoever_puts_it_there()
    {
        var ada = await house.Register();
        var (lot, _) = await Skirted(ada);
        var wash = Id(await StartWash(ada, lot));
        var replies = await AtOnce(() => Begin(ada, wash));
        Assert.Single(replies, r => r.Status == 200);
        Assert.All(replies.Where(r => r.Status != 200), r => r.Refused(409, "still-in"));
        Assert.Single(Baths((await Of(ada, "wash"))[0]));
    }

    [Fact]
    public async Task Who_lifts_a_lifted_bath_changes_nothing()
    {
        var ada = await house.Register();
        var (lot, _) = await Skirted(ada);
        var wash = Id(await StartWash(ada, lot));
        var bath = Bath(await StartBath(ada, wash, minutesAgo: 12));
        foreach (var reply in await AtOnce(() => Lift(ada, bath)))
        {
            reply.Expect(200);
        }

        async Task<JsonElement> Lifted() => Baths((await Of(ada, "wash"))[0])[0].GetProperty("liftedAt");
        var at = (await Lifted()).GetDateTimeOffset();
        (await Lift(ada, bath, DateTimeOffset.UtcNow.AddMinutes(-5))).Expect(200);
        Assert.Equal(at, (await Lifted()).GetDateTimeOffset());
    }

    [Fact]
    public async Task A_lot_lies_on_one_rack()
    {
        var ada = await house.Register();
        var lot = Id(await Washed(ada));
        var replies = await AtOnce(() => BeginRack(ada, [lot], "1500"));
        Assert.Single(replies, r => r.Status == 200);
        Assert.All(replies.Where(r => r.Status != 200), r => Assert.Equal(["lotIds on-a-rack"], r.Refused()));
        var rack = Assert.Single(await Of(ada, "dry"));
        Assert.Single(Details(rack).GetProperty("dots").EnumerateArray());
    }

    [Fact]
    public async Task One_tap_sent_many_times_at_once_is_one_rack_with_one_weight()
    {
        var ada = await house.Register();
        var lot = Id(await Washed(ada));
        var key = Guid.NewGuid();
        var racks = await AtOnce(() => BeginRack(ada, [lot], "1500", key: key));
        var rack = Id(racks[0].Expect(200));
        Assert.All(racks, r => Assert.Equal(rack, Id(r.Expect(200))));
        var weight = Guid.NewGuid();
        var weighed = await AtOnce(() => Weigh(ada, rack, "1400", key: weight));
        Assert.All(weighed, w => Assert.Equal(2, Details(w.Expect(200)).GetProperty("dots").GetArrayLength()));
    }

    [Fact]
    public async Task What_is_used_up_is_not_planned()
    {
        var ada = await house.Register();
        var (lot, _) = await Skirted(ada);
        await ada.Log(Requests.Wash(lot));
        Assert.Contains("lotIds used-up", (await ada.Post("/api/scouring/plan", Wish(lot))).Refused());
    }

    private static Task<Reply[]> AtOnce(Func<Task<Reply>> tap) => Task.WhenAll(Enumerable.Range(0, Taps).Select(_ => Task.Run(tap)));
}

using System.Text.Json;
using Xunit;

namespace EarthyTuft.Web.Tests.Sampling;

/// <summary>The wall: the newest first, piece by piece, each sample by the lock that stands for its lot.</summary>
public class SampleWallTests(House house) : IClassFixture<House>
{
    private static async Task<Guid> Top(Person person) =>
        (
            await person.TakeIn(
                new
                {
                    mass = "500",
                    form = "top",
                    breed = "Romney",
                }
            )
        ).Id;

    private static async Task<JsonElement> Hung(Person person) => (await person.Get("/api/samples")).GetProperty("hung");

    [Fact]
    public async Task The_wall_goes_on_where_it_ended_and_each_sample_hangs_once()
    {
        var ada = await house.Register();
        var top = await Top(ada);
        var kept = new List<string>();
        for (var i = 0; i < 45; i++)
        {
            kept.Add(
                (await ada.Post("/api/samples", new { lotId = top, verdict = $"number {i}" })).Expect(200).GetProperty("code").GetString()!
            );
        }

        var found = new List<string>();
        string? after = null;
        var pages = 0;
        do
        {
            var page = await ada.Get("/api/samples" + (after is null ? "" : "?after=" + after));
            found.AddRange(page.GetProperty("hung").EnumerateArray().Select(h => h.GetProperty("sample").GetProperty("code").GetString()!));
            after = page.GetProperty("next").GetString();
            pages++;
        } while (after is not null);
        Assert.Equal(2, pages);
        kept.Reverse();
        Assert.Equal(kept, found);
        // A code that nothing has begins anew, and a stranger's says nothing.
        Assert.Equal(40, (await ada.Get("/api/samples?after=SM-9999")).GetProperty("hung").GetArrayLength());
        Assert.Equal(0, (await (await house.Register()).Get("/api/samples?after=" + kept[0])).GetProperty("hung").GetArrayLength());
    }

    [Fact]
    public async Task What_was_spun_for_a_sample_comes_out_of_its_lot_once_and_a_mixed_lot_hands_on_its_mixture()
    {
        var ada = await house.Register();
        var (batt, code) = await ada.TakeIn(
            new
            {
                mass = "50",
                form = "batt",
                parts = new[] { new { fibre = "wool", percent = 60 }, new { fibre = "silk", percent = 40 } },
            }
        );
        object Sample(string? spun) =>
            new
            {
                lotId = batt,
                verdict = "holds",
                spunMass = spun,
                takeFromLot = true,
            };
        async Task<string?> Left() => (await ada.Lot(code)).GetProperty("lot").GetProperty("left").GetProperty("text").GetString();

        Assert.Equal(["spunMass above-the-book"], (await ada.Post("/api/samples", Sample("80 g"))).Refused());
        Assert.Equal(0, (await ada.Get("/api/samples")).GetProperty("hung").GetArrayLength());
        Assert.Equal("50 g", await Left());

        var key = Guid.NewGuid();
        var first = (await ada.Post("/api/samples", Sample("8 g"), key)).Expect(200);
        Assert.Equal("Wool 60 / Silk 40", first.GetProperty("parentage").GetString());
        Assert.Equal(first.ToString(), (await ada.Post("/api/samples", Sample("8 g"), key)).Expect(200).ToString());
        Assert.Equal("42 g", await Left());
        Assert.Contains((await ada.Lot(code)).GetProperty("entries").EnumerateArray(), e =>
            (e.GetProperty("step").GetString(), e.GetProperty("notes").GetString()) == ("keepAsReference", "spun for a sample")
        );

        // Nothing was weighed: nothing comes out.
        (await ada.Post("/api/samples", Sample(null))).Expect(200);
        Assert.Equal("42 g", await Left());
    }

    [Fact]
    public async Task A_sample_hangs_by_the_middle_lock_of_the_nearest_lot_that_has_any()
    {
        var ada = await house.Register();
        var (raw, _) = await ada.TakeIn(new { mass = "1000", breed = "Wensleydale" });
        foreach (var length in new[] { "200", "220", "240" })
        {
            (await ada.Post($"/api/lots/{raw}/locks", new { length })).Expect(200);
        }

        var (clean, _) = await ada.Log(
            new
            {
                step = "wash",
                from = new[] { new { lotId = raw } },
                to = new[]
                {
                    new
                    {
                        form = "clean",
                        mass = "700",
                        state = "rested",
                    },
                },
                losses = new[] { new { kind = "waxAndSuint" } },
            }
        );
        var (top, _) = await ada.Log(Requests.Comb(clean, "350", "300", "49"));
        (await ada.Post("/api/samples", new { lotId = top })).Expect(200);
        var hung = Assert.Single((await Hung(ada)).EnumerateArray());
        Assert.Equal(
            (220.0, 240.0),
            (hung.GetProperty("lock").GetProperty("lengthMillimetres").GetDouble(), hung.GetProperty("longestMillimetres").GetDouble())
        );

        // Locks of its own go before those of the fleece, and one that is taken back counts no more.
        (await ada.Post($"/api/lots/{clean}/locks", new { length = "190" })).Expect(200);
        hung = Assert.Single((await Hung(ada)).EnumerateArray());
        var near = hung.GetProperty("lock");
        Assert.Equal(190, near.GetProperty("lengthMillimetres").GetDouble());
        (await ada.Send(HttpMethod.Delete, $"/api/locks/{near.GetProperty("id").GetGuid()}")).Expect(200);
        Assert.Equal(
            220,
            Assert.Single((await Hung(ada)).EnumerateArray()).GetProperty("lock").GetProperty("lengthMillimetres").GetDouble()
        );
    }

    [Fact]
    public async Task A_sample_without_any_lock_hangs_all_the_same()
    {
        var ada = await house.Register();
        (await ada.Post("/api/samples", new { lotId = await Top(ada) })).Expect(200);
        var hung = Assert.Single((await Hung(ada)).EnumerateArray());
        Assert.Equal((JsonValueKind.Null, 0.0), (hung.GetProperty("lock").ValueKind, hung.GetProperty("longestMillimetres").GetDouble()));
    }
}

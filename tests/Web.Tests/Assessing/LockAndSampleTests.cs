using System.Text.Json;
using Xunit;

namespace EarthyTuft.Web.Tests.Assessing;

public class LockAndSampleTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task Locks_are_summed_up_and_can_be_taken_back()
    {
        var ada = await house.Register();
        var (raw, code) = await ada.TakeIn(new { mass = "2000", breed = "Gotland" });
        (
            await ada.Post(
                $"/api/lots/{raw}/locks",
                new
                {
                    length = "100",
                    place = "shoulder",
                    crimps = 14,
                    span = "5 cm",
                    wave = "curl",
                }
            )
        ).Expect(200);
        (await ada.Post($"/api/lots/{raw}/locks", new { length = "11 cm", place = "side" })).Expect(200);
        var staple = (await ada.Post($"/api/lots/{raw}/locks", new { length = "126", place = "britch" })).Expect(200);
        Assert.Equal(
            ("112 mm", "13.1 mm", "12 %", "2.8 / cm"),
            (
                staple.GetProperty("mean").GetProperty("text").GetString(),
                staple.GetProperty("standardDeviation").GetProperty("text").GetString(),
                staple.GetProperty("cv").GetProperty("text").GetString(),
                staple.GetProperty("crimpsPerCentimetre").GetProperty("text").GetString()
            )
        );
        Assert.Equal("Within the breed\u2019s usual range.", staple.GetProperty("sentence").GetString());

        var one = staple.GetProperty("locks")[0].GetProperty("id").GetGuid();
        Assert.Equal(2, (await ada.Send(HttpMethod.Delete, $"/api/locks/{one}")).Expect(200).GetProperty("count").GetInt32());
        Assert.Equal(2, (await ada.Lot(code)).GetProperty("staple").GetProperty("count").GetInt32());
    }

    [Fact]
    public async Task The_same_lock_sent_twice_is_one_and_a_wrong_one_is_named()
    {
        var ada = await house.Register();
        var (raw, _) = await ada.TakeIn(new { mass = "2000" });
        var key = Guid.NewGuid();
        await ada.Post($"/api/lots/{raw}/locks", new { length = "100" }, key);
        Assert.Equal(
            1,
            (await ada.Post($"/api/lots/{raw}/locks", new { length = "100" }, key)).Expect(200).GetProperty("count").GetInt32()
        );
        Assert.Equal(["length not-a-length"], (await ada.Post($"/api/lots/{raw}/locks", new { length = "long" })).Refused());
        var unlikely = await ada.Post($"/api/lots/{raw}/locks", new { length = "1100" });
        Assert.Equal(["length unlikely"], unlikely.Refused());
        Assert.Contains(
            "110 mm",
            unlikely.Json.GetProperty("refusals")[0].GetProperty("choices").EnumerateArray().Select(c => c.GetString())
        );
        Assert.Equal(["length unlikely"], (await ada.Post($"/api/lots/{raw}/locks", new { length = "11" })).Refused());
        // What no lock is stays refused, whoever says it.
        Assert.Equal(
            ["length out-of-range"],
            (await ada.Post($"/api/lots/{raw}/locks", new { length = "1100", asTyped = true })).Refused()
        );
        Assert.Equal(["span span-missing"], (await ada.Post($"/api/lots/{raw}/locks", new { length = "100", crimps = 4 })).Refused());
    }

    [Fact]
    public async Task Length_goes_along_and_decides_where_clean_fibre_waits()
    {
        var ada = await house.Register();
        var (raw, _) = await ada.TakeIn(new { mass = "1000" });
        var (clean, code) = await ada.Log(
            new
            {
                step = "wash",
                from = new[] { new { lotId = raw } },
                to = new[]
                {
                    new
                    {
                        form = "clean",
                        mass = "600",
                        state = "rested",
                    },
                },
                losses = new[] { new { kind = "waxAndSuint" } },
            }
        );
        Assert.Equal("card", (await ada.Lot(code)).GetProperty("lot").GetProperty("next").GetString());
        (await ada.Post($"/api/lots/{raw}/locks", new { length = "180" })).Expect(200);
        var page = await ada.Lot(code);
        Assert.Equal("comb", page.GetProperty("lot").GetProperty("next").GetString());
        Assert.True(page.GetProperty("staple").GetProperty("inherited").GetBoolean());
        Assert.Equal("comb", (await ada.Get("/api/course")).GetProperty("heaps")[0].GetProperty("step").GetString());
        // Locks measured on the clean lot itself count for it, and the fleece's own no longer reach it.
        (await ada.Post($"/api/lots/{clean}/locks", new { length = "90" })).Expect(200);
        (await ada.Post($"/api/lots/{raw}/locks", new { length = "200" })).Expect(200);
        Assert.Equal("card", (await ada.Lot(code)).GetProperty("lot").GetProperty("next").GetString());
    }

    [Fact]
    public async Task A_sample_card_leads_back_to_the_raw_fleece()
    {
        var ada = await house.Register();
        var (raw, rawCode) = await ada.TakeIn(
            new
            {
                mass = "1000",
                breed = "Wensleydale",
                animal = "Pellow",
            }
        );
        (await ada.Post($"/api/lots/{raw}/locks", new { length = "220" })).Expect(200);
        Assert.Equal(["lotId not-prepared"], (await ada.Post("/api/samples", new { lotId = raw })).Refused());
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
        var key = Guid.NewGuid();
        var body = new
        {
            lotId = top,
            draw = "short",
            wrapsPerInch = 14.5,
            plies = 2,
            twistAngleDegrees = 25,
            verdict = "Hangs well.",
            uses = new[] { "weaving", "Weaving ", "" },
        };
        var sample = (await ada.Post("/api/samples", body, key)).Expect(200);
        Assert.Equal(
            sample.GetProperty("code").GetString(),
            (await ada.Post("/api/samples", body, key)).Expect(200).GetProperty("code").GetString()
        );
        Assert.Equal(("SM-01", "worsted"), (sample.GetProperty("code").GetString(), sample.GetProperty("kind").GetString()));
        Assert.Single(sample.GetProperty("uses").EnumerateArray());

        var card = await ada.Get("/api/samples/SM-01");
        // 300 of the 500 raw behind the half that was combed.
        Assert.Equal(60.0, card.GetProperty("totalYield").GetProperty("value").GetDouble(), 0.5e-6);
        Assert.Equal(rawCode, card.GetProperty("origins")[0].GetProperty("code").GetString());
        Assert.Equal(1, card.GetProperty("staple").GetProperty("count").GetInt32());
        Assert.Equal(
            JsonValueKind.Object,
            Assert.Single((await ada.Get("/api/samples")).GetProperty("hung").EnumerateArray()).GetProperty("lock").ValueKind
        );
        Assert.Equal("sample", (await ada.Get("/api/find?q=hangs")).EnumerateArray().Single().GetProperty("kind").GetString());
    }
}

using System.Text.Json;
using Xunit;

namespace EarthyTuft.Web.Tests.Ledger;

public class VoidTests(House house) : IClassFixture<House>
{
    private sealed record Course(Guid Clean, string CleanCode, string TopCode, string BattCode, Guid CombEntry, Guid WashEntry);

    private static async Task<Course> Make(Person ada)
    {
        var (raw, _) = await ada.TakeIn(new { mass = "1500", breed = "Gotland" });
        var wash = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "wash",
                    from = new[] { new { lotId = raw } },
                    to = new[]
                    {
                        new
                        {
                            form = "clean",
                            mass = "1000",
                            state = "rested",
                        },
                    },
                    losses = new[] { new { kind = "waxAndSuint" } },
                }
            )
        ).Expect(200);
        var clean = wash.GetProperty("made")[0];
        var id = clean.GetProperty("id").GetGuid();
        var comb = (await ada.Post("/api/entries", Requests.Comb(id, "400", "360"))).Expect(200);
        var (_, batt) = await ada.Log(
            new
            {
                step = "card",
                from = new[] { new { lotId = id } },
                to = new[] { new { form = "batt", mass = "590" } },
            }
        );
        return new Course(
            id,
            clean.GetProperty("code").GetString()!,
            comb.GetProperty("made")[0].GetProperty("code").GetString()!,
            batt,
            comb.GetProperty("entryId").GetGuid(),
            wash.GetProperty("entryId").GetGuid()
        );
    }

    [Fact]
    public async Task What_hangs_on_an_entry_is_shown_first()
    {
        var ada = await house.Register();
        var course = await Make(ada);
        var alone = await ada.Get($"/api/entries/{course.CombEntry}/hanging");
        Assert.Equal(1, alone.GetProperty("entries").GetArrayLength());
        Assert.StartsWith("Nothing else hangs", alone.GetProperty("sentence").GetString());
        var all = await ada.Get($"/api/entries/{course.WashEntry}/hanging");
        Assert.Equal(3, all.GetProperty("entries").GetArrayLength());
        Assert.StartsWith("2 later entries hang on it", all.GetProperty("sentence").GetString());
    }

    [Fact]
    public async Task Voiding_gives_the_fibre_back_and_keeps_the_entry_readable()
    {
        var ada = await house.Register();
        var course = await Make(ada);
        Assert.True((await ada.Lot(course.CleanCode)).GetProperty("lot").GetProperty("usedUp").GetBoolean());
        var card = (await ada.Lot(course.BattCode))
            .GetProperty("entries")
            .EnumerateArray()
            .Single(e => e.GetProperty("step").GetString() == "card")
            .GetProperty("id")
            .GetGuid();
        (await ada.Post($"/api/entries/{card}/void", new { because = "that was another fleece" })).Expect(200);
        var page = await ada.Lot(course.CleanCode);
        Assert.False(page.GetProperty("lot").GetProperty("usedUp").GetBoolean());
        Assert.Equal("600 g", page.GetProperty("lot").GetProperty("left").GetProperty("text").GetString());
        var change = Assert.Single(page.GetProperty("changes").EnumerateArray());
        Assert.Equal(
            ("voided", "that was another fleece", card),
            (change.GetProperty("to").GetString(), change.GetProperty("because").GetString(), change.GetProperty("voidedEntryId").GetGuid())
        );
        var gone = await ada.Send(HttpMethod.Get, "/api/lots/" + course.BattCode);
        gone.Refused(410, "voided");
        Assert.Contains("that was another fleece", gone.Text);
        Assert.DoesNotContain((await ada.Get("/api/lots")).GetProperty("lots").EnumerateArray(), l =>
            l.GetProperty("code").GetString() == course.BattCode
        );
        // The weigh log still tells it, with the reason.
        Assert.Contains("that was another fleece", (await ada.Send(HttpMethod.Get, "/api/weigh-log")).Text);
        // And the code on the bag is not given out again.
        Assert.NotEqual(
            course.BattCode,
            (
                await ada.Log(
                    new
                    {
                        step = "card",
                        from = new[] { new { lotId = course.Clean } },
                        to = new[] { new { form = "batt", mass = "590" } },
                    }
                )
            ).Code
        );
    }

    [Fact]
    public async Task A_voiding_is_taken_back_whole()
    {
        var ada = await house.Register();
        var course = await Make(ada);
        var before = (await ada.Lot(course.TopCode)).GetProperty("lot").GetProperty("totalYield").ToString();
        (await ada.Post($"/api/entries/{course.WashEntry}/void", new { because = "by mistake" })).Expect(200);
        (await ada.Send(HttpMethod.Get, "/api/lots/" + course.TopCode)).Refused(410, "voided");
        (await ada.Post($"/api/entries/{course.WashEntry}/take-back-void", new { })).Expect(204);
        Assert.Equal(before, (await ada.Lot(course.TopCode)).GetProperty("lot").GetProperty("totalYield").ToString());
        Assert.True((await ada.Lot(course.CleanCode)).GetProperty("lot").GetProperty("usedUp").GetBoolean());
        (await ada.Post($"/api/entries/{course.WashEntry}/take-back-void", new { })).Expect(404);
    }

    [Fact]
    public async Task It_is_not_taken_back_when_the_fibre_was_used_otherwise()
    {
        var ada = await house.Register();
        var course = await Make(ada);
        var card = (await ada.Lot(course.BattCode))
            .GetProperty("entries")
            .EnumerateArray()
            .Single(e => e.GetProperty("step").GetString() == "card")
            .GetProperty("id")
            .GetGuid();
        (await ada.Post($"/api/entries/{card}/void", new { because = "by mistake" })).Expect(200);
        await ada.Log(Requests.Comb(course.Clean, null, "540"));
        (await ada.Post($"/api/entries/{card}/take-back-void", new { })).Refused(409, "used-meanwhile");
        (await ada.Send(HttpMethod.Get, "/api/lots/" + course.BattCode)).Refused(410, "voided");
    }

    [Fact]
    public async Task Nobody_voids_without_a_reason_or_in_another_workshop()
    {
        var ada = await house.Register();
        var eve = await house.Register("Eve");
        var course = await Make(ada);
        (await ada.Post($"/api/entries/{course.CombEntry}/void", new { because = "" })).Expect(422);
        (await eve.Send(HttpMethod.Get, $"/api/entries/{course.CombEntry}/hanging")).Expect(404);
        (await eve.Post($"/api/entries/{course.CombEntry}/void", new { because = "I want to" })).Expect(404);
        Assert.Equal("360 g", (await ada.Lot(course.TopCode)).GetProperty("lot").GetProperty("left").GetProperty("text").GetString());
    }

    [Fact]
    public async Task Leavings_and_recounts_go_out_and_come_in_with_the_weigh_log()
    {
        var ada = await house.Register();
        var course = await Make(ada);
        (await ada.Post($"/api/entries/{course.CombEntry}/void", new { because = "not this one" })).Expect(200);
        var raw = await ada.TakeIn(
            new
            {
                mass = "800",
                breed = "Romney",
                carriage = 5,
            }
        );
        (await ada.Post($"/api/lots/{raw.Id}/leave", new { step = "giveAway", mass = "100" })).Expect(200);
        (await ada.Post($"/api/lots/{raw.Id}/recount", new { mass = "690" })).Expect(200);
        (await ada.Post($"/api/lots/{raw.Id}/leave", new { step = "sell", worth = 12 })).Expect(200);
        var file = (await ada.Send(HttpMethod.Get, "/api/weigh-log")).Text;
        var ben = await house.Register("Ben");
        var report = (
            await ben.Send(
                HttpMethod.Post,
                "/api/weigh-log/import",
                new StringContent(file, new System.Text.UTF8Encoding(false), "text/csv")
            )
        ).Expect(200);
        Assert.Empty(report.GetProperty("refused").EnumerateArray());
        foreach (var code in new[] { raw.Code, course.CleanCode, course.BattCode })
        {
            var (was, now) = ((await ada.Lot(code)).GetProperty("lot"), (await ben.Lot(code)).GetProperty("lot"));
            Assert.Equal(
                (was.GetProperty("left").ToString(), was.GetProperty("usedUp").GetBoolean()),
                (now.GetProperty("left").ToString(), now.GetProperty("usedUp").GetBoolean())
            );
        }

        Assert.Equal(404, (await ben.Send(HttpMethod.Get, "/api/lots/" + course.TopCode)).Status);
        static string Lines(JsonElement where) =>
            string.Join("\n", where.GetProperty("lines").EnumerateArray().Select(l => $"{l.GetProperty("to")} {l.GetProperty("logged")}"));
        Assert.Equal(Lines(await ada.Get($"/api/lots/{raw.Code}/where")), Lines(await ben.Get($"/api/lots/{raw.Code}/where")));
    }

    [Fact]
    public async Task A_wrong_weighing_is_named_on_the_page_with_what_the_rest_says()
    {
        var ada = await house.Register();
        var (raw, _) = await ada.TakeIn(
            new
            {
                mass = "2000",
                breed = "Gotland",
                humidityPercent = 65,
            }
        );
        var (skirted, _) = await ada.Log(
            new
            {
                step = "skirt",
                from = new[] { new { lotId = raw } },
                to = new[] { new { form = "skirted", mass = "1755" } },
                losses = new[] { new { kind = "skirtings", mass = "247" } },
                humidityPercent = 65,
            }
        );
        // Heap A weighs 891 g; its digits are exchanged, so 72 g seem to be missing here, and too much comes out of it later.
        var answer = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "divide",
                    from = new[] { new { lotId = skirted } },
                    to = new[] { new { form = "skirted", mass = "819" }, new { form = "skirted", mass = "864" } },
                    humidityPercent = 65,
                }
            )
        ).Expect(200);
        var heap = answer.GetProperty("made")[0].GetProperty("id").GetGuid();
        var draft = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "divide",
                    from = new[] { new { lotId = heap } },
                    to = new[] { new { form = "skirted", mass = "500" }, new { form = "skirted", mass = "391" } },
                    humidityPercent = 65,
                }
            )
        ).Expect(200);
        (await ada.Post($"/api/drafts/{draft.GetProperty("draftId").GetGuid()}/confirm", new { because = "weighed twice" })).Expect(200);
        var page = await ada.Lot(answer.GetProperty("made")[0].GetProperty("code").GetString()!);
        var doubt = Assert.Single(page.GetProperty("agreement").GetProperty("doubts").EnumerateArray());
        var suspect = Assert.Single(doubt.GetProperty("suspects").EnumerateArray());
        Assert.Equal(
            ("819 g", answer.GetProperty("entryId").GetGuid()),
            (suspect.GetProperty("logged").GetProperty("text").GetString(), suspect.GetProperty("entryId").GetGuid())
        );
        Assert.Equal("digitsExchanged", doubt.GetProperty("slip").GetString());
        Assert.Equal(891, doubt.GetProperty("likelier").GetProperty("grams").GetDouble(), 2.0);
        Assert.True(
            page.GetProperty("ribbon")
                .GetProperty("stages")
                .EnumerateArray()
                .Single(s => s.GetProperty("entryId").GetGuid() == answer.GetProperty("entryId").GetGuid())
                .GetProperty("doubted")
                .GetBoolean()
        );
        // The log keeps what was logged, beside what the rest says.
        var flow = page.GetProperty("entries")
            .EnumerateArray()
            .SelectMany(e => e.GetProperty("flows").EnumerateArray())
            .Single(f => f.GetProperty("id").GetGuid() == suspect.GetProperty("flowId").GetGuid());
        Assert.Equal(
            ("819 g", JsonValueKind.Null),
            (flow.GetProperty("logged").GetProperty("text").GetString(), flow.GetProperty("zScore").ValueKind)
        );
    }
}

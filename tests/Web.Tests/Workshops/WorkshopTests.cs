using Xunit;

namespace EarthyTuft.Web.Tests.Workshops;

public class WorkshopTests(House house) : IClassFixture<House>
{
    private static async Task<string> Invite(Person owner, string role) =>
        (await owner.Send(HttpMethod.Post, "/api/workshop/invitations", new { role })).Expect(200).GetProperty("code").GetString()!;

    [Fact]
    public async Task An_invitation_opens_once()
    {
        var ada = await house.Register("Ada");
        var code = await Invite(ada, "preparer");
        var ben = await house.Register("Ben", code);
        Assert.Equal("Ada\u2019s workshop", (await ben.Refresh()).GetProperty("workshop").GetProperty("name").GetString());
        var again = await new Person(house.Factory.CreateClient()).Send(
            HttpMethod.Post,
            "/api/session/register",
            new
            {
                email = $"{Guid.NewGuid():N}@example.org",
                password = "wool and water",
                name = "Cas",
                invitationCode = code,
            }
        );
        Assert.Equal(["invitationCode no-such-invitation"], again.Refused());
        Assert.Equal(2, (await ada.Get("/api/workshop")).GetProperty("people").GetArrayLength());
    }

    [Fact]
    public async Task One_code_lets_in_one_of_many_who_try_at_once()
    {
        var ada = await house.Register("Ada");
        var code = await Invite(ada, "preparer");
        var people = await Task.WhenAll(Enumerable.Range(0, 6).Select(i => house.Register($"P{i}")));
        var replies = await Task.WhenAll(people.Select(p => p.Send(HttpMethod.Post, "/api/session/join", new { invitationCode = code })));
        Assert.Equal(1, replies.Count(r => r.Status == 204));
    }

    [Fact]
    public async Task A_looker_reads_and_changes_nothing()
    {
        var ada = await house.Register("Ada");
        var (lot, code) = await ada.TakeIn(new { mass = "900" });
        var looker = await house.Register("Lou", await Invite(ada, "looker"));
        Assert.Equal("900 g", (await looker.Lot(code)).GetProperty("lot").GetProperty("left").GetProperty("text").GetString());
        (await looker.Post("/api/fleeces", new { mass = "500" })).Refused(403, "not-yours-to-change");
        (await looker.Post("/api/entries", Requests.Skirt(lot, "800"))).Refused(403, "not-yours-to-change");
        (await looker.Post($"/api/lots/{lot}/locks", new { length = "100" })).Refused(403, "not-yours-to-change");
    }

    [Fact]
    public async Task A_preparer_changes_no_settings_and_a_removed_one_is_out()
    {
        var ada = await house.Register("Ada");
        var ben = await house.Register("Ben", await Invite(ada, "preparer"));
        (await ben.Send(HttpMethod.Post, "/api/workshop/invitations", new { role = "owner" })).Refused(403, "not-yours-to-change");
        await ben.TakeIn(new { mass = "500" });
        var id = (await ada.Get("/api/workshop"))
            .GetProperty("people")
            .EnumerateArray()
            .Single(p => !p.GetProperty("you").GetBoolean())
            .GetProperty("id")
            .GetGuid();
        (await ada.Send(HttpMethod.Delete, $"/api/workshop/people/{id}")).Expect(204);
        (await ben.Send(HttpMethod.Get, "/api/course")).Refused(403, "not-a-member");
    }

    [Fact]
    public async Task A_workshop_keeps_an_owner()
    {
        var ada = await house.Register("Ada");
        var me = (await ada.Get("/api/workshop")).GetProperty("people")[0].GetProperty("id").GetGuid();
        Assert.Equal(
            ["role last-owner"],
            (await ada.Send(HttpMethod.Put, $"/api/workshop/people/{me}", new { role = "looker" })).Refused()
        );
        Assert.Equal(["role last-owner"], (await ada.Send(HttpMethod.Delete, $"/api/workshop/people/{me}")).Refused());
    }

    [Fact]
    public async Task Settings_change_what_a_bare_number_means_and_a_stale_save_is_refused()
    {
        var ada = await house.Register("Ada");
        var version = (await ada.Get("/api/workshop")).GetProperty("version").GetUInt32();
        object Settings(uint v, string name = "The shed") =>
            new
            {
                name,
                unit = "pound",
                timeZone = "Europe/London",
                currency = "GBP",
                scaleStepGrams = 5,
                usualBowl = "8 oz",
                version = v,
            };
        (await ada.Send(HttpMethod.Put, "/api/workshop", Settings(version))).Expect(204);
        (await ada.Send(HttpMethod.Put, "/api/workshop", Settings(version, "Another"))).Refused(409, "changed-meanwhile");
        var (_, code) = await ada.TakeIn(new { mass = "2" });
        Assert.Equal("2 lb 0.0 oz", (await ada.Lot(code)).GetProperty("lot").GetProperty("left").GetProperty("text").GetString());
        Assert.Equal("8.0 oz", (await ada.Get("/api/workshop")).GetProperty("usualBowl").GetString());
    }

    [Fact]
    public async Task Another_workshops_ids_answer_404_at_every_address()
    {
        var ada = await house.Register("Ada");
        var eve = await house.Register("Eve");
        var (raw, rawCode) = await ada.TakeIn(new { mass = "900", breed = "Gotland" });
        (await ada.Post($"/api/lots/{raw}/locks", new { length = "120" })).Expect(200);
        var lockId = (await ada.Lot(rawCode)).GetProperty("staple").GetProperty("locks")[0].GetProperty("id").GetGuid();
        var (clean, _) = await ada.Log(
            new
            {
                step = "wash",
                from = new[] { new { lotId = raw } },
                to = new[] { new { form = "clean", mass = "600" } },
                losses = new[] { new { kind = "waxAndSuint" } },
            }
        );
        var (top, topCode) = await ada.Log(Requests.Comb(clean, "300", "280"));
        var sample = (await ada.Post("/api/samples", new { lotId = top, verdict = "good" })).Expect(200).GetProperty("code").GetString();
        var draft = (await ada.Post("/api/entries", Requests.Comb(clean, "200", "900"))).Expect(200).GetProperty("draftId").GetGuid();
        var entry = (await ada.Lot(topCode)).GetProperty("entries")[2];
        var flow = entry.GetProperty("flows")[0].GetProperty("id").GetGuid();

        var replies = new[]
        {
            await eve.Send(HttpMethod.Get, "/api/lots/" + topCode),
            await eve.Send(HttpMethod.Get, "/api/samples/" + sample),
            await eve.Post($"/api/lots/{raw}/locks", new { length = "100" }),
            await eve.Send(HttpMethod.Delete, $"/api/locks/{lockId}"),
            await eve.Post("/api/samples", new { lotId = top }),
            await eve.Post($"/api/drafts/{draft}/confirm", new { because = "because" }),
            await eve.Send(HttpMethod.Delete, $"/api/drafts/{draft}"),
            await eve.Post(
                $"/api/entries/{entry.GetProperty("id").GetGuid()}/corrections",
                new
                {
                    flowId = flow,
                    mass = "1",
                    because = "because",
                }
            ),
        };
        Assert.All(replies, r => Assert.Equal(404, r.Status));
        // A step names lots in its body: there it is a refusal of that field, and says no more than "not here".
        Assert.Equal(["from[0].lotId not-here"], (await eve.Post("/api/entries", Requests.Comb(clean, "100", "90"))).Refused());
        Assert.Empty((await eve.Get("/api/lots")).GetProperty("lots").EnumerateArray());
        Assert.Empty((await eve.Get("/api/samples")).GetProperty("hung").EnumerateArray());
        Assert.Empty((await eve.Get("/api/drafts")).EnumerateArray());
        Assert.DoesNotContain((await eve.Get("/api/find?q=Gotland")).EnumerateArray(), f => f.GetProperty("kind").GetString() != "breed");
        Assert.Single((await eve.Send(HttpMethod.Get, "/api/weigh-log")).Text.Trim().Split('\n'));
        Assert.Empty((await eve.Get("/api/course")).GetProperty("heaps").EnumerateArray());
    }
}

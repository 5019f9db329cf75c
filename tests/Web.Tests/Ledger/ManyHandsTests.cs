using System.Text.Json;
using Npgsql;
using Xunit;

namespace EarthyTuft.Web.Tests.Ledger;

/// <summary>Several hands at one log, late entries, long lots and roles.</summary>
public class ManyHandsTests(House house) : IClassFixture<House>
{
    private static object Comb(Guid lot, string taken, string top, DateTimeOffset? doneAt = null) =>
        new
        {
            step = "comb",
            from = new[]
            {
                new
                {
                    lotId = lot,
                    mass = taken,
                    all = false,
                },
            },
            to = new[] { new { form = "top", mass = top } },
            doneAt,
        };

    private static async Task<(Guid Id, string Code, Guid Entry)> Clean(Person ada, string mass = "1000", DateTimeOffset? at = null)
    {
        var (raw, _) = await ada.TakeIn(
            new
            {
                mass = "3000",
                breed = "Romney",
                doneAt = at,
            }
        );
        var answer = (
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
                            mass,
                            state = "rested",
                        },
                    },
                    losses = new[] { new { kind = "waxAndSuint" } },
                    doneAt = at?.AddHours(1),
                }
            )
        ).Expect(200);
        var made = answer.GetProperty("made")[0];
        return (made.GetProperty("id").GetGuid(), made.GetProperty("code").GetString()!, answer.GetProperty("entryId").GetGuid());
    }

    private static string Left(JsonElement page) => page.GetProperty("lot").GetProperty("left").GetProperty("text").GetString()!;

    [Fact]
    public async Task While_one_voids_and_others_take_nothing_hangs_on_what_is_gone()
    {
        var ada = await house.Register();
        for (var round = 0; round < 6; round++)
        {
            var (id, _, wash) = await Clean(ada);
            var takers = Enumerable.Range(0, 4).Select(i => ada.Post("/api/entries", Comb(id, "100", "90"))).ToArray();
            var voided = await ada.Post($"/api/entries/{wash}/void", new { because = "not this fleece" });
            voided.Expect(200);
            foreach (var taker in takers)
            {
                // Whoever came first was taken along; whoever came after found nothing to take.
                var reply = await taker;
                Assert.Contains(reply.Status, new[] { 200, 409, 422 });
            }

            Assert.DoesNotContain((await ada.Get("/api/lots")).GetProperty("lots").EnumerateArray(), l =>
                l.GetProperty("form").GetString() == "top"
            );
        }
    }

    [Fact]
    public async Task Two_who_take_all_of_a_lot_at_once_do_not_both_get_it()
    {
        var ada = await house.Register();
        var (id, code, _) = await Clean(ada);
        var replies = await Task.WhenAll(Enumerable.Range(0, 5).Select(_ => ada.Post($"/api/lots/{id}/leave", new { step = "sell" })));
        Assert.Single(replies, r => r.Status == 200);
        Assert.All(replies.Where(r => r.Status != 200), r => Assert.Contains("from used-up", r.Refused()));
        Assert.True((await ada.Lot(code)).GetProperty("lot").GetProperty("usedUp").GetBoolean());
    }

    [Fact]
    public async Task A_recount_told_late_leaves_what_was_taken_since()
    {
        var ada = await house.Register();
        var start = DateTimeOffset.UtcNow.AddDays(-10);
        var (id, code, _) = await Clean(ada, at: start);
        (await ada.Post("/api/entries", Comb(id, "300", "280", start.AddDays(5)))).Expect(200);
        Assert.Equal("700 g", Left(await ada.Lot(code)));
        // Counted on day three, told on day ten: the 300 g of day five came off what was counted then.
        (await ada.Post($"/api/lots/{id}/recount", new { mass = "1050", doneAt = start.AddDays(3) })).Expect(200);
        Assert.Equal("750 g", Left(await ada.Lot(code)));
        Assert.Equal(
            "750 g",
            (await ada.Get("/api/lots"))
                .GetProperty("lots")
                .EnumerateArray()
                .Single(l => l.GetProperty("code").GetString() == code)
                .GetProperty("left")
                .GetProperty("text")
                .GetString()
        );
    }

    [Fact]
    public async Task A_taking_told_late_came_off_before_the_count()
    {
        var ada = await house.Register();
        var start = DateTimeOffset.UtcNow.AddDays(-10);
        var (id, code, _) = await Clean(ada, at: start);
        (await ada.Post($"/api/lots/{id}/recount", new { mass = "800", doneAt = start.AddDays(4) })).Expect(200);
        (await ada.Post("/api/entries", Comb(id, "200", "190", start.AddDays(2)))).Expect(200);
        Assert.Equal("800 g", Left(await ada.Lot(code)));
        var recount = (await ada.Lot(code))
            .GetProperty("entries")
            .EnumerateArray()
            .Single(e => e.GetProperty("step").GetString() == "recount");
        // With the late taking the count is no longer 200 g short.
        Assert.Equal("fits", recount.GetProperty("balance").GetProperty("status").GetString());
        Assert.Equal(
            ["doneAt in-the-future"],
            (await ada.Post($"/api/lots/{id}/leave", new { step = "sell", doneAt = DateTimeOffset.UtcNow.AddDays(5) })).Refused()
        );
    }

    [Fact]
    public async Task A_long_lot_comes_in_pages_and_every_entry_is_told_once()
    {
        var ada = await house.Register();
        var (id, code, _) = await Clean(ada, "2000");
        for (var i = 0; i < 75; i++)
        {
            (await ada.Post("/api/entries", Comb(id, "20", "19"))).Expect(200);
        }

        var page = await ada.Lot(code);
        Assert.Equal(77, page.GetProperty("entries").GetArrayLength() + page.GetProperty("earlierEntries").GetInt32());
        List<Guid> ids = [.. page.GetProperty("entries").EnumerateArray().Reverse().Select(e => e.GetProperty("id").GetGuid())];
        for (var left = page.GetProperty("earlierEntries").GetInt32(); left > 0; )
        {
            var earlier = await ada.Get($"/api/lots/{code}/entries?before={ids[^1]}");
            ids.AddRange(earlier.GetProperty("entries").EnumerateArray().Reverse().Select(e => e.GetProperty("id").GetGuid()));
            Assert.Equal(left - earlier.GetProperty("entries").GetArrayLength(), left = earlier.GetProperty("earlier").GetInt32());
        }

        Assert.Equal((77, 77), (ids.Count, ids.Distinct().Count()));
        Assert.True(page.GetProperty("ribbon").GetProperty("stages").GetArrayLength() <= 50);
        Assert.Equal("500 g", Left(page));
        Assert.Empty((await ada.Get($"/api/lots/{code}/entries?before={ids[^1]}")).GetProperty("entries").EnumerateArray());
    }

    [Fact]
    public async Task Who_only_looks_changes_nothing_of_all_this()
    {
        var ada = await house.Register();
        var (id, code, entry) = await Clean(ada);
        var invitation = (await ada.Post("/api/workshop/invitations", new { role = "looker" })).Expect(200).GetProperty("code").GetString();
        var lou = await house.Register("Lou", invitation);
        var version = (await lou.Get("/api/workshop")).GetProperty("version").GetUInt32();
        var replies = new[]
        {
            await lou.Post($"/api/lots/{id}/leave", new { step = "useUp" }),
            await lou.Post($"/api/lots/{id}/recount", new { mass = "5" }),
            await lou.Send(HttpMethod.Put, $"/api/lots/{id}/reserve", new { mass = "5", @for = "x" }),
            await lou.Send(HttpMethod.Patch, $"/api/lots/{id}/facts", new { colour = "x" }),
            await lou.Send(HttpMethod.Put, $"/api/lots/{code}/route", new { aim = "lace", preparation = "top" }),
            await lou.Send(HttpMethod.Delete, $"/api/lots/{code}/route"),
            await lou.Send(HttpMethod.Put, $"/api/lots/{code}/look-over", new { judgements = new { } }, Guid.NewGuid()),
            await lou.Post($"/api/entries/{entry}/void", new { because = "I may not" }),
            await lou.Post($"/api/entries/{entry}/take-back-void", new { }),
            await lou.Send(HttpMethod.Delete, "/api/breeds/gotland"),
            await lou.Send(
                HttpMethod.Put,
                "/api/workshop",
                new
                {
                    name = "Mine",
                    unit = "gram",
                    timeZone = "UTC",
                    currency = "EUR",
                    scaleStepGrams = 1,
                    usualBowl = (string?)null,
                    version,
                }
            ),
        };
        Assert.All(replies, r => Assert.Equal(403, r.Status));
        Assert.NotEmpty((await lou.Get($"/api/lots/{code}/routes")).GetProperty("routes").EnumerateArray());
        Assert.NotEmpty((await lou.Get($"/api/lots/{code}/where")).GetProperty("lines").EnumerateArray());
    }

    [Fact]
    public async Task Schools_are_the_workshops_own_and_change_its_routes()
    {
        var ada = await house.Register();
        var (_, code) = await ada.TakeIn(new { mass = "2 kg", breed = "Corriedale" });
        async Task<string[]> Steps() =>
            [
                .. (await ada.Get($"/api/lots/{code}/routes?aim=woollenSoft"))
                    .GetProperty("routes")[0]
                    .GetProperty("steps")
                    .EnumerateArray()
                    .Select(s => s.GetProperty("step").GetString()!),
            ];
        Assert.Equal(["skirt", "wash", "dry", "open", "card"], await Steps());
        var shop = await ada.Get("/api/workshop");
        Assert.Equal(6, shop.GetProperty("schoolQuestions").GetArrayLength());
        Assert.All(shop.GetProperty("schoolQuestions").EnumerateArray(), q =>
            Assert.All(q.GetProperty("sides").EnumerateArray(), s => Assert.NotEmpty(s.GetProperty("speaksFor").GetString()!))
        );
        (
            await ada.Send(
                HttpMethod.Put,
                "/api/workshop",
                new
                {
                    name = "Shed",
                    unit = "gram",
                    timeZone = "UTC",
                    currency = "EUR",
                    scaleStepGrams = 1,
                    usualBowl = (string?)null,
                    version = shop.GetProperty("version").GetUInt32(),
                    schools = new
                    {
                        wash = "suintSoak",
                        openBeforeWash = true,
                        leaveWax = true,
                        down = "cloud",
                        fineSocks = "notAtAll",
                    },
                }
            )
        ).Expect(204);
        Assert.Equal(["skirt", "open", "wash", "dry", "card"], await Steps());
        Assert.Equal("suintSoak", (await ada.Get("/api/workshop")).GetProperty("schools").GetProperty("wash").GetString());
    }

    [Theory]
    [InlineData("/api/lots/{0}/routes?aim=gold", 400)]
    [InlineData("/api/lots/{0}/routes?aim=99", 400)]
    [InlineData("/api/lots/{0}/needed?wanted=", 422)]
    [InlineData("/api/lots/{0}/needed?wanted=-5", 422)]
    [InlineData("/api/lots/{0}/needed", 400)]
    [InlineData("/api/lots/{0}/needed?wanted=600&aim=worstedHard&preparation=top", 200)]
    [InlineData("/api/lots/{0}/needed?wanted=600&aim=gold", 400)]
    [InlineData("/api/lots/{0}/needed?wanted=600&preparation=99", 400)]
    [InlineData("/api/lots/Q-99/where", 404)]
    [InlineData("/api/lots/Q-99/look-over", 404)]
    [InlineData("/api/breeds/search", 400)]
    public async Task What_does_not_read_is_named(string path, int status)
    {
        var ada = await house.Register();
        var (_, code) = await ada.TakeIn(new { mass = "2 kg" });
        Assert.Equal(
            status,
            (await ada.Send(HttpMethod.Get, string.Format(System.Globalization.CultureInfo.InvariantCulture, path, code))).Status
        );
    }

    [Theory]
    [InlineData("""{"judgements":{"handle":"fluffy"}}""", 400)]
    [InlineData("""{"judgements":{"hand":"soft"}}""", 400)]
    [InlineData("""{"judgements":{},"measuredMicron":0}""", 422)]
    [InlineData("""{}""", 400)]
    public async Task A_look_over_that_does_not_read_stores_nothing(string body, int status)
    {
        var ada = await house.Register();
        var (_, code) = await ada.TakeIn(new { mass = "2 kg" });
        var reply = await ada.Send(
            HttpMethod.Put,
            $"/api/lots/{code}/look-over",
            new StringContent(body, System.Text.Encoding.UTF8, "application/json"),
            Guid.NewGuid()
        );
        Assert.Equal(status, reply.Status);
        Assert.Equal(
            JsonValueKind.Null,
            (await ada.Get($"/api/lots/{code}/look-over")).GetProperty("judgements").GetProperty("handle").ValueKind
        );
    }

    [Fact]
    public async Task The_same_look_over_sent_twice_is_stored_once()
    {
        var ada = await house.Register();
        var (_, code) = await ada.TakeIn(new { mass = "2 kg" });
        var key = Guid.NewGuid();
        (await ada.Send(HttpMethod.Put, $"/api/lots/{code}/look-over", new { judgements = new { handle = "soft" } }, key)).Expect(200);
        var again = (
            await ada.Send(HttpMethod.Put, $"/api/lots/{code}/look-over", new { judgements = new { handle = "harsh" } }, key)
        ).Expect(200);
        Assert.Equal("soft", again.GetProperty("judgements").GetProperty("handle").GetString());
    }

    [Fact]
    public async Task A_key_that_was_used_on_the_shelf_logs_no_second_entry_at_a_station()
    {
        var ada = await house.Register();
        var (id, code, _) = await Clean(ada);
        var key = Guid.NewGuid();
        (await ada.Post($"/api/lots/{id}/leave", new { step = "sell", mass = "100" }, key)).Expect(200);
        var answer = (await ada.Post("/api/entries", Comb(id, "100", "90"), key)).Expect(200);
        Assert.Equal("It is stored already.", answer.GetProperty("sentence").GetString());
        Assert.Equal("900 g", Left(await ada.Lot(code)));
    }

    [Fact]
    public async Task Own_entries_teach_yield_and_pace_and_slips_teach_nothing()
    {
        var ada = await house.Register();
        var (id, code, _) = await Clean(ada, "3000");
        (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "card",
                    from = new[]
                    {
                        new
                        {
                            lotId = id,
                            mass = "200",
                            all = false,
                        },
                    },
                    to = new[] { new { form = "batt", mass = "196" } },
                    losses = new[] { new { kind = "cardWaste", mass = "4" } },
                    minutes = 30,
                }
            )
        ).Expect(200);
        // 60 g nobody accounted for: this one teaches nothing.
        (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "card",
                    from = new[]
                    {
                        new
                        {
                            lotId = id,
                            mass = "200",
                            all = false,
                        },
                    },
                    to = new[] { new { form = "batt", mass = "140" } },
                    minutes = 600,
                }
            )
        ).Expect(200);
        var card = (await ada.Get($"/api/lots/{code}/routes?aim=felt"))
            .GetProperty("routes")[0]
            .GetProperty("steps")
            .EnumerateArray()
            .Single(s => s.GetProperty("step").GetString() == "card");
        Assert.Equal("yours", card.GetProperty("yield").GetProperty("from").GetString());
        var pace = card.GetProperty("hours").GetProperty("working").GetProperty("inputs");
        Assert.Equal(("392 g an hour", "1"), (pace[0].GetProperty("value").GetString(), pace[1].GetProperty("value").GetString()));
    }

    [Fact]
    public async Task Of_two_that_wait_for_each_other_one_is_told_to_look_again_and_nothing_of_it_is_stored()
    {
        var ada = await house.Register();
        var (raw, code) = await ada.TakeIn(new { mass = "2000" });
        // Nobody weighed it: what the fleece weighs tells it.
        var (skirted, _) = await ada.Log(
            new
            {
                step = "skirt",
                from = new[] { new { lotId = raw } },
                to = new[] { new { form = "skirted" } },
            }
        );
        var takeIn = (await ada.Lot(code)).GetProperty("entries")[0];
        await using var other = new NpgsqlConnection(Postgres.AsSuperuser(house.Connection));
        await other.OpenAsync(TestContext.Current.CancellationToken);
        await using var held = await other.BeginTransactionAsync(TestContext.Current.CancellationToken);
        async Task Hold(Guid lot)
        {
            await using var command = new NpgsqlCommand($"select 1 from lots where id = '{lot}' for update", other, held);
            await command.ExecuteScalarAsync(TestContext.Current.CancellationToken);
        }

        await Hold(skirted);
        // It holds the fleece, and waits for what was skirted of it; then the other waits for the fleece.
        var correcting = ada.Post(
            $"/api/entries/{takeIn.GetProperty("id").GetGuid()}/corrections",
            new
            {
                flowId = takeIn.GetProperty("flows")[0].GetProperty("id").GetGuid(),
                mass = "2100",
                because = "a slip",
            }
        );
        await Task.Delay(600, TestContext.Current.CancellationToken);
        await Hold(raw);
        var told = await correcting;
        Assert.Empty(told.Refused(409, "changed-meanwhile"));
        await held.RollbackAsync(TestContext.Current.CancellationToken);
        Assert.Equal(
            "2\u202F000 g",
            (await ada.Lot(code)).GetProperty("entries")[0].GetProperty("flows")[0].GetProperty("logged").GetProperty("text").GetString()
        );
    }
}

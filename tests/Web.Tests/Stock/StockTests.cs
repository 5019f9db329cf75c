using System.Text.Json;
using Xunit;

namespace EarthyTuft.Web.Tests.Stock;

public class StockTests(House house) : IClassFixture<House>
{
    private static async Task<(Guid Id, string Code)> Clean(Person ada, string mass = "1000")
    {
        var (raw, _) = await ada.TakeIn(
            new
            {
                mass = "1500",
                breed = "Gotland",
                price = 30,
                carriage = 6,
            }
        );
        return await ada.Log(
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
                spent = 4,
            }
        );
    }

    private static string Left(JsonElement page) => page.GetProperty("lot").GetProperty("left").GetProperty("text").GetString()!;

    [Theory]
    [InlineData("giveAway")]
    [InlineData("sell")]
    [InlineData("discard")]
    [InlineData("keepAsReference")]
    [InlineData("useUp")]
    public async Task Fibre_leaves_and_the_lot_holds_the_rest(string step)
    {
        var ada = await house.Register();
        var (id, code) = await Clean(ada);
        var answer = (
            await ada.Post(
                $"/api/lots/{id}/leave",
                new
                {
                    step,
                    mass = "150",
                    notes = "for the neighbour",
                }
            )
        ).Expect(200);
        Assert.Equal("850 g of " + code + " are left.", answer.GetProperty("sentence").GetString());
        var page = await ada.Lot(code);
        Assert.Equal("850 g", Left(page));
        var entry = page.GetProperty("entries").EnumerateArray().Single(e => e.GetProperty("step").GetString() == step);
        Assert.Equal("for the neighbour", entry.GetProperty("notes").GetString());
        var where = await ada.Get($"/api/lots/{code}/where");
        Assert.Contains(where.GetProperty("lines").EnumerateArray(), l =>
            l.GetProperty("to").GetString() == "left"
            && l.GetProperty("step").GetString() == step
            && l.GetProperty("logged").GetProperty("text").GetString() == "150 g"
        );
    }

    [Fact]
    public async Task The_same_leaving_sent_twice_is_stored_once()
    {
        var ada = await house.Register();
        var (id, code) = await Clean(ada);
        var key = Guid.NewGuid();
        foreach (var _ in "123")
        {
            (await ada.Post($"/api/lots/{id}/leave", new { step = "useUp", mass = "100" }, key)).Expect(200);
        }

        Assert.Equal("900 g", Left(await ada.Lot(code)));
    }

    [Fact]
    public async Task All_that_is_left_empties_the_lot()
    {
        var ada = await house.Register();
        var (id, code) = await Clean(ada);
        (await ada.Post($"/api/lots/{id}/leave", new { step = "sell", worth = 55 })).Expect(200);
        Assert.True((await ada.Lot(code)).GetProperty("lot").GetProperty("usedUp").GetBoolean());
        Assert.Contains("from used-up", (await ada.Post($"/api/lots/{id}/leave", new { step = "sell", mass = "1" })).Refused());
        // What turns up afterwards is there again, and was not sold.
        (await ada.Post($"/api/lots/{id}/recount", new { mass = "10" })).Expect(200);
        Assert.False((await ada.Lot(code)).GetProperty("lot").GetProperty("usedUp").GetBoolean());
        Assert.Equal("10 g", Left(await ada.Lot(code)));
        (await ada.Post($"/api/lots/{id}/leave", new { step = "giveAway" })).Expect(200);
        Assert.True((await ada.Lot(code)).GetProperty("lot").GetProperty("usedUp").GetBoolean());
    }

    [Fact]
    public async Task More_than_the_book_has_leaves_with_a_reason()
    {
        var ada = await house.Register();
        var (id, code) = await Clean(ada);
        Assert.Equal(
            ["from.mass above-the-book"],
            (await ada.Post($"/api/lots/{id}/leave", new { step = "giveAway", mass = "1500" })).Refused()
        );
        var told = (
            await ada.Post(
                $"/api/lots/{id}/leave",
                new
                {
                    step = "giveAway",
                    mass = "1500",
                    because = "It was there when it was weighed.",
                }
            )
        ).Expect(200);
        Assert.Contains("is not known", told.GetProperty("sentence").GetString());
        Assert.Equal(System.Text.Json.JsonValueKind.Null, (await ada.Lot(code)).GetProperty("lot").GetProperty("left").ValueKind);
        (await ada.Post($"/api/lots/{id}/recount", new { mass = "35" })).Expect(200);
        Assert.Equal("35 g", Left(await ada.Lot(code)));
    }

    [Fact]
    public async Task A_recount_says_what_was_found_and_counts_from_then_on()
    {
        var ada = await house.Register();
        var (id, code) = await Clean(ada);
        var answer = (
            await ada.Post(
                $"/api/lots/{id}/recount",
                new
                {
                    mass = "1112",
                    humidityPercent = 65,
                    notes = "a bag behind the door",
                }
            )
        ).Expect(200);
        Assert.StartsWith("112 g more than the log said", answer.GetProperty("sentence").GetString());
        Assert.Equal("1\u202F112 g", Left(await ada.Lot(code)));
        await ada.Log(Requests.Comb(id, "1050", "900"));
        Assert.Equal("62 g", Left(await ada.Lot(code)));
        var lines = (await ada.Get($"/api/lots/{code}/where")).GetProperty("lines").EnumerateArray().ToArray();
        Assert.Equal(
            "112 g",
            lines.Single(l => l.GetProperty("to").GetString() == "found").GetProperty("logged").GetProperty("text").GetString()
        );
    }

    [Fact]
    public async Task A_reserve_is_warned_of_and_history_tells_who_kept_it()
    {
        var ada = await house.Register();
        var (id, code) = await Clean(ada);
        (await ada.Send(HttpMethod.Put, $"/api/lots/{id}/reserve", new { mass = "600", @for = "the christening shawl" })).Expect(200);
        var reserve = (await ada.Lot(code)).GetProperty("lot").GetProperty("reserve");
        Assert.Equal(("600 g", "400 g"), (reserve.GetProperty("mass").GetString(), reserve.GetProperty("free").GetString()));
        await ada.Log(Requests.Comb(id, "300", "280"));
        Assert.Equal(["from[0].mass reserved"], (await ada.Post("/api/entries", Requests.Comb(id, "200", "180"))).Refused());
        Assert.Contains(
            "christening shawl",
            (await ada.Post("/api/entries/weigh-up", Requests.Comb(id, "200", "180"))).Expect(200).GetProperty("reserved").GetString()
        );
        Assert.Equal(
            JsonValueKind.Null,
            (await ada.Post("/api/entries/weigh-up", Requests.Comb(id, "90", "80"))).Expect(200).GetProperty("reserved").ValueKind
        );
        await ada.Log(
            new
            {
                step = "comb",
                from = new[]
                {
                    new
                    {
                        lotId = id,
                        mass = "200",
                        all = false,
                    },
                },
                to = new[] { new { form = "top", mass = "180" } },
                intoReserve = true,
            }
        );
        (await ada.Send(HttpMethod.Put, $"/api/lots/{id}/reserve", new { mass = "" })).Expect(200);
        var page = await ada.Lot(code);
        Assert.Equal(JsonValueKind.Null, page.GetProperty("lot").GetProperty("reserve").ValueKind);
        Assert.Equal(
            ["600 g for the christening shawl", "none"],
            page.GetProperty("changes").EnumerateArray().Select(c => c.GetProperty("from").GetString())
        );
        Assert.Equal(
            ["mass more-than-there"],
            (await ada.Send(HttpMethod.Put, $"/api/lots/{id}/reserve", new { mass = "5000", @for = "x" })).Refused()
        );
    }

    [Fact]
    public async Task Cost_counts_price_carriage_and_agents_and_stands_beside_a_ready_made_price()
    {
        var ada = await house.Register();
        var (id, code) = await Clean(ada);
        (
            await ada.Send(
                HttpMethod.Patch,
                $"/api/lots/{id}/facts",
                new
                {
                    readyMade = 7.5,
                    colour = "silver",
                    because = "seen in daylight",
                }
            )
        ).Expect(204);
        var lot = (await ada.Lot(code)).GetProperty("lot");
        // 30 + 6 + 4 over 1000 g.
        Assert.Equal("4.00 EUR", lot.GetProperty("costPer100Grams").GetProperty("text").GetString());
        Assert.Equal("7.50 EUR", lot.GetProperty("readyMadePer100Grams").GetString());
        Assert.Equal("silver", lot.GetProperty("colour").GetString());
        var version = (await ada.Get("/api/workshop")).GetProperty("version").GetUInt32();
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
                    version,
                    hourlyRate = 12,
                }
            )
        ).Expect(204);
        var (top, topCode) = await ada.Log(
            new
            {
                step = "comb",
                from = new[]
                {
                    new
                    {
                        lotId = id,
                        mass = "500",
                        all = false,
                    },
                },
                to = new[] { new { form = "top", mass = "400" }, new { form = "noil", mass = "90" } },
                minutes = 60,
            }
        );
        // 20 of fibre and an hour of 12, by mass over top and noil.
        Assert.Equal(
            "6.53 EUR",
            (await ada.Lot(topCode)).GetProperty("lot").GetProperty("costPer100Grams").GetProperty("text").GetString()
        );
        Assert.NotEqual(Guid.Empty, top);
    }

    [Fact]
    public async Task The_days_air_is_remembered()
    {
        var ada = await house.Register();
        Assert.Equal(JsonValueKind.Null, (await ada.Get("/api/course/air")).GetProperty("humidityPercent").ValueKind);
        await ada.TakeIn(new { mass = "900", humidityPercent = 58 });
        await ada.TakeIn(new { mass = "900" });
        Assert.Equal(58, (await ada.Get("/api/course/air")).GetProperty("humidityPercent").GetDouble());
    }

    [Fact]
    public async Task A_lot_is_divided_and_joined_as_it_is()
    {
        var ada = await house.Register();
        var (id, _) = await Clean(ada);
        var answer = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "divide",
                    from = new[] { new { lotId = id } },
                    to = new[] { new { form = "clean", mass = "620" }, new { form = "clean", mass = "379" } },
                }
            )
        ).Expect(200);
        var made = answer.GetProperty("made").EnumerateArray().Select(m => m.GetProperty("id").GetGuid()).ToArray();
        Assert.Equal(
            ["to[0].form wrong-form"],
            (
                await ada.Post(
                    "/api/entries",
                    new
                    {
                        step = "divide",
                        from = new[] { new { lotId = made[0] } },
                        to = new[] { new { form = "top", mass = "600" } },
                    }
                )
            ).Refused()
        );
        var (_, code) = await ada.Log(
            new
            {
                step = "join",
                from = made.Select(m => new { lotId = m }),
                to = new[] { new { form = "clean", mass = "998" } },
            }
        );
        var page = await ada.Lot(code);
        Assert.Equal("100 %", page.GetProperty("origins")[0].GetProperty("share").GetString());
        Assert.Equal(66.5, page.GetProperty("lot").GetProperty("totalYield").GetProperty("value").GetDouble(), 0.2);
    }
}

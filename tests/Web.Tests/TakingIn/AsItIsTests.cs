using System.Text.Json;
using Xunit;

namespace EarthyTuft.Web.Tests.TakingIn;

/// <summary>Fibre comes in at any stage: nothing is done to it again, and nothing is claimed of what was done before.</summary>
public class AsItIsTests(House house) : IClassFixture<House>
{
    private static string? Text(JsonElement of, string name) => of.GetProperty(name).GetString();

    [Theory]
    [InlineData("cotton", "cotton", "")]
    [InlineData("Musk-ox", "muskOx", "")]
    [InlineData("nylon", "nylon", "")]
    [InlineData("polyamide", "nylon", "")]
    [InlineData("Gotland", "wool", "Gotland")]
    public async Task A_fibre_is_found_by_its_name_where_a_breed_is_asked_for(string typed, string fibre, string breed)
    {
        var ada = await house.Register();
        var (_, code) = await ada.TakeIn(
            new
            {
                mass = "500",
                form = "clean",
                breed = typed,
            }
        );
        var lot = (await ada.Lot(code)).GetProperty("lot");
        Assert.Equal((fibre, breed), (Text(lot, "fibre"), Text(lot, "parentage")));
    }

    [Theory]
    [InlineData("skirted", "wash")]
    [InlineData("clean", "card")]
    [InlineData("washed", "dry")]
    [InlineData("down", "card")]
    [InlineData("top", null)]
    [InlineData("roving", null)]
    [InlineData("batt", null)]
    [InlineData("yarn", null)]
    public async Task It_waits_where_what_it_is_waits(string form, string? next)
    {
        var ada = await house.Register();
        var (_, code) = await ada.TakeIn(
            new
            {
                mass = "500",
                form,
                breed = "Gotland",
                before = "scoured by the mill",
                price = 12,
            }
        );
        var lot = (await ada.Lot(code)).GetProperty("lot");
        Assert.Equal((form, next, "scoured by the mill"), (Text(lot, "form"), Text(lot, "next"), Text(lot, "before")));
    }

    [Fact]
    public async Task Bought_top_has_no_yield_of_raw_and_no_road_that_washes_it()
    {
        var ada = await house.Register();
        var (top, code) = await ada.TakeIn(
            new
            {
                mass = "200",
                form = "top",
                breed = "Gotland",
                price = 8,
            }
        );
        var page = await ada.Lot(code);
        Assert.Equal(JsonValueKind.Null, page.GetProperty("lot").GetProperty("totalYield").ValueKind);
        Assert.Equal("4.00 EUR", Text(page.GetProperty("lot").GetProperty("costPer100Grams"), "text"));
        var (_, combed) = await ada.Log(Requests.Comb(top, null, "185", "9"));
        var made = await ada.Lot(combed);
        Assert.Equal(JsonValueKind.Null, made.GetProperty("lot").GetProperty("totalYield").ValueKind);
        Assert.Equal(
            ("top", "200 g"),
            (Text(made.GetProperty("origins")[0], "form"), Text(made.GetProperty("origins")[0].GetProperty("raw"), "text"))
        );
        var routes = await ada.Get($"/api/lots/{code}/routes");
        Assert.All(routes.GetProperty("routes").EnumerateArray(), r =>
            Assert.DoesNotContain(r.GetProperty("steps").EnumerateArray(), s => Text(s, "step") is "skirt" or "wash" or "dry")
        );
    }

    [Fact]
    public async Task Of_bought_top_nobody_asks_for_locks_and_of_a_fleece_and_what_is_made_of_it_they_are_asked_for()
    {
        var ada = await house.Register();
        var (_, top) = await ada.TakeIn(
            new
            {
                mass = "200",
                form = "top",
                breed = "Gotland",
            }
        );
        var look = await ada.Get($"/api/lots/{top}/look-over");
        string[] asked = [.. look.GetProperty("asked").EnumerateArray().Select(a => a.GetString()!)];
        Assert.Contains("Handle", asked);
        Assert.Empty(asked.Intersect(["Tips", "Soundness", "LockStructure", "Wax", "Coat"]));
        Assert.DoesNotContain("soundness", look.GetProperty("missing").EnumerateArray().Select(m => m.GetString()));
        Assert.DoesNotContain("shoulder", Text(look, "sortAdvice"));
        Assert.Equal(
            ["unknown"],
            (await ada.Lot(top)).GetProperty("staple").GetProperty("places").EnumerateArray().Select(p => p.GetString()!)
        );
        Assert.NotEmpty(look.GetProperty("verdict").EnumerateArray());

        var (clean, _) = await ada.TakeIn(
            new
            {
                mass = "300",
                form = "clean",
                breed = "Gotland",
            }
        );
        var (_, made) = await ada.Log(Requests.Comb(clean, "300", "250", "49"));
        Assert.Contains(
            "Tips",
            (await ada.Get($"/api/lots/{made}/look-over")).GetProperty("asked").EnumerateArray().Select(a => a.GetString())
        );
    }

    [Fact]
    public async Task Processed_down_is_carded_at_its_own_price()
    {
        var ada = await house.Register();
        var (_, code) = await ada.TakeIn(
            new
            {
                mass = "100",
                form = "down",
                breed = "Cashmere",
                price = 30,
            }
        );
        var routes = (await ada.Get($"/api/lots/{code}/routes")).GetProperty("routes").EnumerateArray().ToArray();
        Assert.All(routes, r =>
            Assert.All(r.GetProperty("steps").EnumerateArray(), s => Assert.Contains(Text(s, "step"), new[] { "card", "comb" }))
        );
        // 30 for 100 g, a little more after what carding loses; never ten times that.
        var cost = Text(routes[0], "costPer100Grams")!;
        Assert.InRange(double.Parse(cost.Split(' ')[0], System.Globalization.CultureInfo.InvariantCulture), 30, 40);
    }

    [Fact]
    public async Task A_blend_comes_in_with_its_parts_and_rests_at_their_moisture()
    {
        var ada = await house.Register();
        var (_, code) = await ada.TakeIn(
            new
            {
                mass = "1000",
                form = "top",
                humidityPercent = 65,
                parts = new object[]
                {
                    new
                    {
                        fibre = "wool",
                        percent = 60,
                        breed = "Gotland",
                    },
                    new { fibre = "silk", percent = 40 },
                },
            }
        );
        var lot = (await ada.Lot(code)).GetProperty("lot");
        var parts = lot.GetProperty("parts").EnumerateArray().ToArray();
        Assert.Equal(
            ["wool Gotland 60 %", "silk  40 %"],
            parts.Select(p => $"{Text(p, "fibre")} {Text(p, "breed")} {Text(p.GetProperty("share"), "text")}")
        );
        Assert.Equal("1\u202F000 g", Text(lot.GetProperty("left"), "text"));
    }

    [Fact]
    public async Task What_makes_no_sense_at_the_door_is_refused_by_name()
    {
        var ada = await house.Register();
        async Task<string[]> Refused(object fleece) => (await ada.Post("/api/fleeces", fleece)).Refused();
        Assert.Equal(["form wrong-form"], await Refused(new { mass = "100", form = "openedGreasy" }));
        Assert.Equal(
            ["parts not-a-hundred"],
            await Refused(
                new
                {
                    mass = "100",
                    form = "top",
                    parts = new[] { new { fibre = "wool", percent = 60 } },
                }
            )
        );
        Assert.Equal(
            ["parts out-of-range"],
            await Refused(
                new
                {
                    mass = "100",
                    form = "top",
                    parts = new[] { new { fibre = "wool", percent = 100 }, new { fibre = "silk", percent = 0 } },
                }
            )
        );
        Assert.Equal(
            ["parts not-a-breed"],
            await Refused(
                new
                {
                    mass = "100",
                    form = "top",
                    parts = new object[]
                    {
                        new
                        {
                            fibre = "wool",
                            percent = 60,
                            breed = "Gotland + Jacob",
                        },
                        new { fibre = "silk", percent = 40 },
                    },
                }
            )
        );
        Assert.InRange(
            (
                await ada.Post(
                    "/api/fleeces",
                    new
                    {
                        mass = "100",
                        form = "top",
                        parts = new object?[] { null },
                    }
                )
            ).Status,
            400,
            422
        );
        Assert.Equal(
            ["parts in-the-grease"],
            await Refused(
                new
                {
                    mass = "100",
                    form = "raw",
                    parts = new[] { new { fibre = "wool", percent = 50 }, new { fibre = "silk", percent = 50 } },
                }
            )
        );
        Assert.Equal(["mass too-heavy"], await Refused(new { mass = "31 kg", form = "raw" }));
        Assert.Equal(["mass too-heavy"], await Refused(new { mass = "101 kg", form = "top" }));
        Assert.Equal(400, (await ada.Post("/api/fleeces", new { mass = "100", form = "sheep" })).Status);
    }

    [Fact]
    public async Task It_goes_out_with_the_log_and_comes_back_as_it_was()
    {
        var ada = await house.Register();
        await ada.TakeIn(
            new
            {
                mass = "500",
                form = "batt",
                breed = "Gotland",
                before = "carded by the mill, twice",
                dyed = true,
                colour = "madder red",
            }
        );
        var (_, code) = await ada.TakeIn(
            new
            {
                mass = "300",
                form = "top",
                parts = new object[] { new { fibre = "wool", percent = 70 }, new { fibre = "silk", percent = 30 } },
            }
        );
        var log = (await ada.Send(HttpMethod.Get, "/api/weigh-log")).Text;
        Assert.Contains("70 wool + 30 silk", log);
        var bea = await house.Register();
        (await bea.Send(HttpMethod.Post, "/api/weigh-log/import", new StringContent(log, System.Text.Encoding.UTF8, "text/csv"))).Expect(
            200
        );
        Assert.Equal(log, (await bea.Send(HttpMethod.Get, "/api/weigh-log")).Text);
        Assert.Equal(2, (await bea.Lot(code)).GetProperty("lot").GetProperty("parts").GetArrayLength());
    }

    [Fact]
    public async Task A_kit_of_unknown_shares_comes_in_is_carded_and_is_weighed_out_later()
    {
        var ada = await house.Register();
        var (kit, code) = await ada.TakeIn(
            new
            {
                mass = "120",
                form = "clean",
                parts = new object[] { new { fibre = "wool", breed = "Merino" }, new { fibre = "silk" }, new { fibre = "nylon" } },
            }
        );
        var lot = (await ada.Lot(code)).GetProperty("lot");
        Assert.Equal("Merino / Silk / Nylon", Text(lot, "parentage"));
        Assert.True(lot.GetProperty("mayTellParts").GetBoolean());
        Assert.All(lot.GetProperty("parts").EnumerateArray(), p => Assert.Equal(JsonValueKind.Null, p.GetProperty("share").ValueKind));

        var (_, batt) = await ada.Log(
            new
            {
                step = "card",
                from = new[]
                {
                    new
                    {
                        lotId = kit,
                        mass = "60 g",
                        rest = "there",
                    },
                },
                to = new[] { new { form = "batt", mass = "59" } },
            }
        );
        Assert.Equal("Merino / Silk / Nylon", Text((await ada.Lot(batt)).GetProperty("lot"), "parentage"));
        var log = (await ada.Send(HttpMethod.Get, "/api/weigh-log")).Text;
        Assert.Contains("wool Merino + silk + nylon", log);
        var bea = await house.Register();
        (await bea.Send(HttpMethod.Post, "/api/weigh-log/import", new StringContent(log, System.Text.Encoding.UTF8, "text/csv"))).Expect(
            200
        );
        Assert.Equal(log, (await bea.Send(HttpMethod.Get, "/api/weigh-log")).Text);

        object Weights(params (string Fibre, string? Breed, string? Weight)[] parts) =>
            new
            {
                parts = parts.Select(p => new
                {
                    fibre = p.Fibre,
                    breed = p.Breed,
                    weight = p.Weight,
                }),
                because = "weighed out",
            };
        var facts = $"/api/lots/{kit}/facts";
        Assert.Equal(
            ["parts not-all"],
            (
                await ada.Send(HttpMethod.Patch, facts, Weights(("wool", "Merino", "60 g"), ("silk", null, null), ("nylon", null, "30 g")))
            ).Refused()
        );
        Assert.Equal(422, (await ada.Send(HttpMethod.Patch, facts, Weights(("wool", "Merino", "much"), ("silk", null, "30 g")))).Status);
        (
            await ada.Send(HttpMethod.Patch, facts, Weights(("wool", "Merino", "60 g"), ("silk", null, "30 g"), ("nylon", null, "30 g")))
        ).Expect(204);
        foreach (var one in new[] { code, batt })
        {
            var page = await ada.Lot(one);
            Assert.Equal("Merino 50 / Nylon 25 / Silk 25", Text(page.GetProperty("lot"), "parentage"));
            Assert.Equal(
                ["50 %", "25 %", "25 %"],
                page.GetProperty("lot").GetProperty("parts").EnumerateArray().Select(p => Text(p.GetProperty("share"), "text")!)
            );
            Assert.Contains(page.GetProperty("changes").EnumerateArray(), c =>
                (Text(c, "what"), Text(c, "from"), Text(c, "because")) == ("made of", "Merino / Silk / Nylon", "weighed out")
            );
        }

        // What is left is carded as well, and both batts are rolled as one: a bundle, whose parts are still told.
        var (second, _) = await ada.Log(
            new
            {
                step = "card",
                from = new[] { new { lotId = kit, all = true } },
                to = new[] { new { form = "batt", mass = "58" } },
            }
        );
        var made = (await ada.Lot(batt)).GetProperty("lot").GetProperty("id").GetGuid();
        var (_, bundle) = await ada.Log(
            new
            {
                step = "join",
                from = new[] { new { lotId = made }, new { lotId = second } },
                to = new[] { new { form = "batt" } },
            }
        );
        var whole = await ada.Lot(bundle);
        Assert.Equal("Merino 50 / Nylon 25 / Silk 25", Text(whole.GetProperty("lot"), "parentage"));
        Assert.Equal("117 g", Text(whole.GetProperty("lot").GetProperty("left"), "text"));
        Assert.Contains("rolledFromTheSide", whole.GetProperty("lot").GetProperty("holdings").EnumerateArray().Select(h => h.GetString()));
        Assert.Equal(
            ["parts not-here"],
            (await ada.Send(HttpMethod.Patch, $"/api/lots/{made}/facts", Weights(("wool", null, "30 g")))).Refused()
        );
    }

    [Fact]
    public async Task What_came_in_as_one_fibre_can_be_told_as_a_blend_later_and_back_again()
    {
        var ada = await house.Register();
        var (top, code) = await ada.TakeIn(
            new
            {
                mass = "100",
                form = "top",
                breed = "Merino",
            }
        );
        Task<Reply> Tell(params object[] parts) => ada.Send(HttpMethod.Patch, $"/api/lots/{top}/facts", new { parts });
        async Task<string?> Parentage() => Text((await ada.Lot(code)).GetProperty("lot"), "parentage");

        (
            await Tell(
                new
                {
                    fibre = "wool",
                    breed = "Merino",
                    percent = 80,
                },
                new { fibre = "silk", percent = 20 }
            )
        ).Expect(204);
        Assert.Equal("Merino 80 / Silk 20", await Parentage());
        Assert.Equal(["parts empty"], (await Tell()).Refused());
        (await Tell(new { fibre = "wool", breed = "Merino" })).Expect(204);
        Assert.Equal("Merino", await Parentage());
        Assert.Empty((await ada.Lot(code)).GetProperty("lot").GetProperty("parts").EnumerateArray());
        var (raw, _) = await ada.TakeIn(new { mass = "2000", breed = "Merino" });
        Assert.Equal(
            ["parts in-the-grease"],
            (
                await ada.Send(
                    HttpMethod.Patch,
                    $"/api/lots/{raw}/facts",
                    new { parts = new[] { new { fibre = "wool", percent = 50 }, new { fibre = "silk", percent = 50 } } }
                )
            ).Refused()
        );
    }
}

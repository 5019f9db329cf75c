using System.Text.Json;
using Xunit;

namespace EarthyTuft.Web.Tests.Assessing;

public class FleeceBenchTests(House house) : IClassFixture<House>
{
    private static readonly object DontKnow = new { };

    [Fact]
    public async Task The_verdict_changes_as_judgements_and_locks_come_in()
    {
        var ada = await house.Register();
        var (id, code) = await ada.TakeIn(new { mass = "2 kg", breed = "Merino" });
        var empty = await ada.Get($"/api/lots/{code}/look-over");
        Assert.Equal("fine", empty.GetProperty("class").GetString());
        Assert.DoesNotContain("lace", Uses(empty, "goodFor"));
        Assert.Contains("the length of some locks", empty.GetProperty("missing").EnumerateArray().Select(m => m.GetString()));
        foreach (var length in new[] { "82", "85", "88" })
        {
            (await ada.Post($"/api/lots/{id}/locks", new { length, place = "side" })).Expect(200);
        }

        Assert.Contains("lace", Uses(await ada.Get($"/api/lots/{code}/look-over"), "goodFor"));
        var tender = await Judge(ada, code, new { judgements = new { soundness = "tender" }, decision = "felt slippers" });
        Assert.Contains("lace", Uses(tender, "carefulWith"));
        Assert.Contains("felt", Uses(tender, "goodFor"));
        Assert.Equal("felt slippers", tender.GetProperty("decision").GetString());
        var staple = tender.GetProperty("against").EnumerateArray().Single(a => a.GetProperty("name").GetString() == "Staple");
        Assert.Equal("within the usual range", staple.GetProperty("sentence").GetString());
    }

    [Fact]
    public async Task A_first_impression_is_kept_as_it_was_first_written()
    {
        var ada = await house.Register();
        var (_, code) = await ada.TakeIn(new { mass = "2 kg" });
        await Judge(ada, code, new { judgements = DontKnow, firstImpression = "smells of heather" });
        var later = await Judge(
            ada,
            code,
            new
            {
                judgements = new { handle = "soft" },
                firstImpression = "something else",
                content = "claimed",
            }
        );
        Assert.Equal("smells of heather", later.GetProperty("firstImpression").GetString());
        Assert.Equal("soft", later.GetProperty("judgements").GetProperty("handle").GetString());
        Assert.Equal("claimed", later.GetProperty("content").GetString());
    }

    [Fact]
    public async Task What_was_judged_on_the_fleece_holds_for_what_was_made_of_it()
    {
        var ada = await house.Register();
        var (raw, rawCode) = await ada.TakeIn(new { mass = "2 kg", breed = "Gotland 50 / Wensleydale 50" });
        await Judge(ada, rawCode, new { judgements = new { lustre = "bright" } });
        var (_, code) = await ada.Log(Requests.Skirt(raw, "1800", ("skirtings", "200")));
        var page = await ada.Get($"/api/lots/{code}/look-over");
        Assert.True(page.GetProperty("inherited").GetBoolean());
        Assert.Equal("bright", page.GetProperty("judgements").GetProperty("lustre").GetString());
        Assert.StartsWith("the envelope of Gotland and Wensleydale", page.GetProperty("comparedWith").GetString());
    }

    [Fact]
    public async Task Every_fleece_has_two_routes_and_a_chosen_one_moves_it_to_its_next_station()
    {
        var ada = await house.Register();
        var (raw, code) = await ada.TakeIn(
            new
            {
                mass = "3 kg",
                breed = "Huacaya alpaca",
                price = 60,
            }
        );
        var page = await ada.Get($"/api/lots/{code}/routes?aim=worstedSoft");
        Assert.True(page.GetProperty("routes").GetArrayLength() >= 2);
        Assert.Equal("worstedSoft", page.GetProperty("aim").GetString());
        Assert.All(page.GetProperty("routes").EnumerateArray(), r => Assert.All(r.GetProperty("steps").EnumerateArray(), s =>
            {
                Assert.NotEmpty(s.GetProperty("because").GetString()!);
                Assert.True(
                    s.GetProperty("low").GetProperty("grams").GetDouble() <= s.GetProperty("high").GetProperty("grams").GetDouble()
                );
            }));
        var chosen = (await ada.Send(HttpMethod.Put, $"/api/lots/{code}/route", new { aim = "worstedSoft", preparation = "top" })).Expect(
            200
        );
        Assert.Single(chosen.GetProperty("routes").EnumerateArray(), r => r.GetProperty("chosen").GetBoolean());
        var lot = await ada.Lot(code);
        Assert.Equal(
            ["skirt", "open", "wash", "dry", "comb"],
            lot.GetProperty("ribbon").GetProperty("ahead").EnumerateArray().Select(a => a.GetProperty("step").GetString())
        );

        // What is made goes on with it, and dust is shaken out of it before it is washed.
        var (skirted, skirtedCode) = await ada.Log(Requests.Skirt(raw, "2700", ("skirtings", "300")));
        Assert.Equal("open", Next(await ada.Lot(skirtedCode)));
        var (_, shakenCode) = await ada.Log(
            new
            {
                step = "open",
                from = new[] { new { lotId = skirted } },
                to = new[] { new { form = "skirted", mass = "2600" } },
                losses = new[] { new { kind = "dust", mass = "95" } },
            }
        );
        Assert.Equal("wash", Next(await ada.Lot(shakenCode)));
        Assert.Contains((await ada.Get("/api/course")).GetProperty("heaps").EnumerateArray(), h =>
            h.GetProperty("step").GetString() == "wash"
        );
        (await ada.Send(HttpMethod.Delete, $"/api/lots/{shakenCode}/route")).Expect(204);
        Assert.Equal(JsonValueKind.Null, (await ada.Lot(shakenCode)).GetProperty("lot").GetProperty("route").ValueKind);
    }

    [Fact]
    public async Task Own_fleeces_move_the_forecast_and_it_says_so()
    {
        var ada = await house.Register();
        var (_, code) = await ada.TakeIn(new { mass = "3 kg", breed = "Gotland" });
        var before = await ada.Get($"/api/lots/{code}/needed?wanted=600");
        Assert.Equal("typical", before.GetProperty("atMedian").GetProperty("from").GetString());
        Assert.True(
            before.GetProperty("nineInTen").GetProperty("grams").GetDouble()
                > before.GetProperty("atMedian").GetProperty("grams").GetDouble()
        );
        for (var i = 0; i < 4; i++)
        {
            var (raw, _) = await ada.TakeIn(new { mass = "2 kg", breed = "Gotland" });
            await ada.Log(Requests.Skirt(raw, "1980", ("skirtings", "20")));
        }

        var after = await ada.Get($"/api/lots/{code}/needed?wanted=600");
        // A chain is called one's own only when every link is.
        Assert.Equal("typical", after.GetProperty("atMedian").GetProperty("from").GetString());
        Assert.EndsWith("the rest is typical.", after.GetProperty("experience").GetString());
        Assert.True(
            after.GetProperty("atMedian").GetProperty("grams").GetDouble() < before.GetProperty("atMedian").GetProperty("grams").GetDouble()
        );
        Assert.Contains("skirt 4", after.GetProperty("experience").GetString());
        // What is asked about is the end looked at: combs lose more than a wash alone.
        var locks = await ada.Get($"/api/lots/{code}/needed?wanted=600&aim=worstedHard&preparation=cleanLocks");
        var top = await ada.Get($"/api/lots/{code}/needed?wanted=600&aim=worstedHard&preparation=top");
        Assert.True(
            top.GetProperty("atMedian").GetProperty("grams").GetDouble() > locks.GetProperty("atMedian").GetProperty("grams").GetDouble()
        );
        Assert.Equal(["wanted not-a-weight"], (await ada.Send(HttpMethod.Get, $"/api/lots/{code}/needed?wanted=lots")).Refused());
    }

    [Fact]
    public async Task Own_values_of_a_breed_stand_before_the_general_ones_in_this_workshop_only()
    {
        var ada = await house.Register();
        var eve = await house.Register("Eve");
        var (id, code) = await ada.TakeIn(new { mass = "2 kg", breed = "Gotland" });
        (await ada.Post($"/api/lots/{id}/locks", new { length = "150" })).Expect(200);
        var gotland = (await ada.Get("/api/breeds/search?q=gotlnad")).EnumerateArray().First().GetProperty("breed");
        Assert.Equal("Gotland", gotland.GetProperty("name").GetString());
        object Mine(double high) =>
            new
            {
                name = "gotland",
                fibre = "wool",
                @class = "long",
                micron = new { low = 28, high = 33 },
                stapleMillimetres = new { low = 80, high },
                wave = "curl",
                crimpsPerCentimetre = (object?)null,
                fleeceKilograms = new { low = 2, high = 4 },
                cleanYield = new { low = 0.6, high = 0.8 },
            };
        Assert.Contains("stapleMillimetres out-of-range", (await ada.Send(HttpMethod.Put, "/api/breeds", Mine(20))).Refused());
        (await ada.Send(HttpMethod.Put, "/api/breeds", Mine(120))).Expect(200);
        Assert.Equal(
            "30 mm longer than the breed\u2019s usual range.",
            (await ada.Lot(code)).GetProperty("staple").GetProperty("sentence").GetString()!.Split(" A fleece")[0]
        );
        string From(JsonElement all) =>
            all.EnumerateArray()
                .Single(b => b.GetProperty("breed").GetProperty("name").GetString()!.Equals("gotland", StringComparison.OrdinalIgnoreCase))
                .GetProperty("from")
                .GetString()!;
        Assert.Equal(("yours", "typical"), (From(await ada.Get("/api/breeds")), From(await eve.Get("/api/breeds"))));
        (await eve.Send(HttpMethod.Delete, "/api/breeds/gotland")).Expect(404);
        (await ada.Send(HttpMethod.Delete, "/api/breeds/gotland")).Expect(204);
        Assert.Equal("typical", From(await ada.Get("/api/breeds")));
    }

    [Fact]
    public async Task The_shipped_reference_is_as_large_as_promised_and_every_row_can_be()
    {
        var all = Data.Fibres.BreedReference.All;
        Assert.True(all.Count(b => b.Fibre == Core.Fibres.Fibre.Wool) >= 70);
        Assert.True(all.Count(b => b.Fibre != Core.Fibres.Fibre.Wool) >= 15);
        Assert.All(all, b => Assert.False(Core.Fibres.Breed.Check(b).IsRefused, b.Name));
        Assert.Equal(all.Count, all.Select(b => Core.Fibres.BreedBook.Plain(b.Name)).Distinct().Count());
        await Task.CompletedTask;
    }

    [Fact]
    public async Task Another_workshops_fleece_is_not_here()
    {
        var ada = await house.Register();
        var eve = await house.Register("Eve");
        var (id, code) = await ada.TakeIn(new { mass = "2 kg" });
        var replies = new[]
        {
            await eve.Send(HttpMethod.Get, $"/api/lots/{code}/look-over"),
            await eve.Send(HttpMethod.Put, $"/api/lots/{code}/look-over", new { judgements = DontKnow }, Guid.NewGuid()),
            await eve.Send(HttpMethod.Get, $"/api/lots/{code}/routes"),
            await eve.Send(HttpMethod.Put, $"/api/lots/{code}/route", new { aim = "lace", preparation = "top" }),
            await eve.Send(HttpMethod.Delete, $"/api/lots/{code}/route"),
            await eve.Send(HttpMethod.Get, $"/api/lots/{code}/needed?wanted=100"),
            await eve.Send(HttpMethod.Get, $"/api/lots/{code}/where"),
            await eve.Post($"/api/lots/{id}/leave", new { step = "useUp" }),
            await eve.Post($"/api/lots/{id}/recount", new { mass = "5" }),
            await eve.Send(HttpMethod.Put, $"/api/lots/{id}/reserve", new { mass = "5", @for = "x" }),
            await eve.Send(HttpMethod.Patch, $"/api/lots/{id}/facts", new { colour = "x" }),
        };
        Assert.All(replies, r => Assert.Equal(404, r.Status));
    }

    private static string? Next(JsonElement page) => page.GetProperty("lot").GetProperty("next").GetString();

    private static async Task<JsonElement> Judge(Person person, string code, object body) =>
        (await person.Send(HttpMethod.Put, $"/api/lots/{code}/look-over", body, Guid.NewGuid())).Expect(200);

    private static string[] Uses(JsonElement page, string leaning) =>
        [
            .. page.GetProperty("verdict")
                .EnumerateArray()
                .Where(v => v.GetProperty("leaning").GetString() == leaning)
                .Select(v => v.GetProperty("use").GetString()!),
        ];
}

using System.Text.Json;
using EarthyTuft.Web.Tests.Photographs;
using Xunit;

namespace EarthyTuft.Web.Tests.Comparing;

/// <summary>What was rehearsed beside what became of it, from the strip chart to the skein; and how even the yarn of each way is.</summary>
public class RealYarnTests(House house) : IClassFixture<House>
{
    private static Guid Id(JsonElement of) => of.GetProperty("id").GetGuid();

    private static string[] Texts(JsonElement of) => [.. of.EnumerateArray().Select(s => s.GetString()!)];

    private static object Chart(Guid red, Guid gold, string plied = "plain") =>
        new
        {
            colours = new object[] { new { name = "a", lotId = red }, new { name = "b", lotId = gold } },
            repeat = "a b",
            strip = "10",
            times = 1,
            plies = plied == "chain" ? new object[] { new { order = "same" } } : [new { order = "same" }, new { order = "same" }],
            singlesTex = 135,
            plied,
            stitches = 30,
            millimetresPerStitch = 12,
        };

    [Fact]
    public async Task The_skein_lies_beside_the_rehearsal_of_its_strips()
    {
        var ada = await house.Register();
        var (red, _) = await ada.TakeIn(
            new
            {
                mass = "60",
                form = "top",
                colour = "madder",
            }
        );
        var (gold, _) = await ada.TakeIn(
            new
            {
                mass = "60",
                form = "top",
                colour = "gold",
            }
        );
        // An earlier chart of the same lots that was another: the one that was begun last before the spinning counts.
        var chain = (await ada.Post("/api/runs", new { craft = "divide", chart = Chart(red, gold, "chain") })).Expect(200);
        (await ada.Send(HttpMethod.Post, $"/api/runs/{Id(chain)}/end")).Expect(204);
        var run = (await ada.Post("/api/runs", new { craft = "divide", chart = Chart(red, gold) })).Expect(200);
        (await ada.Send(HttpMethod.Post, $"/api/runs/{Id(run)}/end")).Expect(204);
        async Task<JsonElement> Rehearsed(string code) => await ada.Get($"/api/comparing/{code}/rehearsed");

        var (singles, singlesCode) = await ada.Log(
            new
            {
                step = "spin",
                from = new object[]
                {
                    new
                    {
                        lotId = red,
                        mass = "20",
                        all = false,
                    },
                    new
                    {
                        lotId = gold,
                        mass = "20",
                        all = false,
                    },
                },
                to = new[] { new { form = "singles", mass = "40" } },
            }
        );
        var (plied, _) = await ada.Log(
            new
            {
                step = "ply",
                from = new[] { new { lotId = singles } },
                to = new[] { new { form = "plied", mass = "40" } },
            }
        );
        var (yarn, code) = await ada.Log(
            new
            {
                step = "finish",
                from = new[] { new { lotId = plied } },
                to = new[] { new { form = "yarn", mass = "40" } },
            }
        );
        var page = await Rehearsed(code);
        Assert.Equal(JsonValueKind.Null, page.GetProperty("came").ValueKind);
        Assert.Equal(143.8, page.GetProperty("rehearsed").GetProperty("yarnMetres").GetDouble());
        Assert.Equal(2, page.GetProperty("rehearsed").GetProperty("singles").GetArrayLength());
        Assert.StartsWith("Measure its length", Assert.Single(Texts(page.GetProperty("sentences"))));

        (await ada.Post($"/api/lots/{yarn}/yarn", new { length = "125", plies = 2 })).Expect(200);
        page = await Rehearsed(code);
        // 40 g over 125 m are 320 tex: two singles of 160.
        Assert.Equal(125, page.GetProperty("came").GetProperty("yarnMetres").GetDouble());
        Assert.Equal(
            [
                "Rehearsed in singles of 135 tex; they came out at 155 tex, 3 % taken up in plying.",
                "A strip is seen for 62.5 m of yarn instead of 71.9 m: 173.6 rows or rounds of 30 stitches instead of 199.8. Thicker singles make shorter stripes: heavier strips keep them as they were rehearsed.",
            ],
            Texts(page.GetProperty("sentences"))
        );
        Assert.Empty(page.GetProperty("photographs").EnumerateArray());
        var rehearsed = await Rehearsed(singlesCode);
        Assert.NotEqual(JsonValueKind.Null, rehearsed.GetProperty("rehearsed").ValueKind);

        // What was no strip chart, or is no yarn, has nothing to lie beside; and nobody else's is there.
        var (plain, _) = await ada.TakeIn(new { mass = "60", form = "top" });
        var (_, other) = await ada.Log(
            new
            {
                step = "spin",
                from = new[] { new { lotId = plain } },
                to = new[] { new { form = "singles", mass = "59" } },
            }
        );
        Assert.Equal(JsonValueKind.Null, (await Rehearsed(other)).GetProperty("rehearsed").ValueKind);
        (await ada.Send(HttpMethod.Get, "/api/comparing/Z-99/rehearsed")).Refused(404, "not-here");
        (await (await house.Register("Bea")).Send(HttpMethod.Get, $"/api/comparing/{code}/rehearsed")).Refused(404, "not-here");
    }

    [Fact]
    public async Task A_photograph_of_the_yarn_or_of_its_sample_lies_beside_it()
    {
        var ada = await house.Register();
        var (red, _) = await ada.TakeIn(
            new
            {
                mass = "60",
                form = "top",
                colour = "madder",
            }
        );
        var (gold, _) = await ada.TakeIn(
            new
            {
                mass = "60",
                form = "top",
                colour = "gold",
            }
        );
        (await ada.Post("/api/runs", new { craft = "divide", chart = Chart(red, gold) })).Expect(200);
        var (yarn, code) = await ada.Log(
            new
            {
                step = "spin",
                from = new object[]
                {
                    new
                    {
                        lotId = red,
                        mass = "20",
                        all = false,
                    },
                    new
                    {
                        lotId = gold,
                        mass = "20",
                        all = false,
                    },
                },
                to = new[] { new { form = "singles", mass = "40" } },
            }
        );
        var sample = (await ada.Post("/api/samples", new { lotId = red, verdict = "Stripes." })).Expect(200);
        async Task Put(string of, Guid id) =>
            (
                await ada.Send(
                    HttpMethod.Post,
                    $"/api/photographs?of={of}&id={id}",
                    TestPictures.Body(TestPictures.Png(60, 40)),
                    Guid.NewGuid()
                )
            ).Expect(200);
        await Put("lot", yarn);
        await Put("sample", Id(sample));
        await Put("lot", gold);
        var seen = (await ada.Get($"/api/comparing/{code}/rehearsed"))
            .GetProperty("photographs")
            .EnumerateArray()
            .Select(p => p.GetProperty("of").GetString())
            .Order();
        Assert.Equal(new[] { code, sample.GetProperty("code").GetString()! }.Order(), seen);
    }

    [Fact]
    public async Task How_even_each_ways_yarn_is_comes_from_wraps_at_several_places()
    {
        var ada = await house.Register();
        var (clean, code) = await ada.TakeIn(
            new
            {
                mass = "200",
                form = "clean",
                breed = "Romney",
            }
        );
        async Task<Guid> Way(string form, int minutes, string wraps)
        {
            var (made, _) = await ada.Log(
                new
                {
                    step = "card",
                    from = new[]
                    {
                        new
                        {
                            lotId = clean,
                            mass = "50",
                            all = false,
                        },
                    },
                    to = new[] { new { form, mass = "49" } },
                    losses = new[] { new { kind = "cardWaste" } },
                    minutes,
                }
            );
            var (singles, _) = await ada.Log(
                new
                {
                    step = "spin",
                    from = new[]
                    {
                        new
                        {
                            lotId = made,
                            mass = "20",
                            all = false,
                        },
                    },
                    to = new[]
                    {
                        new
                        {
                            form = "singles",
                            mass = "20",
                            yarn = new { wraps },
                        },
                    },
                }
            );
            Assert.NotEqual(Guid.Empty, singles);
            return made;
        }

        var batt = await Way("batt", 20, "12 16 11 17 14 13 18 12");
        var rolags = await Way("rolag", 90, "14 14 15 14 14 13 14 14");
        JsonElement Line(JsonElement page, string by) =>
            page.GetProperty("lines").EnumerateArray().Single(l => l.GetProperty("by").GetString() == by);
        string[] Standings(JsonElement line) =>
            [.. line.GetProperty("cells").EnumerateArray().Select(c => c.GetProperty("standing").GetString()!)];
        var page = await ada.Get($"/api/comparing/{code}");
        Assert.Equal(["worse", "better"], Standings(Line(page, "unevenSingles")));
        Assert.Equal(
            ["18 %", "3.8 %"],
            Line(page, "unevenSingles").GetProperty("cells").EnumerateArray().Select(c => c.GetProperty("text").GetString())
        );
        Assert.Contains(Texts(page.GetProperty("sentences")), s => s.Contains("rolags, buys more even singles", StringComparison.Ordinal));

        // The same with a sample alone; the mean stands for the wraps that nobody told.
        Assert.Equal(
            ["wrapsPlaces not-a-count"],
            (await ada.Post("/api/samples", new { lotId = batt, wrapsPlaces = "about 14" })).Refused()
        );
        var sample = (await ada.Post("/api/samples", new { lotId = batt, wrapsPlaces = "12 16 11 17 14 13 18 12" })).Expect(200);
        Assert.Equal(
            (14.1, "18 % from place to place"),
            (sample.GetProperty("wrapsPerInch").GetDouble(), sample.GetProperty("unevenness").GetString())
        );
        (
            await ada.Post(
                "/api/samples",
                new
                {
                    lotId = rolags,
                    wrapsPerInch = 14,
                    wrapsPlaces = "14 14 15 14 14 13 14 14",
                }
            )
        ).Expect(200);
        Assert.Equal(["worse", "better"], Standings(Line(await ada.Get($"/api/comparing/{code}"), "unevenYarn")));
        var changed = (
            await ada.Send(
                HttpMethod.Put,
                $"/api/samples/{Id(sample)}/card",
                new { version = sample.GetProperty("version").GetUInt32(), wrapsPlaces = "14 15" }
            )
        ).Expect(200);
        Assert.Equal("14 15", changed.GetProperty("wrapsPlaces").GetString());
        var history = (await ada.Get("/api/samples/" + sample.GetProperty("code").GetString()))
            .GetProperty("changes")
            .EnumerateArray()
            .Select(c => $"{c.GetProperty("what").GetString()}: {c.GetProperty("from").GetString()} -> {c.GetProperty("to").GetString()}")
            .Order();
        Assert.Equal(["wraps at several places: 12 16 11 17 14 13 18 12 -> 14 15", "wraps per inch: 14.1 -> 14.5"], history);
    }
}

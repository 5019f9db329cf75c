using System.Text.Json;
using Xunit;
using static EarthyTuft.Web.Tests.Runs.Running;

namespace EarthyTuft.Web.Tests.Combing;

/// <summary>Combing in loads: combs of the workshop, the end that leads, noil by load, and the entry that ends it.</summary>
public class CombingTests(House house) : IClassFixture<House>
{
    private static Guid Id(JsonElement of) => of.GetProperty("id").GetGuid();

    private static Task<Reply> Begin(Person who, Guid lot, object? more = null) => BeginLoads(who, "comb", lot, more);

    private static async Task<Guid> Combs(Person who) =>
        Id(
            (
                await who.Post(
                    "/api/tools/combs",
                    new
                    {
                        name = "long combs",
                        kind = "combs",
                        width = "18",
                        rows = 4,
                        height = "20",
                    }
                )
            ).Expect(200)
        );

    private static string Text(JsonElement details, string field) => details.GetProperty(field).GetString()!;

    /// <summary>How the load on the combs stands after the transfers that were tapped.</summary>
    private static JsonElement Stand(JsonElement run) =>
        Details(run).GetProperty("stands")[Details(run).GetProperty("transfers").GetInt32()];

    [Fact]
    public async Task A_long_wool_asks_for_its_tips_to_lead_and_its_tender_part_is_named()
    {
        var ada = await house.Register();
        var combs = await Combs(ada);
        var (lot, code) = await ada.TakeIn(
            new
            {
                mass = "300",
                form = "clean",
                breed = "Wensleydale",
                humidityPercent = 65,
            }
        );
        var plan = (
            await ada.Post(
                "/api/combing/plan",
                new
                {
                    lotIds = new[] { lot },
                    toolId = combs,
                    most = "34",
                    wanted = "tip",
                    atLeast = 3,
                }
            )
        ).Expect(200);
        Assert.Equal(
            (9, 4, "tip", true),
            (
                plan.GetProperty("loads").GetInt32(),
                plan.GetProperty("transfers").GetInt32(),
                plan.GetProperty("leading").GetString(),
                plan.GetProperty("takesOneMore").GetBoolean()
            )
        );
        Assert.Equal(5, plan.GetProperty("fills").GetArrayLength());

        var run = (
            await Begin(
                ada,
                lot,
                new
                {
                    toolId = combs,
                    most = "34",
                    wanted = "tip",
                    atLeast = 3,
                    dizMillimetres = 3,
                }
            )
        ).Expect(200);
        Assert.Contains("4 transfers are left, then draw off with the tips leading", Text(Stand(run), "sentence"));
        for (var i = 0; i < 3; i++)
        {
            run = (await Tap(ada, Id(run), new { kind = "transferFibre" })).Expect(200);
        }

        Assert.Equal(("butt", false), (Text(Stand(run), "leading"), Stand(run).GetProperty("isReady").GetBoolean()));
        Assert.Contains("weigh what a transfer leaves", Text(Stand(run), "sentence"));
        run = (
            await Tap(
                ada,
                Id(run),
                new
                {
                    kind = "weighTufts",
                    mass = "2",
                    loads = 3,
                }
            )
        ).Expect(200);
        Assert.Contains("costs about 0.67 g a load as noil", Text(Stand(run), "sentence"));
        run = (await Tap(ada, Id(run), new { kind = "transferFibre" })).Expect(200);
        Assert.Equal(("tip", true), (Text(Stand(run), "leading"), Stand(run).GetProperty("isReady").GetBoolean()));

        foreach (var noil in new[] { 3, 4, 3, 4, 8, 9, 3, 4, 3 })
        {
            run = (
                await Tap(
                    ada,
                    Id(run),
                    new
                    {
                        kind = "combOneLoad",
                        top = $"{33 - noil}",
                        noil = $"{noil}",
                    }
                )
            ).Expect(200);
        }

        await Tap(ada, Id(run), new { kind = "weighCombWaste", mass = "2" });
        run = (
            await Tap(
                ada,
                Id(run),
                new
                {
                    kind = "weighSliver",
                    metres = 2,
                    mass = "9",
                }
            )
        ).Expect(200);
        var details = Details(run);
        Assert.StartsWith("Loads 5 and 6 left 26 % noil, the others 10 %: a tender part of the fleece?", Text(details, "tenderSentence"));
        Assert.Equal(
            [5, 6],
            details
                .GetProperty("loads")
                .EnumerateArray()
                .Select((l, i) => (l, i + 1))
                .Where(l => l.l.GetProperty("standsOut").GetBoolean())
                .Select(l => l.Item2)
        );
        Assert.Contains("it is kept fibre, but no top", Text(details, "noilSentence"));
        Assert.Equal("Top of 4.5 g a metre; measure a second piece to see how even it is.", Text(details, "sliver"));
        var entry = run.GetProperty("entry");
        Assert.Equal(
            ("top", "256 g", "noil", "41 g", "secondCuts", "2 g"),
            (
                Text(entry, "gives"),
                Text(entry, "mass"),
                Text(entry.GetProperty("more")[0], "form"),
                Text(entry.GetProperty("more")[0], "mass"),
                Text(entry.GetProperty("losses")[0], "kind"),
                Text(entry.GetProperty("losses")[0], "mass")
            )
        );

        var logged = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "comb",
                    from = new[] { new { lotId = lot } },
                    to = new[] { new { form = "top", mass = "256" }, new { form = "noil", mass = "41" } },
                    losses = new[] { new { kind = "secondCuts", mass = "2" } },
                    runId = Id(run),
                    notes = Text(entry, "notes"),
                }
            )
        ).Expect(200);
        Assert.True(logged.GetProperty("kept").GetBoolean());
        Assert.Empty(await Of(ada, "comb"));
        Assert.Contains("Loads 5 and 6", (await ada.Get($"/api/lots/{code}")).ToString());

        // From now on the tines take what was really lashed on.
        var (next, _) = await ada.TakeIn(
            new
            {
                mass = "300",
                form = "clean",
                breed = "Wensleydale",
            }
        );
        var most = (await ada.Post("/api/combing/plan", new { lotIds = new[] { next }, toolId = combs })).Expect(200).GetProperty("most");
        Assert.Equal(("yours", "33 g"), (Text(most, "from"), Text(most, "text")));
    }

    [Fact]
    public async Task Wax_left_in_the_wash_and_a_tender_lock_are_said_before_the_first_load()
    {
        var ada = await house.Register();
        var combs = await Combs(ada);
        var (fleece, _) = await ada.TakeIn(new { mass = "2000", breed = "Wensleydale" });
        var (wet, _) = await ada.Log(Requests.Wash(fleece));
        var (clean, code) = await ada.Log(Requests.Dry(wet, "1900"));
        (await ada.Post($"/api/scouring/after/{code}/keep", new { handle = "tacky", decision = "useSoon" }, Guid.NewGuid())).Expect(200);
        (
            await ada.Send(HttpMethod.Put, $"/api/lots/{code}/look-over", new { judgements = new { soundness = "tender" } }, Guid.NewGuid())
        ).Expect(200);
        var said = (
            await ada.Post(
                "/api/combing/plan",
                new
                {
                    lotIds = new[] { clean },
                    toolId = combs,
                    most = "40",
                }
            )
        ).Expect(200).GetProperty("cautions").EnumerateArray().Select(c => c.GetString()!).ToArray();
        Assert.Contains(said, c => c.StartsWith("A lock of it was found tender", StringComparison.Ordinal));
        Assert.Contains(said, c => c.StartsWith("After its wash it was judged to have wax left", StringComparison.Ordinal));
        // Never in the way.
        (await Begin(ada, clean, new { toolId = combs, most = "40" })).Expect(200);
    }

    [Fact]
    public async Task A_hackle_a_flick_and_carded_wool_go_the_same_way()
    {
        var ada = await house.Register();
        var hackle = Id(
            (
                await ada.Post(
                    "/api/tools/combs",
                    new
                    {
                        name = "hackle",
                        kind = "hackle",
                        width = "30",
                        rows = 1,
                    }
                )
            ).Expect(200)
        );
        var flick = Id(
            (
                await ada.Post(
                    "/api/tools/cards",
                    new
                    {
                        name = "flick",
                        kind = "flick",
                        width = "6",
                        length = "9",
                    }
                )
            ).Expect(200)
        );
        var (lot, _) = await ada.TakeIn(new { mass = "80", form = "batt" });
        var pulled = (
            await Begin(
                ada,
                lot,
                new
                {
                    toolId = hackle,
                    way = "hackle",
                    mass = "40",
                }
            )
        ).Expect(200);
        Assert.Contains("The tips lead now, and as it is drawn off", Text(Stand(pulled), "sentence"));
        Assert.Equal(["kind not-here"], (await Tap(ada, Id(pulled), new { kind = "transferFibre" })).Refused());
        Assert.Equal(
            ["wanted wrong-end"],
            (
                await Begin(
                    ada,
                    lot,
                    new
                    {
                        toolId = hackle,
                        way = "hackle",
                        wanted = "butt",
                        mass = "10",
                    }
                )
            ).Refused()
        );
        Assert.Equal(
            ["toolId not-here"],
            (
                await Begin(
                    ada,
                    lot,
                    new
                    {
                        toolId = flick,
                        way = "hackle",
                        mass = "10",
                    }
                )
            ).Refused()
        );

        var (locks, _) = await ada.TakeIn(new { mass = "30", form = "clean" });
        Assert.Equal(["most missing"], (await Begin(ada, locks, new { toolId = flick, way = "flicked" })).Refused());
        var flicked = (
            await Begin(
                ada,
                locks,
                new
                {
                    toolId = flick,
                    way = "flicked",
                    most = "5",
                }
            )
        ).Expect(200);
        Assert.Equal("opened", Text(flicked.GetProperty("entry"), "gives"));
        (
            await Tap(
                ada,
                Id(flicked),
                new
                {
                    kind = "combOneLoad",
                    top = "4.6",
                    noil = "0.3",
                }
            )
        ).Expect(200);
        var logged = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "comb",
                    from = new[] { new { lotId = locks } },
                    to = new[] { new { form = "opened", mass = "28" } },
                    runId = Id(flicked),
                }
            )
        ).Expect(200);
        Assert.True(logged.GetProperty("kept").GetBoolean());
    }

    [Theory]
    [InlineData("""{ "kind": "countCombLoads", "count": -1 }""", "count out-of-range")]
    [InlineData("""{ "kind": "combOneLoad", "top": "0" }""", "top empty-lot")]
    [InlineData("""{ "kind": "combOneLoad", "noil": "some" }""", "noil not-a-weight")]
    [InlineData("""{ "kind": "weighSliver", "metres": 0, "mass": "4" }""", "metres out-of-range")]
    [InlineData("""{ "kind": "weighTufts", "mass": "1", "loads": 0 }""", "loads out-of-range")]
    [InlineData("""{ "kind": "keepEnds", "mass": "" }""", "mass empty")]
    [InlineData("""{ "kind": "cardOneLoad" }""", "kind not-here")]
    public async Task What_cannot_be_is_refused_at_its_field(string command, string refused)
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(new { mass = "60", form = "clean" });
        var run = (await Begin(ada, lot, new { most = "20" })).Expect(200);
        Assert.Equal([refused], (await Tap(ada, Id(run), JsonSerializer.Deserialize<JsonElement>(command))).Refused());
    }

    [Fact]
    public async Task Combs_and_dizzes_are_read_as_typed_and_refused_by_name()
    {
        var ada = await house.Register();
        Task<Reply> Add(object tool) => ada.Post("/api/tools/combs", tool);
        var combs = (
            await Add(
                new
                {
                    name = "minis",
                    kind = "combs",
                    width = "4 in",
                    rows = 2,
                }
            )
        ).Expect(200);
        Assert.Equal((10.16, 2), (combs.GetProperty("widthCentimetres").GetDouble(), combs.GetProperty("rows").GetInt32()));
        Assert.Equal(
            ["hole out-of-range"],
            (
                await Add(
                    new
                    {
                        name = "horn",
                        kind = "diz",
                        hole = "0",
                    }
                )
            ).Refused()
        );
        Assert.Equal(["hole empty"], (await Add(new { name = "horn", kind = "diz" })).Refused());
        Assert.Equal(
            ["rows out-of-range", "width not-a-length"],
            (
                await Add(
                    new
                    {
                        name = "x",
                        kind = "combs",
                        width = "wide",
                        rows = 0,
                    }
                )
            ).Refused()
        );
        Assert.Equal(["kind wrong-kind", "rows out-of-range", "width empty"], (await Add(new { name = "x", kind = "tub" })).Refused());
        Assert.Equal(
            ["name missing"],
            (
                await Add(
                    new
                    {
                        name = " ",
                        kind = "diz",
                        hole = "3",
                    }
                )
            ).Refused()
        );
        var diz = (
            await Add(
                new
                {
                    name = "horn",
                    kind = "diz",
                    hole = "3",
                }
            )
        ).Expect(200);
        (await ada.Post($"/api/tools/{Id(diz)}/upkeep", new { what = "edge polished" })).Expect(204);
        var all = await ada.Get("/api/tools/combs");
        Assert.Equal(["minis", "horn"], all.EnumerateArray().Select(t => t.GetProperty("name").GetString()));
        Assert.Equal("edge polished", Text(all[1].GetProperty("upkeep")[0], "what"));

        var (lot, _) = await ada.TakeIn(new { mass = "60", form = "clean" });
        var run = (await Begin(ada, lot, new { toolId = Id(combs), dizId = Id(diz) })).Expect(200);
        Assert.Equal(3, Details(run).GetProperty("dizMillimetres").GetDouble());
        var eve = await house.Register();
        Assert.Empty((await eve.Get("/api/tools/combs")).EnumerateArray());
        var (hers, _) = await eve.TakeIn(new { mass = "60", form = "clean" });
        Assert.Equal(
            ["toolId not-here", "dizId not-here"],
            (await Begin(eve, hers, new { toolId = Id(combs), dizId = Id(diz) })).Refused()
        );
        Assert.Equal(["dizMillimetres out-of-range"], (await Begin(eve, hers, new { most = "20", dizMillimetres = 0 })).Refused());
        Assert.Equal(404, (await eve.Post($"/api/tools/{Id(diz)}/upkeep", new { what = "mine" })).Status);
    }
}

using System.Text.Json;
using Xunit;
using static EarthyTuft.Web.Tests.Runs.Running;

namespace EarthyTuft.Web.Tests.Carding;

/// <summary>Carding in loads: cards of the workshop, a plan, taps, neps, and the entry that ends it.</summary>
public class CardingTests(House house) : IClassFixture<House>
{
    private static Task<Reply> Begin(Person who, Guid lot, object? more = null, Guid? key = null) =>
        BeginLoads(who, "card", lot, more, key);

    private static Guid Id(JsonElement of) => of.GetProperty("id").GetGuid();

    private static async Task<Guid> Drum(Person who) =>
        Id(
            (
                await who.Post(
                    "/api/tools/cards",
                    new
                    {
                        name = "old drum",
                        kind = "drumCarder",
                        width = "20",
                        length = "57",
                        teethPerSquareInch = 72,
                    }
                )
            ).Expect(200)
        );

    [Fact]
    public async Task Nine_loads_with_a_light_one_end_in_one_entry_and_teach_the_drum()
    {
        var ada = await house.Register();
        var drum = await Drum(ada);
        var (lot, code) = await ada.TakeIn(
            new
            {
                mass = "430",
                form = "clean",
                humidityPercent = 65,
            }
        );
        var plan = (await ada.Post("/api/carding/plan", new { lotIds = new[] { lot }, toolId = drum })).Expect(200);
        Assert.Equal(
            (9, "47.8 g", "typical"),
            (
                plan.GetProperty("loads").GetInt32(),
                plan.GetProperty("perLoad").GetProperty("text").GetString(),
                plan.GetProperty("most").GetProperty("from").GetString()
            )
        );

        // What is said for once is neither typical nor learned.
        var said = (
            await ada.Post(
                "/api/carding/plan",
                new
                {
                    lotIds = new[] { lot },
                    toolId = drum,
                    most = "30",
                    gives = "rolag",
                }
            )
        ).Expect(200);
        Assert.Equal(
            ("yours", "as it was typed for this work", "rolledAcross"),
            (
                said.GetProperty("most").GetProperty("from").GetString(),
                said.GetProperty("most").GetProperty("working").GetProperty("formula").GetString(),
                said.GetProperty("takenOff").GetString()
            )
        );

        var run = (await Begin(ada, lot, new { toolId = drum, gives = "batt" })).Expect(200);
        var taps = new[] { "48", "47", "49", "38", "48", "48", "47", "49" };
        foreach (var grams in taps)
        {
            run = (await Tap(ada, Id(run), new { kind = "cardOneLoad", mass = grams })).Expect(200);
        }

        var key = Guid.NewGuid();
        await Tap(ada, Id(run), new { kind = "cardOneLoad", mass = "46" }, key);
        run = (await Tap(ada, Id(run), new { kind = "cardOneLoad", mass = "46" }, key)).Expect(200);
        var details = Details(run);
        Assert.Equal(9, details.GetProperty("passes")[0].GetProperty("loads").GetArrayLength());
        Assert.Equal("Load 4 is light (38 g).", details.GetProperty("sentence").GetString());
        Assert.Equal(
            ("log", "420 g"),
            (Call(run).GetProperty("act").GetString(), run.GetProperty("entry").GetProperty("mass").GetString())
        );
        Assert.Contains("Load 4 is light", run.GetProperty("entry").GetProperty("notes").GetString());

        var logged = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "card",
                    from = new[] { new { lotId = lot } },
                    to = new[] { new { form = "batt", mass = "420" } },
                    runId = Id(run),
                    notes = run.GetProperty("entry").GetProperty("notes").GetString(),
                }
            )
        ).Expect(200);
        Assert.True(logged.GetProperty("kept").GetBoolean());
        Assert.Empty(await Of(ada, "card"));
        Assert.Equal($"{code}.2", logged.GetProperty("made")[0].GetProperty("code").GetString());

        // From now on the drum takes what was really put on it.
        var (next, _) = await ada.TakeIn(new { mass = "430", form = "clean" });
        var most = (await ada.Post("/api/carding/plan", new { lotIds = new[] { next }, toolId = drum })).Expect(200).GetProperty("most");
        Assert.Equal(("yours", "48 g"), (most.GetProperty("from").GetString(), most.GetProperty("text").GetString()));
    }

    [Fact]
    public async Task A_portion_beyond_its_lot_is_asked_about_where_it_is_typed()
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(new { mass = "46", form = "clean" });
        var beyond = await ada.Post(
            "/api/carding/plan",
            new
            {
                lotIds = new[] { lot },
                mass = "150",
                most = "25 g",
            }
        );
        Assert.Equal(["mass more-than-there"], beyond.Refused());
        Assert.Contains("46 g", beyond.Json.GetProperty("refusals")[0].GetProperty("reason").GetString());
        Assert.Equal(["mass more-than-there"], (await Begin(ada, lot, new { mass = "150", most = "25 g" })).Refused());
        // What the scale may be off by is no question.
        (
            await ada.Post(
                "/api/carding/plan",
                new
                {
                    lotIds = new[] { lot },
                    mass = "46.9",
                    most = "25 g",
                }
            )
        ).Expect(200);
    }

    [Fact]
    public async Task Neps_after_each_pass_say_whether_another_helps()
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(new { mass = "100", form = "clean" });
        var run = (await Begin(ada, lot, new { most = "25 g" })).Expect(200);
        Assert.Equal(409, (await Tap(ada, Id(run), new { kind = "beginCardPass" })).Status);
        await Tap(ada, Id(run), new { kind = "countCardLoads", count = 4 });
        await Tap(
            ada,
            Id(run),
            new
            {
                kind = "countNeps",
                neps = 120,
                pinch = "10",
            }
        );
        await Tap(ada, Id(run), new { kind = "beginCardPass" });
        await Tap(ada, Id(run), new { kind = "countCardLoads", count = 4 });
        run = (
            await Tap(
                ada,
                Id(run),
                new
                {
                    kind = "countNeps",
                    neps = 60,
                    pinch = "10",
                }
            )
        ).Expect(200);
        Assert.Equal("goOn", Details(run).GetProperty("verdict").GetString());
        Assert.Equal("Another pass would leave about 3 neps a gram: worth it.", Details(run).GetProperty("advice").GetString());
        Assert.Equal(6, Details(run).GetProperty("passes")[1].GetProperty("nepsPerGram").GetDouble(), 6);

        // A slip goes back; the pass before stays.
        run = (await ada.Post($"/api/runs/{Id(run)}/withdraw", new { eventId = Details(run).GetProperty("lastEvent").GetGuid() })).Expect(
            200
        );
        Assert.Equal(JsonValueKind.Null, Details(run).GetProperty("passes")[1].GetProperty("nepsPerGram").ValueKind);
        Assert.Equal("cannotTell", Details(run).GetProperty("verdict").GetString());
        (await End(ada, Id(run))).Expect(204);
    }

    [Fact]
    public async Task Rising_neps_call_up_what_was_last_seen_of_the_tool()
    {
        var ada = await house.Register();
        var drum = await Drum(ada);
        (await ada.Post($"/api/tools/{drum}/upkeep", new { what = "three bent teeth" })).Expect(204);
        var (lot, _) = await ada.TakeIn(new { mass = "40", form = "clean" });
        var run = (await Begin(ada, lot, new { toolId = drum })).Expect(200);
        await Tap(ada, Id(run), new { kind = "cardOneLoad" });
        await Tap(
            ada,
            Id(run),
            new
            {
                kind = "countNeps",
                neps = 20,
                pinch = "10",
            }
        );
        await Tap(ada, Id(run), new { kind = "beginCardPass" });
        await Tap(ada, Id(run), new { kind = "cardOneLoad" });
        var risen = (
            await Tap(
                ada,
                Id(run),
                new
                {
                    kind = "countNeps",
                    neps = 60,
                    pinch = "10",
                }
            )
        ).Expect(200);
        Assert.Equal("rising", Details(risen).GetProperty("verdict").GetString());
        Assert.Matches(
            "^There are more neps than after the pass before.*Last noted of old drum, .*: three bent teeth\\.$",
            Details(risen).GetProperty("advice").GetString()
        );
        // The load that nobody weighed is weighed afterwards.
        var load = Details(risen).GetProperty("passes")[0].GetProperty("loads")[0].GetProperty("event").GetGuid();
        var weighed = (
            await Tap(
                ada,
                Id(run),
                new
                {
                    kind = "weighCardLoad",
                    load,
                    mass = "39",
                }
            )
        ).Expect(200);
        Assert.Equal(
            "39 g",
            Details(weighed).GetProperty("passes")[0].GetProperty("loads")[0].GetProperty("mass").GetProperty("text").GetString()
        );
    }

    [Fact]
    public async Task Portions_lie_side_by_side_within_what_is_free()
    {
        var ada = await house.Register();
        var (lot, code) = await ada.TakeIn(
            new
            {
                mass = "300",
                form = "clean",
                humidityPercent = 65,
            }
        );
        var first = (await Begin(ada, lot, new { mass = "200", most = "50" })).Expect(200);
        var refused = await Begin(ada, lot, new { mass = "120", most = "50" });
        Assert.Equal(["mass more-than-free"], refused.Refused());
        Assert.Equal(["mass more-than-free"], (await Begin(ada, lot, new { most = "50" })).Refused());
        var second = (await Begin(ada, lot, new { mass = "100", most = "50" })).Expect(200);
        Assert.Equal(["mass more-than-free"], (await Begin(ada, lot, new { mass = "20", most = "50" })).Refused());
        (await End(ada, Id(second))).Expect(204);
        (await Begin(ada, lot, new { mass = "80", most = "50" })).Expect(200);
        // What is at work is logged as the part it is.
        await Tap(ada, Id(first), new { kind = "countCardLoads", count = 4 });
        var logged = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "card",
                    from = new[]
                    {
                        new
                        {
                            lotId = lot,
                            mass = "200",
                            all = false,
                        },
                    },
                    to = new[] { new { form = "batt", mass = "195" } },
                    runId = Id(first),
                    humidityPercent = 65,
                }
            )
        ).Expect(200);
        Assert.True(logged.GetProperty("kept").GetBoolean());
        Assert.Equal("100 g", (await ada.Lot(code)).GetProperty("lot").GetProperty("left").GetProperty("text").GetString());
    }

    [Fact]
    public async Task Two_at_once_share_one_lot_and_no_more()
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(new { mass = "100", form = "clean" });
        var both = await Task.WhenAll(Enumerable.Range(0, 6).Select(_ => Begin(ada, lot, new { mass = "60", most = "20" })));
        Assert.Equal(1, both.Count(r => r.Status == 200));
    }

    [Theory]
    [InlineData("""{"kind":"cardOneLoad","mass":"0"}""", "mass empty-lot")]
    [InlineData("""{"kind":"cardOneLoad","mass":"heavy"}""", "mass not-a-weight")]
    [InlineData("""{"kind":"countCardLoads","count":-1}""", "count out-of-range")]
    [InlineData("""{"kind":"countNeps","neps":3}""", "pinch missing")]
    [InlineData("""{"kind":"countNeps","neps":-3,"pinch":"2"}""", "neps out-of-range")]
    [InlineData("""{"kind":"weighCardLoad","load":"00000000-0000-0000-0000-000000000001","mass":"4"}""", "load not-here")]
    [InlineData("""{"kind":"weighRack","mass":"4"}""", "kind not-here")]
    public async Task Slips_are_refused_at_their_field(string command, string refused)
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(new { mass = "100", form = "clean" });
        var run = (await Begin(ada, lot, new { most = "20" })).Expect(200);
        Assert.Equal([refused], (await Tap(ada, Id(run), JsonSerializer.Deserialize<JsonElement>(command))).Refused());
    }

    [Fact]
    public async Task Cards_are_read_as_typed_and_refused_by_name()
    {
        var ada = await house.Register();
        object Cards(
            string name = "a pair",
            string kind = "handCards",
            string width = "20",
            string length = "4 1/2 in",
            double? teeth = null
        ) =>
            new
            {
                name,
                kind,
                width,
                length,
                teethPerSquareInch = teeth,
            };
        var pair = (await ada.Post("/api/tools/cards", Cards())).Expect(200);
        Assert.Equal((20, 11.43), (pair.GetProperty("widthCentimetres").GetDouble(), pair.GetProperty("lengthCentimetres").GetDouble()));
        Assert.Equal(["width not-a-length"], (await ada.Post("/api/tools/cards", Cards(width: "wide"))).Refused());
        Assert.Equal(["length out-of-range"], (await ada.Post("/api/tools/cards", Cards(length: "1"))).Refused());
        Assert.Equal(["kind wrong-kind"], (await ada.Post("/api/tools/cards", Cards(kind: "tub"))).Refused());
        Assert.Equal(["teethPerSquareInch out-of-range"], (await ada.Post("/api/tools/cards", Cards(teeth: 4))).Refused());
        Assert.Equal(["name missing"], (await ada.Post("/api/tools/cards", Cards(name: "  "))).Refused());

        (await ada.Post($"/api/tools/{Id(pair)}/upkeep", new { what = "three bent teeth at the edge" })).Expect(204);
        Assert.Equal(
            "three bent teeth at the edge",
            (await ada.Get("/api/tools/cards"))[0].GetProperty("upkeep")[0].GetProperty("what").GetString()
        );
        var eve = await house.Register();
        Assert.Empty((await eve.Get("/api/tools/cards")).EnumerateArray());
        Assert.Equal(404, (await eve.Post($"/api/tools/{Id(pair)}/upkeep", new { what = "mine" })).Status);
        var (lot, _) = await eve.TakeIn(new { mass = "100", form = "clean" });
        Assert.Equal(["toolId not-here"], (await Begin(eve, lot, new { toolId = Id(pair) })).Refused());
        Assert.Equal(["most missing"], (await Begin(eve, lot)).Refused());
        Assert.Equal(204, (await ada.Send(HttpMethod.Delete, $"/api/tools/{Id(pair)}")).Status);
        Assert.Equal(404, (await ada.Send(HttpMethod.Delete, $"/api/tools/{Id(pair)}")).Status);
        Assert.Empty((await ada.Get("/api/tools/cards")).EnumerateArray());
    }

    [Fact]
    public async Task What_does_not_suit_is_said_before_the_first_load_and_never_in_the_way()
    {
        var ada = await house.Register();
        var drum = await Drum(ada);
        var (lot, _) = await ada.TakeIn(
            new
            {
                mass = "60",
                form = "down",
                fibre = "cashmere",
                breed = "Cashmere",
            }
        );
        var plan = (
            await ada.Post(
                "/api/carding/plan",
                new
                {
                    lotIds = new[] { lot },
                    toolId = drum,
                    gives = "cloud",
                }
            )
        ).Expect(200);
        var cautions = plan.GetProperty("cautions").EnumerateArray().Select(c => c.GetString()!).ToArray();
        Assert.Contains(cautions, c => c.Contains("hand cards with a close cloth", StringComparison.Ordinal));
        (await Begin(ada, lot, new { toolId = drum, gives = "cloud" })).Expect(200);
        Assert.Equal(
            ["gives wrong-form"],
            (
                await Begin(ada, (await ada.TakeIn(new { mass = "60", form = "clean" })).Item1, new { toolId = drum, gives = "top" })
            ).Refused()
        );
        Assert.Equal(
            ["lotIds wrong-form"],
            (await Begin(ada, (await ada.TakeIn(new { mass = "600" })).Item1, new { toolId = drum })).Refused()
        );
    }
}

using System.Net;
using System.Net.Sockets;
using System.Text;
using System.Text.Json;
using EarthyTuft.Core.Scouring;
using Xunit;
using static EarthyTuft.Web.Tests.Runs.Running;
using static EarthyTuft.Web.Tests.Scouring.Washing;

namespace EarthyTuft.Web.Tests.Scouring;

/// <summary>Planning, watching, drying, looking back, instruments and live news, through the real process and database.</summary>
public class WashHouseTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task A_plan_stands_on_lot_breed_tub_and_air()
    {
        var ada = await house.Register();
        var (lot, code) = await Skirted(ada);
        var plan = (await ada.Post("/api/scouring/plan", Wish(lot))).Expect(200);
        Assert.Equal(code, plan.GetProperty("on").GetProperty("lots")[0].GetProperty("code").GetString());
        Assert.Equal(2, plan.GetProperty("plan").GetProperty("batches").GetProperty("count").GetInt32());
        Assert.Equal("medium", plan.GetProperty("on").GetProperty("class").GetString());
        Assert.Equal("measured", plan.GetProperty("on").GetProperty("airFrom").GetString());
        Assert.Equal(0, plan.GetProperty("on").GetProperty("tubBaths").GetInt32());
    }

    [Fact]
    public async Task What_cannot_be_planned_is_refused_by_name()
    {
        var ada = await house.Register();
        var (lot, _) = await Skirted(ada);
        Assert.Contains(
            "lotIds nothing-taken",
            (await ada.Post("/api/scouring/plan", new { lotIds = Array.Empty<Guid>(), wish = new { school = "hot" } })).Refused()
        );
        Assert.Contains("lotIds not-here", (await ada.Post("/api/scouring/plan", Wish(Guid.NewGuid()))).Refused());
        Assert.Contains(
            "temperature out-of-range",
            (await ada.Post("/api/scouring/plan", Wish(lot, new { school = "hot", temperature = "99" }))).Refused()
        );
        Assert.Contains("tubId not-here", (await ada.Post("/api/scouring/plan", Wish(lot, tub: Guid.NewGuid()))).Refused());
        Assert.Contains(
            "baths[1].minutes out-of-range",
            (
                await ada.Post(
                    "/api/scouring/plan",
                    Wish(lot, new { school = "hot", baths = new Dictionary<string, object> { ["1"] = new { minutes = 0 } } })
                )
            ).Refused()
        );
    }

    [Fact]
    public async Task A_wash_goes_from_bath_to_bath_and_into_the_log()
    {
        var ada = await house.Register();
        var (lot, code) = await Skirted(ada, "900");
        var wash = await StartWash(ada, lot);
        var id = Id(wash);
        for (var place = 0; place < 4; place++)
        {
            Assert.Equal(place, Details(wash).GetProperty("next")[0].GetProperty("place").GetInt32());
            wash = await StartBath(ada, id, place: place);
            Assert.Equal(0, Details(wash).GetProperty("next").GetArrayLength());
            Assert.Equal(409, (await Begin(ada, id, place: place)).Status);
            wash = (await Lift(ada, Bath(wash))).Expect(200);
        }

        Assert.True(wash.GetProperty("mayBeLogged").GetBoolean());
        var entry = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "wash",
                    from = new[] { new { lotId = lot } },
                    to = new[] { new { form = "washed", state = "damp" } },
                    losses = new[] { new { kind = "waxAndSuint" } },
                    minutes = 60,
                    runId = id,
                }
            )
        ).Expect(200);
        Assert.Empty(await Of(ada, "wash"));
        Assert.Contains(entry.GetProperty("entryId").GetGuid(), (await ada.Lot(code)).GetProperty("entries").EnumerateArray().Select(Id));
    }

    [Fact]
    public async Task A_watch_ends_with_the_entry_that_logs_it_and_with_no_other()
    {
        var ada = await house.Register();
        var (lot, _) = await Skirted(ada, "900");
        var (other, _) = await Skirted(ada, "900");
        var wash = Id(await StartWash(ada, lot));
        await StartBath(ada, wash);
        async Task<int> Going() => (await Of(ada, "wash")).Length;
        object Entry(Guid from, string step = "wash", string? mass = null) =>
            new
            {
                step,
                from = new[] { new { lotId = from } },
                to = new[]
                {
                    new
                    {
                        form = step == "open" ? "openedGreasy" : "clean",
                        mass,
                        state = mass is null ? "damp" : "rested",
                    },
                },
                losses = mass is null ? new[] { new { kind = "waxAndSuint" } } : [],
                runId = wash,
            };

        // Neither a wash of something else nor another step ends it, and nothing of such an entry is stored.
        Assert.Equal(["runId not-here"], (await ada.Post("/api/entries", Entry(other))).Refused());
        Assert.Equal(["runId not-here"], (await ada.Post("/api/entries", Entry(lot, "open", "890"))).Refused());
        Assert.Equal(1, await Going());

        // An impossible weight becomes a draft: the bath goes on until the draft is kept.
        var draft = (await ada.Post("/api/entries", Entry(lot, mass: "1900"))).Expect(200);
        Assert.False(draft.GetProperty("kept").GetBoolean());
        Assert.Equal(1, await Going());
        (await ada.Post($"/api/drafts/{draft.GetProperty("draftId").GetGuid()}/confirm", new { because = "the scale says so" })).Expect(
            200
        );
        Assert.Equal(0, await Going());
    }

    [Fact]
    public async Task Readings_move_the_lift_by_time_and_teach_the_tub()
    {
        var ada = await house.Register();
        var (lot, _) = await Skirted(ada, "900");
        var tub = (await ada.Post("/api/scouring/tubs", new { name = "zinc tub", litres = "30" })).Expect(200);
        var wash = await StartBath(ada, Id(await StartWash(ada, lot, Id(tub))), minutesAgo: 20);
        var bath = Bath(wash);
        Assert.Equal("typical", bath.GetProperty("rateFrom").GetString());
        var start = bath.GetProperty("startedAt").GetDateTimeOffset();
        var target = bath.GetProperty("target").GetProperty("degrees").GetDouble();
        // A tub that cools half as fast again as is typical.
        var truly = new WaterCooling(target, 16, 0.012 / WaterCooling.SoakFactor(350), 350);
        foreach (var minute in new[] { 0, 4, 8, 12, 16, 20 })
        {
            wash = (await Read(ada, bath, truly.At(minute), start.AddMinutes(minute))).Expect(200);
        }

        var read = Bath(wash);
        Assert.Equal(6, read.GetProperty("readings").GetInt32());
        var truth = truly.MinutesTo(45)!.Value;
        Assert.InRange((read.GetProperty("dueAt").GetDateTimeOffset() - start).TotalMinutes, truth * 0.95, truth * 1.05);
        Assert.True(read.GetProperty("giveOrTakeMinutes").GetDouble() < bath.GetProperty("giveOrTakeMinutes").GetDouble());
        Assert.True(read.GetProperty("alarmAt").GetDateTimeOffset() < read.GetProperty("dueAt").GetDateTimeOffset());
        var slip = Bath((await Read(ada, bath, 5.2)).Expect(200));
        Assert.Equal(7, slip.GetProperty("readings").GetInt32());
        var right = Bath((await Withdraw(ada, RunOf(slip), slip.GetProperty("lastTyped").GetGuid())).Expect(200));
        Assert.Equal(
            read.GetProperty("dueAt").GetDateTimeOffset(),
            right.GetProperty("dueAt").GetDateTimeOffset(),
            TimeSpan.FromSeconds(1)
        );
        (await Lift(ada, bath)).Expect(200);
        var known = (await ada.Get("/api/scouring")).GetProperty("tubs")[0];
        Assert.Equal(1, known.GetProperty("baths").GetInt32());
        Assert.InRange(known.GetProperty("ratePerMinute").GetDouble(), 0.009, 0.012);
    }

    [Fact]
    public async Task A_lid_is_said_of_a_tub_and_each_way_keeps_what_it_taught()
    {
        var ada = await house.Register();
        var tub = Id((await ada.Post("/api/scouring/tubs", new { name = "zinc tub", litres = "30" })).Expect(200));
        var wash = await StartBath(ada, Id(await StartWash(ada, (await Skirted(ada, "900")).Id, tub)), minutesAgo: 20);
        var bath = Bath(wash);
        var truly = new WaterCooling(bath.GetProperty("target").GetProperty("degrees").GetDouble(), 16, 0.006, 350);
        foreach (var minute in new[] { 0, 4, 8, 12, 16, 20 })
        {
            (await Read(ada, bath, truly.At(minute), bath.GetProperty("startedAt").GetDateTimeOffset().AddMinutes(minute))).Expect(200);
        }

        (await Lift(ada, bath)).Expect(200);
        async Task<JsonElement> Cover(bool covered) =>
            (await ada.Send(HttpMethod.Put, $"/api/scouring/tubs/{tub}/cover", new { covered })).Expect(200);
        var (covered, open) = (await Cover(true), await Cover(false));
        Assert.Equal((true, 0), (covered.GetProperty("covered").GetBoolean(), covered.GetProperty("baths").GetInt32()));
        Assert.Equal((false, 1), (open.GetProperty("covered").GetBoolean(), open.GetProperty("baths").GetInt32()));
        Assert.True(covered.GetProperty("evaporation").GetDouble() < open.GetProperty("evaporation").GetDouble());
        (await ada.Send(HttpMethod.Put, $"/api/scouring/tubs/{Guid.NewGuid()}/cover", new { covered = true })).Expect(404);
        var stranger = await house.Register();
        (await stranger.Send(HttpMethod.Put, $"/api/scouring/tubs/{tub}/cover", new { covered = true })).Expect(404);
    }

    [Fact]
    public async Task What_had_to_wait_for_the_server_keeps_the_time_of_its_tap()
    {
        var ada = await house.Register();
        var tub = (await ada.Post("/api/scouring/tubs", new { name = "zinc tub", litres = "30" })).Expect(200);
        var wash = Id(await StartWash(ada, (await Skirted(ada, "900")).Id, Id(tub)));
        var bath = Bath(await StartBath(ada, wash, minutesAgo: 40));
        var started = bath.GetProperty("startedAt").GetDateTimeOffset();
        Task<Reply> Note(double minute, double celsius) => Read(ada, bath, celsius, started.AddMinutes(minute));
        Task<Reply> LiftAt(double minute) => Lift(ada, bath, started.AddMinutes(minute));
        async Task<int> Known() => (await ada.Get("/api/scouring")).GetProperty("tubs")[0].GetProperty("baths").GetInt32();

        (await LiftAt(25)).Expect(200);
        Assert.Equal(
            started.AddMinutes(25),
            Baths((await Of(ada, "wash"))[0])[0].GetProperty("liftedAt").GetDateTimeOffset(),
            TimeSpan.FromSeconds(1)
        );
        Assert.Equal(0, await Known());
        // Noted on paper and typed afterwards, it still teaches the tub; what the water did without the wool does not.
        var target = bath.GetProperty("target").GetProperty("degrees").GetDouble();
        foreach (var minute in new[] { 0, 5, 10, 15, 20, 24 })
        {
            (await Note(minute, 16 + (target - 16) * Math.Exp(-0.012 * minute))).Expect(200);
        }

        Assert.Equal(1, await Known());
        (await Note(30, 41)).Refused(409, "lifted");

        var wet = Id(await Washed(ada));
        var laid = DateTimeOffset.UtcNow.AddMinutes(-50);
        var rack = (await BeginRack(ada, [wet], "1500", startedAt: laid)).Expect(200);
        Assert.Equal(laid, Details(rack).GetProperty("dots")[0].GetProperty("at").GetDateTimeOffset(), TimeSpan.FromSeconds(1));
        Assert.Contains(
            "startedAt out-of-range",
            (await BeginRack(ada, [Id(await Washed(ada))], startedAt: DateTimeOffset.UtcNow.AddHours(1))).Refused()
        );
    }

    [Fact]
    public async Task The_same_tap_sent_again_is_stored_once()
    {
        var ada = await house.Register();
        var (lot, _) = await Skirted(ada, "900");
        var key = Guid.NewGuid();
        var first = (await BeginWash(ada, Wish(lot), key)).Expect(200);
        Assert.Equal(Id(first), Id((await BeginWash(ada, Wish(lot), key)).Expect(200)));
        var bath = Bath(await StartBath(ada, Id(first)));
        var tap = Guid.NewGuid();
        var replies = await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => Read(ada, bath, 55, key: tap)));
        Assert.All(replies, r => r.Expect(200));
        Assert.Equal(1, Baths((await Of(ada, "wash"))[0])[0].GetProperty("readings").GetInt32());
        // Its answer got lost and the wash was ended meanwhile: it is stored, and said to be.
        (await End(ada, Id(first))).Expect(204);
        Assert.Equal(
            1,
            Details((await Read(ada, bath, 55, key: tap)).Expect(200)).GetProperty("baths")[0].GetProperty("readings").GetInt32()
        );
        Assert.Equal(404, (await Read(ada, bath, 54)).Status);
    }

    [Fact]
    public async Task A_bath_lifted_by_mistake_is_put_back_until_the_next_has_begun()
    {
        var ada = await house.Register();
        var (lot, _) = await Skirted(ada, "900");
        var id = Id(await StartWash(ada, lot));
        var bath = Bath(await StartBath(ada, id));
        var lifted = Baths((await Lift(ada, bath)).Expect(200))[0].GetProperty("liftedBy").GetGuid();
        Assert.Equal(Id(bath), Id(Bath((await Withdraw(ada, id, lifted)).Expect(200))));
        // Taken back twice is taken back once.
        (await Withdraw(ada, id, lifted)).Expect(200);
        lifted = Baths((await Lift(ada, bath)).Expect(200))[0].GetProperty("liftedBy").GetGuid();
        await StartBath(ada, id, place: 1);
        (await Withdraw(ada, id, lifted)).Refused(409, "gone-on");
        Assert.Equal(["eventId not-here"], (await Withdraw(ada, id, Id(bath))).Refused());
    }

    [Fact]
    public async Task Times_and_temperatures_that_cannot_be_are_refused()
    {
        var ada = await house.Register();
        var (lot, _) = await Skirted(ada, "900");
        var id = Id(await StartWash(ada, lot));
        Assert.Contains("at out-of-range", (await Begin(ada, id, minutesAgo: -120)).Refused());
        Assert.Contains("place not-planned", (await Begin(ada, id, place: 9)).Refused());
        var bath = Bath(await StartBath(ada, id));
        Assert.Equal(["temperature out-of-range"], (await Read(ada, bath, 400)).Refused());
        Assert.Contains("at out-of-range", (await Read(ada, bath, 50, DateTimeOffset.UtcNow.AddHours(-3))).Refused());
    }

    [Fact]
    public async Task A_recipe_keeps_a_wash_and_the_next_tells_what_differs()
    {
        var ada = await house.Register();
        var (lot, _) = await Skirted(ada, "900");
        var wish = new
        {
            school = "handHot",
            minutes = 22,
            agent = new { name = "wool wash", doseGramsPerKilogram = 25 },
        };
        var kept = (await ada.Post("/api/scouring/recipes", new { name = "Two baths", wish })).Expect(200);
        var plan = (
            await ada.Post(
                "/api/scouring/plan",
                Wish(
                    lot,
                    new
                    {
                        school = "handHot",
                        minutes = 30,
                        agent = new { name = "wool wash", doseGramsPerKilogram = 25 },
                    },
                    recipe: Id(kept)
                )
            )
        ).Expect(200);
        Assert.Equal(["minutes 30 instead of 22"], plan.GetProperty("departures").EnumerateArray().Select(d => d.GetString()!));
        (await ada.Post("/api/scouring/recipes", new { name = "Two baths", wish = new { school = "hot" } })).Expect(200);
        var recipe = Assert.Single((await ada.Get("/api/scouring")).GetProperty("recipes").EnumerateArray());
        Assert.Equal("hot", recipe.GetProperty("wish").GetProperty("school").GetString());
        (await ada.Send(HttpMethod.Delete, $"/api/scouring/recipes/{Id(recipe)}")).Expect(204);
        Assert.Empty((await ada.Get("/api/scouring")).GetProperty("recipes").EnumerateArray());
    }

    [Fact]
    public async Task Wool_dries_on_a_rack_until_two_weighings_agree()
    {
        var ada = await house.Register();
        var (lot, _) = await Skirted(ada, "1800");
        var washed = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "wash",
                    from = new[] { new { lotId = lot } },
                    to = new[] { new { form = "washed", state = "damp" } },
                    losses = new[] { new { kind = "waxAndSuint" } },
                }
            )
        ).Expect(200).GetProperty("made")[0];
        var rack = (await ada.Post("/api/scouring/racks", new { name = "loft", areaSquareMetres = 0.5 })).Expect(200);
        var outside = (await BeginRack(ada, [Id(washed)], place: "outdoors")).Expect(200);
        Assert.Contains("without a net", Call(outside).GetProperty("sentence").GetString());
        Assert.Equal("outdoors", Details(outside).GetProperty("place").GetString());
        (await ada.Post($"/api/runs/{Id(outside)}/end", new { })).Expect(204);
        // The night would come into it at some hours of the day.
        var drying = (await BeginRack(ada, [Id(washed)], rackId: Id(rack), place: "heatedRoom")).Expect(200);
        Assert.True(Details(drying).GetProperty("crowded").GetBoolean());
        Assert.InRange(Details(drying).GetProperty("expected").GetProperty("grams").GetDouble(), 900, 1300);
        Assert.Contains("lotIds on-a-rack", (await BeginRack(ada, [Id(washed)])).Refused());

        async Task<JsonElement> WeighAgo(double minutesAgo, double grams) =>
            (await Weigh(ada, Id(drying), FormattableString.Invariant($"{grams:0}"), DateTimeOffset.UtcNow.AddMinutes(-minutesAgo))).Expect(
                200
            );
        double Law(double minutes) => 1080 + 560 * Math.Exp(-minutes / 110);
        JsonElement now = default;
        foreach (var minute in new[] { 0, 40, 80, 120, 160, 200, 240 })
        {
            now = await WeighAgo(720 - minute, Law(minute));
        }

        Assert.InRange(Details(now).GetProperty("rest").GetProperty("grams").GetDouble(), 1050, 1110);
        Assert.NotEqual(JsonValueKind.Null, Call(now).GetProperty("dueAt").ValueKind);
        now = await WeighAgo(70, Law(650));
        Assert.False(now.GetProperty("mayBeLogged").GetBoolean());
        now = await WeighAgo(1, Law(719));
        Assert.Equal("log", Call(now).GetProperty("act").GetString());
        var entry = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "dry",
                    from = new[] { new { lotId = Id(washed) } },
                    to = new[]
                    {
                        new
                        {
                            form = "clean",
                            mass = "1081",
                            state = "rested",
                        },
                    },
                    runId = Id(drying),
                }
            )
        ).Expect(200);
        Assert.Empty(await Of(ada, "dry"));

        var clean = entry.GetProperty("made")[0].GetProperty("code").GetString();
        var after = (await ada.Post($"/api/scouring/after/{clean}", new { handle = "dry" })).Expect(200);
        Assert.Equal("fine", after.GetProperty("judged").GetProperty("outcome").GetString());
        Assert.Equal(
            "waxLeft",
            (await ada.Post($"/api/scouring/after/{clean}", new { handle = "tacky" }))
                .Expect(200)
                .GetProperty("judged")
                .GetProperty("outcome")
                .GetString()
        );

        // What was decided stays with the lot, and with what is made of it.
        Assert.Equal(
            ["decision not-offered"],
            (await ada.Post($"/api/scouring/after/{clean}/keep", new { decision = "washAgain", handle = "dry" })).Refused()
        );
        var key = Guid.NewGuid();
        (await ada.Post($"/api/scouring/after/{clean}/keep", new { decision = "waxAccepted", handle = "tacky" }, key)).Expect(200);
        Assert.Equal(
            "waxAccepted",
            (await ada.Post($"/api/scouring/after/{clean}/keep", new { decision = "waxAccepted", handle = "tacky" }, key))
                .Expect(200)
                .GetProperty("judged")
                .GetProperty("decision")
                .GetString()
        );
        var page = (await ada.Lot(clean!)).GetProperty("washed");
        Assert.True(page.GetProperty("mayJudge").GetBoolean());
        Assert.Equal("tacky", page.GetProperty("judged").GetProperty("handle").GetString());
        var (_, batt) = await ada.Log(
            new
            {
                step = "card",
                from = new[] { new { lotId = entry.GetProperty("made")[0].GetProperty("id").GetGuid(), all = true } },
                to = new[] { new { form = "batt", mass = "1070" } },
            }
        );
        var later = (await ada.Lot(batt)).GetProperty("washed");
        Assert.False(later.GetProperty("mayJudge").GetBoolean());
        Assert.Equal("Ada", later.GetProperty("judged").GetProperty("who").GetString());
    }

    [Fact]
    public async Task A_rack_is_drawn_in_the_workshops_own_unit()
    {
        var ada = await house.Register();
        var wet = Id(await Washed(ada));
        var version = (await ada.Get("/api/workshop")).GetProperty("version").GetUInt32();
        (
            await ada.Send(
                HttpMethod.Put,
                "/api/workshop",
                new
                {
                    name = "Shed",
                    unit = "pound",
                    timeZone = "UTC",
                    currency = "EUR",
                    scaleStepGrams = 1,
                    usualBowl = (string?)null,
                    version,
                }
            )
        ).Expect(204);
        var drying = (await BeginRack(ada, [wet])).Expect(200);
        var start = drying.GetProperty("startedAt").GetDateTimeOffset();
        foreach (var (minutes, grams) in new[] { (60, 1150.0), (120, 1022.4), (180, 931.0), (300, 818.6) })
        {
            drying = (await Weigh(ada, Id(drying), FormattableString.Invariant($"{grams} g"), start.AddMinutes(minutes - 400))).Expect(200);
        }

        Assert.Equal("oz", Details(drying).GetProperty("axis").GetProperty("name").GetString());
        Assert.Equal(28.3495, Details(drying).GetProperty("axis").GetProperty("grams").GetDouble(), 0.5e-4);
        Assert.Contains(Details(drying).GetProperty("dots").EnumerateArray(), d => d.GetProperty("value").GetDouble() == 818.6);
        Assert.Equal("1 lb 12.9 oz", Details(drying).GetProperty("lastWeight").GetProperty("text").GetString());
        Assert.EndsWith(" oz", Details(drying).GetProperty("dryLine").GetProperty("text").GetString());
    }

    [Fact]
    public async Task A_rack_that_others_wait_for_says_so()
    {
        var ada = await house.Register();
        var rack = (await ada.Post("/api/scouring/racks", new { name = "loft", areaSquareMetres = 1.2 })).Expect(200);
        var first = await Washed(ada);
        var drying = (await BeginRack(ada, [Id(first)], rackId: Id(rack))).Expect(200);
        Assert.Empty(Details(drying).GetProperty("waitingForRoom").EnumerateArray());
        var second = (await Washed(ada)).GetProperty("code").GetString();
        drying = (await Of(ada, "dry"))[0];
        Assert.Equal([second], Details(drying).GetProperty("waitingForRoom").EnumerateArray().Select(c => c.GetString()));
        Assert.Contains($"The rack is needed: {second} finds no room.", Call(drying).GetProperty("sentence").GetString());
        Assert.False(Details(drying).GetProperty("crowded").GetBoolean());
        await ada.Post("/api/scouring/racks", new { name = "line", areaSquareMetres = 3 });
        Assert.Empty(Details((await Of(ada, "dry"))[0]).GetProperty("waitingForRoom").EnumerateArray());
    }

    [Fact]
    public async Task A_weight_that_was_a_slip_goes_and_a_rack_takes_no_nonsense()
    {
        var ada = await house.Register();
        var (lot, code) = await Skirted(ada);
        Assert.Contains("lotIds wrong-form", (await BeginRack(ada, [lot])).Refused());
        var washed = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "wash",
                    from = new[] { new { lotId = lot } },
                    to = new[] { new { form = "washed", state = "damp" } },
                    losses = new[] { new { kind = "waxAndSuint" } },
                }
            )
        ).Expect(200).GetProperty("made")[0];
        var drying = (await BeginRack(ada, [Id(washed)], "1640")).Expect(200);
        Assert.Contains("mass empty-lot", (await Weigh(ada, Id(drying), "0")).Refused());
        Assert.Equal(422, (await Weigh(ada, Id(drying), "a handful")).Status);
        var slip = (await Weigh(ada, Id(drying), "16400")).Expect(200);
        var back = (await Withdraw(ada, Id(drying), Details(slip).GetProperty("lastNoted").GetGuid())).Expect(200);
        Assert.Equal(1, Details(back).GetProperty("dots").GetArrayLength());
        Assert.Contains("lot not-washed", (await ada.Post($"/api/scouring/after/{code}", new { })).Refused());
    }

    [Fact]
    public async Task Another_workshop_sees_and_touches_nothing_of_it()
    {
        var ada = await house.Register();
        var eve = await house.Register("Eve");
        var (lot, code) = await Skirted(ada, "900");
        var wash = await StartWash(ada, lot);
        var bath = Bath(await StartBath(ada, Id(wash)));
        var instrument = (
            await ada.Post(
                "/api/instruments",
                new
                {
                    kind = "scale",
                    name = "scale",
                    host = "127.0.0.1",
                    port = 9,
                    on = false,
                }
            )
        ).Expect(200);
        Assert.Empty((await eve.Get("/api/runs")).EnumerateArray());
        Assert.Empty((await eve.Get("/api/instruments")).GetProperty("instruments").EnumerateArray());
        Assert.Equal(404, (await Begin(eve, Id(wash), place: 1)).Status);
        Assert.Equal(404, (await End(eve, Id(wash))).Status);
        Assert.Equal(404, (await Read(eve, bath, 50)).Status);
        Assert.Equal(404, (await Lift(eve, bath)).Status);
        Assert.Equal(404, (await Withdraw(eve, Id(wash), Id(bath))).Status);
        Assert.Equal(404, (await eve.Post($"/api/scouring/after/{code}", new { })).Status);
        Assert.Equal(404, (await eve.Post($"/api/instruments/{Id(instrument)}/key", new { key = "tare" })).Status);
        Assert.Equal(404, (await eve.Send(HttpMethod.Delete, $"/api/instruments/{Id(instrument)}")).Status);
        Assert.Equal(404, (await eve.Send(HttpMethod.Get, $"/api/dehairing/{code}")).Status);
        Assert.Equal(404, (await eve.Post("/api/instruments/hand", new { does = "breathe" })).Status);
    }

    [Fact]
    public async Task Passes_of_dehairing_tell_whether_to_go_on()
    {
        var ada = await house.Register();
        var (raw, _) = await ada.TakeIn(new { mass = "400", breed = "Yak down" });
        var clean = (
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
                            mass = "360",
                            state = "rested",
                        },
                    },
                    losses = new[] { new { kind = "dirtAndSand" } },
                }
            )
        ).Expect(200).GetProperty("made")[0];
        async Task<JsonElement> Pass(Guid lot, string down, string hair, int hairs) => (
                await ada.Post(
                    "/api/entries",
                    new
                    {
                        step = "dehair",
                        from = new[] { new { lotId = lot } },
                        to = new[] { new { form = "down", mass = down } },
                        losses = new[] { new { kind = "guardHair", mass = hair } },
                        measures = new
                        {
                            plucked = 12,
                            hairs,
                            pinch = 2,
                        },
                    }
                )
            ).Expect(200).GetProperty("made")[0];
        var first = await Pass(Id(clean), "250", "105", 40);
        var second = await Pass(Id(first), "232", "16", 14);
        var page = await ada.Get($"/api/dehairing/{second.GetProperty("code").GetString()}?use=nextToSkin");
        Assert.Equal([20, 7], page.GetProperty("passes").EnumerateArray().Select(p => p.GetProperty("hairsPerGram").GetDouble()));
        Assert.Equal("goOn", page.GetProperty("advice").GetProperty("verdict").GetString());
        Assert.Equal(
            "fit",
            (await ada.Get($"/api/dehairing/{second.GetProperty("code").GetString()}?use=outer"))
                .GetProperty("advice")
                .GetProperty("verdict")
                .GetString()
        );
        var notes = (await ada.Lot(second.GetProperty("code").GetString()!))
            .GetProperty("entries")
            .EnumerateArray()
            .Select(e => e.GetProperty("notes").GetString());
        Assert.Contains("12 hairs and bits plucked out; 14 hairs in 2 g, 7 in a gram", notes);
        Assert.Contains(
            "measures.pinch missing",
            (
                await ada.Post(
                    "/api/entries",
                    new
                    {
                        step = "dehair",
                        from = new[] { new { lotId = Id(second) } },
                        to = new[] { new { form = "down", mass = "200" } },
                        measures = new { hairs = 3 },
                    }
                )
            ).Refused()
        );
    }

    [Fact]
    public async Task A_caution_is_seen_once_by_each_person()
    {
        var ada = await house.Register();
        Assert.Empty((await ada.Get("/api/course/cautions")).EnumerateArray());
        (await ada.Send(HttpMethod.Put, "/api/course/cautions/wash")).Expect(204);
        (await ada.Send(HttpMethod.Put, "/api/course/cautions/wash")).Expect(204);
        Assert.Equal(["wash"], (await ada.Get("/api/course/cautions")).EnumerateArray().Select(c => c.GetString()!));
        Assert.Equal(404, (await ada.Send(HttpMethod.Put, "/api/course/cautions/nonsense")).Status);
    }

    [Theory]
    [InlineData("example.org")]
    [InlineData("8.8.8.8")]
    [InlineData("169.254.169.254")]
    [InlineData("::ffff:8.8.8.8")]
    [InlineData("0.0.0.0")]
    public async Task An_instrument_out_in_the_world_is_refused(string host)
    {
        var ada = await house.Register();
        Assert.Contains(
            "host not-in-the-house",
            (
                await ada.Post(
                    "/api/instruments",
                    new
                    {
                        kind = "scale",
                        name = "scale",
                        host,
                        port = 80,
                        on = true,
                    }
                )
            ).Refused()
        );
    }

    [Fact]
    public async Task A_probe_is_heard_on_every_screen_feeds_its_bath_and_survives_garbage_and_a_cut_line()
    {
        var ada = await house.Register();
        var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        using var stop = new CancellationTokenSource(TimeSpan.FromSeconds(60));
        var celsius = 58.4;
        _ = Task.Run(
            async () =>
            {
                while (!stop.IsCancellationRequested)
                {
                    using var client = await listener.AcceptTcpClientAsync(stop.Token);
                    try
                    {
                        var stream = client.GetStream();
                        for (var i = 0; i < 12; i++)
                        {
                            await stream.WriteAsync(
                                Encoding.ASCII.GetBytes(
                                    FormattableString.Invariant($"\u0001\u0002 rubbish\nprobe 9999 C\nprobe {celsius:F1} C\npro")
                                ),
                                stop.Token
                            );
                            await Task.Delay(100, stop.Token);
                        }
                    }
                    catch (IOException)
                    {
                        // The house hung up first.
                    }
                }
            },
            stop.Token
        );
        var probe = (
            await ada.Post(
                "/api/instruments",
                new
                {
                    kind = "probe",
                    name = "bath probe",
                    host = "127.0.0.1",
                    port = ((IPEndPoint)listener.LocalEndpoint).Port,
                    on = true,
                }
            )
        ).Expect(200);
        var (lot, _) = await Skirted(ada, "900");
        var bath = Bath(await StartBath(ada, Id(await StartWash(ada, lot)), probe: Id(probe)));

        using var response = await ada.Http.GetAsync("/api/live", HttpCompletionOption.ResponseHeadersRead, stop.Token);
        using var reader = new StreamReader(await response.Content.ReadAsStreamAsync(stop.Token));
        var heard = new List<string>();
        while (
            !(heard.Any(h => h.Contains("58.4 \\u00B0C") || h.Contains("58.4 °C")) && heard.Any(h => h.StartsWith("event: clock")))
            && await reader.ReadLineAsync(stop.Token) is { } line
        )
        {
            heard.Add(line);
        }

        Assert.DoesNotContain(heard, h => h.Contains("9999"));
        for (var i = 0; i < 60; i++)
        {
            var now = Baths((await Of(ada, "wash"))[0])[0];
            if (now.GetProperty("readings").GetInt32() > 0)
            {
                Assert.Equal(58.4, now.GetProperty("last").GetProperty("degrees").GetDouble(), 0.5e-6);
                Assert.Equal(Id(bath), Id(now));
                listener.Stop();
                return;
            }

            await Task.Delay(300, stop.Token);
        }

        Assert.Fail("No reading of the probe reached its bath.");
    }
}

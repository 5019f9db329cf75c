using System.Text.Json;
using Xunit;
using static EarthyTuft.Web.Tests.Runs.Running;
using static EarthyTuft.Web.Tests.Scouring.Washing;

namespace EarthyTuft.Web.Tests.Scouring;

/// <summary>A bath under watch: what is believed of it, by whom it is seen, and that nothing stops it.</summary>
public class BathWatchTests(House house) : IClassFixture<House>
{
    private static async Task<JsonElement> ReadAt(Person ada, JsonElement bath, double minute, double celsius) =>
        Bath((await Read(ada, bath, celsius, bath.GetProperty("startedAt").GetDateTimeOffset().AddMinutes(minute))).Expect(200));

    private static double MinutesToLift(JsonElement bath) =>
        (bath.GetProperty("dueAt").GetDateTimeOffset() - bath.GetProperty("startedAt").GetDateTimeOffset()).TotalMinutes;

    private static async Task<JsonElement> Begun(Person ada, double minutesAgo, Guid? tub = null) =>
        await StartBath(ada, Id(await StartWash(ada, (await Skirted(ada, "900")).Id, tub)), minutesAgo: minutesAgo);

    [Fact]
    public async Task A_reading_of_the_room_is_asked_about_moves_nothing_and_teaches_nothing()
    {
        var ada = await house.Register();
        var tub = (await ada.Post("/api/scouring/tubs", new { name = "zinc tub", litres = "30" })).Expect(200);
        var bath = Bath(await Begun(ada, 12, Id(tub)));
        bath = await ReadAt(ada, bath, 0, bath.GetProperty("target").GetProperty("degrees").GetDouble());
        Assert.Equal(JsonValueKind.Null, bath.GetProperty("doubt").ValueKind);
        var liftBy = MinutesToLift(bath);
        bath = await ReadAt(ada, bath, 10, 17.5);
        Assert.Contains("17.5 °C was noted where about", bath.GetProperty("doubt").GetString());
        Assert.Equal(liftBy, MinutesToLift(bath), 0.5e-3);
        Assert.Equal([true, false], bath.GetProperty("dots").EnumerateArray().Select(d => d.GetProperty("counts").GetBoolean()));
        (await Lift(ada, bath)).Expect(200);
        Assert.Equal(0, (await ada.Get("/api/scouring")).GetProperty("tubs")[0].GetProperty("baths").GetInt32());
    }

    [Fact]
    public async Task A_bath_in_another_tub_neither_knows_nor_teaches_the_planned_one()
    {
        var ada = await house.Register();
        var tub = Id((await ada.Post("/api/scouring/tubs", new { name = "zinc tub", litres = "30" })).Expect(200));
        async Task<int> Known() => (await ada.Get("/api/scouring")).GetProperty("tubs")[0].GetProperty("baths").GetInt32();
        await Soak(Bath(await Begun(ada, 21, tub)));
        Assert.Equal(1, await Known());

        var wash = Id(await StartWash(ada, (await Skirted(ada, "1800")).Id, tub));
        var planned = Bath(await StartBath(ada, wash, minutesAgo: 21));
        Assert.Equal("yours", planned.GetProperty("rateFrom").GetString());
        var other = Baths(await StartBath(ada, wash, batch: 2, minutesAgo: 21)).Single(b => b.GetProperty("batch").GetInt32() == 2);
        Assert.Equal("typical", other.GetProperty("rateFrom").GetString());
        await Soak(planned, other);
        Assert.Equal(2, await Known());

        async Task Soak(params JsonElement[] baths)
        {
            foreach (var bath in baths)
            {
                foreach (var minute in new[] { 0, 4, 8, 12, 16, 20 })
                {
                    var celsius = 16 + (bath.GetProperty("target").GetProperty("degrees").GetDouble() - 16) * Math.Exp(-0.015 * minute);
                    (await Read(ada, bath, celsius, bath.GetProperty("startedAt").GetDateTimeOffset().AddMinutes(minute))).Expect(200);
                }

                (await Lift(ada, bath)).Expect(200);
            }
        }
    }

    [Fact]
    public async Task Hot_water_poured_in_gives_a_later_time()
    {
        var ada = await house.Register();
        var bath = Bath(await Begun(ada, 25));
        foreach (var (minute, celsius) in new[] { (0, 57.0), (8, 53.6), (16, 50.6) })
        {
            bath = await ReadAt(ada, bath, minute, celsius);
        }

        var before = MinutesToLift(bath);
        foreach (var (minute, celsius) in new[] { (18, 58.0), (25, 54.8) })
        {
            bath = await ReadAt(ada, bath, minute, celsius);
        }

        Assert.True(MinutesToLift(bath) > before + 10);
        var steps = bath.GetProperty("working")
            .GetProperty("inputs")
            .EnumerateArray()
            .ToDictionary(i => i.GetProperty("name").GetString()!, i => i.GetProperty("value").GetString()!);
        Assert.Contains("when the water changed", steps["start"]);
        Assert.Equal("2, and 3 set aside", steps["readings"]);
    }

    [Fact]
    public async Task A_probe_hangs_in_one_bath_and_can_be_hung_in_another()
    {
        var ada = await house.Register();
        var probe = Id(
            (
                await ada.Post(
                    "/api/instruments",
                    new
                    {
                        kind = "probe",
                        name = "bath probe",
                        host = "127.0.0.1",
                        port = 9,
                        on = false,
                    }
                )
            ).Expect(200)
        );
        var scale = Id(
            (
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
            ).Expect(200)
        );
        var first = Id(await StartWash(ada, (await Skirted(ada, "900")).Id));
        Assert.Equal(probe, Bath(await StartBath(ada, first, probe: probe)).GetProperty("probeId").GetGuid());
        Assert.Contains("probeId not-here", (await Hang(ada, await BathNow(ada, first), scale)).Refused());

        var second = Id(await StartWash(ada, (await Skirted(ada, "900")).Id));
        Assert.Equal(probe, Bath(await StartBath(ada, second, probe: probe)).GetProperty("probeId").GetGuid());
        Assert.Equal(JsonValueKind.Null, (await BathNow(ada, first)).GetProperty("probeId").ValueKind);

        (await Hang(ada, await BathNow(ada, first), probe)).Expect(200);
        Assert.Equal(probe, (await BathNow(ada, first)).GetProperty("probeId").GetGuid());
        Assert.Equal(JsonValueKind.Null, (await BathNow(ada, second)).GetProperty("probeId").ValueKind);
        (await Hang(ada, await BathNow(ada, first), null)).Expect(200);
        Assert.Equal(JsonValueKind.Null, (await BathNow(ada, first)).GetProperty("probeId").ValueKind);
    }

    [Fact]
    public async Task A_watched_bath_survives_a_killed_server_with_its_readings_its_probe_and_its_clock()
    {
        var web = await WebProcess.Start(house.Connection);
        var ada = new Person(web.Client());
        (
            await ada.Send(
                HttpMethod.Post,
                "/api/session/register",
                new
                {
                    email = $"{Guid.NewGuid():N}@example.org",
                    password = "wool and water",
                    name = "Ada",
                }
            )
        ).Expect(204);
        await ada.Refresh();

        using var talking = new Talker(_ => "probe 55.5 C\n", TimeSpan.FromMilliseconds(100));
        var probe = Id(
            (
                await ada.Post(
                    "/api/instruments",
                    new
                    {
                        kind = "probe",
                        name = "bath probe",
                        host = "127.0.0.1",
                        port = talking.Port,
                        on = true,
                    }
                )
            ).Expect(200)
        );
        var wash = Id(await StartWash(ada, (await Skirted(ada, "900")).Id));
        var bath = Bath(await StartBath(ada, wash, minutesAgo: 1, probe: probe));
        await ReadAt(ada, bath, 0.5, 56);
        var before = await Until(ada, wash, b => b.GetProperty("readings").GetInt32() >= 2);

        await web.Kill();
        await using var again = await WebProcess.Start(house.Connection, web.Port);
        var after = await BathNow(ada, wash);
        Assert.Equal(Id(before), Id(after));
        Assert.True(after.GetProperty("readings").GetInt32() >= before.GetProperty("readings").GetInt32());
        Assert.Equal(before.GetProperty("startedAt").GetString(), after.GetProperty("startedAt").GetString());
        Assert.InRange(MinutesToLift(after), MinutesToLift(before) * 0.8, MinutesToLift(before) * 1.2);
        // Nobody told the new process of the probe: it finds it in the database and listens on.
        await Until(ada, wash, b => b.GetProperty("readings").GetInt32() > after.GetProperty("readings").GetInt32());
    }

    [Fact]
    public async Task Two_screens_on_two_servers_hear_of_the_same_bath()
    {
        await using var other = House.Start(house.Connection);
        var ada = await house.Register();
        var code = (await ada.Post("/api/workshop/invitations", new { role = "preparer" })).Expect(200).GetProperty("code").GetString();
        var ben = await Person.Register(other, "Ben", code);

        using var stop = new CancellationTokenSource(TimeSpan.FromSeconds(30));
        using var stream = await ben.Http.GetAsync("/api/live", HttpCompletionOption.ResponseHeadersRead, stop.Token);
        using var reader = new StreamReader(await stream.Content.ReadAsStreamAsync(stop.Token));
        async Task<string> Next(string what)
        {
            while (await reader.ReadLineAsync(stop.Token) is { } line)
            {
                if (line == $"event: {what}")
                {
                    return (await reader.ReadLineAsync(stop.Token))!;
                }
            }

            return "";
        }

        var clock = JsonDocument.Parse((await Next("clock"))["data: ".Length..]).RootElement;
        Assert.InRange(
            clock.GetProperty("now").GetDateTimeOffset(),
            DateTimeOffset.UtcNow.AddSeconds(-10),
            DateTimeOffset.UtcNow.AddSeconds(1)
        );
        var wash = Id(await StartWash(ada, (await Skirted(ada, "900")).Id));
        Assert.Contains("runs", await Next("runs"));
        var bath = Bath(await StartBath(ada, wash, minutesAgo: 3));
        Assert.Contains("runs", await Next("runs"));
        Assert.Equal(
            bath.GetProperty("dueAt").GetDateTimeOffset(),
            (await BathNow(ben, wash)).GetProperty("dueAt").GetDateTimeOffset(),
            TimeSpan.FromSeconds(1)
        );
        (await Lift(ben, bath)).Expect(200);
        Assert.NotEmpty(Details((await Of(ada, "wash"))[0]).GetProperty("next").EnumerateArray());
    }

    [Fact]
    public async Task Several_lots_of_like_kind_share_a_wash()
    {
        var ada = await house.Register();
        var (one, first) = await Skirted(ada, "900");
        var (two, second) = await Skirted(ada, "700", "Polwarth");
        var plan = (
            await ada.Post(
                "/api/scouring/plan",
                new
                {
                    lotIds = new[] { one, two },
                    wish = new { school = "hot" },
                    tubLitres = 60,
                }
            )
        ).Expect(200);
        Assert.Equal(
            [first, second],
            plan.GetProperty("on").GetProperty("lots").EnumerateArray().Select(l => l.GetProperty("code").GetString()!)
        );
        Assert.Equal(1600, plan.GetProperty("on").GetProperty("greasy").GetProperty("grams").GetDouble());
        var some = (
            await ada.Post(
                "/api/scouring/plan",
                new
                {
                    lotIds = new[] { one, two },
                    wish = new { school = "hot" },
                    tubLitres = 60,
                    greasyGrams = 1000,
                }
            )
        ).Expect(200);
        Assert.Equal(1000, some.GetProperty("on").GetProperty("greasy").GetProperty("grams").GetDouble());

        var (yak, _) = await Skirted(ada, "300", "Yak down");
        Assert.Contains(
            "lotIds unlike-fibres",
            (
                await ada.Post(
                    "/api/scouring/plan",
                    new
                    {
                        lotIds = new[] { one, yak },
                        wish = new { school = "hot" },
                        tubLitres = 60,
                    }
                )
            ).Refused()
        );

        // Washed together, logged together: one lot comes out of two.
        var entry = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "wash",
                    from = new[] { new { lotId = one }, new { lotId = two } },
                    to = new[] { new { form = "washed", state = "damp" } },
                    losses = new[] { new { kind = "waxAndSuint" } },
                }
            )
        ).Expect(200);
        Assert.Equal(
            2,
            (await ada.Lot(entry.GetProperty("made")[0].GetProperty("code").GetString()!))
                .GetProperty("entries")
                .EnumerateArray()
                .Single(e => e.GetProperty("step").GetString() == "wash")
                .GetProperty("flows")
                .EnumerateArray()
                .Count(f => f.GetProperty("role").GetString() == "in")
        );
    }

    [Fact]
    public async Task Who_may_only_look_sees_the_bath_and_touches_nothing()
    {
        var ada = await house.Register();
        var invitation = (await ada.Post("/api/workshop/invitations", new { role = "looker" })).Expect(200).GetProperty("code").GetString();
        var lou = await house.Register("Lou", invitation);
        var (lot, _) = await Skirted(ada, "900");
        var wash = Id(await StartWash(ada, lot));
        var bath = Id(Bath(await StartBath(ada, wash)));
        Assert.Equal(bath, Id(await BathNow(lou, wash)));
        (await lou.Post("/api/scouring/plan", Wish(lot))).Expect(200);
        (string Path, object Body)[] touches =
        [
            ("/api/runs", new { craft = "wash", plan = Wish(lot) }),
            ($"/api/runs/{wash}/events", new { kind = "liftBath", bath }),
            ($"/api/runs/{wash}/withdraw", new { eventId = bath }),
            ($"/api/runs/{wash}/end", new { }),
            ("/api/scouring/tubs", new { name = "tub", litres = "20" }),
            ("/api/scouring/racks", new { name = "rack", areaSquareMetres = 1 }),
            ("/api/scouring/recipes", new { name = "r", wish = new { school = "hot" } }),
            ("/api/runs", new { craft = "dry", lotIds = new[] { lot } }),
            (
                "/api/instruments",
                new
                {
                    kind = "scale",
                    name = "scale",
                    host = "127.0.0.1",
                    port = 9,
                    on = true,
                }
            ),
        ];
        foreach (var (path, body) in touches)
        {
            (await lou.Post(path, body)).Refused(403, "not-yours-to-change");
        }
    }

    [Fact]
    public async Task Tubs_racks_and_water_are_the_workshops_own()
    {
        var ada = await house.Register();
        var tub = (
            await ada.Post(
                "/api/scouring/tubs",
                new
                {
                    name = " wash boiler ",
                    litres = "45",
                    litresEquivalent = 1.4,
                }
            )
        ).Expect(200);
        Assert.Equal("wash boiler", tub.GetProperty("name").GetString());
        Assert.Equal(1.4, tub.GetProperty("litresEquivalent").GetDouble());
        var next = await house.Register();
        async Task<double> Warmth(object of) =>
            (await next.Post("/api/scouring/tubs", of)).Expect(200).GetProperty("litresEquivalent").GetDouble();
        Assert.Equal(0.4, await Warmth(new { name = "bowl", litres = "15" }));
        Assert.Equal(
            0.9,
            await Warmth(
                new
                {
                    name = "crate",
                    litres = "40",
                    emptyKilograms = 2,
                    material = "plastic",
                }
            ),
            0.5e-1
        );
        Assert.Equal("name missing", Assert.Single((await ada.Post("/api/scouring/tubs", new { name = "  ", litres = "45" })).Refused()));
        Assert.Equal(
            "name missing",
            Assert.Single((await ada.Post("/api/scouring/racks", new { name = "  ", areaSquareMetres = 2 })).Refused())
        );
        Assert.Contains("litres out-of-range", (await ada.Post("/api/scouring/tubs", new { name = "sea", litres = "10000000" })).Refused());
        var rack = (await ada.Post("/api/scouring/racks", new { name = "loft", areaSquareMetres = 2.5 })).Expect(200);
        (
            await ada.Send(
                HttpMethod.Put,
                "/api/scouring/settings",
                new
                {
                    hotWater = "62",
                    coldWater = "48,2 F",
                    waterPerCubicMetre = 4.2,
                    perKilowattHour = 0.31,
                    bedtime = "21:30:00",
                }
            )
        ).Expect(204);
        Assert.Contains(
            "hotWater cannot-be-reached",
            (
                await ada.Send(
                    HttpMethod.Put,
                    "/api/scouring/settings",
                    new
                    {
                        hotWater = "8",
                        coldWater = "9",
                        waterPerCubicMetre = (double?)null,
                        perKilowattHour = (double?)null,
                        bedtime = "21:30:00",
                    }
                )
            ).Refused()
        );
        var here = await ada.Get("/api/scouring");
        Assert.Equal(("62 \u00B0C", "9 \u00B0C"), (here.GetProperty("hotWater").GetString(), here.GetProperty("coldWater").GetString()));
        Assert.Equal("21:30:00", here.GetProperty("bedtime").GetString());
        var plan = (
            await ada.Post(
                "/api/scouring/plan",
                new
                {
                    lotIds = new[] { (await Skirted(ada, "900")).Id },
                    wish = new { school = "handHot" },
                    tubId = Id(tub),
                }
            )
        ).Expect(200);
        Assert.Equal("wash boiler", plan.GetProperty("on").GetProperty("tub").GetString());
        Assert.Matches(@"^\d+\.\d\d [A-Z]{3}$", plan.GetProperty("cost").GetString()!);
        Assert.Equal("guessed", plan.GetProperty("on").GetProperty("airFrom").GetString());

        (await ada.Send(HttpMethod.Delete, $"/api/scouring/tubs/{Id(tub)}")).Expect(204);
        (await ada.Send(HttpMethod.Delete, $"/api/scouring/racks/{Id(rack)}")).Expect(204);
        Assert.Equal(404, (await ada.Send(HttpMethod.Delete, $"/api/scouring/tubs/{Id(tub)}")).Status);
        here = await ada.Get("/api/scouring");
        Assert.Empty(here.GetProperty("tubs").EnumerateArray());
        Assert.Empty(here.GetProperty("racks").EnumerateArray());
    }

    private static async Task<JsonElement> Until(Person ada, Guid wash, Func<JsonElement, bool> so)
    {
        for (var i = 0; i < 120; i++)
        {
            var bath = await BathNow(ada, wash);
            if (so(bath))
            {
                return bath;
            }

            await Task.Delay(250);
        }

        throw new TimeoutException("The bath did not come to be so within half a minute.");
    }
}

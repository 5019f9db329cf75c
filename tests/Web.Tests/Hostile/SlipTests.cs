using System.Globalization;
using System.Text.Json;
using Xunit;
using static EarthyTuft.Web.Tests.Runs.Running;

namespace EarthyTuft.Web.Tests.Hostile;

/// <summary>Racks and baths noted by a wet hand: every kind of slip in random order. Each is kept and asked about or refused, no page
/// breaks, and the undo works.</summary>
public class SlipTests(House house) : IClassFixture<House>
{
    private const int Racks = 60;
    private const int Baths = 40;

    [Fact]
    public async Task No_weight_breaks_a_rack()
    {
        var ada = await house.Register();
        var random = new Random(20261128);
        for (var i = 0; i < Racks; i++)
        {
            var (fleece, _) = await ada.TakeIn(new { mass = "1800", breed = i % 2 == 0 ? "Gotland" : "" });
            var (wet, _) = await ada.Log(Requests.Wash(fleece));
            var began = DateTimeOffset.UtcNow.AddHours(-9);
            var view = (await BeginRack(ada, [wet], i % 3 == 0 ? null : Slip(1900, random), startedAt: began)).Expect(200);
            var rack = view.GetProperty("id").GetGuid();
            var minutes = 0.0;
            for (var weighing = 0; weighing < 9; weighing++)
            {
                minutes += random.Next(3) == 0 ? random.NextDouble() : random.Next(1, 90);
                var truth = 1100 + (800 * Math.Exp(-minutes / 140));
                var at = random.Next(12) == 0 ? began.AddMinutes(-30) : began.AddMinutes(minutes);
                var reply = await Weigh(ada, rack, Slip(truth, random), at);
                Assert.True(reply.Status is 200 or 422, $"{reply.Status} {reply.Text}");
                view = reply.Status == 200 ? reply.Json : view;
                if (random.Next(6) == 0)
                {
                    var last =
                        Details(view).GetProperty("lastNoted").ValueKind == JsonValueKind.Null
                            ? Guid.NewGuid()
                            : Details(view).GetProperty("lastNoted").GetGuid();
                    reply =
                        random.Next(2) == 0
                            ? await Withdraw(ada, rack, last)
                            : await Tap(ada, rack, new { kind = "believeWeight", weight = last });
                    Assert.True(reply.Status < 500, $"{reply.Status} {reply.Text}");
                }
            }

            (await ada.Send(HttpMethod.Get, "/api/runs")).Expect(200);
            if (i % 10 == 9)
            {
                foreach (var one in await Of(ada, "dry"))
                {
                    (await End(ada, one.GetProperty("id").GetGuid())).Expect(204);
                }
            }
        }
    }

    [Fact]
    public async Task A_slip_is_asked_about_and_answered_by_one_tap()
    {
        var ada = await house.Register();
        var (fleece, _) = await ada.TakeIn(new { mass = "1800", breed = "Gotland" });
        var (wet, _) = await ada.Log(Requests.Wash(fleece));
        var began = DateTimeOffset.UtcNow.AddHours(-5);
        var rack = (await BeginRack(ada, [wet], "1900", startedAt: began)).Expect(200).GetProperty("id").GetGuid();
        async Task<JsonElement> WeighAt(double minutes, string mass) =>
            Details((await Weigh(ada, rack, mass, began.AddMinutes(minutes))).Expect(200));
        await WeighAt(40, "1720");
        await WeighAt(80, "1590");
        var asked = await WeighAt(120, "1.48");
        Assert.Contains("1.48 g was noted", asked.GetProperty("doubt").GetString());
        Assert.Equal("1720", (await Undo(asked)).GetProperty("dots")[1].GetProperty("value").GetRawText());
        Assert.Equal(3, Details((await Of(ada, "dry"))[0]).GetProperty("dots").GetArrayLength());

        // Half of it was taken off: said to be so, it counts, and the watch begins anew.
        var halved = await WeighAt(125, "740");
        Assert.NotNull(halved.GetProperty("doubt").GetString());
        var run = (await Tap(ada, rack, new { kind = "believeWeight", weight = halved.GetProperty("lastNoted").GetGuid() })).Expect(200);
        var believed = Details(run);
        Assert.Null(believed.GetProperty("doubt").GetString());
        Assert.Equal("740", run.GetProperty("entry").GetProperty("mass").GetString());
        Assert.Equal(
            [false, false, false, true],
            believed.GetProperty("dots").EnumerateArray().Select(d => d.GetProperty("counts").GetBoolean())
        );

        async Task<JsonElement> Undo(JsonElement view)
        {
            Assert.Equal(1590, view.GetProperty("lastWeight").GetProperty("grams").GetDouble());
            return Details((await Withdraw(ada, rack, view.GetProperty("lastNoted").GetGuid())).Expect(200));
        }
    }

    [Fact]
    public async Task No_reading_breaks_a_bath()
    {
        var ada = await house.Register();
        var random = new Random(20261129);
        for (var i = 0; i < Baths; i++)
        {
            var (fleece, _) = await ada.TakeIn(new { mass = "1200" });
            var wash = (
                await BeginWash(
                    ada,
                    new
                    {
                        lotIds = new[] { fleece },
                        wish = new { school = "hot" },
                        tubLitres = 40,
                    }
                )
            ).Expect(200).GetProperty("id").GetGuid();
            var began = DateTimeOffset.UtcNow.AddHours(-2);
            var run = (
                await Tap(
                    ada,
                    wash,
                    new
                    {
                        kind = "beginBath",
                        batch = 1,
                        place = 0,
                        at = began,
                        temperature = FormattableString.Invariant($"{(random.Next(4) == 0 ? random.Next(0, 100) : 60)}"),
                    }
                )
            ).Expect(200);
            var bath = Details(run).GetProperty("baths")[0].GetProperty("id").GetGuid();
            for (var reading = 0; reading < 9; reading++)
            {
                var minutes = random.Next(3) == 0 ? random.NextDouble() : random.Next(0, 100);
                var truth = 18 + (42 * Math.Exp(-0.008 * minutes));
                var celsius = random.Next(5) switch
                {
                    0 => truth * 10,
                    1 => truth / 10,
                    2 => random.NextDouble() * 100,
                    _ => truth,
                };
                var reply = await Tap(
                    ada,
                    wash,
                    new
                    {
                        kind = "readBath",
                        bath,
                        temperature = FormattableString.Invariant($"{celsius:0.0}"),
                        at = began.AddMinutes(minutes),
                    }
                );
                Assert.True(reply.Status is 200 or 422, $"{reply.Status} {reply.Text}");
                run = reply.Status == 200 ? reply.Json : run;
                if (random.Next(6) == 0)
                {
                    Assert.Equal(
                        200,
                        (await Withdraw(ada, wash, Details(run).GetProperty("baths")[0].GetProperty("lastTyped").GetGuid())).Status
                    );
                }
            }

            (await ada.Send(HttpMethod.Get, "/api/runs")).Expect(200);
            (await Tap(ada, wash, new { kind = "liftBath", bath })).Expect(200);
            (await End(ada, wash)).Expect(204);
        }
    }

    private static string Slip(double grams, Random random)
    {
        var digits = Math.Round(grams).ToString(CultureInfo.InvariantCulture);
        var place = random.Next(digits.Length);
        return random.Next(9) switch
        {
            0 => (grams / 1000).ToString("0.0", CultureInfo.InvariantCulture),
            1 => digits.Remove(place, 1),
            2 => digits.Insert(place, digits[place].ToString()),
            3 => (grams / 2).ToString("0", CultureInfo.InvariantCulture),
            4 => (grams + 186).ToString("0", CultureInfo.InvariantCulture),
            5 when random.Next(3) == 0 => "99 kg",
            _ => digits,
        };
    }
}

using System.Text.Json;
using Xunit;

namespace EarthyTuft.Web.Tests.Spinning;

/// <summary>What to spin for a yarn, and what its ply-backs say, through the door.</summary>
public class AimTests(House house) : IClassFixture<House>
{
    private static string[] Texts(JsonElement list) => [.. list.EnumerateArray().Select(t => t.GetString()!)];

    [Fact]
    public async Task A_yarn_is_aimed_at_from_a_lot_and_found_in_three_ply_backs()
    {
        var ada = await house.Register();
        var (raw, _) = await ada.TakeIn(
            new
            {
                mass = "900 g",
                form = "raw",
                breed = "Romney",
            }
        );
        foreach (var length in new[] { "118", "122" })
        {
            (await ada.Post($"/api/lots/{raw}/locks", new { place = "shoulder", length })).Expect(200);
        }

        var (lot, code) = await ada.TakeIn(
            new
            {
                mass = "300 g",
                form = "top",
                breed = "Romney",
            }
        );
        object Wish(object[] trials, string wraps = "14") =>
            new
            {
                wraps,
                degrees = 28,
                plies = 2,
                lotId = lot,
                ratio = 11,
                drawMillimetres = 150,
                trials,
            };
        var first = (
            await ada.Post(
                "/api/spinning/aim",
                Wish([
                    new
                    {
                        wraps = "12",
                        degrees = 18,
                        treadles = 3,
                        drawMillimetres = 150,
                    },
                ])
            )
        ).Expect(200);
        // Combed wool is denser when finished: 0.13 g in a cubic centimetre of its wraps.
        Assert.Equal(
            (0.13, 10d, "possible"),
            (
                first.GetProperty("finishedDensity").GetDouble(),
                first.GetProperty("bloomPercent").GetDouble(),
                first.GetProperty("verdict").GetString()
            )
        );
        Assert.Equal("fingering, by other charts sport: the swatch decides", first.GetProperty("class").GetString());
        Assert.Equal(15.4, first.GetProperty("plyBack").GetProperty("wrapsPerInch").GetDouble());
        Assert.StartsWith(
            "Spin singles of 27.3 WPI under the wheel's tension, 163 tex (613 m/100 g), with ",
            Texts(first.GetProperty("sentences"))[0]
        );
        Assert.Contains($"{code}: no lock measured, about ", Texts(first.GetProperty("standing"))[0]);
        var trial = first.GetProperty("trials")[0];
        Assert.Equal(
            ("Too thick by 28 %, too little twist.", false),
            (trial.GetProperty("sentence").GetString(), trial.GetProperty("isThere").GetBoolean())
        );
        Assert.Equal(
            "Draw farther: let 61 % of that fibre into a length. 6 treadles for a draw of 143 mm instead of 3 for 150 mm.",
            trial.GetProperty("next").GetString()
        );
        Assert.Equal("Washed, as two-ply: about 10.9 WPI.", trial.GetProperty("washed").GetString());
        Assert.Equal(5, trial.GetProperty("becomes").GetArrayLength());
        Assert.Equal(
            (6, 143d),
            (
                first.GetProperty("next").GetProperty("treadles").GetInt32(),
                first.GetProperty("next").GetProperty("drawMillimetres").GetDouble()
            )
        );

        var third = (
            await ada.Post(
                "/api/spinning/aim",
                Wish([new { wraps = "12", degrees = 18 }, new { wraps = "13.5", degrees = 24 }, new { wraps = "15-16", degrees = 27 }])
            )
        ).Expect(200);
        Assert.Equal([false, false, true], third.GetProperty("trials").EnumerateArray().Select(t => t.GetProperty("isThere").GetBoolean()));
        Assert.Equal("Near enough: keep these settings.", third.GetProperty("trials")[2].GetProperty("sentence").GetString());
    }

    [Fact]
    public async Task What_a_fibre_or_a_wheel_cannot_is_said_with_a_way_out()
    {
        var ada = await house.Register();
        var (cotton, _) = await ada.TakeIn(
            new
            {
                mass = "100 g",
                form = "puni",
                fibre = "cotton",
            }
        );
        var slow = (
            await ada.Post(
                "/api/spinning/aim",
                new
                {
                    wraps = "30",
                    degrees = 32,
                    plies = 2,
                    lotId = cotton,
                    ratio = 6,
                    drawMillimetres = 600,
                }
            )
        ).Expect(200);
        Assert.Equal(
            (0.2, 2d, "not"),
            (
                slow.GetProperty("finishedDensity").GetDouble(),
                slow.GetProperty("bloomPercent").GetDouble(),
                slow.GetProperty("verdict").GetString()
            )
        );
        Assert.Matches(
            "^It takes [0-9.]+ treadles for a draw, more than 8\\. A draw of .* would do, or a ratio of [0-9.]+, or one ply fewer\\.$",
            Texts(slow.GetProperty("against"))[0]
        );
        // Three plies of what was spun for two come out too thick, and are told so after the first ply-back.
        var sock = (
            await ada.Post(
                "/api/spinning/aim",
                new
                {
                    wraps = "16",
                    degrees = 30,
                    plies = 3,
                    bloomPercent = 0,
                    trials = new[] { new { wraps = "16", degrees = 30 } },
                }
            )
        ).Expect(200);
        Assert.Equal(19.6, sock.GetProperty("plyBack").GetProperty("wrapsPerInch").GetDouble());
        Assert.Equal("Too thick by 22 %.", sock.GetProperty("trials")[0].GetProperty("sentence").GetString());
        Assert.Equal("Washed, as three-ply: about 13.1 WPI.", sock.GetProperty("trials")[0].GetProperty("washed").GetString());
    }

    [Fact]
    public async Task A_class_gives_wraps_to_begin_from()
    {
        var ada = await house.Register();
        var classes = (await ada.Get("/api/spinning/classes")).EnumerateArray().ToArray();
        Assert.Equal(
            ["lace", "fingering", "sport", "double knitting", "worsted", "aran", "bulky", "super bulky"],
            classes.Select(c => c.GetProperty("words").GetString())
        );
        foreach (var c in classes)
        {
            var aim = (await ada.Post("/api/spinning/aim", new { wraps = c.GetProperty("wrapsPerInch").GetRawText() })).Expect(200);
            Assert.StartsWith(c.GetProperty("words").GetString()!, aim.GetProperty("class").GetString());
        }
    }

    [Fact]
    public async Task A_yarn_begins_from_its_fibre_and_what_nobody_said_takes_no_advice_away()
    {
        var ada = await house.Register();
        var (cotton, _) = await ada.TakeIn(
            new
            {
                mass = "200",
                form = "puni",
                fibre = "cotton",
            }
        );
        async Task<JsonElement> Aim(object wish) => (await ada.Post("/api/spinning/aim", wish)).Expect(200);
        var begun = await Aim(new { wraps = "20", lotId = cotton });
        Assert.Equal("28 to 36° suit it: cotton is short and smooth, and only its turns hold it.", Skeins.Text(begun, "begins"));
        Assert.Equal(32, begun.GetProperty("target").GetProperty("degrees").GetDouble());
        // Whoever asks for an angle gets it, and no reason.
        var asked = await Aim(
            new
            {
                wraps = "20",
                lotId = cotton,
                degrees = 25,
            }
        );
        Assert.Equal(("", 25d), (Skeins.Text(asked, "begins"), asked.GetProperty("target").GetProperty("degrees").GetDouble()));
        // A ply-back at 35 is what cotton takes.
        object[] trials = [new { wraps = "20.5", degrees = 35 }];
        var tried = await Aim(
            new
            {
                wraps = "20",
                lotId = cotton,
                trials,
            }
        );
        Assert.DoesNotContain("too much twist", tried.GetProperty("trials").GetRawText());
        // A ratio without a draw takes the draw that suits; a draw without a ratio takes nothing away.
        var wheel = await Aim(
            new
            {
                wraps = "20",
                lotId = cotton,
                ratio = 15,
            }
        );
        Assert.Equal("100 mm", wheel.GetProperty("draw").GetString());
        Assert.Equal(JsonValueKind.Object, wheel.GetProperty("next").ValueKind);
        var drawn = await Aim(
            new
            {
                wraps = "20",
                lotId = cotton,
                drawMillimetres = 150,
            }
        );
        Assert.Equal(JsonValueKind.Null, drawn.GetProperty("next").ValueKind);
        Assert.Contains("turns in a metre", Skeins.Texts(drawn.GetProperty("sentences"))[0]);
    }

    [Fact]
    public async Task What_is_no_yarn_is_refused_at_its_field()
    {
        var ada = await house.Register();
        async Task Refused(string expected, object wish) => Assert.Equal([expected], (await ada.Post("/api/spinning/aim", wish)).Refused());
        await Refused("wraps empty", new { wraps = "" });
        await Refused("wraps out-of-range", new { wraps = "0" });
        await Refused("wraps out-of-range", new { wraps = "400" });
        await Refused("wraps not-a-count", new { wraps = "thin" });
        await Refused("degrees out-of-range", new { wraps = "14", degrees = 90 });
        await Refused("plies out-of-range", new { wraps = "14", plies = 0 });
        await Refused(
            "ratio out-of-range",
            new
            {
                wraps = "14",
                ratio = 0,
                drawMillimetres = 150,
            }
        );
        await Refused("bloomPercent out-of-range", new { wraps = "14", bloomPercent = -1 });
        await Refused("trials[0].wraps empty", new { wraps = "14", trials = new[] { new { wraps = " " } } });
        await Refused(
            "trials[1].degrees out-of-range",
            new { wraps = "14", trials = new object[] { new { wraps = "14" }, new { wraps = "14", degrees = 90 } } }
        );
        var (lot, _) = await ada.TakeIn(new { mass = "50", form = "top" });
        var eve = await house.Register();
        Assert.Equal(["lotId not-here"], (await eve.Post("/api/spinning/aim", new { wraps = "14", lotId = lot })).Refused());
    }
}

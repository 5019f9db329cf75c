using System.Text.Json;
using Xunit;

namespace EarthyTuft.Web.Tests.Dyeing;

/// <summary>What is noted of a dyeing stays with its entry, and dyed fibre is to be opened.</summary>
public class DyeingTests(House house) : IClassFixture<House>
{
    private static string? Text(JsonElement of, string name) => of.GetProperty(name).GetString();

    private static object Dye(Guid lot, object? dyeing, string step = "dye") =>
        new
        {
            step,
            from = new[] { new { lotId = lot } },
            to = new[] { new { form = "clean", mass = "200" } },
            dyeing,
        };

    [Fact]
    public async Task Dyestuff_mordant_doses_and_colours_stay_with_the_entry()
    {
        var ada = await house.Register();
        var (clean, _) = await ada.TakeIn(
            new
            {
                mass = "200",
                form = "clean",
                humidityPercent = 65,
                colour = "white",
            }
        );
        var noted = new
        {
            dyestuff = "weld",
            dosePercent = 100,
            mordant = "alum",
            mordantPercent = 10,
            colourBefore = "#e7dcc8",
            colourAfter = "#C9A227",
            dried = "shade",
            colourName = "weld yellow",
        };
        var preview = (await ada.Post("/api/entries/weigh-up", Dye(clean, noted))).Expect(200).GetProperty("dyeing");
        // Of the fibre as it lies there: a recipe is weighed out on what the scale says.
        Assert.Equal(
            ["dyestuff 200 g", "mordant 20 g"],
            preview.GetProperty("portions").EnumerateArray().Select(p => $"{Text(p, "of")} {Text(p.GetProperty("mass"), "text")}")
        );
        var (_, code) = await ada.Log(Dye(clean, noted));
        var page = await ada.Lot(code);
        Assert.Equal(("weld yellow", "dyed"), (Text(page.GetProperty("lot"), "colour"), Text(page.GetProperty("lot"), "compacted")));
        var dyeing = page.GetProperty("entries").EnumerateArray().Single(e => Text(e, "step") == "dye").GetProperty("dyeing");
        Assert.Equal(
            ("weld, 100 % of the dry fibre; alum, 10 % of the dry fibre", "#C9A227", "shade"),
            (Text(dyeing, "words"), Text(dyeing, "colourAfter"), Text(dyeing, "dried"))
        );

        var (_, opened) = await ada.Log(
            new
            {
                step = "open",
                from = new[] { new { lotId = page.GetProperty("lot").GetProperty("id").GetGuid() } },
                to = new[] { new { form = "opened", mass = "196" } },
            }
        );
        Assert.Equal(JsonValueKind.Null, (await ada.Lot(opened)).GetProperty("lot").GetProperty("compacted").ValueKind);
    }

    [Fact]
    public async Task What_makes_no_sense_is_refused_by_name_in_preview_and_log()
    {
        var ada = await house.Register();
        var (clean, _) = await ada.TakeIn(new { mass = "200", form = "clean" });
        (object Dyeing, string Refusal)[] cases =
        [
            (new { dosePercent = 0 }, "dyeing.dosePercent out-of-range"),
            (new { mordantPercent = 5 }, "dyeing.mordant missing"),
            (new { colourAfter = "madder" }, "dyeing.colourAfter not-a-colour"),
        ];
        foreach (var (dyeing, refusal) in cases)
        {
            Assert.Equal([refusal], (await ada.Post("/api/entries/weigh-up", Dye(clean, dyeing))).Refused());
            Assert.Equal([refusal], (await ada.Post("/api/entries", Dye(clean, dyeing))).Refused());
        }

        Assert.Equal(
            ["dyeing not-measured-here"],
            (
                await ada.Post(
                    "/api/entries",
                    new
                    {
                        step = "card",
                        from = new[] { new { lotId = clean } },
                        to = new[] { new { form = "batt", mass = "190" } },
                        dyeing = new { dyestuff = "weld" },
                    }
                )
            ).Refused()
        );
    }

    [Fact]
    public async Task What_dye_adds_need_not_be_weighed_and_more_than_dye_adds_is_asked_about()
    {
        var ada = await house.Register();
        var (clean, _) = await ada.TakeIn(
            new
            {
                mass = "200",
                form = "clean",
                humidityPercent = 65,
            }
        );
        object As(string mass) =>
            new
            {
                step = "dye",
                from = new[] { new { lotId = clean } },
                to = new[] { new { form = "clean", mass } },
                humidityPercent = 65,
            };
        Assert.Equal("impossible", Text((await ada.Post("/api/entries/weigh-up", As("230"))).Expect(200).GetProperty("balance"), "status"));
        var kept = (await ada.Post("/api/entries", As("211"))).Expect(200);
        Assert.True(kept.GetProperty("kept").GetBoolean());
        Assert.Equal("It fits: 11 g taken up, not weighed (dye).", Text(kept, "sentence"));
        var page = await ada.Lot(Text(kept.GetProperty("made")[0], "code")!);
        Assert.Equal(
            "usualGain",
            Text(page.GetProperty("entries").EnumerateArray().Single(e => Text(e, "step") == "dye").GetProperty("balance"), "status")
        );
        Assert.Empty(page.GetProperty("agreement").GetProperty("doubts").EnumerateArray());
    }

    [Fact]
    public async Task A_draft_keeps_what_was_noted()
    {
        var ada = await house.Register();
        var (clean, _) = await ada.TakeIn(new { mass = "100", form = "clean" });
        (
            await ada.Post(
                "/api/entries",
                Dye(
                    clean,
                    new
                    {
                        dyestuff = "madder",
                        dosePercent = 50,
                        colourName = "brick",
                    }
                )
            )
        ).Expect(200);
        var draft = Assert.Single((await ada.Get("/api/drafts")).EnumerateArray());
        Assert.Equal(
            ("madder", "brick"),
            (
                Text(draft.GetProperty("request").GetProperty("dyeing"), "dyestuff"),
                Text(draft.GetProperty("request").GetProperty("dyeing"), "colourName")
            )
        );
        var kept = (
            await ada.Post($"/api/drafts/{draft.GetProperty("id").GetGuid()}/confirm", new { because = "the salt of the bath is in it" })
        ).Expect(200);
        Assert.Equal("brick", Text((await ada.Lot(Text(kept.GetProperty("made")[0], "code")!)).GetProperty("lot"), "colour"));
    }
}

using System.Text.Json;
using Xunit;

namespace EarthyTuft.Web.Tests.Ledger;

/// <summary>A weight that no other weight checks is held against what usually comes out (docs/craft.md, section 4, "One weight alone").</summary>
public class LoneWeightTests(House house) : IClassFixture<House>
{
    private static string? Text(JsonElement of, string name) => of.GetProperty(name).GetString();

    private static Guid MadeBy(JsonElement answer) => answer.GetProperty("made")[0].GetProperty("id").GetGuid();

    private static async Task<Guid[]> Asked(Person ada) =>
        [.. (await ada.Get("/api/course")).GetProperty("questions").EnumerateArray().Select(q => q.GetGuid())];

    private static JsonElement[] Taps(JsonElement question) => [.. question.GetProperty("answers").EnumerateArray()];

    /// <summary>A fleece of 3 450 g, skirted to 3 183 g and washed without a weight.</summary>
    private static async Task<(Guid Wash, Guid Wet)> Washed(Person ada, string skirted = "3183")
    {
        var (raw, _) = await ada.TakeIn(new { mass = "3450", breed = "Gotland" });
        var kept = MadeBy((await ada.Post("/api/entries", Requests.Skirt(raw, skirted))).Expect(200));
        var wash = (await ada.Post("/api/entries", Requests.Wash(kept))).Expect(200);
        return (wash.GetProperty("entryId").GetGuid(), MadeBy(wash));
    }

    [Fact]
    public async Task More_dry_wool_than_was_washed_is_kept_as_a_draft_with_the_slip_that_explains_it()
    {
        var ada = await house.Register();
        var (_, wet) = await Washed(ada);
        var told = (await ada.Post("/api/entries/weigh-up", Requests.Dry(wet, "21354"))).Expect(200);
        Assert.Contains("21\u202F354 g from 3\u202F183 g", Text(told, "unlike"));
        var answer = (await ada.Post("/api/entries", Requests.Dry(wet, "21354"))).Expect(200);
        Assert.False(answer.GetProperty("kept").GetBoolean());
        var draft = answer.GetProperty("draftId").GetGuid();
        var question = await ada.Get($"/api/drafts/{draft}/question");
        var tap = Assert.Single(Taps(question), t => Text(t, "mass") == "2\u202F135 g");
        Assert.Equal("to[0]", Text(tap, "field"));
        var settled = (await ada.Post($"/api/drafts/{draft}/settle", new { mass = Text(tap, "mass"), field = Text(tap, "field") })).Expect(
            200
        );
        Assert.True(settled.GetProperty("kept").GetBoolean());
        Assert.Empty(await Asked(ada));
    }

    [Fact]
    public async Task A_digit_lost_is_asked_about_at_once_and_mended_with_one_tap()
    {
        var ada = await house.Register();
        var (wash, wet) = await Washed(ada);
        var answer = (await ada.Post("/api/entries", Requests.Dry(wet, "213"))).Expect(200);
        Assert.True(answer.GetProperty("kept").GetBoolean());
        Assert.Equal(wash, answer.GetProperty("asks").GetGuid());
        Assert.Equal([wash], await Asked(ada));
        var lot = Text(answer.GetProperty("made")[0], "code");
        var agreement = (await ada.Get($"/api/lots/{lot}/where")).GetProperty("agreement");
        Assert.DoesNotContain("they agree", Text(agreement, "sentence"));
        Assert.Single(agreement.GetProperty("doubts").EnumerateArray());

        var taps = Taps(await ada.Get($"/api/entries/{wash}/question"));
        var tap = taps.First(t => Text(t, "mass") == "2\u202F130 g");
        (
            await ada.Post(
                $"/api/entries/{tap.GetProperty("entryId").GetGuid()}/corrections",
                new
                {
                    flowId = tap.GetProperty("flowId").GetGuid(),
                    mass = Text(tap, "mass"),
                    seen = tap.GetProperty("revision").GetInt32(),
                    because = "a digit dropped",
                }
            )
        ).Expect(200);
        Assert.Empty(await Asked(ada));
        var where = await ada.Get($"/api/lots/{lot}/where");
        Assert.True(
            where
                .GetProperty("lines")
                .EnumerateArray()
                .Single(l => Text(l, "to") == "lostByDifference")
                .GetProperty("notChecked")
                .GetBoolean()
        );
        Assert.Contains("not checked by any", Text(where.GetProperty("agreement"), "sentence"));
    }

    [Fact]
    public async Task It_was_so_ends_the_question_and_teaches()
    {
        var ada = await house.Register();
        for (var i = 0; i < 6; i++)
        {
            var (wash, wet) = await Washed(ada);
            var dry = (await ada.Post("/api/entries", Requests.Dry(wet, $"{1150 + (20 * i)}"))).Expect(200);
            if (i == 5)
            {
                // By now the log knows that here little more than a third is left.
                Assert.Equal(JsonValueKind.Null, dry.GetProperty("asks").ValueKind);
                Assert.Empty(await Asked(ada));
                return;
            }

            if (dry.GetProperty("asks").ValueKind == JsonValueKind.Null)
            {
                Assert.NotEqual(0, i);
                continue;
            }

            Assert.Equal("asItIs", Text(Taps(await ada.Get($"/api/entries/{wash}/question"))[^2], "kind"));
            (await ada.Post($"/api/entries/{wash}/answer", new { answer = "asItIs" })).Expect(204);
            Assert.Empty(await Asked(ada));
        }
    }

    [Fact]
    public async Task A_usual_dry_weight_is_no_question_and_says_that_nothing_checks_it()
    {
        var ada = await house.Register();
        var (_, wet) = await Washed(ada);
        var answer = (await ada.Post("/api/entries", Requests.Dry(wet, "2130"))).Expect(200);
        Assert.Equal(JsonValueKind.Null, answer.GetProperty("asks").ValueKind);
        Assert.Empty(await Asked(ada));
    }

    [Fact]
    public async Task A_draft_that_is_confirmed_answers_for_the_wash_as_well()
    {
        var ada = await house.Register();
        var (_, wet) = await Washed(ada);
        var draft = (await ada.Post("/api/entries", Requests.Dry(wet, "3400"))).Expect(200).GetProperty("draftId").GetGuid();
        var kept = (await ada.Post($"/api/drafts/{draft}/confirm", new { because = "wax was worked in" })).Expect(200);
        Assert.True(kept.GetProperty("kept").GetBoolean());
        Assert.Empty(await Asked(ada));
    }

    [Fact]
    public async Task Clean_wool_that_is_washed_again_is_held_against_washing_again()
    {
        var ada = await house.Register();
        var (clean, _) = await ada.TakeIn(
            new
            {
                mass = "800",
                breed = "Gotland",
                form = "clean",
            }
        );
        var wet = MadeBy((await ada.Post("/api/entries", Requests.Wash(clean))).Expect(200));
        var answer = (await ada.Post("/api/entries", Requests.Dry(wet, "780"))).Expect(200);
        Assert.Equal(JsonValueKind.Null, answer.GetProperty("asks").ValueKind);
    }

    [Fact]
    public async Task A_fleece_three_times_its_breeds_weight_is_asked_about_before_it_comes_in()
    {
        var ada = await house.Register();
        var heavy = await ada.Post("/api/fleeces", new { mass = "27.4 kg", breed = "Gotland" });
        Assert.Equal(422, heavy.Status);
        var refusal = heavy.Json.GetProperty("refusals").EnumerateArray().Single();
        Assert.Equal(("mass", "unlike-the-breed"), (Text(refusal, "field"), Text(refusal, "code")));
        Assert.Contains("2\u202F740 g", refusal.GetProperty("choices").EnumerateArray().Select(c => c.GetString()));
        (
            await ada.Post(
                "/api/fleeces",
                new
                {
                    mass = "27.4 kg",
                    breed = "Gotland",
                    massAsWritten = true,
                }
            )
        ).Expect(200);
        // A part of a fleece, and a breed nobody knows, are no question.
        (await ada.Post("/api/fleeces", new { mass = "120 g", breed = "Gotland" })).Expect(200);
        (await ada.Post("/api/fleeces", new { mass = "27.4 kg" })).Expect(200);
    }
}

using System.Text.Json;
using Xunit;

namespace EarthyTuft.Web.Tests.Ledger;

public class LedgerTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task A_preview_asks_what_logging_asks()
    {
        var ada = await house.Register();
        var (fleece, code) = await ada.TakeIn(new { mass = "1000" });
        var seen = (await ada.Lot(code)).GetProperty("lot").GetProperty("version").GetUInt32();
        object Skirt(uint? version = null, string? doneAt = null, int? hairs = null) =>
            new
            {
                step = "skirt",
                doneAt,
                measures = hairs is null ? null : new { hairs },
                from = new[]
                {
                    new
                    {
                        lotId = fleece,
                        mass = "100",
                        all = false,
                        version,
                    },
                },
                to = new[] { new { form = "skirted", mass = "95" } },
            };
        (string Case, object Step, int Status)[] cases =
        [
            ("good", Skirt(seen), 200),
            ("an old version", Skirt(seen - 1), 409),
            ("a day that has not been", Skirt(doneAt: "2999-01-01T00:00:00Z"), 422),
            ("hairs where none are counted", Skirt(hairs: 12), 422),
        ];
        foreach (var (what, step, status) in cases)
        {
            var preview = await ada.Post("/api/entries/weigh-up", step);
            var entry = await ada.Post("/api/entries", step);
            Assert.True(((int)preview.Status, (int)entry.Status) == (status, status), $"{what}: {preview.Status}, {entry.Status}");
            if (status == 422)
            {
                Assert.Equal(entry.Refused(), preview.Refused());
            }
        }
    }

    [Fact]
    public async Task The_whole_course_comes_to_the_yields_done_by_hand()
    {
        var ada = await house.Register();
        var (raw, code) = await ada.TakeIn(
            new
            {
                mass = "2 kg",
                breed = "Gotland",
                animal = "Ash",
                price = 40,
            }
        );
        Assert.Equal("G-01", code);
        var (skirted, _) = await ada.Log(Requests.Skirt(raw, "1755", ("dungTags", "120"), ("skirtings", "124")));
        var (damp, dampCode) = await ada.Log(Requests.Wash(skirted));
        Assert.Equal(JsonValueKind.Null, (await ada.Lot(dampCode)).GetProperty("lot").GetProperty("left").ValueKind);
        var (clean, cleanCode) = await ada.Log(Requests.Dry(damp, "1170"));
        var (_, topCode) = await ada.Log(Requests.Comb(clean, null, "936", "233"));

        var page = await ada.Lot(topCode);
        var head = page.GetProperty("lot");
        Assert.Equal("G-01.5", topCode);
        // 936 of 2000 is 46.8 %; 40 in money over 936 g is 4.27 for 100 g.
        Assert.Equal(46.8, head.GetProperty("totalYield").GetProperty("value").GetDouble(), 0.5e-6);
        Assert.Equal("4.27 EUR", head.GetProperty("costPer100Grams").GetProperty("text").GetString());
        var yields = page.GetProperty("ribbon")
            .GetProperty("stages")
            .EnumerateArray()
            .Skip(1)
            .Select(s => s.GetProperty("yield").GetProperty("text").GetString());
        Assert.Equal(["88 %", "67 %", "100 %", "80 %"], yields);
        var washed = page.GetProperty("ribbon")
            .GetProperty("strands")
            .EnumerateArray()
            .Single(s => s.GetProperty("byDifference").GetBoolean());
        Assert.Equal("585 g", washed.GetProperty("mass").GetProperty("text").GetString());
        Assert.True((await ada.Lot(cleanCode)).GetProperty("lot").GetProperty("usedUp").GetBoolean());

        var heaps = (await ada.Get("/api/course")).GetProperty("heaps").EnumerateArray().ToArray();
        var ready = Assert.Single(heaps);
        Assert.Equal(
            (JsonValueKind.Null, "936 g"),
            (ready.GetProperty("step").ValueKind, ready.GetProperty("mass").GetProperty("text").GetString())
        );
    }

    [Theory]
    [InlineData("12,5 kg", "12\u202F500 g")]
    [InlineData(" 1 lb 3 oz ", "539 g")]
    [InlineData("540", "540 g")]
    [InlineData("0.54 kg", "540 g")]
    [InlineData("19 oz", "539 g")]
    public async Task Weights_are_understood_and_shown_back_in_the_workshops_unit(string typed, string text)
    {
        var ada = await house.Register();
        Assert.Equal(
            text,
            (await ada.Post("/api/fleeces", new { mass = typed })).Expect(200).GetProperty("logged").GetProperty("text").GetString()
        );
    }

    [Theory]
    [InlineData("", "mass empty")]
    [InlineData("abc", "mass not-a-weight")]
    [InlineData("-3 g", "mass negative")]
    [InlineData("NaN", "mass not-a-weight")]
    [InlineData("1e99", "mass not-a-weight")]
    [InlineData("400 kg", "mass too-heavy")]
    [InlineData("35 kg", "mass too-heavy")]
    public async Task A_bad_weight_is_refused_at_its_field_and_nothing_is_stored(string typed, string refusal)
    {
        var ada = await house.Register();
        Assert.Equal([refusal], (await ada.Post("/api/fleeces", new { mass = typed })).Refused());
        Assert.Empty((await ada.Get("/api/lots")).GetProperty("lots").EnumerateArray());
    }

    [Fact]
    public async Task More_than_the_book_has_is_kept_as_a_draft_with_both_figures()
    {
        var ada = await house.Register();
        var (raw, code) = await ada.TakeIn(new { mass = "900" });
        var answer = (
            await ada.Post(
                "/api/entries",
                new
                {
                    step = "skirt",
                    from = new[]
                    {
                        new
                        {
                            lotId = raw,
                            mass = "1100",
                            all = false,
                        },
                    },
                    to = new[] { new { form = "skirted", mass = "1000" } },
                }
            )
        ).Expect(200);
        Assert.False(answer.GetProperty("kept").GetBoolean());
        Assert.StartsWith($"The scale says 1\u202F100 g, and the book has 900 g of {code}", answer.GetProperty("sentence").GetString());
    }

    [Fact]
    public async Task An_impossible_entry_is_a_draft_with_its_likeliest_slip_until_it_is_confirmed()
    {
        var ada = await house.Register();
        var (raw, code) = await ada.TakeIn(new { mass = "1105" });
        var answer = (await ada.Post("/api/entries", Requests.Skirt(raw, "1240"))).Expect(200);
        Assert.False(answer.GetProperty("kept").GetBoolean());
        var sentence = answer.GetProperty("sentence").GetString()!;
        Assert.StartsWith("More came out (1\u202F240 g) than went in (1\u202F105 g).", sentence);
        Assert.EndsWith("Your entry is kept as a draft.", sentence);
        Assert.False((await ada.Lot(code)).GetProperty("lot").GetProperty("usedUp").GetBoolean());

        var draft = Assert.Single((await ada.Get("/api/drafts")).EnumerateArray());
        Assert.Equal("1240", draft.GetProperty("request").GetProperty("to")[0].GetProperty("mass").GetString());
        var id = answer.GetProperty("draftId").GetGuid();
        Assert.NotEmpty((await ada.Post($"/api/drafts/{id}/confirm", new { because = "x" })).Refused());
        var kept = (await ada.Post($"/api/drafts/{id}/confirm", new { because = "Weighed three times." })).Expect(200);
        Assert.True(kept.GetProperty("kept").GetBoolean());
        Assert.Empty((await ada.Get("/api/drafts")).EnumerateArray());
        var made = kept.GetProperty("made")[0].GetProperty("code").GetString()!;
        Assert.Equal("Weighed three times.", (await ada.Lot(made)).GetProperty("entries")[1].GetProperty("confirmedBecause").GetString());
        (await ada.Post($"/api/drafts/{id}/confirm", new { because = "Again." })).Expect(404);
    }

    [Fact]
    public async Task A_draft_typed_anew_is_replaced_and_one_withdrawn_is_gone()
    {
        var ada = await house.Register();
        var (raw, _) = await ada.TakeIn(new { mass = "1105" });
        var first = (await ada.Post("/api/entries", Requests.Skirt(raw, "1240"))).Expect(200).GetProperty("draftId").GetGuid();
        await ada.Log(
            new
            {
                step = "skirt",
                from = new[] { new { lotId = raw } },
                to = new[] { new { form = "skirted", mass = "1100" } },
                draftId = first,
            }
        );
        Assert.Empty((await ada.Get("/api/drafts")).EnumerateArray());

        var (other, _) = await ada.TakeIn(new { mass = "1105" });
        var second = (await ada.Post("/api/entries", Requests.Skirt(other, "1240"))).Expect(200).GetProperty("draftId").GetGuid();
        (await ada.Send(HttpMethod.Delete, $"/api/drafts/{second}")).Expect(204);
        Assert.Empty((await ada.Get("/api/drafts")).EnumerateArray());
    }

    [Fact]
    public async Task The_same_entry_sent_twice_is_one_entry()
    {
        var ada = await house.Register();
        var key = Guid.NewGuid();
        var takes = await Task.WhenAll(Enumerable.Range(0, 6).Select(_ => ada.Post("/api/fleeces", new { mass = "900" }, key)));
        var id = Assert.Single(takes.Select(t => t.Expect(200).GetProperty("lotId").GetGuid()).Distinct());

        var stepKey = Guid.NewGuid();
        var steps = await Task.WhenAll(
            Enumerable.Range(0, 6).Select(_ => ada.Post("/api/entries", Requests.Skirt(id, "850", ("skirtings", "49")), stepKey))
        );
        Assert.Single(steps.Select(s => s.Expect(200).GetProperty("made")[0].GetProperty("code").GetString()).Distinct());
        Assert.Single((await ada.Get("/api/lots")).GetProperty("lots").EnumerateArray());

        var draftKey = Guid.NewGuid();
        var (other, _) = await ada.TakeIn(new { mass = "500" });
        var drafts = await Task.WhenAll(
            Enumerable.Range(0, 3).Select(_ => ada.Post("/api/entries", Requests.Skirt(other, "900"), draftKey))
        );
        Assert.Single(drafts.Select(d => d.Expect(200).GetProperty("draftId").GetGuid()).Distinct());
    }

    [Fact]
    public async Task Of_two_who_take_from_one_lot_at_once_one_wins_and_no_gram_counts_twice()
    {
        var ada = await house.Register();
        for (var round = 0; round < 5; round++)
        {
            var (raw, code) = await ada.TakeIn(new { mass = "1000" });
            var version = (await ada.Lot(code)).GetProperty("lot").GetProperty("version").GetUInt32();
            object Take(int grams) =>
                new
                {
                    step = "skirt",
                    from = new[]
                    {
                        new
                        {
                            lotId = raw,
                            version,
                            mass = $"{grams}",
                            all = false,
                        },
                    },
                    to = new[] { new { form = "skirted", mass = $"{grams}" } },
                };
            var replies = await Task.WhenAll(ada.Post("/api/entries", Take(600)), ada.Post("/api/entries", Take(700)));
            Assert.Equal([200, 409], replies.Select(r => r.Status).Order());
            var lost = replies.Single(r => r.Status == 409);
            lost.Refused(409, "changed-meanwhile");
            var left = (await ada.Lot(code)).GetProperty("lot").GetProperty("left").GetProperty("grams").GetDouble();
            Assert.Contains(Math.Round(left), new[] { 400.0, 300.0 });
            Assert.Equal(left, lost.Json.GetProperty("lots")[0].GetProperty("left").GetProperty("grams").GetDouble(), 0.5e-6);
        }
    }

    [Fact]
    public async Task A_correction_keeps_the_old_figure_and_settles_all_that_follows()
    {
        var ada = await house.Register();
        var (raw, _) = await ada.TakeIn(new { mass = "1000" });
        var (clean, cleanCode) = await ada.Log(
            new
            {
                step = "wash",
                from = new[] { new { lotId = raw } },
                to = new[]
                {
                    new
                    {
                        form = "clean",
                        mass = "691",
                        state = "rested",
                    },
                },
                losses = new[] { new { kind = "waxAndSuint" } },
            }
        );
        await ada.Log(Requests.Comb(clean, "300", "280", "20"));
        var wash = (await ada.Lot(cleanCode)).GetProperty("entries")[1];
        var flow = wash.GetProperty("flows")
            .EnumerateArray()
            .Single(f => f.GetProperty("role").GetString() == "out")
            .GetProperty("id")
            .GetGuid();
        (
            await ada.Post(
                $"/api/entries/{wash.GetProperty("id").GetGuid()}/corrections",
                new
                {
                    flowId = flow,
                    mass = "619",
                    because = "Two digits exchanged.",
                }
            )
        ).Expect(200);

        var page = await ada.Lot(cleanCode);
        Assert.Equal("319 g", page.GetProperty("lot").GetProperty("left").GetProperty("text").GetString());
        var corrected = page.GetProperty("entries")[1]
            .GetProperty("flows")
            .EnumerateArray()
            .Single(f => f.GetProperty("id").GetGuid() == flow);
        var note = Assert.Single(corrected.GetProperty("corrections").EnumerateArray());
        Assert.Equal(
            ("691 g", "619 g", "Two digits exchanged.", "Ada"),
            (
                note.GetProperty("was").GetString(),
                note.GetProperty("is").GetString(),
                note.GetProperty("because").GetString(),
                note.GetProperty("who").GetString()
            )
        );
        Assert.Equal(
            "381 g",
            page.GetProperty("entries")[1].GetProperty("balance").GetProperty("byDifference").GetProperty("text").GetString()
        );
        var line = (await ada.Get("/api/lots?step=comb"))
            .GetProperty("lots")
            .EnumerateArray()
            .Single(l => l.GetProperty("code").GetString() == cleanCode);
        Assert.Equal("319 g", line.GetProperty("left").GetProperty("text").GetString());
    }

    [Fact]
    public async Task Joining_two_fleeces_starts_a_code_of_its_own_and_knows_both()
    {
        var ada = await house.Register();
        async Task<Guid> Clean(string breed)
        {
            var (raw, _) = await ada.TakeIn(new { mass = "1000", breed });
            return (
                await ada.Log(
                    new
                    {
                        step = "wash",
                        from = new[] { new { lotId = raw } },
                        to = new[]
                        {
                            new
                            {
                                form = "clean",
                                mass = "600",
                                state = "rested",
                            },
                        },
                        losses = new[] { new { kind = "waxAndSuint" } },
                    }
                )
            ).Id;
        }

        var (one, two) = (await Clean("Corriedale"), await Clean("Polwarth"));
        var (_, code) = await ada.Log(
            new
            {
                step = "card",
                from = new[]
                {
                    new
                    {
                        lotId = one,
                        mass = "300",
                        all = false,
                    },
                    new
                    {
                        lotId = two,
                        mass = "100",
                        all = false,
                    },
                },
                to = new[] { new { form = "batt", mass = "390" } },
                losses = new[] { new { kind = "cardWaste", mass = "9" } },
            }
        );
        Assert.Equal("J-01", code);
        var page = await ada.Lot(code);
        Assert.Equal("Corriedale 75 / Polwarth 25", page.GetProperty("lot").GetProperty("parentage").GetString());
        Assert.Equal(["75 %", "25 %"], page.GetProperty("origins").EnumerateArray().Select(o => o.GetProperty("share").GetString()));
    }

    [Fact]
    public async Task Weighing_up_stores_nothing_and_tells_the_balance()
    {
        var ada = await house.Register();
        var (raw, _) = await ada.TakeIn(new { mass = "1000" });
        var up = (await ada.Post("/api/entries/weigh-up", Requests.Skirt(raw, "0.9 kg", ("skirtings", "60")))).Expect(200);
        Assert.Equal("suspicious", up.GetProperty("balance").GetProperty("status").GetString());
        Assert.Equal("40 g", up.GetProperty("balance").GetProperty("unaccounted").GetProperty("text").GetString());
        Assert.Contains(up.GetProperty("understood").EnumerateArray(), u =>
            u.GetProperty("field").GetString() == "to[0].mass" && u.GetProperty("logged").GetProperty("text").GetString() == "900 g"
        );
        Assert.Single((await ada.Get("/api/lots")).GetProperty("lots").EnumerateArray());
    }

    [Fact]
    public async Task Lists_go_on_by_their_cursor_without_missing_or_repeating()
    {
        var ada = await house.Register();
        await Task.WhenAll(Enumerable.Range(0, 130).Select(i => ada.TakeIn(new { mass = "500", doneAt = "2026-05-01T10:00:00Z" })));
        var seen = new List<string>();
        for (string? after = ""; after is not null; )
        {
            var page = await ada.Get("/api/lots" + (after.Length > 0 ? "?after=" + after : ""));
            seen.AddRange(page.GetProperty("lots").EnumerateArray().Select(l => l.GetProperty("code").GetString()!));
            after = page.GetProperty("next").GetString();
        }

        Assert.Equal(130, seen.Count);
        Assert.Equal(130, seen.Distinct().Count());
        (await ada.Send(HttpMethod.Get, "/api/lots?after=nonsense")).Expect(400);
        (await ada.Send(HttpMethod.Get, "/api/lots?step=boil")).Expect(400);
    }
}

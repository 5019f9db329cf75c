using Xunit;

namespace EarthyTuft.Web.Tests.Dividing;

/// <summary>Strips in order for each ply, and a rehearsal of their colours.</summary>
public class RehearsalTests(House house) : IClassFixture<House>
{
    private static Dictionary<string, object?> Wish(
        string repeat = "a b c b",
        string strip = "10",
        object? plies = null,
        object? colours = null,
        string plied = "plain"
    ) =>
        new()
        {
            ["colours"] = colours
                ?? new[]
                {
                    new { name = "a", colour = "#C04020" },
                    new { name = "b", colour = "#E0A030" },
                    new { name = "c", colour = "woad" },
                },
            ["repeat"] = repeat,
            ["strip"] = strip,
            ["plies"] = plies ?? new[] { new { order = "same" }, new { order = "same" } },
            ["times"] = 2,
            ["singlesTex"] = 100,
            ["plied"] = plied,
        };

    private static Task<Reply> Ask(Person who, Dictionary<string, object?> wish) => who.Post("/api/dividing/rehearse", wish);

    [Fact]
    public async Task Two_coloured_plies_and_one_plain_are_seen_as_singles_yarn_and_patch()
    {
        var ada = await house.Register();
        var view = (
            await Ask(
                ada,
                Wish(
                    plies: new object[]
                    {
                        new { order = "same" },
                        new { order = "offset", by = 1 },
                        new { order = "plain", plain = "white" },
                    }
                )
            )
        ).Expect(200);
        var plies = view.GetProperty("plies");
        Assert.Equal(
            ["a", "b", "c", "b", "a", "b", "c", "b"],
            plies[0].GetProperty("strips").EnumerateArray().Select(s => s.GetProperty("name").GetString())
        );
        Assert.Equal("b", plies[1].GetProperty("strips")[0].GetProperty("name").GetString());
        Assert.All(plies[2].GetProperty("singles").EnumerateArray(), c => Assert.Equal("#F1EADB", c.GetString()));
        Assert.Equal(776.7, view.GetProperty("yarnMetres").GetDouble());
        Assert.Equal(3, view.GetProperty("yarn")[0].GetArrayLength());
        Assert.Equal(
            (120, 90),
            (
                view.GetProperty("inHand").GetProperty("rows").GetArrayLength(),
                view.GetProperty("acrossRoom").GetProperty("rows")[0].GetArrayLength()
            )
        );
        var sentences = view.GetProperty("sentences").EnumerateArray().Select(s => s.GetString()!).ToArray();
        Assert.Contains(sentences, s => s.Contains("plain ply", StringComparison.Ordinal));
        Assert.Contains(sentences, s => s.StartsWith("Each strip is seen for 97.1 m of yarn: 269.7 rows", StringComparison.Ordinal));
    }

    [Fact]
    public async Task A_lot_gives_its_colour_and_says_what_it_lacks_and_a_heavy_strip_drifts()
    {
        var ada = await house.Register();
        var (lot, code) = await ada.TakeIn(
            new
            {
                mass = "50",
                form = "top",
                colour = "madder",
            }
        );
        var view = (
            await Ask(
                ada,
                Wish(
                    repeat: "aab",
                    plies: new object[] { new { order = "same" }, new { order = "same", masses = new[] { "10", "12", "", "10" } } },
                    colours: new object[] { new { name = "a", lotId = lot }, new { name = "b", colour = "gold" } }
                )
            )
        ).Expect(200);
        var need = view.GetProperty("needs")[0];
        Assert.Equal(
            ("#A2402B", 8, code),
            (need.GetProperty("colour").GetString(), need.GetProperty("strips").GetInt32(), need.GetProperty("code").GetString())
        );
        Assert.Equal($"32 g of {code} are lacking.", need.GetProperty("short").GetString());
        Assert.StartsWith(
            "At the end of strip 2 ply 2 is 20 m of singles behind the first",
            view.GetProperty("plies")[1].GetProperty("drift").GetString()
        );

        var eve = await house.Register();
        Assert.Equal(
            ["colours not-here"],
            (await Ask(eve, Wish(colours: new object[] { new { name = "a", lotId = lot } }, repeat: "a"))).Refused()
        );
    }

    [Fact]
    public async Task A_piece_for_the_fold_is_proposed_from_staple_and_hand_and_counted()
    {
        var ada = await house.Register();
        var (lot, code) = await ada.TakeIn(
            new
            {
                mass = "200",
                form = "raw",
                breed = "Romney",
            }
        );
        foreach (var length in new[] { 118, 120, 122 })
        {
            (await ada.Post($"/api/lots/{lot}/locks", new { place = "shoulder", length = $"{length} mm" })).Expect(200);
        }

        async Task<(double Piece, string Words)> Fold(Action<Dictionary<string, object?>> change)
        {
            var wish = Wish(
                repeat: "a",
                colours: new object[]
                {
                    new
                    {
                        name = "a",
                        lotId = lot,
                        colour = "madder",
                    },
                }
            );
            wish["held"] = "fold";
            change(wish);
            var fold = (await Ask(ada, wish)).Expect(200).GetProperty("fold");
            return (fold.GetProperty("millimetres").GetDouble(), fold.GetProperty("words").GetString()!);
        }

        Assert.Equal(
            (120, $"Pieces for the fold of 120 mm, the staple of {code}. Weigh a measured length of the strip to know how many."),
            await Fold(_ => { })
        );
        // Two plies of two strips of 10 g at 5 g a metre: 2 m each, seventeen pieces of 120 mm.
        Assert.Equal((120, $"68 pieces for the fold of 120 mm, the staple of {code}."), await Fold(w => w["supplyGramsPerMetre"] = 5));
        Assert.Equal(
            (
                135,
                $"Pieces for the fold of 135 mm, as your hand holds it: the staple of {code} is shorter. Weigh a measured length of the strip to know how many."
            ),
            await Fold(w => w["handMillimetres"] = 150)
        );
        Assert.Equal(
            (90, "Pieces for the fold of 90 mm. Weigh a measured length of the strip to know how many."),
            await Fold(w => w["pieceMillimetres"] = 90)
        );
        var wide = Wish();
        wide["handMillimetres"] = 0;
        Assert.Equal(["handMillimetres out-of-range"], (await Ask(ada, wide)).Refused());
        Assert.Equal(System.Text.Json.JsonValueKind.Null, (await Ask(ada, Wish())).Expect(200).GetProperty("fold").ValueKind);
    }

    [Fact]
    public async Task What_is_no_strip_and_no_colour_is_refused_at_its_field()
    {
        var ada = await house.Register();
        async Task Refused(string expected, Dictionary<string, object?> wish) => Assert.Equal([expected], (await Ask(ada, wish)).Refused());
        await Refused("repeat unknown-name", Wish(repeat: "a b x"));
        await Refused("repeat empty", Wish(repeat: " "));
        await Refused("strip empty-lot", Wish(strip: "0"));
        await Refused("strip not-a-weight", Wish(strip: "thin"));
        await Refused("colours[0].colour not-a-colour", Wish(repeat: "a", colours: new[] { new { name = "a", colour = "#GG0000" } }));
        await Refused(
            "colours twice",
            Wish(repeat: "a", colours: new[] { new { name = "a", colour = "red" }, new { name = "a", colour = "blue" } })
        );
        await Refused(
            "plies[1].plain not-a-colour",
            Wish(plies: new object[] { new { order = "same" }, new { order = "plain", plain = "sparkling" } })
        );
        await Refused("plies[1].own empty", Wish(plies: new object[] { new { order = "same" }, new { order = "own" } }));
        await Refused("plied wrong-plies", Wish(plied: "cable"));
        await Refused("plies too-many", Wish(plies: Array.Empty<object>()));
        var wish = Wish();
        wish["times"] = 0;
        await Refused("times out-of-range", wish);
        wish["times"] = 1;
        wish["singlesTex"] = 0;
        await Refused("singlesTex out-of-range", wish);
    }

    [Fact]
    public async Task A_top_dyed_along_its_length_is_laid_as_strips_and_rehearsed()
    {
        var ada = await house.Register();
        object Top(string along, string way, int parts = 2, int plies = 1, double gramsPerMetre = 20) =>
            new
            {
                along,
                gramsPerMetre,
                @as = way,
                parts,
                plies,
            };
        var laid = (await ada.Post("/api/dividing/dyed", Top("a 20 cm, b 10 in", "turned"))).Expect(200);
        Assert.Equal("a b b a", laid.GetProperty("repeat").GetString());
        Assert.Equal(["2 g", "2.54 g", "2.54 g", "2 g"], laid.GetProperty("masses").EnumerateArray().Select(m => m.GetString()));
        Assert.StartsWith("9.08 g of top, 0.45 m long, in 4 stretches", laid.GetProperty("sentence").GetString());
        var view = (
            await ada.Post(
                "/api/dividing/rehearse",
                new
                {
                    colours = new object[] { new { name = "a", colour = "madder" }, new { name = "b", colour = "gold" } },
                    repeat = laid.GetProperty("repeat").GetString(),
                    times = 1,
                    strip = "2 g",
                    plies = new object[] { new { masses = laid.GetProperty("masses") } },
                }
            )
        ).Expect(200);
        Assert.Equal(9.08, view.GetProperty("plies")[0].GetProperty("total").GetProperty("grams").GetDouble(), 0.01);
        Assert.Equal(["along empty"], (await ada.Post("/api/dividing/dyed", Top(" ", "straight"))).Refused());
        Assert.Equal(["along empty"], (await ada.Post("/api/dividing/dyed", Top("a", "straight"))).Refused());
        Assert.Equal(["parts out-of-range"], (await ada.Post("/api/dividing/dyed", Top("a 1 m", "split", 0))).Refused());
        Assert.Equal(
            ["gramsPerMetre out-of-range", "plies too-many"],
            (await ada.Post("/api/dividing/dyed", Top("a 1 m", "split", 2, 9, -1))).Refused()
        );
    }
}

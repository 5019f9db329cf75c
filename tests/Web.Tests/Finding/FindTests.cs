using Npgsql;
using Xunit;

namespace EarthyTuft.Web.Tests.Finding;

/// <summary>The find box: by the beginnings of words, however a breed is spelled, and by what a form or a person leads to.</summary>
public class FindTests(House house) : IClassFixture<House>
{
    private static async Task<string[]> Found(Person person, string typed, string kind = "lot") =>
        [
            .. (await person.Get("/api/find?q=" + Uri.EscapeDataString(typed)))
                .EnumerateArray()
                .Where(f => f.GetProperty("kind").GetString() == kind)
                .Select(f => f.GetProperty("code").GetString()!),
        ];

    [Fact]
    public async Task Lots_are_found_by_code_breed_animal_colour_and_words_of_notes_in_any_order()
    {
        var ada = await house.Register();
        var (_, wensley) = await ada.TakeIn(
            new
            {
                mass = "2100",
                breed = "Wensleydale",
                animal = "Blåbær",
                colour = "white",
                notes = "from the lower meadow (wet spring)",
            }
        );
        var (_, gotland) = await ada.TakeIn(
            new
            {
                mass = "1800",
                breed = "Gotland",
                animal = "Reed",
                colour = "grey",
            }
        );
        Assert.Equal([wensley], await Found(ada, wensley));
        Assert.Equal([wensley], await Found(ada, wensley.ToLowerInvariant()));
        Assert.Equal([wensley], await Found(ada, "wensley"));
        Assert.Equal([wensley], await Found(ada, "meadow LOWER"));
        Assert.Equal([wensley], await Found(ada, "spring wensl"));
        Assert.Equal([wensley], await Found(ada, "blab"));
        Assert.Equal([gotland], await Found(ada, "reed"));
        Assert.Equal([gotland], await Found(ada, "grey gotland"));
        Assert.Empty(await Found(ada, "   "));
        Assert.Empty(await Found(ada, "' ; drop table lots"));
        Assert.Empty(await Found(ada, new string('x', 500)));
        Assert.Empty(await Found(await house.Register(), "wensleydale"));
    }

    [Theory]
    [InlineData("wensledale", "Wensleydale")]
    [InlineData("herdwik", "Herdwick")]
    [InlineData("goat cashmere", "Cashmere")]
    public async Task A_misspelt_breed_finds_its_breed_and_what_there_is_of_it(string typed, string breed)
    {
        var ada = await house.Register();
        var (_, code) = await ada.TakeIn(
            new
            {
                mass = "900",
                breed,
                fibre = breed == "Cashmere" ? "cashmere" : "wool",
            }
        );
        Assert.Contains(code, await Found(ada, typed));
        Assert.Contains(await Found(ada, typed, "breed"), b => b.StartsWith(breed, StringComparison.Ordinal));
    }

    [Fact]
    public async Task Forms_purposes_people_and_notes_of_steps_lead_to_lots()
    {
        var ada = await house.Register();
        var (raw, _) = await ada.TakeIn(
            new
            {
                mass = "1500",
                breed = "Romney",
                who = "Tobin",
            }
        );
        var (skirted, skirtedCode) = await ada.Log(
            new
            {
                step = "skirt",
                from = new[] { new { lotId = raw } },
                to = new[] { new { form = "skirted", mass = "1400" } },
                losses = new[]
                {
                    new
                    {
                        kind = "skirtings",
                        mass = "99",
                        fate = "compost",
                    },
                },
                notes = "hailstorm outside",
                who = "Quill",
            }
        );
        Assert.Equal([skirtedCode], await Found(ada, "skirted"));
        Assert.Equal([skirtedCode], await Found(ada, "hailst"));
        Assert.Equal([skirtedCode], await Found(ada, "quill"));
        var kept = await ada.Send(HttpMethod.Put, $"/api/lots/{skirted}/reserve", new { mass = "300", @for = "a shawl for the fair" });
        Assert.InRange(kept.Status, 200, 204);
        Assert.Equal([skirtedCode], await Found(ada, "shawl"));
    }

    [Fact]
    public async Task Words_follow_what_is_changed_and_leave_with_what_is_voided()
    {
        var ada = await house.Register();
        var (id, code) = await ada.TakeIn(
            new
            {
                mass = "1500",
                breed = "Romney",
                notes = "thistledown",
            }
        );
        Assert.Equal([code], await Found(ada, "thistle"));
        await using var connection = await Open();
        await using (
            var change = new NpgsqlCommand("update lots set notes = 'harebell' where id = $1", connection)
            {
                Parameters = { new() { Value = id } },
            }
        )
        {
            Assert.Equal(1, await change.ExecuteNonQueryAsync(TestContext.Current.CancellationToken));
        }

        Assert.Empty(await Found(ada, "thistle"));
        Assert.Equal([code], await Found(ada, "harebell"));
        var entry = (await ada.Lot(code)).GetProperty("entries")[0].GetProperty("id").GetGuid();
        (await ada.Post($"/api/entries/{entry}/void", new { because = "twice" })).Expect(200);
        Assert.Empty(await Found(ada, "harebell"));
    }

    [Theory]
    [InlineData("Bluefaced Leicester x Gotland", "bluefaced gotland leicester x")]
    [InlineData("  Ålesund, \"Straße\" (naïve) G-01.5; rosé -- 'quoted'", "alesund g-01.5 naive quoted rose straße")]
    [InlineData("", "")]
    [InlineData("one one ONE two", "one two")]
    public async Task Words_are_small_without_accents_and_each_once(string text, string words)
    {
        await using var connection = await Open();
        await using var cut = new NpgsqlCommand(
            "select coalesce(string_agg(w, ' ' order by w collate \"C\"), '') from (select distinct find_words_in($1) as w) d",
            connection
        )
        {
            Parameters = { new() { Value = text } },
        };
        Assert.Equal(words, await cut.ExecuteScalarAsync(TestContext.Current.CancellationToken));
    }

    private async Task<NpgsqlConnection> Open()
    {
        var connection = new NpgsqlConnection(house.Connection);
        await connection.OpenAsync();
        await using var every = new NpgsqlCommand("select set_config('earthy_tuft.workshop', 'every', false)", connection);
        await every.ExecuteNonQueryAsync();
        return connection;
    }
}

using System.Text.Json;
using Xunit;

namespace EarthyTuft.Web.Tests.Ledger;

/// <summary>A step that was logged of the lot beside the one that was taken.</summary>
public class OtherLotTests(House house) : IClassFixture<House>
{
    // A top in two parts of 46 and 152 g.
    private static async Task<(Guid Small, Guid Large, string SmallCode, string LargeCode)> Parts(Person who)
    {
        var (top, _) = await who.TakeIn(
            new
            {
                mass = "198",
                form = "top",
                humidityPercent = 65,
            }
        );
        var made = (
            await who.Post(
                "/api/entries",
                new
                {
                    step = "divide",
                    from = new[] { new { lotId = top, all = true } },
                    to = new[] { new { form = "top", mass = "46" }, new { form = "top", mass = "152" } },
                }
            )
        ).Expect(200).GetProperty("made").EnumerateArray().OrderBy(l => l.GetProperty("code").GetString(), StringComparer.Ordinal).Select(l => (l.GetProperty("id").GetGuid(), l.GetProperty("code").GetString()!)).ToArray();
        return (made[0].Item1, made[1].Item1, made[0].Item2, made[1].Item2);
    }

    private static async Task<JsonElement> Spin(Person who, Guid lot, string made, string? rest = null) =>
        (
            await who.Post(
                "/api/entries",
                new
                {
                    step = "spin",
                    from = new[]
                    {
                        new
                        {
                            lotId = lot,
                            all = true,
                            rest,
                        },
                    },
                    to = new[] { new { form = "singles", mass = made } },
                }
            )
        ).Expect(200);

    private static async Task<JsonElement[]> Taps(Person who, Guid entry) =>
        [
            .. (await who.Get($"/api/entries/{entry}/question"))
                .GetProperty("answers")
                .EnumerateArray()
                .Where(a => a.GetProperty("kind").GetString() == "otherLot"),
        ];

    private static async Task<string?> Left(Person who, string code) =>
        (await who.Lot(code)).GetProperty("lot").GetProperty("left") is { ValueKind: JsonValueKind.Object } left
            ? left.GetProperty("text").GetString()
            : null;

    [Fact]
    public async Task The_lot_beside_it_was_spun_and_the_one_that_was_logged_is_there_again()
    {
        var ada = await house.Register();
        var (small, large, smallCode, largeCode) = await Parts(ada);
        var logged = await Spin(ada, large, "45", "gone");
        var entry = logged.GetProperty("entryId").GetGuid();
        Assert.Equal("0 g", await Left(ada, largeCode));

        var tap = Assert.Single(await Taps(ada, entry));
        Assert.Equal($"it was {smallCode}, not {largeCode}", tap.GetProperty("words").GetString());
        var body = new { lotId = tap.GetProperty("lotId").GetGuid(), flowId = tap.GetProperty("flowId").GetGuid() };
        Assert.Equal(small, body.lotId);
        // Two of one mind: the second finds it said.
        var both = await Task.WhenAll(Enumerable.Range(0, 2).Select(_ => ada.Post($"/api/entries/{entry}/other-lot", body)));
        Assert.All(both, b => b.Expect(204));

        Assert.Equal("152 g", await Left(ada, largeCode));
        Assert.Equal("0 g", await Left(ada, smallCode));
        Assert.Contains(largeCode, (await ada.Get("/api/lots?step=spin")).GetRawText());
        (await ada.Send(HttpMethod.Get, $"/api/entries/{entry}/question")).Refused(404, "not-here");

        // What lies there again can be spun; what was taken in its place cannot.
        await Spin(ada, large, "151");
    }

    [Fact]
    public async Task What_was_taken_as_well_is_said_afterwards_and_nothing_else_stands_in()
    {
        var (ada, bea) = (await house.Register(), await house.Register());
        var (small, large, smallCode, largeCode) = await Parts(ada);
        var logged = await Spin(ada, large, "151");
        var entry = logged.GetProperty("entryId").GetGuid();
        Task<Reply> Say(Person who, object body) => who.Post($"/api/entries/{entry}/other-lot", body);
        // Nothing is asked of what fits.
        (await Say(ada, new { lotId = small })).Refused(409, "answered-meanwhile");

        // Its weight was wrong: by then more came out than went in.
        var flow = (await ada.Lot(largeCode))
            .GetProperty("entries")
            .EnumerateArray()
            .Single(e => e.GetProperty("id").GetGuid() == entry)
            .GetProperty("flows")
            .EnumerateArray()
            .Single(f => f.GetProperty("role").GetString() == "out");
        (
            await ada.Post(
                $"/api/entries/{entry}/corrections",
                new
                {
                    flowId = flow.GetProperty("id").GetGuid(),
                    mass = "197",
                    because = "read again",
                }
            )
        ).Expect(200);
        var (elsewhere, _) = await ada.TakeIn(new { mass = "46", form = "top" });
        Assert.Equal(["lotId other-lot-unlike"], (await Say(ada, new { lotId = elsewhere })).Refused());
        (await Say(ada, new { lotId = Guid.NewGuid() })).Refused(404, "not-here");
        (await Say(ada, new { lotId = small, flowId = Guid.NewGuid() })).Refused(404, "not-here");
        (await Say(bea, new { lotId = small })).Refused(404, "not-here");
        Assert.Equal("46 g", await Left(ada, smallCode));

        var tap = Assert.Single(await Taps(ada, entry));
        Assert.Equal($"{smallCode} was taken too", tap.GetProperty("words").GetString());
        (await Say(ada, new { lotId = small, flowId = (Guid?)null })).Expect(204);
        Assert.Equal("0 g", await Left(ada, smallCode));
        (await ada.Send(HttpMethod.Get, $"/api/entries/{entry}/question")).Refused(404, "not-here");
    }
}

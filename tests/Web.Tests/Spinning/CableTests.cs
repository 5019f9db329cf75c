using System.Text.Json;
using Xunit;
using static EarthyTuft.Web.Tests.Spinning.Skeins;

namespace EarthyTuft.Web.Tests.Spinning;

/// <summary>A cable is plied in two steps, and strands of unlike twist are named.</summary>
public class CableTests(House house) : IClassFixture<House>
{
    private static async Task<(Guid Id, string Code)[]> Bobbins(Person who, params (string Length, string Direction)[] of)
    {
        var (top, _) = await who.TakeIn(
            new
            {
                mass = "100",
                form = "top",
                breed = "Romney",
                humidityPercent = 65,
            }
        );
        var spun = (
            await who.Post(
                "/api/entries",
                new
                {
                    step = "spin",
                    from = new[] { new { lotId = top, all = true } },
                    to = of.Select(b => new
                    {
                        form = "singles",
                        mass = $"{100 / of.Length}",
                        yarn = new
                        {
                            length = b.Length,
                            direction = b.Direction,
                            wraps = "30",
                        },
                    }),
                }
            )
        ).Expect(200);
        return [.. spun.GetProperty("made").EnumerateArray().Select(m => (Id(m), Text(m, "code")))];
    }

    private static async Task<JsonElement> Plan(Person who, string structure, int plies, IEnumerable<Guid> lots, double? takeUp = null) =>
        (
            await who.Post(
                "/api/spinning/ply",
                new
                {
                    lotIds = lots,
                    structure,
                    plies,
                    degrees = 28,
                    takeUpPercent = takeUp,
                }
            )
        ).Expect(200);

    [Fact]
    public async Task Four_bobbins_are_plied_two_and_two_and_cabled_the_way_they_were_spun()
    {
        var ada = await house.Register();
        var bobbins = await Bobbins(ada, ("150", "z"), ("140", "z"), ("160", "z"), ("155", "z"));
        var plan = await Plan(ada, "cable", 4, bobbins.Select(b => b.Id), takeUp: 5);
        Assert.Equal(("z", 5d), (Text(plan, "direction"), plan.GetProperty("takeUpPercent").GetDouble()));
        var sentences = Texts(plan.GetProperty("sentences"));
        Assert.StartsWith("First ply two and two S with ", sentences[0]);
        Assert.Contains("1.75 times what balance asks for", sentences[0]);
        Assert.EndsWith(
            $"One holds {bobbins[0].Code} and {bobbins[1].Code}, the other {bobbins[2].Code} and {bobbins[3].Code}.",
            sentences[0]
        );
        Assert.StartsWith("Then ply the two of them Z, as the singles were spun, with ", sentences[1]);
        // 140 m over what five in a hundred take up.
        Assert.Equal($"It makes about 133 m of cable of two two-plies; {bobbins[1].Code} is the first to end.", sentences[2]);
        Assert.Empty(plan.GetProperty("cautions").EnumerateArray());
    }

    [Fact]
    public async Task Strands_of_S_and_Z_are_named_and_fewer_bobbins_than_strands_are_wound_off()
    {
        var ada = await house.Register();
        var bobbins = await Bobbins(ada, ("150", "z"), ("140", "s"));
        var cautions = Texts((await Plan(ada, "plain", 2, bobbins.Select(b => b.Id))).GetProperty("cautions"));
        Assert.StartsWith($"{bobbins[1].Code} is twisted S and {bobbins[0].Code} Z: they do not belong together.", Assert.Single(cautions));
        var like = await Bobbins(ada, ("150", "z"), ("140", "z"));
        cautions = Texts((await Plan(ada, "plain", 3, like.Select(b => b.Id))).GetProperty("cautions"));
        Assert.Equal(["There are fewer bobbins than strands: wind it off in equal lengths first, 3 of 33.3 g."], cautions);
    }
}

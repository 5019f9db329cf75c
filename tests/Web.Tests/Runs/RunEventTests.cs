using System.Text.Json;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Xunit;
using static EarthyTuft.Web.Tests.Runs.Running;

namespace EarthyTuft.Web.Tests.Runs;

/// <summary>The events of a run: in which order they are read, and that taking one back is not the end.</summary>
public class RunEventTests(House house) : IClassFixture<House>
{
    private async Task<T> Look<T>(Person who, Func<EarthyTuftDb, Task<T>> at)
    {
        await using var scope = house.Factory.Services.CreateAsyncScope();
        scope.ServiceProvider.GetRequiredService<WorkshopScope>().WorkshopId = (await who.Get("/api/session"))
            .GetProperty("workshop")
            .GetProperty("id")
            .GetGuid();
        return await at(scope.ServiceProvider.GetRequiredService<EarthyTuftDb>());
    }

    private Task<int[]> Ordinals(Person who, Guid run) =>
        Look(who, db =>
            db.RunEvents.Where(e => e.RunId == run)
                .OrderBy(e => e.Ordinal)
                .Select(e => e.Ordinal)
                .ToArrayAsync(TestContext.Current.CancellationToken)
        );

    [Fact]
    public async Task Events_are_read_in_the_order_in_which_they_were_noted_whatever_their_times()
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(new { mass = "400", form = "clean" });
        var began = DateTimeOffset.UtcNow.AddMinutes(-30);
        var run = (
            await ada.Post(
                "/api/runs",
                new
                {
                    craft = "testFelting",
                    lotIds = new[] { lot },
                    pinch = "2",
                    startedAt = began,
                }
            )
        ).Expect(200).GetProperty("id").GetGuid();
        // The second tap had to wait and carries an earlier time than the first.
        (
            await Tap(
                ada,
                run,
                new
                {
                    kind = "measureBall",
                    count = 2,
                    width = "30",
                    at = began.AddMinutes(10),
                }
            )
        ).Expect(200);
        (
            await Tap(
                ada,
                run,
                new
                {
                    kind = "measureBall",
                    count = 5,
                    width = "27",
                    at = began.AddMinutes(5),
                }
            )
        ).Expect(200);
        var readings = Details(Assert.Single(await Of(ada, "testFelting"))).GetProperty("readings").EnumerateArray().ToArray();
        Assert.Equal([30, 27], readings.Select(r => r.GetProperty("widthMillimetres").GetDouble()));
        var ordinals = await Ordinals(ada, run);
        Assert.Equal([1, 2], ordinals);
    }

    [Fact]
    public async Task Two_taps_at_once_have_a_place_each()
    {
        var ada = await house.Register();
        var (lot, _) = await ada.TakeIn(new { mass = "400", form = "clean" });
        var run = (
            await BeginLoads(
                ada,
                "card",
                lot,
                new
                {
                    most = "20 g",
                    gives = "rolag",
                    laidOn = "lengthwise",
                    takenOff = "rolledAcross",
                }
            )
        ).Expect(200).GetProperty("id").GetGuid();
        await Task.WhenAll(Enumerable.Range(0, 6).Select(_ => Tap(ada, run, new { kind = "cardOneLoad" })));
        Assert.Equal(Enumerable.Range(1, 6), await Ordinals(ada, run));
    }

    [Fact]
    public async Task A_load_that_is_taken_back_in_the_middle_of_the_work_teaches_the_tool_nothing()
    {
        var ada = await house.Register();
        var tool = (
            await ada.Post(
                "/api/tools/cards",
                new
                {
                    name = "drum",
                    kind = "drumCarder",
                    width = "20",
                    length = "57",
                    teethPerSquareInch = 72,
                }
            )
        ).Expect(200).GetProperty("id").GetGuid();
        var (lot, _) = await ada.TakeIn(
            new
            {
                mass = "400",
                form = "clean",
                breed = "Cheviot",
            }
        );
        var run = (
            await BeginLoads(
                ada,
                "card",
                lot,
                new
                {
                    toolId = tool,
                    gives = "batt",
                    laidOn = "lengthwise",
                    takenOff = "onePiece",
                }
            )
        ).Expect(200).GetProperty("id").GetGuid();
        JsonElement last = default;
        foreach (var mass in new[] { "46", "45", "47", "450" })
        {
            last = (
                await Tap(
                    ada,
                    run,
                    new
                    {
                        kind = "cardOneLoad",
                        mass,
                        asTyped = true,
                    }
                )
            ).Expect(200);
        }

        (await Withdraw(ada, run, Details(last).GetProperty("lastEvent").GetGuid())).Expect(200);
        Task<int> Lessons() => Look(ada, db => db.ToolLessons.CountAsync(l => l.RunId == run, TestContext.Current.CancellationToken));
        Assert.Equal(0, await Lessons());
        (await End(ada, run)).Expect(204);
        Assert.True(await Lessons() > 0);
    }
}

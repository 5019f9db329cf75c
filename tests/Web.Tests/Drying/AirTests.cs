using EarthyTuft.Data.Store;
using EarthyTuft.Web.Tests.Runs;
using Npgsql;
using Xunit;

namespace EarthyTuft.Web.Tests.Drying;

/// <summary>What an air sensor says goes to the racks that run, as what the air lacks of vapour.</summary>
public class AirTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task The_first_sensor_by_name_tells_every_rack_of_its_workshop_and_no_other()
    {
        var (ada, eve) = (await house.Register(), await house.Register());
        async Task<Guid> Rack(Person who)
        {
            var (lot, _) = await who.TakeIn(new { mass = "900" });
            var (damp, _) = await who.Log(Requests.Wash(lot));
            return (await Running.BeginRack(who, [damp], "1100", place: "heatedRoom")).Expect(200).GetProperty("id").GetGuid();
        }

        var (here, there) = (await Rack(ada), await Rack(eve));
        using var attic = new Talker(_ => "air 20.0 C 60.0 %\n", TimeSpan.FromMilliseconds(100));
        using var yard = new Talker(_ => "air 5.0 C 95.0 %\n", TimeSpan.FromMilliseconds(100));
        (
            await ada.Post(
                "/api/instruments",
                new
                {
                    kind = "air",
                    name = "yard",
                    host = "127.0.0.1",
                    port = yard.Port,
                    on = true,
                }
            )
        ).Expect(200);
        (
            await ada.Post(
                "/api/instruments",
                new
                {
                    kind = "air",
                    name = "attic",
                    host = "127.0.0.1",
                    port = attic.Port,
                    on = true,
                }
            )
        ).Expect(200);

        await using var own = new NpgsqlConnection(house.Connection);
        await own.OpenAsync(TestContext.Current.CancellationToken);
        await own.SeeEveryWorkshop(TestContext.Current.CancellationToken);
        async Task<double[]> Stored(Guid rack)
        {
            await using var command = new NpgsqlCommand("select value from run_readings where run_id = $1", own)
            {
                Parameters = { new() { Value = rack } },
            };
            await using var reader = await command.ExecuteReaderAsync(TestContext.Current.CancellationToken);
            var values = new List<double>();
            while (await reader.ReadAsync(TestContext.Current.CancellationToken))
            {
                values.Add(reader.GetDouble(0));
            }

            return [.. values];
        }

        double[] stored = [];
        for (var i = 0; i < 200 && !stored.Contains(0.9353); i++)
        {
            await Task.Delay(100, TestContext.Current.CancellationToken);
            stored = await Stored(here);
        }

        // 20 degrees at 60 % lack 0.935 kPa. Before the attic was there the yard may have spoken once.
        Assert.Contains(0.9353, stored);
        Assert.InRange(stored.Length, 1, 2);
        Assert.Empty(await Stored(there));
    }
}

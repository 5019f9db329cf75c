using EarthyTuft.Core.Lots;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Xunit;

namespace EarthyTuft.Web.Tests.Lots;

public class CodeTests(House house) : IClassFixture<House>
{
    private static CancellationToken Cancellation => TestContext.Current.CancellationToken;

    [Theory]
    [InlineData(0, 2)]
    [InlineData(8, 2)]
    [InlineData(98, 3)]
    [InlineData(998, 1)]
    public async Task Codes_that_lots_have_already_are_passed_over(int counted, int taken)
    {
        var ada = await house.Register();
        var (raw, _) = await ada.TakeIn(new { mass = "900" });
        await using var scope = house.Factory.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<EarthyTuftDb>();
        scope.ServiceProvider.GetRequiredService<WorkshopScope>().WorkshopId = (await ada.Get("/api/session"))
            .GetProperty("workshop")
            .GetProperty("id")
            .GetGuid();
        var letter = LotCode.RootOf((await db.Lots.SingleAsync(Cancellation)).Code).Split('-')[0];

        // Lots whose codes no counter knows of, in the root's own row and in the row of what is made of it.
        var root = LotCode.Root(letter, counted + 1 + taken);
        async Task<Guid> Renamed(string code)
        {
            var (id, _) = await ada.TakeIn(new { mass = "700" });
            await db.Lots.Where(l => l.Id == id).ExecuteUpdateAsync(set => set.SetProperty(l => l.Code, code), Cancellation);
            return id;
        }

        await db.Lots.Where(l => l.Id == raw).ExecuteUpdateAsync(set => set.SetProperty(l => l.Code, root), Cancellation);
        for (var i = 1; i <= taken; i++)
        {
            if (i < taken)
            {
                await Renamed(LotCode.Root(letter, counted + i));
            }

            await Renamed(LotCode.Child(root, counted + 1 + i));
        }

        await db.Database.ExecuteSqlAsync($"delete from code_counters", Cancellation);
        await db.Database.ExecuteSqlAsync(
            $"insert into code_counters (workshop_id, prefix, last) values ({db.Workshop}, {letter}, {counted}), ({db.Workshop}, {root}, {counted})",
            Cancellation
        );

        var (_, made) = await ada.Log(Requests.Skirt(raw, "850", ("skirtings", "50")));
        Assert.Equal(LotCode.Child(root, counted + 2 + taken), made);
        var next = (await ada.TakeIn(new { mass = "800" })).Code;
        Assert.Equal(LotCode.Root(letter, counted + taken), next);
        Assert.Equal(LotCode.Root(letter, counted + taken + 2), (await ada.TakeIn(new { mass = "800" })).Code);
    }
}

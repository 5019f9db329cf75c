using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;
using Xunit;

namespace EarthyTuft.Web.Tests.Hostile;

/// <summary>The wall between workshops in the database: it holds where a statement forgets the workshop.</summary>
public class RowSecurityTests(House house) : IClassFixture<House>
{
    private static CancellationToken Cancellation => TestContext.Current.CancellationToken;

    [Fact]
    public async Task Every_table_that_belongs_to_workshops_has_the_policy_and_the_web_process_is_bound_by_it()
    {
        await using var scope = house.Factory.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<EarthyTuftDb>();
        Assert.True(await RowSecurity.IsBinding(db, Cancellation));
        var owned = db
            .Model.GetEntityTypes()
            .Where(t => typeof(IWorkshopOwned).IsAssignableFrom(t.ClrType))
            .Select(t => t.GetTableName()!)
            .Order()
            .ToArray();
        var walled = await db
            .Database.SqlQuery<string>(
                $"""
                select c.relname::text as "Value" from pg_class c join pg_policy p on p.polrelid = c.oid
                where c.relrowsecurity and c.relforcerowsecurity and p.polname = 'own_workshop' and p.polcmd = '*'
                """
            )
            .ToListAsync(Cancellation);
        Assert.True(owned.Length > 20);
        Assert.Equal(owned, walled.Order());
    }

    [Fact]
    public async Task A_statement_without_a_workshop_sees_only_the_scopes_own_rows()
    {
        var (ada, bea) = (await house.Register("Ada"), await house.Register("Bea"));
        await ada.TakeIn(new { mass = "500" });
        await bea.TakeIn(new { mass = "600" });
        await bea.TakeIn(new { mass = "700" });
        var (hers, others) = (await Workshop(ada), await Workshop(bea));
        await using var scope = house.Factory.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<EarthyTuftDb>();
        var workshop = scope.ServiceProvider.GetRequiredService<WorkshopScope>();

        // In no workshop there is nothing; in one there is its own, also with the filters off; across all there is all.
        Assert.Equal(0, await Lots(db));
        workshop.WorkshopId = hers;
        Assert.Equal(1, await Lots(db));
        Assert.Equal(1, await db.Lots.IgnoreQueryFilters().CountAsync(Cancellation));
        workshop.WorkshopId = others;
        Assert.Equal(2, await Lots(db));
        Assert.True(await workshop.Across(() => Lots(db)) >= 3);
        Assert.Equal(2, await Lots(db));

        // What is not seen is not changed, and nothing is put into another workshop.
        workshop.WorkshopId = hers;
        Assert.Equal(
            0,
            await db
                .Lots.IgnoreQueryFilters()
                .Where(l => l.WorkshopId == others)
                .ExecuteUpdateAsync(set => set.SetProperty(l => l.ReservedFor, "me"), Cancellation)
        );
        var refused = await Assert.ThrowsAsync<PostgresException>(() =>
            db.Database.ExecuteSqlAsync($"insert into code_counters (workshop_id, prefix, last) values ({others}, 'X', 1)", Cancellation)
        );
        Assert.Equal(PostgresErrorCodes.InsufficientPrivilege, refused.SqlState);
        await Assert.ThrowsAsync<PostgresException>(() =>
            db.Database.ExecuteSqlAsync($"update lots set workshop_id = {others}", Cancellation)
        );
        Assert.Equal(1, await Lots(db));
    }

    [Fact]
    public async Task What_was_told_in_a_transaction_that_is_undone_is_told_again()
    {
        var (ada, bea) = (await house.Register("Ada"), await house.Register("Bea"));
        await ada.TakeIn(new { mass = "500" });
        await using var scope = house.Factory.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<EarthyTuftDb>();
        var workshop = scope.ServiceProvider.GetRequiredService<WorkshopScope>();
        workshop.WorkshopId = await Workshop(bea);
        await using (var transaction = await db.Database.BeginTransactionAsync(Cancellation))
        {
            workshop.WorkshopId = await Workshop(ada);
            Assert.Equal(1, await Lots(db));
            await transaction.CreateSavepointAsync("before", Cancellation);
            workshop.WorkshopId = await Workshop(bea);
            Assert.Equal(0, await Lots(db));
            await transaction.RollbackToSavepointAsync("before", Cancellation);
            Assert.Equal(0, await Lots(db));
            workshop.WorkshopId = await Workshop(ada);
            Assert.Equal(1, await Lots(db));
        }

        Assert.Equal(1, await Lots(db));
        workshop.WorkshopId = await Workshop(bea);
        Assert.Equal(0, await Lots(db));
    }

    [Fact]
    public async Task A_connection_that_goes_back_to_the_pool_forgets_the_workshop()
    {
        var ada = await house.Register("Ada");
        await ada.TakeIn(new { mass = "500" });
        var hers = await Workshop(ada);
        for (var i = 0; i < 20; i++)
        {
            await using var scope = house.Factory.Services.CreateAsyncScope();
            var db = scope.ServiceProvider.GetRequiredService<EarthyTuftDb>();
            Assert.Equal(0, await Lots(db));
            scope.ServiceProvider.GetRequiredService<WorkshopScope>().WorkshopId = hers;
            Assert.Equal(1, await Lots(db));
        }
    }

    private static async Task<int> Lots(EarthyTuftDb db) =>
        (await db.Database.SqlQuery<int>($"select count(*)::int as \"Value\" from lots").ToListAsync(Cancellation))[0];

    private static async Task<Guid> Workshop(Person person) =>
        (await person.Get("/api/session")).GetProperty("workshop").GetProperty("id").GetGuid();
}

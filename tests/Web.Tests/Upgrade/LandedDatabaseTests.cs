using System.IO.Compression;
using System.Text.Json;
using EarthyTuft.Web.Tests.Hostile;
using EarthyTuft.Web.Tests.Runs;
using Npgsql;
using Xunit;

namespace EarthyTuft.Web.Tests.Upgrade;

/// <summary>
/// Every landed state's data starts under this one. tools/landed-database keeps a small database of each in the folder Landed: that state's
/// own demo, and a person's workshop with a draft, and a running wash, a rack and a recipe as far as it had them.
/// </summary>
public class LandedDatabaseTests
{
    /// <summary>Each is started once, with the demo offered; the newest of them a second time without it.</summary>
    public static readonly TheoryData<string, bool> States =
    [
        .. Directory.GetFiles(Folder, "*.sql.gz").Order().Select(f => (Path.GetFileName(f), true)),
        (Path.GetFileName(Directory.GetFiles(Folder, "*.sql.gz").Order().Last()), false),
    ];

    private static string Folder => Path.Combine(AppContext.BaseDirectory, "Landed");

    [Theory]
    [MemberData(nameof(States))]
    public async Task It_starts_and_everything_works(string file, bool demo)
    {
        var connection = await Restore(file);
        var before = await Before(connection);
        await using var house = House.Start(
            connection,
            ("Demo", demo ? "true" : "false"),
            ("Now", (await LastEntry(connection)).AddMinutes(2).ToString("O"))
        );
        var keeper = new Person(house.CreateClient());
        (await keeper.Send(HttpMethod.Post, "/api/session", new { email = "keeper@example.org", password = "wool and water" })).Expect(204);
        await keeper.Refresh();
        Assert.Empty(await HostileRequestTests.BrokenPages(keeper, await HostileRequestTests.Things.Of(keeper)));

        // What later states reckon with was filled for what was logged before: every entry with a balance has what it took and kept.
        Assert.Equal(
            0L,
            await Count(
                connection,
                "select count(*) from entries where step in ('Skirt', 'Card', 'Comb', 'Dry') and voided_at is null and (taken_grams is null or kept_grams is null)"
            )
        );

        // The draft is still there and can be confirmed.
        var draft = Assert.Single((await keeper.Get("/api/drafts")).EnumerateArray());
        Assert.True(
            (await keeper.Post($"/api/drafts/{draft.GetProperty("id").GetGuid()}/confirm", new { because = "The scale said so twice." }))
                .Expect(200)
                .GetProperty("kept")
                .GetBoolean()
        );

        // A wash that was running runs on, and rings; a rack is still watched; a new weight goes in.
        if (before.Washes > 0)
        {
            var wash = Assert.Single(await Running.Of(keeper, "wash"));
            var (call, bath) = (Running.Call(wash), Running.Details(wash).GetProperty("baths")[0]);
            Assert.NotEqual(JsonValueKind.Null, call.GetProperty("alarmAt").ValueKind);
            Assert.Equal(before.Readings, bath.GetProperty("readings").GetInt32());
            Assert.Equal(before.Lot, wash.GetProperty("lots")[0].GetProperty("id").GetGuid());
            var lifted = (
                await Running.Tap(
                    keeper,
                    wash.GetProperty("id").GetGuid(),
                    new { kind = "liftBath", bath = call.GetProperty("part").GetGuid() }
                )
            ).Expect(200);
            Assert.Empty(lifted.GetProperty("calls").EnumerateArray());
            var rack = Assert.Single(await Running.Of(keeper, "dry"));
            Assert.Equal(before.Weights, Running.Details(rack).GetProperty("dots").GetArrayLength());
            (await Running.Weigh(keeper, rack.GetProperty("id").GetGuid(), "1070")).Expect(200);
            Assert.Single((await keeper.Get("/api/scouring")).GetProperty("recipes").EnumerateArray());
        }

        var taken = await keeper.Post("/api/fleeces", new { mass = "1234", breed = "Gotland" });
        Assert.Equal(200, taken.Status);

        // The one demo that all shared is gone; whoever walks in has one of their own.
        await EarthyTuft.Web.Session.Sweeping.Sweep(house.Services, DateTimeOffset.UtcNow, TestContext.Current.CancellationToken);
        Assert.Equal(0L, await Count(connection, "select count(*) from workshops where is_demo"));
        var visitor = new Person(house.CreateClient());
        (await visitor.Send(HttpMethod.Post, "/api/session/demo")).Expect(demo ? 204 : 404);
    }

    [Fact]
    public async Task Who_had_joined_the_shared_demo_keeps_it_and_nobody_else_is_in_there()
    {
        var connection = await Restore("20261126-ff72519.sql.gz");
        // As the shared demo left it in the trial: a real person made its owner, and its seeded owner a member of that person's own
        // workshop.
        await Run(
            connection,
            """
            insert into memberships (workshop_id, user_id, role, joined_at)
            select w.id, u.id, 'Preparer', now() from workshops w, users u where w.is_demo and u.email = 'keeper@example.org';
            insert into memberships (workshop_id, user_id, role, joined_at)
            select m.workshop_id, d.id, 'Owner', now() from memberships m join users u on u.id = m.user_id, users d
            where u.email = 'keeper@example.org' and d.email = 'marrit@demo.invalid' and not exists (select 1 from workshops w where w.id = m.workshop_id and w.is_demo);
            """
        );
        await using var house = House.Start(connection, ("Demo", "true"));
        var keeper = new Person(house.CreateClient());
        (await keeper.Send(HttpMethod.Post, "/api/session", new { email = "keeper@example.org", password = "wool and water" })).Expect(204);
        var session = await keeper.Refresh();
        Assert.Equal(["owner", "owner"], session.GetProperty("workshops").EnumerateArray().Select(w => w.GetProperty("role").GetString()));
        Assert.Equal(
            2L,
            await Count(connection, "select count(*) from memberships m join workshops w on w.id = m.workshop_id where not w.is_demo")
        );
    }

    private static async Task<string> Restore(string file)
    {
        var connection = await Postgres.Empty();
        await using var packed = new GZipStream(File.OpenRead(Path.Combine(Folder, file)), CompressionMode.Decompress);
        using var reader = new StreamReader(packed);
        // By the role that the web process has, so that the tables are its own.
        await Run(connection, await reader.ReadToEndAsync(), connection);
        // The dump sets an empty search path for its session.
        NpgsqlConnection.ClearAllPools();
        return connection;
    }

    private static async Task<DateTimeOffset> LastEntry(string connection)
    {
        await using var db = new NpgsqlConnection(Postgres.AsSuperuser(connection));
        await db.OpenAsync();
        await using var command = new NpgsqlCommand("select max(recorded_at) from entries", db);
        return new DateTimeOffset((DateTime)(await command.ExecuteScalarAsync())!, TimeSpan.Zero);
    }

    private sealed record WashHouseBefore(long Washes, long Readings, long Weights, Guid Lot);

    // What lay in the tub and on the rack in the tables that this release no longer has; a state before the wash house had none.
    private static async Task<WashHouseBefore> Before(string connection)
    {
        const string OfKeeper =
            "workshop_id in (select m.workshop_id from memberships m join users u on u.id = m.user_id where u.email = 'keeper@example.org')";
        if (await Count(connection, "select count(*) from information_schema.tables where table_name = 'washes'") == 0)
        {
            // A state of this release's kind has them as runs already.
            return await Count(connection, "select count(*) from information_schema.tables where table_name = 'runs'") == 0
                ? new WashHouseBefore(0, 0, 0, Guid.Empty)
                : new WashHouseBefore(
                    await Count(connection, $"select count(*) from runs where craft = 'Wash' and ended_at is null and {OfKeeper}"),
                    await Count(
                        connection,
                        $"select count(*) from run_events where kind = 'bathRead' and withdrawn_at is null and {OfKeeper}"
                    ),
                    await Count(
                        connection,
                        $"select count(*) from run_events where kind = 'rackWeighed' and withdrawn_at is null and {OfKeeper}"
                    ),
                    await One<Guid>(
                        connection,
                        $"select l.lot_id from run_lots l join runs r on r.id = l.run_id where r.craft = 'Wash' and r.ended_at is null and r.{OfKeeper}"
                    )
                );
        }

        var washes = await Count(connection, $"select count(*) from washes where ended_at is null and {OfKeeper}");
        return new WashHouseBefore(
            washes,
            await Count(connection, $"select count(*) from bath_readings where withdrawn_at is null and {OfKeeper}"),
            await Count(connection, $"select count(*) from drying_weights where withdrawn_at is null and {OfKeeper}"),
            washes == 0 ? Guid.Empty : await One<Guid>(connection, $"select lot_ids[1] from washes where ended_at is null and {OfKeeper}")
        );
    }

    private static Task<long> Count(string connection, string sql) => One<long>(connection, sql);

    private static async Task<T> One<T>(string connection, string sql)
    {
        await using var db = new NpgsqlConnection(Postgres.AsSuperuser(connection));
        await db.OpenAsync();
        await using var command = new NpgsqlCommand(sql, db);
        return (T)(await command.ExecuteScalarAsync())!;
    }

    private static async Task Run(string connection, string sql, string? by = null)
    {
        await using var db = new NpgsqlConnection(by ?? Postgres.AsSuperuser(connection));
        await db.OpenAsync();
        await using var command = new NpgsqlCommand(sql, db);
        await command.ExecuteNonQueryAsync();
    }
}

using Npgsql;
using Xunit;

namespace EarthyTuft.Web.Tests.Hostile;

/// <summary>A database that has no connection or no disk left is away for a moment: it is said so, with when to come again, and what can be
/// read is read.</summary>
public class OverloadTests(House house) : IClassFixture<House>
{
    [Fact]
    public async Task More_clients_than_connections_are_told_to_come_again()
    {
        // A database user of few connections: the server has fewer than the web process would like.
        var role = "few_" + Guid.NewGuid().ToString("N");
        await Run(
            $"create role {role} login password 'few' connection limit 5; grant all on all tables in schema public to {role}; grant all on schema public to {role}; grant all on all sequences in schema public to {role}"
        );
        var connection = new NpgsqlConnectionStringBuilder(house.Connection)
        {
            Username = role,
            Password = "few",
            MaxPoolSize = 100,
        }.ConnectionString;
        await using var web = await WebProcess.Start(connection);
        var ada = new Person(web.Client());
        await ada.RegisterHere();
        await ada.TakeIn(new { mass = "500" });
        var replies = await Task.WhenAll(
            Enumerable
                .Range(0, 120)
                .Select(i =>
                    i % 3 == 0
                        ? ada.Post("/api/fleeces", new { mass = "500" })
                        : ada.Send(HttpMethod.Get, i % 3 == 1 ? "/api/course" : "/api/lots")
                )
        );
        Assert.All(replies, r => Assert.True(r.Status is 200 or 503, $"{r.Status} {r.Text}"));
        Assert.All(replies.Where(r => r.Status == 503), r => Assert.Equal("2", r.Headers["Retry-After"]));
        Assert.Contains(replies, r => r.Status == 200);
        (await ada.Send(HttpMethod.Get, "/api/lots")).Expect(200);
        // What was acknowledged is there; what was not may have been stored before its answer could be made.
        Assert.InRange(
            (await ada.Send(HttpMethod.Get, "/api/weigh-log")).Text.Split("\r\n").Length - 3,
            replies.Where((r, i) => i % 3 == 0 && r.Status == 200).Count(),
            40
        );
    }

    [Fact]
    public async Task With_a_full_disk_reading_goes_on()
    {
        var ada = await house.Register();
        var (_, code) = await ada.TakeIn(new { mass = "500" });
        await Run(
            "create function no_room() returns trigger language plpgsql as $$ begin raise exception 'could not extend file: No space left on device' using errcode = '53100'; end $$"
        );
        await Run(
            string.Concat(
                new[] { "entries", "sign_ins", "lots", "code_counters", "workshops" }.Select(t =>
                    $"create trigger full_{t} before insert or update on {t} for each statement execute function no_room();"
                )
            )
        );
        try
        {
            var full = await ada.Post("/api/fleeces", new { mass = "500" });
            full.Refused(503, "database-away");
            Assert.Equal("2", full.Headers["Retry-After"]);
            foreach (
                var page in new[] { "/api/session", "/api/course", "/api/lots", "/api/lots/" + code, "/api/weigh-log", "/api/workshop" }
            )
            {
                Assert.Equal(200, (await ada.Send(HttpMethod.Get, page)).Status);
            }
        }
        finally
        {
            await Run("drop function no_room() cascade");
        }

        (await ada.Post("/api/fleeces", new { mass = "500" })).Expect(200);
    }

    private async Task Run(string sql)
    {
        await using var db = new NpgsqlConnection(Postgres.AsSuperuser(house.Connection));
        await db.OpenAsync(TestContext.Current.CancellationToken);
        await using var command = new NpgsqlCommand(sql, db);
        await command.ExecuteNonQueryAsync(TestContext.Current.CancellationToken);
    }
}

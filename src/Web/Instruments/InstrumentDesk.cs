using System.Text.Json;
using EarthyTuft.Core.Instruments;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Demo;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Live;
using Npgsql;

namespace EarthyTuft.Web.Instruments;

/// <summary>
/// Keeps a link to every instrument that is switched on. Of several web processes one listens to each (an advisory lock decides) and tells
/// the others through the database. A probe's readings go to the run it hangs in, one every ten seconds by the house's clock.
/// </summary>
public sealed class InstrumentDesk(NpgsqlConnectionStringBuilder connection, TimeProvider clock, ILogger<InstrumentDesk> log)
    : BackgroundService
{
    private const int LockSpace = 726002;
    private static readonly TimeSpan Tick = TimeSpan.FromMilliseconds(250);
    private static readonly TimeSpan BetweenReadings = TimeSpan.FromSeconds(10);
    private static readonly TimeSpan BetweenAirs = TimeSpan.FromMinutes(10);
    private readonly Dictionary<Guid, Held> held = [];

    private sealed class Held(InstrumentLink link, CancellationTokenSource cancellationToken)
    {
        public InstrumentLink Link => link;

        public CancellationTokenSource Stop => cancellationToken;

        public LiveReading? Told { get; set; }

        public long ToldAt { get; set; }

        public DateTimeOffset StoredAt { get; set; }

        public long RunsToldAt { get; set; }
    }

    protected override async Task ExecuteAsync(CancellationToken cancellationToken)
    {
        while (!cancellationToken.IsCancellationRequested)
        {
            try
            {
                await using var own = new NpgsqlConnection(
                    new NpgsqlConnectionStringBuilder(connection.ConnectionString) { Pooling = false, KeepAlive = 15 }.ConnectionString
                );
                await own.OpenAsync(cancellationToken);
                await own.SeeEveryWorkshop(cancellationToken);
                await Watch(own, cancellationToken);
            }
            catch (OperationCanceledException) when (cancellationToken.IsCancellationRequested)
            {
                break;
            }
            catch (Exception e)
                when (e is NpgsqlException or IOException or System.Net.Sockets.SocketException or OperationCanceledException)
            {
                log.LogWarning("Instruments wait for the database ({Reason}).", e.Message);
                await Task.Delay(1000, cancellationToken).ContinueWith(_ => { }, CancellationToken.None);
            }

            // The locks went with the connection: another process may listen now.
            LetGo([.. held.Keys]);
        }

        LetGo([.. held.Keys]);
    }

    private async Task Watch(NpgsqlConnection own, CancellationToken cancellationToken)
    {
        using var tick = new PeriodicTimer(Tick);
        var looked = Environment.TickCount64 - 10_000;
        while (await tick.WaitForNextTickAsync(cancellationToken))
        {
            if (Environment.TickCount64 - looked > 2000)
            {
                looked = Environment.TickCount64;
                await TakeUp(own, cancellationToken);
            }

            foreach (var one in held.Values)
            {
                await Tell(own, one, cancellationToken);
                await Store(own, one, cancellationToken);
            }
        }
    }

    private async Task TakeUp(NpgsqlConnection own, CancellationToken cancellationToken)
    {
        var wanted = new List<InstrumentPlace>();
        // A demo's stand-ins are listened to while somebody is in it.
        const string InUse = """
            select i.workshop_id, i.id, i.kind, i.name, i.host, i.port, w.is_demo, w.temperature_unit
            from instruments i join workshops w on w.id = i.workshop_id
            where i."on" and (not w.is_demo or w.demo_used_at > $1)
            """;
        await using (
            var command = new NpgsqlCommand(InUse, own) { Parameters = { new() { Value = clock.GetUtcNow() - DemoWorkshops.InUseFor } } }
        )
        await using (var reader = await command.ExecuteReaderAsync(cancellationToken))
        {
            while (await reader.ReadAsync(cancellationToken))
            {
                wanted.Add(
                    new InstrumentPlace(
                        reader.GetGuid(0),
                        reader.GetGuid(1),
                        Enum.Parse<InstrumentKind>(reader.GetString(2)),
                        reader.GetString(3),
                        reader.GetString(4),
                        reader.GetInt32(5),
                        reader.GetBoolean(6) ? reader.GetGuid(0).ToString() : null,
                        Enum.Parse<TemperatureUnit>(reader.GetString(7))
                    )
                );
            }
        }

        var gone = held.Where(h => !wanted.Contains(h.Value.Link.Place)).Select(h => h.Key).ToArray();
        LetGo(gone);
        foreach (var id in gone)
        {
            await Scalar(own, "select pg_advisory_unlock($1, $2)", cancellationToken, LockSpace, id.GetHashCode());
        }

        foreach (var place in wanted.Where(w => !held.ContainsKey(w.Id)))
        {
            if (await Scalar(own, "select pg_try_advisory_lock($1, $2)", cancellationToken, LockSpace, place.Id.GetHashCode()) is true)
            {
                var link = new InstrumentLink(place, clock);
                var end = new CancellationTokenSource();
                held[place.Id] = new Held(link, end);
                _ = Task.Run(() => link.Run(end.Token), CancellationToken.None);
            }
        }
    }

    private void LetGo(Guid[] ids)
    {
        foreach (var id in ids)
        {
            if (held.Remove(id, out var one))
            {
                one.Stop.Cancel();
            }
        }
    }

    /// <summary>Tells every screen, four times a second at the most, and every two seconds when nothing changed.</summary>
    private static async Task Tell(NpgsqlConnection own, Held one, CancellationToken cancellationToken)
    {
        if (
            one.Link.Last is not { } reading
            || (
                reading with { At = default } == (one.Told is { } told ? told with { At = default } : null)
                && Environment.TickCount64 - one.ToldAt < 2000
            )
        )
        {
            return;
        }

        (one.Told, one.ToldAt) = (reading, Environment.TickCount64);
        await Announce(own, one.Link.Place.Workshop, new LiveItem("reading", reading), cancellationToken);
    }

    private async Task Store(NpgsqlConnection own, Held one, CancellationToken cancellationToken)
    {
        var now = clock.GetUtcNow().ToStored();
        if (one.Link.Place.Kind == InstrumentKind.Air)
        {
            await StoreAir(own, one, now, cancellationToken);
            return;
        }

        if (one.Link.Place.Kind != InstrumentKind.Probe || now - one.StoredAt < BetweenReadings)
        {
            return;
        }

        one.StoredAt = now;
        if (one.Link.TakeMean() is not var (at, celsius))
        {
            return;
        }

        await using var command = new NpgsqlCommand(
            """
            insert into run_readings (workshop_id, run_id, part, at, value)
            select p.workshop_id, p.run_id, p.part, $2, $3
            from instrument_places p
            where p.instrument_id = $1 and p.until is null and p.since <= $2 and $3 between 0 and 100
            """,
            own
        )
        {
            Parameters =
            {
                new() { Value = one.Link.Place.Id },
                new() { Value = at },
                new() { Value = Math.Round(celsius, 2) },
            },
        };
        if (await command.ExecuteNonQueryAsync(cancellationToken) > 0 && Environment.TickCount64 - one.RunsToldAt > 1000)
        {
            one.RunsToldAt = Environment.TickCount64;
            await Announce(own, one.Link.Place.Workshop, NewsDesk.Item(News.Runs), cancellationToken);
        }
    }

    /// <summary>
    /// What the air lacks goes to every rack that runs: it tells its part of how fast they dry. Of several air sensors the first by name
    /// speaks for the workshop.
    /// </summary>
    private static async Task StoreAir(NpgsqlConnection own, Held one, DateTimeOffset now, CancellationToken cancellationToken)
    {
        if (now - one.StoredAt < BetweenAirs || one.Link.Last is not { Connected: true, Value: { } celsius, Second: { } humidity })
        {
            return;
        }

        one.StoredAt = now;
        await Scalar(
            own,
            """
            insert into run_readings (workshop_id, run_id, part, at, value)
            select r.workshop_id, r.id, r.id, $3, $4
            from runs r
            where r.workshop_id = $1 and r.craft = 'Dry' and r.ended_at is null and r.started_at <= $3
              and $2 = (select i.id from instruments i where i.workshop_id = $1 and i.kind = 'Air' and i."on" order by i.name, i.id limit 1)
            """,
            cancellationToken,
            one.Link.Place.Workshop,
            one.Link.Place.Id,
            now,
            Math.Round(MoistAir.Deficit(celsius, humidity), 4)
        );
    }

    private static Task Announce(NpgsqlConnection own, Guid workshop, LiveItem item, CancellationToken cancellationToken) =>
        Scalar(
            own,
            "select pg_notify($1, $2)",
            cancellationToken,
            LiveNews.Channel,
            JsonSerializer.Serialize(new LiveNews.Packet(workshop, item), JsonSerializerOptions.Web)
        );

    private static async Task<object?> Scalar(NpgsqlConnection own, string sql, CancellationToken cancellationToken, params object[] values)
    {
        await using var command = new NpgsqlCommand(sql, own);
        foreach (var value in values)
        {
            command.Parameters.Add(new() { Value = value });
        }

        return await command.ExecuteScalarAsync(cancellationToken);
    }
}

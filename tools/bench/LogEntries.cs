using System.Diagnostics;
using Npgsql;
using NpgsqlTypes;

namespace EarthyTuft.Bench;

/// <summary>
/// Steps logged per second through the API, against bare inserts of the same rows: an entry, three flows, two weighings and the new lot,
/// one transaction each, prepared, with as many at once. Both wait for the disk at every commit.
/// </summary>
internal static class LogEntries
{
    private const int Count = 4000;
    private const int Block = 250;
    private const int WarmUp = 1500;
    private const int AtOnce = 8;

    public static async Task<double> Measure(Uri address, string connection)
    {
        using var visitor = await Visitor.Register(address);
        var lots = new Guid[Count];
        await Each(async i => lots[i] = (await visitor.Post("/api/fleeces", new { mass = "900" })).GetProperty("lotId").GetGuid());
        object Skirt(int i) =>
            new
            {
                step = "skirt",
                from = new[] { new { lotId = lots[i] } },
                to = new[] { new { form = "skirted", mass = "850" } },
                losses = new[]
                {
                    new
                    {
                        kind = "skirtings",
                        mass = "49.5",
                        fate = "compost",
                    },
                },
            };
        async Task Log(int i)
        {
            if (!(await visitor.Post("/api/entries", Skirt(i))).GetProperty("kept").GetBoolean())
            {
                throw new InvalidOperationException("An entry was not kept.");
            }
        }

        await using var source = NpgsqlDataSource.Create(connection + $";Max Auto Prepare=20;Maximum Pool Size={AtOnce}");
        Task Bare(int i) => Insert(source, visitor, lots[i], i);

        // A house in use is warm: the first ones compile its code and plan its statements.
        await Each(Log, 0, WarmUp);
        await Each(Bare, 0, WarmUp);

        // Turn by turn in blocks, so that whatever else the machine does falls on both.
        var (api, bare) = (TimeSpan.Zero, TimeSpan.Zero);
        for (var from = WarmUp; from < Count; from += Block)
        {
            api += await Time(() => Each(Log, from, from + Block));
            bare += await Time(() => Each(Bare, from, from + Block));
        }

        Console.Error.WriteLine(
            FormattableString.Invariant(
                $"entries through the API {(Count - WarmUp) / api.TotalSeconds:0}/s, bare inserts {(Count - WarmUp) / bare.TotalSeconds:0}/s, {AtOnce} at once"
            )
        );
        return api / bare;
    }

    private static async Task<TimeSpan> Time(Func<Task> work)
    {
        var start = Stopwatch.GetTimestamp();
        await work();
        return Stopwatch.GetElapsedTime(start);
    }

    private static Task Each(Func<int, Task> one, int from = 0, int to = Count) =>
        Parallel.ForEachAsync(Enumerable.Range(from, to - from), new ParallelOptions { MaxDegreeOfParallelism = AtOnce }, async (i, _) =>
            await one(i)
        );

    private static async Task Insert(NpgsqlDataSource source, Visitor visitor, Guid from, int i)
    {
        var (entry, made, shop) = (Guid.CreateVersion7(), Guid.CreateVersion7(), visitor.Workshop);
        var now = DateTime.UtcNow;
        await using var connection = await source.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await using var batch = new NpgsqlBatch(connection, transaction);
        void Add(string sql, params object[] values)
        {
            var command = new NpgsqlBatchCommand(sql);
            foreach (var value in values)
            {
                command.Parameters.Add(
                    value is DateTime t
                        ? new NpgsqlParameter { Value = t, NpgsqlDbType = NpgsqlDbType.TimestampTz }
                        : new NpgsqlParameter { Value = value }
                );
            }

            batch.BatchCommands.Add(command);
        }

        Add(
            """
            insert into entries (id, workshop_id, key, step, done_at, recorded_at, recorded_by, who, notes, status, gap_grams, gap_sigma, taken_grams, kept_grams)
            values ($1, $2, $3, 'Skirt', $4, $4, $5, 'Bench', '', 'Fits', 0.5, 1.5, 900, 850)
            """,
            entry,
            shop,
            Guid.NewGuid(),
            now,
            visitor.Person
        );
        Add(
            """
            insert into lots (id, workshop_id, code, form, fibre, parentage, clean_yield_low, clean_yield_high, animal, colour, notes, made_at, changed_at, made_grams, left_grams, left_sigma, made_by, waits_at, content)
            values ($1, $2, $3, 'Skirted', 'Wool', '', 0.45, 0.8, '', '', '', $4, $4, 850, 850, 9, 'Skirt', 'Wash', 'Unknown')
            """,
            made,
            shop,
            $"B-{i}",
            now
        );
        foreach (
            var (ordinal, role, amount, lot, loss, fate, grams) in new (int, string, string, object, object, object, double?)[]
            {
                (0, "In", "Whole", from, DBNull.Value, DBNull.Value, null),
                (1, "Out", "Weighed", made, DBNull.Value, DBNull.Value, 850),
                (2, "Loss", "Weighed", DBNull.Value, "Skirtings", "Compost", 49.5),
            }
        )
        {
            var flow = Guid.CreateVersion7();
            Add(
                "insert into flows (id, workshop_id, entry_id, ordinal, role, amount, lot_id, loss_kind, fate, empties_lot, voided) values ($1, $2, $3, $4, $5, $6, $7::uuid, $8::varchar, $9::varchar, $10, false)",
                flow,
                shop,
                entry,
                ordinal,
                role,
                amount,
                lot,
                loss,
                fate,
                ordinal == 0
            );
            if (grams is { } g)
            {
                Add(
                    """
                    insert into weighings (id, workshop_id, flow_id, revision, grams, typed, state, scale_step_grams, session, recorded_by, who, recorded_at)
                    values ($1, $2, $3, 0, $4, '850', 'Rested', 1, $5, $6, 'Bench', $7)
                    """,
                    Guid.CreateVersion7(),
                    shop,
                    flow,
                    g,
                    DateOnly.FromDateTime(now),
                    visitor.Person,
                    now
                );
            }
        }

        await batch.ExecuteNonQueryAsync();
        await transaction.CommitAsync();
    }
}

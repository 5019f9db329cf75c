using System.Data;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;
using Npgsql;

namespace EarthyTuft.Data.Ledger;

/// <summary>The flows of families as the database has them, oldest entry first, each with its entry, its newest weighing and its lot.</summary>
internal static class FamilyQueries
{
    private const string NewestWeighing =
        "left join lateral (select * from weighings w where w.flow_id = f.id order by w.revision desc limit 1) w on true";

    // Every column has its name here, and the queries are written from them.
    private static readonly string Columns = $"""
        select {string.Join(", ", FamilyRow.All.Select(FamilyRow.Sql))}
        from flows f
        join entries e on e.id = f.entry_id
        left join lots l on l.id = f.lot_id
        {NewestWeighing}
        """;

    /// <summary>The lots that led to some, and those that followed from them; to be begun by <c>seed(lot)</c>.</summary>
    private const string UpAndDown = """
        up(lot) as (
            select lot from seed
            union
            select i.lot_id from up
            join flows o on o.lot_id = up.lot and o.role = 'Out' and not o.voided
            join flows i on i.entry_id = o.entry_id and i.role = 'In'),
        down(lot) as (
            select lot from seed
            union
            select o.lot_id from down
            join flows i on i.lot_id = down.lot and i.role = 'In' and not i.voided
            join flows o on o.entry_id = i.entry_id and o.role = 'Out')
        """;

    private static readonly string EntriesFromSeed = $"""
        {UpAndDown},
        family(entry) as (
            select distinct f.entry_id from flows f join (select lot from up union select lot from down) l on l.lot = f.lot_id where not f.voided)
        """;

    private static readonly string ByLot = $"""
        with recursive
        seed(lot) as (select l.id from lots l where l.id = any($1) and l.workshop_id = $2),
        {EntriesFromSeed}
        {Columns}
        where f.entry_id = any(array(select entry from family))
        """;

    private static readonly string ByCode = $"""
        with recursive
        seed(lot) as (select l.id from lots l where l.code = $1 and l.workshop_id = $2),
        {EntriesFromSeed}
        {Columns}
        where f.entry_id = any(array(select entry from family))
        """;

    /// <summary>The flows of the family of the lot with a code, without entries and lots: $1 the code, $2 the workshop.</summary>
    private static readonly string FlowsByCode = $"""
        with recursive
        seed(lot) as (select l.id from lots l where l.code = $1 and l.workshop_id = $2),
        {EntriesFromSeed}
        select {string.Join(", ", FamilyRow.OfFlow.Select(c => c == FamilyColumn.EntryId ? "f.entry_id" : FamilyRow.Sql(c)))}
        from flows f
        {NewestWeighing}
        where f.entry_id = any(array(select entry from family))
        """;

    private static readonly string EntriesById =
        $"select {string.Join(", ", FamilyRow.OfEntry.Select(FamilyRow.Sql))} from entries e where e.id = any($1)";

    private static readonly string LotsById =
        $"select {string.Join(", ", FamilyRow.OfLot.Select(c => c == FamilyColumn.FlowLotId ? "l.id" : FamilyRow.Sql(c)))} from lots l where l.id = any($1)";

    private static readonly string AroundLots = $"""
        {Columns}
        where f.lot_id = any($1) and f.workshop_id = $2 and not f.voided
        """;

    private const string LockLots = "select 1 from lots where id = any($1) and workshop_id = $2 order by id for update";

    private static readonly string EveryEntry = $"""
        {Columns}
        where f.workshop_id = $1 and not f.voided
        """;

    /// <summary>Those of the families of some lots.</summary>
    public static Task<List<FamilyFlow>> Of(EarthyTuftDb db, Guid[] lotIds, CancellationToken cancellationToken) =>
        Read(db, ByLot, cancellationToken, null, lotIds, db.Workshop);

    /// <summary>
    /// The flows of the family of the lot with a code, none when the workshop has no such lot. A lot's page may show thousands of entries: flows, entries
    /// and lots come each once, in one snapshot.
    /// </summary>
    public static async Task<List<FamilyFlow>> OfCode(EarthyTuftDb db, string code, CancellationToken cancellationToken)
    {
        // Whoever changes something has a transaction without a snapshot: there one statement sees one state.
        if (db.Database.CurrentTransaction is not null)
        {
            return await Read(db, ByCode, cancellationToken, null, code, db.Workshop);
        }

        var connection = await db.OpenInScope(cancellationToken);
        try
        {
            await using var snapshot = await connection.BeginTransactionAsync(IsolationLevel.RepeatableRead, cancellationToken);
            await using var walk = new NpgsqlCommand(FlowsByCode, connection, snapshot)
            {
                Parameters =
                {
                    new() { Value = code },
                    new() { Value = db.Workshop },
                },
            };
            var flows = await Rows(walk, FamilyRow.OfFlow, FamilyRow.FlowAlone, cancellationToken);
            async Task<Dictionary<Guid, T>> ById<T>(
                string sql,
                IEnumerable<Guid> ids,
                FamilyColumn[] columns,
                Func<FamilyRow, T> of,
                Func<T, Guid> id
            )
            {
                await using var command = new NpgsqlCommand(sql, connection, snapshot) { Parameters = { new() { Value = ids.ToArray() } } };
                return (await Rows(command, columns, of, cancellationToken)).ToDictionary(id);
            }

            var entries = await ById(EntriesById, flows.Select(f => f.Entry).Distinct(), FamilyRow.OfEntry, FamilyRow.Entry, e => e.Id);
            var lots = await ById(LotsById, flows.Select(f => f.Flow.LotId).OfType<Guid>().Distinct(), FamilyRow.OfLot, FamilyRow.Lot, l =>
                l.Id
            );
            await snapshot.CommitAsync(cancellationToken);
            return InOrder([
                .. flows.Select(f => f.Flow with { Entry = entries[f.Entry], Lot = f.Flow.LotId is { } lot ? lots[lot] : null }),
            ]);
        }
        finally
        {
            await db.Database.CloseConnectionAsync();
        }
    }

    /// <summary>Those of what made some lots and of what took from them; to write, the lots are locked first, in one order for everybody.</summary>
    public static Task<List<FamilyFlow>> Around(EarthyTuftDb db, Guid[] lotIds, bool toWrite, CancellationToken cancellationToken) =>
        Read(db, AroundLots, cancellationToken, toWrite ? LockLots : null, lotIds, db.Workshop);

    /// <summary>Those of every entry of the workshop.</summary>
    public static Task<List<FamilyFlow>> Whole(EarthyTuftDb db, CancellationToken cancellationToken) =>
        Read(db, EveryEntry, cancellationToken, null, db.Workshop);

    private static async Task<List<T>> Rows<T>(
        NpgsqlCommand command,
        FamilyColumn[] columns,
        Func<FamilyRow, T> of,
        CancellationToken cancellationToken
    )
    {
        var rows = new List<T>();
        await using var reader = await command.ExecuteReaderAsync(cancellationToken);
        var fields = new FamilyRow(reader, columns);
        while (await reader.ReadAsync(cancellationToken))
        {
            rows.Add(of(fields));
        }

        return rows;
    }

    private static async Task<List<FamilyFlow>> Read(
        EarthyTuftDb db,
        string sql,
        CancellationToken cancellationToken,
        string? first,
        params object[] parameters
    )
    {
        var connection = await db.OpenInScope(cancellationToken);
        try
        {
            await using var batch = new NpgsqlBatch(connection, (NpgsqlTransaction?)db.Database.CurrentTransaction?.GetDbTransaction());
            if (first is not null)
            {
                // Around a few lots every plan is the same walk along indexes, and making one anew for each entry costs more than the walk.
                batch.BatchCommands.Add(new NpgsqlBatchCommand("set local plan_cache_mode = force_generic_plan"));
            }

            foreach (var statement in first is null ? [sql] : new[] { first, sql })
            {
                var command = new NpgsqlBatchCommand(statement);
                foreach (var value in parameters)
                {
                    command.Parameters.Add(new NpgsqlParameter { Value = value });
                }

                batch.BatchCommands.Add(command);
            }

            if (first is not null)
            {
                batch.BatchCommands.Add(new NpgsqlBatchCommand("set local plan_cache_mode = auto"));
            }

            await using var reader = await batch.ExecuteReaderAsync(cancellationToken);
            if (first is not null)
            {
                await reader.NextResultAsync(cancellationToken);
            }

            return await ReadFlows(reader, cancellationToken);
        }
        finally
        {
            await db.Database.CloseConnectionAsync();
        }
    }

    private static async Task<List<FamilyFlow>> ReadFlows(NpgsqlDataReader reader, CancellationToken cancellationToken)
    {
        var entries = new Dictionary<Guid, FamilyEntry>();
        var lots = new Dictionary<Guid, StoredLot>();
        var flows = new List<FamilyFlow>();
        var fields = new FamilyRow(reader, FamilyRow.All);
        while (await reader.ReadAsync(cancellationToken))
        {
            var (id, flow) = FamilyRow.FlowAlone(fields);
            var entry = entries.TryGetValue(id, out var read) ? read : entries[id] = FamilyRow.Entry(fields);
            var lot =
                flow.LotId is not { } of ? null
                : lots.TryGetValue(of, out var known) ? known
                : lots[of] = FamilyRow.Lot(fields);
            flows.Add(flow with { Entry = entry, Lot = lot });
        }

        return InOrder(flows);
    }

    // Oldest entry first. Sorted here: the server would move the whole wide rows about.
    private static List<FamilyFlow> InOrder(List<FamilyFlow> flows)
    {
        var place = flows
            .Select(f => f.Entry)
            .Distinct()
            .OrderBy(e => e.DoneAt)
            .ThenBy(e => e.RecordedAt)
            .ThenBy(e => e.Id)
            .Select((e, i) => (e.Id, i))
            .ToDictionary(e => e.Id, e => e.i);
        return [.. flows.OrderBy(f => ((long)place[f.EntryId] << 32) | (uint)f.Ordinal)];
    }
}

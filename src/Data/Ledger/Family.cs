using System.Data;
using System.Text.RegularExpressions;
using EarthyTuft.Core.Course;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Routing;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;
using Npgsql;

namespace EarthyTuft.Data.Ledger;

/// <summary>
/// The entries that led to a lot and that followed from it, with everything that was taken from the lots on the way, in one query
/// whatever their number. Settled and ready for balances, lineage and ribbon.
/// </summary>
public sealed class Family
{
    private static readonly Column[] All = Enum.GetValues<Column>();
    private static readonly Column[] OfEntry = [.. All.Where(c => Table(c) == "Entry")];
    private static readonly Column[] OfLot = [Column.FlowLotId, .. All.Where(c => Table(c) == "Lot")];
    private static readonly Column[] OfFlow = [Column.EntryId, .. All.Where(c => Table(c) is "Flow" or "Weighing")];

    private const string NewestWeighing =
        "left join lateral (select * from weighings w where w.flow_id = f.id order by w.revision desc limit 1) w on true";

    // Every column has its name here, and the queries are written from them.
    private static readonly string Columns = $"""
        select {string.Join(", ", All.Select(Sql))}
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
        select {string.Join(", ", OfFlow.Select(c => c == Column.EntryId ? "f.entry_id" : Sql(c)))}
        from flows f
        {NewestWeighing}
        where f.entry_id = any(array(select entry from family))
        """;

    private static readonly string EntriesById = $"select {string.Join(", ", OfEntry.Select(Sql))} from entries e where e.id = any($1)";

    private static readonly string LotsById =
        $"select {string.Join(", ", OfLot.Select(c => c == Column.FlowLotId ? "l.id" : Sql(c)))} from lots l where l.id = any($1)";

    private static readonly string AroundLots = $"""
        {Columns}
        where f.lot_id = any($1) and f.workshop_id = $2 and not f.voided
        """;

    private const string LockLots = "select 1 from lots where id = any($1) and workshop_id = $2 order by id for update";

    private static readonly string EveryEntry = $"""
        {Columns}
        where f.workshop_id = $1 and not f.voided
        """;

    private readonly Lazy<Dictionary<Guid, double?>> noil;

    private Family(IReadOnlyList<FamilyFlow> flows, bool partly = false)
    {
        noil = new(NoilByEntry);
        Flows = flows;
        Lots = flows.Select(f => f.Lot).OfType<StoredLot>().DistinctBy(l => l.Id).ToDictionary(l => l.Id);
        var made = flows.Where(f => f.Role == FlowRole.Out).Select(f => f.LotId!.Value).ToHashSet();
        Entries = [.. flows.GroupBy(f => f.EntryId).Select(g => ToEntry([.. g], made))];
        Masses = partly ? MassSolver.OfLots(Entries) : MassSolver.Of(Entries);
    }

    private Family(Family other) =>
        (noil, Flows, Lots, Entries, Masses) = (other.noil, other.Flows, other.Lots, other.Entries, other.Masses);

    /// <summary>Every stored flow, oldest entry first.</summary>
    public IReadOnlyList<FamilyFlow> Flows { get; }

    public IReadOnlyDictionary<Guid, StoredLot> Lots { get; }

    public IReadOnlyList<Entry> Entries { get; private init; }

    public MassSolver Masses { get; private init; }

    /// <summary>The same family with what usually goes at its steps, by entry.</summary>
    internal Family With(IReadOnlyDictionary<Guid, UsualLoss> usual) =>
        new(this) { Entries = [.. Entries.Select(e => e with { Usual = usual.GetValueOrDefault(e.Id) })], Masses = Masses.With(usual) };

    /// <summary>
    /// What lots of several parts are made of, by the masses as they are known now: a weight that is set right changes the shares. What
    /// parts a lot has stays as it was noted.
    /// </summary>
    /// <returns>Only the lots whose shares came out otherwise than they stand.</returns>
    public IReadOnlyDictionary<Guid, Composition> Compositions()
    {
        var told = new Dictionary<Guid, Composition>();
        if (Lots.Values.All(l => !l.Composition.IsMixed))
        {
            return told;
        }

        Composition Of(Guid lot) => told.GetValueOrDefault(lot) ?? Lots[lot].Composition;
        foreach (var entry in Entries)
        {
            var sources = entry.Flows.Where(f => f.Role == FlowRole.In).Select(f => (Of(f.LotId!.Value), Masses.Of(f)?.Grams)).ToArray();
            if (sources.Length == 0 || Composition.Mixed(sources) is not { IsMixed: true } mixed)
            {
                continue;
            }

            foreach (
                var lot in entry
                    .Flows.Where(f => f.Role == FlowRole.Out)
                    .Select(f => f.LotId!.Value)
                    .Where(l => Lots[l].Composition is var stands && stands.HasPartsOf(mixed) && !stands.Equals(mixed))
            )
            {
                told[lot] = mixed;
            }
        }

        return told;
    }

    /// <summary>
    /// How much of what an entry made is noil, in reference grams. Noil is kept fibre, and yet no yield of top: the two are told apart.
    /// </summary>
    /// <returns>Null when the entry made none, or its mass is not known.</returns>
    public double? NoilAt(Guid entryId) => noil.Value.TryGetValue(entryId, out var grams) ? grams : null;

    private Dictionary<Guid, double?> NoilByEntry()
    {
        var made = Flows.Where(f => f.Role == FlowRole.Out && f.Lot?.Form == LotForm.Noil).Select(f => f.FlowId).ToHashSet();
        return made.Count == 0
            ? []
            : Entries
                .Where(e => e.Flows.Any(f => made.Contains(f.Id)))
                .ToDictionary(e => e.Id, e => e.Flows.Where(f => made.Contains(f.Id)).Sum(f => Masses.Of(f)?.Grams));
    }

    /// <summary>The family of some lots.</summary>
    public static async Task<Family> Of(EarthyTuftDb db, Guid[] lotIds, CancellationToken cancellationToken) =>
        new(await Read(db, ByLot, cancellationToken, null, lotIds, db.Workshop));

    /// <summary>
    /// The family of the lot with a code, null when the workshop has no such lot. A lot's page may show thousands of entries: flows, entries
    /// and lots come each once, in one snapshot.
    /// </summary>
    public static async Task<Family?> OfCode(EarthyTuftDb db, string code, CancellationToken cancellationToken)
    {
        // Whoever changes something has a transaction without a snapshot: there one statement sees one state.
        if (db.Database.CurrentTransaction is not null)
        {
            return await Read(db, ByCode, cancellationToken, null, code, db.Workshop) is { Count: > 0 } joined ? new Family(joined) : null;
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
            var flows = await Rows(walk, OfFlow, FlowAlone, cancellationToken);
            if (flows.Count == 0)
            {
                return null;
            }

            async Task<Dictionary<Guid, T>> ById<T>(
                string sql,
                IEnumerable<Guid> ids,
                Column[] columns,
                Func<Fields, T> of,
                Func<T, Guid> id
            )
            {
                await using var command = new NpgsqlCommand(sql, connection, snapshot) { Parameters = { new() { Value = ids.ToArray() } } };
                return (await Rows(command, columns, of, cancellationToken)).ToDictionary(id);
            }

            var entries = await ById(EntriesById, flows.Select(f => f.Entry).Distinct(), OfEntry, Entry, e => e.Id);
            var lots = await ById(LotsById, flows.Select(f => f.Flow.LotId).OfType<Guid>().Distinct(), OfLot, Lot, l => l.Id);
            await snapshot.CommitAsync(cancellationToken);
            return new Family(
                InOrder([.. flows.Select(f => f.Flow with { Entry = entries[f.Entry], Lot = f.Flow.LotId is { } lot ? lots[lot] : null })])
            );
        }
        finally
        {
            await db.Database.CloseConnectionAsync();
        }
    }

    private static async Task<List<T>> Rows<T>(
        NpgsqlCommand command,
        Column[] columns,
        Func<Fields, T> of,
        CancellationToken cancellationToken
    )
    {
        var rows = new List<T>();
        await using var reader = await command.ExecuteReaderAsync(cancellationToken);
        var fields = new Fields(reader, columns);
        while (await reader.ReadAsync(cancellationToken))
        {
            rows.Add(of(fields));
        }

        return rows;
    }

    /// <summary>
    /// Only what made some lots and what took from them: enough to know what is left. To write, the lots are locked first, in one order
    /// for everybody: whoever takes from the same lot waits here and then sees what the other left.
    /// </summary>
    public static async Task<Family> Around(EarthyTuftDb db, Guid[] lotIds, bool toWrite, CancellationToken cancellationToken) =>
        new(await Read(db, AroundLots, cancellationToken, toWrite ? LockLots : null, lotIds, db.Workshop), partly: true);

    /// <summary>Every entry of the workshop.</summary>
    public static async Task<Family> Whole(EarthyTuftDb db, CancellationToken cancellationToken) =>
        new(await Read(db, EveryEntry, cancellationToken, null, db.Workshop));

    /// <summary>The families of entries that are staged and not yet stored, each for itself; every lot that they name is at hand.</summary>
    internal static IEnumerable<(Family Family, IReadOnlyList<EntryRow> Entries)> OfStaged(
        IReadOnlyList<EntryRow> entries,
        IReadOnlyDictionary<Guid, LotRow> lots
    )
    {
        var known = lots.Values.ToDictionary(l => l.Id, l => l.ToLot());
        foreach (var kin in Kin(entries))
        {
            var inOrder = kin.OrderBy(e => e.DoneAt).ThenBy(e => e.RecordedAt).ThenBy(e => e.Id).ToArray();
            yield return (new Family([.. inOrder.SelectMany(e => FamilyFlow.Of(e, known))]), inOrder);
        }
    }

    // Entries that name the same lot belong together, and so do those that they share other lots with.
    private static IEnumerable<IReadOnlyList<EntryRow>> Kin(IReadOnlyList<EntryRow> entries)
    {
        var parent = Enumerable.Range(0, entries.Count).ToArray();
        int Root(int i)
        {
            while (parent[i] != i)
            {
                i = parent[i] = parent[parent[i]];
            }

            return i;
        }

        var firstOf = new Dictionary<Guid, int>();
        for (var i = 0; i < entries.Count; i++)
        {
            foreach (var lot in entries[i].Flows.Select(f => f.LotId).OfType<Guid>())
            {
                if (firstOf.TryGetValue(lot, out var other))
                {
                    parent[Root(i)] = Root(other);
                }
                else
                {
                    firstOf[lot] = i;
                }
            }
        }

        return Enumerable.Range(0, entries.Count).GroupBy(Root).Select(g => (IReadOnlyList<EntryRow>)[.. g.Select(i => entries[i])]);
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
        var fields = new Fields(reader, All);
        while (await reader.ReadAsync(cancellationToken))
        {
            var (id, flow) = FlowAlone(fields);
            var entry = entries.TryGetValue(id, out var read) ? read : entries[id] = Entry(fields);
            var lot =
                flow.LotId is not { } of ? null
                : lots.TryGetValue(of, out var known) ? known
                : lots[of] = Lot(fields);
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

    /// <summary>A flow with the id of its entry, before entry and lot are put to it.</summary>
    private static (Guid Entry, FamilyFlow Flow) FlowAlone(Fields r) =>
        (
            r.Of<Guid>(Column.EntryId),
            new FamilyFlow(
                null!,
                r.Of<Guid>(Column.FlowId),
                r.Word<FlowRole>(Column.FlowRole)!.Value,
                r.Word<Amount>(Column.FlowAmount)!.Value,
                r.Maybe<Guid>(Column.FlowLotId),
                r.Word<LossKind>(Column.FlowLossKind),
                r.Word<Fate>(Column.FlowFate),
                r.Word<GainKind>(Column.FlowGainKind),
                r.Of<bool>(Column.FlowEmptiesLot),
                r.Maybe<double>(Column.FlowSettledGrams),
                r.Maybe<double>(Column.FlowSettledSigma),
                r.Maybe<double>(Column.WeighingGrams),
                r.Text(Column.WeighingTyped),
                r.Word<WeighingState>(Column.WeighingState),
                r.Maybe<double>(Column.WeighingHumidityPercent),
                r.Maybe<double>(Column.WeighingScaleStepGrams),
                r.Maybe<DateOnly>(Column.WeighingSession),
                r.Maybe<int>(Column.WeighingRevision),
                r.Maybe<decimal>(Column.FlowWorth),
                r.Of<int>(Column.FlowOrdinal),
                null
            )
            {
                Added = r.Maybe<DateTimeOffset>(Column.FlowAddedAt) is { } at ? (at, r.Text(Column.FlowAddedBy)!) : null,
            }
        );

    private static FamilyEntry Entry(Fields r) =>
        new(
            r.Of<Guid>(Column.EntryId),
            r.Word<StepKind>(Column.EntryStep)!.Value,
            r.Of<DateTimeOffset>(Column.EntryDoneAt),
            r.Text(Column.EntryWho)!,
            r.Maybe<int>(Column.EntryMinutes),
            r.Text(Column.EntryNotes)!,
            r.Text(Column.EntryConfirmedBecause),
            r.Maybe<decimal>(Column.EntrySpent),
            r.Of<DateTimeOffset>(Column.EntryRecordedAt)
        )
        {
            Usual = Usual(
                r.Word<LossKind>(Column.EntryUsualKind),
                r.Maybe<double>(Column.EntryUsualLeastGrams),
                r.Maybe<double>(Column.EntryUsualMostGrams),
                r.Maybe<double>(Column.EntryUsualAllowanceGrams)
            ),
            Answer = r.Word<GapAnswer>(Column.EntryAnswer),
            Dyeing = r.Text(Column.EntryDyeing),
        };

    // The one place where a row becomes a lot.
    private static StoredLot Lot(Fields r) =>
        new(
            new Lot(
                r.Of<Guid>(Column.FlowLotId),
                r.Text(Column.LotCode)!,
                r.Word<LotForm>(Column.LotForm)!.Value,
                new LotTraits(
                    StoredComposition.Read(r.Text(Column.LotParts), r.Word<Fibre>(Column.LotFibre)!.Value, r.Text(Column.LotParentage)!),
                    new Span(r.Of<double>(Column.LotCleanYieldLow), r.Of<double>(Column.LotCleanYieldHigh)),
                    r.Text(Column.LotAnimal)!,
                    r.Text(Column.LotColour)!,
                    r.Maybe<DateOnly>(Column.LotShornOn),
                    r.Maybe<double>(Column.LotStapleMillimetres),
                    r.Word<Content>(Column.LotContent)!.Value
                )
            )
            {
                Parentage = r.Text(Column.LotParentage)!,
                Notes = r.Text(Column.LotNotes)!,
                Before = r.Text(Column.LotBefore)!,
                CameDyed = r.Of<bool>(Column.LotCameDyed),
                Price = r.Maybe<decimal>(Column.LotPrice),
                MadeAt = r.Of<DateTimeOffset>(Column.LotMadeAt),
                ChangedAt = r.Of<DateTimeOffset>(Column.LotChangedAt),
                UsedUpAt = r.Maybe<DateTimeOffset>(Column.LotUsedUpAt),
                MadeGrams = r.Maybe<double>(Column.LotMadeGrams),
                LeftGrams = r.Maybe<double>(Column.LotLeftGrams),
                LeftSigma = r.Maybe<double>(Column.LotLeftSigma),
                Reserve = r.Maybe<double>(Column.LotReservedGrams) is { } kept
                    ? new Reserve(Mass.FromGrams(kept), r.Text(Column.LotReservedFor) ?? "")
                    : null,
                ReadyMadePer100Grams = r.Maybe<decimal>(Column.LotReadyMadePer100grams),
            }
        )
        {
            MadeBy = r.Word<StepKind>(Column.LotMadeBy)!.Value,
            WaitsAt = r.Word<StepKind>(Column.LotWaitsAt),
            RouteAim = r.Word<Aim>(Column.LotRouteAim),
            RoutePreparation = r.Word<PreparedAs>(Column.LotRoutePreparation),
            RouteSteps = r.Text(Column.LotRouteSteps),
            AnimalId = r.Maybe<Guid>(Column.LotAnimalId),
            Version = r.Of<uint>(Column.LotXmin),
        };

    /// <summary>A column as the query names it: <c>EntryDoneAt</c> is <c>e.done_at</c>.</summary>
    private static string Sql(Column column)
    {
        var table = Table(column);
        var words = Regex.Replace(column.ToString()[table.Length..], "(?<!^)([A-Z])", "_$1").ToLowerInvariant();
        return $"{char.ToLowerInvariant(table[0])}.{words}";
    }

    private static string Table(Column column) => new[] { "Entry", "Flow", "Weighing", "Lot" }.First(column.ToString().StartsWith);

    private static Entry ToEntry(IReadOnlyList<FamilyFlow> flows, HashSet<Guid> made)
    {
        var source = flows.FirstOrDefault(f => f.Role == FlowRole.In)?.Lot;
        // What is lost is of what was made: of a blend that is the mix.
        var composition = flows.FirstOrDefault(f => f.Role == FlowRole.Out)?.Lot?.Composition ?? source?.Composition;
        var greasy = source is null || composition is null ? Nature.Inert : Nature.Of(composition, source.Form, source.CleanYield);
        return new Entry(
            flows[0].EntryId,
            flows[0].Step,
            [.. flows.Select(f => new Flow(f.FlowId, f.Role, f.Amount, f.LotId, Weighed(f, greasy) ?? FromOutside(f, made), f.EmptiesLot))]
        )
        {
            Usual = flows[0].Entry.Usual,
            UsualGain = flows.Any(f => f.Role == FlowRole.Gain) ? null : AllStations.Find(flows[0].Step)?.UsualGain,
        };
    }

    /// <summary>What usually goes at a step, as it is stored with the entry.</summary>
    internal static UsualLoss? Usual(LossKind? kind, double? least, double? most, double? allowance) =>
        kind is { } of
            ? new UsualLoss(of, Mass.FromGrams(least!.Value), Mass.FromGrams(most!.Value), Mass.FromGrams(allowance!.Value))
            : null;

    private static ReferenceWeighing? Weighed(FamilyFlow flow, Nature source) =>
        flow.LoggedGrams is not { } grams
            ? null
            : ReferenceWeighing.Of(
                new Weighing(
                    flow.FlowId,
                    Mass.FromGrams(grams),
                    flow.State!.Value,
                    flow.HumidityPercent,
                    Mass.FromGrams(flow.ScaleStepGrams!.Value),
                    flow.Session!.Value
                ),
                flow.Lot is { } lot ? Nature.Of(lot.Composition, lot.Form, lot.CleanYield)
                    : flow.LossKind is { } kind ? Nature.OfLoss(kind, source)
                    : Nature.Inert
            );

    // A lot that joined from outside the family brings the mass it was settled with when it was last reckoned.
    private static ReferenceWeighing? FromOutside(FamilyFlow flow, HashSet<Guid> made) =>
        flow is { Role: FlowRole.In, Amount: Amount.Whole, SettledGrams: { } grams } && !made.Contains(flow.LotId!.Value)
            ? new ReferenceWeighing(
                flow.FlowId,
                DateOnly.FromDateTime(flow.DoneAt.UtcDateTime),
                grams,
                grams,
                Math.Pow(flow.SettledSigma ?? 0, 2),
                0
            )
            : null;

    /// <summary>The values of an enum by their stored words: looked up, for parsing them a hundred thousand times is slow.</summary>
    private static class Words<T>
        where T : struct, Enum
    {
        private static readonly Dictionary<string, T> ByWord = Enum.GetValues<T>().ToDictionary(v => v.ToString());

        public static T Of(string word) => ByWord[word];
    }

    /// <summary>The row that is read just now, by the names of its columns.</summary>
    private sealed class Fields(NpgsqlDataReader reader, Column[] columns)
    {
        private readonly int[] places = [.. All.Select(c => Array.IndexOf(columns, c))];

        public T Of<T>(Column column) => reader.GetFieldValue<T>(places[(int)column]);

        public T? Maybe<T>(Column column)
            where T : struct => reader.IsDBNull(places[(int)column]) ? null : Of<T>(column);

        public T? Word<T>(Column column)
            where T : struct, Enum => Text(column) is { } word ? Words<T>.Of(word) : null;

        public string? Text(Column column) => reader.IsDBNull(places[(int)column]) ? null : reader.GetString(places[(int)column]);
    }

    /// <summary>What the queries tell. What belongs to the flow comes first: of an entry and of a lot, which stand in many rows of the joined
    /// query, the rest is read only once.</summary>
    private enum Column
    {
        EntryId,
        FlowId,
        FlowRole,
        FlowAmount,
        FlowLotId,
        FlowLossKind,
        FlowFate,
        FlowGainKind,
        FlowEmptiesLot,
        FlowSettledGrams,
        FlowSettledSigma,
        WeighingGrams,
        WeighingTyped,
        WeighingState,
        WeighingHumidityPercent,
        WeighingScaleStepGrams,
        WeighingSession,
        WeighingRevision,
        FlowWorth,
        FlowOrdinal,
        EntryStep,
        EntryDoneAt,
        EntryWho,
        EntryMinutes,
        EntryNotes,
        EntryConfirmedBecause,
        EntrySpent,
        EntryRecordedAt,
        LotCode,
        LotForm,
        LotFibre,
        LotParentage,
        LotCleanYieldLow,
        LotCleanYieldHigh,
        LotAnimal,
        LotColour,
        LotNotes,
        LotShornOn,
        LotPrice,
        LotMadeAt,
        LotChangedAt,
        LotUsedUpAt,
        LotMadeGrams,
        LotLeftGrams,
        LotLeftSigma,
        LotStapleMillimetres,
        LotMadeBy,
        LotWaitsAt,
        LotRouteAim,
        LotRoutePreparation,
        LotRouteSteps,
        LotReservedGrams,
        LotReservedFor,
        LotReadyMadePer100grams,
        LotContent,
        LotXmin,
        LotParts,
        EntryUsualKind,
        EntryUsualLeastGrams,
        EntryUsualMostGrams,
        EntryUsualAllowanceGrams,
        EntryAnswer,
        FlowAddedAt,
        FlowAddedBy,
        LotBefore,
        LotCameDyed,
        EntryDyeing,
        LotAnimalId,
    }
}

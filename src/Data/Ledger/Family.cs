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
    // Every column has its name here, and the query is written from them.
    private static readonly string Columns = $"""
        select {string.Join(", ", Enum.GetValues<Column>().Select(Sql))}
        from flows f
        join entries e on e.id = f.entry_id
        left join lots l on l.id = f.lot_id
        left join lateral (select * from weighings w where w.flow_id = f.id order by w.revision desc limit 1) w on true
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

    private static readonly string FromSeed = $"""
        {UpAndDown},
        family(entry) as (
            select distinct f.entry_id from flows f join (select lot from up union select lot from down) l on l.lot = f.lot_id where not f.voided)
        {Columns}
        where f.entry_id = any(array(select entry from family))
        """;

    private static readonly string ByLot = $"""
        with recursive
        seed(lot) as (select l.id from lots l where l.id = any($1) and l.workshop_id = $2),
        {FromSeed}
        """;

    /// <summary>The family of the lot with a code: $1 the code, $2 the workshop.</summary>
    private static readonly string ByCode = $"""
        with recursive
        seed(lot) as (select l.id from lots l where l.code = $1 and l.workshop_id = $2),
        {FromSeed}
        """;

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

    /// <summary>The family of the lot with a code, null when the workshop has no such lot.</summary>
    public static async Task<Family?> OfCode(EarthyTuftDb db, string code, CancellationToken cancellationToken) =>
        await Read(db, ByCode, cancellationToken, null, code, db.Workshop) is { Count: > 0 } flows ? new Family(flows) : null;

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
        while (await reader.ReadAsync(cancellationToken))
        {
            flows.Add(Row(reader, entries, lots));
        }

        // Oldest entry first. Sorted here: the server would move the whole wide rows about.
        var place = entries
            .Values.OrderBy(e => e.DoneAt)
            .ThenBy(e => e.RecordedAt)
            .ThenBy(e => e.Id)
            .Select((e, i) => (e.Id, i))
            .ToDictionary(e => e.Id, e => e.i);
        return [.. flows.OrderBy(f => ((long)place[f.EntryId] << 32) | (uint)f.Ordinal)];
    }

    private static FamilyFlow Row(NpgsqlDataReader r, Dictionary<Guid, FamilyEntry> entries, Dictionary<Guid, StoredLot> lots)
    {
        T Of<T>(Column c) => r.GetFieldValue<T>((int)c);
        T? Maybe<T>(Column c)
            where T : struct => r.IsDBNull((int)c) ? null : r.GetFieldValue<T>((int)c);
        T? Word<T>(Column c)
            where T : struct, Enum => r.IsDBNull((int)c) ? null : Words<T>.Of(r.GetString((int)c));
        string? Text(Column c) => r.IsDBNull((int)c) ? null : r.GetString((int)c);
        var entryId = Of<Guid>(Column.EntryId);
        var lotId = Maybe<Guid>(Column.FlowLotId);
        return new FamilyFlow(
            entries.TryGetValue(entryId, out var entry) ? entry : entries[entryId] = Entry(),
            Of<Guid>(Column.FlowId),
            Word<FlowRole>(Column.FlowRole)!.Value,
            Word<Amount>(Column.FlowAmount)!.Value,
            lotId,
            Word<LossKind>(Column.FlowLossKind),
            Word<Fate>(Column.FlowFate),
            Word<GainKind>(Column.FlowGainKind),
            Of<bool>(Column.FlowEmptiesLot),
            Maybe<double>(Column.FlowSettledGrams),
            Maybe<double>(Column.FlowSettledSigma),
            Maybe<double>(Column.WeighingGrams),
            Text(Column.WeighingTyped),
            Word<WeighingState>(Column.WeighingState),
            Maybe<double>(Column.WeighingHumidityPercent),
            Maybe<double>(Column.WeighingScaleStepGrams),
            Maybe<DateOnly>(Column.WeighingSession),
            Maybe<int>(Column.WeighingRevision),
            Maybe<decimal>(Column.FlowWorth),
            Of<int>(Column.FlowOrdinal),
            lotId is { } lot
                ? lots.TryGetValue(lot, out var known)
                    ? known
                    : lots[lot] = Lot(lot)
                : null
        )
        {
            Added = Maybe<DateTimeOffset>(Column.FlowAddedAt) is { } at ? (at, Text(Column.FlowAddedBy)!) : null,
        };

        FamilyEntry Entry() =>
            new(
                entryId,
                Word<StepKind>(Column.EntryStep)!.Value,
                Of<DateTimeOffset>(Column.EntryDoneAt),
                Text(Column.EntryWho)!,
                Maybe<int>(Column.EntryMinutes),
                Text(Column.EntryNotes)!,
                Text(Column.EntryConfirmedBecause),
                Maybe<decimal>(Column.EntrySpent),
                Of<DateTimeOffset>(Column.EntryRecordedAt)
            )
            {
                Usual = Usual(
                    Word<LossKind>(Column.EntryUsualKind),
                    Maybe<double>(Column.EntryUsualLeastGrams),
                    Maybe<double>(Column.EntryUsualMostGrams),
                    Maybe<double>(Column.EntryUsualAllowanceGrams)
                ),
                Answer = Word<GapAnswer>(Column.EntryAnswer),
                Dyeing = Text(Column.EntryDyeing),
            };

        // The one place where a row of this query becomes a lot.
        StoredLot Lot(Guid id) =>
            new(
                new Lot(
                    id,
                    Text(Column.LotCode)!,
                    Word<LotForm>(Column.LotForm)!.Value,
                    new LotTraits(
                        StoredComposition.Read(Text(Column.LotParts), Word<Fibre>(Column.LotFibre)!.Value, Text(Column.LotParentage)!),
                        new Span(Of<double>(Column.LotCleanYieldLow), Of<double>(Column.LotCleanYieldHigh)),
                        Text(Column.LotAnimal)!,
                        Text(Column.LotColour)!,
                        Maybe<DateOnly>(Column.LotShornOn),
                        Maybe<double>(Column.LotStapleMillimetres),
                        Word<Content>(Column.LotContent)!.Value
                    )
                )
                {
                    Parentage = Text(Column.LotParentage)!,
                    Notes = Text(Column.LotNotes)!,
                    Before = Text(Column.LotBefore)!,
                    CameDyed = Of<bool>(Column.LotCameDyed),
                    Price = Maybe<decimal>(Column.LotPrice),
                    MadeAt = Of<DateTimeOffset>(Column.LotMadeAt),
                    ChangedAt = Of<DateTimeOffset>(Column.LotChangedAt),
                    UsedUpAt = Maybe<DateTimeOffset>(Column.LotUsedUpAt),
                    MadeGrams = Maybe<double>(Column.LotMadeGrams),
                    LeftGrams = Maybe<double>(Column.LotLeftGrams),
                    LeftSigma = Maybe<double>(Column.LotLeftSigma),
                    Reserve = Maybe<double>(Column.LotReservedGrams) is { } kept
                        ? new Reserve(Mass.FromGrams(kept), Text(Column.LotReservedFor) ?? "")
                        : null,
                    ReadyMadePer100Grams = Maybe<decimal>(Column.LotReadyMadePer100grams),
                }
            )
            {
                MadeBy = Word<StepKind>(Column.LotMadeBy)!.Value,
                WaitsAt = Word<StepKind>(Column.LotWaitsAt),
                RouteAim = Word<Aim>(Column.LotRouteAim),
                RoutePreparation = Word<PreparedAs>(Column.LotRoutePreparation),
                RouteSteps = Text(Column.LotRouteSteps),
                AnimalId = Maybe<Guid>(Column.LotAnimalId),
                Version = Of<uint>(Column.LotXmin),
            };
    }

    /// <summary>A column as the query names it: <c>EntryDoneAt</c> is <c>e.done_at</c>.</summary>
    private static string Sql(Column column)
    {
        var name = column.ToString();
        var table = new[] { "Entry", "Flow", "Weighing", "Lot" }.First(name.StartsWith);
        var words = Regex.Replace(name[table.Length..], "(?<!^)([A-Z])", "_$1").ToLowerInvariant();
        return $"{char.ToLowerInvariant(table[0])}.{words}";
    }

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

    /// <summary>What the query tells, in its order. What belongs to the flow comes first: of an entry and of a lot, which stand in many
    /// rows, the rest is read only once.</summary>
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

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
    // What belongs to the flow comes first: of an entry and of a lot, which stand in many rows, the rest is read only once.
    private const string Columns = """
        select e.id, f.id, f.role, f.amount, f.lot_id, f.loss_kind, f.fate, f.gain_kind, f.empties_lot, f.settled_grams, f.settled_sigma,
               w.grams, w.typed, w.state, w.humidity_percent, w.scale_step_grams, w.session, w.revision, f.worth, f.ordinal,
               e.step, e.done_at, e.who, e.minutes, e.notes, e.confirmed_because, e.spent, e.recorded_at,
               l.code, l.form, l.fibre, l.parentage, l.clean_yield_low, l.clean_yield_high, l.animal,
               l.colour, l.notes, l.shorn_on, l.price, l.made_at, l.changed_at, l.used_up_at, l.made_grams, l.left_grams, l.left_sigma, l.staple_millimetres,
               l.made_by, l.waits_at, l.route_aim, l.route_preparation, l.route_steps, l.reserved_grams, l.reserved_for, l.ready_made_per100grams, l.content, l.xmin, l.parts,
               e.usual_kind, e.usual_least_grams, e.usual_most_grams, e.usual_allowance_grams, e.answer, f.added_at, f.added_by, l.before, l.came_dyed, e.dyeing, l.animal_id
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

    private const string FromSeed = $"""
        {UpAndDown},
        family(entry) as (
            select distinct f.entry_id from flows f join (select lot from up union select lot from down) l on l.lot = f.lot_id where not f.voided)
        {Columns}
        where f.entry_id = any(array(select entry from family))
        """;

    private const string ByLot = $"""
        with recursive
        seed(lot) as (select l.id from lots l where l.id = any($1) and l.workshop_id = $2),
        {FromSeed}
        """;

    /// <summary>The family of the lot with a code: $1 the code, $2 the workshop.</summary>
    private const string ByCode = $"""
        with recursive
        seed(lot) as (select l.id from lots l where l.code = $1 and l.workshop_id = $2),
        {FromSeed}
        """;

    private const string AroundLots = $"""
        {Columns}
        where f.lot_id = any($1) and f.workshop_id = $2 and not f.voided
        """;

    private const string LockLots = "select 1 from lots where id = any($1) and workshop_id = $2 order by id for update";

    private const string EveryEntry = $"""
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

    private Family(Family other) => (noil, Flows, Lots, Entries, Masses) = (other.noil, other.Flows, other.Lots, other.Entries, other.Masses);

    /// <summary>Every stored flow, oldest entry first.</summary>
    public IReadOnlyList<FamilyFlow> Flows { get; }

    public IReadOnlyDictionary<Guid, StoredLot> Lots { get; }

    public IReadOnlyList<Entry> Entries { get; private init; }

    public MassSolver Masses { get; private init; }

    /// <summary>The same family with what usually goes at its steps, by entry.</summary>
    internal Family With(IReadOnlyDictionary<Guid, UsualLoss> usual) => new(this)
    {
        Entries = [.. Entries.Select(e => e with { Usual = usual.GetValueOrDefault(e.Id) })],
        Masses = Masses.With(usual),
    };

    /// <summary>
    /// What lots of several parts are made of, by the masses as they are known now: a weight that is set right changes the shares. What parts
    /// a lot has stays as it was noted.
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

            foreach (var lot in entry.Flows.Where(f => f.Role == FlowRole.Out).Select(f => f.LotId!.Value).Where(l => Lots[l].Composition is var stands && stands.HasPartsOf(mixed) && !stands.Equals(mixed)))
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
        return made.Count == 0 ? [] : Entries.Where(e => e.Flows.Any(f => made.Contains(f.Id)))
            .ToDictionary(e => e.Id, e => e.Flows.Where(f => made.Contains(f.Id)).Sum(f => Masses.Of(f)?.Grams));
    }

    /// <summary>The family of some lots.</summary>
    public static async Task<Family> Of(EarthyTuftDb db, Guid[] lotIds, CancellationToken cancellationToken) => new(await Read(db, ByLot, cancellationToken, null, lotIds, db.Workshop));

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
    public static async Task<Family> Whole(EarthyTuftDb db, CancellationToken cancellationToken) => new(await Read(db, EveryEntry, cancellationToken, null, db.Workshop));

    /// <summary>The families of entries that are staged and not yet stored, each for itself; every lot that they name is at hand.</summary>
    internal static IEnumerable<(Family Family, IReadOnlyList<EntryRow> Entries)> OfStaged(IReadOnlyList<EntryRow> entries, IReadOnlyDictionary<Guid, LotRow> lots)
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

    private static async Task<List<FamilyFlow>> Read(EarthyTuftDb db, string sql, CancellationToken cancellationToken, string? first, params object[] parameters)
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
        var place = entries.Values.OrderBy(e => e.DoneAt).ThenBy(e => e.RecordedAt).ThenBy(e => e.Id).Select((e, i) => (e.Id, i)).ToDictionary(e => e.Id, e => e.i);
        return [.. flows.OrderBy(f => ((long)place[f.EntryId] << 32) | (uint)f.Ordinal)];
    }

    private static FamilyFlow Row(NpgsqlDataReader r, Dictionary<Guid, FamilyEntry> entries, Dictionary<Guid, StoredLot> lots)
    {
        T? Maybe<T>(int i)
            where T : struct => r.IsDBNull(i) ? null : r.GetFieldValue<T>(i);
        T? Word<T>(int i)
            where T : struct, Enum => r.IsDBNull(i) ? null : Words<T>.Of(r.GetString(i));
        var entryId = r.GetGuid(0);
        var lotId = Maybe<Guid>(4);
        return new FamilyFlow(
            entries.TryGetValue(entryId, out var entry) ? entry : entries[entryId] = Entry(),
            r.GetGuid(1),
            Word<FlowRole>(2)!.Value,
            Word<Amount>(3)!.Value,
            lotId,
            Word<LossKind>(5),
            Word<Fate>(6),
            Word<GainKind>(7),
            r.GetBoolean(8),
            Maybe<double>(9),
            Maybe<double>(10),
            Maybe<double>(11),
            r.IsDBNull(12) ? null : r.GetString(12),
            Word<WeighingState>(13),
            Maybe<double>(14),
            Maybe<double>(15),
            Maybe<DateOnly>(16),
            Maybe<int>(17),
            Maybe<decimal>(18),
            r.GetInt32(19),
            lotId is { } lot ? lots.TryGetValue(lot, out var known) ? known : lots[lot] = Lot(lot) : null)
        {
            Added = Maybe<DateTimeOffset>(62) is { } at ? (at, r.GetString(63)) : null,
        };

        FamilyEntry Entry() => new(
            entryId,
            Word<StepKind>(20)!.Value,
            r.GetFieldValue<DateTimeOffset>(21),
            r.GetString(22),
            Maybe<int>(23),
            r.GetString(24),
            r.IsDBNull(25) ? null : r.GetString(25),
            Maybe<decimal>(26),
            r.GetFieldValue<DateTimeOffset>(27))
        {
            Usual = Usual(Word<LossKind>(57), Maybe<double>(58), Maybe<double>(59), Maybe<double>(60)),
            Answer = Word<GapAnswer>(61),
            Dyeing = r.IsDBNull(66) ? null : r.GetString(66),
        };

        // The one place where a row of this query becomes a lot.
        StoredLot Lot(Guid id) => new(new Lot(id, r.GetString(28), Word<LotForm>(29)!.Value, new LotTraits(
            StoredComposition.Read(r.IsDBNull(56) ? null : r.GetString(56), Word<Fibre>(30)!.Value, r.GetString(31)),
            new Span(r.GetDouble(32), r.GetDouble(33)),
            r.GetString(34),
            r.GetString(35),
            Maybe<DateOnly>(37),
            Maybe<double>(45),
            Word<Content>(54)!.Value))
        {
            Parentage = r.GetString(31),
            Notes = r.GetString(36),
            Before = r.GetString(64),
            CameDyed = r.GetBoolean(65),
            Price = Maybe<decimal>(38),
            MadeAt = r.GetFieldValue<DateTimeOffset>(39),
            ChangedAt = r.GetFieldValue<DateTimeOffset>(40),
            UsedUpAt = Maybe<DateTimeOffset>(41),
            MadeGrams = Maybe<double>(42),
            LeftGrams = Maybe<double>(43),
            LeftSigma = Maybe<double>(44),
            Reserve = Maybe<double>(51) is { } kept ? new Reserve(Mass.FromGrams(kept), r.IsDBNull(52) ? "" : r.GetString(52)) : null,
            ReadyMadePer100Grams = Maybe<decimal>(53),
        })
        {
            MadeBy = Word<StepKind>(46)!.Value,
            WaitsAt = Word<StepKind>(47),
            RouteAim = Word<Aim>(48),
            RoutePreparation = Word<PreparedAs>(49),
            RouteSteps = r.IsDBNull(50) ? null : r.GetString(50),
            AnimalId = Maybe<Guid>(67),
            Version = r.GetFieldValue<uint>(55),
        };
    }

    private static Entry ToEntry(IReadOnlyList<FamilyFlow> flows, HashSet<Guid> made)
    {
        var source = flows.FirstOrDefault(f => f.Role == FlowRole.In)?.Lot;
        // What is lost is of what was made: of a blend that is the mix.
        var composition = flows.FirstOrDefault(f => f.Role == FlowRole.Out)?.Lot?.Composition ?? source?.Composition;
        var greasy = source is null || composition is null ? Nature.Inert : Nature.Of(composition, source.Form, source.CleanYield);
        return new Entry(flows[0].EntryId, flows[0].Step, [.. flows.Select(f => new Flow(
            f.FlowId,
            f.Role,
            f.Amount,
            f.LotId,
            Weighed(f, greasy) ?? FromOutside(f, made),
            f.EmptiesLot))])
        {
            Usual = flows[0].Entry.Usual,
            UsualGain = flows.Any(f => f.Role == FlowRole.Gain) ? null : AllStations.Find(flows[0].Step)?.UsualGain,
        };
    }

    /// <summary>What usually goes at a step, as it is stored with the entry.</summary>
    internal static UsualLoss? Usual(LossKind? kind, double? least, double? most, double? allowance) => kind is { } of
        ? new UsualLoss(of, Mass.FromGrams(least!.Value), Mass.FromGrams(most!.Value), Mass.FromGrams(allowance!.Value))
        : null;

    private static ReferenceWeighing? Weighed(FamilyFlow flow, Nature source) => flow.LoggedGrams is not { } grams ? null : ReferenceWeighing.Of(
        new Weighing(flow.FlowId, Mass.FromGrams(grams), flow.State!.Value, flow.HumidityPercent, Mass.FromGrams(flow.ScaleStepGrams!.Value), flow.Session!.Value),
        flow.Lot is { } lot ? Nature.Of(lot.Composition, lot.Form, lot.CleanYield)
            : flow.LossKind is { } kind ? Nature.OfLoss(kind, source)
            : Nature.Inert);

    // A lot that joined from outside the family brings the mass it was settled with when it was last reckoned.
    private static ReferenceWeighing? FromOutside(FamilyFlow flow, HashSet<Guid> made) =>
        flow is { Role: FlowRole.In, Amount: Amount.Whole, SettledGrams: { } grams } && !made.Contains(flow.LotId!.Value)
            ? new ReferenceWeighing(flow.FlowId, DateOnly.FromDateTime(flow.DoneAt.UtcDateTime), grams, grams, Math.Pow(flow.SettledSigma ?? 0, 2), 0)
            : null;

    /// <summary>The values of an enum by their stored words: looked up, for parsing them a hundred thousand times is slow.</summary>
    private static class Words<T>
        where T : struct, Enum
    {
        private static readonly Dictionary<string, T> ByWord = Enum.GetValues<T>().ToDictionary(v => v.ToString());

        public static T Of(string word) => ByWord[word];
    }
}

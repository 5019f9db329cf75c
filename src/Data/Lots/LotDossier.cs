using System.Data;
using EarthyTuft.Core.Assessing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;
using Npgsql;

namespace EarthyTuft.Data.Lots;

/// <summary>Everything a lot's page tells, read in a few round trips whatever its size: its family; then the family's locks and the lot's
/// samples.</summary>
public sealed record LotDossier(
    StoredLot Lot,
    Family Family,
    IReadOnlyList<LockRow> Locks,
    IReadOnlyList<SampleRow> Samples,
    IReadOnlyList<LookOverRow> LookOvers,
    IReadOnlyList<ChangeRow> Changes,
    IReadOnlyList<WashJudgementRow> WashJudgements,
    IReadOnlyList<TestedFelting> Tested
)
{
    private const string LocksOfLots = """
        select k.id, k.lot_id, k.place, k.length_millimetres, k.crimps, k.span_millimetres, k.wave
        from locks k
        where k.lot_id = any($1) and k.withdrawn_at is null
        """;

    private const string SamplesOfLot = """
        select s.id, s.lot_id, s.code, s.form, s.draw, s.wraps_per_inch, s.plies, s.twist_angle_degrees, s.verdict, s.uses, s.made_at, s.who,
               s.spun_grams, s.spinning_minutes, s.joins_per10metres, s.lumps_per10metres,
               s.wraps_places, s.swatch, s.judged, s.xmin
        from samples s
        where s.lot_id = $1 and s.withdrawn_at is null
        order by s.made_at
        """;

    private const string LookOversOfLots = """
        select distinct on (o.lot_id) o.id, o.lot_id, o.handle, o.spring, o.lustre, o.soundness, o.tips, o.lock_structure, o.evenness, o.coat, o.wax, o.dirt,
               o.vegetable_matter, o.colour, o.first_impression, o.decision, o.measured_micron, o.looked_at, o.who
        from look_overs o
        where o.lot_id = any($1)
        order by o.lot_id, o.looked_at desc
        """;

    /// <summary>Changes of a lot, and what was voided of what had been done to it.</summary>
    private const string ChangesOfLot = """
        select c.id, c.lot_id, c.entry_id, c.what, c."from", c."to", c.because, c.who, c.at
        from changes c
        where c.lot_id = $1 or c.entry_id = any($2)
        order by c.at
        """;

    private const string JudgementsOfWashes = """
        select j.entry_id, j.lot_id, j.handle, j.loss_percent, j.outcome, j.decision, j.judged_at, j.who
        from wash_judgements j
        where j.entry_id = any($1)
        order by j.judged_at
        """;

    private const string FeltingTests = """
        select l.code, l.parentage, o.at, o.felts, o.pinch_grams, o.width_millimetres, o.minutes
        from felting_outcomes o join lots l on l.id = o.lot_id
        where l.voided_at is null and (l.code = $1 or l.code like $1 || '.%' or (l.parentage <> '' and l.parentage = $2))
        order by o.at desc limit 60
        """;

    /// <summary>Null when the workshop has no such lot.</summary>
    public static async Task<LotDossier?> Of(EarthyTuftDb db, string code, CancellationToken cancellationToken)
    {
        var connection = await db.OpenInScope(cancellationToken);
        try
        {
            if (await Family.OfCode(db, code, cancellationToken) is not { } family)
            {
                return null;
            }

            var lot = family.Lots.Values.Single(l => l.Code == code);
            await using var batch = new NpgsqlBatch(connection)
            {
                BatchCommands =
                {
                    new(LocksOfLots) { Parameters = { new() { Value = family.Lots.Keys.ToArray() } } },
                    new(SamplesOfLot) { Parameters = { new() { Value = lot.Id } } },
                    new(LookOversOfLots) { Parameters = { new() { Value = family.Lots.Keys.ToArray() } } },
                    new(ChangesOfLot)
                    {
                        Parameters =
                        {
                            new() { Value = lot.Id },
                            new() { Value = family.Entries.Select(e => e.Id).ToArray() },
                        },
                    },
                    new(FeltingTests)
                    {
                        Parameters =
                        {
                            new() { Value = LotCode.RootOf(lot.Code) },
                            new() { Value = lot.Parentage },
                        },
                    },
                },
            };
            var washes = family.Entries.Where(e => e.Step == StepKind.Wash).Select(e => e.Id).ToArray();
            if (washes.Length > 0)
            {
                batch.BatchCommands.Add(new(JudgementsOfWashes) { Parameters = { new() { Value = washes } } });
            }

            await using var reader = await batch.ExecuteReaderAsync(CommandBehavior.Default, cancellationToken);
            var locks = await Read(reader, Lock, cancellationToken);
            await reader.NextResultAsync(cancellationToken);
            var samples = await Read(reader, Sample, cancellationToken);
            await reader.NextResultAsync(cancellationToken);
            var lookOvers = await Read(reader, LookOver, cancellationToken);
            await reader.NextResultAsync(cancellationToken);
            var changes = await Read(reader, Change, cancellationToken);
            await reader.NextResultAsync(cancellationToken);
            var tested = await Read(reader, Felted, cancellationToken);
            return new LotDossier(
                lot,
                family,
                locks,
                samples,
                lookOvers,
                changes,
                await reader.NextResultAsync(cancellationToken) ? await Read(reader, WashJudgement, cancellationToken) : [],
                tested
            );
        }
        finally
        {
            await db.Database.CloseConnectionAsync();
        }
    }

    private static async Task<List<T>> Read<T>(NpgsqlDataReader reader, Func<NpgsqlDataReader, T> row, CancellationToken cancellationToken)
    {
        var rows = new List<T>();
        while (await reader.ReadAsync(cancellationToken))
        {
            rows.Add(row(reader));
        }

        return rows;
    }

    private static T? Maybe<T>(NpgsqlDataReader r, int i)
        where T : struct => r.IsDBNull(i) ? null : r.GetFieldValue<T>(i);

    private static string? Text(NpgsqlDataReader r, int i) => r.IsDBNull(i) ? null : r.GetString(i);

    private static T? Word<T>(NpgsqlDataReader r, int i)
        where T : struct, Enum => r.IsDBNull(i) ? null : Enum.Parse<T>(r.GetString(i));

    private static LookOverRow LookOver(NpgsqlDataReader r) =>
        new()
        {
            Id = r.GetGuid(0),
            LotId = r.GetGuid(1),
            Handle = Word<Handle>(r, 2),
            Spring = Word<Spring>(r, 3),
            Lustre = Word<Lustre>(r, 4),
            Soundness = Word<Soundness>(r, 5),
            Tips = Word<Tips>(r, 6),
            LockStructure = Word<LockStructure>(r, 7),
            Evenness = Word<Evenness>(r, 8),
            Coat = Word<Coat>(r, 9),
            Wax = Word<HowMuch>(r, 10),
            Dirt = Word<HowMuch>(r, 11),
            VegetableMatter = Word<HowMuch>(r, 12),
            Colour = Word<FleeceColour>(r, 13),
            FirstImpression = r.GetString(14),
            Decision = r.GetString(15),
            MeasuredMicron = Maybe<double>(r, 16),
            LookedAt = r.GetFieldValue<DateTimeOffset>(17),
            Who = r.GetString(18),
        };

    private static ChangeRow Change(NpgsqlDataReader r) =>
        new()
        {
            Id = r.GetGuid(0),
            LotId = Maybe<Guid>(r, 1),
            EntryId = Maybe<Guid>(r, 2),
            What = r.GetString(3),
            From = r.GetString(4),
            To = r.GetString(5),
            Because = r.GetString(6),
            Who = r.GetString(7),
            At = r.GetFieldValue<DateTimeOffset>(8),
        };

    private static TestedFelting Felted(NpgsqlDataReader r) =>
        new(
            r.GetString(0),
            r.GetString(1),
            r.GetFieldValue<DateTimeOffset>(2),
            new FeltingOutcome(Word<FeltingGrade>(r, 3)!.Value, r.GetDouble(4), Maybe<double>(r, 5), r.GetDouble(6))
        );

    private static WashJudgementRow WashJudgement(NpgsqlDataReader r) =>
        new()
        {
            EntryId = r.GetGuid(0),
            LotId = r.GetGuid(1),
            Handle = Word<WashedHandle>(r, 2),
            LossPercent = r.GetDouble(3),
            Outcome = Word<WashOutcome>(r, 4)!.Value,
            Decision = Word<WashDecision>(r, 5)!.Value,
            JudgedAt = r.GetFieldValue<DateTimeOffset>(6),
            Who = r.GetString(7),
        };

    private static LockRow Lock(NpgsqlDataReader r) =>
        new()
        {
            Id = r.GetGuid(0),
            LotId = r.GetGuid(1),
            Place = Word<FleecePlace>(r, 2)!.Value,
            LengthMillimetres = r.GetDouble(3),
            Crimps = Maybe<int>(r, 4),
            SpanMillimetres = Maybe<double>(r, 5),
            Wave = Word<Wave>(r, 6),
        };

    private static SampleRow Sample(NpgsqlDataReader r) =>
        new()
        {
            Id = r.GetGuid(0),
            LotId = r.GetGuid(1),
            Code = r.GetString(2),
            Form = Word<LotForm>(r, 3)!.Value,
            Draw = Word<Draw>(r, 4),
            WrapsPerInch = Maybe<double>(r, 5),
            Plies = Maybe<int>(r, 6),
            TwistAngleDegrees = Maybe<double>(r, 7),
            Verdict = r.GetString(8),
            Uses = r.GetFieldValue<string[]>(9),
            MadeAt = r.GetFieldValue<DateTimeOffset>(10),
            Who = r.GetString(11),
            SpunGrams = Maybe<double>(r, 12),
            SpinningMinutes = Maybe<int>(r, 13),
            JoinsPer10Metres = Maybe<double>(r, 14),
            LumpsPer10Metres = Maybe<double>(r, 15),
            WrapsPlaces = Text(r, 16),
            Swatch = Text(r, 17),
            Judged = Text(r, 18),
            Version = r.GetFieldValue<uint>(19),
        };
}

using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Migrations;

namespace EarthyTuft.Data.Finding;

/// <summary>What a word leads to.</summary>
public enum FindKind
{
    /// <summary>A lot: its code, breed, animal, colour, notes, what it is kept for.</summary>
    Lot,

    /// <summary>A sample: its code, verdict, uses, who made it.</summary>
    Sample,

    /// <summary>An entry: its notes.</summary>
    Entry,

    /// <summary>An animal: its name, breed, colour, notes.</summary>
    Animal,
}

/// <summary>A word by which something is found. A projection that the database keeps itself (<see cref="FindWords"/>).</summary>
public sealed class FindWordRow : IWorkshopOwned
{
    public Guid WorkshopId { get; set; }
    public required string Word { get; set; }
    public FindKind Kind { get; set; }
    public Guid Id { get; set; }

    /// <summary>When it was made, to show the newest first.</summary>
    public DateTimeOffset At { get; set; }
}

/// <summary>
/// The words things are found by: one row for each word, in the order of the alphabet, so that the beginning of a word is a range of one index.
/// A search within texts would not do: beside row-level security PostgreSQL answers it by reading every row of the table. Triggers keep the
/// words, whichever way a row came in.
/// </summary>
public static class FindWords
{
    /// <summary>Longer words are cut.</summary>
    public const int Longest = 60;

    /// <summary>The words of what somebody typed, cut as those of the table are: small, without accents, each once.</summary>
    public static async Task<string[]> WordsIn(this EarthyTuftDb db, string text, CancellationToken cancellationToken) =>
        [.. await db.Database.SqlQuery<string>($"select distinct find_words_in({text}) as \"Value\"").ToListAsync(cancellationToken)];

    /// <summary>Rows of a word that begins so.</summary>
    public static IQueryable<FindWordRow> BeginningWith(this IQueryable<FindWordRow> rows, string word)
    {
        var beyond = word + "\U0010FFFF";
        return rows.Where(r => string.Compare(r.Word, word) >= 0 && string.Compare(r.Word, beyond) < 0);
    }

    internal static void Build(ModelBuilder model) => model.Entity<FindWordRow>(e =>
    {
        e.ToTable("find_words");
        // By code points: a range of the index is the beginning of a word, whatever language the database sorts by.
        e.Property(f => f.Word).HasMaxLength(Longest).UseCollation("C");
        e.HasKey(f => new { f.WorkshopId, f.Id, f.Word });
        e.HasIndex(f => new { f.WorkshopId, f.Word, f.At }).IsDescending(false, false, true);
    });

    /// <summary>Makes the functions and triggers, and the words of what is there already.</summary>
    internal static void Create(MigrationBuilder migration)
    {
        migration.Sql(
            $"""
            create function find_words_in(variadic texts text[]) returns setof text language sql immutable as $$
                select left(btrim(p, '.-'''), {Longest})
                from (select array_to_string(texts, ' ') as whole) t,
                    lateral (select case when octet_length(whole) = length(whole) then whole else regexp_replace(normalize(whole, nfkd), '[\u0300-\u036f]', '', 'g') end as plain) n,
                    string_to_table(translate(lower(plain), E',;:!?()"/&+\t\n\r', repeat(' ', 14)), ' ') p
                where btrim(p, '.-''') <> '' $$;
            """);
        Keep(migration, "lots", FindKind.Lot, "made_at", ["code", "parentage", "animal", "colour", "notes", "before", "reserved_for"]);
        Keep(migration, "samples", FindKind.Sample, "made_at", ["code", "verdict", "who", "array_to_string(uses, ' ')"]);
        Keep(migration, "entries", FindKind.Entry, "done_at", ["notes"]);
    }

    /// <summary>The words of animals, which came later.</summary>
    internal static void CreateForAnimals(MigrationBuilder migration) => Keep(migration, "animals", FindKind.Animal, "added_at", ["name", "breed", "colour", "notes"]);

    internal static void DropForAnimals(MigrationBuilder migration) => Drop(migration, "animals");

    internal static void Drop(MigrationBuilder migration)
    {
        foreach (var table in new[] { "lots", "samples", "entries" })
        {
            Drop(migration, table);
        }

        migration.Sql("drop function find_words_in(variadic text[]);");
    }

    private static void Drop(MigrationBuilder migration, string table) =>
        migration.Sql($"drop trigger find_words_new on {table}; drop trigger find_words_changed on {table}; drop function find_words_of_new_{table}(); drop function find_words_of_changed_{table}();");

    private static void Keep(MigrationBuilder migration, string table, FindKind kind, string at, string[] texts)
    {
        string Of(string row) => string.Join(", ", texts.Select(t => t.Contains('(', StringComparison.Ordinal) ? t.Replace("(uses", $"({row}.uses", StringComparison.Ordinal) : $"{row}.{t}"));
        string Insert(string from, string row, string where = "") =>
            $"insert into find_words (workshop_id, word, kind, id, at) select {row}.workshop_id, w, '{kind}', {row}.id, {row}.{at} from {from}find_words_in({Of(row)}) w{where} on conflict do nothing;";
        migration.Sql(
            $"""
            create function find_words_of_new_{table}() returns trigger language plpgsql as $$
            begin
                {Insert("fresh, lateral ", "fresh", table == "entries" ? " where fresh.notes <> ''" : "")}
                return null;
            end $$;
            create trigger find_words_new after insert on {table} referencing new table as fresh for each statement execute function find_words_of_new_{table}();
            create function find_words_of_changed_{table}() returns trigger language plpgsql as $$
            begin
                delete from find_words where workshop_id = new.workshop_id and id = new.id;
                {Insert("", "new")}
                return null;
            end $$;
            create trigger find_words_changed after update of {string.Join(", ", texts.Select(t => t.Contains('(', StringComparison.Ordinal) ? "uses" : t))} on {table} for each row
                when (({Of("old")}) is distinct from ({Of("new")})) execute function find_words_of_changed_{table}();
            {Insert($"{table}, lateral ", table)}
            """);
    }
}

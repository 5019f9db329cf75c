using Microsoft.EntityFrameworkCore.Migrations;

namespace EarthyTuft.Data.Store.Migrations;

/// <summary>The functions and triggers that keep the words by which things are found, as the migrations made them.</summary>
internal static class FindWordTriggers
{
    /// <summary>Makes the functions and triggers, and the words of what is there already.</summary>
    internal static void Create(MigrationBuilder migration)
    {
        migration.Sql(
            $"""
            create function find_words_in(variadic texts text[]) returns setof text language sql immutable as $$
                select left(btrim(p, '.-'''), 60)
                from (select array_to_string(texts, ' ') as whole) t,
                    lateral (select case when octet_length(whole) = length(whole) then whole else regexp_replace(normalize(whole, nfkd), '[\u0300-\u036f]', '', 'g') end as plain) n,
                    string_to_table(translate(lower(plain), E',;:!?()"/&+\t\n\r', repeat(' ', 14)), ' ') p
                where btrim(p, '.-''') <> '' $$;
            """);
        Keep(migration, "lots", "Lot", "made_at", ["code", "parentage", "animal", "colour", "notes", "before", "reserved_for"]);
        Keep(migration, "samples", "Sample", "made_at", ["code", "verdict", "who", "array_to_string(uses, ' ')"]);
        Keep(migration, "entries", "Entry", "done_at", ["notes"]);
    }

    /// <summary>The words of animals, which came later.</summary>
    internal static void CreateForAnimals(MigrationBuilder migration) => Keep(migration, "animals", "Animal", "added_at", ["name", "breed", "colour", "notes"]);

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

    private static void Keep(MigrationBuilder migration, string table, string kind, string at, string[] texts)
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

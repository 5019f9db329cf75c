using EarthyTuft.Core.Fibres;
using Microsoft.EntityFrameworkCore.Migrations;

namespace EarthyTuft.Data.Store.Migrations;

/// <summary>Gives every lot that came in under a name its animal, as the migration that brought animals did.</summary>
internal static class AnimalsOfLots
{
    private static readonly string KindOfLot = "case l.fibre " + string.Join(' ', Enum.GetValues<Fibre>().Select(f => $"when '{f}' then '{f.Animal()}'")) + " end";

    public static void Fill(MigrationBuilder migration)
    {
        const string came = "l.made_by = 'TakeIn' and l.animal <> '' and l.animal_id is null";
        migration.Sql(
            $"""
            insert into animals (id, workshop_id, name, kind, breed, colour, notes, added_at)
            select gen_random_uuid(), first.workshop_id, first.animal, first.kind, first.parentage, first.colour, '', first.made_at
            from (select distinct on (l.workshop_id, {KindOfLot}, lower(l.animal)) l.workshop_id, left(l.animal, 80) as animal, {KindOfLot} as kind, left(l.parentage, 200) as parentage, left(l.colour, 60) as colour, l.made_at
                  from lots l where {came}
                  order by l.workshop_id, {KindOfLot}, lower(l.animal), l.made_at, l.id) first
            on conflict (workshop_id, kind, name_key) do nothing;
            """);
        migration.Sql(
            $"""
            update lots l set animal_id = a.id, animal = coalesce(kept.name, a.name)
            from animals a left join animals kept on kept.id = a.merged_into
            where {came} and a.workshop_id = l.workshop_id and a.kind = {KindOfLot} and a.name_key = lower(left(l.animal, 80));
            """);
    }
}

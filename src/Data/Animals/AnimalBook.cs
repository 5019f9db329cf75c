using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Animals;

/// <summary>
/// Keeps animals and the lots that came in under their names together. A lot has the name as text, which what is made of it inherits and by
/// which it is found; a lot that came in also points at the animal. The text follows the animal when that is renamed or merged.
/// </summary>
public static class AnimalBook
{
    private static readonly string KindOfLot =
        "case l.fibre " + string.Join(' ', Enum.GetValues<Fibre>().Select(f => $"when '{f}' then '{f.Animal()}'")) + " end";

    /// <summary>
    /// Finds the animal of every lot that came in under a name and points at none yet, or adds it with what is noted of that lot. A name
    /// that was merged into another leads there, and the lot is named after it. Two who take in the first clip of one animal at once add it
    /// once.
    /// </summary>
    public static async Task Gather(EarthyTuftDb db, CancellationToken cancellationToken)
    {
        foreach (var statement in Gathering("l.workshop_id = {0}"))
        {
            await db.Database.ExecuteSqlRawAsync(statement, [db.Workshop], cancellationToken);
        }
    }

    /// <summary>Changes the animal of a lot and of what was made of it alone, within the caller's transaction; empty for none.</summary>
    /// <param name="noted">Told of every lot that changed and of what animal it was before, to be kept in its history.</param>
    public static async Task Change(
        EarthyTuftDb db,
        LotRow lot,
        string name,
        Action<LotRow, string> noted,
        CancellationToken cancellationToken
    )
    {
        var before = lot.Animal;
        var same = Lineage.DescendantsOfAlone((await Family.Of(db, [lot.Id], cancellationToken)).Entries, [lot.Id]);
        foreach (var row in await db.Lots.Where(l => same.Contains(l.Id) && l.Animal == before).ToListAsync(cancellationToken))
        {
            (row.Animal, row.AnimalId) = (name, null);
            noted(row, before);
        }

        await db.SaveChangesAsync(cancellationToken);
        await Gather(db, cancellationToken);
    }

    /// <summary>Everything of these clips alone is of an animal of that name.</summary>
    public static async Task Name(EarthyTuftDb db, Guid[] clips, string name, CancellationToken cancellationToken)
    {
        if (clips.Length == 0)
        {
            return;
        }

        var lots = Lineage.DescendantsOfAlone((await Family.Of(db, clips, cancellationToken)).Entries, clips).ToArray();
        db.ChangedRows<LotRow>(
            await db
                .Lots.Where(l => lots.Contains(l.Id) && l.Animal != name)
                .ExecuteUpdateAsync(set => set.SetProperty(l => l.Animal, name), cancellationToken)
        );
    }

    /// <summary>Holds two animals until the transaction ends, in one order for everybody.</summary>
    public static Task Hold(EarthyTuftDb db, Guid[] animals, CancellationToken cancellationToken) =>
        db.Database.ExecuteSqlAsync(
            $"select 1 from animals where id = any({animals}) and workshop_id = {db.Workshop} order by id for update",
            cancellationToken
        );

    private static IEnumerable<string> Gathering(string of)
    {
        var came = $"l.made_by = '{StepKind.TakeIn}' and l.animal <> '' and l.animal_id is null and {of}";
        yield return $"""
            insert into animals (id, workshop_id, name, kind, breed, colour, notes, added_at)
            select gen_random_uuid(), first.workshop_id, first.animal, first.kind, first.parentage, first.colour, '', first.made_at
            from (select distinct on (l.workshop_id, {KindOfLot}, lower(l.animal)) l.workshop_id,
                    left(l.animal, 80) as animal, {KindOfLot} as kind, left(l.parentage, 200) as parentage, left(l.colour, 60) as colour, l.made_at
                  from lots l where {came}
                  order by l.workshop_id, {KindOfLot}, lower(l.animal), l.made_at, l.id) first
            on conflict (workshop_id, kind, name_key) do nothing;
            """;
        yield return $"""
            update lots l set animal_id = a.id, animal = coalesce(kept.name, a.name)
            from animals a left join animals kept on kept.id = a.merged_into
            where {came} and a.workshop_id = l.workshop_id and a.kind = {KindOfLot} and a.name_key = lower(left(l.animal, 80));
            """;
    }
}

using System.ComponentModel.DataAnnotations.Schema;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;

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
[Table("find_words")]
public sealed class FindWordRow : IWorkshopOwned
{
    public Guid WorkshopId { get; set; }
    public required string Word { get; set; }
    public FindKind Kind { get; set; }
    public Guid Id { get; set; }

    /// <summary>When it was made, to show the newest first.</summary>
    public DateTimeOffset At { get; set; }

    internal sealed class Table : IEntityTypeConfiguration<FindWordRow>
    {
        public void Configure(EntityTypeBuilder<FindWordRow> e)
        {
            // By code points: a range of the index is the beginning of a word, whatever language the database sorts by.
            e.Property(f => f.Word).HasMaxLength(FindWords.Longest).UseCollation("C");
            e.HasKey(f => new
            {
                f.WorkshopId,
                f.Id,
                f.Word,
            });
            e.HasIndex(f => new
                {
                    f.WorkshopId,
                    f.Word,
                    f.At,
                })
                .IsDescending(false, false, true);
        }
    }
}

/// <summary>
/// The words things are found by: one row for each word, in the order of the alphabet, so that the beginning of a word is a range of one
/// index. A search within texts would not do: beside row-level security PostgreSQL answers it by reading every row of the table. Triggers
/// keep the words, whichever way a row came in.
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
}

using System.ComponentModel.DataAnnotations.Schema;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;

namespace EarthyTuft.Data.Scouring;

/// <summary>A wash that has a name: a later one starts from it.</summary>
[Tells(News.Tools)]
[Table("scour_recipes")]
public sealed class ScourRecipeRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public required string Name { get; set; }

    /// <summary>The wish as its payload.</summary>
    public required string Wish { get; set; }
    public DateTimeOffset MadeAt { get; set; }
    public required string Who { get; set; }
    public DateTimeOffset? RetiredAt { get; set; }

    internal sealed class Table : IEntityTypeConfiguration<ScourRecipeRow>
    {
        public void Configure(EntityTypeBuilder<ScourRecipeRow> e)
        {
            e.Property(r => r.Name).HasMaxLength(80);
            e.Property(r => r.Wish).HasColumnType("jsonb");
            e.HasIndex(r => new { r.WorkshopId, r.Name }).IsUnique().HasFilter("retired_at is null");
            e.HasMany<RunRow>().WithOne().HasForeignKey(r => r.RecipeId).OnDelete(DeleteBehavior.Restrict);
        }
    }
}

using System.ComponentModel.DataAnnotations.Schema;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;

namespace EarthyTuft.Data.Animals;

/// <summary>An animal that fibre comes from. Its clips are the lots that came in under its name, or under that of one that was merged into
/// it.</summary>
[Tells(News.Log)]
[Table("animals")]
public sealed class AnimalRow : IWorkshopOwned
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public required string Name { get; set; }
    public AnimalKind Kind { get; set; }
    public string Breed { get; set; } = "";
    public DateOnly? Born { get; set; }
    public string Colour { get; set; } = "";
    public string Notes { get; set; } = "";
    public DateTimeOffset AddedAt { get; set; }

    /// <summary>The animal that this one turned out to be; its clips keep pointing here, so that it can be taken apart again.</summary>
    public Guid? MergedInto { get; set; }
    public uint Version { get; set; }

    internal sealed class Table : IEntityTypeConfiguration<AnimalRow>
    {
        public void Configure(EntityTypeBuilder<AnimalRow> e)
        {
            e.Property(a => a.Name).HasMaxLength(Core.Animals.AnimalRules.LongestName);
            e.Property(a => a.Breed).HasMaxLength(200);
            e.Property(a => a.Colour).HasMaxLength(60);
            e.Property(a => a.Notes).HasMaxLength(2000);
            e.Property(a => a.Version).IsRowVersion();
            // One name and kind is one animal, in whatever letters it is written.
            e.Property<string>("NameKey").IsRequired().HasComputedColumnSql("lower(name)", stored: true);
            e.HasIndex("WorkshopId", "Kind", "NameKey").IsUnique();
            e.HasIndex("WorkshopId", "NameKey", "Id").HasFilter("merged_into is null");
            e.HasMany<LotRow>().WithOne().HasForeignKey(l => l.AnimalId).OnDelete(DeleteBehavior.Restrict);
            e.HasOne<AnimalRow>().WithMany().HasForeignKey(a => a.MergedInto).OnDelete(DeleteBehavior.Restrict);
        }
    }
}

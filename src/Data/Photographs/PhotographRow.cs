using System.ComponentModel.DataAnnotations.Schema;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;

namespace EarthyTuft.Data.Photographs;

/// <summary>A photograph of a lot, an entry, a run or a sample: of just one of them. Lists ask for everything but the two
/// pictures.</summary>
[Tells(News.Log)]
[Table("photographs")]
public sealed class PhotographRow : IWorkshopOwned
{
    public const int LongestCaption = 300;

    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid WorkshopId { get; set; }
    public Guid Key { get; set; }
    public Guid? LotId { get; set; }
    public Guid? EntryId { get; set; }
    public Guid? RunId { get; set; }
    public Guid? SampleId { get; set; }
    public string Caption { get; set; } = "";

    /// <summary>In dots, upright.</summary>
    public int Width { get; set; }
    public int Height { get; set; }

    /// <summary>JPEG as it was made here: nothing of the file that came in is kept but what is seen.</summary>
    public required byte[] Picture { get; set; }

    /// <summary>The same, small enough for lists.</summary>
    public required byte[] Small { get; set; }
    public DateTimeOffset AddedAt { get; set; }
    public required string Who { get; set; }

    internal sealed class Table : IEntityTypeConfiguration<PhotographRow>
    {
        public void Configure(EntityTypeBuilder<PhotographRow> e)
        {
            e.ToTable(t => t.HasCheckConstraint("ck_photographs_of_one", "num_nonnulls(lot_id, entry_id, run_id, sample_id) = 1"));
            e.Property(p => p.Caption).HasMaxLength(LongestCaption);
            e.HasIndex(p => new { p.WorkshopId, p.Key }).IsUnique();
            e.HasIndex(p => new
            {
                p.WorkshopId,
                p.AddedAt,
                p.Id,
            });
            e.HasIndex(p => p.LotId).HasFilter("lot_id is not null");
            e.HasIndex(p => p.EntryId).HasFilter("entry_id is not null");
            e.HasIndex(p => p.RunId).HasFilter("run_id is not null");
            e.HasIndex(p => p.SampleId).HasFilter("sample_id is not null");
            e.HasOne<LotRow>().WithMany().HasForeignKey(p => p.LotId).OnDelete(DeleteBehavior.Restrict);
            e.HasOne<EntryRow>().WithMany().HasForeignKey(p => p.EntryId).OnDelete(DeleteBehavior.Restrict);
            e.HasOne<RunRow>().WithMany().HasForeignKey(p => p.RunId).OnDelete(DeleteBehavior.Restrict);
            e.HasOne<SampleRow>().WithMany().HasForeignKey(p => p.SampleId).OnDelete(DeleteBehavior.Restrict);
        }
    }
}

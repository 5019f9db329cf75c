using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;

namespace EarthyTuft.Data.Runs;

/// <summary>How runs, tools and measures lie in tables.</summary>
internal static class RunModel
{
    public sealed class ToolTable : IEntityTypeConfiguration<ToolRow>
    {
        public void Configure(EntityTypeBuilder<ToolRow> e)
        {
            e.Property(t => t.Name).HasMaxLength(60);
            e.Property(t => t.Facts).HasColumnType("jsonb");
            e.Property(t => t.Version).IsRowVersion();
            e.HasIndex(t => new { t.WorkshopId, t.Kind });
            e.Ignore(t => t.Tub);
            e.Ignore(t => t.Rack);
        }
    }

    public sealed class RunTable : IEntityTypeConfiguration<RunRow>
    {
        public void Configure(EntityTypeBuilder<RunRow> e)
        {
            e.Property(r => r.Plan).HasColumnType("jsonb");
            e.HasIndex(r => new { r.WorkshopId, r.Key }).IsUnique();
            e.HasIndex(r => r.WorkshopId).HasFilter("ended_at is null");
            e.HasIndex(r => r.EntryId).HasFilter("entry_id is not null");
            e.HasOne<EntryRow>().WithMany().HasForeignKey(r => r.EntryId).OnDelete(DeleteBehavior.Restrict);
            e.HasMany(r => r.Lots).WithOne().HasForeignKey(l => l.RunId).OnDelete(DeleteBehavior.Restrict);
            e.HasMany(r => r.Tools).WithOne().HasForeignKey(t => t.RunId).OnDelete(DeleteBehavior.Restrict);
            e.HasMany(r => r.Events).WithOne().HasForeignKey(x => x.RunId).OnDelete(DeleteBehavior.Restrict);
            e.HasMany(r => r.Readings).WithOne().HasForeignKey(x => x.RunId).OnDelete(DeleteBehavior.Restrict);
        }
    }

    public sealed class RunLotTable : IEntityTypeConfiguration<RunLotRow>
    {
        public void Configure(EntityTypeBuilder<RunLotRow> e)
        {
            e.HasKey(l => new { l.RunId, l.LotId });
            e.Property(l => l.Place).HasMaxLength(16);
            // A lot lies in one bath at a time, and on one rack.
            e.HasIndex(l => new { l.LotId, l.Place }).IsUnique().HasFilter("ended_at is null and place is not null");
            e.HasOne(l => l.Lot).WithMany().HasForeignKey(l => l.LotId).OnDelete(DeleteBehavior.Restrict);
        }
    }

    public sealed class RunToolTable : IEntityTypeConfiguration<RunToolRow>
    {
        public void Configure(EntityTypeBuilder<RunToolRow> e)
        {
            e.HasKey(t => new { t.RunId, t.ToolId });
            e.HasOne(t => t.Tool).WithMany().HasForeignKey(t => t.ToolId).OnDelete(DeleteBehavior.Restrict);
        }
    }

    public sealed class RunEventTable : IEntityTypeConfiguration<RunEventRow>
    {
        public void Configure(EntityTypeBuilder<RunEventRow> e)
        {
            e.Property(x => x.Kind).HasMaxLength(32);
            e.Property(x => x.Payload).HasColumnType("jsonb");
            e.HasIndex(x => new { x.RunId, x.Ordinal }).IsUnique();
            e.HasIndex(x => new { x.WorkshopId, x.Key }).IsUnique();
        }
    }

    public sealed class RunReadingTable : IEntityTypeConfiguration<RunReadingRow>
    {
        public void Configure(EntityTypeBuilder<RunReadingRow> e)
        {
            e.HasIndex(x => x.RunId);
        }
    }

    public sealed class InstrumentPlaceTable : IEntityTypeConfiguration<InstrumentPlaceRow>
    {
        public void Configure(EntityTypeBuilder<InstrumentPlaceRow> e)
        {
            // One place for each instrument: hung elsewhere it is taken out of where it was.
            e.ToTable("instrument_places");
            e.HasKey(p => p.InstrumentId);
            e.HasIndex(p => p.RunId);
            e.HasOne<InstrumentRow>().WithMany().HasForeignKey(p => p.InstrumentId).OnDelete(DeleteBehavior.Cascade);
            e.HasOne<RunRow>().WithMany().HasForeignKey(p => p.RunId).OnDelete(DeleteBehavior.Restrict);
        }
    }

    public sealed class ToolLessonTable : IEntityTypeConfiguration<ToolLessonRow>
    {
        public void Configure(EntityTypeBuilder<ToolLessonRow> e)
        {
            e.HasKey(l => new
            {
                l.RunId,
                l.Part,
                l.What,
            });
            e.Property(l => l.What).HasMaxLength(32);
            e.HasIndex(l => new
            {
                l.WorkshopId,
                l.What,
                l.At,
            });
            e.HasOne<RunRow>().WithMany().HasForeignKey(l => l.RunId).OnDelete(DeleteBehavior.Restrict);
            e.HasOne<ToolRow>().WithMany().HasForeignKey(l => l.ToolId).OnDelete(DeleteBehavior.Restrict);
        }
    }

    public sealed class MeasureTable : IEntityTypeConfiguration<MeasureRow>
    {
        public void Configure(EntityTypeBuilder<MeasureRow> e)
        {
            e.HasKey(m => new { m.EntryId, m.Key });
            e.Property(m => m.Key).HasMaxLength(32);
            e.HasOne<EntryRow>().WithMany().HasForeignKey(m => m.EntryId).OnDelete(DeleteBehavior.Restrict);
        }
    }
}

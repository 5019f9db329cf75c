using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Runs;

/// <summary>How runs, tools and measures lie in tables.</summary>
internal static class RunModel
{
    public static void Build(ModelBuilder model)
    {
        model.Entity<ToolRow>(e =>
        {
            e.ToTable("tools");
            e.Property(t => t.Name).HasMaxLength(60);
            e.Property(t => t.Facts).HasColumnType("jsonb");
            e.Property(t => t.Version).IsRowVersion();
            e.HasIndex(t => new { t.WorkshopId, t.Kind });
            e.Ignore(t => t.Tub);
            e.Ignore(t => t.Rack);
        });
        model.Entity<RunRow>(e =>
        {
            e.ToTable("runs");
            e.Property(r => r.Plan).HasColumnType("jsonb");
            e.HasIndex(r => new { r.WorkshopId, r.Key }).IsUnique();
            e.HasIndex(r => r.WorkshopId).HasFilter("ended_at is null");
            e.HasIndex(r => r.EntryId).HasFilter("entry_id is not null");
            e.HasOne(r => r.Recipe).WithMany().HasForeignKey(r => r.RecipeId).OnDelete(DeleteBehavior.Restrict);
            e.HasOne<EntryRow>().WithMany().HasForeignKey(r => r.EntryId).OnDelete(DeleteBehavior.Restrict);
            e.HasMany(r => r.Lots).WithOne().HasForeignKey(l => l.RunId).OnDelete(DeleteBehavior.Restrict);
            e.HasMany(r => r.Tools).WithOne().HasForeignKey(t => t.RunId).OnDelete(DeleteBehavior.Restrict);
            e.HasMany(r => r.Events).WithOne().HasForeignKey(x => x.RunId).OnDelete(DeleteBehavior.Restrict);
            e.HasMany(r => r.Readings).WithOne().HasForeignKey(x => x.RunId).OnDelete(DeleteBehavior.Restrict);
        });
        model.Entity<RunLotRow>(e =>
        {
            e.ToTable("run_lots");
            e.HasKey(l => new { l.RunId, l.LotId });
            e.Property(l => l.Place).HasMaxLength(16);
            // A lot lies in one bath at a time, and on one rack.
            e.HasIndex(l => new { l.LotId, l.Place }).IsUnique().HasFilter("ended_at is null and place is not null");
            e.HasOne(l => l.Lot).WithMany().HasForeignKey(l => l.LotId).OnDelete(DeleteBehavior.Restrict);
        });
        model.Entity<RunToolRow>(e =>
        {
            e.ToTable("run_tools");
            e.HasKey(t => new { t.RunId, t.ToolId });
            e.HasOne(t => t.Tool).WithMany().HasForeignKey(t => t.ToolId).OnDelete(DeleteBehavior.Restrict);
        });
        model.Entity<RunEventRow>(e =>
        {
            e.ToTable("run_events");
            e.Property(x => x.Kind).HasMaxLength(32);
            e.Property(x => x.Payload).HasColumnType("jsonb");
            e.HasIndex(x => x.RunId);
            e.HasIndex(x => new { x.WorkshopId, x.Key }).IsUnique();
        });
        model.Entity<RunReadingRow>(e =>
        {
            e.ToTable("run_readings");
            e.HasIndex(x => x.RunId);
        });
        model.Entity<InstrumentPlaceRow>(e =>
        {
            // One place for each instrument: hung elsewhere it is taken out of where it was.
            e.ToTable("instrument_places");
            e.HasKey(p => p.InstrumentId);
            e.HasIndex(p => p.RunId);
            e.HasOne<InstrumentRow>().WithMany().HasForeignKey(p => p.InstrumentId).OnDelete(DeleteBehavior.Cascade);
            e.HasOne<RunRow>().WithMany().HasForeignKey(p => p.RunId).OnDelete(DeleteBehavior.Restrict);
        });
        model.Entity<ToolLessonRow>(e =>
        {
            e.ToTable("tool_lessons");
            e.HasKey(l => new { l.RunId, l.Part, l.What });
            e.Property(l => l.What).HasMaxLength(32);
            e.HasIndex(l => new { l.WorkshopId, l.What, l.At });
            e.HasOne<RunRow>().WithMany().HasForeignKey(l => l.RunId).OnDelete(DeleteBehavior.Restrict);
            e.HasOne<ToolRow>().WithMany().HasForeignKey(l => l.ToolId).OnDelete(DeleteBehavior.Restrict);
        });
        model.Entity<MeasureRow>(e =>
        {
            e.ToTable("entry_measures");
            e.HasKey(m => new { m.EntryId, m.Key });
            e.Property(m => m.Key).HasMaxLength(32);
            e.HasOne<EntryRow>().WithMany().HasForeignKey(m => m.EntryId).OnDelete(DeleteBehavior.Restrict);
        });
    }
}

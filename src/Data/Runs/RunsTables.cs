using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Runs;

/// <summary>The tables of this room.</summary>
public static class RunsTables
{
    extension(EarthyTuftDb db)
    {
        public DbSet<ToolRow> Tools => db.Set<ToolRow>();
        public DbSet<ToolLessonRow> ToolLessons => db.Set<ToolLessonRow>();
        public DbSet<RunRow> Runs => db.Set<RunRow>();
        public DbSet<RunLotRow> RunLots => db.Set<RunLotRow>();
        public DbSet<RunToolRow> RunTools => db.Set<RunToolRow>();
        public DbSet<RunEventRow> RunEvents => db.Set<RunEventRow>();
        public DbSet<RunReadingRow> RunReadings => db.Set<RunReadingRow>();
        public DbSet<InstrumentPlaceRow> InstrumentPlaces => db.Set<InstrumentPlaceRow>();
        public DbSet<MeasureRow> Measures => db.Set<MeasureRow>();
    }
}

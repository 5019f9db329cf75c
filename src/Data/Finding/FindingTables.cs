using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Finding;

/// <summary>The tables of this room.</summary>
public static class FindingTables
{
    extension(EarthyTuftDb db)
    {
        public DbSet<FindWordRow> FindWords => db.Set<FindWordRow>();
    }
}

using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Yarns;

/// <summary>The tables of this room.</summary>
public static class YarnsTables
{
    extension(EarthyTuftDb db)
    {
        public DbSet<YarnReadingRow> YarnReadings => db.Set<YarnReadingRow>();
    }
}

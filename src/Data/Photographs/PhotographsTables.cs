using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Photographs;

/// <summary>The tables of this room.</summary>
public static class PhotographsTables
{
    extension(EarthyTuftDb db)
    {
        public DbSet<PhotographRow> Photographs => db.Set<PhotographRow>();
    }
}

using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Animals;

/// <summary>The tables of this room.</summary>
public static class AnimalsTables
{
    extension(EarthyTuftDb db)
    {
        public DbSet<AnimalRow> Animals => db.Set<AnimalRow>();
    }
}

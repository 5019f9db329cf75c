using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Data.Scouring;

/// <summary>The tables of this room.</summary>
public static class ScouringTables
{
    extension(EarthyTuftDb db)
    {
        public DbSet<ScourRecipeRow> ScourRecipes => db.Set<ScourRecipeRow>();
    }
}

using EarthyTuft.Core.Fibres;
using EarthyTuft.Data.Fibres;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.Extensions.Caching.Memory;

namespace EarthyTuft.Web.Breeds;

/// <summary>The breed book of the request's workshop, read once in a while: nearly every page looks something up in it.</summary>
public sealed class BreedBooks(EarthyTuftDb db, RequestContext context, WorkshopRevisions revisions, IMemoryCache cache)
{
    /// <summary>How long a book is believed on another process than the one that changed it.</summary>
    private static readonly TimeSpan Believed = TimeSpan.FromSeconds(5);

    private (string, Guid, long) Key => ("breeds", context.Workshop.WorkshopId, revisions.Of(context.Workshop.WorkshopId, News.Tools));

    public async Task<BreedBook> Here(CancellationToken cancellationToken)
    {
        var key = Key;
        if (!cache.TryGetValue(key, out BreedBook? book))
        {
            book = await BreedReference.Book(db, cancellationToken);
            cache.Set(key, book, Believed);
        }

        return book!;
    }
}

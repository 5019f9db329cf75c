using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Spinning;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;
using Microsoft.Extensions.Caching.Memory;

namespace EarthyTuft.Web.Spinning;

/// <summary>What the workshop's own skeins teach, read once for each state of its log.</summary>
public sealed class SkeinBook(EarthyTuftDb db, RequestContext context, BreedBooks books, WorkshopRevisions revisions, IMemoryCache cache)
{
    /// <summary>So long it is believed while nothing in the log changes.</summary>
    private static readonly TimeSpan Believed = TimeSpan.FromSeconds(30);

    /// <summary>What is learned of a class of fibre.</summary>
    public async Task<OwnYarn> Of(FleeceClass? of, CancellationToken cancellationToken)
    {
        var key = ("skeins", context.Workshop.WorkshopId, revisions.Of(context.Workshop.WorkshopId, News.Log, News.Runs));
        if (!cache.TryGetValue(key, out IReadOnlyList<OwnSkein>? skeins))
        {
            var book = await books.Here(cancellationToken);
            skeins = await OwnSkeins.Read(db, (fibre, parentage) => OwnLog.ClassOf(book, parentage, fibre), cancellationToken);
            cache.Set(key, skeins, Believed);
        }

        return OwnYarn.Of(skeins!, of);
    }
}

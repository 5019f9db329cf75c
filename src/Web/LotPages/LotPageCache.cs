using EarthyTuft.Core.Fibres;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;
using Microsoft.Extensions.Caching.Memory;

namespace EarthyTuft.Web.LotPages;

/// <summary>
/// Lot pages as they were last put together. A family is not reckoned anew while nothing in its workshop's log, breeds or settings changes;
/// a change that another process made is heard of within its news.
/// </summary>
public sealed class LotPageCache(WorkshopRevisions revisions, IReadOnlyList<ICraftModule> crafts) : IDisposable
{
    /// <summary>How much is kept, in entries and bands of ribbons (about a kilobyte each); what was not asked for longest goes
    /// first.</summary>
    private const int Most = 40_000;

    /// <summary>A page has words that follow the clock ("dyed over a year ago"), so it is not shown for ever.</summary>
    private static readonly TimeSpan Believed = TimeSpan.FromSeconds(30);

    private readonly MemoryCache pages = new(new MemoryCacheOptions { SizeLimit = Most });

    /// <summary>The page of a lot, null when the workshop has no such lot.</summary>
    public async Task<LotPage?> Page(
        EarthyTuftDb db,
        RequestContext context,
        BreedBook book,
        string code,
        CancellationToken cancellationToken
    )
    {
        var key = new Key(revisions.Of(context.Workshop.WorkshopId, News.Log, News.Tools), context.Workshop, code);
        if (pages.TryGetValue(key, out LotPage? known))
        {
            return known;
        }

        var page = await LotPageBuilder.Of(db, context, book, crafts, code, cancellationToken);
        if (page is not null)
        {
            pages.Set(
                key,
                page,
                new MemoryCacheEntryOptions
                {
                    AbsoluteExpirationRelativeToNow = Believed,
                    Size = page.Entries.Count + page.Ribbon.Bands.Count + 10,
                }
            );
        }

        return page;
    }

    /// <inheritdoc/>
    public void Dispose() => pages.Dispose();

    private sealed record Key(long Revision, WorkshopSettings Workshop, string Code);
}

using EarthyTuft.Core.Lots;
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

    /// <summary>What is learned of yarn of a lot, of fibre that is to be spun or of what was spun.</summary>
    /// <param name="lot">Null for any fibre.</param>
    public async Task<OwnYarn> Of(LotRow? lot, CancellationToken cancellationToken) => (await Of([lot], cancellationToken))[0];

    /// <summary>The same of several lots, in their order.</summary>
    /// <param name="lots">Each null for any fibre.</param>
    public async Task<IReadOnlyList<OwnYarn>> Of(IReadOnlyList<LotRow?> lots, CancellationToken cancellationToken)
    {
        var book = await books.Here(cancellationToken);
        var key = ("skeins", context.Workshop.WorkshopId, revisions.Of(context.Workshop.WorkshopId, News.Log, News.Runs));
        if (!cache.TryGetValue(key, out IReadOnlyList<OwnSkein>? skeins))
        {
            skeins = await OwnSkeins.Read(db, (fibre, parentage) => OwnLog.ClassOf(book, parentage, fibre), cancellationToken);
            cache.Set(key, skeins, Believed);
        }

        var forms = await YarnWay.FormsSpunFrom(
            db,
            [.. lots.OfType<LotRow>().Where(l => l.Form.IsSpun()).Select(l => l.Id)],
            cancellationToken
        );
        return
        [
            .. lots.Select(lot =>
            {
                var form =
                    lot is null ? (LotForm?)null
                    : lot.Form.IsSpun()
                        ? forms.TryGetValue(lot.Id, out var from) ? from
                            : null
                    : lot.Form;
                return OwnYarn.Of(
                    skeins!,
                    new SpunOf(lot is null ? null : OwnLog.ClassOf(book, lot.Parentage, lot.Fibre), form),
                    YarnFigures.TypicalOf(lot?.Fibre, form)
                );
            }),
        ];
    }
}

using System.Globalization;
using System.Text;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.WebUtilities;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.LotPages;

public static class LotEndpoints
{
    private const int PageSize = 60;

    public static void MapLots(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/lots").WithTags("lots").ForMembers();
        group.MapGet("", List).Named("listLots", "Lots in the order in which they changed, a page at a time.").ProducesProblem(400);
        group
            .MapGet("/{code}", Page)
            .Named("readLot", "A lot with its course, balance, lineage and log.")
            .ProducesProblem(404)
            .ProducesProblem(410);
        group
            .MapGet("/{code}/entries", Earlier)
            .Named("listLotEntries", "Earlier entries of a lot, a page at a time.")
            .ProducesProblem(404);
        group
            .MapGet("/{code}/where", Where)
            .Named("readWhereabouts", "Where everything that came of a fleece is now.")
            .ProducesProblem(404);
    }

    private static async Task<Results<Ok<EntryPage>, ProblemHttpResult>> Earlier(
        CodeParameter code,
        Guid before,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    ) =>
        await LotPageBuilder.Before(db, context, code.Value, before, cancellationToken) is { } page
            ? TypedResults.Ok(page)
            : Problems.NotHere("lot");

    private static async Task<Results<Ok<WherePage>, ProblemHttpResult>> Where(
        CodeParameter code,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    ) => await WherePages.Of(db, context, code.Value, cancellationToken) is { } page ? TypedResults.Ok(page) : Problems.NotHere("lot");

    private static async Task<Results<Ok<LotPage>, ProblemHttpResult>> Page(
        CodeParameter code,
        EarthyTuftDb db,
        RequestContext context,
        BreedBooks books,
        LotPageCache pages,
        CancellationToken cancellationToken
    ) =>
        await pages.Page(db, context, await books.Here(cancellationToken), code.Value, cancellationToken) is { } page
            ? TypedResults.Ok(page)
            : await Voided(db, code, cancellationToken);

    /// <summary>A lot whose entry was voided is gone, and says why.</summary>
    private static async Task<ProblemHttpResult> Voided(EarthyTuftDb db, CodeParameter code, CancellationToken cancellationToken)
    {
        var entry = await db
            .Flows.AsNoTracking()
            .Where(f => f.Voided && f.Role == FlowRole.Out && f.Lot!.Code == code.Value)
            .Join(
                db.Entries,
                f => f.EntryId,
                e => e.Id,
                (f, e) =>
                    new
                    {
                        e.VoidedBy,
                        e.VoidedBecause,
                        e.VoidedAt,
                    }
            )
            .FirstOrDefaultAsync(cancellationToken);
        return entry is null
            ? Problems.NotHere("lot")
            : Problems.Of(
                410,
                "voided",
                FormattableString.Invariant(
                    $"{code.Value} is gone since {entry.VoidedAt:d MMM yyyy}: {entry.VoidedBy} voided the entry that made it, because: {entry.VoidedBecause}"
                )
            );
    }

    /// <summary>Lots that a station can take (all that are there, without one), those waiting longest first.</summary>
    private static async Task<Results<Ok<LotList>, ProblemHttpResult>> List(
        string? step,
        bool? prepared,
        string? after,
        EarthyTuftDb db,
        RequestContext context,
        IReadOnlyList<ICraftModule> crafts,
        CancellationToken cancellationToken
    )
    {
        StepKind? station =
            WordParameter<StepKind>.TryParse(step ?? "", out var named) && named.Value != StepKind.TakeIn ? named.Value : null;
        if (step is not null && station is null)
        {
            return Problems.Of(400, "not-readable", $"There is no station called {step}.");
        }

        var forms =
            prepared == true ? Enum.GetValues<LotForm>().Where(f => f.IsPrepared()).ToArray()
            : station is { } s && crafts.Station(s) is { } definition ? [.. definition.Takes]
            : Enum.GetValues<LotForm>();
        var lots = db.Lots.AsNoTracking().Where(l => l.UsedUpAt == null && l.VoidedAt == null && forms.Contains(l.Form));
        if (prepared != true && station is { } at && crafts.Station(at)?.Fibres is { } fibres)
        {
            lots = lots.Where(l => fibres.Contains(l.Fibre));
        }

        if (after is not null)
        {
            if (Cursor(after) is not var (changedAt, id))
            {
                return Problems.Of(400, "not-readable", "That place in the list is not known. Start from the top.");
            }

            lots = lots.Where(l => EF.Functions.GreaterThan(ValueTuple.Create(l.ChangedAt, l.Id), ValueTuple.Create(changedAt, id)));
        }

        var rows = await lots.OrderBy(l => l.ChangedAt).ThenBy(l => l.Id).Take(PageSize + 1).ToListAsync(cancellationToken);
        var page = rows.Take(PageSize).ToArray();
        return TypedResults.Ok(
            new LotList(
                [
                    .. page.Select(l =>
                        Line(l, context.Workshop.Unit) with
                        {
                            Gives = station is { } gives ? crafts.Station(gives)?.GivesOf(l.Form, l.Fibre) : null,
                        }
                    ),
                ],
                rows.Count > PageSize ? Cursor(page[^1]) : null
            )
        );
    }

    public static LotLine Line(LotRow lot, MassUnit unit) =>
        new(
            lot.Id,
            lot.Code,
            lot.Version,
            lot.Form,
            lot.Fibre,
            lot.Parentage,
            lot.Animal,
            lot.Colour,
            Figures.ToFigure(lot.LeftGrams, lot.LeftSigma, unit, Provenance.Reckoned),
            lot.ChangedAt,
            lot.StapleMillimetres,
            lot.MadeBy,
            lot.WaitsAt,
            lot.ReservedGrams is { } reserved ? Mass.FromGrams(reserved).Write(unit) : null
        );

    private static string Cursor(LotRow lot) =>
        WebEncoders.Base64UrlEncode(Encoding.UTF8.GetBytes(lot.ChangedAt.ToString("O", CultureInfo.InvariantCulture) + "|" + lot.Id));

    private static (DateTimeOffset, Guid)? Cursor(string text)
    {
        try
        {
            var parts = Encoding.UTF8.GetString(WebEncoders.Base64UrlDecode(text)).Split('|');
            return (DateTimeOffset.Parse(parts[0], CultureInfo.InvariantCulture), Guid.Parse(parts[1]));
        }
        catch (Exception e) when (e is FormatException or IndexOutOfRangeException)
        {
            return null;
        }
    }
}

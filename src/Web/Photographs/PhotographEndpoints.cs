using System.Globalization;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Photographs;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Photographs;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using Microsoft.Net.Http.Headers;
using Microsoft.OpenApi;

namespace EarthyTuft.Web.Photographs;

/// <summary>Photographs of lots, entries, runs and samples: in, shown, named, out; and the colours that are in them.</summary>
public static class PhotographEndpoints
{
    /// <summary>So many are put on one thing; what comes after belongs on another.</summary>
    public const int MostOfOne = 60;

    /// <summary>A demo is there to be looked at: it holds so many photographs in all.</summary>
    private const int MostOfDemo = 40;

    private const int PageSize = 60;

    public static void MapPhotographs(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/photographs").WithTags("photographs").ForMembers();
        group
            .MapGet("", All)
            .Named(
                "listPhotographs",
                "Photographs of one thing, or of the workshop, the newest first. Of a lot also those of its entries, runs and samples."
            )
            .ProducesProblem(400)
            .ProducesProblem(404);
        group
            .MapPost("", Add)
            .Named("addPhotograph", "Puts a photograph on a lot, an entry, a run or a sample.")
            .Changes()
            .TakesPicture()
            .ProducesProblem(404);
        group
            .MapPost("/colours", Colours)
            .Named("readPictureColours", "The main colours of a picture and the own lots nearest to them; the picture is not kept.")
            .Changes(MemberRole.Looker)
            .TakesPicture();
        group
            .MapGet("/{id:guid}/picture", Large)
            .Named("showPhotograph", "The photograph.")
            .Produces<byte[]>(200, "image/jpeg")
            .Produces(304)
            .ProducesProblem(404);
        group
            .MapGet("/{id:guid}/small", Small)
            .Named("showSmallPhotograph", "The photograph, small enough for a list.")
            .Produces<byte[]>(200, "image/jpeg")
            .Produces(304)
            .ProducesProblem(404);
        group
            .MapGet("/{id:guid}/colours", ColoursOf)
            .Named("readPhotographColours", "The main colours of a photograph and the own lots nearest to them.")
            .ProducesProblem(404)
            .ProducesProblem(422);
        group
            .MapPut("/{id:guid}", Caption)
            .Named("captionPhotograph", "Writes something under a photograph.")
            .Changes()
            .ProducesProblem(404);
        group.MapDelete("/{id:guid}", Remove).Named("removePhotograph", "Takes a photograph out for good.").Changes().ProducesProblem(404);
    }

    private static RouteHandlerBuilder TakesPicture(this RouteHandlerBuilder route) =>
        route
            .WithMetadata(new RequestSizeLimitAttribute(Pictures.MostBytes))
            .ProducesProblem(413)
            .ProducesProblem(503)
            .AddOpenApiOperationTransformer(
                (operation, _, _) =>
                {
                    operation.RequestBody = new OpenApiRequestBody
                    {
                        Description = "The picture itself: JPEG, PNG or WebP, at most 10 MB, and 40 megapixels, of PNG and WebP 16.",
                        Required = true,
                        Content = new Dictionary<string, OpenApiMediaType>
                        {
                            ["application/octet-stream"] = new()
                            {
                                Schema = new OpenApiSchema { Type = JsonSchemaType.String, Format = "binary" },
                            },
                        },
                    };
                    return Task.CompletedTask;
                }
            );

    private static async Task<Results<Ok<PhotographList>, ProblemHttpResult>> All(
        WordParameter<PhotographOf>? of,
        Guid? id,
        string? after,
        EarthyTuftDb db,
        CancellationToken cancellationToken
    )
    {
        var photographs = db.Photographs.AsNoTracking();
        if (of is { } kind && id is { } thing)
        {
            if (!await IsThere(db, kind.Value, thing, cancellationToken))
            {
                return Problems.NotHere(Words(kind.Value));
            }

            photographs = Of(db, kind.Value, thing).AsNoTracking();
        }
        else if (of is not null || id is not null)
        {
            return Problems.Of(400, "not-readable", "Say of what and of which, or neither.");
        }

        if (after is not null)
        {
            if (Place(after) is not var (addedAt, last))
            {
                return Problems.Of(400, "not-readable", "That place in the list is not known. Start from the top.");
            }

            photographs = photographs.Where(p =>
                EF.Functions.LessThan(ValueTuple.Create(p.AddedAt, p.Id), ValueTuple.Create(addedAt, last))
            );
        }

        var rows = await photographs
            .OrderByDescending(p => p.AddedAt)
            .ThenByDescending(p => p.Id)
            .Take(PageSize + 1)
            .Select(Facts)
            .ToListAsync(cancellationToken);
        return TypedResults.Ok(new PhotographList([.. rows.Take(PageSize)], rows.Count > PageSize ? Place(rows[PageSize - 1]) : null));
    }

    private static async Task<Results<Ok<PhotographView>, ProblemHttpResult>> Add(
        string? of,
        Guid? id,
        HttpRequest request,
        [FromHeader(Name = "Idempotency-Key")] Guid key,
        IncomingPictures incoming,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        // Read here and not by the router: who may not put one here is told that first.
        if (of is null || !WordParameter<PhotographOf>.TryParse(of, out var kind) || id is not { } thing)
        {
            return Problems.Of(400, "not-readable", "Say of what it is, a lot, an entry, a run or a sample, and of which.");
        }

        if (!await IsThere(db, kind.Value, thing, cancellationToken))
        {
            return Problems.NotHere(Words(kind.Value));
        }

        if (await db.Photographs.AsNoTracking().Where(p => p.Key == key).Select(Facts).SingleOrDefaultAsync(cancellationToken) is { } sent)
        {
            return TypedResults.Ok(sent);
        }

        if (await Placed(db, kind.Value, thing).CountAsync(cancellationToken) >= MostOfOne)
        {
            return Problems.Refused(
                "picture",
                "too-many",
                $"There are {MostOfOne} photographs of it already. Take one out, or put this one on an entry."
            );
        }

        if (context.Workshop.IsDemo && await db.Photographs.CountAsync(cancellationToken) >= MostOfDemo)
        {
            return Problems.Refused(
                "picture",
                "too-many",
                $"A demo holds {MostOfDemo} photographs. Take one out, or open a workshop of your own."
            );
        }

        var (made, trouble) = await incoming.Take(request, context.Workshop.WorkshopId, cancellationToken);
        if (trouble is not null)
        {
            return trouble;
        }

        db.Photographs.Add(
            new PhotographRow
            {
                Key = key,
                LotId = kind.Value == PhotographOf.Lot ? thing : null,
                EntryId = kind.Value == PhotographOf.Entry ? thing : null,
                RunId = kind.Value == PhotographOf.Run ? thing : null,
                SampleId = kind.Value == PhotographOf.Sample ? thing : null,
                Width = made!.Width,
                Height = made.Height,
                Picture = made.Large,
                Small = made.Small,
                AddedAt = context.Now,
                Who = context.Workshop.PersonName,
            }
        );
        await db.SaveOnce(cancellationToken);
        return TypedResults.Ok(await db.Photographs.AsNoTracking().Where(p => p.Key == key).Select(Facts).SingleAsync(cancellationToken));
    }

    private static async Task<Results<Ok<PictureColours>, ProblemHttpResult>> Colours(
        HttpRequest request,
        WordParameter<StepKind>? step,
        int? most,
        IncomingPictures incoming,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        var (made, trouble) = await incoming.Take(request, context.Workshop.WorkshopId, cancellationToken);
        return trouble
            ?? Answer(await ColourDesk.Of(made!.Small, most ?? MainColours.Most, step?.Value ?? StepKind.Blend, db, cancellationToken));
    }

    private static async Task<Results<Ok<PictureColours>, ProblemHttpResult>> ColoursOf(
        Guid id,
        WordParameter<StepKind>? step,
        int? most,
        EarthyTuftDb db,
        CancellationToken cancellationToken
    ) =>
        await db.Photographs.AsNoTracking().Where(p => p.Id == id).Select(p => p.Small).SingleOrDefaultAsync(cancellationToken) is { } small
            ? Answer(await ColourDesk.Of(small, most ?? MainColours.Most, step?.Value ?? StepKind.Blend, db, cancellationToken))
            : Problems.NotHere("photograph");

    private static Results<Ok<PictureColours>, ProblemHttpResult> Answer(Result<PictureColours> colours) =>
        colours.IsRefused ? Problems.Refused(colours.Refusals) : TypedResults.Ok(colours.Value);

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> Large(
        Guid id,
        HttpResponse response,
        EarthyTuftDb db,
        CancellationToken cancellationToken
    ) =>
        Shown(
            await db.Photographs.AsNoTracking().Where(p => p.Id == id).Select(p => p.Picture).SingleOrDefaultAsync(cancellationToken),
            id,
            response
        );

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> Small(
        Guid id,
        HttpResponse response,
        EarthyTuftDb db,
        CancellationToken cancellationToken
    ) =>
        Shown(
            await db.Photographs.AsNoTracking().Where(p => p.Id == id).Select(p => p.Small).SingleOrDefaultAsync(cancellationToken),
            id,
            response
        );

    // A browser keeps it and asks each time whether it may still show it: whoever has left the workshop is told no.
    private static Results<FileContentHttpResult, ProblemHttpResult> Shown(byte[]? picture, Guid id, HttpResponse response)
    {
        if (picture is null)
        {
            return Problems.NotHere("photograph");
        }

        response.Headers.CacheControl = "private, no-cache";
        return TypedResults.File(picture, "image/jpeg", entityTag: new EntityTagHeaderValue($"\"{id:N}\""));
    }

    private static async Task<Results<Ok<PhotographView>, ProblemHttpResult>> Caption(
        Guid id,
        CaptionRequest request,
        EarthyTuftDb db,
        CancellationToken cancellationToken
    )
    {
        var caption = request.Caption.Trim();
        return
            db.ChangedRows<PhotographRow>(
                await db
                    .Photographs.Where(p => p.Id == id)
                    .ExecuteUpdateAsync(set => set.SetProperty(p => p.Caption, caption), cancellationToken)
            ) == 0
            ? Problems.NotHere("photograph")
            : TypedResults.Ok(await db.Photographs.AsNoTracking().Where(p => p.Id == id).Select(Facts).SingleAsync(cancellationToken));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Remove(
        Guid id,
        EarthyTuftDb db,
        CancellationToken cancellationToken
    ) =>
        db.ChangedRows<PhotographRow>(await db.Photographs.Where(p => p.Id == id).ExecuteDeleteAsync(cancellationToken)) == 0
            ? Problems.NotHere("photograph")
            : TypedResults.NoContent();

    private static readonly System.Linq.Expressions.Expression<Func<PhotographRow, PhotographView>> Facts = p => new PhotographView(
        p.Id,
        p.LotId != null ? PhotographOf.Lot
            : p.EntryId != null ? PhotographOf.Entry
            : p.RunId != null ? PhotographOf.Run
            : PhotographOf.Sample,
        (p.LotId ?? p.EntryId ?? p.RunId ?? p.SampleId)!.Value,
        p.Caption,
        p.Width,
        p.Height,
        p.AddedAt,
        p.Who
    );

    /// <summary>Those that were put on one thing.</summary>
    private static IQueryable<PhotographRow> Placed(EarthyTuftDb db, PhotographOf of, Guid id) =>
        of switch
        {
            PhotographOf.Lot => db.Photographs.Where(p => p.LotId == id),
            PhotographOf.Entry => db.Photographs.Where(p => p.EntryId == id),
            PhotographOf.Run => db.Photographs.Where(p => p.RunId == id),
            PhotographOf.Sample => db.Photographs.Where(p => p.SampleId == id),
            _ => throw new ArgumentOutOfRangeException(nameof(of)),
        };

    /// <summary>Those that show one thing: of a lot also what was photographed at its entries, runs and samples, of an entry what was at
    /// the run that it logs.</summary>
    private static IQueryable<PhotographRow> Of(EarthyTuftDb db, PhotographOf of, Guid id)
    {
        var (all, runs, runLots) = (db.Photographs, db.Runs, db.RunLots);
        return of switch
        {
            PhotographOf.Lot => Placed(db, of, id)
                .Concat(all.Where(p => db.Flows.Where(f => f.LotId == id).Select(f => (Guid?)f.EntryId).Contains(p.EntryId)))
                .Concat(
                    all.Where(p =>
                        runLots
                            .Where(r => r.LotId == id)
                            .Select(r => (Guid?)r.RunId)
                            .Union(runs.Where(r => db.Flows.Any(f => f.LotId == id && f.EntryId == r.EntryId)).Select(r => (Guid?)r.Id))
                            .Contains(p.RunId)
                    )
                )
                .Concat(
                    all.Where(p =>
                        db.Samples.Where(s => s.LotId == id && s.WithdrawnAt == null).Select(s => (Guid?)s.Id).Contains(p.SampleId)
                    )
                ),
            PhotographOf.Entry => Placed(db, of, id)
                .Concat(all.Where(p => runs.Where(r => r.EntryId == id).Select(r => (Guid?)r.Id).Contains(p.RunId))),
            _ => Placed(db, of, id),
        };
    }

    private static Task<bool> IsThere(EarthyTuftDb db, PhotographOf of, Guid id, CancellationToken cancellationToken) =>
        of switch
        {
            PhotographOf.Lot => db.Lots.AnyAsync(l => l.Id == id && l.VoidedAt == null, cancellationToken),
            PhotographOf.Entry => db.Entries.AnyAsync(e => e.Id == id, cancellationToken),
            PhotographOf.Run => db.Runs.AnyAsync(r => r.Id == id, cancellationToken),
            PhotographOf.Sample => db.Samples.AnyAsync(s => s.Id == id && s.WithdrawnAt == null, cancellationToken),
            _ => throw new ArgumentOutOfRangeException(nameof(of)),
        };

    private static string Words(PhotographOf of) =>
        of switch
        {
            PhotographOf.Lot => "lot",
            PhotographOf.Entry => "entry",
            PhotographOf.Run => "run",
            PhotographOf.Sample => "sample",
            _ => throw new ArgumentOutOfRangeException(nameof(of)),
        };

    // "<time> <id>" of the last one that was shown.
    private static string Place(PhotographView last) => FormattableString.Invariant($"{last.AddedAt:O} {last.Id}");

    private static (DateTimeOffset AddedAt, Guid Id)? Place(string after) =>
        after.Split(' ') is [var time, var id]
        && DateTimeOffset.TryParseExact(time, "O", CultureInfo.InvariantCulture, DateTimeStyles.None, out var at)
        && Guid.TryParse(id, out var last)
            ? (at.ToUniversalTime(), last)
            : null;
}

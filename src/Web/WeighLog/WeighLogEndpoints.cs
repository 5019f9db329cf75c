using EarthyTuft.Data.Store;
using EarthyTuft.Data.WeighLog;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace EarthyTuft.Web.WeighLog;

/// <summary>What a file holds and what of it can be taken.</summary>
/// <param name="Refused">The first two hundred refusals in full.</param>
/// <param name="RefusedRows">How many rows are refused in all.</param>
public sealed record ImportReport(
    bool Stored,
    int Rows,
    int TakenRows,
    int TakenEntries,
    IReadOnlyList<RefusedRow> Refused,
    int RefusedRows
);

public static class WeighLogEndpoints
{
    private const int MostBytes = 10 * 1024 * 1024;

    public static void MapWeighLog(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/weigh-log").WithTags("weigh log").ForMembers();
        group.MapGet("", Export).Named("exportWeighLog", "The whole log as CSV.").Produces<string>(200, "text/csv");
        group
            .MapPost("/check", (HttpRequest request, EarthyTuftDb db, RequestContext context, CancellationToken cancellationToken) =>
                Import(request, null, db, context, cancellationToken)
            )
            .Named("checkWeighLog", "Looks at a weigh log and stores nothing.")
            .Changes()
            .ProducesProblem(413)
            .WithMetadata(new RequestSizeLimitAttribute(MostBytes));
        group
            .MapPost(
                "/import",
                (HttpRequest request, bool? all, EarthyTuftDb db, RequestContext context, CancellationToken cancellationToken) =>
                    Import(request, all ?? false, db, context, cancellationToken)
            )
            .Named("importWeighLog", "Takes in a weigh log.")
            .Changes()
            .ProducesProblem(409)
            .ProducesProblem(413)
            .WithMetadata(new RequestSizeLimitAttribute(MostBytes));
    }

    private static async Task Export(HttpResponse response, EarthyTuftDb db, RequestContext context, CancellationToken cancellationToken)
    {
        var rows = await WeighLogExport.Rows(db, cancellationToken);
        response.ContentType = "text/csv; charset=utf-8";
        response.Headers.ContentDisposition = FormattableString.Invariant(
            $"attachment; filename=\"weigh-log-{context.Today:yyyy-MM-dd}.csv\""
        );
        await using var writer = new StreamWriter(response.Body, leaveOpen: true);
        await WeighLogFile.Write(writer, rows);
    }

    /// <summary>Looks at a file (<paramref name="all"/> null), takes its good rows (false), or takes it only if every row is good
    /// (true).</summary>
    private static async Task<Results<Ok<ImportReport>, ProblemHttpResult>> Import(
        HttpRequest request,
        bool? all,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        using var body = new MemoryStream();
        await request.Body.CopyToAsync(body, cancellationToken);
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        var import = new WeighLogImport(
            db,
            new ImportFacts(
                context.PersonId,
                context.Workshop.PersonName,
                context.Now,
                context.Workshop.Zone,
                context.Workshop.ScaleStepGrams
            )
        );
        var staged = await import.Stage(body.ToArray(), cancellationToken);
        if (staged.IsRefused)
        {
            return Problems.Refused(staged.Refusals);
        }

        var outcome = staged.Value;
        if (all == true && outcome.RefusedRows > 0)
        {
            return Problems.Of(
                409,
                "not-all-good",
                $"{outcome.RefusedRows} rows are refused, so none was taken.",
                ("refused", outcome.Refused)
            );
        }

        if (all is not null)
        {
            await import.Save(cancellationToken);
            await transaction.CommitAsync(cancellationToken);
        }

        return TypedResults.Ok(
            new ImportReport(all is not null, outcome.Rows, outcome.TakenRows, outcome.TakenEntries, outcome.Refused, outcome.RefusedRows)
        );
    }
}

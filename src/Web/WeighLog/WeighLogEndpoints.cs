using EarthyTuft.Data.Store;
using EarthyTuft.Data.WeighLog;
using EarthyTuft.Web.House;
using Microsoft.AspNetCore.Mvc;

namespace EarthyTuft.Web.WeighLog;

/// <summary>What a file holds and what of it can be taken.</summary>
/// <param name="Refused">The first two hundred refusals in full.</param>
/// <param name="RefusedRows">How many rows are refused in all.</param>
public sealed record ImportReport(bool Stored, int Rows, int TakenRows, int TakenEntries, IReadOnlyList<RefusedRow> Refused, int RefusedRows);

public static class WeighLogEndpoints
{
    private const int MostBytes = 10 * 1024 * 1024;

    public static void MapWeighLog(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/weigh-log").WithTags("weigh log").ForMembers();
        group.MapGet("", Export).Named("exportWeighLog", "The whole log as CSV.").Produces<string>(200, "text/csv");
        group.MapPost("/check", (HttpRequest request, EarthyTuftDb db, Bench bench, CancellationToken stop) => Import(request, null, db, bench, stop)).Named("checkWeighLog", "Looks at a weigh log and stores nothing.")
            .Changes().Produces<ImportReport>().ProducesProblem(413).WithMetadata(new RequestSizeLimitAttribute(MostBytes));
        group.MapPost("/import", (HttpRequest request, bool? all, EarthyTuftDb db, Bench bench, CancellationToken stop) => Import(request, all ?? false, db, bench, stop)).Named("importWeighLog", "Takes in a weigh log.")
            .Changes().Produces<ImportReport>().ProducesProblem(409).ProducesProblem(413).WithMetadata(new RequestSizeLimitAttribute(MostBytes));
    }

    private static async Task Export(HttpResponse response, EarthyTuftDb db, Bench bench, CancellationToken stop)
    {
        var rows = await WeighLogExport.Rows(db, stop);
        response.ContentType = "text/csv; charset=utf-8";
        response.Headers.ContentDisposition = FormattableString.Invariant($"attachment; filename=\"weigh-log-{bench.Today:yyyy-MM-dd}.csv\"");
        await using var writer = new StreamWriter(response.Body, leaveOpen: true);
        await WeighLogFile.Write(writer, rows);
    }

    /// <summary>Looks at a file (<paramref name="all"/> null), takes its good rows (false), or takes it only if every row is good (true).</summary>
    private static async Task<IResult> Import(HttpRequest request, bool? all, EarthyTuftDb db, Bench bench, CancellationToken stop)
    {
        using var body = new MemoryStream();
        await request.Body.CopyToAsync(body, stop);
        await using var transaction = await db.Database.BeginTransactionAsync(stop);
        var import = new WeighLogImport(db, new ImportFacts(bench.PersonId, bench.Facts.PersonName, bench.Now, bench.Facts.Zone, bench.Facts.ScaleStepGrams));
        var staged = await import.Stage(body.ToArray(), stop);
        if (staged.IsRefused)
        {
            return Problems.Refused(staged.Refusals);
        }

        var outcome = staged.Value;
        if (all == true && outcome.RefusedRows > 0)
        {
            return Problems.Of(409, "not-all-good", $"{outcome.RefusedRows} rows are refused, so none was taken.", ("refused", outcome.Refused));
        }

        if (all is not null)
        {
            await import.Save(stop);
            await transaction.CommitAsync(stop);
        }

        return TypedResults.Ok(new ImportReport(all is not null, outcome.Rows, outcome.TakenRows, outcome.TakenEntries, outcome.Refused, outcome.RefusedRows));
    }
}

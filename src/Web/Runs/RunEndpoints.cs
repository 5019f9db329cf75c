using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace EarthyTuft.Web.Runs;

/// <summary>Takes back an event that was a slip.</summary>
public sealed record WithdrawRequest(Guid EventId);

/// <summary>The one door of all runs: begin, note what happens, take back what was a slip, end.</summary>
public static class RunEndpoints
{
    public static void MapRuns(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/runs").WithTags("runs").ForMembers();
        group
            .MapGet("", (RunDesk desk, CancellationToken cancellationToken) => desk.Running(cancellationToken))
            .Named("listRuns", "What runs at the benches.");
        group.MapPost("", Begin).Named("beginRun", "Begins a run.").Changes();
        group
            .MapPost("/{id:guid}/events", Note)
            .Named("noteRunEvent", "Notes what happened at a run.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(409);
        group
            .MapPost("/{id:guid}/withdraw", Withdraw)
            .Named("withdrawRunEvent", "Takes back an event that was a slip.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(409);
        group.MapGet("/left", Left).Named("listLeftRuns", "Work with a lot that was left without an entry, the newest first.");
        group
            .MapPost("/{id:guid}/resume", Resume)
            .Named("resumeRun", "Takes up again what was left without an entry.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(409);
        group.MapPost("/{id:guid}/end", End).Named("endRun", "Ends a run without logging it.").Changes().ProducesProblem(404);
    }

    private static async Task<Results<Ok<RunView>, ProblemHttpResult>> Begin(
        RunStart start,
        [FromHeader(Name = "Idempotency-Key")] Guid key,
        RunDesk desk,
        CancellationToken cancellationToken
    ) => Answer(await desk.Begin(start, key, cancellationToken));

    private static async Task<Results<Ok<RunView>, ProblemHttpResult>> Note(
        Guid id,
        RunCommand command,
        [FromHeader(Name = "Idempotency-Key")] Guid key,
        RunDesk desk,
        CancellationToken cancellationToken
    ) => Answer(await desk.Note(id, command, key, cancellationToken));

    private static async Task<Results<Ok<RunView>, ProblemHttpResult>> Withdraw(
        Guid id,
        WithdrawRequest request,
        RunDesk desk,
        CancellationToken cancellationToken
    ) => Answer(await desk.Withdraw(id, request.EventId, cancellationToken));

    private static async Task<Ok<IReadOnlyList<LeftRun>>> Left(Guid lot, RunDesk desk, CancellationToken cancellationToken) =>
        TypedResults.Ok(await desk.Left(lot, cancellationToken));

    private static async Task<Results<Ok<RunView>, ProblemHttpResult>> Resume(Guid id, RunDesk desk, CancellationToken cancellationToken) =>
        Answer(await desk.Resume(id, cancellationToken));

    private static async Task<Results<NoContent, ProblemHttpResult>> End(Guid id, RunDesk desk, CancellationToken cancellationToken) =>
        await desk.End(id, cancellationToken) ? TypedResults.NoContent() : Problems.NotHere("run");

    private static Results<Ok<RunView>, ProblemHttpResult> Answer(Result<RunView>? run) =>
        run switch
        {
            null => Problems.NotHere("run that goes on"),
            { IsRefused: false } one => TypedResults.Ok(one.Value),
            { } refused when refused.Refusals.OfType<RunConflict>().FirstOrDefault() is { } conflict => Problems.Of(
                409,
                conflict.Code,
                conflict.Reason
            ),
            { } refused => Problems.Refused(refused.Refusals),
        };
}

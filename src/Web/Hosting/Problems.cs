using System.Text.Json;
using EarthyTuft.Core.Quantities;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using Npgsql;

namespace EarthyTuft.Web.Hosting;

/// <summary>Errors as RFC 9457 problem details; <c>type</c> is stable and <c>refusals</c> names each field and reason.</summary>
public static class Problems
{
    public static ProblemHttpResult Refused(IReadOnlyList<Refusal> refusals) =>
        Of(
            StatusCodes.Status422UnprocessableEntity,
            "refused",
            refusals.Count == 1 ? refusals[0].Reason : string.Join(" ", refusals.Select(r => r.Reason)),
            ("refusals", refusals)
        );

    public static ProblemHttpResult Refused(string field, string code, string reason) => Refused([new Refusal(field, code, reason)]);

    public static ProblemHttpResult NotHere(string what) =>
        Of(StatusCodes.Status404NotFound, "not-here", $"There is no such {what} in this workshop.");

    public static ProblemHttpResult Of(int status, string type, string detail, params (string Name, object? Value)[] more) =>
        TypedResults.Problem(Details(status, type, detail, more));

    public static ProblemDetails Details(int status, string type, string detail, params (string Name, object? Value)[] more)
    {
        var details = new ProblemDetails
        {
            Status = status,
            Type = "/problems/" + type,
            Title = type.Replace('-', ' '),
            Detail = detail,
        };
        foreach (var (name, value) in more)
        {
            details.Extensions[name] = value;
        }

        return details;
    }
}

/// <summary>Turns what went wrong on the way into an answer a person and a program can act on.</summary>
public sealed partial class ProblemWriter(ILogger<ProblemWriter> log) : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(HttpContext context, Exception exception, CancellationToken cancellationToken)
    {
        var problem = exception switch
        {
            BadHttpRequestException { StatusCode: StatusCodes.Status413PayloadTooLarge } => Problems.Details(
                413,
                "too-large",
                "That is more than this address takes. Nothing was stored."
            ),
            BadHttpRequestException { InnerException: UnreadFigureException { Refusal: var unread } } => Problems.Details(
                422,
                "refused",
                unread.Reason,
                ("refusals", new[] { unread })
            ),
            BadHttpRequestException { InnerException: JsonException json } => Problems.Details(
                400,
                "not-readable",
                "The request does not read: " + Plain(json),
                ("field", json.Path)
            ),
            BadHttpRequestException bad => Problems.Details(
                bad.StatusCode,
                "not-readable",
                "The request does not read. Nothing was stored."
            ),
            // A record of several kinds that does not say which.
            NotSupportedException { Source: "System.Text.Json" } => Problems.Details(
                400,
                "not-readable",
                "The request does not read: it does not say of which kind it is. Nothing was stored."
            ),
            // Of two that waited for each other the database let one go on; the other was rolled back.
            _ when exception is DbUpdateConcurrencyException || IsDeadlock(exception) => Problems.Details(
                409,
                "changed-meanwhile",
                "Somebody changed this while you were at it. Look at it again; nothing of yours was stored."
            ),
            _ when IsDatabaseAway(exception) => Problems.Details(
                503,
                "database-away",
                "The database cannot take this just now. Send the same entry again with the same key: it is stored once."
            ),
            OperationCanceledException when context.RequestAborted.IsCancellationRequested => null,
            // Whether it broke before or after it was stored is not known here, so neither is claimed.
            _ => Problems.Details(
                500,
                "broken",
                HttpMethods.IsGet(context.Request.Method)
                    ? "Something broke here, and this cannot be shown. What was logged is safe."
                    : "Something broke here. It may have been stored all the same: look before you type it again. Sent again as it is, an entry is stored once."
            ),
        };
        if (problem is null)
        {
            return true;
        }

        if (problem.Status == StatusCodes.Status503ServiceUnavailable)
        {
            context.Response.Headers.RetryAfter = "2";
        }

        if (problem.Status >= 500)
        {
            Broke(log, exception, context.Request.Path);
        }

        context.Response.StatusCode = problem.Status!.Value;
        await context.Response.WriteAsJsonAsync(problem, (JsonSerializerOptions?)null, "application/problem+json", cancellationToken);
        return true;
    }

    private static bool IsDeadlock(Exception? e) =>
        e switch
        {
            null => false,
            PostgresException p => p.SqlState is PostgresErrorCodes.DeadlockDetected or PostgresErrorCodes.SerializationFailure,
            _ => IsDeadlock(e.InnerException),
        };

    internal static bool IsDatabaseAway(Exception? e) =>
        e switch
        {
            null => false,
            // Class 57 is the server going down or coming up, class 53 one that has no connection, memory or disk left; everything else
            // PostgreSQL says is an answer, not an absence.
            PostgresException p => p.SqlState.StartsWith("57P", StringComparison.Ordinal)
                || p.SqlState.StartsWith("53", StringComparison.Ordinal),
            NpgsqlException or System.Net.Sockets.SocketException => true,
            _ => IsDatabaseAway(e.InnerException),
        };

    // The serializer's words name .NET types; the first sentence is the part a person can use.
    private static string Plain(JsonException json)
    {
        var words = json.Message.Split(" Path:")[0];
        return words.Contains("could not be mapped", StringComparison.Ordinal) ? $"the field at {json.Path} is not one of this request's."
            : words.Contains("could not be converted", StringComparison.Ordinal) ? $"the value at {json.Path} is of the wrong kind."
            : words.Contains("missing required", StringComparison.Ordinal)
                ? "a required field is missing: " + words[(words.IndexOf(':') + 1)..].Trim()
            : words;
    }

    [LoggerMessage(LogLevel.Error, "{Path} failed")]
    private static partial void Broke(ILogger log, Exception exception, PathString path);
}

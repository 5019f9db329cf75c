using System.Text.Json;
using System.Text.RegularExpressions;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Web.Hosting;

/// <summary>Brings the framework's own validation answers into the same shape as every other refusal.</summary>
public static class FieldProblems
{
    public static void Rewrite(HttpValidationProblemDetails invalid)
    {
        var refusals = invalid
            .Errors.SelectMany(e => e.Value.Select(reason => new Refusal(CamelCase(e.Key), "out-of-range", InWords(reason))))
            .ToArray();
        invalid.Errors.Clear();
        invalid.Type = "/problems/refused";
        invalid.Title = "refused";
        invalid.Status = StatusCodes.Status422UnprocessableEntity;
        invalid.Detail = string.Join(" ", refusals.Select(r => r.Reason));
        invalid.Extensions["refusals"] = refusals;
    }

    /// <summary>An answer that the framework gave by its status alone gets one of our types.</summary>
    public static void Name(Microsoft.AspNetCore.Mvc.ProblemDetails problem)
    {
        if (problem.Type?.StartsWith("/problems/", StringComparison.Ordinal) == true)
        {
            return;
        }

        (problem.Type, problem.Detail) = problem.Status switch
        {
            400 => ("/problems/not-readable", "The request does not read. Nothing was stored."),
            404 => ("/problems/not-here", "There is no such address."),
            405 => ("/problems/wrong-method", "This address does not answer to that method."),
            413 => ("/problems/too-large", "That is more than this address takes. Nothing was stored."),
            415 => ("/problems/wrong-kind", "This address takes JSON."),
            _ => ("/problems/refused", problem.Detail),
        };
    }

    /// <summary>What the framework says of a field's shape, as this product says it.</summary>
    private static string InWords(string reason)
    {
        foreach (var (shape, words) in Shapes)
        {
            if (shape.Match(reason) is { Success: true } match)
            {
                return match.Result(words);
            }
        }

        return reason;
    }

    private static readonly (Regex Shape, string Words)[] Shapes =
    [
        (Shape(@"with a minimum length of (\d+) and a maximum length of (\d+)\.$"), "It must have $1 to $2 letters."),
        (Shape(@"string with a maximum length of (\d+)\.$"), "It is too long: at most $1 letters fit."),
        (Shape(@"with a maximum length of '(\d+)'\.$"), "It is too long: at most $1 fit."),
        (Shape(@"with a minimum length of '(\d+)'\.$"), "It is too short: at least $1 are needed."),
        (Shape(@"must be between (\S+) and (\S+?)\.$"), "It must be between $1 and $2."),
        (Shape(@"field is required\.$"), "It is missing."),
    ];

    private static Regex Shape(string pattern) => new(pattern, RegexOptions.CultureInvariant, TimeSpan.FromSeconds(1));

    private static string CamelCase(string path) => string.Join('.', path.Split('.').Select(JsonNamingPolicy.CamelCase.ConvertName));
}

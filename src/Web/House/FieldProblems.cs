using System.Text.Json;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Web.House;

/// <summary>Brings the framework's own validation answers into the same shape as every other refusal.</summary>
public static class FieldProblems
{
    public static void Rewrite(HttpValidationProblemDetails invalid)
    {
        var refusals = invalid.Errors.SelectMany(e => e.Value.Select(reason => new Refusal(CamelCase(e.Key), "out-of-range", reason))).ToArray();
        invalid.Errors.Clear();
        invalid.Type = "/problems/refused";
        invalid.Title = "refused";
        invalid.Status = StatusCodes.Status422UnprocessableEntity;
        invalid.Detail = string.Join(" ", refusals.Select(r => r.Reason));
        invalid.Extensions["refusals"] = refusals;
    }

    private static string CamelCase(string path) => string.Join('.', path.Split('.').Select(JsonNamingPolicy.CamelCase.ConvertName));
}

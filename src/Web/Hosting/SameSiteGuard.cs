using Microsoft.Net.Http.Headers;

namespace EarthyTuft.Web.Hosting;

/// <summary>
/// Refuses what another site's page sends here. Changes carry a token; the doors before one is signed in have none, so what the browser
/// says of the sender is looked at: Sec-Fetch-Site, and Origin against the host that was asked.
/// </summary>
public static class SameSiteGuard
{
    public static IApplicationBuilder UseSameSiteGuard(this IApplicationBuilder app) =>
        app.Use(
            (context, next) =>
                IsSafe(context.Request.Method) || !context.Request.Path.StartsWithSegments("/api") || IsFromHere(context.Request)
                    ? next()
                    : Problems.Of(403, "cross-site", "This was sent by another site’s page. Nothing was stored.").ExecuteAsync(context)
        );

    private static bool IsSafe(string method) => HttpMethods.IsGet(method) || HttpMethods.IsHead(method) || HttpMethods.IsOptions(method);

    private static bool IsFromHere(HttpRequest request)
    {
        var site = request.Headers["Sec-Fetch-Site"].ToString();
        if (site.Length > 0 && site is not ("same-origin" or "none"))
        {
            return false;
        }

        var origin = request.Headers[HeaderNames.Origin].ToString();
        return origin.Length == 0
            || (
                Uri.TryCreate(origin, UriKind.Absolute, out var from)
                && string.Equals(from.Authority, Plain(request), StringComparison.OrdinalIgnoreCase)
            );
    }

    // As a URI writes it: without the port that its scheme has anyway.
    private static string Plain(HttpRequest request) =>
        Uri.TryCreate($"{request.Scheme}://{request.Host.Value}", UriKind.Absolute, out var here) ? here.Authority : "";
}

using Microsoft.Extensions.FileProviders;
using Microsoft.Net.Http.Headers;

namespace EarthyTuft.Web.House;

/// <summary>Serves the built front end: hashed assets for a year, the page itself anew each time with this answer's nonce.</summary>
public static class FrontEnd
{
    private const string NoncePlace = "__NONCE__";

    public static void MapFrontEnd(this WebApplication app)
    {
        var root = Path.Combine(AppContext.BaseDirectory, "wwwroot");
        if (!File.Exists(Path.Combine(root, "index.html")))
        {
            return;
        }

        var page = File.ReadAllText(Path.Combine(root, "index.html"));
        app.UseStaticFiles(new StaticFileOptions
        {
            FileProvider = new PhysicalFileProvider(root),
            OnPrepareResponse = file => file.Context.Response.Headers.CacheControl =
                file.Context.Request.Path.StartsWithSegments("/assets") ? "public, max-age=31536000, immutable" : "no-cache",
        });
        app.MapFallback("{*path:nonfile}", (HttpContext context) =>
        {
            if (context.Request.Path.StartsWithSegments("/api"))
            {
                return Problems.Of(404, "not-here", "There is no such address.");
            }

            context.Response.Headers[HeaderNames.CacheControl] = "no-store";
            return (IResult)TypedResults.Content(page.Replace(NoncePlace, context.Nonce(), StringComparison.Ordinal), "text/html; charset=utf-8");
        }).ExcludeFromDescription();
    }
}

using Microsoft.AspNetCore.StaticFiles;
using Microsoft.Extensions.FileProviders;
using Microsoft.Net.Http.Headers;

namespace EarthyTuft.Web.Hosting;

/// <summary>Serves the built front end: hashed assets for a year, the page itself anew each time with this answer's nonce.</summary>
public static class FrontEnd
{
    private const string NoncePlace = "__NONCE__",
        PreloadsPlace = "<!--__PRELOADS__-->";

    private const string PackedSuffix = ".br";

    private static string Root => Path.Combine(AppContext.BaseDirectory, "wwwroot");

    /// <summary>The built files. Comes before routing: the pages' own address below would match everything.</summary>
    public static void UseFrontEndFiles(this WebApplication app)
    {
        if (Directory.Exists(Root))
        {
            app.Use(Packed);
            app.UseStaticFiles(
                new StaticFileOptions
                {
                    FileProvider = new PhysicalFileProvider(Root),
                    ContentTypeProvider = new FileExtensionContentTypeProvider { Mappings = { [PackedSuffix] = "text/javascript" } },
                    OnPrepareResponse = file =>
                    {
                        var headers = file.Context.Response.Headers;
                        headers.CacheControl = file.Context.Request.Path.StartsWithSegments("/assets")
                            ? "public, max-age=31536000, immutable"
                            : "no-cache";
                        if (file.File.Name.EndsWith(PackedSuffix, StringComparison.Ordinal))
                        {
                            headers.ContentEncoding = "br";
                            headers.Vary = HeaderNames.AcceptEncoding;
                            headers.ContentType = file.File.Name.EndsWith(".css" + PackedSuffix, StringComparison.Ordinal)
                                ? "text/css"
                                : "text/javascript";
                        }
                    },
                }
            );
        }
    }

    /// <summary>An asset that was packed at the build goes out packed, to whoever reads that.</summary>
    private static Task Packed(HttpContext context, RequestDelegate next)
    {
        var packed = context.Request.Path + PackedSuffix;
        if (
            context.Request.Path.StartsWithSegments("/assets")
            && !context.Request.Path.Value!.Contains("..", StringComparison.Ordinal)
            && context.Request.Headers.AcceptEncoding.ToString().Contains("br", StringComparison.Ordinal)
            && File.Exists(Path.Combine(Root, packed.ToString().TrimStart('/')))
        )
        {
            context.Request.Path = packed;
        }

        return next(context);
    }

    public static void MapFrontEnd(this WebApplication app)
    {
        // Before the page's own: it also answers where no front end is built.
        app.MapFallback("/api/{*path}", (HttpContext context, UnknownAddress unknown) => unknown.Answer(context)).ExcludeFromDescription();
        var file = Path.Combine(Root, "index.html");
        if (!File.Exists(file))
        {
            return;
        }

        var page = File.ReadAllText(file);
        var preloads = PagePreloads.Of(Root);
        // A lot's code has a dot in it, so what looks like a file may be a page; only what lies in the built folders cannot be.
        app.MapFallback("{*path}", (HttpContext context) =>
            {
                if (context.Request.Path.StartsWithSegments("/assets"))
                {
                    return Problems.Of(404, "not-here", "There is no such address.");
                }

                if (!HttpMethods.IsGet(context.Request.Method) && !HttpMethods.IsHead(context.Request.Method))
                {
                    context.Response.Headers[HeaderNames.Allow] = "GET, HEAD";
                    return Problems.Of(405, "wrong-method", "This address does not answer to that method.");
                }

                context.Response.Headers[HeaderNames.CacheControl] = "no-store";
                var links =
                    context.User.Identity?.IsAuthenticated == true && context.Request.Path != "/door"
                        ? preloads.Links(context.Request.Path)
                        : "";
                return (IResult)
                    TypedResults.Content(
                        page.Replace(NoncePlace, context.Nonce(), StringComparison.Ordinal)
                            .Replace(PreloadsPlace, links, StringComparison.Ordinal),
                        "text/html; charset=utf-8"
                    );
            })
            .ExcludeFromDescription();
    }
}

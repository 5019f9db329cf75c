using System.Security.Cryptography;

namespace EarthyTuft.Web.Hosting;

/// <summary>Security headers on every answer. Scripts come from here only; styles from here or with this answer's nonce, which the style
/// library needs.</summary>
public static class Headers
{
    private const string NonceKey = "csp-nonce";

    public static string Nonce(this HttpContext context)
    {
        if (context.Items[NonceKey] is not string nonce)
        {
            context.Items[NonceKey] = nonce = Convert.ToBase64String(RandomNumberGenerator.GetBytes(16));
        }

        return nonce;
    }

    public static IApplicationBuilder UseSecurityHeaders(this IApplicationBuilder app) =>
        app.Use(
            (context, next) =>
            {
                context.Response.OnStarting(() =>
                {
                    var headers = context.Response.Headers;
                    headers.ContentSecurityPolicy =
                        $"default-src 'none'; script-src 'self'; style-src 'self' 'nonce-{context.Nonce()}'; img-src 'self' data:; font-src 'self'; "
                        + "connect-src 'self'; manifest-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'; object-src 'none'";
                    headers.XContentTypeOptions = "nosniff";
                    headers["Referrer-Policy"] = "same-origin";
                    headers["Permissions-Policy"] = "camera=(), microphone=(), geolocation=()";
                    headers["Cross-Origin-Opener-Policy"] = "same-origin";
                    headers["Cross-Origin-Resource-Policy"] = "same-origin";
                    if (context.Request.Path.StartsWithSegments("/api"))
                    {
                        // Unless the answer says itself how it is kept.
                        headers.CacheControl = headers.CacheControl.Count > 0 ? headers.CacheControl : "no-store";
                    }

                    return Task.CompletedTask;
                });
                return next(context);
            }
        );
}

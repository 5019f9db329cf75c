using Microsoft.AspNetCore.Routing.Template;
using Microsoft.Net.Http.Headers;

namespace EarthyTuft.Web.House;

/// <summary>
/// Answers for addresses that no door has. The pages' own address matches everything, so the framework never gets to say that an address is
/// there and takes another method, or another kind of content: that is said here.
/// </summary>
public sealed class UnknownAddress(IEnumerable<EndpointDataSource> sources)
{
    private readonly Lazy<(TemplateMatcher Pattern, string Method)[]> doors = new(() =>
    [
        .. sources.SelectMany(s => s.Endpoints).OfType<RouteEndpoint>()
            .Where(e => e.RoutePattern.RawText?.TrimStart('/').StartsWith("api", StringComparison.Ordinal) == true)
            .SelectMany(e => (e.Metadata.GetMetadata<IHttpMethodMetadata>()?.HttpMethods ?? []).Select(m => (Matcher(e), m))),
    ]);

    public IResult Answer(HttpContext context)
    {
        var methods = doors.Value.Where(d => d.Pattern.TryMatch(context.Request.Path, [])).Select(d => d.Method).Distinct().Order(StringComparer.Ordinal).ToArray();
        if (methods.Length == 0)
        {
            return Problems.Of(404, "not-here", "There is no such address.");
        }

        if (methods.Contains(context.Request.Method))
        {
            return Problems.Of(415, "wrong-kind", "This address takes JSON: send it as application/json.");
        }

        context.Response.Headers[HeaderNames.Allow] = string.Join(", ", methods);
        return Problems.Of(405, "wrong-method", "This address does not answer to that method.");
    }

    private static TemplateMatcher Matcher(RouteEndpoint door) => new(new RouteTemplate(door.RoutePattern), []);
}

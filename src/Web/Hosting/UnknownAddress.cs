using Microsoft.AspNetCore.Routing.Template;
using Microsoft.Net.Http.Headers;

namespace EarthyTuft.Web.Hosting;

/// <summary>
/// Answers for addresses that no door has. The pages' own address matches everything, so the framework never gets to say that an address is
/// there and takes another method, or another kind of content: that is said here.
/// </summary>
public sealed class UnknownAddress(IEnumerable<EndpointDataSource> sources, ParameterPolicyFactory policies)
{
    private readonly Lazy<Door[]> doors = new(() =>
        [
            .. sources
                .SelectMany(s => s.Endpoints)
                .OfType<RouteEndpoint>()
                .Where(e => e.RoutePattern.RawText?.TrimStart('/').StartsWith("api", StringComparison.Ordinal) == true)
                .SelectMany(e => (e.Metadata.GetMetadata<IHttpMethodMetadata>()?.HttpMethods ?? []).Select(m => Door.Of(e, m, policies))),
        ]
    );

    public IResult Answer(HttpContext context)
    {
        var methods = doors.Value.Where(d => d.Is(context)).Select(d => d.Method).Distinct().Order(StringComparer.Ordinal).ToArray();
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

    /// <summary>An address with its method and what its parameters must be.</summary>
    private sealed record Door(
        TemplateMatcher Pattern,
        string Method,
        IReadOnlyList<(string Name, IRouteConstraint Constraint)> Constraints
    )
    {
        public static Door Of(RouteEndpoint endpoint, string method, ParameterPolicyFactory policies) =>
            new(
                new TemplateMatcher(new RouteTemplate(endpoint.RoutePattern), []),
                method,
                [
                    .. endpoint.RoutePattern.Parameters.SelectMany(p =>
                        p.ParameterPolicies.Select(policy => policies.Create(p, policy)).OfType<IRouteConstraint>().Select(c => (p.Name, c))
                    ),
                ]
            );

        public bool Is(HttpContext context)
        {
            var values = new RouteValueDictionary();
            return Pattern.TryMatch(context.Request.Path, values)
                && Constraints.All(c => c.Constraint.Match(context, null, c.Name, values, RouteDirection.IncomingRequest));
        }
    }
}

using EarthyTuft.Web.Hosting;

namespace EarthyTuft.Web.Finding;

public static class FindEndpoints
{
    private const int LongestTyped = 120;

    public static void MapFinding(this IEndpointRouteBuilder app) =>
        app.MapGroup("/api/find")
            .WithTags("lots")
            .ForMembers()
            .MapGet("", Find)
            .Named("find", "Lots, samples and breeds by code, breed, animal, form, purpose, person or a word of notes.");

    private static async Task<IReadOnlyList<Found>> Find(string q, Finder finder, CancellationToken cancellationToken) =>
        q.Length > LongestTyped ? [] : await finder.Of(q, cancellationToken);
}

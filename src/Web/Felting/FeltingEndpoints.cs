using EarthyTuft.Data.Lots;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Lots;

namespace EarthyTuft.Web.Felting;

/// <summary>The balls that were rolled in this workshop.</summary>
public static class FeltingEndpoints
{
    private const int MostBalls = 60;

    public static void MapFelting(this IEndpointRouteBuilder app) =>
        app.MapGroup("/api/felting")
            .WithTags("felting")
            .ForMembers()
            .MapGet("/balls", Balls)
            .Named("listFeltBalls", "Balls that were rolled in felting tests, the newest first.");

    private static async Task<FeltBallView[]> Balls(EarthyTuftDb db, CancellationToken cancellationToken) =>
        [.. (await db.Tested(cancellationToken)).Select(FeltBallView.Of).OfType<FeltBallView>().Take(MostBalls)];
}

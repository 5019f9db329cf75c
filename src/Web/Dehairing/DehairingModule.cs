using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;

namespace EarthyTuft.Web.Dehairing;

/// <summary>Guard hair out of down, pass by pass.</summary>
public sealed class DehairingModule : ICraftModule
{
    public ApiTag? Tag => new("dehairing", "Passes of dehairing with what was counted.");

    public void MapRoutes(IEndpointRouteBuilder app) => app.MapDehairing();
}

using EarthyTuft.Core.Fibres;
using EarthyTuft.Data.Fibres;
using EarthyTuft.Web.House;

namespace EarthyTuft.Web.Breeds;

public static class BreedEndpoints
{
    public static void MapBreeds(this IEndpointRouteBuilder app) =>
        app.MapGroup("/api/breeds").WithTags("breeds").ForMembers().MapGet("", () => TypedResults.Ok(BreedReference.All));

    public static Span CleanYield(this Parentage parentage) => parentage.CleanYield(BreedReference.Find);

    /// <summary>The usual staple length of what a lot is said to be, null when nothing is known.</summary>
    public static Span? UsualStaple(string parentage) =>
        Parentage.Read(parentage, "breed") is { IsRefused: false } read ? read.Value.Envelope(BreedReference.Find, b => b.StapleMillimetres) : null;
}

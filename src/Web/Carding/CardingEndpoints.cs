using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;
using Microsoft.AspNetCore.Http.HttpResults;

namespace EarthyTuft.Web.Carding;

/// <summary>Loads before anything is carded; the carding itself goes through the door of all runs.</summary>
public static class CardingEndpoints
{
    public static void MapCarding(this IEndpointRouteBuilder app) =>
        app.MapGroup("/api/carding")
            .WithTags("carding")
            .ForMembers()
            .MapPost("/plan", Plan)
            .Named("planLoads", "Equal loads for some cards, and what does not suit.")
            .Changes(MemberRole.Looker);

    private static async Task<Results<Ok<CardPlanView>, ProblemHttpResult>> Plan(
        CardStart start,
        EarthyTuftDb db,
        CardPlanner planner,
        CancellationToken cancellationToken
    )
    {
        if (await db.LotsThere(start.LotIds, cancellationToken) is not { } lots)
        {
            return Problems.Refused("lotIds", "not-here", "It names a lot that is not here.");
        }

        var planned = await planner.Plan(start, lots, cancellationToken);
        return planned.IsRefused
            ? Problems.Refused(planned.Refusals)
            : TypedResults.Ok(planner.View(planned.Value.Plan, planned.Value.Tool, planned.Value.Cautions, planned.Value.Micron));
    }
}

using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;
using Microsoft.AspNetCore.Http.HttpResults;

namespace EarthyTuft.Web.Blending;

/// <summary>A blend before anything is weighed; the blending itself goes through the door of all runs.</summary>
public static class BlendingEndpoints
{
    public static void MapBlending(this IEndpointRouteBuilder app) =>
        app.MapGroup("/api/blending")
            .WithTags("blending")
            .ForMembers()
            .MapPost("/plan", Plan)
            .Named("planBlend", "What to weigh out, in which order to lay it on, and how even it gets.")
            .Changes(MemberRole.Looker);

    private static async Task<Results<Ok<BlendPlanView>, ProblemHttpResult>> Plan(
        BlendStart start,
        EarthyTuftDb db,
        BlendPlanner planner,
        CancellationToken cancellationToken
    )
    {
        if (await db.LotsThere(start.Components.Select(c => c.LotId), cancellationToken) is not { } lots)
        {
            return Problems.Refused("components", "not-here", "It names a lot that is not here.");
        }

        var planned = await planner.Plan(start, lots, cancellationToken);
        return planned.IsRefused
            ? Problems.Refused(planned.Refusals)
            : TypedResults.Ok(await planner.View(planned.Value, start.Taken, start.Seed, cancellationToken));
    }
}

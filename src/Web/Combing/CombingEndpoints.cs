using EarthyTuft.Core.Combing;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;
using Microsoft.AspNetCore.Http.HttpResults;

namespace EarthyTuft.Web.Combing;

/// <summary>Loads before anything is combed; the combing itself goes through the door of all runs.</summary>
public static class CombingEndpoints
{
    private static readonly CombWayView[] Ways =
    [
        .. Enum.GetValues<CombWay>().Select(w => new CombWayView(w, w.Needs(), w.HasTransfers())),
    ];

    public static void MapCombing(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/combing").WithTags("combing").ForMembers();
        group.MapGet("/ways", () => TypedResults.Ok(Ways)).Named("listWaysOfCombing", "The ways of combing, with the tool each asks for.");
        group
            .MapPost("/plan", Plan)
            .Named("planCombing", "Loads for some combs, the end that will lead, and what does not suit.")
            .Changes(MemberRole.Looker);
    }

    private static async Task<Results<Ok<CombPlanView>, ProblemHttpResult>> Plan(
        CombStart start,
        EarthyTuftDb db,
        CombPlanner planner,
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
            : TypedResults.Ok(planner.View(planned.Value.Plan, planned.Value.Tool, planned.Value.Cautions));
    }
}

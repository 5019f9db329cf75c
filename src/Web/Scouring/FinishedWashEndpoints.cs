using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Data.Lots;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Scouring;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Scouring;

/// <summary>A bath that a batch has been through.</summary>
/// <param name="First">As it was first read; where it was to settle when nobody read it.</param>
/// <param name="Last">As it was read last before it was lifted; null when it was read once or never.</param>
/// <param name="Minutes">How long the wool lay in it.</param>
public sealed record FinishedBath(
    int Batch,
    int Place,
    BathKind Kind,
    double Litres,
    TemperatureFigure First,
    bool FirstRead,
    TemperatureFigure? Last,
    DateTimeOffset StartedAt,
    double Minutes
);

/// <summary>The wash behind a lot, as it was done.</summary>
/// <param name="Agent">With its dose; null when none was noted.</param>
public sealed record FinishedWash(
    DateTimeOffset StartedAt,
    string? Tub,
    string? Recipe,
    string? Agent,
    string Who,
    IReadOnlyList<FinishedBath> Baths
);

public static class FinishedWashEndpoints
{
    public static void Map(RouteGroupBuilder group) =>
        group
            .MapGet("/washed/{code}", Of)
            .Named("readFinishedWash", "The baths a lot has been through; nothing where its wash was not watched.")
            .ProducesProblem(404);

    private static async Task<Results<Ok<FinishedWash>, NoContent, ProblemHttpResult>> Of(
        CodeParameter code,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        if (await LotDossier.Of(db, code.Value, cancellationToken) is not { } dossier)
        {
            return Problems.NotHere("lot");
        }

        if (Lineage.Last(dossier.Family.Entries, dossier.Lot.Id, StepKind.Wash) is not { } entry)
        {
            return TypedResults.NoContent();
        }

        var run = await db
            .Runs.AsNoTracking()
            .Where(r => r.Craft == StepKind.Wash && r.EntryId == entry.Id)
            .Include(r => r.Tools)
                .ThenInclude(t => t.Tool)
            .Include(r => r.Events)
            .Include(r => r.Readings)
            .AsSplitQuery()
            .FirstOrDefaultAsync(cancellationToken);
        if (run is null)
        {
            return TypedResults.NoContent();
        }

        var wash = StoredWash.State(run);
        var plan = wash.Plan.Plan;
        return TypedResults.Ok(
            new FinishedWash(
                run.StartedAt,
                run.Tools.FirstOrDefault()?.Tool?.Name,
                run.RecipeId is { } recipe
                    ? await db.ScourRecipes.Where(r => r.Id == recipe).Select(r => r.Name).SingleAsync(cancellationToken)
                    : null,
                wash.AgentGramsUsed > 0
                    ? FormattableString.Invariant($"{wash.Plan.Agent?.Name ?? "wool wash"}, {wash.AgentGramsUsed:0} g in all")
                    : null,
                run.Who,
                [
                    .. wash
                        .Baths.Where(b => b.Lifted is not null)
                        .OrderBy(b => b.Began.Batch)
                        .ThenBy(b => b.Began.Place)
                        .Select(b => Finished(b, plan, context.Workshop.TemperatureUnit)),
                ]
            )
        );
    }

    private static FinishedBath Finished(Bath bath, ScourPlan plan, TemperatureUnit unit)
    {
        var read = bath.Temperatures;
        return new FinishedBath(
            bath.Began.Batch,
            bath.Began.Place,
            bath.Began.Kind,
            bath.Began.Place < plan.Baths.Count ? plan.Baths[bath.Began.Place].Litres : 0,
            TemperatureFigure.Of(read.Count > 0 ? read[0].Celsius : bath.Began.TargetCelsius, unit, 1),
            read.Count > 0,
            read.Count > 1 ? TemperatureFigure.Of(read[^1].Celsius, unit, 1) : null,
            bath.StartedAt,
            Math.Round((bath.LiftedAt!.Value - bath.StartedAt).TotalMinutes)
        );
    }
}

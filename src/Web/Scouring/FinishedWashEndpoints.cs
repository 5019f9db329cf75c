using System.Text.Json;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Data.Lots;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.House;
using EarthyTuft.Web.Lots;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;

namespace EarthyTuft.Web.Scouring;

/// <summary>A bath that a batch has been through.</summary>
/// <param name="FirstCelsius">As it was first read; where it was to settle when nobody read it.</param>
/// <param name="LastCelsius">As it was read last before it was lifted; null when it was read once or never.</param>
/// <param name="Minutes">How long the wool lay in it.</param>
public sealed record FinishedBath(int Batch, int Place, BathKind Kind, double Litres, double FirstCelsius, bool FirstRead, double? LastCelsius, DateTimeOffset StartedAt, double Minutes);

/// <summary>The wash behind a lot, as it was done.</summary>
/// <param name="Agent">With its dose; null when none was noted.</param>
public sealed record FinishedWash(DateTimeOffset StartedAt, string? Tub, string? Recipe, string? Agent, string Who, IReadOnlyList<FinishedBath> Baths);

public static class FinishedWashEndpoints
{
    public static void Map(RouteGroupBuilder group) => group.MapGet("/washed/{code}", Of).Named("readFinishedWash", "The baths a lot has been through; nothing where its wash was not watched.").Produces<FinishedWash>().Produces(204).ProducesProblem(404);

    private static async Task<IResult> Of(string code, EarthyTuftDb db, IOptions<Microsoft.AspNetCore.Http.Json.JsonOptions> json, CancellationToken stop)
    {
        if (await LotDossier.Of(db, code.ToUpperInvariant(), stop) is not { } dossier)
        {
            return Problems.NotHere("lot");
        }

        if (LotPages.LastWash(dossier.Lot.Id, dossier.Family) is not { } entry)
        {
            return TypedResults.NoContent();
        }

        var wash = await db.Washes.AsNoTracking().Where(w => w.EntryId == entry.Id).Include(w => w.Tub).Include(w => w.Recipe)
            .Include(w => w.Baths).ThenInclude(b => b.Readings.Where(r => r.WithdrawnAt == null)).AsSplitQuery().FirstOrDefaultAsync(stop);
        if (wash is null)
        {
            return TypedResults.NoContent();
        }

        var plan = JsonSerializer.Deserialize<PlanView>(wash.Plan, json.Value.SerializerOptions)!.Plan;
        var agent = JsonSerializer.Deserialize<ScourPlanRequest>(wash.Request, json.Value.SerializerOptions)!.Wish.Agent;
        return TypedResults.Ok(new FinishedWash(
            wash.StartedAt,
            wash.Tub?.Name,
            wash.Recipe?.Name,
            plan.AgentGrams > 0 ? FormattableString.Invariant($"{agent?.Name ?? "wool wash"}, {plan.AgentGrams:0} g in all") : null,
            wash.Who,
            [.. wash.Baths.Where(b => b.LiftedAt is not null).OrderBy(b => b.Batch).ThenBy(b => b.Place).Select(b => Bath(b, plan))]));
    }

    private static FinishedBath Bath(BathRow bath, ScourPlan plan)
    {
        var read = bath.Readings.OrderBy(r => r.At).ToArray();
        return new FinishedBath(
            bath.Batch,
            bath.Place,
            bath.Kind,
            bath.Place < plan.Baths.Count ? plan.Baths[bath.Place].Litres : 0,
            read.FirstOrDefault()?.Celsius ?? bath.TargetCelsius,
            read.Length > 0,
            read.Length > 1 ? read[^1].Celsius : null,
            bath.StartedAt,
            Math.Round((bath.LiftedAt!.Value - bath.StartedAt).TotalMinutes));
    }
}

using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Routing;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Core.Tools;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Scouring;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Scouring;

/// <summary>A wash to be planned. What is left out follows from the fleece, the workshop and the season.</summary>
/// <param name="TubId">A tub of the workshop; left out for <paramref name="TubLitres"/>.</param>
/// <param name="HotWater">As typed, and the temperatures after it; a bare number counts in the workshop's unit.</param>
/// <param name="GreasyGrams">What goes in, where it is not all of the lots.</param>
public sealed record ScourPlanRequest(
    [property: MaxLength(60)] IReadOnlyList<Guid> LotIds,
    ScourWishRequest Wish,
    Guid? TubId = null,
    double? TubLitres = null,
    string? HotWater = null,
    string? ColdWater = null,
    string? Air = null,
    string? Fleece = null,
    double? GreasyGrams = null,
    Guid? RecipeId = null
);

/// <summary>A tub with how it was seen to cool.</summary>
/// <param name="RatePerMinute">In the middle of a soak.</param>
/// <param name="Evaporation">How much of that is evaporation, 0 to 1.</param>
/// <param name="Covered">It stands under a lid or under foam.</param>
public sealed record TubView(
    Guid Id,
    string Name,
    double Litres,
    double LitresEquivalent,
    double RatePerMinute,
    double Evaporation,
    bool Covered,
    int Baths,
    uint Version
);

public sealed record RackToolView(Guid Id, string Name, double AreaSquareMetres, uint Version);

public sealed record RecipeView(Guid Id, string Name, ScourWishRequest Wish, DateTimeOffset MadeAt, string Who);

/// <summary>What a wash house has.</summary>
public sealed record WashHouse(
    IReadOnlyList<TubView> Tubs,
    IReadOnlyList<RackToolView> Racks,
    IReadOnlyList<RecipeView> Recipes,
    ScourSchool School,
    string HotWater,
    string ColdWater,
    decimal? WaterPerCubicMetre,
    decimal? PerKilowattHour,
    TimeOnly Bedtime
);

public sealed record RecipeRequest([property: StringLength(80, MinimumLength = 1)] string Name, ScourWishRequest Wish);

/// <summary>A tub of the workshop.</summary>
/// <param name="Litres">What it holds, as typed: <c>30</c>, <c>8 gal</c>.</param>
/// <param name="LitresEquivalent">Its own warmth as litres of water, where somebody knows it; else it follows from its weight, else from
/// what it holds.</param>
/// <param name="EmptyKilograms">What it weighs empty.</param>
/// <param name="Material">What it is made of; counts with its weight.</param>
/// <param name="Covered">It stands under a lid, or under foam, while the wool soaks.</param>
public sealed record TubRequest(
    [property: StringLength(60, MinimumLength = 1)] string Name,
    [property: StringLength(40)] string Litres,
    [property: Range(0, 500)] double? LitresEquivalent = null,
    [property: Range(0.01, 500)] double? EmptyKilograms = null,
    TubMaterial Material = TubMaterial.Steel,
    bool Covered = false
);

/// <summary>What can change of a tub.</summary>
/// <param name="Covered">It stands under a lid, or under foam, while the wool soaks.</param>
public sealed record TubCoverRequest(bool Covered);

public sealed record RackRequest(
    [property: StringLength(60, MinimumLength = 1)] string Name,
    [property: Range(0.05, 500)] double AreaSquareMetres
);

/// <param name="HotWater">As typed; a bare number counts in the workshop's unit.</param>
public sealed record WashHouseSettings(
    [property: StringLength(40)] string HotWater,
    [property: StringLength(40)] string ColdWater,
    [property: Range(0, 1000)] decimal? WaterPerCubicMetre,
    [property: Range(0, 1000)] decimal? PerKilowattHour,
    TimeOnly Bedtime
);

public static class ScourPlanEndpoints
{
    public static void MapScouring(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/scouring").WithTags("scouring").ForMembers();
        group.MapGet("", House).Named("readWashHouse", "Tubs, racks, recipes, prices and what was learned of the tubs.");
        group.MapPost("/plan", Plan).Named("planWash", "Plans a wash bath by bath.").Changes(MemberRole.Looker);
        group
            .MapPut("/settings", SaveSettings)
            .Named("saveWashSettings", "Prices, water and bedtime of the wash house.")
            .Changes(MemberRole.Owner);
        group.MapPost("/recipes", KeepRecipe).Named("keepRecipe", "Keeps a wash as a recipe.").Changes().ProducesProblem(409);
        group.MapDelete("/recipes/{id:guid}", RetireRecipe).Named("retireRecipe", "Puts a recipe away.").Changes().ProducesProblem(404);
        group.MapPost("/tubs", AddTub).Named("addTub", "Adds a tub.").Changes();
        group
            .MapPut("/tubs/{id:guid}/cover", CoverTub)
            .Named("coverTub", "Says whether a tub stands under a lid.")
            .Changes()
            .ProducesProblem(404);
        group.MapDelete("/tubs/{id:guid}", RetireTub).Named("retireTub", "Puts a tub away.").Changes().ProducesProblem(404);
        group.MapPost("/racks", AddRack).Named("addRack", "Adds a rack.").Changes();
        group.MapDelete("/racks/{id:guid}", RetireRack).Named("retireRack", "Puts a rack away.").Changes().ProducesProblem(404);
        AfterWashEndpoints.Map(group);
        FinishedWashEndpoints.Map(group);
    }

    private static async Task<WashHouse> House(EarthyTuftDb db, RequestContext context, CancellationToken cancellationToken)
    {
        var shop = await db.Workshops.AsNoTracking().SingleAsync(w => w.Id == context.Workshop.WorkshopId, cancellationToken);
        var tools = await db.Tools.AsNoTracking().Where(t => t.RetiredAt == null).OrderBy(t => t.Name).ToListAsync(cancellationToken);
        var rates = await TubRates.Of(db, cancellationToken);
        var recipes = await db
            .ScourRecipes.AsNoTracking()
            .Where(r => r.RetiredAt == null)
            .OrderBy(r => r.Name)
            .ToListAsync(cancellationToken);
        return new WashHouse(
            [.. tools.Where(t => t.Kind == ToolKind.Tub).OrderBy(t => t.Tub.Litres).Select(t => Tub(t, rates.Of(t.Id)))],
            [.. tools.Where(t => t.Kind == ToolKind.Rack).Select(Rack)],
            [.. recipes.Select(r => View(r, context))],
            School(shop.WashSchool),
            Temperature.FromCelsius(shop.HotWaterCelsius).Type(shop.TemperatureUnit),
            Temperature.FromCelsius(shop.ColdWaterCelsius).Type(shop.TemperatureUnit),
            shop.WaterPerCubicMetre,
            shop.PerKilowattHour,
            shop.Bedtime
        );
    }

    private static ScourSchool School(WashSchool of) =>
        of switch
        {
            WashSchool.Hot => ScourSchool.Hot,
            WashSchool.SuintSoak => ScourSchool.SuintSoak,
            _ => ScourSchool.HandHot,
        };

    private static async Task<Results<Ok<PlanView>, ProblemHttpResult>> Plan(
        ScourPlanRequest request,
        ScourPlanner planner,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        var planned = await planner.Plan(request, cancellationToken);
        return planned.IsRefused ? Problems.Refused(planned.Refusals) : TypedResults.Ok(View(planned.Value, context));
    }

    private static PlanView View(PlannedScour planned, RequestContext context)
    {
        var (on, plan, unit) = (planned.Wash.On, planned.Wash.Plan, context.Workshop.TemperatureUnit);
        return new PlanView(
            new PlanFooting(
                [.. planned.Lots.Select(l => new RunLot(l.Id, l.Code, l.Parentage))],
                Mass.FromGrams(on.GreasyGrams).ToFigure(context.Workshop.Unit, on.GreasyFrom),
                planned.Tub?.Name,
                on.TubLitres,
                on.TubRatePerMinute,
                on.TubBaths,
                TemperatureFigure.Of(on.HotCelsius, unit),
                TemperatureFigure.Of(on.ColdCelsius, unit),
                TemperatureFigure.Of(on.AirCelsius, unit),
                on.AirFrom,
                on.LitresPerKilogram,
                on.DoseFrom,
                on.Class
            ),
            ScourPlanView.Of(plan, unit),
            plan.Cost is { } cost ? new Money(cost, context.Workshop.Currency).Write() : null,
            planned.Wash.Departures
        );
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> SaveSettings(
        WashHouseSettings settings,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        var typed = new TypedTemperatures(context.Workshop.TemperatureUnit);
        var (hot, cold) = (typed.Read(settings.HotWater, "hotWater", 0, 100), typed.Read(settings.ColdWater, "coldWater", 0, 100));
        if (typed.Refusals.Count > 0)
        {
            return Problems.Refused([.. typed.Refusals]);
        }

        if (hot is null || cold is null)
        {
            return Problems.Refused(hot is null ? "hotWater" : "coldWater", "empty", "How warm is it? Most know it once by a thermometer.");
        }

        if (hot < cold)
        {
            return Problems.Refused("hotWater", "cannot-be-reached", "The hot water is colder than the cold water.");
        }

        var shop = await db.Workshops.SingleAsync(w => w.Id == context.Workshop.WorkshopId, cancellationToken);
        (shop.HotWaterCelsius, shop.ColdWaterCelsius, shop.WaterPerCubicMetre, shop.PerKilowattHour, shop.Bedtime) = (
            hot.Value,
            cold.Value,
            settings.WaterPerCubicMetre,
            settings.PerKilowattHour,
            settings.Bedtime
        );
        await db.SaveChangesAsync(cancellationToken);
        return TypedResults.NoContent();
    }

    private static async Task<Results<Ok<RecipeView>, ProblemHttpResult>> KeepRecipe(
        RecipeRequest request,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        // The same name again is the recipe changed: the old one stays with the washes that used it.
        var name = request.Name.Trim();
        if (name.Length == 0)
        {
            return Problems.Refused("name", "missing", "A recipe needs a name.");
        }

        var wish = request.Wish.Read(context.Workshop.TemperatureUnit);
        if (wish.IsRefused)
        {
            return Problems.Refused(wish.Refusals);
        }

        await db
            .ScourRecipes.Where(r => r.Name == name && r.RetiredAt == null)
            .ExecuteUpdateAsync(set => set.SetProperty(r => r.RetiredAt, context.Now), cancellationToken);
        db.Changed<ScourRecipeRow>();
        var row = new ScourRecipeRow
        {
            Name = name,
            Wish = StoredWash.Write(wish.Value),
            MadeAt = context.Now,
            Who = context.Workshop.PersonName,
        };
        db.ScourRecipes.Add(row);
        await db.SaveChangesAsync(cancellationToken);
        return TypedResults.Ok(View(row, context));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> RetireRecipe(
        Guid id,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    ) =>
        db.ChangedRows<ScourRecipeRow>(
            await db
                .ScourRecipes.Where(r => r.Id == id && r.RetiredAt == null)
                .ExecuteUpdateAsync(set => set.SetProperty(r => r.RetiredAt, context.Now), cancellationToken)
        ) > 0
            ? TypedResults.NoContent()
            : Problems.NotHere("recipe");

    private static async Task<Results<Ok<TubView>, ProblemHttpResult>> AddTub(
        TubRequest request,
        EarthyTuftDb db,
        CancellationToken cancellationToken
    )
    {
        if (string.IsNullOrWhiteSpace(request.Name))
        {
            return Problems.Refused("name", "missing", "A tub needs a name.");
        }

        var holds = Volume.Read(request.Litres, "litres", 0.5, 5000);
        if (holds.IsRefused)
        {
            return Problems.Refused(holds.Refusals);
        }

        var litres = Math.Round(holds.Value.Litres, 2);
        var warmth = TubWarmth.LitresEquivalent(litres, request.EmptyKilograms, request.Material);
        if (warmth.IsRefused)
        {
            return Problems.Refused(warmth.Refusals);
        }

        var row = ToolRow.Of(
            request.Name.Trim(),
            new Tub(litres, request.LitresEquivalent ?? Math.Round(warmth.Value, 2), request.Covered)
        );
        db.Tools.Add(row);
        await db.SaveChangesAsync(cancellationToken);
        return TypedResults.Ok(Tub(row, TubRate.TypicalOf(request.Covered)));
    }

    private static async Task<Results<Ok<TubView>, ProblemHttpResult>> CoverTub(
        Guid id,
        TubCoverRequest request,
        EarthyTuftDb db,
        CancellationToken cancellationToken
    )
    {
        if (
            await db.Tools.SingleOrDefaultAsync(t => t.Id == id && t.Kind == ToolKind.Tub && t.RetiredAt == null, cancellationToken)
            is not { } row
        )
        {
            return Problems.NotHere("tub");
        }

        if (row.Tub.Covered != request.Covered)
        {
            row.Tub = row.Tub with { Covered = request.Covered };
            await db.SaveChangesAsync(cancellationToken);
        }

        return TypedResults.Ok(Tub(row, (await TubRates.Of(db, cancellationToken)).Of(id)));
    }

    private static Task<Results<NoContent, ProblemHttpResult>> RetireTub(
        Guid id,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    ) => Retire(id, ToolKind.Tub, db, context, cancellationToken);

    private static async Task<Results<Ok<RackToolView>, ProblemHttpResult>> AddRack(
        RackRequest request,
        EarthyTuftDb db,
        CancellationToken cancellationToken
    )
    {
        if (string.IsNullOrWhiteSpace(request.Name))
        {
            return Problems.Refused("name", "missing", "A rack needs a name.");
        }

        var row = ToolRow.Of(request.Name.Trim(), new Rack(request.AreaSquareMetres));
        db.Tools.Add(row);
        await db.SaveChangesAsync(cancellationToken);
        return TypedResults.Ok(Rack(row));
    }

    private static Task<Results<NoContent, ProblemHttpResult>> RetireRack(
        Guid id,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    ) => Retire(id, ToolKind.Rack, db, context, cancellationToken);

    private static async Task<Results<NoContent, ProblemHttpResult>> Retire(
        Guid id,
        ToolKind kind,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    ) =>
        db.ChangedRows<ToolRow>(
            await db
                .Tools.Where(t => t.Id == id && t.Kind == kind && t.RetiredAt == null)
                .ExecuteUpdateAsync(set => set.SetProperty(t => t.RetiredAt, context.Now), cancellationToken)
        ) > 0
            ? TypedResults.NoContent()
            : Problems.NotHere(kind == ToolKind.Tub ? "tub" : "rack");

    private static TubView Tub(ToolRow t, TubRate rate) =>
        new(
            t.Id,
            t.Name,
            t.Tub.Litres,
            t.Tub.LitresEquivalent,
            rate.PerMinute,
            1 - 1 / WaterCooling.SoakFactor(rate.Evaporation),
            t.Tub.Covered,
            rate.Baths,
            t.Version
        );

    private static RackToolView Rack(ToolRow t) => new(t.Id, t.Name, t.Rack.SquareMetres, t.Version);

    private static RecipeView View(ScourRecipeRow r, RequestContext context) =>
        new(r.Id, r.Name, ScourWishRequest.Of(StoredWash.Wish(r.Wish), context.Workshop.TemperatureUnit), r.MadeAt, r.Who);
}

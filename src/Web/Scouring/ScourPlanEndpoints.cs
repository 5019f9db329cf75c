using System.ComponentModel.DataAnnotations;
using System.Text.Json;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Instruments;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Routing;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.House;
using EarthyTuft.Web.Live;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;

namespace EarthyTuft.Web.Scouring;

/// <summary>A wash to be planned. What is left out follows from the fleece, the workshop and the season.</summary>
/// <param name="TubId">A tub of the workshop; left out for <paramref name="TubLitres"/>.</param>
/// <param name="GreasyGrams">What goes in, where it is not all of the lots.</param>
public sealed record ScourPlanRequest(
    [property: MaxLength(60)] IReadOnlyList<Guid> LotIds,
    ScourWish Wish,
    Guid? TubId = null,
    double? TubLitres = null,
    double? HotCelsius = null,
    double? ColdCelsius = null,
    double? AirCelsius = null,
    double? FleeceCelsius = null,
    double? GreasyGrams = null,
    Guid? RecipeId = null);

/// <summary>What the plan stands on.</summary>
/// <param name="Tub">Null for a tub that is not the workshop's own.</param>
/// <param name="TubBaths">Own baths behind the cooling rate; none means typical.</param>
/// <param name="AirFrom">Measured by the air sensor, typed, or guessed.</param>
public sealed record PlanFooting(
    IReadOnlyList<PlanLot> Lots, MassFigure Greasy, string? Tub, double TubLitres, double TubRatePerMinute, int TubBaths, double HotCelsius, double ColdCelsius, double AirCelsius, Provenance AirFrom, double LitresPerKilogram, Provenance DoseFrom, FleeceClass? Class);

public sealed record PlanLot(Guid Id, string Code, string Parentage);

/// <param name="Cost">In the workshop's currency, null when no price is known.</param>
/// <param name="Spent">The same as a figure, for the entry that logs it.</param>
public sealed record PlanView(PlanFooting On, ScourPlan Plan, string? Cost, decimal? Spent, IReadOnlyList<string> Departures);

public sealed record TubView(Guid Id, string Name, double Litres, double LitresEquivalent, double RatePerMinute, int Baths, uint Version);

public sealed record RackView(Guid Id, string Name, double AreaSquareMetres, uint Version);

public sealed record RecipeView(Guid Id, string Name, ScourWish Wish, DateTimeOffset MadeAt, string Who);

/// <summary>What a wash house has.</summary>
public sealed record WashHouse(
    IReadOnlyList<TubView> Tubs, IReadOnlyList<RackView> Racks, IReadOnlyList<RecipeView> Recipes, ScourSchool School, double HotCelsius, double ColdCelsius, decimal? WaterPerCubicMetre, decimal? PerKilowattHour, TimeOnly Bedtime);

public sealed record RecipeRequest([property: StringLength(80, MinimumLength = 1)] string Name, ScourWish Wish);

/// <summary>A tub of the workshop.</summary>
/// <param name="LitresEquivalent">Its own warmth as litres of water, where somebody knows it; else it follows from its weight, else from what it holds.</param>
/// <param name="EmptyKilograms">What it weighs empty.</param>
/// <param name="Material">What it is made of; counts with its weight.</param>
public sealed record TubRequest(
    [property: StringLength(60, MinimumLength = 1)] string Name,
    [property: Range(0.5, 5000)] double Litres,
    [property: Range(0, 500)] double? LitresEquivalent = null,
    [property: Range(0.01, 500)] double? EmptyKilograms = null,
    TubMaterial Material = TubMaterial.Steel);

public sealed record RackRequest([property: StringLength(60, MinimumLength = 1)] string Name, [property: Range(0.05, 500)] double AreaSquareMetres);

public sealed record WashHouseSettings(
    [property: Range(0, 100)] double HotCelsius,
    [property: Range(0, 100)] double ColdCelsius,
    [property: Range(0, 1000)] decimal? WaterPerCubicMetre,
    [property: Range(0, 1000)] decimal? PerKilowattHour,
    TimeOnly Bedtime);

public static class ScourPlanEndpoints
{
    /// <summary>A room that nobody measured.</summary>
    private const double UsualAir = 18;

    public static void MapScouring(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/scouring").WithTags("scouring").ForMembers();
        group.MapGet("", House).Named("readWashHouse", "Tubs, racks, recipes, prices and what was learned of the tubs.");
        group.MapPost("/plan", Plan).Named("planWash", "Plans a wash bath by bath.").Changes(MemberRole.Looker).Produces<PlanView>();
        group.MapPut("/settings", SaveSettings).Named("saveWashSettings", "Prices, water and bedtime of the wash house.").Produces(204).Changes(MemberRole.Owner);
        group.MapPost("/recipes", KeepRecipe).Named("keepRecipe", "Keeps a wash as a recipe.").Changes().Produces<RecipeView>().ProducesProblem(409);
        group.MapDelete("/recipes/{id:guid}", RetireRecipe).Named("retireRecipe", "Puts a recipe away.").Produces(204).Changes().ProducesProblem(404);
        group.MapPost("/tubs", AddTub).Named("addTub", "Adds a tub.").Changes().Produces<TubView>();
        group.MapDelete("/tubs/{id:guid}", RetireTub).Named("retireTub", "Puts a tub away.").Produces(204).Changes().ProducesProblem(404);
        group.MapPost("/racks", AddRack).Named("addRack", "Adds a rack.").Changes().Produces<RackView>();
        group.MapDelete("/racks/{id:guid}", RetireRack).Named("retireRack", "Puts a rack away.").Produces(204).Changes().ProducesProblem(404);
        AfterWashEndpoints.Map(group);
        FinishedWashEndpoints.Map(group);
        WashEndpoints.Map(group);
    }

    private static async Task<WashHouse> House(EarthyTuftDb db, Bench bench, IOptions<Microsoft.AspNetCore.Http.Json.JsonOptions> json, CancellationToken stop)
    {
        var shop = await db.Workshops.AsNoTracking().SingleAsync(w => w.Id == bench.Facts.WorkshopId, stop);
        var tubs = await db.Tubs.AsNoTracking().Where(t => t.RetiredAt == null).OrderBy(t => t.Litres).ToListAsync(stop);
        var rates = await ScourSubjects.Rates(db, stop);
        var recipes = await db.ScourRecipes.AsNoTracking().Where(r => r.RetiredAt == null).OrderBy(r => r.Name).ToListAsync(stop);
        return new WashHouse(
            [.. tubs.Select(t => View(t, rates.Of(t.Id)))],
            await db.Racks.AsNoTracking().Where(r => r.RetiredAt == null).OrderBy(r => r.Name).Select(r => new RackView(r.Id, r.Name, r.AreaSquareMetres, r.Version)).ToListAsync(stop),
            [.. recipes.Select(r => View(r, json.Value.SerializerOptions))],
            School(shop.WashSchool),
            shop.HotWaterCelsius,
            shop.ColdWaterCelsius,
            shop.WaterPerCubicMetre,
            shop.PerKilowattHour,
            shop.Bedtime);
    }

    private static ScourSchool School(WashSchool of) => of switch
    {
        WashSchool.Hot => ScourSchool.Hot,
        WashSchool.SuintSoak => ScourSchool.SuintSoak,
        _ => ScourSchool.HandHot,
    };

    private static async Task<IResult> Plan(ScourPlanRequest request, EarthyTuftDb db, Bench bench, BreedBooks books, LiveHub live, IOptions<Microsoft.AspNetCore.Http.Json.JsonOptions> json, CancellationToken stop)
    {
        var planned = await Reckon(request, db, bench, books, live, json.Value.SerializerOptions, stop);
        return planned.IsRefused ? Problems.Refused(planned.Refusals) : TypedResults.Ok(planned.Value);
    }

    /// <summary>The plan of a request, with all that it stands on.</summary>
    /// <param name="past">The wash was long ago: what it washed may be used up since.</param>
    internal static async Task<Result<PlanView>> Reckon(
        ScourPlanRequest request, EarthyTuftDb db, Bench bench, BreedBooks books, LiveHub live, JsonSerializerOptions json, CancellationToken stop, bool past = false)
    {
        var found = await ScourSubjects.Of(db, await books.Here(stop), request.LotIds, request.GreasyGrams, past, stop);
        if (found.IsRefused)
        {
            return Result<PlanView>.Refused(found.Refusals);
        }

        var (lots, subject) = found.Value;
        var tub = request.TubId is { } id ? await db.Tubs.AsNoTracking().SingleOrDefaultAsync(t => t.Id == id && t.RetiredAt == null, stop) : null;
        if (request.TubId is not null && tub is null)
        {
            return new Refusal("tubId", "not-here", "There is no such tub in this workshop.");
        }

        var shop = await db.Workshops.AsNoTracking().SingleAsync(w => w.Id == bench.Facts.WorkshopId, stop);
        var rate = (await ScourSubjects.Rates(db, stop)).Of(request.TubId);
        var sensor = live.Last(bench.Facts.WorkshopId).FirstOrDefault(r => r.Kind == InstrumentKind.Air && r is { Connected: true, Value: not null })?.Value;
        var air = request.AirCelsius ?? sensor ?? UsualAir;
        var water = new ScourWater(request.HotCelsius ?? shop.HotWaterCelsius, request.ColdCelsius ?? shop.ColdWaterCelsius, air, request.FleeceCelsius);
        var litres = tub?.Litres ?? request.TubLitres ?? ScourTub.UsualLitres(subject.GreasyGrams);
        var at = new ScourTub(litres, tub?.LitresEquivalent ?? litres * TubWarmth.TypicalPerLitre, rate);
        var recipe = request.RecipeId is { } known ? await db.ScourRecipes.AsNoTracking().SingleOrDefaultAsync(r => r.Id == known, stop) : null;
        if (request.RecipeId is not null && recipe is null)
        {
            return new Refusal("recipeId", "not-here", "There is no such recipe in this workshop.");
        }

        return ScourPlan.Of(subject, at, water, request.Wish, new ScourPrices(shop.WaterPerCubicMetre, shop.PerKilowattHour)).Then<PlanView>(plan => new PlanView(
            new PlanFooting(
                [.. lots.Select(l => new PlanLot(l.Id, l.Code, l.Parentage))],
                Mass.FromGrams(subject.GreasyGrams).ToFigure(bench.Facts.Unit, request.GreasyGrams is null ? Provenance.Reckoned : Provenance.Measured),
                tub?.Name,
                at.Litres,
                rate.PerMinute,
                rate.Baths,
                water.HotCelsius,
                water.ColdCelsius,
                air,
                request.AirCelsius is not null || sensor is not null ? Provenance.Measured : Provenance.Guessed,
                plan.Batches.Litres / plan.Batches.Grams * 1000,
                request.Wish.DoseGramsPerKilogram is not null || request.Wish.Agent?.DoseGramsPerKilogram is not null ? Provenance.Reckoned : Provenance.Typical,
                subject.Class),
            plan,
            plan.Cost is { } cost ? FormattableString.Invariant($"{cost:0.00} {bench.Facts.Currency}") : null,
            plan.Cost is { } spent ? Math.Round(spent, 2) : null,
            recipe is null ? [] : ScourPlan.Departures(JsonSerializer.Deserialize<ScourWish>(recipe.Wish, json)!, request.Wish)));
    }

    private static async Task<IResult> SaveSettings(WashHouseSettings settings, EarthyTuftDb db, Bench bench, CancellationToken stop)
    {
        if (settings.HotCelsius < settings.ColdCelsius)
        {
            return Problems.Refused("hotCelsius", "cannot-be-reached", "The hot water is colder than the cold water.");
        }

        var shop = await db.Workshops.SingleAsync(w => w.Id == bench.Facts.WorkshopId, stop);
        (shop.HotWaterCelsius, shop.ColdWaterCelsius, shop.WaterPerCubicMetre, shop.PerKilowattHour, shop.Bedtime) =
            (settings.HotCelsius, settings.ColdCelsius, settings.WaterPerCubicMetre, settings.PerKilowattHour, settings.Bedtime);
        await db.SaveChangesAsync(stop);
        return TypedResults.NoContent();
    }

    private static async Task<IResult> KeepRecipe(RecipeRequest request, EarthyTuftDb db, Bench bench, IOptions<Microsoft.AspNetCore.Http.Json.JsonOptions> json, CancellationToken stop)
    {
        // The same name again is the recipe changed: the old one stays with the washes that used it.
        var name = request.Name.Trim();
        if (name.Length == 0)
        {
            return Problems.Refused("name", "missing", "A recipe needs a name.");
        }

        var wish = ScourWish.Check(request.Wish);
        if (wish.IsRefused)
        {
            return Problems.Refused(wish.Refusals);
        }

        await db.ScourRecipes.Where(r => r.Name == name && r.RetiredAt == null).ExecuteUpdateAsync(set => set.SetProperty(r => r.RetiredAt, bench.Now), stop);
        db.Changed<ScourRecipeRow>();
        var row = new ScourRecipeRow { Name = name, Wish = JsonSerializer.Serialize(request.Wish, json.Value.SerializerOptions), MadeAt = bench.Now, Who = bench.Facts.PersonName };
        db.ScourRecipes.Add(row);
        await db.SaveChangesAsync(stop);
        return TypedResults.Ok(View(row, json.Value.SerializerOptions));
    }

    private static async Task<IResult> RetireRecipe(Guid id, EarthyTuftDb db, Bench bench, CancellationToken stop) =>
        db.Told<ScourRecipeRow>(await db.ScourRecipes.Where(r => r.Id == id && r.RetiredAt == null).ExecuteUpdateAsync(set => set.SetProperty(r => r.RetiredAt, bench.Now), stop)) > 0
            ? TypedResults.NoContent() : Problems.NotHere("recipe");

    private static async Task<IResult> AddTub(TubRequest request, EarthyTuftDb db, CancellationToken stop)
    {
        if (string.IsNullOrWhiteSpace(request.Name))
        {
            return Problems.Refused("name", "missing", "A tub needs a name.");
        }

        var warmth = TubWarmth.LitresEquivalent(request.Litres, request.EmptyKilograms, request.Material);
        if (warmth.IsRefused)
        {
            return Problems.Refused(warmth.Refusals);
        }

        var row = new TubRow { Name = request.Name.Trim(), Litres = request.Litres, LitresEquivalent = request.LitresEquivalent ?? Math.Round(warmth.Value, 2) };
        db.Tubs.Add(row);
        await db.SaveChangesAsync(stop);
        return TypedResults.Ok(View(row, TubRate.Typical));
    }

    private static async Task<IResult> RetireTub(Guid id, EarthyTuftDb db, Bench bench, CancellationToken stop) =>
        db.Told<TubRow>(await db.Tubs.Where(t => t.Id == id && t.RetiredAt == null).ExecuteUpdateAsync(set => set.SetProperty(t => t.RetiredAt, bench.Now), stop)) > 0
            ? TypedResults.NoContent() : Problems.NotHere("tub");

    private static async Task<IResult> AddRack(RackRequest request, EarthyTuftDb db, CancellationToken stop)
    {
        if (string.IsNullOrWhiteSpace(request.Name))
        {
            return Problems.Refused("name", "missing", "A rack needs a name.");
        }

        var row = new RackRow { Name = request.Name.Trim(), AreaSquareMetres = request.AreaSquareMetres };
        db.Racks.Add(row);
        await db.SaveChangesAsync(stop);
        return TypedResults.Ok(new RackView(row.Id, row.Name, row.AreaSquareMetres, row.Version));
    }

    private static async Task<IResult> RetireRack(Guid id, EarthyTuftDb db, Bench bench, CancellationToken stop) =>
        db.Told<RackRow>(await db.Racks.Where(r => r.Id == id && r.RetiredAt == null).ExecuteUpdateAsync(set => set.SetProperty(r => r.RetiredAt, bench.Now), stop)) > 0
            ? TypedResults.NoContent() : Problems.NotHere("rack");

    private static TubView View(TubRow t, TubRate rate) => new(t.Id, t.Name, t.Litres, t.LitresEquivalent, rate.PerMinute, rate.Baths, t.Version);

    private static RecipeView View(ScourRecipeRow r, JsonSerializerOptions json) => new(r.Id, r.Name, JsonSerializer.Deserialize<ScourWish>(r.Wish, json)!, r.MadeAt, r.Who);
}

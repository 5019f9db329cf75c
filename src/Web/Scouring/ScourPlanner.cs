using EarthyTuft.Core.Instruments;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Core.Tools;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Scouring;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Live;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Scouring;

/// <summary>A plan with what it was made for.</summary>
internal sealed record PlannedScour(WashPlan Wash, IReadOnlyList<LotRow> Lots, ToolRow? Tub);

/// <summary>Gathers what a plan stands on, and plans.</summary>
internal sealed class ScourPlanner(EarthyTuftDb db, RequestContext context, BreedBooks books, LiveHub live)
{
    /// <summary>A room that nobody measured.</summary>
    private const double UsualAir = 18;

    /// <summary>The plan of a request, with all that it stands on.</summary>
    /// <param name="past">The wash was long ago: what it washed may be used up since.</param>
    public async Task<Result<PlannedScour>> Plan(ScourPlanRequest request, CancellationToken cancellationToken, bool past = false)
    {
        var found = await ScourSubjects.Of(
            db,
            await books.Here(cancellationToken),
            request.LotIds,
            request.GreasyGrams,
            past,
            cancellationToken
        );
        if (found.IsRefused)
        {
            return Result<PlannedScour>.Refused(found.Refusals);
        }

        var (lots, subject) = found.Value;
        var tub = request.TubId is { } id
            ? await db
                .Tools.AsNoTracking()
                .SingleOrDefaultAsync(t => t.Id == id && t.Kind == ToolKind.Tub && t.RetiredAt == null, cancellationToken)
            : null;
        if (request.TubId is not null && tub is null)
        {
            return new Refusal("tubId", "not-here", "There is no such tub in this workshop.");
        }

        var recipe = request.RecipeId is { } known
            ? await db.ScourRecipes.AsNoTracking().SingleOrDefaultAsync(r => r.Id == known, cancellationToken)
            : null;
        if (request.RecipeId is not null && recipe is null)
        {
            return new Refusal("recipeId", "not-here", "There is no such recipe in this workshop.");
        }

        var shop = await db.Workshops.AsNoTracking().SingleAsync(w => w.Id == context.Workshop.WorkshopId, cancellationToken);
        var rate = (await TubRates.Of(db, cancellationToken)).Of(request.TubId);
        var sensor = live.Last(context.Workshop.WorkshopId)
            .FirstOrDefault(r => r.Kind == InstrumentKind.Air && r is { Connected: true, Value: not null })
            ?.Value;
        var (typed, wished) = (new TypedTemperatures(shop.TemperatureUnit), request.Wish.Read(shop.TemperatureUnit));
        var airTyped = typed.Read(request.Air, "air", -20, 45);
        var air = airTyped ?? sensor ?? UsualAir;
        var water = new ScourWater(
            typed.Read(request.HotWater, "hotWater", 0, 100) ?? shop.HotWaterCelsius,
            typed.Read(request.ColdWater, "coldWater", 0, 100) ?? shop.ColdWaterCelsius,
            air,
            typed.Read(request.Fleece, "fleece", -20, 60)
        );
        if (wished.IsRefused || typed.Refusals.Count > 0)
        {
            return Result<PlannedScour>.Refused([.. wished.Refusals, .. typed.Refusals]);
        }

        var wish = wished.Value;
        var litres = tub?.Tub.Litres ?? request.TubLitres ?? ScourTub.UsualLitres(subject.GreasyGrams);
        var at = new ScourTub(litres, tub?.Tub.LitresEquivalent ?? litres * TubWarmth.TypicalPerLitre, rate);
        return ScourPlan
            .Of(subject, at, water, wish, new ScourPrices(shop.WaterPerCubicMetre, shop.PerKilowattHour))
            .Then<PlannedScour>(plan => new PlannedScour(
                new WashPlan(
                    new ScourFooting(
                        subject.GreasyGrams,
                        request.GreasyGrams is null ? Provenance.Reckoned : Provenance.Measured,
                        at.Litres,
                        rate.PerMinute,
                        rate.Baths,
                        water.HotCelsius,
                        water.ColdCelsius,
                        air,
                        airTyped is not null || sensor is not null ? Provenance.Measured : Provenance.Guessed,
                        plan.Batches.Litres / plan.Batches.Grams * 1000,
                        wish.DoseGramsPerKilogram is not null || wish.Agent?.DoseGramsPerKilogram is not null
                            ? Provenance.Reckoned
                            : Provenance.Typical,
                        subject.Class
                    ),
                    plan,
                    wish.Agent,
                    recipe is null ? [] : ScourPlan.Departures(StoredWash.Wish(recipe.Wish), wish, shop.TemperatureUnit)
                ),
                lots,
                tub
            ));
    }
}

using System.Text.Json;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.House;
using EarthyTuft.Web.Live;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;

namespace EarthyTuft.Web.Scouring;

/// <summary>A demo's wash house: two tubs that are known by their baths, racks, a recipe, one bath running and one fleece on a rack.</summary>
public static class DemoWashHouse
{
    /// <summary>Adds it to a demo that was just made, within the caller's transaction.</summary>
    public static async Task Add(IServiceProvider services, Guid owner, Guid workshop, CancellationToken stop)
    {
        var db = services.GetRequiredService<EarthyTuftDb>();
        var bench = services.GetRequiredService<Bench>();
        bench.Sit(owner, (await BenchDoor.Find(db, owner, workshop, stop))!);
        var json = services.GetRequiredService<IOptions<Microsoft.AspNetCore.Http.Json.JsonOptions>>().Value.SerializerOptions;
        var shop = await db.Workshops.SingleAsync(w => w.Id == workshop, stop);
        (shop.HotWaterCelsius, shop.ColdWaterCelsius, shop.WaterPerCubicMetre, shop.PerKilowattHour) = (68, 11, 2.4m, 0.27m);
        var (zinc, pan) = (new TubRow { Name = "zinc tub", Litres = 60, LitresEquivalent = 1.1 }, new TubRow { Name = "canning pot", Litres = 30, LitresEquivalent = 0.8 });
        db.Tubs.AddRange(zinc, pan);
        var line = new RackRow { Name = "loft rack", AreaSquareMetres = 2.2 };
        db.Racks.AddRange(line, new RackRow { Name = "stove rail", AreaSquareMetres = 0.9 });
        var agent = new ScourAgent("wool wash", 25, null, false, 9.5m);
        var wish = new ScourWish(ScourSchool.HandHot, Minutes: 22, Agent: agent);
        var recipe = new ScourRecipeRow { Name = "Down types, two baths", Wish = JsonSerializer.Serialize(wish, json), MadeAt = bench.Now.AddDays(-40), Who = "Tobin" };
        db.ScourRecipes.Add(recipe);
        await db.SaveChangesAsync(stop);

        var lots = await db.Lots.AsNoTracking().ToDictionaryAsync(l => l.Code, stop);
        var past = new[] { ("G-01.2", 80, zinc, 0.0071), ("W-01.2", 68, zinc, 0.0076), ("C-01.2", 48, zinc, 0.0069), ("R-01.2", 83, pan, 0.0102), ("P-01", 56, pan, 0.0096) };
        foreach (var (code, days, tub, rate) in past)
        {
            var wash = await Wash(code, tub, null);
            (wash.StartedAt, wash.EndedAt) = (bench.Now.AddDays(-days), bench.Now.AddDays(-days).AddHours(2));
            wash.Baths.Add(Bath(wash, 0, bench.Now.AddDays(-days), lifted: 22, learned: rate));
        }

        // Now: the rest of a Corriedale lies in its first bath, and an Icelandic on the rack since this morning.
        var running = await Wash("C-01.2", pan, recipe);
        var bath = Bath(running, 0, bench.Now.AddMinutes(-14), null, null);
        var truth = new Cooling(bath.TargetCelsius - 0.4, bath.AirCelsius + 0.3, 0.0094);
        double[] off = [0.2, -0.3, 0.1, -0.1, 0.2];
        bath.Readings.AddRange(off.Select((d, i) => new BathReadingRow { At = bath.StartedAt.AddMinutes(3 * i), Celsius = Math.Round(truth.At(3 * i) + d, 1) }));
        running.Baths.Add(bath);

        if (lots.TryGetValue("I-01.4", out var wet))
        {
            var drying = new DryingRow
            {
                Key = Guid.CreateVersion7(),
                LotIds = [wet.Id],
                Rack = line,
                Netted = true,
                ExpectedGrams = 880,
                ExpectedDeviation = 60,
                StartedAt = bench.Now.AddHours(-4),
                Who = "Marrit",
            };
            (int Minutes, double Grams)[] weighed = [(0, 1342), (35, 1263), (80, 1169), (130, 1086), (185, 1020), (232, 979)];
            drying.Weights.AddRange(weighed.Select(w => new DryingWeightRow
            {
                Key = Guid.CreateVersion7(),
                At = drying.StartedAt.AddMinutes(w.Minutes),
                Grams = w.Grams,
                Typed = FormattableString.Invariant($"{w.Grams} g"),
                Who = "Marrit",
            }));
            db.Dryings.Add(drying);
        }

        // The Wensleydale kept a little wax, on purpose.
        var combing = lots["W-01.4"];
        var scoured = await db.Entries.AsNoTracking().SingleAsync(e => e.Step == StepKind.Wash && e.Flows.Any(f => f.LotId == lots["W-01.3"].Id && f.Role == FlowRole.Out), stop);
        db.WashJudgements.Add(new WashJudgementRow
        {
            Key = Guid.CreateVersion7(),
            EntryId = scoured.Id,
            LotId = combing.Id,
            Handle = WashedHandle.Tacky,
            LossPercent = 100 * (1 - scoured.KeptGrams!.Value / scoured.TakenGrams!.Value),
            Outcome = WashOutcome.WaxLeft,
            Decision = WashDecision.UseSoon,
            JudgedAt = combing.MadeAt.AddDays(1),
            Who = "Marrit",
        });

        (int Hairs, double Pinch)[] counted = [(46, 2.0), (11, 2.1)];
        var passes = await db.Entries.Where(e => e.Step == StepKind.Dehair).OrderBy(e => e.DoneAt).Select(e => e.Id).ToListAsync(stop);
        db.Counts.AddRange(passes.Zip(counted, (id, c) => new CountRow { EntryId = id, HairsCounted = c.Hairs, PinchGrams = c.Pinch }));
        await db.SaveChangesAsync(stop);

        async Task<WashRow> Wash(string code, TubRow tub, ScourRecipeRow? from)
        {
            var request = new ScourPlanRequest([lots[code].Id], wish, tub.Id, GreasyGrams: lots[code].LeftGrams is > 0 ? null : lots[code].MadeGrams ?? 2000, RecipeId: from?.Id);
            var plan = await ScourPlanEndpoints.Reckon(request, db, bench, services.GetRequiredService<BreedBooks>(), services.GetRequiredService<LiveHub>(), json, stop, past: true);
            var row = new WashRow
            {
                Key = Guid.CreateVersion7(),
                LotIds = [lots[code].Id],
                Tub = tub,
                Recipe = from,
                Request = JsonSerializer.Serialize(request, json),
                Plan = JsonSerializer.Serialize(plan.Value, json),
                StartedAt = bench.Now.AddMinutes(-20),
                Who = "Tobin",
            };
            db.Washes.Add(row);
            return row;
        }

        BathRow Bath(WashRow wash, int place, DateTimeOffset at, double? lifted, double? learned)
        {
            var plan = JsonSerializer.Deserialize<PlanView>(wash.Plan, json)!;
            var planned = plan.Plan.Baths[place];
            return new BathRow
            {
                Wash = wash,
                Key = Guid.CreateVersion7(),
                Batch = 1,
                Place = place,
                Kind = planned.Kind,
                TargetCelsius = planned.Celsius,
                AirCelsius = plan.On.AirCelsius,
                AirRead = true,
                FloorCelsius = plan.Plan.FloorCelsius,
                HasFloor = planned.Kind == BathKind.Wash,
                PlannedMinutes = planned.Minutes,
                StartedAt = at,
                LiftedAt = lifted is { } minutes ? at.AddMinutes(minutes) : null,
                LearnedRate = learned,
            };
        }
    }
}

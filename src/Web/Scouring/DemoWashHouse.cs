using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Core.Stations;
using EarthyTuft.Core.Tools;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Scouring;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Runs;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Scouring;

/// <summary>A demo's wash house: two tubs that are known by their baths, a recipe, and one bath running.</summary>
public static class DemoWashHouse
{
    /// <summary>Adds it to a demo that was just made, within the caller's transaction.</summary>
    public static async Task Add(DemoScene demo, CancellationToken cancellationToken)
    {
        var (db, context) = (demo.Db, demo.Context);
        var planner = demo.Services.GetRequiredService<ScourPlanner>();
        var shop = await db.Workshops.SingleAsync(w => w.Id == context.Workshop.WorkshopId, cancellationToken);
        (shop.HotWaterCelsius, shop.ColdWaterCelsius, shop.WaterPerCubicMetre, shop.PerKilowattHour) = (68, 11, 2.4m, 0.27m);
        var (zinc, pan) = (ToolRow.Of("zinc tub", new Tub(60, 1.1)), ToolRow.Of("canning pot", new Tub(30, 0.8)));
        db.Tools.AddRange(
            zinc,
            pan,
            ToolRow.Of("green drum", ToolKind.DrumCarder, new Cloth(20, 57, 72), []),
            ToolRow.Of("beech cards", ToolKind.HandCards, new Cloth(20, 12, 108), [])
        );
        var wish = new ScourWish(ScourSchool.HandHot, Minutes: 22, Agent: new ScourAgent("wool wash", 25, null, false, 9.5m));
        var recipe = new ScourRecipeRow
        {
            Name = "Down types, two baths",
            Wish = StoredWash.Write(wish),
            MadeAt = context.Now.AddDays(-40),
            Who = "Tobin",
        };
        db.ScourRecipes.Add(recipe);
        await db.SaveChangesAsync(cancellationToken);

        var lots = await db.Lots.AsNoTracking().ToDictionaryAsync(l => l.Code, cancellationToken);
        var past = new[]
        {
            ("G-01.2", 80, zinc, 0.0071),
            ("W-01.2", 68, zinc, 0.0076),
            ("C-01.2", 48, zinc, 0.0069),
            ("R-01.2", 83, pan, 0.0102),
            ("P-01", 56, pan, 0.0096),
        };
        foreach (var (code, days, tub, rate) in past)
        {
            var (wash, plan) = await Wash(code, tub, null, context.Now.AddDays(-days));
            (wash.EndedAt, wash.Lots[0].EndedAt) = (wash.StartedAt.AddHours(2), wash.StartedAt.AddHours(2));
            var began = First(plan, wash.StartedAt);
            wash.Append(
                new[]
                {
                    began,
                    new RunEvent<WashEvent>(Guid.CreateVersion7(), wash.StartedAt.AddMinutes(22), new BathLifted(began.Id)),
                }.Select(e => StoredWash.Row(e, wash.Who))
            );
            db.ToolLessons.Add(
                new ToolLessonRow
                {
                    RunId = wash.Id,
                    Part = began.Id,
                    What = TubLessons.Cooling(covered: false),
                    ToolId = tub.Id,
                    Value = rate,
                    At = wash.StartedAt.AddMinutes(22),
                }
            );
        }

        // Now: the rest of a Cheviot lies in its first bath, and an Icelandic on the rack since this morning.
        var (running, now) = await Wash("C-01.2", pan, recipe, context.Now.AddMinutes(-20));
        var bath = First(now, context.Now.AddMinutes(-14));
        var of = (BathBegan)bath.What;
        var truth = (TubRate.Typical with { LogRate = new Belief(Math.Log(0.0094), 0.1) }).Bath(
            of.TargetCelsius - 0.4,
            of.AirCelsius + 0.3
        );
        double[] off = [0.2, -0.3, 0.1, -0.1, 0.2];
        running.Append(
            off.Select(
                    (d, i) =>
                        new RunEvent<WashEvent>(
                            Guid.CreateVersion7(),
                            bath.At.AddMinutes(3 * i),
                            new BathRead(bath.Id, Math.Round(truth.At(3 * i) + d, 1))
                        )
                )
                .Prepend(bath)
                .Select(e => StoredWash.Row(e, running.Who))
        );

        // The Wensleydale kept a little wax, on purpose.
        var combing = lots["W-01.4"];
        var scoured = await db
            .Entries.AsNoTracking()
            .SingleAsync(
                e => e.Step == StepKind.Wash && e.Flows.Any(f => f.LotId == lots["W-01.3"].Id && f.Role == FlowRole.Out),
                cancellationToken
            );
        db.WashJudgements.Add(
            new WashJudgementRow
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
            }
        );

        (int Hairs, double Pinch)[] counted = [(46, 2.0), (11, 2.1)];
        var passes = await db
            .Entries.Where(e => e.Step == StepKind.Dehair)
            .OrderBy(e => e.DoneAt)
            .Select(e => e.Id)
            .ToListAsync(cancellationToken);
        db.Measures.AddRange(
            passes
                .Zip(counted)
                .SelectMany(p =>
                    new[]
                    {
                        new MeasureRow
                        {
                            EntryId = p.First,
                            Key = Measure.Hairs.Key,
                            Value = p.Second.Hairs,
                        },
                        new MeasureRow
                        {
                            EntryId = p.First,
                            Key = Measure.Pinch.Key,
                            Value = p.Second.Pinch,
                        },
                    }
                )
        );
        await db.SaveChangesAsync(cancellationToken);

        async Task<(RunRow Run, WashPlan Plan)> Wash(string code, ToolRow tub, ScourRecipeRow? from, DateTimeOffset startedAt)
        {
            var request = new ScourPlanRequest(
                [lots[code].Id],
                ScourWishRequest.Of(wish, TemperatureUnit.Celsius),
                tub.Id,
                GreasyGrams: lots[code].LeftGrams is > 0 ? null : lots[code].MadeGrams ?? 2000,
                RecipeId: from?.Id
            );
            var planned = (await planner.Plan(request, cancellationToken, past: true)).Value.Wash;
            var plan = planned with { On = planned.On with { AirFrom = Provenance.Measured } };
            var run = new RunRow
            {
                Key = Guid.CreateVersion7(),
                Craft = StepKind.Wash,
                Plan = StoredWash.Write(plan),
                RecipeId = from?.Id,
                StartedAt = startedAt,
                Who = "Tobin",
                Lots = [new RunLotRow { LotId = lots[code].Id, Place = "water" }],
                Tools = [new RunToolRow { ToolId = tub.Id }],
            };
            db.Runs.Add(run);
            return (run, plan);
        }

        static RunEvent<WashEvent> First(WashPlan plan, DateTimeOffset at) =>
            WashRun.Decide(WashState.Of(plan, [], []), new BeginBath(1, 0, At: at), TemperatureUnit.Celsius, at, Guid.CreateVersion7).Value[
                0
            ];
    }
}

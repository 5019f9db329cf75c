using EarthyTuft.Core.Felting;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Runs;
using EarthyTuft.Data.Felting;
using EarthyTuft.Data.Lots;
using EarthyTuft.Data.Runs;
using EarthyTuft.Web.Runs;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Felting;

/// <summary>A demo's felting tests: a Gotland that felts moderately and a Wensleydale that hardly does.</summary>
internal static class DemoFelting
{
    /// <summary>Adds them to a demo that was just made, within the caller's transaction.</summary>
    public static async Task Add(DemoScene demo, CancellationToken cancellationToken)
    {
        await Test(demo, "G-01.4", 66, [new(2, 33, false, "33"), new(5, 30, true, "30")], cancellationToken);
        await Test(demo, "W-01.4", 40, [new(2, 42, false, "42"), new(5, 37.5, false, "37.5"), new(10, 35, true, "35")], cancellationToken);
        await demo.Db.SaveChangesAsync(cancellationToken);
    }

    private static async Task Test(DemoScene demo, string code, int daysAgo, BallMeasured[] looks, CancellationToken cancellationToken)
    {
        if (await demo.Db.Lots.SingleOrDefaultAsync(l => l.Code == code, cancellationToken) is not { } lot)
        {
            return;
        }

        var began = demo.Context.Now.AddDays(-daysAgo);
        var run = new RunRow
        {
            Key = Guid.CreateVersion7(),
            Craft = StepKind.TestFelting,
            Plan = StoredFelt.Write(new FeltPlan(2, "2", RolledBy.Minutes)),
            StartedAt = began,
            EndedAt = began.AddMinutes(20),
            Who = "Marrit",
            Lots =
            [
                new RunLotRow
                {
                    LotId = lot.Id,
                    Grams = 2,
                    EndedAt = began.AddMinutes(20),
                },
            ],
        };
        run.Append(
            looks.Select(b => StoredFelt.Row(new RunEvent<FeltEvent>(Guid.CreateVersion7(), began.AddMinutes(b.Count), b), run.Who))
        );
        demo.Db.Runs.Add(run);
        demo.Db.FeltingOutcomes.Add(FeltCraft.Row(run, FeltRun.Outcome(StoredFelt.State(run))!, run.EndedAt!.Value, run.Who));
    }
}

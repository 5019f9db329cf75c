using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Tools;
using EarthyTuft.Data.Drying;
using EarthyTuft.Data.Runs;
using EarthyTuft.Web.Runs;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Drying;

/// <summary>A demo's racks, and an Icelandic that lies on one since this morning.</summary>
public static class DemoRack
{
    /// <summary>Adds it to a demo that was just made, within the caller's transaction.</summary>
    public static async Task Add(DemoScene demo, CancellationToken cancellationToken)
    {
        var (db, context) = (demo.Db, demo.Context);
        var line = ToolRow.Of("loft rack", new Rack(2.2));
        db.Tools.AddRange(line, ToolRow.Of("stove rail", new Rack(0.9)));
        if (await db.Lots.AsNoTracking().SingleOrDefaultAsync(l => l.Code == "I-01.4", cancellationToken) is { } wet)
        {
            (int Minutes, double Grams)[] weighed = [(0, 1342), (35, 1263), (80, 1169), (130, 1086), (185, 1020), (232, 979)];
            var laid = context.Now.AddHours(-4);
            var run = new RunRow
            {
                Key = Guid.CreateVersion7(),
                Craft = StepKind.Dry,
                Plan = StoredRack.Write(new RackPlan(WaterOut.SpunOut, RackPlace.Indoors, true, new Belief(880, 60))),
                StartedAt = laid,
                Who = "Marrit",
                Lots = [new RunLotRow { LotId = wet.Id, Place = "rack" }],
                Tools = [new RunToolRow { ToolId = line.Id }],
            };
            run.Append(
                weighed.Select(w =>
                    StoredRack.Row(
                        new RunEvent<RackEvent>(
                            Guid.CreateVersion7(),
                            laid.AddMinutes(w.Minutes),
                            new RackWeighed(w.Grams, FormattableString.Invariant($"{w.Grams} g"))
                        ),
                        "Marrit"
                    )
                )
            );
            db.Runs.Add(run);
        }

        await db.SaveChangesAsync(cancellationToken);
    }
}

using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Tools;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Spinning;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Spinning;

/// <summary>A demo's wheel, spindle and niddy-noddy, and a mohair that is being spun.</summary>
public static class DemoSpinning
{
    private static readonly YarnWish Wish = new(20, 24, 2);

    /// <summary>Adds it to a demo that was just made, within the caller's transaction.</summary>
    public static async Task Add(DemoScene demo, CancellationToken cancellationToken)
    {
        var (db, context) = (demo.Db, demo.Context);
        var wheel = ToolRow.Of(
            "cherry wheel",
            ToolKind.Wheel,
            new Spinner([new Whorl("large", 6), new Whorl("middle", 9), new Whorl("small", 12)], Drive.DoubleDrive, 90),
            []
        );
        db.Tools.AddRange(
            wheel,
            ToolRow.Of("rowan spindle", ToolKind.Spindle, new Spinner([], null, 45), []),
            ToolRow.Of("niddy-noddy", new Winder(1500), [])
        );
        await db.SaveChangesAsync(cancellationToken);
        AddMohair(db, context, await db.Lots.AsNoTracking().SingleAsync(l => l.Code == "K-01.4", cancellationToken), wheel);
        await db.SaveChangesAsync(cancellationToken);
    }

    private static void AddMohair(EarthyTuftDb db, RequestContext context, LotRow mohair, ToolRow wheel)
    {
        var on = new SpunOn(12, 150);
        var fibre = new SpunFibre(mohair.StapleMillimetres, 27, Fineness.Density(mohair.Fibre));
        var aim = LearnedAim
            .Of(Wish, OwnYarn.Nothing(YarnFigures.TypicalOf(mohair.Fibre, mohair.Form)), SaidFigures.Nothing, fibre, on)
            .Value;
        var began = context.Now.AddMinutes(-75);
        SpinEvent[] done =
        [
            new DrawNoted(Draw.Short),
            new PlyBackRead(new YarnTrial(18, 0.5, 17, 3, 150), "18", "as it came"),
            new PlyBackRead(new YarnTrial(20.5, 0.5, 21, 4, 150), "20-21", "more treadles"),
            new PlyBackRead(new YarnTrial(21.5, 0.5, 24, 5, 160), "21-22", ""),
            new BobbinBegun(TwistDirection.Z, "small whorl, light pull"),
            new HandsOn(),
            new SpunCounted(SpunTally.Joins, 6, 20, JoinWay.LaidOver),
            new HandsOff(),
        ];
        var run = new RunRow
        {
            Key = Guid.CreateVersion7(),
            Craft = StepKind.Spin,
            Plan = StoredSpin.Write(new SpinPlan(aim.Wish, fibre, on, "small", aim.ToldWraps)),
            StartedAt = began.ToStored(),
            Who = "Tobin",
            Lots = [new RunLotRow { LotId = mohair.Id, Grams = 60 }],
            Tools = [new RunToolRow { ToolId = wheel.Id }],
        };
        run.Append(
            done.Select((e, i) => StoredSpin.Row(new RunEvent<SpinEvent>(Guid.CreateVersion7(), began.AddMinutes(10 * i), e), "Tobin"))
        );
        db.Runs.Add(run);
    }
}

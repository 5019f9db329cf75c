using EarthyTuft.Core.Dividing;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Dividing;
using EarthyTuft.Data.Runs;
using EarthyTuft.Web.Runs;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Dividing;

/// <summary>The strip chart of a demo: grey against white for a two-ply whose plies change together. What became of it lies beside its
/// rehearsal.</summary>
public static class DemoStrips
{
    private const string Grey = "G-01.6",
        White = "W-01.5",
        SpunTo = "J-03";

    /// <summary>Adds it to a demo that was just made, within the caller's transaction.</summary>
    public static async Task Add(DemoScene demo, CancellationToken cancellationToken)
    {
        var db = demo.Db;
        string[] codes = [Grey, White, SpunTo];
        var lots = await db.Lots.AsNoTracking().Where(l => codes.Contains(l.Code)).ToDictionaryAsync(l => l.Code, cancellationToken);
        ChartColour[] colours =
        [
            .. new[] { ("g", lots[Grey]), ("w", lots[White]) }.Select(c => new ChartColour(
                c.Item1,
                c.Item2.Id,
                c.Item2.Code,
                Shade.Of(c.Item2.Colour)
            )),
        ];
        Strip[] ply = [.. Enumerable.Range(0, 8).Select(i => new Strip(colours[i % 2].Name, colours[i % 2].Colour, 5.2))];
        StripEvent[] done =
        [
            .. ply.Concat(ply).Select((_, i) => new StripDone(i / ply.Length)),
            new BetterEndNoted("g", DraftsFrom.MarkedEnd),
        ];
        var began = lots[SpunTo].MadeAt.AddHours(-5);
        var ended = began.AddMinutes(2 * done.Length);
        var run = new RunRow
        {
            Key = Guid.CreateVersion7(),
            Craft = StepKind.Divide,
            Plan = StoredStrips.Write(
                new StripPlan(
                    colours,
                    [ply, ply],
                    190,
                    new RehearsalWish(190, null, HeldAs.Straight, YarnStructure.Plain, 60, 120, 12, 4, 3)
                )
            ),
            StartedAt = began,
            EndedAt = ended,
            Who = "Tobin",
            Lots =
            [
                .. colours.Select(c => new RunLotRow
                {
                    LotId = c.Lot!.Value,
                    Grams = 42,
                    EndedAt = ended,
                }),
            ],
        };
        run.Append(
            done.Select((e, i) => StoredStrips.Row(new RunEvent<StripEvent>(Guid.CreateVersion7(), began.AddMinutes(2 * i), e), "Tobin"))
        );
        db.Runs.Add(run);
        await db.SaveChangesAsync(cancellationToken);
    }
}

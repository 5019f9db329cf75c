using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Spinning;
using EarthyTuft.Data.Store;
using EarthyTuft.Data.Yarns;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Spinning;

/// <summary>What somebody spun in a week.</summary>
/// <param name="Length">In words.</param>
public sealed record SpunByView(string Who, double Metres, string Length);

/// <summary>Metres of singles spun since Monday, of the bobbins that were measured.</summary>
/// <param name="Since">Monday.</param>
/// <param name="By">The most first.</param>
/// <param name="All">The workshop's, in words.</param>
public sealed record SpunWeek(DateOnly Since, IReadOnlyList<SpunByView> By, string All);

/// <summary>The week's metres, for those who spin for distance.</summary>
public static class WeekEndpoints
{
    internal static async Task<Ok<SpunWeek>> Week(EarthyTuftDb db, RequestContext context, CancellationToken cancellationToken)
    {
        var monday = context.Today.AddDays(-(((int)context.Today.DayOfWeek + 6) % 7));
        var midnight = monday.ToDateTime(TimeOnly.MinValue);
        var from = new DateTimeOffset(midnight, context.Workshop.Zone.GetUtcOffset(midnight)).ToUniversalTime();
        var logged = await db
            .YarnReadings.AsNoTracking()
            .Where(r => r.WithdrawnAt == null)
            .Join(
                db.Lots.Where(l => l.Form == LotForm.Singles && l.MadeBy == StepKind.Spin && l.VoidedAt == null && l.MadeAt >= from),
                r => r.LotId,
                l => l.Id,
                (r, l) => r
            )
            .OrderBy(r => r.At)
            .ThenBy(r => r.Id)
            .ToListAsync(cancellationToken);
        var running = await db
            .Runs.AsNoTracking()
            .Where(r => r.Craft == StepKind.Spin && r.EndedAt == null)
            .Include(r => r.Events)
            .ToListAsync(cancellationToken);
        // Measured anew, a bobbin counts as it was measured last, for whoever spun it.
        var spun = logged
            .GroupBy(r => r.LotId)
            .Select(g => (g.First().Who, Metres: g.Aggregate(YarnMeasures.Nothing, (all, r) => all.With(r.Measures)).Metres))
            .Concat(
                running
                    .SelectMany(r => r.Events)
                    .Where(e => e.WithdrawnAt is null && e.At >= from)
                    .Select(e => (e.Who, Metres: StoredSpin.Read(e) is BobbinFilled filled ? filled.Measured.Metres : null))
            )
            .Where(s => s.Metres is not null)
            .GroupBy(s => s.Who)
            .Select(g => (Who: g.Key, Metres: g.Sum(s => s.Metres!.Value)))
            .OrderByDescending(s => s.Metres)
            .ToArray();
        return TypedResults.Ok(
            new SpunWeek(
                monday,
                [.. spun.Select(s => new SpunByView(s.Who, s.Metres, Figures.Metres(s.Metres, context.Workshop.LengthUnit)))],
                Figures.Metres(spun.Sum(s => s.Metres), context.Workshop.LengthUnit)
            )
        );
    }
}

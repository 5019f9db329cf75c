using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Animals;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Animals;

/// <summary>Puts an animal's page together: its clips, and from their families what came of each.</summary>
internal static class AnimalCards
{
    private const int MostClips = 30;

    /// <summary>Null when there is none; one that was merged into another is shown as that.</summary>
    public static async Task<AnimalCard?> Of(EarthyTuftDb db, RequestContext context, Guid id, CancellationToken cancellationToken)
    {
        var animals = db.Animals;
        if (
            await animals
                .AsNoTracking()
                .SingleOrDefaultAsync(a => animals.Any(m => m.Id == id && a.Id == (m.MergedInto ?? m.Id)), cancellationToken)
            is not { } row
        )
        {
            return null;
        }

        var lots = (await AnimalEndpoints.Clips(db, row.Id).AsNoTracking().ToListAsync(cancellationToken))
            .OrderByDescending(l => l.ShornOn ?? context.DayOf(l.MadeAt))
            .ThenByDescending(l => l.MadeAt)
            .ToArray();
        var shown = lots.Take(MostClips).ToArray();
        var family = shown.Length == 0 ? null : await Family.Of(db, [.. shown.Select(l => l.Id)], cancellationToken);
        return new AnimalCard(
            row.Id,
            row.Version,
            row.Name,
            row.Kind,
            row.Breed,
            row.Born,
            row.Born is { } born ? Spans.Words(born, context.Today) : null,
            row.Colour,
            row.Notes,
            [.. shown.Select((l, i) => Clip(l, i + 1 < lots.Length ? lots[i + 1] : null, row, family!, context))],
            lots.Length - shown.Length,
            await db
                .Animals.AsNoTracking()
                .Where(a => a.MergedInto == row.Id)
                .OrderBy(a => a.Name)
                .Select(a => new MergedAnimal(a.Id, a.Name))
                .ToListAsync(cancellationToken),
            await db
                .Changes.AsNoTracking()
                .Where(c => c.AnimalId == row.Id)
                .OrderByDescending(c => c.At)
                .Select(c => new AnimalChange(c.What, c.From, c.To, c.Who, c.At))
                .ToListAsync(cancellationToken)
        );
    }

    private static ClipView Clip(LotRow lot, LotRow? before, AnimalRow animal, Family family, RequestContext context)
    {
        var unit = context.Workshop.Unit;
        var on = lot.ShornOn ?? context.DayOf(lot.MadeAt);
        return new ClipView(
            lot.Id,
            lot.Code,
            lot.Form,
            on,
            lot.ShornOn,
            family.Masses.Made(lot.Id)?.Estimate.ToFigure(unit, Provenance.Reckoned),
            animal.Born is { } born && lot.ShornOn is { } shorn ? Spans.Words(born, shorn) : null,
            lot.ShornOn is { } now && before?.ShornOn is { } last ? Spans.Words(last, now) : null,
            lot.StapleMillimetres is { } staple ? Figures.Length(staple, context.Workshop.LengthUnit) : null,
            [
                .. Core
                    .Ledger.Clip.Products(lot.Id, family.Entries, family.Masses, l => family.Lots[l].Form)
                    .Select(p => new ClipProductView(
                        p.Form,
                        Mass.FromGrams(p.Grams).ToFigure(unit, Provenance.Reckoned),
                        Figures.PercentFigure(
                            p.Yield,
                            Provenance.Reckoned,
                            new Working(
                                "made weight / raw weight behind it; of what was joined with other clips the share of this one",
                                [
                                    new("made", Mass.FromGrams(p.Grams).Write(unit)),
                                    new("behind it", Mass.FromGrams(p.RawGrams).Write(unit)),
                                ],
                                Figures.BalanceSource
                            )
                        )
                    )),
            ],
            lot.UsedUpAt is null ? family.Masses.Left(lot.Id)?.Estimate.ToFigure(unit, Provenance.Reckoned) : null
        );
    }
}

/// <summary>Time between two days in words.</summary>
internal static class Spans
{
    private const double DaysOfMonth = 30.44;

    /// <summary>"9 months", and from two years on "3 years" or "3 years 5 months".</summary>
    public static string Words(DateOnly from, DateOnly to)
    {
        var months = (int)Math.Round((to.DayNumber - from.DayNumber) / DaysOfMonth);
        return months < 1 ? Count(to.DayNumber - from.DayNumber, "day")
            : months < 24 ? Count(months, "month")
            : months % 12 == 0 ? Count(months / 12, "year")
            : $"{Count(months / 12, "year")} {Count(months % 12, "month")}";
    }

    private static string Count(int number, string unit) => FormattableString.Invariant($"{number} {unit}") + (number == 1 ? "" : "s");
}

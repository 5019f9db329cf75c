using System.Globalization;
using EarthyTuft.Core.Comparing;
using EarthyTuft.Core.Dividing;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Dividing;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Photographs;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Data.Yarns;
using EarthyTuft.Web.Dividing;
using EarthyTuft.Web.Hosting;
using Microsoft.EntityFrameworkCore;
using static System.FormattableString;

namespace EarthyTuft.Web.Comparing;

/// <summary>Finds the strip chart behind a yarn, and holds what was rehearsed against what became of it.</summary>
internal static class RealYarnPages
{
    /// <summary>Of so many charts of its lots the newest are looked at.</summary>
    private const int MostCharts = 40;

    /// <summary>So many photographs lie beside a rehearsal.</summary>
    private const int MostPhotographs = 6;

    /// <summary>Null when there is no such lot; without a rehearsal where none stands behind it.</summary>
    public static async Task<RealYarnPage?> Of(EarthyTuftDb db, string code, WorkshopSettings workshop, CancellationToken cancellationToken)
    {
        if (
            await Family.OfCode(db, code, cancellationToken) is not { } family
            || family.Lots.Values.FirstOrDefault(l => l.Code == code) is not { } lot
        )
        {
            return null;
        }

        if (!lot.Form.IsSpun() || await Chart(db, family, lot.Id, cancellationToken) is not var (startedAt, state, wish, behind))
        {
            return new RealYarnPage(null, null, null, [], []);
        }

        var measured = (await db.MeasuresOf([lot.Id], cancellationToken)).GetValueOrDefault(lot.Id) ?? YarnMeasures.Nothing;
        var facts = YarnFacts.Of(
            measured,
            family.Masses.Made(lot.Id)?.Grams,
            YarnFigures.TypicalOf(lot.Fibre, null).Density(lot.Form, measured.Strands ?? YarnAim.TwoStrands)
        );
        var yarn = RealYarn.Of(state.Plies, wish, lot.Form, facts.Tex);
        return new RealYarnPage(
            startedAt,
            DividingEndpoints.Look(yarn.Rehearsed, wish.Plied, workshop.LengthUnit),
            yarn.Came is { } came ? DividingEndpoints.Look(came, wish.Plied, workshop.LengthUnit) : null,
            [.. Sentences(yarn, wish, facts, lot.Form, workshop.LengthUnit)],
            await Photographs(db, family, lot, behind, startedAt, cancellationToken)
        );
    }

    // The newest chart that was begun before its singles were spun, all of whose lots stand behind the yarn.
    private static async Task<(DateTimeOffset StartedAt, StripState State, RehearsalWish Wish, Guid[] Behind)?> Chart(
        EarthyTuftDb db,
        Family family,
        Guid lot,
        CancellationToken cancellationToken
    )
    {
        Guid[] behind = [.. Lineage.Generations(family.Entries, lot).Skip(1).SelectMany(generation => generation)];
        var spunAt = family
            .Flows.Where(f =>
                f.Role == FlowRole.Out && f.Entry.Step == StepKind.Spin && (f.LotId == lot || behind.Contains(f.LotId!.Value))
            )
            .Select(f => (DateTimeOffset?)f.Entry.DoneAt)
            .Max();
        if (spunAt is null)
        {
            return null;
        }

        var runs = await db
            .Runs.AsNoTracking()
            .AsSplitQuery()
            .Include(r => r.Events)
            .Include(r => r.Lots)
            .Where(r => r.Craft == StepKind.Divide && r.StartedAt <= spunAt && r.Lots.Any(l => behind.Contains(l.LotId)))
            .OrderByDescending(r => r.StartedAt)
            .Take(MostCharts)
            .ToListAsync(cancellationToken);
        foreach (var run in runs.Where(r => r.Lots.All(l => behind.Contains(l.LotId))))
        {
            if (StoredStrips.State(run) is { Plan.Wish: { } wish } state && state.Plies.All(p => p.Count > 0))
            {
                return (run.StartedAt, state, wish, behind);
            }
        }

        return null;
    }

    private static IEnumerable<string> Sentences(RealYarn yarn, RehearsalWish wish, YarnFacts facts, LotForm form, LengthUnit lengths)
    {
        if (yarn is not { Came: { } came, SinglesTex: { } tex, Longer: { } longer, Differs: { } differs })
        {
            yield return "Measure its length, or its wraps: then the stripes are drawn as long as they came out.";
            yield break;
        }

        var about = facts.IsGuessed ? "about " : "";
        yield return Invariant(
            $"Rehearsed in singles of {wish.SinglesTex:0} tex; they came out at {about}{tex:0} tex{TakenUp(wish, form)}."
        );
        var strip = came.Strips[0][0];
        var (then, now) = (yarn.Rehearsed.StripeMetres(yarn.Rehearsed.Strips[0][0]), came.StripeMetres(strip));
        yield return differs
            ? string.Create(
                CultureInfo.InvariantCulture,
                $"A strip is seen for {about}{Figures.Metres(now, lengths)} of yarn instead of {Figures.Metres(then, lengths)}: "
                    + $"{came.RowsOf(now):0.#} rows or rounds of {wish.Stitches} stitches instead of {yarn.Rehearsed.RowsOf(then):0.#}. "
                    + $"{(longer > 0 ? "Finer singles make longer stripes: lighter" : "Thicker singles make shorter stripes: heavier")} "
                    + $"strips keep them as they were rehearsed."
            )
            : Invariant($"A strip is seen for {about}{Figures.Metres(now, lengths)} of yarn, as it was rehearsed.");
        if (facts is { Metres: { } metres, IsGuessed: false } && metres < came.YarnMetres * (1 - RealYarn.Seen))
        {
            yield return Invariant(
                $"This lot is {Figures.Metres(metres, lengths)} of the {Figures.Metres(came.YarnMetres, lengths)} that the whole chart makes."
            );
        }
    }

    private static string TakenUp(RehearsalWish wish, LotForm form) =>
        form == LotForm.Singles ? ""
        : wish.TakeUpPercent > 0 ? Invariant($", {wish.TakeUpPercent:0.#} % taken up in plying")
        : ", plying taken in";

    /// <summary>Of the yarn, and of the samples that were kept since of what it was spun from.</summary>
    private static async Task<IReadOnlyList<RealPhotograph>> Photographs(
        EarthyTuftDb db,
        Family family,
        StoredLot lot,
        Guid[] behind,
        DateTimeOffset since,
        CancellationToken cancellationToken
    )
    {
        Guid[] prepared = [.. behind.Where(b => family.Lots[b].Form.IsPrepared())];
        return await db
            .Photographs.AsNoTracking()
            .Where(p =>
                p.LotId == lot.Id
                || db.Samples.Any(s => s.Id == p.SampleId && s.WithdrawnAt == null && s.MadeAt >= since && prepared.Contains(s.LotId))
            )
            .OrderByDescending(p => p.AddedAt)
            .ThenByDescending(p => p.Id)
            .Take(MostPhotographs)
            .Select(p => new RealPhotograph(
                p.Id,
                p.Caption,
                p.SampleId == null ? lot.Code : db.Samples.Single(s => s.Id == p.SampleId).Code
            ))
            .ToListAsync(cancellationToken);
    }
}

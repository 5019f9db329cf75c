using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Lots;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Scouring;

/// <summary>Gathers what is known of lots that are to be washed together.</summary>
internal static class ScourSubjects
{
    /// <summary>The lots, and what the plan needs to know of them; refused where they are not there, not of like kind, or not
    /// weighed.</summary>
    /// <param name="past">The wash was long ago: what it washed may be used up since.</param>
    public static async Task<Result<(IReadOnlyList<LotRow> Lots, ScourSubject Subject)>> Of(
        EarthyTuftDb db,
        BreedBook book,
        IReadOnlyList<Guid> ids,
        double? greasyGrams,
        bool past,
        CancellationToken cancellationToken
    )
    {
        var lots = await db
            .Lots.AsNoTracking()
            .Where(l => ids.Contains(l.Id) && l.VoidedAt == null)
            .OrderBy(l => l.Code)
            .ToListAsync(cancellationToken);
        var guard = new Guard(WashFields.Subjects)
            .Need(ids.Count > 0, "lotIds", "nothing-taken", "is empty: choose a lot to wash")
            .Need(lots.Count == ids.Distinct().Count(), "lotIds", "not-here", "names a lot that is not here")
            .Need(past || lots.All(l => l.UsedUpAt is null), "lotIds", "used-up", "holds a lot of which nothing is left")
            .Need(
                lots.All(l => ScouringStation.Definition.CanTake(l.Form, l.Fibre)),
                "lotIds",
                "wrong-form",
                "holds a lot that is not washed as it is now"
            )
            .Need(
                lots.Select(l => l.Fibre).Distinct().Count() <= 1,
                "lotIds",
                "unlike-fibres",
                "holds unlike fibres: each wants a bath of its own"
            )
            .Need(
                greasyGrams is not null || lots.All(l => l.LeftGrams is not null),
                "greasyGrams",
                "not-weighed",
                "is not known of every lot: weigh it, or type what goes in"
            );
        if (!guard.Passed)
        {
            return Result<(IReadOnlyList<LotRow>, ScourSubject)>.Refused(guard.Refusals);
        }

        var classes = lots.Select(l => OwnLog.ClassOf(book, l.Parentage, l.Fibre)).Distinct().ToArray();
        var of = classes.Length == 1 ? classes[0] : null;
        // Of several lots in one bath the one that felts most readily decides.
        var tests = await db.Tested(cancellationToken);
        var felts = lots.Select(l =>
                KnownFelting.Of(l.Code, l.Parentage, tests, BreedEndpoints.Parentage(l.Parentage).Felts(book.Find, of))
            )
            .MaxBy(f => f.Felts)!;
        var wax = await Wax(db, lots, cancellationToken);
        return (
            lots,
            new ScourSubject(greasyGrams ?? lots.Sum(l => l.LeftGrams!.Value), lots[0].Fibre, of, felts.Felts, wax)
            {
                FeltsFrom = felts.From,
            }
        );
    }

    /// <summary>The most wax that was seen on the fleeces these lots come from, null when nobody looked.</summary>
    private static async Task<HowMuch?> Wax(EarthyTuftDb db, IReadOnlyList<LotRow> lots, CancellationToken cancellationToken)
    {
        var roots = lots.Select(l => LotCode.RootOf(l.Code)).Distinct().ToArray();
        var seen = await db
            .LookOvers.AsNoTracking()
            .Where(l => l.Wax != null)
            .Join(
                db.Lots.Where(l => l.VoidedAt == null),
                l => l.LotId,
                l => l.Id,
                (look, lot) =>
                    new
                    {
                        look.Wax,
                        look.LookedAt,
                        lot.Code,
                    }
            )
            .Where(x => roots.Contains(x.Code) || roots.Any(r => x.Code.StartsWith(r + ".")))
            .ToListAsync(cancellationToken);
        return seen.GroupBy(s => LotCode.RootOf(s.Code)).Select(g => g.MaxBy(s => s.LookedAt)!.Wax).Max();
    }
}

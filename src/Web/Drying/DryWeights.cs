using EarthyTuft.Core.Course;
using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Routing;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Drying;

/// <summary>What the ledger expects wet lots to weigh dry: what went into their wash times the yield of such fleeces. Read once for any
/// number of lots.</summary>
internal sealed class DryWeights
{
    private sealed record Wash(double Taken, Guid[] Made);

    private readonly BreedBook book;
    private readonly OwnExperience? own;
    private readonly IReadOnlyList<Wash> washes;

    private DryWeights(BreedBook book, OwnExperience? own, IReadOnlyList<Wash> washes) =>
        (this.book, this.own, this.washes) = (book, own, washes);

    public static async Task<DryWeights> Of(
        EarthyTuftDb db,
        BreedBook book,
        IReadOnlyList<LotRow> lots,
        CancellationToken cancellationToken
    )
    {
        var ids = lots.Select(l => l.Id).ToArray();
        var washes =
            ids.Length == 0
                ? []
                : await db
                    .Entries.AsNoTracking()
                    .Where(e =>
                        e.VoidedAt == null
                        && e.Step == StepKind.Wash
                        && e.TakenGrams > 0
                        && e.Flows.Any(f => f.Role == FlowRole.Out && ids.Contains(f.LotId!.Value))
                    )
                    .Select(e => new Wash(
                        e.TakenGrams!.Value,
                        e.Flows.Where(f => f.Role == FlowRole.Out).Select(f => f.LotId!.Value).ToArray()
                    ))
                    .ToListAsync(cancellationToken);
        return new DryWeights(book, washes.Count == 0 ? null : await OwnLog.Read(db, book, null, cancellationToken), washes);
    }

    /// <summary>What some of the lots will weigh together; null where their washes do not tell.</summary>
    public Belief? Together(IReadOnlyList<LotRow> lots)
    {
        var ids = lots.Select(l => l.Id).ToArray();
        var theirs = washes.Where(w => w.Made.Intersect(ids).Any()).ToArray();
        // A wash that made several lots does not tell how much of it is in which.
        if (theirs.Sum(w => w.Made.Length) != ids.Length || theirs.Any(w => w.Made.Except(ids).Any()))
        {
            return null;
        }

        var of = OwnLog.ClassOf(book, lots[0].Parentage, lots[0].Fibre);
        var yields = YieldForecast.Of(AllStations.Typical(StepKind.Wash, of)!, own!.Yields.For(StepKind.Wash, of, lots[0].Parentage));
        return ExpectedDryWeight.Of(theirs.Sum(w => w.Taken), yields);
    }
}

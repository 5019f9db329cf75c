using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Tools;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Spinning;

/// <summary>A lot in store that a yarn could be spun from.</summary>
/// <param name="Left">What is left of it; null where that is not known.</param>
/// <param name="Verdict">Whether it can become that yarn.</param>
/// <param name="Words">What to spin of it, or what stands against it.</param>
public sealed record SuitView(
    string Code,
    string Parentage,
    LotForm Form,
    Fibre Fibre,
    string Colour,
    MassFigure? Left,
    CanBeSpun Verdict,
    string Words
);

/// <summary>Which lots in store suit a yarn that is to be matched, where nobody said what it is made of.</summary>
public static class SuitEndpoints
{
    /// <summary>So many of the newest are looked at.</summary>
    private const int Most = 24;

    internal static async Task<Results<Ok<IReadOnlyList<SuitView>>, ProblemHttpResult>> Suits(
        AimRequest request,
        EarthyTuftDb db,
        AimDesk desk,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        LotForm[] prepared = [.. Enum.GetValues<LotForm>().Where(f => f.IsPrepared())];
        var lots = await db
            .Lots.AsNoTracking()
            .Where(l => l.VoidedAt == null && l.UsedUpAt == null && prepared.Contains(l.Form))
            .OrderByDescending(l => l.ChangedAt)
            .ThenByDescending(l => l.Id)
            .Take(Most)
            .ToListAsync(cancellationToken);
        var suits = new List<SuitView>();
        foreach (var lot in lots)
        {
            var read = await desk.Read(request with { LotId = lot.Id, Trials = null }, lot, cancellationToken);
            if (read.IsRefused)
            {
                return Problems.Refused(read.Refusals);
            }

            var (aim, on) = (read.Value.Learned.Aim, read.Value.On);
            suits.Add(
                new SuitView(
                    lot.Code,
                    lot.Parentage,
                    lot.Form,
                    lot.Fibre,
                    lot.Colour,
                    Figures.ToFigure(lot.LeftGrams, lot.LeftSigma, context.Workshop.Unit, Provenance.Reckoned),
                    aim.Verdict,
                    aim.Obstacles.Count > 0
                        ? AimWords.Against(aim.Obstacles[0], on?.By ?? SpunBy.Treadles, context.Workshop.LengthUnit)
                        : FormattableString.Invariant($"singles of {aim.SinglesWraps:0.#} WPI")
                )
            );
        }

        return TypedResults.Ok<IReadOnlyList<SuitView>>([.. suits.OrderBy(s => s.Verdict)]);
    }
}

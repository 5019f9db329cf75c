using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Comparing;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Sampling;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Comparing;

/// <summary>A sample in a comparison of yarns of one use.</summary>
/// <param name="Colour">Of its lot, in words.</param>
public sealed record UsedSample(SampleView Sample, string Colour);

/// <summary>The yarns that are for one use, beside one another.</summary>
/// <param name="Use">As it was asked for.</param>
/// <param name="Uses">All uses that samples are for, the most frequent first.</param>
/// <param name="Samples">The newest first.</param>
/// <param name="Otherwise">What differs between them besides what is compared.</param>
public sealed record UsePage(
    string Use,
    IReadOnlyList<string> Uses,
    IReadOnlyList<UsedSample> Samples,
    IReadOnlyList<CompareLineView> Lines,
    IReadOnlyList<JudgedLine> Judged,
    IReadOnlyList<Otherwise> Otherwise
);

/// <summary>Samples for one use, of whatever lots: sock yarns against each other.</summary>
internal static class UsePages
{
    /// <summary>So many lie side by side.</summary>
    private const int Most = 12;

    public static async Task<Results<Ok<UsePage>, ProblemHttpResult>> Page(
        [StringLength(60)] string use,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        var hung = db.Samples.AsNoTracking().Where(s => s.WithdrawnAt == null && s.Lot!.VoidedAt == null);
        var uses = await hung.SelectMany(s => s.Uses)
            .GroupBy(u => u.ToLower())
            .Select(g => new { Use = g.Key, Count = g.Count() })
            .OrderByDescending(g => g.Count)
            .ThenBy(g => g.Use)
            .Select(g => g.Use)
            .ToListAsync(cancellationToken);
        var wanted = use.Trim().ToLowerInvariant();
        var samples = await hung.Include(s => s.Lot)
            .Where(s => s.Uses.Any(u => u.ToLower() == wanted))
            .OrderByDescending(s => s.MadeAt)
            .ThenByDescending(s => s.Id)
            .Take(Most)
            .ToListAsync(cancellationToken);
        var comparison =
            samples.Count == 0
                ? null
                : Comparison.Of(
                    [.. samples.Select(s => new ComparedWay(null, Spun: [SpunPart.Of(s.Sample, s.Who)]))],
                    null,
                    context.Workshop.ScaleStepGrams
                );
        return TypedResults.Ok(
            new UsePage(
                use.Trim(),
                uses,
                [
                    .. samples.Select(s => new UsedSample(
                        SampleView.Of(s, s.Lot!.Code, s.Lot.Parentage, s.Lot.Fibre, context.Workshop),
                        s.Lot.Colour
                    )),
                ],
                comparison is null ? [] : ComparePages.Lines(comparison, context.Workshop),
                ComparePages.Judged([.. samples.Select(s => new[] { s })]),
                comparison?.Otherwise ?? []
            )
        );
    }
}

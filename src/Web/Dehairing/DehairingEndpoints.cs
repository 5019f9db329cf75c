using EarthyTuft.Core.Dehairing;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Lots;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Dehairing;

/// <summary>One pass that led to a lot.</summary>
/// <param name="HairsPerGram">Null where nobody counted.</param>
public sealed record PassView(
    Guid EntryId,
    DateTimeOffset DoneAt,
    MassFigure In,
    MassFigure Down,
    MassFigure Hair,
    MassFigure Lost,
    double? HairsPerGram
);

/// <summary>The passes that led to a lot, and whether another helps.</summary>
public sealed record DehairingPage(string Code, DownUse Use, IReadOnlyList<PassView> Passes, DehairAdvice Advice);

public static class DehairingEndpoints
{
    public static void MapDehairing(this IEndpointRouteBuilder app) =>
        app.MapGroup("/api/dehairing")
            .WithTags("dehairing")
            .ForMembers()
            .MapGet("/{code}", Page)
            .Named("readPasses", "The dehairing passes behind a lot.")
            .ProducesProblem(404);

    private static async Task<Results<Ok<DehairingPage>, ProblemHttpResult>> Page(
        CodeParameter code,
        WordParameter<DownUse>? use,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        if (await LotDossier.Of(db, code.Value, cancellationToken) is not { } dossier)
        {
            return Problems.NotHere("lot");
        }

        var wanted = use?.Value ?? DownUse.NextToSkin;
        var above = Lineage.Ancestors(dossier.Family.Entries, dossier.Lot.Id);
        var ids = dossier
            .Family.Entries.Where(e =>
                e.Step == StepKind.Dehair && e.Flows.Any(f => f.Role == FlowRole.Out && above.Contains(f.LotId!.Value))
            )
            .Select(e => e.Id)
            .ToArray();
        var entries = await db
            .Entries.AsNoTracking()
            .Where(e => ids.Contains(e.Id) && e.TakenGrams > 0 && e.KeptGrams != null)
            .OrderBy(e => e.DoneAt)
            .ThenBy(e => e.Id)
            .Select(e => new
            {
                e.Id,
                e.DoneAt,
                Taken = e.TakenGrams!.Value,
                Kept = e.KeptGrams!.Value,
                Hair = e
                    .Flows.Where(f => f.LossKind == LossKind.GuardHair || f.LossKind == LossKind.Kemp)
                    .Sum(f =>
                        f.SettledGrams ?? f.Weighings.OrderByDescending(w => w.Revision).Select(w => (double?)w.Grams).FirstOrDefault() ?? 0
                    ),
            })
            .ToListAsync(cancellationToken);
        var noted = (await db.Measures.AsNoTracking().Where(m => ids.Contains(m.EntryId)).ToListAsync(cancellationToken)).ToLookup(m =>
            m.EntryId
        );
        DehairPass[] passes =
        [
            .. entries.Select(e => new DehairPass(
                e.Taken,
                e.Kept,
                e.Hair,
                DehairPass.HairsIn(noted[e.Id].ToDictionary(m => m.Key, m => m.Value))
            )),
        ];
        MassFigure Figure(double grams) => Mass.FromGrams(grams).ToFigure(context.Workshop.Unit, Provenance.Reckoned);
        return TypedResults.Ok(
            new DehairingPage(
                dossier.Lot.Code,
                wanted,
                [
                    .. entries.Zip(passes, (e, p) =>
                        new PassView(
                            e.Id,
                            e.DoneAt,
                            Figure(p.InGrams),
                            Figure(p.DownGrams),
                            Figure(p.HairGrams),
                            Figure(p.LostGrams),
                            p.HairsPerGram
                        )
                    ),
                ],
                DehairAdvice.Of(passes, wanted)
            )
        );
    }
}

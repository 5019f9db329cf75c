using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Core.Yarns;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Spinning;
using EarthyTuft.Data.Store;
using EarthyTuft.Data.Yarns;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Lots;
using EarthyTuft.Web.Yarns;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Spinning;

/// <summary>What is measured of lots of yarn: read, noted anew, and taken back as a slip.</summary>
public static class YarnEndpoints
{
    /// <summary>One yarn is not measured more often than this.</summary>
    private const int MostReadings = 100;

    /// <summary>So many others are shown beside a yarn.</summary>
    private const int MostBeside = 8;

    public static void MapYarn(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/lots").WithTags("spinning").ForMembers();
        group
            .MapGet("/{id:guid}/yarn", Page)
            .Named("readYarn", "What was measured of a lot of yarn, and what follows.")
            .ProducesProblem(404);
        group
            .MapPost("/{id:guid}/yarn", Measure)
            .Named("measureYarn", "Notes what was measured of a lot of yarn.")
            .Changes()
            .ProducesProblem(404);
        group
            .MapDelete("/{id:guid}/yarn/{reading:guid}", Withdraw)
            .Named("withdrawYarnReading", "Takes a reading of yarn back as a slip; it stays readable.")
            .Changes()
            .ProducesProblem(404);
    }

    private static async Task<Results<Ok<YarnPage>, ProblemHttpResult>> Measure(
        Guid id,
        YarnRequest request,
        EarthyTuftDb db,
        RequestContext context,
        BreedBooks books,
        SkeinBook skeins,
        CancellationToken cancellationToken
    )
    {
        if (await There(db, id, cancellationToken) is not { } lot)
        {
            return Problems.NotHere("yarn");
        }

        var measured = request.ToTyped().Read(lot.Form);
        if (measured.IsRefused)
        {
            return Problems.Refused(measured.Refusals);
        }

        if (measured.Value.IsEmpty)
        {
            return Problems.Refused("wraps", "missing", "Say one figure at least: its wraps, its length, its angle.");
        }

        if (await db.YarnReadings.CountAsync(r => r.LotId == id, cancellationToken) >= MostReadings)
        {
            return Problems.Refused("wraps", "too-many", $"No more than {MostReadings} readings are kept of one yarn.");
        }

        db.YarnReadings.Add(
            new YarnReadingRow
            {
                LotId = id,
                At = context.Now,
                Who = context.Workshop.PersonName,
                Measured = StoredYarn.Of(measured.Value).Write(),
            }
        );
        await db.SaveChangesAsync(cancellationToken);
        return TypedResults.Ok(await Of(lot, db, context, books, skeins, cancellationToken));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Withdraw(
        Guid id,
        Guid reading,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    ) =>
        db.ChangedRows<YarnReadingRow>(
            await db
                .YarnReadings.Where(r => r.Id == reading && r.LotId == id && r.WithdrawnAt == null)
                .ExecuteUpdateAsync(
                    set => set.SetProperty(r => r.WithdrawnAt, context.Now).SetProperty(r => r.WithdrawnBy, context.Workshop.PersonName),
                    cancellationToken
                )
        ) > 0
            ? TypedResults.NoContent()
            : Problems.NotHere("reading");

    private static async Task<Results<Ok<YarnPage>, ProblemHttpResult>> Page(
        Guid id,
        EarthyTuftDb db,
        RequestContext context,
        BreedBooks books,
        SkeinBook skeins,
        CancellationToken cancellationToken
    ) =>
        await There(db, id, cancellationToken) is { } lot
            ? TypedResults.Ok(await Of(lot, db, context, books, skeins, cancellationToken))
            : Problems.NotHere("yarn");

    private static async Task<LotRow?> There(EarthyTuftDb db, Guid id, CancellationToken cancellationToken) =>
        await db.Lots.AsNoTracking().SingleOrDefaultAsync(l => l.Id == id && l.VoidedAt == null, cancellationToken) is { } lot
        && lot.Form.IsSpun()
            ? lot
            : null;

    private static async Task<YarnPage> Of(
        LotRow lot,
        EarthyTuftDb db,
        RequestContext context,
        BreedBooks books,
        SkeinBook skeins,
        CancellationToken cancellationToken
    )
    {
        var readings = await db
            .YarnReadings.AsNoTracking()
            .Where(r => r.LotId == lot.Id)
            .OrderByDescending(r => r.At)
            .ThenByDescending(r => r.Id)
            .ToListAsync(cancellationToken);
        var family = await Family.Of(db, [lot.Id], cancellationToken);
        var way = YarnWay.Of(family, lot.Id);
        var root = LotCode.RootOf(lot.Code);
        var beside = await db
            .Lots.AsNoTracking()
            .Where(l => l.Form == lot.Form && l.Id != lot.Id && l.VoidedAt == null && (l.Code == root || l.Code.StartsWith(root + ".")))
            .OrderByDescending(l => l.MadeAt)
            .Take(MostBeside)
            .ToListAsync(cancellationToken);
        var measures = await db.MeasuresOf([lot.Id, .. way.Lots.Select(w => w.Id), .. beside.Select(l => l.Id)], cancellationToken);
        var own = await skeins.Of(lot, cancellationToken);
        var measured = Measured(lot, way.Lots, measures);
        var before =
            lot.Form == LotForm.Yarn && way.Lots.FirstOrDefault(w => w.Form != LotForm.Yarn) is { } source
                ? measures.GetValueOrDefault(source.Id)
                : null;
        var cost = family.Lots.TryGetValue(lot.Id, out var stored)
            ? LotCosts.Per100Grams(LotCosts.Of(family, context.Workshop.HourlyRate), family, stored, context.Workshop)
            : null;
        var made = lot.Form == LotForm.Singles ? await BecomesViews.Made(db, family, [lot.Id], cancellationToken) : [];
        return YarnPages.Of(
            lot,
            measured,
            before,
            await Plan(db, way.SpunBy, cancellationToken),
            readings,
            [.. beside.Select(l => (l, measures.GetValueOrDefault(l.Id) ?? YarnMeasures.Nothing))],
            own,
            way.SpunFrom,
            made,
            cost,
            StoredUsualYarn.Read(await EnoughEndpoints.Stored(db, context, cancellationToken)),
            context
        );
    }

    // What a part of a yarn, or its wash, does not change need not be measured again: plies and structure; of a mere part its thickness
    // too.
    private static YarnMeasures Measured(LotRow lot, IReadOnlyList<StoredLot> way, IReadOnlyDictionary<Guid, YarnMeasures> measures)
    {
        var own = measures.GetValueOrDefault(lot.Id) ?? YarnMeasures.Nothing;
        var parted =
            lot.MadeBy == StepKind.Divide && way.Count > 0
                ? (measures.GetValueOrDefault(way[0].Id) ?? YarnMeasures.Nothing) with
                {
                    Metres = null,
                }
                : YarnMeasures.Nothing;
        var plied = way.Where(w => w.Form == LotForm.Plied)
            .Select(w => measures.GetValueOrDefault(w.Id))
            .FirstOrDefault(m => m?.Strands is not null);
        var strands =
            lot.Form == LotForm.Singles || (lot.Form == LotForm.Yarn && way.Count > 0 && way[0].Form == LotForm.Singles)
                ? 1
                : plied?.Strands;
        return new YarnMeasures(null, null, null, null, strands, plied?.Structure, plied?.Direction).With(parted).With(own);
    }

    private static async Task<SpinPlan?> Plan(EarthyTuftDb db, Guid? spunBy, CancellationToken cancellationToken) =>
        spunBy is { } entry
        && await db
            .Runs.AsNoTracking()
            .Where(r => r.Craft == StepKind.Spin && r.EntryId == entry)
            .Select(r => r.Plan)
            .FirstOrDefaultAsync(cancellationToken)
            is { } plan
            ? StoredSpin.SpinPlan(plan)
            : null;
}

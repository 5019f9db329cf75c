using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Spinning;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Spinning;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.House;
using EarthyTuft.Web.Lots;
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
        group.MapGet("/{id:guid}/yarn", Page).Named("readYarn", "What was measured of a lot of yarn, and what follows.").ProducesProblem(404);
        group.MapPost("/{id:guid}/yarn", Measure).Named("measureYarn", "Notes what was measured of a lot of yarn.").Changes().ProducesProblem(404);
        group.MapDelete("/{id:guid}/yarn/{reading:guid}", Withdraw).Named("withdrawYarnReading", "Takes a reading of yarn back as a slip; it stays readable.").Changes().ProducesProblem(404);
    }

    /// <summary>Stages what was measured of what an entry made.</summary>
    internal static void Stage(EarthyTuftDb db, LotRow lot, YarnRequest? yarn, DateTimeOffset at, string who)
    {
        if (yarn?.ToTyped().Read(lot.Form) is { IsRefused: false, Value: { IsEmpty: false } measured })
        {
            db.YarnReadings.Add(new YarnReadingRow { LotId = lot.Id, At = at.ToStored(), Who = who, Measured = StoredYarn.Of(measured).Write() });
        }
    }

    /// <summary>What is wrong with what was measured of what an entry makes.</summary>
    internal static IEnumerable<Refusal> Check(YarnRequest? yarn, LotForm form, string field) =>
        yarn is null || yarn == new YarnRequest() ? [] : yarn.ToTyped().Read(form).Refusals.Select(r => r with { Field = r.Field == "yarn" ? field : $"{field}.{r.Field}" });

    private static async Task<Results<Ok<YarnPage>, ProblemHttpResult>> Measure(Guid id, YarnRequest request, EarthyTuftDb db, RequestContext context, BreedBooks books, SkeinBook skeins, CancellationToken cancellationToken)
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

        db.YarnReadings.Add(new YarnReadingRow { LotId = id, At = context.Now, Who = context.Workshop.PersonName, Measured = StoredYarn.Of(measured.Value).Write() });
        await db.SaveChangesAsync(cancellationToken);
        return TypedResults.Ok(await Of(lot, db, context, books, skeins, cancellationToken));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Withdraw(Guid id, Guid reading, EarthyTuftDb db, RequestContext context, CancellationToken cancellationToken) =>
        db.Told<YarnReadingRow>(await db.YarnReadings.Where(r => r.Id == reading && r.LotId == id && r.WithdrawnAt == null)
            .ExecuteUpdateAsync(set => set.SetProperty(r => r.WithdrawnAt, context.Now).SetProperty(r => r.WithdrawnBy, context.Workshop.PersonName), cancellationToken)) > 0
            ? TypedResults.NoContent() : Problems.NotHere("reading");

    private static async Task<Results<Ok<YarnPage>, ProblemHttpResult>> Page(Guid id, EarthyTuftDb db, RequestContext context, BreedBooks books, SkeinBook skeins, CancellationToken cancellationToken) =>
        await There(db, id, cancellationToken) is { } lot ? TypedResults.Ok(await Of(lot, db, context, books, skeins, cancellationToken)) : Problems.NotHere("yarn");

    private static async Task<LotRow?> There(EarthyTuftDb db, Guid id, CancellationToken cancellationToken) =>
        await db.Lots.AsNoTracking().SingleOrDefaultAsync(l => l.Id == id && l.VoidedAt == null, cancellationToken) is { } lot && lot.Form.IsSpun() ? lot : null;

    private static async Task<YarnPage> Of(LotRow lot, EarthyTuftDb db, RequestContext context, BreedBooks books, SkeinBook skeins, CancellationToken cancellationToken)
    {
        var readings = await db.YarnReadings.AsNoTracking().Where(r => r.LotId == lot.Id).OrderByDescending(r => r.At).ThenByDescending(r => r.Id).ToListAsync(cancellationToken);
        var way = await WayOf(db, lot, cancellationToken);
        var root = LotCode.RootOf(lot.Code);
        var beside = await db.Lots.AsNoTracking().Where(l => l.Form == lot.Form && l.Id != lot.Id && l.VoidedAt == null && (l.Code == root || l.Code.StartsWith(root + "."))).OrderByDescending(l => l.MadeAt).Take(MostBeside).ToListAsync(cancellationToken);
        var measures = await db.MeasuresOf([lot.Id, .. way.Select(w => w.Id), .. beside.Select(l => l.Id)], cancellationToken);
        var own = await skeins.Of(OwnLog.ClassOf(await books.Here(cancellationToken), lot.Parentage, lot.Fibre), cancellationToken);
        var measured = Measured(lot, way, measures);
        var before = lot.Form == LotForm.Yarn && way.FirstOrDefault(w => w.Form != LotForm.Yarn) is { } source ? measures.GetValueOrDefault(source.Id) : null;
        var family = await Family.Of(db, [lot.Id], cancellationToken);
        var cost = family.Lots.TryGetValue(lot.Id, out var stored) ? LotCosts.Per100Grams(LotCosts.Of(family, context.Workshop.HourlyRate), family, stored, context.Workshop) : null;
        return YarnPages.Of(lot, measured, before, await Plan(db, [lot, .. way], cancellationToken), readings, [.. beside.Select(l => (l, measures.GetValueOrDefault(l.Id) ?? YarnMeasures.Nothing))], own, await SpunFrom(db, [lot, .. way], cancellationToken), cost, context);
    }

    // What a part of a yarn, or its wash, does not change need not be measured again: plies and structure; of a mere part its thickness too.
    private static YarnMeasures Measured(LotRow lot, IReadOnlyList<LotRow> way, IReadOnlyDictionary<Guid, YarnMeasures> measures)
    {
        var own = measures.GetValueOrDefault(lot.Id) ?? YarnMeasures.Nothing;
        var parted = lot.MadeBy == StepKind.Divide && way.Count > 0 ? (measures.GetValueOrDefault(way[0].Id) ?? YarnMeasures.Nothing) with { Metres = null } : YarnMeasures.Nothing;
        var plied = way.Where(w => w.Form == LotForm.Plied).Select(w => measures.GetValueOrDefault(w.Id)).FirstOrDefault(m => m?.Strands is not null);
        var strands = lot.Form == LotForm.Singles || (lot.Form == LotForm.Yarn && way.Count > 0 && way[0].Form == LotForm.Singles) ? 1 : plied?.Strands;
        return new YarnMeasures(null, null, null, null, strands, plied?.Structure, plied?.Direction).With(parted).With(own);
    }

    /// <summary>The lots that a yarn was made of, back to its singles: of several the first.</summary>
    private static async Task<IReadOnlyList<LotRow>> WayOf(EarthyTuftDb db, LotRow lot, CancellationToken cancellationToken)
    {
        var way = new List<LotRow>();
        for (var at = lot; way.Count < 6 && at.MadeBy is StepKind.Finish or StepKind.Ply or StepKind.Divide or StepKind.Dye;)
        {
            var id = at.Id;
            var source = await db.Flows.AsNoTracking().Where(f => f.LotId == id && f.Role == FlowRole.Out && !f.Voided)
                .Join(db.Flows.Where(f => f.Role == FlowRole.In && !f.Voided), f => f.EntryId, i => i.EntryId, (f, i) => i).OrderBy(i => i.Ordinal).Select(i => i.Lot).FirstOrDefaultAsync(cancellationToken);
            if (source is null || !source.Form.IsSpun())
            {
                break;
            }

            way.Add(at = source);
        }

        return way;
    }

    private static async Task<string?> SpunFrom(EarthyTuftDb db, IReadOnlyList<LotRow> way, CancellationToken cancellationToken)
    {
        if (way.FirstOrDefault(l => l.Form == LotForm.Singles && l.MadeBy == StepKind.Spin)?.Id is not { } singles)
        {
            return null;
        }

        return await db.Flows.AsNoTracking().Where(f => f.LotId == singles && f.Role == FlowRole.Out && !f.Voided)
            .Join(db.Flows.Where(f => f.Role == FlowRole.In && !f.Voided), f => f.EntryId, i => i.EntryId, (f, i) => i).OrderBy(i => i.Ordinal).Select(i => i.Lot!.Code).FirstOrDefaultAsync(cancellationToken);
    }

    private static async Task<SpinPlan?> Plan(EarthyTuftDb db, IReadOnlyList<LotRow> way, CancellationToken cancellationToken)
    {
        if (way.FirstOrDefault(l => l.Form == LotForm.Singles && l.MadeBy == StepKind.Spin)?.Id is not { } singles)
        {
            return null;
        }

        var plan = await db.Flows.AsNoTracking().Where(f => f.LotId == singles && f.Role == FlowRole.Out && !f.Voided)
            .Join(db.Runs.Where(r => r.Craft == StepKind.Spin), f => (Guid?)f.EntryId, r => r.EntryId, (f, r) => r.Plan).FirstOrDefaultAsync(cancellationToken);
        return plan is null ? null : StoredSpin.SpinPlan(plan);
    }
}

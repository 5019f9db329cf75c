using System.ComponentModel.DataAnnotations;
using System.Text.Json.Serialization;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Sampling;
using EarthyTuft.Core.Stock;
using EarthyTuft.Data.Assessing;
using EarthyTuft.Data.Carding;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Lots;
using EarthyTuft.Data.Sampling;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Assessing;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Lots;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Sampling;

/// <summary>What came of a prepared lot. Only the lot is needed.</summary>
/// <param name="SpunMass">The yarn's weight, as typed.</param>
/// <param name="SpinningMinutes">Of spinning it, joins included.</param>
/// <param name="WrapsPlaces">Wraps of the finished yarn at several places, as typed: "14 15 13 14". Their mean stands where no wraps are
/// told.</param>
/// <param name="TakeFromLot">What was spun for it is not in the lot any more: it leaves it as a sample, in an entry of its own.</param>
public sealed record SampleRequest(
    Guid LotId,
    Draw? Draw = null,
    double? WrapsPerInch = null,
    int? Plies = null,
    double? TwistAngleDegrees = null,
    [property: StringLength(2000)] string? Verdict = null,
    IReadOnlyList<string>? Uses = null,
    DateTimeOffset? MadeAt = null,
    [property: StringLength(60)] string? Who = null,
    [property: StringLength(60)] string? SpunMass = null,
    int? SpinningMinutes = null,
    [property: JsonConverter(typeof(CountInTenMetres))] double? JoinsPer10Metres = null,
    [property: JsonConverter(typeof(CountInTenMetres))] double? LumpsPer10Metres = null,
    [property: StringLength(120)] string? WrapsPlaces = null,
    [property: MaxLength(20)] IReadOnlyList<ScaleMark>? Judged = null,
    SwatchRequest? Swatch = null,
    Holding? Holding = null,
    bool TakeFromLot = false
);

/// <summary>A sample noted otherwise: all of it as it is now.</summary>
/// <param name="Version">As the person saw it; another one meanwhile answers 409.</param>
/// <param name="WrapsPlaces">Wraps of the finished yarn at several places, as typed.</param>
public sealed record SampleCorrection(
    uint Version,
    Draw? Draw = null,
    double? WrapsPerInch = null,
    int? Plies = null,
    double? TwistAngleDegrees = null,
    [property: StringLength(2000)] string? Verdict = null,
    IReadOnlyList<string>? Uses = null,
    [property: StringLength(60)] string? SpunMass = null,
    int? SpinningMinutes = null,
    [property: JsonConverter(typeof(CountInTenMetres))] double? JoinsPer10Metres = null,
    [property: JsonConverter(typeof(CountInTenMetres))] double? LumpsPer10Metres = null,
    [property: StringLength(120)] string? WrapsPlaces = null,
    [property: MaxLength(20)] IReadOnlyList<ScaleMark>? Judged = null,
    SwatchRequest? Swatch = null,
    Holding? Holding = null
);

public static class SampleEndpoints
{
    /// <summary>As many as a wide screen has room for, and some to look along the line.</summary>
    private const int WallSize = 40;

    public static void MapSampling(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/samples").WithTags("sampling").ForMembers();
        group.MapPost("", Keep).Named("keepSample", "Keeps a sample of a lot.").Changes().ProducesProblem(404);
        group
            .MapPut("/{id:guid}/card", Change)
            .Named("changeSample", "Changes what is noted of a sample.")
            .Changes()
            .ProducesProblem(404)
            .ProducesProblem(409);
        group.MapDelete("/{id:guid}/card", Withdraw).Named("withdrawSample", "Takes a sample off the wall.").Changes().ProducesProblem(404);
        group.MapGet("", Wall).Named("listSamples", "The samples on the wall, the newest first.");
        group.MapGet("/{code}", Card).Named("readSample", "The card of a sample.").ProducesProblem(404);
    }

    private static async Task<Results<Ok<SampleView>, ProblemHttpResult>> Keep(
        SampleRequest request,
        [FromHeader(Name = "Idempotency-Key")] Guid key,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        if (
            await db.Lots.AsNoTracking().SingleOrDefaultAsync(l => l.Id == request.LotId && l.VoidedAt == null, cancellationToken)
            is not { } lot
        )
        {
            return Problems.NotHere("lot");
        }

        var uses = Uses(request.Uses);
        var spun = Read(
            request.SpunMass,
            request.SpinningMinutes,
            request.JoinsPer10Metres,
            request.LumpsPer10Metres,
            request.WrapsPlaces,
            context
        );
        var check = spun.Then(s =>
            Sample.Check(
                new Sample(
                    lot.Form,
                    request.Draw,
                    Wraps(request.WrapsPerInch, s),
                    request.Plies,
                    request.TwistAngleDegrees,
                    request.Verdict?.Trim() ?? "",
                    uses
                )
                {
                    Holding = request.Holding,
                    Spun = s,
                }
            )
        );
        var never = WorkTime.Check(request.MadeAt ?? context.Now, context.Now, "madeAt");
        var swatch = SwatchRequest.Read(request.Swatch);
        var judged = ScaleMark.Check(request.Judged ?? []);
        if (check.IsRefused || never is not null || swatch.IsRefused || judged.IsRefused)
        {
            return Problems.Refused([.. check.Refusals, .. new[] { never }.OfType<Refusal>(), .. swatch.Refusals, .. judged.Refusals]);
        }

        try
        {
            await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
            if (!await db.Samples.AnyAsync(s => s.Key == key, cancellationToken))
            {
                db.Samples.Add(
                    Spin(
                        new SampleRow
                        {
                            LotId = lot.Id,
                            Key = key,
                            Code = FormattableString.Invariant(
                                $"{LotCode.Samples}-{await db.NextNumber(LotCode.Samples + "-", cancellationToken):00}"
                            ),
                            Form = lot.Form,
                            Draw = request.Draw,
                            Holding = request.Holding,
                            WrapsPerInch = check.Value.WrapsPerInch,
                            Plies = request.Plies,
                            TwistAngleDegrees = request.TwistAngleDegrees,
                            Verdict = check.Value.Verdict,
                            Swatch = StoredSwatch.Write(swatch.Value),
                            Judged = StoredJudged.Write(judged.Value),
                            Uses = uses,
                            MadeAt = (request.MadeAt ?? context.Now).ToStored(),
                            Who = context.NameOf(request.Who),
                            WrapsPlaces = Typed(request.WrapsPlaces),
                        },
                        spun.Value
                    )
                );
                if (
                    request.TakeFromLot
                    && spun.Value.Grams is { } grams
                    && await Take(db, context, lot.Id, request, Mass.FromGrams(grams), key, cancellationToken) is { Length: > 0 } refusals
                )
                {
                    return Problems.Refused(refusals);
                }

                await db.SaveChangesAsync(cancellationToken);
                await transaction.CommitAsync(cancellationToken);
            }
        }
        catch (DbUpdateException e) when (e.IsDuplicate())
        {
            db.ChangeTracker.Clear();
        }

        var stored = await db.Samples.AsNoTracking().SingleAsync(s => s.Key == key, cancellationToken);
        return TypedResults.Ok(
            SampleView.Of(stored, lot.Code, lot.Parentage, lot.Fibre, context.Workshop, await CardedOrder.Of(db, lot.Id, cancellationToken))
        );
    }

    /// <summary>Takes what was spun for a sample from its lot, within the caller's transaction.</summary>
    /// <returns>Why not; empty where it was taken.</returns>
    private static async Task<Refusal[]> Take(
        EarthyTuftDb db,
        RequestContext context,
        Guid id,
        SampleRequest request,
        Mass spun,
        Guid key,
        CancellationToken cancellationToken
    )
    {
        var doneAt = request.MadeAt ?? context.Now;
        var (rows, sources) = await LedgerStore.Sources(db, [id], context.Workshop.Zone, toWrite: true, cancellationToken);
        var weighing = new Weighing(
            Guid.CreateVersion7(),
            spun,
            WeighingState.Rested,
            null,
            Mass.FromGrams(context.Workshop.ScaleStepGrams),
            context.DayOf(doneAt)
        );
        var command = new LeavingCommand(
            StepKind.KeepAsReference,
            TakingRules.AsMeant(new Taking(sources[id], weighing, false)),
            false,
            ItWasThere: false
        );
        var late = doneAt < rows[id].ChangedAt || rows[id].UsedUpAt is not null;
        var taken = StockDesk.WeighUp(command, Guid.CreateVersion7);
        if (taken.IsRefused)
        {
            return [.. taken.Refusals.Select(r => r with { Field = "spunMass" })];
        }

        LedgerStore.AddLeaving(
            db,
            command,
            taken.Value,
            rows[id],
            request.SpunMass!.Trim(),
            null,
            new EntryFacts(key, doneAt, context.Now, context.PersonId, context.NameOf(request.Who), null, "spun for a sample", null)
        );
        await db.SaveChangesAsync(cancellationToken);
        if (late)
        {
            await LedgerStore.Refresh(db, [id], cancellationToken);
        }

        return [];
    }

    /// <summary>Notes a sample otherwise; what it was before stays readable on its card.</summary>
    private static async Task<Results<Ok<SampleView>, ProblemHttpResult>> Change(
        Guid id,
        SampleCorrection request,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        if (
            await db.Samples.Include(s => s.Lot).SingleOrDefaultAsync(s => s.Id == id && s.WithdrawnAt == null, cancellationToken)
            is not { Lot: { } lot } row
        )
        {
            return Problems.NotHere("sample");
        }

        db.Entry(row).Property(s => s.Version).OriginalValue = request.Version;
        var uses = Uses(request.Uses);
        var spun = Read(
            request.SpunMass,
            request.SpinningMinutes,
            request.JoinsPer10Metres,
            request.LumpsPer10Metres,
            request.WrapsPlaces,
            context
        );
        var check = spun.Then(s =>
            Sample.Check(
                new Sample(
                    row.Form,
                    request.Draw,
                    Wraps(request.WrapsPerInch, s),
                    request.Plies,
                    request.TwistAngleDegrees,
                    request.Verdict?.Trim() ?? "",
                    uses
                )
                {
                    Holding = request.Holding,
                    Spun = s,
                }
            )
        );
        var swatch = SwatchRequest.Read(request.Swatch);
        var judged = ScaleMark.Check(request.Judged ?? []);
        if (check.IsRefused || swatch.IsRefused || judged.IsRefused)
        {
            return Problems.Refused([.. check.Refusals, .. swatch.Refusals, .. judged.Refusals]);
        }

        var unit = context.Workshop.LengthUnit;
        Note("swatch", SwatchView.Line(StoredSwatch.Read(row.Swatch), unit), SwatchView.Line(swatch.Value, unit));
        Note("judged", Marks(StoredJudged.Read(row.Judged)), Marks(judged.Value));
        Note("draw", row.Draw?.Words(), request.Draw?.Words());
        Note("held", row.Holding?.InWords(), request.Holding?.InWords());
        Note("wraps per inch", Figure(row.WrapsPerInch), Figure(check.Value.WrapsPerInch));
        Note("plies", Figure(row.Plies), Figure(request.Plies));
        Note("twist angle", Figure(row.TwistAngleDegrees), Figure(request.TwistAngleDegrees));
        Note("yarn spun", Grams(row.SpunGrams), Grams(spun.Value.Grams));
        Note("minutes of spinning", Figure(row.SpinningMinutes), Figure(spun.Value.Minutes));
        Note("joins", SampleView.Counted(row.JoinsPer10Metres, unit), SampleView.Counted(spun.Value.JoinsPer10Metres, unit));
        Note("lumps", SampleView.Counted(row.LumpsPer10Metres, unit), SampleView.Counted(spun.Value.LumpsPer10Metres, unit));
        Note("wraps at several places", row.WrapsPlaces, Typed(request.WrapsPlaces));
        Note("verdict", row.Verdict, check.Value.Verdict);
        Note("uses", string.Join(", ", row.Uses), string.Join(", ", uses));
        (row.Draw, row.WrapsPerInch, row.Plies, row.TwistAngleDegrees, row.Verdict, row.Uses) = (
            request.Draw,
            check.Value.WrapsPerInch,
            request.Plies,
            request.TwistAngleDegrees,
            check.Value.Verdict,
            uses
        );
        row.Holding = request.Holding;
        row.Swatch = StoredSwatch.Write(swatch.Value);
        row.WrapsPlaces = Typed(request.WrapsPlaces);
        row.Judged = StoredJudged.Write(judged.Value);
        Spin(row, spun.Value);
        await db.SaveChangesAsync(cancellationToken);
        return TypedResults.Ok(
            SampleView.Of(row, lot.Code, lot.Parentage, lot.Fibre, context.Workshop, await CardedOrder.Of(db, lot.Id, cancellationToken))
        );

        string? Grams(double? value) => value is { } grams ? Mass.FromGrams(grams).Write(context.Workshop.Unit) : null;

        static string Marks(IReadOnlyList<ScaleMark> marks) =>
            string.Join(
                ", ",
                marks.Select(m => FormattableString.Invariant($"{m.Scale.ToString().ToLowerInvariant()} {m.Mark} of {ScaleMark.Most}"))
            );

        static string? Figure(double? value) => value?.ToString("0.###", System.Globalization.CultureInfo.InvariantCulture);

        void Note(string what, string? from, string? to)
        {
            if ((from ?? "") != (to ?? ""))
            {
                db.Changes.Add(
                    new ChangeRow
                    {
                        SampleId = id,
                        What = what,
                        From = from is { Length: > 0 } ? from : "not noted",
                        To = to is { Length: > 0 } ? to : "not noted",
                        Who = context.Workshop.PersonName,
                        At = context.Now,
                    }
                );
            }
        }
    }

    private static Result<Spun> Read(string? mass, int? minutes, double? joins, double? lumps, string? places, RequestContext context)
    {
        var weighed = string.IsNullOrWhiteSpace(mass) ? (Result<Mass>?)null : MassReader.Read(mass, context.Workshop.Unit, "spunMass");
        var read = string.IsNullOrWhiteSpace(places) ? (Result<WrapsReading>?)null : WrapsReading.Read(places, "wrapsPlaces");
        Refusal[] refusals = [.. weighed?.Refusals ?? [], .. read?.Refusals ?? []];
        return refusals.Length > 0 ? Result<Spun>.Refused(refusals) : new Spun(weighed?.Value.Grams, minutes, joins, lumps, read?.Value);
    }

    // Who read several places need not work out their mean.
    private static double? Wraps(double? told, Spun spun) => told ?? (spun.Places is { } places ? Math.Round(places.PerInch, 1) : null);

    private static string? Typed(string? places) => string.IsNullOrWhiteSpace(places) ? null : places.Trim();

    private static SampleRow Spin(SampleRow row, Spun spun)
    {
        (row.SpunGrams, row.SpinningMinutes, row.JoinsPer10Metres, row.LumpsPer10Metres) = (
            spun.Grams,
            spun.Minutes,
            spun.JoinsPer10Metres,
            spun.LumpsPer10Metres
        );
        return row;
    }

    /// <summary>A sample that was kept by mistake: it stays in its table, and hangs on no wall.</summary>
    private static async Task<Results<NoContent, ProblemHttpResult>> Withdraw(
        Guid id,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    ) =>
        db.ChangedRows<SampleRow>(
            await db
                .Samples.Where(s => s.Id == id && s.WithdrawnAt == null)
                .ExecuteUpdateAsync(set => set.SetProperty(s => s.WithdrawnAt, context.Now), cancellationToken)
        ) > 0
            ? TypedResults.NoContent()
            : Problems.NotHere("sample");

    private static string[] Uses(IReadOnlyList<string>? typed) =>
        [.. (typed ?? []).Select(u => u.Trim()).Where(u => u.Length > 0).Distinct(StringComparer.OrdinalIgnoreCase)];

    /// <summary>The newest samples, or those that are older than one that was shown.</summary>
    private static async Task<SampleWall> Wall(
        CodeParameter? after,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        var hung = db.Samples.AsNoTracking().Include(s => s.Lot).Where(s => s.WithdrawnAt == null && s.Lot!.VoidedAt == null);
        var all = await hung.CountAsync(cancellationToken);
        if (
            after is { } last
            && await db
                .Samples.AsNoTracking()
                .Where(s => s.Code == last.Value)
                .Select(s => new { s.MadeAt, s.Id })
                .SingleOrDefaultAsync(cancellationToken)
                is { } shown
        )
        {
            hung = hung.Where(s => s.MadeAt < shown.MadeAt || (s.MadeAt == shown.MadeAt && s.Id < shown.Id));
        }

        var samples = await hung.OrderByDescending(s => s.MadeAt)
            .ThenByDescending(s => s.Id)
            .Take(WallSize + 1)
            .ToListAsync(cancellationToken);
        var here = samples.Take(WallSize).ToArray();
        var locks = await NearestLocks.Of(db, [.. here.Select(s => s.LotId).Distinct()], cancellationToken);
        return new SampleWall(
            [
                .. here.Select(s =>
                    HungSample.Of(
                        SampleView.Of(s, s.Lot!.Code, s.Lot.Parentage, s.Lot.Fibre, context.Workshop),
                        [.. locks[s.LotId]],
                        s.Lot.Colour,
                        context.Workshop.LengthUnit
                    )
                ),
            ],
            samples.Count > WallSize ? here[^1].Code : null,
            all
        );
    }

    private static async Task<Results<Ok<SampleCard>, ProblemHttpResult>> Card(
        CodeParameter code,
        EarthyTuftDb db,
        RequestContext context,
        BreedBooks books,
        CancellationToken cancellationToken
    )
    {
        if (
            await db
                .Samples.AsNoTracking()
                .Include(s => s.Lot)
                .SingleOrDefaultAsync(s => s.Code == code.Value && s.WithdrawnAt == null, cancellationToken)
                is not { Lot: { } of } sample
            || await LotDossier.Of(db, of.Code, cancellationToken) is not { Family: var family, Lot: var lot } dossier
        )
        {
            return Problems.NotHere("sample");
        }

        var (unit, book) = (context.Workshop.Unit, await books.Here(cancellationToken));
        var lineage = new Lineage(family.Entries, family.Masses, id => family.Lots[id].Form == LotForm.Raw);
        var reconciliation = Reconciliation.Of(family.Entries, context.UsualBowl, family.Masses);
        var origins = OriginView.Of(lineage, family, lot.Id, unit);
        var locks = Lineage.Nearest(family.Entries, lot.Id, dossier.Locks, l => l.LotId);
        return TypedResults.Ok(
            new SampleCard(
                SampleView.Of(
                    sample,
                    lot.Code,
                    lot.Parentage,
                    lot.Fibre,
                    context.Workshop,
                    await CardedOrder.Of(db, lot.Id, cancellationToken)
                ),
                StapleView.Of(
                    locks,
                    locks.Count > 0 && locks[0].LotId != lot.Id,
                    lot.Form,
                    lot.Parentage,
                    lot.Fibre,
                    lot.Colour,
                    book,
                    context.Workshop.LengthUnit
                ),
                RibbonView.Of(Ribbon.Of(lot.Id, family.Entries, family.Masses), family, lot.Id, reconciliation, [], unit),
                origins,
                LotYields.Total(lineage, family, lot.Id, unit),
                origins.Count == 0 || origins.Any(o => o.Form != LotForm.Raw)
                    ? null
                    : Mass.FromGrams(origins.Sum(o => o.Raw.Grams)).ToFigure(unit, Provenance.Reckoned),
                family.Masses.Made(lot.Id)?.Estimate.ToFigure(unit, Provenance.Reckoned),
                await db
                    .Changes.AsNoTracking()
                    .Where(c => c.SampleId == sample.Id)
                    .OrderByDescending(c => c.At)
                    .Select(c => new SampleChange(c.What, c.From, c.To, c.Who, c.At))
                    .ToListAsync(cancellationToken),
                KnownFeltingView.Of(FactsOf.Felting(dossier, book), unit)
            )
        );
    }
}

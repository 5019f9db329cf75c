using System.ComponentModel.DataAnnotations;
using System.Text.Json;
using EarthyTuft.Core.Instruments;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.House;
using EarthyTuft.Web.Live;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;

namespace EarthyTuft.Web.Scouring;

/// <summary>The wool goes into a bath.</summary>
/// <param name="Batch">Which batch, from one.</param>
/// <param name="Place">Which bath of the plan, from zero.</param>
/// <param name="ProbeId">The probe that hangs in it; left out where temperatures are typed.</param>
/// <param name="StartedAt">When; left out for now.</param>
/// <param name="Celsius">A first reading.</param>
public sealed record BathStart(
    [property: Range(1, 500)] int Batch,
    [property: Range(0, 40)] int Place,
    Guid? ProbeId = null,
    DateTimeOffset? StartedAt = null,
    [property: Range(0, 100)] double? Celsius = null,
    [property: Range(-20, 45)] double? AirCelsius = null);

public sealed record ReadingRequest([property: Range(0, 100)] double Celsius, DateTimeOffset? At = null);

/// <summary>What tells a bath's temperature from now on.</summary>
/// <param name="ProbeId">A probe that hangs in it; none where temperatures are typed.</param>
public sealed record ProbeRequest(Guid? ProbeId = null);

public sealed record LiftRequest(DateTimeOffset? At = null);

public static class WashEndpoints
{
    public static void Map(RouteGroupBuilder group)
    {
        group.MapGet("/washes", Running).Named("listWashes", "Washes that are under way.");
        group.MapPost("/washes", Start).Named("startWash", "Begins a planned wash.").Changes().Produces<WashView>().ProducesProblem(409);
        group.MapPost("/washes/{id:guid}/baths", StartBath).Named("startBath", "A batch goes into its next bath.").Changes().Produces<WashView>().ProducesProblem(404).ProducesProblem(409);
        group.MapPost("/washes/{id:guid}/end", End).Named("endWash", "Ends a wash without logging it.").Produces(204).Changes().ProducesProblem(404);
        group.MapPost("/baths/{id:guid}/readings", Read).Named("readBath", "Notes a temperature of a bath.").Changes().Produces<WashView>().ProducesProblem(404).ProducesProblem(409);
        group.MapDelete("/baths/{id:guid}/readings/last", Unread).Named("withdrawBathReading", "The last typed temperature was a slip.").Changes().Produces<WashView>().ProducesProblem(404);
        group.MapPut("/baths/{id:guid}/probe", HangProbe).Named("hangProbe", "Hangs a probe in a bath, or takes it out.").Changes().Produces<WashView>().ProducesProblem(404);
        group.MapPost("/baths/{id:guid}/lift", Lift).Named("liftBath", "The wool is lifted out.").Changes().Produces<WashView>().ProducesProblem(404);
        group.MapPost("/baths/{id:guid}/put-back", PutBack).Named("putBackBath", "It was not lifted after all.").Changes().Produces<WashView>().ProducesProblem(404);
    }

    private static async Task<IReadOnlyList<WashView>> Running(EarthyTuftDb db, Bench bench, WashViews views, CancellationToken stop) =>
        await views.Of(db, bench, w => w.EndedAt == null, stop);

    private static async Task<IResult> One(EarthyTuftDb db, Bench bench, WashViews views, Guid wash, CancellationToken stop)
    {
        db.ChangeTracker.Clear();
        return TypedResults.Ok((await views.Of(db, bench, w => w.Id == wash, stop)).Single());
    }

    private static async Task<IResult> Start(
        ScourPlanRequest request, [FromHeader(Name = "Idempotency-Key")] Guid key, EarthyTuftDb db, Bench bench, BreedBooks books, LiveHub live, WashViews views,
        IOptions<Microsoft.AspNetCore.Http.Json.JsonOptions> json, CancellationToken stop)
    {
        Guid[] ids = [.. request.LotIds.Distinct()];
        await using var transaction = await db.Database.BeginTransactionAsync(stop);
        await db.HoldLots(ids, stop);
        if (await db.Washes.Where(w => w.Key == key).Select(w => (Guid?)w.Id).SingleOrDefaultAsync(stop) is { } before)
        {
            return await One(db, bench, views, before, stop);
        }

        var options = json.Value.SerializerOptions;
        var planned = await ScourPlanEndpoints.Reckon(request, db, bench, books, live, options, stop);
        if (planned.IsRefused)
        {
            return Problems.Refused(planned.Refusals);
        }

        if (planned.Value.Plan.Baths.Count == 0)
        {
            return Problems.Refused("wish", "no-baths", "This plan has no bath to start: it is not washed.");
        }

        if (await db.Washes.AnyAsync(w => w.EndedAt == null && w.LotIds.Any(l => ids.Contains(l)), stop))
        {
            return Problems.Refused("lotIds", "in-a-wash", "It is being washed already: end that wash first, or divide the lot.");
        }

        var row = new WashRow
        {
            Key = key,
            LotIds = ids,
            TubId = request.TubId,
            RecipeId = request.RecipeId,
            Request = JsonSerializer.Serialize(request, options),
            Plan = JsonSerializer.Serialize(planned.Value, options),
            StartedAt = bench.Now,
            Who = bench.Facts.PersonName,
        };
        db.Washes.Add(row);
        return await Keep(db, bench, views, row.Id, stop);
    }

    private static async Task<IResult> StartBath(
        Guid id, BathStart request, [FromHeader(Name = "Idempotency-Key")] Guid key, EarthyTuftDb db, Bench bench, WashViews views, IOptions<Microsoft.AspNetCore.Http.Json.JsonOptions> json, CancellationToken stop)
    {
        await using var transaction = await db.Database.BeginTransactionAsync(stop);
        await db.HoldWash(id, stop);
        if (await db.Washes.Include(w => w.Baths).SingleOrDefaultAsync(w => w.Id == id, stop) is not { EndedAt: null } wash)
        {
            return Problems.NotHere("wash under way");
        }

        if (wash.Baths.Any(b => b.Key == key))
        {
            return await One(db, bench, views, id, stop);
        }

        var plan = JsonSerializer.Deserialize<PlanView>(wash.Plan, json.Value.SerializerOptions)!;
        if (request.Place >= plan.Plan.Baths.Count || request.Batch > plan.Plan.Batches.Count)
        {
            return Problems.Refused("place", "not-planned", "The plan has no such bath.");
        }

        if (wash.Baths.Any(b => b.Batch == request.Batch && b.LiftedAt is null))
        {
            return Problems.Of(409, "still-in", "This batch is still in a bath: lift it first.");
        }

        var startedAt = request.StartedAt ?? bench.Now;
        if (startedAt > bench.Now.AddMinutes(1) || startedAt < bench.Now.AddDays(-14))
        {
            return Problems.Refused("startedAt", "out-of-range", "The wool went in now, or earlier: not in the future, and not weeks ago.");
        }

        if (await TakeProbe(db, request.ProbeId, stop) is { } refused)
        {
            return refused;
        }

        var bath = plan.Plan.Baths[request.Place];
        var row = new BathRow
        {
            WashId = id,
            Key = key,
            Batch = request.Batch,
            Place = request.Place,
            Kind = bath.Kind,
            TargetCelsius = bath.Celsius,
            AirCelsius = request.AirCelsius ?? plan.On.AirCelsius,
            AirRead = request.AirCelsius is not null || plan.On.AirFrom == Provenance.Measured,
            FloorCelsius = plan.Plan.FloorCelsius,
            HasFloor = bath.Kind == BathKind.Wash && bath.Celsius > plan.Plan.FloorCelsius,
            PlannedMinutes = bath.Minutes,
            ProbeId = request.ProbeId,
            StartedAt = startedAt.ToUniversalTime().ToStored(),
            InOtherTub = wash.Baths.Any(b => b.LiftedAt is null),
        };
        if (request.Celsius is { } read)
        {
            row.Readings.Add(new BathReadingRow { At = row.StartedAt, Celsius = read });
        }

        db.Baths.Add(row);
        return await Keep(db, bench, views, id, stop);
    }

    private static async Task<IResult> Read(
        Guid id, ReadingRequest request, [FromHeader(Name = "Idempotency-Key")] Guid key, EarthyTuftDb db, Bench bench, WashViews views, CancellationToken stop)
    {
        if (await db.Baths.Include(b => b.Readings.Where(r => r.WithdrawnAt == null)).SingleOrDefaultAsync(b => b.Id == id, stop) is not { } bath)
        {
            return Problems.NotHere("bath");
        }

        var at = (request.At ?? bench.Now).ToUniversalTime().ToStored();
        if (at < bath.StartedAt.AddMinutes(-1) || at > bench.Now.AddMinutes(1))
        {
            return Problems.Refused("at", "out-of-range", "That was before this bath, or has not been yet.");
        }

        if (await db.BathReadings.AnyAsync(r => r.Key == key, stop))
        {
            return await One(db, bench, views, bath.WashId, stop);
        }

        if (bath.LiftedAt is { } lifted && at > lifted)
        {
            return Problems.Of(409, "lifted", "The wool has been lifted from this bath: what the water does since tells nothing of it.");
        }

        // Through the set, so that it is new whatever its key says.
        db.BathReadings.Add(new BathReadingRow { BathId = id, Key = key, At = at, Celsius = request.Celsius });
        // Noted from paper afterwards it still teaches the tub.
        bath.LearnedRate = bath.LiftedAt is null ? bath.LearnedRate : WashViews.Learned(bath);
        return await Keep(db, bench, views, bath.WashId, stop);
    }

    /// <summary>The last typed reading was a slip: it stays in its table and counts no more. A probe's readings are not taken back one by one.</summary>
    private static async Task<IResult> Unread(Guid id, EarthyTuftDb db, Bench bench, WashViews views, CancellationToken stop)
    {
        var bath = await db.Baths.AsNoTracking().SingleOrDefaultAsync(b => b.Id == id && b.LiftedAt == null, stop);
        var last = bath is null ? null : await db.BathReadings.Where(r => r.BathId == id && !r.FromProbe && r.WithdrawnAt == null).OrderByDescending(r => r.At).FirstOrDefaultAsync(stop);
        if (last is null)
        {
            return Problems.NotHere("typed reading");
        }

        last.WithdrawnAt = bench.Now;
        return await Keep(db, bench, views, bath!.WashId, stop);
    }

    private static async Task<IResult> HangProbe(Guid id, ProbeRequest request, EarthyTuftDb db, Bench bench, WashViews views, CancellationToken stop)
    {
        if (await db.Baths.SingleOrDefaultAsync(b => b.Id == id && b.LiftedAt == null, stop) is not { } bath)
        {
            return Problems.NotHere("bath");
        }

        if (await TakeProbe(db, request.ProbeId, stop) is { } refused)
        {
            return refused;
        }

        bath.ProbeId = request.ProbeId;
        return await Keep(db, bench, views, bath.WashId, stop);
    }

    /// <summary>A probe hangs in one bath: it is taken out of the one it is in, which goes on by its curve. Answers the refusal if there is no such probe.</summary>
    private static async Task<IResult?> TakeProbe(EarthyTuftDb db, Guid? probe, CancellationToken stop)
    {
        if (probe is not { } id)
        {
            return null;
        }

        if (!await db.Instruments.AnyAsync(i => i.Id == id && i.Kind == InstrumentKind.Probe, stop))
        {
            return Problems.Refused("probeId", "not-here", "There is no such probe in this workshop.");
        }

        foreach (var bath in await db.Baths.Where(b => b.ProbeId == id && b.LiftedAt == null).ToListAsync(stop))
        {
            bath.ProbeId = null;
        }

        return null;
    }

    private static async Task<IResult> Lift(Guid id, LiftRequest request, EarthyTuftDb db, Bench bench, WashViews views, CancellationToken stop)
    {
        await using var transaction = await db.Database.BeginTransactionAsync(stop);
        await db.HoldBath(id, stop);
        if (await db.Baths.Include(b => b.Readings.Where(r => r.WithdrawnAt == null)).SingleOrDefaultAsync(b => b.Id == id, stop) is not { } bath)
        {
            return Problems.NotHere("bath");
        }

        if (bath.LiftedAt is null)
        {
            var at = (request.At ?? bench.Now).ToUniversalTime().ToStored();
            bath.LiftedAt = at < bath.StartedAt ? bath.StartedAt : at > bench.Now ? bench.Now : at;
            bath.LearnedRate = WashViews.Learned(bath);
        }

        return await Keep(db, bench, views, bath.WashId, stop);
    }

    /// <summary>It was not lifted after all: a wet finger on the wrong button.</summary>
    private static async Task<IResult> PutBack(Guid id, EarthyTuftDb db, Bench bench, WashViews views, CancellationToken stop)
    {
        if (await db.Baths.Include(b => b.Wash).SingleOrDefaultAsync(b => b.Id == id, stop) is not { } bath || bath.Wash!.EndedAt is not null)
        {
            return Problems.NotHere("bath");
        }

        if (await db.Baths.AnyAsync(b => b.WashId == bath.WashId && b.Batch == bath.Batch && b.StartedAt > bath.StartedAt, stop))
        {
            return Problems.Of(409, "gone-on", "The next bath of this batch has begun.");
        }

        (bath.LiftedAt, bath.LearnedRate) = (null, null);
        return await Keep(db, bench, views, bath.WashId, stop);
    }

    /// <summary>It is left without an entry; one that is logged ends with its entry.</summary>
    private static async Task<IResult> End(Guid id, EarthyTuftDb db, Bench bench, CancellationToken stop)
    {
        if (await db.Washes.Include(w => w.Baths).SingleOrDefaultAsync(w => w.Id == id, stop) is not { } wash)
        {
            return Problems.NotHere("wash");
        }

        Watched.End(wash, bench.Now);
        await db.SaveChangesAsync(stop);
        return TypedResults.NoContent();
    }

    /// <summary>Stores what was asked, and lets go of what was held for it.</summary>
    private static async Task<IResult> Keep(EarthyTuftDb db, Bench bench, WashViews views, Guid wash, CancellationToken stop)
    {
        await db.SaveOnce(stop);
        if (db.Database.CurrentTransaction is { } held)
        {
            await held.CommitAsync(stop);
        }

        return await One(db, bench, views, wash, stop);
    }
}

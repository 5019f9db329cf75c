using System.ComponentModel.DataAnnotations;
using System.Linq.Expressions;
using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.House;
using EarthyTuft.Web.Scouring;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Drying;

/// <summary>Wool goes on a rack.</summary>
/// <param name="Mass">Its weight then, wet, as typed; left out when it is weighed later.</param>
/// <param name="StartedAt">When; left out for now.</param>
public sealed record DryingStart(
    [property: MaxLength(60)] IReadOnlyList<Guid> LotIds,
    Guid? RackId = null,
    WaterOut WaterOut = WaterOut.SpunOut,
    bool Outdoors = false,
    bool Netted = false,
    [property: StringLength(60)] string? Mass = null,
    DateTimeOffset? StartedAt = null);

public sealed record DryingWeight([property: StringLength(60, MinimumLength = 1)] string Mass, DateTimeOffset? At = null);

/// <summary>Wool on a rack as it stands.</summary>
/// <param name="DryAt">When it will be dry; null while that cannot be told.</param>
/// <param name="GiveOrTakeMinutes">Half the width of the band that holds eight in ten.</param>
/// <param name="Rest">Where it comes to rest.</param>
/// <param name="DryLine">Light enough: within the tolerance of rest.</param>
/// <param name="RoomNeeded">Square metres it wants to lie in, null when its dry weight is not known.</param>
/// <param name="WaitingForRoom">Wet lots that find no room on any rack while this lies there.</param>
/// <param name="LastWeight">The newest weight, to be logged when it is dry.</param>
/// <param name="LastTyped">As it was typed.</param>
/// <param name="Axis">What its picture counts in; dots and curve are in grams.</param>
/// <param name="Doubt">The question that the last weight raises, null when it is believed.</param>
/// <param name="WeightState">What it would be logged as now: final when two weighings agree, provisional before.</param>
public sealed record DryingView(
    Guid Id,
    IReadOnlyList<PlanLot> Lots,
    string? Rack,
    double? RackSquareMetres,
    double? RoomNeeded,
    bool Crowded,
    IReadOnlyList<string> WaitingForRoom,
    WaterOut WaterOut,
    bool Outdoors,
    bool Netted,
    DateTimeOffset StartedAt,
    string Who,
    DryingState State,
    DateTimeOffset? DryAt,
    double? GiveOrTakeMinutes,
    bool PastBedtime,
    MassFigure? Rest,
    MassFigure? DryLine,
    MassFigure? Expected,
    MassFigure? LastWeight,
    string? LastTyped,
    WeighingState WeightState,
    string Sentence,
    string? Doubt,
    Working Working,
    MassAxis Axis,
    IReadOnlyList<CurveDot> Dots,
    IReadOnlyList<CurvePoint> Curve);

public static class DryingEndpoints
{
    private const int CurvePoints = 48;

    public static void MapDrying(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/drying").WithTags("drying").ForMembers();
        group.MapGet("", Running).Named("listRacks", "Racks with wool on them.");
        group.MapPost("", Start).Named("startRack", "Wool is laid on a rack.").Changes().Produces<DryingView>();
        group.MapPost("/{id:guid}/weights", Weigh).Named("weighRack", "Notes a weight of a rack.").Changes().Produces<DryingView>().ProducesProblem(404);
        group.MapDelete("/{id:guid}/weights/last", Unweigh).Named("withdrawRackWeight", "The last weight was a slip.").Changes().Produces<DryingView>().ProducesProblem(404);
        group.MapPost("/{id:guid}/weights/last/believe", Believe).Named("believeRackWeight", "The last weight is as it was noted.").Changes().Produces<DryingView>().ProducesProblem(404);
        group.MapPost("/{id:guid}/end", End).Named("endRack", "Takes wool off a rack without logging it.").Produces(204).Changes().ProducesProblem(404);
    }

    private static Task<IReadOnlyList<DryingView>> Running(EarthyTuftDb db, Bench bench, BreedBooks books, CancellationToken stop) => Views(db, bench, books, d => d.EndedAt == null, stop);

    private static async Task<IResult> One(EarthyTuftDb db, Bench bench, BreedBooks books, Guid id, CancellationToken stop)
    {
        db.ChangeTracker.Clear();
        return TypedResults.Ok((await Views(db, bench, books, d => d.Id == id, stop)).Single());
    }

    private static async Task<IResult> Start(
        DryingStart request, [FromHeader(Name = "Idempotency-Key")] Guid key, EarthyTuftDb db, Bench bench, BreedBooks books, CancellationToken stop)
    {
        var ids = request.LotIds.Distinct().ToArray();
        await using var transaction = await db.Database.BeginTransactionAsync(stop);
        await db.HoldLots(ids, stop);
        if (await db.Dryings.Where(d => d.Key == key).Select(d => (Guid?)d.Id).SingleOrDefaultAsync(stop) is { } before)
        {
            return await One(db, bench, books, before, stop);
        }

        var startedAt = (request.StartedAt ?? bench.Now).ToUniversalTime().ToStored();
        if (startedAt > bench.Now.AddMinutes(1) || startedAt < bench.Now.AddDays(-14))
        {
            return Problems.Refused("startedAt", "out-of-range", "It was laid on the rack now, or earlier: not in the future, and not weeks ago.");
        }

        var lots = await db.Lots.AsNoTracking().Where(l => ids.Contains(l.Id) && l.VoidedAt == null && l.UsedUpAt == null).ToListAsync(stop);
        var taken = await db.Dryings.AnyAsync(d => d.EndedAt == null && d.LotIds.Any(l => ids.Contains(l)), stop);
        var guard = new Guard()
            .Need(ids.Length > 0, "lotIds", "nothing-taken", "is empty: choose what goes on the rack")
            .Need(lots.Count == ids.Length, "lotIds", "not-here", "names a lot that is not here")
            .Need(lots.All(l => l.Form == LotForm.Washed), "lotIds", "wrong-form", "holds a lot that is not wet from the wash")
            .Need(!taken, "lotIds", "on-a-rack", "holds a lot that lies on a rack already")
            .Need(request.RackId is not { } rack || await db.Racks.AnyAsync(r => r.Id == rack && r.RetiredAt == null, stop), "rackId", "not-here", "is no rack of this workshop");
        var mass = string.IsNullOrWhiteSpace(request.Mass) ? (Result<Mass>?)null : MassReader.Read(request.Mass, bench.Facts.Unit, "mass");
        if (!guard.Passed || mass is { IsRefused: true })
        {
            return Problems.Refused([.. guard.Refusals, .. mass?.Refusals ?? []]);
        }

        var expected = (await DryWeights.Of(db, await books.Here(stop), lots, stop)).Together(lots);
        var row = new DryingRow
        {
            Key = key,
            LotIds = ids,
            RackId = request.RackId,
            WaterOut = request.WaterOut,
            Outdoors = request.Outdoors,
            Netted = request.Netted,
            ExpectedGrams = expected?.Mean,
            ExpectedDeviation = expected?.Deviation,
            StartedAt = startedAt,
            Who = bench.Facts.PersonName,
        };
        if (mass is { } wet)
        {
            row.Weights.Add(new DryingWeightRow { Key = key, At = startedAt, Grams = wet.Value.Grams, Typed = request.Mass!.Trim(), Who = bench.Facts.PersonName });
        }

        db.Dryings.Add(row);
        return await Keep(db, bench, books, row.Id, stop);
    }

    private static async Task<IResult> Weigh(
        Guid id, DryingWeight request, [FromHeader(Name = "Idempotency-Key")] Guid key, EarthyTuftDb db, Bench bench, BreedBooks books, CancellationToken stop)
    {
        if (await db.Dryings.SingleOrDefaultAsync(d => d.Id == id, stop) is not { EndedAt: null } drying)
        {
            return Problems.NotHere("rack under watch");
        }

        var read = MassReader.Read(request.Mass, bench.Facts.Unit, "mass");
        if (read.IsRefused)
        {
            return Problems.Refused(read.Refusals);
        }

        var at = (request.At ?? bench.Now).ToUniversalTime().ToStored();
        if (read.Value <= Mass.Zero)
        {
            return Problems.Refused("mass", "empty-lot", "The weight is nothing: is the rack on the scale?");
        }

        if (at > bench.Now.AddMinutes(1) || at < drying.StartedAt.AddDays(-1))
        {
            return Problems.Refused("at", "out-of-range", "That has not been yet, or was long before this rack.");
        }

        if (!await db.DryingWeights.AnyAsync(w => w.Key == key, stop))
        {
            db.DryingWeights.Add(new DryingWeightRow { DryingId = id, Key = key, At = at, Grams = read.Value.Grams, Typed = request.Mass.Trim(), Who = bench.Facts.PersonName });
        }

        return await Keep(db, bench, books, id, stop);
    }

    /// <summary>The last weight was a slip: it stays in its table and counts no more.</summary>
    private static async Task<IResult> Unweigh(Guid id, EarthyTuftDb db, Bench bench, BreedBooks books, CancellationToken stop) =>
        await OfLast(id, w => w.WithdrawnAt = bench.Now, db, bench, books, stop);

    /// <summary>The last weight is as it was noted, however it looks: some was taken off, or rain came.</summary>
    private static async Task<IResult> Believe(Guid id, EarthyTuftDb db, Bench bench, BreedBooks books, CancellationToken stop) =>
        await OfLast(id, w => w.Believed = true, db, bench, books, stop);

    private static async Task<IResult> OfLast(Guid id, Action<DryingWeightRow> change, EarthyTuftDb db, Bench bench, BreedBooks books, CancellationToken stop)
    {
        if (await db.DryingWeights.Where(w => w.DryingId == id && w.WithdrawnAt == null && db.Dryings.Any(d => d.Id == id && d.EndedAt == null)).OrderByDescending(w => w.At).ThenByDescending(w => w.Id).FirstOrDefaultAsync(stop) is not { } last)
        {
            return Problems.NotHere("weight");
        }

        change(last);
        return await Keep(db, bench, books, id, stop);
    }

    /// <summary>It is taken off without an entry; one that is logged ends with its entry.</summary>
    private static async Task<IResult> End(Guid id, EarthyTuftDb db, Bench bench, CancellationToken stop)
    {
        if (await db.Dryings.SingleOrDefaultAsync(d => d.Id == id, stop) is not { } drying)
        {
            return Problems.NotHere("rack under watch");
        }

        Watched.End(drying, bench.Now);
        await db.SaveChangesAsync(stop);
        return TypedResults.NoContent();
    }

    /// <summary>Stores what was asked, and lets go of what was held for it.</summary>
    private static async Task<IResult> Keep(EarthyTuftDb db, Bench bench, BreedBooks books, Guid id, CancellationToken stop)
    {
        await db.SaveOnce(stop);
        if (db.Database.CurrentTransaction is { } held)
        {
            await held.CommitAsync(stop);
        }

        return await One(db, bench, books, id, stop);
    }

    private static async Task<IReadOnlyList<DryingView>> Views(EarthyTuftDb db, Bench bench, BreedBooks books, Expression<Func<DryingRow, bool>> which, CancellationToken stop)
    {
        var dryings = await db.Dryings.AsNoTracking().Where(which).Include(d => d.Weights.Where(w => w.WithdrawnAt == null)).Include(d => d.Rack).AsSplitQuery().OrderBy(d => d.StartedAt).ToListAsync(stop);
        var ids = dryings.SelectMany(d => d.LotIds).Distinct().ToArray();
        var lots = await db.Lots.AsNoTracking().Where(l => ids.Contains(l.Id)).Select(l => new PlanLot(l.Id, l.Code, l.Parentage)).ToDictionaryAsync(l => l.Id, stop);
        var bedtime = await db.Workshops.Where(w => w.Id == bench.Facts.WorkshopId).Select(w => w.Bedtime).SingleAsync(stop);
        var needs = await RackNeeds.Of(db, await books.Here(stop), stop);
        return [.. dryings.Select(d => View(d, lots, needs, bedtime, bench))];
    }

    private static DryingView View(DryingRow d, Dictionary<Guid, PlanLot> lots, RackNeeds needs, TimeOnly bedtime, Bench bench)
    {
        var weights = d.Weights.OrderBy(w => w.At).ThenBy(w => w.Id).ToArray();
        var first = weights.FirstOrDefault()?.At ?? d.StartedAt;
        var expected = d.ExpectedGrams is { } grams ? new Belief(grams, d.ExpectedDeviation!.Value) : null;
        var read = weights.ToDictionary(w => w, w => new DryingReading((w.At - first).TotalMinutes, w.Grams) { Believed = w.Believed });
        var forecast = DryingWatch.Fit([.. weights.Select(w => read[w])], expected, bench.Facts.ScaleStepGrams);
        var counted = forecast.Readings!.Counted.ToHashSet(ReferenceEqualityComparer.Instance);
        var last = weights.LastOrDefault(w => counted.Contains(read[w]));
        var now = ((d.EndedAt ?? bench.Now) - first).TotalMinutes;
        var state = DryingAdvice.Of(forecast, now);
        DateTimeOffset At(double minutes) => first.AddMinutes(Math.Min(minutes, 60 * 24 * 30));
        DateTime Local(DateTimeOffset time) => TimeZoneInfo.ConvertTime(time, bench.Facts.Zone).DateTime;
        var dryAt = forecast.Dry is { } dry ? At(dry.Minutes) : (DateTimeOffset?)null;
        var late = state == DryingState.Drying && DryingAdvice.PastBedtime(Local(bench.Now), Local(dryAt!.Value), bedtime);
        var unit = bench.Facts.Unit;
        var restGrams = forecast.Law?.RestGrams;
        var until = Math.Max(now, forecast.Dry?.High ?? 0) * 1.05 + 5;
        return new DryingView(
            d.Id,
            [.. d.LotIds.Select(id => lots.GetValueOrDefault(id)).OfType<PlanLot>()],
            d.Rack?.Name,
            d.Rack?.AreaSquareMetres,
            d.ExpectedGrams is { } e ? RackRoom.Needed(e) : null,
            d.Rack is { } r && RackRoom.IsCrowded(r.AreaSquareMetres, needs.Taken.GetValueOrDefault(r.Id)),
            d.Rack is null ? [] : needs.Waiting,
            d.WaterOut,
            d.Outdoors,
            d.Netted,
            d.StartedAt,
            d.Who,
            state,
            dryAt,
            forecast.Dry is { } band ? (band.High - band.Low) / 2 : null,
            late,
            restGrams is not null ? Figures.ToFigure(restGrams, forecast.RestDeviation, unit, Provenance.Reckoned) : null,
            Figures.ToFigure(restGrams * (1 + (DryingCurve.TolerancePercent / 100)), null, unit, Provenance.Reckoned),
            expected is not null ? Figures.ToFigure(expected.Mean, expected.Deviation, unit, Provenance.Typical) : null,
            last is not null ? Mass.FromGrams(last.Grams).ToFigure(unit, Provenance.Measured) : null,
            last?.Typed,
            state == DryingState.Dry ? WeighingState.Rested : WeighingState.Provisional,
            Sentence(state, forecast, dryAt, late, d, d.Rack is null ? [] : needs.Waiting, bench),
            d.EndedAt is null && forecast.Readings.Doubted is { } doubted ? Doubt(weights.Last(w => ReferenceEquals(read[w], doubted)), forecast, doubted.Minutes, last, bench) : null,
            new Working(
                "weight = rest + excess, steadily less at first, then by a like share each minute; dry when the excess is within 2 % of rest",
                [
                    new("weighings", FormattableString.Invariant($"{forecast.Readings.Counted.Count}{(forecast.Readings.Aside.Count > 0 ? $", and {forecast.Readings.Aside.Count} set aside" : "")}")),
                    new("time constant", forecast.Law is { } law ? FormattableString.Invariant($"{law.TimeConstantMinutes:0} min") : "not known yet"),
                    new("steady at first for", forecast.Law is { } steady ? FormattableString.Invariant($"{steady.SteadyMinutes:0} min") : "not known yet"),
                    new("expected dry weight", expected is null ? "none" : FormattableString.Invariant($"{expected.Mean:0} ± {expected.Deviation:0} g")),
                ],
                "least squares over every time constant and every length of the steady start, weighed by how well they fit"),
            MassAxis.Of(unit),
            [.. weights.Select(w => new CurveDot(w.At, w.Grams, false, counted.Contains(read[w])))],
            forecast.Band is not { } fit ? [] : [.. Enumerable.Range(0, CurvePoints + 1).Select(i =>
            {
                var minutes = until * i / CurvePoints;
                var (value, deviation) = fit(minutes);
                return new CurvePoint(At(minutes), value, value - deviation, value + deviation);
            })]);
    }

    // What stands there is what was typed, as the scale's unit turns it: most slips are seen at once.
    private static string Doubt(DryingWeightRow doubted, DryingForecast forecast, double minutes, DryingWeightRow? before, Bench bench)
    {
        string Write(double grams) => Mass.FromGrams(grams).Write(bench.Facts.Unit);
        var expected = forecast.Band is { } band ? $"about {Write(band(minutes).Grams)} was expected" : before is not null ? $"{Write(before.Grams)} came before it" : "that is far from what the heap must weigh";
        return $"{Write(doubted.Grams)} was noted, and {expected}. Was it a slip, or was wool taken off or put on? A second weight like it is believed.";
    }

    private static string Sentence(DryingState state, DryingForecast forecast, DateTimeOffset? dryAt, bool late, DryingRow d, IReadOnlyList<string> waiting, Bench bench)
    {
        var where = d.Outdoors && !d.Netted ? " It hangs outdoors without a net: wind and birds take fibre." : "";
        where += waiting.Count == 0 ? "" : $" The rack is needed: {string.Join(", ", waiting)} {(waiting.Count == 1 ? "finds" : "find")} no room.";
        string Clock(DateTimeOffset time)
        {
            var local = TimeZoneInfo.ConvertTime(time, bench.Facts.Zone);
            return local.ToString(DateOnly.FromDateTime(local.DateTime) == bench.Today ? "HH:mm" : "ddd HH:mm", System.Globalization.CultureInfo.InvariantCulture);
        }

        return state switch
        {
            DryingState.Dry => "Dry: two weighings an hour apart agree. Log its weight and put it away." + where,
            DryingState.WeighAgain => "It should be dry. Weigh it now and again in an hour: when both agree, the weight is final." + where,
            DryingState.Drying => $"Dry at about {Clock(dryAt!.Value)}." + (late ? " That is past bedtime: leave it until morning, or move the air." : "") + where,
            _ => (forecast.Why ?? "Cannot tell yet.") + where,
        };
    }
}

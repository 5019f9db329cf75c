using System.Linq.Expressions;
using System.Text.Json;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.House;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;

namespace EarthyTuft.Web.Scouring;

/// <summary>A dot on the curve.</summary>
/// <param name="Counts">The curve stands on it; false for a reading that was set aside.</param>
public sealed record CurveDot(DateTimeOffset At, double Value, bool FromInstrument, bool Counts = true);

/// <summary>A point of the fitted line with one standard deviation each way.</summary>
public sealed record CurvePoint(DateTimeOffset At, double Value, double Low, double High);

/// <summary>A bath as it stands.</summary>
/// <param name="LiftBy">Lift by then; null when nothing hurries.</param>
/// <param name="AlarmAt">When every screen says so.</param>
/// <param name="GiveOrTakeMinutes">Half the width of the band that holds eight in ten.</param>
/// <param name="SoakedAt">When it has lain as long as was planned.</param>
/// <param name="Doubt">The question that the last reading raises, null when it is believed.</param>
/// <param name="RateFrom">Whose cooling rate stands behind it: measured in this bath, yours, or typical.</param>
public sealed record BathView(
    Guid Id,
    int Batch,
    int Place,
    BathKind Kind,
    DateTimeOffset StartedAt,
    DateTimeOffset? LiftedAt,
    double TargetCelsius,
    double? FloorCelsius,
    double AirCelsius,
    Guid? ProbeId,
    int Readings,
    double? LastCelsius,
    DateTimeOffset? LiftBy,
    DateTimeOffset? AlarmAt,
    double? GiveOrTakeMinutes,
    DateTimeOffset SoakedAt,
    Provenance RateFrom,
    Working Working,
    string Sentence,
    string? Doubt,
    IReadOnlyList<CurveDot> Dots,
    IReadOnlyList<CurvePoint> Curve);

/// <summary>Where a batch goes next.</summary>
public sealed record NextBath(int Batch, int Place, PlannedBath Bath);

/// <summary>A wash under way.</summary>
/// <param name="Next">For each batch that is in no bath and has one to come.</param>
/// <param name="AllDone">Every batch has been through every bath: it can be logged.</param>
/// <param name="Notes">For the entry: the recipe's name and what differed from it.</param>
public sealed record WashView(
    Guid Id,
    PlanFooting On,
    ScourPlan Plan,
    string? Recipe,
    DateTimeOffset StartedAt,
    string Who,
    IReadOnlyList<BathView> Baths,
    IReadOnlyList<NextBath> Next,
    bool AllDone,
    int BathsDone,
    double? MinutesInBaths,
    decimal? Spent,
    string Notes);

/// <summary>Reads washes and fits every bath that is still watched.</summary>
public sealed class WashViews(IOptions<Microsoft.AspNetCore.Http.Json.JsonOptions> json)
{
    private const int MostDots = 90;
    private const int CurvePoints = 48;

    /// <summary>A wash over in less than this share of the time it was planned for was not timed.</summary>
    private const double LeastOfPlanned = 0.3;

    /// <summary>Surer than this of ln k, and a bath teaches the tub.</summary>
    private const double WorthLearning = 0.15;

    public async Task<IReadOnlyList<WashView>> Of(EarthyTuftDb db, Bench bench, Expression<Func<WashRow, bool>> which, CancellationToken stop)
    {
        var washes = await db.Washes.AsNoTracking().Where(which).Include(w => w.Baths).ThenInclude(b => b.Readings.Where(r => r.WithdrawnAt == null)).Include(w => w.Recipe).AsSplitQuery().OrderBy(w => w.StartedAt).ToListAsync(stop);
        var rates = await ScourSubjects.Rates(db, stop);
        return [.. washes.Select(w => View(w, rates.Of(w.TubId), bench))];
    }

    private WashView View(WashRow wash, TubRate rate, Bench bench)
    {
        var plan = JsonSerializer.Deserialize<PlanView>(wash.Plan, json.Value.SerializerOptions)!;
        var next = new List<NextBath>();
        for (var batch = 1; batch <= plan.Plan.Batches.Count; batch++)
        {
            var own = wash.Baths.Where(b => b.Batch == batch).ToArray();
            var place = own.Length == 0 ? 0 : own.Max(b => b.Place) + 1;
            if (own.All(b => b.LiftedAt is not null) && place < plan.Plan.Baths.Count)
            {
                next.Add(new NextBath(batch, place, plan.Plan.Baths[place]));
            }
        }

        // A bath that was lifted is of interest until its batch goes on.
        var shown = wash.Baths.Where(b => b.LiftedAt is null || !wash.Baths.Any(o => o.Batch == b.Batch && o.StartedAt > b.StartedAt)).OrderBy(b => b.Batch);
        return new WashView(
            wash.Id,
            plan.On,
            plan.Plan,
            wash.Recipe?.Name,
            wash.StartedAt,
            wash.Who,
            [.. shown.Select(b => Bath(b, rate, bench))],
            next,
            next.Count == 0 && wash.Baths.Count > 0 && wash.Baths.All(b => b.LiftedAt is not null),
            wash.Baths.Count(b => b.LiftedAt is not null),
            Minutes(wash, bench.Now),
            plan.Spent,
            string.Join("; ", new[] { wash.Recipe is null ? null : $"recipe {wash.Recipe.Name}" }.OfType<string>().Concat(plan.Departures)));
    }

    // Of baths that were only clicked through, to note them afterwards, nobody knows how long they took: the pace must not be learned from it.
    private static double? Minutes(WashRow wash, DateTimeOffset now)
    {
        var baths = wash.Baths.Where(b => b.Kind != BathKind.Soak).ToArray();
        var minutes = baths.Sum(b => ((b.LiftedAt ?? now) - b.StartedAt).TotalMinutes);
        return minutes < baths.Sum(b => b.PlannedMinutes) * LeastOfPlanned ? null : Math.Round(minutes);
    }

    private static (BathForecast Forecast, BathReadings Readings) Follow(BathRow bath, TubRate rate)
    {
        var outset = new BathOutset(
            new Belief(bath.TargetCelsius, BathOutset.Poured), new Belief(bath.AirCelsius, bath.AirRead ? BathOutset.AirRead : BathOutset.AirGuessed), rate, bath.FloorCelsius);
        return CoolingWatch.Follow(outset, bath.Readings.Select(r => ReadingOf(bath, r)));
    }

    private static BathReading ReadingOf(BathRow bath, BathReadingRow row) => new((row.At - bath.StartedAt).TotalMinutes, row.Celsius, row.FromProbe);

    /// <summary>The rate a bath teaches its tub, null when its readings told too little.</summary>
    public static double? Learned(BathRow bath)
    {
        if (bath.InOtherTub)
        {
            return null;
        }

        // Told by its own readings alone: what the tub did before must not teach it again.
        var (fit, readings) = Follow(bath, TubRate.Typical with { LogRate = TubRate.Typical.LogRate with { Deviation = 1 } });
        return readings.Counted.Count > 1 && fit.LogRateDeviation < WorthLearning ? fit.Cooling.RatePerMinute : null;
    }

    private static BathView Bath(BathRow bath, TubRate rate, Bench bench)
    {
        rate = bath.InOtherTub ? TubRate.Typical : rate;
        var (fit, sorted) = Follow(bath, rate);
        var moment = LiftMoment.Of(bath.HasFloor ? fit.Floor : null, bath.PlannedMinutes);
        DateTimeOffset At(double minutes) => bath.StartedAt.AddMinutes(Math.Min(minutes, 60 * 24 * 30));
        var liftBy = moment.ByMinutes is { } by ? At(by) : (DateTimeOffset?)null;
        var until = Math.Max(Math.Max(moment.ByMinutes ?? 0, bath.PlannedMinutes), ((bath.LiftedAt ?? bench.Now) - bath.StartedAt).TotalMinutes) * 1.06 + 1;
        var readings = bath.Readings.OrderBy(r => r.At).ToArray();
        var every = Math.Max(1, (int)Math.Ceiling(readings.Length / (double)MostDots));
        var began = sorted.BeganMinutes ?? 0;
        var counted = sorted.Counted.ToHashSet();
        var curve = Enumerable.Range(0, CurvePoints + 1).Select(i =>
        {
            var minutes = began + (until - began) * i / CurvePoints;
            var (celsius, deviation) = fit.Band(minutes);
            return new CurvePoint(At(minutes), celsius, celsius - deviation, celsius + deviation);
        });
        var from = sorted.Counted.Count >= 2 ? Provenance.Reckoned : rate.Baths > 0 ? Provenance.Yours : Provenance.Typical;
        return new BathView(
            bath.Id,
            bath.Batch,
            bath.Place,
            bath.Kind,
            bath.StartedAt,
            bath.LiftedAt,
            bath.TargetCelsius,
            bath.HasFloor ? bath.FloorCelsius : null,
            bath.AirCelsius,
            bath.ProbeId,
            readings.Length,
            readings.LastOrDefault()?.Celsius,
            liftBy,
            moment.CallsAt((bench.Now - bath.StartedAt).TotalMinutes) is { } alarm ? At(alarm) : null,
            moment.Floor ? (fit.Floor!.High - fit.Floor.Low) / 2 : null,
            At(bath.PlannedMinutes),
            from,
            new Working(
                "lift by = start + ln((start - air) / (floor - air)) / rate, over all rates that fit the readings",
                [
                    new("start", FormattableString.Invariant($"{fit.Cooling.StartCelsius:0.0} °C{(sorted.BeganMinutes is { } leap ? $" at {Clock(At(leap), bench)}, when the water changed" : "")}")),
                    new("air", FormattableString.Invariant($"{fit.Cooling.AirCelsius:0.0} °C, {(bath.AirRead ? "measured" : "guessed")}")),
                    new("floor", bath.HasFloor ? FormattableString.Invariant($"{bath.FloorCelsius:0.#} °C") : "none counts for this bath"),
                    new("cooling rate", FormattableString.Invariant($"{fit.Cooling.RatePerMinute:0.0000} per minute ± {fit.LogRateDeviation * 100:0} %")),
                    new("readings", FormattableString.Invariant($"{sorted.Counted.Count}{(sorted.Aside.Count > 0 ? $", and {sorted.Aside.Count} set aside" : "")}")),
                    new("this tub before", rate.Baths > 0 ? FormattableString.Invariant($"{rate.PerMinute:0.0000} per minute, from {rate.Baths} of your own baths") : "not known, typical 0.0080 per minute"),
                ],
                "a bath cools in proportion to what it is warmer than the air"),
            Sentence(bath, moment, liftBy, sorted.Counted.Count, rate.Baths, bench),
            bath.LiftedAt is null && sorted.Doubted is { } doubted ? Doubt(doubted, fit.Band(doubted.Minutes).Celsius) : null,
            [.. readings.Where((_, i) => i % every == 0 || i == readings.Length - 1).Select(r => new CurveDot(r.At, r.Celsius, r.FromProbe, counted.Contains(ReadingOf(bath, r))))],
            [.. curve]);
    }

    private static string Clock(DateTimeOffset time, Bench bench) =>
        TimeZoneInfo.ConvertTime(time, bench.Facts.Zone).ToString((time - bench.Now).Duration() > TimeSpan.FromHours(20) ? "d MMM HH:mm" : "HH:mm", System.Globalization.CultureInfo.InvariantCulture);

    private static string Doubt(BathReading reading, double expected) => reading.ByProbe
        ? FormattableString.Invariant($"The probe reads {reading.Celsius:0.0} °C where about {expected:0} are expected. Is it in the bath? The curve goes on without it.")
        : FormattableString.Invariant($"{reading.Celsius:0.0} °C was noted where about {expected:0} are expected. Read again: a second reading like it is believed.");

    private static string Sentence(BathRow bath, LiftMoment moment, DateTimeOffset? liftBy, int readings, int baths, Bench bench)
    {
        if (bath.LiftedAt is { } lifted)
        {
            return $"Lifted at {Clock(lifted, bench)}.";
        }

        if (liftBy is null)
        {
            return "Nothing hurries.";
        }

        var unsure = readings > 0 ? "" : baths > 0 ? " Note a temperature: so far only this tub’s earlier baths tell." : " Note a temperature: so far only what tubs usually do tells.";
        return moment.Floor
            ? FormattableString.Invariant($"Lift the wool by {Clock(liftBy.Value, bench)}. The bath reaches {bath.FloorCelsius:0.#} °C then and wax starts to settle back.{unsure}")
            : $"Lift it at {Clock(liftBy.Value, bench)}, when it has lain as long as was planned.";
    }
}

using System.ComponentModel.DataAnnotations;
using EarthyTuft.Core.Course;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Stations;
using EarthyTuft.Core.TakingIn;
using EarthyTuft.Data.Ledger;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.LotPages;
using EarthyTuft.Web.Runs;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;

namespace EarthyTuft.Web.Course;

/// <summary>The heap that waits at a station.</summary>
/// <param name="Step">Null for prepared fibre that waits to be sampled.</param>
/// <param name="NotWeighed">How many of the lots have no known mass yet.</param>
public sealed record Heap(StepKind? Step, int Lots, int NotWeighed, MassFigure Mass, DateTimeOffset? Since);

public sealed record WaitingLot(LotLine Lot, StepKind? At, int Days);

public sealed record MonthSums(MassFigure RawIn, MassFigure PreparedOut, double Hours, string Month);

/// <summary>The workshop at this moment.</summary>
/// <param name="Questions">The newest entries that the log asks about: each is read by itself.</param>
/// <param name="MoreQuestions">How many there are besides.</param>
public sealed record Today(
    DateTimeOffset Now,
    IReadOnlyList<Heap> Heaps,
    IReadOnlyList<WaitingLot> Waiting,
    IReadOnlyList<Guid> Questions,
    int MoreQuestions,
    int Drafts,
    int Samples,
    MonthSums Month,
    string? Example,
    MotionDay Motion
);

/// <summary>What this person did today with one motion, against what they want to do at most.</summary>
/// <param name="MostMinutes">In a day; null for no bound.</param>
/// <param name="Done">The stations that were worked at by hand today, the longest first.</param>
public sealed record MotionDay(int? MostMinutes, IReadOnlyList<MotionDone> Done);

/// <summary>One motion of today.</summary>
/// <param name="Minutes">Of logged entries, and of what was begun today and goes on.</param>
/// <param name="IsOver">As long as the person wants it at most, or longer.</param>
public sealed record MotionDone(StepKind Step, int Minutes, bool IsOver);

/// <summary>What a person wants to do at most of one motion in a day.</summary>
/// <param name="MostMinutes">Null for no bound.</param>
public sealed record MotionRequest([property: Range(10, 1440)] int? MostMinutes);

/// <summary>A station as screens need it, in working order.</summary>
/// <param name="OnRail">When it stands on the rail.</param>
/// <param name="States">States its outputs can be weighed in.</param>
/// <param name="UsualOutputs">How many lots it usually makes.</param>
/// <param name="Measures">What is counted there beside the weights.</param>
/// <param name="WorthFates">Fates of a loss that can be worth something.</param>
/// <param name="Rest">What is kept beside its product: the noil of combing.</param>
/// <param name="IsTrial">Something is tried there, and nothing is logged.</param>
public sealed record StationView(
    StepKind Step,
    IReadOnlyList<LotForm> Takes,
    IReadOnlyList<LotForm> Gives,
    IReadOnlyList<LossKind> UsualLosses,
    LossKind? ByDifference,
    bool MayFindByDifference,
    WeighingState UsualState,
    Caution Caution,
    bool KeepsForm,
    GainKind? UsualGain,
    OnRail OnRail,
    IReadOnlyList<WeighingState> States,
    int UsualOutputs,
    IReadOnlyList<Measure> Measures,
    IReadOnlyList<Fate> WorthFates,
    RestView? Rest,
    bool IsTrial
);

/// <summary>What a step leaves beside its product and is kept, as a lot or noted as a loss.</summary>
public sealed record RestView(LotForm Form, LossKind As);

/// <summary>What can come in.</summary>
/// <param name="Forms">The usual first.</param>
/// <param name="InTheGrease">Those the caution is for.</param>
public sealed record DoorView(Caution Caution, IReadOnlyList<LotForm> Forms, IReadOnlyList<LotForm> InTheGrease);

/// <summary>Relative humidity of the room today, null when nobody read it yet.</summary>
public sealed record DayAir(double? HumidityPercent, DateTimeOffset? ReadAt);

public static class CourseEndpoints
{
    private const int MostWaiting = 40;

    /// <summary>Questions that are shown; beyond them the rest is counted up to a bound.</summary>
    private const int MostQuestions = 4;
    private const int MostAsked = 100;
    private static readonly StepKind[] ByHand = [.. AllStations.InOrder.Where(s => s.IsByHand).Select(s => s.Kind)];
    private static readonly Fate[] WorthFates = [.. Enum.GetValues<Fate>().Where(f => f.MayHaveWorth())];

    public static void MapCourse(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/course").WithTags("course").ForMembers();
        group.MapGet("", Now).Named("readToday", "The workshop at this moment.");
        group.MapGet("/air", Air).Named("readAir", "The room’s humidity as it was last read today.");
        group
            .MapGet("/stations", (IReadOnlyList<ICraftModule> crafts) =>
                TypedResults.Ok(AllStations.InOrder.Concat(crafts.SelectMany(c => c.Trials)).Select(View).ToArray())
            )
            .Named("listStations", "Every station with what is true of it.");
        group.MapGet("/cautions", Seen).Named("listCautionsSeen", "The stations whose caution this person has read.");
        group
            .MapPut("/cautions/{step}", See)
            .Named("seeCaution", "This person has read a caution.")
            .Changes(MemberRole.Looker)
            .ProducesProblem(404);
        group
            .MapPut("/motion", Bound)
            .Named("boundMotion", "Says how long this person wants to do one motion in a day at most.")
            .Changes(MemberRole.Looker);
        group
            .MapGet("/door", () =>
                TypedResults.Ok(new DoorView(AllStations.AtTheDoor, TakeInRules.Forms, [.. TakeInRules.Forms.Where(f => f.IsGreasy())]))
            )
            .Named("readDoor", "What can come in, and the caution for what comes in raw.");
    }

    /// <summary>The room's air as it was last read today: one reading serves the whole sitting.</summary>
    private static async Task<DayAir> Air(EarthyTuftDb db, RequestContext context, CancellationToken cancellationToken)
    {
        var today = context.Today;
        return await db
            .Weighings.AsNoTracking()
            .Where(w => w.Session == today && w.HumidityPercent != null)
            .OrderByDescending(w => w.RecordedAt)
            .Select(w => new DayAir(w.HumidityPercent, w.RecordedAt))
            .FirstOrDefaultAsync(cancellationToken)
            ?? new DayAir(null, null);
    }

    /// <summary>The stations whose caution this person has seen: there it is folded to one line.</summary>
    private static async Task<StepKind[]> Seen(EarthyTuftDb db, RequestContext context, CancellationToken cancellationToken) =>
        await db.CautionsSeen.Where(c => c.PersonId == context.PersonId).Select(c => c.Step).ToArrayAsync(cancellationToken);

    private static async Task<Results<NoContent, ProblemHttpResult>> See(
        string step,
        EarthyTuftDb db,
        RequestContext context,
        CancellationToken cancellationToken
    )
    {
        if (!WordParameter<StepKind>.TryParse(step, out var kind))
        {
            return Problems.NotHere("station");
        }

        // Twice at once is once: the key decides.
        await db.Database.ExecuteSqlAsync(
            $"""
            insert into cautions_seen (workshop_id, person_id, step, at)
            values ({db.Workshop}, {context.PersonId}, {kind.Value.ToString()}, {context.Now}) on conflict do nothing
            """,
            cancellationToken
        );
        return TypedResults.NoContent();
    }

    private static StationView View(Station d) =>
        new(
            d.Kind,
            d.Takes,
            d.Gives,
            d.UsualLosses,
            d.ByDifference,
            d.MayFindByDifference,
            d.UsualState,
            d.Caution,
            d.KeepsForm,
            d.UsualGain?.Kind,
            d.OnRail,
            d.States,
            d.UsualOutputs,
            d.Measures,
            WorthFates,
            d.Rest is { } rest ? new RestView(rest.Form, rest.As) : null,
            d.IsTrial
        );

    /// <summary>So long the sums are shown again while nothing in the log changes and the day is the same.</summary>
    private static readonly TimeSpan Believed = TimeSpan.FromSeconds(30);

    private static async Task<Today> Now(
        EarthyTuftDb db,
        RequestContext context,
        WorkshopRevisions revisions,
        IMemoryCache cache,
        CancellationToken cancellationToken
    )
    {
        // Every screen asks after every piece of news, and most of that is of runs and instruments: the sums stand on the log alone.
        var key = ("today", revisions.Of(context.Workshop.WorkshopId, News.Log), context.Workshop, context.Today);
        if (!cache.TryGetValue(key, out Today? today))
        {
            today = await Sums(db, context, cancellationToken);
            cache.Set(key, today, Believed);
        }

        // What one's hands did hangs on the runs as well, and is each person's own.
        var hands = MotionKey(context, revisions);
        if (!cache.TryGetValue(hands, out MotionDay? motion))
        {
            motion = await Motion(db, context, cancellationToken);
            cache.Set(hands, motion, Believed);
        }

        return today! with
        {
            Now = context.Now,
            Motion = motion!,
        };
    }

    private static object MotionKey(RequestContext context, WorkshopRevisions revisions) =>
        (
            "motion",
            revisions.Of(context.Workshop.WorkshopId, News.Log, News.Runs),
            context.Workshop.WorkshopId,
            context.PersonId,
            context.Today
        );

    private static async Task<NoContent> Bound(
        MotionRequest request,
        EarthyTuftDb db,
        RequestContext context,
        WorkshopRevisions revisions,
        IMemoryCache cache,
        CancellationToken cancellationToken
    )
    {
        await db
            .Memberships.Where(m => m.WorkshopId == context.Workshop.WorkshopId && m.UserId == context.PersonId)
            .ExecuteUpdateAsync(set => set.SetProperty(m => m.MotionMinutes, request.MostMinutes), cancellationToken);
        cache.Remove(MotionKey(context, revisions));
        return TypedResults.NoContent();
    }

    /// <summary>What the person's hands did today: entries of the day, and what is at work since today by its taps.</summary>
    private static async Task<MotionDay> Motion(EarthyTuftDb db, RequestContext context, CancellationToken cancellationToken)
    {
        var zone = context.Workshop.Zone;
        var midnight = context.Today.ToDateTime(TimeOnly.MinValue);
        var from = new DateTimeOffset(midnight, zone.GetUtcOffset(midnight)).ToUniversalTime();
        var (who, until) = (context.Workshop.PersonName, from.AddDays(1));
        var logged = await db
            .Entries.AsNoTracking()
            .Where(e =>
                e.Who == who && e.DoneAt >= from && e.DoneAt < until && e.VoidedAt == null && e.Minutes != null && ByHand.Contains(e.Step)
            )
            .GroupBy(e => e.Step)
            .Select(g => new { Step = g.Key, Minutes = g.Sum(e => e.Minutes!.Value) })
            .ToListAsync(cancellationToken);
        var running = await db
            .Runs.AsNoTracking()
            .Where(r =>
                r.EndedAt == null
                && r.Who == who
                && ByHand.Contains(r.Craft)
                && (r.StartedAt >= from || r.Events.Any(e => e.At >= from && e.Kind == ClockEvents.On))
            )
            .Select(r => new
            {
                r.Craft,
                r.StartedAt,
                Last = r.Events.Where(e => e.WithdrawnAt == null).Max(e => (DateTimeOffset?)e.At),
                Clock = r
                    .Events.Where(e => e.WithdrawnAt == null && e.At >= from && (e.Kind == ClockEvents.On || e.Kind == ClockEvents.Off))
                    .Select(e => new { e.At, e.Kind })
                    .ToList(),
            })
            .ToListAsync(cancellationToken);
        var most = await db
            .Memberships.AsNoTracking()
            .Where(m => m.WorkshopId == context.Workshop.WorkshopId && m.UserId == context.PersonId)
            .Select(m => m.MotionMinutes)
            .SingleOrDefaultAsync(cancellationToken);
        return new MotionDay(
            most,
            [
                .. logged
                    .Select(l => (l.Step, l.Minutes))
                    // Where there is a clock it tells; else work goes from its beginning to its last tap.
                    .Concat(
                        running
                            .Where(r => r.Last is not null)
                            .Select(r =>
                                (
                                    Step: r.Craft,
                                    Minutes: (int)(
                                        r.Clock.Count > 0
                                            ? WorkClock.Of(r.Clock.Select(c => (c.At, c.Kind == ClockEvents.On))).Until(context.Now)
                                            : (r.Last!.Value - r.StartedAt).TotalMinutes
                                    )
                                )
                            )
                    )
                    .GroupBy(m => m.Step)
                    .Select(g => new MotionDone(g.Key, g.Sum(m => m.Minutes), g.Sum(m => m.Minutes) >= most))
                    .Where(m => m.Minutes > 0)
                    .OrderByDescending(m => m.Minutes),
            ]
        );
    }

    private static async Task<Today> Sums(EarthyTuftDb db, RequestContext context, CancellationToken cancellationToken)
    {
        var unit = context.Workshop.Unit;
        var there = db.Lots.AsNoTracking().Where(l => l.UsedUpAt == null && l.VoidedAt == null && l.Form != LotForm.Yarn);
        var sums = await there
            .GroupBy(l => l.WaitsAt)
            .Select(g => new
            {
                At = g.Key,
                Lots = g.Count(),
                NotWeighed = g.Count(l => l.LeftGrams == null),
                Grams = g.Sum(l => l.LeftGrams ?? 0),
                Since = g.Min(l => l.ChangedAt),
            })
            .ToListAsync(cancellationToken);
        var heaps = sums.Select(s => new Heap(
                s.At,
                s.Lots,
                s.NotWeighed,
                Mass.FromGrams(s.Grams).ToFigure(unit, Provenance.Reckoned),
                s.Since
            ))
            .ToArray();

        var waiting = await there.OrderBy(l => l.ChangedAt).Take(MostWaiting).ToListAsync(cancellationToken);
        var asked = await db
            .Entries.AsNoTracking()
            .Where(Asked.Any)
            .OrderByDescending(e => e.DoneAt)
            .Select(e => e.Id)
            .Take(MostAsked)
            .ToListAsync(cancellationToken);
        return new Today(
            context.Now,
            heaps,
            [
                .. waiting.Select(l => new WaitingLot(
                    LotEndpoints.Line(l, unit),
                    l.WaitsAt,
                    Math.Max(0, context.Today.DayNumber - context.DayOf(l.ChangedAt).DayNumber)
                )),
            ],
            [.. asked.Take(MostQuestions)],
            Math.Max(0, asked.Count - MostQuestions),
            await db.Drafts.CountAsync(d => d.State == DraftState.Open, cancellationToken),
            // Two counts from indexes instead of a join of every sample with its lot.
            await db.Samples.CountAsync(s => s.WithdrawnAt == null, cancellationToken)
                - await db.Samples.CountAsync(s => s.WithdrawnAt == null && s.Lot!.VoidedAt != null, cancellationToken),
            await Month(db, context, cancellationToken),
            context.Workshop.ExampleEntryId is { } example
                ? await db
                    .Flows.Where(f => f.EntryId == example && f.Role == FlowRole.Out && !f.Voided)
                    .Select(f => f.Lot!.Code)
                    .FirstOrDefaultAsync(cancellationToken)
                : null,
            new MotionDay(null, [])
        );
    }

    private static async Task<MonthSums> Month(EarthyTuftDb db, RequestContext context, CancellationToken cancellationToken)
    {
        var first = new DateTime(context.Today.Year, context.Today.Month, 1);
        var from = new DateTimeOffset(first, context.Workshop.Zone.GetUtcOffset(first)).ToUniversalTime();
        var prepared = Enum.GetValues<LotForm>().Where(f => f.IsPrepared()).ToArray();
        LotForm[] told = [LotForm.Raw, .. prepared];
        var made = await db
            .Lots.Where(l => told.Contains(l.Form) && l.MadeAt >= from && l.VoidedAt == null)
            .GroupBy(l => l.Form)
            .Select(g => new { Form = g.Key, Grams = g.Sum(l => l.MadeGrams ?? 0) })
            .ToListAsync(cancellationToken);
        var minutes = await db.Entries.Where(e => e.DoneAt >= from && e.VoidedAt == null).SumAsync(e => e.Minutes ?? 0, cancellationToken);
        return new MonthSums(
            Mass.FromGrams(made.Where(m => m.Form == LotForm.Raw).Sum(m => m.Grams)).ToFigure(context.Workshop.Unit, Provenance.Reckoned),
            Mass.FromGrams(made.Where(m => prepared.Contains(m.Form)).Sum(m => m.Grams))
                .ToFigure(context.Workshop.Unit, Provenance.Reckoned),
            minutes / 60.0,
            context.Today.ToString("MMMM", System.Globalization.CultureInfo.InvariantCulture)
        );
    }
}

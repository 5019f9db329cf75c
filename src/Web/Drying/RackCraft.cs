using System.Globalization;
using EarthyTuft.Core.Drying;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Tools;
using EarthyTuft.Data.Drying;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Breeds;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Drying;

/// <summary>Wool on racks: weighed over time, told when it is dry.</summary>
internal sealed class RackCraft(EarthyTuftDb db, RequestContext context, BreedBooks books, RunFits fits) : ICraft
{
    private const int CurvePoints = 48;

    public string Place => "rack";

    public Refusal Taken => new("lotIds", "on-a-rack", "It holds a lot that lies on a rack already.");

    public async Task<Result<RunOutset>> Begin(RunStart start, IReadOnlyList<LotRow> lots, CancellationToken cancellationToken)
    {
        var request = (RackStart)start;
        var startedAt = request.StartedAt ?? context.Now;
        var wet = string.IsNullOrWhiteSpace(request.Mass)
            ? (Result<RunEvent<RackEvent>>?)null
            : RackRun.Weigh(request.Mass, startedAt, context.Workshop.Unit, Guid.CreateVersion7);
        Refusal[] refusals =
        [
            .. RackRun.Takes([.. lots.Select(l => l.Form)]),
            .. RunRules.BeganAt(startedAt, context.Now, "startedAt") is { } never ? [never] : Array.Empty<Refusal>(),
            .. request.RackId is { } id
            && !await db.Tools.AnyAsync(t => t.Id == id && t.Kind == ToolKind.Rack && t.RetiredAt == null, cancellationToken)
                ? [new Refusal("rackId", "not-here", "There is no such rack in this workshop.")]
                : Array.Empty<Refusal>(),
            .. wet?.Refusals ?? [],
        ];
        if (refusals.Length > 0)
        {
            return Result<RunOutset>.Refused(refusals);
        }

        var expected = (await DryWeights.Of(db, await books.Here(cancellationToken), lots, cancellationToken)).Together(lots);
        return new RunOutset(
            StoredRack.Write(new RackPlan(request.WaterOut, request.Place, request.Netted, expected)),
            startedAt,
            wet is { } weighed ? [Row(weighed.Value)] : [],
            request.RackId is { } rack ? [rack] : []
        );
    }

    public Task<Result<IReadOnlyList<RunEventRow>>> Decide(RunRow run, RunCommand command, CancellationToken cancellationToken) =>
        Task.FromResult(
            RackRun
                .Decide(StoredRack.State(run), command, context.Workshop.Unit, context.Now, Guid.CreateVersion7)
                .Then<IReadOnlyList<RunEventRow>>(events => events.Select(Row).ToArray())
        );

    public Refusal? Withdraw(RunRow run, Guid eventId) => RackRun.Withdraw(StoredRack.State(run), eventId);

    public IReadOnlyList<RunEventRow> End(RunRow run) => [];

    public async Task Ended(RunRow run, CancellationToken cancellationToken)
    {
        // While weighings come in nothing is taught: its end tells.
        if (run.Tools.FirstOrDefault()?.ToolId is not { } rack)
        {
            return;
        }

        var state = StoredRack.State(run);
        await db.ToolLessons.Where(l => l.RunId == run.Id).ExecuteDeleteAsync(cancellationToken);
        if (RackRun.Learned(state, context.Workshop.ScaleStepGrams, RackRun.Pace(state, context.Workshop.Zone)) is { } wander)
        {
            db.ToolLessons.Add(
                new ToolLessonRow
                {
                    RunId = run.Id,
                    Part = run.Id,
                    What = AirLessons.Of(state.Plan.Place),
                    ToolId = rack,
                    Value = wander,
                    At = context.Now,
                }
            );
        }
    }

    public async Task<IReadOnlyList<DescribedRun>> Describe(IReadOnlyList<RunRow> runs, CancellationToken cancellationToken)
    {
        var bedtime = await db
            .Workshops.Where(w => w.Id == context.Workshop.WorkshopId)
            .Select(w => w.Bedtime)
            .SingleAsync(cancellationToken);
        var needs = await RackNeeds.Of(db, await books.Here(cancellationToken), cancellationToken);
        var airs = await RackAirs.Of(db, cancellationToken);
        return [.. runs.Select(r => Describe(r, needs, bedtime, airs))];
    }

    private DescribedRun Describe(RunRow run, RackNeeds needs, TimeOnly bedtime, RackAirs airs)
    {
        var (state, unit, now) = (StoredRack.State(run), context.Workshop.Unit, run.EndedAt ?? context.Now);
        var step = context.Workshop.ScaleStepGrams;
        var air = airs.By(run.Tools.FirstOrDefault()?.ToolId, state.Plan.Place);
        var pace = RackRun.Pace(state, context.Workshop.Zone);
        var fit = fits.Of(run, run.Id, (step, air), () => RackRun.Fit(state, step, air, pace));
        var (forecast, counted, doubted) = fit;
        var summary = RackRun.Summarise(state, fit, now);
        var call = summary.Calls[0];
        var (plan, tool) = (state.Plan, run.Tools.Select(t => t.Tool!).FirstOrDefault());
        DateTime Local(DateTimeOffset time) => TimeZoneInfo.ConvertTime(time, context.Workshop.Zone).DateTime;
        var late = call is { Act: RunAct.DryAt, DueAt: { } dryAt } && DryingAdvice.PastBedtime(Local(context.Now), Local(dryAt), bedtime);
        var last = counted.LastOrDefault();
        var restGrams = forecast.Law?.RestGrams;
        IReadOnlyList<string> waiting = tool is null ? [] : needs.Waiting;
        var until = Math.Max((now - state.First).TotalMinutes, forecast.Dry?.High ?? 0) * 1.05 + 5;
        var sentence = Sentence(call, forecast, late, plan, waiting);
        return new DescribedRun(
            summary,
            [
                new RunCallView(
                    call.Part,
                    tool?.Name ?? "",
                    call.Act,
                    call.Since,
                    call.DueAt,
                    call.GiveOrTakeMinutes,
                    call.AlarmAt,
                    call.SoftAt,
                    call.Hurries,
                    sentence,
                    null
                ),
            ],
            new RunEntry(LotForm.Clean, last?.Typed ?? "", call.Act == RunAct.Log ? WeighingState.Rested : WeighingState.Provisional),
            new RackView(
                tool?.Name,
                tool?.Rack.SquareMetres,
                plan.Expected is { } e ? RackRoom.Needed(e.Mean) : null,
                tool is not null && RackRoom.IsCrowded(tool.Rack.SquareMetres, needs.Taken.GetValueOrDefault(tool.Id)),
                waiting,
                plan.WaterOut,
                plan.Place,
                plan.Netted,
                late,
                restGrams is not null ? Figures.ToFigure(restGrams, forecast.RestDeviation, unit, Provenance.Reckoned) : null,
                Figures.ToFigure(restGrams * (1 + (DryingCurve.TolerancePercent / 100)), null, unit, Provenance.Reckoned),
                plan.Expected is { } expected ? Figures.ToFigure(expected.Mean, expected.Deviation, unit, Provenance.Typical) : null,
                last is not null ? Mass.FromGrams(last.Grams).ToFigure(unit, Provenance.Measured) : null,
                state.Weights.LastOrDefault()?.Event,
                run.EndedAt is null && doubted is not null ? Doubt(doubted, forecast, (doubted.At - state.First).TotalMinutes, last) : null,
                new Working(
                    "weight = rest + excess, steadily less at first, then by a like share each minute; dry when the excess is within 2 % of rest",
                    [
                        new(
                            "weighings",
                            string.Create(
                                CultureInfo.InvariantCulture,
                                $"{forecast.Readings!.Counted.Count}"
                                    + $"{(forecast.Readings.Excluded.Count > 0 ? $", and {forecast.Readings.Excluded.Count} set aside" : "")}"
                            )
                        ),
                        new(
                            "time constant",
                            forecast.Law is { } law ? FormattableString.Invariant($"{law.TimeConstantMinutes:0} min") : "not known yet"
                        ),
                        new(
                            "steady at first for",
                            forecast.Law is { } steady ? FormattableString.Invariant($"{steady.SteadyMinutes:0} min") : "not known yet"
                        ),
                        new("the air, beside usual", forecast.AirNow is { } faster ? AirWords(faster) : "not known yet"),
                        new("known of the air", KnownWords(state, pace, now)),
                        new(
                            "the air changes by",
                            FormattableString.Invariant(
                                $"{air.Wander * 100:0} %, {(air.Dryings > 0 ? $"from {air.Dryings} of your own dryings here" : "typical")}"
                            )
                        ),
                        new(
                            "expected dry weight",
                            plan.Expected is { } dry ? FormattableString.Invariant($"{dry.Mean:0} ± {dry.Deviation:0} g") : "none"
                        ),
                    ],
                    "a filter for every time constant, every length of the steady start and every wandering of the air, weighed by how well they fit"
                ),
                MassAxis.Of(unit),
                [.. state.Weights.Select(w => new CurveDot(w.At, w.Grams, false, counted.Contains(w)))],
                forecast.Band is not { } band
                    ? []
                    :
                    [
                        .. Enumerable
                            .Range(0, CurvePoints + 1)
                            .Select(i =>
                            {
                                var minutes = until * i / CurvePoints;
                                var (value, deviation) = band(minutes);
                                return new CurvePoint(RackRun.At(state, minutes), value, value - deviation, value + deviation);
                            }),
                    ]
            )
        );
    }

    private static string AirWords(double logFaster) =>
        Math.Abs(logFaster) < 0.05
            ? "as fast"
            : FormattableString.Invariant($"{Math.Exp(Math.Abs(logFaster)):0.0} times as {(logFaster > 0 ? "fast" : "slow")}");

    private string KnownWords(RackState state, AirPace pace, DateTimeOffset now) =>
        pace.IsEven ? "nothing beforehand"
        : state.Plan.Place == RackPlace.Outdoors
            ? FormattableString.Invariant($"from 20:00 to 7:00 it dries {AirPace.Night:0.0} times as fast (typical)")
        : string.Create(
            CultureInfo.InvariantCulture,
            $"{state.Air.Count} readings of the air sensor: it can take up {pace.FactorAt((now - state.First).TotalMinutes):0.0} times as much "
                + $"water now as in the mean of this drying"
        );

    private RunEventRow Row(RunEvent<RackEvent> happened) => StoredRack.Row(happened, context.Workshop.PersonName);

    // What stands there is what was typed, as the scale's unit turns it: most slips are seen at once.
    private string Doubt(RackWeight doubted, DryingForecast forecast, double minutes, RackWeight? before)
    {
        string Write(double grams) => Mass.FromGrams(grams).Write(context.Workshop.Unit);
        var expected =
            forecast.Band is { } band ? $"about {Write(band(minutes).Grams)} was expected"
            : before is not null ? $"{Write(before.Grams)} came before it"
            : "that is far from what the heap must weigh";
        return $"{Write(doubted.Grams)} was noted, and {expected}. Was it a slip, or was wool taken off or put on? A second weight like it is believed.";
    }

    private string Sentence(RunCall call, DryingForecast forecast, bool late, RackPlan plan, IReadOnlyList<string> waiting)
    {
        var where = plan.Place == RackPlace.Outdoors && !plan.Netted ? " It hangs outdoors without a net: wind and birds take fibre." : "";
        where +=
            waiting.Count == 0
                ? ""
                : $" The rack is needed: {string.Join(", ", waiting)} {(waiting.Count == 1 ? "finds" : "find")} no room.";
        string Clock(DateTimeOffset time)
        {
            var local = TimeZoneInfo.ConvertTime(time, context.Workshop.Zone);
            return local.ToString(
                DateOnly.FromDateTime(local.DateTime) == context.Today ? "HH:mm" : "ddd HH:mm",
                System.Globalization.CultureInfo.InvariantCulture
            );
        }

        return call.Act switch
        {
            RunAct.Log => "Dry: two weighings an hour apart agree. Log its weight and put it away." + where,
            RunAct.WeighAgain => "It should be dry. Weigh it now and again in an hour: when both agree, the weight is final." + where,
            RunAct.DryAt => $"Dry at about {Clock(call.DueAt!.Value)}, if the air stays like this."
                + (late ? " That is past bedtime: leave it until morning, or move the air." : "")
                + where,
            _ => (forecast.Why ?? "Cannot tell yet.") + where,
        };
    }
}

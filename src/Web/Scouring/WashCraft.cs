using EarthyTuft.Core.Instruments;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Core.Scouring;
using EarthyTuft.Core.Tools;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Scouring;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using EarthyTuft.Web.Runs;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Scouring;

/// <summary>Washes: planned, watched bath by bath, and what their baths teach the tub.</summary>
internal sealed class WashCraft(EarthyTuftDb db, RequestContext context, ScourPlanner planner, RunFits fits) : ICraft
{
    private const int MostDots = 90;

    private TemperatureUnit Unit => context.Workshop.TemperatureUnit;

    private const int CurvePoints = 48;

    public string Place => "water";

    public Refusal Taken => new("lotIds", "in-a-wash", "It is being washed already: end that wash first, or divide the lot.");

    public async Task<Result<RunOutset>> Begin(RunStart start, IReadOnlyList<LotRow> lots, CancellationToken cancellationToken)
    {
        var request = ((WashStart)start).Plan;
        return (await planner.Plan(request, cancellationToken)).Then<RunOutset>(planned => new RunOutset(
            StoredWash.Write(planned.Wash),
            context.Now,
            [],
            planned.Tub is { } tub ? [tub.Id] : [],
            request.RecipeId,
            lots.Count == 1 ? request.GreasyGrams : null
        ));
    }

    public async Task<Result<IReadOnlyList<RunEventRow>>> Decide(RunRow run, RunCommand command, CancellationToken cancellationToken)
    {
        var probe = command switch
        {
            BeginBath begin => begin.ProbeId,
            HangProbe hang => hang.ProbeId,
            _ => null,
        };
        if (probe is { } id && !await db.Instruments.AnyAsync(i => i.Id == id && i.Kind == InstrumentKind.Probe, cancellationToken))
        {
            return new Refusal("probeId", "not-here", "There is no such probe in this workshop.");
        }

        return WashRun
            .Decide(StoredWash.State(run), command, Unit, context.Now, Guid.CreateVersion7)
            .Then<IReadOnlyList<RunEventRow>>(events => events.Select(Row).ToArray());
    }

    public Refusal? Withdraw(RunRow run, Guid eventId) => WashRun.Withdraw(StoredWash.State(run), eventId);

    public IReadOnlyList<RunEventRow> End(RunRow run) =>
        [.. WashRun.End(StoredWash.State(run), context.Now, Guid.CreateVersion7).Select(Row)];

    public Task Noted(RunRow run, IReadOnlyList<RunEventRow> events, CancellationToken cancellationToken) =>
        Learn(run, [.. events.Select(StoredWash.Read).OfType<ProbeHung>()], cancellationToken);

    public Task Withdrawn(RunRow run, CancellationToken cancellationToken) => Learn(run, [], cancellationToken);

    public Task Ended(RunRow run, CancellationToken cancellationToken) => Learn(run, [], cancellationToken);

    // Each bath that was lifted teaches its tub; one that is not lifted after all teaches nothing.
    private async Task Learn(RunRow run, ProbeHung[] hung, CancellationToken cancellationToken)
    {
        var state = StoredWash.State(run);
        await Hang(run, state, hung, cancellationToken);
        if (run.Tools.FirstOrDefault(t => t.Tool?.Kind == ToolKind.Tub)?.Tool is not { } tub)
        {
            return;
        }

        var known = await db.ToolLessons.Where(l => l.RunId == run.Id).ToDictionaryAsync(l => (l.Part, l.What), cancellationToken);
        foreach (var bath in state.Baths)
        {
            var lesson = WashRun.Learned(bath, tub.Tub.Covered);
            Teach(bath, TubLessons.Cooling(tub.Tub.Covered), lesson?.RatePerMinute);
            Teach(bath, TubLessons.Evaporation(tub.Tub.Covered), lesson?.EvaporationKelvin);
        }

        void Teach(Bath bath, string what, double? value)
        {
            var row = known.GetValueOrDefault((bath.Id, what));
            if (value is not { } learned)
            {
                if (row is not null)
                {
                    db.ToolLessons.Remove(row);
                }
            }
            else if (row is not null)
            {
                (row.Value, row.At) = (learned, bath.LiftedAt!.Value);
            }
            else
            {
                db.ToolLessons.Add(
                    new ToolLessonRow
                    {
                        RunId = run.Id,
                        Part = bath.Id,
                        What = what,
                        ToolId = tub.Id,
                        Value = learned,
                        At = bath.LiftedAt!.Value,
                    }
                );
            }
        }
    }

    public async Task<IReadOnlyList<DescribedRun>> Describe(IReadOnlyList<RunRow> runs, CancellationToken cancellationToken)
    {
        var rates = await TubRates.Of(db, cancellationToken);
        var ids = runs.Select(r => r.Id).ToArray();
        var hanging = await db
            .InstrumentPlaces.AsNoTracking()
            .Where(p => ids.Contains(p.RunId))
            .ToDictionaryAsync(p => p.Part, p => p.InstrumentId, cancellationToken);
        Guid?[] used = [.. runs.Select(r => r.RecipeId).Where(r => r is not null)];
        var recipes =
            used.Length == 0
                ? []
                : await db
                    .ScourRecipes.AsNoTracking()
                    .Where(r => used.Contains(r.Id))
                    .ToDictionaryAsync(r => r.Id, r => r.Name, cancellationToken);
        return
        [
            .. runs.Select(run =>
                Describe(
                    run,
                    run.RecipeId is { } recipe ? recipes[recipe] : null,
                    rates.Of(run.Tools.FirstOrDefault(t => t.Tool?.Kind == ToolKind.Tub)?.ToolId),
                    hanging
                )
            ),
        ];
    }

    /// <summary>A probe hangs in one bath: hung here it is taken out of the one it was in, which goes on by its curve. Of a lifted bath it
    /// tells nothing.</summary>
    private async Task Hang(RunRow run, WashState state, ProbeHung[] hung, CancellationToken cancellationToken)
    {
        foreach (var (bath, probe) in hung)
        {
            await db.Database.ExecuteSqlAsync(
                $"select 1 from instruments where id = {probe} and workshop_id = {db.Workshop} for update",
                cancellationToken
            );
            await db.InstrumentPlaces.Where(p => p.Part == bath || p.InstrumentId == probe).ExecuteDeleteAsync(cancellationToken);
            if (probe is { } id)
            {
                var here = state.Baths.Single(b => b.Id == bath);
                db.InstrumentPlaces.Add(
                    new InstrumentPlaceRow
                    {
                        InstrumentId = id,
                        RunId = run.Id,
                        Part = bath,
                        Since = here.StartedAt,
                        Until = here.LiftedAt,
                    }
                );
            }
        }

        foreach (var place in await db.InstrumentPlaces.Where(p => p.RunId == run.Id).ToListAsync(cancellationToken))
        {
            place.Until = state.Baths.Single(b => b.Id == place.Part).LiftedAt;
        }
    }

    private DescribedRun Describe(RunRow run, string? recipe, TubRate rate, Dictionary<Guid, Guid> hanging)
    {
        var state = StoredWash.State(run);
        var (on, plan) = (state.Plan.On, state.Plan.Plan);
        var shown = state.Shown.ToArray();
        var known = shown.ToDictionary(b => b.Id, b => fits.Of(run, b.Id, rate, () => WashRun.Fit(b, rate)));
        var summary = WashRun.Summarise(state, known, context.Now);
        return new DescribedRun(
            summary,
            [
                .. summary.Calls.Zip(shown.Where(b => b.Lifted is null), (c, b) =>
                    new RunCallView(
                        c.Part,
                        Name(b, plan),
                        c.Act,
                        c.Since,
                        c.DueAt,
                        c.GiveOrTakeMinutes,
                        c.AlarmAt,
                        c.SoftAt,
                        c.Hurries,
                        Sentence(b, known[b.Id], c.DueAt),
                        new LiftBath(b.Id)
                    )
                ),
            ],
            new RunEntry(
                Minutes: summary.Minutes,
                // What the whole of it costs says nothing of a part.
                Spent: plan.Cost is { } cost && !state.MayEndEarly ? Math.Round(cost, 2) : null,
                Notes: string.Join(
                    "; ",
                    new[]
                    {
                        recipe is null ? null : $"recipe {recipe}",
                        state.MayEndEarly ? FormattableString.Invariant($"{state.Baths.Count} of {state.BathsPlanned} baths") : null,
                    }
                        .OfType<string>()
                        .Concat(state.Plan.Departures)
                )
            ),
            new WashView(
                Mass.FromGrams(on.GreasyGrams).ToFigure(context.Workshop.Unit, on.GreasyFrom),
                ScourPlanView.Of(plan, Unit),
                recipe,
                [
                    .. shown.Select(b =>
                        Describe(
                            b,
                            known[b.Id],
                            hanging.TryGetValue(b.Id, out var probe) ? probe : null,
                            b.Lifted is null ? state.After(b) : null,
                            plan
                        )
                    ),
                ],
                [.. state.Next.Select(n => new NextBathView(n.Batch, n.Place, ScourPlanView.Of(n.Bath, plan, Unit)))],
                state.Baths.Count(b => b.Lifted is not null),
                state.MayEndEarly
            )
        );
    }

    private BathView Describe(Bath bath, BathFit known, Guid? probe, NextBath? then, ScourPlan plan)
    {
        var (fit, sorted, rate) = known;
        DateTimeOffset At(double minutes) => bath.StartedAt.AddMinutes(minutes);
        var until =
            Math.Max(
                Math.Max(known.Moment(bath).ByMinutes ?? 0, bath.Began.PlannedMinutes),
                ((bath.LiftedAt ?? context.Now) - bath.StartedAt).TotalMinutes
            ) * 1.06
            + 1;
        var every = Math.Max(1, (int)Math.Ceiling(bath.Temperatures.Count / (double)MostDots));
        var began = sorted.BeganMinutes ?? 0;
        var counted = sorted.Counted.ToHashSet();
        return new BathView(
            bath.Id,
            bath.Began.Batch,
            bath.Began.Place,
            bath.Began.Kind,
            bath.StartedAt,
            bath.LiftedAt,
            bath.Lifted?.Id,
            bath.Temperatures.LastOrDefault(t => t.Event is not null)?.Event,
            TemperatureFigure.Of(bath.Began.TargetCelsius, Unit),
            bath.Began.HasFloor ? TemperatureFigure.Of(bath.Began.FloorCelsius, Unit) : null,
            probe,
            bath.Temperatures.Count,
            bath.Temperatures.LastOrDefault() is { } newest ? TemperatureFigure.Of(newest.Celsius, Unit, 1) : null,
            At(bath.Began.PlannedMinutes),
            sorted.Counted.Count >= 2 ? Provenance.Reckoned
                : rate.Baths > 0 ? Provenance.Yours
                : Provenance.Typical,
            new Working(
                "dT/dt = -rate ((T - air) + evaporation (x(T) - 0.6 x(air))), x the moisture of saturated air; over all rates and "
                    + "evaporations that fit the readings",
                [
                    new(
                        "start",
                        Write(fit.Cooling.StartCelsius, 1)
                            + (sorted.BeganMinutes is { } leap ? $" at {RunWords.Clock(At(leap), context)}, when the water changed" : "")
                    ),
                    new("air", $"{Write(fit.Cooling.AirCelsius, 1)}, {(bath.Began.AirRead ? "measured" : "guessed")}"),
                    new("floor", bath.Began.HasFloor ? Write(bath.Began.FloorCelsius) : "none counts for this bath"),
                    new(
                        "cooling rate in the middle of a soak",
                        FormattableString.Invariant(
                            $"{Math.Exp(fit.LogRate.Mean):0.0000} per minute, give or take {fit.LogRate.Deviation * 100:0} %"
                        )
                    ),
                    new(
                        "of that by evaporation",
                        FormattableString.Invariant(
                            $"{(1 - 1 / WaterCooling.SoakFactor(fit.Cooling.EvaporationKelvin)) * 100:0} % ({fit.Cooling.EvaporationKelvin:0} K)"
                        )
                    ),
                    new(
                        "readings",
                        FormattableString.Invariant(
                            $"{sorted.Counted.Count}{(sorted.Excluded.Count > 0 ? $", and {sorted.Excluded.Count} set aside" : "")}"
                        )
                    ),
                    new(
                        "this tub before",
                        rate.Baths > 0
                            ? FormattableString.Invariant($"{rate.PerMinute:0.0000} per minute, from {rate.Baths} of your own baths")
                            : "not known, typical 0.0080 per minute"
                    ),
                ],
                "a bath cools by what it is warmer than the air, and by what evaporates: the more, the hotter it is"
            ),
            bath.Lifted is null && sorted.Doubted is { } doubted ? Doubt(doubted, fit.Band(doubted.Minutes).Celsius) : null,
            then is null ? null : new NextBathView(then.Batch, then.Place, ScourPlanView.Of(then.Bath, plan, Unit)),
            Temperature.Sign(Unit),
            [
                .. bath
                    .Temperatures.Where((_, i) => i % every == 0 || i == bath.Temperatures.Count - 1)
                    .Select(t => new CurveDot(t.At, Degrees(t.Celsius), t.Event is null, counted.Contains(WashRun.ReadingOf(bath, t)))),
            ],
            [
                .. Enumerable
                    .Range(0, CurvePoints + 1)
                    .Select(i =>
                    {
                        var minutes = began + (until - began) * i / CurvePoints;
                        var (celsius, deviation) = fit.Band(minutes);
                        return new CurvePoint(At(minutes), Degrees(celsius), Degrees(celsius - deviation), Degrees(celsius + deviation));
                    }),
            ]
        );
    }

    private string Write(double celsius, int decimals = 0) => Temperature.FromCelsius(celsius).Write(Unit, decimals);

    private double Degrees(double celsius) => Temperature.FromCelsius(celsius).In(Unit);

    private RunEventRow Row(RunEvent<WashEvent> happened) => StoredWash.Row(happened, context.Workshop.PersonName);

    private static string Name(Bath bath, ScourPlan plan) =>
        $"bath {bath.Began.Place + 1}{(plan.Batches.Count > 1 ? $", batch {bath.Began.Batch}" : "")}";

    private string Doubt(BathReading reading, double expected) =>
        reading.ByProbe
            ? $"The probe reads {Write(reading.Celsius, 1)} where about {Write(expected)} is expected. Is it in the bath? The curve goes on without it."
            : $"{Write(reading.Celsius, 1)} was noted where about {Write(expected)} is expected. Read again: a second reading like it is believed.";

    private string Sentence(Bath bath, BathFit known, DateTimeOffset? liftBy)
    {
        if (liftBy is null)
        {
            return "Nothing hurries.";
        }

        var unsure =
            known.Sorted.Counted.Count > 0 ? ""
            : known.Rate.Baths > 0 ? " Note a temperature: so far only this tub’s earlier baths tell."
            : " Note a temperature: so far only what tubs usually do tells.";
        return known.Moment(bath).Floor
            ? $"Lift the wool by {RunWords.Clock(liftBy.Value, context)}. The bath reaches {Write(bath.Began.FloorCelsius)} then and wax starts "
                + $"to settle back.{unsure}"
            : $"Lift it at {RunWords.Clock(liftBy.Value, context)}, when it has lain as long as was planned.";
    }
}

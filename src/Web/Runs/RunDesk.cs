using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Runs;
using EarthyTuft.Data.Runs;
using EarthyTuft.Data.Store;
using EarthyTuft.Web.Hosting;
using Microsoft.EntityFrameworkCore;

namespace EarthyTuft.Web.Runs;

/// <summary>Moves runs: one tap at a time, each in one transaction in which the run is held.</summary>
public sealed class RunDesk(EarthyTuftDb db, RequestContext context, RunKinds kinds, IServiceProvider services)
{
    /// <summary>More taps than a person makes while one is on its way.</summary>
    private const int NewestTaps = 40;

    /// <summary>More than anybody takes up again.</summary>
    private const int MostLeft = 10;

    /// <summary>The craft of a station.</summary>
    public ICraft Of(StepKind craft) => services.GetRequiredKeyedService<ICraft>(craft);

    /// <summary>Every run that is not ended, as screens see it.</summary>
    public async Task<IReadOnlyList<RunView>> Running(CancellationToken cancellationToken) =>
        await Describe(
            await Whole().Where(r => r.EndedAt == null).OrderBy(r => r.StartedAt).ThenBy(r => r.Id).ToListAsync(cancellationToken),
            cancellationToken
        );

    /// <summary>Begins a run. The same key again finds the one it began.</summary>
    public async Task<Result<RunView>> Begin(RunStart start, Guid key, CancellationToken cancellationToken)
    {
        Guid[] ids = [.. start.Lots.Distinct()];
        var station = kinds.Of(start).Station;
        var craft = Of(station);
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        await db.HoldLots(ids, cancellationToken);
        if (await db.Runs.AnyAsync(r => r.Key == key, cancellationToken))
        {
            return await View(r => r.Key == key, cancellationToken);
        }

        if (await db.LotsThere(ids, cancellationToken) is not { } lots)
        {
            return new Refusal("lotIds", "not-here", "It names a lot that is not here.");
        }

        var outset = await craft.Begin(start, lots, cancellationToken);
        if (outset.IsRefused)
        {
            return Result<RunView>.Refused(outset.Refusals);
        }

        if (
            craft.Place is { } place
            && await db.RunLots.AnyAsync(l => l.Place == place && l.EndedAt == null && ids.Contains(l.LotId), cancellationToken)
        )
        {
            return craft.Taken;
        }

        if (craft.Place is null && await Beyond(lots, outset.Value.PortionOf, cancellationToken) is { } beyond)
        {
            return beyond;
        }

        var run = NewRun(key, station, outset.Value, [.. lots.Select(l => (l.Id, outset.Value.PortionOf(l.Id)))], outset.Value.Tools);
        db.Runs.Add(run);
        await db.SaveOnce(cancellationToken);
        await transaction.CommitAsync(cancellationToken);
        return await View(r => r.Key == key, cancellationToken);
    }

    private RunRow NewRun(
        Guid key,
        StepKind craft,
        RunOutset outset,
        IReadOnlyList<(Guid Lot, double? Grams)> lots,
        IReadOnlyList<Guid> tools
    )
    {
        var run = new RunRow
        {
            Key = key,
            Craft = craft,
            Plan = outset.Plan,
            RecipeId = outset.RecipeId,
            StartedAt = outset.StartedAt.ToUniversalTime().ToStored(),
            Who = context.Workshop.PersonName,
            Lots =
            [
                .. lots.Select(l => new RunLotRow
                {
                    LotId = l.Lot,
                    Grams = l.Grams,
                    Place = Of(craft).Place,
                }),
            ],
            Tools = [.. tools.Select(t => new RunToolRow { ToolId = t })],
        };
        run.Append(outset.Events);
        return run;
    }

    /// <summary>Holds portions against what other runs hold of the same lots.</summary>
    /// <returns>What is beyond what is free, null where nothing is.</returns>
    private async Task<Refusal?> Beyond(IReadOnlyList<LotRow> lots, Func<Guid, double?> portion, CancellationToken cancellationToken)
    {
        var held = await db.HeldOf(lots, cancellationToken);
        if (lots.FirstOrDefault(l => Portions.IsBeyond(portion(l.Id), l.LeftGrams, [.. held[l.Id]])) is not { } lot)
        {
            return null;
        }

        return new Refusal(
            "mass",
            "more-than-free",
            Portions.Free(lot.LeftGrams, [.. held[lot.Id]]) is > Portions.Rounding and var free
                ? $"{Mass.FromGrams(free).Write(context.Workshop.Unit)} of {lot.Code} are free, the rest is at work already: take no more than that."
                : $"All of {lot.Code} is at work already: log that first, or end it."
        );
    }

    /// <summary>Notes a tap. The same key again changes nothing, also when the run was ended since: its first answer may have got
    /// lost.</summary>
    /// <returns>The run; null where there is none that is not ended.</returns>
    public async Task<Result<RunView>?> Note(Guid id, RunCommand command, Guid key, CancellationToken cancellationToken) =>
        await Move(
            id,
            run => run.Events.Any(e => e.Key == key),
            async (run, craft) =>
            {
                var events = await craft.Decide(run, command, cancellationToken);
                if (events.IsRefused)
                {
                    return events.Refusals;
                }

                if (events.Value.Count > 0)
                {
                    events.Value[0].Key = key;
                    await Keep(run, events.Value, () => craft.Noted(run, events.Value, cancellationToken), cancellationToken);
                }

                return null;
            },
            cancellationToken
        );

    /// <summary>Takes an event back as a slip: it stays in its table and counts no more. Taken back twice it is taken back once.</summary>
    public async Task<Result<RunView>?> Withdraw(Guid id, Guid eventId, CancellationToken cancellationToken) =>
        await Move(
            id,
            run => run.Events.Any(e => e.Id == eventId && e.WithdrawnAt is not null),
            async (run, craft) =>
            {
                if (craft.Withdraw(run, eventId) is { } refused)
                {
                    return [refused];
                }

                run.Events.Single(e => e.Id == eventId).WithdrawnAt = context.Now;
                await db
                    .RunEvents.Where(e => e.Id == eventId)
                    .ExecuteUpdateAsync(set => set.SetProperty(e => e.WithdrawnAt, context.Now), cancellationToken);
                await Keep(run, [], () => craft.Withdrawn(run, cancellationToken), cancellationToken);
                return null;
            },
            cancellationToken
        );

    /// <summary>Ends a run without an entry; one that is logged ends with its entry.</summary>
    /// <returns>False where there is none.</returns>
    public async Task<bool> End(Guid id, CancellationToken cancellationToken)
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        if (await Held(id, cancellationToken) is not { } run)
        {
            return false;
        }

        await End(run, null, cancellationToken);
        await transaction.CommitAsync(cancellationToken);
        return true;
    }

    /// <summary>What was begun with a lot and left without an entry, though something was done: the newest first.</summary>
    public async Task<IReadOnlyList<LeftRun>> Left(Guid lot, CancellationToken cancellationToken)
    {
        var logged = kinds.EndWithAnEntry;
        var left = await Whole()
            .Where(r => logged.Contains(r.Craft))
            .Where(r =>
                r.EndedAt != null && r.EntryId == null && r.Lots.Any(l => l.LotId == lot) && r.Events.Any(e => e.WithdrawnAt == null)
            )
            .OrderByDescending(r => r.EndedAt)
            .ThenBy(r => r.Id)
            .Take(MostLeft)
            .ToListAsync(cancellationToken);
        return
        [
            .. left.Zip(await Describe(left, cancellationToken), (run, view) =>
                new LeftRun(
                    run.Id,
                    run.Craft,
                    run.StartedAt,
                    run.EndedAt!.Value,
                    run.Who,
                    string.Join("; ", new[] { view.Entry.Mass, view.Entry.Notes }.Where(part => part.Length > 0))
                )
            ),
        ];
    }

    /// <summary>Takes up again what was left without an entry. Taken up twice it is taken up once.</summary>
    /// <returns>The run; null where there is none that was left so.</returns>
    public async Task<Result<RunView>?> Resume(Guid id, CancellationToken cancellationToken)
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        // Lots are held before runs, in the order in which work is begun.
        Guid[] ids = await db.RunLots.Where(l => l.RunId == id).Select(l => l.LotId).ToArrayAsync(cancellationToken);
        await db.HoldLots(ids, cancellationToken);
        if (await Held(id, cancellationToken) is not { EntryId: null } run)
        {
            return null;
        }

        if (run.EndedAt is not null)
        {
            if (await AgainstTakingUp(run, ids, cancellationToken) is { } against)
            {
                return against;
            }

            await db
                .RunLots.Where(l => l.RunId == id)
                .ExecuteUpdateAsync(set => set.SetProperty(l => l.EndedAt, (DateTimeOffset?)null), cancellationToken);
            await db
                .Runs.Where(r => r.Id == id)
                .ExecuteUpdateAsync(
                    set => set.SetProperty(r => r.EndedAt, (DateTimeOffset?)null).SetProperty(r => r.Revision, r => r.Revision + 1),
                    cancellationToken
                );
            db.Changed<RunRow>();
        }

        await transaction.CommitAsync(cancellationToken);
        return await View(r => r.Id == id, cancellationToken);
    }

    private async Task<Refusal?> AgainstTakingUp(RunRow run, Guid[] ids, CancellationToken cancellationToken)
    {
        if (await db.LotsThere(ids, cancellationToken) is not { } lots)
        {
            return new RunConflict("gone-on", "What it was done with has been used up, or is gone: it stays as it was left.");
        }

        var craft = Of(run.Craft);
        if (
            craft.Place is { } place
            && await db.RunLots.AnyAsync(l => l.Place == place && l.EndedAt == null && ids.Contains(l.LotId), cancellationToken)
        )
        {
            return craft.Taken;
        }

        return craft.Place is null ? await Beyond(lots, lot => run.Lots.Single(l => l.LotId == lot).Grams, cancellationToken) : null;
    }

    /// <summary>Ends the run that an entry logs, within the caller's transaction, so that no alarm outlives its work.</summary>
    /// <param name="goesOn">Whether only a part of it is logged: the same work is begun with the rest.</param>
    /// <returns>What stands against it: no such run holds one of these lots at that station, or nothing is left to go on with. Null where
    /// nothing does.</returns>
    public async Task<Refusal?> Log(Guid id, StepKind step, Guid[] lots, Guid entry, bool goesOn, CancellationToken cancellationToken)
    {
        if (await Held(id, cancellationToken) is not { } run || run.Craft != step || !run.Lots.Any(l => lots.Contains(l.LotId)))
        {
            return new Refusal(
                "runId",
                "not-here",
                "Nothing of that kind runs with these lots: take what lay in that bath or on that rack, or log these at the station by themselves."
            );
        }

        var rest = goesOn && run.EndedAt is null ? Rest(run) : null;
        if (goesOn && rest is null)
        {
            return new Refusal("goesOn", "nothing-left", "Nothing is left of this work to go on with: log it as all of it.");
        }

        await End(run, entry, cancellationToken);
        if (rest is not null)
        {
            var next = NewRun(
                Guid.CreateVersion7(),
                run.Craft,
                rest,
                [(run.Lots[0].LotId, rest.Grams)],
                [.. run.Tools.Select(t => t.ToolId)]
            );
            next.RecipeId = run.RecipeId;
            db.Runs.Add(next);
            await db.SaveChangesAsync(cancellationToken);
        }

        return null;
    }

    /// <summary>How a run goes on once what is done of its one lot was logged; null where it does not.</summary>
    private RunOutset? Rest(RunRow run) => run is { Lots: [{ Place: null }] } ? Of(run.Craft).GoOn(run) : null;

    private async Task End(RunRow run, Guid? entry, CancellationToken cancellationToken)
    {
        var (id, now) = (run.Id, context.Now);
        if (run.EndedAt is null)
        {
            var craft = Of(run.Craft);
            await Keep(run, craft.End(run), () => craft.Ended(run, cancellationToken), cancellationToken);
            await db
                .RunLots.Where(l => l.RunId == id && l.EndedAt == null)
                .ExecuteUpdateAsync(set => set.SetProperty(l => l.EndedAt, now), cancellationToken);
        }

        await db
            .Runs.Where(r => r.Id == id)
            .ExecuteUpdateAsync(
                set => set.SetProperty(r => r.EndedAt, r => r.EndedAt ?? now).SetProperty(r => r.EntryId, r => r.EntryId ?? entry),
                cancellationToken
            );
        db.Changed<RunRow>();
    }

    /// <summary>Moves a run that is held meanwhile.</summary>
    /// <param name="isDone">The same was done before: nothing moves, and the run is the answer.</param>
    /// <param name="move">Moves it, or says what stands against it.</param>
    private async Task<Result<RunView>?> Move(
        Guid id,
        Func<RunRow, bool> isDone,
        Func<RunRow, ICraft, Task<IReadOnlyList<Refusal>?>> move,
        CancellationToken cancellationToken
    )
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancellationToken);
        if (await Held(id, cancellationToken) is not { } run || (run.EndedAt is not null && !isDone(run)))
        {
            return null;
        }

        if (!isDone(run) && await move(run, Of(run.Craft)) is { } refusals)
        {
            return Result<RunView>.Refused(refusals);
        }

        await transaction.CommitAsync(cancellationToken);
        return await View(r => r.Id == id, cancellationToken);
    }

    private async Task Keep(RunRow run, IReadOnlyList<RunEventRow> events, Func<Task> learn, CancellationToken cancellationToken)
    {
        run.Append(events);
        db.RunEvents.AddRange(events);
        await learn();
        await db.SaveChangesAsync(cancellationToken);
        await db
            .Runs.Where(r => r.Id == run.Id)
            .ExecuteUpdateAsync(set => set.SetProperty(r => r.Revision, r => r.Revision + 1), cancellationToken);
        db.Changed<RunRow>();
    }

    /// <summary>A run, held until the transaction ends, with all that happened at it.</summary>
    private async Task<RunRow?> Held(Guid id, CancellationToken cancellationToken)
    {
        await db.HoldRun(id, cancellationToken);
        return await Whole().SingleOrDefaultAsync(r => r.Id == id, cancellationToken);
    }

    private IQueryable<RunRow> Whole() =>
        db
            .Runs.AsNoTracking()
            .Include(r => r.Lots)
                .ThenInclude(l => l.Lot)
            .Include(r => r.Tools)
                .ThenInclude(t => t.Tool)
            .Include(r => r.Events)
            .Include(r => r.Readings)
            .AsSplitQuery();

    private async Task<Result<RunView>> View(
        System.Linq.Expressions.Expression<Func<RunRow, bool>> which,
        CancellationToken cancellationToken
    ) => (await Describe([await Whole().SingleAsync(which, cancellationToken)], cancellationToken))[0];

    private async Task<IReadOnlyList<RunView>> Describe(IReadOnlyList<RunRow> runs, CancellationToken cancellationToken)
    {
        var described = new Dictionary<Guid, DescribedRun>();
        foreach (var craft in runs.GroupBy(r => r.Craft))
        {
            RunRow[] own = [.. craft];
            foreach (var (run, of) in own.Zip(await Of(craft.Key).Describe(own, cancellationToken)))
            {
                described[run.Id] = of;
            }
        }

        return
        [
            .. runs.Select(r => new RunView(
                r.Id,
                r.Craft,
                [.. r.Lots.OrderBy(l => l.Lot!.Code).Select(l => new RunLot(l.LotId, l.Lot!.Code, l.Lot.Parentage, l.Grams))],
                r.StartedAt,
                r.Who,
                described[r.Id].Summary.MayBeLogged,
                described[r.Id].Calls,
                described[r.Id].Entry,
                described[r.Id].Details,
                [.. r.Events.Where(e => e.Key != null).OrderByDescending(e => e.Ordinal).Take(NewestTaps).Select(e => e.Key!.Value)],
                Rest(r) is not null
            )),
        ];
    }
}

/// <summary>Lots that work is begun with.</summary>
internal static class LotsAtWork
{
    /// <summary>What stands against a portion that is more than its lot holds; null where it holds so much.</summary>
    public static Refusal? Lacks(this LotRow lot, Mass portion, MassUnit unit) =>
        Portions.IsMoreThanThere(portion.Grams, lot.LeftGrams, lot.LeftSigma)
            ? new Refusal(
                "mass",
                "more-than-there",
                $"The book has {Mass.FromGrams(lot.LeftGrams!.Value).Write(unit)} of {lot.Code}. Take no more than that, or count it anew on its page "
                    + "if more is there.",
                [Mass.FromGrams(lot.LeftGrams.Value).Write(unit)]
            )
            : null;

    /// <summary>The lots by their ids, in the order of their codes; null where one of them is not there, or used up.</summary>
    public static async Task<List<LotRow>?> LotsThere(this EarthyTuftDb db, IEnumerable<Guid> ids, CancellationToken cancellationToken)
    {
        Guid[] wanted = [.. ids.Distinct()];
        var lots = await db
            .Lots.AsNoTracking()
            .Where(l => wanted.Contains(l.Id) && l.VoidedAt == null && l.UsedUpAt == null)
            .OrderBy(l => l.Code)
            .ToListAsync(cancellationToken);
        return lots.Count == wanted.Length ? lots : null;
    }

    /// <summary>Grams of its lots that a run holds, null when it cannot be told.</summary>
    public static async Task<double?> GramsAt(this EarthyTuftDb db, RunRow run, CancellationToken cancellationToken)
    {
        if (run.Lots.All(l => l.Grams is not null))
        {
            return run.Lots.Sum(l => l.Grams);
        }

        Guid[] ids = [.. run.Lots.Select(l => l.LotId)];
        var left = await db
            .Lots.AsNoTracking()
            .Where(l => ids.Contains(l.Id))
            .ToDictionaryAsync(l => l.Id, l => l.LeftGrams, cancellationToken);
        // A sum with something unknown in it is unknown.
        return run.Lots.Aggregate((double?)0, (sum, l) => sum + (l.Grams ?? left.GetValueOrDefault(l.LotId)));
    }

    /// <summary>What running work holds of lots, null for all of one.</summary>
    public static async Task<ILookup<Guid, double?>> HeldOf(
        this EarthyTuftDb db,
        IReadOnlyList<LotRow> lots,
        CancellationToken cancellationToken
    )
    {
        Guid[] ids = [.. lots.Select(l => l.Id)];
        var held = await db
            .RunLots.AsNoTracking()
            .Where(l => ids.Contains(l.LotId) && l.EndedAt == null)
            .Select(l => new { l.LotId, l.Grams })
            .ToListAsync(cancellationToken);
        return held.ToLookup(l => l.LotId, l => l.Grams);
    }

    /// <summary>What running work leaves free of lots, null where it cannot be told.</summary>
    public static async Task<IReadOnlyDictionary<Guid, double?>> FreeOf(
        this EarthyTuftDb db,
        IReadOnlyList<LotRow> lots,
        CancellationToken cancellationToken
    )
    {
        var held = await db.HeldOf(lots, cancellationToken);
        return lots.ToDictionary(l => l.Id, l => Portions.Free(l.LeftGrams, [.. held[l.Id]]));
    }
}

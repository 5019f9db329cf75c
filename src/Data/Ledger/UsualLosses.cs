using EarthyTuft.Core.Course;
using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Ledger;
using EarthyTuft.Core.Lots;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Stations;
using EarthyTuft.Data.Fibres;
using EarthyTuft.Data.Store;

namespace EarthyTuft.Data.Ledger;

/// <summary>
/// What usually goes at each step, by the workshop's own log first. It is read only where something is missing beyond what the weighings
/// explain, or is found by difference, and stored with the entry, so that no page has to read the whole log for it.
/// </summary>
public sealed class UsualLosses
{
    private readonly BreedBook book;
    private readonly YieldLog own;

    private UsualLosses(BreedBook book, YieldLog own) => (this.book, this.own) = (book, own);

    /// <summary>Reads breeds and own yields.</summary>
    /// <param name="steps">Of these steps only; null for all.</param>
    public static async Task<UsualLosses> Read(EarthyTuftDb db, IReadOnlyCollection<StepKind>? steps, CancellationToken cancellationToken)
    {
        var book = await BreedReference.Book(db, cancellationToken);
        return new UsualLosses(book, await OwnLog.Yields(db, book, steps, cancellationToken));
    }

    /// <summary>Judges an outcome that lacks something, knowing what usually goes there.</summary>
    public StepOutcome Judge(StepCommand command, StepOutcome outcome)
    {
        var (of, yields) = For(command.Station.Kind, command.From[0].Lot);
        return StepDesk.WithUsual(command, outcome, of, yields);
    }

    /// <summary>What usually goes at every step of which it is known what went in, whether or not something is missing there.</summary>
    /// <param name="family">Entries with their lots.</param>
    public IReadOnlyDictionary<Guid, UsualLoss> Of(Family family) =>
        Of(family, [.. family.Entries.Where(e => e.Step.HasBalance() && family.Masses.BalanceAt(e.Id).In is { Mass.Grams: > 0 })]);

    /// <summary>What usually goes at some steps of a family.</summary>
    /// <param name="entries">Its steps that lack something, or find a loss by difference; what went in is known of each.</param>
    /// <returns>By entry; nothing of a step that loses nothing by itself.</returns>
    internal Dictionary<Guid, UsualLoss> Of(Family family, IReadOnlyCollection<Entry> entries)
    {
        var lossKinds = family.Flows.Where(f => f.LossKind is not null).ToDictionary(f => f.FlowId, f => f.LossKind!.Value);
        var usual = new Dictionary<Guid, UsualLoss>();
        foreach (var entry in entries)
        {
            if (Of(entry, family.Masses, id => family.Lots[id], id => lossKinds[id]) is { } known)
            {
                usual[entry.Id] = known;
            }
        }

        return usual;
    }

    /// <summary>What usually goes at one step.</summary>
    /// <param name="entry">The step; what went in is known.</param>
    /// <param name="lossKind">The kind of a flow that is a loss.</param>
    /// <returns>Null where a loss is found by difference and the step loses nothing by itself.</returns>
    public UsualLoss? Of(Entry entry, MassSolver masses, Func<Guid, Lot> lot, Func<Guid, LossKind> lossKind)
    {
        var station = AllStations.Of(entry.Step);
        var source = lot(entry.Flows.First(f => f.Role == FlowRole.In).LotId!.Value);
        var (of, yields) = For(entry.Step, source);
        var balance = masses.BalanceAt(entry.Id);
        // Of a part that nobody weighed it is held against what came of it: what was taken holds what is usual already.
        var taken =
            entry.TellsWhatWasTaken && balance is { Kept: { } kept, WeighedLosses: { } lost }
                ? Mass.FromGrams(kept.Mass.Grams + lost.Mass.Grams - balance.Gains.Mass.Grams)
                : balance.In!.Mass;
        LotForm[] made = [.. entry.Flows.Where(f => f.Role == FlowRole.Out).Select(f => lot(f.LotId!.Value).Form)];
        return entry.Flows.FirstOrDefault(f => f.Amount == Amount.ByDifference) is { } found
            ? station.UsualDifferenceOf(lossKind(found.Id), source.Form, of, yields, taken, made)
            : station.UsualLossOf(
                of,
                yields,
                taken,
                made,
                [
                    .. entry
                        .Flows.Where(f => f is { Role: FlowRole.Loss, Weighing: not null })
                        .Select(f => (lossKind(f.Id), Mass.FromGrams(f.Weighing!.Grams))),
                ]
            );
    }

    /// <summary>The steps of a family that hang on what is usual: more is missing than the weighings explain, a loss is found by difference
    /// and known, or a part was taken that nobody weighed.</summary>
    internal static IReadOnlyCollection<Entry> HangingOn(Family family)
    {
        // Judged without anything usual: what was usual when it was last reckoned may not be any more.
        var bare = family.With(new Dictionary<Guid, UsualLoss>());
        return
        [
            .. bare.Entries.Where(e =>
                e.Step.HasBalance()
                && bare.Masses.BalanceAt(e.Id) is var balance
                && (
                    balance.Status == BalanceStatus.Suspicious
                    || (balance.In is { Mass.Grams: > 0 } && (balance.ByDifference is not null || e.TellsWhatWasTaken))
                )
            ),
        ];
    }

    private (FleeceClass? Of, IReadOnlyList<double> Own) For(StepKind step, Lot lot)
    {
        var of = OwnLog.ClassOf(book, lot.Parentage, lot.Fibre);
        return (of, own.For(step, of, lot.Parentage));
    }
}

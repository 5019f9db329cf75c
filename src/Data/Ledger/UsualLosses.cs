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
/// explain, and stored with the entry, so that no page has to read the whole log for it.
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

    /// <summary>Judges those steps of a family that lack something; a family where nothing is missing is the same.</summary>
    /// <param name="short">The steps that lack something.</param>
    internal Family Judge(Family family, IReadOnlyCollection<Entry> @short)
    {
        var lossKinds = family.Flows.Where(f => f.LossKind is not null).ToDictionary(f => f.FlowId, f => f.LossKind!.Value);
        var usual = new Dictionary<Guid, UsualLoss>();
        foreach (var entry in @short)
        {
            var station = AllStations.Of(entry.Step);
            var source = family.Lots[entry.Flows.First(f => f.Role == FlowRole.In).LotId!.Value];
            var (of, yields) = For(entry.Step, source);
            usual[entry.Id] = station.UsualLossOf(
                of,
                yields,
                family.Masses.BalanceAt(entry.Id).In!.Mass,
                [.. entry.Flows.Where(f => f.Role == FlowRole.Out).Select(f => family.Lots[f.LotId!.Value].Form)],
                [
                    .. entry
                        .Flows.Where(f => f is { Role: FlowRole.Loss, Weighing: not null })
                        .Select(f => (lossKinds[f.Id], Mass.FromGrams(f.Weighing!.Grams))),
                ]
            );
        }

        return family.With(usual);
    }

    /// <summary>The steps of a family where more is missing than the weighings explain.</summary>
    internal static IReadOnlyCollection<Entry> Short(Family family)
    {
        // Judged without anything usual: what was usual when it was last reckoned may not be any more.
        var bare = family.With(new Dictionary<Guid, UsualLoss>());
        return [.. bare.Entries.Where(e => e.Step.HasBalance() && bare.Masses.BalanceAt(e.Id).Status == BalanceStatus.Suspicious)];
    }

    private (FleeceClass? Of, IReadOnlyList<double> Own) For(StepKind step, Lot lot)
    {
        var of = OwnLog.ClassOf(book, lot.Parentage, lot.Fibre);
        return (of, own.For(step, of, lot.Parentage));
    }
}

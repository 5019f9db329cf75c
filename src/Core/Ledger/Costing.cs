namespace EarthyTuft.Core.Ledger;

/// <summary>What an entry cost, besides the fibre that went in.</summary>
/// <param name="Spent">Price and carriage of a fleece, agents of a wash; null for a fleece whose price nobody noted.</param>
/// <param name="Minutes">Time at the bench, null when not logged.</param>
public sealed record Outlay(decimal? Spent, int? Minutes);

/// <summary>
/// Money follows the mass: what went in, what was spent on the step and, where the workshop counts it, the hours, spread over what is
/// useful of what came out. Second grade is a credit: the main lots carry <c>max(0, total - its value)</c> (docs/craft.md, section 4).
/// </summary>
public sealed class Costing
{
    private readonly Dictionary<Guid, decimal?> lots = [];

    private Costing() { }

    /// <summary>What a lot cost when it was made, in the workshop's currency; null when a price on the way is not known.</summary>
    /// <param name="lotId">A lot of the family.</param>
    public decimal? Of(Guid lotId) => lots.GetValueOrDefault(lotId);

    /// <summary>What 100 g of a lot cost; null when the cost or the mass is not known.</summary>
    /// <param name="lotId">A lot of the family.</param>
    /// <param name="solver">The family's masses.</param>
    public decimal? Per100Grams(Guid lotId, MassSolver solver) =>
        Of(lotId) is { } cost && solver.Made(lotId) is { Grams: > 0 } made ? cost / (decimal)made.Grams * 100 : null;

    /// <summary>Works out what every lot of a family cost.</summary>
    /// <param name="family">Its entries, oldest first.</param>
    /// <param name="solver">Their masses.</param>
    /// <param name="outlays">What was spent at each entry; none counts as nothing, except at taking in, where it leaves the cost
    /// unknown.</param>
    /// <param name="worth">What second-grade outputs and losses are worth, by flow.</param>
    /// <param name="hourlyRate">What an hour counts for, null when the workshop does not count its hours.</param>
    public static Costing Of(
        IReadOnlyCollection<Entry> family,
        MassSolver solver,
        IReadOnlyDictionary<Guid, Outlay> outlays,
        IReadOnlyDictionary<Guid, decimal> worth,
        decimal? hourlyRate
    )
    {
        var costing = new Costing();
        var shares = TakenShares.Of(family, solver);
        foreach (var entry in family.Where(e => e.Flows.Any(f => f.Role == FlowRole.Out)))
        {
            var outlay = outlays.GetValueOrDefault(entry.Id);
            var labour = hourlyRate is { } rate && outlay?.Minutes is { } minutes ? rate * minutes / 60 : 0;
            var spent = entry.Step == StepKind.TakeIn ? outlay?.Spent : outlay?.Spent ?? 0;
            costing.Spread(entry, solver, worth, costing.WentIn(entry, shares) + spent + labour);
        }

        return costing;
    }

    private decimal? WentIn(Entry entry, TakenShares shares) =>
        entry
            .Flows.Where(f => f.Role == FlowRole.In)
            .Aggregate((decimal?)0, (sum, taking) => sum + (Of(taking.LotId!.Value) * (decimal?)shares.Of(taking)));

    private void Spread(Entry entry, MassSolver solver, IReadOnlyDictionary<Guid, decimal> worth, decimal? total)
    {
        var second = entry.Flows.Where(f => f.Role is FlowRole.Out or FlowRole.Loss && worth.ContainsKey(f.Id)).ToArray();
        var main = entry.Flows.Where(f => f.Role == FlowRole.Out && !worth.ContainsKey(f.Id)).ToArray();
        var credit = second.Sum(f => worth[f.Id]);
        var masses = main.Select(f => main.Length == 1 ? 1 : solver.Of(f)?.Grams).ToArray();
        var all = masses.Any(m => m is not > 0) ? null : masses.Sum();
        foreach (var (flow, mass) in main.Zip(masses))
        {
            lots[flow.LotId!.Value] = total is { } t && all is { } sum ? Math.Max(0, t - credit) * (decimal)(mass!.Value / sum) : null;
        }

        // A second grade carries its own worth, or its part of what there is when that is less.
        foreach (var flow in second.Where(f => f.Role == FlowRole.Out))
        {
            lots[flow.LotId!.Value] = total is { } t && credit > t ? worth[flow.Id] * t / credit : worth[flow.Id];
        }
    }
}

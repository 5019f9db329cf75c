namespace EarthyTuft.Core.Ledger;

/// <summary>
/// What part of a lot each taking carried off, as a share of everything the lot was made of. A recount changes how much each gram
/// stands for: what was there before is spread over what was counted.
/// </summary>
public sealed class TakenShares
{
    private readonly Dictionary<Guid, double> shares = [];

    /// <summary>The shares of every taking of a family.</summary>
    /// <param name="family">Its entries, oldest first.</param>
    /// <param name="solver">Their masses.</param>
    public static TakenShares Of(IEnumerable<Entry> family, MassSolver solver)
    {
        var found = new TakenShares();
        foreach (var lot in LotStretch.Of(family).GroupBy(s => s.LotId))
        {
            double? there = 1;
            foreach (var stretch in lot)
            {
                there = found.Spread(stretch, there, solver);
            }
        }

        return found;
    }

    /// <summary>The share of a taking, 0 to 1; null when it cannot be told.</summary>
    /// <param name="taking">A taking of the family.</param>
    public double? Of(Flow taking) => shares.TryGetValue(taking.Id, out var share) ? share : null;

    // Returns what is left of the whole for the next stretch, null when that cannot be told.
    private double? Spread(LotStretch stretch, double? there, MassSolver solver)
    {
        if (there is not { } whole)
        {
            return null;
        }

        // All of an unweighed lot is all of it, whatever it weighed.
        if (stretch is { IsClosed: true, Takings: [var only] })
        {
            shares[only.Id] = whole;
            return 0;
        }

        var masses = stretch.Takings.Select(t => solver.Of(t)?.Grams).ToArray();
        var taken = masses.Sum();
        // Where nothing was left, what was taken is all there was; else it is held against what the stretch began with.
        var all = stretch.IsClosed ? taken : solver.Of(stretch.Start)?.Grams;
        if (masses.Any(m => m is null) || all is not > 0)
        {
            return stretch.Takings.Count == 0 ? whole : null;
        }

        foreach (var (taking, mass) in stretch.Takings.Zip(masses))
        {
            shares[taking.Id] = whole * Math.Clamp(mass!.Value / all.Value, 0, 1);
        }

        return whole * Math.Clamp(1 - (taken!.Value / all.Value), 0, 1);
    }
}

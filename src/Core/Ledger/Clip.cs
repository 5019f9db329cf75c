using EarthyTuft.Core.Lots;

namespace EarthyTuft.Core.Ledger;

/// <summary>What came of a clip in one form.</summary>
/// <param name="Form">Clean, down, top and so on.</param>
/// <param name="Grams">How much of it, in reference grams: of what was joined with others its share.</param>
/// <param name="RawGrams">The raw weight behind it, in reference grams.</param>
public sealed record ClipProduct(LotForm Form, double Grams, double RawGrams)
{
    /// <summary>Made weight over the raw weight behind it.</summary>
    public double Yield => Grams / RawGrams;
}

/// <summary>What one clip of an animal gave.</summary>
public static class Clip
{
    /// <summary>
    /// What was made of a clip, form by form, in the order in which it was made. Where something of a form is made into the same form again
    /// (a further pass, two bags joined) only the last of it counts; what was joined with other clips counts by the clip's share of the raw
    /// weight (<see cref="Lineage"/>).
    /// </summary>
    /// <param name="clip">The lot that came in.</param>
    /// <param name="family">The entries around it, oldest first.</param>
    /// <param name="masses">Their masses.</param>
    /// <param name="formOf">The form of a lot of the family.</param>
    /// <returns>Empty when nothing was made yet or its mass is not known.</returns>
    public static IReadOnlyList<ClipProduct> Products(
        Guid clip,
        IReadOnlyCollection<Entry> family,
        MassSolver masses,
        Func<Guid, LotForm> formOf
    )
    {
        var lineage = new Lineage(family, masses);
        var shares = TakenShares.Of(family, masses);
        var wentOn = new Dictionary<Guid, double>();
        foreach (var entry in family)
        {
            var made = entry.Flows.Where(f => f.Role == FlowRole.Out).Select(f => formOf(f.LotId!.Value)).ToHashSet();
            foreach (var taking in entry.Flows.Where(f => f.Role == FlowRole.In && made.Contains(formOf(f.LotId!.Value))))
            {
                wentOn[taking.LotId!.Value] = wentOn.GetValueOrDefault(taking.LotId.Value) + (shares.Of(taking) ?? 1);
            }
        }

        var products = new List<ClipProduct>();
        foreach (
            var lot in family
                .Where(e => e.Step != StepKind.TakeIn)
                .SelectMany(e => e.Flows)
                .Where(f => f.Role == FlowRole.Out)
                .Select(f => f.LotId!.Value)
                .Where(l => formOf(l) != formOf(clip))
        )
        {
            var stayed = 1 - wentOn.GetValueOrDefault(lot);
            if (
                stayed > 1e-9
                && masses.Made(lot) is { } made
                && lineage.Origins(lot).FirstOrDefault(o => o.RootLotId == clip) is { RawGrams: > 0 } origin
            )
            {
                products.Add(new ClipProduct(formOf(lot), made.Grams * origin.Share * stayed, origin.RawGrams * stayed));
            }
        }

        return [.. products.GroupBy(p => p.Form).Select(g => new ClipProduct(g.Key, g.Sum(p => p.Grams), g.Sum(p => p.RawGrams)))];
    }
}

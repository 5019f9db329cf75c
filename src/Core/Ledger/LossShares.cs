using MathNet.Numerics.Distributions;

namespace EarthyTuft.Core.Ledger;

/// <summary>
/// How usual the losses of some steps would be if one weighing had been another: 13 % of card waste, where 2 to 10 are usual, speak for a slip
/// in the waste (docs/craft.md, section 4, "Explanations are weighed").
/// </summary>
internal sealed class LossShares
{
    /// <summary>One loss in ten is unlike anything that was seen, each share as likely (typical).</summary>
    private const double Unseen = 0.1;

    private readonly IReadOnlyList<Step> steps;

    /// <summary>The steps of which it is known what went in, what was kept, and what usually goes.</summary>
    /// <param name="family">Its entries.</param>
    /// <param name="masses">Their masses.</param>
    /// <param name="expected">What usually goes, by entry; null for what the entries themselves know.</param>
    public LossShares(IEnumerable<Entry> family, MassSolver masses, IReadOnlyDictionary<Guid, UsualLoss>? expected) =>
        steps = [
            .. family
                .Select(e => (expected?.GetValueOrDefault(e.Id) ?? e.Usual) is { } usual ? Step.Of(e, masses, usual) : null)
                .OfType<Step>(),
        ];

    /// <summary>How much likelier or less likely the losses of all these steps are with another weight than with the one that was
    /// logged.</summary>
    /// <param name="weighing">A weighing of the family.</param>
    /// <param name="grams">What the scale should have said, in grams above zero.</param>
    /// <returns>A ratio of densities, above nothing; 1 where no step hangs on it.</returns>
    public double At(ReferenceWeighing weighing, double grams)
    {
        var moved = (grams - weighing.Logged) * weighing.Grams / weighing.Logged;
        return steps.Aggregate(1.0, (ratio, step) => ratio * step.Ratio(weighing.Id, moved));
    }

    private sealed record Step(LinearForm Into, LinearForm Kept, Normal Lost)
    {
        public static Step? Of(Entry entry, MassSolver masses, UsualLoss usual)
        {
            if (Sum(entry, FlowRole.In, masses) is not { Grams: > 0 } into || Sum(entry, FlowRole.Out, masses) is not { } kept)
            {
                return null;
            }

            var (low, high) = (usual.Least.Grams / into.Grams, usual.Most.Grams / into.Grams);
            return new Step(into, kept, new Normal((low + high) / 2, Math.Max(0.005, (high - low) / 4)));
        }

        public double Ratio(Guid weighing, double moved)
        {
            var (a, b) = (Into.FactorOf(weighing), Kept.FactorOf(weighing));
            return a == 0 && b == 0 ? 1 : Density(Into.Grams + (a * moved), Kept.Grams + (b * moved)) / Density(Into.Grams, Kept.Grams);
        }

        private double Density(double went, double came) => went <= 0 ? Unseen : Unseen + ((1 - Unseen) * Lost.Density(1 - (came / went)));

        private static LinearForm? Sum(Entry entry, FlowRole role, MassSolver masses)
        {
            var forms = entry.Flows.Where(f => f.Role == role).Select(masses.Of).ToArray();
            return forms.All(f => f is not null) ? LinearForm.Sum(forms!) : null;
        }
    }
}

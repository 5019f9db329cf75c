using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Ledger;

/// <summary>What a step adds to the fibre and nobody weighed: dye and mordant, a dressing. Up to its usual share more may come out than
/// went in.</summary>
/// <param name="Kind">What is taken up.</param>
/// <param name="MostShare">The most that is usually taken up, as a fraction of what went in, above zero.</param>
public sealed record UsualGain(GainKind Kind, double MostShare)
{
    /// <summary>Dyestuff and mordant that stay on the fibre (typical).</summary>
    public const double DyeShare = 0.08;

    /// <summary>A dressing at its heaviest, as old practice has it (docs/craft.md, section 8).</summary>
    public const double DressingShare = 0.15;

    /// <summary>How much may have been taken up.</summary>
    /// <param name="taken">What went in, in reference mass; nothing where it is not known.</param>
    public Mass Allowance(Mass taken) => Mass.FromGrams(Math.Max(0, taken.Grams) * MostShare);

    /// <summary>What was taken up as a weighing, for reconciliation: anything up to the allowance, each as likely.</summary>
    internal Flow AsFlow(Guid entry, Mass allowance) =>
        new(
            InferredFlow.Of(entry, 2),
            FlowRole.Gain,
            Amount.NotWeighed,
            null,
            new ReferenceWeighing(
                InferredFlow.Of(entry, 2),
                default,
                allowance.Grams / 2,
                allowance.Grams / 2,
                allowance.Grams * allowance.Grams / 12,
                0
            )
        );
}

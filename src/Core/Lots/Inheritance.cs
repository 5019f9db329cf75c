using EarthyTuft.Core.Fibres;

namespace EarthyTuft.Core.Lots;

/// <summary>What a lot is, apart from its form and from how much there is of it.</summary>
/// <param name="Composition">What it is made of.</param>
/// <param name="CleanYield">Clean fibre expected of it in the grease, as fractions.</param>
/// <param name="Animal">The animal, empty when unknown or more than one.</param>
/// <param name="Colour">Its colour in words.</param>
/// <param name="ShornOn">When it was shorn.</param>
/// <param name="StapleMillimetres">Mean of the locks measured on it or on what it was made of.</param>
/// <param name="Content">How surely it is known what it is.</param>
public sealed record LotTraits(
    Composition Composition,
    Span CleanYield,
    string Animal,
    string Colour,
    DateOnly? ShornOn,
    double? StapleMillimetres,
    Content Content
);

/// <summary>What a lot has from those it was made of.</summary>
public static class Inheritance
{
    /// <summary>True where one lot could have stood in the place of the other at a step, and everything that was made of it would be the
    /// same but for its weights: of one form and one fleece or bag, and alike in all that is handed on. The staple is not asked: it differs
    /// from heap to heap.</summary>
    public static bool IsAlike(Lot one, Lot other) =>
        one.Form == other.Form
        && LotCode.RootOf(one.Code) == LotCode.RootOf(other.Code)
        && one.Traits with { StapleMillimetres = null } == other.Traits with { StapleMillimetres = null };

    /// <summary>Of one lot everything; of several what they have in common, the widest range of what may be, and the least sure of what is
    /// said.</summary>
    /// <param name="composition">What went in, mixed (<see cref="Composition.Mixed"/>).</param>
    /// <param name="sources">At least one.</param>
    public static LotTraits Of(Composition composition, IReadOnlyList<LotTraits> sources)
    {
        string Common(Func<LotTraits, string> of) => sources.Select(of).Distinct().ToArray() is [var only] ? only : "";
        var measured = sources.Where(s => s.StapleMillimetres is not null).ToArray();
        return new LotTraits(
            composition,
            new Span(sources.Min(s => s.CleanYield.Low), sources.Max(s => s.CleanYield.High)),
            Common(s => s.Animal),
            Common(s => s.Colour),
            sources.Count == 1 ? sources[0].ShornOn : null,
            measured.Length > 0 ? measured.Average(s => s.StapleMillimetres!.Value) : null,
            sources.All(s => s.Content == Content.Certain) ? Content.Certain
                : sources.Any(s => s.Content == Content.Unknown) ? Content.Unknown
                : Content.Claimed
        );
    }
}

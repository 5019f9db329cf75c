using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Lots;

/// <summary>Part of a lot that is kept for a project.</summary>
/// <param name="Mass">How much, in reference mass, above zero.</param>
/// <param name="For">What for.</param>
public sealed record Reserve(Mass Mass, string For);

/// <summary>
/// A heap of fibre that is kept together and has a code on its bag: what it is, where it comes from and what is left of it. Masses are
/// reference masses (rested at 65 %). What only the ledger or the store knows of a lot is added by the records that derive from this one.
/// </summary>
/// <param name="Id">Its id.</param>
/// <param name="Code">What is written on its bag.</param>
/// <param name="Form">Raw, clean, top and so on.</param>
/// <param name="Traits">What it is, as its makers and what is made of it have it.</param>
public record Lot(Guid Id, string Code, LotForm Form, LotTraits Traits)
{
    /// <summary>What it is made of.</summary>
    public Composition Composition => Traits.Composition;

    /// <summary>Its fibre; of a blend that of the largest part.</summary>
    public Fibre Fibre => Composition.Main;

    /// <summary>Clean fibre expected of it in the grease, as fractions.</summary>
    public Span CleanYield => Traits.CleanYield;

    /// <summary>The animal, empty when unknown or more than one.</summary>
    public string Animal => Traits.Animal;

    /// <summary>Its colour in words.</summary>
    public string Colour => Traits.Colour;

    /// <summary>When it was shorn.</summary>
    public DateOnly? ShornOn => Traits.ShornOn;

    /// <summary>Mean of the locks measured on it or on what it was made of.</summary>
    public double? StapleMillimetres => Traits.StapleMillimetres;

    /// <summary>How surely it is known what it is.</summary>
    public Content Content => Traits.Content;

    /// <summary>Breed or cross as it is written; of a blend all of them.</summary>
    public string Parentage { get; init; } = "";

    /// <summary>What somebody noted of it.</summary>
    public string Notes { get; init; } = "";

    /// <summary>What had been done to it before it came in, in words; it counts nowhere.</summary>
    public string Before { get; init; } = "";

    /// <summary>It came in dyed.</summary>
    public bool CameDyed { get; init; }

    /// <summary>What was paid for it, in the workshop's currency.</summary>
    public decimal? Price { get; init; }

    /// <summary>What 100 g of the like cost ready-made, for comparison.</summary>
    public decimal? ReadyMadePer100Grams { get; init; }

    /// <summary>When it was made or taken in.</summary>
    public DateTimeOffset MadeAt { get; init; }

    /// <summary>When it was made or last taken from.</summary>
    public DateTimeOffset ChangedAt { get; init; }

    /// <summary>Since when nothing is left of it, null while there is.</summary>
    public DateTimeOffset? UsedUpAt { get; init; }

    /// <summary>What it was made with, in grams; null when that cannot be told yet.</summary>
    public double? MadeGrams { get; init; }

    /// <summary>What is left of it, in grams; null when that cannot be told.</summary>
    public double? LeftGrams { get; init; }

    /// <summary>How far off <see cref="LeftGrams"/> may be as it is told (<see cref="Ledger.Estimate.Doubt"/>), in grams.</summary>
    public double? LeftSigma { get; init; }

    /// <summary>The part that is kept for a project, null when none is.</summary>
    public Reserve? Reserve { get; init; }

    /// <summary>Whether nothing is left.</summary>
    public bool UsedUp => UsedUpAt is not null;
}

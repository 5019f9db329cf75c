namespace EarthyTuft.Core.Quantities;

/// <summary>Where a figure comes from. Every figure on a screen says so in one of these words.</summary>
public enum Provenance
{
    /// <summary>Read from a scale, a ruler, a thermometer or by counting.</summary>
    Measured,

    /// <summary>Worked out from measured figures.</summary>
    Reckoned,

    /// <summary>From the workshop's own log.</summary>
    Yours,

    /// <summary>A starting value from general knowledge.</summary>
    Typical,

    /// <summary>Little better than a hunch, and said so.</summary>
    Guessed,
}

/// <summary>One input of a working, as a person would write it.</summary>
/// <param name="Name">What it is.</param>
/// <param name="Value">The value with its unit.</param>
public sealed record WorkingInput(string Name, string Value);

/// <summary>How a figure was worked out, so that anyone can check it.</summary>
/// <param name="Formula">The formula in words.</param>
/// <param name="Inputs">What went in, in the order of the formula.</param>
/// <param name="Source">Where the formula comes from.</param>
public sealed record Working(string Formula, IReadOnlyList<WorkingInput> Inputs, string Source);

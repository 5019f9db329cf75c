namespace EarthyTuft.Core.Quantities;

/// <summary>Says what a reckoning's field is measured in and what it means, for the reckon door's list and the Reckoner's labels.</summary>
/// <param name="unit">The unit's sign, empty for a plain count or yes/no.</param>
/// <param name="meaning">A few words for the label.</param>
[AttributeUsage(AttributeTargets.Property)]
public sealed class UnitAttribute(string unit, string meaning) : Attribute
{
    /// <summary>The unit's sign.</summary>
    public string Unit { get; } = unit;

    /// <summary>A few words for the label.</summary>
    public string Meaning { get; } = meaning;
}

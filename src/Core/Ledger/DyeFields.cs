namespace EarthyTuft.Core.Ledger;

/// <summary>What the fields of a dye bath are called where one is refused.</summary>
public static class DyeFields
{
    /// <summary>The beginning of a refusal's sentence by the field's name.</summary>
    public static readonly IReadOnlyDictionary<string, string> Subjects = new Dictionary<string, string>
    {
        ["dosePercent"] = "The dose",
        ["mordantPercent"] = "The share of mordant",
        ["mordant"] = "The mordant",
        ["colourBefore"] = "The colour",
        ["colourAfter"] = "The colour",
    };
}

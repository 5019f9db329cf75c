namespace EarthyTuft.Core.Tools;

/// <summary>What the fields of wheels, spindles and winders are called where one is refused.</summary>
public static class SpinnerFields
{
    /// <summary>The beginning of a refusal's sentence by the field's name.</summary>
    public static readonly IReadOnlyDictionary<string, string> Subjects = new Dictionary<string, string>
    {
        ["bobbins"] = "Bobbins",
        ["bobbinGrams"] = "What a bobbin holds",
        ["ratio"] = "The ratio",
    };
}

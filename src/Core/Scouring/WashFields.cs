namespace EarthyTuft.Core.Scouring;

/// <summary>What the fields of a wash are called where one is refused.</summary>
public static class WashFields
{
    /// <summary>The beginning of a refusal's sentence by the field's name.</summary>
    public static readonly IReadOnlyDictionary<string, string> Subjects = new Dictionary<string, string>
    {
        ["airCelsius"] = "The air",
        ["hotWater"] = "The hot water",
        ["handle"] = "How it feels",
        ["place"] = "This",
    };
}

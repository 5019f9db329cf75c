namespace EarthyTuft.Core.Carding;

/// <summary>What the fields of cards are called where one is refused.</summary>
public static class CardFields
{
    /// <summary>The beginning of a refusal's sentence by the field's name.</summary>
    public static readonly IReadOnlyDictionary<string, string> Subjects = new Dictionary<string, string> { ["neps"] = "The count of neps" };
}

namespace EarthyTuft.Core.Yarns;

/// <summary>What the fields of a yarn are called where one is refused.</summary>
public static class YarnFields
{
    /// <summary>The beginning of a refusal's sentence by the field's name.</summary>
    public static readonly IReadOnlyDictionary<string, string> Subjects = new Dictionary<string, string>
    {
        ["yarn"] = "Yarn",
        ["wraps"] = "The count of wraps",
        ["wrapsPerInch"] = "The count of wraps",
        ["wrapsPlaces"] = "The wraps at several places",
        ["degrees"] = "The angle",
        ["plies"] = "The number of plies",
        ["finishedBy"] = "How it was finished",
        ["hangs"] = "How a skein hangs",
        ["supplyGramsPerMetre"] = "A metre of the strip",
    };
}

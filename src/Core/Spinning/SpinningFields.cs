using EarthyTuft.Core.Yarns;

namespace EarthyTuft.Core.Spinning;

/// <summary>What the fields of spinning and plying are called where one is refused.</summary>
public static class SpinningFields
{
    /// <summary>The beginning of a refusal's sentence by the field's name.</summary>
    public static readonly IReadOnlyDictionary<string, string> Subjects = new Dictionary<string, string>(YarnFields.Subjects)
    {
        ["things"] = "The table",
        ["thing"] = "A name",
        ["bobbins"] = "Bobbins",
        ["singlesTex"] = "The weight of the singles",
        ["spare"] = "What is to spare",
        ["treadles"] = "The number of treadles",
        ["mostTreadles"] = "The most treadles",
        ["ratio"] = "The ratio",
        ["drawMillimetres"] = "The draw",
        ["bloomPercent"] = "The bloom",
        ["takeUpPercent"] = "The take-up",
        ["extraTurnsPercent"] = "The share of more turns",
        ["finishedDensity"] = "The wrap density",
        ["singlesDensity"] = "The wrap density",
        ["neps"] = "The count of neps",
        ["handle"] = "How it feels",
    };
}

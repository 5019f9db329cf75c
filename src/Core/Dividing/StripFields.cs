using EarthyTuft.Core.Yarns;

namespace EarthyTuft.Core.Dividing;

/// <summary>What the fields of strips and their rehearsal are called where one is refused.</summary>
public static class StripFields
{
    /// <summary>The beginning of a refusal's sentence by the field's name.</summary>
    public static readonly IReadOnlyDictionary<string, string> Subjects = new Dictionary<string, string>(YarnFields.Subjects)
    {
        ["along"] = "The order of the colours",
        ["parts"] = "The number of parts",
        ["gramsPerMetre"] = "The weight of a metre",
        ["pieceMillimetres"] = "A piece for the fold",
        ["handMillimetres"] = "The breadth of a hand",
        ["millimetresPerStitch"] = "The yarn of a stitch",
        ["stitches"] = "The stitches of a row",
        ["singlesTex"] = "The weight of the singles",
    };
}

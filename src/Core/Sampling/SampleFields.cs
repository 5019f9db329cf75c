using EarthyTuft.Core.Yarns;

namespace EarthyTuft.Core.Sampling;

/// <summary>What the fields of a sample and its swatch are called where one is refused.</summary>
public static class SampleFields
{
    /// <summary>The beginning of a refusal's sentence by the field's name.</summary>
    public static readonly IReadOnlyDictionary<string, string> Subjects = new Dictionary<string, string>(YarnFields.Subjects)
    {
        ["spunMass"] = "The yarn",
        ["spinningMinutes"] = "The time of spinning",
        ["joinsPer10Metres"] = "The count of joins",
        ["lumpsPer10Metres"] = "The count of lumps",
        ["mark"] = "A judgement",
        ["scale"] = "This",
        ["stitches"] = "The stitches of the swatch",
        ["stitchesAfter"] = "The stitches after the wash",
        ["rows"] = "The rows",
        ["rowsAfter"] = "The rows after the wash",
        ["toolMillimetres"] = "The needle",
        ["relaxedMillimetres"] = "The swatch as it lies",
        ["stretchedMillimetres"] = "The swatch drawn out",
        ["afterMinuteMillimetres"] = "The swatch after a minute",
        ["change"] = "What to change",
    };
}

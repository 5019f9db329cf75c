namespace EarthyTuft.Core.Tools;

/// <summary>What is counted for each draw.</summary>
public enum SpunBy
{
    /// <summary>Treadles of a wheel.</summary>
    Treadles,

    /// <summary>Seconds at a speed mark of an electric flyer.</summary>
    Seconds,

    /// <summary>Turns of a spindle, a quill or a great wheel as such.</summary>
    Turns,
}

/// <summary>What is counted on a tool.</summary>
public static class SpunOnTools
{
    /// <summary>What feet or hand count on a tool; of a spindle and a great wheel turns as such.</summary>
    /// <param name="kind">The kind of tool.</param>
    public static SpunBy CountedOn(this ToolKind kind) =>
        kind switch
        {
            ToolKind.ElectricFlyer => SpunBy.Seconds,
            ToolKind.Spindle or ToolKind.GreatWheel => SpunBy.Turns,
            _ => SpunBy.Treadles,
        };
}

namespace EarthyTuft.Core.Lots;

/// <summary>Whether twist is let into the drafting zone.</summary>
public enum Draw
{
    /// <summary>Less than a staple length at a time, twist held back.</summary>
    Short,

    /// <summary>A long span with twist running in.</summary>
    Long,
}

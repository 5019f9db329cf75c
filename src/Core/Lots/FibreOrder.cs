namespace EarthyTuft.Core.Lots;

/// <summary>How the fibres lie in a preparation.</summary>
public enum FibreOrder
{
    /// <summary>Side by side.</summary>
    Parallel,

    /// <summary>Most of them side by side.</summary>
    Mostly,

    /// <summary>Every way.</summary>
    Jumbled,
}

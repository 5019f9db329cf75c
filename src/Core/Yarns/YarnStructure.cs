namespace EarthyTuft.Core.Yarns;

/// <summary>How strands become a yarn.</summary>
public enum YarnStructure
{
    /// <summary>Strands twisted together once; of one strand, singles.</summary>
    Plain,

    /// <summary>One strand looped through itself: three lie side by side.</summary>
    Chain,

    /// <summary>Two two-plies, plied once more the other way.</summary>
    Cable,
}

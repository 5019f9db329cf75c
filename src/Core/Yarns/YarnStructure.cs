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

/// <summary>How many strands lie side by side in a yarn.</summary>
public static class YarnStructures
{
    /// <summary>Strands of a chain: one strand, looped through itself.</summary>
    public const int StrandsOfChain = 3;

    /// <summary>By how much singles are longer than the yarn that is plied of them where nobody measured it, in percent (docs/craft.md,
    /// section 15, typical).</summary>
    public const double TypicalTakeUpPercent = 3;

    /// <summary>Strands of a cable: two two-plies.</summary>
    public const int StrandsOfCable = 4;

    /// <summary>Strands that lie side by side in it.</summary>
    /// <param name="structure">How they become a yarn.</param>
    /// <param name="plies">Strands that are twisted together where it is plain, at least one.</param>
    public static int Strands(this YarnStructure structure, int plies) =>
        structure switch
        {
            YarnStructure.Chain => StrandsOfChain,
            YarnStructure.Cable => StrandsOfCable,
            _ => plies,
        };

    /// <summary>Metres of one strand in a metre of yarn, without what is taken up: a chain takes its one strand three times.</summary>
    /// <param name="structure">How it becomes a yarn.</param>
    public static int TimesOfEachStrand(this YarnStructure structure) => structure == YarnStructure.Chain ? StrandsOfChain : 1;
}

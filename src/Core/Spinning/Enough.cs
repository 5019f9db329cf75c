namespace EarthyTuft.Core.Spinning;

/// <summary>Things that are made of yarn.</summary>
public enum MadeOfYarn
{
    /// <summary>A hat.</summary>
    Hat,

    /// <summary>A pair of mittens.</summary>
    Mittens,

    /// <summary>A pair of socks.</summary>
    Socks,

    /// <summary>A scarf.</summary>
    Scarf,

    /// <summary>A shawl.</summary>
    Shawl,

    /// <summary>A waistcoat for a grown person.</summary>
    Waistcoat,

    /// <summary>A jumper for a grown person.</summary>
    Jumper,

    /// <summary>A blanket for one.</summary>
    Blanket,
}

/// <summary>How much yarn things take, and how much a length of yarn weighs (docs/craft.md, section 15).</summary>
public static class Enough
{
    /// <summary>Wraps of the yarn that <see cref="UsualMetres" /> are told for.</summary>
    private const double ToldFor = 11;

    private static readonly IReadOnlyList<(MadeOfYarn Of, double Metres)> Usual =
        [(MadeOfYarn.Hat, 140), (MadeOfYarn.Mittens, 150), (MadeOfYarn.Socks, 260), (MadeOfYarn.Scarf, 300), (MadeOfYarn.Shawl, 500), (MadeOfYarn.Waistcoat, 800), (MadeOfYarn.Jumper, 1150), (MadeOfYarn.Blanket, 1500)];

    /// <summary>Usual metres of a yarn for a thing (typical): a thinner yarn covers less for each metre, so metres go with the wraps.</summary>
    /// <param name="of">The thing.</param>
    /// <param name="wrapsPerInch">Above zero.</param>
    public static double UsualMetres(MadeOfYarn of, double wrapsPerInch) => Usual.First(u => u.Of == of).Metres * wrapsPerInch / ToldFor;

    /// <summary>What a length of yarn suffices for, the largest first.</summary>
    /// <param name="metres">Zero or more.</param>
    /// <param name="wrapsPerInch">Above zero.</param>
    public static IReadOnlyList<MadeOfYarn> SufficesFor(double metres, double wrapsPerInch) => [.. Usual.Where(u => UsualMetres(u.Of, wrapsPerInch) <= metres).Select(u => u.Of).Reverse()];

    /// <summary>The next larger thing, and by how many metres it is missed; null where it suffices for all.</summary>
    /// <param name="metres">Zero or more.</param>
    /// <param name="wrapsPerInch">Above zero.</param>
    public static (MadeOfYarn Of, double MissingMetres)? Next(double metres, double wrapsPerInch) =>
        Usual.Where(u => UsualMetres(u.Of, wrapsPerInch) > metres).Select(u => ((MadeOfYarn, double)?)(u.Of, UsualMetres(u.Of, wrapsPerInch) - metres)).FirstOrDefault();

    /// <summary>What a length of yarn weighs.</summary>
    /// <param name="metres">Zero or more.</param>
    /// <param name="tex">Above zero.</param>
    /// <returns>Grams.</returns>
    public static double Grams(double metres, double tex) => metres * tex / 1000;
}

namespace EarthyTuft.Core.Lots;

/// <summary>
/// Short codes people write on a bag. A fleece gets a letter from its breed and a running number, <c>G-03</c>;
/// what is made of it keeps the code and counts on, <c>G-03.2</c>; fibre joined from several fleeces starts a code of its own, <c>J-01</c>.
/// </summary>
public static class LotCode
{
    /// <summary>The letter of lots joined from several fleeces.</summary>
    public const string Joined = "J";

    /// <summary>The letter a fleece's code begins with: its breed's first letter, F for an unknown fleece, X for a cross.</summary>
    /// <param name="parentage">What the fleece is.</param>
    public static string Letter(Fibres.Parentage parentage)
    {
        if (parentage.Shares.Count > 1)
        {
            return "X";
        }

        // J is kept for joined lots and X for crosses, so that a code tells which it is.
        var first = parentage.IsUnknown ? 'F' : char.ToUpperInvariant(parentage.Shares[0].Breed.TrimStart()[0]);
        return first is >= 'A' and <= 'Z' and not 'J' and not 'X' ? first.ToString() : "F";
    }

    /// <summary>The code of a new root: a fleece or a joined lot.</summary>
    /// <param name="letter">The letter.</param>
    /// <param name="number">Its running number, from 1.</param>
    public static string Root(string letter, int number) => FormattableString.Invariant($"{letter}-{number:00}");

    /// <summary>The root of a code: <c>G-03</c> of <c>G-03.2</c>.</summary>
    /// <param name="code">Any code.</param>
    public static string RootOf(string code) => code.Split('.')[0];

    /// <summary>The next code made of a root.</summary>
    /// <param name="root">The root's code.</param>
    /// <param name="number">The running number within the root, from 2.</param>
    public static string Child(string root, int number) => FormattableString.Invariant($"{root}.{number}");

    /// <summary>What a code's new lots count on: the one root of all sources, or null when several roots join.</summary>
    /// <param name="sources">Codes of the lots taken from, at least one.</param>
    public static string? SharedRoot(IEnumerable<string> sources)
    {
        var roots = sources.Select(RootOf).Distinct(StringComparer.Ordinal).ToArray();
        return roots.Length == 1 ? roots[0] : null;
    }
}

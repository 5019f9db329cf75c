using System.Globalization;
using System.Text.RegularExpressions;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Lots;

/// <summary>
/// Short codes people write on a bag. A fleece gets a letter from its breed and a running number, <c>G-03</c>;
/// what is made of it keeps the code and counts on, <c>G-03.2</c>; fibre joined from several fleeces starts a code of its own, <c>J-01</c>.
/// The grammar: one to four letters A to Z, a hyphen, a number from 1 to 999999 of two digits or more, and perhaps a point and a number
/// from 2 to 9999.
/// </summary>
public static partial class LotCode
{
    /// <summary>The largest running number of a root.</summary>
    public const int LargestRoot = 999_999;

    /// <summary>The largest running number within a root.</summary>
    public const int LargestChild = 9999;

    /// <summary>The letters of samples; no lot has them.</summary>
    public const string Samples = "SM";

    [GeneratedRegex("^(?<letters>[A-Z]{1,4})-(?<root>[0-9]{2,6})(?:[.](?<child>[1-9][0-9]{0,3}))?\\z", RegexOptions.CultureInvariant)]
    private static partial Regex Grammar();

    /// <summary>Reads a code.</summary>
    /// <param name="text">As it is written on a bag; small letters are taken for capitals.</param>
    /// <param name="field">The field to name in a refusal.</param>
    /// <returns>The code as it is kept, or <c>not-a-code</c>.</returns>
    public static Result<string> Read(string text, string field)
    {
        var code = text.Trim().ToUpperInvariant();
        return Parts(code) is { } parts && parts.Letters != Samples
            ? code
            : new Refusal(
                field,
                "not-a-code",
                $"\u201C{(text.Length > 30 ? text[..30] : text)}\u201D is no code of a lot: write one like G-03, or G-03.2 for what was made of it."
            );
    }

    /// <summary>What a code is made of.</summary>
    /// <param name="code">Any text.</param>
    /// <returns>Its letters, its root's number and the number within the root; null for what is no code.</returns>
    public static (string Letters, int Root, int? Child)? Parts(string code)
    {
        var match = Grammar().Match(code);
        if (!match.Success)
        {
            return null;
        }

        var root = int.Parse(match.Groups["root"].Value, CultureInfo.InvariantCulture);
        int? child = match.Groups["child"] is { Success: true } within ? int.Parse(within.Value, CultureInfo.InvariantCulture) : null;
        return root >= 1 && (child is null or >= 2) ? (match.Groups["letters"].Value, root, child) : null;
    }

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
    public static string Root(string letter, int number) => Roots(letter).Code(number);

    /// <summary>The root of a code: <c>G-03</c> of <c>G-03.2</c>.</summary>
    /// <param name="code">Any code.</param>
    public static string RootOf(string code) => code.Split('.')[0];

    /// <summary>The next code made of a root.</summary>
    /// <param name="root">The root's code.</param>
    /// <param name="number">The running number within the root, from 2.</param>
    public static string Child(string root, int number) => Children(root).Code(number);

    /// <summary>The codes of fleeces and joined lots of a letter.</summary>
    /// <param name="letter">Their letters, one to four from A to Z.</param>
    public static CodeSeries Roots(string letter) => new(letter + "-", 2, 1);

    /// <summary>The codes of what is made of a root; the root itself is the first.</summary>
    /// <param name="root">The root's code.</param>
    public static CodeSeries Children(string root) => new(root + ".", 1, 2);

    /// <summary>What a code's new lots count on: the one root of all sources, or null when several roots join.</summary>
    /// <param name="sources">Codes of the lots taken from, at least one.</param>
    public static string? SharedRoot(IEnumerable<string> sources)
    {
        var roots = sources.Select(RootOf).Distinct(StringComparer.Ordinal).ToArray();
        return roots.Length == 1 ? roots[0] : null;
    }
}

/// <summary>Codes that are alike but for a running number at their end.</summary>
/// <param name="Stem">What stands before the number.</param>
/// <param name="Digits">How many digits the number has at least, from 1; leading noughts fill it up.</param>
/// <param name="First">The first number, from 1.</param>
public readonly record struct CodeSeries(string Stem, int Digits, int First)
{
    /// <summary>The code of a number.</summary>
    /// <param name="number">The number itself, from 1.</param>
    public string Code(int number) =>
        Stem + number.ToString("D" + Digits.ToString(CultureInfo.InvariantCulture), CultureInfo.InvariantCulture);
}

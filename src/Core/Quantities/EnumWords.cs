using System.Text;

namespace EarthyTuft.Core.Quantities;

/// <summary>The name of an enum's value as written words: <c>DungTags</c> is <c>dung-tags</c> in a file and "dung tags" in a
/// sentence.</summary>
public static class EnumWords
{
    /// <summary>For files: small letters, words joined by hyphens.</summary>
    /// <typeparam name="T">The enum.</typeparam>
    /// <param name="value">A value.</param>
    public static string Hyphened<T>(this T value)
        where T : struct, Enum
    {
        var words = new StringBuilder();
        foreach (var letter in value.ToString())
        {
            words.Append(char.IsUpper(letter) && words.Length > 0 ? "-" : "").Append(char.ToLowerInvariant(letter));
        }

        return words.ToString();
    }

    /// <summary>For sentences: small letters, words apart.</summary>
    /// <typeparam name="T">The enum.</typeparam>
    /// <param name="value">A value.</param>
    public static string Words<T>(this T value)
        where T : struct, Enum => value.Hyphened().Replace('-', ' ');
}

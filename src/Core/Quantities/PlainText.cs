namespace EarthyTuft.Core.Quantities;

/// <summary>
/// Which characters a typed text may hold. Letters of every script, line breaks and tabs are text; what has no sign of its own is not:
/// control characters (PostgreSQL cannot store NUL), the marks that turn the direction of reading (they make a text look like another one),
/// and halves of surrogate pairs.
/// </summary>
public static class PlainText
{
    /// <summary>Finds the first character that is no text.</summary>
    /// <param name="text">Any text.</param>
    /// <returns>Its place, or -1 when all of it is text.</returns>
    public static int IndexOfForbidden(ReadOnlySpan<char> text)
    {
        for (var i = 0; i < text.Length; i++)
        {
            if (char.IsSurrogate(text[i]))
            {
                if (!char.IsHighSurrogate(text[i]) || i + 1 == text.Length || !char.IsLowSurrogate(text[i + 1]))
                {
                    return i;
                }

                i++;
            }
            else if (IsForbidden(text[i]))
            {
                return i;
            }
        }

        return -1;
    }

    /// <summary>True when every character is text.</summary>
    /// <param name="text">Any text.</param>
    public static bool IsPlain(ReadOnlySpan<char> text) => IndexOfForbidden(text) < 0;

    // U+061C, U+200E, U+200F, U+202A to U+202E and U+2066 to U+2069 are Unicode's Bidi_Control characters.
    private static bool IsForbidden(char letter) =>
        letter switch
        {
            '\t' or '\n' or '\r' => false,
            '\u061C' or '\u200E' or '\u200F' or (>= '\u202A' and <= '\u202E') or (>= '\u2066' and <= '\u2069') => true,
            _ => char.IsControl(letter),
        };
}

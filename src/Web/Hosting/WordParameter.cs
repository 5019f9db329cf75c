namespace EarthyTuft.Web.Hosting;

/// <summary>A member of an enumeration as it stands in an address, in whatever letters; a number that names none is refused.</summary>
/// <typeparam name="T">The enumeration.</typeparam>
/// <param name="Value">What was meant.</param>
public readonly record struct WordParameter<T>(T Value)
    where T : struct, Enum
{
    /// <summary>Read by the router; what it does not read answers 400.</summary>
    public static bool TryParse(string text, out WordParameter<T> word)
    {
        var reads =
            Enum.TryParse<T>(text, ignoreCase: true, out var value)
            && Enum.IsDefined(value)
            && text.Length > 0
            && !char.IsAsciiDigit(text[0]);
        word = new WordParameter<T>(value);
        return reads;
    }

    /// <inheritdoc/>
    public override string ToString() => Value.ToString();
}

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
        // Each member by its name: a number, or several words at once, would be read as one that was not meant.
        var name = Enum.GetNames<T>().FirstOrDefault(n => n.Equals(text, StringComparison.OrdinalIgnoreCase));
        var reads = name is not null;
        word = new WordParameter<T>(reads ? Enum.Parse<T>(name!) : default);
        return reads;
    }

    /// <inheritdoc/>
    public override string ToString() => Value.ToString();
}

namespace EarthyTuft.Web.Hosting;

/// <summary>The code of a lot or a sample as it stands in an address, in whatever letters somebody typed it.</summary>
/// <param name="Value">In capitals, as codes are stored.</param>
public readonly record struct CodeParameter(string Value)
{
    /// <summary>Read by the router; every text is a code, and one that nothing has answers 404.</summary>
    public static bool TryParse(string text, out CodeParameter code)
    {
        code = new CodeParameter(text.ToUpperInvariant());
        return true;
    }

    /// <inheritdoc/>
    public override string ToString() => Value;
}

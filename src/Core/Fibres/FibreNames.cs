namespace EarthyTuft.Core.Fibres;

/// <summary>Fibres by the names that people write where a breed is asked for: of cotton or nylon there is no breed to tell.
/// What the breed book knows by such a name is found there first.</summary>
public static class FibreNames
{
    private static readonly IReadOnlyDictionary<string, Fibre> Others = new Dictionary<string, Fibre>
    {
        ["muskoxdown"] = Fibre.MuskOx,
        ["qiviut"] = Fibre.MuskOx,
        ["polyamide"] = Fibre.Nylon,
        ["rayon"] = Fibre.Viscose,
        ["bamboo"] = Fibre.Viscose,
        ["sheep"] = Fibre.Wool,
        ["sheepswool"] = Fibre.Wool,
        ["angorarabbit"] = Fibre.Angora,
    };

    /// <summary>Reads a fibre's name, in capitals or not, with spaces or hyphens as they come.</summary>
    /// <param name="text">What was typed.</param>
    /// <returns>The fibre, or null where it is the name of none.</returns>
    public static Fibre? Read(string? text)
    {
        var name = new string([.. (text ?? "").Where(char.IsLetter).Select(char.ToLowerInvariant)]);
        return Others.TryGetValue(name, out var other) ? other
            : name.Length > 0
            && (text ?? "").All(c => char.IsLetter(c) || c is ' ' or '-' or '\'' or '\u2019')
            && Enum.TryParse<Fibre>(name, ignoreCase: true, out var fibre)
                ? fibre
            : null;
    }
}

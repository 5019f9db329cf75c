using EarthyTuft.Core.Fibres;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Dividing;

/// <summary>In which order the strips of a ply come, against the first.</summary>
public enum PlyOrder
{
    /// <summary>As in the first ply.</summary>
    Same,

    /// <summary>As in the first, some strips later.</summary>
    Offset,

    /// <summary>From the last strip to the first.</summary>
    Mirrored,

    /// <summary>In an order of its own.</summary>
    Own,

    /// <summary>All of one colour.</summary>
    Plain,
}

/// <summary>A colour that strips are named by.</summary>
/// <param name="Name">Short: "a".</param>
/// <param name="Colour">As a screen shows it.</param>
public sealed record StripColour(string Name, Shade Colour);

/// <summary>How a ply is arranged.</summary>
/// <param name="Order">Against the first.</param>
/// <param name="By">Strips that it comes later, where it is offset.</param>
/// <param name="Own">Names of its strips, where it has an order of its own.</param>
/// <param name="Plain">Its one colour, where it is plain.</param>
/// <param name="Grams">What its strips were weighed at, in their order; empty where each is as planned.</param>
public sealed record PlyWish(PlyOrder Order, int By, IReadOnlyList<string> Own, Shade? Plain, IReadOnlyList<double> Grams);

/// <summary>A strip in its place.</summary>
/// <param name="Name">Its colour's name; empty for a plain ply.</param>
/// <param name="Colour">Its colour.</param>
/// <param name="Grams">Its weight.</param>
public sealed record Strip(string Name, Shade Colour, double Grams);

/// <summary>
/// Strips in order for each ply (docs/craft.md, section 11): a repeat that is gone through so many times, every second time backwards where
/// it is mirrored; the other plies follow the first, or go their own way.
/// </summary>
public static class StripOrder
{
    /// <summary>Colours that strips can have.</summary>
    public const int MostColours = 26;

    /// <summary>Strips that a ply can have.</summary>
    public const int MostStrips = 400;

    /// <summary>Plies that a yarn can have.</summary>
    public const int MostPlies = 4;

    /// <summary>Reads a repeat: names with spaces or commas between them; without either each letter is a name.</summary>
    /// <param name="typed">"a b c b", "a,b" or "abcb".</param>
    /// <param name="names">The colours' names.</param>
    /// <param name="field">The field to name in a refusal.</param>
    /// <returns>The names in order, or <c>empty</c>, <c>unknown-name</c>, <c>too-many</c>.</returns>
    public static Result<IReadOnlyList<string>> Read(string? typed, IReadOnlyCollection<string> names, string field)
    {
        var text = (typed ?? "").Trim();
        string[] parts = text.Split([' ', ',', ';', '-'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        if (parts is [{ Length: > 1 } one] && !names.Contains(one) && one.All(c => names.Contains(c.ToString())))
        {
            parts = [.. one.Select(c => c.ToString())];
        }

        if (parts.Length == 0)
        {
            return new Refusal(field, "empty", "Say in which order the strips come: a b c b.");
        }

        if (parts.FirstOrDefault(p => !names.Contains(p)) is { } unknown)
        {
            return new Refusal(
                field,
                "unknown-name",
                $"There is no colour called \u201C{unknown}\u201D: they are {string.Join(", ", names)}."
            );
        }

        return parts.Length > MostStrips ? new Refusal(field, "too-many", $"A ply has at most {MostStrips} strips.") : parts;
    }

    /// <summary>The names of the first ply.</summary>
    /// <param name="repeat">One repeat.</param>
    /// <param name="times">How often it is gone through, at least once.</param>
    /// <param name="mirrored">Every second time backwards.</param>
    public static IReadOnlyList<string> First(IReadOnlyList<string> repeat, int times, bool mirrored) =>
        [.. Enumerable.Range(0, times).SelectMany(i => mirrored && i % 2 == 1 ? repeat.Reverse() : repeat)];

    /// <summary>How often a repeat can be gone through with what there is of its colours.</summary>
    /// <param name="once">The strips of every ply of one repeat.</param>
    /// <param name="there">Grams of each colour by its name; a colour that is not among them is there without end.</param>
    /// <param name="most">No more than so many, at least once.</param>
    public static int Times(IReadOnlyList<IReadOnlyList<Strip>> once, IReadOnlyDictionary<string, double> there, int most)
    {
        var needs = once.SelectMany(p => p).GroupBy(s => s.Name).ToDictionary(g => g.Key, g => g.Sum(s => s.Grams));
        var enough = needs.Where(n => n.Value > 0 && there.ContainsKey(n.Key)).Select(n => Math.Floor((there[n.Key] / n.Value) + 1e-9));
        var strips = Math.Max(1, once.Max(p => p.Count));
        return (int)Math.Clamp(enough.DefaultIfEmpty(1).Min(), 1, Math.Max(1, Math.Min(most, MostStrips / strips)));
    }

    /// <summary>The strips of every ply.</summary>
    /// <param name="first">Names of the first ply's strips.</param>
    /// <param name="colours">The colours.</param>
    /// <param name="plies">How each is arranged; the first as the first.</param>
    /// <param name="gramsEach">What a strip weighs as planned, above zero.</param>
    public static IReadOnlyList<IReadOnlyList<Strip>> Of(
        IReadOnlyList<string> first,
        IReadOnlyList<StripColour> colours,
        IReadOnlyList<PlyWish> plies,
        double gramsEach
    )
    {
        var byName = colours.ToDictionary(c => c.Name, c => c.Colour);
        return
        [
            .. plies.Select(ply =>
                (IReadOnlyList<Strip>)
                    [
                        .. Names(first, ply)
                            .Select(
                                (name, i) =>
                                    new Strip(
                                        name,
                                        name.Length == 0 ? ply.Plain!.Value : byName[name],
                                        i < ply.Grams.Count ? ply.Grams[i] : gramsEach
                                    )
                            ),
                    ]
            ),
        ];
    }

    // A plain ply is one long strip in as many parts as the first has: it can be as long as the others.
    private static IEnumerable<string> Names(IReadOnlyList<string> first, PlyWish ply) =>
        ply.Order switch
        {
            PlyOrder.Offset => first.Select((_, i) => first[(((i - ply.By) % first.Count) + first.Count) % first.Count]),
            PlyOrder.Mirrored => first.Reverse(),
            PlyOrder.Own => ply.Own,
            PlyOrder.Plain => first.Select(_ => ""),
            _ => first,
        };
}

using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Yarns;

namespace EarthyTuft.Core.Spinning;

/// <summary>What a thing usually takes.</summary>
/// <param name="Thing">What it is: "a hat", "socks".</param>
/// <param name="Metres">Of a yarn of <see cref="Enough.ToldFor" /> wraps, above zero.</param>
public sealed record UsualYarn(string Thing, double Metres);

/// <summary>How much yarn things take, and how much a length of yarn weighs (docs/craft.md, section 15).</summary>
public static class Enough
{
    /// <summary>Wraps of the yarn that usual metres are told for.</summary>
    public const double ToldFor = 11;

    /// <summary>A workshop tells so many things at most.</summary>
    public const int MostThings = 24;

    /// <summary>The name of a thing has so many letters at most.</summary>
    public const int LongestThing = 40;

    /// <summary>Metres that a thing can take.</summary>
    public const double LeastMetres = 1,
        MostMetres = 50_000;

    /// <summary>What things usually take (typical), the smallest first; a workshop may replace it.</summary>
    public static readonly IReadOnlyList<UsualYarn> Typical =
    [
        new("a hat", 140),
        new("mittens", 150),
        new("socks", 260),
        new("a scarf", 300),
        new("a shawl", 500),
        new("a waistcoat", 800),
        new("a jumper", 1150),
        new("a blanket", 1500),
    ];

    /// <summary>Checks a workshop's own table.</summary>
    /// <param name="things">As they were typed.</param>
    /// <returns>The same, the smallest first; or <c>too-many</c>, <c>missing</c>, <c>too-long</c>, <c>twice</c>,
    /// <c>out-of-range</c>.</returns>
    public static Result<IReadOnlyList<UsualYarn>> Check(IReadOnlyList<UsualYarn> things)
    {
        var guard = new Guard(SpinningFields.Subjects).Need(
            things.Count <= MostThings,
            "things",
            "too-many",
            $"holds more than {MostThings}"
        );
        for (var i = 0; i < Math.Min(things.Count, MostThings); i++)
        {
            var name = things[i].Thing;
            guard
                .Need(name.Length > 0, $"things[{i}].thing", "missing", "is missing: what is it?")
                .Need(name.Length <= LongestThing, $"things[{i}].thing", "too-long", $"has more than {LongestThing} letters")
                .Need(
                    things.Take(i).All(t => !string.Equals(t.Thing, name, StringComparison.OrdinalIgnoreCase)),
                    $"things[{i}].thing",
                    "twice",
                    "stands there already"
                )
                .Within(things[i].Metres, LeastMetres, MostMetres, $"things[{i}].metres");
        }

        return guard.Then<IReadOnlyList<UsualYarn>>(() => things.OrderBy(t => t.Metres).ToArray());
    }

    /// <summary>Usual metres of a yarn for a thing: a thinner yarn covers less for each metre, so metres go with the wraps.</summary>
    /// <param name="of">The thing.</param>
    /// <param name="wrapsPerInch">Above zero.</param>
    public static double UsualMetres(UsualYarn of, double wrapsPerInch) => of.Metres * wrapsPerInch / ToldFor;

    /// <summary>What a length of yarn suffices for, the largest first.</summary>
    /// <param name="usual">What things usually take, the smallest first.</param>
    /// <param name="metres">Zero or more.</param>
    /// <param name="wrapsPerInch">Above zero.</param>
    public static IReadOnlyList<UsualYarn> SufficesFor(IReadOnlyList<UsualYarn> usual, double metres, double wrapsPerInch) =>
        [.. usual.Where(u => UsualMetres(u, wrapsPerInch) <= metres).Reverse()];

    /// <summary>The next larger thing, and by how many metres it is missed; null where it suffices for all.</summary>
    /// <param name="usual">What things usually take, the smallest first.</param>
    /// <param name="metres">Zero or more.</param>
    /// <param name="wrapsPerInch">Above zero.</param>
    public static (UsualYarn Of, double MissingMetres)? Next(IReadOnlyList<UsualYarn> usual, double metres, double wrapsPerInch) =>
        usual
            .Where(u => UsualMetres(u, wrapsPerInch) > metres)
            .Select(u => ((UsualYarn, double)?)(u, UsualMetres(u, wrapsPerInch) - metres))
            .FirstOrDefault();

    /// <summary>What a length of yarn weighs.</summary>
    /// <param name="metres">Zero or more.</param>
    /// <param name="tex">Above zero.</param>
    /// <returns>Grams.</returns>
    public static double Grams(double metres, double tex) => metres * tex / 1000;

    /// <summary>A swatch of a sample is a square with such a side, in millimetres (ours).</summary>
    public const double SwatchSide = 120;

    /// <summary>Metres of a sample that stay a skein, and those of the twists that are tied to its card (ours).</summary>
    public const double SampleSkein = 10,
        SampleTwists = 2;

    /// <summary>
    /// Yarn that a sample takes: a knitted square, a small skein, and twists for the card. A stitch is about two thicknesses wide, three
    /// quarters of that high, and takes three widths of yarn (typical).
    /// </summary>
    /// <param name="wrapsPerInch">Above zero.</param>
    /// <returns>Metres.</returns>
    public static double SampleMetres(double wrapsPerInch)
    {
        var stitch = 2 * Wraps.Diameter(wrapsPerInch);
        return SwatchSide / stitch * (SwatchSide / (Stitch.HeightOfWidth * stitch)) * (stitch / Stitch.WidthOfYarn) / 1000
            + SampleSkein
            + SampleTwists;
    }
}

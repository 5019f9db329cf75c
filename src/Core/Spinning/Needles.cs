using System.Globalization;
using System.Text.RegularExpressions;
using EarthyTuft.Core.Quantities;
using EarthyTuft.Core.Yarns;

namespace EarthyTuft.Core.Spinning;

/// <summary>Knitting needles that usually go with a class of yarn, and their names by region (docs/craft.md, section 15).</summary>
public static partial class Needles
{
    private static readonly IReadOnlyList<(double Millimetres, string Us, string OldUk)> Sizes =
    [
        (2, "0", "14"),
        (2.25, "1", "13"),
        (2.75, "2", "12"),
        (3, "", "11"),
        (3.25, "3", "10"),
        (3.5, "4", ""),
        (3.75, "5", "9"),
        (4, "6", "8"),
        (4.5, "7", "7"),
        (5, "8", "6"),
        (5.5, "9", "5"),
        (6, "10", "4"),
        (6.5, "10½", "3"),
        (7, "", "2"),
        (7.5, "", "1"),
        (8, "11", "0"),
        (9, "13", "00"),
        (10, "15", "000"),
        (12, "17", ""),
        (15, "19", ""),
    ];

    /// <summary>Needles that usually go with a class, in millimetres (typical).</summary>
    /// <param name="of">The class.</param>
    public static (double Least, double Most) Of(YarnClass of) =>
        of switch
        {
            YarnClass.Lace => (2, 3.25),
            YarnClass.Fingering => (2.25, 3.25),
            YarnClass.Sport => (3.25, 3.75),
            YarnClass.DoubleKnitting => (3.75, 4.5),
            YarnClass.Worsted => (4.5, 5.5),
            YarnClass.Aran => (5, 6),
            YarnClass.Bulky => (5.5, 8),
            _ => (8, 15),
        };

    /// <summary>What the class is also called elsewhere; numbered plies do not count strands.</summary>
    /// <param name="of">The class.</param>
    public static string AlsoCalled(YarnClass of) =>
        of switch
        {
            YarnClass.Lace => "2 ply, cobweb",
            YarnClass.Fingering => "4 ply, sock",
            YarnClass.Sport => "5 ply, baby",
            YarnClass.DoubleKnitting => "8 ply, DK, light worsted",
            YarnClass.Worsted => "10 ply, medium",
            YarnClass.Aran => "10 ply",
            YarnClass.Bulky => "12 ply, chunky",
            _ => "14 ply, roving",
        };

    /// <summary>The US and the old UK number of the nearest size; empty where it has none.</summary>
    /// <param name="millimetres">Above zero.</param>
    public static (string Us, string OldUk) NamesOf(double millimetres)
    {
        var nearest = Sizes.MinBy(s => Math.Abs(s.Millimetres - millimetres));
        return Math.Abs(nearest.Millimetres - millimetres) > 0.26 ? ("", "") : (nearest.Us, nearest.OldUk);
    }

    /// <summary>Reads a size: <c>4</c>, <c>4 mm</c>, <c>US 6</c>, <c>US 10 1/2</c>, <c>UK 8</c>, <c>old UK 000</c>.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="field">The field to name in a refusal.</param>
    /// <returns>Millimetres, or <c>empty</c>, <c>not-a-size</c>, and what is refused of a length.</returns>
    public static Result<double> Read(string? text, string field)
    {
        var typed = (text ?? "").Trim().ToLowerInvariant();
        if (Named().Match(typed) is not { Success: true } named)
        {
            return Length.Read(text, field).Then<double>(l => l.Millimetres);
        }

        var name = named.Groups["n"].Value.Replace(" 1/2", "½").Replace(".5", "½");
        var isUs = named.Groups["us"].Success;
        return Sizes.FirstOrDefault(s => name == (isUs ? s.Us : s.OldUk)) is { Millimetres: > 0 } size
            ? size.Millimetres
            : new Refusal(
                field,
                "not-a-size",
                $"There is no {(isUs ? "US" : "old UK")} size {named.Groups["n"].Value} here: type it in mm."
            );
    }

    [GeneratedRegex(@"^(?:(?<us>us)|(?:old )?uk)\s*(?<n>[0-9]+(?:\.5|½| 1/2)?)$", RegexOptions.CultureInvariant)]
    private static partial Regex Named();

    /// <summary>A size with its names: <c>4 mm, US 6, old UK 8</c>.</summary>
    /// <param name="millimetres">Above zero.</param>
    public static string Write(double millimetres)
    {
        var (us, uk) = NamesOf(millimetres);
        return string.Join(
            ", ",
            new[]
            {
                millimetres.ToString("0.##", CultureInfo.InvariantCulture) + " mm",
                us.Length > 0 ? "US " + us : "",
                uk.Length > 0 ? "old UK " + uk : "",
            }.Where(w => w.Length > 0)
        );
    }
}

using System.Globalization;
using System.Text.RegularExpressions;
using EarthyTuft.Core.Quantities;

namespace EarthyTuft.Core.Fibres;

/// <summary>
/// A colour as a screen shows it, and as light adds it: a mix is reckoned in linear light, because that is what the eye does with fibres it
/// cannot tell apart (docs/craft.md, section 11).
/// </summary>
/// <param name="Red">0 to 255.</param>
/// <param name="Green">0 to 255.</param>
/// <param name="Blue">0 to 255.</param>
public readonly partial record struct Shade(byte Red, byte Green, byte Blue)
{
    /// <summary>Wool that nobody dyed and of which nothing is said.</summary>
    public static readonly Shade Undyed = new(0xE9, 0xDD, 0xC6);

    // Natural tones first, then what dye plants and people's words give; the first that fits counts, so the narrower stand before the
    // wider.
    private static readonly (Regex Words, Shade Is)[] Named =
    [
        .. new (string Words, string Hex)[]
        {
            ("charcoal|steel|dark gr[ae]y", "#6C6863"),
            ("silver|light gr[ae]y", "#B9B4AB"),
            ("gr[ae]y", "#8F8B85"),
            ("moorit|chestnut", "#8A5A3C"),
            ("coffee|dark brown", "#5E4433"),
            ("brown", "#75563F"),
            ("fawn|camel|caramel|honey|tan\\b", "#BD9A6E"),
            ("spotted|piebald|mixed", "#B4A48F"),
            ("black", "#4B423D"),
            ("cream|ivory", "#EFE3C6"),
            ("white", "#F1EADB"),
            ("woad|indigo|navy|dark blue", "#2F5568"),
            ("turquoise|teal", "#2E7D7A"),
            ("sky|light blue|pale blue", "#8FB3CC"),
            ("blue", "#3E6A96"),
            ("weld|mustard", "#B7881B"),
            ("gold", "#C79A2B"),
            ("lemon|pale yellow", "#E5D56A"),
            ("yellow", "#DDB93C"),
            ("madder|brick|rust", "#A2402B"),
            ("cochineal|crimson|scarlet", "#A3213A"),
            ("pink|rose", "#D48A97"),
            ("red", "#B23A2E"),
            ("orange|apricot", "#D9822B"),
            ("plum|purple|violet|lilac", "#71507E"),
            ("lichen|moss|olive", "#6B7540"),
            ("mint|pale green", "#A9C9A0"),
            ("green", "#4F7A4A"),
        }.Select(n => (new Regex(n.Words, RegexOptions.IgnoreCase | RegexOptions.CultureInvariant), Parse(n.Hex))),
    ];

    [GeneratedRegex("#([0-9a-fA-F]{6})(?![0-9a-fA-F])")]
    private static partial Regex HexWithin();

    /// <summary>As <c>#RRGGBB</c>.</summary>
    public string Hex => string.Create(CultureInfo.InvariantCulture, $"#{Red:X2}{Green:X2}{Blue:X2}");

    /// <summary>The colour that a lot's words name: a code in them, else the first word that is known, else undyed white.</summary>
    /// <param name="colour">As somebody wrote it: "grey", "weld yellow", "dawn #C04020".</param>
    public static Shade Of(string colour)
    {
        var code = HexWithin().Match(colour);
        if (code.Success)
        {
            return Parse(code.Value);
        }

        foreach (var (words, shade) in Named)
        {
            if (words.IsMatch(colour))
            {
                return shade;
            }
        }

        return Undyed;
    }

    /// <summary>Reads a colour that is typed or picked by itself.</summary>
    /// <param name="typed">A code, or words of which one is known.</param>
    /// <param name="field">The field to name in a refusal.</param>
    /// <returns>The colour, or <c>not-a-colour</c>.</returns>
    public static Result<Shade> Read(string? typed, string field)
    {
        var text = (typed ?? "").Trim();
        return text.Length > 0 && (HexWithin().IsMatch(text) || Named.Any(n => n.Words.IsMatch(text)))
            ? Of(text)
            : new Refusal(
                field,
                "not-a-colour",
                $"\u201C{text}\u201D names no colour that is known here: pick one, or write a code such as #C04020."
            );
    }

    /// <summary>What several colours look like together from where the eye cannot tell them apart.</summary>
    /// <param name="parts">Colours with their shares, each zero or more, not all of them zero.</param>
    public static Shade Mix(IReadOnlyCollection<(Shade Colour, double Share)> parts)
    {
        var all = parts.Sum(p => p.Share);
        double Of(Func<Shade, byte> channel) => parts.Sum(p => p.Share * Linear(channel(p.Colour))) / all;
        return new Shade(Coded(Of(c => c.Red)), Coded(Of(c => c.Green)), Coded(Of(c => c.Blue)));
    }

    /// <summary>How unlike two colours look: the distance in CIE Lab; about 2 is seen side by side, 10 is another colour.</summary>
    /// <param name="other">The other.</param>
    public double Unlike(Shade other)
    {
        var (a, b) = (Lab(), other.Lab());
        return Math.Sqrt((a.L - b.L) * (a.L - b.L) + (a.A - b.A) * (a.A - b.A) + (a.B - b.B) * (a.B - b.B));
    }

    /// <summary>The colour in CIE Lab under daylight: lightness 0 to 100, and two axes of hue.</summary>
    public (double L, double A, double B) Lab()
    {
        var (r, g, b) = (Linear(Red), Linear(Green), Linear(Blue));
        // sRGB to XYZ (IEC 61966-2-1), relative to the white D65.
        var x = (0.4124 * r + 0.3576 * g + 0.1805 * b) / 0.9505;
        var y = 0.2126 * r + 0.7152 * g + 0.0722 * b;
        var z = (0.0193 * r + 0.1192 * g + 0.9505 * b) / 1.089;
        static double F(double t) => t > 216.0 / 24389 ? Math.Cbrt(t) : (24389.0 / 27 * t + 16) / 116;
        return (116 * F(y) - 16, 500 * (F(x) - F(y)), 200 * (F(y) - F(z)));
    }

    private static Shade Parse(string hex)
    {
        var value = int.Parse(hex.AsSpan(1), NumberStyles.HexNumber, CultureInfo.InvariantCulture);
        return new Shade((byte)(value >> 16), (byte)(value >> 8), (byte)value);
    }

    /// <summary>A channel as light, 0 to 1 (IEC 61966-2-1).</summary>
    /// <param name="channel">0 to 255.</param>
    public static double Linear(byte channel)
    {
        var c = channel / 255.0;
        return c <= 0.04045 ? c / 12.92 : Math.Pow((c + 0.055) / 1.055, 2.4);
    }

    /// <summary>Light as a channel.</summary>
    /// <param name="light">0 to 1; what is beyond is cut.</param>
    public static byte Coded(double light)
    {
        var c = Math.Clamp(light, 0, 1);
        return (byte)Math.Round(255 * (c <= 0.0031308 ? 12.92 * c : 1.055 * Math.Pow(c, 1 / 2.4) - 0.055));
    }
}

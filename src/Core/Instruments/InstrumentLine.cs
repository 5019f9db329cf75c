using System.Globalization;

namespace EarthyTuft.Core.Instruments;

/// <summary>What an instrument measures.</summary>
public enum InstrumentKind
{
    /// <summary>A bench scale.</summary>
    Scale,

    /// <summary>A thermometer in a bath.</summary>
    Probe,

    /// <summary>Temperature and humidity of the room.</summary>
    Air,
}

/// <summary>One line an instrument said, understood.</summary>
/// <param name="Kind">Which kind of instrument speaks so.</param>
/// <param name="Value">Grams, or degrees Celsius; null when it says that it cannot tell.</param>
/// <param name="Second">Relative humidity in percent, for an air sensor.</param>
/// <param name="Stable">It stands still; thermometers always do.</param>
public sealed record InstrumentReading(InstrumentKind Kind, double? Value, double? Second, bool Stable);

/// <summary>
/// The line protocol of docs/instruments.md: one reading a line in plain letters, <c>scale 412.6 g stable</c>, <c>probe 54.2 C</c>,
/// <c>air 18.4 C 62.1 %</c>. Whatever does not read as that, or lies outside what can be, is no reading: a broken cable says all sorts of
/// things.
/// </summary>
public static class InstrumentLine
{
    /// <summary>No line of the protocol is longer than this, in bytes.</summary>
    public const int Longest = 80;

    private const double HeaviestGrams = 200_000;

    /// <summary>Reads a line.</summary>
    /// <param name="line">Without its line end.</param>
    /// <returns>Null for what is no reading.</returns>
    public static InstrumentReading? Read(ReadOnlySpan<char> line)
    {
        if (line.Length > Longest)
        {
            return null;
        }

        Span<Range> parts = stackalloc Range[6];
        var trimmed = line.Trim();
        var count = trimmed.Split(parts, ' ', StringSplitOptions.RemoveEmptyEntries);
        if (count is < 2 or > 5)
        {
            return null;
        }

        var word = trimmed[parts[1]];
        return trimmed[parts[0]] switch
        {
            "scale" when count == 2 && word is "over" => new(InstrumentKind.Scale, null, null, false),
            "scale" when count == 4 && trimmed[parts[3]] is "stable" or "moving" => Scale(
                word,
                trimmed[parts[2]],
                trimmed[parts[3]] is "stable"
            ),
            "probe" when count == 2 && word is "none" => new(InstrumentKind.Probe, null, null, true),
            "probe" when count == 3 && trimmed[parts[2]] is "C" && Number(word, -50, 150) is { } celsius => new(
                InstrumentKind.Probe,
                celsius,
                null,
                true
            ),
            "air"
                when count == 5
                    && trimmed[parts[2]] is "C"
                    && trimmed[parts[4]] is "%"
                    && Number(word, -50, 80) is { } air
                    && Number(trimmed[parts[3]], 0, 100) is { } humidity => new(InstrumentKind.Air, air, humidity, true),
            _ => null,
        };
    }

    private static InstrumentReading? Scale(ReadOnlySpan<char> word, ReadOnlySpan<char> unit, bool stable)
    {
        var grams = unit switch
        {
            "g" => 1,
            "kg" => 1000,
            "oz" => 28.349523125,
            "lb" => 453.59237,
            _ => double.NaN,
        };
        return Number(word, double.MinValue, double.MaxValue) * grams is { } value && Math.Abs(value) <= HeaviestGrams
            ? new(InstrumentKind.Scale, value, null, stable)
            : null;
    }

    private static double? Number(ReadOnlySpan<char> word, double least, double most) =>
        word.Length <= 16
        && double.TryParse(
            word,
            NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint,
            CultureInfo.InvariantCulture,
            out var number
        )
        && number >= least
        && number <= most
            ? number
            : null;
}

/// <summary>
/// Cuts what comes down a line into lines, whatever comes: a piece may end in the middle of a word, and what is longer than a line can be
/// is thrown away up to the next line end. Holds no more than one line.
/// </summary>
public sealed class LineCutter
{
    private readonly char[] held = new char[InstrumentLine.Longest];
    private int length;
    private bool overlong;

    /// <summary>Something was left out of what came: the rest of the line that was begun goes with it, up to the next line end.</summary>
    public void Skip() => (length, overlong) = (0, true);

    /// <summary>Takes a piece and hands on every reading in it.</summary>
    /// <param name="piece">Bytes as they came.</param>
    /// <param name="take">Called for each reading, in order.</param>
    /// <returns>How many lines it held that were no reading.</returns>
    public int Cut(ReadOnlySpan<byte> piece, Action<InstrumentReading> take)
    {
        var garbage = 0;
        foreach (var b in piece)
        {
            if (b == (byte)'\n')
            {
                if (!overlong && InstrumentLine.Read(held.AsSpan(0, length)) is { } reading)
                {
                    take(reading);
                }
                else if (overlong || length > 0)
                {
                    garbage++;
                }

                (length, overlong) = (0, false);
            }
            else if (overlong || length == held.Length)
            {
                overlong = true;
            }
            else
            {
                held[length++] = (char)b;
            }
        }

        return garbage;
    }
}

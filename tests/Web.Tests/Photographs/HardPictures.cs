using System.Buffers.Binary;
using System.IO.Compression;
using System.Text;

namespace EarthyTuft.Web.Tests.Photographs;

/// <summary>Pictures that hold as much work as their format allows in as few bytes; <c>./bench worst-picture-ms</c> measures them.</summary>
internal static class HardPictures
{
    // The first dot of each interlace pass and the way to the next (PNG 3rd edition, section 8.2).
    private static readonly (int X, int Y, int Dx, int Dy)[] Passes =
    [
        (0, 0, 8, 8),
        (4, 0, 8, 8),
        (0, 4, 4, 8),
        (2, 0, 4, 4),
        (0, 2, 2, 4),
        (1, 0, 2, 2),
        (0, 1, 1, 2),
    ];

    /// <summary>A PNG with alpha, interlaced, each row of the filter that takes the longest.</summary>
    /// <param name="bits">A channel: 8 or 16.</param>
    /// <param name="texts">So many packed texts of eight megabytes stand before the dots.</param>
    public static byte[] Png(int width, int height, int bits, int texts = 0)
    {
        byte[] header = [.. Big(width), .. Big(height), (byte)bits, 6, 0, 0, 1];
        using var file = new MemoryStream();
        file.Write([0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A]);
        file.Write(Chunk("IHDR", header));
        var text = texts == 0 ? [] : Chunk("zTXt", [.. "Comment\0\0"u8, .. Packed(z => z.Write(new byte[7_900_000]))]);
        for (var i = 0; i < texts; i++)
        {
            file.Write(text);
        }

        file.Write(Chunk("IDAT", Packed(z => WriteRows(z, width, height, bits / 2))));
        file.Write(Chunk("IEND", []));
        return file.ToArray();
    }

    /// <summary>A progressive JPEG, grey all over, in so many scans over all its dots: at most 190.</summary>
    public static byte[] Jpeg(int width, int height, int scans)
    {
        using var file = new MemoryStream();
        void Segment(byte marker, params byte[] of) =>
            file.Write([0xFF, marker, (byte)((of.Length + 2) >> 8), (byte)(of.Length + 2), .. of]);
        file.Write([0xFF, 0xD8]);
        Segment(0xDB, [0, .. Enumerable.Repeat((byte)1, 64)]);
        Segment(0xC2, 8, (byte)(height >> 8), (byte)height, (byte)(width >> 8), (byte)width, 3, 1, 0x11, 0, 2, 0x11, 0, 3, 0x11, 0);
        // One code of one bit each: no difference, and "the next 16384 and more blocks end here".
        byte[] one = [1, .. new byte[15]];
        Segment(0xC4, [0x00, .. one, 0x00]);
        Segment(0xC4, [0x10, .. one, 0xE0]);
        var blocks = (width + 7) / 8 * ((height + 7) / 8);
        Segment(0xDA, 3, 1, 0, 2, 0, 3, 0, 0, 0, 0);
        file.Write(new byte[((3 * blocks) + 7) / 8]);
        var run = string.Concat(Enumerable.Repeat("0" + new string('1', 14), (blocks + 32766) / 32767));
        run = run.PadRight((run.Length + 7) / 8 * 8, '1');
        for (var i = 0; i < scans - 1; i++)
        {
            var coefficient = (byte)(1 + (i / 3));
            Segment(0xDA, 1, (byte)(1 + (i % 3)), 0, coefficient, coefficient, 0);
            foreach (var bits in run.Chunk(8))
            {
                var value = Convert.ToByte(new string(bits), 2);
                file.Write(value == 0xFF ? [0xFF, 0] : [value]);
            }
        }

        file.Write([0xFF, 0xD9]);
        return file.ToArray();
    }

    internal static byte[] Chunk(string name, byte[] of)
    {
        byte[] body = [.. Encoding.ASCII.GetBytes(name), .. of];
        return [.. Big(of.Length), .. body, .. Big((int)Crc(body))];
    }

    internal static byte[] Big(int value)
    {
        var four = new byte[4];
        BinaryPrimitives.WriteInt32BigEndian(four, value);
        return four;
    }

    private static void WriteRows(Stream to, int width, int height, int bytesADot)
    {
        var dice = new Random(1);
        foreach (var (x, y, dx, dy) in Passes)
        {
            var row = new byte[1 + ((width - x + dx - 1) / dx * bytesADot)];
            for (var i = (height - y + dy - 1) / dy; i > 0; i--)
            {
                row[0] = 4;
                for (var change = 0; change < 40; change++)
                {
                    row[1 + dice.Next(row.Length - 1)] ^= (byte)dice.Next(4);
                }

                to.Write(row);
            }
        }
    }

    private static byte[] Packed(Action<Stream> write)
    {
        using var packed = new MemoryStream();
        using (var zip = new ZLibStream(packed, CompressionLevel.Optimal, leaveOpen: true))
        {
            write(zip);
        }

        return packed.ToArray();
    }

    private static uint Crc(byte[] of)
    {
        var crc = 0xFFFFFFFFu;
        foreach (var b in of)
        {
            crc ^= b;
            for (var i = 0; i < 8; i++)
            {
                crc = (crc & 1) == 1 ? (crc >> 1) ^ 0xEDB88320u : crc >> 1;
            }
        }

        return ~crc;
    }
}
